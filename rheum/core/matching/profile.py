"""A formula seen as proportions: slots for its produce, and how much acid, water, sugar and fat stand beside them."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from typing import Final, Literal

from rheum.core.facts.formulas import Formula, FormulaLine, Swap
from rheum.core.facts.ingredients import Ingredient
from rheum.core.facts.jars import CLASS_ML
from rheum.core.facts.weights import Bulk, bulk, size_factor
from rheum.core.measures.amount import Amount
from rheum.core.measures.saying import listed
from rheum.core.measures.units import kind_of

Measure = Literal["volume", "bought", "prepared"]
# Brown sugar packed weighs 220 g a cup, the thinnest syrup 310 (common practice).
SYRUP_G_PER_CUP: Final = 260.0
POOLED_GROUPS = frozenset({"pepper", "onion"})


def in_measure(amount: Bulk, measure: Measure, end: int = 1) -> float | None:
    """One end (1: high, 0: low) of a bulk in the measure its formula uses. None where it cannot be converted."""
    if measure == "volume":
        return amount.ml[end] if amount.ml else None
    return amount.bought[end] if measure == "bought" else amount.grams[end]


@dataclass(frozen=True, slots=True, eq=False)
class Slot:
    """One place for produce in a formula: a line, several of one ingredient, or kinds that may be mixed within a total.
    `amount` is for one batch in `measure`, `most` where its published range ends; `groups` are swap groups that count within the slot;
    `may`: the source lets it be added, and it is not written out."""

    given: tuple[Ingredient, ...]
    groups: frozenset[str]
    pool: bool
    measure: Measure
    amount: float
    grams: float
    optional: bool
    per_jar: bool
    most: float
    may: bool = False

    @property
    def room(self) -> float:
        """How much more than what is written the published range allows, as a factor."""
        return self.most / self.amount if self.amount else 1.0

    @property
    def title(self) -> str:
        return " and ".join(item.name for item in self.given)


@dataclass(frozen=True, slots=True, eq=False)
class Profile:
    """A formula's proportions for one batch: millilitres, grams, and the jar volume it fills (low and high)."""

    formula: Formula
    slots: tuple[Slot, ...]
    vinegar_ml: float
    juice_ml: float
    water_ml: float
    fat_ml: float
    salt_g: float
    sweetener_g: float
    sweetener_ml: float
    thickeners_ml: dict[str, float]
    spice_g: float
    spices: frozenset[str]
    jars_ml: tuple[float, float]
    salt_in_prep: bool
    lime_in_prep: bool
    # Bottled juice in water that is drained away, and water that goes in only with a thickener that may be added.
    drained_juice_ml: float = 0.0
    may_water_ml: float = 0.0
    syrup_ml: float = 0.0

    @property
    def acid_ml(self) -> float:
        return self.vinegar_ml + self.juice_ml

    @property
    def produce_g(self) -> float:
        return sum(slot.grams for slot in self.slots if not slot.may)

    @property
    def brine_percent(self) -> float | None:
        """The formula's brine acid per cent; None where juice takes part: there no brine floor is set."""
        if self.juice_ml or not self.vinegar_ml:
            return None
        return 5.0 * self.vinegar_ml / (self.vinegar_ml + self.water_ml)


def _measure_of(lines: list[FormulaLine], amounts: list[Amount]) -> Measure:
    kinds = {kind_of(amount.unit) for amount in amounts}
    if kinds <= {"mass", "count"} and "mass" in kinds:
        return "prepared" if any(line.prepared for line in lines) else "bought"
    return "bought" if kinds == {"count"} else "volume"


@lru_cache(maxsize=512)
def profile(formula: Formula) -> Profile:
    """A formula's proportions, worked out once."""
    volume = tuple(count * CLASS_ML[formula.yields.jar] for count in (formula.yields.low, formula.yields.high))
    totals = dict.fromkeys(("vinegar", "juice", "water", "fat", "salt", "sweetener", "spice"), 0.0)
    sweetener_ml, thickeners, spices = 0.0, dict[str, float](), set[str]()
    may_water = 0.0
    produce: dict[str, list[tuple[FormulaLine, Amount, Bulk]]] = {}
    pool_amount = {pool.replaces: pool.total for pool in formula.pools}
    for line in (*formula.jar_lines, *formula.may):
        amount = pool_amount.get(line.ingredient.id, line.amount)
        if line.per_jar:
            amount = amount.times(volume[0] / CLASS_ML[line.per_jar])
        role = line.ingredient.role.role
        held = bulk(amount, line.ingredient, line.prepared, "us", size=size_factor(line.prep))
        if role in ("produce", "herb"):
            if held is None:
                raise ValueError(f"{formula.id}: {line.ingredient.id} needs a weight for one")
            produce.setdefault(_key(line, formula), []).append((line, amount, held))
        elif role == "spice":
            spices.add(line.ingredient.id)
            totals["spice"] += held.grams[1] if held else 0.0
        elif held is not None and role == "thickener":
            thickeners[line.ingredient.id] = held.ml[1] if held.ml else 0.0
        elif held is not None and line in formula.may:
            may_water += held.ml[1] if role == "water" and held.ml else 0.0
        elif held is not None and role in totals:
            totals[role] += held.grams[1] if role in ("salt", "sweetener") else (held.ml or (0, 0))[1]
            if role == "sweetener" and held.ml:
                sweetener_ml += held.ml[1]
    prep = {line.ingredient.role.role for line in formula.lines if line.prep_only}
    return Profile(
        formula=formula,
        slots=tuple(_slot(members, formula) for members in produce.values()),
        vinegar_ml=totals["vinegar"],
        juice_ml=totals["juice"],
        water_ml=totals["water"],
        fat_ml=totals["fat"],
        salt_g=totals["salt"],
        sweetener_g=totals["sweetener"],
        sweetener_ml=sweetener_ml,
        thickeners_ml=thickeners,
        spice_g=totals["spice"],
        spices=frozenset(spices),
        jars_ml=(volume[0], volume[1]),
        salt_in_prep="salt" in prep,
        lime_in_prep=any(line.ingredient.id == "pickling-lime" for line in formula.lines),
        drained_juice_ml=sum(_ml_of(line) for line in formula.lines if line.prep_only and line.ingredient.role.role == "juice"),
        may_water_ml=may_water,
        syrup_ml=sum(
            _ml_of(line)
            for line in formula.jar_lines
            if line.ingredient.role.role == "sweetener" and (line.ingredient.g_per_cup or 0.0) > SYRUP_G_PER_CUP
        ),
    )


def _ml_of(line: FormulaLine) -> float:
    held = bulk(line.amount, line.ingredient, line.prepared, "us")
    return held.ml[1] if held and held.ml else 0.0


def _key(line: FormulaLine, formula: Formula) -> str:
    group = line.ingredient.swap_group
    for pool in formula.pools:
        if group in pool.groups:
            return "pool"
    return f"group:{group}" if group in POOLED_GROUPS else line.ingredient.id


def _slot(members: list[tuple[FormulaLine, Amount, Bulk]], formula: Formula) -> Slot:
    lines = [line for line, _, _ in members]
    measure = _measure_of(lines, [amount for _, amount, _ in members])
    pools = [pool for pool in formula.pools if any(line.ingredient.swap_group in pool.groups for line in lines)]
    groups = {group for pool in pools for group in pool.groups}
    groups |= {line.ingredient.swap_group for line in lines if line.ingredient.swap_group in POOLED_GROUPS}
    return Slot(
        given=tuple(dict.fromkeys(line.ingredient for line in lines)),
        groups=frozenset(groups),
        pool=bool(pools),
        measure=measure,
        amount=sum(in_measure(held, measure) or 0.0 for _, _, held in members),
        grams=sum(held.grams[1] for _, _, held in members),
        optional=all(line.optional or line in formula.may for line in lines),
        per_jar=any(line.per_jar for line in lines),
        most=sum(
            (in_measure(held, measure) or 0.0) * (line.upto.high / line.amount.high if line.upto else 1.0) for line, _, held in members
        ),
        may=all(line in formula.may for line in lines),
    )


@dataclass(frozen=True, slots=True)
class Acceptance:
    """That a slot takes an ingredient, and the code this earns (None: it is the formula's own)."""

    code: str | None


def acceptance(slot: Slot, ingredient: Ingredient, formula: Formula, swaps: tuple[Swap, ...]) -> Acceptance | None:
    """Whether an ingredient may stand in a slot: as given, as a listed alternative, within a pool, or by a swap."""
    if ingredient in slot.given:
        return Acceptance(None)
    if any(ingredient.id in formula.alternatives.get(item.id, ()) for item in slot.given):
        return Acceptance(None)
    if slot.pool and ingredient.swap_group in slot.groups:
        return Acceptance(None)
    for swap in swaps:
        if any(swap.covers(given, ingredient) for given in slot.given):
            return Acceptance(swap.code)
    return None


SHOWN_PRODUCE: Final = 3


def main_produce(formula: Formula) -> str:
    """The produce that a formula is mostly made of, in words."""
    slots = sorted(profile(formula).slots, key=lambda slot: -slot.grams)[:SHOWN_PRODUCE]
    return listed([slot.given[0].name for slot in slots])
