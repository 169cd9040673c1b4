"""What trimming leaves of produce: the handbook's fraction as a range, the kitchen's own once it has recorded some."""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass
from typing import Final

from rheum.core.facts.ingredients import Ingredient
from rheum.core.making.stock import TrimRecord
from rheum.core.measures.refused import RequestError

# Small fruit has more stone, damaged parts are cut away: between two thirds and one and a half times the usual loss (own pick).
_LESS_LOSS: Final = 2 / 3
_MORE_LOSS: Final = 1.5
# Where most is thrown away (husks and cobs), what is left moves by no more than this part of itself (own pick).
_PART: Final = 0.2
# One basket says less than several: its loss, give or take a fifth (own pick).
_ONE_BASKET: Final = 0.2


@dataclass(frozen=True, slots=True)
class Usable:
    """The part left after trimming: low, middle, high; how many of the kitchen's own baskets it rests on (0: the handbook)."""

    low: float
    mid: float
    high: float
    baskets: int

    def grams(self, bought: float) -> tuple[float, float, float]:
        """Usable grams of a bought weight, low, middle and high."""
        return bought * self.low, bought * self.mid, bought * self.high


def usable(ingredient: Ingredient, records: Iterable[TrimRecord]) -> Usable:
    """What trimming leaves of an ingredient, by the kitchen's own baskets where it has any."""
    own = [record for record in records if record.ingredient == ingredient.id]
    if not own:
        loss = 1 - ingredient.edible
        low = max(1 - loss * _MORE_LOSS, ingredient.edible * (1 - _PART))
        return Usable(low, ingredient.edible, min(1 - loss * _LESS_LOSS, ingredient.edible * (1 + _PART)), 0)
    parts = [record.usable_g / record.bought_g for record in own]
    mid = sum(record.usable_g for record in own) / sum(record.bought_g for record in own)
    if len(own) == 1:
        loss = 1 - mid
        return Usable(max(0.0, 1 - loss * (1 + _ONE_BASKET)), mid, 1 - loss * (1 - _ONE_BASKET), 1)
    return Usable(min(parts), mid, max(parts), len(own))


def trim_record(ingredient: Ingredient, bought_g: float, usable_g: float) -> TrimRecord:
    """A basket recorded. RequestError where more was left than bought, or nothing."""
    if not (math.isfinite(bought_g) and 0 < bought_g <= 1_000_000):
        raise RequestError("bought_g", "Write the weight as bought, above zero and at most 1,000 kg.")
    if not math.isfinite(usable_g) or not 0 < usable_g <= bought_g:
        raise RequestError(
            "usable_g", "What is left after trimming weighs more than nothing and no more than what was bought. Weigh both again."
        )
    return TrimRecord(ingredient.id, bought_g, usable_g)
