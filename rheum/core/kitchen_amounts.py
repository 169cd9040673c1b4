"""Amounts that can be measured: rounded to spoons, quarter cups, half ounces and 5 g, up for acid, down for produce and water."""

from __future__ import annotations

import math
from typing import Final

from rheum.core.units import Family, g_per, kind_of, ml_per
from rheum.core.writing import mixed, plural

# A rounding coarser than this part of the amount goes down to the next smaller measure.
_COARSE: Final = 0.02
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
    if unit in ("gallon", "quart", "pint", "cup"):
        cups = value * ml_per(unit, family) / ml_per("cup", family)
        whole = _stepped(value, 0.25, up)
        if whole > 0 and abs(whole - value) <= _COARSE / 2 * value:
            return f"{mixed(whole)} {plural(unit, whole)}"
        return _cups(cups, up, family)
    if kind == "count":
        rounded = _stepped(value, 1 if value >= 6 else 0.5, up)
        return (f"{mixed(rounded)}" if unit == "each" else f"{mixed(rounded)} {plural(unit, rounded)}") if rounded > 0 else ""
    step = _STEP.get(unit, 0.5)
    rounded = _stepped(value, step, up)
    if unit == "tbsp" and (rounded <= 0 or abs(rounded - value) > _COARSE * value):
        return measurable(value * ml_per("tbsp", family) / ml_per("tsp", family), "tsp", up, family)
    if unit in ("cl", "dl"):
        return measurable(value * ml_per(unit, family), "ml", up)
    return f"{mixed(rounded)} {plural(unit, rounded)}" if rounded > 0 else ""


def _cups(cups: float, up: bool, family: Family) -> str:
    spoon = ml_per("tbsp", family) / ml_per("cup", family)
    whole = math.floor(cups * 4 + 1e-6) / 4
    spoons = _stepped((cups - whole) / spoon, 0.5, up)
    if whole <= 0:
        return measurable(cups / spoon, "tbsp", up, family)
    if spoons <= 0:
        return f"{mixed(whole)} {plural('cup', whole)}"
    return f"{mixed(whole)} {plural('cup', whole)} plus {mixed(spoons)} tbsp"


def _pounds(pounds: float, up: bool) -> str:
    whole = math.floor(pounds + 1e-9)
    ounces = _stepped((pounds - whole) * 16, 0.5, up)
    if ounces >= 16:
        whole, ounces = whole + 1, 0.0
    if not whole:
        return f"{mixed(ounces)} oz" if ounces > 0 else ""
    return f"{whole} lb {mixed(ounces)} oz" if ounces > 0 else f"{whole} lb"


def from_ml(value: float, unit: str, family: Family) -> float:
    """Millilitres in a volume unit of a family."""
    return value / ml_per(unit, family)


def from_grams(value: float, unit: str) -> float:
    """Grams in a unit of mass."""
    return value / g_per(unit)
