"""How many jars of which sizes: the fewest part-full, solved as a whole-number programme (HiGHS, through SciPy)."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import numpy as np
from scipy.optimize import Bounds, LinearConstraint, milp

from rheum.core.measures.refused import RequestError

# A remainder of this part of the smallest jar is no part jar: it stays on the ladle (own pick).
_LADLE: Final = 0.1
_MOST_ML: Final = 1_000_000.0
MOST_JARS: Final = 200


@dataclass(frozen=True, slots=True)
class Choice:
    """A jar that may be filled: its room under the headspace in ml, and how many there are."""

    jar: str
    room_ml: float
    count: int


@dataclass(frozen=True, slots=True)
class Mix:
    """Full jars by id, and the millilitres over: a part jar for the refrigerator where there is more than stays on a ladle."""

    counts: tuple[tuple[str, int], ...]
    full_ml: float
    over_ml: float
    part_jar: bool

    @property
    def jars(self) -> int:
        """Full jars in all."""
        return sum(count for _, count in self.counts)


def _solve(cost: np.ndarray, rooms: np.ndarray, most: np.ndarray, low: float, *, high: float) -> np.ndarray | None:
    found = milp(cost, constraints=LinearConstraint(rooms, low, high), integrality=np.ones(len(cost), dtype=int), bounds=Bounds(0, most))
    return np.round(found.x).astype(int) if found.success else None


def _counts(rooms: np.ndarray, most: np.ndarray, volume_ml: float, ladle: float) -> np.ndarray:
    """How many of each: without a part jar where that can be, else the fullest."""
    ones = np.ones(len(rooms))
    clean = _solve(ones, rooms, most, volume_ml - ladle, high=volume_ml)
    if clean is not None:
        # Of as many jars, those that leave the least over.
        number = int(clean.sum())
        tight = milp(
            -rooms,
            constraints=[LinearConstraint(rooms, volume_ml - ladle, volume_ml), LinearConstraint(ones, number, number)],
            integrality=np.ones(len(rooms), dtype=int),
            bounds=Bounds(0, most),
        )
        return np.round(tight.x).astype(int) if tight.success else clean
    fullest = _solve(-rooms, rooms, most, 0, high=volume_ml)
    assert fullest is not None  # no jar at all is always possible
    # The solver's own tolerance is far below a millilitre.
    fewest = _solve(ones, rooms, most, float(fullest @ rooms) - 1e-6, high=volume_ml)
    return fullest if fewest is None else fewest


def mix(volume_ml: float, choices: Sequence[Choice]) -> Mix:
    """Full jars for a volume, never more than was made. First no part jar if that can be; then, without one, the fewest jars and
    the least over; with one, the least over and the fewest jars. RequestError for a volume or jars that cannot be."""
    if not math.isfinite(volume_ml) or not 0 < volume_ml <= _MOST_ML:
        raise RequestError("volume_ml", "The volume to fill must be above zero and at most 1,000 l.")
    usable = [choice for choice in choices if choice.count > 0 and choice.room_ml > 0]
    if not usable:
        raise RequestError("jars", "There are no jars to fill. Choose a size, and say how many there are.")
    rooms = np.array([choice.room_ml for choice in usable])
    most = np.array([min(choice.count, MOST_JARS, math.floor(volume_ml / choice.room_ml + 1e-9)) for choice in usable])
    ladle = _LADLE * float(rooms.min())
    counts = most if len(usable) == 1 else _counts(rooms, most, volume_ml, ladle)
    full = float(counts @ rooms)
    return Mix(
        tuple((choice.jar, int(count)) for choice, count in zip(usable, counts, strict=True) if count),
        full, max(0.0, volume_ml - full), volume_ml - full > ladle,
    )  # fmt: skip
