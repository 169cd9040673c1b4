"""Jars: what each holds, how tall it is, and which tested size its processing time is taken from."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Final, Literal

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


@dataclass(frozen=True, slots=True)
class Jar:
    """A jar: brim volume, inside depth and mouth, and the size whose minutes it takes."""

    id: str
    title: str
    volume_ml: float
    depth_mm: float
    mouth_mm: float
    body_mm: float
    process_class: str
    family: Literal["us", "metric"]


def process_class_of(volume_ml: float) -> str | None:
    """The size class a brim volume belongs to: the metric equals, else the next class up; None above the largest."""
    if volume_ml in METRIC_EQUALS:
        return METRIC_EQUALS[int(volume_ml)]
    for name, holds in sorted(CLASS_ML.items(), key=lambda pair: pair[1]):
        if volume_ml <= holds + 0.5:
            return name
    return None


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
