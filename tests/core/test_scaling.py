"""Another size: shares kept, rounding that crosses no rule, what limits the batch, and jars that stay jars."""

from __future__ import annotations

import re

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from rheum.core.facts.circumstances import Settings
from rheum.core.judging.check import check_text, judge
from rheum.core.making.basket import Basket
from rheum.core.making.plan import Plan, make_plan
from rheum.core.making.stock import Stock
from rheum.core.making.wish import Wish
from rheum.core.measures.altitude import read_altitude
from rheum.core.measures.refused import RequestError
from rheum.core.parsing.writing import formula_text
from rheum.core.revising.scaling import Limit, Scaled, scale_to
from rheum.reference.loading import library

FACTS = library()
HERE = Settings(read_altitude("1265m"), measures="us")
BEANS = formula_text(FACTS.formulas["dilled-green-beans"])


def times(text: str, factor: float) -> Scaled:
    return scale_to(text, lambda _: [Limit("the size", factor, "")], HERE, FACTS)


def planned(text: str, wish: Wish) -> Plan:
    return make_plan(text, wish, HERE, FACTS, stock=Stock())


@settings(max_examples=120, deadline=None)
@given(st.sampled_from(sorted(FACTS.formulas)), st.sampled_from(["us", "metric"]), st.floats(0.3, 8))
def test_no_size_of_a_formula_leaves_the_shelf(formula_id: str, measures: str, factor: float) -> None:
    text = formula_text(FACTS.formulas[formula_id], measures)  # type: ignore[arg-type]
    found = times(text, factor)
    assert (found.before, found.after) == ("shelf", "shelf"), found.text
    before = {one.code for one in check_text(text, HERE, FACTS).findings}
    new = {one.code for one in check_text(found.text, HERE, FACTS).findings if one.level != "note"} - before
    # A spoon of salt or sugar more or less is for taste.
    assert new <= {"salt-changed", "sugar-changed"}, (new, found.text)


@settings(max_examples=60, deadline=None)
@given(st.sampled_from(sorted(FACTS.formulas)), st.floats(0.5, 4))
def test_there_and_back_is_the_recipe_again(formula_id: str, factor: float) -> None:
    text = formula_text(FACTS.formulas[formula_id], "metric")
    there = times(text, factor)
    back = times(there.text, 1 / factor)
    was, now = (check_text(one, HERE, FACTS) for one in (text, back.text))
    assert (was.destination, was.process) == (now.destination, now.process)
    vinegar = [re.match(r"([\d.]+) (l|ml) (?:white|cider)", line) for line in text.splitlines()]
    again = [re.match(r"([\d.]+) (l|ml) (?:white|cider)", line) for line in back.text.splitlines()]
    for one, other in zip(filter(None, vinegar), filter(None, again), strict=True):
        size = [float(m.group(1)) * (1000 if m.group(2) == "l" else 1) for m in (one, other)]
        assert size[1] == pytest.approx(size[0], rel=0.06)
        assert size[1] >= size[0] * 0.999, "acid is only ever rounded up"


def test_once_is_the_text_itself() -> None:
    for formula in FACTS.formulas.values():
        text = formula_text(formula)
        assert times(text, 1.0).text == text


def test_the_basket_less_its_tare_decides() -> None:
    found = planned(BEANS, Wish((Basket(3, "4.9 kg less 510 g"),)))
    assert found.factor == pytest.approx(4390 / 1814.37, rel=1e-3)
    assert found.text.splitlines()[2].startswith("9 lb 10 1/2 oz green bean")


def test_what_limits_the_batch_is_named() -> None:
    found = planned(BEANS, Wish((Basket(3, "4.9 kg less 510 g"),), vinegar_ml=1500, jars_wanted=40))
    assert [limit.name for limit in found.limits] == ["the vinegar on hand", "the green bean in the basket", "the jars wanted"]
    assert found.factor == pytest.approx(1500 / 946.35, rel=0.02)
    vinegar = check_text(found.text, HERE, FACTS)
    held = next(line.amount for line in vinegar.lines if line.role == "vinegar")
    assert float(held.split()[0]) <= 1.5, "what is written fits what there is, rounded up and all"
    assert (found.verdict.jars_low, found.verdict.jars_high) == (12, 13)


def test_what_was_not_understood_is_left_and_said() -> None:
    found = times(BEANS.replace("\n\nMethod", "\n2 cups skirrets\n\nMethod"), 2)
    assert found.left == ("2 cups skirrets",)
    assert "2 cups skirrets" in found.text


def test_a_half_batch_halves_the_batch_and_not_the_jar() -> None:
    text = formula_text(FACTS.formulas["dill-cucumbers-fresh-pack"])
    half = times(text, 0.5)
    assert "4 lb pickling cucumber" in half.text
    assert "1 gallon water" in half.text.partition("Soak:")[2], "the soak is part of the batch"
    assert "Per pint jar:\n1 tsp mustard seed\n1 1/2 fresh dill, heads" in half.text


@pytest.mark.parametrize(
    ("wish", "says"),
    [
        (Wish((Basket(3, "500 g less 510 g"),)), "cannot weigh as much"), (Wish((Basket(3, "0 g"),)), "is no amount"),
        (Wish((Basket(3, "10000 kg"),)), "more than any kitchen"), (Wish((Basket(3, "900 kg"),)), "can be written out"),
        (Wish((Basket(3, "a heap"),)), "is no amount of green bean"), (Wish((Basket(3, "12 less 2 lb"),)), "taken off a weight only"),
        (Wish((Basket(3, "5 kg less 3 cups"),)), "taken off a weight only"), (Wish((Basket(3, "5 kg less 1 kg less 1 kg"),)), "one weight less one basket"),
        (Wish((Basket(99, "2 kg"),)), "no amount that a basket"), (Wish(jars_wanted=0), "1 to 200"), (Wish(vinegar_ml=0), "above zero"),
        (Wish(factor=1000), "above zero and at most 50"), (Wish(factor=0), "above zero"), (Wish(factor=0.01), "can be written out"), (Wish(pot_l=-1), "above zero"),
        (Wish(loads=0), "1 to 20"), (Wish(brine_ml=float("nan")), "above zero"),
    ],
)  # fmt: skip
def test_sizes_that_cannot_be_get_a_sentence(wish: Wish, says: str) -> None:
    with pytest.raises(RequestError, match=says):
        planned(BEANS, wish)


def test_a_recipe_of_nobodys_has_no_count_of_jars() -> None:
    odd = "Odd\n2 lb celeriac\n1 cup white vinegar (5%)\n"
    with pytest.raises(RequestError, match="not known"):
        planned(odd, Wish(jars_wanted=4))
    assert planned(odd, Wish(factor=2)).jars is None


def test_pot_canner_and_brine_limit_too() -> None:
    brine = planned(BEANS, Wish(brine_ml=950))
    assert brine.factor == pytest.approx(0.5, rel=0.02)
    canner = planned(BEANS, Wish(loads=2))
    assert canner.limits[0].name == "the canner"
    assert canner.factor == pytest.approx(18 / 8, rel=0.02), "9 pints in one layer, twice; the recipe makes 8"
    relish = formula_text(FACTS.formulas["pepper-onion-relish"])
    pot = planned(relish, Wish(pot_l=6))
    assert pot.limits[0].name == "the pot"
    assert planned(relish, Wish(pot_l=12)).factor == pytest.approx(2 * pot.factor, rel=0.01)


def test_kinds_that_may_be_mixed_limit_a_batch_together() -> None:
    """2 lb 9 oz of sweet peppers and 1 lb 7 oz of hot ones are the 4 lb wanted, whatever the shares."""
    text = formula_text(FACTS.formulas["yellow-pepper-rings"]).replace(
        "2 3/4 lb banana pepper", "1 lb 6 oz bell pepper, 1/4 in rings\n1 lb 6 oz jalapeño"
    )
    lines = {line.ingredient.id: line.number for line in judge(text, HERE, FACTS).case.recipe.lines}
    found = planned(text, Wish(baskets=(Basket(lines["bell-pepper"], "2 lb"), Basket(lines["jalapeno"], "12 oz"))))
    assert [one.name for one in found.limits] == ["the sweet pepper and jalapeño in the baskets"]
    assert found.factor == pytest.approx(1.0, rel=0.01)
    alone = planned(text, Wish(baskets=(Basket(lines["jalapeno"], "12 oz"),)))
    assert alone.factor == pytest.approx(12 / 22, rel=0.02), "of the other nobody knows"


# A measure that a kitchen has: cups in quarters and thirds, spoons in halves and quarters (eighths of a teaspoon below one), pounds in quarters or
# with half ounces, eighths of an ounce, whole grams and millilitres from 5, halves below, hundredths of a kilo; pieces whole, halved or quartered.
_PART = r"(?:(?:\d+ )?(?:1/4|1/2|3/4)|\d+)"
_HALF = r"(?:(?:\d+ )?1/2|\d+)"
MEASURED = re.compile(
    "(?:"
    + "|".join(
        (
            rf"(?:{_PART}|(?:\d+ )?[12]/3) (?:cups?|pints?|quarts?|gallons?)(?: plus {_PART} (?:tbsp|tsp))?",
            rf"{_HALF} tbsp(?: plus {_PART} tsp)?",
            rf"(?:{_PART}|[135]/8) tsp",
            rf"{_PART} lb(?: {_HALF} oz)?",
            rf"(?:(?:\d+ )?[1357]/8|{_PART}) oz",
            r"(?:[5-9]|\d{2,}|[0-4](?:\.5)?) (?:g|ml)",
            r"\d+(?:\.\d\d?)? (?:kg|l)",
            rf"{_PART} (?:cloves?|heads?|sprigs?)",
            rf"{_PART} (?!(?:cups?|tbsp|tsp|oz|lb|g|kg|ml|l|plus)\b|\d)",
        )
    )
    + r")(?=\b| )(?! plus)"
)


@settings(max_examples=150, deadline=None)
@given(st.sampled_from(sorted(FACTS.formulas)), st.sampled_from(["us", "metric"]), st.floats(0.25, 6))
def test_nothing_is_written_that_a_kitchen_cannot_measure(formula_id: str, measures: str, factor: float) -> None:
    formula = FACTS.formulas[formula_id]
    for text in (formula_text(formula, measures, factor), times(formula_text(formula, measures), factor).text):  # type: ignore[arg-type]
        for line in judge(text, HERE, FACTS).case.recipe.lines:
            assert line.section == "method" or MEASURED.match(line.text.strip()), line.text


@pytest.mark.parametrize(
    "odd",
    [
        "4 7/8 tsp salt",
        "1.14 cloves garlic",
        "0.107 cup sugar",
        "22.04 g salt",
        "1 cup plus 1 tbsp plus 1 tsp salt",
        "386.3 g x",
        "7/8 cup x",
    ],
)
def test_what_a_kitchen_cannot_measure_is_told(odd: str) -> None:
    assert not MEASURED.match(odd)
