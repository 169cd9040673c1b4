"""What looking back is over the wire."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime

from rheum.core.shelf.came_to import CameTo
from rheum.core.shelf.cost import Cost
from rheum.core.shelf.learnt import Learnt, LotLearnt
from rheum.store.journal import ForNextTime, JournalRow, OtherBatch, Picture, Wish


@dataclass(frozen=True)
class Tasted:
    """How a jar of a batch tasted, in fifths."""

    at: str
    by: str
    heat: int | None
    sour: int | None
    salt: int | None
    crunch: int | None
    again: bool | None
    note: str


@dataclass(frozen=True)
class LookedBack:
    """What a batch came to."""

    batch_id: str
    number: str
    title: str
    begun_at: datetime
    done: bool
    came: CameTo
    cost: Cost
    currency: str
    tasted: tuple[Tasted, ...]
    pictures: tuple[Picture, ...]
    # What was written to its jars; what trimming leaves of its produce here, in sentences.
    notes: tuple[str, ...]
    trims: tuple[str, ...]
    text: str
    # Other batches of the same recipe or formula, the newest first: to be held against it.
    others: tuple[OtherBatch, ...]


@dataclass(frozen=True)
class PicturesView:
    """The pictures of a batch."""

    pictures: tuple[Picture, ...]


@dataclass(frozen=True)
class LearntHere:
    """A learnt figure, what it is of in words, and whether it is set aside."""

    learnt: Learnt
    title: str
    aside: bool


@dataclass(frozen=True)
class LearntView:
    """What this kitchen has learnt, and how its lots of lids held."""

    figures: tuple[LearntHere, ...]
    lots: tuple[LotLearnt, ...]
    batches: int
    # What trimming leaves, by the kitchen's own baskets: (name, by how many, part left, the usual part).
    trims: tuple[tuple[str, int, float, float], ...] = ()


@dataclass(frozen=True)
class NextTimeView:
    """What was said for the next time."""

    notes: tuple[ForNextTime, ...]


@dataclass(frozen=True)
class MonthCount:
    """So many jars in a month."""

    month: str
    put_up: int
    eaten: int
    given: int
    thrown: int


@dataclass(frozen=True)
class KindCount:
    """A year of one kind, or of one recipe: jars put up, eaten, given, thrown out, not found, and left."""

    kind: str
    title: str
    formula_id: str
    put_up: int
    eaten: int
    given: int
    thrown: int
    not_found: int
    left: int
    # What a year wants of it beyond what is left; 0 where there is enough.
    wanted: int


@dataclass(frozen=True)
class Thrown:
    """Why jars were thrown out."""

    why: str
    jars: int


@dataclass(frozen=True)
class YearView:
    """Twelve months: by month, by recipe, and why jars were thrown out."""

    first: str
    last: str
    months: tuple[MonthCount, ...]
    recipes: tuple[KindCount, ...]
    thrown: tuple[Thrown, ...]
    wishes: tuple[Wish, ...]


@dataclass(frozen=True)
class PriceRow:
    """A price: of a kilogram of an ingredient, of a lid or a jar."""

    what: str
    title: str
    price: float


@dataclass(frozen=True)
class PricesView:
    """The prices, and the kitchen's money."""

    currency: str
    prices: tuple[PriceRow, ...]


@dataclass(frozen=True)
class CopyView:
    """What is in the data, or in a backup: how much of each, and since when; `last`: when a copy was last taken."""

    kitchen: str
    batches: int
    jars: int
    recipes: int
    first: str
    newest: str
    last: str
    # Where what was there before was kept.
    kept: str = ""
    # Whether the last copy is so old that another should be taken.
    old: bool = False


@dataclass(frozen=True)
class JournalView:
    """Batches, the newest first; `more`: where the next page begins."""

    batches: tuple[JournalRow, ...]
    more: int | None
