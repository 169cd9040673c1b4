"""How a batch stands at a moment: its loads, its jars, and what can be said now."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from typing import Literal

from rheum.core.batch.begun import Step
from rheum.core.batch.events import EventKind
from rheum.core.making.brine import Brine
from rheum.core.making.cook_down import CookDown

LoadPhase = Literal["waiting", "heating", "boiling", "time-up", "resting", "rested", "short", "cooling", "check", "checked"]


JarState = Literal["filled", "cooling", "to-check", "sealed", "unsealed", "unsealed-late", "fridge", "short", "gone", "spoiled"]


@dataclass(frozen=True, slots=True)
class Load:
    """One canner load and its clock. `ends_at` is when the minutes are full, at an unbroken boil. `title`: the jars' size, where
    the batch has several."""

    number: int
    jars: int
    title: str | None
    minutes: int | None
    phase: LoadPhase
    boil_at: datetime | None
    ends_at: datetime | None
    heat_off_at: datetime | None
    rest_ends_at: datetime | None
    lifted_at: datetime | None
    check_from: datetime | None
    boils_lost: int


@dataclass(frozen=True, slots=True)
class JarStanding:
    """One jar of the batch: where it stands and, where something must be done about it, what."""

    number: int
    load: int
    state: JarState
    advice: str | None
    code: str | None


@dataclass(frozen=True, slots=True)
class Action:
    """Something the person can say now. The first of a state's actions is the big one."""

    kind: EventKind
    says: str
    load: int | None = None
    step: Step | None = None


@dataclass(frozen=True, slots=True)
class LastTap:
    """The last event still standing: what can be taken back first."""

    id: str
    says: str


@dataclass(frozen=True, slots=True)
class RunState:
    """A batch as it stands at a moment."""

    step: Step
    headline: str
    detail: str
    jars_filled: int | None
    part_jar: bool
    loads: tuple[Load, ...]
    jars: tuple[JarStanding, ...]
    actions: tuple[Action, ...]
    last_tap: LastTap | None
    waits_until: datetime | None
    brine: Brine | None = None
    brine_jars: int = 0
    cook: CookDown | None = None
