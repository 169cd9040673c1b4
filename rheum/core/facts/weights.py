"""Amount + ingredient → grams and millilitres that reach the jar."""

from __future__ import annotations

import re
from dataclasses import dataclass
from typing import Final

from rheum.core.facts.ingredients import Ingredient
from rheum.core.measures.amount import Amount
from rheum.core.measures.units import US_CUP_ML, Family, g_per, kind_of, ml_per

# How many of the single thing (or grams, for herbs) a loose count stands for: low and high, common practice, from memory.
HEAD_OF: Final = {"garlic": (8.0, 12.0), "celery": (8.0, 14.0)}
_HERB_BUNCH_G: Final = (40.0, 100.0)
_HERB_HANDFUL_G: Final = (10.0, 30.0)
_BUNCH_OF: Final = {"spring-onion": (6.0, 9.0)}
# A leaf of cabbage is not a cabbage.
_PART_ONLY: Final = {"leaf", "sprig", "clove"}
_ONE_OF: Final = {"each", "ear", "stalk", "stick", "leaf", "sprig", "clove", "head"}


@dataclass(frozen=True, slots=True)
class Bulk:
    """How much there is of one line, low and high: `grams` prepared (what reaches the jar), `bought` grams as bought,
    `ml` prepared volume (None where the ingredient has no cup weight)."""

    grams: tuple[float, float]
    bought: tuple[float, float]
    ml: tuple[float, float] | None


def _scaled(pair: tuple[float, float], factor: float) -> tuple[float, float]:
    return pair[0] * factor, pair[1] * factor


def size_factor(words: str) -> float:
    """How much heavier than the usual one a counted thing may be: “large” half as much again and more (common practice)."""
    if re.search(r"\b(?:extra[- ]large|jumbo|huge|giant)\b", words, re.I):
        return 2.0
    return 1.6 if re.search(r"\b(?:large|big)\b", words, re.I) else 1.0


def bulk(amount: Amount, ingredient: Ingredient, prepared: bool, family: Family, *, size: float = 1.0) -> Bulk | None:
    """Grams and millilitres of an amount, in a family of measures. None where a count has no known weight: then
    nothing is guessed. A weight is as bought unless `prepared`; a volume is of the prepared thing."""
    span = amount.low, amount.high
    per_ml = ingredient.g_per_cup / US_CUP_ML if ingredient.g_per_cup else None
    kind = kind_of(amount.unit)
    if kind == "volume":
        ml = _scaled(span, ml_per(amount.unit, family))
        if per_ml is None:
            return None
        grams = _scaled(ml, per_ml)
        return Bulk(grams, _scaled(grams, 1 / ingredient.edible), ml)
    if kind == "mass":
        weight = _scaled(span, g_per(amount.unit))
        grams = weight if prepared else _scaled(weight, ingredient.edible)
    else:
        counted = _counted_grams(span, amount.unit, ingredient)
        if counted is None:
            return None
        grams = (
            counted[0] * ingredient.edible,
            counted[1] * ingredient.edible * (1.0 if amount.unit == "head" and ingredient.role.role == "herb" else size),
        )
    return Bulk(grams, _scaled(grams, 1 / ingredient.edible), _scaled(grams, 1 / per_ml) if per_ml else None)


def _counted_grams(span: tuple[float, float], unit: str, ingredient: Ingredient) -> tuple[float, float] | None:
    if unit in ("bunch", "handful"):
        if ingredient.role.role == "herb":
            each = _HERB_BUNCH_G if unit == "bunch" else _HERB_HANDFUL_G
            return span[0] * each[0], span[1] * each[1]
        if ingredient.id in _BUNCH_OF and ingredient.each_g and unit == "bunch":
            many = _BUNCH_OF[ingredient.id]
            return span[0] * many[0] * ingredient.each_g, span[1] * many[1] * ingredient.each_g
        return None
    if ingredient.each_g is None or unit not in _ONE_OF:
        return None
    if unit == "head" and ingredient.id in HEAD_OF:
        many = HEAD_OF[ingredient.id]
        return span[0] * many[0] * ingredient.each_g, span[1] * many[1] * ingredient.each_g
    if unit in _PART_ONLY and ingredient.role.role == "produce" and ingredient.id not in HEAD_OF:
        return None
    return _scaled(span, ingredient.each_g)
