"""The liquids of a batch: how much there is of them, and its vinegar out of the bottles on hand."""

from __future__ import annotations

from rheum.core.facts.ingredients import Ingredient
from rheum.core.making.bottles import Draw, draw
from rheum.core.making.stock import Stock
from rheum.core.matching.case import Case
from rheum.core.measures.acidity import CANNING_STRENGTH


def liquid_ml(case: Case, *roles: str) -> float:
    """Millilitres of the batch lines of these roles that reach the jar; of everything that is poured where none is named."""
    lines = case.of_role(*roles) if roles else [item for item in case.lines if item.line.ingredient.role.liquid]
    return sum(item.bulk.ml[1] for item in lines if item.bulk and item.bulk.ml and not item.per_jar)


def start_ml(case: Case) -> float:
    """What goes into the pot: every batch line with a volume, and solids at 1 g a ml where none is known."""
    return sum((item.bulk.ml[1] if item.bulk.ml else item.bulk.grams[1]) for item in case.lines if item.bulk and not item.per_jar)


def vinegars(case: Case) -> list[tuple[int, Ingredient, float, float]]:
    """The vinegar lines of the batch: number, kind, millilitres, per cent."""
    return [
        (item.line.number, item.line.ingredient, item.bulk.ml[1], item.line.strength or CANNING_STRENGTH)
        for item in case.of_role("vinegar")
        if not item.per_jar and item.bulk is not None and item.bulk.ml is not None and item.bulk.ml[1] > 0
    ]


def drawn(case: Case, stock: Stock) -> tuple[Draw, ...]:
    """Each vinegar line of a batch out of the bottles; nothing where no bottle was entered."""
    if not stock.bottles:
        return ()
    found, bottles = [], list(stock.bottles)
    for number, kind, need, strength in vinegars(case):
        one, bottles = draw(number, kind.id, kind.name, need, strength=strength, bottles=bottles)
        found.append(one)
    return tuple(found)
