"""What is still ahead of a batch, and when: one pair of hands, waits that run by themselves, and what is begun no sooner than needed.

The forecast is of the kitchen's next hours, not a plan of its day: tasks in their order, the first that can be done taking the hands.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from rheum.core.work.task import BatchTask


@dataclass(frozen=True, slots=True)
class Ahead:
    """When a task begins and ends, in minutes from now; `latest`: the latest beginning that holds nothing up."""

    begins: float
    ends: float
    latest: float


def forecast(tasks: Sequence[BatchTask], running: Mapping[str, float], done: frozenset[str]) -> dict[str, Ahead]:
    """Of every task that is not done, when it begins, ends, and must begin at the latest. `running`: minutes that tasks under way still take.
    What is begun no sooner than needed is put off to its latest beginning."""
    left = [task for task in tasks if task.id not in done]
    soonest = _forwards(left, running, {})
    latest = _latest(left, soonest)
    put_off = {task.id: latest[task.id] for task in left if just_in_time(task) and task.id in latest}
    found = _forwards(left, running, put_off)
    return {name: Ahead(begins, ends, max(begins, latest[name])) for name, (begins, ends) in found.items()}


_Spans = Mapping[str, tuple[float, float]]


def _forwards(left: Sequence[BatchTask], running: Mapping[str, float], not_before: Mapping[str, float]) -> _Spans:
    """Each task as soon as it can, the first of those that can taking the hands. A task is looked at once all before it have an end."""
    names = {task.id for task in left}
    spans: dict[str, tuple[float, float]] = {}
    waits = {task.id: sum(1 for name in task.after if name in names) for task in left}
    followers: dict[str, list[int]] = {}
    for at, task in enumerate(left):
        for name in task.after:
            followers.setdefault(name, []).append(at)
    hands = 0.0
    # What can be begun: from when on, and where it stands in the order of the work.
    ready: list[tuple[float, int]] = []

    def ended(task: BatchTask, begins: float, ends: float) -> None:
        spans[task.id] = begins, ends
        for at in followers.get(task.id, ()):
            after = left[at]
            waits[after.id] -= 1
            if waits[after.id] == 0 and after.id not in spans:
                free = max((spans[name][1] for name in after.after if name in spans), default=0.0)
                ready.append((max(free, not_before.get(after.id, 0.0)), at))

    ready.extend((not_before.get(task.id, 0.0), at) for at, task in enumerate(left) if waits[task.id] == 0 and task.id not in running)
    for task in left:
        if task.id in running:
            ends = max(0.0, running[task.id])
            ended(task, 0.0, ends)
            if task.attention == "hands":
                hands = max(hands, ends)
    while ready:
        begins, at = min((max(free, hands) if left[at].attention == "hands" else free, at) for free, at in ready)
        ready = [one for one in ready if one[1] != at]
        task = left[at]
        if task.attention == "hands":
            hands = begins + task.reckoned
        ended(task, begins, begins + task.reckoned)
    return spans


def _latest(left: Sequence[BatchTask], spans: _Spans) -> dict[str, float]:
    """Backwards from what each task holds up: begun later than this, it keeps the next one waiting."""
    latest: dict[str, float] = {}
    # By when each must have ended, as far as those after it have been looked at.
    by: dict[str, float] = {}
    for task in reversed(left):
        if task.id not in spans:
            continue
        begins, ends = spans[task.id]
        latest[task.id] = max(begins, by.get(task.id, ends) - (ends - begins))
        for name in task.after:
            by[name] = min(by.get(name, latest[task.id]), latest[task.id])
    return latest


def just_in_time(task: BatchTask) -> bool:
    """Whether a task is begun no sooner than needed: what gets hot, and would stand and cool or cook away."""
    return task.ahead is not None or (task.where == "burner" and task.part != "process")
