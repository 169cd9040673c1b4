"""How long handwork takes: minutes a kilogram, a jar, a bag or a step, until the kitchen has figures of its own (common practice, from memory)."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Literal

from rheum.core.facts.ingredients import Ingredient

Per = Literal["kg", "jar", "pint jar", "factor on the pint jar", "line", "bag", "step", "batch"]
Span = tuple[float, float]


@dataclass(frozen=True, slots=True)
class Rate:
    """Minutes, low and high, that a verb takes on a thing, per kilogram as bought or per what `per` says."""

    verb: str
    what: str
    span: Span
    per: Per
    source: str


@dataclass(frozen=True, eq=False)
class Rates:
    """All rates, found by the nearest name: the ingredient's own, its swap group's, its class's, any."""

    rows: Mapping[tuple[str, str], Rate]

    @classmethod
    def of(cls, rows: Iterable[Rate]) -> Rates:
        """ValueError where two rows are of one verb and thing."""
        found: dict[tuple[str, str], Rate] = {}
        for row in rows:
            if found.setdefault((row.verb, row.what), row) is not row:
                raise ValueError(f"{row.verb}, {row.what} is there twice")
        return cls(found)

    def named(self, verb: str, what: str = "any") -> Rate | None:
        """The row of just this verb and thing."""
        return self.rows.get((verb, what))

    def nearest(self, verb: str, ingredient: Ingredient) -> Rate | None:
        """The row for a verb and an ingredient; None where the verb has none that fits."""
        for what in (ingredient.id, ingredient.swap_group, ingredient.klass, "any"):
            if what is not None and (row := self.rows.get((verb, what))) is not None:
                return row
        return None
