"""Minutes in the canner for a formula, a jar, a pack and an altitude."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

from rheum.core.altitude import CHART_ENDS_FT, Altitude, band_index, band_name, sterilise_minutes
from rheum.core.formulas import Formula, Pack
from rheum.core.jars import Covered, Jar, covering_size
from rheum.core.request import CannerMethod

STEAM_CAP_MINUTES: Final = 45
STERILISE_UNDER_MINUTES: Final = 10
WATER_OVER_LIDS_MM: Final = 25.0
WATER_OVER_LIDS_LONG_MM: Final = 50.0
LONG_PROCESS_MINUTES: Final = 30


@dataclass(frozen=True, slots=True)
class Process:
    """What the canner has to do. `minutes` is all told; `sterilise_minutes` None where clean hot jars are enough;
    `water_over_lids_mm` 0 in a steam canner."""

    minutes: int
    base_minutes: int
    altitude_minutes: int
    band: str
    water_over_lids_mm: float
    sterilise_minutes: int | None
    headspace_mm: float
    method: CannerMethod
    water_temperature_c: float


def base_minutes(formula: Formula, jar: Jar, pack: Pack) -> int | None:
    """The formula's minutes at the lowest band for a jar and pack; None where they are not covered."""
    table = formula.minutes_for_pack(pack)
    covered = covering_size(jar.process_class, table) if table else Covered(None, "larger")
    return table[covered.size][0] if table and covered.size else None


def process_for(formula: Formula, jar: Jar, pack: Pack, height: Altitude, method: CannerMethod, headspace_mm: float) -> Process | None:
    """The processing of a jar by the formula's own table (USDA Complete Guide, Guides 1 and 6, from memory).
    None above 10,000 ft and for a jar or pack that the formula does not cover: an untested jar gets no minutes."""
    table = formula.minutes_for_pack(pack)
    if table is None or height.feet > CHART_ENDS_FT:
        return None
    covered = covering_size(jar.process_class, table)
    if covered.size is None:
        return None
    index = band_index(height, formula.bands_ft)
    figures = table[covered.size]
    minutes = figures[index]
    water = WATER_OVER_LIDS_LONG_MM if minutes > LONG_PROCESS_MINUTES else WATER_OVER_LIDS_MM
    return Process(
        minutes=minutes,
        base_minutes=figures[0],
        altitude_minutes=minutes - figures[0],
        band=band_name(index, formula.bands_ft),
        water_over_lids_mm=0.0 if method == "steam" else water,
        sterilise_minutes=sterilise_minutes(height) if minutes < STERILISE_UNDER_MINUTES else None,
        headspace_mm=headspace_mm,
        method=method,
        water_temperature_c=60.0 if pack == "raw" else 82.0,
    )
