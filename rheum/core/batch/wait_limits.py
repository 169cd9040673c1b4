"""How long filled jars may wait for their boil: one law, told by the events' own times, which admission, fold, Stove and late taps share.

From the first lidded jar of a load to its boil at most two hours, from a lost boil to the next one the same (common practice: cooled jars are not
the tested ones); from the end of a boil that was too short, or that left a jar unsealed, to the next within a day (USDA Guide 1, from memory).
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Final, Literal

from rheum.core.batch.moment import Moment, at_most, due

WaitKind = Literal["filled", "lost", "ended"]
HOURS_TO_BOIL: Final = 2
HOURS_TO_SAVE: Final = 24
LIMITS: Final[Mapping[WaitKind, timedelta]] = {
    "filled": timedelta(hours=HOURS_TO_BOIL), "lost": timedelta(hours=HOURS_TO_BOIL), "ended": timedelta(hours=HOURS_TO_SAVE),
}  # fmt: skip
TOO_LATE: Final[Mapping[WaitKind, str]] = {
    "filled": f"These jars were filled more than {HOURS_TO_BOIL} hours ago and have cooled: put them in the refrigerator. Processed now, their minutes would not be the tested ones.",
    "lost": f"These jars lost their boil more than {HOURS_TO_BOIL} hours ago and have cooled: put them in the refrigerator. Processed now, their minutes would not be the tested ones.",
    "ended": f"More than {HOURS_TO_SAVE} hours have passed since these jars came off the heat: they cannot be saved any more.",
}  # fmt: skip


CHILLED: Final = "Has it been in the refrigerator since then? If it stood in the warm for a part of that day, throw it out, untasted."
ALL_CHILLED: Final = (
    "Have they been in the refrigerator since then? If they stood in the warm for a part of that day, throw them out, untasted."
)


@dataclass(frozen=True, slots=True)
class Wait:
    """What the next boil of a load must keep to: its first jar was lidded, its boil was lost, or a boil ended, and when."""

    kind: WaitKind
    since: Moment

    @property
    def until(self) -> timedelta:
        return LIMITS[self.kind]


def earliest(waits: Iterable[Wait]) -> tuple[Wait, ...]:
    """Of each kind the first."""
    found: dict[WaitKind, Wait] = {}
    for wait in waits:
        known = found.get(wait.kind)
        if known is None or wait.since.at < known.since.at:
            found[wait.kind] = wait
    return tuple(found.values())


def overdue(waits: Iterable[Wait], now: Moment) -> Wait | None:
    """The wait that has become too long by now; None while a boil would still come in time."""
    return next((wait for wait in waits if at_most(wait.since, now) >= wait.until), None)


def boil_by(waits: Iterable[Wait], now: Moment) -> datetime | None:
    """When the next boil must have begun, by the wall clock; None where nothing waits."""
    return min((due(wait.since, wait.until, now) for wait in waits), default=None)


def over_a_day(waits: Iterable[Wait], now: Moment) -> bool:
    """Whether jars have stood for a day: then only who knows that they were cold all the while may put them in the refrigerator."""
    return any(at_most(wait.since, now) >= timedelta(hours=HOURS_TO_SAVE) for wait in waits)
