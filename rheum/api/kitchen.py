"""The kitchen's altitude and measures."""

from __future__ import annotations

from uuid import uuid4

from apiflask import APIBlueprint

from rheum.api.answers import KitchenOut
from rheum.api.context import connection, moment, now, setup
from rheum.api.facts import kitchen_facts
from rheum.api.requests import KitchenIn
from rheum.api.shapes import KitchenView
from rheum.core.batch.events import Event
from rheum.core.batch.height import height_set
from rheum.core.measures.altitude import Altitude, altitude, boiling_point_c
from rheum.core.measures.saying import degrees
from rheum.store import batches
from rheum.store import kitchen as stored
from rheum.store.database import transaction

blueprint = APIBlueprint("kitchen", __name__, tag="Kitchen")


def _view(kitchen: stored.KitchenSettings | None) -> KitchenView:
    demo = setup().kind == "demo"
    if kitchen is None:
        return KitchenView(
            known=False,
            demo=demo,
            name="My kitchen",
            altitude=None,
            altitude_unit=None,
            altitude_m=None,
            altitude_ft=None,
            altitude_says=None,
            boiling_point_c=None,
            boiling_says=None,
            measures="us",
            jars_per_load=None,
            now=now(),
        )
    height = kitchen.height
    metres = float(height.metres)
    return KitchenView(
        known=True,
        demo=demo,
        name=kitchen.name,
        altitude=float(height.value),
        altitude_unit=kitchen.altitude_unit,
        altitude_m=metres,
        altitude_ft=float(height.feet),
        altitude_says=str(height),
        boiling_point_c=round(boiling_point_c(metres), 2),
        boiling_says=degrees(boiling_point_c(metres), american=kitchen.measures == "us", places=1),
        measures=kitchen.measures,
        jars_per_load=kitchen.jars_per_load,
        now=now(),
        begun=batches.any_begun(connection()),
    )


@blueprint.get("/api/kitchen")
@blueprint.output(KitchenOut)
def read() -> KitchenView:
    """The kitchen; `known` is false before the first start's questions are answered."""
    return _view(stored.read(connection()))


@blueprint.put("/api/kitchen")
@blueprint.input(KitchenIn, arg_name="asked")
@blueprint.output(KitchenOut)
def write(asked: KitchenIn) -> KitchenView:
    """Set altitude and measures."""
    height = altitude(asked.altitude, asked.altitude_unit)
    value = asked.altitude if isinstance(asked.altitude, str) else repr(asked.altitude)
    kitchen = stored.KitchenSettings(
        asked.name.strip() or "My kitchen", value.removesuffix(".0"), height.unit, asked.measures, asked.jars_per_load
    )
    before = stored.read(connection())
    with transaction(connection()):
        stored.write(connection(), kitchen)
        if before is not None and before.height.metres != height.metres:
            _tell_batches(height)
    return _view(stored.read(connection()))


def _tell_batches(height: Altitude) -> None:
    """A height put right is told to every batch under way: the longer of both minutes counts from then on."""
    facts, choices = kitchen_facts()
    at = moment()
    for batch in batches.under_way(connection()):
        if batch.unknown is not None:
            continue
        said = height_set(uuid4().hex, batch.snapshot, height, library=facts, choices=choices)
        if said is not None:
            batches.append(connection(), batch.snapshot.id, Event(said, at))
