"""When each task of a batch was begun and done, as its events tell: for the day that it belongs to, and for what the kitchen learns of its own times."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Final

from rheum.core.batch.begun import Snapshot
from rheum.core.batch.events import Event, JarIn, Loaded
from rheum.core.batch.tally import Tally, TaskTally
from rheum.core.batch.told import fold, standing

_REST: Final = timedelta(minutes=5)


@dataclass(frozen=True, slots=True)
class TaskTime:
    """One task: when it was begun and done, None while it is not. `both`: both were told, and neither was reckoned from the other."""

    begun: datetime
    done: datetime | None
    both: bool


def task_times(snapshot: Snapshot, events: Sequence[Event]) -> dict[str, TaskTime]:
    """The times of every task that was told of, by its id; of loads too. EventRefused where an event does not fit."""
    tally = fold(snapshot, events)
    found = {name: one for name, told in tally.tasks.items() if (one := _of_task(told)) is not None}
    known = {task.id for task in snapshot.tasks}
    for task in snapshot.tasks:
        if task.id not in found and task.part in ("prepare", "cook", "heat") and tally.filling_over and tally.filled_at is not None:
            found[task.id] = TaskTime(tally.filled_at.at, tally.filled_at.at, False)
    for name, one in _of_loads(tally, standing(events)).items():
        if name in known:
            found[name] = one
    return found


def _of_task(told: TaskTally) -> TaskTime | None:
    done = told.done.at if told.done is not None else None
    start, ago = (told.begun, told.begun_ago) if told.begun is not None else (told.boils, told.boils_ago)
    if start is not None:
        begun = start.at - timedelta(minutes=ago)
        return TaskTime(begun, max(done, begun) if done is not None else None, done is not None and not told.implied)
    if done is not None:
        return TaskTime(done, done, False)
    # Left out: nothing was done, and nothing waits for it.
    return None


def _of_loads(tally: Tally, events: Sequence[Event]) -> dict[str, TaskTime]:
    """Filling, heating, processing, rest and lifting of each load."""
    found: dict[str, TaskTime] = {}
    first_jar: dict[int, datetime] = {}
    loaded: dict[int, datetime] = {}
    for event in events:
        if isinstance(event.what, JarIn):
            first_jar.setdefault(len(loaded) + 1, event.at.at)
        elif isinstance(event.what, Loaded):
            loaded.setdefault(event.what.load, event.at.at)
    for load in tally.loads:
        number = load.number
        in_at = loaded.get(number)
        begun = first_jar.get(number)
        if in_at is not None:
            found[f"fill-{number}"] = TaskTime(begun or in_at, in_at, begun is not None)
            boil = load.boil_at.at if load.boil_at is not None else None
            found[f"boil-{number}"] = TaskTime(in_at, boil, boil is not None)
            off = load.heat_off_at.at if load.heat_off_at is not None else None
            if boil is not None:
                found[f"process-{number}"] = TaskTime(boil, off, off is not None)
            if off is not None:
                out = load.lifted_at.at if load.lifted_at is not None else None
                rested = min(off + _REST, out) if out is not None else None
                found[f"rest-{number}"] = TaskTime(off, rested, False)
                if out is not None and rested is not None:
                    found[f"lift-{number}"] = TaskTime(rested, out, False)
    number = len(tally.loads) + 1
    if tally.lidded and number in first_jar:
        found[f"fill-{number}"] = TaskTime(first_jar[number], None, False)
    return found


__all__ = ["TaskTime", "task_times"]
