"""The day as a constraint model (CP-SAT): what must be hot meets what must be hot, one load a canner, a pot keeps its burner, one pair of hands does
one thing, nights and breaks are kept (handbook of the work model)."""

from __future__ import annotations

import math
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from itertools import combinations
from typing import Any, Final

from ortools.sat.python import cp_model

from rheum.core.day.asked import DAY_MIN, Asked, DayBatch
from rheum.core.work.task import BatchTask

# Soaks by night and over two days fit, and a morning to finish in.
HORIZON_DAYS: Final = 4
# What is made ready for the filling waits for it no longer than this (own pick; jars and canner are hot no sooner than needed).
READY_WAITS_MIN: Final = 30
# From lidded to heated, and from rested to lifted, at once or nearly (handbook of the process: rest 5 min, then lift).
AT_ONCE_MIN: Final = 2
LIFT_WITHIN_MIN: Final = 15
SCORCHES_FROM_MIN: Final = 5.0


@dataclass
class Placed:
    """One task in the model."""

    batch: int
    task: BatchTask
    start: Any
    end: Any
    length: Any
    interval: Any


@dataclass
class Pot:
    """What stands on a burner: a pot from its first task until its jars are filled, or a canner from a batch's first heat to its last lift."""

    name: str
    batch: int
    tasks: tuple[str, ...]
    large: bool
    canner: int = -1
    start: Any = None
    end: Any = None
    on: dict[int, Any] = field(default_factory=dict)


def key(batch: int, name: str) -> str:
    return f"{batch}.{name}"


def length_of(task: BatchTask) -> tuple[int, int]:
    """Whole minutes, at least and at most: of what runs by itself a window to choose in, else what is reckoned with."""
    if task.attention == "none" and task.clock is not None:
        more = math.ceil(sum(task.heat_up) / 2)
        return max(1, math.ceil(task.clock[0]) + more), max(1, math.ceil(task.clock[1]) + more)
    one = max(1, math.ceil(task.reckoned))
    return one, one


def day_tasks(batch: DayBatch) -> tuple[BatchTask, ...]:
    """The tasks that are laid out: up to the last lift; cooling and what follows is outside."""
    return tuple(task for task in batch.tasks if task.part != "after")


class Model:
    """Everything about a day as variables and constraints."""

    def __init__(self, asked: Asked, reserved: Mapping[int, int] | None = None) -> None:
        """`reserved`: by canner the burner it stands on."""
        self.asked = asked
        self.reserved = reserved or {}
        self.model = cp_model.CpModel()
        self.low = min([one for one in (asked.start, *(told.begun for told in asked.told)) if one is not None], default=0)
        self.high = self.low + HORIZON_DAYS * DAY_MIN if asked.done_by is None else asked.done_by
        if asked.start is None and asked.done_by is not None:
            self.low = asked.done_by - HORIZON_DAYS * DAY_MIN
        self.placed: dict[str, Placed] = {}
        self.pots: list[Pot] = []
        # Which burner each pot stands on, once that is chosen.
        self.burner_of: dict[int, int] = {}
        self._place()
        self._order()
        self._hands()
        self._canners()
        self._burners()
        self.end = self.model.new_int_var(self.low, self.high, "end")
        self.model.add_max_equality(self.end, [one.end for one in self.placed.values()])
        self.first = self.model.new_int_var(self.low, self.high, "first")
        self.model.add_min_equality(self.first, [one.start for one in self.placed.values()])

    def nights(self) -> list[tuple[int, int]]:
        """The spans without hands: outside the waking hours of each day, and the breaks."""
        wakes, sleeps = self.asked.awake
        found = []
        for day in range(self.low // DAY_MIN - 1, self.high // DAY_MIN + 2):
            begins, ends = day * DAY_MIN + sleeps, (day + 1) * DAY_MIN + wakes
            if ends > self.low and begins < self.high and ends > begins:
                found.append((max(begins, self.low - DAY_MIN), min(ends, self.high + DAY_MIN)))
        return found

    def _place(self) -> None:
        told = {one.task: one for one in self.asked.told}
        fixed = {one.task: one.start for one in self.asked.fixed}
        for at, batch in enumerate(self.asked.batches):
            for task in day_tasks(batch):
                name = key(at, task.id)
                least, most = length_of(task)
                begun = told.get(name)
                low = self.low if self.asked.start is None or begun is not None else max(self.low, self.asked.start)
                start = self.model.new_int_var(low, self.high, f"start {name}")
                if begun is not None:
                    done = begun.done if begun.done is not None else max(begun.begun + least, self.asked.start or begun.begun)
                    length = self.model.new_constant(max(0, done - begun.begun))
                    self.model.add(start == begun.begun)
                else:
                    length = self.model.new_int_var(least, most, f"length {name}") if most > least else self.model.new_constant(least)
                end = self.model.new_int_var(low, self.high, f"end {name}")
                interval = self.model.new_interval_var(start, length, end, name)
                self.placed[name] = Placed(at, task, start, end, length, interval)
                if name in fixed:
                    self.model.add(start == fixed[name])
                if batch.not_before is not None and begun is None:
                    self.model.add(start >= batch.not_before)
                if batch.not_after is not None:
                    self.model.add(end <= batch.not_after)

    def _order(self) -> None:
        told = {one.task for one in self.asked.told}
        for at, batch in enumerate(self.asked.batches):
            tasks = {task.id: task for task in day_tasks(batch)}
            for task in tasks.values():
                this = self.placed[key(at, task.id)]
                for name in task.after:
                    if name not in tasks:
                        continue
                    before = self.placed[key(at, name)]
                    self.model.add(this.start >= before.end)
                    most = waits_most(tasks[name], task)
                    # What has waited too long already is boiled again; it does not make the day impossible.
                    if most is not None and key(at, name) not in told:
                        self.model.add(this.start <= before.end + most)
            if batch.follows is not None:
                other = next((number for number, one in enumerate(self.asked.batches) if one.id == batch.follows), None)
                if other is not None and other != at:
                    last = self._last(other)
                    for name in tasks:
                        self.model.add(self.placed[key(at, name)].start >= last.end)

    def _last(self, at: int) -> Placed:
        return [one for one in self.placed.values() if one.batch == at][-1]

    def _hands(self) -> None:
        people = self.asked.people
        told = {one.task for one in self.asked.told}
        working = [one for name, one in self.placed.items() if one.task.attention == "hands" and name not in told]
        free = [self._span(*span) for span in (*self.nights(), *self.asked.breaks)]
        intervals = [one.interval for one in working]
        if people == 1:
            self.model.add_no_overlap([*intervals, *free])
        else:
            self.model.add_cumulative([*intervals, *free], [1] * len(intervals) + [people] * len(free), people)
        asleep = [self._span(*span) for span in self.nights()]
        for name, one in self.placed.items():
            if one.task.attention == "watch" and name not in told:
                self.model.add_no_overlap([one.interval, *asleep])
                if scorches(one.task):
                    self.model.add_no_overlap([one.interval, *free])
        # Two pots that scorch are not left with one person who chops.
        burning = [one.interval for name, one in self.placed.items() if scorches(one.task) and name not in told]
        if len(burning) > 1:
            self.model.add_cumulative([*burning, *intervals], [1] * (len(burning) + len(intervals)), people + 1)

    def _span(self, begins: int, ends: int) -> Any:
        return self.model.new_fixed_size_interval_var(begins, ends - begins, f"free {begins}")

    def _canners(self) -> None:
        """One load at a time, from its first jar to its last lift; before the first load of a batch the canner heats up for it."""
        for canner in range(len(self.asked.canners)):
            held = []
            for at, batch in enumerate(self.asked.batches):
                if batch.canner != canner:
                    continue
                for load in sorted({task.load for task in day_tasks(batch) if task.load is not None}):
                    first = key(at, f"fill-{load}")
                    if load == 1 and key(at, "canner-on") in self.placed:
                        first = key(at, "canner-on")
                    elif key(at, f"let-down-{load}") in self.placed:
                        first = key(at, f"let-down-{load}")
                    begins, ends = self.placed[first].start, self.placed[key(at, f"lift-{load}")].end
                    size = self.model.new_int_var(0, self.high - self.low, f"load {at} {load}")
                    held.append(self.model.new_interval_var(begins, size, ends, f"canner {canner} {at} {load}"))
            self.model.add_no_overlap(held)

    def _burners(self) -> None:
        self.pots = list(pots_of(self.asked))
        # A canner keeps its burner all day, whichever batch it is on for.
        of_canner: dict[tuple[int, int], Any] = {}
        for number, pot in enumerate(self.pots):
            ones = [self.placed[name] for name in pot.tasks]
            pot.start = self.model.new_int_var(self.low, self.high, f"pot {number} on")
            pot.end = self.model.new_int_var(self.low, self.high, f"pot {number} off")
            self.model.add_min_equality(pot.start, [one.start for one in ones])
            self.model.add_max_equality(pot.end, [one.end for one in ones])
            size = self.model.new_int_var(0, self.high - self.low, f"pot {number}")
            self.model.add(size == pot.end - pot.start)
            for burner in self.asked.burners:
                if pot.large and (burner.size != "large" or self.reserved.get(pot.canner, burner.id) != burner.id):
                    continue
                place = (pot.canner if pot.large else -1 - number, burner.id)
                here = of_canner.setdefault(place, self.model.new_bool_var(f"pot {number} on {burner.id}"))
                pot.on[burner.id] = (
                    here,
                    self.model.new_optional_interval_var(pot.start, size, pot.end, here, f"pot {number} at {burner.id}"),
                )
            self.model.add_exactly_one([here for here, _ in pot.on.values()])
        for burner in self.asked.burners:
            here = [pot for pot in self.pots if burner.id in pot.on]
            pots = [pot.on[burner.id][1] for pot in here if not pot.large]
            canning = [pot for pot in here if pot.large]
            # Two batches may come into one canner by turns: their loads do not meet, and nothing else comes onto its burner between.
            for one in canning:
                self.model.add_no_overlap([*pots, one.on[burner.id][1]])
            if not canning:
                self.model.add_no_overlap(pots)
            for one, other in combinations(canning, 2):
                if one.canner != other.canner:
                    self.model.add_no_overlap([one.on[burner.id][1], other.on[burner.id][1]])


def scorches(task: BatchTask) -> bool:
    return task.stir is not None and task.stir <= SCORCHES_FROM_MIN and task.attention == "watch"


def waits_most(before: BatchTask, after: BatchTask) -> int | None:
    """How long the result of a task may wait for the next, whole minutes; None where nothing is known to spoil."""
    if before.do == "fill" or (before.part == "process" and after.do in ("process", "rest")):
        return AT_ONCE_MIN
    if before.do == "rest":
        return LIFT_WITHIN_MIN
    if after.do == "fill" and (before.ahead is not None or before.do in ("boil", "let-down")) and before.part in ("heat", "fill"):
        return READY_WAITS_MIN
    return math.floor(before.waits) if before.waits is not None else None


def pots_of(asked: Asked) -> Iterable[Pot]:
    """What takes a burner, and by which tasks it is told how long."""
    for at, batch in enumerate(asked.batches):
        tasks = day_tasks(batch)
        by_pot: dict[str, list[str]] = {}
        for task in tasks:
            if task.where != "burner" or not task.pot or task.pot == "canner":
                continue
            name = f"{task.pot} {task.load}" if task.pot == "again" else task.pot
            by_pot.setdefault(name, []).append(key(at, task.id))
            if task.hot and task.part in ("cook", "heat"):
                by_pot[name].append(key(at, "fill-1"))
            elif task.pot == "again":
                by_pot[name].append(key(at, f"fill-{task.load}"))
        known = {key(at, task.id) for task in tasks}
        for name, ids in by_pot.items():
            yield Pot(name, at, tuple(dict.fromkeys(one for one in ids if one in known)), large=False)
        if batch.canner is None:
            continue
        ids = [key(at, task.id) for task in tasks if task.pot == "canner" or (task.do == "fill" and task.load is not None)]
        if ids:
            yield Pot("canner", at, tuple(ids), large=True, canner=batch.canner)
