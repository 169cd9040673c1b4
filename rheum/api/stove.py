"""All batches under way on one Stove, plain clocks of one's own, and ten minutes away from it."""

from __future__ import annotations

from dataclasses import replace

from apiflask import APIBlueprint

from rheum.api.answers import StoveOut
from rheum.api.batches import seen_now
from rheum.api.context import connection, moment
from rheum.api.problems import Problem
from rheum.api.requests import AwayIn, TimerIn
from rheum.api.shapes import BatchView, StoveView
from rheum.core.batch.events import Event, EventRefused, TaskTold, Undone
from rheum.core.batch.together import Batch, together, waiting
from rheum.store import batches as stored
from rheum.store import news, timers

blueprint = APIBlueprint("stove", __name__, tag="Batches")
# More batches under way than anybody has hands for: what is beyond is counted, not kept in silence.
MOST_UNDER_WAY = 200


def views() -> tuple[list[BatchView], int]:
    """The batches under way, the newest first, and how many there are besides."""
    shown = stored.under_way(connection(), MOST_UNDER_WAY)
    tallies = stored.tallies(shown)
    return [seen_now(batch, tallies) for batch in shown], stored.count_under_way(connection()) - len(shown)


def oldest_first(shown: list[BatchView]) -> list[Batch]:
    """Each with how it stands, in the order they were begun."""
    return [(view.snapshot, view.state) for view in reversed(shown)]


def _stove(said: tuple[str, ...] = ()) -> StoveView:
    shown, more = views()
    at = moment()
    return StoveView(
        together(oldest_first(shown), timers.running(connection()), at, news.answered(connection())), tuple(shown), more, said, at.at
    )


@blueprint.get("/api/stove")
@blueprint.output(StoveOut)
def stove() -> StoveView:
    """What to do now over all batches under way, the clocks that run, what comes in the next half hour, and the hob."""
    return _stove()


@blueprint.post("/api/stove/away")
@blueprint.input(AwayIn, arg_name="asked")
@blueprint.output(StoveOut)
def away(asked: AwayIn) -> StoveView:
    """Nobody is at the stove for so many minutes: what may wait is put off, and what may not is said."""
    shown, _ = views()
    at = moment()
    found = waiting(oldest_first(shown), asked.minutes, at)
    for number, (batch_id, task) in enumerate(found.later):
        told = TaskTold(f"{asked.id}-{number}", task, "later", minutes=asked.minutes)
        try:
            stored.append(connection(), batch_id, Event(told, at))
        except EventRefused:
            continue  # told meanwhile on another screen: it does not wait any more
    return replace(_stove(), said=found.says)


@blueprint.post("/api/stove/away/<asked_id>/back")
@blueprint.output(StoveOut)
def back(asked_id: str) -> StoveView:
    """Somebody is back before the minutes are over: what was put off for them is meant again."""
    at = moment()
    for batch in stored.under_way(connection(), MOST_UNDER_WAY):
        for event in batch.events:
            told = event.what
            if isinstance(told, TaskTold) and told.how == "later" and told.id.startswith(f"{asked_id}-"):
                try:
                    stored.append(connection(), batch.snapshot.id, Event(Undone(f"{told.id}-back", told.id), at))
                except EventRefused:
                    continue  # told since: it is not put off any more
    return _stove()


@blueprint.post("/api/timers")
@blueprint.input(TimerIn, arg_name="asked")
@blueprint.output(StoveOut)
def set_timer(asked: TimerIn) -> StoveView:
    """Set a plain clock of one's own."""
    timers.set_timer(connection(), asked.id, asked.says, asked.minutes, begun=moment())
    return _stove()


@blueprint.post("/api/timers/<timer_id>/stop")
@blueprint.output(StoveOut)
def stop_timer(timer_id: str) -> StoveView:
    """Stop a clock, over or not."""
    if not timers.stop(connection(), timer_id, moment().at):
        raise Problem(404, "No such clock", "There is no such clock here. Look at the Stove again.")
    return _stove()
