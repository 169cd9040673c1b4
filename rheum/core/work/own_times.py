"""Tasks as this kitchen does them: handwork and the canner's time to the boil by its own batches. No clock of a process is ever touched."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Final

from rheum.core.work.task import BatchTask, Span

TO_BOIL: Final = "to-boil"


@dataclass(frozen=True, slots=True)
class Own:
    """How a time of this kitchen stands to the handbook's, by so many batches."""

    ratio: float
    batches: int


# By (`hands`, what is done) and (`boil`, the canner and how full it is).
OwnTimes = Mapping[tuple[str, str], Own]


def boil_key(canner_id: str, jars: int, per_load: int) -> str:
    """Under which the time to the boil of a canner is learnt: full, or with few jars in it."""
    return f"{canner_id or 'canner'}:{'full' if jars * 3 >= per_load * 2 else 'part'}"


def is_handwork(task: BatchTask) -> bool:
    """Whether a task is nothing but handwork: its minutes are learnt and used."""
    return task.hands[1] > 0 and task.clock is None and task.heat_up == (0.0, 0.0) and task.part in ("prepare", "cook", "heat", "after")


def with_own_times(tasks: Sequence[BatchTask], own: OwnTimes, boil: str) -> tuple[BatchTask, ...]:
    """The tasks with this kitchen's own times where it has any, each saying so. `boil`: the canner's key."""
    return tuple(_own(task, own, boil) for task in tasks)


def _own(task: BatchTask, own: OwnTimes, boil: str) -> BatchTask:
    boils = task.do == TO_BOIL
    found = own.get(("boil", boil)) if boils else own.get(("hands", task.do)) if is_handwork(task) else None
    if found is None:
        return task
    hands = task.hands if boils else _times(task.hands, found.ratio)
    heat_up = _times(task.heat_up, found.ratio) if boils else task.heat_up
    says = f"Reckoned at {found.ratio:.2g} times the usual, by {found.batches} batches of this kitchen."
    return replace(task, hands=hands, heat_up=heat_up, own=found.ratio, says=f"{task.says.rstrip()} {says}".strip())


def _times(span: Span, ratio: float) -> Span:
    return span[0] * ratio, span[1] * ratio
