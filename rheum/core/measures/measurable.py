"""Amounts that can be measured: rounded to spoons, quarter cups, half ounces and 5 g, up for acid, down for produce and water."""

from __future__ import annotations

import math
from fractions import Fraction
from typing import Final

from rheum.core.measures.units import Family, kind_of, ml_per

# A rounding coarser than this part of the amount goes down to the next smaller measure.
_COARSE: Final = 0.02
_FINE: Final = 0.01
_LARGE: Final = ("gallon", "quart", "pint", "cup")
_OUNCES: Final = (0.5, 0.25, 0.125)
_TEASPOONS: Final = (1.0, 0.5, 0.25, 0.125)
_STEP: Final = {"tbsp": 0.5, "tsp": 0.125, "oz": 0.5, "fl oz": 0.5, "pinch": 1.0, "dash": 1.0, "drop": 1.0, "cl": 1.0, "dl": 0.5, "mg": 5.0}


def _stepped(value: float, step: float, up: bool) -> float:
    steps = value / step
    return (math.ceil(steps - 1e-6) if up else math.floor(steps + 1e-6)) * step


def _metric(value: float, up: bool) -> float:
    return _stepped(value, 5 if value >= 5 / _COARSE else 1 if value >= 10 else 0.1, up)


def measurable(value: float, unit: str, up: bool, family: Family = "us") -> str:
    """An amount as a cook would measure it, in the unit given or smaller ones of its kind: `3 3/4 cups plus 1 tbsp`,
    `2 lb 4 oz`, `265 ml`. Never on the wrong side: at least the amount where `up`, at most it otherwise. "" for nothing."""
    kind = kind_of(unit)
    if unit in ("g", "ml"):
        rounded = _metric(value, up)
        return f"{rounded:g} {unit}" if rounded > 0 else ""
    if unit in ("kg", "l"):
        rounded = _stepped(value, 0.01 if value >= 0.5 else 0.001, up)
        return f"{rounded:g} {unit}" if rounded >= 0.1 else measurable(value * 1000, "g" if unit == "kg" else "ml", up)
    if unit == "lb":
        return _pounds(value, up)
    if unit in _LARGE:
        for larger in _LARGE[_LARGE.index(unit) :]:
            here = value * ml_per(unit, family) / ml_per(larger, family)
            whole = _stepped(here, 0.25, up)
            if whole > 0 and abs(whole - here) <= _COARSE / 2 * here:
                return f"{mixed(whole)} {plural(larger, whole)}"
        return _cups(value * ml_per(unit, family) / ml_per("cup", family), up, family)
    if kind == "count":
        # Half an onion can be cut, half a clove of garlic is no measure; less than one of anything is cut to quarters.
        rounded = _stepped(value, 0.25 if value < 1 else 1 if value >= 6 or unit == "clove" else 0.5, up)
        return (f"{mixed(rounded)}" if unit == "each" else f"{mixed(rounded)} {plural(unit, rounded)}") if rounded > 0 else ""
    step = _STEP.get(unit, 0.5)
    if unit == "oz":
        step = next((one for one in _OUNCES if abs(_stepped(value, one, up) - value) <= _FINE * value), _OUNCES[-1])
    rounded = _stepped(value, step, up)
    if unit == "tbsp" and (rounded <= 0 or abs(rounded - value) > _COARSE * value):
        return _spoons(value, up, family, _COARSE * value)
    if unit in ("cl", "dl"):
        return measurable(value * ml_per(unit, family), "ml", up)
    return f"{mixed(rounded)} {plural(unit, rounded)}" if rounded > 0 else ""


def _cups(cups: float, up: bool, family: Family) -> str:
    spoon = ml_per("tbsp", family) / ml_per("cup", family)
    whole = math.floor(cups * 4 + 1e-6) / 4
    if whole <= 0:
        return measurable(cups / spoon, "tbsp", up, family)
    words = f"{mixed(whole)} {plural('cup', whole)}"
    tbsp = _stepped((cups - whole) / spoon, 0.5, up)
    if tbsp >= 4:
        return f"{mixed(whole + 0.25)} {plural('cup', whole + 0.25)}"
    if abs(tbsp * spoon - (cups - whole)) <= _FINE * cups:
        return f"{words} plus {mixed(tbsp)} tbsp" if tbsp > 0 else words
    rest = _spoons((cups - whole) / spoon, up, family, _FINE * cups / spoon)
    return f"{mixed(whole + 0.25)} {plural('cup', whole + 0.25)}" if rest == "4 tbsp" else f"{words} plus {rest}" if rest else words


def _spoons(tbsp: float, up: bool, family: Family, within: float) -> str:
    """Whole tablespoons and teaspoons of an amount in tablespoons, as coarse as `within` allows: `3 tbsp plus 2 1/4 tsp`,
    `1 1/8 tsp`; "" for nothing."""
    each = ml_per("tbsp", family) / ml_per("tsp", family)
    whole = math.floor(tbsp + 1e-6)
    rest = (tbsp - whole) * each
    step = next((one for one in _TEASPOONS if abs(_stepped(rest, one, up) - rest) <= within * each), _TEASPOONS[-1])
    tsp = _stepped(rest, step, up)
    if tsp >= each - 1e-6:
        whole, tsp = whole + 1, 0.0
    parts = ([f"{whole} tbsp"] if whole else []) + ([f"{mixed(tsp)} tsp"] if tsp > 0 else [])
    return " plus ".join(parts)


def _pounds(pounds: float, up: bool) -> str:
    whole = math.floor(pounds + 1e-9)
    ounces = _stepped((pounds - whole) * 16, 0.5, up)
    if ounces >= 16:
        whole, ounces = whole + 1, 0.0
    if not whole:
        return measurable(pounds * 16, "oz", up)
    return f"{whole} lb {mixed(ounces)} oz" if ounces > 0 else f"{whole} lb"


def poured(value: float, up: bool, family: Family = "us") -> str:
    """Millilitres in both measures, each on the right side, to be measured by either: `320 ml (1 1/4 cups plus 1 1/2 tbsp)`."""
    metric = measurable(value / 1000, "l", up) if value >= 1000 else measurable(value, "ml", up)
    cups = measurable(value / ml_per("cup", family), "cup", up, family)
    return f"{metric} ({cups})" if cups else metric


_EIGHTHS: Final = (2, 3, 4, 8)


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
