"""What may be asked over the wire: each request with its fields, strict and without extras."""

from __future__ import annotations

import math
from datetime import date
from typing import Annotated, Any, Literal, get_args

from pydantic import BaseModel, ConfigDict, Field, RootModel, Strict, TypeAdapter, model_validator

from rheum.api.amounts import Grams, Litres, Millilitres, Millimetres
from rheum.core.batch.events import Tap
from rheum.core.facts.choices import Chart, Rim, Sterilise, WaterOver
from rheum.core.facts.circumstances import CannerMethod
from rheum.core.facts.formulas import FormulaKind, SourceKind
from rheum.core.measures.units import Family
from rheum.core.reckoner import Sum
from rheum.core.revising.merging import Part


class StrictRequest(BaseModel):
    """A request without extras, each field of its own type."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False, strict=True)


class Circumstances(StrictRequest):
    """What is known or wished besides the recipe."""

    formula_id: str | None = None
    jar: str | None = None
    pack: Literal["raw", "hot"] | None = None
    headspace_mm: float | None = None
    minutes: float | None = None
    method: CannerMethod | None = None
    measures: Family | None = None
    # Make it by the tested steps: the page's own method is set aside.
    set_aside: bool = False


class CheckIn(Circumstances):
    """A recipe to judge: exactly one of text and schema.org recipe, and what is known of the kitchen."""

    text: str | None = None
    recipe: Any | None = None
    altitude_m: float | None = None
    altitude_ft: float | None = None
    roles: dict[str, Literal["title", "heading", "list", "per-jar", "soak", "method", "aside"]] = {}

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


class SearchQuery(StrictRequest):
    """Words to find recipes by."""

    q: str = Field(max_length=200)


class CompareIn(StrictRequest):
    """Two or three recipe texts, the kitchen they are judged in, and of which of them each part of a merged one is taken."""

    texts: list[str]
    parts: dict[Part, int] | None = None
    altitude_m: float | None = None
    altitude_ft: float | None = None
    measures: Family | None = None
    method: CannerMethod | None = None


class BasketIn(StrictRequest):
    """What there is of one of the recipe's lines, as written: `4.9 kg less 510 g`; whose it is, and when it was picked."""

    line: int
    amount: str = Field(min_length=1, max_length=60)
    source: str = Field(default="", max_length=80)
    picked: Annotated[date | None, Strict(False)] = None


class JarWishIn(StrictRequest):
    """A jar that may be used; no count: as many as it takes."""

    jar: str
    count: int | None = None


class PanIn(StrictRequest):
    """A pan weighed down: grams at the start, now, and of the pan alone."""

    start_g: Grams
    now_g: Grams
    pan_g: Grams


class StickIn(StrictRequest):
    """A marked stick: millimetres wet at the start and now."""

    start_mm: Millimetres
    now_mm: Millimetres


class WishIn(StrictRequest):
    """What there is and what is wanted; everything may be left out."""

    baskets: list[BasketIn] = Field(default=[], max_length=40)
    factor: float | None = None
    jars_wanted: int | None = None
    vinegar_ml: Millilitres | None = None
    brine_ml: Millilitres | None = None
    from_bottles: bool = False
    pot_l: Litres | None = None
    loads: int | None = None
    canner: str | None = None
    jars: list[JarWishIn] = Field(default=[], max_length=40)
    thick_mm: Millimetres | None = None
    long_mm: Millimetres | None = None
    pan: PanIn | None = None
    stick: StickIn | None = None


class PlanIn(Circumstances):
    """A recipe and what there is to make it with."""

    text: str
    altitude_m: float | None = None
    altitude_ft: float | None = None
    wish: WishIn = WishIn()


class SheetIn(PlanIn):
    """The same, for paper."""

    paper: Literal["a4", "letter"] = "a4"


class PlacementIn(StrictRequest):
    """A name that Rheum does not know, and the kind that the person says it is."""

    name: str = Field(max_length=60)
    kind: str = Field(max_length=40)


class SaidKindIn(StrictRequest):
    """A word, and the food that it stands before and is only a kind of."""

    word: str = Field(max_length=40)
    food: str = Field(max_length=60)


class SeenIn(StrictRequest):
    """Which of the stricter answers were seen."""

    ids: list[int] = Field(max_length=200)


class RecipeFileIn(StrictRequest):
    """A file that a person brings: its name and its content as text."""

    name: str = Field(max_length=200)
    content: str


class RecipeWriteIn(StrictRequest):
    """Recipe text to write in an open format."""

    text: str
    format: Literal["text", "json", "markdown", "csv"]


class RecipeIn(StrictRequest):
    """A recipe to keep. The screen makes the id."""

    id: str = Field(min_length=8, max_length=64)
    text: str = Field(min_length=1, max_length=40_000)
    origin: Literal["own", "friend", "video", "page", "merged", "formula", "book"] = "own"
    jar: str | None = None
    method: CannerMethod | None = None
    formula_id: str | None = None
    set_aside: bool = False


class ChoicesIn(StrictRequest):
    """The kitchen's choices between schools that are both sound."""

    chart: Chart
    sterilise: Sterilise
    water: WaterOver
    cool_hours: Literal[12, 23]
    unsealed_days: Literal[7, 14]
    rim: Rim


class EntryIn(StrictRequest):
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
    """The same, and what matters entered a second time; which of its typed steps were read back and confirmed, by their numbers."""

    steps_confirmed: list[int] = Field(default=[], max_length=200)
    again: dict[str, str]
    minutes_again: dict[str, list[int]]


class TomlIn(StrictRequest):
    """A file of formulas from another household."""

    toml: str


class ReckonIn(BaseModel):
    """A sum to reckon: which one, and its figures."""

    # Not strict: the sums are the core's own dataclasses, made here from JSON.
    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)

    asked: Annotated[Sum, Field(discriminator="sum")]


class FormulaQuery(StrictRequest):
    """Which measures a formula is written in."""

    measures: Literal["us", "metric"] = "us"


class WorkQuery(BaseModel):
    """A formula's page: in which measures, at which scale, packed how."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)

    measures: Literal["us", "metric"] = "us"
    scale: float = 1.0
    pack: Literal["raw", "hot"] | None = None


class StepAnswerIn(StrictRequest):
    """What was said of a step read back: that it is understood, and its minutes where its text does not say them (0: no clock)."""

    number: int = Field(ge=1, le=500)
    confirmed: bool = True
    minutes: float | None = Field(default=None, ge=0, le=60 * 24 * 60)


class BeginIn(Circumstances):
    """A batch to begin: the text as it stands, what there is and what is wanted, and how many jars (None: as many as the plan
    comes to). `short_known`: what is short was told, and it is begun all the same. `ask_steps`: the sentences of a batch for the refrigerator
    are read back before it is begun; `steps`: what was said of each."""

    short_known: bool = False
    ask_steps: bool = False
    steps: list[StepAnswerIn] | None = Field(default=None, max_length=500)
    id: str = Field(min_length=8, max_length=64)
    text: str
    jars: int | None = Field(default=None, ge=1, le=200)
    jars_per_load: int | None = Field(default=None, ge=1, le=60)
    wish: WishIn = WishIn()


class KeptTapIn(StrictRequest):
    """A tap that a screen kept while the server was away: what happened, how many seconds ago by the screen's steady clock, the last tap that it had
    seen, and the start of the server that it knew. `sure`: it was asked about, and is meant."""

    event: dict[str, Any]
    age_s: float
    seen: str | None = None
    server: str = ""
    sure: bool = False


class TimerIn(StrictRequest):
    """A plain clock of one's own: what it is for, and how many minutes."""

    id: str = Field(min_length=8, max_length=64)
    says: str = Field(default="", max_length=60)
    minutes: float


class AwayIn(StrictRequest):
    """Nobody is at the stove for so many minutes."""

    id: str = Field(min_length=8, max_length=48)
    minutes: float = Field(default=10, gt=0, le=120)


_MOST_WORDS = 200

_FIELDS: dict[str, frozenset[str]] = {
    kind.__dataclass_fields__["kind"].default: frozenset(kind.__dataclass_fields__) for kind in get_args(Tap)
}


class EventIn(RootModel[Annotated[Tap, Field(discriminator="kind")]]):
    """A tap at the stove: what happened, told apart by `kind`. The screen makes the id; the server gives the time."""

    @classmethod
    def model_json_schema(cls, *args: Any, **more: Any) -> dict[str, Any]:
        """What is measured may come with its unit, as text."""
        schema = super().model_json_schema(*args, **more)
        for one in schema.get("$defs", {}).values():
            for name, kind in _MEASURED.items():
                if name in one.get("properties", {}):
                    wanted = kind.json_schema()["anyOf"]
                    optional = name not in one.get("required", ())
                    one["properties"][name] = {"anyOf": [*wanted, {"type": "null"}] if optional else wanted}
        return schema

    @model_validator(mode="before")
    @classmethod
    def _whole(cls, said: Any) -> Any:
        if not isinstance(said, dict):
            raise ValueError("Send a JSON object.")
        said = {name: value for name, value in said.items() if value is not None}
        if not isinstance(said.get("id"), str) or not 8 <= len(said["id"]) <= 64:
            raise ValueError("The screen that sent this must give it an id of 8 to 64 letters.")
        fields = _FIELDS.get(str(said.get("kind")))
        if fields is None:
            raise ValueError(f"“{str(said.get('kind'))[:30]}” is nothing that happens to a batch.")
        more = [name for name in said if name not in fields]
        if more:
            raise ValueError(f"Nothing called “{more[0][:30]}” can be sent here. Leave it out.")
        if any(isinstance(value, float) and not math.isfinite(value) for value in said.values()):
            raise ValueError("A figure is no number. Write it again.")
        if any(isinstance(value, str) and len(value) > _MOST_WORDS for value in said.values()):
            raise ValueError(f"Write at most {_MOST_WORDS} letters.")
        for name in ("jars", "load", "jar"):
            value = said.get(name)
            if isinstance(value, bool) or (isinstance(value, int | float) and not -1_000_000 < value < 1_000_000):
                raise ValueError(f"“{name}” cannot be {str(value)[:20]}. Write a whole number.")
        for name, kind in _MEASURED.items():
            if name in said:
                said[name] = kind.validate_python(said[name])
        return said


_MEASURED: dict[str, TypeAdapter[float]] = {
    "used_ml": TypeAdapter(Millilitres), "start_g": TypeAdapter(Grams), "now_g": TypeAdapter(Grams), "pan_g": TypeAdapter(Grams),
    "start_mm": TypeAdapter(Millimetres), "now_mm": TypeAdapter(Millimetres),
}  # fmt: skip


class KitchenIn(StrictRequest):
    """Where the kitchen is and how it measures. Altitude as entered, with its unit; `sure`: one below the sea, or above what has minutes, is right;
    `height_change`: once a batch was begun, whether another height was put right or the kitchen moved there."""

    name: str = Field(default="My kitchen", min_length=1, max_length=60)
    altitude: float | str
    altitude_unit: Literal["m", "ft"]
    measures: Family
    jars_per_load: int | None = Field(default=None, ge=1, le=60)
    sure: bool = False
    height_change: Literal["put-right", "moved"] | None = None
