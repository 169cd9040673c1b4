"""A batch under way: an append-only list of events, and its state as a fold over them with the clock passed in."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass, field, replace
from datetime import datetime, timedelta
from typing import Final

from rheum.core.batch_words import actions_at, headline_at, tap_says
from rheum.core.canner import MOST_JARS, REST_MINUTES, load_sizes
from rheum.core.run import (
    Event,
    EventRefused,
    JarStanding,
    LastTap,
    Load,
    LoadPhase,
    RunState,
    Snapshot,
    Step,
)  # fmt: skip

PREPARING: Final[tuple[Step, ...]] = ("prepare", "heat-jars", "cook", "fill")
HOURS_TO_SAVE: Final = 24


@dataclass(frozen=True)
class _Load:
    number: int
    jars: int
    loaded: bool = False
    boil_at: datetime | None = None
    heat_off_at: datetime | None = None
    short: bool = False
    lifted_at: datetime | None = None
    boils_lost: int = 0


@dataclass(frozen=True)
class _Tally:
    """The fold's own state: only what events said, nothing that depends on the time now."""

    snapshot: Snapshot
    done: frozenset[Step] = frozenset()
    filled: int | None = None
    part_jar: bool = False
    loads: tuple[_Load, ...] = ()
    seals: Mapping[int, tuple[bool, datetime]] = field(default_factory=dict)
    moved: Mapping[int, str] = field(default_factory=dict)
    spoiled: frozenset[int] = frozenset()
    refrigerated: bool = False

    def load(self, number: int | None) -> _Load:
        for item in self.loads:
            if item.number == number:
                return item
        raise EventRefused(f"There is no load {number} in this batch.")

    def with_load(self, changed: _Load) -> _Tally:
        return replace(self, loads=tuple(changed if item.number == changed.number else item for item in self.loads))

    def first_jar(self, load: _Load) -> int:
        return 1 + sum(item.jars for item in self.loads if item.number < load.number)

    def load_of_jar(self, jar: int) -> _Load:
        for load in self.loads:
            if self.first_jar(load) <= jar < self.first_jar(load) + load.jars:
                return load
        raise EventRefused(f"There is no jar {jar} in this batch.")

    def ends_at(self, load: _Load) -> datetime | None:
        if load.boil_at is None or self.snapshot.minutes is None:
            return None
        return load.boil_at + timedelta(minutes=self.snapshot.minutes)


def _step(tally: _Tally, event: Event) -> _Tally:
    step = event.data.get("step")
    if step not in PREPARING or step == "fill":
        raise EventRefused("That is not a step of this batch.")
    if step in tally.done:
        raise EventRefused("That step is done already.")
    return replace(tally, done=tally.done | {step})


def _filled(tally: _Tally, event: Event) -> _Tally:
    jars = event.data.get("jars")
    if tally.filled is not None:
        raise EventRefused("The jars are counted already. Take that back to count again.")
    if not isinstance(jars, int) or isinstance(jars, bool) or not 1 <= jars <= MOST_JARS:
        raise EventRefused(f"Say how many jars were filled, a whole number from 1 to {MOST_JARS}.")
    sizes = load_sizes(jars, tally.snapshot.jars_per_load)
    loads = tuple(_Load(number, size) for number, size in enumerate(sizes, start=1))
    return replace(tally, filled=jars, part_jar=bool(event.data.get("part_jar")), loads=loads, done=tally.done | {"fill"})


def _loaded(tally: _Tally, event: Event) -> _Tally:
    load = tally.load(event.load)
    _processing(tally)
    if load.loaded:
        raise EventRefused(f"Load {load.number} is in the canner already.")
    busy = next((item for item in tally.loads if item.loaded and item.lifted_at is None), None)
    if busy:
        raise EventRefused(f"Load {busy.number} is still in the canner. Lift it out first.")
    return tally.with_load(replace(load, loaded=True))


def _processing(tally: _Tally) -> None:
    if tally.snapshot.minutes is None:
        raise EventRefused("This batch is for the refrigerator: it is not processed.")


def _boiling(tally: _Tally, event: Event) -> _Tally:
    load = tally.load(event.load)
    if not load.loaded or load.lifted_at:
        raise EventRefused(f"Load {load.number} is not in the canner. Put it in before you start the clock.")
    if load.boil_at is not None and load.heat_off_at is None:
        raise EventRefused("The clock is running already.")
    if load.heat_off_at is not None and not load.short:
        raise EventRefused("This load has had its minutes.")
    return tally.with_load(replace(load, boil_at=event.at, heat_off_at=None, short=False))


def _boil_lost(tally: _Tally, event: Event) -> _Tally:
    load = tally.load(event.load)
    if load.boil_at is None or load.heat_off_at is not None:
        raise EventRefused("The clock is not running, so there is nothing to set back.")
    ends = tally.ends_at(load)
    if ends is not None and event.at >= ends:
        raise EventRefused("The minutes were full before the boil stopped. Turn the heat off.")
    return tally.with_load(replace(load, boil_at=None, boils_lost=load.boils_lost + 1))


def _heat_off(tally: _Tally, event: Event) -> _Tally:
    load = tally.load(event.load)
    if not load.loaded or load.heat_off_at is not None or load.lifted_at:
        raise EventRefused("The heat is off already, or this load is not in the canner.")
    ends = tally.ends_at(load)
    short = ends is None or event.at < ends
    if short and not event.data.get("early"):
        raise EventRefused(
            "The minutes are not full yet. Leave it boiling; or say that you stop early, and these jars go to the refrigerator."
        )
    return tally.with_load(replace(load, heat_off_at=event.at, short=short))


def _lifted(tally: _Tally, event: Event) -> _Tally:
    load = tally.load(event.load)
    if load.heat_off_at is None or load.lifted_at is not None:
        raise EventRefused("Turn the heat off and let the jars rest before you lift them.")
    return tally.with_load(replace(load, lifted_at=event.at))


def _seal(tally: _Tally, event: Event) -> _Tally:
    sealed = event.data.get("sealed")
    if not isinstance(sealed, bool) or event.jar is None:
        raise EventRefused("Say which jar, and whether it sealed.")
    load = tally.load_of_jar(event.jar)
    if load.short:
        raise EventRefused("This load was stopped early: its jars go to the refrigerator, sealed or not.")
    if load.lifted_at is None:
        raise EventRefused("This jar has not been lifted out yet.")
    hours = tally.snapshot.cool_hours
    if event.at < load.lifted_at + timedelta(hours=hours):
        raise EventRefused(f"Leave the jars alone for {hours} hours after lifting: pressing a warm lid can break its seal.")
    return replace(tally, seals={**tally.seals, event.jar: (sealed, event.at)})


def _refrigerated(tally: _Tally, event: Event) -> _Tally:
    if tally.snapshot.minutes is not None:
        raise EventRefused("This batch is processed; only its failed jars go to the refrigerator.")
    if tally.filled is None:
        raise EventRefused("Fill the jars first.")
    return replace(tally, refrigerated=True)


def _moved(tally: _Tally, event: Event) -> _Tally:
    where = event.data.get("to")
    if event.jar is None or where not in ("fridge", "bin"):
        raise EventRefused("Say which jar, and whether it went to the refrigerator or was thrown out.")
    tally.load_of_jar(event.jar)
    if event.jar in tally.spoiled and where == "fridge":
        raise EventRefused("A jar with signs of spoilage is thrown out, unopened and untasted: no refrigerator makes it safe.")
    return replace(tally, moved={**tally.moved, event.jar: where})


def _spoiled(tally: _Tally, event: Event) -> _Tally:
    """Bulging, spurting, leaking, mould, gas, an off smell, cloudiness that was not there."""
    if event.jar is None:
        raise EventRefused("Say which jar shows signs of spoilage.")
    tally.load_of_jar(event.jar)
    return replace(tally, spoiled=tally.spoiled | {event.jar})


_APPLY: Final[Mapping[str, Callable[[_Tally, Event], _Tally]]] = {
    "step": _step, "filled": _filled, "loaded": _loaded, "boiling": _boiling, "boil-lost": _boil_lost, "heat-off": _heat_off,
    "lifted": _lifted, "seal": _seal, "refrigerated": _refrigerated, "moved": _moved, "spoiled": _spoiled,
}  # fmt: skip


def standing(events: Iterable[Event]) -> list[Event]:
    """The events that still count: those neither taken back nor taking back."""
    events = list(events)
    taken_back = {event.data.get("of") for event in events if event.kind == "undo"}
    return [event for event in events if event.kind != "undo" and event.id not in taken_back]


def _fold(snapshot: Snapshot, events: Iterable[Event]) -> _Tally:
    tally = _Tally(snapshot)
    for event in standing(events):
        tally = _APPLY[event.kind](tally, event)
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
    if new.kind not in _APPLY:
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
        LastTap(last[-1].id, tap_says(last[-1])) if last else None, waits,
    )  # fmt: skip


def _load_at(tally: _Tally, load: _Load, now: datetime) -> Load:
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
    return Load(load.number, load.jars, phase, load.boil_at, ends, load.heat_off_at, rest, load.lifted_at, check, load.boils_lost)


def _jar_at(tally: _Tally, number: int, now: datetime) -> JarStanding:
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


def _current_step(tally: _Tally, jars: tuple[JarStanding, ...]) -> Step:
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
