"""The words of a run: what a batch was begun with, what can happen to it, and how it stands."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from datetime import datetime
from typing import Any, Literal

from rheum.core.choices import Rim
from rheum.core.findings import Destination
from rheum.core.making.brine import Brine
from rheum.core.making.cook_down import CookDown

Step = Literal["prepare", "heat-jars", "cook", "fill", "loads", "refrigerate", "seals", "done"]
EventKind = Literal[
    "step",
    "filled",
    "loaded",
    "boiling",
    "boil-lost",
    "heat-off",
    "lifted",
    "seal",
    "refrigerated",
    "moved",
    "spoiled",
    "brine",
    "pan",
    "undo",
]
LoadPhase = Literal["waiting", "heating", "boiling", "time-up", "resting", "rested", "short", "cooling", "check", "checked"]
JarState = Literal["filled", "cooling", "to-check", "sealed", "unsealed", "unsealed-late", "fridge", "short", "gone", "spoiled"]


@dataclass(frozen=True, slots=True)
class SizePlanned:
    """Jars of one size in a batch of several: how many, their own minutes, how many the canner holds at a time, and the room of
    one under its headspace in ml. `says`: `19 pint jars`; `noun`: `pint jars`."""

    jar_id: str
    title: str
    jars: int
    says: str
    noun: str
    minutes: int | None
    per_load: int
    room_ml: float


@dataclass(frozen=True, slots=True)
class CookPlanned:
    """What is cooked down: millilitres at the start, the part of it expected to be left, low and high."""

    start_ml: float
    low: float
    high: float


@dataclass(frozen=True, slots=True)
class Snapshot:
    """What a batch was begun with; it never changes. `minutes` is None for a refrigerator batch; of several sizes of jar it is
    the longest, and each size in `sizes` has its own."""

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
    sizes: tuple[SizePlanned, ...] = ()
    # Of a raw-packed batch: what one batch of its brine is, in ml and line by line, and how much the recipe lists.
    brine_ml: float | None = None
    brine_listed_ml: float | None = None
    one_brine: tuple[str, ...] = ()
    cook: CookPlanned | None = None
    # The vinegar out of the bottles on hand, and what was said before it was begun.
    vinegar: tuple[str, ...] = ()
    warnings: tuple[str, ...] = ()

    @property
    def rooms(self) -> tuple[float, ...]:
        """The room of each jar under its headspace, in the order they are filled: the largest first."""
        return tuple(size.room_ml for size in self.sizes for _ in range(size.jars))


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
