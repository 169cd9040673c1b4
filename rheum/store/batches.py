"""Batches and their events."""

from __future__ import annotations

import json
import sqlite3
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from datetime import datetime, timezone
from functools import lru_cache
from typing import Annotated, Any, Final

from pydantic import Field, TypeAdapter, ValidationError

from rheum.core.batch import admit, state_at
from rheum.core.batch.begun import Snapshot
from rheum.core.batch.canner import check_free
from rheum.core.batch.events import Chipped, Event, EventRefused, GivenUp, Happening, JarIn, JarTold, Loaded, NextTime, Undone
from rheum.core.batch.giving_up import back_of, giving_up
from rheum.core.batch.moment import Moment
from rheum.core.batch.standing import RunState
from rheum.core.batch.tally import Tally
from rheum.core.batch.told import fold
from rheum.core.judging.verdict import Verdict
from rheum.core.making.takes import Take
from rheum.core.measures.saying import grams
from rheum.core.shelf import JarLife, found_by, lives_of, may_tell
from rheum.store import journal
from rheum.store.database import transaction
from rheum.store.shelf import regroup
from rheum.store.stock import break_jar, come_home, give_back, move_back, take, taken

SNAPSHOT: Final[TypeAdapter[Snapshot]] = TypeAdapter(Snapshot)
VERDICT: Final[TypeAdapter[Verdict]] = TypeAdapter(Verdict)
_HAPPENING: Final[TypeAdapter[Happening]] = TypeAdapter(Annotated[Happening, Field(discriminator="kind")])
_COLUMNS: Final = ("id", "kind", "load", "jar")


class Unfoldable(EventRefused):
    """A batch with an event that this Rheum does not know: it can be looked at, and nothing can be told to it."""


def _iso(moment: datetime) -> str:
    return moment.astimezone(timezone.utc).isoformat()


def next_number(connection: sqlite3.Connection, moment: datetime) -> str:
    """The next running number of a year: 26-014."""
    year = f"{moment.year % 100:02d}-"
    row = connection.execute(
        """
        SELECT max(CAST(substr(number, 4) AS INTEGER)) AS last
        FROM batch
        WHERE substr(number, 1, 3) = :year
        """,
        {"year": year},
    ).fetchone()
    return f"{year}{(row['last'] or 0) + 1:03d}"


def add(connection: sqlite3.Connection, snapshot: Snapshot, verdict: Verdict, takes: Iterable[Take] = ()) -> Snapshot:
    """Record a batch begun and what it takes from what is on hand, all or nothing; the same id again is the same batch, and takes
    nothing more. Gives the batch as recorded, its number set."""
    with transaction(connection):
        known = connection.execute("SELECT snapshot FROM batch WHERE id = :id", {"id": snapshot.id}).fetchone()
        if known:
            return SNAPSHOT.validate_json(known["snapshot"])
        begun_at = snapshot.begun_at.astimezone(timezone.utc)
        recorded = replace(snapshot, number=next_number(connection, begun_at), begun_at=begun_at)
        connection.execute(
            """
            INSERT INTO batch (id, number, begun_at, title, snapshot, verdict, step)
            VALUES (:id, :number, :begun_at, :title, :snapshot, :verdict, 'prepare')
            """,
            {
                "id": recorded.id,
                "number": recorded.number,
                "begun_at": _iso(begun_at),
                "title": recorded.title,
                "snapshot": SNAPSHOT.dump_json(recorded).decode(),
                "verdict": VERDICT.dump_json(verdict).decode(),
            },
        )
        connection.executemany(
            "INSERT INTO produce (batch_id, name, source, picked, amount) VALUES (?, ?, ?, ?, ?)",
            [
                (recorded.id, one.name, one.source, one.picked.isoformat() if one.picked else "", grams(one.grams))
                for one in recorded.produce
            ],
        )
        take(connection, recorded.id, takes, now=begun_at)
        return recorded


@dataclass(frozen=True, slots=True)
class StoredBatch:
    """A batch as begun, the verdict it was begun with, and everything that happened since. `unknown`: what this Rheum cannot read
    among its events, in a sentence; then there is no telling how the batch stands."""

    snapshot: Snapshot
    verdict: Verdict
    events: list[Event]
    unknown: str | None = None


def _event(row: sqlite3.Row) -> Event:
    said: dict[str, Any] = {name: row[name] for name in _COLUMNS if row[name] is not None}
    what = _HAPPENING.validate_python({**json.loads(row["data"]), **said})
    return Event(what, Moment(datetime.fromisoformat(row["at"]), row["steady_s"], row["boottime_s"], row["boot"]))


def _events(connection: sqlite3.Connection, batch_id: str) -> tuple[list[Event], str | None]:
    rows = connection.execute(
        """
        SELECT id, kind, at, load, jar, data, steady_s, boottime_s, boot
        FROM event
        WHERE batch_id = :batch_id
        ORDER BY sequence
        """,
        {"batch_id": batch_id},
    )
    found = []
    for row in rows:
        try:
            found.append(_event(row))
        except ValidationError:
            return found, (
                f"“{str(row['kind'])[:30]}” is nothing that this Rheum knows: the batch was told of by a newer one. "
                "Update Rheum; until then judge its jars by what you remember, and in doubt refrigerate them."
            )
    return found, None


# A batch's snapshot and verdict never change: read once, they are as good as read again.
@lru_cache(maxsize=512)
def _snapshot(text: str) -> Snapshot:
    return SNAPSHOT.validate_json(text)


@lru_cache(maxsize=512)
def _verdict(text: str) -> Verdict:
    return VERDICT.validate_json(text)


def get(connection: sqlite3.Connection, batch_id: str) -> StoredBatch | None:
    """One batch with its events, or None."""
    row = connection.execute("SELECT snapshot, verdict FROM batch WHERE id = :id", {"id": batch_id}).fetchone()
    if row is None:
        return None
    events, unknown = _events(connection, batch_id)
    snapshot = _snapshot(row["snapshot"])
    if unknown is None:
        try:
            fold(snapshot, events)
        except EventRefused as reason:
            unknown = f"What was recorded of this batch does not fit together ({reason}) Judge its jars by what you remember."
    return StoredBatch(snapshot, _verdict(row["verdict"]), events, unknown)


def under_way(connection: sqlite3.Connection, limit: int | None = None) -> list[StoredBatch]:
    """Batches not done, newest first: all of them, or `limit` at most."""
    rows = connection.execute(
        """
        SELECT id
        FROM batch
        WHERE step <> 'done'
        ORDER BY begun_at DESC, number DESC
        LIMIT :limit
        """,
        {"limit": -1 if limit is None else limit},
    ).fetchall()
    return [found for row in rows if (found := get(connection, row["id"]))]


def tallies(batches: Iterable[StoredBatch]) -> list[Tally]:
    """What batches add up to; those that cannot be read are left out."""
    return [fold(found.snapshot, found.events) for found in batches if found.unknown is None]


def tallies_under_way(connection: sqlite3.Connection) -> list[Tally]:
    """What every batch under way adds up to."""
    return tallies(under_way(connection))


def any_processed(connection: sqlite3.Connection) -> bool:
    """Whether a batch for the shelf was ever begun here."""
    return connection.execute("SELECT 1 FROM batch WHERE snapshot ->> '$.minutes' IS NOT NULL LIMIT 1").fetchone() is not None


def is_done(connection: sqlite3.Connection, batch_id: str) -> bool:
    """Whether nothing of a batch is waited for any more."""
    return connection.execute("SELECT 1 FROM batch WHERE id = :id AND step = 'done'", {"id": batch_id}).fetchone() is not None


def take_up_again(connection: sqlite3.Connection, now: Moment) -> int:
    """Batches that an earlier Rheum called done while a jar of theirs waits to be saved or thrown out are under way again, until it is told what became
    of it; how many."""
    rows = connection.execute(
        """
        SELECT id
        FROM batch
        WHERE step = 'done'
          AND EXISTS (
              SELECT 1
              FROM event
              WHERE event.batch_id = batch.id
                AND (event.kind IN ('height', 'again', 'spoiled', 'given-up', 'boil-lost')
                     OR (event.kind = 'seal' AND event.data ->> '$.sealed' = 0)
                     OR (event.kind = 'heat-off' AND event.data ->> '$.early' = 1))
          )
        """
    ).fetchall()
    found = 0
    with transaction(connection):
        for row in rows:
            batch = get(connection, row["id"])
            if batch is not None and batch.unknown is None and (step := state_at(batch.snapshot, batch.events, now).step) != "done":
                connection.execute("UPDATE batch SET step = :step WHERE id = :id", {"step": step, "id": row["id"]})
                found += 1
    return found


def done_with_jars(connection: sqlite3.Connection) -> list[str]:
    """The ids of done batches of which jars are still in somebody's hands."""
    rows = connection.execute(
        """
        SELECT DISTINCT jar.batch_id
        FROM jar
        JOIN batch ON batch.id = jar.batch_id
        WHERE batch.step = 'done'
          AND jar.state IN ('closed', 'opened', 'given', 'missing')
        ORDER BY jar.batch_id
        """
    )
    return [str(row["batch_id"]) for row in rows]


def any_begun(connection: sqlite3.Connection) -> bool:
    """Whether a batch was ever begun here."""
    return connection.execute("SELECT 1 FROM batch LIMIT 1").fetchone() is not None


def count_under_way(connection: sqlite3.Connection) -> int:
    """How many batches are not done."""
    return int(connection.execute("SELECT count(*) AS many FROM batch WHERE step <> 'done'").fetchone()["many"])


def enter(connection: sqlite3.Connection, snapshot: Snapshot, verdict: Verdict, now: Moment) -> Snapshot:
    """Record jars that stood there before Rheum; the same id again is the same jars. Gives their batch as recorded, its number set."""
    with transaction(connection):
        recorded = add(connection, snapshot, verdict)
        project(connection, recorded, state_at(recorded, [], now), lives_of(recorded, [], now))
        return recorded


def append(connection: sqlite3.Connection, batch_id: str, event: Event) -> StoredBatch | None:
    """Record an event if it fits, and the jars that follow from it, in one transaction. The same id again changes nothing. None where there is no such batch; EventRefused where it does not fit, or its id belongs to another batch's tap."""
    with transaction(connection):
        found = get(connection, batch_id)
        if found is None:
            return None
        if any(known.id == event.id for known in found.events):
            return found
        if found.unknown is not None:
            raise Unfoldable(found.unknown)
        if connection.execute("SELECT 1 FROM event WHERE id = :id", {"id": event.id}).fetchone():
            raise EventRefused("That tap was told to another batch already. Tap again.")
        admit(found.snapshot, found.events, event)
        if isinstance(event.what, JarTold):
            may_tell(lives_of(found.snapshot, found.events, event.at), event.what, event.at.at.astimezone().date())
        if isinstance(event.what, JarIn | Loaded | Undone):
            before, after = (fold(found.snapshot, events) for events in (found.events, [*found.events, event]))
            check_free(before, after, tallies_under_way(connection))
        said = _HAPPENING.dump_python(event.what, mode="json", exclude_none=True)
        connection.execute(
            """
            INSERT INTO event (id, batch_id, sequence, at, kind, load, jar, data, steady_s, boottime_s, boot)
            VALUES (:id, :batch_id, :sequence, :at, :kind, :load, :jar, :data, :steady_s, :boottime_s, :boot)
            """,
            {
                "id": event.id,
                "batch_id": batch_id,
                "sequence": len(found.events) + 1,
                "at": _iso(event.at.at),
                "kind": event.what.kind,
                "load": said.get("load"),
                "jar": said.get("jar"),
                "data": json.dumps({name: value for name, value in said.items() if name not in _COLUMNS}),
                "steady_s": event.at.steady_s,
                "boottime_s": event.at.boottime_s,
                "boot": event.at.boot,
            },
        )
        events = [*found.events, event]
        _stock_moves(connection, found, event)
        lives = lives_of(found.snapshot, events, event.at)
        state = state_at(found.snapshot, events, event.at)
        project(connection, found.snapshot, state, lives)
        if state.step == "done" or isinstance(event.what, NextTime):
            journal.sample(connection, found.snapshot, events, done=state.step == "done")
        return replace(found, events=events)


def _stock_moves(connection: sqlite3.Connection, found: StoredBatch, event: Event) -> None:
    """What an event moves in the stock: given up, things go back; a chipped jar costs another one; and taken back, the opposite."""
    batch_id, at = found.snapshot.id, event.at.at
    if isinstance(event.what, GivenUp):
        offered = giving_up(fold(found.snapshot, found.events), taken(connection, batch_id))
        if offered is not None:
            give_back(connection, batch_id, back_of(event.what, offered), now=at, event_id=event.id)
    elif isinstance(event.what, Chipped):
        jar_id = event.what.jar_id or found.snapshot.jar_id
        held = next((one for one in taken(connection, batch_id) if (one.what, one.item_id) == ("jars", jar_id)), None)
        says = held.says if held else found.snapshot.jar_title
        break_jar(connection, batch_id, Take("jars", jar_id, says, 1), now=at, event_id=event.id)
    elif isinstance(event.what, JarTold) and event.what.what in ("finished", "emptied"):
        come_home(connection, found.snapshot, event.what.jars, now=at, event_id=event.id)
    elif isinstance(event.what, Undone):
        move_back(connection, batch_id, event.what.of, now=at, event_id=event.id)


def project(connection: sqlite3.Connection, snapshot: Snapshot, state: RunState, lives: Sequence[JarLife]) -> None:
    """Write the batch's step and its jars anew from its state and their lives, with the words they are found by."""
    connection.execute("UPDATE batch SET step = :step WHERE id = :id", {"step": state.step, "id": snapshot.id})
    connection.execute("DELETE FROM jar_words WHERE rowid IN (SELECT id FROM jar WHERE batch_id = :id)", {"id": snapshot.id})
    # Jars that are told of again keep their places in the table.
    gone = ", ".join(str(int(jar.number)) for jar in lives)
    connection.execute(f"DELETE FROM jar WHERE batch_id = :id AND number NOT IN ({gone})", {"id": snapshot.id})
    for jar in lives:
        row = connection.execute(
            """
            INSERT INTO jar (batch_id, number, load, place, state, made_on, ready_from, best_before, stands_at, given_to, look, recalled, since, why)
            VALUES (:batch_id, :number, :load, :place, :state, :made_on, :ready_from, :best_before, :stands_at, :given_to, :look, :recalled, :since, :why)
            ON CONFLICT (batch_id, number) DO UPDATE
            SET load = excluded.load, place = excluded.place, state = excluded.state, made_on = excluded.made_on,
                ready_from = excluded.ready_from, best_before = excluded.best_before, stands_at = excluded.stands_at,
                given_to = excluded.given_to, look = excluded.look, recalled = excluded.recalled, since = excluded.since, why = excluded.why
            RETURNING id
            """,
            {
                "batch_id": snapshot.id,
                "number": jar.number,
                "load": jar.load,
                "place": jar.place,
                "state": jar.state,
                "made_on": jar.made_on.isoformat(),
                "ready_from": jar.ready_from.isoformat(),
                "best_before": (jar.last_day or jar.best_before).isoformat(),
                "stands_at": jar.where,
                "given_to": jar.given_to,
                "look": int(jar.look),
                "recalled": jar.recalled,
                "since": jar.since.isoformat() if jar.since else "",
                "why": jar.why,
            },
        ).fetchone()
        connection.execute(
            "INSERT INTO jar_words (rowid, words) VALUES (:id, :words)", {"id": row["id"], "words": " ".join(found_by(snapshot, jar))}
        )
    regroup(connection, snapshot, lives)


def by_number(connection: sqlite3.Connection, number: str) -> str | None:
    """The batch of a number on a label, or None."""
    row = connection.execute("SELECT id FROM batch WHERE number = :number", {"number": number}).fetchone()
    return str(row["id"]) if row else None


def batches_told(connection: sqlite3.Connection, start: str) -> list[tuple[str, str]]:
    """(event, batch) of the events whose id begins so: what was told of jars of several batches at once."""
    rows = connection.execute(
        "SELECT id, batch_id FROM event WHERE id >= :start AND id < :end AND kind = 'jar' ORDER BY id",
        {"start": start, "end": start[:-1] + chr(ord(start[-1]) + 1)},
    )
    return [(row["id"], row["batch_id"]) for row in rows]
