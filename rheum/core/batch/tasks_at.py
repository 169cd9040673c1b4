"""The tasks of a batch as they stand at a moment: which can be done, which clock runs, what is meant now, what comes."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from datetime import datetime, timedelta
from typing import Final, Literal

from rheum.core.batch.filling import inside, next_load
from rheum.core.batch.moment import Moment, at_least, due
from rheum.core.batch.standing import Action, Coming, Filling, PotStanding, TaskClock, TaskPhase, TaskStanding
from rheum.core.batch.tally import Tally, TaskTally, counted
from rheum.core.batch.walk import clock_since, clocked_min, minutes_word, stale, timed
from rheum.core.facts.canner import REST_MINUTES
from rheum.core.work import BatchTask, forecast, just_in_time
from rheum.core.work.ahead import Ahead

# A pot stirred every five minutes or oftener burns when it is left (handbook of the work model).
SCORCHES_FROM_MIN: Final = 5.0
# What is begun no sooner than needed is shown this much before (own pick).
_MARGIN_MIN: Final = 3.0
COMING_MIN: Final = 30.0
_DONE_WORD: Final[Mapping[str, str]] = {
    "wash": "Washed", "trim": "Trimmed", "slice": "Sliced", "chop": "Chopped", "dice": "Diced", "cut": "Cut", "peel": "Peeled", "core": "Cored",
    "grate": "Grated", "mince": "Minced", "husk": "Husked", "drain": "Drained", "rinse": "Rinsed", "press": "Pressed", "puree": "Puréed",
    "strain": "Strained", "slip-skins": "Skins are off", "tie-bag": "Tied", "lift-out": "It is out", "combine": "It is all in", "add": "Added",
    "kit": "All of it is here", "canner-on": "It is hot", "kettle": "It boils", "lids": "Lids are ready", "heat-jars": "Jars are hot",
    "let-down": "Let down and topped up", "soak": "Taken out of the soak", "salt": "Salted long enough", "lime": "Taken out of the lime",
}  # fmt: skip


_BEGIN_WORD: Final[Mapping[str, str]] = {
    "canner-on": "The canner is on", "heat-jars": "They are in hot water", "sterilise": "They are on the heat", "kettle": "The kettle is on",
}  # fmt: skip


def tasks_at(tally: Tally, now: Moment, ahead: Mapping[str, Ahead]) -> tuple[TaskStanding, ...]:
    """Every task that is told as one, as it stands: those before the filling, and those between its loads once it has come so far. `ahead`: the
    forecast of this moment."""
    if tally.filling_over or tally.given_up:
        return ()
    over = tally.tasks_over | _loads_over(tally, now)[0]
    coming = len(tally.loads) + 1
    shown = [
        task
        for task in tally.snapshot.tasks
        if task.part in ("prepare", "cook", "heat") or (task.part == "fill" and task.do != "fill" and task.load == coming)
    ]
    if tally.loads:
        shown = [task for task in shown if task.part == "fill"]
    return tuple(_standing(tally, task, ahead.get(task.id), over, now=now) for task in shown)


def _phase(task: BatchTask, told: TaskTally, ahead: Ahead | None, over: frozenset[str], *, now: Moment) -> TaskPhase:
    if told.left:
        return "left-out"
    if told.done is not None:
        return "done"
    if clock_since(task, told) is not None and task.clock is not None:
        ran = clocked_min(task, told, now)
        return "over" if ran >= task.clock[1] else "ripe" if ran >= task.clock[0] else "running"
    if told.begun is not None:
        return "heating" if task.where == "burner" or task.heat_up[1] > 0 else "doing"
    if told.later is not None and at_least(told.later, now) < timedelta(minutes=told.later_min):
        return "put-off"
    if not all(name in over for name in task.after):
        return "waits"
    if just_in_time(task) and ahead is not None and ahead.latest > _MARGIN_MIN:
        return "later"
    return "ready"


def _standing(tally: Tally, task: BatchTask, ahead: Ahead | None, over: frozenset[str], *, now: Moment) -> TaskStanding:
    told = tally.task(task.id)
    task = timed(task, told)
    phase = _phase(task, told, ahead, over, now=now)
    clock = _clock(task, told, now)
    bell_at = _bell(task, told, now) if phase in ("running", "ripe", "over", "heating") else None
    bell = bell_at is not None and bell_at <= now.at
    due_at = now.at + timedelta(minutes=ahead.latest) if ahead is not None and phase in ("later", "waits", "put-off") else None
    begun = told.begun.at - timedelta(minutes=told.begun_ago) if told.begun else None
    return TaskStanding(
        id=task.id,
        title=task.title,
        says=_says(task, told, phase),
        part=task.part,
        phase=phase,
        lines=task.lines,
        gloves=task.gloves,
        until=task.until,
        clock=clock,
        due_at=due_at,
        begun_at=begun,
        actions=_actions(task, told, phase, bell=bell),
        bell_at=bell_at,
        bell=bell,
        scorches=task.stir is not None and task.stir <= SCORCHES_FROM_MIN,
        stale=stale(task, told, now),
        pot=task.pot,
        where=task.where,
        hot=task.hot,
        why=told.left,
    )


def _clock(task: BatchTask, told: TaskTally, now: Moment) -> TaskClock | None:
    since = clock_since(task, told)
    if since is None or task.clock is None:
        return None
    start, ago = since
    low, high = (due(start, timedelta(minutes=minutes - ago), now) for minutes in task.clock)
    return TaskClock(
        started_at=start.at - timedelta(minutes=ago),
        may_end_at=low,
        ends_at=high,
        says=minutes_word(*task.clock),
    )


def _bell(task: BatchTask, told: TaskTally, now: Moment) -> datetime | None:
    """When a pot is to be stirred next: so many minutes after it was last stirred, or since it boils, or is on the heat."""
    if task.stir is None:
        return None
    if told.stirred is not None:
        return due(told.stirred, timedelta(minutes=task.stir), now)
    start, ago = (told.boils, told.boils_ago) if told.boils is not None else (told.begun, told.begun_ago)
    return due(start, timedelta(minutes=task.stir - math.fmod(ago, task.stir)), now) if start is not None else None


def _says(task: BatchTask, told: TaskTally, phase: TaskPhase) -> str:
    parts = [task.says]
    if task.clock is not None and phase in ("ready", "later", "waits", "put-off"):
        at = " from the boil" if task.boils else ""
        parts.append(f"{minutes_word(*task.clock)}{at}.".capitalize())
    if task.stir is not None and phase in ("ready", "later", "heating", "running", "ripe"):
        parts.append(f"Stir every {minutes_word(task.stir, task.stir).removeprefix('1 ')}.")
    if task.until and phase not in ("done", "left-out"):
        parts.append(f"Until {task.until}.")
    if task.gloves:
        parts.append("Gloves on.")
    return " ".join(part for part in parts if part)


def _actions(task: BatchTask, told: TaskTally, phase: TaskPhase, *, bell: bool) -> tuple[Action, ...]:
    """What can be said of a task: the big one first."""

    def say(how: str, words: str, **more: object) -> Action:
        return Action("task", words, task=task.id, how=how, **more)  # type: ignore[arg-type]

    begin, done = say("begun", _begin_word(task)), say("done", _done_word(task), tone="big")
    ago = say("boils" if task.boils else "begun", "It began earlier", wants="ago")
    later = say("later", "Not now")
    leave = (say("left-out", "Leave it out", wants="why"),) if task.may_leave else ()
    clocked = task.clock is not None
    match phase:
        case "done" | "left-out":
            return ()
        case "over":
            return (done, *_stirred(task, bell))
        case "ripe":
            return (done, *_stirred(task, bell), later)
        case "running":
            low = minutes_word(task.clock[0], task.clock[0]) if task.clock else ""
            early = () if task.tested else (say("done", _done_word(task), early=True, asks=f"It has not had its {low} yet. All the same?"),)
            return (*_stirred(task, bell), *early)
        case "heating" if task.boils:
            return (*_stirred(task, bell), say("boils", f"It boils: start its {minutes_word(*(task.clock or (0, 0)))}", tone="big"), ago)
        case "heating" | "doing":
            return (*_stirred(task, bell), done)
        case _:
            asks: Literal["minutes"] | None = "minutes" if task.asks else None
            first = (
                Action("task", _begin_word(task), task=task.id, how="begun", tone="big", wants=asks)
                if clocked or _by_itself(task)
                else done
            )
            second = (ago,) if clocked else (done,) if first is not done and not clocked else (begin,)
            put_off = () if phase == "put-off" else (later,)
            plain = tuple(Action(one.kind, one.says, task=one.task, how=one.how, wants=one.wants) for one in second)
            return (first, *plain, *put_off, *leave)


def _stirred(task: BatchTask, bell: bool) -> tuple[Action, ...]:
    return (Action("task", "Stirred", task=task.id, how="stirred", tone="big"),) if bell else ()


def _by_itself(task: BatchTask) -> bool:
    """Whether it is begun and then goes on without hands."""
    return task.attention != "hands"


def _begin_word(task: BatchTask) -> str:
    if task.attention == "hands":
        return "Begin"
    if task.do in _BEGIN_WORD:
        return _BEGIN_WORD[task.do]
    if task.where == "burner":
        return "It is on the heat"
    return "It begins now" if task.clock else "Begun"


def _done_word(task: BatchTask) -> str:
    if task.until:
        return f"{task.until[0].upper()}{task.until[1:]}"
    return _DONE_WORD.get(task.do, "Done")


# What is meant now in one batch: a clock that is over, a pot to be stirred, what is begun in time, what is being done, the next in the order of the work.
_RANK: Final[Mapping[TaskPhase, int]] = {
    "over": 0,
    "ready": 3,
    "doing": 4,
    "ripe": 2,
    "heating": 6,
    "running": 7,
    "put-off": 9,
    "later": 10,
}


def task_now(tasks: Sequence[TaskStanding], snapshot_tasks: Sequence[BatchTask]) -> TaskStanding | None:
    """The task that is meant now; None where every one is done."""
    timely = {task.id for task in snapshot_tasks if just_in_time(task)}
    doing = any(task.phase == "doing" for task in tasks)

    def rank(at: int, task: TaskStanding) -> tuple[int, int]:
        if task.phase == "over":
            return 0, at
        if task.bell:
            return 1, at
        if task.phase == "ready" and task.id in timely:
            return 3, at
        if task.phase == "ready":
            # What was begun is finished before the next is begun.
            return (5 if doing else 4), at
        if task.phase == "heating" and task.part == "heat":
            return 8, at  # it gets hot by itself
        return _RANK.get(task.phase, 11), at

    open_ = [(rank(at, task), task) for at, task in enumerate(tasks) if task.phase not in ("done", "left-out", "waits")]
    return min(open_, key=lambda row: row[0])[1] if open_ else None


def _loads_over(tally: Tally, now: Moment) -> tuple[frozenset[str], dict[str, float]]:
    """Which tasks of filling and canner are behind, and which run and how long still, by what was told of the loads."""
    over: set[str] = set()
    running: dict[str, float] = {}
    for load in tally.loads:
        number = load.number
        over |= {f"fill-{number}", f"let-down-{number}", f"boil-again-{number}"}
        stages = ((load.boil_at, f"boil-{number}"), (load.heat_off_at, f"process-{number}"), (load.lifted_at, f"lift-{number}"))
        over |= {name for told, name in stages if told is not None}
        if load.lifted_at is not None or load.cold:
            over |= {f"{name}-{number}" for name in ("boil", "process", "rest", "lift")}
        elif load.heat_off_at is not None:
            running[f"rest-{number}"] = max(0.0, REST_MINUTES - at_least(load.heat_off_at, now).total_seconds() / 60)
        elif load.boil_at is not None:
            running[f"process-{number}"] = max(0.0, (tally.minutes_of(load) or 0) - counted(load, now).boiled_s / 60)
    return frozenset(over), running


def ahead_of(tally: Tally, now: Moment) -> dict[str, Ahead]:
    """When each task that is not done comes, by what was told so far; nothing for a batch without tasks."""
    if tally.given_up:
        return {}
    over, running = _loads_over(tally, now)
    for task in tally.snapshot.tasks:
        told = tally.task(task.id)
        if told.over or told.begun is None:
            continue
        task = timed(task, told)  # noqa: PLW2901
        if clock_since(task, told) is not None and task.clock is not None:
            running[task.id] = max(0.0, task.clock[1] - clocked_min(task, told, now))
        else:
            ran = at_least(told.begun, now).total_seconds() / 60 + told.begun_ago
            running[task.id] = max(0.0, task.reckoned - ran)
    gone = {task.id for task in tally.snapshot.tasks if task.load is not None and tally.filling_over and task.load > len(tally.loads)}
    return forecast(tally.snapshot.tasks, running, tally.tasks_over | over | gone)


def coming_at(tally: Tally, now: Moment, ahead: Mapping[str, Ahead]) -> tuple[Coming, ...]:
    """What begins in the next half hour, in its order; what can be done at once is not coming."""
    found = []
    for task in tally.snapshot.tasks:
        one = ahead.get(task.id)
        if one is not None and 0 < one.begins <= COMING_MIN and task.part != "after":
            found.append(Coming(task.id, task.title, now.at + timedelta(minutes=one.begins), task.load))
    return tuple(sorted(found, key=lambda one: one.at))


def fill_ready(tally: Tally, tasks: Sequence[TaskStanding]) -> bool:
    """Whether the first jar may be filled: everything is done, or is on the heat and getting hot by itself."""
    by_id = {task.id: task for task in tally.snapshot.tasks}
    return all(
        task.phase in ("done", "left-out") or (task.part == "heat" and task.phase == "heating" and not by_id[task.id].tested)
        for task in tasks
    )


def pots_at(tally: Tally, now: Moment) -> tuple[PotStanding, ...]:
    """A pot keeps its burner until the last of its jars is filled; one whose food is out of it again is off."""
    if tally.filling_over or tally.given_up:
        return ()
    found: dict[str, PotStanding] = {}
    for task in tally.snapshot.tasks:
        told = tally.task(task.id)
        if task.where != "burner" or not task.pot or task.part in ("process", "after") or task.pot == "again" or told.left:
            continue
        if told.begun is None and (told.done is None or told.implied):
            continue
        if told.done is not None:
            if task.hot:
                found[task.pot] = PotStanding(task.pot, "hot", None)
            else:
                found.pop(task.pot, None)
            continue
        clock = _clock(timed(task, told), told, now)
        boils = clock is not None
        found[task.pot] = PotStanding(task.pot, "boiling" if boils else "heating", clock.ends_at if clock else None)
    return tuple(found.values())


def hot_at(tally: Tally, now: Moment) -> datetime | None:
    """When what heats up by itself will be hot; None once it is, or nobody knows."""
    left = [
        task.reckoned - at_least(told.begun, now).total_seconds() / 60 - told.begun_ago
        for task in tally.snapshot.tasks
        if task.part == "heat" and (told := tally.task(task.id)).begun is not None and not told.over
    ]
    longest = max(left, default=0.0)
    return now.at + timedelta(minutes=longest) if longest > 1 else None


def filling_at(tally: Tally) -> Filling | None:
    """The load that is being filled, once the canner is free for it."""
    coming = next_load(tally)
    if coming is None or inside(tally) is not None:
        return None
    task = next((task for task in tally.snapshot.tasks if task.id == f"fill-{coming.number}"), None)
    first = next((task for task in tally.snapshot.tasks if task.do == "fill"), None)
    shown = task or first
    return Filling(
        load=coming.number,
        jar_id=coming.jar_id,
        title=coming.title,
        jars_in=len(tally.lidded),
        up_to=coming.up_to,
        next_jar=(tally.filled or 0) + len(tally.lidded) + 1,
        after=coming.after,
        says=shown.says if shown else "",
        lines=shown.lines if shown else (),
        elsewhere=tally.elsewhere,
    )
