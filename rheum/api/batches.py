"""Batches: begin one, tell what happens to it, see where it stands."""

from __future__ import annotations

from typing import Any

from apiflask import APIBlueprint
from pydantic import TypeAdapter

from rheum.api.context import connection, now
from rheum.api.facts import kitchen_facts
from rheum.api.making import kitchen_stock, wish_of
from rheum.api.problems import Problem
from rheum.api.requests import BeginIn, EventIn
from rheum.api.shapes import BatchList, BatchListOut, BatchOut, BatchView
from rheum.core.batch.begin import CannotBegin, begin
from rheum.core.batch.events import Event
from rheum.core.batch.state import state_at
from rheum.core.facts.circumstances import Settings
from rheum.core.judging.findings import Finding
from rheum.core.judging.verdict import Verdict
from rheum.core.making.plan import canned_by, make_plan, with_jars
from rheum.core.making.takes import takes_of
from rheum.store import batches as stored
from rheum.store import kitchen as kitchens
from rheum.store import stock as stocks

blueprint = APIBlueprint("batches", __name__, tag="Batches")
_FINDINGS: TypeAdapter[tuple[Finding, ...]] = TypeAdapter(tuple[Finding, ...])
_VERDICT: TypeAdapter[Verdict] = TypeAdapter(Verdict)
_DATA = (
    "step", "jars", "part_jar", "early", "sealed", "to", "of", "used_ml", "mixed", "sizes", "start_g", "now_g", "pan_g", "start_mm",
    "now_mm",
)  # fmt: skip


def _view(batch: stored.StoredBatch) -> BatchView:
    moment = now()
    findings = _FINDINGS.validate_python(batch.verdict["findings"])
    taken = tuple(f"{one.amount:.0f} {one.says}" for one in stocks.taken(connection(), batch.snapshot.id) if one.what != "bottle")
    return BatchView(batch.snapshot, state_at(batch.snapshot, batch.events, moment), findings, taken, len(batch.events), moment)


def _found(batch_id: str) -> stored.StoredBatch:
    batch = stored.get(connection(), batch_id)
    if batch is None:
        raise Problem(404, "No such batch", "There is no such batch. It may belong to another kitchen's data.")
    return batch


@blueprint.post("/api/batches")
@blueprint.input(BeginIn, arg_name="asked")
@blueprint.output(BatchOut)
def begin_batch(asked: BeginIn) -> BatchView:
    """Begin a batch from the text on the Bench. It is judged again here; what is begun never changes."""
    kitchen = kitchens.read(connection())
    if kitchen is None:
        raise Problem(409, "No altitude", "Set the kitchen's altitude first: without it there are no minutes.")
    facts, choices = kitchen_facts()
    settings = Settings(
        kitchen.height, asked.jar, asked.pack, asked.headspace_mm, asked.minutes, asked.method, asked.measures or kitchen.measures,
        asked.formula_id, choices,
    )  # fmt: skip
    stock, wish = kitchen_stock(kitchen), wish_of(asked.wish)
    _, settings = canned_by(wish, settings, stock)
    plan = with_jars(make_plan(asked.text, wish, settings, facts, stock), asked.jars, facts, stock)
    try:
        snapshot = begin(asked.id, plan, settings, facts, now(), asked.jars, asked.jars_per_load)
    except CannotBegin as reason:
        raise Problem(409, "Cannot begin", str(reason)) from None
    recorded = stored.add(connection(), snapshot, _VERDICT.dump_json(plan.verdict).decode(), takes_of(plan))
    return _view(_found(recorded.id))


@blueprint.get("/api/batches")
@blueprint.output(BatchListOut)
def under_way() -> BatchList:
    """Batches under way, newest first."""
    return BatchList(tuple(_view(batch) for batch in stored.under_way(connection())), now())


@blueprint.get("/api/batches/<batch_id>")
@blueprint.output(BatchOut)
def one(batch_id: str) -> BatchView:
    """One batch as it stands now."""
    return _view(_found(batch_id))


@blueprint.post("/api/batches/<batch_id>/events")
@blueprint.input(EventIn, arg_name="asked")
@blueprint.output(BatchOut)
def tell(batch_id: str, asked: EventIn) -> BatchView:
    """Say what happened. The same event id again changes nothing; an event that does not fit is refused with a sentence."""
    data: dict[str, Any] = {key: value for key in _DATA if (value := getattr(asked, key)) is not None}
    event = Event(asked.id, asked.kind, now(), asked.load, asked.jar, data)
    batch = stored.append(connection(), batch_id, event)
    if batch is None:
        raise Problem(404, "No such batch", "There is no such batch. It may belong to another kitchen's data.")
    return _view(batch)
