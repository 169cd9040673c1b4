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


@dataclass(frozen=True)
class DaysView:
    days: tuple[KeptDayView, ...]
