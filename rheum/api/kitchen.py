"""The kitchen's altitude and measures."""

from __future__ import annotations

from apiflask import APIBlueprint
from flask import request

from rheum.api.answers import HeightOut, KitchenOut
from rheum.api.context import connection, moment, now, setup
from rheum.api.facts import kitchen_facts
from rheum.api.problems import Problem
from rheum.api.requests import KitchenIn
from rheum.api.shapes import HeightReading, HeightView, KitchenView
from rheum.core.measures.altitude import AltitudeError, AltitudeUnclear, altitude, boiling_point_c, read_height, seldom_a_kitchen
from rheum.core.measures.saying import degrees
from rheum.corrections import height_corrected
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
    written, unit = asked.altitude, asked.altitude_unit
    height = read_height(written, unit) if isinstance(written, str) else altitude(written, unit)
    before = stored.read(connection())
    another = before is None or before.height.metres != height.metres
    if another and not asked.sure and (doubt := seldom_a_kitchen(height)):
        raise Problem(409, "Is it right?", doubt, "sure")
    if another and asked.height_change is None and batches.any_processed(connection()):
        raise Problem(409, "Put right, or moved?", _CHANGED, "height_change")
    kitchen = stored.KitchenSettings(asked.name.strip() or "My kitchen", height.written, height.unit, asked.measures, asked.jars_per_load)
    with transaction(connection()):
        stored.write(connection(), kitchen)
        if another and asked.height_change is not None:
            facts, choices = kitchen_facts()
            height_corrected(connection(), height, moved=asked.height_change == "moved", library=facts, choices=choices, at=moment())
    return _view(stored.read(connection()))


_CHANGED = (
    "Was the height wrong until now, or did the kitchen move? If it was wrong, jars that had too few minutes for the right height are marked, "
    "to be thrown out; if you moved, they were processed right where they were made."
)


@blueprint.get("/api/kitchen/height")
@blueprint.output(HeightOut)
def height_read() -> HeightView:
    """How a height is understood as it is written (`written`, `unit` m or ft): read back in both units with where water boils there; or, where it can be
    read in two ways, both of them; or what is wrong with it."""
    written, unit = request.args.get("written", "")[:40], "ft" if request.args.get("unit") == "ft" else "m"
    try:
        height = read_height(written, unit)  # type: ignore[arg-type]
    except AltitudeUnclear as unclear:
        return HeightView("", str(unclear), tuple(HeightReading(one.written, one.unit, one.says) for one in unclear.readings))
    except AltitudeError as wrong:
        return HeightView("", str(wrong))
    return HeightView(height.says, seldom_a_kitchen(height) or "")
