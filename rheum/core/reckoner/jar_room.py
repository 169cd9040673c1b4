"""Jars for a volume, and pieces that stand in a jar."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Final, Literal

from rheum.core.jars import Jar
from rheum.core.library import Library
from rheum.core.reckoner.answers import Answer, Gauge, Part, ReckonError, above
from rheum.core.saying import ml


@dataclass(frozen=True, slots=True)
class JarsFor:
    """How many jars a volume fills."""

    sum: Literal["jars"]
    volume_ml: float
    jar: str
    headspace_mm: float = 12.7


def room_ml(jar: Jar, headspace_mm: float) -> float:
    """Millilitres a jar takes under its headspace: the brim less a disc of its mouth. ReckonError where nothing is left."""
    if not 0 <= headspace_mm < jar.depth_mm:
        raise ReckonError("headspace_mm", f"A {jar.title} jar is {jar.depth_mm:.0f} mm deep inside: its headspace must be less.")
    return jar.volume_ml - math.pi * (jar.mouth_mm / 2) ** 2 * headspace_mm / 1000


def jars_for(asked: JarsFor, library: Library) -> Answer:
    """Full jars, and the part jar that goes to the refrigerator."""
    volume = above("volume_ml", asked.volume_ml, "The volume")
    jar = library.jars.get(asked.jar)
    if jar is None:
        raise ReckonError("jar", "Choose a jar from the list.")
    room = room_ml(jar, asked.headspace_mm)
    full, rest = divmod(volume, room)
    if room - rest < room * 0.005:
        full, rest = full + 1, 0.0
    part = f", and {ml(rest)} over for the refrigerator" if rest >= 5 else ""
    return Answer(
        f"{full:.0f} full {jar.title} jars{part}." if full else f"Not one full {jar.title} jar: {ml(rest)}, for the refrigerator.",
        (
            f"room under the headspace: {jar.volume_ml:.0f} ml − mouth × {asked.headspace_mm:.0f} mm = {room:.0f} ml",
            f"{volume:.0f} ml / {room:.0f} ml = {volume / room:.2f}",
        ),
        (
            Part("full jars", f"{full:.0f} × {room:.0f} ml", full * room / volume),
            *((Part("over", ml(rest), rest / volume),) if rest >= 5 else ()),
        ),
        mind="Keep one clean jar more than planned.",
    )


@dataclass(frozen=True, slots=True)
class Pieces:
    """Upright pieces in a jar: how long to cut them, and how many stand in it."""

    sum: Literal["pieces"]
    jar: str
    thick_mm: float
    headspace_mm: float = 12.7


def pieces(asked: Pieces, library: Library) -> Answer:
    """Cut to the inside depth less headspace and a finger of brine over the tips; round pieces fill about three quarters of a floor."""
    jar = library.jars.get(asked.jar)
    if jar is None:
        raise ReckonError("jar", "Choose a jar from the list.")
    thick = above("thick_mm", asked.thick_mm, "The thickness", 200)
    room_ml(jar, asked.headspace_mm)
    if thick > jar.mouth_mm:
        raise ReckonError("thick_mm", f"A piece of {thick:g} mm does not go through a mouth of {jar.mouth_mm:.0f} mm. Cut it thinner.")
    length = jar.depth_mm - asked.headspace_mm - _OVER_THE_TIPS_MM
    if length <= 0:
        raise ReckonError("headspace_mm", "There is no room left for a piece under this headspace.")
    count = math.floor(_FLOOR_FILLED * (jar.body_mm / thick) ** 2)
    return Answer(
        f"Cut to {length:.0f} mm ({length / 25.4:.1f} in); about {max(1, count)} stand in a {jar.title} jar.",
        (
            f"{jar.depth_mm:.0f} mm deep − {asked.headspace_mm:.0f} mm of headspace − {_OVER_THE_TIPS_MM:.0f} mm of brine over the tips = {length:.0f} mm",
            f"three quarters of the floor: 0.75 × ({jar.body_mm:.0f} / {thick:g})² = {count}",
        ),
        gauge=Gauge(0, jar.depth_mm, length, f"{length:.0f} mm", jar.depth_mm - asked.headspace_mm, "headspace"),
        mind="Pack snugly, not tightly: brine has to pass between.",
    )


_OVER_THE_TIPS_MM: Final = 3.0
_FLOOR_FILLED: Final = 0.75
