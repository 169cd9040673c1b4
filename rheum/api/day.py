"""The day: several batches laid out over burners, canners and hands; kept, laid out anew, pushed along, thrown away."""

from __future__ import annotations

import dataclasses
import json
from datetime import datetime, timedelta
from typing import Any

from apiflask import APIBlueprint
from flask import Response
from pydantic import TypeAdapter

from rheum.api.answers import DayOut, DaysOut, KeptDayOut
from rheum.api.asked import settings_of
from rheum.api.context import connection, now
from rheum.api.day_requests import DayBatchIn, DayIn, KeptDayIn
from rheum.api.day_shapes import DayBatchView, DaysView, DayTask, DayView, KeptDayView
from rheum.api.facts import kitchen_facts
from rheum.api.making import kitchen_stock
from rheum.api.problems import Problem
from rheum.api.requests import BeginIn
from rheum.core.batch import begin
from rheum.core.batch.begun import Snapshot
from rheum.core.day import Asked, Burner, DayBatch, DayCanner, Fixed, Told, lay_out, pushed
from rheum.core.day import Day as LaidDay
from rheum.core.facts.canner import HOLDS
from rheum.core.making import make_plan, with_jars
from rheum.core.making.stock import USUAL_CANNER, USUAL_STEAM, Canner, Stock
from rheum.core.making.wish import JarWish, Wish
from rheum.core.measures.refused import RequestError
from rheum.core.recipe.writing import formula_text
from rheum.formats.calendar_file import calendar_of
from rheum.store import days as stored
from rheum.store import kitchen as kitchens
from rheum.store import recipes as kept

blueprint = APIBlueprint("day", __name__, tag="Day")
_AWAKE = (7 * 60, 22 * 60)
_VIEW: TypeAdapter[DayView] = TypeAdapter(DayView)


def _at(text: str, field: str) -> datetime:
    """A moment as written (ISO), in the kitchen's own time."""
    try:
        at = datetime.fromisoformat(text)
    except ValueError:
        raise RequestError(field, f"“{text[:30]}” is no day and hour. Write it as 2026-09-05T09:00.") from None
    return at.astimezone().replace(second=0, microsecond=0)


def _hour(text: str) -> int:
    hours, colon, minutes = text.partition(":")
    if not colon or not hours.isdecimal() or not minutes.isdecimal() or int(hours) > 24 or int(minutes) > 59:
        raise RequestError("awake", f"“{text[:20]}” is no hour of the day. Write it as 07:00.")
    return int(hours) * 60 + int(minutes)


@dataclasses.dataclass(frozen=True)
class _Read:
    """A request as the core has it, with what is shown beside the plan."""

    asked: Asked
    base: datetime
    batches: tuple[Snapshot, ...]


def _minute(at: datetime, base: datetime) -> int:
    return round((at - base).total_seconds() / 60)


def _read(day: DayIn) -> _Read:
    kitchen = kitchens.read(connection())
    if kitchen is None:
        raise Problem(409, "No altitude", "Set the kitchen's altitude first: without it there are no minutes.")
    start = _at(day.start, "start") if day.start is not None else None
    done_by = _at(day.done_by, "done_by") if day.done_by is not None else None
    if start is None and done_by is None:
        start = now().astimezone().replace(second=0, microsecond=0)
    first = start or done_by
    assert first is not None
    base = first.replace(hour=0, minute=0)
    stock = kitchen_stock(kitchen)
    canners = _canners(day, stock)
    begun = []
    load_of = [0.0] * len(canners)
    batches = []
    for number, one in enumerate(day.batches):
        snapshot, canner = _batch(one, number, canners, load_of, stock=stock, kitchen=kitchen)
        begun.append(snapshot)
        batches.append(
            DayBatch(
                id=one.id,
                title=snapshot.title,
                tasks=snapshot.tasks,
                canner=canner if snapshot.minutes is not None else None,
                not_before=_minute(_at(one.not_before, "not_before"), base) if one.not_before else None,
                not_after=_minute(_at(one.not_after, "not_after"), base) if one.not_after else None,
                follows=one.follows,
            )
        )
    asked = Asked(
        batches=tuple(batches),
        start=_minute(start, base) if start else None,
        done_by=_minute(done_by, base) if done_by else None,
        awake=(_hour(day.awake.from_), _hour(day.awake.to)) if day.awake else _AWAKE,
        breaks=tuple((_minute(_at(span.from_, "breaks"), base), _minute(_at(span.to, "breaks"), base)) for span in day.breaks),
        burners=_burners(day, len(canners)),
        canners=tuple(DayCanner(one.title, one.kind) for one in canners),
        people=day.people or day.hands or 1,
        fixed=tuple(Fixed(one.task, _minute(_at(one.start, "fixed"), base)) for one in day.fixed),
        told=tuple(
            Told(one.task, _minute(_at(one.begun, "told"), base), _minute(_at(one.done, "told"), base) if one.done else None)
            for one in day.told
        ),
    )
    return _Read(asked, base, tuple(begun))


def _burners(day: DayIn, canners: int) -> tuple[Burner, ...]:
    """The burners as they were named; of a mere number two are large, as on most hobs (common practice), and one more for each further canner."""
    if isinstance(day.burners, list):
        return tuple(Burner(one.id, one.size) for one in day.burners)
    many = day.burners if day.burners is not None else 4
    if not 1 <= many <= 12:
        raise RequestError("burners", "Say how many burners there are, 1 to 12.")
    large = max(2, canners)
    return tuple(Burner(number, "large" if number <= large else "small") for number in range(1, many + 1))


def _canners(day: DayIn, stock: Stock) -> list[Canner]:
    if day.canners is None:
        found = [one for one in stock.canners if one.kind == "bath"] or [USUAL_CANNER]
    else:
        found = []
        for number, one in enumerate(day.canners):
            if isinstance(one, str):
                found.append(stock.canner(one, "bath"))
                continue
            usual = USUAL_STEAM if one.kind == "steam" else USUAL_CANNER
            holds = dict.fromkeys(HOLDS, one.holds) if isinstance(one.holds, int) else one.holds
            found.append(dataclasses.replace(usual, id=f"day-{number}", title=one.title or usual.title, holds=holds))
    if day.holds is not None:
        found = [dataclasses.replace(one, holds=dict.fromkeys(HOLDS, day.holds)) for one in found]
    return found


def _batch(
    one: DayBatchIn, number: int, canners: list[Canner], load_of: list[float], *, stock: Stock, kitchen: kitchens.KitchenSettings
) -> tuple[Snapshot, int]:
    """A batch as it would be begun, and the canner that has the least to do of those that take its jars."""
    facts, choices = kitchen_facts()
    text, formula_id = _text_of(one)
    by_load = sorted(range(len(canners)), key=lambda at: load_of[at])
    last: Exception | None = None
    for at in by_load:
        canner = canners[at]
        asked = BeginIn(id=f"day-{number:05d}", text=text, formula_id=formula_id, jar=one.jar, method=canner.kind)
        settings = settings_of(asked, choices, height=kitchen.height, measures=kitchen.measures)
        held = dataclasses.replace(stock, canners=(canner,))
        wish = Wish(canner=canner.id, jars_wanted=one.jars, jars=(JarWish(one.jar),) if one.jar else ())
        try:
            plan = with_jars(make_plan(text, wish, settings, facts, stock=held), one.jars, facts, held)
        except RequestError as reason:
            last = reason
            continue
        snapshot = begin(asked.id, plan, settings, facts, moment=now(), jars=one.jars)
        if snapshot.minutes is None and canner.kind == "steam" and at != by_load[-1]:
            continue
        loads = sum(1 for task in snapshot.tasks if task.do == "fill")
        load_of[at] += loads * ((snapshot.minutes or 0) + 40.0)
        return snapshot, at
    raise last or RequestError("batches", f"Batch {number + 1} fits no canner of this day.")


def _text_of(one: DayBatchIn) -> tuple[str, str | None]:
    facts, _ = kitchen_facts()
    if one.formula_id is not None and one.text is None and one.recipe_id is None:
        formula = facts.formulas.get(one.formula_id)
        if formula is None:
            raise Problem(404, "No such formula", f"There is no formula “{one.formula_id[:60]}”. Choose one from the list.")
        return formula_text(formula), formula.id
    if one.recipe_id is not None:
        recipe = kept.get(connection(), one.recipe_id)
        if recipe is None:
            raise Problem(404, "No such recipe", "There is no such recipe any more. Choose another.")
        return recipe.text, one.formula_id
    return one.text or "", one.formula_id


def _view(read: _Read, day: LaidDay) -> DayView:
    def at(minute: int) -> datetime:
        return read.base + timedelta(minutes=minute)

    return DayView(
        start=at(day.start),
        end=at(day.end),
        bound_minutes=day.bound_minutes,
        minutes=day.minutes,
        best=day.best,
        tasks=tuple(
            DayTask(
                id=one.id, batch=one.batch, do=one.do, says=one.says, start=at(one.start), end=at(one.end), latest=at(one.latest), who=one.who,
                attention=one.attention, burner=one.burner, pot=one.pot, canner=one.canner, load=one.load, after=one.after,
            )
            for one in day.tasks
        ),
        says=day.says,
        batches=tuple(
            DayBatchView(batch.id, snapshot.title, snapshot.jars_planned, snapshot.jar_title, snapshot.minutes, snapshot.text, snapshot.formula_id)
            for batch, snapshot in zip(read.asked.batches, read.batches, strict=True)
        ),
        burners=read.asked.burners,
        canners=tuple(one.title for one in read.asked.canners),
        people=read.asked.people,
    )  # fmt: skip


@blueprint.post("/api/day")
@blueprint.input(DayIn, arg_name="asked")
@blueprint.output(DayOut)
def lay(asked: DayIn) -> DayView:
    """Lay a day out: batches over burners, canners and hands. A wish that cannot be met is refused with what is in the way and what would help."""
    return lay_view(asked)


@blueprint.post("/api/day/late")
@blueprint.input(KeptDayIn, arg_name="asked")
@blueprint.output(DayOut)
def late(asked: KeptDayIn) -> DayView:
    """The same day as it goes: what was told stays, what follows is pushed along in the order of the plan, which is laid out without what was told."""
    read = _read(asked.asked)
    plain = dataclasses.replace(read.asked, told=())
    moment = _minute(now().astimezone(), read.base)
    return _view(read, pushed(lay_out(plain), read.asked.told, moment, awake=plain.awake, breaks=plain.breaks))


@blueprint.get("/api/days")
@blueprint.output(DaysOut)
def every() -> DaysView:
    """The days that were kept, the next to come last."""
    return DaysView(tuple(_kept(one) for one in stored.every(connection())))


def _kept(one: stored.KeptDay) -> KeptDayView:
    return KeptDayView(one.id, one.title, datetime.fromisoformat(one.begins), json.loads(one.asked), _VIEW.validate_json(one.laid))


def _found(day_id: str) -> stored.KeptDay:
    found = stored.get(connection(), day_id)
    if found is None:
        raise Problem(404, "No such day", "There is no such day any more. It may have been thrown away.")
    return found


@blueprint.put("/api/days/<day_id>")
@blueprint.input(KeptDayIn, arg_name="asked")
@blueprint.output(KeptDayOut)
def keep(day_id: str, asked: KeptDayIn) -> KeptDayView:
    """Keep a day: it is laid out anew and stands in the place of what was kept under its id."""
    if not 8 <= len(day_id) <= 64:
        raise Problem(422, "No id", "A day needs an id of 8 to 64 letters.")
    view = lay_view(asked.asked)
    title = asked.title.strip() or " and ".join(batch.title for batch in view.batches)[:80]
    body: dict[str, Any] = asked.asked.model_dump(mode="json", by_alias=True, exclude_none=True)
    day = stored.KeptDay(day_id, title, json.dumps(body), _VIEW.dump_json(view).decode(), view.start.isoformat())
    stored.keep(connection(), day, now())
    return _kept(day)


def lay_view(asked: DayIn) -> DayView:
    """A day asked for, laid out."""
    read = _read(asked)
    return _view(read, lay_out(read.asked))


@blueprint.get("/api/days/<day_id>")
@blueprint.output(KeptDayOut)
def one_day(day_id: str) -> KeptDayView:
    """One kept day."""
    return _kept(_found(day_id))


@blueprint.delete("/api/days/<day_id>")
@blueprint.output(DaysOut)
def throw_away(day_id: str) -> DaysView:
    """Throw a day away."""
    if not stored.throw_away(connection(), day_id):
        raise Problem(404, "No such day", "There is no such day any more. It may have been thrown away.")
    return DaysView(tuple(_kept(one) for one in stored.every(connection())))


@blueprint.get("/api/days/<day_id>/calendar.ics")
def calendar(day_id: str) -> Response:
    """A kept day as a calendar: each task that wants hands, and each load, with a reminder."""
    found = _kept(_found(day_id))
    text = calendar_of(found.id, found.title, [(one.id, f"{one.says} ({found.day.batches[one.batch].title})", one.start, one.end) for one in found.day.tasks if one.attention != "none"], now())  # fmt: skip
    return Response(text, mimetype="text/calendar", headers={"Content-Disposition": "attachment; filename=rheum-day.ics"})
