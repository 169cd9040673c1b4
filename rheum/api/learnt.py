"""What this kitchen has learnt, where it is used, and setting it aside."""

from __future__ import annotations

from functools import lru_cache
from pathlib import Path

from apiflask import APIBlueprint
from pydantic import Field

from rheum.api.answers import LearntOut
from rheum.api.context import connection, setup
from rheum.api.facts import kitchen_library
from rheum.api.journal_shapes import LearntHere, LearntView
from rheum.api.requests import StrictRequest
from rheum.core.making.trim import usable
from rheum.core.shelf.learnt import KINDS, Kind, Learnt, Sample, all_learnt, lot_learnt
from rheum.core.work.own_times import Own, OwnTimes
from rheum.store import batches, journal, news, stock
from rheum.store.database import connect, transaction

blueprint = APIBlueprint("learnt", __name__, tag="Journal")
# Batches that were done before a Rheum that learns are looked at so many at a time.
_AT_A_TIME = 100


class AsideIn(StrictRequest):
    """A learnt figure that is not to be used, or is to be used again."""

    kind: Kind
    key: str = Field(min_length=1, max_length=120)
    aside: bool = True


@lru_cache(maxsize=8)
def _figures(path: str, _file: tuple[int, int], _news: int, _last: int) -> tuple[Learnt, ...]:
    database = connect(Path(path))
    try:
        return all_learnt(journal.samples(database))
    finally:
        database.close()


def figures() -> tuple[Learnt, ...]:
    """Everything learnt that is not set aside; worked out once for every state of the data."""
    file, told = setup().database.stat(), news.number(connection())[0]
    last = journal.last_sample(connection())
    aside = journal.set_aside(connection())
    known = _figures(str(setup().database), (file.st_dev, file.st_ino), told, last)
    return tuple(one for one in known if (one.kind, one.key) not in aside)


def own_times() -> OwnTimes:
    """This kitchen's own times, for the day, the sheet and the Stove."""
    return {(one.kind, one.key): Own(one.ratio, one.batches) for one in figures() if one.kind in ("hands", "boil")}


def own_says(formula_id: str | None, title: str, jars: int | None) -> tuple[str, ...]:
    """What this kitchen's own batches say of a plan: of jars and of brine; plans alone, no verdict."""
    found = []
    for one in figures():
        if one.key != (formula_id or title.lower()):
            continue
        if one.kind == "yield" and jars:
            low, high = round(jars * one.low), round(jars * one.high)
            span = f"{low} to {high}" if low != high else str(low)
            found.append(f"By {one.batches} batches of this kitchen: {span} of these {jars} jars.")
        elif one.kind == "brine":
            found.append(f"Brine: {one.ratio:.2g} times as much a jar as reckoned, by {one.batches} batches of this kitchen.")
    return tuple(found)


def _title(one: Learnt) -> str:
    library = kitchen_library()
    if one.kind in ("yield", "brine"):
        formula = library.formulas.get(one.key)
        return f"{'Jars got of' if one.kind == 'yield' else 'Brine a jar of'} {formula.title if formula else one.key}"
    if one.kind == "boil":
        canner_id, _, load = one.key.rpartition(":")
        canner = next((canner.title for canner in stock.read(connection()).canners if canner.id == canner_id), "The canner")
        return f"{canner}, {'a full load' if load == 'full' else 'a part load'}: time to the boil"
    return f"Handwork: {one.key.replace('-', ' ')}"


def _catch_up() -> None:
    """Look at batches that were done before."""
    for batch_id in journal.unsampled(connection())[:_AT_A_TIME]:
        found = batches.get(connection(), batch_id)
        if found is not None and found.unknown is None:
            with transaction(connection()):
                journal.sample(connection(), found.snapshot, found.events, done=True)


def _view() -> LearntView:
    library = kitchen_library()
    aside = journal.set_aside(connection())
    samples = journal.samples(connection())
    kinds = [
        Sample("yield", f"all {formula.kind} recipes", one.ratio)
        for one in samples
        if one.kind == "yield" and (formula := library.formulas.get(one.key)) is not None
    ]
    found = sorted(all_learnt([*samples, *kinds]), key=lambda one: (KINDS.index(one.kind), -one.batches, one.key))
    figures = tuple(LearntHere(one, _title(one), (one.kind, one.key) in aside) for one in found)
    lots = tuple(lot_learnt(*one) for one in journal.lots(connection()))
    many = journal.how_many_sampled(connection())
    return LearntView(figures, lots, many, _trims())


def _trims() -> tuple[tuple[str, int, float, float], ...]:
    records, catalogue = stock.read(connection()).trims, kitchen_library().catalogue
    names = [name for name in dict.fromkeys(record.ingredient for record in records) if name in catalogue.by_id]
    own = [(catalogue[name].name, usable(catalogue[name], records), usable(catalogue[name], ())) for name in names]
    return tuple((name, mine.baskets, mine.mid, usual.mid) for name, mine, usual in own)


@blueprint.get("/api/learnt")
@blueprint.output(LearntOut)
def learnt_here() -> LearntView:
    """What this kitchen has learnt from its third batch on: each figure over the handbook's, its range, and by how many batches; and how lots of lids
    held."""
    _catch_up()
    return _view()


@blueprint.post("/api/learnt/aside")
@blueprint.input(AsideIn, arg_name="asked")
@blueprint.output(LearntOut)
def aside(asked: AsideIn) -> LearntView:
    """Set a learnt figure aside, or use it again."""
    journal.put_aside(connection(), asked.kind, asked.key, asked.aside)
    return _view()
