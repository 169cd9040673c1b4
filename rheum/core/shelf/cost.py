"""What a batch cost, in all and a jar: bottles and produce as drawn, sugar and spice, lids whole, jars a twelfth each time. Where a price lacks: at least."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from typing import Final

from rheum.core.making.stock import Bottle
from rheum.core.making.takes import Take
from rheum.core.measures.saying import grams

# A jar is used a dozen times (own pick: common practice is “for years”).
JAR_USES: Final = 12
LID, JAR = "lid", "jar"


@dataclass(frozen=True, slots=True)
class CostLine:
    """One thing of a batch: what it is, how much of it in words, and what that cost; None where its price is not known."""

    what: str
    says: str
    amount: str
    cost: float | None


@dataclass(frozen=True, slots=True)
class Cost:
    """All of it. `whole` False: some prices lack, so it is at least that."""

    lines: tuple[CostLine, ...]
    total: float
    a_jar: float | None
    whole: bool


def cost_of(
    goods: Iterable[tuple[str, str, float]], taken: Sequence[Take], bottles: Iterable[Bottle], *, prices: Mapping[str, float], jars: int
) -> Cost:
    """What it cost. `goods`: (ingredient's id, its name, kilograms as bought) of what is no vinegar out of a bottle; `prices`: of a kilogram by
    ingredient's id, of a `lid` and a `jar`; `jars`: how many were filled."""
    lines: list[CostLine] = []
    by_id = {bottle.id: bottle for bottle in bottles}
    for one in taken:
        if one.what == "bottle":
            bottle = by_id.get(one.item_id)
            known = bottle is not None and bottle.price is not None and bottle.size_ml
            price = one.amount * (bottle.price or 0.0) / (bottle.size_ml or 1.0) if known and bottle else None
            lines.append(CostLine(one.item_id, one.says, f"{one.amount:.0f} ml", price))
    for what, name, kg in goods:
        price = prices.get(what)
        lines.append(CostLine(what, name, grams(kg * 1000), price * kg if price is not None else None))
    if jars:
        lid, jar = prices.get(LID), prices.get(JAR)
        lines.append(CostLine(LID, "new lids", str(jars), lid * jars if lid is not None else None))
        lines.append(CostLine(JAR, "jars, a twelfth of each", str(jars), jar * jars / JAR_USES if jar is not None else None))
    total = sum(line.cost for line in lines if line.cost is not None)
    return Cost(tuple(lines), total, total / jars if jars else None, all(line.cost is not None for line in lines))
