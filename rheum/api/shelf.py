"""The shelf: jars as they stand today."""

from __future__ import annotations

from dataclasses import asdict

from apiflask import APIBlueprint

from rheum.api.answers import ShelfOut
from rheum.api.context import connection, now
from rheum.api.shapes import ShelfBatch, ShelfView
from rheum.core.batch.dates import standing_on
from rheum.store import shelf as stored

blueprint = APIBlueprint("shelf", __name__, tag="Shelf")


@blueprint.get("/api/shelf")
@blueprint.output(ShelfOut)
def shelf() -> ShelfView:
    """Jars on the shelf and in the refrigerator by batch, the newest first, and how each group stands today."""
    today = now().astimezone().date()
    rows, (jars, groups) = stored.standing(connection()), stored.count(connection())
    batches = tuple(ShelfBatch(**asdict(row), standing=standing_on(today, row.ready_from, row.best_before)) for row in rows)
    return ShelfView(batches, jars, groups - len(rows), today)
