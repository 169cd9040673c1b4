"""Amounts that a kitchen can measure: cups in quarters and thirds, spoons, half ounces, whole grams; at most two measures joined. Up for acid,
down for produce and water, to the nearest for salt, sugar and spices (`up` None)."""

from __future__ import annotations

import math
from collections.abc import Iterator
from fractions import Fraction
from functools import lru_cache
from typing import Final, NamedTuple

from rheum.core.measures.units import Family, kind_of, ml_per

# A rounding coarser than this part of the amount goes on to a finer measure.
_COARSE: Final = 0.02
# A third of a cup written with three figures is a third of a cup.
_SAME: Final = 5e-4
_FINE: Final = 0.01
_LARGE: Final = ("gallon", "quart", "pint", "cup")
_CUPS: Final = (0.0, 0.25, 1 / 3, 0.5, 2 / 3, 0.75)
# Below half a cup one measures in tablespoons; a spoon takes quarters, and eighths below one.
_LEAST_CUP: Final = 0.5
_SPOON_EIGHTHS: Final = (1, 2, 3, 4, 5, 6, 8)
_MOST_TSP: Final = 5.75
_HALF_SPOONS_IN_A_QUARTER_CUP: Final = 8
_OUNCES: Final = (0.5, 0.25, 0.125)
_STEP: Final = {"fl oz": 0.5, "pinch": 1.0, "dash": 1.0, "drop": 1.0, "mg": 5.0}
_WHOLE_GRAMS_FROM: Final = 5.0

Up = bool | None


def _stepped(value: float, step: float, up: Up) -> float:
    steps = value / step
    return (round(steps) if up is None else math.ceil(steps - 1e-6) if up else math.floor(steps + 1e-6)) * step


def _metric(value: float, up: Up) -> float:
    return _stepped(value, 5 if value >= 5 / _COARSE else 1 if value >= _WHOLE_GRAMS_FROM else 0.5, up)


def _fits(here: float, value: float, up: Up) -> bool:
    return up is None or (here >= value * (1 - _SAME) if up else here <= value * (1 + _SAME))


def measurable(value: float, unit: str, up: Up, family: Family = "us") -> str:
    """An amount as a cook would measure it, in the unit given or smaller ones of its kind: `3 3/4 cups plus 1 tbsp`,
    `2 lb 4 oz`, `265 ml`. Never on the wrong side: at least the amount where `up`, at most it where not, the nearest where None. "" for
    nothing."""
    kind = kind_of(unit)
    if unit in ("g", "ml"):
        rounded = _metric(value, up)
        return f"{rounded:g} {unit}" if rounded > 0 else ""
    if unit in ("kg", "l"):
        rounded = _stepped(value, 0.01, up)
        return f"{rounded:g} {unit}" if value >= 0.5 else measurable(value * 1000, "g" if unit == "kg" else "ml", up)
    if unit in ("cl", "dl"):
        return measurable(value * ml_per(unit, family), "ml", up)
    if unit == "lb":
        return _pounds(value, up)
    if unit == "oz":
        return _ounces(value, up)
    if unit in _LARGE:
        for larger in _LARGE[_LARGE.index(unit) :]:
            here = value * ml_per(unit, family) / ml_per(larger, family)
            whole = _stepped(here, 0.25, up)
            if whole > 0 and abs(whole - here) <= _COARSE / 2 * here and (larger != "cup" or whole >= 0.25):
                return f"{mixed(whole)} {plural(larger, whole)}"
        return _volume(value * ml_per(unit, family), up, family)
    if unit in ("tbsp", "tsp"):
        return _volume(value * ml_per(unit, family), up, family, spoon=unit)
    if kind == "count":
        # Half an onion can be cut, one and a half cloves of garlic are no measure; less than one of anything is cut to quarters.
        rounded = _stepped(value, 0.25 if value < 1 else 1 if value >= 6 or unit == "clove" else 0.5, up)
        return (f"{mixed(rounded)}" if unit == "each" else f"{mixed(rounded)} {plural(unit, rounded)}") if rounded > 0 else ""
    rounded = _stepped(value, _STEP.get(unit, 0.5), up)
    return f"{mixed(rounded)} {plural(unit, rounded)}" if rounded > 0 else ""


def _volume(ml: float, up: Up, family: Family, spoon: str = "cup") -> str:
    """Millilitres in cups and spoons: of what stands on the right side one measure that is near enough, else the nearest of two joined."""
    tsp = ml / ml_per("tsp", family)
    few = tsp < _LEAST_CUP * ml_per("cup", family) / ml_per("tsp", family)
    found = [
        *(_in_spoons(tsp, family, spoon) if spoon != "cup" or few else ()),
        *(_in_cups(tsp, family) if spoon == "cup" or not few else ()),
    ]
    right = [one for one in found if one.tsp > 0 and _fits(one.tsp, tsp, up)]
    for most, within in ((1, _COARSE), (2, _FINE)):
        near = [one for one in right if one.measures <= most and abs(one.tsp - tsp) <= within * tsp]
        if near:
            best: _Scooped = min(near, key=lambda one: (one.measures, one.scoops, abs(one.tsp - tsp)))
            return best.words
    nearest: _Scooped | None = min(right, key=lambda one: (abs(one.tsp - tsp), one.scoops), default=None)
    return nearest.words if nearest is not None else ""


class _Scooped(NamedTuple):
    """A volume as it would be measured: how many measures are joined, how many spoons are filled, teaspoons in all, words."""

    measures: int
    scoops: float
    tsp: float
    words: str


def _spoonfuls(tsp: float, *, eighths: bool) -> Iterator[float]:
    """The teaspoons that can be measured, just under and just over an amount."""
    if tsp < 1 and eighths:
        yield from (step / 8 for step in _SPOON_EIGHTHS)
        return
    yield from {max(0.0, math.floor(tsp * 4 + 1e-6) / 4), math.ceil(tsp * 4 - 1e-6) / 4}


def _in_spoons(tsp: float, family: Family, spoon: str) -> Iterator[_Scooped]:
    """An amount in tablespoons and teaspoons."""
    each = ml_per("tbsp", family) / ml_per("tsp", family)
    if tsp < (_MOST_TSP + each if spoon == "tsp" else each):
        for one in _spoonfuls(tsp, eighths=True):
            yield _Scooped(1, one, one, f"{mixed(one)} tsp")
    for half in {math.floor(tsp / each * 2 + 1e-6), math.ceil(tsp / each * 2 - 1e-6)}:
        if half >= 1:
            yield _Scooped(1, half / 2, half / 2 * each, f"{mixed(half / 2)} tbsp")
    whole = math.floor(tsp / each + 1e-6)
    if whole >= 1:
        for one in _spoonfuls(tsp - whole * each, eighths=False):
            if 0 < one < each:
                yield _Scooped(2, whole + one, whole * each + one, f"{whole} tbsp plus {mixed(one)} tsp")


def _in_cups(tsp: float, family: Family) -> Iterator[_Scooped]:
    """The same in cups, with a spoon besides."""
    cup, each = ml_per("cup", family) / ml_per("tsp", family), ml_per("tbsp", family) / ml_per("tsp", family)
    whole = math.floor(tsp / cup + 1e-6)
    for part in (*_CUPS, 1.0):
        cups = whole + part
        if cups <= 0:
            continue
        words = f"{_thirds(cups)} {plural('cup', cups)}"
        yield _Scooped(1, 0, cups * cup, words)
        rest = tsp - cups * cup
        if rest <= 0 or part == 1.0:
            continue
        for half in {math.floor(rest / each * 2 + 1e-6), math.ceil(rest / each * 2 - 1e-6)}:
            if 1 <= half < _HALF_SPOONS_IN_A_QUARTER_CUP:
                yield _Scooped(2, half / 2, cups * cup + half / 2 * each, f"{words} plus {mixed(half / 2)} tbsp")
        for one in _spoonfuls(rest, eighths=False):
            if 0 < one <= _MOST_TSP:
                yield _Scooped(2, one, cups * cup + one, f"{words} plus {mixed(one)} tsp")


@lru_cache(maxsize=1024)
def _thirds(cups: float) -> str:
    for part, words in ((1 / 3, "1/3"), (2 / 3, "2/3")):
        if abs(cups % 1 - part) < 1e-6:
            return f"{math.floor(cups)} {words}" if cups >= 1 else words
    return mixed(cups)


def _ounces(ounces: float, up: Up) -> str:
    step = next((one for one in _OUNCES if abs(_stepped(ounces, one, up) - ounces) <= _FINE * ounces), _OUNCES[-1])
    rounded = _stepped(ounces, step, up)
    return f"{mixed(rounded)} oz" if rounded > 0 else measurable(ounces * 28.349523125, "g", up)


def _pounds(pounds: float, up: Up) -> str:
    if pounds >= 1 and abs(pounds * 4 - round(pounds * 4)) < 1e-6:
        return f"{mixed(pounds)} lb"
    whole = math.floor(pounds + 1e-9)
    ounces = _stepped((pounds - whole) * 16, 0.5, up)
    if ounces >= 16:
        whole, ounces = whole + 1, 0.0
    if not whole:
        return _ounces(pounds * 16, up)
    return f"{whole} lb {mixed(ounces)} oz" if ounces > 0 else f"{whole} lb"


def litres(value: float, up: Up) -> str:
    """Millilitres as a jug shows them: `320 ml`, `1.54 l`."""
    return measurable(value / 1000, "l", up) if value >= 1000 else measurable(value, "ml", up)


def poured(value: float, up: Up, family: Family = "us") -> str:
    """Millilitres in both measures, each on the right side, to be measured by either: `320 ml (1 1/4 cups plus 1 1/2 tbsp)`."""
    metric = litres(value, up)
    cups = measurable(value / ml_per("cup", family), "cup", up, family)
    return f"{metric} ({cups})" if cups else metric


_EIGHTHS: Final = (2, 3, 4, 8)


@lru_cache(maxsize=4096)
def mixed(value: float) -> str:
    """A number as a cook writes it: whole, or whole and a fraction of 2, 3, 4 or 8, else a short decimal."""
    for bottom in _EIGHTHS:
        fraction = Fraction(round(value * bottom), bottom)
        if fraction and abs(float(fraction) - value) < 1e-6:
            whole, rest = divmod(fraction, 1)
            return " ".join(part for part in (str(whole) if whole else "", str(rest) if rest else "") if part)
    return f"{value:.3g}"


def plural(unit: str, value: float) -> str:
    """A unit behind a number: `cup`, `cups`."""
    if value > 1 and unit in ("cup", "quart", "pint", "gallon", "clove", "head", "sprig"):
        return unit + "s"
    return unit
