"""Jars: what each holds, how tall it is, and which tested size its processing time is taken from."""

from __future__ import annotations

import math
import re
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Final, Literal

from rheum.core.measures.refused import RequestError

# Process classes by volume (USDA Complete Guide, Guide 1, from memory; quarter-pint: common practice).
CLASS_ML: Final[Mapping[str, float]] = {
    "quarter-pint": 118.0,
    "half-pint": 237.0,
    "twelve-ounce": 355.0,
    "pint": 473.0,
    "pint-and-a-half": 710.0,
    "quart": 946.0,
    "half-gallon": 1893.0,
}
# Metric jars named in a text, as many to a batch as jars of the US size beside them: the count that looks worse.
_NAMED_ML: Final[Mapping[str, float]] = {**CLASS_ML, "250ml": 237.0, "500ml": 473.0, "750ml": 710.0, "1l": 946.0}


def counted_ml(size: str) -> float:
    """Millilitres by which jars of a named size are counted. KeyError for a size that no text can name."""
    return _NAMED_ML[size]


# Common practice: these three metric sizes count as the US size beside them although about 6 % larger.
METRIC_EQUALS: Final[Mapping[int, str]] = {250: "half-pint", 500: "pint", 1000: "quart"}


Mouth = Literal["regular", "wide", "other"]


@dataclass(frozen=True, slots=True)
class Jar:
    """A jar: brim volume, inside depth, mouth (inside) and body (outside) widths, its own mass, and the size whose minutes it
    takes. `own`: measured by the person."""

    id: str
    title: str
    volume_ml: float
    depth_mm: float
    mouth_mm: float
    body_mm: float
    mass_g: float
    process_class: str
    family: Literal["us", "metric"]
    own: bool = False

    @property
    def mouth(self) -> Mouth:
        """Which lids fit: regular is about 60 mm inside, wide about 76 mm (from memory; measure your own)."""
        return next((name for name, mm in _MOUTHS.items() if abs(self.mouth_mm - mm) <= _MOUTH_TOLERANCE_MM), "other")

    @property
    def height_mm(self) -> float:
        """Outside height with its lid: the depth, a bottom of about 5 mm and a lid (own pick)."""
        return self.depth_mm + _BOTTOM_AND_LID_MM

    def counted(self, count: int) -> str:
        """So many of them in words: `19 pint jars`, `1 quart jar, wide mouth`, `6 Tall square jars`."""
        return f"{count} {self.noun(count)}"

    def noun(self, count: int) -> str:
        """What so many of them are called: `pint jars`, `quart jar, wide mouth`."""
        noun, comma, kind = self.title.partition(", ")
        if not self.own:
            noun = noun[:1].lower() + noun[1:]
        jars = noun if re.search(r"\bjars?$", noun, re.IGNORECASE) else f"{noun} jar"
        return f"{jars}{'' if count == 1 or jars.endswith('s') else 's'}{comma}{kind}"

    @property
    def outside_ml(self) -> float:
        """What a closed jar displaces in a canner: what it holds, and its glass at 2.5 g/ml (soda-lime glass, common practice)."""
        return self.volume_ml + self.mass_g / _GLASS_G_PER_ML


_MOUTHS: Final[Mapping[Mouth, float]] = {"regular": 60.0, "wide": 76.0}
_MOUTH_TOLERANCE_MM: Final = 4.0
_BOTTOM_AND_LID_MM: Final = 8.0
_GLASS_G_PER_ML: Final = 2.5
# Water at 20 °C, g/ml (IAPWS; checked in the tests).
WATER_G_PER_ML: Final = 0.9982


class JarError(RequestError):
    """A jar, or a headspace in one, that cannot be; `field` names the figure, the message says what to do."""


def headspace_ml(jar: Jar, headspace_mm: float) -> float:
    """Millilitres of a headspace: a disc of the mouth. JarError for one that is deeper than the jar."""
    if not 0 <= headspace_mm < jar.depth_mm:
        raise JarError("headspace_mm", f"A {jar.title} jar is {jar.depth_mm:.0f} mm deep inside: its headspace must be less.")
    return math.pi * (jar.mouth_mm / 2) ** 2 * headspace_mm / 1000


def room_ml(jar: Jar, headspace_mm: float) -> float:
    """Millilitres a jar takes under its headspace. JarError where nothing is left."""
    return jar.volume_ml - headspace_ml(jar, headspace_mm)


def measured_jar(jar_id: str, title: str, empty_g: float, full_g: float, *, depth_mm: float, mouth_mm: float, body_mm: float) -> Jar:
    """A jar of one's own: weighed empty and full of water to the brim (20 °C), measured with a ruler. JarError with a sentence
    for figures that cannot belong to one jar."""
    for field, value, low, high, what in (
        ("empty_g", empty_g, 20, 5000, "The empty jar weighs between 20 g and 5 kg."),
        ("depth_mm", depth_mm, 20, 400, "The inside depth is between 20 and 400 mm."),
        ("mouth_mm", mouth_mm, 20, 200, "The mouth is between 20 and 200 mm across."),
        ("body_mm", body_mm, 25, 300, "The jar is between 25 and 300 mm wide."),
    ):
        if not (math.isfinite(value) and low <= value <= high):
            raise JarError(field, what)
    if not math.isfinite(full_g) or full_g <= empty_g:
        raise JarError("full_g", "Full of water the jar must weigh more than empty. Weigh both again.")
    if mouth_mm > body_mm:
        raise JarError("mouth_mm", "The mouth cannot be wider than the jar. Measure the mouth inside and the jar outside.")
    volume = (full_g - empty_g) / WATER_G_PER_ML
    most = math.pi * (body_mm / 2) ** 2 * depth_mm / 1000
    if not 0.3 * most <= volume <= 1.02 * most:
        raise JarError(
            "full_g",
            f"{volume:.0f} ml do not fit a jar {body_mm:.0f} mm wide and {depth_mm:.0f} mm deep (at most {most:.0f} ml). Measure again.",
        )
    size = process_class_of(volume)
    if size is None:
        raise JarError("full_g", f"{volume:.0f} ml is larger than any jar that a time was tested for. Keep it for the refrigerator.")
    return Jar(
        id=jar_id,
        title=title,
        volume_ml=volume,
        depth_mm=depth_mm,
        mouth_mm=mouth_mm,
        body_mm=body_mm,
        mass_g=empty_g,
        process_class=size,
        family="metric",
        own=True,
    )


def process_class_of(volume_ml: float) -> str | None:
    """The size class a brim volume belongs to: the metric equals, else the next class up; None above the largest."""
    if volume_ml in METRIC_EQUALS:
        return METRIC_EQUALS[int(volume_ml)]
    for name, holds in sorted(CLASS_ML.items(), key=lambda pair: pair[1]):
        if volume_ml <= holds + 0.5:
            return name
    return None


def plain_jar(jar_id: str, volume_ml: float) -> Jar:
    """A plain metric jar of which only the volume is known: usual proportions (own pick), the minutes of the class that covers it."""
    return Jar(
        id=jar_id,
        title=f"{volume_ml:g} ml",
        volume_ml=volume_ml,
        depth_mm=120.0,
        mouth_mm=70.0,
        body_mm=80.0,
        mass_g=250.0,
        process_class=process_class_of(volume_ml) or "half-gallon",
        family="metric",
    )


def class_says(volume_ml: float) -> str:
    """Whose minutes a jar of a volume takes, in words."""
    size = process_class_of(volume_ml)
    return f"takes the {size}'s minutes ({counted_ml(size):.0f} ml)" if size else "larger than any tested jar"


@dataclass(frozen=True, slots=True)
class Covered:
    """Which tested size a jar's minutes come from, and how the jar stands to the tested sizes."""

    size: str | None
    how: Literal["tested", "smaller", "between", "larger"]


def covering_size(process_class: str, tested: Mapping[str, object]) -> Covered:
    """The tested size that covers a jar: itself, the smallest for a smaller jar, the larger neighbour between
    two sizes; none for a larger jar (USDA Guide 1, from memory)."""
    if process_class in tested:
        return Covered(process_class, "tested")
    wanted = CLASS_ML[process_class]
    for position, size in enumerate(sorted(tested, key=CLASS_ML.__getitem__)):
        if CLASS_ML[size] >= wanted:
            # The half-pint's time is the quarter-pint's own by common practice: still “smaller than tested”.
            return Covered(size, "smaller" if position == 0 else "between")
    return Covered(None, "larger")


JAR_WORD: Final = {
    "quarter-pint": "quarter-pint", "half-pint": "half-pint", "twelve-ounce": "12 oz", "pint": "pint",
    "pint-and-a-half": "pint-and-a-half", "quart": "quart", "half-gallon": "half-gallon",
}  # fmt: skip
