"""Recipe → matched formula: which tested formula a recipe is nearest to, and how its lines stand against it."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from functools import lru_cache
from typing import Final

from rheum.core.acidity import CANNING_STRENGTH, blend_strength
from rheum.core.formulas import Formula, Pack
from rheum.core.ingredients import Ingredient
from rheum.core.jars import counted_ml
from rheum.core.library import Library
from rheum.core.measuring import Bulk, bulk
from rheum.core.profiles import Acceptance, Profile, Slot, acceptance, in_measure, profile
from rheum.core.recipe import Recipe, RecipeLine
from rheum.core.units import Family

# Beyond this distance a recipe has no tested formula; calibration in docs/decisions/0003-distance.md.
CUT_OFF: Final = 0.36
# Two formulas this close to one another, with neither met outright, are a tie: the stricter verdict counts.
TIE: Final = 0.02
MET: Final = 0.04
_WEIGHTS: Final = {"produce": 0.48, "groups": 0.22, "acid": 0.06, "kinds": 0.12, "pack": 0.05, "spices": 0.07}
_GROUPS: Final = ("produce", "vinegar", "juice", "water", "sweetener", "fat")


@dataclass(frozen=True, slots=True, eq=False)
class Measured:
    """A recipe line with its grams and millilitres for one jar (per-jar lines) or the batch."""

    line: RecipeLine
    bulk: Bulk | None

    @property
    def role(self) -> str:
        return self.line.ingredient.role.role

    @property
    def per_jar(self) -> bool:
        return self.line.per_jar is not None


def worse_bulk(line: RecipeLine, family: Family) -> Bulk | None:
    """A line's amount; where it was given twice (“2 cups (500 ml)”), the ends that look worse: most produce and water,
    least acid."""
    if line.amount is None:
        return None
    found = [bulk(amount, line.ingredient, line.prepared, family, line.size) for amount in (line.amount, line.other) if amount is not None]
    known = [item for item in found if item is not None]
    if len(known) < 2:
        return known[0] if known else None

    def merge(pairs: list[tuple[float, float]]) -> tuple[float, float]:
        return min(pair[0] for pair in pairs), max(pair[1] for pair in pairs)

    volumes = [item.ml for item in known if item.ml]
    return Bulk(merge([i.grams for i in known]), merge([i.bought for i in known]), merge(volumes) if volumes else None)


def measure(recipe: Recipe, family: Family) -> tuple[Measured, ...]:
    """Every line that reaches the jar, measured in a family of cups and spoons."""
    return tuple(Measured(line, worse_bulk(line, family)) for line in recipe.in_jar)


def vinegar_parts(lines: Iterable[Measured]) -> list[tuple[float, float]]:
    """(millilitres, per cent) of each vinegar line, low ends; an unwritten strength counts as the kind's lowest."""
    parts = []
    for item in lines:
        if item.role == "vinegar" and item.bulk and item.bulk.ml:
            acid = item.line.ingredient.acid
            parts.append((item.bulk.ml[0], item.line.strength if item.line.strength is not None else (acid[0] if acid else 0.0)))
    return parts


def total_ml(lines: Iterable[Measured], role: str, end: int) -> float:
    """Millilitres of all batch lines of a role, one end (0 low, 1 high)."""
    return sum(item.bulk.ml[end] for item in lines if item.role == role and not item.per_jar and item.bulk and item.bulk.ml)


@dataclass(frozen=True, slots=True, eq=False)
class Pair:
    """A recipe line in a slot of the formula; `amount` in the slot's measure (None: not convertible), for the batch."""

    item: Measured
    slot: Slot
    code: str | None
    amount: float | None
    tinned: bool = False


@dataclass(frozen=True, slots=True, eq=False)
class Match:
    """A recipe against one formula, the formula scaled to the recipe's acid."""

    profile: Profile
    lines: tuple[Measured, ...]
    scale: float
    pairs: tuple[Pair, ...]
    unmatched: tuple[Measured, ...]
    missing: tuple[Slot, ...]
    jar_class: str
    absorbed_ml: float
    vinegar_counted_ml: float
    juice_ml: float
    water_ml: float

    @property
    def formula(self) -> Formula:
        return self.profile.formula

    def of_role(self, *roles: str) -> list[Measured]:
        return [item for item in self.lines if item.role in roles]

    def ratio(self, slot: Slot) -> float | None:
        """The slot's amount in the recipe over what the acid allows; None where something in it has no weight."""
        amounts = [pair.amount for pair in self.pairs if pair.slot is slot]
        if any(amount is None for amount in amounts):
            return None
        allowed = slot.amount * self.scale
        return sum(a for a in amounts if a is not None) / allowed if allowed > 0 else None

    def jars(self, end: int, size: str | None = None) -> float:
        """How many jars of a size this batch fills: the formula's yield, scaled; end 0 low, 1 high."""
        return self.profile.jars_ml[end] * self.scale / counted_ml(size or self.jar_class)

    def batch_grams(self, item: Measured, end: int = 1) -> float | None:
        """A line's grams in the whole batch."""
        if item.bulk is None:
            return None
        return item.bulk.grams[end] * (self.jars(end, item.line.per_jar or None) if item.per_jar else 1.0)

    def batch_ml(self, item: Measured, end: int = 1) -> float | None:
        """A line's millilitres in the whole batch."""
        if item.bulk is None or item.bulk.ml is None:
            return None
        return item.bulk.ml[end] * (self.jars(end, item.line.per_jar or None) if item.per_jar else 1.0)


def _absorbed(vinegar_ml: float, strength: float, juice_ml: float, water_ml: float, form: Profile) -> float:
    """Water that only brings a vinegar over 5 % down to 5 %: judged as vinegar, not as water added. As much of it as
    the formula would otherwise call too much."""
    if strength <= CANNING_STRENGTH or water_ml <= 0:
        return 0.0
    most = vinegar_ml * (strength / CANNING_STRENGTH - 1)
    share = form.water_ml / form.acid_ml if form.acid_ml else 0.0
    wanted = (water_ml - share * (vinegar_ml + juice_ml)) / (1 + share)
    return wanted if 0 < wanted <= most * 1.001 else 0.0


def match_to(recipe_lines: tuple[Measured, ...], formula: Formula, library: Library, jar_class: str) -> Match:
    """Scale a formula to the recipe's acid and seat every produce line in one of its slots.

    The scale counts the acid liquids the formula permits: vinegars, and bottled juice volume for volume; under a formula
    acidified by juice alone, only juice. Acids it lacks earn no credit, per-jar acid neither."""
    form = profile(formula)
    vinegar = sum(ml for ml, _ in vinegar_parts(item for item in recipe_lines if not item.per_jar))
    juice = total_ml(recipe_lines, "juice", 0)
    water = total_ml(recipe_lines, "water", 1)
    strength = blend_strength(vinegar_parts(recipe_lines)) or 0.0
    absorbed = _absorbed(vinegar, strength, juice, water, form) if form.vinegar_ml else 0.0
    counted = vinegar + absorbed
    credited = juice + (counted if form.vinegar_ml or not juice else 0.0)
    produce = sum(i.bulk.grams[1] for i in recipe_lines if i.role == "produce" and i.bulk and not i.per_jar)
    scale = credited / form.acid_ml if credited > 0 else (produce / form.produce_g if produce else 1.0)
    pairs, unmatched = [], []
    for item in recipe_lines:
        if item.role not in ("produce", "herb"):
            continue
        seat = _seat(item.line.ingredient, form, library)
        if seat is None:
            unmatched.append(item)
        else:
            slot, found, tinned = seat
            pairs.append(Pair(item, slot, found.code, _slot_amount(item, slot, form, scale, jar_class), tinned))
    seated = {id(pair.slot) for pair in pairs}
    missing = tuple(slot for slot in form.slots if id(slot) not in seated)
    return Match(form, recipe_lines, scale, tuple(pairs), tuple(unmatched), missing, jar_class, absorbed, counted, juice, water - absorbed)


def _slot_amount(item: Measured, slot: Slot, form: Profile, scale: float, jar_class: str) -> float | None:
    if item.bulk is None:
        return None
    amount = in_measure(item.bulk, slot.measure)
    if amount is None or not item.per_jar:
        return amount
    # Per-jar against a batch line: as many jars as the yield's high end; per-jar against per-jar: the count cancels.
    jars = form.jars_ml[0 if slot.per_jar else 1] * scale / counted_ml(item.line.per_jar or jar_class)
    return amount * jars


@lru_cache(maxsize=65536)
def _seat(ingredient: Ingredient, form: Profile, library: Library) -> tuple[Slot, Acceptance, bool] | None:
    """The slot that takes an ingredient, the formula's own first; the last value tells tinned for fresh."""
    offers = [(slot, found) for slot in form.slots if (found := acceptance(slot, ingredient, form.formula, library.swaps))]
    offers.sort(key=lambda offer: offer[1].code is not None)
    if offers:
        return *offers[0], False
    fresh = library.tinned.get(ingredient.id)
    for slot in form.slots:
        if fresh and any(given.id == fresh for given in slot.given):
            return slot, Acceptance(None), True
    return None


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
        if item.role in ("produce", "herb"):
            produce.append((item.line.ingredient, grams))
            kinds[item.line.ingredient.id] = kinds.get(item.line.ingredient.id, 0.0) + grams
            groups["produce"] += grams
        elif item.role in groups:
            groups[item.role] += grams
    liquids = groups["vinegar"] + groups["juice"]
    spices = frozenset(item.line.ingredient.id for item in recipe_lines if item.role == "spice")
    return _RecipeShares(tuple(produce), _shares(groups), _shares(kinds), spices, groups["juice"] / liquids if liquids else 0.5)


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


def plausible_families(recipe: Recipe) -> list[Family]:
    """Which cups a recipe of no stated country may mean. US, unless it gives other amounts by weight or in ml: beside
    grams a cup may be metric, beside pounds imperial. Each is tried and the worst verdict counts."""
    units = {line.amount.unit for line in recipe.in_jar if line.amount is not None}
    weights, metric = units & {"lb", "oz"}, units & {"g", "kg", "ml", "l", "dl", "cl"}
    pints = units & {"pint", "quart", "gallon", "fl oz"}
    families: list[Family] = ["us"]
    if "cup" in units and metric:
        families.append("metric")
    if ("cup" in units and weights) or (pints and (weights or metric)):
        families.append("imperial")
    return families
