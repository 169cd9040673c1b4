"""Strength of vinegars and brines: per cent is grams of acetic acid in 100 ml (w/v)."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Final

CANNING_STRENGTH: Final = 5.0
FOOD_LIMIT: Final = 10.0
ACETIC_G_PER_MOL: Final = 60.052
CITRIC_G_PER_MOL: Final = 192.124


def blend_strength(parts: Iterable[tuple[float, float]]) -> float | None:
    """Strength in per cent of a blend of (millilitres, per cent) parts; None for nothing. Lies between its parts."""
    volume = acid = 0.0
    for ml, percent in parts:
        volume += ml
        acid += ml * percent
    return acid / volume if volume > 0 else None


def parts_to_reach(target: float, strong: float, weak: float) -> tuple[float, float] | None:
    """Parts of strong and weak vinegar that blend to a target (Pearson's square; water is a weak of 0).
    None where the target does not lie between them. 7 % and 4 % to 5 % is 1 : 2."""
    if not weak < target < strong:
        return None
    return target - weak, strong - target


def brine_percent(vinegar_parts: Iterable[tuple[float, float]], water_ml: float) -> float | None:
    """Acid per cent of a brine: vinegar and water only, for sugar and salt dissolve into it and produce does not count."""
    parts = [*vinegar_parts]
    return blend_strength([*parts, (water_ml, 0.0)]) if parts else None


def strength_by_titration(naoh_ml: float, normality: float, vinegar_ml: float) -> float:
    """Per cent acetic acid found by titration. ValueError for a volume or normality that is not above zero."""
    if min(naoh_ml, normality, vinegar_ml) <= 0:
        raise ValueError("Every reading must be above zero.")
    return naoh_ml * normality * 6.005 / vinegar_ml


CANNING_PH: Final = 4.6


TARGET_PH: Final = 4.2
