"""A batch under way: an append-only list of events, and its state as a fold over them with the clock passed in."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import datetime, timedelta
from typing import Final

from rheum.core.batch.begun import Snapshot, Step
from rheum.core.batch.events import APPLY, PREPARING, Event, EventRefused, LoadTally, Tally
from rheum.core.batch.says import actions_at, headline_at, tap_says
from rheum.core.batch.standing import JarStanding, LastTap, Load, LoadPhase, RunState
from rheum.core.facts.canner import REST_MINUTES
from rheum.core.making.brine import Brine, adjusted, forecast
from rheum.core.making.cook_down import CookDown, into_jars, kept

HOURS_TO_SAVE: Final = 24


def standing(events: Iterable[Event]) -> list[Event]:
    """The events that still count: those neither taken back nor taking back."""
    events = list(events)
    taken_back = {event.data.get("of") for event in events if event.kind == "undo"}
    return [event for event in events if event.kind != "undo" and event.id not in taken_back]


def _fold(snapshot: Snapshot, events: Iterable[Event]) -> Tally:
    tally = Tally(snapshot)
    for event in standing(events):
        tally = APPLY[event.kind](tally, event)
    return tally


def admit(snapshot: Snapshot, events: list[Event], new: Event) -> None:
    """Whether a new event fits. Raises EventRefused with a sentence where it does not; changes nothing."""
    if new.kind == "undo":
        target = new.data.get("of")
        if target not in {event.id for event in standing(events)}:
            raise EventRefused("There is no such tap to take back, or it was taken back already.")
        try:
            _fold(snapshot, [*events, new])
        except EventRefused:
            raise EventRefused("Something later rests on that tap. Take the later one back first.") from None
        return
    if new.kind not in APPLY:
        raise EventRefused(f"“{new.kind}” is nothing that happens to a batch.")
    _fold(snapshot, [*events, new])


def state_at(snapshot: Snapshot, events: Iterable[Event], now: datetime) -> RunState:
    """The batch as it stands now: derived from recorded events alone, so a reload, a second screen or a killed server
    lose nothing."""
    events = list(events)
    tally = _fold(snapshot, events)
    loads = tuple(_load_at(tally, load, now) for load in tally.loads)
    jars = tuple(
        _jar_at(tally, number, now) for load in tally.loads for number in range(tally.first_jar(load), tally.first_jar(load) + load.jars)
    )
    step = _current_step(tally, jars)
    last = standing(events)
    headline, detail, waits = headline_at(snapshot, step, tally.filled, loads, jars)
    return RunState(
        step, headline, detail, tally.filled, tally.part_jar, loads, jars, actions_at(snapshot, step, loads, tally.filled),
        LastTap(last[-1].id, tap_says(last[-1])) if last else None, waits, _brine_at(tally), tally.poured[0] if tally.poured else 0,
        _cook_at(tally),
    )  # fmt: skip


def _brine_at(tally: Tally) -> Brine | None:
    """What the jars will take, by what the first ones took; nothing once they are all filled."""
    batch_ml, rooms = tally.snapshot.brine_ml, tally.snapshot.rooms
    if batch_ml is None or not rooms or tally.filled is not None:
        return None
    return (
        adjusted(batch_ml, rooms, *tally.poured) if tally.poured else forecast(batch_ml, rooms, tally.snapshot.brine_listed_ml or batch_ml)
    )


def _cook_at(tally: Tally) -> CookDown | None:
    """What is left in the pan, expected or read, and the jars it fills; nothing once they are filled."""
    cook = tally.snapshot.cook
    if cook is None or tally.filled is not None or not tally.snapshot.sizes:
        return None
    found, size = kept(cook.start_ml, cook.low, cook.high, tally.pan), tally.snapshot.sizes[0]
    return into_jars(found, size.room_ml, size.noun) if len(tally.snapshot.sizes) == 1 else found


def _load_at(tally: Tally, load: LoadTally, now: datetime) -> Load:
    ends = tally.ends_at(load)
    rest = load.heat_off_at + timedelta(minutes=REST_MINUTES) if load.heat_off_at else None
    check = load.lifted_at + timedelta(hours=tally.snapshot.cool_hours) if load.lifted_at else None
    jars = range(tally.first_jar(load), tally.first_jar(load) + load.jars)
    phase: LoadPhase = "waiting"
    if load.lifted_at is not None:
        settled = all(jar in tally.seals or jar in tally.moved or jar in tally.spoiled for jar in jars)
        phase = "short" if load.short else "checked" if settled else "check" if check and now >= check else "cooling"
    elif load.short:
        phase = "short"
    elif rest is not None:
        phase = "rested" if now >= rest else "resting"
    elif ends is not None:
        phase = "time-up" if now >= ends else "boiling"
    elif load.loaded:
        phase = "heating"
    return Load(
        load.number, load.jars, load.title, tally.minutes_of(load), phase, load.boil_at, ends, load.heat_off_at, rest, load.lifted_at, check,
        load.boils_lost,
    )  # fmt: skip


def _jar_at(tally: Tally, number: int, now: datetime) -> JarStanding:
    load = tally.load_of_jar(number)
    moved = tally.moved.get(number)
    if moved == "bin":
        return JarStanding(number, load.number, "gone", None, None)
    if number in tally.spoiled:
        return JarStanding(
            number,
            load.number,
            "spoiled",
            "Signs of spoilage: do not open it, do not taste it. Put it in a closed bag in the bin, out of reach of children and animals, "
            "and wash your hands and whatever it touched.",
            "spoilage-signs",
        )
    if moved == "fridge" or tally.refrigerated:
        return JarStanding(number, load.number, "fridge", None, None)
    if load.short and load.heat_off_at is not None:
        code = "boil-interrupted" if load.boil_at is None and load.boils_lost else "under-processed"
        why = "The boil stopped and the time was not begun again" if code == "boil-interrupted" else "Not processed long enough"
        if now < load.heat_off_at + timedelta(hours=HOURS_TO_SAVE):
            return JarStanding(
                number,
                load.number,
                "short",
                f"{why}: bring it back to the boil for the full time, or refrigerate it, within 24 hours.",
                code,
            )
        return JarStanding(
            number, load.number, "short", f"{why}, more than 24 hours ago: if it was not refrigerated, throw it out unopened.", code
        )
    if number in tally.seals:
        sealed, at = tally.seals[number]
        if sealed:
            return JarStanding(number, load.number, "sealed", None, None)
        deadline = (load.heat_off_at or at) + timedelta(hours=HOURS_TO_SAVE)
        within = "two weeks" if tally.snapshot.unsealed_days > 7 else "a week"
        if at < deadline and now < deadline:
            return JarStanding(
                number,
                load.number,
                "unsealed",
                f"Did not seal. Within 24 hours of processing: refrigerate it and eat it within {within}, or process it again with a new lid for the full time.",
                "seal-failed",
            )
        if at < deadline:
            return JarStanding(
                number,
                load.number,
                "unsealed-late",
                "Did not seal, and 24 hours have passed. If it has not been in the refrigerator since, throw it out, untasted.",
                "seal-failed-late",
            )
        return JarStanding(
            number,
            load.number,
            "unsealed-late",
            "Did not seal, and it was noticed more than 24 hours after processing: throw it out, untasted.",
            "seal-failed-late",
        )
    if load.lifted_at is not None:
        ready = now >= load.lifted_at + timedelta(hours=tally.snapshot.cool_hours)
        return JarStanding(number, load.number, "to-check" if ready else "cooling", None, None)
    return JarStanding(number, load.number, "filled", None, None)


def _current_step(tally: Tally, jars: tuple[JarStanding, ...]) -> Step:
    for step in PREPARING:
        if step == "heat-jars" and tally.snapshot.minutes is None:
            continue
        if step not in tally.done:
            return step
    if tally.snapshot.minutes is None:
        return "done" if tally.refrigerated else "refrigerate"
    if any(load.lifted_at is None for load in tally.loads):
        return "loads"
    return (
        "done"
        if all(jar.state in ("sealed", "unsealed", "unsealed-late", "fridge", "short", "gone", "spoiled") for jar in jars)
        else "seals"
    )
