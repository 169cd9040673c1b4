"""What may be asked over the wire: each request with its fields, strict and without extras."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field, model_validator

from rheum.core.choices import Chart, Rim, Sterilise, WaterOver
from rheum.core.formulas import FormulaKind, SourceKind
from rheum.core.reckoner import Sum
from rheum.core.request import CannerMethod
from rheum.core.run import EventKind
from rheum.core.units import Family


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
