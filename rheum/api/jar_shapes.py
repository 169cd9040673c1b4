"""What jars, their labels and their traces are over the wire."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime
from typing import Literal

from rheum.core.shelf import JarLife
from rheum.core.shelf.found_wrong import Asked, Ending
from rheum.core.shelf.today import TodayLine
from rheum.formats.label_page import LabelSheet

Standing = Literal["waiting", "ready", "use-first", "past-best"]


@dataclass(frozen=True)
class ShelfBatch:
    """The jars of one batch that stand together, and how they stand today. `told`: the open ones (`3o`) and those that are out (`4x`); `colour`: of
    what is in them, "" where nobody knows; `entered`: they stood there before Rheum."""

    batch_id: str
    number: str
    title: str
    place: Literal["shelf", "fridge"]
    stands_at: str
    jars: tuple[int, ...]
    told: tuple[str, ...]
    jar_title: str
    jar_id: str
    made_on: date
    ready_from: date
    best_before: date
    formula_title: str | None
    colour: str
    entered: bool
    standing: Standing


@dataclass(frozen=True)
class ShelfCount:
    """How many jars and groups stand so in a place."""

    place: Literal["shelf", "fridge"]
    standing: Standing
    jars: int
    groups: int


@dataclass(frozen=True)
class ShelfGroup:
    """All of a kind, or all that stand at one place (`shelf:` or `fridge:` and its words), counted."""

    key: str
    jars: int
    groups: int


@dataclass(frozen=True)
class ShelfView:
    """Jars in the groups in which they stand; `jars` counts all that stand, `more` the groups that are not among them, `counts` by how they stand."""

    batches: tuple[ShelfBatch, ...]
    jars: int
    more: int
    today: date
    counts: tuple[ShelfCount, ...] = ()
    groups: tuple[ShelfGroup, ...] = ()
    # Jars that wait to be saved or thrown out: they stand somewhere, and nowhere here.
    waiting: tuple[TodayLine, ...] = ()


@dataclass(frozen=True)
class JarFound:
    """One jar as it stands; `batch`: its number on the label."""

    batch_id: str
    batch: str
    title: str
    number: int
    jar_title: str
    place: Literal["shelf", "fridge"]
    state: str
    made_on: date
    ready_from: date
    best_before: date
    stands_at: str
    given_to: str
    look: bool
    recalled: str
    entered: bool
    colour: str
    standing: Standing


@dataclass(frozen=True)
class JarsFound:
    """A page of jars; `many`: how many there are in all, counted up to 1000; `more`: the cursor of the next page."""

    jars: tuple[JarFound, ...]
    many: int
    more: str | None


@dataclass(frozen=True)
class TookFrom:
    """A bottle, a lot of lids, or produce of a source: what of it is traced by `item` (and of produce `picked`)."""

    what: Literal["bottle", "lids", "produce"]
    item: str
    says: str
    picked: str = ""


@dataclass(frozen=True)
class JarPage:
    """One jar's whole story."""

    batch_id: str
    batch: str
    title: str
    jar_title: str
    life: JarLife
    standing: Standing
    minutes: int | None
    formula_title: str | None
    source: str | None
    vinegar: tuple[str, ...]
    # What was drawn for its batch, and where its produce came from: each can be followed.
    took: tuple[TookFrom, ...]
    mates: tuple[int, ...]
    story: tuple[tuple[datetime, str], ...]
    # What was told of it last: it can be taken back.
    last_told: str | None
    opened_days: int
    today: date
    entered: bool = False
    colour: str = ""


@dataclass(frozen=True)
class Trace:
    """Where something went: the batches that drew from it, and every jar of theirs; `to_tell`: those that are traced and not told yet."""

    says: str
    batches: tuple[str, ...]
    jars: tuple[JarFound, ...]
    to_tell: int = 0


@dataclass(frozen=True)
class LabelSheets:
    """Usual sheets of labels, in mm."""

    sheets: tuple[LabelSheet, ...]


@dataclass(frozen=True)
class JarsTold:
    """What was told, and of which jars."""

    id: str
    jars: tuple[tuple[str, int], ...]


@dataclass(frozen=True)
class SignDrawn:
    """A sign to be chosen: its words, and what is drawn of it."""

    id: str
    sign: str
    draw: tuple[str, ...]


@dataclass(frozen=True)
class SignPlace:
    """Where something is seen, and what may be seen there."""

    id: str
    title: str
    signs: tuple[SignDrawn, ...]


@dataclass(frozen=True)
class SignsView:
    """All places and their signs."""

    places: tuple[SignPlace, ...]


@dataclass(frozen=True)
class WalkView:
    """The next question, or what the jar comes to."""

    sign: str
    question: Asked | None
    ending: Ending | None


@dataclass(frozen=True)
class EnteredJars:
    """Jars that were entered as they stood: the number of their batch."""

    batch_id: str
    batch: str


@dataclass(frozen=True)
class TodayView:
    """What the kitchen owes its people now, the most pressing first."""

    lines: tuple[TodayLine, ...]
    now: datetime
