"""The Reckoner under hands: a sum chosen, typed over, answered at once, refused with a sentence."""

from __future__ import annotations

from playwright.sync_api import expect

from tests.browser.conftest import LAPTOP, PHONE, Opener, serious_faults
from tests.conftest import Running


def test_a_sum_follows_what_is_typed(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url + "/reckoner", LAPTOP)
    answer = page.locator("[data-answer]")
    expect(answer).to_contain_text("320 ml (1 1/3 cups plus 1/4 tsp) of the 7 % one")
    page.get_by_label("The weaker one").fill("0")
    expect(answer).to_contain_text("of water make 950 ml")
    expect(page.get_by_role("img", name="7 %: ")).to_be_visible()
    assert serious_faults(page) == []
    page.get_by_label("The stronger one").fill("3")
    expect(page.get_by_role("alert")).to_contain_text("no blend of the two comes to it")
    expect(answer).to_have_count(0)
    page.get_by_label("The stronger one").fill("")
    expect(page.get_by_role("alert")).to_be_visible()
    page.get_by_role("button", name="Where water boils").click()
    expect(answer).to_contain_text("At 1,265 m water boils at 95.8 °C")
    page.get_by_label("or a thermometer").fill("93.9")
    expect(answer).to_contain_text("stands for about")
    expect(page.get_by_text("Never let a thermometer lower the band")).to_be_visible()
    page.get_by_label("or a thermometer").fill("")
    page.get_by_label("or a barometer").fill("870")
    expect(answer).to_contain_text("At 870 hPa water boils at 95.8 °C (204.4 °F)")
    page.get_by_label("or a barometer").fill("87")
    expect(page.get_by_role("alert")).to_contain_text("650 to 1,090 hPa")


def test_every_sum_answers_with_its_working_and_a_picture(demo_server: Running, open_page: Opener) -> None:
    page = open_page(f"{demo_server.url}/reckoner")
    sums = page.get_by_role("navigation", name="Sums").get_by_role("button")
    expect(sums).to_have_count(14)
    for number in range(14):
        sums.nth(number).click()
        expect(page.get_by_role("heading", level=2)).to_have_text(sums.nth(number).inner_text())
        expect(page.locator("[data-answer]")).to_be_visible()
        expect(page.get_by_role("list", name="The working").get_by_role("listitem").first).to_be_visible()
        expect(page.locator("main svg[role=img]")).to_be_visible()
    assert serious_faults(page) == []


def test_a_sum_by_thumb(demo_server: Running, open_page: Opener) -> None:
    page = open_page(f"{demo_server.url}/reckoner/jars", PHONE)
    for title in ("Bleach for the worktop", "Where water boils"):
        page.get_by_label("Which sum").select_option(label=title)
        expect(page.get_by_role("heading", level=2)).to_have_text(title)
        expect(page.locator("[data-answer]")).to_be_visible()
    assert page.evaluate("() => document.documentElement.scrollWidth <= window.innerWidth")
    assert serious_faults(page) == []


def test_a_sum_is_chosen_by_thumb(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url + "/reckoner", PHONE, touch=True)
    page.get_by_label("Which sum").select_option(label="Jars for a panful")
    page.get_by_label("Jar", exact=True).select_option(label="Quart")
    expect(page.locator("[data-answer]")).to_contain_text("full quart jars")
    page.get_by_label("Headspace, mm").fill("500")
    expect(page.get_by_role("alert")).to_contain_text("headspace must be less")
