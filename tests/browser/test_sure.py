"""What must not mislead, under hands: an alarm over a dialog, a height read back, a sign's question, a jar that waits, a formula that ends with its recipe."""

from __future__ import annotations

import pytest
from playwright.sync_api import expect

from tests.browser.conftest import LAPTOP, PHONE, Opener, serious_faults
from tests.conftest import Running

BOTH = pytest.mark.parametrize("size", [LAPTOP, PHONE], ids=["laptop", "phone"])


@BOTH
def test_an_alarm_stands_above_a_dialog_and_is_stopped_there(size: dict[str, int], demo_server: Running, open_page: Opener) -> None:
    page = open_page(f"{demo_server.url}/bench", size, touch=size is PHONE)
    page.get_by_role("button", name="Tested formulas").click()
    dialog = page.get_by_role("dialog")
    expect(dialog).to_be_visible()
    for number, stop in enumerate(("press", "key")):
        page.request.post(f"{demo_server.url}/api/timers", data={"id": f"timer-000{number}", "says": "Eggs", "minutes": 0.02})
        # It is read out, and hidden from nobody: found by its role, though the dialog is open.
        expect(page.get_by_role("alert", name="Alarm")).to_contain_text("Eggs: time is up")
        assert serious_faults(page) == []
        if stop == "press":
            page.get_by_role("button", name="Stop alarm").click()
        else:
            page.keyboard.press("Escape")
        expect(page.get_by_role("alert", name="Alarm")).to_have_count(0)
        expect(dialog, "stopping it closes nothing").to_be_visible()


def test_a_height_is_read_back_and_asked_about_where_it_can_mean_two_things(empty_server: Running, open_page: Opener) -> None:
    page = open_page(f"{empty_server.url}/")
    field = page.get_by_label("How high above the sea is your kitchen?")
    field.fill("1.800")
    expect(page.get_by_text("Which height do you mean?")).to_be_visible()
    assert serious_faults(page) == []
    page.get_by_role("button", name="To the Bench").click()
    expect(page.get_by_text("can be read in two ways")).to_be_visible()
    page.get_by_role("button", name="1,800 m (5,906 ft) above the sea").click()
    expect(field).to_have_value("1800")
    expect(page.locator("[data-height=read]")).to_contain_text("1,800 m (5,906 ft) above the sea; water boils at 94.0 °C there.")
    page.get_by_role("button", name="To the Bench").click()
    expect(page.get_by_label("The recipe, one ingredient to a line")).to_be_visible()
    assert page.request.get(f"{empty_server.url}/api/kitchen").json()["altitude"] == 1800


def test_another_height_asks_if_it_was_wrong_or_the_kitchen_moved(demo_server: Running, open_page: Opener) -> None:
    page = open_page(f"{demo_server.url}/kitchen")
    page.get_by_label("How high above the sea is your kitchen?").fill("1300")
    page.get_by_role("button", name="Save").click()
    page.get_by_role("button", name="The kitchen moved").click()
    expect(page.get_by_text("Saved.")).to_be_visible()
    assert page.request.get(f"{demo_server.url}/api/kitchen").json()["altitude"] == 1300


@BOTH
def test_a_signs_question_asks_what_was_there(size: dict[str, int], demo_server: Running, open_page: Opener) -> None:
    page = open_page(f"{demo_server.url}/wrong", size, touch=size is PHONE)
    page.get_by_role("button", name="The liquid").click()
    page.get_by_role("button", name="Brine is cloudy").click()
    for _ in range(2):
        page.get_by_role("button", name="No", exact=True).click()
    expect(page.get_by_text("Was any of these in it?")).to_be_visible()
    assert serious_faults(page) == []
    page.get_by_role("button", name="None of these").click()
    expect(page.locator("[data-ending=out]")).to_contain_text("slurred speech")
    page.get_by_role("button", name="Take the last answer back").click()
    page.get_by_text("ground spice").click()
    page.get_by_role("button", name="That one: go on").click()
    expect(page.locator("[data-ending=eat]")).to_be_visible()


@BOTH
def test_a_jar_that_waits_to_be_saved_stands_on_today_stove_and_shelf(
    size: dict[str, int], demo_server: Running, open_page: Opener
) -> None:
    # The batch that cools has its lids looked at; one is not down.
    demo_server.clock.forward(hours=14)
    page = open_page(f"{demo_server.url}/today", size, touch=size is PHONE)
    cooling = next(one for one in page.request.get(f"{demo_server.url}/api/batches").json()["batches"] if one["state"]["step"] == "seals")
    batch, jars = cooling["snapshot"]["id"], [jar["number"] for jar in cooling["state"]["jars"]]
    for number, jar in enumerate(jars):
        tap = {"id": f"tap-seal-{number:03d}", "kind": "seal", "jar": jar, "sealed": jar != 1}
        assert page.request.post(f"{demo_server.url}/api/batches/{batch}/events", data=tap).ok
    for path in ("today", "stove", "shelf"):
        page.goto(f"{demo_server.url}/{path}")
        expect(page.get_by_text("Save jar 1").first).to_be_visible()
        assert serious_faults(page) == []
        assert page.evaluate("() => document.documentElement.scrollWidth <= window.innerWidth"), "nothing runs over the edge"
    page.goto(f"{demo_server.url}/stove/{batch}")
    expect(page.get_by_role("heading", name="Save jar 1")).to_be_visible()
    page.get_by_role("button", name="Jar 1 is in the refrigerator").click()
    expect(page.get_by_role("heading", name="Done")).to_be_visible()


def test_what_was_chosen_ends_with_its_recipe(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url)
    panel = page.locator("[data-destination][role=status]")
    okra = "Okra\n\n7 lb okra\n6 cups white vinegar (5%)\n4 cups water\n2/3 cup pickling salt\n8 cloves garlic\n"
    draft = "() => JSON.parse(localStorage.getItem('rheum.draft'))"
    for paste_over in (True, False):
        page.get_by_role("button", name="Tested formulas").click()
        page.get_by_role("dialog").get_by_role("button", name="Dilled green beans").click()
        page.wait_for_function("() => JSON.parse(localStorage.getItem('rheum.draft')).formulaId === 'dilled-green-beans'")
        if not paste_over:
            page.get_by_label("The recipe, one ingredient to a line").fill("")
        # A line of it stands in the other one too.
        page.get_by_label("The recipe, one ingredient to a line").fill(okra)
        expect(panel).to_have_attribute("data-stale", "false")
        page.wait_for_function("() => JSON.parse(localStorage.getItem('rheum.draft')).text.startsWith('Okra')")
        kept = page.evaluate(draft)
        assert (kept["formulaId"], kept["jar"], kept["headspaceMm"]) == (None, None, None)
