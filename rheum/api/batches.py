"""Batches: begin one, tell what happens to it, see where it stands."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from apiflask import APIBlueprint

from rheum.api.answers import BatchListOut, BatchOut
from rheum.api.asked import settings_of
from rheum.api.context import connection, moment, now, setup
from rheum.api.facts import kitchen_facts, kitchen_library
from rheum.api.learnt import own_times
from rheum.api.making import kitchen_stock, wish_of
from rheum.api.problems import Problem
from rheum.api.requests import BeginIn, EventIn, KeptTapIn
from rheum.api.shapes import BatchList, BatchView
from rheum.core.batch import begin, state_at
from rheum.core.batch.canner import InTheCanner, in_the_way
from rheum.core.batch.clouds import clouding
from rheum.core.batch.events import Event
from rheum.core.batch.giving_up import giving_up
from rheum.core.batch.kept import asks, dated
from rheum.core.batch.standing import RunState
from rheum.core.batch.tally import Tally
from rheum.core.batch.told import fold
from rheum.core.making import Plan, canned_by, make_plan, shortages, takes_of, with_jars
from rheum.core.making.stock import Stock
from rheum.core.work import StepAnswer, steps_to_read
from rheum.store import batches as stored
from rheum.store import journal
from rheum.store import kitchen as kitchens
from rheum.store import stock as stocks
from rheum.store.database import transaction

blueprint = APIBlueprint("batches", __name__, tag="Batches")
# More batches under way than anybody has hands for: what is beyond is counted, not kept in silence.
_MOST_UNDER_WAY = 200


def _unknown(says: str) -> RunState:
    return RunState(
        step="prepare",
        headline="Cannot be told",
        detail=says,
        jars_filled=None,
        part_jar=False,
        loads=(),
        jars=(),
        actions=(),
        last_tap=None,
        waits_until=None,
        told=(says,),
    )


def seen_now(batch: stored.StoredBatch, under_way: Sequence[Tally] | None = None) -> BatchView:
    """A batch as it stands now; `under_way`: what all of them add up to, where that is known already."""
    at = moment()
    takes = stocks.taken(connection(), batch.snapshot.id)
    taken = tuple(f"{one.amount:.0f} {one.says}" for one in takes if one.what != "bottle")
    state = state_at(batch.snapshot, batch.events, at) if batch.unknown is None else _unknown(batch.unknown)
    return BatchView(
        # The tasks are told as they stand.
        snapshot=replace(batch.snapshot, tasks=()),
        state=state,
        findings=batch.verdict.findings,
        taken=taken,
        clouds=clouding(batch.snapshot.text, kitchen_library().catalogue) if any("spoiled" in jar.can for jar in state.jars) else (),
        give_up=giving_up(fold(batch.snapshot, batch.events), takes, at) if batch.unknown is None else None,
        in_the_canner=_in_the_canner(batch, state, under_way),
        events=len(batch.events),
        now=at.at,
    )


def _in_the_canner(batch: stored.StoredBatch, state: RunState, under_way: Sequence[Tally] | None) -> InTheCanner | None:
    """Another batch's load in the canner that this batch's next load is meant for; asked only where one waits."""
    if state.filling is None and not any(action.kind == "loaded" for action in state.actions):
        return None
    return in_the_way(batch.snapshot, stored.tallies_under_way(connection()) if under_way is None else under_way)


def _found(batch_id: str) -> stored.StoredBatch:
    batch = stored.get(connection(), batch_id)
    if batch is None:
        raise Problem(404, "No such batch", "There is no such batch. It may belong to another kitchen's data.")
    return batch


def _ask_first(asked: BeginIn, plan: Plan, stock: Stock) -> None:
    """What is to be known before a batch is begun: what is short, and its own sentences read back."""
    if not asked.short_known and (short := shortages(plan, stock)):
        raise Problem(409, "Something is short", "Something is short for this batch. Get it first, or begin all the same.", short=short)
    if asked.ask_steps and asked.steps is None and (steps := steps_to_read(plan, kitchen_library())):
        read = [
            {"number": number, "says": step.says, "understood": step.understood, "asked": not step.own_task, "minutes": step.asks}
            for number, step in enumerate(steps, start=1)
        ]
        raise Problem(409, "Its steps, read back", "Confirm its steps first: the Stove walks by them.", steps=read)


@blueprint.post("/api/batches")
@blueprint.input(BeginIn, arg_name="asked")
@blueprint.output(BatchOut)
def begin_batch(asked: BeginIn) -> BatchView:
    """Begin a batch from the text on the Bench. It is judged again here; what is begun never changes. Where something is short that the
    kitchen counts, it says so (409, `short`) and begins nothing until it is asked again with `short_known`. With `ask_steps` the sentences of a batch for the
    refrigerator are read back likewise (409, `steps`), until they come back in `steps`."""
    return begin_asked(asked)


def begin_asked(asked: BeginIn) -> BatchView:
    """Begin a batch that is asked for."""
    kitchen = kitchens.read(connection())
    if kitchen is None:
        raise Problem(409, "No altitude", "Set the kitchen's altitude first: without it there are no minutes.")
    facts, choices = kitchen_facts()
    settings = settings_of(asked, choices, height=kitchen.height, measures=kitchen.measures)
    stock, wish = kitchen_stock(kitchen), wish_of(asked.wish)
    _, settings = canned_by(wish, settings, stock)
    plan = with_jars(make_plan(asked.text, wish, settings, facts, stock=stock), asked.jars, facts, stock)
    if stored.get(connection(), asked.id) is None:
        _ask_first(asked, plan, stock)
    steps = None if asked.steps is None else [StepAnswer(one.number, one.confirmed, one.minutes) for one in asked.steps]
    snapshot = begin(
        asked.id, plan, settings, facts, moment=now(), jars=asked.jars, jars_per_load=asked.jars_per_load, steps=steps, own=own_times()
    )
    recorded = stored.add(connection(), snapshot, plan.verdict, takes_of(plan))
    return seen_now(_found(recorded.id))


@blueprint.get("/api/batches")
@blueprint.output(BatchListOut)
def under_way() -> BatchList:
    """Batches under way, newest first."""
    shown = stored.under_way(connection(), _MOST_UNDER_WAY)
    tallies = stored.tallies(shown)
    return BatchList(tuple(seen_now(batch, tallies) for batch in shown), stored.count_under_way(connection()) - len(shown), now())


@blueprint.get("/api/batches/<batch_id>")
@blueprint.output(BatchOut)
def one(batch_id: str) -> BatchView:
    """One batch as it stands now."""
    return seen_now(_found(batch_id))


@blueprint.post("/api/batches/<batch_id>/events")
@blueprint.input(EventIn, arg_name="asked")
@blueprint.output(BatchOut)
def tell(batch_id: str, asked: EventIn) -> BatchView:
    """Say what happened. The same event id again changes nothing; an event that does not fit is refused with a sentence."""
    return _told(batch_id, Event(asked.root, moment()))


def _told(batch_id: str, event: Event) -> BatchView:
    batch = stored.append(connection(), batch_id, event)
    if batch is None:
        raise Problem(404, "No such batch", "There is no such batch. It may belong to another kitchen's data.")
    return seen_now(batch)


@blueprint.post("/api/batches/<batch_id>/kept")
@blueprint.input(KeptTapIn, arg_name="asked")
@blueprint.output(BatchOut)
def tell_kept(batch_id: str, asked: KeptTapIn) -> BatchView:
    """Say what a screen kept while the server was away. It is dated by its age, never before what that screen had seen; an old “It boils” is asked
    about first (409, `field` “sure”)."""
    batch = _found(batch_id)
    said = EventIn.model_validate(asked.event).root
    if any(event.id == said.id for event in batch.events):
        return seen_now(batch)
    question = asks(said, asked.age_s, same_server=asked.server == setup().born)
    if question is not None and not asked.sure:
        raise Problem(409, "Is it so?", question, "sure")
    with transaction(connection()):
        journal.kept_tap(connection(), said.id)
    return _told(batch_id, dated(said, asked.age_s, moment(), snapshot=batch.snapshot, events=batch.events, seen=asked.seen))
