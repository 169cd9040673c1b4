"""Where something went: from a bottle, a lot of lids or a basket to every jar; and saying that it was bad until each is told."""

from __future__ import annotations

from apiflask import APIBlueprint
from flask import request
from pydantic import Field

from rheum.api.answers import JarsToldOut, TraceOut
from rheum.api.context import connection, moment
from rheum.api.jar_shapes import JarsTold, Trace
from rheum.api.jars import jar_found, lives_for, stored_batch
from rheum.api.problems import Problem
from rheum.api.requests import StrictRequest
from rheum.core.batch.events import Event, EventRefused, JarTold
from rheum.core.measures.refused import RequestError
from rheum.store import batches as run
from rheum.store import jars as stored
from rheum.store import stock as stocks
from rheum.store.database import transaction

blueprint = APIBlueprint("trace", __name__, tag="Shelf")
# Jars in these states are in somebody's hands, and can be told of.
_OUT_THERE = frozenset({"closed", "opened", "given", "missing", "out"})


class RecallIn(StrictRequest):
    """A bottle, a lot of lids or produce of a source was bad: every jar it touches is marked until it is told. `note`: what was wrong."""

    id: str = Field(min_length=8, max_length=48)
    note: str = Field(max_length=200)
    bottle: str = ""
    lids: str = ""
    produce: str = Field(default="", max_length=80)
    picked: str = Field(default="", max_length=10)


def _traced(bottle: str, lids: str, produce: str, picked: str) -> tuple[str, list[str]]:
    """(its name in words, the batches that drew from it)."""
    if produce:
        batches = stored.grew_at(connection(), produce, picked)
        if not batches:
            raise Problem(
                404, "Not known", f"No batch is known of produce of “{produce[:40]}”. Look at how it was written when it was weighed."
            )
        return f"produce of {produce}{f', picked {picked}' if picked else ''}", batches
    what, item = ("bottle", bottle) if bottle else ("lids", lids)
    if not item:
        raise RequestError("bottle", "Say which bottle, which lot of lids, or whose produce.")
    stock = stocks.read(connection())
    names = {one.id: one.says for one in stock.bottles} if what == "bottle" else {one.id: f"lids of lot {one.lot}" for one in stock.lids}
    batches = stored.drew_from(connection(), what, item)
    if item not in names and not batches:
        raise Problem(404, "Not known", "There is no such bottle or lot here, and nothing was drawn from it.")
    return names.get(item, "what was taken out of the stock since"), batches


@blueprint.get("/api/trace")
@blueprint.output(TraceOut)
def trace() -> Trace:
    """Which jars hold vinegar from a bottle (`bottle`), lids of a lot (`lids`) or produce of a source (`produce`, `picked`): where each stands, or to whom
    it went. What drew from it counts whole: which of a batch's jars it was, nobody can tell."""
    asked = request.args
    says, batches = _traced(asked.get("bottle", ""), asked.get("lids", ""), asked.get("produce", ""), asked.get("picked", ""))
    rows = [row for batch in batches for row in stored.jars(connection(), batch=batch, most=stored.LIST_MOST)[0]]
    return Trace(says, tuple(batches), tuple(jar_found(row) for row in rows), sum(1 for row in rows if row.recalled))


@blueprint.post("/api/trace/recall")
@blueprint.input(RecallIn, arg_name="asked")
@blueprint.output(JarsToldOut)
def recall(asked: RecallIn) -> JarsTold:
    """It was bad: mark every jar it touches, all of them or none, until each is told. Can be taken back by its id."""
    says, batches = _traced(asked.bottle, asked.lids, asked.produce, asked.picked)
    found: list[tuple[str, int]] = []
    with transaction(connection()):
        for batch in batches:
            numbers = tuple(life.number for life in lives_for(stored_batch(batch)) if life.state in _OUT_THERE)
            if numbers:
                said = JarTold(
                    f"{asked.id}.{batch}", numbers, "recalled", note=f"{says}: {asked.note.strip()}" if asked.note.strip() else ""
                )
                run.append(connection(), stored_batch(batch).snapshot.id, Event(said, moment()))
                found.extend((batch, number) for number in numbers)
        if not found:
            raise EventRefused("No jar that it touched is left anywhere.")
    return JarsTold(asked.id, tuple(found))
