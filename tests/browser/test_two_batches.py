"""Two batches on one Stove, on a laptop and a phone at once, with the clock moved: a soak overnight, a lost boil, a chip, a part jar, a jar
processed again, and a server killed twice."""

from __future__ import annotations

import json
import re
from datetime import datetime, timezone

from playwright.sync_api import Page, expect

from rheum.core.parsing.writing import formula_text
from rheum.reference.loading import library
from tests.browser.conftest import PHONE, Opener, serious_faults
from tests.browser.killable import Kitchen


def now(page: Page) -> str:
    return page.get_by_role("region", name="Now", exact=True).get_by_role("heading").inner_text()


def press(page: Page, name: str) -> None:
    button = page.get_by_role("button", name=name, exact=True).first
    expect(button).to_be_enabled()
    expect(button).not_to_have_attribute("aria-disabled", "true")
    button.click()


def space(page: Page, says: str) -> None:
    """The big button, by its key."""
    big = page.locator("[data-key=space]").first
    expect(big).to_have_text(says)
    expect(big).not_to_have_attribute("aria-disabled", "true")
    page.evaluate("document.activeElement && document.activeElement.blur()")
    page.keyboard.press(" ")


def test_two_batches_play_through_on_a_laptop_and_a_phone(kitchen: Kitchen, open_page: Opener) -> None:
    laptop = open_page("about:blank", expect_errors=True)
    kitchen.ready()
    canner = {"id": "bath-0001", "title": "big bath canner", "kind": "bath", "holds": {"pint": 3, "half-pint": 3, "quart": 3}, "depth_mm": 305,
              "width_mm": 330, "watts": 2500, "fuel": "electric"}  # fmt: skip
    laptop.request.put(f"{kitchen.url}/api/stock/canners", data=canner)
    for number, (name, jars) in enumerate((("dill-cucumbers-fresh-pack", 4), ("spicy-cranberry-salsa", 3)), start=1):
        text = formula_text(library().formulas[name])
        begun = laptop.request.post(
            f"{kitchen.url}/api/batches",
            data={"id": f"batch-000{number}", "text": text, "jars": jars, "formula_id": name, "short_known": True, "jars_per_load": 3},
        )
        assert begun.ok, begun.text()
    laptop.goto(f"{kitchen.url}/stove")
    phone = open_page(f"{kitchen.url}/stove", PHONE, touch=True, expect_errors=True)

    # The evening before: the cucumbers' kit, and their soak; by keyboard alone on the laptop.
    expect(laptop.get_by_role("heading", name="Check the kit").first).to_be_visible()
    assert serious_faults(laptop) == []
    assert serious_faults(phone) == []
    first = laptop.get_by_role("region", name="Now", exact=True)
    expect(first).to_contain_text("26-001" if now_year() == 26 else "-001")
    space(laptop, "All of it is here")
    space(laptop, "Washed")
    space(laptop, "Trimmed")
    # The salsa can wait until tomorrow: it is put off, and comes back.
    expect(first.get_by_role("heading")).to_have_text("Soak pickling cucumber")
    space(laptop, "It begins now")
    expect(laptop.locator("[data-clock=task]:visible")).to_contain_text("Soak pickling cucumber")
    expect(phone.locator("[data-clock=task]:visible")).to_contain_text("Soak pickling cucumber")
    assert phone.evaluate("() => document.documentElement.scrollWidth <= window.innerWidth"), "nothing runs over the edge"

    # The server is killed in the night. The soak's clock is over in the morning.
    kitchen.killed()
    kitchen.forward(hours=12)
    expect(laptop.locator("[data-clock=task]:visible").first).to_contain_text("over", timeout=30_000)
    expect(first.get_by_role("heading")).to_have_text("Time is up: soak pickling cucumber")
    expect(phone.get_by_role("heading", name="Time is up: soak pickling cucumber")).to_be_visible(timeout=30_000)
    press(phone, "Taken out of the soak")
    expect(first.get_by_role("heading")).not_to_have_text("Time is up: soak pickling cucumber")

    # The cucumbers go on alone, on their own page, until the jars are filled; a jar is chipped on the way.
    laptop.goto(f"{kitchen.url}/stove/batch-0001")
    press(laptop, "Cook: all of it is done")
    press(laptop, "A jar is chipped")
    expect(laptop.get_by_role("alert")).to_contain_text("the spare takes its place")
    press(laptop, "Jars and canner: all of it is done")
    for jar in range(1, 4):
        space(laptop, f"Jar {jar} is in")
    space(laptop, "Lid on: 3 jars, more after this load")
    expect(laptop.get_by_role("heading", level=2).first).to_have_text("Bring to the boil")
    # Meanwhile the salsa on the phone: its jars may not go into the same canner.
    phone.goto(f"{kitchen.url}/stove/batch-0002")
    press(phone, "Prepare: all of it is done")
    # What the tested process times is not skipped by saying so: each is told with how long ago it began.
    press(phone, "Cook: all of it is done")
    expect(phone.get_by_text("its minutes belong to the tested process")).to_be_visible()
    state = phone.request.get(f"{kitchen.url}/api/batches/batch-0002").json()["state"]
    for task in (task["id"] for task in state["tasks"] if task["part"] == "cook" and task["phase"] not in ("done", "left-out")):
        tap = {"id": f"tap-tested-{task}", "kind": "task", "task": task, "how": "done", "ago_min": 60, "early": True}
        assert phone.request.post(f"{kitchen.url}/api/batches/batch-0002/events", data=tap).ok
    expect(phone.get_by_role("button", name="Cook: all of it is done")).to_have_count(0)
    press(phone, "Jars and canner: all of it is done")
    expect(phone.get_by_text("still holds load 1 of")).to_be_visible()
    expect(phone.get_by_role("button", name="Jar 1 is in")).to_have_count(0)
    assert serious_faults(phone) == []

    # A boil is lost after four minutes: the whole time counts again from zero.
    space(laptop, "It boils: start the clock")
    expect(laptop.get_by_role("heading", name="Keep it boiling")).to_be_visible()
    kitchen.forward(minutes=4)
    lost = laptop.get_by_role("button", name="Boil lost")
    expect(lost).not_to_have_attribute("aria-disabled", "true")
    laptop.keyboard.press("l")
    expect(lost).to_be_focused()
    laptop.keyboard.press("l")
    expect(laptop.get_by_text("the whole time counts again from zero")).to_be_visible()
    space(laptop, "It boils: start the clock")
    expect(laptop.get_by_role("heading", name="Keep it boiling")).to_be_visible()
    kitchen.forward(minutes=5)
    kitchen.killed()
    expect(laptop.get_by_text("say whether it boiled")).to_be_visible(timeout=30_000)
    press(laptop, "It boiled all the while")
    clock = laptop.get_by_role("timer", name="Time left")
    expect(clock).to_contain_text(re.compile(r"^(9|10):"))
    kitchen.forward(minutes=10, seconds=2)
    space(laptop, "Heat is off")
    expect(laptop.get_by_role("heading", name="Rest in the canner")).to_be_visible()
    kitchen.forward(minutes=5)
    space(laptop, "Jars are out")

    # Now the canner is free, and the salsa takes it: three jars and a part jar.
    for jar in range(1, 4):
        press(phone, f"Jar {jar} is in")
    phone.get_by_text("and a part jar").click()
    press(phone, "Lid on: 3 jars, the last")
    expect(phone.get_by_text("The part jar is for the refrigerator")).to_be_visible()
    expect(laptop.get_by_text("still holds load 1 of")).to_have_count(0)
    phone.goto(f"{kitchen.url}/stove")
    press(phone, "It boils: start the clock")
    expect(phone.locator("[data-clock=process]:visible")).to_be_visible()
    minutes = next(load["minutes"] for load in stood(phone, kitchen, "batch-0002")["loads"])
    kitchen.forward(minutes=minutes)
    press(phone, "Heat is off")
    expect(phone.get_by_role("button", name="Heat is off")).to_have_count(0)
    kitchen.forward(minutes=5)
    press(phone, "Jars are out")
    # The last of the cucumbers: the brine boils again, the canner is let down.
    for name in ("boil-again-2", "let-down-2"):
        assert told(laptop, kitchen, "batch-0001", {"kind": "task", "task": name, "how": "done"}).ok
    space(laptop, "Jar 4 is in")
    press(laptop, "Lid on: 1 jar, the last")
    space(laptop, "It boils: start the clock")
    expect(laptop.get_by_role("heading", name="Keep it boiling")).to_be_visible()
    kitchen.forward(minutes=15)
    space(laptop, "Heat is off")
    expect(laptop.get_by_role("heading", name="Rest in the canner")).to_be_visible()
    kitchen.forward(minutes=5)
    space(laptop, "Jars are out")
    expect(laptop.get_by_role("heading", name="Cooling")).to_be_visible()

    # The next morning: one of the salsas did not seal, and is processed again.
    kitchen.forward(hours=12)
    expect(phone.get_by_role("link", name="Look at the lids").first).to_be_visible()
    phone.goto(f"{kitchen.url}/stove/batch-0002")
    press(phone, "Jar 2 not sealed")
    press(phone, "The other 2 are sealed")
    press(phone, "Process it again")
    for name in ("Jars are in", "It boils: start the clock"):
        press(phone, name)
    expect(phone.get_by_role("heading", name="Keep it boiling")).to_be_visible()
    kitchen.forward(minutes=minutes)
    press(phone, "Heat is off")
    expect(phone.get_by_role("button", name="Heat is off")).to_have_count(0)
    kitchen.forward(minutes=5)
    press(phone, "Jars are out")
    # Told before the clock moves on.
    expect(phone.get_by_role("heading", name="Cooling")).to_be_visible()
    kitchen.forward(hours=12)
    press(phone, "Jar 2 sealed")
    expect(phone.get_by_role("heading", name="Done")).to_be_visible()
    press(laptop, "All 4 are sealed")
    expect(laptop.get_by_role("heading", name="Done")).to_be_visible()
    assert serious_faults(laptop) == []
    laptop.goto(f"{kitchen.url}/stove")
    expect(laptop.get_by_text("Nothing is under way.")).to_be_visible()


def now_year() -> int:
    return datetime.now(timezone.utc).year % 100


def stood(page: Page, kitchen: Kitchen, batch: str) -> dict[str, object]:
    return page.request.get(f"{kitchen.url}/api/batches/{batch}").json()["state"]


def told(page: Page, kitchen: Kitchen, batch: str, event: dict[str, object]):
    return page.request.post(
        f"{kitchen.url}/api/batches/{batch}/events",
        data=json.dumps({**event, "id": f"told-{event['task']}"}),
        headers={"Content-Type": "application/json"},
    )
