"""What is said of the tasks of a batch: begun, boiling, done, left out, put off. Steps of earlier batches, told at once, mean all tasks of a part."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import replace
from typing import Final

from rheum.core.batch.begun import Snapshot, Step
from rheum.core.batch.events import EventRefused, JarIn, Loaded, Stepped, TaskTold
from rheum.core.batch.moment import Moment, at_least, at_most
from rheum.core.batch.tally import PREPARING, Tally, TaskTally
from rheum.core.work import BatchTask
from rheum.core.work.task import Part

# Joined half way: further back nobody remembers to the minute (own pick).
MOST_AGO_MIN: Final = 48 * 60
LATER_MIN: Final = 5.0
_PARTS_OF: Final[Mapping[Step, tuple[Part, ...]]] = {"prepare": ("prepare",), "heat-jars": ("heat",), "cook": ("prepare", "cook")}


def task_of(snapshot: Snapshot, name: str) -> BatchTask:
    """The task of a name. EventRefused where the batch has none, or where it is told by jars and loads."""
    task = next((task for task in snapshot.tasks if task.id == name), None)
    if task is None:
        raise EventRefused("There is no such task in this batch.")
    if task.do == "fill" or task.part in ("process", "after"):
        raise EventRefused("That is told of the jars and the canner, not as a task.")
    return task


def timed(task: BatchTask, told: TaskTally) -> BatchTask:
    """A task with the clock that was said when it was begun, where its method does not say one."""
    return replace(task, clock=(told.given_min, told.given_min)) if task.asks and told.given_min > 0 else task


def before(snapshot: Snapshot, names: Iterable[str]) -> list[BatchTask]:
    """Everything that comes before tasks, their own predecessors and theirs; what belongs to the canner's loads is left out."""
    by_id = {task.id: task for task in snapshot.tasks}
    found: dict[str, BatchTask] = {}
    open_ = list(names)
    while open_:
        task = by_id.get(open_.pop())
        if task is None or task.id in found:
            continue
        if task.part not in ("process", "after") and task.do != "fill":
            found[task.id] = task
        open_.extend(task.after)
    return list(found.values())


def implied(tally: Tally, names: Iterable[str], at: Moment) -> Mapping[str, TaskTally]:
    """The tasks with everything before some of them done: who does the later has done the earlier."""
    tasks = dict(tally.tasks)
    for task in before(tally.snapshot, names):
        told = tally.task(task.id)
        if not told.over:
            tasks[task.id] = replace(told, done=at, implied=True)
    return tasks


def stepped(tally: Tally, said: Stepped, at: Moment) -> Tally:
    if said.step not in PREPARING or said.step == "fill":
        raise EventRefused("That is not a step of this batch.")
    if said.step in tally.done:
        raise EventRefused("That step is done already.")
    tasks = dict(tally.tasks)
    for task in tally.snapshot.tasks:
        if task.part in _PARTS_OF[said.step] and not tally.task(task.id).over:
            tasks[task.id] = replace(tally.task(task.id), done=at, implied=True)
    return replace(tally, done=tally.done | {said.step}, tasks=tasks)


def told_of_task(tally: Tally, said: TaskTold, at: Moment) -> Tally:
    told = tally.task(said.task)
    task = timed(task_of(tally.snapshot, said.task), told)
    if told.done is not None and not told.implied:
        raise EventRefused("That is done already.")
    if told.left:
        raise EventRefused("That was left out. Take it back to do it after all.")
    match said.how:
        case "begun":
            if told.begun is not None:
                raise EventRefused("That is under way already.")
            now = replace(
                told, begun=at, begun_ago=said.ago_min, done=None, implied=False, later=None, given_min=said.minutes if task.asks else 0.0
            )
        case "boils":
            if not task.boils:
                raise EventRefused("No clock of this task begins at the boil.")
            if told.boils is not None:
                raise EventRefused("Its clock is running already.")
            begun, ago = (told.begun, told.begun_ago) if told.begun is not None else (at, said.ago_min)
            now = replace(told, begun=begun, begun_ago=ago, boils=at, boils_ago=said.ago_min, done=None, implied=False, later=None)
        case "done":
            now = replace(told, done=at, implied=False, early=said.early, later=None)
        case "left-out":
            now = replace(told, left=said.reason or "left out", later=None)
        case "stirred":
            now = replace(told, stirred=at)
        case "later":
            now = replace(told, later=at, later_min=said.minutes or LATER_MIN)
    tasks = implied(tally, task.after, at) if said.how in ("begun", "boils", "done") else tally.tasks
    return replace(tally, tasks={**tasks, task.id: now})


def clock_since(task: BatchTask, told: TaskTally) -> tuple[Moment, float] | None:
    """From when the clock of a task counts, and how many minutes before it was told; None while it does not run."""
    if task.clock is None or told.over:
        return None
    if task.boils:
        return (told.boils, told.boils_ago) if told.boils is not None else None
    return (told.begun, told.begun_ago) if told.begun is not None else None


def clocked_min(task: BatchTask, told: TaskTally, now: Moment) -> float:
    """The shortest that a task's clock may have run, minutes."""
    since = clock_since(task, told)
    return at_least(since[0], now).total_seconds() / 60 + since[1] if since else 0.0


def minutes_word(low: float, high: float) -> str:
    """`10 minutes`, `25 to 30 minutes`, `12 hours`."""
    hours = low >= 60 and low % 30 == 0 and high % 30 == 0
    one, two, word = (low / 60, high / 60, "hour") if hours else (low, high, "minute")
    says = f"{one:g}" if one == two else f"{one:g} to {two:g}"
    return f"{says} {word}{'' if one == two == 1 else 's'}"


# What may be told today.


def may_tell_task(tally: Tally, said: TaskTold, at: Moment) -> None:
    told = tally.task(said.task)
    task = timed(task_of(tally.snapshot, said.task), told)
    if tally.filling_over:
        raise EventRefused("The jars are all filled: what came before is done.")
    if not 0 <= said.ago_min <= MOST_AGO_MIN or not 0 <= said.minutes <= MOST_AGO_MIN:
        raise EventRefused("Say it in minutes, from none to two days.")
    if said.how in ("begun", "boils", "done"):
        nothing_tested_open(tally, task.after)
    if said.how == "left-out":
        if not task.may_leave:
            raise EventRefused("The tested process has this step: it is not left out. Say that it is done when it is.")
        if not said.reason.strip():
            raise EventRefused("Say why it is left out, in a word or two.")
    if said.how == "done" and task.clock is not None:
        _long_enough(task, told, said, at)
    if said.how == "stirred" and told.begun is None:
        raise EventRefused("That is not on the stove yet.")
    if said.how == "later" and task.clock is not None and clocked_min(task, told, at) >= task.clock[1]:
        raise EventRefused("Its clock is over: that cannot wait. See to it, then say that it is done.")


def _long_enough(task: BatchTask, told: TaskTally, said: TaskTold, at: Moment) -> None:
    assert task.clock is not None
    ran = clocked_min(task, told, at) if said.ago_min == 0 else said.ago_min
    if ran + 1e-6 >= task.clock[0]:
        return
    wanted = minutes_word(task.clock[0], task.clock[0])
    if task.tested:
        since = "since when it has boiled" if task.boils else "when it began"
        raise EventRefused(f"The tested process gives it {wanted}: leave it. If it has had them, say {since}.")
    if not said.early:
        raise EventRefused(f"It has not had its {wanted} yet. Say that you mean it, or leave it.")


def nothing_tested_open(tally: Tally, names: Iterable[str]) -> None:
    """EventRefused where a tested task before these is neither done nor left out."""
    for task in before(tally.snapshot, names):
        if task.tested and not tally.task(task.id).over:
            raise EventRefused(f"“{task.title}” comes first: its minutes belong to the tested process. Say when it is done.")


def may_fill(tally: Tally, said: JarIn | Loaded, at: Moment) -> None:
    """Before the first jar goes in, what belongs to the tested process has been told."""
    number = said.load if isinstance(said, Loaded) else len(tally.loads) + 1
    sizes = {tally.snapshot.jar_id, *(size.jar_id for size in tally.snapshot.sizes)}
    if isinstance(said, JarIn) and said.jar_id is not None and said.jar_id not in sizes:
        raise EventRefused("This batch has no jars of that size.")
    if not tally.snapshot.tasks or tally.filling_over or number != len(tally.loads) + 1:
        return
    nothing_tested_open(tally, (f"fill-{number}",))


def stale(task: BatchTask, told: TaskTally, now: Moment) -> bool:
    """Whether what a task made has stood longer than it may."""
    return (
        task.waits is not None and told.done is not None and not told.implied and at_most(told.done, now).total_seconds() > task.waits * 60
    )


__all__ = [
    "LATER_MIN",
    "before",
    "clock_since",
    "clocked_min",
    "implied",
    "may_fill",
    "may_tell_task",
    "minutes_word",
    "nothing_tested_open",
    "stale",
    "stepped",
    "task_of",
    "timed",
    "told_of_task",
]  # fmt: skip
