"""The kitchen's altitude and measures."""

from __future__ import annotations

from apiflask import APIBlueprint

from rheum.api.context import connection, now, setup
from rheum.api.requests import KitchenIn
from rheum.api.shapes import KitchenOut, KitchenView
from rheum.core.measures.altitude import altitude, boiling_point_c
from rheum.store import kitchen as stored

blueprint = APIBlueprint("kitchen", __name__, tag="Kitchen")


def _view(kitchen: stored.KitchenSettings | None) -> KitchenView:
    demo = setup().kind == "demo"
    if kitchen is None:
        return KitchenView(False, demo, "My kitchen", None, None, None, None, None, None, "us", None, now())
    height = kitchen.height
    metres = float(height.metres)
    return KitchenView(
        True, demo, kitchen.name, float(height.value), kitchen.altitude_unit, metres, float(height.feet), str(height),
        round(boiling_point_c(metres), 2), kitchen.measures, kitchen.jars_per_load, now(),
    )  # fmt: skip


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
    stored.write(connection(), kitchen)
    return _view(stored.read(connection()))
