"""What was judged again by a later Rheum and found stricter."""

from __future__ import annotations

from apiflask import APIBlueprint

from rheum.api.answers import SecondLooksOut
from rheum.api.context import connection, now
from rheum.api.requests import SeenIn
from rheum.api.shapes import SecondLooks
from rheum.store import second_looks as stored

blueprint = APIBlueprint("second-looks", __name__, tag="Second looks")


@blueprint.get("/api/second-looks")
@blueprint.output(SecondLooksOut)
def looks() -> SecondLooks:
    """Every stricter answer, the newest first."""
    return _looks()


@blueprint.post("/api/second-looks/seen")
@blueprint.input(SeenIn, arg_name="asked")
@blueprint.output(SecondLooksOut)
def seen(asked: SeenIn) -> SecondLooks:
    """Say that some were seen: they are not told again, and stay with what they are about."""
    stored.seen(connection(), asked.ids, now())
    return _looks()


def _looks() -> SecondLooks:
    return SecondLooks(tuple(stored.told(connection())))
