"""Cooking down: from the starting volume to jars, narrowed as the pan is weighed or a marked stick read."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from typing import Final

from rheum.core.measures.refused import RequestError

# A marked stick tells what is in a pan to about this part (own pick).
_READING: Final = 0.04
# Grams a millilitre of a thick chutney, a relish, a thin salsa (own pick).
_DENSITY: Final = (1.15, 1.08, 1.02)
_HEAVIEST: Final = 1.3

# Cooked down to under four fifths of the tested yield is much thicker than what was tested (own pick; rules.md: density-changed).
_THICK: Final = 0.8
_THICK_SAYS: Final = "Stop here; keep these jars in the refrigerator."
_SAME_ML: Final = 5.0


@dataclass(frozen=True, slots=True)
class PanWeighed:
    """Grams of the full pan at the start and now, and of the pan alone."""

    start_g: float
    now_g: float
    pan_g: float


@dataclass(frozen=True, slots=True)
class StickRead:
    """Millimetres of wet stick at the start and now, in a pan with straight sides."""

    start_mm: float
    now_mm: float


@dataclass(frozen=True, slots=True)
class CookDown:
    """The part kept and the millilitres it comes to, low, middle, high; `measured`: read from the pan, not expected; how many
    jars it fills, low and high, where one jar's room is known; `noted`: figures weighed or read so far, by their names in a reading, in
    grams and millimetres."""

    start_ml: float
    low: float
    mid: float
    high: float
    measured: bool
    says: str
    jars: tuple[int, int] | None = None
    noted: Mapping[str, float] = field(default_factory=dict)


Reading = PanWeighed | StickRead


def reading_of(figures: Mapping[str, object]) -> Reading:
    """A reading from named figures: start_g, now_g and pan_g, or start_mm and now_mm. RequestError where they are not whole."""
    for kind, names in ((PanWeighed, ("start_g", "now_g", "pan_g")), (StickRead, ("start_mm", "now_mm"))):
        values = [figures.get(name) for name in names]
        if all(isinstance(value, int | float) and not isinstance(value, bool) and math.isfinite(value) for value in values):
            return kind(*values)  # type: ignore[arg-type]
    raise RequestError("reading", "Write the pan's weight at the start, now, and empty; or the stick's wet length at the start and now.")


_FIGURES: Final = ("start_g", "now_g", "pan_g", "start_mm", "now_mm")


def noted_with(noted: Mapping[str, float], figures: Mapping[str, object]) -> tuple[dict[str, float], Reading | None]:
    """What is noted of a pan once more is weighed or read, and the reading that it now comes to; None while something of it is still to
    come. RequestError for a figure that none can be, and for a figure of now without one of the start."""
    said = {name: figures[name] for name in _FIGURES if figures.get(name) is not None}
    if not said or any(
        not isinstance(value, int | float) or isinstance(value, bool) or not math.isfinite(value) or value < 0 for value in said.values()
    ):
        return {}, reading_of(figures)
    now = {**noted, **said}
    by_pan = any(name.endswith("_g") for name in said)
    names = ("start_g", "now_g", "pan_g") if by_pan else ("start_mm", "now_mm")
    if names[0] not in now and names[1] in said:
        raise RequestError("reading", "What it was at the start is not known: write that too, or go by the look of it.")
    kept_so_far: dict[str, float] = {name: float(now[name]) for name in _FIGURES if name in now}  # type: ignore[arg-type]
    return kept_so_far, reading_of({name: now[name] for name in names}) if all(name in now for name in names) else None


def into_jars(cook: CookDown, room_ml: float, noun: str) -> CookDown:
    """The same, with the full jars that it fills: `11 or 12 half-pint jars`."""
    low, high = (math.floor(volume / room_ml + 1e-6) for volume in (cook.low, cook.high))
    count = f"{low}" if low == high else f"{low} or {high}" if high == low + 1 else f"{low} to {high}"
    return replace(cook, says=f"{cook.says} That fills {count} {noun}.", jars=(low, high))


def kept(start_ml: float, kept_low: float, kept_high: float, reading: Reading | None = None) -> CookDown:
    """What is left of a starting volume: the part expected, or what the pan now shows. Weighed: the food's weight over its density,
    for chopped produce at the start holds air that no weight tells. Read off a stick: the part of the depth.
    RequestError for a reading that cannot be."""
    if not math.isfinite(start_ml) or start_ml <= 0:
        raise RequestError("start_ml", "The starting volume must be above zero.")
    if not 0 < kept_low <= kept_high <= 1:
        raise RequestError("kept", "The part kept lies between 0 and 1, the lower one first: 0.6 is 60 %.")
    if reading is None:
        low, high = start_ml * kept_low, start_ml * kept_high
        mid = (low + high) / 2
        litres = f"{low / 1000:.2f} l" if high - low < _SAME_ML else f"{low / 1000:.2f} to {high / 1000:.2f} l"
        return CookDown(
            start_ml=start_ml,
            low=low,
            mid=mid,
            high=high,
            measured=False,
            says=f"Expect {litres} at the end.",
        )
    low, mid, high = _read(start_ml, reading)
    by_weight = isinstance(reading, PanWeighed)
    part = (reading.now_g - reading.pan_g) / (reading.start_g - reading.pan_g) if isinstance(reading, PanWeighed) else mid / start_ml
    says = f"{part * 100:.0f} % of the {'weight' if by_weight else 'depth'} is left: about {mid / 1000:.2f} l to fill."
    if mid < start_ml * kept_low * _THICK:
        says += (
            f" The tested recipe leaves {start_ml * kept_low / 1000:.2f} l: this is thicker, and heat goes through it slowly. {_THICK_SAYS}"
        )
    return CookDown(start_ml=start_ml, low=low, mid=min(max(mid, low), high), high=high, measured=True, says=says)


def _read(start_ml: float, reading: Reading) -> tuple[float, float, float]:
    """Millilitres that a pan weighed or a stick read tells, low, middle and high."""
    if isinstance(reading, StickRead):
        if not 0 < reading.now_mm <= reading.start_mm <= 1000:
            raise RequestError("stick", "The stick reads less now than at the start, and more than nothing. Read it again, upright.")
        mid = start_ml * reading.now_mm / reading.start_mm
        return mid * (1 - _READING), mid, min(start_ml, mid * (1 + _READING))
    food = reading.start_g - reading.pan_g
    if reading.pan_g < 0 or food <= 0:
        raise RequestError("pan_g", "The pan alone cannot weigh as much as the full one. Weigh it again.")
    if not reading.pan_g < reading.now_g <= reading.start_g:
        raise RequestError("now_g", "The pan now weighs more than empty and no more than at the start. Weigh it again.")
    net = reading.now_g - reading.pan_g
    if net > start_ml * _HEAVIEST:
        raise RequestError("now_g", "That is more than this recipe puts into the pan. Check the pan's own weight.")
    thick, usual, thin = _DENSITY
    return net / thick, min(start_ml, net / usual), min(start_ml, net / thin)


@dataclass(frozen=True, slots=True)
class CookPlanned:
    """What is cooked down: millilitres at the start, the part of it expected to be left, low and high, and what was weighed or read before
    it was begun."""

    start_ml: float
    low: float
    high: float
    noted: Mapping[str, float] = field(default_factory=dict)
