"""A day as it is asked for over the wire, read into what the core lays out; and the plan as it is answered."""

from __future__ import annotations

import dataclasses
from datetime import datetime, timedelta

from rheum.api.asked import settings_of
from rheum.api.context import connection, now
from rheum.api.day_requests import DayBatchIn, DayIn
from rheum.api.day_shapes import DayBatchView, DayTask, DayView
from rheum.api.facts import kitchen_facts
from rheum.api.learnt import own_times
from rheum.api.making import kitchen_stock
from rheum.api.problems import Problem
from rheum.api.requests import BeginIn, WishIn
from rheum.core.batch import begin
from rheum.core.batch.begun import Snapshot
from rheum.core.day import Asked, Burner, DayBatch, DayCanner, Fixed, Laid, Told, lay_out
from rheum.core.day import Day as LaidDay
from rheum.core.facts.canner import HOLDS
from rheum.core.making import Plan, make_plan, with_jars
from rheum.core.making.stock import USUAL_CANNER, USUAL_STEAM, Canner, Stock
from rheum.core.making.wish import JarWish, Wish
from rheum.core.measures.refused import RequestError
from rheum.core.parsing.writing import formula_text
from rheum.store import kitchen as kitchens
from rheum.store import recipes as kept

_AWAKE = (7 * 60, 22 * 60)


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
class ReadDay:
    """A request as the core has it, with what is shown beside the plan."""

    asked: Asked
    base: datetime
    batches: tuple[Snapshot, ...]
    plans: tuple[Plan, ...]
    # How each batch is begun: in which canner, by which method.
    begins: tuple[BeginIn, ...]


def minute_of(at: datetime, base: datetime) -> int:
    return round((at - base).total_seconds() / 60)


def read_day(day: DayIn) -> ReadDay:
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
    batches, plans, begins = [], [], []
    for number, one in enumerate(day.batches):
        plan, snapshot, canner, how = _batch(one, number, canners, load_of, stock=stock, kitchen=kitchen)
        begun.append(snapshot)
        plans.append(plan)
        begins.append(how)
        batches.append(
            DayBatch(
                id=one.id,
                title=snapshot.title,
                tasks=snapshot.tasks,
                canner=canner if snapshot.minutes is not None else None,
                not_before=minute_of(_at(one.not_before, "not_before"), base) if one.not_before else None,
                not_after=minute_of(_at(one.not_after, "not_after"), base) if one.not_after else None,
                follows=one.follows,
            )
        )
    asked = Asked(
        batches=tuple(batches),
        start=minute_of(start, base) if start else None,
        done_by=minute_of(done_by, base) if done_by else None,
        awake=awake_of(day),
        breaks=breaks_of(day, base),
        burners=_burners(day, len(canners)),
        canners=tuple(DayCanner(one.title, one.kind) for one in canners),
        people=day.people or day.hands or 1,
        fixed=tuple(Fixed(one.task, minute_of(_at(one.start, "fixed"), base)) for one in day.fixed),
        told=tuple(
            Told(one.task, minute_of(_at(one.begun, "told"), base), minute_of(_at(one.done, "told"), base) if one.done else None)
            for one in day.told
        ),
    )
    return ReadDay(asked, base, tuple(begun), tuple(plans), tuple(begins))


def awake_of(day: DayIn) -> tuple[int, int]:
    """The waking hours, minutes of a day."""
    return (_hour(day.awake.from_), _hour(day.awake.to)) if day.awake else _AWAKE


def breaks_of(day: DayIn, base: datetime) -> tuple[tuple[int, int], ...]:
    """The breaks, minutes since a midnight."""
    return tuple((minute_of(_at(span.from_, "breaks"), base), minute_of(_at(span.to, "breaks"), base)) for span in day.breaks)


def _burners(day: DayIn, canners: int) -> tuple[Burner, ...]:
    """The burners as they were named; of a mere number two are large, as on most hobs (common practice), and one more for each further canner."""
    if isinstance(day.burners, list):
        return tuple(Burner(one.id, one.size) for one in day.burners)
    if day.burners is None:
        hob = kitchens.hob(connection())
        return tuple(Burner(number, "large" if number <= hob.large else "small") for number in range(1, hob.large + hob.small + 1))
    many = day.burners
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
) -> tuple[Plan, Snapshot, int, BeginIn]:
    """A batch as it would be begun, and the canner that has the least to do of those that take its jars."""
    facts, choices = kitchen_facts()
    text, formula_id, set_aside = _text_of(one)
    by_load = sorted(range(len(canners)), key=lambda at: load_of[at])
    last: Exception | None = None
    for at in by_load:
        canner = canners[at]
        asked = BeginIn(id=f"day-{number:05d}", text=text, formula_id=formula_id, jar=one.jar, method=canner.kind, set_aside=set_aside)
        settings = settings_of(asked, choices, height=kitchen.height, measures=kitchen.measures)
        held = dataclasses.replace(stock, canners=(canner,))
        wish = Wish(canner=canner.id, jars_wanted=one.jars, jars=(JarWish(one.jar),) if one.jar else ())
        try:
            plan = with_jars(make_plan(text, wish, settings, facts, stock=held), one.jars, facts, held)
        except RequestError as reason:
            last = reason
            continue
        snapshot = begin(asked.id, plan, settings, facts, moment=now(), jars=one.jars, own=own_times())
        if snapshot.minutes is None and canner.kind == "steam" and at != by_load[-1]:
            continue
        loads = sum(1 for task in snapshot.tasks if task.do == "fill")
        load_of[at] += loads * ((snapshot.minutes or 0) + 40.0)
        own = WishIn(canner=canner.id) if any(canner.id == one.id for one in stock.canners) else WishIn()
        return plan, snapshot, at, asked.model_copy(update={"jars": one.jars, "wish": own})
    raise last or RequestError("batches", f"Batch {number + 1} fits no canner of this day.")


def _text_of(one: DayBatchIn) -> tuple[str, str | None, bool]:
    facts, _ = kitchen_facts()
    if one.formula_id is not None and one.text is None and one.recipe_id is None:
        formula = facts.formulas.get(one.formula_id)
        if formula is None:
            raise Problem(404, "No such formula", f"There is no formula “{one.formula_id[:60]}”. Choose one from the list.")
        return formula_text(formula), formula.id, False
    if one.recipe_id is not None:
        recipe = kept.get(connection(), one.recipe_id)
        if recipe is None:
            raise Problem(404, "No such recipe", "There is no such recipe any more. Choose another.")
        return recipe.text, one.formula_id, bool(recipe.settings.get("set_aside"))
    return one.text or "", one.formula_id, False


def view_of(read: ReadDay, day: LaidDay) -> DayView:
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


def lay_view(asked: DayIn) -> DayView:
    """A day asked for, laid out."""
    read = read_day(asked)
    return view_of(read, lay_out(read.asked))


def core_day(view: DayView) -> tuple[LaidDay, datetime]:
    """A plan that was answered, as the core has it, and the midnight that its minutes count from."""
    base = view.start.astimezone().replace(hour=0, minute=0, second=0, microsecond=0)
    tasks = tuple(
        Laid(
            id=one.id, batch=one.batch, do=one.do, says=one.says, start=minute_of(one.start, base), end=minute_of(one.end, base),
            latest=minute_of(one.latest, base), who=one.who, attention=one.attention, burner=one.burner, pot=one.pot, canner=one.canner,
            load=one.load, after=one.after,
        )
        for one in view.tasks
    )  # fmt: skip
    start, end = minute_of(view.start, base), minute_of(view.end, base)
    return LaidDay(start, end, view.minutes, view.bound_minutes, view.best, tasks, view.says), base
