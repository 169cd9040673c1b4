"""Something is wrong with a jar: where it is seen, what it is, and the questions that decide."""

from __future__ import annotations

from apiflask import APIBlueprint
from pydantic import Field

from rheum.api.answers import SignsOut, WalkOut
from rheum.api.context import now
from rheum.api.jar_shapes import SignDrawn, SignPlace, SignsView, WalkView
from rheum.api.jars import JarName, lives_for, stored_batch
from rheum.api.requests import StrictRequest
from rheum.core.shelf.found_wrong import Answer, Asked, ThisJar, walk
from rheum.core.shelf.life import known_wrong
from rheum.reference.signs import signs

blueprint = APIBlueprint("found-wrong", __name__, tag="Shelf")


class WalkIn(StrictRequest):
    """A sign, and the answers given so far; `opened`: the jar is open already; `jar`: which one it is, by its batch's number and its own, where Rheum knows it."""

    sign: str = Field(min_length=1, max_length=60)
    answers: list[Answer] = Field(default=[], max_length=20)
    opened: bool = False
    jar: JarName | None = None


@blueprint.get("/api/signs")
@blueprint.output(SignsOut)
def every() -> SignsView:
    """Where something may be seen on a jar, and what, each with what is drawn of it."""
    known = signs()
    return SignsView(
        tuple(
            SignPlace(place.id, place.title, tuple(SignDrawn(one.id, one.sign, one.draw) for one in known.at(place.id)))
            for place in known.places
        )
    )


def _jar(asked: WalkIn) -> ThisJar:
    """What is known of the jar that it was seen on."""
    if asked.jar is None:
        return ThisJar(asked.opened)
    batch = stored_batch(asked.jar[0])
    life = next((one for one in lives_for(batch) if one.number == asked.jar[1]), None)
    if life is None:
        return ThisJar(asked.opened)
    overdue = life.last_day is not None and now().astimezone().date() > life.last_day
    return ThisJar(asked.opened or life.state == "opened", overdue, bool(batch.snapshot.entered), known_wrong(life), life.look)


@blueprint.post("/api/signs/walk")
@blueprint.input(WalkIn, arg_name="asked")
@blueprint.output(WalkOut)
def walked(asked: WalkIn) -> WalkView:
    """The next question of a sign, or what the jar comes to. What is not known counts as the worse."""
    found = walk(signs(), asked.sign, asked.answers, _jar(asked))
    if isinstance(found, Asked):
        return WalkView(asked.sign, found, None)
    return WalkView(asked.sign, None, found)
