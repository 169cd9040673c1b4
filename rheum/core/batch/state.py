"""A batch under way: its state is a fold over its events, with the moment passed in."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace
from datetime import date, datetime, timedelta
from typing import Final

from rheum.core.batch.admission import filling_stood
from rheum.core.batch.begun import Snapshot, Step
from rheum.core.batch.events import Event, Undone
from rheum.core.batch.filling import walks
from rheum.core.batch.jars import jar_at, settled, too_late
from rheum.core.batch.moment import Moment, at_least, at_most, due, jump_s
from rheum.core.batch.says import (
    actions_at,
    filling_stood_says,
    given_up_says,
    headline_at,
    jars_say,
    jumped,
    minutes_say,
    tap_says,
    task_says,
    trail_of,
)
from rheum.core.batch.standing import Action, Filling, JarStanding, LastTap, Load, LoadPhase, RunState, TaskStanding
from rheum.core.batch.taking_back import question
from rheum.core.batch.tally import PREPARING, Counted, LoadTally, Tally, counted
from rheum.core.batch.tasks_at import ahead_of, coming_at, fill_ready, filling_at, hot_at, pots_at, task_now, tasks_at
from rheum.core.batch.told import fold, standing
from rheum.core.batch.wait_limits import ALL_CHILLED, Wait, boil_by, over_a_day, overdue
from rheum.core.batch.walk import minutes_word, stale
from rheum.core.facts.canner import REST_MINUTES
from rheum.core.making.brine import Brine, adjusted, forecast
from rheum.core.making.cook_down import CookDown, into_jars, kept

# Filled jars that wait longer than this are told of (common practice); those in the canner when three quarters of an hour are left (own pick).
_STAND_TOLD: Final = timedelta(minutes=30)
_HEATING_TOLD: Final = timedelta(minutes=75)


def state_at(snapshot: Snapshot, events: Iterable[Event], now: Moment) -> RunState:
    """The batch as it stands now: derived from recorded events alone, so a reload, a second screen or a killed server
    lose nothing."""
    events = list(events)
    tally = fold(snapshot, events)
    if snapshot.entered:
        return _entered(snapshot)
    loads = tuple(_load_at(tally, load, now) for load in tally.loads)
    jars = tuple(jar_at(tally, number, now) for number in range(1, (tally.filled or 0) + 1))
    ahead = ahead_of(tally, now)
    tasks, filling = tasks_at(tally, now, ahead), filling_at(tally)
    if filling is not None and filling_stood(tally, now):
        filling = replace(filling, stood=True)
    # Where jars go into the canner as they are lidded, tasks come between its loads too; else only before the jars are counted.
    walking = filling is not None or (bool(snapshot.tasks) and not walks(snapshot) and not tally.filling_over and not tally.given_up)
    meant = task_now(tasks, snapshot.tasks) if walking and not fill_ready(tally, tasks) else None
    step = _walk_step(meant, snapshot.minutes is not None) if walking else _current_step(tally, jars, now)
    active = _active(loads) if step == "loads" else None
    headline, detail, waits = headline_at(snapshot, step, tally.filled, loads, active=active, jars=jars, barred=tally.barred)
    late = active is not None and overdue(tally.load(active.number).waits, now) is not None
    actions = actions_at(step, active, snapshot.method == "steam", late=late or bool(tally.barred))
    if tally.given_up and step == "done":
        headline, detail = "Given up", given_up_says(jars)
    elif meant is not None:
        headline, detail, actions = task_says(meant), meant.says, meant.actions
    elif filling is not None and filling.stood:
        headline, detail = filling_stood_says(filling.jars_in)
        actions = (_into_the_refrigerator(tally, filling.load, (Wait("filled", tally.lidded_at),) if tally.lidded_at else (), now),)
    elif filling is not None:
        headline, detail, actions = f"Fill jar {filling.next_jar}", filling.says, ()
    elif step == "refrigerate" and tally.filled_at is not None:
        actions = (_into_the_refrigerator(tally, None, (Wait("filled", tally.filled_at),), now),)
    return RunState(
        step=step,
        headline=headline,
        detail=detail,
        jars_filled=tally.filled,
        part_jar=tally.part_jar,
        loads=loads,
        jars=jars,
        actions=actions,
        last_tap=_last_tap(tally, events, now),
        waits_until=waits,
        load=active.number if active else None,
        told=(*_told(tally, now), *_told_of_filling(tally, now, filling if meant is None else None)),
        trail=trail_of(snapshot, step, tasks if walking else None, more=walks(snapshot) and not tally.filling_over),
        altitude=tally.heights[-1].altitude if tally.heights else snapshot.altitude,
        brine=_brine_at(tally),
        brine_jars=tally.poured[0] if tally.poured else 0,
        cook=_cook_at(tally),
        given_up=tally.given_up,
        tasks=tasks,
        task=meant.id if meant else None,
        filling=filling,
        coming=coming_at(tally, now, ahead),
        pots=pots_at(tally, now),
        filled_on=tally.filled_at.at.astimezone().date() if tally.filled_at is not None else None,
        part_jar_by=_part_jar_by(tally),
        given_up_to=tally.given_up_to,
    )


def _into_the_refrigerator(tally: Tally, load: int | None, waits: tuple[Wait, ...], now: Moment) -> Action:
    """The press that says so; after a day it is asked whether they have been there since."""
    late = over_a_day(waits, now)
    return Action(
        "refrigerated", "They are in the refrigerator", load, tone="big", asks=f"They were filled more than 24 hours ago. {ALL_CHILLED}" if late else None,
        chilled=late,
    )  # fmt: skip


def _part_jar_by(tally: Tally) -> date | None:
    """A part jar was not processed: it is eaten as one that did not seal."""
    if not tally.part_jar or tally.filled_at is None:
        return None
    days = tally.snapshot.unsealed_days if tally.snapshot.minutes is not None else tally.snapshot.fridge_days
    return tally.filled_at.at.astimezone().date() + timedelta(days=days)


def _entered(snapshot: Snapshot) -> RunState:
    """Jars that stood there before Rheum: nothing of them was ever at this stove."""
    return RunState(
        step="done", headline="Entered as they stood", detail="Made before Rheum: nobody here knows how, so they are not judged.",
        jars_filled=snapshot.jars_planned, part_jar=False, loads=(), jars=(), actions=(), last_tap=None, waits_until=None,
    )  # fmt: skip


def _walk_step(meant: TaskStanding | None, shelf: bool) -> Step:
    """Where a batch with tasks stands before its last jar is in: by the task that is meant."""
    if meant is None or meant.part == "fill":
        return "fill"
    return {"prepare": "prepare", "cook": "cook"}.get(meant.part, "heat-jars" if shelf else "cook")  # type: ignore[return-value]


def _told_of_filling(tally: Tally, now: Moment, filling: Filling | None) -> tuple[str, ...]:
    """While the jars are filled: what is not hot yet, and what has stood and comes to the boil again."""
    if filling is None:
        return ()
    found = []
    if not tally.lidded and (hot := hot_at(tally, now)):
        found.append(f"The canner and the jars should be hot at about {hot.astimezone():%H:%M}. Fill when they are.")
    for task in tally.snapshot.tasks:
        if task.hot and task.part == "cook" and stale(task, tally.task(task.id), now):
            found.append(
                f"“{task.title}” was done more than {minutes_word(task.waits or 0, task.waits or 0)} ago: bring it back to the boil before it is poured."
            )
    return tuple(found)


def _last_tap(tally: Tally, events: list[Event], now: Moment) -> LastTap | None:
    """The last tap of a person; a height put right is none, and neither is a tap taken back."""
    undone = {event.id for event in events if isinstance(event.what, Undone)}
    taps = [event for event in standing(events) if event.id not in undone and event.what.kind not in ("height", "vinegar")]
    return LastTap(taps[-1].id, tap_says(taps[-1].what, tally.snapshot), question(tally.snapshot, events, taps[-1], now)) if taps else None


def _active(loads: tuple[Load, ...]) -> Load | None:
    """The load that is meant: the one in the canner, else the next that waits."""
    inside = [load for load in loads if load.phase not in ("waiting", "stood", "cold") and load.lifted_at is None]
    return next(iter(inside or [load for load in loads if load.phase in ("waiting", "stood")]), None)


def _told(tally: Tally, now: Moment) -> tuple[str, ...]:
    """What must be known besides the one thing to do: a clock that was moved, jars that stand, a height put right."""
    found = []
    for load in tally.loads:
        if load.boil_at is not None and (jump := jump_s(load.boil_at, load.heat_off_at or now)):
            found.append(jumped(jump))
            break
    for load in tally.loads:
        if tally.snapshot.minutes is None or not _waits(tally, load) or overdue(load.waits, now):
            continue
        for wait in load.waits:
            stood = at_most(wait.since, now)
            if wait.kind == "ended" or stood <= (_HEATING_TOLD if load.loaded else _STAND_TOLD):
                continue
            since = f"were lidded {minutes_say(stood)} ago" if wait.kind == "filled" else f"lost their boil {minutes_say(stood)} ago"
            found.append(
                f"{jars_say(load.jars)} of load {load.number} {since}: {'bring them to the boil' if load.loaded else 'into the canner with them'}. "
                "After two hours they go to the refrigerator."
            )
    if tally.chipped and not tally.filling_over and not tally.given_up:
        many = len(tally.chipped)
        found.append(
            f"{jars_say(many)} chipped and out: {'the spare takes its place' if many == 1 else 'as many others take their place'}, washed and hot."
        )
    for load in tally.loads:
        if load.number in tally.broke and not any(other.loaded for other in tally.loads if other.number > load.number):
            found.append(_BROKE if load.lifted_at is None else _BROKE_LIFTED)
    for height in tally.heights[-1:]:
        if tally.snapshot.minutes is not None:
            how = "is now" if height.moved else "was put right to"
            found.append(
                f"The kitchen's height {how} {height.altitude}: the longer of both minutes counts from then on."
                if height.minutes
                else f"The kitchen's height {how} {height.altitude}, and Rheum has no minutes for this batch there: put its jars in the refrigerator."
            )
    found.extend(f"{says}. No jar of this batch may stand on the shelf: put them in the refrigerator." for says in tally.weak.values())
    return tuple(found)


_BROKE: Final = (
    "A jar broke in the canner. The others have their full time. Lifting, keep your hands above the water: look each jar over, and one with "
    "a crack is thrown out."
)
_BROKE_LIFTED: Final = "A jar broke in this canner: empty it, wash the glass out, and heat clean water before the next load."


def _brine_at(tally: Tally) -> Brine | None:
    """What the jars will take, by what the first ones took; nothing once they are all filled."""
    batch_ml, rooms = tally.snapshot.brine_ml, tally.snapshot.rooms
    if tally.given_up or batch_ml is None or not rooms or tally.filling_over:
        return None
    if tally.poured is None:
        return forecast(batch_ml, rooms, tally.snapshot.brine_listed_ml or batch_ml)
    jars, used_ml, mixed = tally.poured
    return adjusted(batch_ml, rooms, jars, used_ml, mixed=mixed)


def _cook_at(tally: Tally) -> CookDown | None:
    """What is left in the pan, expected or read, and the jars it fills; nothing once they are filled."""
    cook = tally.snapshot.cook
    if tally.given_up or cook is None or tally.filling_over or not tally.snapshot.sizes:
        return None
    found, size = kept(cook.start_ml, cook.low, cook.high, tally.pan), tally.snapshot.sizes[0]
    found = replace(found, noted=tally.noted)
    return into_jars(found, size.room_ml, size.noun) if len(tally.snapshot.sizes) == 1 else found


def _phase(tally: Tally, load: LoadTally, boil: Counted, now: Moment) -> LoadPhase:
    minutes = tally.minutes_of(load)
    if load.cold:
        return "cold"
    if load.lifted_at is not None:
        if load.short:
            return "short"
        if all(jar in tally.seals or jar in tally.moved or jar in tally.spoiled for jar in load.numbers):
            return "checked"
        return "check" if at_least(load.lifted_at, now) >= timedelta(hours=tally.snapshot.cool_hours) else "cooling"
    if load.short:
        return "short"
    if load.heat_off_at is not None:
        return "rested" if at_least(load.heat_off_at, now) >= timedelta(minutes=REST_MINUTES) else "resting"
    if load.boil_at is not None and minutes is not None:
        if boil.boiled_s >= minutes * 60:
            return "time-up"
        return "doubt" if boil.boiled_s + boil.in_doubt_s >= minutes * 60 else "boiling"
    if tally.snapshot.minutes is not None and (tally.barred or overdue(load.waits, now)):
        return "stood"
    return "heating" if load.loaded else "waiting"


def _waits(tally: Tally, load: LoadTally) -> bool:
    """Whether a load still waits for its boil."""
    return load.boil_at is None and load.heat_off_at is None and not tally.elsewhere_now(load)


def _load_at(tally: Tally, load: LoadTally, now: Moment) -> Load:
    minutes, boil = tally.minutes_of(load), counted(load, now)
    running = load.boil_at is not None and load.heat_off_at is None and minutes is not None
    ends: datetime | None = None
    if running and minutes is not None:
        # What the machine slept through does not count until the person says so; what it could not measure is shown by the wall clock.
        plain = load.boil_at is not None and load.credit_s == 0 and boil.slept_s == 0 and not jump_s(load.boil_at, now)
        by_wall = load.boil_at.at + timedelta(minutes=minutes) if load.boil_at else None
        ends = by_wall if plain else now.at + timedelta(seconds=minutes * 60 - boil.boiled_s - boil.unmeasured_s)
    elif load.boil_at is not None and minutes is not None:
        ends = load.boil_at.at + timedelta(minutes=minutes)
    off, lifted = load.heat_off_at, load.lifted_at
    return Load(
        number=load.number,
        jars=load.jars,
        numbers=load.numbers,
        again=load.again,
        title=load.title,
        minutes=minutes,
        phase=_phase(tally, load, boil, now),
        boil_at=load.boil_at.at if load.boil_at else None,
        in_doubt_s=boil.in_doubt_s if running else 0.0,
        ends_at=ends,
        heat_off_at=off.at if off else None,
        rest_ends_at=due(off, timedelta(minutes=REST_MINUTES), now) if off else None,
        lifted_at=lifted.at if lifted else None,
        check_from=due(lifted, timedelta(hours=tally.snapshot.cool_hours), now) if lifted else None,
        boils_lost=load.boils_lost,
        boil_by=boil_by(load.waits, now) if tally.snapshot.minutes is not None and _waits(tally, load) else None,
    )


def _current_step(tally: Tally, jars: tuple[JarStanding, ...], now: Moment) -> Step:
    if tally.given_up:
        return "done" if all(settled(tally, jar) for jar in jars) else "seals"
    # Where it has tasks, filling and loading are one walk, and this is only asked once it is over or a load is in the canner.
    for step in () if tally.snapshot.tasks else PREPARING:
        if step == "heat-jars" and tally.snapshot.minutes is None:
            continue
        if step not in tally.done:
            return step
    if tally.snapshot.minutes is None:
        return "done" if all(settled(tally, jar) for jar in jars) and jars else "refrigerate"
    if any(load.lifted_at is None and not _waited_for_no_more(tally, load, now) for load in tally.loads):
        return "loads"
    return "done" if all(settled(tally, jar) for jar in jars) else "seals"


def _waited_for_no_more(tally: Tally, load: LoadTally, now: Moment) -> bool:
    """Whether nothing more is done with a load in the canner: its time to be saved is past, or all its jars went elsewhere."""
    return (
        too_late(tally, load, now)
        or tally.elsewhere_now(load)
        or (not load.loaded and all(jar in tally.moved or jar in tally.spoiled for jar in load.numbers))
    )
