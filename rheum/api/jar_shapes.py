"""What jars, their labels and their traces are over the wire."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime
from typing import Literal

from rheum.core.shelf import JarLife
from rheum.formats.label_page import LabelSheet


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
    standing: Literal["waiting", "ready", "use-first", "past-best"]


@dataclass(frozen=True)
class JarsFound:
    """A page of jars; `many`: how many there are in all; `more`: the cursor of the next page."""

    jars: tuple[JarFound, ...]
    many: int
    more: str | None


@dataclass(frozen=True)
class JarPage:
    """One jar's whole story."""

    batch_id: str
    batch: str
    title: str
    jar_title: str
    life: JarLife
    standing: Literal["waiting", "ready", "use-first", "past-best"]
    minutes: int | None
    formula_title: str | None
    source: str | None
    vinegar: tuple[str, ...]
    mates: tuple[int, ...]
    story: tuple[tuple[datetime, str], ...]
    # What was told of it last: it can be taken back.
    last_told: str | None
    opened_days: int
    today: date


@dataclass(frozen=True)
class Trace:
    """Where something went: the batches that drew from it, and every jar of theirs."""

    says: str
    batches: tuple[str, ...]
    jars: tuple[JarFound, ...]


@dataclass(frozen=True)
class LabelSheets:
    """Usual sheets of labels, in mm."""

    sheets: tuple[LabelSheet, ...]


@dataclass(frozen=True)
class JarsTold:
    """What was told, and of which jars."""

    id: str
    jars: tuple[tuple[str, int], ...]
