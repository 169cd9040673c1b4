"""The kitchen scale: reading it, taring it; a simulated one can be loaded from the screen."""

from __future__ import annotations

from apiflask import APIBlueprint

from rheum.api.answers import ReadingOut
from rheum.api.context import setup
from rheum.api.stock_requests import PutIn, UnitIn
from rheum.devices.scale import Reading, ScaleError, SimulatedScale

blueprint = APIBlueprint("scale", __name__, tag="Scale")


@blueprint.get("/api/scale")
@blueprint.output(ReadingOut)
def read() -> Reading:
    """What the scale shows now."""
    return setup().scale.read()


@blueprint.post("/api/scale/tare")
@blueprint.output(ReadingOut)
def tare() -> Reading:
    """What lies on it counts as nothing."""
    return setup().scale.tare()


@blueprint.post("/api/scale/unit")
@blueprint.input(UnitIn, arg_name="asked")
@blueprint.output(ReadingOut)
def unit(asked: UnitIn) -> Reading:
    """Show another unit."""
    return setup().scale.show(asked.unit)


@blueprint.post("/api/scale/put")
@blueprint.input(PutIn, arg_name="asked")
@blueprint.output(ReadingOut)
def put(asked: PutIn) -> Reading:
    """Lay something on the simulated scale."""
    found = setup().scale
    if setup().kind != "demo" and isinstance(found, SimulatedScale):
        raise ScaleError("No scale is connected to this kitchen. Write the weight down by hand.")
    if not isinstance(found, SimulatedScale):
        raise ScaleError("This is a real scale: put the basket on it.")
    return found.put(asked.grams)
