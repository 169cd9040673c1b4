"""What each event does to a batch: one small function an event, and the tally that they add up to."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field, replace
from datetime import datetime, timedelta
from typing import Any, Final, Literal

from rheum.core.batch.begun import Snapshot, Step
from rheum.core.facts.canner import MOST_JARS, load_sizes
from rheum.core.making.brine import adjusted
from rheum.core.making.cook_down import Reading, kept, reading_of
from rheum.core.measures.refused import RequestError

PREPARING: Final[tuple[Step, ...]] = ("prepare", "heat-jars", "cook", "fill")


@dataclass(frozen=True)
class LoadTally:
    number: int
    jars: int
    # Where the batch has jars of several sizes: whose these are, and their own minutes.
    title: str | None = None
    minutes: int | None = None
    loaded: bool = False
    boil_at: datetime | None = None
    heat_off_at: datetime | None = None
    short: bool = False
    lifted_at: datetime | None = None
    boils_lost: int = 0


@dataclass(frozen=True)
class Tally:
    """The fold's own state: only what events said, nothing that depends on the time now."""

    snapshot: Snapshot
    done: frozenset[Step] = frozenset()
    filled: int | None = None
    part_jar: bool = False
    loads: tuple[LoadTally, ...] = ()
    seals: Mapping[int, tuple[bool, datetime]] = field(default_factory=dict)
    moved: Mapping[int, str] = field(default_factory=dict)
    spoiled: frozenset[int] = frozenset()
    refrigerated: bool = False
    # Jars filled so far, brine that went into them, batches of brine mixed.
    poured: tuple[int, float, float] | None = None
    pan: Reading | None = None

    def load(self, number: int | None) -> LoadTally:
        for item in self.loads:
            if item.number == number:
                return item
        raise EventRefused(f"There is no load {number} in this batch.")

    def with_load(self, changed: LoadTally) -> Tally:
        return replace(self, loads=tuple(changed if item.number == changed.number else item for item in self.loads))

    def first_jar(self, load: LoadTally) -> int:
        return 1 + sum(item.jars for item in self.loads if item.number < load.number)

    def load_of_jar(self, jar: int) -> LoadTally:
        for load in self.loads:
            if self.first_jar(load) <= jar < self.first_jar(load) + load.jars:
                return load
        raise EventRefused(f"There is no jar {jar} in this batch.")

    def ends_at(self, load: LoadTally) -> datetime | None:
        minutes = self.minutes_of(load)
        return None if load.boil_at is None or minutes is None else load.boil_at + timedelta(minutes=minutes)

    def minutes_of(self, load: LoadTally) -> int | None:
        return self.snapshot.minutes if load.minutes is None else load.minutes


def _step(tally: Tally, event: Event) -> Tally:
    step = event.data.get("step")
    if step not in PREPARING or step == "fill":
        raise EventRefused("That is not a step of this batch.")
    if step in tally.done:
        raise EventRefused("That step is done already.")
    return replace(tally, done=tally.done | {step})


def _filled(tally: Tally, event: Event) -> Tally:
    jars = event.data.get("jars")
    if tally.filled is not None:
        raise EventRefused("The jars are counted already. Take that back to count again.")
    if not isinstance(jars, int) or isinstance(jars, bool) or not 1 <= jars <= MOST_JARS:
        raise EventRefused(f"Say how many jars were filled, a whole number from 1 to {MOST_JARS}.")
    loads = _loads_of(tally.snapshot, jars, event.data.get("sizes"))
    return replace(tally, filled=jars, part_jar=bool(event.data.get("part_jar")), loads=loads, done=tally.done | {"fill"})


def _loads_of(snapshot: Snapshot, jars: int, said: object) -> tuple[LoadTally, ...]:
    """The canner loads: of several sizes each by itself, with its own minutes. Jars of several sizes whose numbers nobody said
    take the longest minutes, as many at a time as the canner holds of the largest."""
    planned = snapshot.sizes if len(snapshot.sizes) > 1 else ()
    if not planned or said is None:
        return tuple(LoadTally(number, size) for number, size in enumerate(load_sizes(jars, snapshot.jars_per_load), start=1))
    counts = said if isinstance(said, Mapping) else {}
    known = {size.jar_id for size in planned}
    whole = all(isinstance(count, int) and not isinstance(count, bool) and 0 <= count <= MOST_JARS for count in counts.values())
    if not counts or not set(counts) <= known or not whole or sum(counts.values()) != jars:
        raise EventRefused("Say how many jars of each size were filled, and the same number in all.")
    found: list[LoadTally] = []
    for size in planned:
        for part in load_sizes(counts.get(size.jar_id, 0), size.per_load) if counts.get(size.jar_id) else ():
            found.append(LoadTally(len(found) + 1, part, size.title, size.minutes))
    return tuple(found)


def _loaded(tally: Tally, event: Event) -> Tally:
    load = tally.load(event.load)
    _processing(tally)
    if load.loaded:
        raise EventRefused(f"Load {load.number} is in the canner already.")
    busy = next((item for item in tally.loads if item.loaded and item.lifted_at is None), None)
    if busy:
        raise EventRefused(f"Load {busy.number} is still in the canner. Lift it out first.")
    return tally.with_load(replace(load, loaded=True))


def _processing(tally: Tally) -> None:
    if tally.snapshot.minutes is None:
        raise EventRefused("This batch is for the refrigerator: it is not processed.")


def _boiling(tally: Tally, event: Event) -> Tally:
    load = tally.load(event.load)
    if not load.loaded or load.lifted_at:
        raise EventRefused(f"Load {load.number} is not in the canner. Put it in before you start the clock.")
    if load.boil_at is not None and load.heat_off_at is None:
        raise EventRefused("The clock is running already.")
    if load.heat_off_at is not None and not load.short:
        raise EventRefused("This load has had its minutes.")
    return tally.with_load(replace(load, boil_at=event.at, heat_off_at=None, short=False))


def _boil_lost(tally: Tally, event: Event) -> Tally:
    load = tally.load(event.load)
    if load.boil_at is None or load.heat_off_at is not None:
        raise EventRefused("The clock is not running, so there is nothing to set back.")
    ends = tally.ends_at(load)
    if ends is not None and event.at >= ends:
        raise EventRefused("The minutes were full before the boil stopped. Turn the heat off.")
    return tally.with_load(replace(load, boil_at=None, boils_lost=load.boils_lost + 1))


def _heat_off(tally: Tally, event: Event) -> Tally:
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


def _lifted(tally: Tally, event: Event) -> Tally:
    load = tally.load(event.load)
    if load.heat_off_at is None or load.lifted_at is not None:
        raise EventRefused("Turn the heat off and let the jars rest before you lift them.")
    return tally.with_load(replace(load, lifted_at=event.at))


def _seal(tally: Tally, event: Event) -> Tally:
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


def _refrigerated(tally: Tally, event: Event) -> Tally:
    if tally.snapshot.minutes is not None:
        raise EventRefused("This batch is processed; only its failed jars go to the refrigerator.")
    if tally.filled is None:
        raise EventRefused("Fill the jars first.")
    return replace(tally, refrigerated=True)


def _moved(tally: Tally, event: Event) -> Tally:
    where = event.data.get("to")
    if event.jar is None or where not in ("fridge", "bin"):
        raise EventRefused("Say which jar, and whether it went to the refrigerator or was thrown out.")
    tally.load_of_jar(event.jar)
    if event.jar in tally.spoiled and where == "fridge":
        raise EventRefused("A jar with signs of spoilage is thrown out, unopened and untasted: no refrigerator makes it safe.")
    return replace(tally, moved={**tally.moved, event.jar: where})


def _spoiled(tally: Tally, event: Event) -> Tally:
    """Bulging, spurting, leaking, mould, gas, an off smell, cloudiness that was not there."""
    if event.jar is None:
        raise EventRefused("Say which jar shows signs of spoilage.")
    tally.load_of_jar(event.jar)
    return replace(tally, spoiled=tally.spoiled | {event.jar})


def _brine(tally: Tally, event: Event) -> Tally:
    """The first jars are filled: how many, how much brine went into them, how many batches of it were mixed."""
    if tally.snapshot.brine_ml is None or not tally.snapshot.rooms:
        raise EventRefused("This batch has no brine of its own to reckon with.")
    if tally.filled is not None:
        raise EventRefused("The jars are all filled and counted: the brine is no question any more.")
    jars, used, mixed = event.data.get("jars"), event.data.get("used_ml"), event.data.get("mixed", 1)
    if not isinstance(jars, int) or isinstance(jars, bool) or not isinstance(used, int | float) or not isinstance(mixed, int | float):
        raise EventRefused("Say how many jars are filled, how much brine went into them, and how many batches were mixed.")
    try:
        adjusted(tally.snapshot.brine_ml, tally.snapshot.rooms, jars, float(used), float(mixed))
    except RequestError as reason:
        raise EventRefused(str(reason)) from None
    return replace(tally, poured=(jars, float(used), float(mixed)))


def _pan(tally: Tally, event: Event) -> Tally:
    """What cooks down was weighed in its pan, or a marked stick was read."""
    if tally.snapshot.cook is None:
        raise EventRefused("Nothing is cooked down in this batch.")
    if tally.filled is not None:
        raise EventRefused("The jars are filled and counted: the pan is no question any more.")
    try:
        reading = reading_of(event.data)
        kept(tally.snapshot.cook.start_ml, tally.snapshot.cook.low, tally.snapshot.cook.high, reading)
    except RequestError as reason:
        raise EventRefused(str(reason)) from None
    return replace(tally, pan=reading)


APPLY: Final[Mapping[str, Callable[[Tally, Event], Tally]]] = {
    "step": _step, "filled": _filled, "loaded": _loaded, "boiling": _boiling, "boil-lost": _boil_lost, "heat-off": _heat_off,
    "lifted": _lifted, "seal": _seal, "refrigerated": _refrigerated, "moved": _moved, "spoiled": _spoiled, "brine": _brine, "pan": _pan,
}  # fmt: skip


EventKind = Literal[
    "step",
    "filled",
    "loaded",
    "boiling",
    "boil-lost",
    "heat-off",
    "lifted",
    "seal",
    "refrigerated",
    "moved",
    "spoiled",
    "brine",
    "pan",
    "undo",
]


@dataclass(frozen=True, slots=True)
class Event:
    """One thing that happened. `id` is made by the screen that sent it, so a double tap is one event."""

    id: str
    kind: EventKind
    at: datetime
    load: int | None = None
    jar: int | None = None
    data: Mapping[str, Any] = field(default_factory=dict)


class EventRefused(ValueError):
    """An event that does not fit the state of the batch; the message says what to do instead."""
