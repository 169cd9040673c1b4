"""Heat of water, food and steam, and what a hob makes of its fuel (published constants, common practice for efficiencies)."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final, Literal

WATER_KJ: Final = 4.186


FOOD_KJ: Final = 2.9


VAPOUR_KJ_PER_KG: Final = 2257.0


def boil_off_l(watts: float, efficiency: float, minutes: float) -> float:
    """Litres that a full boil takes away: burner × efficiency / 2257 kJ a kg."""
    return watts * efficiency / 1000 * minutes * 60 / VAPOUR_KJ_PER_KG


Fuel = Literal["gas", "electric", "induction"]


# Part of the heat that reaches the water (common practice).
EFFICIENCY: Final[Mapping[Fuel, float]] = {"gas": 0.4, "electric": 0.7, "induction": 0.8}
