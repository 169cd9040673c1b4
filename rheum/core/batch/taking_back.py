"""A tap taken back: what the jars did since it was told, which is asked where that was no slip of the thumb."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Final

from rheum.core.batch.begun import Snapshot
from rheum.core.batch.events import (
    BoilLost,
    Event,
    EventRefused,
    Filled,
    GivenUp,
    HeatOff,
    JarIn,
    Loaded,
    Moved,
    Refrigerated,
    Sealed,
    Spoiled,
    Undone,
)
from rheum.core.batch.moment import Moment, at_most
from rheum.core.batch.standing import TakeBackQuestion
from rheum.core.batch.tally import Tally
from rheum.core.batch.told import fold, standing

# A tap taken back within this was a slip of the thumb; later nobody knows what the jars did since, unless the person says so.
SLIP_SECONDS: Final = 60
_BOILED: Final = TakeBackQuestion(
    "boiled",
    "Did it boil all the while since then? If it did not, the time begins again from zero.",
    "It boiled all the while",
    "It did not",
)
_IN_PLACE: Final = TakeBackQuestion(
    "boiled",
    "Where were these jars since then? Only jars that stayed where they were, as if that had never been tapped, may go on.",
    "They stayed where they were",
    "They were moved",
)
_RIGHT_JAR: Final = TakeBackQuestion(
    "boiled", "Was that tapped for the wrong jar? Look at this one again before you answer.", "It was the wrong jar", "It was this jar"
)
_STOOD: Final = TakeBackQuestion("stood", "Did jars stand filled and lidded since then?", "Jars stood filled", "No jar was filled yet")


def question(snapshot: Snapshot, events: Iterable[Event], target: Event, at: Moment) -> TakeBackQuestion | None:
    """What is asked before this tap is taken back now; None for a slip of the thumb, and where nothing hangs on it."""
    if at_most(target.at, at).total_seconds() <= SLIP_SECONDS:
        return None
    match target.what:
        case HeatOff() | BoilLost():
            return _BOILED
        case GivenUp(jars_to=to):
            if to is None:
                return None
            return _BOILED if _boiled_then(snapshot, events, target) else _IN_PLACE
        case Moved() | Refrigerated():
            return _IN_PLACE
        case Sealed(sealed=False) | Spoiled():
            return _RIGHT_JAR
        case Filled() | JarIn():
            return _STOOD
        case Loaded() if snapshot.tasks:
            return _STOOD
        case _:
            return None


def _boiled_then(snapshot: Snapshot, events: Iterable[Event], target: Event) -> bool:
    """Whether a load boiled when that was told."""
    before = []
    for event in events:
        if event.id == target.id:
            break
        before.append(event)
    return any(load.boil_at is not None and load.heat_off_at is None for load in fold(snapshot, before).loads)


def may_take_back(snapshot: Snapshot, events: list[Event], new: Event, said: Undone) -> Tally:
    """What the batch adds up to once the tap is taken back. EventRefused where it cannot be, or where its question has no answer yet."""
    target = next((event for event in events if event.id == said.of), None)
    counts = target is not None and any(event.id == said.of for event in standing(events))
    if target is None or not counts or isinstance(target.what, Undone):
        raise EventRefused("There is no such tap to take back, or it was taken back already.")
    asked = question(snapshot, events, target, new.at)
    if asked is not None:
        answer = said.boiled if asked.field == "boiled" else said.stood
        if answer is None:
            raise EventRefused(f"That was told a while ago. {asked.says}")
        if answer is False and asked.field == "boiled":
            _leave_it(target, asked)
    try:
        after = fold(snapshot, [*events, new])
    except EventRefused:
        raise EventRefused("Something later rests on that tap. Take the later one back first.") from None
    for load in after.loads:
        first = [other for other in after.loads[: load.number - 1] if set(other.numbers) & set(load.numbers)] if load.again else []
        if any(other.lifted_at is None for other in first):
            raise EventRefused("Something later rests on that tap. Take the later one back first.")
    return after


def _leave_it(target: Event, asked: TakeBackQuestion) -> None:
    """Some answers mean that the tap was right."""
    if isinstance(target.what, BoilLost):
        raise EventRefused("Then the boil was lost: leave it so, and start the clock when it boils again.")
    if asked is _IN_PLACE:
        raise EventRefused(
            "Then leave it as it was told: jars that were cold meanwhile are not the tested ones, and they stay in the refrigerator."
        )
    if asked is _RIGHT_JAR:
        raise EventRefused("Then leave it as it was told.")
