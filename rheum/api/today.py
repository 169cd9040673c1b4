"""Today: what the kitchen owes its people now, and a calendar of it."""

from __future__ import annotations

from datetime import date, datetime, time, timedelta, timezone

from apiflask import APIBlueprint
from flask import Response
from pydantic import Field

from rheum.api.answers import TodayOut
from rheum.api.context import connection, moment, now
from rheum.api.copies import days_since_copy
from rheum.api.jar_shapes import TodayView
from rheum.api.requests import StrictRequest
from rheum.api.stove import oldest_first, views
from rheum.core.batch.together import together
from rheum.core.measures.refused import RequestError
from rheum.core.shelf.today import LAST_DAYS, MOST, READY_FOR, DayAhead, Group, Marked, Owed, saving, today
from rheum.formats.calendar_file import Entry, jars_calendar
from rheum.store import days, jars, news, put_off, shelf, stock, timers

blueprint = APIBlueprint("today", __name__, tag="Today")


class PutOffIn(StrictRequest):
    """A line that is put off until tomorrow."""

    key: str = Field(min_length=1, max_length=120)


def _group(row: shelf.ShelfRow) -> Group:
    return Group(row.batch_id, row.number, row.title, len(row.jars), row.place, row.ready_from, row.best_before)


def _owed(day: date) -> Owed:
    shown, _ = views()
    running = oldest_first(shown)
    clocks = together(running, timers.running(connection()), moment(), news.answered(connection())).clocks
    last = day + timedelta(days=LAST_DAYS)
    kept = [DayAhead(one.id, one.title, datetime.fromisoformat(one.begins), one.begun != "{}") for one in days.every(connection())]
    soon = [one for one in sorted(kept, key=lambda one: one.begins) if one.begins.astimezone().date() >= day - timedelta(days=1)]
    first = [
        row
        for standing in ("past-best", "use-first")
        for row in shelf.standing(connection(), day, shelf.Only("shelf", standing), most=MOST)
    ]
    return Owed(
        batches=running,
        clocks=clocks,
        ending=[_group(row) for row in shelf.ending(connection(), "fridge", last, most=MOST)],
        days=soon[:1],
        marked=Marked(*jars.marked(connection())),
        stock=stock.read(connection()),
        first=[_group(row) for row in first],
        copied=days_since_copy(day),
        ready=[_group(row) for row in shelf.became_ready(connection(), day - READY_FOR, day, most=MOST)],
    )


@blueprint.get("/api/today")
@blueprint.output(TodayOut)
def lines() -> TodayView:
    """At most seven lines: what is to be saved within 24 hours, running clocks, last days, seals, the day's next, jars to look at, what runs low, what to
    use first, what is ready."""
    return _lines()


def _lines() -> TodayView:
    at = now()
    day = at.astimezone().date()
    return TodayView(today(_owed(day), at, put_off.until(connection(), at)), at)


@blueprint.post("/api/today/put-off")
@blueprint.input(PutOffIn, arg_name="asked")
@blueprint.output(TodayOut)
def put_it_off(asked: PutOffIn) -> TodayView:
    """Put a line off until tomorrow morning; what is to be saved, and a running clock, cannot be."""
    if asked.key.startswith(("save:", "out:", "clock:")):
        raise RequestError("key", "That cannot be put off: it would be too late.")
    morning = datetime.combine(now().astimezone().date() + timedelta(days=1), time(0)).astimezone(timezone.utc)
    put_off.keep(connection(), asked.key, morning)
    return _lines()


def _entries(day: date) -> list[Entry]:
    found = []
    shown, _ = views()
    for line in saving(oldest_first(shown)):
        found.append(Entry(line.key.replace(":", "-"), f"{line.says} ({line.number})", line.at or day))
    for view in shown:
        for load in view.state.loads:
            if load.phase == "cooling" and load.check_from:
                found.append(Entry(f"seals-{view.snapshot.id}-{load.number}", f"Check the seals: {view.snapshot.title}", load.check_from))
    for row in shelf.ahead(connection(), day):
        which = f"{row.title} ({row.number}, {len(row.jars)} {'jar' if len(row.jars) == 1 else 'jars'})"
        if row.place == "fridge":
            found.append(Entry(f"last-{row.batch_id}", f"Last day in the refrigerator: {which}", row.best_before))
            continue
        if row.ready_from >= day and row.ready_from > row.made_on:
            found.append(Entry(f"ready-{row.batch_id}-{row.stands_at}", f"Ready to open: {which}", row.ready_from))
        found.append(Entry(f"best-{row.batch_id}-{row.stands_at}", f"Best before: {which}", row.best_before))
    return found


@blueprint.get("/api/calendar.ics")
@blueprint.doc(responses={200: "iCalendar"})
def calendar() -> Response:
    """Jars to be saved or thrown out, seal checks, ready days, last days and best-before dates of what stands here, as an iCalendar feed."""
    body = jars_calendar(_entries(now().astimezone().date()), stamp=now())
    return Response(body, mimetype="text/calendar", headers={"Content-Disposition": "inline; filename=rheum-jars.ics"})
