"""What a day is over the wire."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from typing import Any

from rheum.core.day import Burner
from rheum.core.facts.work import Attention


@dataclass(frozen=True)
class DayTask:
    """One task with its place in the day."""

    id: str
    batch: int
    do: str
    says: str
    start: datetime
    end: datetime
    latest: datetime
    who: int | None
    attention: Attention
    burner: int | None
    pot: str | None
    canner: int | None
    load: int | None
    after: tuple[str, ...]


@dataclass(frozen=True)
class DayBatchView:
    """A batch of the day: what it is called, its jars and loads, and its whole text, to begin it from the day."""

    id: str
    title: str
    jars: int
    jar_title: str
    minutes: int | None
    text: str
    formula_id: str | None


@dataclass(frozen=True)
class DayView:
    """A plan of a day: whether it is proven the best of its first aim, or at most how far from it (`minutes` against `bound_minutes`)."""

    start: datetime
    end: datetime
    bound_minutes: int
    minutes: int
    best: bool
    tasks: tuple[DayTask, ...]
    says: tuple[str, ...]
    batches: tuple[DayBatchView, ...]
    burners: tuple[Burner, ...]
    canners: tuple[str, ...]
    people: int


@dataclass(frozen=True)
class KeptDayView:
    id: str
    title: str
    begins: datetime
    asked: dict[str, Any]
    day: DayView
    # By the batch's id in the day, the batch that was begun of it.
    begun: dict[str, str]


@dataclass(frozen=True)
class DaysView:
    days: tuple[KeptDayView, ...]


@dataclass(frozen=True)
class DayNow:
    """A kept day as it goes: what was told stands where it was, the rest is pushed along. `late`: minutes, below zero ahead; `told`: tasks that
    were begun, `done`: those that are done; `gone`: batches that were given up, by their place."""

    day: DayView
    late: int
    told: tuple[str, ...]
    done: tuple[str, ...]
    begun: dict[str, str]
    gone: tuple[int, ...]
    now: datetime


@dataclass(frozen=True)
class BetterDay:
    """Another order of what is left of a day that ends earlier; None where there is none."""

    day: DayView | None
    says: str


@dataclass(frozen=True)
class BuyLine:
    """One thing to get for a day: for which of its batches."""

    says: str
    batches: tuple[int, ...]


@dataclass(frozen=True)
class ShoppingView:
    """What is missing for a whole day; the same as plain text."""

    lines: tuple[BuyLine, ...]
    text: str
