"""What no tested formula goes under: the floors of brine and acid, by the produce; oil beyond the acid; yields that do not fit what goes in."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from statistics import median_high
from typing import Final

from rheum.core.facts.formulas import Formula
from rheum.core.facts.ingredients import Ingredient
from rheum.core.facts.library import Library
from rheum.core.matching.profile import Profile, profile
from rheum.core.measures.saying import percent

_SUGAR_ML_PER_G: Final = 0.62
# What a batch fills, against the room of what goes into it: less boils away only in a sauce, more is no yield of it (own picks, from the shipped).
_LEAST_YIELD: Final = {"sauce": 0.2}
_LEAST_YIELD_ELSE: Final = 0.35
_MOST_YIELD: Final = 1.7


@dataclass(frozen=True, slots=True)
class Refusal:
    """Why an entry is no formula yet, and what to do; `field` or `line` say where."""

    says: str
    field: str | None = None
    line: int | None = None


def _kin(form: Profile, shipped: list[Profile]) -> list[Profile]:
    """Shipped formulas of the same main produce: that ingredient, else what may stand in for it; in the same pack where there is one.
    A floor belongs to the produce: what holds for cucumbers says nothing of beets."""
    main = max(form.slots, key=lambda slot: slot.grams).given[0]

    def mainly(other: Profile) -> Ingredient:
        return max(other.slots, key=lambda slot: slot.grams).given[0]

    same = [other for other in shipped if mainly(other).id == main.id]
    near = [other for other in shipped if main.swap_group and mainly(other).swap_group == main.swap_group]
    for kin in (same, near):
        packed = [other for other in kin if other.formula.minutes_for_pack(form.formula.pack) is not None]
        if packed or kin:
            return packed or kin
    return []


def _class_kin(form: Profile, shipped: list[Profile]) -> list[Profile]:
    """Formulas whose main produce is of the same class, for produce that no formula is mainly made of; of any class where there is none."""
    main = max(form.slots, key=lambda slot: slot.grams).given[0]
    found = [other for other in shipped if max(other.slots, key=lambda slot: slot.grams).given[0].klass == main.klass]
    return found or shipped


def _floor(form: Profile, shipped: list[Profile], of: Callable[[Profile], float | None]) -> float | None:
    """The weakest figure among kin; among strangers of the same class the middle one, for nobody knows which of them it is like."""
    kin = [value for other in _kin(form, shipped) if (value := of(other)) is not None]
    if kin:
        return min(kin)
    strangers = [value for other in _class_kin(form, shipped) if (value := of(other)) is not None]
    return median_high(strangers) if strangers else None


def acid_per_produce(form: Profile) -> float:
    """Grams of acid (5 % w/v) to a gram of produce."""
    return form.acid_ml * 0.05 / form.produce_g if form.produce_g else float("inf")


def acid_refusals(formula: Formula, library: Library) -> list[Refusal]:
    """Why the acid, the oil or the yield of a formula can be no tested one's."""
    form = profile(formula)
    shipped = [profile(item) for item in library.formulas.values() if item.own is None]
    if form.acid_ml <= 0:
        return [Refusal("It has no vinegar of known strength and no bottled juice: that is no pickle.", "text")]
    if not form.slots:
        return [Refusal("It has no produce.", "text")]
    own, floor = form.brine_percent, _floor(form, shipped, lambda other: other.brine_percent)
    if form.fat_ml > form.acid_ml:
        return [Refusal("It has more oil than vinegar and juice: no tested recipe has.", "text")]
    if own is not None and floor is not None and own < floor - 0.005:
        return [
            Refusal(
                f"Its brine is {percent(own)} acid; the weakest tested one for this produce is {percent(floor)}. Read the amounts again.",
                "text",
            )
        ]
    least = _floor(form, shipped, acid_per_produce)
    # In a raw pack the jar sets how much produce stands beside the brine, and the brine is the measure.
    by_weight = form.formula.pack == "hot" or own is None
    if by_weight and least is not None and acid_per_produce(form) < least * 0.98:
        return [
            Refusal(
                f"It has {acid_per_produce(form) * 1000:.0f} g of acid to a kilo of produce; the weakest tested one has {least * 1000:.0f} g. "
                "Read the amounts again.",
                "text",
            )
        ]
    return _yield_refusals(form)


def _yield_refusals(form: Profile) -> list[Refusal]:
    """Jars that what goes in cannot fill, or fills many times over: per-jar lines are counted by them."""
    room = form.produce_g + form.acid_ml + form.water_ml + form.fat_ml + _SUGAR_ML_PER_G * form.sweetener_g
    least = _LEAST_YIELD.get(form.formula.kind, _LEAST_YIELD_ELSE)
    if least <= form.jars_ml[0] / room and form.jars_ml[1] / room <= _MOST_YIELD:
        return []
    return [
        Refusal(f"{form.formula.makes.capitalize()} do not fit what goes in, about {room / 1000:.1f} l. Read the yield again.", "yield")
    ]
