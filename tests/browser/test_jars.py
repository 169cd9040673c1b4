"""Jars afterwards, on a laptop and a phone: pressed on the shelf, found by a word and by its number, opened, given, noted, found unsealed, taken back."""

from __future__ import annotations

import pytest
from playwright.sync_api import expect

from tests.browser.conftest import LAPTOP, PHONE, Opener, serious_faults
from tests.conftest import Running


@pytest.mark.parametrize("size", [LAPTOP, PHONE], ids=["laptop", "phone"])
def test_a_jar_is_opened_given_noted_found_and_taken_back(size: dict[str, int], demo_server: Running, open_page: Opener) -> None:
    page = open_page(f"{demo_server.url}/shelf", size, touch=size is PHONE)
    page.locator("[data-shelf-batch='26-008']").click()
    expect(page.get_by_role("heading", name="Spicy cranberry salsa")).to_be_visible()
    expect(page.locator("[data-jar]")).to_have_count(6)
    assert serious_faults(page) == []
    # Two are given at once, to somebody.
    for jar in (3, 4):
        page.get_by_label(f"Jar {jar}", exact=True).press(" ")
        expect(page.get_by_label(f"Jar {jar}", exact=True)).to_be_checked()
    page.get_by_role("button", name="2 jars: Given to …").click()
    page.get_by_label("To whom?").fill("the neighbours")
    page.get_by_role("button", name="So it is").click()
    expect(page.locator("[data-jar='3'][data-state=given]")).to_contain_text("given to the neighbours")
    # One is opened on its own page: into the refrigerator, a salsa for a week.
    page.get_by_role("link", name="Jar 2", exact=True).click()
    page.get_by_role("button", name="Opened", exact=True).click()
    expect(page.locator("[data-jar-state=opened]")).to_contain_text("open, in the refrigerator; last day")
    page.get_by_role("button", name="Note …").click()
    page.get_by_label("What is to be remembered?").fill("sharper than last year, good with cheese")
    page.get_by_label("What is to be remembered?").press("Enter")
    expect(page.get_by_text("good with cheese")).to_be_visible()
    assert serious_faults(page) == []
    assert page.evaluate("() => document.documentElement.scrollWidth <= window.innerWidth"), "nothing runs over the edge"
    # Found again by a word of the note, by a person, by the number on the label.
    page.get_by_role("link", name="Shelf").first.click()
    page.get_by_label("Find jars").fill("cheese")
    expect(page.locator("[data-found='1']")).to_contain_text("26-008-2")
    page.get_by_label("Find jars").fill("neighbours")
    expect(page.locator("[data-found='2']")).to_be_visible()
    page.get_by_label("Find jars").fill("26-008-5")
    page.get_by_label("Find jars").press("Enter")
    expect(page.get_by_text("26-008-5")).to_be_visible()
    # Found unsealed: out, unopened and untasted; its mates are looked at; a slip of the thumb is taken back.
    page.get_by_role("button", name="Found unsealed").click()
    expect(page.get_by_text("Found unsealed on the shelf.")).to_be_visible()
    expect(page.get_by_role("button", name="Opened")).to_have_count(0)
    page.get_by_role("link", name="Its 5 mates").click()
    expect(page.locator("[data-jar='1']")).to_contain_text("a mate was found wrong: look at it first")
    page.go_back()
    page.get_by_role("button", name="Take the last word back").click()
    expect(page.locator("[data-jar-state=closed]")).to_be_visible()
    # A finished batch is a press away.
    page.get_by_role("link", name="The batch's whole story").click()
    expect(page.get_by_text("Spicy cranberry salsa").first).to_be_visible()
    # Labels for all of them, as they are printed; a sheet begun before is begun where it is free.
    page.goto(f"{demo_server.url}/shelf/26-008")
    page.get_by_role("link", name="Labels").click()
    expect(page.locator("[data-page]")).to_have_count(1)
    expect(page.locator("[data-page] text").filter(has_text="26-008-1").first).to_be_visible()
    page.get_by_label("First free place").fill("23")
    expect(page.locator("[data-page]")).to_have_count(2)
    page.get_by_label("First free place").fill("99")
    expect(page.get_by_role("alert")).to_contain_text("places 1 to 24")
    page.get_by_label("First free place").fill("1")
    page.get_by_label("Words for a gift").fill("with love")
    expect(page.locator("[data-page] text").filter(has_text="with love").first).to_be_visible()
    assert serious_faults(page) == []
    assert page.evaluate("() => document.documentElement.scrollWidth <= window.innerWidth"), "nothing runs over the edge"
    with page.expect_download() as saved:
        page.get_by_role("link", name="Save as PDF").click()
    assert saved.value.suggested_filename == "rheum-labels.pdf"
    page.goto(f"{demo_server.url}/j/nonsense")
    expect(page.get_by_text("is no number of a jar")).to_be_visible()


def test_a_bad_lot_is_traced_to_every_jar_and_to_whom_it_went(demo_server: Running, open_page: Opener) -> None:
    page = open_page(f"{demo_server.url}/kitchen/jars")
    lot = page.locator("[data-lid-lot]").first
    name = lot.get_attribute("data-lid-lot")
    lot.get_by_role("link", name="Where they went").click()
    expect(page.get_by_role("heading", level=1)).to_contain_text(f"lids of lot {name}")
    assert serious_faults(page) == []
    page.goto(f"{demo_server.url}/kitchen/vinegar")
    page.locator("[data-bottle]").first.get_by_role("link", name="Where it went").click()
    expect(page.get_by_role("heading", level=1)).to_contain_text("Where it went:")
    assert serious_faults(page) == []
