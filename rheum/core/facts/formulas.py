"""Tested formulas: what was tested, in what proportions, for how long in which jar."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache
from typing import Final, Literal

from rheum.core.facts.eating import Eating
from rheum.core.facts.ingredients import Ingredient
from rheum.core.facts.jars import JAR_WORD
from rheum.core.facts.work import Work
from rheum.core.measures.amount import Amount

Pack = Literal["raw", "hot"]
FormulaKind = Literal["pickle", "relish", "salsa", "chutney", "sauce"]
Recall = Literal["sure", "fair", "entered"]
SourceKind = Literal["government", "extension", "book", "maker"]


@dataclass(frozen=True, slots=True, eq=False)
class FormulaLine:
    """One line of a formula. `per_jar` is the jar size the amount is for, or None for the whole batch;
    `prep_only` lines do not reach the jar; `prepared` weights are of peeled, trimmed produce. `upto`: where the published range ends;
    `must_say`: a preparation with acid that nobody may take for granted; `baby`: whole baby ones are published beside it."""

    amount: Amount
    ingredient: Ingredient
    prep: str
    per_jar: str | None
    prep_only: bool
    optional: bool
    prepared: bool
    upto: Amount | None = None
    must_say: bool = False
    baby: bool = False


@dataclass(frozen=True, slots=True)
class Pool:
    """Any mix of ingredients of these swap groups within a total, in place of the line of `replaces`."""

    groups: tuple[str, ...]
    total: Amount
    replaces: str


@dataclass(frozen=True, slots=True)
class Yield:
    """How many jars of which size a batch makes."""

    low: float
    high: float
    jar: str


@dataclass(frozen=True, slots=True)
class Source:
    """A publication: short name and full title."""

    id: str
    title: str


SOURCE_KINDS: Final[Mapping[str, str]] = {
    "government": "government guide",
    "extension": "extension sheet",
    "book": "tested book",
    "maker": "maker's leaflet",
}


@dataclass(frozen=True, slots=True)
class OwnSource:
    """Where a formula of one's own comes from. `imported`: entered by another household, from whom this one has the file."""

    kind: SourceKind
    title: str
    page: str
    year: int
    imported: bool = False
    # Each of its steps was read back and confirmed: a batch then walks by them.
    steps_confirmed: bool = False


@dataclass(frozen=True, slots=True, eq=False)
class Formula:
    """A tested formula. `minutes` holds, per jar size, one figure more than `bands_ft` (upper limits in feet).
    `recall` tells how surely the figures were remembered: all were set down from memory of the source."""

    id: str
    title: str
    kind: FormulaKind
    pack: Pack
    source: Source
    recall: Recall
    lines: tuple[FormulaLine, ...]
    pools: tuple[Pool, ...]
    alternatives: Mapping[str, tuple[str, ...]]
    yields: Yield
    headspace_mm: float
    bands_ft: tuple[int, ...]
    minutes: Mapping[str, tuple[int, ...]]
    minutes_raw: Mapping[str, tuple[int, ...]]
    steps: str
    weeks: int
    whole_in_brine: bool
    own: OwnSource | None = None
    # What is done between the basket and the filled jar; None for a formula of one's own. `work_raw`: packed raw where both are tested.
    work: Work | None = None
    work_raw: Work | None = None
    # Lines that the source lets be added and that are not written out, and whether it allows a lime soak.
    may: tuple[FormulaLine, ...] = ()
    lime: bool = False
    # What it is like to eat; None for a formula of one's own.
    eating: Eating | None = None
    # Minutes are for sea level only: the kitchen's chosen chart adds what the height asks.
    by_chart: bool = False

    @property
    def says_source(self) -> str:
        """The source as it is shown beside every verdict that rests on this formula."""
        if self.own is None:
            return f"{self.source.title} (from memory)"
        by = "tested, entered by another household from" if self.own.imported else "tested, entered by you from"
        return f"{by} {self.own.title}, p. {self.own.page}, {self.own.year} ({SOURCE_KINDS[self.own.kind]})"

    @property
    def makes(self) -> str:
        """What a batch makes: `7-9 pint jars`."""
        made = self.yields
        count = f"{made.low:g}" if made.low == made.high else f"{made.low:g}-{made.high:g}"
        return f"{count} {JAR_WORD[made.jar]} jars"

    @property
    def jar_lines(self) -> tuple[FormulaLine, ...]:
        """The lines that reach the jar."""
        return _jar_lines(self)

    def minutes_for_pack(self, pack: Pack) -> Mapping[str, tuple[int, ...]] | None:
        """The table for a pack, or None where the formula was not tested so packed."""
        if pack == self.pack:
            return self.minutes
        return self.minutes_raw if pack == "raw" and self.minutes_raw else None


@lru_cache(maxsize=4096)
def _jar_lines(formula: Formula) -> tuple[FormulaLine, ...]:
    return tuple(line for line in formula.lines if not line.prep_only)


@dataclass(frozen=True, slots=True)
class Swap:
    """What may stand in for what: ids or `group:name`, and the code it earns."""

    given: str
    stand_in: str
    code: str

    def covers(self, given: Ingredient, stand_in: Ingredient) -> bool:
        """Whether `stand_in` may take the place of `given` under this row."""
        return _is(self.given, given) and _is(self.stand_in, stand_in) and given.id != stand_in.id


def _is(pattern: str, ingredient: Ingredient) -> bool:
    if pattern.startswith("group:"):
        return ingredient.swap_group == pattern.removeprefix("group:")
    return ingredient.id == pattern
