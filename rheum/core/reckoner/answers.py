"""What a sum gives: a sentence, its working, a picture; or a sentence that says why not."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Final

from rheum.core.measures.refused import RequestError

_MOST: Final = 1_000_000.0


class ReckonError(RequestError):
    """A figure that cannot be reckoned with: `field` names it, the message says what to write."""

    title = "Cannot be reckoned"


@dataclass(frozen=True, slots=True)
class Part:
    """One layer of a drawn jug or bar: what it is, how much of it in words, and its share of the whole."""

    name: str
    says: str
    share: float


@dataclass(frozen=True, slots=True)
class Gauge:
    """A ruler with a mark: from, to, where the mark stands, and a line it is held against."""

    low: float
    high: float
    value: float
    says: str
    line: float | None = None
    line_says: str = ""


@dataclass(frozen=True, slots=True)
class Answer:
    """What a sum comes to: the sentence, the working, a picture of parts or of a gauge, what to mind, and the source."""

    says: str
    working: tuple[str, ...]
    parts: tuple[Part, ...] = ()
    gauge: Gauge | None = None
    mind: str | None = None
    source: str = "common practice"


def above(field: str, value: float, what: str, most: float = _MOST) -> float:
    """The value, or ReckonError with a sentence: above zero and within reason."""
    if not math.isfinite(value) or value <= 0:
        raise ReckonError(field, f"{what} must be above zero.")
    if value > most:
        raise ReckonError(field, f"{what} of {value:g} is more than any kitchen has. Check the figure.")
    return value
