"""A recipe's vinegar drawn from real bottles: as it stands, thinned, or blended of two; what is short is said before cooking."""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass, field, replace
from typing import Final

from rheum.core.making.stock import Bottle
from rheum.core.measures.acidity import blend_strength, parts_to_reach
from rheum.core.measures.measurable import poured
from rheum.core.measures.saying import ml, percent

# Two strengths closer than this are one: no titration at home tells them apart (common practice).
_SAME: Final = 0.05
_STEP_ML: Final = 5.0
# Less than this is no shortage: it stays in the bottle and on the jug.
_NOTHING_ML: Final = 0.5


@dataclass(frozen=True, slots=True)
class Portion:
    """Millilitres out of one bottle."""

    bottle: str
    says: str
    strength: float
    ml: float


@dataclass(frozen=True, slots=True)
class Draw:
    """One vinegar line of a batch: what it needs, out of which bottles, with how much water, and what is short."""

    line: int
    name: str
    need_ml: float
    strength: float
    portions: tuple[Portion, ...]
    water_ml: float
    made_strength: float | None
    short_ml: float
    says: str


def _up(value: float) -> float:
    return math.ceil(value / _STEP_ML - 1e-9) * _STEP_ML


def _down(value: float) -> float:
    return math.floor(value / _STEP_ML + 1e-9) * _STEP_ML


def most_ml(kind: str, strength: float, bottles: Iterable[Bottle]) -> float:
    """Millilitres at a strength that the bottles of a kind come to at the most: what is stronger carries the weaker ones,
    strongest first, and water last."""
    own = sorted((one for one in bottles if one.kind == kind and one.left_ml > _NOTHING_ML), key=lambda one: -one.strength)
    made = spare = 0.0
    for bottle in own:
        over = bottle.strength - strength
        if over >= -1e-9:
            made, spare = made + bottle.left_ml, spare + bottle.left_ml * max(0.0, over)
            continue
        carried = min(bottle.left_ml, spare / -over)
        made, spare = made + carried, spare + carried * over
    return made + spare / strength


def draw(line: int, kind: str, name: str, need_ml: float, *, strength: float, bottles: Iterable[Bottle]) -> tuple[Draw, list[Bottle]]:
    """Vinegar of a kind and strength out of the bottles of that kind, and the bottles as they stand after it.

    First bottles of the strength itself, the one longest open first; then a stronger one thinned with a weaker one or with
    water (Pearson's square), the strong part rounded up, so that what is made is never weaker than what is asked for."""
    here = [bottle for bottle in bottles if bottle.kind == kind and bottle.left_ml > _NOTHING_ML]
    others = [bottle for bottle in bottles if bottle.kind != kind and bottle.left_ml > _NOTHING_ML]
    here.sort(key=lambda one: (one.opened is None, one.opened or "", one.left_ml, one.id))
    jug = _Jug(need_ml, {bottle.id: bottle for bottle in here})
    for bottle in here:
        if strength - 1e-9 <= bottle.strength <= strength + _SAME:
            jug.take(bottle, jug.open_ml)
    weaker = sorted((one for one in here if one.strength < strength - 1e-9), key=lambda one: -one.strength)
    for bottle in here:
        if bottle.strength <= strength + _SAME:
            continue
        for weak in [*weaker, None]:
            _thinned(jug, strength, bottle, weak)
        # What is left of either is less than a jug can measure: the strong one as it is.
        jug.take(bottle, jug.open_ml)
    short = jug.open_ml if jug.open_ml > _NOTHING_ML else 0.0
    made = blend_strength([*((portion.ml, portion.strength) for portion in jug.portions.values()), (jug.water_ml, 0.0)])
    rest, portions = [*jug.bottles.values()], [*jug.portions.values()]
    says = _says(name, strength, portions, jug.water_ml, short=short, rest=rest, others=others)
    found = Draw(
        line=line,
        name=name,
        need_ml=need_ml,
        strength=strength,
        portions=tuple(portions),
        water_ml=jug.water_ml,
        made_strength=made,
        short_ml=short,
        says=says,
    )
    return found, [jug.bottles.get(bottle.id, bottle) for bottle in bottles]


@dataclass(slots=True)
class _Jug:
    """What is still to be poured, the bottles as they stand, and what has been poured so far."""

    open_ml: float
    bottles: dict[str, Bottle]
    water_ml: float = 0.0
    portions: dict[str, Portion] = field(default_factory=dict)

    def take(self, bottle: Bottle, amount: float) -> None:
        """So much out of a bottle, no more than is left in it or wanted."""
        now = self.bottles[bottle.id]
        amount = min(amount, now.left_ml, self.open_ml)
        if amount <= 0:
            return
        held = self.portions.get(now.id)
        self.portions[now.id] = Portion(now.id, now.says, now.strength, amount + (held.ml if held else 0.0))
        self.bottles[now.id] = replace(now, left_ml=now.left_ml - amount)
        self.open_ml -= amount


def _thinned(jug: _Jug, strength: float, strong: Bottle, weak: Bottle | None) -> None:
    """As much as a stronger bottle and a weaker one (None: water) make of a strength: the strong part in steps upwards, the
    weak one downwards, never more than the strong part carries."""
    parts = parts_to_reach(strength, strong.strength, weak.strength if weak else 0.0)
    if parts is None or jug.open_ml <= _NOTHING_ML:
        return
    strong_left = jug.bottles[strong.id].left_ml
    weak_left = jug.bottles[weak.id].left_ml if weak else math.inf
    whole = sum(parts)
    most = min(jug.open_ml, strong_left * whole / parts[0], weak_left * whole / parts[1])
    one = min(_up(most * parts[0] / whole), strong_left, jug.open_ml)
    other = min(_down(one * parts[1] / parts[0]), weak_left, _down(jug.open_ml - one))
    if other <= 0:
        return
    jug.take(strong, one)
    if weak is None:
        jug.water_ml += other
        jug.open_ml -= other
    else:
        jug.take(weak, other)


def _says(
    name: str, strength: float, portions: list[Portion], water: float, *, short: float, rest: list[Bottle], others: list[Bottle]
) -> str:
    taken = [f"{poured(portion.ml, portion.strength >= strength - 1e-9)} of {portion.says}" for portion in portions]
    if water > 0:
        taken.append(f"{poured(water, up=False)} of water")
    if not short:
        return " and ".join(taken) + "."
    weak = sum(one.left_ml for one in rest if one.left_ml > _NOTHING_ML and one.strength < strength - 1e-9)
    sentence = f"{poured(short, up=True)} of {name} at {percent(strength)} are short: buy it before you begin"
    if weak > _NOTHING_ML:
        sentence += f"; {ml(weak)} on hand are too weak for this"
    stand_by = [one for one in others if one.strength >= strength - 1e-9]
    if stand_by:
        sentence += (
            f"; {ml(sum(one.left_ml for one in stand_by))} of {stand_by[0].name} stand by: write that into the line and see the verdict"
        )
    return f"{' and '.join(taken)}; {sentence}." if taken else f"{sentence[0].upper()}{sentence[1:]}."
