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
    names = {task.id for task in left}
    spans: dict[str, tuple[float, float]] = {}
    hands = 0.0
    for task in left:
        if task.id in running:
            spans[task.id] = 0.0, max(0.0, running[task.id])
            if task.attention == "hands":
                hands = max(hands, spans[task.id][1])
    open_ = [task for task in left if task.id not in running]
    while open_:
        can = [
            (max([not_before.get(task.id, 0.0), hands if task.attention == "hands" else 0.0, *(spans[name][1] for name in task.after if name in spans)]), at)
            for at, task in enumerate(open_)
            if all(name in spans or name not in names for name in task.after)
        ]  # fmt: skip
        if not can:  # waits for one another: nothing that the reference lets through
            break
        begins, at = min(can)
        task = open_.pop(at)
        spans[task.id] = begins, begins + task.reckoned
        if task.attention == "hands":
            hands = spans[task.id][1]
    return spans


def _latest(left: Sequence[BatchTask], spans: _Spans) -> dict[str, float]:
    """Backwards from what each task holds up: begun later than this, it keeps the next one waiting."""
    latest: dict[str, float] = {}
    for task in reversed([task for task in left if task.id in spans]):
        begins, ends = spans[task.id]
        followed = [latest[other.id] for other in left if task.id in other.after and other.id in latest]
        latest[task.id] = max(begins, min(followed, default=ends) - (ends - begins))
    return latest


def just_in_time(task: BatchTask) -> bool:
    """Whether a task is begun no sooner than needed: what gets hot, and would stand and cool or cook away."""
    return task.ahead is not None or (task.where == "burner" and task.part != "process")
