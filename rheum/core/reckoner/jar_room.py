"""Jars for a volume, and pieces that stand in a jar."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from rheum.core.facts.jars import Jar, JarError
from rheum.core.facts.jars import room_ml as room_of
from rheum.core.facts.library import Library
from rheum.core.making.upright import OVER_THE_TIPS_MM, cut_mm, upright
from rheum.core.measures.saying import ml, mm_at_most
from rheum.core.reckoner.answers import Answer, Gauge, Part, ReckonError, above


@dataclass(frozen=True, slots=True)
class JarsFor:
    """How many jars a volume fills."""

    sum: Literal["jars"]
    volume_ml: float
    jar: str
    headspace_mm: float = 12.7


def room_ml(jar: Jar, headspace_mm: float) -> float:
    """Millilitres a jar takes under its headspace. ReckonError where nothing is left."""
    try:
        return room_of(jar, headspace_mm)
    except JarError as error:
        raise ReckonError(error.field, str(error)) from None


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
        f"{full:.0f} full {jar.noun(int(full))}{part}." if full else f"Not one full {jar.noun(1)}: {ml(rest)}, for the refrigerator.",
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
    if thick > jar.mouth_mm:
        raise ReckonError("thick_mm", f"A piece of {thick:g} mm does not go through a mouth of {jar.mouth_mm:.0f} mm. Cut it thinner.")
    try:
        length = cut_mm(jar, asked.headspace_mm)
    except JarError as error:
        raise ReckonError(error.field, str(error)) from None
    count = upright(jar, thick)
    return Answer(
        f"Cut to {mm_at_most(length)} at most; about {count} stand in a {jar.title} jar.",
        (
            f"{jar.depth_mm:.0f} mm deep − {asked.headspace_mm:.0f} mm of headspace − {OVER_THE_TIPS_MM:.0f} mm of brine over the tips = {length:.0f} mm",
            f"three quarters of the floor: 0.75 × ({jar.body_mm:.0f} / {thick:g})² = {count}",
        ),
        gauge=Gauge(
            low=0, high=jar.depth_mm, value=length, says=f"{length:.0f} mm", line=jar.depth_mm - asked.headspace_mm, line_says="headspace"
        ),
        mind="Pack snugly, not tightly: brine has to pass between.",
    )
