"""What is put right or found out after a batch was begun, told to every batch that rests on it: the kitchen's height, a bottle measured below its label."""

from __future__ import annotations

import sqlite3
from collections.abc import Iterable
from uuid import uuid4

from rheum.core.batch.events import Event, HeightSet, JarTold, VinegarMeasured
from rheum.core.batch.height import height_set
from rheum.core.batch.moment import Moment
from rheum.core.batch.tally import LoadTally
from rheum.core.batch.told import fold
from rheum.core.facts.choices import Choices
from rheum.core.facts.library import Library
from rheum.core.making.stock import Bottle
from rheum.core.measures.altitude import Altitude
from rheum.core.measures.saying import percent
from rheum.core.shelf import lives_of
from rheum.store import batches, jars
from rheum.store.database import transaction

# Jars in these states are in somebody's hands.
_OUT_THERE = frozenset({"closed", "opened", "given", "missing"})


def height_corrected(
    connection: sqlite3.Connection, height: Altitude, *, moved: bool, library: Library, choices: Choices, at: Moment
) -> None:
    """Tell another height to the batches: to those under way the longer minutes. Put right, and not `moved` there, jars of done batches that had too
    few minutes for it are marked, each until somebody has seen to it."""
    with transaction(connection):
        for batch in batches.under_way(connection):
            said = height_set(uuid4().hex, batch.snapshot, height, library=library, choices=choices, moved=moved)
            if batch.unknown is None and said is not None:
                batches.append(connection, batch.snapshot.id, Event(said, at))
        for batch_id in () if moved else batches.done_with_jars(connection):
            done = batches.get(connection, batch_id)
            said = height_set("", done.snapshot, height, library=library, choices=choices) if done and done.unknown is None else None
            if done is None or said is None:
                continue
            tally = fold(done.snapshot, done.events)
            wrong = [number for load in tally.loads if _too_few(load, said, done.snapshot.jar_id) for number in load.numbers]
            longest = max(said.minutes.values(), default=0)
            why = f"it wants {longest} minutes there, and had fewer" if longest else "no table has minutes for there"
            _mark(connection, done, wrong, f"the kitchen's height was put right to {height}: {why}. Throw it out unopened", at=at)


def _too_few(load: LoadTally, height: HeightSet, own_jar: str) -> bool:
    """Whether a load had fewer minutes than its jars want at a height, or none are known there."""
    needed = height.minutes.get(load.jar_id or own_jar, max(height.minutes.values(), default=0))
    return load.heat_off_at is not None and (not height.minutes or load.run_s < needed * 60)


def _mark(connection: sqlite3.Connection, batch: batches.StoredBatch, wanted: Iterable[int], why: str, *, at: Moment) -> int:
    """Mark the jars of a batch that are still in somebody's hands; how many."""
    mine = set(wanted)
    lives = lives_of(batch.snapshot, batch.events, at)
    numbers = tuple(
        life.number
        for life in lives
        if life.number in mine and life.state in _OUT_THERE and (life.place == "shelf" or life.state == "opened")
    )
    if numbers:
        batches.append(connection, batch.snapshot.id, Event(JarTold(uuid4().hex, numbers, "recalled", note=why), at))
    return len(numbers)


def vinegar_measured(connection: sqlite3.Connection, before: Bottle, after: Bottle, *, at: Moment) -> tuple[str, ...]:
    """Tell the batches that drew from a bottle that it is weaker than was reckoned with: those under way are held, the jars of done ones are marked. What
    was told to which batch, in sentences."""
    weaker, right_again = after.strength < before.strength, after.strength >= before.label and before.strength < before.label
    if not weaker and not right_again:
        return ()
    says = f"The {after.name} was measured: {percent(round(after.strength, 2))} counts, not {percent(before.label)}"
    found = []
    with transaction(connection):
        for number in jars.drew_from(connection, "bottle", after.id):
            batch_id = batches.by_number(connection, number)
            batch = batches.get(connection, batch_id) if batch_id else None
            if batch is None or batch.unknown is not None:
                continue
            title = f"{batch.snapshot.title} ({number})"
            if not batches.is_done(connection, batch.snapshot.id):
                batches.append(connection, batch.snapshot.id, Event(VinegarMeasured(uuid4().hex, after.id, says, weaker), at))
                found.append(
                    f"{title} is under way and drew from it: {'it is held, and cannot go to the shelf' if weaker else 'it is held no longer'}."
                )
            elif weaker and batch.snapshot.minutes is None:
                found.append(f"{title} drew from it: eat what is left within a week.")
            elif weaker:
                numbers = range(1, batch.snapshot.jars_planned + len(batch.events) + 1)
                many = _mark(connection, batch, numbers, f"{says[0].lower()}{says[1:]}. Throw it out unopened", at=at)
                found.append(f"{title} drew from it: {many} of its jars {'is' if many == 1 else 'are'} marked.")
    return tuple(found)
