"""A whole preparation under hands: weigh a basket, see what limits it, choose jars, draw vinegar out of bottles, print the sheet,
fill, and put the brine right after three jars."""

from __future__ import annotations

import re
from pathlib import Path

import pypdfium2
import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import LAPTOP, PHONE, Opener, all_before_filling, another_canner, serious_faults
from tests.browser.test_bench import BEANS, sheet
from tests.conftest import Running

# By thumb the whole journey; the rest at the laptop, for the phone shows the same parts below one another.
BY_THUMB = pytest.mark.parametrize("size", [PHONE], ids=["phone"])
SIZES = pytest.mark.parametrize("size", [LAPTOP], ids=["laptop"])


def measure(page: Page, text: str = BEANS) -> None:
    sheet(page, text)
    page.get_by_role("button", name="Measure and make").click()
    expect(page.get_by_role("heading", level=1)).to_contain_text("Measure and make")


def weigh(page: Page, grams: int, shows: int) -> None:
    """Lay so much on the simulated scale and wait until it stands still at what it should show."""
    scale = page.get_by_role("group", name="Kitchen scale")
    scale.get_by_label("Lay on the simulated scale, g").fill(str(grams))
    scale.get_by_role("button", name="Lay it on").click()
    expect(scale.locator("[data-scale=still]")).to_contain_text(f"{shows} g")


@BY_THUMB
def test_a_whole_preparation(size: dict[str, int], demo_server: Running, open_page: Opener, tmp_path: Path) -> None:
    page = open_page(demo_server.url + "/kitchen/vinegar", size, touch=size is PHONE)
    big = page.locator("[data-bottle='white vinegar, the big one']")
    big.get_by_text("Measure, refill, take out").click()
    big.get_by_label("Left in it, ml").fill("1.1 l")
    big.get_by_role("button", name="Set it").click()
    expect(big).to_contain_text("1100 ml left of 3000")
    page.goto(demo_server.url + "/bench")
    measure(page)
    # The empty basket, tare, the full one.
    page.get_by_role("button", name="Weigh the green bean").click()
    weigh(page, 510, 510)
    page.get_by_role("button", name="Tare").click()
    weigh(page, 4900, 4390)
    page.get_by_role("button", name="Use for green bean").click()
    expect(page.get_by_label("green bean", exact=True)).to_have_value("4390 g")
    factor = page.locator("[data-factor]")
    expect(factor).to_have_text("2.42 times the recipe, limited by the green bean in the basket")
    # The jars that are there limit it further.
    pints = page.locator("[data-jar=pint]")
    pints.get_by_role("checkbox").check()
    expect(pints.get_by_label("How many Pint")).to_have_value("14")
    expect(factor).to_contain_text("limited by the jars there are")
    expect(page.locator("[data-limit]")).to_have_count(2)
    expect(page.locator("[data-jars='14 pint']")).to_contain_text("14 pint jars")
    expect(page.locator("[data-jars='14 pint']")).to_contain_text("10 min")
    # What the big bottle cannot give comes of the weak and the strong one, never weaker than 5 %.
    jug = page.locator("[data-draw]")
    expect(jug).to_contain_text("1.1 l")
    expect(jug).to_contain_text("corner bottle 3.94 %")
    expect(jug).to_contain_text("strong white 7 %")
    expect(jug).to_contain_text(re.compile(r"comes to 5\.\d\d\s%"))
    expect(page.locator("[data-loads]")).to_contain_text("2 loads")
    expect(page.locator("[data-lids=regular]")).to_contain_text("14 new regular lids, and one for the spare jar")
    assert serious_faults(page) == []
    assert page.evaluate("() => document.documentElement.scrollWidth <= window.innerWidth"), "runs over the edge"
    # The sheet, read back out of the file that is saved.
    page.get_by_role("button", name="The sheet for the wall").click()
    expect(page.locator("[data-page]")).to_have_count(1)
    expect(page.locator("[data-page] text").filter(has_text="10 min").first).to_be_visible()
    page.get_by_label("Paper").select_option(label="Letter")
    expect(page.locator("[data-page]")).to_have_count(1)
    with page.expect_download() as saved:
        page.get_by_role("button", name="Save as PDF").click()
    saved.value.save_as(tmp_path / "sheet.pdf")
    document = pypdfium2.PdfDocument(tmp_path / "sheet.pdf")
    assert len(document) == 1
    assert round(document[0].get_size()[0] / 72 * 25.4) == 216
    words = re.sub(r"\s+", " ", document[0].get_textpage().get_text_range())
    for says in ("10 min", "14 pint jars", "corner bottle 3.94 %", "2 loads: 9 + 5 Pint", "Headspace 13 mm (1/2 in), at true size"):
        assert says in words, says
    assert serious_faults(page) == []
    page.get_by_role("button", name="Back", exact=True).click()
    expect(page.get_by_label("green bean", exact=True)).to_have_value("4390 g"), "what was said is still there"
    # At the stove: three jars are filled, and the rest follows.
    page.get_by_role("button", name="Begin this batch").click()
    all_before_filling(page)
    expect(page.get_by_role("img", name="0 of 9 jars are in")).to_be_visible()
    expect(page.get_by_text("Load 1: 0 in, 9 go in; 5 jars after it")).to_be_visible()
    brine = page.locator("[data-brine-box]")
    expect(brine.locator("[data-brine]")).to_contain_text("One batch of brine is 1.89 l (8 cups): mix all that is listed, 1.75 batches")
    brine.get_by_text("how much went in?").click()
    brine.get_by_label("Jars filled").fill("3")
    brine.get_by_label("Brine used, ml").fill("2 cups plus 2 tbsp")
    brine.get_by_label("Batches mixed").fill("1")
    brine.get_by_role("button", name="Reckon the rest").click()
    expect(brine.locator("[data-brine]")).to_contain_text("for the 11 still empty: one more batch")
    expect(page.get_by_role("button", name="Take back: Brine of 3 jars measured")).to_be_visible()
    assert serious_faults(page) == []
    # Bottle, lids and jars are lower by what the batch took.
    page.goto(demo_server.url + "/kitchen/vinegar")
    expect(page.locator("[data-bottle='white vinegar, the big one']")).to_contain_text("0 ml left of 3000")
    page.goto(demo_server.url + "/kitchen/jars")
    expect(page.get_by_label("How many Pint", exact=True)).to_have_value("0")


@SIZES
def test_what_cannot_be_gets_a_sentence_and_nothing_is_lost(size: dict[str, int], demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url, size)
    measure(page)
    beans = page.get_by_label("green bean", exact=True)
    for typed, sentence in (
        ("500 g less 510 g", "cannot weigh as much"),
        ("10000 kg", "more than any kitchen"),
        ("a heap", "is no amount of green bean"),
    ):
        beans.fill(typed)
        expect(page.get_by_role("alert").first).to_contain_text(sentence)
        expect(page.get_by_role("button", name="Begin this batch")).to_be_disabled()
    beans.fill("4 kg")
    expect(page.locator("[data-factor]")).to_contain_text("2.20 times")
    page.get_by_label("Jars wanted").fill("0")
    expect(page.get_by_role("alert").first).to_contain_text("1 to 200")
    page.get_by_label("Jars wanted").fill("many")
    expect(page.get_by_role("alert").first).to_contain_text("is no figure")
    page.get_by_label("Jars wanted").fill("")
    page.get_by_label("Vinegar, ml").fill("a heap")
    expect(page.get_by_role("alert").first).to_contain_text("Write it as 750 ml, 1.5 l or 3 cups")
    page.get_by_label("Vinegar, ml").fill("1.5 l")
    expect(page.locator("[data-factor]")).to_contain_text("limited by the vinegar on hand")
    page.reload()
    expect(page.get_by_label("green bean", exact=True)).to_have_value("4 kg")
    page.get_by_role("button", name="Write it at this size").click()
    expect(page.get_by_label("The recipe, one ingredient to a line")).to_have_value(
        re.compile(r"6 1/[34] cups(?: plus [\w /]+)? white vinegar \(5%\)")
    )
    page.get_by_role("button", name="Undo: the recipe laid here before").click()
    expect(page.get_by_label("The recipe, one ingredient to a line")).to_have_value(BEANS)


def test_two_sizes_are_counted_apart_and_each_has_its_clock(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url, PHONE, touch=True)
    page.get_by_role("button", name="Tested formulas").click()
    page.get_by_role("dialog").get_by_text("Fresh-pack dill cucumbers").click()
    page.get_by_role("button", name="Measure and make").click()
    for jar, count in (("quart", "1"), ("pint", "2")):
        row = page.locator(f"[data-jar={jar}]")
        row.get_by_role("checkbox").check()
        row.get_by_role("textbox").fill(count)
    expect(page.locator("[data-jars='1 quart']")).to_contain_text("20 min")
    expect(page.locator("[data-jars='2 pint']")).to_contain_text("15 min")
    page.get_by_role("button", name="Begin this batch").click()
    all_before_filling(page)
    expect(page.get_by_text("Load 1 Quart: 0 in, 1 go in; 2 jars after it")).to_be_visible()
    another_canner(page)
    page.get_by_role("button", name="Jar 1 is in").tap()
    page.get_by_role("button", name="Lid on: 1 jar, more after this load").tap()
    expect(page.get_by_text("start the clock: 20 minutes")).to_be_visible()
    assert serious_faults(page) == []


def test_the_pan_is_weighed_at_the_stove(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url, LAPTOP)
    page.get_by_role("button", name="Tested formulas").click()
    page.get_by_role("dialog").get_by_text("Pepper and onion relish").click()
    expect(page.get_by_role("heading", level=1)).to_contain_text("Pepper and onion relish")
    page.get_by_role("button", name="Begin this batch").click()
    for part in ("Prepare", "Jars and canner"):
        page.get_by_role("button", name=f"{part}: all of it is done").click()
    pan = page.locator("[data-pan-box]")
    expect(pan).to_contain_text("That fills 9 half-pint jars")
    pan.get_by_text("Weigh the pan").click()
    for label, grams in (("Full pan at the start, g", "6000"), ("Pan now, g", "6500"), ("Pan alone, g", "1200")):
        pan.get_by_label(label).fill(grams)
    pan.get_by_role("button", name="Reckon: weigh the pan").click()
    expect(page.get_by_role("alert")).to_contain_text("no more than at the start")
    pan.get_by_label("Pan now, g").fill("3600")
    pan.get_by_role("button", name="Reckon: weigh the pan").click()
    expect(pan).to_contain_text("By your last reading")
    expect(pan).to_contain_text(re.compile(r"That fills \d+ (?:or|to) \d+ half-pint jars"))
    page.get_by_role("button", name="Take back: Pan measured").click()
    expect(pan).to_contain_text("Expected, by the tested yield")


@SIZES
def test_what_can_be_made_today_and_what_is_to_buy(size: dict[str, int], demo_server: Running, open_page: Opener, tmp_path: Path) -> None:
    page = open_page(demo_server.url + "/recipes", size)
    page.get_by_role("button", name="What can be made today").click()
    beans = page.locator("[data-can-make='Dilled green beans']")
    expect(beans).to_contain_text("19")
    okra = page.locator("[data-can-make='Jalapeño rings']")
    okra.get_by_role("checkbox").check()
    expect(page.locator("[data-to-buy] li").first).to_contain_text("jalapeño")
    with page.expect_download() as saved:
        page.get_by_role("button", name="Save the list").click()
    saved.value.save_as(tmp_path / "list.txt")
    assert "(Jalapeño rings)" in (tmp_path / "list.txt").read_text(encoding="utf-8")
    # On paper: the list and nothing else.
    printed = pypdfium2.PdfDocument(page.pdf())
    # Without the spaces and line ends that a reader of the page puts between its letters.
    words = "".join("".join(one.get_textpage().get_text_range() for one in printed).split())
    assert "(Jalapeñorings)" in words
    assert "Dilledgreenbeans" not in words
    assert "Savethelist" not in words
    assert serious_faults(page) == []
    field = page.get_by_label("What is on hand")
    field.fill(field.input_value().replace("4.4 kg green beans", "1 kg green beans") + "3 handfuls of skirrets\n")
    page.get_by_role("button", name="Reckon with this").click()
    expect(page.get_by_role("alert")).to_contain_text("Not understood, so not counted: 3 handfuls of skirrets")
    expect(beans).to_contain_text("4")
    page.get_by_role("button", name="Measure it: Dilled green beans").click()
    expect(page.get_by_role("heading", level=1)).to_contain_text("Measure and make: Dilled green beans")


@SIZES
def test_the_kitchen_takes_what_it_has(size: dict[str, int], demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url + "/kitchen/vinegar", size)
    page.get_by_label("Kind").select_option(label="cider vinegar")
    page.get_by_label("What you call it").fill("the new one")
    page.get_by_label("Left in it, ml").last.fill("750")
    page.get_by_role("button", name="Enter it").click()
    new = page.locator("[data-bottle='the new one']")
    expect(new).to_contain_text("Label 5 %, not measured")
    new.get_by_text("Measure, refill, take out").click()
    for label, reading in (("1st, ml NaOH", "7.8"), ("2nd", "7.9"), ("3rd", "7.85")):
        new.get_by_label(label).fill(reading)
    new.get_by_role("button", name="Record the strength").click()
    expect(new.locator("[data-strength]")).to_contain_text(
        re.compile(r"Label 5 %, measured \d\.\d\d give or take \d\.\d\d: \d\.\d\d counts")
    )
    assert serious_faults(page) == []
    page.get_by_role("link", name="Jars and lids").click()
    for label, figure in (
        ("Empty, g", "352"),
        ("Full of water, g", "300"),
        ("Inside depth, mm", "5 3/4 in"),
        ("Mouth inside, mm", "62"),
        ("Width outside, mm", "76"),
    ):
        page.get_by_label(label).fill(figure)
    page.get_by_label("What you call it").fill("Honey jar")
    page.get_by_role("button", name="Enter this jar").click()
    expect(page.get_by_role("alert")).to_contain_text("must weigh more than empty")
    expect(page.get_by_label("Inside depth, mm")).to_have_value("5 3/4 in"), "nothing typed is lost"
    page.get_by_label("Full of water, g").fill("700")
    page.get_by_role("button", name="Enter this jar").click()
    expect(page.locator("[data-own-jar='Honey jar']")).to_contain_text("takes the twelve-ounce's minutes")
    assert serious_faults(page) == []
    page.get_by_role("link", name="Canners").click()
    page.get_by_role("button", name="Change it: steam canner").click()
    expect(page.get_by_label("Burner, watts")).to_have_value("1800")
    page.get_by_label("Burner, watts").fill("2200")
    page.get_by_role("button", name="Save the change").click()
    expect(page.locator("[data-canner='steam canner']")).to_contain_text("2200 W")
    expect(page.locator("[data-canner]")).to_have_count(2)
    assert serious_faults(page) == []


def test_what_is_short_is_asked_about_on_the_bench_before_a_batch_is_begun(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url)
    page.request.put(f"{demo_server.url}/api/stock/jars/pint", data={"count": 1})
    sheet(page, BEANS)
    page.get_by_role("button", name="Begin this batch").click()
    expect(page.get_by_role("alert").filter(has_text="Before you begin")).to_contain_text("1 is in the cupboard")
    expect(page).to_have_url(re.compile(r"/bench$"))
    page.get_by_role("button", name="Begin all the same").click()
    expect(page).to_have_url(re.compile(r"/stove/"))


def test_a_batch_begun_by_mistake_is_given_up_by_one_press_and_one_half_way_thing_by_thing(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url)
    sheet(page, BEANS)
    page.get_by_role("button", name="Begin this batch").click()
    page.get_by_role("button", name="Begun by mistake: give it up").click()
    expect(page.get_by_role("heading", level=2)).to_have_text("Given up")
    page.get_by_role("button", name="Take back: Given up").click()
    expect(page.get_by_role("heading", level=2)).to_have_text("Check the kit")
    page.get_by_role("button", name="All of it is here").click()
    page.get_by_role("button", name="A jar is chipped").click()
    expect(page.get_by_role("alert")).to_contain_text("the spare takes its place")
    page.get_by_text("Give this batch up").click()
    box = page.locator("[data-give-up]")
    expect(box.get_by_text("ml of white vinegar", exact=False)).to_be_visible()
    box.get_by_role("button", name="Give it up").click()
    expect(page.get_by_role("heading", level=2)).to_have_text("Given up")
    page.get_by_role("link", name="Back to the Stove").click()
    expect(page.get_by_text("Dilly beans")).to_have_count(0)
    assert serious_faults(page) == []
