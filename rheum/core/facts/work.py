"""The work of a tested formula: its tasks from the basket to the filled jar. Rheum vouches for these steps and no others."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

Attention = Literal["hands", "watch", "none"]


@dataclass(frozen=True, slots=True)
class Task:
    """One task: what is done (`do`), to which ingredients (ids of the formula's lines), in a sentence (`says`). `after` are the tasks that must
    be done before; `minutes` from the boil, low and high; `waits` minutes that the result may stand; `per_jar` what goes into each jar by
    hand, in this order."""

    id: str
    do: str
    what: tuple[str, ...]
    says: str
    attention: Attention
    after: tuple[str, ...] = ()
    minutes: tuple[float, float] | None = None
    where: str | None = None
    pot: str | None = None
    hot: bool = False
    until: str | None = None
    waits: float | None = None
    per_jar: tuple[str, ...] = ()
    order: str | None = None
    stir: float | None = None
    keep: bool = False
    temperature_c: float | None = None


@dataclass(frozen=True, slots=True)
class Work:
    """The tasks of a formula in their order, and how surely they were remembered."""

    recall: str
    tasks: tuple[Task, ...]
