"""What a kitchen learns of itself: how its own figures stand to the handbook's, by its batches; and how often the lids of a lot let go.

All in logarithms: (3·ln h + Σw·ln x) / (3 + Σw), where h is the handbook's figure, x what a batch came to, and w Huber's weights, so that one odd batch
moves little. Only from the third batch on. What is learnt touches plans, never a verdict or processing minutes.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from statistics import median
from typing import Final, Literal

from scipy.special import stdtrit

# What a figure is of: jars got to jars promised, handwork, the canner's time to the boil, brine a jar.
Kind = Literal["yield", "hands", "boil", "brine"]
KINDS: Final[tuple[Kind, ...]] = ("yield", "hands", "boil", "brine")
# The handbook counts as so many batches, and so many of one's own are wanted before anything is said.
HANDBOOK: Final = 3.0
FROM_BATCHES: Final = 3
# Huber's constant; no scatter is taken to be less than this in the logarithm; the range holds four times in five (Student's t).
_HUBER: Final = 1.345
_LEAST_SCATTER: Final = 0.05
_ROUNDS: Final = 60
_SURE: Final = 0.8
# Lids: the prior of a usual lot (own pick: one failed seal in fifty jars), and how many failures are wanted before a lot is called bad.
_FAILED, _HELD = 1.0, 49.0
BAD_FROM: Final = 3
_BAD_RATE: Final = 0.06
# Own picks: no figure is taken from further off than this.
LEAST, MOST = 0.2, 5.0


@dataclass(frozen=True, slots=True)
class Sample:
    """What one batch came to, over what was planned: of which kind, of what (a formula, a verb, a canner), and the ratio."""

    kind: Kind
    key: str
    ratio: float


@dataclass(frozen=True, slots=True)
class Learnt:
    """A figure of this kitchen: `ratio` to what the handbook plans, between `low` and `high` four times in five, by so many batches."""

    kind: Kind
    key: str
    ratio: float
    low: float
    high: float
    batches: int


def learnt(kind: Kind, key: str, ratios: Sequence[float], handbook: float = 1.0) -> Learnt | None:
    """The figure by the ratios of the batches; None before the third. ValueError for a ratio that is none."""
    if len(ratios) < FROM_BATCHES:
        return None
    if any(not math.isfinite(one) or one <= 0 for one in (*ratios, handbook)):
        raise ValueError("a ratio is above zero")
    logs, prior = [math.log(one) for one in ratios], math.log(handbook)
    middle = median(logs)
    weights = [1.0] * len(logs)
    for _ in range(_ROUNDS):
        scatter = max(_LEAST_SCATTER, 1.4826 * median(abs(one - middle) for one in logs))
        weights = [min(1.0, _HUBER * scatter / abs(one - middle)) if one != middle else 1.0 for one in logs]
        fresh = (HANDBOOK * prior + sum(w * x for w, x in zip(weights, logs, strict=True))) / (HANDBOOK + sum(weights))
        if abs(fresh - middle) < 1e-12:
            break
        middle = fresh
    off = HANDBOOK * (prior - middle) ** 2 + sum(w * (x - middle) ** 2 for w, x in zip(weights, logs, strict=True))
    variance = max(_LEAST_SCATTER**2, off / (len(logs) - 1))
    # How far the handbook narrows the range fades with one's own batches: so it holds the true rate three to four times in five (measured on simulated kitchens).
    half = float(stdtrit(len(logs) - 1, (1 + _SURE) / 2)) * math.sqrt(variance / (sum(weights) + HANDBOOK / len(logs)))
    return Learnt(kind, key, math.exp(middle), math.exp(middle - half), math.exp(middle + half), len(logs))


def all_learnt(samples: Iterable[Sample]) -> tuple[Learnt, ...]:
    """Everything that enough batches speak of, in order."""
    found: dict[tuple[Kind, str], list[float]] = {}
    for one in samples:
        found.setdefault((one.kind, one.key), []).append(min(MOST, max(LEAST, one.ratio)))
    held = (learnt(kind, key, ratios) for (kind, key), ratios in sorted(found.items(), key=lambda one: (KINDS.index(one[0][0]), one[0][1])))
    return tuple(one for one in held if one is not None)


@dataclass(frozen=True, slots=True)
class LotLearnt:
    """How the lids of a lot held: so many jars, so many failed seals, the share that fails (a beta estimate), and whether it is called bad."""

    lot: str
    jars: int
    failed: int
    share: float
    bad: bool


def lot_learnt(lot: str, jars: int, failed: int) -> LotLearnt:
    """A lot by what its lids did. Never called bad under three failures."""
    share = (_FAILED + failed) / (_FAILED + _HELD + jars)
    return LotLearnt(lot, jars, failed, share, failed >= BAD_FROM and share > _BAD_RATE)
