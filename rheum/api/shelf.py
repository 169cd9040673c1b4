"""The shelf: jars as they stand today, by batch, by kind or by where they stand; the most pressing first."""

from __future__ import annotations

from dataclasses import asdict
from datetime import date
from typing import Final

from apiflask import APIBlueprint
from flask import request

from rheum.api.answers import ShelfOut
from rheum.api.context import connection, now
from rheum.api.facts import kitchen_library
from rheum.api.jar_shapes import ShelfBatch, ShelfCount, ShelfGroup, ShelfView
from rheum.api.stove import oldest_first, views
from rheum.core.batch.dates import standing_on
from rheum.core.facts.library import Library
from rheum.core.measures.refused import RequestError
from rheum.core.shelf.today import saving
from rheum.store import shelf as stored

blueprint = APIBlueprint("shelf", __name__, tag="Shelf")
# So many groups of each kind of standing are drawn before more are asked for.
EACH: Final = 18
_NO_KIND: Final = "other"


def _drawn(row: stored.ShelfRow, today: date) -> ShelfBatch:
    return ShelfBatch(**asdict(row), standing=standing_on(today, row.ready_from, row.best_before))


def _kind_of(formula_id: str, library: Library) -> str:
    formula = library.formulas.get(formula_id)
    return formula.kind if formula else _NO_KIND


def _only(library: Library) -> stored.Only:
    asked = request.args
    place, standing = asked.get("place"), asked.get("standing")
    formulas = None
    if kind := asked.get("kind"):
        held = {one.key for one in stored.grouped(connection(), "formula_id")}
        formulas = tuple(sorted(one for one in held if _kind_of(one, library) == kind)) or ("?",)
    if place not in (None, "", "shelf", "fridge") or standing not in (None, "", *stored.STANDINGS):
        raise RequestError("place", f"A place is shelf or fridge; jars stand {', '.join(stored.STANDINGS)}.")
    return stored.Only(place or None, standing or None, formulas, asked.get("stand"))  # type: ignore[arg-type]


def _groups(by: str, library: Library) -> tuple[ShelfGroup, ...]:
    found: dict[str, list[int]] = {}
    for one in stored.grouped(connection(), "formula_id" if by == "kind" else "stands_at"):
        key = _kind_of(one.key, library) if by == "kind" else f"{one.place}:{one.key}"
        held = found.setdefault(key, [0, 0])
        held[0], held[1] = held[0] + one.jars, held[1] + one.groups
    return tuple(ShelfGroup(key, jars, groups) for key, (jars, groups) in sorted(found.items(), key=lambda one: -one[1][0]))


@blueprint.get("/api/shelf")
@blueprint.output(ShelfOut)
def shelf() -> ShelfView:
    """Jars as they stand today: of each way of standing the first groups, what ends soonest first, and how many there are. `place`, `standing`, `kind`
    and `stand` choose some of them, `skip` goes on; `group=kind` or `group=place` counts by those instead of drawing."""
    today, library = now().astimezone().date(), kitchen_library()
    counted = stored.counts(connection(), today)
    jars, groups = sum(one for one, _ in counted.values()), sum(many for _, many in counted.values())
    counts = tuple(ShelfCount(place, standing, *many) for (place, standing), many in counted.items())
    by = request.args.get("group", "batch")
    if by in ("kind", "place"):
        return ShelfView((), jars, groups, today, counts, _groups(by, library))
    skip = request.args.get("skip", "0")
    if any(request.args.get(name) is not None for name in ("place", "standing", "kind", "stand")):
        only = _only(library)
        shown = stored.standing(connection(), today, only, skip=int(skip) if skip.isdecimal() else 0, most=EACH * 2)
        return ShelfView(tuple(_drawn(row, today) for row in shown), jars, groups, today, counts)
    rows = [row for place, standing in counted for row in stored.standing(connection(), today, stored.Only(place, standing), most=EACH)]
    under_way, _ = views()
    waiting = tuple(saving(oldest_first(under_way)))
    return ShelfView(tuple(_drawn(row, today) for row in rows), jars, groups - len(rows), today, counts, waiting=waiting)
