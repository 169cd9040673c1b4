"""What goes over the wire beside the core's own types: lists and views. Answers are in answers.py, requests in requests.py."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime
from typing import Any, Literal

from rheum.core.batch.begun import Snapshot
from rheum.core.batch.canner import InTheCanner
from rheum.core.batch.giving_up import GivingUp
from rheum.core.batch.standing import RunState
from rheum.core.batch.together import Together
from rheum.core.facts.circumstances import CannerMethod
from rheum.core.facts.formulas import FormulaKind, Recall
from rheum.core.facts.jars import Mouth
from rheum.core.judging.findings import Destination, Finding
from rheum.core.judging.verdict import Ph
from rheum.core.making.on_hand import CanMake
from rheum.core.making.stock import Canner, Stock
from rheum.core.measures.units import Family
from rheum.core.revising.entering import TwiceLine
from rheum.core.revising.floors import Refusal
from rheum.formats.sheet_page import Drawn
from rheum.store.second_looks import SecondLook


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
    boiling_says: str | None
    measures: Family
    jars_per_load: int | None
    now: datetime
    # Whether a batch was ever begun here.
    begun: bool = False


@dataclass(frozen=True)
class HeightReading:
    """One thing that a written height may mean: the plain figure to write, its unit, and read back."""

    written: str
    unit: Literal["m", "ft"]
    says: str


@dataclass(frozen=True)
class HeightView:
    """A height as it is understood: `says` reads it back; `asks` is what is wrong with it, or must be answered first; `readings`: what it may mean."""

    says: str
    asks: str
    readings: tuple[HeightReading, ...] = ()


@dataclass(frozen=True)
class VinegarKind:
    """A kind of vinegar that a bottle may hold, with the strength its labels usually give."""

    id: str
    name: str
    label: float


@dataclass(frozen=True)
class TrimView:
    """What trimming leaves of an ingredient in this kitchen."""

    ingredient: str
    name: str
    baskets: int
    mid: float


@dataclass(frozen=True)
class StrengthView:
    """What a bottle's label and its titration come to, in words; whether it turned out weaker than its label."""

    bottle: str
    weaker: bool
    says: str


@dataclass(frozen=True)
class StockView:
    """What is on hand, how strong each bottle is, what bottles may be of, and canners to begin from when one is entered."""

    stock: Stock
    common_canners: tuple[Canner, ...]
    strengths: tuple[StrengthView, ...]
    kinds: tuple[VinegarKind, ...]
    trims: tuple[TrimView, ...]
    pantry_unread: tuple[str, ...]
    # What was told to the batches that drew from a bottle that was measured.
    told: tuple[str, ...] = ()


@dataclass(frozen=True)
class CanMakeView:
    """Every recipe by how many jars what is on hand makes of it."""

    recipes: tuple[CanMake, ...]
    pantry_unread: tuple[str, ...]


@dataclass(frozen=True)
class SheetView:
    """The sheet for the wall: one drawing a page, and how many pages it takes."""

    pages: tuple[Drawn, ...]
    title: str


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
class SaidKind:
    """A word said to be only a kind, and the food that it stands before."""

    word: str
    food: str


@dataclass(frozen=True)
class SaidKinds:
    said: tuple[SaidKind, ...]


@dataclass(frozen=True)
class SecondLooks:
    """Stricter answers of a later judge than the one before, the newest first, seen and unseen."""

    looks: tuple[SecondLook, ...]


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
    set_aside: bool
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
class Found:
    """The ids of what a search found."""

    ids: tuple[str, ...]


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
    steps: tuple[StepRead, ...] = ()


@dataclass(frozen=True)
class StepRead:
    """One typed step of an entry, and what is understood of it; `asked`: whether it is to be confirmed."""

    number: int
    says: str
    understood: str
    asked: bool


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
    own: bool
    mouth: Mouth
    minutes_say: str


@dataclass(frozen=True)
class JarList:
    jars: tuple[JarView, ...]


@dataclass(frozen=True)
class BatchView:
    """A batch as begun, as it stands now, the lids and jars it took, and the server's clock.

    `events` counts what has been recorded, things taken back included: of two answers, the one with fewer is the older. `clouds`: what of it
    may cloud a jar from the first day; `give_up`: what is asked before it is given up, null where it cannot be any more;
    `in_the_canner`: another batch's load where this one's is to go now."""

    snapshot: Snapshot
    state: RunState
    findings: tuple[Finding, ...]
    taken: tuple[str, ...]
    clouds: tuple[str, ...]
    give_up: GivingUp | None
    in_the_canner: InTheCanner | None
    events: int
    now: datetime


@dataclass(frozen=True)
class BatchList:
    """Batches under way, newest first; `more`: how many older ones are not among them."""

    batches: tuple[BatchView, ...]
    more: int
    now: datetime


@dataclass(frozen=True)
class StoveView:
    """All batches under way, newest first, and together; `more`: how many older ones are not among them; `said`: what may not wait, after it was
    asked."""

    together: Together
    batches: tuple[BatchView, ...]
    more: int
    said: tuple[str, ...]
    now: datetime


@dataclass(frozen=True)
class Alive:
    """The server answers; `server` is another after every start; `revision` changes whenever anything does that a screen may
    show, `facts` whenever a verdict could, `events` with every tap, clock and answered alarm, `drafts` with every half-filled form; `token`: all
    of it in a word."""

    alive: Literal[True]
    server: str
    revision: int
    facts: int
    events: int
    drafts: int
    token: str
    now: datetime


@dataclass(frozen=True)
class DraftView:
    """A half-filled form as the last screen left it."""

    name: str
    body: Any
    number: int
    screen: str
    at: datetime | None
    now: datetime
