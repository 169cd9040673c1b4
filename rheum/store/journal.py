"""Looking back: what batches came to and what is learnt of it, notes for the next time, the year, wishes, prices, pictures."""

from __future__ import annotations

import json
import sqlite3
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Final

from rheum.core.batch.begun import Snapshot
from rheum.core.batch.events import Event
from rheum.core.measures.refused import RequestError
from rheum.core.shelf.came_to import CameTo, Pause, came_to, samples_of
from rheum.core.shelf.learnt import Sample
from rheum.store.database import transaction

MOST_PICTURES: Final = 6


def _pauses(connection: sqlite3.Connection, batch_id: str) -> list[Pause]:
    """The breaks of the kept days that a batch belongs to."""
    found: list[Pause] = []
    for row in connection.execute("SELECT asked FROM day WHERE begun LIKE '%' || :id || '%'", {"id": batch_id}):
        for pause in json.loads(row["asked"]).get("breaks") or ():
            found.append((datetime.fromisoformat(pause["from"]), datetime.fromisoformat(pause["to"])))
    return found


def told_late(connection: sqlite3.Connection, batch_id: str) -> frozenset[str]:
    """The ids of a batch's taps that a screen kept and told later."""
    rows = connection.execute("SELECT event_id FROM kept_tap WHERE event_id IN (SELECT id FROM event WHERE batch_id = ?)", (batch_id,))
    return frozenset(row["event_id"] for row in rows)


def came(connection: sqlite3.Connection, snapshot: Snapshot, events: Sequence[Event]) -> CameTo:
    """What a batch came to."""
    return came_to(snapshot, events, kept=told_late(connection, snapshot.id), pauses=_pauses(connection, snapshot.id))


def kept_tap(connection: sqlite3.Connection, event_id: str) -> None:
    """Remember that a tap was told late."""
    connection.execute("INSERT INTO kept_tap (event_id) VALUES (?) ON CONFLICT DO NOTHING", (event_id,))


def sample(connection: sqlite3.Connection, snapshot: Snapshot, events: Sequence[Event], *, done: bool) -> None:
    """Write anew what a batch came to, and what is to be changed next time; within the transaction that records the event."""
    if snapshot.entered:
        return
    found = came(connection, snapshot, events)
    connection.execute("DELETE FROM next_time WHERE batch_id = ?", (snapshot.id,))
    if found.next_time:
        connection.execute(
            "INSERT INTO next_time (batch_id, title, formula_id, note, at) VALUES (?, ?, ?, ?, ?)",
            (snapshot.id, snapshot.title.lower(), snapshot.formula_id or "", found.next_time, snapshot.begun_at.isoformat()),
        )
    connection.execute("DELETE FROM sample WHERE batch_id = ?", (snapshot.id,))
    connection.execute("DELETE FROM sampled WHERE batch_id = ?", (snapshot.id,))
    if not done:
        return
    connection.execute("INSERT INTO sampled (batch_id, sealed, failed) VALUES (?, ?, ?)", (snapshot.id, found.sealed, found.failed))
    connection.executemany(
        "INSERT INTO sample (batch_id, kind, key, ratio) VALUES (?, ?, ?, ?)",
        [(snapshot.id, one.kind, one.key, one.ratio) for one in samples_of(snapshot, events, found)],
    )


def unsampled(connection: sqlite3.Connection) -> list[str]:
    """Batches that were done before a Rheum that learns."""
    rows = connection.execute(
        """
        SELECT id FROM batch
        WHERE step = 'done' AND id NOT IN (SELECT batch_id FROM sampled) AND coalesce(snapshot ->> '$.entered', '') = ''
        ORDER BY id
        """
    )
    return [row["id"] for row in rows]


def samples(connection: sqlite3.Connection) -> list[Sample]:
    """What every done batch came to."""
    return [
        Sample(row["kind"], row["key"], row["ratio"])
        for row in connection.execute("SELECT kind, key, ratio FROM sample ORDER BY batch_id, kind, key")
    ]


def lots(connection: sqlite3.Connection) -> list[tuple[str, int, int]]:
    """(what the lot is called, jars, failed seals) of every lot of lids: of a batch that drew from two, both count whole."""
    rows = connection.execute(
        """
        SELECT max(movement.says) AS says, sum(seals.sealed + seals.failed) AS jars, sum(seals.failed) AS failed
        FROM (SELECT DISTINCT item_id, batch_id, max(says) AS says FROM movement WHERE what = 'lids' AND batch_id IS NOT NULL GROUP BY item_id, batch_id)
             AS movement
        JOIN sampled AS seals ON seals.batch_id = movement.batch_id
        GROUP BY movement.item_id
        ORDER BY says
        """
    )
    return [(row["says"], int(row["jars"]), int(row["failed"])) for row in rows]


def set_aside(connection: sqlite3.Connection) -> frozenset[tuple[str, str]]:
    """The learnt figures that are not used."""
    return frozenset((row["kind"], row["key"]) for row in connection.execute("SELECT kind, key FROM set_aside"))


def put_aside(connection: sqlite3.Connection, kind: str, key: str, aside: bool) -> None:
    """Set a learnt figure aside, or use it again."""
    statement = (
        "INSERT INTO set_aside (kind, key) VALUES (?, ?) ON CONFLICT DO NOTHING"
        if aside
        else "DELETE FROM set_aside WHERE kind = ? AND key = ?"
    )
    connection.execute(statement, (kind, key))


@dataclass(frozen=True, slots=True)
class ForNextTime:
    """What was to be changed, and of which batch it was said."""

    batch_id: str
    number: str
    title: str
    note: str
    at: str


def for_next_time(connection: sqlite3.Connection, title: str, formula_id: str) -> list[ForNextTime]:
    """What was said for the next time under this title, or of this formula; the newest first, two at most."""
    rows = connection.execute(
        """
        SELECT next_time.batch_id, batch.number, batch.title, next_time.note, next_time.at
        FROM next_time
        JOIN batch ON batch.id = next_time.batch_id
        WHERE next_time.title = :title OR (:formula <> '' AND next_time.formula_id = :formula)
        ORDER BY next_time.at DESC
        LIMIT 2
        """,
        {"title": title.lower(), "formula": formula_id},
    )
    return [ForNextTime(**dict(row)) for row in rows]


@dataclass(frozen=True, slots=True)
class YearRow:
    """So many jars of a formula in a month (`2026-09`): put up, eaten, given, thrown out (and why), not found; or, without a month, left."""

    what: str
    month: str
    formula_id: str
    title: str
    why: str
    jars: int


def year(connection: sqlite3.Connection, first: str, last: str) -> list[YearRow]:
    """Everything that happened to jars between two days, and what is left, counted by the database. Days as ISO dates."""
    rows = connection.execute(
        """
        SELECT 'put up' AS what, substr(jar.made_on, 1, 7) AS month, coalesce(batch.snapshot ->> '$.formula_id', '') AS formula_id,
               max(batch.title) AS title, '' AS why, count(*) AS jars
        FROM jar JOIN batch ON batch.id = jar.batch_id
        WHERE jar.made_on BETWEEN :first AND :last
        GROUP BY 2, 3, CASE WHEN formula_id = '' THEN batch.title END
        UNION ALL
        SELECT CASE jar.state WHEN 'finished' THEN 'eaten' WHEN 'given' THEN 'given' WHEN 'missing' THEN 'not found' ELSE 'thrown out' END,
               substr(jar.since, 1, 7), coalesce(batch.snapshot ->> '$.formula_id', '') AS formula_id, max(batch.title),
               CASE WHEN jar.state IN ('out', 'thrown') THEN jar.why ELSE '' END AS why, count(*)
        FROM jar JOIN batch ON batch.id = jar.batch_id
        WHERE jar.since BETWEEN :first AND :last AND jar.state IN ('finished', 'given', 'missing', 'out', 'thrown')
        GROUP BY 1, 2, 3, 5, CASE WHEN formula_id = '' THEN batch.title END
        UNION ALL
        SELECT 'left', '', coalesce(batch.snapshot ->> '$.formula_id', '') AS formula_id, max(batch.title), '', count(*)
        FROM jar JOIN batch ON batch.id = jar.batch_id
        WHERE jar.state IN ('closed', 'opened')
        GROUP BY 3, CASE WHEN formula_id = '' THEN batch.title END
        """,
        {"first": first, "last": last},
    )
    return [YearRow(**dict(row)) for row in rows]


@dataclass(frozen=True, slots=True)
class Wish:
    """So many jars of something, to be made next."""

    id: str
    title: str
    formula_id: str
    jars: int


def wishes(connection: sqlite3.Connection) -> list[Wish]:
    """What is to be made, the first wished first."""
    return [Wish(**dict(row)) for row in connection.execute("SELECT id, title, formula_id, jars FROM wish ORDER BY made_at, id")]


def put_wish(connection: sqlite3.Connection, wish: Wish, now: datetime) -> None:
    """Wish for something, or for more or less of it; none any more takes it away."""
    with transaction(connection):
        connection.execute("DELETE FROM wish WHERE id = ?", (wish.id,))
        if wish.jars > 0:
            connection.execute(
                "INSERT INTO wish (id, title, formula_id, jars, made_at) VALUES (?, ?, ?, ?, ?)",
                (wish.id, wish.title, wish.formula_id, wish.jars, now.isoformat()),
            )


def prices(connection: sqlite3.Connection) -> dict[str, float]:
    """Prices by what they are of: an ingredient's id (a kilogram), `lid`, `jar` (one)."""
    return {row["what"]: row["price"] for row in connection.execute("SELECT what, price FROM price ORDER BY what")}


def put_price(connection: sqlite3.Connection, what: str, price: float | None) -> None:
    """Set a price, or take it away."""
    if price is None:
        connection.execute("DELETE FROM price WHERE what = ?", (what,))
    else:
        connection.execute(
            "INSERT INTO price (what, price) VALUES (?, ?) ON CONFLICT (what) DO UPDATE SET price = excluded.price", (what, price)
        )


def said(connection: sqlite3.Connection, key: str) -> str:
    """A word that the kitchen keeps: its currency, when it was last backed up."""
    row = connection.execute("SELECT value FROM word WHERE key = ?", (key,)).fetchone()
    return str(row["value"]) if row else ""


def say(connection: sqlite3.Connection, key: str, value: str) -> None:
    """Keep such a word."""
    connection.execute("INSERT INTO word (key, value) VALUES (?, ?) ON CONFLICT (key) DO UPDATE SET value = excluded.value", (key, value))


@dataclass(frozen=True, slots=True)
class Picture:
    """A picture of a batch, without its bytes."""

    id: str
    batch_id: str
    at: str
    wide: int
    high: int


def pictures(connection: sqlite3.Connection, batch_id: str) -> list[Picture]:
    """The pictures of a batch, in the order they were taken in."""
    rows = connection.execute("SELECT id, batch_id, at, wide, high FROM picture WHERE batch_id = ? ORDER BY at, id", (batch_id,))
    return [Picture(**dict(row)) for row in rows]


def picture(connection: sqlite3.Connection, picture_id: str) -> bytes | None:
    """A picture's JPEG, or None."""
    row = connection.execute("SELECT jpeg FROM picture WHERE id = ?", (picture_id,)).fetchone()
    return bytes(row["jpeg"]) if row else None


def add_picture(connection: sqlite3.Connection, one: Picture, jpeg: bytes) -> None:
    """Keep a picture; the same id again is the same picture. RequestError where the batch has its six."""
    with transaction(connection):
        if connection.execute("SELECT 1 FROM picture WHERE id = ?", (one.id,)).fetchone():
            return
        if len(pictures(connection, one.batch_id)) >= MOST_PICTURES:
            raise RequestError("picture", f"A batch keeps {MOST_PICTURES} pictures. Take one away first.")
        connection.execute(
            "INSERT INTO picture (id, batch_id, at, wide, high, jpeg) VALUES (?, ?, ?, ?, ?, ?)",
            (one.id, one.batch_id, one.at, one.wide, one.high, jpeg),
        )


def take_picture_away(connection: sqlite3.Connection, picture_id: str) -> bool:
    """Take a picture away."""
    return connection.execute("DELETE FROM picture WHERE id = ?", (picture_id,)).rowcount == 1


@dataclass(frozen=True, slots=True)
class JournalRow:
    """A batch in the journal."""

    batch_id: str
    number: str
    title: str
    begun_at: str
    jars: int
    next_time: str


def batches(connection: sqlite3.Connection, skip: int, most: int) -> list[JournalRow]:
    """A page of batches, the newest first."""
    rows = connection.execute(
        """
        SELECT batch.id AS batch_id, batch.number, batch.title, batch.begun_at,
               (SELECT count(*) FROM jar WHERE jar.batch_id = batch.id) AS jars, coalesce(next_time.note, '') AS next_time
        FROM batch LEFT JOIN next_time ON next_time.batch_id = batch.id
        ORDER BY batch.begun_at DESC, batch.number DESC
        LIMIT :most OFFSET :skip
        """,
        {"most": most, "skip": skip},
    )
    return [JournalRow(**dict(row)) for row in rows]


@dataclass(frozen=True, slots=True)
class OtherBatch:
    """Another batch of the same thing."""

    number: str
    title: str
    begun_at: str


def others(connection: sqlite3.Connection, snapshot: Snapshot) -> list[OtherBatch]:
    """Other batches of the same title or formula, the newest first, six at most."""
    rows = connection.execute(
        """
        SELECT number, title, begun_at
        FROM batch
        WHERE id <> :id AND (title = :title COLLATE NOCASE OR (:formula <> '' AND snapshot ->> '$.formula_id' = :formula))
        ORDER BY begun_at DESC
        LIMIT 6
        """,
        {"id": snapshot.id, "title": snapshot.title, "formula": snapshot.formula_id or ""},
    )
    return [OtherBatch(**dict(row)) for row in rows]


def batch_of_picture(connection: sqlite3.Connection, picture_id: str) -> str | None:
    """Whose picture it is, or None."""
    row = connection.execute("SELECT batch_id FROM picture WHERE id = ?", (picture_id,)).fetchone()
    return str(row["batch_id"]) if row else None


def every_picture(connection: sqlite3.Connection) -> list[str]:
    """The ids of all pictures."""
    return [row["id"] for row in connection.execute("SELECT id FROM picture ORDER BY id")]


def how_many_sampled(connection: sqlite3.Connection) -> int:
    """How many batches were done and looked at."""
    return int(connection.execute("SELECT count(*) AS many FROM sampled").fetchone()["many"])


def last_sample(connection: sqlite3.Connection) -> int:
    """A number that is another one wherever samples were added."""
    return int(connection.execute("SELECT coalesce(max(rowid), 0) AS last FROM sample").fetchone()["last"])


@dataclass(frozen=True, slots=True)
class Holds:
    """What is in a kitchen's data: how much of each, and from when to when its batches are."""

    kitchen: str
    batches: int
    jars: int
    recipes: int
    first: str
    newest: str


def holds(connection: sqlite3.Connection) -> Holds:
    """What is in the data."""
    row = connection.execute(
        """
        SELECT coalesce((SELECT name FROM kitchen), '') AS kitchen, (SELECT count(*) FROM batch) AS batches, (SELECT count(*) FROM jar) AS jars,
               (SELECT count(*) FROM recipe) AS recipes, coalesce((SELECT min(begun_at) FROM batch), '') AS first,
               coalesce((SELECT max(begun_at) FROM batch), '') AS newest
        """
    ).fetchone()
    return Holds(**dict(row))
