"""Days that were kept: changed, begun, followed as they go, printed, thrown away."""

from __future__ import annotations

import dataclasses
import json
from datetime import datetime, timedelta
from typing import Any

from apiflask import APIBlueprint
from flask import Response, request
from pydantic import TypeAdapter

from rheum.api.answers import BatchOut, BetterDayOut, DayNowOut, DaysOut, KeptDayOut, SheetOut
from rheum.api.batches import begin_asked
from rheum.api.context import connection, now
from rheum.api.day_read import ReadDay, awake_of, breaks_of, core_day, minute_of, read_day, view_of
from rheum.api.day_requests import DayBeginIn, DayIn, KeptDayIn
from rheum.api.day_shapes import BetterDay, DayNow, DaysView, DayView, KeptDayView
from rheum.api.problems import Problem
from rheum.api.requests import StepAnswerIn
from rheum.api.shapes import BatchView, SheetView
from rheum.core.batch.begun import Snapshot
from rheum.core.batch.times import task_times
from rheum.core.batch.told import fold
from rheum.core.day import Day, Told, Work, better, day_sheet, lay_out, pushed, sheet_of, without
from rheum.core.day.lay import NotToBe
from rheum.core.measures.refused import Refused, RequestError
from rheum.core.work import BatchTask
from rheum.formats.calendar_file import calendar_of
from rheum.formats.day_page import lay_out_day
from rheum.formats.sheet_page import Mark, Paper, pages_drawn, pages_pdf
from rheum.formats.sheet_page import lay_out as page_of
from rheum.store import batches as run
from rheum.store import days as stored
from rheum.store import kitchen as kitchens

blueprint = APIBlueprint("days", __name__, tag="Day")
_VIEW: TypeAdapter[DayView] = TypeAdapter(DayView)


@blueprint.get("/api/days")
@blueprint.output(DaysOut)
def every() -> DaysView:
    """The days that were kept, the next to come last."""
    return DaysView(tuple(_kept(one) for one in stored.every(connection())))


def _kept(one: stored.KeptDay) -> KeptDayView:
    return KeptDayView(
        one.id, one.title, datetime.fromisoformat(one.begins), json.loads(one.asked), _VIEW.validate_json(one.laid), json.loads(one.begun)
    )


def _found(day_id: str) -> stored.KeptDay:
    found = stored.get(connection(), day_id)
    if found is None:
        raise Problem(404, "No such day", "There is no such day any more. It may have been thrown away.")
    return found


def _keep(day_id: str, title: str, asked: dict[str, Any], *, view: DayView, begun: dict[str, str]) -> KeptDayView:
    day = stored.KeptDay(day_id, title, json.dumps(asked), _VIEW.dump_json(view).decode(), view.start.isoformat(), json.dumps(begun))
    stored.keep(connection(), day, now())
    return _kept(day)


@blueprint.put("/api/days/<day_id>")
@blueprint.input(KeptDayIn, arg_name="asked")
@blueprint.output(KeptDayOut)
def keep(day_id: str, asked: KeptDayIn) -> KeptDayView:
    """Keep a day: it is laid out anew and stands in the place of what was kept under its id. Of a day that has begun what was told stays where it
    was, and the rest is laid out from now on."""
    if not 8 <= len(day_id) <= 64:
        raise Problem(422, "No id", "A day needs an id of 8 to 64 letters.")
    known = stored.get(connection(), day_id)
    ids = {one.id for one in asked.asked.batches}
    begun = {name: batch for name, batch in json.loads(known.begun).items() if name in ids} if known else {}
    read = read_day(asked.asked)
    if begun:
        told, _ = _told([one.id for one in read.asked.batches], begun, read.base)
        moment = minute_of(now().astimezone(), read.base)
        start = max(moment, read.asked.start if read.asked.start is not None else moment)
        read = dataclasses.replace(read, asked=dataclasses.replace(read.asked, told=(*read.asked.told, *told), start=start))
    try:
        laid = lay_out(read.asked)
    except NotToBe:
        # A day that runs late is not refused for the hour it was to be done by: it is laid out as early as it can be.
        if not begun or read.asked.done_by is None:
            raise
        laid = lay_out(dataclasses.replace(read.asked, done_by=None))
    view = view_of(read, laid)
    title = asked.title.strip() or " and ".join(batch.title for batch in view.batches)[:80]
    body: dict[str, Any] = asked.asked.model_dump(mode="json", by_alias=True, exclude_none=True)
    return _keep(day_id, title, body, view=view, begun=begun)


@blueprint.get("/api/days/<day_id>")
@blueprint.output(KeptDayOut)
def one_day(day_id: str) -> KeptDayView:
    """One kept day."""
    return _kept(_found(day_id))


@blueprint.delete("/api/days/<day_id>")
@blueprint.output(DaysOut)
def throw_away(day_id: str) -> DaysView:
    """Throw a day away; the batches that were begun of it go on."""
    if not stored.throw_away(connection(), day_id):
        raise Problem(404, "No such day", "There is no such day any more. It may have been thrown away.")
    return DaysView(tuple(_kept(one) for one in stored.every(connection())))


@blueprint.post("/api/days/<day_id>/begin")
@blueprint.input(DayBeginIn, arg_name="asked")
@blueprint.output(BatchOut)
def begin(day_id: str, asked: DayBeginIn) -> BatchView:
    """Begin one batch of the day, as it was planned; what is told of it from then on is what the day goes by."""
    found = _kept(_found(day_id))
    read = read_day(DayIn.model_validate(found.asked))
    at = next((number for number, one in enumerate(read.asked.batches) if one.id == asked.batch), None)
    if at is None:
        raise Problem(404, "No such batch", "There is no such batch in this day. It may have been taken out.")
    if known := found.begun.get(asked.batch):
        if known == asked.id:
            return begin_asked(read.begins[at].model_copy(update={"id": asked.id}))
        raise Problem(409, "Begun already", "This batch of the day is under way already: see it on the Stove.")
    steps: list[StepAnswerIn] | None = asked.steps
    how = read.begins[at].model_copy(
        update={"id": asked.id, "short_known": asked.short_known, "ask_steps": asked.ask_steps, "steps": steps}
    )
    batch = begin_asked(how)
    _keep(day_id, found.title, found.asked, view=found.day, begun={**found.begun, asked.batch: batch.snapshot.id})
    return batch


def _told(ids: list[str], begun: dict[str, str], base: datetime) -> tuple[list[Told], list[int]]:
    """What the taps of the day's batches tell, by the place of each batch, and which of them were given up."""
    found: list[Told] = []
    gone: list[int] = []
    for at, day_batch in enumerate(ids):
        batch = run.get(connection(), begun[day_batch]) if day_batch in begun else None
        if batch is None or batch.unknown is not None:
            continue
        try:
            tally = fold(batch.snapshot, batch.events)
            times = task_times(batch.snapshot, batch.events)
        except Refused:
            continue
        if tally.given_up:
            gone.append(at)
            continue
        tasks = {task.id for task in batch.snapshot.tasks if task.part != "after"}
        for name, one in times.items():
            if name in tasks:
                found.append(Told(f"{at}.{name}", minute_of(one.begun, base), minute_of(one.done, base) if one.done else None))
    return found, gone


def _running(found: KeptDayView) -> tuple[Day, list[Told], list[int], int, datetime]:
    """A kept day pushed along to this moment: (day, told, given up, the minute it is, the midnight it counts from)."""
    day, base = core_day(found.day)
    told, gone = _told([one.id for one in found.day.batches], found.begun, base)
    known = {one.id for one in day.tasks}
    told = [one for one in told if one.task in known]
    moment = minute_of(now().astimezone(), base)
    asked = DayIn.model_validate(found.asked)
    day = without(day, gone)
    if not found.begun or not day.tasks:
        return day, told, gone, moment, base
    return pushed(day, told, moment, awake=awake_of(asked), breaks=breaks_of(asked, base)), told, gone, moment, base


@blueprint.get("/api/days/<day_id>/now")
@blueprint.output(DayNowOut)
def as_it_goes(day_id: str) -> DayNow:
    """The day as it goes: what was told stays, what follows is pushed along in the same order, and how late that is stands in a sentence."""
    found = _kept(_found(day_id))
    day, told, gone, _, base = _running(found)
    view = _placed(found.day, day, base)
    late = round((view.end - found.day.end).total_seconds() / 60)
    done = tuple(one.task for one in told if one.done is not None)
    return DayNow(view, late if found.begun else 0, tuple(one.task for one in told), done, found.begun, tuple(gone), now())


def _placed(kept: DayView, day: Day, base: datetime) -> DayView:
    """A kept day's view with its tasks where they stand now."""

    def at(minute: int) -> datetime:
        return base + timedelta(minutes=minute)

    where = {one.id: one for one in day.tasks}
    tasks = tuple(
        dataclasses.replace(one, start=at(where[one.id].start), end=at(where[one.id].end), latest=at(where[one.id].latest))
        for one in kept.tasks
        if one.id in where
    )
    ordered = tuple(sorted(tasks, key=lambda one: (one.start, one.end, one.id)))
    return dataclasses.replace(kept, tasks=ordered, end=at(day.end), minutes=day.minutes, best=day.best, says=day.says)


def _better(day_id: str) -> tuple[KeptDayView, ReadDay, BetterDay]:
    found = _kept(_found(day_id))
    day, told, gone, moment, base = _running(found)
    read = read_day(DayIn.model_validate(found.asked))
    if not found.begun or gone or not day.tasks:
        return found, read, BetterDay(None, "There is no better order.")
    shift = minute_of(base, read.base)
    moved = [
        dataclasses.replace(one, task=one.task, begun=one.begun + shift, done=one.done + shift if one.done is not None else None)
        for one in told
    ]
    same = dataclasses.replace(
        day, end=day.end + shift, tasks=tuple(dataclasses.replace(one, start=one.start + shift, end=one.end + shift) for one in day.tasks)
    )
    other = better(read.asked, same, moved, moment + shift)
    if other is None:
        return found, read, BetterDay(None, "There is no better order.")
    return found, read, BetterDay(view_of(read, other.day), other.says)


@blueprint.get("/api/days/<day_id>/better")
@blueprint.output(BetterDayOut)
def look_for_better(day_id: str) -> BetterDay:
    """Another order of what is left that ends earlier, with its reason. Nothing moves until it is taken."""
    return _better(day_id)[2]


@blueprint.post("/api/days/<day_id>/better")
@blueprint.output(KeptDayOut)
def take_better(day_id: str) -> KeptDayView:
    """Take the better order: it stands in the place of the plan."""
    found, _, other = _better(day_id)
    if other.day is None:
        raise Problem(409, "No better order", "There is no better order any more: the day has gone on. Nothing was changed.")
    return _keep(day_id, found.title, found.asked, view=other.day, begun=found.begun)


def _sheets(day_id: str, paper: Paper) -> tuple[str, list[list[Mark]]]:
    """The day's own page, and a page for each batch, with its start times as the day stands now."""
    found = _kept(_found(day_id))
    read = read_day(DayIn.model_validate(found.asked))
    day, _, _, _, base = _running(found)
    kitchen = kitchens.read(connection())
    american = kitchen is not None and kitchen.measures == "us"
    titles = [f"{one.title}, {one.jars_planned} {one.jar_title}" for one in read.batches]
    pages = lay_out_day(day_sheet(day, titles, base), paper)
    for number, (plan, snapshot) in enumerate(zip(read.plans, read.batches, strict=True)):
        mine = [one for one in day.tasks if one.batch == number]
        starts = {one.id.partition(".")[2]: f"{base + timedelta(minutes=one.start):%H:%M}" for one in mine}
        when = base + timedelta(minutes=min((one.start for one in mine), default=day.start))
        pages.extend(
            page_of(
                sheet_of(
                    plan,
                    when.date(),
                    Work(_in_order(snapshot, [one.id for one in mine]), starts, snapshot.minutes is not None),
                    american=american,
                ),
                paper,
            )
        )
    return found.title, pages


def _in_order(snapshot: Snapshot, ids: list[str]) -> tuple[BatchTask, ...]:
    """The tasks of a batch in the order in which they are laid out."""
    by_id = {task.id: task for task in snapshot.tasks}
    return tuple(by_id[name] for one in ids if (name := one.partition(".")[2]) in by_id)


def _paper() -> Paper:
    asked = request.args.get("paper", "a4")
    if asked not in ("a4", "letter"):
        raise RequestError("paper", "Choose A4 or Letter paper.")
    return "letter" if asked == "letter" else "a4"


@blueprint.get("/api/days/<day_id>/sheets")
@blueprint.output(SheetOut)
def sheets(day_id: str) -> SheetView:
    """The sheets for the wall as drawings: one for the day, then one a batch. `paper`: a4 or letter."""
    paper = _paper()
    title, pages = _sheets(day_id, paper)
    return SheetView(pages_drawn(pages, paper), title)


@blueprint.get("/api/days/<day_id>/sheets.pdf")
@blueprint.doc(responses={200: "The sheets as PDF"})
def sheets_pdf(day_id: str) -> Response:
    """The sheets for the wall as PDF."""
    paper = _paper()
    title, pages = _sheets(day_id, paper)
    headers = {"Content-Disposition": "attachment; filename=rheum-day.pdf"}
    return Response(pages_pdf(pages, paper, title), mimetype="application/pdf", headers=headers)


@blueprint.get("/api/days/<day_id>/calendar.ics")
def calendar(day_id: str) -> Response:
    """A kept day as a calendar: each task that wants hands, and each load, with a reminder."""
    found = _kept(_found(day_id))
    names = [one.id for one in found.day.batches]
    rows = [
        (f"{names[one.batch]}.{one.id.partition('.')[2]}", f"{one.says} ({found.day.batches[one.batch].title})", one.start, one.end)
        for one in found.day.tasks
        if one.attention != "none"
    ]
    text = calendar_of(found.id, found.title, rows, now())
    return Response(text, mimetype="text/calendar", headers={"Content-Disposition": "attachment; filename=rheum-day.ics"})
