"""What a kitchen has on hand: bottles, jars, lids, canners, and what it has learnt about trimming."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from typing import Final, Literal

from rheum.core.facts.canner import HOLDS
from rheum.core.facts.jars import Jar, Mouth
from rheum.core.measures.heat import Fuel
from rheum.core.measures.refused import RequestError
from rheum.core.measures.saying import percent


@dataclass(frozen=True, slots=True)
class Bottle:
    """A bottle of vinegar: its kind (an ingredient), the label's per cent w/v, what a titration found, millilitres left;
    dates in ISO 8601, price in the kitchen's own money."""

    id: str
    kind: str
    name: str
    label: float
    left_ml: float
    measured: float | None = None
    measured_give: float | None = None
    lot: str = ""
    opened: str | None = None
    price: float | None = None
    size_ml: float | None = None

    @property
    def measured_weaker(self) -> bool:
        """Whether a titration found less than the label says."""
        return self.measured is not None and self.measured < self.label

    @property
    def strength(self) -> float:
        """The strength that counts: a measured one below the label does, at the low end of what it may be; one above does not."""
        if self.measured is None or not self.measured_weaker:
            return self.label
        return max(0.0, self.measured - (self.measured_give or 0.0))

    @property
    def strength_says(self) -> str:
        """`Label 5 %, measured 4.62 give or take 0.08: 4.54 counts`."""
        if self.measured is None:
            return f"Label {percent(self.label)}, not measured"
        counts = f"{self.strength:.2f} counts" if self.measured_weaker else "the label counts"
        return f"Label {percent(self.label)}, measured {self.measured:.2f} give or take {self.measured_give or 0.0:.2f}: {counts}"

    def entered_over(self, known: Bottle | None) -> Bottle:
        """The bottle as entered again. What was measured stays while kind and label stay: another label is another vinegar."""
        if known is None or (known.kind, known.label) != (self.kind, self.label):
            return self
        return replace(self, measured=known.measured, measured_give=known.measured_give)

    @property
    def says(self) -> str:
        """`cider vinegar 5 %, lot K3`."""
        lot = f", lot {self.lot}" if self.lot else ""
        return f"{self.name} {percent(round(self.strength, 2))}{lot}"


@dataclass(frozen=True, slots=True)
class LidLot:
    """New lids of one mouth and lot."""

    id: str
    mouth: Mouth
    lot: str
    count: int


@dataclass(frozen=True, slots=True)
class Canner:
    """A canner: jars of each size class it holds, inside depth and width, its burner. A steam canner's water in litres."""

    id: str
    title: str
    kind: Literal["bath", "steam"]
    holds: Mapping[str, int]
    depth_mm: float
    width_mm: float
    watts: float
    fuel: Fuel
    water_l: float | None = None

    def room_for(self, size: str) -> int:
        """How many jars of a size class stand in it; quarter-pints as half-pints where nothing is said of them."""
        unsaid = self.holds.get("half-pint", 0) if size == "quarter-pint" else 0
        return self.holds.get(size, unsaid)


# A 20-quart bath canner, and a steam canner, on a large burner: what is reckoned with until the kitchen says what it has (from
# memory).
USUAL_CANNER: Final = Canner(
    id="usual", title="20-quart bath canner", kind="bath", holds=HOLDS, depth_mm=300.0, width_mm=330.0, watts=2500.0, fuel="electric"
)
USUAL_STEAM: Final = Canner(
    id="usual-steam",
    title="steam canner",
    kind="steam",
    holds={"half-pint": 7, "twelve-ounce": 7, "pint": 7, "pint-and-a-half": 7, "quart": 7},
    depth_mm=290.0,
    width_mm=320.0,
    watts=2000.0,
    fuel="electric",
    water_l=2.0,
)
# Canners to begin from when one's own is entered, each figure to be put right by the rack and a rule (common practice, from memory).
COMMON_CANNERS: Final = (
    USUAL_CANNER,
    Canner(
        id="tall", title="33-quart bath canner", kind="bath", depth_mm=330.0, width_mm=400.0, watts=2500.0, fuel="electric",
        holds={"half-pint": 16, "twelve-ounce": 12, "pint": 12, "pint-and-a-half": 9, "quart": 9},
    ),
    Canner(
        id="stockpot", title="12-quart stockpot with a rack", kind="bath", depth_mm=230.0, width_mm=260.0, watts=2000.0, fuel="electric",
        holds={"quarter-pint": 8, "half-pint": 7, "twelve-ounce": 5, "pint": 5},
    ),
    USUAL_STEAM,
)  # fmt: skip


@dataclass(frozen=True, slots=True)
class TrimRecord:
    """What one basket came to: grams as bought and grams that were left to use."""

    ingredient: str
    bought_g: float
    usable_g: float


@dataclass(frozen=True, slots=True)
class Stock:
    """All of it. `jars`: how many empty ones, by id; `bands` by mouth; `pantry`: produce, salt, sugar and spices as recipe lines."""

    bottles: tuple[Bottle, ...] = ()
    jars: Mapping[str, int] = field(default_factory=dict)
    lids: tuple[LidLot, ...] = ()
    bands: Mapping[Mouth, int] = field(default_factory=dict)
    canners: tuple[Canner, ...] = ()
    trims: tuple[TrimRecord, ...] = ()
    pantry: str = ""

    def with_load(self, jars: int | None) -> Stock:
        """A kitchen that entered no canner has the usual one; with its own count of jars a load, where it said one."""
        if self.canners or not jars:
            return self
        return replace(self, canners=(replace(USUAL_CANNER, holds=dict.fromkeys(HOLDS, jars)),))

    def canner(self, canner_id: str | None, method: Literal["bath", "steam"]) -> Canner:
        """The canner asked for; else the first of the method; else a usual one. RequestError where there is no such canner."""
        if canner_id is not None:
            named = next((one for one in self.canners if one.id == canner_id), None)
            if named is None:
                raise RequestError("canner", "There is no such canner here. It may have been taken out: choose another.")
            return named
        usual = USUAL_STEAM if method == "steam" else USUAL_CANNER
        return next((one for one in self.canners if one.kind == method), usual)


def lids_for(jar: Jar, stock: Stock) -> int:
    """New lids on hand that fit a jar."""
    return sum(lot.count for lot in stock.lids if lot.mouth == jar.mouth)
