"""What is asked of a day: batches with their tasks, when it may begin or must be done, who is there and with what. Times are whole minutes since the
midnight before the day."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from rheum.core.work.task import BatchTask

Minutes = tuple[int, int]
DAY_MIN = 24 * 60


@dataclass(frozen=True, slots=True)
class DayBatch:
    """One batch: its tasks, from the kit to the last lift, and which canner its loads go into. `follows`: the batch whose last lift comes before."""

    id: str
    title: str
    tasks: tuple[BatchTask, ...]
    canner: int | None
    not_before: int | None = None
    not_after: int | None = None
    follows: str | None = None


@dataclass(frozen=True, slots=True)
class Burner:
    id: int
    size: Literal["large", "small"]


@dataclass(frozen=True, slots=True)
class DayCanner:
    title: str
    kind: Literal["bath", "steam"]


@dataclass(frozen=True, slots=True)
class Fixed:
    """A task that begins when somebody says, and not otherwise: `batch.task`."""

    task: str
    start: int


@dataclass(frozen=True, slots=True)
class Told:
    """A task that was begun, and perhaps done: it does not move."""

    task: str
    begun: int
    done: int | None = None


@dataclass(frozen=True, slots=True)
class Asked:
    """A day. `start`: nothing begins before; `done_by`: the last load is lifted before (exactly one of both leads: with a start the end comes
    earliest, with an end alone the beginning latest). `awake`: minutes of the day between which there are hands; `breaks`: kept free of them."""

    batches: tuple[DayBatch, ...]
    start: int | None
    done_by: int | None
    awake: Minutes
    breaks: tuple[Minutes, ...]
    burners: tuple[Burner, ...]
    canners: tuple[DayCanner, ...]
    people: int = 1
    fixed: tuple[Fixed, ...] = ()
    told: tuple[Told, ...] = ()
