"""News: every screen follows the others at once; alarms answered on one are quiet on all; drafts follow from laptop to phone."""

from __future__ import annotations

from typing import Any

from apiflask import APIBlueprint
from flask import request
from pydantic import BaseModel, ConfigDict, Field

from rheum.api.answers import AliveOut, DraftOut
from rheum.api.context import connection, now, setup
from rheum.api.problems import Problem
from rheum.api.requests import StrictRequest
from rheum.api.shapes import Alive, DraftView
from rheum.store import facts
from rheum.store import news as stored

blueprint = APIBlueprint("news", __name__, tag="News")


class QuietIn(StrictRequest):
    """Alarms that somebody has heard, by their names."""

    rings: list[str] = Field(min_length=1, max_length=40)


class DraftIn(BaseModel):
    """A draft as a screen has it; `screen`: that screen's own name."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)

    body: Any
    screen: str = Field(min_length=1, max_length=64)


def alive() -> Alive:
    """How far everything is."""
    change, revision = facts.change(connection()), facts.revision(connection())
    events, drafts = stored.number(connection())
    token = f"{setup().born}.{change}.{revision}.{events}.{drafts}"
    return Alive(True, setup().born, change, revision, events, drafts, token, now())


@blueprint.get("/api/alive")
@blueprint.output(AliveOut)
def is_alive() -> Alive:
    """Whether the server answers, and how far everything is."""
    return alive()


@blueprint.get("/api/news")
@blueprint.output(AliveOut)
def news() -> Alive:
    """The same, held back until it is no longer what `after` (a token) says, or some seconds have passed."""
    after = request.args.get("after", "")
    # Read in transactions of their own: a connection that waits holds nothing.
    setup().news.wait(lambda: alive().token != after)
    return alive()


@blueprint.post("/api/quiet")
@blueprint.input(QuietIn, arg_name="asked")
@blueprint.output(AliveOut)
def quiet(asked: QuietIn) -> Alive:
    """Somebody has heard these alarms: no screen rings for them any more."""
    stored.answer(connection(), [ring[:200] for ring in asked.rings], now())
    return alive()


def _view(found: stored.Draft | None, name: str) -> DraftView:
    at = now()
    return DraftView(name, found.body, found.number, found.screen, found.at, at) if found else DraftView(name, None, 0, "", None, at)


@blueprint.get("/api/drafts/<name>")
@blueprint.output(DraftOut)
def draft(name: str) -> DraftView:
    """A half-filled form as the last screen left it; `number` 0 where there is none."""
    return _view(stored.draft(connection(), name), name)


@blueprint.put("/api/drafts/<name>")
@blueprint.input(DraftIn, arg_name="asked")
@blueprint.output(DraftOut)
def keep_draft(name: str, asked: DraftIn) -> DraftView:
    """Keep a form as this screen has it: the last word counts."""
    if not 1 <= len(name) <= 80:
        raise Problem(422, "No name", "A draft needs a name of 1 to 80 letters.")
    return _view(stored.keep_draft(connection(), name, asked.body, asked.screen, now=now()), name)
