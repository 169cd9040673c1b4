"""When something happened: by the wall clock, which people and switches correct, and by the machine's steady clocks, which nobody does.

The steady clock stops while the machine sleeps (CLOCK_MONOTONIC); the other goes on (CLOCK_BOOTTIME); both begin anew at every start,
which `boot` names (man 2 clock_gettime; man 4 random, boot_id).
"""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Final

# Two clocks read one after the other are not read at once; a sleep is longer than this, and so is a correction worth telling.
ASLEEP_FROM_S: Final = 1.0
JUMP_FROM_S: Final = 5.0


@dataclass(frozen=True, slots=True)
class Moment:
    """A moment: `at` in UTC by the wall clock; seconds of the two steady clocks, and which start of the machine they count from.
    None where nothing was read: then only the wall clock tells, and it is not believed where jars hang on it."""

    at: datetime
    steady_s: float | None = None
    boottime_s: float | None = None
    boot: str | None = None

    @property
    def measured(self) -> bool:
        """Whether the machine's steady clock was read."""
        return self.steady_s is not None and self.boot is not None


def steady_s(earlier: Moment, later: Moment) -> float | None:
    """Seconds by the steady clock, without those the machine slept; None where another start or a missing reading lies between."""
    if earlier.steady_s is None or later.steady_s is None or earlier.boot is None or earlier.boot != later.boot:
        return None
    return max(0.0, later.steady_s - earlier.steady_s)


def slept_s(earlier: Moment, later: Moment) -> float:
    """Seconds that the machine slept between two moments of one start; 0 where that is not known or too little to matter."""
    steady = steady_s(earlier, later)
    if steady is None or earlier.boottime_s is None or later.boottime_s is None:
        return 0.0
    slept = later.boottime_s - earlier.boottime_s - steady
    return slept if slept >= ASLEEP_FROM_S else 0.0


def wall_s(earlier: Moment, later: Moment) -> float:
    """Seconds by the wall clock, never below zero."""
    return max(0.0, (later.at - earlier.at).total_seconds())


def jump_s(earlier: Moment, later: Moment) -> float:
    """By how many seconds the wall clock was put forward (or, below zero, back) in between; 0 where that cannot be known."""
    steady = steady_s(earlier, later)
    if steady is None:
        return 0.0
    jump = (later.at - earlier.at).total_seconds() - steady - slept_s(earlier, later)
    return jump if abs(jump) >= JUMP_FROM_S else 0.0


def _passed(earlier: Moment, later: Moment) -> tuple[float, ...]:
    steady = steady_s(earlier, later)
    return (wall_s(earlier, later),) if steady is None else (wall_s(earlier, later), steady + slept_s(earlier, later))


def at_most(earlier: Moment, later: Moment) -> timedelta:
    """The longest that may have passed: for what becomes too late."""
    return timedelta(seconds=max(_passed(earlier, later)))


def at_least(earlier: Moment, later: Moment) -> timedelta:
    """The shortest that may have passed: for what must be waited for."""
    return timedelta(seconds=min(_passed(earlier, later)))


def due(start: Moment, span: timedelta, now: Moment) -> datetime:
    """When a wait ends by the wall clock, counted by the clock that nothing puts forward."""
    passed = at_least(start, now)
    return start.at + span if abs(passed.total_seconds() - wall_s(start, now)) < JUMP_FROM_S else now.at + span - passed
