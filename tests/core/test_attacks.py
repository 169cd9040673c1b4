"""Ways in which something unsafe was once read as shelf, or could have been. Each stays closed."""

from __future__ import annotations

import pytest

from rheum.core.facts.circumstances import Settings
from rheum.core.judging.check import check_text
from rheum.core.measures.altitude import read_altitude
from rheum.core.parsing.mentions import LineUnread, read_ingredient
from rheum.core.parsing.text import read_recipe
from rheum.core.parsing.writing import formula_text
from rheum.reference.loading import library
from tests.core.texts import without_steps

BEANS = "Beans\n4 lb green beans\n8 heads dill\n8 cloves garlic\n1/2 cup pickling salt\n4 cups white vinegar (5%)\n4 cups water\n"

ATTACKS = {
    "vinegar thinned in words": BEANS.replace("(5%)", "(5%), cut by half"),
    "vinegar thinned with water in one line": BEANS.replace("(5%)", "(5%), half water"),
    "more behind a comma": BEANS.replace("green beans", "green beans, plus 3 lb more"),
    "more behind an or": BEANS.replace("8 cloves", "8 or 30 cloves"),
    "two things in a line": BEANS.replace("8 heads dill", "8 heads dill, 2 lb carrots"),
    "a figure inside the name": BEANS.replace("4 lb green beans", "4 lb 9 oz extra green beans"),
    "cream on the yield line": BEANS + "Yield: 3 cups cream\n",
    "onions on the author's line": BEANS + "By: 4 lb onions\n",
    "cream on a setting line": BEANS + "Time: 2 cups cream\n",
    "carrots in a heading": BEANS + "# 3 lb carrots\n",
    "onions as a heading": BEANS + "Onions 3 lb:\n",
    "onions behind a heading": BEANS + "For the top: 3 lb onions\n",
    "onions beside a soak": BEANS + "Soak 3 lb onions:\n",
    "onions beside per jar": BEANS + "Per jar 2 cups onions:\n",
    "onions in a source line": BEANS + "Source: a book; we also add 4 lb onions\n",
    "after a note": BEANS.replace("8 cloves garlic\n", "Note: best in July\nramps, 2 cups\n8 cloves garlic\n"),
    "cream beside the minutes": BEANS + "Processing: stir in 2 cups cream, then 10 minutes\n",
    "a count in the method": BEANS + "\nMethod:\nAdd 12 onions, sliced.\n",
    "cups in the method": BEANS + "\nMethod:\nStir in 2 cups of chopped carrots.\n",
    "unknown in the method": BEANS + "\nMethod:\nAdd 2 lb ramps.\n",
    "another time of the same thing in the method": BEANS + "\nMethod:\nAdd the 30 cloves garlic.\n",
    "unknown as the title": "3 lb ramps\n" + BEANS.removeprefix("Beans\n"),
    "produce under a soak": BEANS + "Soak:\n2 lb onions\n",
    "vinegar under a soak": BEANS.replace("4 cups white vinegar (5%)\n", "") + "Soak:\n4 cups white vinegar (5%)\n",
    "produce by the jar": BEANS + "Per jar:\n1 cup carrots, sliced\n",
    "water by the jar": BEANS + "Per jar:\n1 cup water\n",
    "vinegar by the jar": BEANS.replace("4 cups white vinegar (5%)", "") + "Per jar:\n1/2 cup white vinegar (5%)\n",
    "large onions counted as usual ones": "Salsa\n6 cups tomatoes\n11 large onions\n1 1/2 cups bottled lemon juice\n3 tsp pickling salt\n",
    "greens of another kind": BEANS + "2 cups sweet potatoes\n",
    "a sauce of it": BEANS + "1 cup tomato sauce\n",
    "a pinch of per cent": BEANS.replace("(5%)", "(0.5%)"),
    "split over lines": BEANS + "1 lb green beans\n",
    "a warm bath": BEANS + "\nMethod:\nProcess 10 minutes, holding the water at 180 F.\n",
    "just under the boil": BEANS + "\nMethod:\nKeep it just below boiling for 30 minutes.\n",
    "no bath": BEANS + "\nMethod:\nThe jars will seal as they cool; no processing needed.\n",
    "water to the neck": BEANS + "\nMethod:\nProcess 10 minutes with water up to the neck of the jars.\n",
    "imperial pints beside grams": "Beans\n1800 g green beans\n8 heads dill\n3 pints water\n1420 ml white vinegar (5%)\n",
    "a bottle of it": BEANS.replace("4 cups white vinegar (5%)", "1 bottle white vinegar (5%)"),
    "a thousand with a point": BEANS + "1.000 g onions\n",
    "a thousand with a space": BEANS + "1 000 g onions\n",
    "onions by the metric jar": BEANS + "Per 500 ml jar:\n1 cup onions\n",
    "onions by the 750 ml jar": BEANS + "Per 750 ml jar:\n1/2 cup onions\n",
    "a dozen written out": BEANS + "one dozen onions\n",
    "level cups": BEANS + "2 level cups onions\n",
    "tins of the same": BEANS.replace("4 lb green beans", "4 x 400 g tins green beans"),
    "tins in brackets": BEANS.replace("4 lb green beans", "4 tins (400 g) green beans"),
    "cans by weight": BEANS.replace("4 lb green beans", "4 (16 oz) cans green beans"),
    "pounds and ounces more": BEANS.replace("4 lb green beans", "4 lb 15 oz green beans"),
    "plus more of it": BEANS.replace("green beans", "green beans, plus more as needed"),
    "plus a weight": BEANS.replace("4 lb green beans", "4 lb green beans, plus 1 lb"),
    "a blend that is none": BEANS.replace("(5%)", "(5%), blended: 1 part 7% and 4 parts 3%"),
    "zero-width letters": BEANS + "2 cups c\u200bream\n",
}


@pytest.mark.parametrize("text", ATTACKS.values(), ids=ATTACKS.keys())
def test_no_shelf(text: str) -> None:
    verdict = check_text(text, Settings(read_altitude("1265m")), library())
    assert verdict.destination != "shelf", [(f.code, f.says) for f in verdict.findings]
    assert verdict.process is None or {"time-short", "headspace-changed", "method-differs"} & {f.code for f in verdict.findings}


HARMLESS = {
    "a clove for each jar": BEANS + "\nMethod:\nPut 1 clove garlic and 1 head dill in each jar.\n",
    "the vinegar spoken of again": BEANS + "\nMethod:\nBoil the 4 cups vinegar with the water.\n",
    "water for the canner": BEANS + "\nMethod:\nBring 4 quarts of water to a boil in the canner.\n",
    "hot water for a hot pack": BEANS + "\nMethod:\nPreheat the canner to 180 F. Process pints 5 minutes.\n",
    "a rest": BEANS + "\nMethod:\nProcess pints 5 minutes in boiling water; rest 5 minutes.\n",
    "said twice alike": BEANS.replace("4 cups water", "4 cups (950 ml) water"),
    "a yield in pints": BEANS + "Makes 8 pints of pickled beans\n",
    "a yield of the thing itself": BEANS + "Yield: about 8 pint jars green beans\n",
    "a note between": BEANS.replace("8 cloves", "Note: best in July, we make 8 pints\n8 cloves"),
    "numbered steps": BEANS + "\nStep 1: Wash the beans.\nStep 2: Process pints 10 minutes.\n",
    "a negation": BEANS + "\nMethod:\nDo not turn the jars upside down. Never process in the oven.\n",
}


@pytest.mark.parametrize("text", HARMLESS.values(), ids=HARMLESS.keys())
def test_no_wolf(text: str) -> None:
    verdict = check_text(text, Settings(read_altitude("1265m")), library())
    assert verdict.destination == "shelf", [(f.code, f.line, f.says) for f in verdict.findings]


# What people write of an acid's strength, age or mixing without its sign; none of it may be passed over on a line of an acid or of water.
STRAY = [
    "4", "acidity 4", "no. 4", "grade 4", "40 grain", "four", "acidity four", "4 in the hundred", "4/100", "4 to 5", "strength 4", "1 to 1", "1:1",
    "half", "three quarters", "a quarter", "50/50", "cut 1:1", "double", "2 parts to 1", "second pressing", "4 days old", "pH 4",
]  # fmt: skip


@pytest.mark.parametrize("stray", STRAY)
def test_no_figure_left_over_beside_an_acid_or_water_goes_to_the_shelf(stray: str) -> None:
    facts = library()
    for at, formula in enumerate(facts.formulas.values()):
        lines = without_steps(formula_text(formula)).split("\n")
        recipe = read_recipe("\n".join(lines), facts.catalogue)
        for line in recipe.lines:
            if not (line.ingredient.role.acid or (line.ingredient.role.liquid and line.section != "soak")):
                continue
            index = next(place for place, text in enumerate(lines) if text.strip() == line.text.strip())
            said = (" ({})", " [{}]", ", {}", " - {}")[(at + index) % 4].format(stray)
            text = "\n".join([*lines[:index], lines[index] + said, *lines[index + 1 :]])
            assert check_text(text, Settings(read_altitude("1265m")), facts).destination != "shelf", lines[index] + said


@pytest.mark.parametrize(
    ("line", "read"),
    [
        ("2 cups chopped onion (3 medium)", True),
        ("1 cup chopped onion (12 large)", False),
        ("4 cups bottled lemon juice (from 20 lemons)", False),
        ("4 cups lemon juice (about 20 lemons)", True),
        ("4 cups bottled lemon juice (20)", False),
        ("2 lb bell peppers, doubled", False),
        ("8 cups chopped tomatoes (about 16)", True),
    ],
)
def test_a_count_in_brackets_fits_its_amount_or_is_asked_about(line: str, read: bool) -> None:
    try:
        read_ingredient(line, 1, "jar", library().catalogue)
    except LineUnread:
        assert not read
    else:
        assert read
