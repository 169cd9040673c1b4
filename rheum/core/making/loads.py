"""Canner loads: how many jars at a time, how much water, whether the pot is tall enough, how long to the boil."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Final

from rheum.core.facts.bands import STEAM_CAP_MINUTES
from rheum.core.facts.canner import REST_MINUTES, load_sizes
from rheum.core.facts.jars import Jar
from rheum.core.making.stock import Canner
from rheum.core.measures.heat import EFFICIENCY, FOOD_KJ, WATER_KJ, boil_off_l

# A rack under the jars and room for the boil above the water (common practice).
RACK_MM: Final = 15.0
BOILING_ROOM_MM: Final = 25.0
STEAM_WATER_L: Final = 2.0
_FOOD_G_PER_ML: Final = 1.03
# Water from the tap (common practice).
COLD_WATER_C: Final = 15.0


@dataclass(frozen=True, slots=True)
class SizeLoads:
    """Loads of one jar size: how many the canner holds, jars in each load, and the minutes of each at this height (None: no
    tested time, no load)."""

    jar: str
    title: str
    holds: int
    sizes: tuple[int, ...]
    minutes: int | None


@dataclass(frozen=True, slots=True)
class Loads:
    """All loads in a canner. Water in litres for the fullest load; the rack's, the tallest
    jar's and the pot's height, needed and there, mm; `why_not` says in a
    sentence what does not go; `boils_away_l` in the longest load of a steam canner."""

    canner: str
    kind: str
    sizes: tuple[SizeLoads, ...]
    loads: int
    water_l: float
    water_over_mm: float
    rack_mm: float
    jar_mm: float
    height_mm: float
    pot_mm: float
    to_boil_min: float
    all_told_min: float
    boils_away_l: float | None
    why_not: tuple[str, ...]
    # What is worth knowing before the first load: a whole load for one jar, and the ways out of it.
    remarks: tuple[str, ...] = ()
    # Minutes until the canner, filled with cold water, is warm enough for the first load.
    ready_min: float = 0.0


def height_needed_mm(jar: Jar, over_mm: float, steam: bool = False) -> float:
    """The pot's inside height for a jar: rack, jar, water over the lid, room for the boil. A steam canner wants no water over."""
    return RACK_MM + jar.height_mm + (0.0 if steam else over_mm + BOILING_ROOM_MM)


def bath_water_l(jar: Jar, count: int, width_mm: float, over_mm: float) -> float:
    """Litres of water that cover so many jars in a round pot of an inside width, less what the jars displace."""
    area = math.pi * (width_mm / 2) ** 2
    return max(0.5, area * (RACK_MM + jar.height_mm + over_mm) / 1e6 - count * jar.outside_ml / 1000)


def plan_loads(
    jars: Sequence[tuple[Jar, int]],
    minutes: Mapping[str, int | None],
    water_over_mm: float,
    canner: Canner,
    *,
    start_c: float,
    boil_c: float,
) -> Loads:
    """The loads for jars of each size, each size by itself so that each is timed for its own jar."""
    why: list[str] = []
    found: list[SizeLoads] = []
    water = jar_mm = tallest = to_boil = told = ready = 0.0
    longest = 0
    efficiency = EFFICIENCY[canner.fuel]
    steam = canner.kind == "steam"
    for jar, count in jars:
        holds = canner.room_for(jar.process_class)
        if holds < 1:
            why.append(f"{canner.title} holds no {jar.title} jars. Choose another canner or size.")
            continue
        if steam and jar.process_class == "half-gallon":
            why.append("A steam canner takes jars up to a quart.")
            continue
        sizes, time = load_sizes(count, holds), minutes.get(jar.id)
        found.append(SizeLoads(jar=jar.id, title=jar.title, holds=holds, sizes=sizes, minutes=time))
        jar_mm = max(jar_mm, jar.height_mm)
        tallest = max(tallest, height_needed_mm(jar, water_over_mm, steam))
        needed = (canner.water_l or STEAM_WATER_L) if steam else bath_water_l(jar, max(sizes), canner.width_mm, water_over_mm)
        water = max(water, needed)
        food_kg = max(sizes) * (jar.volume_ml * _FOOD_G_PER_ML + jar.mass_g) / 1000
        heat = (needed * WATER_KJ + food_kg * FOOD_KJ) * max(0.0, boil_c - start_c)
        boil = heat / (canner.watts * efficiency / 1000) / 60
        to_boil = max(to_boil, boil)
        ready = max(ready, needed * WATER_KJ * (start_c - COLD_WATER_C) / (canner.watts * efficiency / 1000) / 60)
        told += len(sizes) * (boil + (time or 0) + REST_MINUTES)
        longest = max(longest, time or 0)
    if tallest > canner.depth_mm:
        why.append(
            f"{canner.title} is {canner.depth_mm:.0f} mm deep and {tallest:.0f} mm are needed for these jars, the water over them and the boil. "
            "Use lower jars or a taller pot."
        )
    away = None
    if steam and longest:
        away = boil_off_l(canner.watts, efficiency, longest)
        if longest > STEAM_CAP_MINUTES:
            why.append(f"{longest} minutes are more than the {STEAM_CAP_MINUTES} that a steam canner may run. Use the water bath.")
        elif away >= water:
            why.append(
                f"At full heat {away:.1f} l boil away in {longest} minutes, and {water:.1f} l are in it: turn it down to a steady column of steam."
            )
    loads = sum(len(one.sizes) for one in found)
    return Loads(
        canner=canner.title,
        kind=canner.kind,
        sizes=tuple(found),
        loads=loads,
        water_l=water,
        water_over_mm=0.0 if steam else water_over_mm,
        rack_mm=RACK_MM,
        jar_mm=jar_mm,
        height_mm=tallest,
        pot_mm=canner.depth_mm,
        to_boil_min=to_boil,
        all_told_min=told,
        boils_away_l=away,
        why_not=tuple(why),
        remarks=tuple(remark for one in found if (remark := _one_jar_over(one))),
        ready_min=ready,
    )


def _one_jar_over(one: SizeLoads) -> str | None:
    """A last load of one jar, and what else could be done with it."""
    if len(one.sizes) < 2 or one.sizes[-1] != 1:
        return None
    count = sum(one.sizes)
    shared = load_sizes(count, -(-count // len(one.sizes)))
    return (
        f"A whole load for one {one.title} jar. Put that one in the refrigerator and eat it first; or share them, "
        f"{' and '.join(str(size) for size in shared)}, so that no load is nearly empty."
    )
