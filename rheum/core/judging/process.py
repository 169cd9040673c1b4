"""Minutes in the canner for a formula, a jar, a pack and an altitude."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache
from typing import Final

from rheum.core.facts.bands import (
    CHART_ENDS_FT,
    TRADE_BANDS_FT,
    band_index,
    band_name,
    older_rule_minutes,
    sterilise_minutes,
    trade_chart_minutes,
)
from rheum.core.facts.choices import Chart, Choices
from rheum.core.facts.circumstances import CannerMethod
from rheum.core.facts.formulas import Formula, Pack
from rheum.core.facts.jars import Covered, Jar, covering_size
from rheum.core.measures.altitude import Altitude

STERILISE_UNDER_MINUTES: Final = 10
WATER_OVER_LIDS_MM: Final = 25.0
WATER_OVER_LIDS_LONG_MM: Final = 50.0
LONG_PROCESS_MINUTES: Final = 30
# Canner water when the jars go in, by pack, so that neither jar nor food is shocked (USDA Complete Guide, Guide 1, from memory).
CANNER_WATER_C: Final[Mapping[Pack, float]] = {"raw": 60.0, "hot": 82.0}


@dataclass(frozen=True, slots=True)
class Process:
    """What the canner has to do. `minutes` is all told, `run_minutes` more where the person asked for more; `sterilise_minutes` None where
    clean hot jars are enough, by the minutes that are run; `water_over_lids_mm` 0 in a steam canner."""

    minutes: int
    base_minutes: int
    altitude_minutes: int
    band: str
    water_over_lids_mm: float
    sterilise_minutes: int | None
    headspace_mm: float
    method: CannerMethod
    water_temperature_c: float
    # 0 in what an earlier Rheum has kept: then as many as `minutes`.
    run_minutes: int = 0

    def __post_init__(self) -> None:
        if self.run_minutes < self.minutes:
            object.__setattr__(self, "run_minutes", self.minutes)


def base_minutes(formula: Formula, jar: Jar, pack: Pack) -> int | None:
    """The formula's minutes at the lowest band for a jar and pack; None where they are not covered."""
    table = formula.minutes_for_pack(pack)
    covered = covering_size(jar.process_class, table) if table else Covered(None, "larger")
    return table[covered.size][0] if table and covered.size else None


@lru_cache(maxsize=1024)
def altitude_addition(formula: Formula, size: str, pack: Pack, height: Altitude, *, chart: Chart) -> tuple[int, str] | None:
    """Minutes to add for the height, and the band they come from: the formula's table; without one the chart chosen.
    None above 10,000 ft."""
    table = formula.minutes_for_pack(pack)
    if table is None or height.feet > CHART_ENDS_FT:
        return None
    base = table[size][0]
    if not formula.by_chart:
        index = band_index(height, formula.bands_ft)
        return table[size][index] - base, band_name(index, formula.bands_ft)
    trade, older = trade_chart_minutes(height), older_rule_minutes(base, height)
    if trade is None or older is None:
        return None
    index = band_index(height, TRADE_BANDS_FT)
    upper = f"{TRADE_BANDS_FT[index - 1] + 1:,}-10,000 ft" if index == len(TRADE_BANDS_FT) else band_name(index, TRADE_BANDS_FT)
    return (max(trade, older) if chart == "longest" else trade), upper


def process_for(
    formula: Formula,
    jar: Jar,
    pack: Pack,
    height: Altitude,
    *,
    method: CannerMethod,
    headspace_mm: float,
    choices: Choices = Choices(),  # noqa: B008 (frozen)
    asked: float | None = None,
) -> Process | None:
    """The processing of a jar by the formula's own table (USDA Complete Guide, Guides 1 and 6, from memory), or by the kitchen's
    chosen chart where the formula has none.
    None above 10,000 ft and for a jar or pack that the formula does not cover: an untested jar gets no minutes. `asked`: minutes that the
    person asks for, which count where they are more."""
    table = formula.minutes_for_pack(pack)
    if table is None or height.feet > CHART_ENDS_FT:
        return None
    covered = covering_size(jar.process_class, table)
    if covered.size is None:
        return None
    addition = altitude_addition(formula, covered.size, pack, height, chart=choices.chart)
    if addition is None:
        return None
    base = table[covered.size][0]
    minutes = base + addition[0]
    run = max(minutes, math.ceil(asked or 0))
    deep = run > LONG_PROCESS_MINUTES or choices.water == "two-inches"
    water = WATER_OVER_LIDS_LONG_MM if deep else WATER_OVER_LIDS_MM
    sterile = run < STERILISE_UNDER_MINUTES or choices.sterilise == "always"
    return Process(
        minutes=minutes,
        base_minutes=base,
        altitude_minutes=addition[0],
        band=addition[1],
        water_over_lids_mm=0.0 if method == "steam" else water,
        sterilise_minutes=sterilise_minutes(height) if sterile else None,
        headspace_mm=headspace_mm,
        method=method,
        water_temperature_c=CANNER_WATER_C[pack],
        run_minutes=run,
    )
