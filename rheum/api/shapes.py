"""What goes over the wire. Answers are the core's own types; only requests and lists are shaped here."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime
from typing import Any, Literal

from pydantic import BaseModel, ConfigDict, Field, RootModel, model_validator

from rheum.core.findings import Finding
from rheum.core.formulas import FormulaKind, Recall
from rheum.core.request import CannerMethod
from rheum.core.run import EventKind, RunState, Snapshot
from rheum.core.units import Family
from rheum.core.verdict import Verdict


class _Request(BaseModel):
    model_config = ConfigDict(extra="forbid", allow_inf_nan=False, strict=True)


class _Circumstances(_Request):
    formula_id: str | None = None
    jar: str | None = None
    pack: Literal["raw", "hot"] | None = None
    headspace_mm: float | None = None
    minutes: float | None = None
    method: CannerMethod | None = None
    measures: Family | None = None


class CheckIn(_Circumstances):
    """A recipe to judge: exactly one of text and schema.org recipe, and what is known of the kitchen."""

    text: str | None = None
    recipe: Any | None = None
    altitude_m: float | None = None
    altitude_ft: float | None = None

    @model_validator(mode="after")
    def _one_of_each(self) -> CheckIn:
        if (self.text is None) == (self.recipe is None):
            raise ValueError("Send exactly one of “text” (recipe text) and “recipe” (a schema.org Recipe).")
        if self.altitude_m is not None and self.altitude_ft is not None:
            raise ValueError("Give the altitude in metres or in feet, not both.")
        return self


class FormulaQuery(_Request):
    """Which measures a formula is written in."""

    measures: Literal["us", "metric"] = "us"


class BeginIn(_Circumstances):
    """A batch to begin: the text on the Bench as it stands, and how many jars."""

    id: str = Field(min_length=8, max_length=64)
    text: str
    jars: int = Field(ge=1, le=200)
    jars_per_load: int | None = Field(default=None, ge=1, le=60)


class EventIn(_Request):
    """A tap at the stove. The screen makes the id; the server gives the time."""

    id: str = Field(min_length=8, max_length=64)
    kind: EventKind
    load: int | None = None
    jar: int | None = None
    step: str | None = None
    jars: int | None = None
    part_jar: bool | None = None
    early: bool | None = None
    sealed: bool | None = None
    to: Literal["fridge", "bin"] | None = None
    of: str | None = None


class KitchenIn(_Request):
    """Where the kitchen is and how it measures. Altitude as entered, with its unit."""

    name: str = Field(default="My kitchen", min_length=1, max_length=60)
    altitude: float | str
    altitude_unit: Literal["m", "ft"]
    measures: Family
    jars_per_load: int | None = Field(default=None, ge=1, le=60)


@dataclass(frozen=True)
class KitchenView:
    """The kitchen, or `known: false` on a first start."""

    known: bool
    demo: bool
    name: str
    altitude: float | None
    altitude_unit: Literal["m", "ft"] | None
    altitude_m: float | None
    altitude_ft: float | None
    altitude_says: str | None
    boiling_point_c: float | None
    measures: Family
    jars_per_load: int | None
    now: datetime


@dataclass(frozen=True)
class FormulaSummary:
    id: str
    title: str
    kind: FormulaKind
    pack: Literal["raw", "hot"]
    source: str
    recall: Recall
    makes: str
    produce: str
    jars: tuple[str, ...]


@dataclass(frozen=True)
class FormulaList:
    formulas: tuple[FormulaSummary, ...]


@dataclass(frozen=True)
class FormulaText:
    id: str
    measures: Literal["us", "metric"]
    text: str


@dataclass(frozen=True)
class JarView:
    id: str
    title: str
    volume_ml: float
    depth_mm: float
    mouth_mm: float
    body_mm: float
    family: Literal["us", "metric"]


@dataclass(frozen=True)
class JarList:
    jars: tuple[JarView, ...]


@dataclass(frozen=True)
class BatchView:
    """A batch as begun, as it stands now, and the server's clock."""

    snapshot: Snapshot
    state: RunState
    findings: tuple[Finding, ...]
    now: datetime


@dataclass(frozen=True)
class BatchList:
    batches: tuple[BatchView, ...]
    now: datetime


@dataclass(frozen=True)
class ShelfBatch:
    batch_id: str
    number: str
    title: str
    place: Literal["shelf", "fridge"]
    jars: tuple[int, ...]
    jar_title: str
    jar_id: str
    made_on: date
    ready_from: date
    best_before: date
    formula_title: str | None
    standing: Literal["waiting", "ready", "use-first", "past-best"]


@dataclass(frozen=True)
class ShelfView:
    batches: tuple[ShelfBatch, ...]
    jars: int
    today: date


@dataclass(frozen=True)
class Alive:
    alive: Literal[True]


class VerdictOut(RootModel[Verdict]):
    pass


class KitchenOut(RootModel[KitchenView]):
    pass


class FormulaListOut(RootModel[FormulaList]):
    pass


class FormulaTextOut(RootModel[FormulaText]):
    pass


class JarListOut(RootModel[JarList]):
    pass


class BatchOut(RootModel[BatchView]):
    pass


class BatchListOut(RootModel[BatchList]):
    pass


class ShelfOut(RootModel[ShelfView]):
    pass


class AliveOut(RootModel[Alive]):
    pass
