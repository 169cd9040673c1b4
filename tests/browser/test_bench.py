"""The Bench under hands: what stands beside which line, what follows a setting, what a kitchen's height changes."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import LAPTOP, PHONE, Opener, all_before_filling, all_in, serious_faults, through_the_door
from tests.conftest import Running

BEANS = """Row beans

4 lb green beans
8 heads dill
8 cloves garlic
1/2 cup pickling salt
4 cups white vinegar (5%)
4 cups water
"""


def sheet(page: Page, text: str) -> None:
    page.get_by_label("The recipe, one ingredient to a line").fill(text)
    expect(page.get_by_role("status")).to_have_attribute("data-stale", "false")


def test_what_stands_in_the_way_is_told_in_the_order_of_doing(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url, LAPTOP)
    sheet(page, BEANS.replace("8 cloves", "9 cloves").replace("(5%)", "(4%)"))
    slips = {code: page.locator(f"[data-code={code}]:visible").first for code in ("low-acid-increased", "vinegar-too-weak")}
    tops = {}
    for code, slip in slips.items():
        expect(slip).to_be_visible()
        box = slip.bounding_box()
        assert box is not None
        tops[code] = box["y"]
    assert tops["vinegar-too-weak"] < tops["low-acid-increased"], "the garlic is held against the acid"
    expect(page.get_by_role("heading", name="2 things stand between this and the shelf")).to_be_visible()
    expect(slips["vinegar-too-weak"]).to_contain_text("→")
    expect(slips["vinegar-too-weak"]).to_contain_text("Guide 6")


def test_findings_stand_beside_their_lines(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url, LAPTOP)
    sheet(page, BEANS.replace(" (5%)", ""))
    slip = page.locator("[data-code=vinegar-strength-unstated]:visible").first
    expect(slip).to_be_visible()
    box, field = slip.bounding_box(), page.get_by_label("The recipe, one ingredient to a line").bounding_box()
    assert box is not None
    assert field is not None
    line = BEANS.split("\n").index("4 cups white vinegar (5%)")
    assert abs(box["y"] - (field["y"] + 10 + line * 30)) < 12, "beside its own line"
    slip.get_by_role("button", name="It says 5 %").click()
    expect(page.get_by_label("The recipe, one ingredient to a line")).to_have_value(BEANS)


def test_a_recipe_that_nothing_is_near_gets_three_ways(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url, LAPTOP)
    sheet(page, "Plum chutney\n\n2 kg plums, stoned\n500 g onions, chopped\n600 g brown sugar\n500 ml cider vinegar (5%)\n")
    ways = page.locator("[data-three-ways]")
    expect(ways).to_contain_text("keep it cold")
    expect(ways.get_by_role("button", name="Enter the tested source")).to_be_visible()
    ways.get_by_role("button", name="Green mango chutney").click()
    expect(page.get_by_text("You follow Green mango chutney")).to_be_visible()


def test_each_finding_tells_reason_source_and_remedy(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url, PHONE)
    sheet(page, BEANS.replace("4 cups water", "6 cups water"))
    slip = page.locator("[data-code=water-added]:visible").first
    expect(slip).to_contain_text("line 8: 6 cups water")
    expect(slip).to_contain_text("2 % acid; the formula's is 2.5 %")
    expect(slip).to_contain_text("Use 4 cups water")
    expect(slip).to_contain_text("Water thins the acid")
    expect(slip).to_contain_text("water-added")


def test_a_stop_cannot_be_missed(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url)
    sheet(page, BEANS + "1 tsp baking soda\n")
    expect(page.get_by_role("status")).to_have_attribute("data-destination", "discard")
    expect(page.locator("[data-level=stop]:visible").first).to_contain_text("Stop")
    expect(page.get_by_text("This cannot be begun")).to_be_visible()


def test_a_permitted_change_is_a_quiet_note(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url)
    sheet(page, BEANS + "1 tsp cumin\n")
    expect(page.get_by_role("status")).to_have_attribute("data-destination", "shelf")
    note = page.locator("[data-code=spice-changed]:visible").first
    expect(note.get_by_text("Dried spices may be changed freely")).to_be_hidden()
    note.locator("summary").click()
    expect(note.get_by_text("Dried spices may be changed freely")).to_be_visible()


def test_an_unread_line_is_typed_over(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url)
    sheet(page, BEANS + "2 tsp mustrad seed\n")
    expect(page.locator("[data-code=line-unread]:visible").first).to_contain_text("mustrad")
    sheet(page, BEANS + "2 tsp mustard seed\n")
    expect(page.locator("[data-code=line-unread]")).to_have_count(0)
    expect(page.get_by_role("status")).to_contain_text("Shelf")


@pytest.mark.parametrize(
    ("jar", "minutes", "code"), [("Half-pint", "10", "jar-smaller"), ("500 ml", "10", None), ("Quart", "", "jar-larger")]
)
def test_the_jar_decides_the_minutes(jar: str, minutes: str, code: str | None, demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url)
    sheet(page, BEANS)
    page.get_by_label("Jar", exact=True).select_option(label=jar)
    expect(page.locator("[data-minutes]")).to_have_attribute("data-minutes", minutes)
    expect(page.get_by_role("img", name=f"{jar} jar")).to_be_visible()
    if code:
        expect(page.locator(f"[data-code={code}]:visible").first).to_be_visible()


def test_the_kitchens_height_changes_the_minutes_at_once(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url)
    sheet(page, BEANS)
    minutes = page.locator("[data-minutes]")
    expect(minutes).to_have_attribute("data-minutes", "10")
    for height, unit, wanted in (("304.8", "metres", "5"), ("1000.1", "feet", "10"), ("6500", "feet", "15"), ("10001", "feet", "")):
        through_the_door(page, "Kitchen")
        page.get_by_label("How high above the sea is your kitchen?").fill(height)
        page.get_by_label("Unit of the height").select_option(label=unit)
        page.get_by_role("button", name="Save").click()
        if height == "10001":
            page.get_by_role("button", name="Yes, that is my kitchen's height").click()
        page.get_by_role("button", name="The kitchen moved").click()
        expect(page.get_by_text("Saved.")).to_be_visible()
        page.get_by_role("link", name="Bench").click()
        expect(minutes).to_have_attribute("data-minutes", wanted)
    expect(page.locator("[data-code=altitude-uncharted]").first).to_be_visible()


def test_sterilising_is_said_where_it_is_needed(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url + "/kitchen")
    page.get_by_label("How high above the sea is your kitchen?").fill("100")
    page.get_by_role("button", name="Save").click()
    page.get_by_role("button", name="The kitchen moved").click()
    expect(page.get_by_text("Saved.")).to_be_visible()
    page.get_by_role("link", name="Bench").click()
    sheet(page, BEANS)
    expect(page.get_by_text("sterilise jars first, 10 min")).to_be_visible()


def test_formulas_are_written_in_the_kitchens_measures(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url + "/kitchen")
    page.get_by_text("grams, ml, a 250 ml cup").click()
    page.get_by_role("button", name="Save").click()
    expect(page.get_by_text("Saved.")).to_be_visible()
    page.get_by_role("link", name="Bench").click()
    page.get_by_role("button", name="Tested formulas").click()
    page.get_by_label("Search the formulas").fill("asparagus")
    page.get_by_role("dialog").get_by_text("Pickled asparagus").click()
    expect(page.get_by_label("The recipe, one ingredient to a line")).to_have_value(re.compile("Pickled asparagus"))
    text = page.get_by_label("The recipe, one ingredient to a line").input_value()
    assert text.startswith("""Pickled asparagus

4.53 kg asparagus, cut to the jar
6 cloves garlic, large
1.06 l water
1.07 l white distilled vinegar (5% acidity)
6 fresh hot red pepper, small (optional)
144 g pickling salt
7 g dill seed

Method:
1. Wash""")
    assert text.endswith("""
Raw pack. Leave 12.7 mm headspace.
Process 12 oz jars 10 minutes, pint jars 10 minutes in boiling water.
""")
    expect(page.get_by_role("status")).to_contain_text("Shelf")


def test_a_search_without_a_hit_says_so(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url)
    page.get_by_role("button", name="Tested formulas").click()
    page.get_by_label("Search the formulas").fill("rutabaga")
    expect(page.get_by_text("None of the 41 formulas fits")).to_be_visible()
    page.keyboard.press("Escape")
    expect(page.get_by_role("dialog")).to_have_count(0)


def test_jars_are_planned_in_whole_jars(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url)
    sheet(page, BEANS)
    page.get_by_label("Jars planned").fill("a few")
    expect(page.get_by_text("Write a whole number of jars, 1 to 200.")).to_be_visible()
    expect(page.get_by_role("button", name="Begin this batch")).to_be_disabled()
    page.get_by_label("Jars planned").fill("8")
    expect(page.get_by_role("button", name="Begin this batch")).to_be_enabled()


def test_an_own_recipe_is_made_for_the_refrigerator(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url)
    sheet(page, BEANS.replace("8 cloves", "40 cloves"))
    page.get_by_label("Jars planned").fill("2")
    page.get_by_role("button", name="Begin, for the refrigerator").click()
    expect(page.get_by_text("nobody, as it stands")).to_be_visible()
    page.get_by_role("button", name="Prepared").click()
    page.get_by_role("button", name="Cooked").click()
    page.get_by_role("button", name="2 jars filled").click()
    expect(page.get_by_role("heading", name="Into the refrigerator")).to_be_visible()
    expect(page.get_by_role("button", name="It boils: start the clock")).to_have_count(0)
    page.get_by_role("button", name="They are in the refrigerator").click()
    expect(page.get_by_text("Eat within 7 days").first).to_be_visible()
    page.get_by_role("link", name="Shelf").first.click()
    expect(page.get_by_text("use by").first).to_be_visible()


def test_the_steps_of_a_refrigerator_batch_are_confirmed_before_it_is_begun(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url)
    sheet(
        page,
        BEANS.replace("8 cloves", "40 cloves")
        + "Method:\nTrim the beans. Leave them in ice water. Boil the vinegar and water for 5 minutes. Fill the jars.\n",
    )
    page.get_by_role("button", name="Begin, for the refrigerator").click()
    box = page.get_by_role("region", name="Its steps, read back")
    expect(box.locator("[data-step]")).to_have_count(3)
    box.get_by_label("Trim the beans. by hand").check(force=True)
    expect(box.get_by_role("button", name="Begin, 2 in their own words")).to_be_enabled()
    box.get_by_role("button", name="Step 2: 30 min").click()
    box.get_by_role("button", name="All are right").click()
    assert serious_faults(page) == []
    box.get_by_role("button", name="Begin with these steps").click()
    expect(page.get_by_text("nobody, as it stands")).to_be_visible()
    expect(page.get_by_role("heading", name="Check the kit")).to_be_visible()


def test_how_each_line_was_read_can_be_looked_at(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url)
    sheet(page, BEANS + "Soak:\n2 gal water\n")
    page.get_by_text("How Rheum read these lines").click()
    read = page.locator("details").get_by_role("listitem").filter(has_text="white distilled vinegar 5 %")
    expect(read).to_contain_text("946 ml")
    expect(page.locator("details").get_by_role("listitem").filter(has_text="green bean")).to_contain_text("1.60 kg")
    expect(page.get_by_text("soak, stays out of the jar")).to_be_visible()


def test_the_steam_canner_has_no_water_over_its_lids(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url)
    sheet(page, BEANS)
    expect(page.get_by_text("water 1 in (25 mm) over the lids")).to_be_visible()
    page.get_by_label("Canner").select_option(label="Steam")
    expect(page.get_by_text("over the lids")).to_have_count(0)
    page.get_by_role("button", name="Begin this batch").click()
    all_before_filling(page)
    all_in(page, last=False)
    expect(page.get_by_role("heading", name="Bring to full steam")).to_be_visible()
    expect(page.get_by_text("full, steady column of steam out of the vents")).to_be_visible()
    expect(page.get_by_role("img", name="no full steam yet")).to_be_visible()
    expect(page.get_by_role("button", name="The steam is full: start the clock")).to_be_visible()
    expect(page.get_by_text("Water over the lids")).to_have_count(0)


def test_a_refused_tap_says_why_and_changes_nothing(demo_server: Running, open_page: Opener) -> None:
    first = open_page(f"{demo_server.url}/stove/demo-0012", expect_errors=True)
    second = open_page(f"{demo_server.url}/stove/demo-0012", expect_errors=True)
    expect(second.get_by_role("button", name="It boils: start the clock")).to_be_visible()
    second.route("**/api/batches/demo-0012", lambda route: route.abort())
    first.get_by_role("button", name="It boils: start the clock").click()
    expect(first.get_by_role("timer", name="Time left")).to_be_visible()
    second.get_by_role("button", name="It boils: start the clock").click()
    expect(second.get_by_role("alert").filter(has_text="The clock is running already")).to_be_visible()


PASTED = """Okra the way we make it

4.9 from 31 readers, jump to the recipe

7 lb okra, small pods
6 grindle hot red peppers
4 tsp dill seed
8 garlic cloves
2/3 cup pickling salt
6 cups water
6 cups white vinegar (5%)
2 tbsp zebble mustard seed

Directions
1. Wash the okra and trim the ends.
2. Pack it into hot jars with a clove of garlic in each, leaving 1/2 inch headspace.
3. Boil the rest together and pour it over.
4. Frobulate the lids for luck.
5. Process 10 minutes.
"""


def test_what_was_not_heard_is_said_beside_it_and_remembered(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url)
    page.get_by_label("The recipe, one ingredient to a line").fill(PASTED)
    panel = page.get_by_role("status")
    expect(panel).to_contain_text("Not heard yet: 2 lines")
    expect(panel).to_contain_text("Lines 6, 12")
    expect(page.locator(".ruled[data-role=aside]")).to_contain_text("4.9 from 31 readers")
    page.get_by_role("button", name="“grindle” is only a kind of").click()
    expect(panel).to_contain_text("Not heard yet: 1 line")
    page.get_by_role("button", name="“zebble” is only a kind of").click()
    expect(panel).to_contain_text("Shelf")
    expect(panel).to_contain_text("Shelf, by the tested steps")
    expect(panel).to_contain_text("Your page's own method is not followed.")
    page.get_by_text("Your page's own method: not followed").click()
    expect(page.locator("[data-page-method]")).to_contain_text("Wash the okra and trim the ends.")
    through_the_door(page, "Kitchen")
    page.get_by_role("button", name="Forget zebble mustard seed").click()
    expect(page.get_by_role("button", name="Forget zebble mustard seed")).to_have_count(0)
    expect(page.get_by_role("button", name="Forget grindle")).to_have_count(1)
    page.get_by_role("button", name="Forget grindle").click()


def test_a_line_is_not_found_fault_with_while_it_is_typed(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url)
    sheet = page.get_by_label("The recipe, one ingredient to a line")
    sheet.fill("Okra\n\n7 lb okra\n6 cups white vinegar (5%)\n")
    sheet.press("Control+End")
    sheet.press_sequentially("2 cups zorblax", delay=30)
    expect(page.get_by_role("status")).to_have_attribute("data-stale", "false")
    assert page.locator("[data-code=line-unread]").count() == 0
    expect(page.locator("[data-code=line-unread]")).to_have_count(1)
