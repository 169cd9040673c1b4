"""What goes over the wire. Answers are the core's own types; only requests and lists are shaped here."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime
from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field, RootModel, model_validator

from rheum.core.becoming import Becoming
from rheum.core.choices import Chart, Choices, Rim, Sterilise, WaterOver
from rheum.core.comparing import Comparison
from rheum.core.findings import Destination, Finding
from rheum.core.formulas import FormulaKind, Recall, SourceKind
from rheum.core.own_formula import Refusal, TwiceLine
from rheum.core.reckoner import Answer, Sum
from rheum.core.request import CannerMethod
from rheum.core.run import EventKind, RunState, Snapshot
from rheum.core.scaling import Scaled
from rheum.core.units import Family
from rheum.core.verdict import Ph, Verdict


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


class BecomingIn(CheckIn):
    """A recipe, and the formula that it should become."""

    formula_id: str


class CompareIn(_Request):
    """Two or three recipe texts, and the kitchen they are judged in."""

    texts: list[str]
    altitude_m: float | None = None
    altitude_ft: float | None = None
    measures: Family | None = None
    method: CannerMethod | None = None


class ScaleIn(_Circumstances):
    """A recipe, and what decides its size: a factor, the weighed basket, the jars wanted, the vinegar on hand."""

    text: str
    altitude_m: float | None = None
    altitude_ft: float | None = None
    factor: float | None = None
    gross_g: float | None = None
    tare_g: float | None = None
    jars_wanted: int | None = None
    vinegar_ml: float | None = None


class PlacementIn(_Request):
    """A name that Rheum does not know, and the kind that the person says it is."""

    name: str = Field(max_length=60)
    kind: str = Field(max_length=40)


class RecipeFileIn(_Request):
    """A file that a person brings: its name and its content as text."""

    name: str = Field(max_length=200)
    content: str


class RecipeWriteIn(_Request):
    """Recipe text to write in an open format."""

    text: str
    format: Literal["text", "json", "markdown", "csv"]


class RecipeIn(_Request):
    """A recipe to keep. The screen makes the id."""

    id: str = Field(min_length=8, max_length=64)
    text: str = Field(min_length=1, max_length=40_000)
    origin: Literal["own", "friend", "video", "page", "merged", "formula", "book"] = "own"
    jar: str | None = None
    method: CannerMethod | None = None
    formula_id: str | None = None


class ChoicesIn(_Request):
    """The kitchen's choices between schools that are both sound."""

    chart: Chart
    sterilise: Sterilise
    water: WaterOver
    cool_hours: Literal[12, 23]
    unsealed_days: Literal[7, 14]
    rim: Rim


class EntryIn(_Request):
    """A formula entered from a tested source. `minutes` per size: one figure at sea level, or one more than `bands_ft`."""

    text: str
    kind: FormulaKind
    pack: Literal["raw", "hot"]
    source_kind: SourceKind | Literal["friend", "video", "own", "merged"]
    source_title: str = Field(max_length=160)
    source_page: str = Field(max_length=120)
    source_year: int
    yield_low: float
    yield_high: float
    yield_jar: str
    headspace_mm: float
    minutes: dict[str, list[int]]
    bands_ft: list[int] = []
    weeks: int = Field(default=4, ge=0, le=52)


class EnteredIn(EntryIn):
    """The same, and what matters entered a second time."""

    again: dict[str, str]
    minutes_again: dict[str, list[int]]


class TomlIn(_Request):
    """A file of formulas from another household."""

    toml: str


class ReckonIn(BaseModel):
    """A sum to reckon: which one, and its figures."""

    # Not strict: the sums are the core's own dataclasses, made here from JSON.
    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)

    asked: Annotated[Sum, Field(discriminator="sum")]


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
class KindView:
    """A kind in which an unknown ingredient may be placed."""

    id: str
    title: str


@dataclass(frozen=True)
class PlacementView:
    name: str
    kind: str
    title: str


@dataclass(frozen=True)
class Placements:
    kinds: tuple[KindView, ...]
    placed: tuple[PlacementView, ...]


@dataclass(frozen=True)
class RecipeText:
    text: str


@dataclass(frozen=True)
class WrittenRecipe:
    """A recipe written in an open format: a name for the file, its media type, its content."""

    name: str
    media: str
    content: str


@dataclass(frozen=True)
class RecipeView:
    """An own recipe with where its jars may live now, and the worst reason why not on the shelf."""

    id: str
    title: str
    text: str
    origin: Literal["own", "friend", "video", "page", "merged", "formula", "book"]
    jar: str | None
    method: CannerMethod | None
    formula_id: str | None
    changed_on: date
    destination: Destination | None
    formula_title: str | None
    worst: str | None
    produce: str


@dataclass(frozen=True)
class TestedView:
    """A formula with where its jars may live here."""

    id: str
    title: str
    kind: FormulaKind
    source: str
    recall: Recall
    own: bool
    produce: str
    makes: str
    minutes: str | None
    destination: Destination


@dataclass(frozen=True)
class RecipeShelf:
    recipes: tuple[RecipeView, ...]
    tested: tuple[TestedView, ...]


@dataclass(frozen=True)
class LookedView:
    """An entry looked over: why it is refused, what must be entered twice, how it compares."""

    title: str
    refusals: tuple[Refusal, ...]
    twice: tuple[TwiceLine, ...]
    nearest_id: str | None
    nearest_title: str | None
    distance: float | None
    partings: tuple[str, ...]
    ph: Ph | None


@dataclass(frozen=True)
class Entered:
    """What was stored."""

    ids: tuple[str, ...]
    says: str


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
    own: bool = False


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


class BecomingOut(RootModel[Becoming]):
    pass


class ScaledOut(RootModel[Scaled]):
    pass


class ComparisonOut(RootModel[Comparison]):
    pass


class PlacementsOut(RootModel[Placements]):
    pass


class RecipeTextOut(RootModel[RecipeText]):
    pass


class WrittenRecipeOut(RootModel[WrittenRecipe]):
    pass


class RecipeOut(RootModel[RecipeView]):
    pass


class RecipeShelfOut(RootModel[RecipeShelf]):
    pass


class ChoicesOut(RootModel[Choices]):
    pass


class LookedOut(RootModel[LookedView]):
    pass


class AnswerOut(RootModel[Answer]):
    pass


class EnteredOut(RootModel[Entered]):
    pass
