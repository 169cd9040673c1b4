"""How long a task takes: handwork by the kilogram, the jar and the bag, heating-up by the kilogram in the pot, minutes from the boil as they are."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Final

from rheum.core.facts.formulas import Pack
from rheum.core.facts.ingredients import Ingredient
from rheum.core.facts.rates import Rates, Span
from rheum.core.facts.work import Task

NONE: Final[Span] = (0.0, 0.0)
# A verb without a rate of its own: what is quickly done (own pick).
_QUICK: Final[Span] = (1.0, 3.0)
# Heated in one pot from cold; what is left out is a boil over as soon as it is reached.
_HEATED: Final = frozenset({"boil", "simmer", "cook", "cook-down", "blanch", "combine"})
# The clock of a reheating is the heating itself, a guess for one batch of the formula.
_HEATING_ITSELF: Final = frozenset({"reheat"})


def plus(one: Span, other: Span) -> Span:
    return one[0] + other[0], one[1] + other[1]


def times(span: Span, factor: float) -> Span:
    return span[0] * factor, span[1] * factor


@dataclass(frozen=True, slots=True)
class Weighed:
    """An ingredient of a task and how much there is of it in the whole batch, kilograms as bought; 0 where nobody knows."""

    ingredient: Ingredient
    kg: float


def by_hand(verb: str, things: Iterable[Weighed], rates: Rates) -> Span:
    """Minutes of handwork: every thing by its own rate, and the getting out and clearing away of one step."""
    start = rates.named("start")
    total = start.span if start else NONE
    found = False
    for thing in things:
        rate = rates.nearest(verb, thing.ingredient)
        if rate is None:
            continue
        if rate.per in ("bag", "step", "batch"):
            return plus(total, rate.span)
        found = True
        total = plus(total, times(rate.span, thing.kg if rate.per == "kg" else 1.0))
    return total if found else plus(total, _QUICK)


def heating_up(task: Task, things: Iterable[Weighed], scale: float, rates: Rates) -> Span:
    """Minutes until a pot boils: by the kilograms that go in cold; of a reheating the formula's own guess, scaled."""
    if task.where != "burner":
        return NONE
    if task.do in _HEATING_ITSELF and task.minutes:
        return times(task.minutes, scale)
    rate = rates.named("boil")
    if task.do not in _HEATED or rate is None:
        return NONE
    return times(rate.span, sum(thing.kg for thing in things))


def clock_of(task: Task) -> Span | None:
    """The minutes that a clock counts; None for handwork, and where only an end point tells."""
    return None if task.do in ("pack", *_HEATING_ITSELF) or task.attention == "hands" else task.minutes


def fill_rate(kind: str, pack: Pack, whole: bool) -> str:
    """Which row of the rates fills the jars: whole pieces or cut ones raw, or by the kind of what is hot."""
    if pack == "raw":
        return "raw-whole" if whole else "raw-cut"
    return {"relish": "hot-relish", "salsa": "hot-salsa", "chutney": "hot-chutney", "sauce": "hot-sauce"}.get(kind, "hot-pieces")


def filling(kind: str, size: str, rates: Rates) -> Span:
    """Minutes to fill, close and load one jar of a size, by the row of `fill_rate`."""
    total, factor = rates.named("pack", kind), _size_factor(size, rates)
    found = (total.span[0] * factor[0], total.span[1] * factor[1]) if total else NONE
    for verb in ("bubble", "wipe-and-lid", "load"):
        if row := rates.named(verb):
            found = plus(found, row.span)
    return found


def _size_factor(size: str, rates: Rates) -> Span:
    """Against a pint jar: smaller ones by the half-pint's factor, larger ones by the quart's."""
    name = {"quarter-pint": "half-pint", "half-pint": "half-pint", "pint-and-a-half": "quart", "quart": "quart"}.get(size)
    row = rates.named("pack-size", name) if name else None
    return row.span if row else (1.0, 1.0)


def per_jar(verb: str, jars: int, rates: Rates, what: str = "any") -> Span:
    """Minutes of what is done jar by jar."""
    row = rates.named(verb, what)
    return times(row.span, jars) if row else NONE


def cold_in(what: Iterable[str], weighed: Mapping[str, Weighed], hot: set[str]) -> list[Weighed]:
    """What of a task goes into the pot cold: all but what is hot in it already."""
    return [weighed[name] for name in what if name in weighed and name not in hot]


__all__ = ["NONE", "Span", "Weighed", "by_hand", "clock_of", "cold_in", "fill_rate", "filling", "heating_up", "per_jar", "plus", "times"]
