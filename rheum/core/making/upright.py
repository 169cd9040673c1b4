"""Pieces and jars: how long to cut, how many stand upright, which jars suit."""

from __future__ import annotations

import math
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Final

from rheum.core.facts.jars import Jar, JarError, headspace_ml
from rheum.core.measures.saying import mm_at_most

# Brine over the tips, and how much of a jar's floor round pieces fill (common practice).
OVER_THE_TIPS_MM: Final = 3.0
FLOOR_FILLED: Final = 0.75
# How thick pieces of produce that is packed upright usually are, mm (from memory; measure yours).
USUAL_THICK_MM: Final[Mapping[str, float]] = {
    "green-bean": 9.0, "asparagus": 14.0, "okra": 17.0, "cucumber": 20.0, "carrot": 14.0, "zucchini": 20.0,
}  # fmt: skip
_SHORTEST_MM: Final = 20.0


@dataclass(frozen=True, slots=True)
class Fit:
    """Upright pieces in one jar: the length to cut to, and how many of a thickness stand in it."""

    jar: str
    title: str
    cut_mm: float
    upright: int
    suits: bool
    says: str


def cut_mm(jar: Jar, headspace_mm: float) -> float:
    """The longest upright piece: inside depth less headspace and a little brine over the tips. JarError where none is left."""
    headspace_ml(jar, headspace_mm)
    length = jar.depth_mm - headspace_mm - OVER_THE_TIPS_MM
    if length <= 0:
        raise JarError("headspace_mm", "There is no room left for a piece under this headspace.")
    return length


def upright(jar: Jar, thick_mm: float) -> int:
    """How many round pieces of a thickness stand in a jar: three quarters of its floor, at least one."""
    return max(1, math.floor(FLOOR_FILLED * (jar.body_mm / thick_mm) ** 2))


def fits(jars: Iterable[Jar], thick_mm: float, headspace_mm: float, long_mm: float | None = None) -> tuple[Fit, ...]:
    """Every jar with its cut and count. With a length of the pieces as they are, the jars they fit uncut suit best."""
    if not (math.isfinite(thick_mm) and 0 < thick_mm <= 200):
        raise JarError("thick_mm", "Write how thick a piece is, above zero and at most 200 mm.")
    if long_mm is not None and not (math.isfinite(long_mm) and 0 < long_mm <= 1000):
        raise JarError("long_mm", "Write how long a piece is, above zero and at most 1,000 mm.")
    found = []
    for jar in jars:
        length = cut_mm(jar, headspace_mm)
        through = thick_mm <= jar.mouth_mm
        suits = through and length >= _SHORTEST_MM and (long_mm is None or long_mm <= length)
        if not through:
            says = f"does not go through its mouth of {jar.mouth_mm:.0f} mm"
        elif long_mm is None:
            says = f"cut to {mm_at_most(length)} at most"
        else:
            says = "goes in whole" if long_mm <= length else f"cut {math.ceil(long_mm - length)} mm off, to {mm_at_most(length)} at most"
        found.append(Fit(jar=jar.id, title=jar.title, cut_mm=length, upright=upright(jar, thick_mm), suits=suits, says=says))
    return tuple(found)
