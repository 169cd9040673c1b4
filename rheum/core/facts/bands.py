"""Bands of height and the charts that add minutes to a tested time: facts of processing, not of the air (handbook of process; from memory)."""

from __future__ import annotations

import math
from fractions import Fraction
from typing import Final

from rheum.core.measures.altitude import Altitude

CHART_ENDS_FT: Final = 10_000


def band_index(height: Altitude, bands_ft: tuple[int, ...]) -> int:
    """Which figure of a table holds: bands are upper limits, so at exactly 1,000 ft the first one still does.
    Below the sea: the first."""
    feet = height.feet
    return sum(1 for limit in bands_ft if feet > limit)


def band_name(index: int, bands_ft: tuple[int, ...]) -> str:
    """A band in words: `0-1,000 ft`, `1,001-6,000 ft`, `above 6,000 ft`."""
    if index == len(bands_ft):
        return f"above {bands_ft[-1]:,} ft"
    lower = f"{bands_ft[index - 1] + 1:,}" if index else "0"
    return f"{lower}-{bands_ft[index]:,} ft"


def trade_chart_minutes(height: Altitude) -> int | None:
    """Minutes that the common trade chart adds to a sea-level time (common practice); None above 10,000 ft, where it ends."""
    if height.feet > CHART_ENDS_FT:
        return None
    return (0, 5, 10, 15, 20)[band_index(height, TRADE_BANDS_FT)]


def older_rule_minutes(base_minutes: int, height: Altitude) -> int | None:
    """Minutes that the older rule adds (common practice, before the tables): 1 for each 1,000 ft or part of it where processing
    takes 20 minutes or less, else 2. It comes out short of the tables: only ever one of several of which the longest holds."""
    if height.feet > CHART_ENDS_FT:
        return None
    thousands = math.ceil(max(Fraction(0), height.feet) / 1000)
    return thousands * (1 if base_minutes <= 20 else 2)


TRADE_BANDS_FT: Final = (1000, 3000, 6000, 8000)


def sterilise_minutes(height: Altitude) -> int:
    """Minutes of boiling that sterilise jars: 10, and 1 for each 1,000 ft or part above 1,000 ft (USDA Guide 1, from memory)."""
    above = max(Fraction(0), height.feet - 1000)
    return 10 + math.ceil(above / 1000)


STEAM_CAP_MINUTES: Final = 45
