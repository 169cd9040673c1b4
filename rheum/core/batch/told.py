"""What each event does to a batch: one small function a kind. They take whatever was ever recorded; what may be told today is
admission.py's to say."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Mapping
from dataclasses import asdict, dataclass, replace
from typing import Any, Final

from rheum.core.batch import filling, walk
from rheum.core.batch.begun import Snapshot
from rheum.core.batch.events import (
    Again,
    AllSealed,
    BoiledOn,
    Boiling,
    BoilLost,
    BrineUsed,
    Broke,
    Chipped,
    Event,
    EventRefused,
    Filled,
    GivenUp,
    HeatOff,
    HeightSet,
    JarIn,
    JarTold,
    Lifted,
    Loaded,
    Moved,
    NextTime,
    PanRead,
    Refrigerated,
    Sealed,
    Spoiled,
    Stepped,
    TaskTold,
    Undone,
    VinegarMeasured,
)
from rheum.core.batch.giving_up import may_be_given_up, processed, unprocessed_jars
from rheum.core.batch.moment import Moment, at_least, wall_s
from rheum.core.batch.tally import LoadTally, Tally, counted
from rheum.core.batch.wait_limits import Wait, earliest, overdue
from rheum.core.making.brine import adjusted
from rheum.core.making.cook_down import kept, noted_with
from rheum.core.measures.refused import RequestError


def _boiling(tally: Tally, said: Boiling, at: Moment) -> Tally:
    load = tally.load(said.load)
    if not load.loaded or load.lifted_at:
        raise EventRefused(f"Load {load.number} is not in the canner. Put it in before you start the clock.")
    if load.boil_at is not None and load.heat_off_at is None:
        raise EventRefused("The clock is running already.")
    if load.heat_off_at is not None and not load.short:
        raise EventRefused("This load has had its minutes.")
    # What was stopped short is saved within a day of the first stop, however often it is tried.
    waits = tuple(wait for wait in load.waits if wait.kind == "ended")
    late = load.late or overdue(load.waits, at)
    return tally.with_load(
        replace(
            load, boil_at=at, anchor=at, credit_s=0.0, waits=waits, late=late, heat_off_at=None, short=False, too_low=False, lost_late=False
        )
    )


def _boiled_on(tally: Tally, said: BoiledOn, at: Moment) -> Tally:
    load = tally.load(said.load)
    if load.boil_at is None or load.heat_off_at is not None:
        raise EventRefused("The clock is not running, so nothing is in doubt.")
    found = counted(load, at)
    return tally.with_load(replace(load, anchor=at, credit_s=found.boiled_s + found.in_doubt_s))


def _boil_lost(tally: Tally, said: BoilLost, at: Moment) -> Tally:
    load = tally.load(said.load)
    waits = earliest((*load.waits, Wait("lost", at)))
    if load.heat_off_at is not None and load.boil_at is not None and load.boil_at.at <= at.at < load.heat_off_at.at:
        # Told late by another screen, of a time before the heat went off: these jars are short until that is answered.
        return tally.with_load(replace(load, waits=waits, short=True, lost_late=True, boils_lost=load.boils_lost + 1))
    if load.boil_at is None or load.heat_off_at is not None:
        raise EventRefused("The clock is not running, so there is nothing to set back.")
    return tally.with_load(replace(load, boil_at=None, anchor=None, credit_s=0.0, waits=waits, boils_lost=load.boils_lost + 1))


def run_seconds(load: LoadTally, at: Moment) -> float:
    """Seconds of boil that count when the heat goes off. Of events that carry no reading, as earlier versions wrote them, the wall
    clock tells: what they recorded as full was full."""
    if load.anchor is None:
        return 0.0
    if not at.measured and not load.anchor.measured:
        return load.credit_s + wall_s(load.anchor, at)
    return counted(load, at).boiled_s


def _heat_off(tally: Tally, said: HeatOff, at: Moment) -> Tally:
    load = tally.load(said.load)
    if not load.loaded or load.heat_off_at is not None or load.lifted_at:
        raise EventRefused("The heat is off already, or this load is not in the canner.")
    run, minutes = run_seconds(load, at), tally.minutes_of(load)
    short = load.boil_at is None or minutes is None or run < minutes * 60
    if short and not said.early:
        raise EventRefused(
            "The minutes are not full yet. Leave it boiling; or say that you stop early, and these jars go to the refrigerator."
        )
    waits = earliest((*load.waits, Wait("ended", at))) if load.boil_at is not None else load.waits
    return tally.with_load(replace(load, heat_off_at=at, run_s=run, short=short, too_low=False, waits=waits))


def _lifted(tally: Tally, said: Lifted, at: Moment) -> Tally:
    load = tally.load(said.load)
    if load.heat_off_at is None or load.lifted_at is not None:
        raise EventRefused("Turn the heat off and let the jars rest before you lift them.")
    return tally.with_load(replace(load, lifted_at=at))


def _sealed(tally: Tally, said: Sealed, at: Moment) -> Tally:
    load = tally.load_of_jar(said.jar)
    if tally.barred and said.sealed:
        raise EventRefused(f"{tally.barred}. Jar {said.jar} goes to the refrigerator, sealed or not.")
    if load.short:
        raise EventRefused("This load was stopped early: its jars go to the refrigerator, sealed or not.")
    if load.lifted_at is None:
        raise EventRefused("This jar has not been lifted out yet.")
    hours = tally.snapshot.cool_hours
    if at_least(load.lifted_at, at).total_seconds() < hours * 3600:
        raise EventRefused(f"Leave the jars alone for {hours} hours after lifting: pressing a warm lid can break its seal.")
    return replace(tally, seals={**tally.seals, said.jar: (said.sealed, at)})


def _all_sealed(tally: Tally, said: AllSealed, at: Moment) -> Tally:
    if not said.jars or len(set(said.jars)) != len(said.jars):
        raise EventRefused("Say which jars are sealed, each once.")
    for jar in said.jars:
        tally = _sealed(tally, Sealed(said.id, jar, True), at)
    return tally


def _again(tally: Tally, said: Again, at: Moment) -> Tally:
    """A load of its own: its jars have no seal until they are processed in full and looked at again."""
    first = tally.load_of_jar(said.jars[0])
    minutes = max((tally.minutes_of(tally.load_of_jar(jar)) or 0 for jar in said.jars), default=0)
    same = all(tally.load_of_jar(jar).jar_id == first.jar_id for jar in said.jars)
    load = LoadTally(
        number=len(tally.loads) + 1,
        numbers=tuple(sorted(said.jars)),
        jar_id=first.jar_id if same else None,
        title=first.title if same else None,
        minutes=minutes,
        again=True,
        waits=earliest(wait for jar in said.jars for wait in tally.load_of_jar(jar).waits),
    )
    seals = {jar: seen for jar, seen in tally.seals.items() if jar not in said.jars}
    return replace(tally, loads=(*tally.loads, load), seals=seals)


def _refrigerated(tally: Tally, said: Refrigerated, at: Moment) -> Tally:
    if said.load is not None:
        if said.load == len(tally.loads) + 1 and tally.lidded:
            # Jars that were lidded one by one and never came to the boil.
            return _refrigerated(_out_of_the_walk(tally), said, at)
        load = tally.load(said.load)
        if load.boil_at is not None or load.heat_off_at is not None:
            raise EventRefused(f"Load {load.number} is in the canner. Stop early, then lift the jars out.")
        moved = {**tally.moved, **dict.fromkeys(load.numbers, "fridge")}
        return replace(tally.with_load(replace(load, cold=True)), moved=moved)
    if tally.snapshot.minutes is not None:
        raise EventRefused("This batch is processed; only its failed jars go to the refrigerator.")
    if tally.filled is None:
        raise EventRefused("Fill the jars first.")
    return replace(tally, refrigerated=True)


def _moved(tally: Tally, said: Moved, at: Moment) -> Tally:
    tally.load_of_jar(said.jar)
    if said.jar in tally.spoiled and said.to == "fridge":
        raise EventRefused("A jar with signs of spoilage is thrown out, unopened and untasted: no refrigerator makes it safe.")
    return replace(tally, moved={**tally.moved, said.jar: said.to})


def _spoiled(tally: Tally, said: Spoiled, at: Moment) -> Tally:
    tally.load_of_jar(said.jar)
    return replace(tally, spoiled=tally.spoiled | {said.jar})


def _brine(tally: Tally, said: BrineUsed, at: Moment) -> Tally:
    if tally.snapshot.brine_ml is None or not tally.snapshot.rooms:
        raise EventRefused("This batch has no brine of its own to reckon with.")
    if tally.filling_over:
        raise EventRefused("The jars are all filled and counted: the brine is no question any more.")
    if not filling.whole(said.jars):
        raise EventRefused("Say how many jars are filled, a whole number.")
    try:
        adjusted(tally.snapshot.brine_ml, tally.snapshot.rooms, said.jars, said.used_ml, mixed=said.mixed)
    except RequestError as reason:
        raise EventRefused(str(reason)) from None
    return replace(tally, poured=(said.jars, said.used_ml, said.mixed))


def _pan(tally: Tally, said: PanRead, at: Moment) -> Tally:
    if tally.snapshot.cook is None:
        raise EventRefused("Nothing is cooked down in this batch.")
    if tally.filling_over:
        raise EventRefused("The jars are filled and counted: the pan is no question any more.")
    try:
        noted, reading = noted_with(tally.noted, asdict(said))
        if reading is not None:
            kept(tally.snapshot.cook.start_ml, tally.snapshot.cook.low, tally.snapshot.cook.high, reading)
    except RequestError as reason:
        raise EventRefused(str(reason)) from None
    return replace(tally, noted=noted, pan=reading or tally.pan)


def _chipped(tally: Tally, said: Chipped, at: Moment) -> Tally:
    if tally.filling_over:
        raise EventRefused("The jars are all filled and counted. A jar that breaks now is told of its load, or thrown out by its number.")
    known = {tally.snapshot.jar_id, *(size.jar_id for size in tally.snapshot.sizes)}
    if said.jar_id is not None and said.jar_id not in known:
        raise EventRefused("This batch has no jars of that size.")
    return replace(tally, chipped=(*tally.chipped, said.jar_id or tally.snapshot.jar_id))


def _broke(tally: Tally, said: Broke, at: Moment) -> Tally:
    """Nobody can tell which one it was: the last of the load that still counts is gone."""
    load = tally.load(said.load)
    if not load.loaded or load.lifted_at is not None:
        raise EventRefused(f"Load {load.number} is not in the canner. Throw a broken jar out by its number.")
    whole = [number for number in load.numbers if number not in tally.moved and number not in tally.spoiled]
    if not whole:
        raise EventRefused(f"No jar of load {load.number} is left that could break.")
    return replace(tally, moved={**tally.moved, whole[-1]: "bin"}, broke=(*tally.broke, load.number))


def _given_up(tally: Tally, said: GivenUp, at: Moment) -> Tally:
    """Jars that had their whole time go on as jars; the rest goes where the person says, and nothing of it is waited for."""
    if not may_be_given_up(tally):
        raise EventRefused("There is nothing left to give up: the jars are out. Say of each jar what becomes of it.")
    tally = replace(_out_of_the_walk(tally), filling_over=True)
    jars = unprocessed_jars(tally)
    if jars and said.jars_to is None:
        raise EventRefused("Say where the filled jars go: to the refrigerator, or out.")
    moved = {**tally.moved, **{jar: said.jars_to for jar in jars if said.jars_to is not None}}
    loads = tuple(load if processed(load) else replace(load, cold=True) for load in tally.loads)
    return replace(tally, given_up=True, given_up_to=said.jars_to or "", moved=moved, loads=loads)


def _out_of_the_walk(tally: Tally) -> Tally:
    """Jars that were lidded and never came to the boil become a load that is not processed."""
    if not tally.lidded:
        return tally
    first = (tally.filled or 0) + 1
    load = LoadTally(
        number=len(tally.loads) + 1,
        numbers=tuple(range(first, first + len(tally.lidded))),
        jar_id=tally.lidded[-1],
        waits=(Wait("filled", tally.lidded_at),) if tally.lidded_at else (),
        cold=True,
    )
    return replace(
        tally,
        loads=(*tally.loads, load),
        filled=first + len(tally.lidded) - 1,
        filled_at=tally.filled_at or tally.lidded_at,
        lidded=(),
        lidded_at=None,
        elsewhere=False,
    )


def _jar_told(tally: Tally, said: JarTold, at: Moment) -> Tally:
    """Nothing of the batch hangs on it; jars afterwards are folded on their own (core/shelf)."""
    return replace(tally, after=(*tally.after, Event(said, at)))


def _next_time(tally: Tally, said: NextTime, at: Moment) -> Tally:
    return replace(tally, next_time=" ".join(said.note.split()))


def _height(tally: Tally, said: HeightSet, at: Moment) -> Tally:
    """The longer of both minutes counts from now on; a load that had too few by them is one stopped short, unless the kitchen moved since."""
    now = replace(tally, heights=(*tally.heights, said))
    if said.moved:
        return now
    for load in now.loads:
        if load.heat_off_at is not None and not load.short and load.run_s < (now.minutes_of(load) or 0) * 60:
            now = now.with_load(replace(load, short=True, too_low=True))
    return now


def _vinegar(tally: Tally, said: VinegarMeasured, at: Moment) -> Tally:
    others = {bottle: says for bottle, says in tally.weak.items() if bottle != said.bottle_id}
    return replace(tally, weak={**others, said.bottle_id: said.says} if said.weak else others)


_APPLY: Final[Mapping[type, Callable[[Tally, Any, Moment], Tally]]] = {
    Stepped: walk.stepped, TaskTold: walk.told_of_task, JarIn: filling.jar_in, Filled: filling.filled, Loaded: filling.loaded, Boiling: _boiling, BoiledOn: _boiled_on, BoilLost: _boil_lost, HeatOff: _heat_off,
    Lifted: _lifted, Sealed: _sealed, AllSealed: _all_sealed, Again: _again, Refrigerated: _refrigerated, Moved: _moved, Spoiled: _spoiled, BrineUsed: _brine,
    PanRead: _pan, HeightSet: _height, VinegarMeasured: _vinegar, GivenUp: _given_up,
    Chipped: _chipped, Broke: _broke, JarTold: _jar_told, NextTime: _next_time,
}  # fmt: skip


def apply(tally: Tally, event: Event) -> Tally:
    """The tally after one more event. EventRefused with a sentence where the event does not fit it."""
    return _APPLY[type(event.what)](tally, event.what, event.at)


@dataclass(frozen=True, slots=True)
class _Stood:
    """Jars stood filled from a moment on, though the tap that told it was taken back."""

    at: Moment


def _counting(events: Iterable[Event]) -> Iterator[Event | _Stood]:
    """The events that still count, and what those taken back leave behind: a heat-off or a giving up taken back without a boil that held all the
    while leaves a boil lost, from its own time on; a filling taken back leaves the time since which its jars stood."""
    events = list(events)
    known = {event.id: event for event in events}
    taken_back = {event.what.of for event in events if isinstance(event.what, Undone)}
    boiling: dict[str, int | None] = {}
    running: int | None = None
    for event in events:
        if isinstance(event.what, Boiling):
            running = event.what.load
        elif isinstance(event.what, BoilLost | HeatOff) and event.id not in taken_back:
            running = None
        elif isinstance(event.what, GivenUp):
            boiling[event.id] = running
    for event in events:
        if not isinstance(event.what, Undone):
            if event.id not in taken_back:
                yield event
            continue
        target = known.get(event.what.of)
        if target is None:
            continue
        if event.what.boiled is False:
            load = target.what.load if isinstance(target.what, HeatOff) else boiling.get(target.id)
            if load is not None:
                yield Event(BoilLost(event.id, load), target.at)
        elif event.what.stood and isinstance(target.what, JarIn | Filled | Loaded):
            yield _Stood(target.at)


def standing(events: Iterable[Event]) -> list[Event]:
    """The events that still count: those neither taken back nor taking back, and the boils lost that a tap taken back leaves in its place."""
    return [event for event in _counting(events) if isinstance(event, Event)]


def fold(snapshot: Snapshot, events: Iterable[Event]) -> Tally:
    """What all events of a batch add up to. EventRefused where one does not fit those before it."""
    noted = snapshot.cook.noted if snapshot.cook else {}
    tally = Tally(snapshot, noted=noted, pan=noted_with({}, noted)[1] if noted else None)
    for event in _counting(events):
        if isinstance(event, Event):
            tally = apply(tally, event)
        elif tally.lidded_at is None or event.at.at < tally.lidded_at.at:
            tally = replace(tally, lidded_at=event.at)
    return tally
