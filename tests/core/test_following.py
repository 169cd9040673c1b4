"""Which formula a recipe follows: the one it names or was begun from, found by what is in it even where nobody knows the weight."""

from __future__ import annotations

from dataclasses import replace

import pytest

from rheum.core.facts.circumstances import Settings
from rheum.core.judging.check import judge
from rheum.core.matching.profile import profile
from rheum.core.measures.altitude import Altitude
from rheum.core.parsing.writing import formula_text
from rheum.reference.loading import library

FACTS = library()
HERE = Settings(Altitude(1265, "m"), measures="us")


def main_line(formula_id: str) -> tuple[list[str], int, str]:
    """A formula's text, the line of its main produce, and that produce's name."""
    formula = FACTS.formulas[formula_id]
    main = max(profile(formula).slots, key=lambda slot: slot.grams).given[0]
    lines = formula_text(formula).split("\n")
    read = judge("\n".join(lines), HERE, FACTS).case.recipe.lines
    return lines, next(line.number for line in read if line.ingredient is main) - 1, main.name


@pytest.mark.parametrize("title", [True, False], ids=["by its name", "by another"])
@pytest.mark.parametrize("how", ["4 bunches", "2 punnets", "1 basket"])
@pytest.mark.parametrize("formula_id", FACTS.formulas)
def test_produce_of_unknown_weight_still_finds_its_formula(formula_id: str, how: str, title: bool) -> None:
    lines, at, name = main_line(formula_id)
    lines[at] = f"{how} {name}"
    if not title:
        lines[0] = "What we put up on Sunday"
    found = judge("\n".join(lines), HERE, FACTS).verdict
    assert found.formula is not None
    assert found.formula.id == formula_id
    assert found.destination != "shelf", "nobody knows how much there is"


def test_heads_of_what_grows_in_heads() -> None:
    lines, at, _ = main_line("pickled-cauliflower")
    lines[at] = "3 heads cauliflower"
    found = judge("\n".join(lines), HERE, FACTS).verdict
    assert found.formula is not None
    assert found.formula.id == "pickled-cauliflower"


def test_bottled_lime_for_vinegar_does_not_move_the_match() -> None:
    text = formula_text(FACTS.formulas["chile-salsa"])
    limed = "\n".join("1 cup bottled lime juice" if "vinegar" in line and "cup" in line else line for line in text.split("\n"))
    found = judge(limed.replace(limed.split("\n")[0], "Sunday salsa"), HERE, FACTS).verdict
    assert found.formula is not None
    assert found.formula.id == "chile-salsa"
    assert "acid-swap-up" in {one.code for one in found.findings}


def test_fresh_and_tinned_tomatoes_find_the_same_formula_and_are_judged_apart() -> None:
    fresh = formula_text(FACTS.formulas["choice-salsa"])
    tinned = fresh.replace("6 cups tomato", "6 cups tinned tomatoes")
    assert "tinned" in tinned
    found = judge(tinned, HERE, FACTS).verdict
    assert found.formula is not None
    assert found.formula.id == "choice-salsa"
    assert "tinned-for-fresh" in {one.code for one in found.findings}


def test_a_recipe_by_a_formulas_name_follows_it_through_a_permitted_swap() -> None:
    text = formula_text(FACTS.formulas["yellow-pepper-rings"])
    swapped = text.replace("2 3/4 lb banana pepper, 1/4 in rings", "1 lb 6 oz bell pepper, 1/4 in rings\n1 lb 6 oz jalapeño, 1/4 in rings")
    assert swapped != text
    found = judge(swapped, HERE, FACTS).verdict
    assert found.formula is not None
    assert found.formula.id == "yellow-pepper-rings"


def test_a_name_brings_no_formula_that_the_recipe_is_far_from() -> None:
    beets = formula_text(FACTS.formulas["pickled-beets"])
    found = judge(beets.replace(beets.split("\n")[0], "Choice salsa"), HERE, FACTS).verdict
    assert found.formula is not None
    assert found.formula.id == "pickled-beets"


EVERY_SWAP = [
    (
        "yellow-pepper-rings",
        "2 3/4 lb banana pepper, 1/4 in rings",
        "1 lb 6 oz bell pepper, 1/4 in rings\n1 lb 6 oz jalapeño, 1/4 in rings",
    ),
    ("jalapeno-rings", "3 lb jalapeño, 1/4 in rings", "3 lb banana pepper, 1/4 in rings"),
    ("pickled-bell-peppers", "7 lb sweet pepper, strips", "7 lb banana pepper, strips"),
    ("tomatillo-green-salsa", "5 cups tomatillo", "5 cups green tomato"),
    ("choice-salsa", "1 1/2 cups bottled lemon juice", "1 1/2 cups bottled lime juice"),
]


@pytest.mark.parametrize(("formula_id", "old", "new"), EVERY_SWAP)
def test_a_permitted_change_of_a_formula_begun_from_never_leaves_it(formula_id: str, old: str, new: str) -> None:
    text = formula_text(FACTS.formulas[formula_id])
    assert old in text
    found = judge(text.replace(old, new), replace(HERE, formula_id=formula_id), FACTS).verdict
    assert found.formula is not None
    assert found.formula.id == formula_id
    assert found.destination == "shelf", [(one.code, one.says) for one in found.findings]


def test_more_of_what_was_swapped_away_is_another_matter() -> None:
    text = formula_text(FACTS.formulas["yellow-pepper-rings"]).replace(*EVERY_SWAP[0][1:]) + "Add a few more banana peppers to each jar.\n"
    assert judge(text, replace(HERE, formula_id="yellow-pepper-rings"), FACTS).verdict.destination == "fridge"
