"""What the events of a batch add up to, without the time now: loads, jars, seals."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from typing import Final

from rheum.core.batch.begun import Snapshot, Step
from rheum.core.batch.events import Event, EventRefused, HeightSet
from rheum.core.batch.moment import Moment, slept_s, steady_s, wall_s
from rheum.core.batch.wait_limits import Wait
from rheum.core.making.cook_down import Reading

PREPARING: Final[tuple[Step, ...]] = ("prepare", "heat-jars", "cook", "fill")


@dataclass(frozen=True)
class LoadTally:
    """One load. `numbers`: its jars. `waits`: what its next boil must keep to; `late`: the wait that was too long when it boiled. `again`: its jars are
    processed a second time. `boil_at`: when the boil that counts began; `anchor` and `credit_s`: from when it is measured, and the seconds that count
    besides. `run_s`: what was counted when the heat went off."""

    number: int
    numbers: tuple[int, ...]
    jar_id: str | None = None
    # Where the batch has jars of several sizes: whose these are, and their own minutes.
    title: str | None = None
    minutes: int | None = None
    waits: tuple[Wait, ...] = ()
    late: Wait | None = None
    again: bool = False
    loaded: bool = False
    # In another canner than the batch was begun with.
    elsewhere: bool = False
    boil_at: Moment | None = None
    anchor: Moment | None = None
    credit_s: float = 0.0
    heat_off_at: Moment | None = None
    run_s: float = 0.0
    short: bool = False
    # Short because the kitchen turned out to be higher, and not because the heat went off too soon; or because a boil lost was told after it.
    too_low: bool = False
    lost_late: bool = False
    lifted_at: Moment | None = None
    boils_lost: int = 0
    # Never processed: its jars went to the refrigerator.
    cold: bool = False

    @property
    def jars(self) -> int:
        return len(self.numbers)


@dataclass(frozen=True, slots=True)
class Counted:
    """Seconds of boil that count, and those that count only if the person says that it boiled: asleep, or not measured at all."""

    boiled_s: float
    slept_s: float = 0.0
    unmeasured_s: float = 0.0

    @property
    def in_doubt_s(self) -> float:
        return self.slept_s + self.unmeasured_s


def counted(load: LoadTally, now: Moment) -> Counted:
    """How long a load has boiled by now. Within one start of the machine its steady clock counts, which neither a correction of
    the wall clock nor a summer time moves; sleep is in doubt; across a restart, or without a reading, all of it is."""
    if load.anchor is None:
        return Counted(0.0)
    steady = steady_s(load.anchor, now)
    if steady is None:
        return Counted(load.credit_s, unmeasured_s=wall_s(load.anchor, now))
    return Counted(load.credit_s + steady, slept_s=slept_s(load.anchor, now))


@dataclass(frozen=True, slots=True)
class TaskTally:
    """What was said of one task. `begun`, `boils`: when, and how many minutes before it was told; `implied`: done because something later was
    begun; `left`: why it was left out; `later`: when it was put off, and for how many minutes."""

    begun: Moment | None = None
    begun_ago: float = 0.0
    boils: Moment | None = None
    boils_ago: float = 0.0
    stirred: Moment | None = None
    done: Moment | None = None
    implied: bool = False
    early: bool = False
    left: str = ""
    later: Moment | None = None
    later_min: float = 0.0
    # How long it takes, said when it was begun, where its method does not say so.
    given_min: float = 0.0

    @property
    def over(self) -> bool:
        """Done or left out."""
        return self.done is not None or self.left != ""


UNTOLD: Final = TaskTally()


@dataclass(frozen=True)
class Tally:
    """The fold's own state: only what events said, nothing that depends on the time now."""

    snapshot: Snapshot
    done: frozenset[Step] = frozenset()
    filled: int | None = None
    filled_at: Moment | None = None
    part_jar: bool = False
    loads: tuple[LoadTally, ...] = ()
    seals: Mapping[int, tuple[bool, Moment]] = field(default_factory=dict)
    moved: Mapping[int, str] = field(default_factory=dict)
    spoiled: frozenset[int] = frozenset()
    refrigerated: bool = False
    # Jars filled so far, brine that went into them, batches of brine mixed.
    poured: tuple[int, float, float] | None = None
    # What was weighed or read of the pan so far, and the last whole reading.
    noted: Mapping[str, float] = field(default_factory=dict)
    pan: Reading | None = None
    heights: tuple[HeightSet, ...] = ()
    # Jars found chipped before they were filled, by size; loads in which a jar broke.
    chipped: tuple[str, ...] = ()
    broke: tuple[int, ...] = ()
    given_up: bool = False
    # Where the filled jars of a batch that was given up went.
    given_up_to: str = ""
    # When the first jar of the load that is being filled was lidded.
    lidded_at: Moment | None = None
    # Vinegar that was measured below its label after it went in, by bottle: what was found, in words.
    weak: Mapping[str, str] = field(default_factory=dict)
    # What was said of the tasks; the jars of the load that is being filled, by size; whether no jar is filled any more.
    tasks: Mapping[str, TaskTally] = field(default_factory=dict)
    lidded: tuple[str, ...] = ()
    # The load that is being filled stands in another canner.
    elsewhere: bool = False
    filling_over: bool = False
    # What happened to the jars after their seals were checked.
    after: tuple[Event, ...] = ()
    next_time: str = ""

    def task(self, name: str) -> TaskTally:
        return self.tasks.get(name, UNTOLD)

    @property
    def tasks_over(self) -> frozenset[str]:
        """The tasks that are done or left out."""
        return frozenset(name for name, told in self.tasks.items() if told.over)

    @property
    def poured_out(self) -> bool:
        """Whether vinegar may be in a pot already: something was cooked, or is."""
        cooking = {task.id for task in self.snapshot.tasks if task.part == "cook"}
        return "cook" in self.done or self.filled is not None or any(name in cooking for name in self.tasks)

    @property
    def lids_warm(self) -> bool:
        """Whether the lids were made ready."""
        told = self.task("lids")
        return "heat-jars" in self.done or told.begun is not None or (told.done is not None and not told.implied)

    @property
    def barred(self) -> str:
        """Why no jar of this batch may stand on the shelf any more, whatever its minutes; "" where nothing bars it."""
        if self.snapshot.minutes is None:
            return ""
        if self.weak:
            return f"{'; '.join(self.weak.values())}: too weak for jars that stand on the shelf"
        if self.heights and not self.heights[-1].moved and not self.heights[-1].minutes:
            return f"Rheum has no minutes for this batch at {self.heights[-1].altitude}"
        return ""

    def elsewhere_now(self, load: LoadTally) -> bool:
        """Whether every jar of a load was taken somewhere else: nothing of it is in the canner, or waits for it."""
        return load.cold or all(number in self.moved for number in load.numbers)

    def load(self, number: int | None) -> LoadTally:
        for item in self.loads:
            if item.number == number:
                return item
        raise EventRefused(f"There is no load {number} in this batch.")

    def with_load(self, changed: LoadTally) -> Tally:
        return replace(self, loads=tuple(changed if item.number == changed.number else item for item in self.loads))

    def load_of_jar(self, jar: int) -> LoadTally:
        """The load that a jar was in last."""
        for load in reversed(self.loads):
            if jar in load.numbers:
                return load
        raise EventRefused(f"There is no jar {jar} in this batch.")

    def minutes_of(self, load: LoadTally) -> int | None:
        """The minutes of a load: its own, or more where a height that was put right wants more."""
        base = self.snapshot.minutes if load.minutes is None else load.minutes
        if base is None:
            return None
        return max([base, *(_minutes_at(height, load.jar_id) for height in self.heights)])


def _minutes_at(height: HeightSet, jar_id: str | None) -> int:
    return height.minutes.get(jar_id, 0) if jar_id is not None else max(height.minutes.values(), default=0)
