"""How far a recipe lies from each tested formula, by what it is made of."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from typing import Final

from rheum.core.facts.formulas import Formula, Pack
from rheum.core.facts.ingredients import Ingredient
from rheum.core.facts.jars import counted_ml
from rheum.core.facts.library import Library
from rheum.core.matching.match import _seat
from rheum.core.matching.measured import Measured
from rheum.core.matching.profile import Profile, profile

# Beyond this distance a recipe has no tested formula; calibration in docs/decisions/0003-distance.md.
CUT_OFF: Final = 0.36


# Two formulas this close to one another, with neither met outright, are a tie: the stricter verdict counts.
TIE: Final = 0.02


MET: Final = 0.04


_WEIGHTS: Final = {"produce": 0.48, "groups": 0.22, "acid": 0.06, "kinds": 0.12, "pack": 0.05, "spices": 0.07}


_GROUPS: Final = ("produce", "vinegar", "juice", "water", "sweetener", "fat")


def _shares(amounts: dict[str, float]) -> dict[str, float]:
    total = sum(amounts.values())
    return {key: value / total for key, value in amounts.items()} if total > 0 else {}


def _apart(one: dict[str, float], other: dict[str, float]) -> float:
    """Half the summed difference of two sets of shares that each sum to 1: 0 the same, 1 nothing in common. Worked out as
    what they do not have in common."""
    if not one or not other:
        return 0.0 if not one and not other else 1.0
    few, many = (one, other) if len(one) <= len(other) else (other, one)
    return 1.0 - sum(min(share, many[key]) for key, share in few.items() if key in many)


def _grams(item: Measured, form: Profile) -> float:
    if item.bulk is None:
        return 0.0
    many = form.jars_ml[0] / counted_ml(item.line.per_jar or form.formula.yields.jar) if item.per_jar else 1.0
    return item.bulk.grams[1] * many


@dataclass(frozen=True, slots=True, eq=False)
class _OwnShares:
    slots: dict[str, float]
    groups: dict[str, float]
    kinds: dict[str, float]


@lru_cache(maxsize=512)
def _own_shares(form: Profile) -> _OwnShares:
    slots = {str(position): slot.grams for position, slot in enumerate(form.slots)}
    groups = {
        "produce": form.produce_g, "vinegar": form.vinegar_ml, "juice": form.juice_ml, "water": form.water_ml,
        "sweetener": form.sweetener_g, "fat": form.fat_ml,
    }  # fmt: skip
    kinds: dict[str, float] = {}
    for slot in form.slots:
        for given in slot.given:
            kinds[given.id] = kinds.get(given.id, 0.0) + slot.grams / len(slot.given)
    return _OwnShares(_shares(slots), _shares(groups), _shares(kinds))


@dataclass(frozen=True, slots=True, eq=False)
class _RecipeShares:
    """A recipe's own shares; they differ between formulas only where per-jar lines need a count of jars."""

    produce: tuple[tuple[Ingredient, float], ...]
    groups: dict[str, float]
    kinds: dict[str, float]
    spices: frozenset[str]
    juice_share: float


def _recipe_shares(recipe_lines: tuple[Measured, ...], form: Profile) -> _RecipeShares:
    kinds: dict[str, float] = {}
    groups = dict.fromkeys(_GROUPS, 0.0)
    produce = []
    for item in recipe_lines:
        grams = _grams(item, form)
        if item.line.ingredient.role.food:
            produce.append((item.line.ingredient, grams))
            kinds[item.line.ingredient.id] = kinds.get(item.line.ingredient.id, 0.0) + grams
            groups["produce"] += grams
        elif item.role in groups:
            groups[item.role] += grams
    liquids = groups["vinegar"] + groups["juice"]
    spices = frozenset(item.line.ingredient.id for item in recipe_lines if item.role == "spice")
    return _RecipeShares(
        produce=tuple(produce),
        groups=_shares(groups),
        kinds=_shares(kinds),
        spices=spices,
        juice_share=groups["juice"] / liquids if liquids else 0.5,
    )


def _distance(recipe: _RecipeShares, form: Profile, library: Library, pack: Pack | None) -> float:
    by_slot: dict[str, float] = {}
    for ingredient, grams in recipe.produce:
        seat = _seat(ingredient, form, library)
        key = str(form.slots.index(seat[0])) if seat else f"none:{ingredient.id}"
        by_slot[key] = by_slot.get(key, 0.0) + grams
    own = _own_shares(form)
    both = recipe.spices | form.spices
    parts = {
        "produce": _apart(_shares(by_slot), own.slots),
        "groups": _apart(recipe.groups, own.groups),
        "acid": abs(recipe.juice_share - form.juice_ml / form.acid_ml),
        "kinds": _apart(recipe.kinds, own.kinds),
        "pack": 0.0 if pack is None or form.formula.minutes_for_pack(pack) is not None else 1.0,
        "spices": 1 - len(recipe.spices & form.spices) / len(both) if both else 0.0,
    }
    return sum(_WEIGHTS[key] * value for key, value in parts.items())


def distance(recipe_lines: tuple[Measured, ...], formula: Formula, library: Library, pack: Pack | None) -> float:
    """How far a recipe is from a formula, 0 to 1: produce by slot first, then the shares of produce, acids, water, sugar
    and fat, the kind of acid, the exact kinds of produce, spices and pack. It knows nothing of the verdict."""
    form = profile(formula)
    return _distance(_recipe_shares(recipe_lines, form), form, library, pack)


@dataclass(frozen=True, slots=True, eq=False)
class Near:
    """A formula and its distance."""

    formula: Formula
    distance: float


def nearest(recipe_lines: tuple[Measured, ...], library: Library, pack: Pack | None) -> list[Near]:
    """All formulas, nearest first; ties in the order of their ids, so that the order of lines cannot matter."""
    forms = [profile(formula) for formula in library.formulas.values()]
    same = None if any(item.per_jar for item in recipe_lines) else _recipe_shares(recipe_lines, forms[0])
    found = [Near(form.formula, _distance(same or _recipe_shares(recipe_lines, form), form, library, pack)) for form in forms]
    return sorted(found, key=lambda near: (round(near.distance, 9), near.formula.id))
