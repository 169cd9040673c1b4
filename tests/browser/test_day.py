"""The day in a browser: batches chosen, laid out as lanes and as a list, moved by keys, refused, kept and thrown away."""

from __future__ import annotations

from datetime import timedelta
from pathlib import Path

import pypdfium2
from playwright.sync_api import expect

from tests.browser.conftest import PHONE, Opener, serious_faults
from tests.browser.killable import Kitchen
from tests.conftest import Running
from tests.store_api.test_days import LATE, play_two_hours_late


def test_a_day_is_laid_out_moved_refused_and_kept(demo_server: Running, open_page: Opener, tmp_path: Path) -> None:
    page = open_page(f"{demo_server.url}/stove")
    page.get_by_role("link", name="Plan the day").click()
    expect(page.get_by_text("Add one batch or several")).to_be_visible()
    for title in ("Dilled green beans", "Green mango chutney"):
        page.get_by_label("Add a batch").select_option(label=title)
    says = page.locator("[data-day-says]")
    expect(says).to_contain_text("09:0")
    expect(page.get_by_text("no plan is shorter")).to_be_visible()
    for lane in ("hands 1", "canner 0", "waiting"):
        expect(page.locator(f"[data-lane='{lane}']")).to_have_count(1)
    expect(page.get_by_role("list", name="The day as a list").get_by_text("Let the canner down")).to_have_count(0)
    page.get_by_label("Jars of Dilled green beans").fill("14")
    expect(page.get_by_role("list", name="The day as a list").get_by_text("Let the canner down")).to_have_count(1)
    assert serious_faults(page) == []
    # Moved by keys: the chutney begins an hour and a half later.
    first = page.locator("[data-task='1.kit'] title")
    expect(first).to_have_count(1)
    before = says.inner_text()
    later = page.get_by_role("button", name="Green mango chutney: half an hour later")
    later.focus()
    for _ in range(8):
        page.keyboard.press("Enter")
    expect(page.get_by_text("+240 min")).to_be_visible()
    expect(says).not_to_have_text(before)
    # Dragged back to the left on its lane: earlier again.
    bar = page.locator("[data-lane='hands 1'] [data-task^='1.']").first
    box = bar.bounding_box()
    assert box is not None
    page.mouse.move(box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
    page.mouse.down()
    page.mouse.move(box["x"] - 60, box["y"] + 10, steps=5)
    page.mouse.up()
    expect(page.get_by_text("+240 min")).to_have_count(0)
    moved = page.locator("[data-batch='mango-chutney']").inner_text()
    # What cannot be is refused with what would help, and nothing is lost.
    page.get_by_text("Waking hours, burners, canners").click()
    page.get_by_label("Large burners").select_option("1")
    expect(page.get_by_role("alert")).to_contain_text("too few burners")
    page.get_by_role("button", name="the kitchen's own").click()
    expect(page.get_by_role("alert")).to_have_count(0)
    page.reload()
    assert page.locator("[data-batch='mango-chutney']").inner_text().split("\n")[0] in moved
    page.get_by_role("button", name="What must be got").click()
    expect(page.locator("[data-to-buy] li").first).to_be_visible()
    with page.expect_download() as saved:
        page.get_by_role("button", name="Save the list").click()
    saved.value.save_as(tmp_path / "list.txt")
    assert "(Green mango chutney)" in (tmp_path / "list.txt").read_text(encoding="utf-8")
    page.get_by_role("button", name="Keep this day").click()
    expect(page.get_by_role("button", name="Begin it: Green mango chutney")).to_be_visible()
    assert serious_faults(page) == []
    phone = open_page(page.url, PHONE, touch=True)
    expect(phone.get_by_role("button", name="Begin it: Green mango chutney")).to_be_visible()
    assert phone.evaluate("() => document.documentElement.scrollWidth <= window.innerWidth"), "nothing runs over the edge"
    assert serious_faults(phone) == []
    page.get_by_role("link", name="The sheets for the wall").click()
    expect(page.locator("[data-page]")).to_have_count(3)
    with page.expect_download() as printed:
        page.get_by_role("link", name="Save as PDF").click()
    printed.value.save_as(tmp_path / "day.pdf")
    assert len(pypdfium2.PdfDocument(tmp_path / "day.pdf")) == 3
    assert serious_faults(page) == []
    page.goto(f"{demo_server.url}/day")
    page.get_by_role("button", name="Change it: Dilled green beans and Green mango chutney").click()
    expect(page.get_by_role("heading", name="The day, changed")).to_be_visible()
    expect(page.get_by_label("Jars of Dilled green beans")).to_have_value("14")
    page.get_by_role("button", name="Leave it as it was kept").click()
    page.get_by_role("button", name="Throw away Dilled green beans and Green mango chutney").click()
    expect(page.get_by_role("button", name="Throw away Dilled green beans and Green mango chutney")).to_have_count(0)


def test_a_day_is_begun_is_late_and_takes_the_better_order(kitchen: Kitchen, open_page: Opener) -> None:
    """Beans that are begun two hours late, and a chutney beside them that could be got on with."""
    kitchen.ready()
    page = open_page(kitchen.url)
    begins = kitchen.now.astimezone().replace(hour=8, minute=0, second=0) + timedelta(days=1)
    kept = kitchen.asks("PUT", "/api/days/day-00000001", {"title": "Saturday", "asked": {**LATE, "start": begins.isoformat()}})
    kitchen.until(begins)
    for title in ("Dilled green beans", "Green mango chutney"):
        page.goto(f"{kitchen.url}/day/day-00000001")
        page.get_by_role("button", name=f"Begin it: {title}").click()
        page.wait_for_url("**/stove/*")
    page.goto(f"{kitchen.url}/day/day-00000001")
    expect(page.get_by_role("link", name="on the Stove")).to_have_count(2)
    expect(page.locator("[data-day-says]")).to_contain_text("On time")
    begun = kitchen.asks("GET", "/api/days/day-00000001")["begun"]
    play_two_hours_late(kitchen.asks, kitchen.until, kept["day"]["tasks"], (begun["beans"], begun["mango"]))
    page.reload()
    expect(page.locator("[data-day-says]")).to_contain_text("late: the last load is out at")
    late = page.locator("[data-day-says]").inner_text()
    offer = page.locator("[data-better]")
    expect(offer).to_contain_text("sooner, at")
    assert serious_faults(page) == []
    offer.get_by_role("button", name="Take this order").click()
    expect(offer).to_have_count(0)
    expect(page.locator("[data-day-says]")).not_to_have_text(late)
    # A break, and a burner that fails: laid out again, nothing lost.
    page.get_by_role("button", name="A break of 15 minutes, now").click()
    expect(page.get_by_text("Laying it out again")).to_have_count(0)
    page.get_by_label("A burner has failed").select_option("4")
    expect(page.get_by_label("A burner has failed").locator("option")).to_have_count(4)
    assert serious_faults(page) == []
