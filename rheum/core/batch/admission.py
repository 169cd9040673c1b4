"""What may be told to a batch today. What was recorded under earlier rules still folds (told.py); what is told now must fit these."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
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
    Filled,
    GivenUp,
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
    Stepped,
    TaskTold,
    Undone,
    VinegarMeasured,
)
from rheum.core.batch.filling import walks
from rheum.core.batch.giving_up import unprocessed_waits
from rheum.core.batch.jars import jar_at
from rheum.core.batch.moment import Moment
from rheum.core.batch.taking_back import may_take_back
from rheum.core.batch.tally import Tally, counted
from rheum.core.batch.told import apply, fold
from rheum.core.batch.wait_limits import ALL_CHILLED, HOURS_TO_SAVE, TOO_LATE, Wait, over_a_day, overdue
from rheum.core.batch.walk import may_fill, may_tell_task, nothing_tested_open


def admit(snapshot: Snapshot, events: list[Event], new: Event) -> None:
    """Whether a new event fits. EventRefused with a sentence where it does not; changes nothing."""
    tally = fold(snapshot, events)
    if isinstance(new.what, Undone):
        _in_time(tally, may_take_back(snapshot, events, new, new.what))
        return
    if tally.given_up and not isinstance(
        new.what, Sealed | AllSealed | Again | Moved | Spoiled | HeightSet | VinegarMeasured | JarTold | NextTime
    ):
        raise EventRefused("This batch was given up. Take that back to go on with it.")
    rule = _TODAY.get(type(new.what))
    if rule is not None:
        rule(tally, new.what, new.at)
    _in_time(tally, apply(tally, new))


def _in_time(before: Tally, after: Tally) -> None:
    """No event gives a load a boil that came too late for it, whatever was told in between."""
    known = {load.number for load in before.loads if load.late is not None}
    for load in after.loads:
        if load.late is not None and load.number not in known:
            raise EventRefused(TOO_LATE[load.late.kind])


def _jar_in(tally: Tally, said: JarIn, at: Moment) -> None:
    may_fill(tally, said, at)
    _not_barred(tally)
    if filling_stood(tally, at):
        raise EventRefused(TOO_LATE["filled"])


def filling_stood(tally: Tally, at: Moment) -> bool:
    """Whether the first jars of the load that is being filled have stood too long."""
    return bool(tally.lidded) and tally.lidded_at is not None and overdue((Wait("filled", tally.lidded_at),), at) is not None


def _not_barred(tally: Tally) -> None:
    if tally.barred:
        raise EventRefused(f"{tally.barred}. Its jars cannot go to the shelf: give this batch up, and put them in the refrigerator.")


def _filled(tally: Tally, said: Filled, at: Moment) -> None:
    nothing_tested_open(tally, [task.id for task in tally.snapshot.tasks if task.part in ("prepare", "cook", "heat")])
    _not_barred(tally)


def _stepped(tally: Tally, said: Stepped, at: Moment) -> None:
    nothing_tested_open(
        tally, [task.id for task in tally.snapshot.tasks if task.part == said.step or (said.step == "cook" and task.part == "prepare")]
    )


def _loaded(tally: Tally, said: Loaded, at: Moment) -> None:
    may_fill(tally, said, at)
    _not_barred(tally)
    if walks(tally.snapshot) and not tally.filling_over and said.load == len(tally.loads) + 1:
        if filling_stood(tally, at):
            raise EventRefused(TOO_LATE["filled"])
        return
    if late := overdue(tally.load(said.load).waits, at):
        raise EventRefused(TOO_LATE[late.kind])


def _boiling(tally: Tally, said: Boiling, at: Moment) -> None:
    _not_barred(tally)


def _boiled_on(tally: Tally, said: BoiledOn, at: Moment) -> None:
    if counted(tally.load(said.load), at).in_doubt_s <= 0:
        raise EventRefused("Nothing is in doubt: the minutes were counted all the while.")


def _boil_lost(tally: Tally, said: BoilLost, at: Moment) -> None:
    load = tally.load(said.load)
    minutes = tally.minutes_of(load)
    if load.boil_at is None or minutes is None or load.heat_off_at is not None:
        return
    if counted(load, at).boiled_s >= minutes * 60:
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
    if said.load is not None and said.load <= len(tally.loads):
        load = tally.load(said.load)
        if load.cold:
            raise EventRefused(f"Load {load.number} is in the refrigerator already.")
        if load.loaded and not tally.barred and overdue(load.waits, at) is None:
            raise EventRefused(f"Load {load.number} is in the canner. Stop early, then lift the jars out.")
        _cold_since(load.waits, said.chilled, at)
    elif said.load is None and tally.filled_at is not None:
        _cold_since((Wait("filled", tally.filled_at),), said.chilled, at)
    elif tally.lidded_at is not None:
        _cold_since((Wait("filled", tally.lidded_at),), said.chilled, at)


def _cold_since(waits: Iterable[Wait], chilled: bool, at: Moment) -> None:
    """Jars that stood for a day without their minutes go to the refrigerator only where they were cold all the while."""
    if not chilled and over_a_day(waits, at):
        raise EventRefused(f"These jars were filled more than {HOURS_TO_SAVE} hours ago. {ALL_CHILLED}", field="chilled")


def _given_up(tally: Tally, said: GivenUp, at: Moment) -> None:
    if said.jars_to != "fridge":
        return
    _cold_since(unprocessed_waits(tally), said.chilled, at)


def _moved(tally: Tally, said: Moved, at: Moment) -> None:
    jar = jar_at(tally, said.jar, at)
    if said.to == "fridge" and jar.state in ("unsealed-late", "gone"):
        raise EventRefused(jar.advice or f"Jar {said.jar} was thrown out.")
    if said.to == "fridge" and jar.asks_chilled and not said.chilled:
        raise EventRefused(jar.asks_chilled, field="chilled")


_TODAY: Final[Mapping[type, Callable[[Tally, Any, Moment], None]]] = {
    Stepped: _stepped, TaskTold: may_tell_task, JarIn: _jar_in, Filled: _filled, Loaded: _loaded, Boiling: _boiling, BoiledOn: _boiled_on,
    BoilLost: _boil_lost, HeatOff: _heat_off, Sealed: _sealed, AllSealed: _all_sealed, Again: _again, Refrigerated: _refrigerated, GivenUp: _given_up,
    Moved: _moved,
}  # fmt: skip
