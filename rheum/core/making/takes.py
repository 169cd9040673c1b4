"""What a batch takes from what is on hand when it is begun."""

from __future__ import annotations

from dataclasses import dataclass

from rheum.core.making.plan import Plan


@dataclass(frozen=True, slots=True)
class Take:
    """What a batch takes: millilitres from a bottle, lids from a lot, jars of a size."""

    what: str
    item_id: str
    says: str
    amount: float


def takes_of(plan: Plan) -> list[Take]:
    """Vinegar out of its bottles, the lids of the jars planned, and of the jars as many as are there; the spare one stays."""
    takes: dict[tuple[str, str], Take] = {}
    for draw in plan.vinegar:
        for portion in draw.portions:
            held = takes.get(("bottle", portion.bottle))
            takes["bottle", portion.bottle] = Take("bottle", portion.bottle, portion.says, portion.ml + (held.amount if held else 0.0))
    for need in plan.lids:
        for lot in need.takes:
            takes["lids", lot.lot_id] = Take("lids", lot.lot_id, f"{need.mouth} lids, lot {lot.lot}", lot.take)
    for row in plan.jars.rows if plan.jars else ():
        if row.there:
            takes["jars", row.jar] = Take("jars", row.jar, f"{row.title} jars", min(row.count, row.there))
    return list(takes.values())
