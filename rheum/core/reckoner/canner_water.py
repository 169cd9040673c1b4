"""Water that covers jars in a canner, and whether the pot is tall enough for it."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from rheum.core.facts.library import Library
from rheum.core.judging.process import WATER_OVER_LIDS_MM
from rheum.core.making.loads import BOILING_ROOM_MM, RACK_MM, bath_water_l, height_needed_mm
from rheum.core.measures.saying import mm
from rheum.core.reckoner.answers import Answer, Gauge, ReckonError, above


@dataclass(frozen=True, slots=True)
class CannerWater:
    """So many jars in a round pot of an inside width and depth, with so much water over the lids, mm."""

    sum: Literal["canner-water"]
    jar: str
    jars: int
    width_mm: float
    depth_mm: float
    over_mm: float = 25.0


def canner_water(asked: CannerWater, library: Library) -> Answer:
    """The pot's area times rack, jar and water over it, less what the jars displace. At least 25 mm over the lids."""
    jar = library.jars.get(asked.jar)
    if jar is None:
        raise ReckonError("jar", "Choose a jar from the list.")
    if not 1 <= asked.jars <= 60:
        raise ReckonError("jars", "Write how many jars stand in it, 1 to 60.")
    width = above("width_mm", asked.width_mm, "The inside width", 1000)
    depth = above("depth_mm", asked.depth_mm, "The inside depth", 800)
    over = above("over_mm", asked.over_mm, "The water over the lids", 200)
    if over < WATER_OVER_LIDS_MM - 0.5:
        raise ReckonError("over_mm", f"At least {mm(WATER_OVER_LIDS_MM)} of water stands over the lids, 51 mm (2 in) over 30 minutes.")
    floor = asked.jars * (jar.body_mm / width) ** 2
    if floor > 0.9:
        raise ReckonError(
            "jars", f"{asked.jars} {jar.title} jars do not stand side by side in {width:.0f} mm. Fewer at a time, or a wider pot."
        )
    litres, high = bath_water_l(jar, asked.jars, width, over), height_needed_mm(jar, over)
    mind = (
        "Boiling water to top it up stands ready: never cold."
        if high <= depth
        else "The pot is too low for these jars: take lower ones, or a taller pot."
    )
    return Answer(
        f"{litres:.1f} l of water cover {jar.counted(asked.jars)} by {over:.0f} mm; the pot needs {high:.0f} mm of depth.",
        (
            f"filled to rack {RACK_MM:.0f} + jar {jar.height_mm:.0f} + {over:.0f} mm, {width:.0f} mm wide, less {asked.jars} × {jar.outside_ml:.0f} ml of jars",
            f"and {BOILING_ROOM_MM:.0f} mm of room for the boil: {high:.0f} mm",
        ),
        gauge=Gauge(low=0, high=max(depth, high) * 1.05, value=high, says=f"{high:.0f} mm", line=depth, line_says=f"pot {depth:.0f} mm"),
        mind=mind,
        source="water over the lids: USDA Guide 1 (from memory); rack and room: common practice",
    )
