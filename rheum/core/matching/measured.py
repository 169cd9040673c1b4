"""A recipe in grams and millilitres: what its lines weigh, with the doubt that the measures leave."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Final

from rheum.core.facts.weights import Bulk, bulk
from rheum.core.measures.units import Family, differs_by_country, kind_of, ml_per
from rheum.core.parsing.recipe import Recipe, RecipeLine

# Two amounts of one thing that differ by less say the same (handbook, rules: amounts-disagree).
AGREE: Final = 1.15
# Two amounts of one thing that differ by no more than this are one, said in two measures (design.md, reading).
SAME: Final = 1.06


@dataclass(frozen=True, slots=True, eq=False)
class Measured:
    """A recipe line with its grams and millilitres for one jar (per-jar lines) or the batch."""

    line: RecipeLine
    bulk: Bulk | None

    @property
    def role(self) -> str:
        return self.line.ingredient.role.role

    @property
    def per_jar(self) -> bool:
        return self.line.per_jar is not None


def worse_bulk(line: RecipeLine, family: Family) -> Bulk | None:
    """A line's amount; where it was given twice (“2 cups (500 ml)”), the ends that look worse: most produce and water,
    least acid."""
    if line.amount is None:
        return None
    found = [
        bulk(amount, line.ingredient, line.prepared, family, size=line.size) for amount in (line.amount, line.other) if amount is not None
    ]
    known = [item for item in found if item is not None]
    if len(known) < 2:
        return known[0] if known else None
    if max(sum(item.grams) for item in known) <= SAME * min(sum(item.grams) for item in known):
        return known[0]
    if line.about and max(sum(item.grams) for item in known) <= AGREE * min(sum(item.grams) for item in known):
        return known[0]  # “about 7 lb” behind a measure that agrees with it says no more than that

    def merge(pairs: list[tuple[float, float]]) -> tuple[float, float]:
        return min(pair[0] for pair in pairs), max(pair[1] for pair in pairs)

    volumes = [item.ml for item in known if item.ml]
    return Bulk(merge([i.grams for i in known]), merge([i.bought for i in known]), merge(volumes) if volumes else None)


def measure(recipe: Recipe, family: Family) -> tuple[Measured, ...]:
    """Every line that reaches the jar, measured in a family of cups and spoons."""
    return tuple(Measured(line, worse_bulk(line, family)) for line in recipe.in_jar)


def vinegar_parts(lines: Iterable[Measured]) -> list[tuple[float, float]]:
    """(millilitres, per cent) of each vinegar line, low ends; an unwritten strength counts as the kind's lowest."""
    parts = []
    for item in lines:
        if item.role == "vinegar" and item.bulk and item.bulk.ml:
            acid = item.line.ingredient.acid
            parts.append((item.bulk.ml[0], item.line.strength if item.line.strength is not None else (acid[0] if acid else 0.0)))
    return parts


def total_ml(lines: Iterable[Measured], role: str, end: int) -> float:
    """Millilitres of all batch lines of a role, one end (0 low, 1 high)."""
    return sum(item.bulk.ml[end] for item in lines if item.role == role and not item.per_jar and item.bulk and item.bulk.ml)


def _settled_family(recipe: Recipe) -> Family | None:
    """The family of cups that millilitres or grams beside a cup, pint or quart of liquid settle: “2 quarts (1.9 litres)”; None where none does."""
    fitting: set[Family] = {"us", "metric", "imperial"}
    told = False
    for line in recipe.lines:
        one, other = line.amount, line.other
        if one is None or other is None or not line.ingredient.role.liquid:
            continue
        if (
            kind_of(one.unit) != "volume"
            or kind_of(other.unit) != "volume"
            or differs_by_country(one.unit) == differs_by_country(other.unit)
        ):
            continue
        here, there = (one, other) if differs_by_country(one.unit) else (other, one)
        told = True
        ml = there.high * ml_per(there.unit, "us")
        fitting = {family for family in fitting if ml / SAME <= here.high * ml_per(here.unit, family) <= ml * SAME}
    return next(iter(fitting)) if told and len(fitting) == 1 else "us" if told and "us" in fitting else None


def plausible_families(recipe: Recipe) -> list[Family]:
    """Which cups a recipe of no stated country may mean. US, unless it gives other amounts by weight or in ml: beside
    grams a cup may be metric, beside pounds imperial. Each is tried and the worst verdict counts."""
    units = {line.amount.unit for line in recipe.in_jar if line.amount is not None}
    weights, metric = units & {"lb", "oz"}, units & {"g", "kg", "ml", "l", "dl", "cl"}
    pints = units & {"pint", "quart", "gallon", "fl oz"}
    if settled := _settled_family(recipe):
        return [settled]
    families: list[Family] = ["us"]
    if "cup" in units and metric:
        families.append("metric")
    if ("cup" in units and weights) or (pints and (weights or metric)):
        families.append("imperial")
    return families
