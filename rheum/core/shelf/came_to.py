"""What a batch came to: jars got against planned, its minutes against those planned, its cooking down, its seals; and what of it can be learnt."""

from __future__ import annotations

from collections.abc import Collection, Iterable, Sequence
from dataclasses import dataclass
from datetime import datetime
from statistics import geometric_mean
from typing import Final

from rheum.core.batch.begun import Snapshot
from rheum.core.batch.events import BrineUsed, Event, PanRead, TaskTold
from rheum.core.batch.tally import Tally
from rheum.core.batch.times import TaskTime, task_times
from rheum.core.batch.told import fold, standing
from rheum.core.shelf.learnt import Kind, Sample
from rheum.core.work.own_times import TO_BOIL, boil_key, is_handwork
from rheum.core.work.task import BatchTask

# Begun and done within so many seconds of one another is no measurement: both were tapped afterwards.
AT_ONCE_S: Final = 20.0
# Nobody stays so many times as long at a task as planned, and over an hour, without a break.
_BREAK_TIMES, _BREAK_MIN = 4.0, 60.0
Pause = tuple[datetime, datetime]


@dataclass(frozen=True, slots=True)
class TaskCame:
    """One task: minutes planned, low and high, minutes it took (None where it was not begun and done), and whether they can be learnt from."""

    task: str
    title: str
    low: float
    high: float
    took: float | None
    counts: bool


@dataclass(frozen=True, slots=True)
class CameTo:
    """All of it. `jars`: got, a part jar not counted; `tasks` in their order; `cooked`: (minutes since it was begun, part that is left) of what was weighed
    or read; `sealed`, `failed`: seals that were looked at; `brine_a_jar`: (used, planned) in ml, where it was measured."""

    planned: int
    jars: int | None
    part_jar: bool
    tasks: tuple[TaskCame, ...]
    cooked: tuple[tuple[float, float], ...]
    sealed: int
    failed: int
    brine_a_jar: tuple[float, float] | None
    next_time: str


def came_to(snapshot: Snapshot, events: Sequence[Event], *, kept: Collection[str] = (), pauses: Sequence[Pause] = ()) -> CameTo:
    """What a batch came to. `kept`: ids of taps that were told late; `pauses`: the breaks of its day. EventRefused where an event does not fit."""
    tally, told = fold(snapshot, events), standing(events)
    times = task_times(snapshot, events)
    late = _told_late(told, kept)
    return CameTo(
        planned=snapshot.jars_planned,
        jars=None if tally.given_up else tally.filled,
        part_jar=tally.part_jar,
        tasks=tuple(_task(task, times.get(task.id), task.id in late, pauses) for task in snapshot.tasks if task.part != "after"),
        cooked=_cooked(snapshot, told),
        sealed=sum(1 for held, _ in tally.seals.values() if held),
        failed=sum(1 for held, _ in tally.seals.values() if not held),
        brine_a_jar=_brine(snapshot, told),
        next_time=tally.next_time,
    )


def _told_late(told: Iterable[Event], kept: Collection[str]) -> frozenset[str]:
    """Tasks one of whose taps was kept, told as so many minutes ago, or put off."""
    return frozenset(
        event.what.task
        for event in told
        if isinstance(event.what, TaskTold) and (event.id in kept or event.what.ago_min > 0 or event.what.how == "later")
    )


def _task(task: BatchTask, time: TaskTime | None, late: bool, pauses: Sequence[Pause]) -> TaskCame:
    took = (time.done - time.begun).total_seconds() / 60 if time is not None and time.done is not None and time.both else None
    low, high = task.lasts
    counts = (
        took is not None
        and time is not None
        and not late
        and took * 60 > AT_ONCE_S
        and not (took > _BREAK_TIMES * max(high, 1.0) and took > _BREAK_MIN)
        and not any(time.begun < end and start < (time.done or time.begun) for start, end in pauses)
    )
    return TaskCame(task.id, task.title, low, high, took, counts)


def _cooked(snapshot: Snapshot, told: Iterable[Event]) -> tuple[tuple[float, float], ...]:
    """What was left in the pan, read by read; the first weighing stands for all of it."""
    found: list[tuple[float, float]] = []
    start: float | None = None
    pan = 0.0
    for event in told:
        said = event.what
        if not isinstance(said, PanRead):
            continue
        pan = said.pan_g if said.pan_g is not None else pan
        whole = said.start_g if said.start_g is not None else said.start_mm
        start = whole if whole is not None else start
        now = said.now_g if said.now_g is not None else said.now_mm
        if start is None or now is None or start - pan <= 0:
            continue
        minutes = (event.at.at - snapshot.begun_at).total_seconds() / 60
        found.append((minutes, max(0.0, (now - pan) / (start - pan))))
    return tuple(found)


def _brine(snapshot: Snapshot, told: Iterable[Event]) -> tuple[float, float] | None:
    last = next((event.what for event in reversed(list(told)) if isinstance(event.what, BrineUsed)), None)
    if last is None or not last.jars or not snapshot.brine_listed_ml or not snapshot.jars_planned:
        return None
    return last.used_ml / last.jars, snapshot.brine_listed_ml / snapshot.jars_planned


def samples_of(snapshot: Snapshot, events: Sequence[Event], came: CameTo) -> tuple[Sample, ...]:
    """What a kitchen learns from a batch: each figure over what the handbook, and not what was learnt before, had planned."""
    found: list[Sample] = []
    if came.jars:
        name = snapshot.formula_id or snapshot.title.lower()
        found.append(Sample("yield", name, (came.jars + (0.5 if came.part_jar else 0.0)) / came.planned))
    by_id = {task.id: task for task in snapshot.tasks}
    tally: Tally = fold(snapshot, events)
    sizes = {load.number: load.jars for load in tally.loads}
    for one in came.tasks:
        task = by_id[one.task]
        if not one.counts or one.took is None:
            continue
        if task.do == TO_BOIL and sum(task.heat_up) > 0:
            key = boil_key(snapshot.canner_id, sizes.get(task.load or 1, 0), snapshot.jars_per_load)
            found.append(Sample("boil", key, one.took / (sum(task.heat_up) / 2) * task.own))
        elif is_handwork(task):
            found.append(Sample("hands", task.do, one.took / (sum(task.hands) / 2) * task.own))
    if came.brine_a_jar is not None and came.brine_a_jar[0] > 0:
        found.append(Sample("brine", snapshot.formula_id or snapshot.title.lower(), came.brine_a_jar[0] / came.brine_a_jar[1]))
    # A batch speaks once of each, however often it was done in it.
    together: dict[tuple[Kind, str], list[float]] = {}
    for taught in found:
        if taught.ratio > 0:
            together.setdefault((taught.kind, taught.key), []).append(taught.ratio)
    return tuple(Sample(kind, key, geometric_mean(ratios)) for (kind, key), ratios in together.items())
