"""The small sums on their own."""

from __future__ import annotations

from apiflask import APIBlueprint

from rheum.api.answers import AnswerOut
from rheum.api.context import connection
from rheum.api.facts import kitchen_library
from rheum.api.requests import ReckonIn
from rheum.core.reckoner import reckon
from rheum.core.reckoner.answers import Answer
from rheum.store import stock

blueprint = APIBlueprint("reckoner", __name__, tag="Reckoner")


@blueprint.post("/api/reckon")
@blueprint.input(ReckonIn, arg_name="asked")
@blueprint.output(AnswerOut)
def answer(asked: ReckonIn) -> Answer:
    """One sum, with its working and what a picture of it shows."""
    return reckon(asked.asked, kitchen_library(), stock.read(connection()).trims)
