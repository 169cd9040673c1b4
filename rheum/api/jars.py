"""Jars: found again, one by one or many at once, and what happened to each."""

from __future__ import annotations

from dataclasses import asdict
from datetime import date
from typing import Annotated, Any, Literal

from apiflask import APIBlueprint
from flask import request
from pydantic import Field, Strict

from rheum.api.answers import JarOut, JarsEnteredOut, JarsFoundOut, JarsToldOut
from rheum.api.context import connection, moment, now
from rheum.api.facts import kitchen_facts, kitchen_library
from rheum.api.jar_shapes import EnteredJars, JarFound, JarPage, JarsFound, JarsTold, TookFrom
from rheum.api.problems import Problem
from rheum.api.requests import StrictRequest
from rheum.core.batch.dates import standing_on
from rheum.core.batch.events import Event, EventRefused, JarTold, Taste, Undone
from rheum.core.batch.says import tap_says
from rheum.core.batch.told import standing
from rheum.core.measures.refused import RequestError
from rheum.core.shelf import JarLife, lives_of, open_days
from rheum.core.shelf.entered import enter
from rheum.store import batches as run
from rheum.store import jars as stored
from rheum.store import stock as stocks
from rheum.store.database import transaction

blueprint = APIBlueprint("jars", __name__, tag="Shelf")
Happened = Literal[
    "opened", "finished", "emptied", "given", "back", "moved", "noted", "tasted", "counted", "missing", "unsealed", "spoiled", "thrown",
    "chilled", "looked", "told", "undo",
]  # fmt: skip


JarName = Annotated[tuple[str, int], Strict(False)]


Fifths = Annotated[int | None, Field(ge=1, le=5)]


class TasteIn(StrictRequest):
    """How a jar tasted, each from 1 to 5; whether it is to be made again, and who says so."""

    heat: Fifths = None
    sour: Fifths = None
    salt: Fifths = None
    crunch: Fifths = None
    again: bool | None = None
    by: str = Field(default="", max_length=40)


class JarsIn(StrictRequest):
    """What happened to jars: each by its batch's number on the label and its own. `to`: to whom, or where; `note`: in free words; `left`: of a count,
    how many are there; `of`: of what is taken back; `days`: how long what goes into the refrigerator keeps, a week at most; `taste`: how it was."""

    id: str = Field(min_length=8, max_length=48)
    kind: Happened
    jars: list[JarName] = Field(default=[], max_length=200)
    to: str = Field(default="", max_length=80)
    note: str = Field(default="", max_length=400)
    left: int | None = Field(default=None, ge=0, le=1000)
    of: str | None = None
    days: int = Field(default=7, ge=1, le=7)
    taste: TasteIn | None = None


class JarsEnteredIn(StrictRequest):
    """Jars that stood there before Rheum: what they are, how many, of which size, since when, and where."""

    id: str = Field(min_length=8, max_length=48)
    title: str = Field(max_length=120)
    jars: int
    jar: str = "pint"
    made_on: Annotated[date | None, Strict(False)] = None
    place: Literal["shelf", "fridge"] = "shelf"
    notes: str = Field(default="", max_length=2000)


def stored_batch(number: str) -> run.StoredBatch:
    """A batch by the number on its labels. Problem where there is none."""
    batch_id = run.by_number(connection(), number)
    batch = run.get(connection(), batch_id) if batch_id else None
    if batch is None:
        raise Problem(404, "No such batch", f"There is no batch {number[:20]} here. Look at the label again.")
    return batch


def lives_for(batch: run.StoredBatch) -> tuple[JarLife, ...]:
    """How its jars stand now."""
    if batch.unknown is not None:
        raise Problem(409, "Cannot be told", batch.unknown)
    return lives_of(batch.snapshot, batch.events, moment())


def jar_found(row: stored.JarRow) -> JarFound:
    """A jar as it stands today."""
    today = now().astimezone().date()
    said = asdict(row)
    said.pop("id")
    return JarFound(**said, standing=standing_on(today, row.ready_from, row.best_before))


@blueprint.get("/api/shelf/jars")
@blueprint.output(JarsFoundOut)
def jars() -> JarsFound:
    """Jars, the last ones put up first: `q` words of title, recipe, note, place or person; `place` shelf or fridge; `state`; `batch`; `marked`
    recalled or look; `after` the cursor of the page
    before. At most 200."""
    asked = request.args
    cursor = asked.get("after", "")
    after = int(cursor) if cursor.isdecimal() and len(cursor) < 16 else None
    most = asked.get("most", "")
    size = min(int(most), stored.LIST_MOST) if most.isdecimal() and int(most) > 0 else stored.PAGE
    rows, many = stored.jars(
        connection(), words=asked.get("q", "")[:200], place=asked.get("place") or None, state=asked.get("state") or None,
        batch=asked.get("batch") or None, after=after, most=size,
        marked="recalled" if asked.get("marked") == "recalled" else "look" if asked.get("marked") == "look" else None,
    )  # fmt: skip
    last = rows[-1] if rows else None
    more = str(last.id) if last is not None and len(rows) == size else None
    return JarsFound(tuple(jar_found(row) for row in rows), many, more)


@blueprint.get("/api/jars/<batch>/<int:number>")
@blueprint.output(JarOut)
def one(batch: str, number: int) -> JarPage:
    """One jar's whole story: how it stands, its batch, its load and minutes, its mates, and what was told of it."""
    found = stored_batch(batch)
    lives = lives_for(found)
    life = next((one for one in lives if one.number == number), None)
    if life is None:
        raise Problem(
            404,
            "No such jar",
            f"There is no jar {number} of batch {batch[:20]} on the shelf or in the refrigerator. Look at the label again.",
        )
    snapshot = found.snapshot
    story = tuple(
        (event.at.at, tap_says(event.what))
        for event in standing(found.events)
        if isinstance(event.what, JarTold) and number in event.what.jars
    )
    taken = [event.id for event in standing(found.events) if isinstance(event.what, JarTold) and number in event.what.jars]
    today = now().astimezone().date()
    return JarPage(
        batch_id=snapshot.id, batch=snapshot.number, title=snapshot.title, jar_title=snapshot.jar_title, life=life,
        standing=standing_on(today, life.ready_from, life.last_day or life.best_before), minutes=snapshot.minutes,
        formula_title=snapshot.formula_title, source=snapshot.source, vinegar=snapshot.vinegar,
        mates=tuple(one.number for one in lives if one.number != number), story=story,
        took=_took(found), entered=bool(snapshot.entered), colour=snapshot.colour,
        last_told=taken[-1].rpartition(".")[0] if taken else None, opened_days=open_days_of(found), today=today,
    )  # fmt: skip


def _took(batch: run.StoredBatch) -> tuple[TookFrom, ...]:
    """What was drawn for a batch, and whose its produce was."""
    snapshot = batch.snapshot
    drawn = [
        TookFrom("bottle" if one.what == "bottle" else "lids", one.item_id, one.says)
        for one in stocks.taken(connection(), snapshot.id)
        if one.what in ("bottle", "lids")
    ]
    grown = [
        TookFrom("produce", one.source, f"{one.name} of {one.source}", one.picked.isoformat() if one.picked else "")
        for one in snapshot.produce
        if one.source
    ]
    return (*drawn, *grown)


def open_days_of(batch: run.StoredBatch) -> int:
    """How long an opened jar of it keeps."""
    facts, _ = kitchen_facts()
    return open_days(facts.formulas.get(batch.snapshot.formula_id) if batch.snapshot.formula_id else None)


@blueprint.post("/api/jars/events")
@blueprint.input(JarsIn, arg_name="asked")
@blueprint.output(JarsToldOut)
def tell(asked: JarsIn) -> JarsTold:
    """Say what happened to jars, many at once: all of it or nothing. A count asks about the missing: they are marked until something is told of them."""
    if asked.kind == "undo":
        return _undo(asked)
    by_batch: dict[str, list[int]] = {}
    for batch, number in asked.jars:
        by_batch.setdefault(batch, []).append(number)
    if not by_batch:
        raise RequestError("jars", "Say which jars.")
    if asked.kind == "counted":
        by_batch = {batch: _missing(batch, numbers, asked.left) for batch, numbers in by_batch.items()}
    what = "missing" if asked.kind == "counted" else asked.kind
    with transaction(connection()):
        for batch, numbers in by_batch.items():
            if numbers:
                found = stored_batch(batch)
                days = asked.days if asked.kind == "chilled" else open_days_of(found)
                taste = Taste(**asked.taste.model_dump()) if asked.taste else None
                said = JarTold(f"{asked.id}.{batch}", tuple(numbers), what, asked.to.strip(), asked.note.strip(), days, taste)
                run.append(connection(), found.snapshot.id, Event(said, moment()))
    return JarsTold(asked.id, tuple((batch, number) for batch, numbers in by_batch.items() for number in numbers))


def _missing(batch: str, numbers: list[int], left: int | None) -> list[int]:
    """The last of so many jars, where fewer are left than there should be."""
    if left is None:
        raise RequestError("left", "Say how many are left.")
    there = [life.number for life in lives_for(stored_batch(batch)) if life.state in ("closed", "opened") and life.number in numbers]
    if left > len(there):
        raise EventRefused(f"There should be {len(there)}, and {left} were counted. Look at the labels: some may be of another batch.")
    return there[left:]


def _undo(asked: JarsIn) -> JarsTold:
    """Take back what was told under an id, in every batch that it touched."""
    if asked.of is None:
        raise RequestError("of", "Say what is to be taken back.")
    touched = run.batches_told(connection(), f"{asked.of}.")
    if not touched:
        raise Problem(404, "Nothing to take back", "There is nothing to take back under that name, or it was taken back already.")
    jars: list[tuple[str, int]] = []
    with transaction(connection()):
        for event_id, batch_id in touched:
            number = event_id.rpartition(".")[2]
            batch = run.append(connection(), batch_id, Event(Undone(f"{asked.id}.{number}", event_id), moment()))
            assert batch is not None
            told: Any = next(event.what for event in batch.events if event.id == event_id)
            jars.extend((number, jar) for jar in told.jars)
    return JarsTold(asked.id, tuple(jars))


@blueprint.post("/api/jars/entered")
@blueprint.input(JarsEnteredIn, arg_name="asked")
@blueprint.output(JarsEnteredOut)
def entered(asked: JarsEnteredIn) -> EnteredJars:
    """Enter jars that stood there before Rheum. They are not judged, and say so; what nobody knows the age of is not taken."""
    jar = kitchen_library().jars.get(asked.jar)
    if jar is None:
        raise RequestError("jar", "There is no such jar here. Choose one of the sizes.")
    snapshot, verdict = enter(
        asked.id, asked.title, asked.made_on, jars=asked.jars, jar=jar, place=asked.place, notes=asked.notes,
        today=now().astimezone().date(),
    )  # fmt: skip
    recorded = run.enter(connection(), snapshot, verdict, moment())
    return EnteredJars(recorded.id, recorded.number)
