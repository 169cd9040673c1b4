"""The words of a run: what a batch was begun with, what can happen to it, and how it stands."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime
from typing import Literal

from rheum.core.facts.choices import Rim
from rheum.core.judging.findings import Destination
from rheum.core.making.cook_down import CookPlanned
from rheum.core.work.task import BatchTask


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
class Produce:
    """What a basket of a batch held: its name, grams, whose it is in free words, and when it was picked."""

    name: str
    grams: float
    source: str = ""
    picked: date | None = None


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
    # The canner that it was begun with; of a batch begun by an earlier Rheum nobody knows it.
    canner_id: str = ""
    canner_title: str = ""
    # What is done from the basket to the lid; of a batch begun by an earlier Rheum, or without a formula's work, none: it walks by the old steps.
    tasks: tuple[BatchTask, ...] = ()
    # By whose steps it is made, where the page tells others; of earlier versions, where its words part from the work.
    differs: tuple[str, ...] = ()
    # The baskets it was made from.
    produce: tuple[Produce, ...] = ()
    # What is in it is like to eat: heat 0 to 4, and the colour of most of it.
    heat: int = 0
    colour: str = ""
    # Jars that stood there before Rheum, where they stood: nobody here saw them made, so nothing of them is judged.
    entered: Literal["", "shelf", "fridge"] = ""

    def jar_of(self, number: int) -> tuple[str, str]:
        """(id, title) of a jar by its number: of several sizes, the order in which they are filled."""
        first = 1
        for size in self.sizes:
            if number < first + size.jars:
                return size.jar_id, size.title
            first += size.jars
        return self.jar_id, self.jar_title

    @property
    def rooms(self) -> tuple[float, ...]:
        """The room of each jar under its headspace, in the order they are filled: the largest first."""
        return tuple(size.room_ml for size in self.sizes for _ in range(size.jars))


Step = Literal["prepare", "heat-jars", "cook", "fill", "loads", "refrigerate", "seals", "done"]
