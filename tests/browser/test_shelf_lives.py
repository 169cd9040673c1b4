"""Today, found wrong, traced, entered and unfolding: on a laptop and a phone, as a person goes."""

from __future__ import annotations

import pytest
from playwright.sync_api import expect

from tests.browser.conftest import LAPTOP, PHONE, Opener, serious_faults, through_the_door
from tests.conftest import Running

BOTH = pytest.mark.parametrize("size", [LAPTOP, PHONE], ids=["laptop", "phone"])


@BOTH
def test_today_is_the_first_screen_and_every_line_has_its_press(size: dict[str, int], demo_server: Running, open_page: Opener) -> None:
    page = open_page(f"{demo_server.url}/", size)
    expect(page.get_by_role("heading", name="Today", level=1)).to_be_visible()
    lines = page.locator("[data-today]")
    expect(lines.first).to_have_attribute("data-today", "clock")
    assert 1 <= lines.count() <= 7
    bar = page.get_by_role("navigation", name="Screens").get_by_role("link")
    assert sum(1 for link in bar.all() if link.is_visible()) <= (6 if size is LAPTOP else 5)
    # What is to be saved and what runs cannot be put off; all else can, until tomorrow.
    assert page.locator("[data-today=clock]").get_by_role("button", name="Not today").count() == 0
    page.locator("[data-today=lack]").get_by_role("button", name="Not today").click()
    expect(page.locator("[data-today=lack]")).to_have_count(0)
    page.reload()
    expect(page.locator("[data-today=clock]").first).to_be_visible()
    expect(page.locator("[data-today=lack]")).to_have_count(0)
    demo_server.clock.forward(hours=30)
    page.goto(f"{demo_server.url}/today")
    expect(page.locator("[data-today=seals]").first).to_contain_text("Check the seals")
    page.locator("[data-today=seals]").first.get_by_role("link").click()
    expect(page.get_by_role("heading", name="Check the seals")).to_be_visible()


def test_a_first_start_begins_at_the_bench(empty_server: Running, open_page: Opener) -> None:
    page = open_page(f"{empty_server.url}/")
    page.get_by_label("How high above the sea").fill("1265")
    page.get_by_role("button", name="To the Bench").click()
    expect(page.get_by_label("The recipe, one ingredient to a line")).to_be_visible()
    page.goto(f"{empty_server.url}/")
    expect(page).to_have_url(f"{empty_server.url}/bench")


@BOTH
def test_one_found_cloudy_goes_out_by_three_presses_and_its_mates_are_marked(
    size: dict[str, int], demo_server: Running, open_page: Opener
) -> None:
    page = open_page(f"{demo_server.url}/shelf/26-004/2", size)
    page.get_by_role("link", name="Something is wrong …").click()
    page.get_by_role("button", name="The liquid").click()
    assert page.locator("[data-sign]").count() <= 8
    page.get_by_role("button", name="Brine is cloudy").click()
    expect(page.locator("[data-question='1']")).to_contain_text("gas, mould, slime")
    assert serious_faults(page) == []
    page.get_by_role("button", name="No", exact=True).click()
    expect(page.locator("[data-question='2']")).to_contain_text("turn cloudy on the shelf")
    page.get_by_role("button", name="Take the last answer back").click()
    expect(page.locator("[data-question='1']")).to_be_visible()
    page.get_by_role("button", name="No", exact=True).click()
    page.get_by_role("button", name="I do not know").click()
    expect(page.locator("[data-ending=out]")).to_contain_text("Do not open it and do not taste it")
    assert serious_faults(page) == []
    page.get_by_role("button", name="It goes out: write it to the jar").click()
    page.get_by_role("link", name="The jar").click()
    expect(page.locator("[data-jar-state=out]")).to_be_visible()
    expect(page.get_by_text("Brine is cloudy: out, unopened").first).to_be_visible()
    page.get_by_role("link", name="Its 7 mates").click()
    expect(page.locator("[data-jar='3']")).to_contain_text("look at it first")


def test_found_wrong_by_keys_alone_for_a_jar_that_rheum_never_saw(demo_server: Running, open_page: Opener) -> None:
    page = open_page(f"{demo_server.url}/wrong")
    expect(page.get_by_role("button", name="The glass, outside")).to_be_visible()
    page.get_by_role("button", name="The glass, outside").focus()
    page.keyboard.press("Enter")
    page.get_by_role("button", name="White haze outside the jar").focus()
    page.keyboard.press("Enter")
    page.get_by_role("button", name="No", exact=True).focus()
    page.keyboard.press("Enter")
    expect(page.locator("[data-ending=eat]")).to_contain_text("the worst one decides")
    expect(page.get_by_role("button", name="Write it to the jar")).to_have_count(0)


def test_a_lot_is_traced_said_to_be_bad_and_told_jar_by_jar(demo_server: Running, open_page: Opener) -> None:
    page = open_page(f"{demo_server.url}/shelf/26-007/1")
    page.get_by_role("link", name="regular lids, lot R 5").click()
    expect(page.locator("[data-traced]")).to_have_count(2)
    bad = page.get_by_role("button", name="It was bad: mark them all")
    expect(bad).to_be_disabled()
    page.get_by_label("What was wrong with it").fill("the compound comes off")
    bad.click()
    expect(page.get_by_text("12 jars are still to be told")).to_be_visible()
    assert serious_faults(page) == []
    page.get_by_role("link", name="Go through them").click()
    expect(page.locator("[data-marked=recalled]").get_by_role("listitem")).to_have_count(14)
    page.get_by_role("button", name="Told: 26-007-1").click()
    expect(page.locator("[data-marked=recalled]").get_by_role("listitem")).to_have_count(13)
    page.get_by_role("button", name="Take that back").click()
    expect(page.locator("[data-marked=recalled]").get_by_role("listitem")).to_have_count(14)


def test_jars_from_before_are_entered_and_the_shelf_unfolds(demo_server: Running, open_page: Opener) -> None:
    page = open_page(f"{demo_server.url}/today")
    through_the_door(page, "Jars from before Rheum")
    page.get_by_label("What is in them").fill("Aunt's pears")
    page.get_by_label("How many jars").fill("4")
    put = page.get_by_role("button", name="Put them on the shelf")
    put.click()
    expect(page.get_by_role("alert")).to_contain_text("whose age nobody knows is thrown out")
    page.get_by_label("Made on, at least about").fill(f"{demo_server.clock().at.date().replace(day=1)}")
    put.click()
    expect(page.locator("[data-jar]")).to_have_count(4)
    expect(page.get_by_text("made before Rheum: unjudged")).to_be_visible()
    page.get_by_role("navigation", name="Screens").get_by_role("link", name="Shelf").click()
    page.get_by_role("radio", name="By kind").click()
    page.get_by_role("button", name="Relishes").click()
    expect(page.locator("[data-shelf-batch='26-004']")).to_be_visible()
    page.get_by_role("radio", name="By where they stand").click()
    page.get_by_role("button", name="under the stairs, lower board").click()
    expect(page.locator("[data-shelf-batch='26-002']")).to_be_visible()
    assert serious_faults(page) == []


def test_counted_short_the_missing_are_asked_about(demo_server: Running, open_page: Opener) -> None:
    page = open_page(f"{demo_server.url}/shelf/26-008")
    page.get_by_role("button", name="I counted them …").click()
    page.get_by_label("So many are there").fill("9")
    page.get_by_role("button", name="So it is").click()
    expect(page.get_by_text("9 were counted")).to_be_visible()
    page.get_by_role("button", name="I counted them …").click()
    page.get_by_label("So many are there").fill("5")
    page.get_by_role("button", name="So it is").click()
    expect(page.locator("[data-jar='6']")).to_contain_text("not found when counted: what became of it?")
    page.goto(f"{demo_server.url}/shelf/found?state=missing")
    expect(page.get_by_role("link", name="26-008-6")).to_be_visible()


def test_an_open_jar_is_tasted_in_seconds_and_found_as_the_hot_one(demo_server: Running, open_page: Opener) -> None:
    page = open_page(f"{demo_server.url}/shelf/25-005/4", PHONE, touch=True)
    page.get_by_role("button", name="heat 5 of 5").tap()
    page.get_by_role("button", name="Not again").tap()
    page.get_by_label("Who says so").fill("Odile")
    page.get_by_role("button", name="Remember it").tap()
    expect(page.get_by_text("heat 5 of 5, not again, says Odile")).to_be_visible()
    assert page.evaluate("() => document.documentElement.scrollWidth <= window.innerWidth")
    page.goto(f"{demo_server.url}/shelf/found")
    page.get_by_label("Find jars").fill("the hot one")
    expect(page.get_by_role("link", name="25-005-4")).to_be_visible()


def test_what_is_in_the_basket_is_remembered_with_whose_it_is_and_follows(demo_server: Running, open_page: Opener) -> None:
    laptop, phone = open_page(f"{demo_server.url}/recipes"), open_page(f"{demo_server.url}/measure", PHONE)
    laptop.get_by_role("button", name="Begin from it: Dilled green beans").click()
    laptop.get_by_role("button", name="Measure and make").click()
    laptop.get_by_label("green bean", exact=True).fill("3 kg")
    laptop.get_by_label("Whose green bean, from where").fill("the allotment")
    expect(phone.get_by_label("Whose green bean, from where")).to_have_value("the allotment")
    expect(phone.get_by_label("green bean", exact=True)).to_have_value("3 kg")
    # What lies there, half written, follows too.
    for page in (laptop, phone):
        page.goto(f"{demo_server.url}/recipes/on-hand")
    laptop.get_by_label("What is on hand").fill("2 kg okra")
    expect(phone.get_by_label("What is on hand")).to_have_value("2 kg okra")
