"""Dates of jars: made, ready, best before, and which to use first."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, timedelta
from typing import Final, Literal

from rheum.core.batch.begun import Snapshot
from rheum.core.batch.standing import JarState, RunState

UNSEALED_DAYS: Final = 7


def best_before(made: date) -> date:
    """Twelve months on (common practice; quality, not safety, while the seal holds)."""
    try:
        return made.replace(year=made.year + 1)
    except ValueError:
        return made.replace(year=made.year + 1, day=28)


USE_FIRST_DAYS: Final = 90


def standing_on(today: date, ready: date, best: date) -> Literal["waiting", "ready", "use-first", "past-best"]:
    """How a jar stands on a day: still waiting, ready, to be used first (the last three months), or past its best."""
    if today > best:
        return "past-best"
    if today < ready:
        return "waiting"
    first = min(timedelta(days=USE_FIRST_DAYS), (best - ready) / 2)
    return "use-first" if best - today <= first else "ready"


@dataclass(frozen=True, slots=True)
class Dates:
    """When a jar was made, is at its best from, and best before; in the refrigerator the last is its use-by."""

    made_on: date
    ready_from: date
    best_before: date


def shelf_dates(made: date, weeks: int) -> Dates:
    """A sealed jar: ready after the formula's weeks, best within twelve months."""
    return Dates(made, made + timedelta(weeks=weeks), best_before(made))


def fridge_dates(made: date, own_days: int, processed: bool, unsealed_days: int = UNSEALED_DAYS) -> Dates:
    """A jar in the refrigerator: a refrigerator batch keeps its own days, a processed jar that failed a week."""
    return Dates(made, made, made + timedelta(days=unsealed_days if processed else own_days))


@dataclass(frozen=True, slots=True)
class JarStands:
    """A jar that stands somewhere, and its dates."""

    number: int
    load: int
    place: Literal["shelf", "fridge"]
    dates: Dates


def jars_standing(snapshot: Snapshot, state: RunState) -> tuple[JarStands, ...]:
    """The jars of a batch on the shelf and in the refrigerator, each with its dates: made on the day its heat went off, in this
    machine's time zone."""
    if snapshot.entered:
        made = snapshot.begun_at.astimezone().date()
        dates = shelf_dates(made, 0) if snapshot.entered == "shelf" else fridge_dates(made, snapshot.fridge_days, False)
        return tuple(JarStands(number, 0, snapshot.entered, dates) for number in range(1, snapshot.jars_planned + 1))
    found = []
    places: dict[JarState, Literal["shelf", "fridge"]] = {"sealed": "shelf", "fridge": "fridge"}
    loads = {load.number: load for load in state.loads}
    for jar in state.jars:
        place = places.get(jar.state)
        if place is None:
            continue
        made = (loads[jar.load].heat_off_at or snapshot.begun_at).astimezone().date()
        dates = (
            shelf_dates(made, snapshot.weeks)
            if place == "shelf"
            else fridge_dates(made, snapshot.fridge_days, snapshot.minutes is not None, snapshot.unsealed_days)
        )
        found.append(JarStands(jar.number, jar.load, place, dates))
    if state.part_jar_by is not None and state.filled_on is not None and (not state.given_up or state.given_up_to == "fridge"):
        # The part jar was never processed: the number after the last full one, in the refrigerator.
        days = snapshot.unsealed_days if snapshot.minutes is not None else snapshot.fridge_days
        part = fridge_dates(state.filled_on, days, snapshot.minutes is not None, days)
        found.append(JarStands((state.jars_filled or 0) + 1, 0, "fridge", part))
    return tuple(found)
