"""A year of jars, summed up; and what a year wants of each."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field


@dataclass(slots=True)
class OfYear:
    """Jars of one recipe over twelve months, and what is left of it."""

    title: str
    formula_id: str
    did: dict[str, int] = field(default_factory=dict)

    @property
    def went(self) -> int:
        """Eaten and given: what a year takes."""
        return self.did.get("eaten", 0) + self.did.get("given", 0)

    @property
    def wanted(self) -> int:
        """What the next year wants beyond what is left."""
        return max(0, self.went - self.did.get("left", 0))


def by_recipe(rows: Iterable[tuple[str, str, str, int]], titles: Mapping[str, str]) -> list[OfYear]:
    """Rows of (what happened, formula's id, title, jars) by recipe: a formula is one whatever its batches were called; the most put up or eaten first."""
    found: dict[str, OfYear] = {}
    for what, formula_id, title, jars in rows:
        key = formula_id or title.lower()
        one = found.setdefault(key, OfYear(titles.get(formula_id, title), formula_id))
        one.did[what] = one.did.get(what, 0) + jars
    return sorted(found.values(), key=lambda one: (-one.went, -one.did.get("put up", 0), one.title))
