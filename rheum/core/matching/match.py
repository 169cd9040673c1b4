"""Recipe → matched formula: which tested formula a recipe is nearest to, and how its lines stand against it."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

from rheum.core.facts.formulas import Formula
from rheum.core.facts.ingredients import Ingredient
from rheum.core.facts.jars import counted_ml
from rheum.core.facts.library import Library
from rheum.core.matching.measured import Measured, total_ml, vinegar_parts
from rheum.core.matching.profile import Acceptance, Profile, Slot, acceptance, in_measure, profile
from rheum.core.measures.acidity import CANNING_STRENGTH, blend_strength


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


def _absorbed(vinegar_ml: float, strength: float, juice_ml: float, water_ml: float, *, form: Profile) -> float:
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
    if form.drained_juice_ml and form.vinegar_ml and not form.juice_ml:
        # Lemon juice of water that is drained away earns no credit in the jar.
        juice = max(0.0, juice - form.drained_juice_ml * max(1.0, vinegar / form.vinegar_ml))
    water = total_ml(recipe_lines, "water", 1)
    strength = blend_strength(vinegar_parts(recipe_lines)) or 0.0
    absorbed = _absorbed(vinegar, strength, juice, water, form=form) if form.vinegar_ml else 0.0
    counted = vinegar + absorbed
    credited = juice + (counted if form.vinegar_ml or not juice else 0.0)
    produce = sum(i.bulk.grams[1] for i in recipe_lines if i.role == "produce" and i.bulk and not i.per_jar)
    scale = credited / form.acid_ml if credited > 0 else (produce / form.produce_g if produce else 1.0)
    pairs, unmatched = [], []
    for item in recipe_lines:
        if not item.line.ingredient.role.food:
            continue
        seat = _seat(item.line.ingredient, form, library)
        if seat is None:
            unmatched.append(item)
        else:
            slot, found, tinned = seat
            pairs.append(
                Pair(
                    item=item, slot=slot, code=found.code, amount=_slot_amount(item, slot, form, scale, jar_class=jar_class), tinned=tinned
                )
            )
    seated = {id(pair.slot) for pair in pairs}
    missing = tuple(slot for slot in form.slots if id(slot) not in seated and not slot.may)
    return Match(
        profile=form,
        lines=recipe_lines,
        scale=scale,
        pairs=tuple(pairs),
        unmatched=tuple(unmatched),
        missing=missing,
        jar_class=jar_class,
        absorbed_ml=absorbed,
        vinegar_counted_ml=counted,
        juice_ml=juice,
        water_ml=water - absorbed,
    )


def _slot_amount(item: Measured, slot: Slot, form: Profile, scale: float, *, jar_class: str) -> float | None:
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
