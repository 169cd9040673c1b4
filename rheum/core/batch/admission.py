"""What may be told to a batch today. What was recorded under earlier rules still folds (told.py); what is told now must fit these."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Any, Final

from rheum.core.batch.begun import Snapshot
from rheum.core.batch.events import (
    Again,
    AllSealed,
    BoiledOn,
    Boiling,
    BoilLost,
    Event,
    EventRefused,
    HeatOff,
    HeightSet,
    JarIn,
    JarTold,
    Loaded,
    Moved,
    NextTime,
    Refrigerated,
    Sealed,
    Spoiled,
    TaskTold,
    Undone,
)
from rheum.core.batch.filling import walks
from rheum.core.batch.jars import HOURS_TO_SAVE, jar_at, too_late
from rheum.core.batch.moment import Moment, at_most
from rheum.core.batch.tally import LoadTally, Tally, counted
from rheum.core.batch.told import apply, fold, standing
from rheum.core.batch.walk import may_fill, may_tell_task

# Filled jars stand no longer before the canner (common practice): told from the first on, refused from the second.
STAND_TOLD_MINUTES: Final = 30
STAND_MOST_HOURS: Final = 2
# A tap taken back within this was a slip of the thumb; later the boil is not proven.
SLIP_SECONDS: Final = 60


def admit(snapshot: Snapshot, events: list[Event], new: Event) -> None:
    """Whether a new event fits. EventRefused with a sentence where it does not; changes nothing."""
    if isinstance(new.what, Undone):
        _undo(snapshot, events, new, new.what)
        return
    tally = fold(snapshot, events)
    if tally.given_up and not isinstance(new.what, Sealed | AllSealed | Again | Moved | Spoiled | HeightSet | JarTold | NextTime):
        raise EventRefused("This batch was given up. Take that back to go on with it.")
    rule = _TODAY.get(type(new.what))
    if rule is not None:
        rule(tally, new.what, new.at)
    apply(tally, new)


def needs_proof(target: Event, at: Moment) -> bool:
    """Whether taking this tap back now leaves open if the boil held: heat off or a boil lost, told more than a minute ago."""
    return isinstance(target.what, HeatOff | BoilLost) and at_most(target.at, at).total_seconds() > SLIP_SECONDS


def _undo(snapshot: Snapshot, events: list[Event], new: Event, said: Undone) -> None:
    known = {event.id for event in events}
    target = next((event for event in standing(events) if event.id == said.of), None)
    if target is None or said.of not in known or isinstance(next(event for event in events if event.id == said.of).what, Undone):
        raise EventRefused("There is no such tap to take back, or it was taken back already.")
    if needs_proof(target, new.at):
        if said.boiled is None:
            raise EventRefused(
                "That was told a while ago. Say whether it boiled all the while since: if not, the time begins again from zero."
            )
        if not said.boiled and isinstance(target.what, BoilLost):
            raise EventRefused("Then the boil was lost: leave it so, and start the clock when it boils again.")
    try:
        fold(snapshot, [*events, new])
    except EventRefused:
        raise EventRefused("Something later rests on that tap. Take the later one back first.") from None


def _loaded(tally: Tally, said: Loaded, at: Moment) -> None:
    may_fill(tally, said, at)
    if walks(tally.snapshot) and not tally.filling_over and said.load == len(tally.loads) + 1:
        return
    load = tally.load(said.load)
    if stood_too_long(tally, load, at):
        raise EventRefused(
            f"These jars were filled more than {STAND_MOST_HOURS} hours ago and have cooled: put them in the refrigerator. "
            "Processed now, their minutes would not be the tested ones."
        )
    if too_late(load, at):
        raise EventRefused(_TOO_LATE)


_TOO_LATE: Final = f"More than {HOURS_TO_SAVE} hours have passed since these jars came off the heat: they cannot be saved any more."


def stood_too_long(tally: Tally, load: LoadTally, now: Moment) -> bool:
    """Whether a load has waited for the canner longer than filled jars may stand."""
    waits = tally.filled_at is not None and not load.loaded and not load.cold and load.since is None
    return waits and tally.filled_at is not None and at_most(tally.filled_at, now).total_seconds() > STAND_MOST_HOURS * 3600


def _boiling(tally: Tally, said: Boiling, at: Moment) -> None:
    load = tally.load(said.load)
    since = load.since or (load.heat_off_at if load.short else None)
    if since is not None and at_most(since, at).total_seconds() >= HOURS_TO_SAVE * 3600:
        raise EventRefused(_TOO_LATE)


def _boiled_on(tally: Tally, said: BoiledOn, at: Moment) -> None:
    if counted(tally.load(said.load), at).in_doubt_s <= 0:
        raise EventRefused("Nothing is in doubt: the minutes were counted all the while.")


def _boil_lost(tally: Tally, said: BoilLost, at: Moment) -> None:
    load = tally.load(said.load)
    minutes = tally.minutes_of(load)
    if load.boil_at is not None and minutes is not None and counted(load, at).boiled_s >= minutes * 60:
        raise EventRefused("The minutes were full before the boil stopped. Turn the heat off.")


def _heat_off(tally: Tally, said: HeatOff, at: Moment) -> None:
    load = tally.load(said.load)
    minutes = tally.minutes_of(load)
    if load.boil_at is None or load.heat_off_at is not None or minutes is None or said.early:
        return
    found = counted(load, at)
    if found.boiled_s < minutes * 60 <= found.boiled_s + found.in_doubt_s:
        raise EventRefused(
            "Say first whether it boiled all the while: part of these minutes was not measured. If it did not, the boil was lost."
        )


def _sealed(tally: Tally, said: Sealed, at: Moment) -> None:
    seen = tally.seals.get(said.jar)
    if said.sealed and seen is not None and not seen[0]:
        raise EventRefused(
            f"Jar {said.jar} did not seal. It becomes a sealed one only by being processed again: new lid, rim looked at, the full minutes."
        )


def _all_sealed(tally: Tally, said: AllSealed, at: Moment) -> None:
    for jar in said.jars:
        if jar_at(tally, jar, at).state != "to-check":
            raise EventRefused(f"Jar {jar} is not one of those that wait to be looked at. Say of it by itself.")


def _again(tally: Tally, said: Again, at: Moment) -> None:
    if not said.jars or len(set(said.jars)) != len(said.jars):
        raise EventRefused("Say which jars are processed again, each once.")
    for jar in said.jars:
        if "again" not in jar_at(tally, jar, at).can:
            raise EventRefused(f"Jar {jar} cannot be processed again: only one that did not seal, or had too few minutes, within a day.")


def _refrigerated(tally: Tally, said: Refrigerated, at: Moment) -> None:
    if said.load is None or tally.snapshot.minutes is None:
        return
    load = tally.load(said.load)
    if load.cold:
        raise EventRefused(f"Load {load.number} is in the refrigerator already.")


def _moved(tally: Tally, said: Moved, at: Moment) -> None:
    jar = jar_at(tally, said.jar, at)
    if said.to == "fridge" and jar.state in ("unsealed-late", "gone"):
        raise EventRefused(jar.advice or f"Jar {said.jar} was thrown out.")


_TODAY: Final[Mapping[type, Callable[[Tally, Any, Moment], None]]] = {
    TaskTold: may_tell_task, JarIn: may_fill, Loaded: _loaded, Boiling: _boiling, BoiledOn: _boiled_on, BoilLost: _boil_lost, HeatOff: _heat_off, Sealed: _sealed, AllSealed: _all_sealed, Again: _again,
    Refrigerated: _refrigerated, Moved: _moved,
}  # fmt: skip
