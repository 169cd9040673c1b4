"""New lids for a batch, by mouth and lot, and the bands that go with them."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from rheum.core.facts.jars import Jar, Mouth
from rheum.core.making.stock import Stock


@dataclass(frozen=True, slots=True)
class LidTake:
    """Lids out of one lot, and how many are left in it."""

    lot_id: str
    lot: str
    take: int
    left: int


@dataclass(frozen=True, slots=True)
class LidNeed:
    """One mouth: lids the jars of this batch take, out of which lots, how many stay, and what is short, the spare jar's counted
    in; bands there and short."""

    mouth: Mouth
    need: int
    spare: int
    takes: tuple[LidTake, ...]
    after: int
    short: int
    bands: int
    bands_short: int
    says: str


def lids_needed(jars: Iterable[tuple[Jar, int]], spare: Jar | None, stock: Stock) -> tuple[LidNeed, ...]:
    """New lids, mouth by mouth, the smallest lots first so that lots are used up. The spare jar's lid is there, not taken."""
    needs: dict[Mouth, int] = {}
    for jar, count in jars:
        needs[jar.mouth] = needs.get(jar.mouth, 0) + count
    return tuple(_one_mouth(mouth, need, int(spare is not None and spare.mouth == mouth), stock) for mouth, need in needs.items())


def _one_mouth(mouth: Mouth, need: int, spare: int, stock: Stock) -> LidNeed:
    lots = sorted((lot for lot in stock.lids if lot.mouth == mouth and lot.count > 0), key=lambda lot: (lot.count, lot.lot, lot.id))
    open_need, takes = need, []
    for lot in lots:
        take = min(open_need, lot.count)
        if take:
            takes.append(LidTake(lot.id, lot.lot, take, lot.count - take))
            open_need -= take
    have, bands = sum(lot.count for lot in lots), stock.bands.get(mouth, 0)
    after, short = have - (need - open_need), max(0, need + spare - have)
    says = f"{need} new {mouth} lids{', and one for the spare jar' if spare else ''}"
    says += f"; {short} short: a lid that has sealed once is not used again." if short else f"; {after} stay."
    return LidNeed(
        mouth=mouth,
        need=need,
        spare=spare,
        takes=tuple(takes),
        after=after,
        short=short,
        bands=bands,
        bands_short=max(0, need - bands),
        says=says,
    )
