"""Tested formulas that are like a recipe to eat, for one that none is near in what it is made of."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Final

from rheum.core.facts.eating import Eating
from rheum.core.facts.formulas import Formula
from rheum.core.facts.ingredients import Ingredient
from rheum.core.facts.weights import bulk
from rheum.core.matching.case import Case
from rheum.core.matching.distance import Near

# Words of a title and the kinds that they name (common practice).
_KINDS: Final = {
    "chutney": "chutney", "relish": "relish", "salsa": "salsa", "sauce": "sauce", "ketchup": "sauce", "piccalilli": "relish",
    "pickle": "pickle", "pickled": "pickle", "dill": "pickle", "rings": "pickle",
}  # fmt: skip
SHOWN: Final = 3
# A part of the produce that is tasted, and as much sugar to a weight of acid as makes a pickle sweet (own pick).
_TASTED: Final = 0.15
_SWEET: Final = 0.25
# A hot thing that is less than this part of the produce warms a recipe one step less (own pick).
_MUCH_HEAT: Final = 0.08
_OTHER_KIND, _BITE, _TASTE, _HEAT, _COLOUR = 3.0, 1.5, 0.6, 0.35, 0.3


def eating_of(parts: Iterable[tuple[Ingredient, float]], sugar_g: float, acid_g: float) -> Eating:
    """What grams of ingredients are like to eat together, with so much sugar to so much acid."""
    held = list(parts)
    food = [(item, grams) for item, grams in held if item.role.food]
    whole = sum(grams for _, grams in food) or 1.0
    bites: dict[str, float] = {}
    colours: dict[str, float] = {}
    heat = 0
    for item, grams in food:
        for word in item.eating.like:
            bites[word] = bites.get(word, 0.0) + grams / whole
        if item.eating.colour:
            colours[item.eating.colour] = colours.get(item.eating.colour, 0.0) + grams
    for item, grams in held:
        much = item.role.food and grams / whole >= _MUCH_HEAT
        heat = max(heat, item.eating.heat if much else item.eating.heat - 1)
    tastes = {"sweet" if sugar_g > _SWEET * acid_g else "sour"}
    return Eating(
        heat, max(colours, key=lambda one: colours[one], default=""), frozenset(w for w, part in bites.items() if part >= _TASTED) | tastes
    )


def of_formula(formula: Formula) -> Eating:
    """What a formula is like to eat, as the reference says it; of one of one's own by what is in it."""
    if formula.eating is not None:
        return formula.eating
    parts, sugar, acid = [], 0.0, 0.0
    for line in formula.jar_lines:
        held = bulk(line.amount, line.ingredient, line.prepared, "us")
        grams = sum(held.grams) / 2 if held else 0.0
        sugar += grams if line.ingredient.role.role == "sweetener" else 0.0
        acid += grams if line.ingredient.role.acid else 0.0
        parts.append((line.ingredient, grams))
    return eating_of(parts, sugar, acid)


def of_case(case: Case) -> Eating:
    """What a recipe is like to eat; produce that nobody can weigh counts as much as what can be."""
    known = [(item, sum(item.bulk.grams) / 2) for item in case.lines if item.bulk]
    food = [grams for item, grams in known if item.line.ingredient.role.food]
    usual = sum(food) / len(food) if food else 1.0
    parts = [(item.line.ingredient, grams) for item, grams in known] + [
        (item.line.ingredient, usual) for item in case.lines if not item.bulk
    ]
    sugar = sum(grams for item, grams in known if item.role == "sweetener")
    acid = sum(grams for item, grams in known if item.line.ingredient.role.acid)
    return eating_of(parts, sugar, acid)


def unlike(one: Eating, other: Eating) -> float:
    """How unlike two are to eat, 0 where nothing tells them apart."""
    tastes = {"sour", "sweet"}
    bites, others = one.like - tastes, other.like - tastes
    shared = len(bites & others) / len(bites | others) if bites | others else 1.0
    return (
        _BITE * (1 - shared)
        + _TASTE * ((one.like & tastes) != (other.like & tastes))
        + _HEAT * abs(one.heat - other.heat)
        + _COLOUR * (one.colour != other.colour)
    )


def alike(case: Case) -> list[tuple[Near, Eating]]:
    """The tested formulas that are most like a recipe to eat, the likest first: of the kind that its title names before others, then by bite,
    taste, heat and colour, then by what they are made of."""
    kinds = {_KINDS[word] for word in case.recipe.title.lower().split() if word in _KINDS}
    here = of_case(case)

    def rank(near: Near) -> float:
        other_kind = _OTHER_KIND if kinds and near.formula.kind not in kinds else 0.0
        return other_kind + unlike(here, of_formula(near.formula)) + near.distance / 2

    return [(near, of_formula(near.formula)) for near in sorted(case.all_near, key=rank)[:SHOWN]]
