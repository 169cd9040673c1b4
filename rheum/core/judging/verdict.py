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
from rheum.core.parsing.recipe import Role


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
    """A line that was not understood: why; the one word beside a known food that stands in the way, and that food."""

    line: int
    text: str
    why: str = ""
    word: str | None = None
    food: str | None = None


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
class HeardInMethod:
    """A sentence of the page's own method that speaks against the tested way: its line, kind and words, and the reason to show."""

    line: int
    kind: str
    text: str
    says: str


@dataclass(frozen=True, slots=True)
class Offers:
    """What the page's own method says of the settings; the person may take them."""

    jar: str | None = None
    pack: Literal["raw", "hot"] | None = None
    headspace_mm: float | None = None
    minutes: float | None = None


@dataclass(frozen=True, slots=True)
class OwnMethod:
    """The method on the page, which is never followed: whether there is one, whether the person set it aside, what was heard in it."""

    present: bool = False
    set_aside: bool = False
    heard: tuple[HeardInMethod, ...] = ()
    offers: Offers = Offers()
    # By whose steps it is made, in a sentence that is said wherever the batch is seen; empty where there is nothing to say.
    says: str = ""
    followed: Literal[False] = False


@dataclass(frozen=True, slots=True)
class ProposedFrom:
    """Where a proposed line comes from: a line of the text, and its words."""

    line: int
    words: str


@dataclass(frozen=True, slots=True)
class Proposed:
    """A line that the page's method would add to its list; it counts for nothing until the person takes it."""

    text: str
    came_from: ProposedFrom = field(metadata={"serialization_alias": "from"})


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
    # The steps that the formula was tested with: what is made of a recipe for the shelf.
    tested_steps: tuple[str, ...] = ()
    # Where no formula is near: tested ones that are like it to eat, the nearest first.
    alike: tuple[NearRef, ...] = ()
    # By whose steps it is made; None where it is made by none.
    steps: Literal["tested", "own"] | None = None
    method: OwnMethod = OwnMethod()
    proposed: tuple[Proposed, ...] = ()
