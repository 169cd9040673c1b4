"""A day as it is laid out."""

from __future__ import annotations

from dataclasses import dataclass

from rheum.core.facts.work import Attention


@dataclass(frozen=True, slots=True)
class Laid:
    """One task with its place in the day: minutes since the midnight before it; `latest`: it may begin so late without moving the end; `who`:
    which pair of hands; `burner`, `pot`, `canner`: where; `after`: what it waits for."""

    id: str
    batch: int
    do: str
    says: str
    start: int
    end: int
    latest: int
    who: int | None
    attention: Attention
    burner: int | None
    pot: str | None
    canner: int | None
    load: int | None
    after: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Day:
    """A plan. `minutes`: from its beginning to the last lift; `bound_minutes`: no plan of the first aim can be shorter; `best`: proven."""

    start: int
    end: int
    minutes: int
    bound_minutes: int
    best: bool
    tasks: tuple[Laid, ...]
    says: tuple[str, ...]
