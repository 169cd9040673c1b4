"""Water, salt and lime of a list that are the tested formula's own soak: the tested steps drain them away, whatever the page says of them."""

from __future__ import annotations

from dataclasses import replace
from typing import Final

from rheum.core.facts.weights import bulk
from rheum.core.matching.match import Match
from rheum.core.measures.units import Family
from rheum.core.parsing.recipe import Recipe, RecipeLine

_SOAKED: Final = frozenset({"water", "salt", "alkali"})
# How much less or more than the formula's a soak may be and still be it (own pick).
_LEAST: Final = 0.6
_MOST: Final = 1.6


def soaked_as_tested(recipe: Recipe, match: Match, family: Family) -> Recipe:
    """A recipe whose lines of water, salt and lime that are as much as the formula's soak stand under it; the recipe itself where none does. Of what
    the formula also has in the jar, one line is left there."""
    formula = match.formula
    found = list(recipe.lines)
    for wanted in formula.lines:
        role = wanted.ingredient.role.role
        if not wanted.prep_only or role not in _SOAKED or any(line.section == "soak" and _like(line, role) for line in recipe.lines):
            continue
        own = bulk(wanted.amount, wanted.ingredient, False, "us") if wanted.amount else None
        here = [line for line in found if line.section == "jar" and _like(line, role)]
        in_jar = any(line.ingredient.role.role == role for line in formula.jar_lines)
        if own is None or len(here) <= in_jar:
            continue
        near = [(grams, line) for line in here if (grams := _grams(line, family)) is not None]
        grams, line = max(near, key=lambda pair: pair[0], default=(0.0, here[0]))
        if _LEAST * own.grams[0] * match.scale <= grams <= _MOST * own.grams[1] * match.scale:
            found[found.index(line)] = replace(line, section="soak")
    return recipe if all(one is other for one, other in zip(found, recipe.lines, strict=True)) else replace(recipe, lines=tuple(found))


def _like(line: RecipeLine, role: str) -> bool:
    return line.ingredient.role.role == role and line.ingredient.id != "ice"


def _grams(line: RecipeLine, family: Family) -> float | None:
    held = bulk(line.amount, line.ingredient, line.prepared, family, size=line.size) if line.amount else None
    return held.grams[1] if held else None
