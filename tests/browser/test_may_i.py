""" "May I?" under hands: paste, read, place, put right, undo, follow another formula, become tested, compare, keep, enter."""

from __future__ import annotations

import json
import re
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import LAPTOP, PHONE, Opener, serious_faults, through_the_door
from tests.browser.test_bench import BEANS, sheet
from tests.conftest import Running

FIELD = "The recipe, one ingredient to a line"
PAGE = """<html><head><script type="application/ld+json">{"@context": "https://schema.org", "@type": "Recipe", "name": "Page beans",
"recipeIngredient": ["4 lb green beans", "8 heads dill", "4 cups white vinegar (5%)", "4 cups water", "1/2 cup pickling salt"]}</script></head>
<body>7 lb carrots</body></html>"""
BOTH = pytest.mark.parametrize("size", [LAPTOP, PHONE], ids=["laptop", "phone"])
SIZES = pytest.mark.parametrize("size", [LAPTOP], ids=["laptop"])


def settled(page: Page, destination: str) -> None:
    panel = page.locator("[data-destination][role=status]")
    expect(panel).to_have_attribute("data-stale", "false")
    expect(panel).to_have_attribute("data-destination", destination)


@BOTH
def test_paste_place_put_right_and_undo(size: dict[str, int], demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url, size, touch=size is PHONE)
    text = BEANS.replace("8 cloves", "12 cloves") + "1 tsp skirret\n"
    sheet(page, text)
    settled(page, "fridge")
    page.get_by_label("What skirret is").select_option(label="a dried spice or herb")
    page.get_by_role("button", name="Place it").click()
    expect(page.locator("[data-code=line-unread]")).to_have_count(0)
    page.get_by_role("button", name="Do it: This acid is enough for 8 cloves garlic.").click()
    settled(page, "shelf")
    expect(page.get_by_label(FIELD)).to_have_value(text.replace("12 cloves", "8 cloves"))
    expect(page.get_by_text("counted as a dried spice or herb, for so you placed it")).to_be_visible()
    assert serious_faults(page) == []
    page.get_by_role("button", name="Undo: Garlic").click()
    settled(page, "fridge")
    expect(page.get_by_label(FIELD)).to_have_value(text)
    expect(page.get_by_role("button", name="Undo")).to_have_count(0)
    # The placement is the kitchen's, not the sheet's: it is still known after a reload, and can be forgotten in Kitchen.
    page.reload()
    expect(page.get_by_label(FIELD)).to_have_value(text)
    expect(page.locator("[data-code=line-unread]")).to_have_count(0)
    through_the_door(page, "Kitchen")
    page.get_by_role("button", name="Forget skirret").click()
    expect(page.get_by_text("Ingredients you placed")).to_have_count(0)


@SIZES
def test_a_method_is_set_aside_by_one_press_and_looked_at_again(size: dict[str, int], demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url, size)
    whole = BEANS + "\nMethod:\nTrim the beans. Use half the vinegar. Turn the jars upside down to seal them.\n"
    sheet(page, whole)
    settled(page, "fridge")
    expect(page.locator("[data-heard]")).to_contain_text("It leaves acid out")
    page.get_by_role("button", name="Make it by the tested steps").first.click()
    settled(page, "shelf")
    expect(page.get_by_role("status")).to_contain_text("Your page's own method is not followed.")
    expect(page.get_by_label(FIELD)).to_have_value(whole)
    expect(page.locator("[data-tested-steps]")).to_contain_text("Trim green bean")
    page.get_by_role("button", name="Look at my page's method again").click()
    settled(page, "fridge")


def test_a_remedy_with_two_ways(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url)
    sheet(page, BEANS.replace("4 cups water", "6 cups water"))
    page.get_by_role("button", name="Or: use 6 cups white vinegar").click()
    settled(page, "shelf")
    expect(page.get_by_label(FIELD)).to_have_value(BEANS.replace("4 cups water", "6 cups water").replace("4 cups white", "6 cups white"))
    page.get_by_role("button", name="Undo").click()
    settled(page, "fridge")
    page.get_by_role("button", name="Do it: Use 4 cups water").click()
    settled(page, "shelf")
    expect(page.get_by_label(FIELD)).to_have_value(BEANS)


def test_a_remedy_of_a_setting(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url)
    sheet(page, BEANS)
    page.get_by_label("Jar", exact=True).select_option(label="Quart")
    settled(page, "fridge")
    page.get_by_role("button", name="Do it: Use pint jars").click()
    settled(page, "shelf")
    expect(page.get_by_label("Jar", exact=True)).to_have_value("pint")


@SIZES
def test_another_formula_is_followed(size: dict[str, int], demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url, size)
    sheet(page, BEANS)
    settled(page, "shelf")
    page.get_by_text("Did you mean another one?").click()
    near = page.get_by_role("list", name="Nearest formulas").get_by_role("listitem")
    expect(near).to_have_count(3)
    expect(near.first).to_contain_text("distance 0.0")
    assert serious_faults(page) == []
    other = near.nth(1).locator("p").first.inner_text()
    near.nth(1).get_by_role("button").click()
    settled(page, "fridge")
    expect(page.locator("[data-against]")).to_contain_text(other)
    expect(page.locator("[data-code=no-tested-formula]:visible, [data-code=ingredient-added]:visible").first).to_be_visible()
    page.get_by_role("button", name="Undo: following").click()
    settled(page, "shelf")
    expect(page.locator("[data-against]")).to_contain_text("Judged against Dilled green beans")


@SIZES
def test_what_would_make_it_a_tested_one(size: dict[str, int], demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url, size)
    text = BEANS.replace("8 cloves", "30 cloves").replace("(5%)", "(4%)") + "1 cup carrots, sliced\n"
    sheet(page, text)
    settled(page, "fridge")
    page.get_by_role("button", name="What would make this a tested one?").click()
    dialog = page.get_by_role("dialog")
    expect(dialog.get_by_text("3 changes")).to_be_visible()
    expect(dialog.get_by_role("list", name="Changes").get_by_role("listitem")).to_have_count(3)
    assert serious_faults(page) == []
    dialog.get_by_role("button", name="Change it: Take carrot out").click()
    expect(dialog.get_by_text("2 changes")).to_be_visible()
    dialog.get_by_role("button", name="Change all of it").click()
    expect(dialog).to_have_count(0)
    settled(page, "shelf")
    expect(page.locator("[data-against]")).to_contain_text("Dilled green beans")
    page.get_by_role("button", name="Undo: becoming").click()
    page.get_by_role("button", name="Undo: Take carrot out").click()
    expect(page.get_by_label(FIELD)).to_have_value(text)


def test_the_ledger_shows_who_brings_and_who_takes_up(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url)
    sheet(page, BEANS.replace("4 cups water", "8 cups water"))
    ledger = page.get_by_role("region", name="Acid ledger")
    expect(ledger.get_by_text("white distilled vinegar 5 %")).to_be_visible()
    expect(ledger.get_by_text("green bean")).to_be_visible()
    expect(ledger.get_by_text("brine 1.67 % acid, the formula's 2.50 %")).to_be_visible()
    expect(ledger.get_by_text("Estimated pH")).to_be_visible()
    expect(ledger.get_by_text("how acid and heat reach")).to_be_visible()
    widths = [bar.bounding_box() for bar in ledger.get_by_role("img").all()]
    assert widths[0] is not None and widths[1] is not None
    assert widths[0]["width"] > widths[1]["width"], "vinegar brings more than the beans take up"


FILES = (
    ("page.html", PAGE, "Page beans"),
    (
        "beans.md",
        "# Beans in Markdown\n\n* 4 lb green beans\n* 4 cups white vinegar (5%)\n* 4 cups water\n* 8 heads dill\n",
        "Beans in Markdown",
    ),
    ("beans.json", json.dumps({"@type": "Recipe", "name": "JSON beans", "recipeIngredient": BEANS.splitlines()[2:]}), "JSON beans"),
    ("beans.txt", BEANS, "Row beans"),
)


def test_a_file_is_opened_and_can_be_put_back(demo_server: Running, open_page: Opener, tmp_path: Path) -> None:
    page = open_page(demo_server.url)
    sheet(page, "My own sheet\n2 cups white vinegar (5%)\n")
    for name, content, title in FILES:
        (tmp_path / name).write_text(content)
        page.get_by_label("A recipe file").set_input_files(tmp_path / name)
        expect(page.get_by_role("heading", level=1)).to_have_text(title)
        settled(page, "shelf")
        page.get_by_role("button", name="Undo: the recipe before the file").click()
        expect(page.get_by_role("heading", level=1)).to_have_text("My own sheet")


def test_a_dropped_file_is_opened_and_a_bad_one_says_why(demo_server: Running, open_page: Opener, tmp_path: Path) -> None:
    page = open_page(demo_server.url)
    sheet(page, "My own sheet\n2 cups white vinegar (5%)\n")
    drop = """(name, content) => {
        const data = new DataTransfer();
        data.items.add(new File([content], name));
        document.querySelector('[data-drop]').dispatchEvent(new DragEvent('drop', { dataTransfer: data, bubbles: true, cancelable: true }));
    }"""
    page.evaluate(f"({drop})('picture.png', 'x')")
    expect(page.get_by_role("alert").filter(has_text="none of the files Rheum reads")).to_be_visible()
    expect(page.get_by_role("heading", level=1)).to_have_text("My own sheet")
    page.evaluate(f"({drop})('beans.txt', {json.dumps(BEANS)})")
    expect(page.get_by_role("heading", level=1)).to_have_text("Row beans")


def test_a_recipe_is_written_out(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url)
    sheet(page, BEANS)
    page.get_by_role("button", name="More").click()
    with page.expect_download() as waiting:
        page.get_by_role("menuitem", name="Write it as schema.org JSON").click()
    file = waiting.value
    assert file.suggested_filename == "row-bean.json"
    written = json.loads(Path(file.path()).read_text())
    assert (written["@type"], written["recipeIngredient"][0]) == ("Recipe", "4 lb green beans")


@SIZES
def test_recipes_are_kept_searched_opened_and_taken_out(size: dict[str, int], demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url, size)
    sheet(page, BEANS)
    page.get_by_role("button", name="Keep this recipe").click()
    expect(page.get_by_role("button", name="Keep the changes")).to_be_visible()
    page.get_by_role("link", name="Recipes").click()
    card = page.locator('[data-recipe="Row beans"]')
    expect(card).to_have_attribute("data-destination", "shelf")
    page.get_by_label("Search the recipes").fill("row beans")
    expect(page.get_by_role("list", name="Your recipes").get_by_role("listitem")).to_have_count(1)
    expect(page.get_by_text("None of the tested ones fits")).to_be_visible()
    page.get_by_label("Search the recipes").fill("okra")
    expect(page.locator("[data-recipe]")).to_have_count(1)
    expect(page.locator('[data-recipe="Dilled okra"]')).to_contain_text("15 min in pint jars")
    page.get_by_label("Search the recipes").fill("")
    assert serious_faults(page) == []
    card.get_by_role("button", name="Take out Row beans").click()
    card.get_by_role("button", name="Really take it out").click()
    expect(card).to_have_count(0)
    page.get_by_role("button", name="Begin from it: Dilled okra").click()
    settled(page, "shelf")
    expect(page.get_by_role("heading", level=1)).to_have_text("Dilled okra")
    page.get_by_role("button", name="Undo: the recipe laid here").click()
    expect(page.get_by_role("heading", level=1)).to_have_text("Row beans")


@SIZES
def test_three_versions_are_compared(size: dict[str, int], demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url + "/recipes", size)
    for title in ("Under-the-stairs garlic beans", "Beans the neighbour's way", "Dilled green beans"):
        page.locator(f'[data-recipe="{title}"]').get_by_text("compare").click()
    page.get_by_role("button", name="Compare them").click()
    expect(page.get_by_role("columnheader")).to_have_count(3)
    brine = page.get_by_role("row", name="Brine")
    expect(brine).to_contain_text("1.67 %")
    expect(brine).to_have_attribute("data-differs", "true")
    expect(
        page.get_by_role("row", name="◆ green bean").or_(page.locator("tr[data-differs=false]").filter(has_text="green bean"))
    ).to_have_attribute("data-differs", "false")
    liquids = page.get_by_role("radiogroup", name="Vinegar, juice, water, oil")
    liquids.get_by_role("radio", name="Beans the neighbour's way").click()
    expect(page.locator("[data-merged]")).to_have_attribute("data-merged", "fridge")
    expect(page.get_by_text("nobody's tested recipe: for the refrigerator")).to_be_visible()
    assert serious_faults(page) == []
    page.get_by_role("button", name="Leave out: Beans the neighbour's way").click()
    expect(page.get_by_role("columnheader")).to_have_count(2)
    page.get_by_label("Or paste a recipe").fill(BEANS)
    page.get_by_role("button", name="Add it").click()
    expect(page.get_by_role("columnheader").nth(2)).to_contain_text("Row beans")
    page.get_by_role("radiogroup", name="Spices").get_by_role("radio", name="Row beans").click()
    expect(page.get_by_role("radiogroup", name="Spices").get_by_role("radio", name="Row beans")).to_be_checked()
    page.get_by_role("button", name="Lay the merged one on the Bench").click()
    expect(page.get_by_label(FIELD)).to_be_visible()
    expect(page.get_by_role("heading", level=1)).to_contain_text("Merged from")


def test_a_formula_is_entered_from_a_book(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url + "/recipes/enter")
    text = "Carrot coins\n2 3/4 lb prepared carrots, 1/2 in rounds\n5 1/2 cups white vinegar (5%)\n1 cup water\n2 cups sugar\n2 tsp canning salt\nMethod:\nSlice the carrots. Bring the vinegar, water, sugar and salt to a boil and simmer 3 minutes. Fill the jars.\n"
    page.get_by_label("Title", exact=True).fill("The Valley Book of Jars")
    page.get_by_label("Page or sheet").fill("112")
    page.get_by_label("Year").fill("1988")
    page.get_by_label("Title first").fill(text)
    page.get_by_label("Makes, at least").fill("4")
    page.get_by_label("Minutes: pint", exact=True).fill("15")
    page.get_by_role("button", name="Look it over").click()
    expect(page.get_by_text("1988 is too old")).to_be_visible()
    page.get_by_label("Year").fill("2016")
    page.get_by_label("It comes from").select_option(label="a friend")
    page.get_by_role("button", name="Look it over").click()
    expect(page.get_by_text("A friend's recipe is not a tested source")).to_be_visible()
    page.get_by_label("It comes from").select_option(label="a tested book")
    page.get_by_role("button", name="Look it over").click()
    expect(page.get_by_text("nearest is “Pickled carrots”")).to_be_visible()
    assert serious_faults(page) == []
    page.get_by_label("Line 2: how much carrot?").fill("2 3/4 lb")
    page.get_by_label("Line 3: how much white distilled vinegar?").fill("5 cups")
    page.get_by_label("Line 4: how much water?").fill("1 cup")
    page.get_by_label("Minutes again: pint").fill("15")
    # Its typed steps are read back, what each does; each is confirmed.
    read = page.get_by_text("2 still to be confirmed")
    expect(read).to_be_visible()
    page.get_by_label("Slice the carrots. by hand").check(force=True)
    page.get_by_label("simmer 3 minutes. on the stove, 3 minutes from the boil").check(force=True)
    expect(page.get_by_text("All of them are confirmed.")).to_be_visible()
    page.get_by_role("button", name="Keep it as a formula").click()
    expect(page.get_by_text("first 5.5 cup, now 5 cups")).to_be_visible()
    page.get_by_label("Line 3: how much white distilled vinegar?").fill("5 1/2 cups")
    page.get_by_role("button", name="Keep it as a formula").click()
    card = page.locator('[data-recipe="Carrot coins"]')
    expect(card).to_contain_text("tested, entered by you from The Valley Book of Jars, p. 112, 2016")
    expect(card).to_contain_text("25 min in pint jars")
    card.get_by_role("button", name="Begin from it: Carrot coins").click()
    settled(page, "shelf")
    expect(page.get_by_text("entered by you from The Valley Book of Jars")).to_be_visible()
    through_the_door(page, "Kitchen")
    page.get_by_label("A source that gives sea-level minutes only").select_option(value="longest")
    page.get_by_role("link", name="Bench").click()
    expect(page.get_by_text("the longest of the trade chart")).to_be_visible()


def test_keys_alone_put_a_finding_right(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url)
    sheet(page, BEANS.replace("8 cloves", "12 cloves"))
    page.get_by_role("button", name="Do it").focus()
    page.keyboard.press("Enter")
    settled(page, "shelf")
    page.get_by_role("button", name="Undo").focus()
    page.keyboard.press("Space")
    settled(page, "fridge")


def test_a_jar_gone_bad_is_said_and_leaves_the_shelf(demo_server: Running, open_page: Opener) -> None:
    page = open_page(f"{demo_server.url}/stove/demo-0003")
    page.get_by_text("Something is wrong with it").first.click()
    page.get_by_role("button", name="It shows one of them: jar 1").click()
    expect(page.get_by_role("alert").filter(has_text="do not taste it")).to_be_visible()
    expect(page.get_by_role("button", name="Jar 1 is in the refrigerator")).to_have_count(0)
    assert serious_faults(page) == []
    page.get_by_role("button", name="Thrown out").click()
    expect(page.get_by_text("thrown out", exact=True)).to_be_visible()


def test_keys_of_its_own_press_the_buttons_and_never_while_one_types(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url)
    text = BEANS.replace("8 cloves", "12 cloves")
    sheet(page, text)
    settled(page, "fridge")
    field = page.get_by_label(FIELD)
    field.focus()
    page.keyboard.press("End")
    page.keyboard.type("d")
    expect(field).to_have_value(re.compile("d"))
    field.fill(text)
    settled(page, "fridge")
    field.blur()
    page.keyboard.press("n")
    expect(page.get_by_role("button", name="Do it: This acid is enough")).to_be_focused()
    page.keyboard.press("d")
    settled(page, "shelf")
    page.keyboard.press("u")
    settled(page, "fridge")
    page.keyboard.press("w")
    expect(page.get_by_role("dialog")).to_be_visible()
    page.keyboard.press("Escape")
    expect(page.get_by_role("dialog")).to_have_count(0)
    page.keyboard.press("?")
    expect(page.get_by_role("region", name="Keys")).to_contain_text("measure and make")
    assert serious_faults(page) == []
    page.get_by_role("button", name="Switch the keys off").click()
    page.get_by_role("button", name="Close").click()
    page.keyboard.press("3")
    expect(page.get_by_label(FIELD)).to_be_visible()
    page.keyboard.press("?")
    page.get_by_role("button", name="Switch the keys on").click()
    page.get_by_role("button", name="Close").click()
    page.keyboard.press("3")
    expect(page.get_by_role("heading", name="Recipes", level=1)).to_be_visible()


def test_one_follows_a_formula_through_every_edit_until_another_recipe_is_pasted(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url + "/recipes")
    page.get_by_role("button", name="Begin from it: Yellow pepper rings").click()
    expect(page.get_by_text("You follow Yellow pepper rings")).to_be_visible()
    field = page.get_by_label(FIELD)
    text = field.input_value()
    line = next(line for line in text.split("\n") if "banana pepper" in line)
    field.fill(text.replace(line, "1 lb 6 oz bell pepper, 1/4 in rings\n1 lb 6 oz jalape\u00f1o, 1/4 in rings"))
    settled(page, "shelf")
    expect(page.get_by_text("You follow Yellow pepper rings")).to_be_visible()
    field.fill(BEANS)
    expect(page.get_by_text("Judged against Dilled green beans")).to_be_visible()


def test_an_example_says_so_and_allergens_are_shown(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url)
    expect(page.get_by_text("An example, with two things wrong")).to_be_visible()
    sheet(page, BEANS + "1 tbsp mustard seed\n1 cup celery, sliced\n")
    expect(page.get_by_text("An example")).to_have_count(0)
    expect(page.locator("[data-allergens]")).to_contain_text("celery, mustard")


def test_what_was_not_understood_stands_on_the_list_of_measure(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url)
    sheet(page, BEANS + "1 cup skirret, chopped\n")
    page.get_by_role("button", name="Measure and make").click()
    expect(page.locator("[data-unread]")).to_contain_text("1 cup skirret, chopped")
