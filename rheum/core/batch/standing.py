"""How a batch stands at a moment: its loads, its jars, and what can be said now."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime
from typing import Literal

from rheum.core.batch.begun import Step
from rheum.core.batch.events import EventKind, TaskHow
from rheum.core.making.brine import Brine
from rheum.core.making.cook_down import CookDown
from rheum.core.work.task import Part

LoadPhase = Literal[
    "waiting", "stood", "heating", "boiling", "doubt", "time-up", "resting", "rested", "short", "cooling", "check", "checked", "cold"
]
JarState = Literal["filled", "cooling", "to-check", "sealed", "unsealed", "unsealed-late", "fridge", "short", "held", "gone", "spoiled"]
# What the person may say of a jar: sealed, not sealed, processed again, in the refrigerator, thrown out, signs of spoilage.
JarAct = Literal["sealed", "unsealed", "again", "fridge", "bin", "spoiled"]


@dataclass(frozen=True, slots=True)
class Load:
    """One canner load and its clock. `numbers`: its jars; `again`: they are processed a second time. `ends_at`: when
    the minutes will be full, as the steady clock counts them, told by the wall clock of this moment; `in_doubt_s`: seconds that count only if
    the person says that it boiled. `title`: the jars' size, where the batch has several."""

    number: int
    jars: int
    numbers: tuple[int, ...]
    again: bool
    title: str | None
    minutes: int | None
    phase: LoadPhase
    boil_at: datetime | None
    in_doubt_s: float
    ends_at: datetime | None
    heat_off_at: datetime | None
    rest_ends_at: datetime | None
    lifted_at: datetime | None
    check_from: datetime | None
    boils_lost: int
    boil_by: datetime | None = None


@dataclass(frozen=True, slots=True)
class JarStanding:
    """One jar of the batch: where it stands, what must be done about it, and what may be said of it. `save_by`: until when it can still be saved, where it
    waits for that; `asks_chilled`: what is asked before it is told to be in the refrigerator."""

    number: int
    load: int
    state: JarState
    advice: str | None
    code: str | None
    can: tuple[JarAct, ...] = ()
    save_by: datetime | None = None
    asks_chilled: str | None = None


@dataclass(frozen=True, slots=True)
class Action:
    """Something the person can say now. The first of a state's actions is the big one. `tone`: `warn` is never pressed by a stray key;
    `asks`: what is asked before it is told; `early`: told as meant before the minutes are full; `chilled`: told as in the refrigerator since the filling; `task`, `how`: what is said of which task;
    `wants`: what must be said with it, how many minutes ago, why, or how many minutes it takes, where its method does not say so."""

    kind: EventKind
    says: str
    load: int | None = None
    step: Step | None = None
    tone: Literal["big", "plain", "warn"] = "plain"
    early: bool = False
    asks: str | None = None
    chilled: bool = False
    task: str | None = None
    how: TaskHow | None = None
    wants: Literal["ago", "why", "minutes"] | None = None


@dataclass(frozen=True, slots=True)
class TaskClock:
    """A clock of a task. It may end at `may_end_at` and is over at `ends_at`; `says`: its minutes."""

    started_at: datetime
    may_end_at: datetime
    ends_at: datetime
    says: str


# Done or left out; its clock is over, or may be; its clock runs, its pot heats up, it is being done; it can be begun, it is begun later so as not to
# stand, it was put off; it waits for what comes before.
TaskPhase = Literal["done", "left-out", "over", "ripe", "running", "heating", "doing", "ready", "later", "put-off", "waits"]


@dataclass(frozen=True, slots=True)
class TaskStanding:
    """One task as it stands. `due_at`: when it is to be begun so that nothing waits for it; `bell_at`: when it wants stirring next, `bell`: it does now; `stale`: what it made has
    stood too long and comes to the boil again."""

    id: str
    title: str
    says: str
    part: Part
    phase: TaskPhase
    lines: tuple[str, ...]
    gloves: bool
    until: str
    clock: TaskClock | None
    due_at: datetime | None
    begun_at: datetime | None
    actions: tuple[Action, ...]
    bell_at: datetime | None = None
    bell: bool = False
    scorches: bool = False
    stale: bool = False
    pot: str = ""
    where: str = ""
    hot: bool = False
    why: str = ""


@dataclass(frozen=True, slots=True)
class PotStanding:
    """A pot of the batch on its burner: getting hot, boiling, or kept hot until its jars are filled; `ends_at`: of its clock."""

    name: str
    state: Literal["heating", "boiling", "hot"]
    ends_at: datetime | None


@dataclass(frozen=True, slots=True)
class Filling:
    """The load that is being filled: how many jars are in, how many more go in, the number on the next one, and how many are planned for the loads
    after it; `elsewhere`: in another canner than the batch was begun with."""

    load: int
    jar_id: str
    title: str | None
    jars_in: int
    up_to: int
    next_jar: int
    after: int
    says: str
    lines: tuple[str, ...] = ()
    elsewhere: bool = False
    # The first jars of it have stood too long: no more go in, and these go to the refrigerator.
    stood: bool = False


@dataclass(frozen=True, slots=True)
class Coming:
    """What comes, and about when."""

    id: str
    title: str
    at: datetime
    load: int | None = None


@dataclass(frozen=True, slots=True)
class TakeBackQuestion:
    """What is asked before a tap is taken back, with its two answers; `field`: which field of the undo they fill."""

    field: Literal["boiled", "stood"]
    says: str
    yes: str
    no: str


@dataclass(frozen=True, slots=True)
class LastTap:
    """The last event still standing: what can be taken back first. `asks`: what must be said if it is taken back now."""

    id: str
    says: str
    asks: TakeBackQuestion | None = None


@dataclass(frozen=True, slots=True)
class TrailStep:
    """One step of a batch on the way to the shelf."""

    step: Step
    says: str
    standing: Literal["past", "now", "next"]


@dataclass(frozen=True, slots=True)
class RunState:
    """A batch as it stands at a moment. `load`: the number of the load that is meant now; `told`: what must be known besides;
    `altitude`: the kitchen's height that counts."""

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
    load: int | None = None
    told: tuple[str, ...] = ()
    trail: tuple[TrailStep, ...] = ()
    altitude: str | None = None
    brine: Brine | None = None
    brine_jars: int = 0
    cook: CookDown | None = None
    given_up: bool = False
    # The tasks before and between the loads, the one that is meant now, the load that is being filled, and what comes in the next half hour.
    tasks: tuple[TaskStanding, ...] = ()
    task: str | None = None
    filling: Filling | None = None
    coming: tuple[Coming, ...] = ()
    pots: tuple[PotStanding, ...] = ()
    # The day of the filling, and the last day of the part jar, in the refrigerator.
    filled_on: date | None = None
    part_jar_by: date | None = None
    # Where the filled jars of a batch that was given up went.
    given_up_to: str = ""
