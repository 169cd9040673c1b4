"""All batches under way on one Stove: what to do now, which clocks run, what comes, and the hob as it stands."""

from __future__ import annotations

from collections.abc import Collection, Iterable, Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Final, Literal

from rheum.core.batch.begun import Snapshot
from rheum.core.batch.jars import to_save, to_throw_out
from rheum.core.batch.moment import Moment, due
from rheum.core.batch.standing import Action, Load, RunState, TaskStanding

# Why something is meant now, in the order in which it is.
Why = Literal["over", "doubt", "hot-jars", "stir", "canner", "save", "work", "seals"]
WHYS: Final[tuple[Why, ...]] = ("over", "doubt", "hot-jars", "stir", "canner", "save", "work", "seals")
PotState = Literal["heating", "boiling", "hot"]
ClockKind = Literal["process", "rest", "task", "cooling", "timer"]
MOST_TIMER_MIN: Final = 48 * 60.0


@dataclass(frozen=True, slots=True)
class Timer:
    """A plain clock of one's own."""

    id: str
    says: str
    minutes: float
    begun: Moment


@dataclass(frozen=True, slots=True)
class NowItem:
    """One thing that can be done now. `load`: of a canner load; `task`: of a task; `filling`: it is the filling."""

    batch_id: str
    number: str
    title: str
    why: Why
    says: str
    detail: str
    actions: tuple[Action, ...]
    task: str | None
    load: int | None
    filling: bool
    lines: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class RunningClock:
    """A clock that runs, or is over: of a load, a soak, a pot, jars that cool, or a timer. `batch_id` "" for a timer."""

    batch_id: str
    number: str
    title: str
    says: str
    kind: ClockKind
    started_at: datetime
    may_end_at: datetime
    ends_at: datetime
    over: bool
    timer_id: str = ""


@dataclass(frozen=True, slots=True)
class Next:
    """What comes in the next half hour."""

    batch_id: str
    number: str
    title: str
    says: str
    at: datetime


@dataclass(frozen=True, slots=True)
class Pot:
    """A pot on its burner, or a canner: whose it is, whether it heats up, boils or is kept hot, and until when."""

    batch_id: str
    number: str
    name: str
    canner: bool
    state: PotState
    jars: int
    ends_at: datetime | None
    steam: bool = False


RingKind = Literal["stir", "up", "doubt"]


@dataclass(frozen=True, slots=True)
class Ring:
    """An alarm, now or to come: every screen rings at its moment until one of them answers it. `key` names it for all of them."""

    key: str
    kind: RingKind
    at: datetime
    says: str
    batch_id: str
    number: str


@dataclass(frozen=True, slots=True)
class Together:
    now: tuple[NowItem, ...]
    clocks: tuple[RunningClock, ...]
    coming: tuple[Next, ...]
    hob: tuple[Pot, ...]
    rings: tuple[Ring, ...] = ()


Batch = tuple[Snapshot, RunState]


def together(batches: Sequence[Batch], timers: Iterable[Timer], now: Moment, quiet: Collection[str] = ()) -> Together:
    """One Stove: the things to do, the most pressing first; clocks in the order they end; what comes; the pots; the alarms, without those that
    were answered (`quiet`)."""
    hob = tuple(pot for batch in batches for pot in _pots_of(*batch))
    canners = {snapshot.canner_id: pot.batch_id for snapshot, _ in batches for pot in hob if pot.canner and pot.batch_id == snapshot.id}
    # A canner that is on for another batch is not put on once more.
    taken = {snapshot.id for snapshot, _ in batches if snapshot.canner_id and canners.get(snapshot.canner_id, snapshot.id) != snapshot.id}
    items = [item for batch in batches for item in _now_of(*batch) if not (item.task == "canner-on" and item.batch_id in taken)]
    items.sort(key=lambda item: WHYS.index(item.why))
    clocks = [clock for batch in batches for clock in _clocks_of(*batch, now)]
    clocks.extend(_timer_clock(timer, now) for timer in timers)
    coming = [
        Next(snapshot.id, snapshot.number, snapshot.title, one.title, one.at)
        for snapshot, state in batches
        for one in state.coming
        if not (one.id == "canner-on" and snapshot.id in taken)
    ]
    return Together(
        now=tuple(items),
        clocks=tuple(sorted(clocks, key=lambda one: (not one.over, one.ends_at))),
        coming=tuple(sorted(coming, key=lambda one: one.at)),
        hob=hob,
        rings=tuple(sorted((ring for ring in _rings(batches, clocks, now) if ring.key not in quiet), key=lambda ring: ring.at)),
    )


def _rings(batches: Sequence[Batch], clocks: Iterable[RunningClock], now: Moment) -> Iterable[Ring]:
    """Clocks that end, pots that want stirring, boils that must be said."""
    for clock in clocks:
        if clock.kind == "cooling":
            continue
        whose = clock.timer_id or clock.batch_id
        key = f"{whose}:up:{clock.kind}:{clock.says}:{clock.started_at.isoformat()}"
        yield Ring(key, "up", clock.ends_at, f"{clock.says}: time is up", clock.batch_id, clock.number)
    for snapshot, state in batches:
        for task in state.tasks:
            if task.bell_at is not None and task.phase in ("heating", "running", "ripe", "over"):
                key = f"{snapshot.id}:stir:{task.id}:{task.bell_at.isoformat(timespec='minutes')}"
                yield Ring(key, "stir", task.bell_at, f"Stir: {task.title}", snapshot.id, snapshot.number)
        load = _load(state)
        if load is not None and load.phase == "doubt":
            yield Ring(f"{snapshot.id}:doubt:{load.number}", "doubt", now.at, "Does it still boil?", snapshot.id, snapshot.number)


def _now_of(snapshot: Snapshot, state: RunState) -> list[NowItem]:
    def item(
        why: Why, says: str, detail: str, actions: tuple[Action, ...], *, task: TaskStanding | None = None, filling: bool = False
    ) -> NowItem:
        return NowItem(
            batch_id=snapshot.id,
            number=snapshot.number,
            title=snapshot.title,
            why=why,
            says=says,
            detail=detail,
            actions=actions,
            task=task.id if task else None,
            load=state.load if task is None and not filling else None,
            filling=filling,
            lines=task.lines if task else state.filling.lines if filling and state.filling else (),
        )

    found: list[NowItem] = []
    # What presses of the tasks that are not the one that is meant: a pot over, a pot to be stirred, what the canner waits for.
    for task in state.tasks:
        if task.phase == "over" or task.bell:
            why: Why = "over" if task.phase == "over" else "stir"
            says = f"Time is up: {task.title[0].lower()}{task.title[1:]}" if task.phase == "over" else f"Stir: {task.title.lower()}"
            found.append(item(why, says, task.says, task.actions, task=task))
        elif task.phase == "ready" and task.part == "heat" and task.due_at is None and task.id != "jars-washed":
            found.append(item("canner", task.title, task.says, task.actions, task=task))
    known = {one.task for one in found}
    meant = next((task for task in state.tasks if task.id == state.task), None)
    if meant is not None:
        if meant.id not in known and meant.phase in ("ready", "doing", "ripe", "heating"):
            found.append(item("work", state.headline, state.detail, state.actions, task=meant))
        # What is on the heat wants no hands: the next thing beside it.
        if meant.phase == "heating" or meant.id in known:
            beside = next((task for task in state.tasks if task.phase in ("doing", "ready") and task.id not in known | {meant.id}), None)
            if beside is not None:
                found.append(item("work", beside.title, beside.says, beside.actions, task=beside))
    elif state.filling is not None:
        why_fill: Why = "hot-jars" if state.filling.jars_in else "canner"
        found.append(item(why_fill, state.headline, state.detail, state.actions, filling=not state.filling.stood))
    elif (why_load := _why_of(state)) is not None:
        found.append(item(why_load, state.headline, state.detail, state.actions))
    return found


def _why_of(state: RunState) -> Why | None:
    """Why the canner, the jars or an old step of a batch are meant now; None where a clock runs and nothing is to be done."""
    load = _load(state)
    if state.step == "loads" and load is not None:
        by_phase: dict[str, Why] = {
            "time-up": "over", "rested": "over", "doubt": "doubt", "waiting": "hot-jars", "stood": "hot-jars", "short": "hot-jars",
            "heating": "canner",
        }  # fmt: skip
        return by_phase.get(load.phase)
    if state.step == "seals" and any(to_save(jar) or to_throw_out(jar) for jar in state.jars):
        return "save"
    if state.step == "seals":
        return "seals" if any(jar.state == "to-check" for jar in state.jars) else None
    return None if state.step == "done" else "work"


def _load(state: RunState) -> Load | None:
    return next((load for load in state.loads if load.number == state.load), None)


def _clocks_of(snapshot: Snapshot, state: RunState, now: Moment) -> list[RunningClock]:
    found: list[RunningClock] = []

    def add(says: str, kind: ClockKind, started: datetime, ends: datetime, *, may_end: datetime | None = None, over: bool) -> None:
        found.append(RunningClock(snapshot.id, snapshot.number, snapshot.title, says, kind, started, may_end or ends, ends, over))

    for task in state.tasks:
        if task.clock is not None:
            add(task.title, "task", task.clock.started_at, task.clock.ends_at, may_end=task.clock.may_end_at, over=task.phase == "over")
    for load in state.loads:
        which = f"Load {load.number} in the canner" if len(state.loads) > 1 or state.filling is not None else "In the canner"
        if load.phase in ("boiling", "time-up", "doubt") and load.boil_at and load.ends_at:
            add(which, "process", load.boil_at, load.ends_at, over=load.phase == "time-up")
        elif load.phase in ("resting", "rested") and load.heat_off_at and load.rest_ends_at:
            add(f"{which}: rest", "rest", load.heat_off_at, load.rest_ends_at, over=load.phase == "rested")
    cooling = [load for load in state.loads if load.phase == "cooling" and load.check_from and load.lifted_at]
    if cooling:
        last = max(cooling, key=lambda load: load.check_from or now.at)
        if last.lifted_at and last.check_from:
            add("Cooling, then the seals", "cooling", last.lifted_at, last.check_from, over=False)
    return found


def _timer_clock(timer: Timer, now: Moment) -> RunningClock:
    ends = due(timer.begun, timedelta(minutes=timer.minutes), now)
    return RunningClock("", "", "", timer.says, "timer", timer.begun.at, ends, ends, ends <= now.at, timer.id)


def _pots_of(snapshot: Snapshot, state: RunState) -> list[Pot]:
    """A pot keeps its burner until its jars are filled; the canner until the last load is out."""
    if state.given_up:
        return []
    steam = snapshot.method == "steam"
    found = {
        pot.name: Pot(snapshot.id, snapshot.number, pot.name, pot.name == "canner", pot.state, 0, pot.ends_at, steam) for pot in state.pots
    }
    load = _load(state)
    if load is not None and load.phase in ("heating", "boiling", "doubt", "time-up", "short", "resting", "rested"):
        phase: PotState = "boiling" if load.phase in ("boiling", "doubt", "time-up") else "heating" if load.phase == "heating" else "hot"
        found["canner"] = Pot(
            snapshot.id, snapshot.number, "canner", True, phase, load.jars, load.ends_at if phase == "boiling" else None, steam
        )
    elif state.filling is not None and state.filling.jars_in:
        found["canner"] = Pot(snapshot.id, snapshot.number, "canner", True, "heating", state.filling.jars_in, None, steam)
    return list(found.values())


@dataclass(frozen=True, slots=True)
class Waiting:
    """What ten minutes away from the stove mean: which tasks of which batches wait so long, and what does not, in sentences."""

    later: tuple[tuple[str, str], ...]
    says: tuple[str, ...]


def waiting(batches: Sequence[Batch], minutes: float, now: Moment) -> Waiting:
    """What may wait while nobody is at the stove, and what may not: a clock that is over or will be, a boil in doubt, a hot jar, a pot that scorches."""
    until = now.at + timedelta(minutes=minutes)
    later: list[tuple[str, str]] = []
    says: list[str] = []
    for snapshot, state in batches:
        for task in state.tasks:
            if any(action.how == "later" for action in task.actions):
                later.append((snapshot.id, task.id))
            if task.clock is not None and task.clock.ends_at <= until:
                says.append(f"{task.title} ({snapshot.number}): its clock is over by then.")
            elif task.scorches and task.phase in ("heating", "running", "ripe", "over"):
                says.append(f"{task.title} ({snapshot.number}) scorches: turn it down or take it off the heat, and say so of its clock.")
        load = _load(state)
        if load is not None and load.phase == "doubt":
            says.append(f"{snapshot.title} ({snapshot.number}): whether it boils must be seen.")
        if load is not None and load.phase in ("boiling", "time-up") and load.ends_at is not None and load.ends_at <= until:
            says.append(f"The canner of {snapshot.number} is over by then. Some minutes more do no harm to safety, only to crispness.")
        if load is not None and load.phase in ("heating", "boiling"):
            says.append(f"The canner of {snapshot.number}: somebody must see that it boils without a stop.")
        if state.filling is not None and state.filling.jars_in:
            says.append(f"{snapshot.title} ({snapshot.number}): hot jars stand open to cool. Fill this load first.")
    return Waiting(tuple(later), tuple(dict.fromkeys(says)))


__all__ = ["WHYS", "NowItem", "Pot", "Ring", "RunningClock", "Timer", "Together", "Waiting", "together", "waiting"]
