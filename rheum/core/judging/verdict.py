"""The answer to “may I?” as one value. These types are the contract of `rheum check --json` and `POST /api/check`."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Literal

from rheum.core.facts.choices import Practice
from rheum.core.judging.codes import Level
from rheum.core.judging.findings import Destination, Finding
from rheum.core.judging.keeping import FridgeKeeping
from rheum.core.judging.process import Process
from rheum.core.measures.acidity import CANNING_PH, TARGET_PH
from rheum.core.recipe.recipe import Role


@dataclass(frozen=True, slots=True)
class FormulaRef:
    id: str
    title: str
    source: str
    recall: str


@dataclass(frozen=True, slots=True)
class NearRef:
    id: str
    title: str
    distance: float
    # What it is like to eat, where that is why it is named.
    like: str = ""


@dataclass(frozen=True, slots=True)
class Differs:
    """How the recipe differs from one of the nearest formulas, in a few words each."""

    id: str
    says: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Mol:
    """Mol H+ of one thing of a line, by its `name`: what an acid could give up in all, or what produce takes up at the estimate's middle."""

    line: int
    mol: float
    name: str = ""


@dataclass(frozen=True, slots=True)
class Ph:
    low: float
    mid: float
    high: float


@dataclass(frozen=True, slots=True)
class AcidLedger:
    """The acid of a recipe. `brine_short`: its brine is weaker than the formula's by more than the rules let pass; `canning_ph` and
    `target_ph`: what the estimate is held against."""

    brine_percent: float | None
    formula_brine_percent: float | None
    ph: Ph | None
    brought: tuple[Mol, ...]
    taken_up: tuple[Mol, ...]
    brine_short: bool = False
    canning_ph: float = CANNING_PH
    target_ph: float = TARGET_PH


@dataclass(frozen=True, slots=True)
class Kitchen:
    altitude_m: float | None
    boiling_point_c: float | None


@dataclass(frozen=True, slots=True)
class JarChoice:
    id: str
    title: str
    headspace_mm: float
    chosen_by: Literal["request", "text", "formula"]


@dataclass(frozen=True, slots=True)
class UnreadLine:
    """A line or sentence that was not understood: why; the one word beside a known food that stands in the way, and that food; whether it
    is only not heard yet (then the verdict waits for it)."""

    line: int
    text: str
    why: str = ""
    word: str | None = None
    food: str | None = None
    waits: bool = True


@dataclass(frozen=True, slots=True)
class BlockOf:
    """Lines of a text that play one part, from the first to the last."""

    first: int = field(metadata={"serialization_alias": "from"})
    last: int = field(metadata={"serialization_alias": "to"})
    role: Role


@dataclass(frozen=True, slots=True)
class PassedOver:
    """Plain words of a line that Rheum passed over: they change nothing that it knows of."""

    line: int
    words: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class MarkedSentence:
    """A sentence of the method that Rheum does not vouch for."""

    line: int
    text: str


@dataclass(frozen=True, slots=True)
class Vouched:
    """How many sentences the method has, and those that Rheum does not vouch for."""

    sentences: int
    marked: tuple[MarkedSentence, ...]


@dataclass(frozen=True, slots=True)
class PlaceAsk:
    """An unread line whose one unknown name the person may place."""

    line: int
    name: str


@dataclass(frozen=True, slots=True)
class LineRead:
    """How one line was understood, for the screen to show beside it."""

    line: int
    reads_as: str
    section: Literal["jar", "per-jar", "soak", "method"]
    role: str
    amount: str


@dataclass(frozen=True, slots=True)
class LineMark:
    """The worst that is found of a line."""

    line: int
    level: Level


@dataclass(frozen=True, slots=True)
class Verdict:
    """Where the jars may live, and everything that says why. `chosen`: the person said which formula they follow; `tied`: ids
    of formulas so near to one another that the stricter verdict was taken; `as_tested`: every line stands as it was tested; `worst`:
    the first thing that keeps it off the shelf; `stop`: why it must not be jarred, with its line; `marks`: the worst level of each line
    that something is found of."""

    title: str
    destination: Destination
    formula: FormulaRef | None
    nearest: tuple[NearRef, ...]
    findings: tuple[Finding, ...]
    acid: AcidLedger
    kitchen: Kitchen
    jar: JarChoice | None
    process: Process | None
    unread: tuple[UnreadLine, ...]
    lines: tuple[LineRead, ...]
    pack: Literal["raw", "hot"] | None
    fridge: FridgeKeeping
    jars_low: int | None
    jars_high: int | None
    headspace_wanted_mm: float
    allergens: tuple[str, ...]
    chosen: bool = False
    own_formula: bool = False
    differs: tuple[Differs, ...] = ()
    to_place: tuple[PlaceAsk, ...] = ()
    tied: tuple[str, ...] = ()
    as_tested: bool = False
    worst: str | None = None
    stop: str | None = None
    marks: tuple[LineMark, ...] = ()
    practice: tuple[Practice, ...] = ()
    # Nothing but words that were not heard stands between the recipe and its verdict.
    unread_only: bool = False
    blocks: tuple[BlockOf, ...] = ()
    passed_over: tuple[PassedOver, ...] = ()
    # Rheum's own steps, where a sentence of the method is not vouched for.
    own_steps: tuple[str, ...] = ()
    # Where no formula is near: tested ones that are like it to eat, the nearest first.
    alike: tuple[NearRef, ...] = ()
    vouched: Vouched | None = None
