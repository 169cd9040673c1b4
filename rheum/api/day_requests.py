"""What may be asked of a day over the wire."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel, ConfigDict, Field, model_validator

from rheum.api.requests import StepAnswerIn, StrictRequest
from rheum.core.facts.circumstances import CannerMethod


class DayBatchIn(StrictRequest):
    """One batch of a day: a text, a kept recipe or a formula, in which jars and how many."""

    id: str = Field(min_length=1, max_length=64)
    text: str | None = None
    recipe_id: str | None = None
    formula_id: str | None = None
    jar: str | None = None
    jars: int | None = Field(default=None, ge=1, le=200)
    follows: str | None = None
    not_before: str | None = None
    not_after: str | None = None

    @model_validator(mode="after")
    def _one_of_each(self) -> DayBatchIn:
        if self.text is None and self.recipe_id is None and self.formula_id is None:
            raise ValueError("Say of each batch what it is: “text”, “recipe_id” or “formula_id”.")
        return self


class SpanIn(BaseModel):
    """From when to when."""

    model_config = ConfigDict(extra="forbid", populate_by_name=True)

    from_: str = Field(alias="from")
    to: str


class BurnerIn(StrictRequest):
    id: int
    size: Literal["large", "small"]


class DayCannerIn(StrictRequest):
    """A canner of a day that is none of the kitchen's: of a kind, and how many jars it holds, in all or by size."""

    kind: CannerMethod = "bath"
    holds: int | dict[str, int] = 7
    title: str = Field(default="", max_length=60)


class FixedIn(StrictRequest):
    task: str
    start: str


class ToldIn(StrictRequest):
    task: str
    begun: str
    done: str | None = None


class DayIn(BaseModel):
    """A day to lay out; what is left out is the kitchen's own. `burners`: how many, or each with its size; `canners`: ids of the kitchen's, or kinds."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)

    batches: list[DayBatchIn] = Field(max_length=8)
    start: str | None = None
    done_by: str | None = None
    awake: SpanIn | None = None
    breaks: list[SpanIn] = Field(default=[], max_length=12)
    burners: int | list[BurnerIn] | None = None
    canners: list[str | DayCannerIn] | None = Field(default=None, max_length=6)
    holds: int | None = Field(default=None, ge=1, le=60)
    people: int | None = Field(default=None, ge=1, le=4)
    hands: int | None = Field(default=None, ge=1, le=4)
    fixed: list[FixedIn] = Field(default=[], max_length=60)
    told: list[ToldIn] = Field(default=[], max_length=400)


class KeptDayIn(BaseModel):
    """A day to keep, laid out anew."""

    model_config = ConfigDict(extra="forbid")

    title: str = Field(default="", max_length=80)
    asked: DayIn


class DayBeginIn(StrictRequest):
    """Begin one batch of a kept day, by its id in the day; the rest as when a batch is begun from the Bench."""

    id: str = Field(min_length=8, max_length=64)
    batch: str
    short_known: bool = False
    ask_steps: bool = False
    steps: list[StepAnswerIn] | None = Field(default=None, max_length=500)


class HobIn(StrictRequest):
    """How many burners there are of each size."""

    large: int = Field(ge=0, le=12)
    small: int = Field(ge=0, le=12)
