"""The words of a run: what a batch was begun with, what can happen to it, and how it stands."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from datetime import datetime
from typing import Any, Literal

from rheum.core.choices import Rim
from rheum.core.findings import Destination

Step = Literal["prepare", "heat-jars", "cook", "fill", "loads", "refrigerate", "seals", "done"]
EventKind = Literal[
    "step", "filled", "loaded", "boiling", "boil-lost", "heat-off", "lifted", "seal", "refrigerated", "moved", "spoiled", "undo"
]
LoadPhase = Literal["waiting", "heating", "boiling", "time-up", "resting", "rested", "short", "cooling", "check", "checked"]
JarState = Literal["filled", "cooling", "to-check", "sealed", "unsealed", "unsealed-late", "fridge", "short", "gone", "spoiled"]


@dataclass(frozen=True, slots=True)
class Snapshot:
    """What a batch was begun with; it never changes. `minutes` is None for a refrigerator batch."""

    id: str
    number: str
    title: str
    text: str
    begun_at: datetime
    destination: Destination
    formula_id: str | None
    formula_title: str | None
    source: str | None
    jar_id: str
    jar_title: str
    headspace_mm: float
    minutes: int | None
    method: Literal["bath", "steam"]
    sterilise_minutes: int | None
    water_over_lids_mm: float
    water_temperature_c: float
    boiling_point_c: float | None
    altitude: str | None
    pack: Literal["raw", "hot"]
    jars_planned: int
    jars_per_load: int
    weeks: int
    fridge_days: int
    cool_hours: int = 12
    unsealed_days: int = 7
    rim: Rim = "water"


@dataclass(frozen=True, slots=True)
class Event:
    """One thing that happened. `id` is made by the screen that sent it, so a double tap is one event."""

    id: str
    kind: EventKind
    at: datetime
    load: int | None = None
    jar: int | None = None
    data: Mapping[str, Any] = field(default_factory=dict)


class EventRefused(ValueError):
    """An event that does not fit the state of the batch; the message says what to do instead."""


@dataclass(frozen=True, slots=True)
class Load:
    """One canner load and its clock. `ends_at` is when the minutes are full, at an unbroken boil."""

    number: int
    jars: int
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
