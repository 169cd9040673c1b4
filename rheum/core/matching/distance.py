"""How far a recipe lies from each tested formula, by what it is made of."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from functools import cached_property, lru_cache
from typing import Any, Final, NamedTuple

from rheum.core.facts.formulas import Formula, Pack
from rheum.core.facts.ingredients import Ingredient, words_of
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


# What a weightless thing counts that the formula has no place for, as a part of its produce.
_FAIR_SHARE: Final = 3
# How much a permitted other acid counts of what another acid does.
_PERMITTED: Final = 0.25
# A recipe that goes by a formula's name follows it, if it is no further from it than this beyond the nearest: as far as the kinds count.
_NAMED: Final = 0.12


_GROUPS: Final = ("produce", "vinegar", "juice", "water", "sweetener", "fat")


def _shares(amounts: Mapping[Any, float]) -> dict[Any, float]:
    total = sum(amounts.values())
    return {key: value / total for key, value in amounts.items()} if total > 0 else {}


def _apart(one: Mapping[Any, float], other: Mapping[Any, float]) -> float:
    """Half the summed difference of two sets of shares that each sum to 1: 0 the same, 1 nothing in common. Worked out as
    what they do not have in common."""
    if not one or not other:
        return 0.0 if not one and not other else 1.0
    few, many = (one, other) if len(one) <= len(other) else (other, one)
    common = 0.0
    for key, share in few.items():
        there = many.get(key)
        if there is not None:
            common += share if share < there else there
    return 1.0 - common


def _grams(item: Measured, form: Profile) -> float:
    if item.bulk is None:
        return 0.0
    many = form.jars_ml[0] / counted_ml(item.line.per_jar or form.formula.yields.jar) if item.per_jar else 1.0
    return item.bulk.grams[1] * many


@dataclass(frozen=True, slots=True, eq=False)
class _OwnShares:
    slots: dict[int, float]
    groups: dict[str, float]
    kinds: dict[str, float]


@lru_cache(maxsize=512)
def _own_shares(form: Profile, library: Library) -> _OwnShares:
    slots = {id(slot): slot.grams for slot in form.slots if not slot.may}
    groups = {
        "produce": form.produce_g, "vinegar": form.vinegar_ml, "juice": form.juice_ml, "water": form.water_ml,
        "sweetener": form.sweetener_g, "fat": form.fat_ml,
    }  # fmt: skip
    kinds: dict[str, float] = {}
    for slot in (slot for slot in form.slots if not slot.may):
        for given in slot.given:
            kind = library.tinned.get(given.id, given.id)
            kinds[kind] = kinds.get(kind, 0.0) + slot.grams / len(slot.given)
    return _OwnShares(_shares(slots), _shares(groups), _shares(kinds))


class _Shares(NamedTuple):
    groups: dict[str, float]
    kinds: dict[str, float]
    produce: tuple[tuple[Ingredient, float], ...]


@dataclass(frozen=True, eq=False)
class _RecipeShares:
    """A recipe's own shares; they differ between formulas only where per-jar lines need a count of jars. `unweighed`: produce that it
    names without a weight."""

    produce: tuple[tuple[Ingredient, float], ...]
    amounts: dict[str, float]
    kinds: dict[str, float]
    spices: frozenset[str]
    juice_share: float
    unweighed: frozenset[Ingredient]

    @cached_property
    def plain(self) -> _Shares:
        """Its shares as it is written, for formulas with juice of their own."""
        return _Shares(_shares(self.amounts), _shares(self.kinds), self._of_produce)

    @cached_property
    def juice_as_vinegar(self) -> _Shares:
        """Its shares with bottled juice counted as vinegar, for formulas without: a permitted swap is no other recipe."""
        return self.plain._replace(groups=_shares(_juice_as_vinegar(self.amounts)))

    @property
    def _of_produce(self) -> tuple[tuple[Ingredient, float], ...]:
        whole = self.amounts["produce"]
        return tuple((ingredient, grams / whole) for ingredient, grams in self.produce) if whole > 0 else ()


def _juice_as_vinegar(amounts: dict[str, float]) -> dict[str, float]:
    return {**amounts, "vinegar": amounts["vinegar"] + amounts["juice"], "juice": 0.0}


def _recipe_shares(recipe_lines: tuple[Measured, ...], form: Profile, library: Library, unweighed: frozenset[Ingredient]) -> _RecipeShares:
    kinds: dict[str, float] = {}
    groups = dict.fromkeys(_GROUPS, 0.0)
    produce = []
    for item in recipe_lines:
        grams = _grams(item, form)
        ingredient = item.line.ingredient
        if ingredient.role.food:
            if item.bulk is None:
                if item.line.section != "method":
                    unweighed |= {ingredient}
                continue
            # Fresh or from a tin is one thing for finding the formula, and two for judging.
            kind = library.tinned.get(ingredient.id, ingredient.id)
            produce.append((ingredient, grams))
            kinds[kind] = kinds.get(kind, 0.0) + grams
            groups["produce"] += grams
        elif item.role in groups:
            groups[item.role] += grams
    liquids = groups["vinegar"] + groups["juice"]
    spices = frozenset(item.line.ingredient.id for item in recipe_lines if item.role == "spice")
    return _RecipeShares(
        produce=tuple(produce),
        amounts=groups,
        kinds=kinds,
        spices=spices,
        juice_share=groups["juice"] / liquids if liquids else 0.5,
        unweighed=unweighed,
    )


def _guessed(recipe: _RecipeShares, form: Profile, library: Library) -> _RecipeShares:
    """Where nobody knows how much there is, as much as the formula has beside the rest; what it has no place for, a fair share."""
    kinds, amounts, produce = dict(recipe.kinds), dict(recipe.amounts), [*recipe.produce]
    rest = amounts["vinegar"] + amounts["juice"]
    for ingredient in recipe.unweighed:
        seat = _seat(ingredient, form, library)
        grams = (seat[0].grams if seat else form.produce_g / _FAIR_SHARE) * (rest / form.acid_ml if rest else 1.0)
        produce.append((ingredient, grams))
        kinds[ingredient.id] = kinds.get(ingredient.id, 0.0) + grams
        amounts["produce"] += grams
    return replace(recipe, produce=tuple(produce), amounts=amounts, kinds=kinds, unweighed=frozenset())


def _seated_apart(produce: tuple[tuple[Ingredient, float], ...], slots: dict[int, float], form: Profile, library: Library) -> float:
    """How far produce is from a formula's slots, each counted in the slot that takes it."""
    if not produce or not slots:
        return 0.0 if not produce and not slots else 1.0
    by_slot: dict[int, float] = {}
    for ingredient, share in produce:
        seat = _seat(ingredient, form, library)
        if seat:
            key = id(seat[0])
            by_slot[key] = by_slot.get(key, 0.0) + share
    return 1.0 - sum(min(share, slots.get(key, 0.0)) for key, share in by_slot.items())


def _distance(recipe: _RecipeShares, form: Profile, library: Library, pack: Pack | None) -> float:
    own = _own_shares(form, library)
    if recipe.unweighed:
        recipe = _guessed(recipe, form, library)
    acid = abs(recipe.juice_share - form.juice_ml / form.acid_ml)
    swapped = not form.juice_ml and recipe.amounts["juice"] > 0
    shares = recipe.juice_as_vinegar if swapped else recipe.plain
    both = recipe.spices | form.spices
    return (
        _WEIGHTS["produce"] * _seated_apart(shares.produce, own.slots, form, library)
        + _WEIGHTS["groups"] * _apart(shares.groups, own.groups)
        + _WEIGHTS["acid"] * acid * (_PERMITTED if swapped else 1.0)
        + _WEIGHTS["kinds"] * _apart(shares.kinds, own.kinds)
        + (_WEIGHTS["pack"] if pack is not None and form.formula.minutes_for_pack(pack) is None else 0.0)
        + (_WEIGHTS["spices"] * (1 - len(recipe.spices & form.spices) / len(both)) if both else 0.0)
    )


def distance(recipe_lines: tuple[Measured, ...], formula: Formula, library: Library, pack: Pack | None) -> float:
    """How far a recipe is from a formula, 0 to 1: produce by slot first, then the shares of produce, acids, water, sugar
    and fat, the kind of acid, the exact kinds of produce, spices and pack. It knows nothing of the verdict."""
    form = profile(formula)
    return _distance(_recipe_shares(recipe_lines, form, library, frozenset()), form, library, pack)


@dataclass(frozen=True, slots=True, eq=False)
class Near:
    """A formula, its distance, and whether the recipe goes by its name."""

    formula: Formula
    distance: float
    named: bool = False


def _rank(near: Near) -> tuple[float, str]:
    return round(near.distance, 9), near.formula.id


def nearest(
    recipe_lines: tuple[Measured, ...],
    library: Library,
    pack: Pack | None,
    *,
    title: str = "",
    unweighed: frozenset[Ingredient] = frozenset(),
) -> list[Near]:
    """All formulas, nearest first; ties in the order of their ids, so that the order of lines cannot matter. `title`: the recipe's, which
    brings the formula of that name before what is no nearer than it could be by a permitted swap. `unweighed`: produce that is named and
    whose weight nobody knows."""
    forms = [profile(formula) for formula in library.formulas.values()]
    same = None if any(item.per_jar for item in recipe_lines) else _recipe_shares(recipe_lines, forms[0], library, unweighed)
    said = frozenset(words_of(title))
    found = []
    for form in forms:
        shares = same or _recipe_shares(recipe_lines, form, library, unweighed)
        named = frozenset(words_of(form.formula.title)) <= said and len(said) > 0
        found.append(Near(form.formula, _distance(shares, form, library, pack), named))
    found.sort(key=_rank)
    name = max((near for near in found if near.named), key=lambda near: len(words_of(near.formula.title)), default=None)
    if name is not None and name.distance <= min(CUT_OFF, found[0].distance + _NAMED):
        found.remove(name)
        found.insert(0, name)
    return found
