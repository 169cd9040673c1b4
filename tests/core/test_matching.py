"""Slots, scales and families: how a recipe's lines stand against a formula."""

from __future__ import annotations

import pytest

from rheum.core.facts.formulas import Formula
from rheum.core.facts.jars import covering_size, process_class_of
from rheum.core.facts.library import Library
from rheum.core.facts.weights import bulk, size_factor
from rheum.core.matching.match import Match, match_to
from rheum.core.matching.measured import measure, plausible_families
from rheum.core.matching.profile import acceptance, profile
from rheum.core.measures.amount import Amount
from rheum.core.measures.saying import grams, listed, ml, mm, percent
from rheum.core.measures.units import kind_of
from rheum.core.parsing.text import read_recipe
from rheum.core.parsing.writing import formula_text


def matched(text: str, formula: Formula, facts: Library) -> Match:
    return match_to(measure(read_recipe(text, facts.catalogue), "us"), formula, facts, formula.yields.jar)


@pytest.mark.parametrize("scale", [0.5, 1.0, 2.5])
def test_the_scale_is_that_of_the_acid(scale: float, facts: Library) -> None:
    for formula in facts.formulas.values():
        found = matched(formula_text(formula, "us", scale), formula, facts)
        assert found.scale == pytest.approx(scale, rel=0.005), formula.id
        assert not found.unmatched and not found.missing
        for slot in (slot for slot in found.profile.slots if not slot.may):
            ratio = found.ratio(slot)
            counted = slot.measure == "bought" and all(
                kind_of(line.amount.unit) == "count" for line in formula.jar_lines if line.ingredient in slot.given
            )
            assert ratio is not None
            # What is counted is rounded down to whole pieces.
            assert (0.6 if counted else 0.96) < ratio < 1.02, (formula.id, slot.title, ratio)


def test_who_may_stand_in_for_whom(facts: Library) -> None:
    salsa = profile(facts.formulas["tomatillo-green-salsa"])
    slots = {slot.given[0].id: slot for slot in salsa.slots}

    def code(slot: str, ingredient: str) -> str | None:
        found = acceptance(slots[slot], facts.catalogue[ingredient], salsa.formula, facts.swaps)
        return "no" if found is None else found.code

    assert code("tomatillo", "tomatillo") is None
    assert code("tomatillo", "green-tomato") is None, "a listed alternative is the formula's own"
    assert code("tomatillo", "tomato") == "no", "ripe for green is not covered"
    assert code("onion", "shallot") == "onion-swap"
    assert code("onion", "leek") == "no"
    assert code("long-green-chile", "habanero") == "pepper-swap"
    assert code("garlic", "onion") == "no"


def test_peppers_of_one_formula_share_a_slot(facts: Library) -> None:
    form = profile(facts.formulas["slicing-tomato-salsa"])
    peppers = [slot for slot in form.slots if "pepper" in slot.groups]
    assert len(peppers) == 1
    assert {item.id for item in peppers[0].given} == {"long-green-chile", "jalapeno"}
    assert peppers[0].amount == pytest.approx(2.5 * 236.588, rel=1e-4)


def test_strong_vinegar_takes_up_the_water_that_brings_it_to_five(facts: Library) -> None:
    beans = facts.formulas["dilled-green-beans"]
    found = matched("B\n4 lb green beans\n2 cups white vinegar (10%)\n6 cups water\n", beans, facts)
    assert found.absorbed_ml == pytest.approx(2 * 236.588, rel=1e-3)
    assert (found.scale, found.water_ml) == (pytest.approx(1, rel=1e-3), pytest.approx(4 * 236.588, rel=1e-3))
    assert matched("B\n4 lb green beans\n2 cups white vinegar (10%)\n7 cups water\n", beans, facts).absorbed_ml == 0


@pytest.mark.parametrize(
    ("lines", "families"),
    [
        ("4 cups onions\n2 cups white vinegar", ["us"]),
        ("400 g onions\n2 cups white vinegar", ["us", "metric"]),
        ("2 lb onions\n2 cups white vinegar", ["us", "imperial"]),
        ("2 lb onions\n2 pints white vinegar", ["us", "imperial"]),
        ("400 g onions\n500 ml white vinegar", ["us"]),
        ("4 pints okra\n2 quarts white vinegar", ["us"]),
    ],
)
def test_which_cups_are_plausible(lines: str, families: list[str], facts: Library) -> None:
    assert plausible_families(read_recipe(f"Title\n{lines}", facts.catalogue)) == families


def test_weights_volumes_and_counts_of_published_kind(facts: Library) -> None:
    """Common practice: 1 lb of jalapeños is about 4 cups sliced, 1 1/2 lb of banana peppers about 6 cups of rings, 4 oz of
    serranos about 1 cup, 8 large ears about 4 cups of corn."""
    for ingredient, amount, cups in (
        ("jalapeno", Amount(1, 1, "lb"), 4),
        ("banana-pepper", Amount(1.5, 1.5, "lb"), 6),
        ("serrano", Amount(4, 4, "oz"), 1),
        ("corn", Amount(8, 8, "ear"), 4),
    ):
        held = bulk(amount, facts.catalogue[ingredient], False, "us")
        assert held is not None and held.ml is not None
        assert held.ml[1] / 236.588 == pytest.approx(cups, rel=0.2), ingredient


def test_counts_without_a_weight_are_not_guessed(facts: Library) -> None:
    assert bulk(Amount(2, 2, "each"), facts.catalogue["jicama"], False, "us") is None
    assert bulk(Amount(2, 2, "bunch"), facts.catalogue["radish"], False, "us") is None
    bunch = bulk(Amount(1, 1, "bunch"), facts.catalogue["cilantro"], False, "us")
    assert bunch is not None and bunch.grams[0] < bunch.grams[1]
    head = bulk(Amount(1, 1, "head"), facts.catalogue["garlic"], False, "us")
    clove = bulk(Amount(1, 1, "clove"), facts.catalogue["garlic"], False, "us")
    assert head is not None and clove is not None and head.grams[1] == pytest.approx(12 * clove.grams[1])
    assert (size_factor("3 large onions"), size_factor("jumbo"), size_factor("small")) == (1.6, 2.0, 1.0)


@pytest.mark.parametrize(
    ("volume", "size"),
    [(100, "quarter-pint"), (118, "quarter-pint"), (190, "half-pint"), (237, "half-pint"), (250, "half-pint"), (260, "twelve-ounce"), (330, "twelve-ounce"),
     (473, "pint"), (500, "pint"), (501, "pint-and-a-half"), (750, "quart"), (1000, "quart"), (1001, "half-gallon"), (4000, None)],
)  # fmt: skip
def test_millilitres_go_up_to_the_next_class(volume: float, size: str | None) -> None:
    assert process_class_of(volume) == size


def test_which_jars_a_time_covers() -> None:
    tested = {"half-pint": 1, "quart": 1}
    assert [covering_size(size, tested).how for size in ("quarter-pint", "half-pint", "pint", "quart", "half-gallon")] == [
        "smaller", "tested", "between", "tested", "larger",
    ]  # fmt: skip
    assert covering_size("pint", tested).size == "quart"


def test_amounts_in_words() -> None:
    assert ml(178) == "180 ml (3/4 cup)"
    assert ml(946) == "945 ml (4 cups)"
    assert ml(1420) == "1.42 l (6 cups)"
    assert ml(5) == "5 ml (1 tsp)"
    assert ml(30) == "30 ml (2 tbsp)"
    assert grams(1361) == "1.36 kg (3.0 lb)"
    assert grams(32) == "32 g"
    assert mm(12.7) == "13 mm (1/2 in)"
    assert mm(25.4) == "25 mm (1 in)"
    assert (percent(5.0), percent(4.375)) == ("5 %", "4.38 %")
    assert listed(["a", "b", "c"]) == "a, b and c"
