"""Batches and their events."""

from __future__ import annotations

import json
import sqlite3
from collections.abc import Iterable
from dataclasses import asdict, dataclass
from datetime import datetime, timezone
from typing import Any

from rheum.core.batch.begun import SizePlanned, Snapshot
from rheum.core.batch.dates import fridge_dates, shelf_dates
from rheum.core.batch.events import Event
from rheum.core.batch.standing import RunState
from rheum.core.batch.state import admit, state_at
from rheum.core.making.cook_down import CookPlanned
from rheum.core.making.takes import Take
from rheum.store.database import transaction
from rheum.store.stock import take


def _iso(moment: datetime) -> str:
    return moment.astimezone(timezone.utc).isoformat()


def _snapshot(text: str) -> Snapshot:
    fields = json.loads(text)
    fields["begun_at"] = datetime.fromisoformat(fields["begun_at"])
    fields["sizes"] = tuple(SizePlanned(**size) for size in fields.get("sizes", ()))
    for name in ("one_brine", "vinegar", "warnings"):
        fields[name] = tuple(fields.get(name, ()))
    fields["cook"] = CookPlanned(**fields["cook"]) if fields.get("cook") else None
    return Snapshot(**fields)


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


def add(connection: sqlite3.Connection, snapshot: Snapshot, verdict_json: str, takes: Iterable[Take] = ()) -> Snapshot:
    """Record a batch begun and what it takes from what is on hand, all or nothing; the same id again is the same batch, and takes
    nothing more. Gives the batch as recorded, its number set."""
    with transaction(connection):
        known = connection.execute("SELECT snapshot FROM batch WHERE id = :id", {"id": snapshot.id}).fetchone()
        if known:
            return _snapshot(known["snapshot"])
        number = next_number(connection, snapshot.begun_at)
        fields = {**asdict(snapshot), "number": number, "begun_at": _iso(snapshot.begun_at)}
        connection.execute(
            """
            INSERT INTO batch (id, number, begun_at, title, snapshot, verdict, step)
            VALUES (:id, :number, :begun_at, :title, :snapshot, :verdict, 'prepare')
            """,
            {
                "id": snapshot.id,
                "number": number,
                "begun_at": _iso(snapshot.begun_at),
                "title": snapshot.title,
                "snapshot": json.dumps(fields),
                "verdict": verdict_json,
            },
        )
        take(connection, snapshot.id, takes)
        return _snapshot(json.dumps(fields))


@dataclass(frozen=True, slots=True)
class StoredBatch:
    """A batch as begun, the verdict it was begun with (JSON), and everything that happened since."""

    snapshot: Snapshot
    verdict: dict[str, Any]
    events: list[Event]


def _events(connection: sqlite3.Connection, batch_id: str) -> list[Event]:
    rows = connection.execute(
        """
        SELECT id, kind, at, load, jar, data
        FROM event
        WHERE batch_id = :batch_id
        ORDER BY sequence
        """,
        {"batch_id": batch_id},
    )
    return [Event(r["id"], r["kind"], datetime.fromisoformat(r["at"]), r["load"], r["jar"], json.loads(r["data"])) for r in rows]


def get(connection: sqlite3.Connection, batch_id: str) -> StoredBatch | None:
    """One batch with its events, or None."""
    row = connection.execute("SELECT snapshot, verdict FROM batch WHERE id = :id", {"id": batch_id}).fetchone()
    if row is None:
        return None
    return StoredBatch(_snapshot(row["snapshot"]), json.loads(row["verdict"]), _events(connection, batch_id))


def under_way(connection: sqlite3.Connection, limit: int = 50) -> list[StoredBatch]:
    """Batches not done, newest first."""
    rows = connection.execute(
        """
        SELECT id
        FROM batch
        WHERE step <> 'done'
        ORDER BY begun_at DESC
        LIMIT :limit
        """,
        {"limit": limit},
    ).fetchall()
    return [found for row in rows if (found := get(connection, row["id"]))]


def append(connection: sqlite3.Connection, batch_id: str, event: Event) -> StoredBatch | None:
    """Record an event if it fits, and the jars that follow from it, in one transaction. The same id again changes
    nothing. None where there is no such batch; EventRefused where it does not fit."""
    with transaction(connection):
        found = get(connection, batch_id)
        if found is None:
            return None
        if any(known.id == event.id for known in found.events):
            return found
        admit(found.snapshot, found.events, event)
        connection.execute(
            """
            INSERT INTO event (id, batch_id, sequence, at, kind, load, jar, data)
            VALUES (:id, :batch_id, :sequence, :at, :kind, :load, :jar, :data)
            """,
            {
                "id": event.id,
                "batch_id": batch_id,
                "sequence": len(found.events) + 1,
                "at": _iso(event.at),
                "kind": event.kind,
                "load": event.load,
                "jar": event.jar,
                "data": json.dumps(dict(event.data)),
            },
        )
        events = [*found.events, event]
        _project(connection, found.snapshot, state_at(found.snapshot, events, event.at))
        return StoredBatch(found.snapshot, found.verdict, events)


def _project(connection: sqlite3.Connection, snapshot: Snapshot, state: RunState) -> None:
    """Write the batch's step and its jars anew from its state."""
    connection.execute("UPDATE batch SET step = :step WHERE id = :id", {"step": state.step, "id": snapshot.id})
    connection.execute("DELETE FROM jar WHERE batch_id = :id", {"id": snapshot.id})
    place_of = {"sealed": "shelf", "fridge": "fridge"}
    for jar in state.jars:
        if jar.state not in place_of:
            continue
        load = next(item for item in state.loads if item.number == jar.load)
        made = (load.heat_off_at or snapshot.begun_at).astimezone().date()
        sealed = jar.state == "sealed"
        dates = (
            shelf_dates(made, snapshot.weeks)
            if sealed
            else fridge_dates(made, snapshot.fridge_days, snapshot.minutes is not None, snapshot.unsealed_days)
        )
        connection.execute(
            """
            INSERT INTO jar (batch_id, number, load, place, made_on, ready_from, best_before)
            VALUES (:batch_id, :number, :load, :place, :made_on, :ready_from, :best_before)
            """,
            {
                "batch_id": snapshot.id,
                "number": jar.number,
                "load": jar.load,
                "place": place_of[jar.state],
                "made_on": dates.made_on.isoformat(),
                "ready_from": dates.ready_from.isoformat(),
                "best_before": dates.best_before.isoformat(),
            },
        )
