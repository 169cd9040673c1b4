"""The shelf: jars as they stand today."""

from __future__ import annotations

from apiflask import APIBlueprint

from rheum.api.context import connection, now
from rheum.api.shapes import ShelfBatch, ShelfOut, ShelfView
from rheum.core.batch.dates import standing_on
from rheum.store import shelf as stored

blueprint = APIBlueprint("shelf", __name__, tag="Shelf")


@blueprint.get("/api/shelf")
@blueprint.output(ShelfOut)
def shelf() -> ShelfView:
    """Every jar on the shelf and in the refrigerator, what to use first at the front."""
    today = now().astimezone().date()
    rows = stored.standing(connection())
    batches = tuple(
        ShelfBatch(
            r.batch_id, r.number, r.title, r.place, r.jars, r.jar_title, r.jar_id, r.made_on, r.ready_from, r.best_before, r.formula_title,
            standing_on(today, r.ready_from, r.best_before),
        )
        for r in rows
    )  # fmt: skip
    return ShelfView(batches, sum(len(r.jars) for r in rows), today)
