"""Taps that a screen kept while the server was away, told when it is back: dated by how long ago they were, by the screen's steady clock."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from datetime import timedelta
from typing import Final

from rheum.core.batch.begun import Snapshot
from rheum.core.batch.events import BoiledOn, Boiling, BoilLost, Event, EventRefused, Happening, HeatOff, Loaded, TaskTold
from rheum.core.batch.moment import Moment
from rheum.core.batch.told import standing
from rheum.core.measures.refused import RequestError

# An older “It boils” is asked about: what counts from the boil must not rest on a tap that nobody thinks of any more (own pick).
BOIL_ASKED_MIN: Final = 10
_MOST_MIN: Final = 48 * 60


def asks(said: Happening, age_s: float, *, same_server: bool) -> str | None:
    """What is to be asked before a kept tap is told: of one that answers for a boil, where it is old or the server was started anew meanwhile."""
    boils = isinstance(said, Boiling | BoiledOn) or (isinstance(said, TaskTold) and said.how == "boils")
    if not boils or (age_s <= BOIL_ASKED_MIN * 60 and same_server):
        return None
    ago = max(1, round(age_s / 60))
    return f"“It boils” was tapped {ago} {'minute' if ago == 1 else 'minutes'} ago, while the kitchen did not answer. Has it boiled without a stop since then?"


def dated(said: Happening, age_s: float, now: Moment, *, snapshot: Snapshot, events: Sequence[Event], seen: str | None) -> Event:
    """The event at its own time: so many seconds ago, but never before what the screen had seen, nor before the batch began. RequestError for an
    age that no screen can have kept."""
    if not 0 <= age_s <= _MOST_MIN * 60:
        raise RequestError("age_s", "A tap is kept for two days at most. Tell it anew.")
    # All clocks go back by the same, so that none seems to have been moved.
    age_s = max(0.0, min(age_s, (now.at - snapshot.begun_at).total_seconds()))
    at = replace(
        now,
        at=now.at - timedelta(seconds=age_s),
        steady_s=now.steady_s - age_s if now.steady_s is not None else None,
        boottime_s=now.boottime_s - age_s if now.boottime_s is not None else None,
    )
    last = next((event for event in events if event.id == seen), None)
    if last is not None and last.at.at > at.at:
        at = last.at
    if isinstance(said, Boiling | BoiledOn):
        at = _after_its_load(said.load, at, events)
    return Event(said, at)


def _after_its_load(load: int, at: Moment, events: Sequence[Event]) -> Moment:
    """A boil told late is no earlier than its load went in. EventRefused where a boil of it was lost, or its heat went off, after the tap: what boiled
    then is over."""
    for event in standing(events):
        if isinstance(event.what, BoilLost | HeatOff) and event.what.load == load and event.at.at > at.at:
            raise EventRefused("That tap is older than the boil that was lost since. Say that it boils when it boils again.")
        if isinstance(event.what, Loaded) and event.what.load == load and event.at.at > at.at:
            at = event.at
    return at


__all__ = ["BOIL_ASKED_MIN", "asks", "dated"]
