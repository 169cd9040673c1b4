"""Jars on the shelf and in the refrigerator, grouped as they stand; and every jar there ever was, found again."""

from __future__ import annotations

import sqlite3
from dataclasses import dataclass
from datetime import date
from typing import Final, Literal

# As many groups as a screen draws in a moment; what is beyond is counted, not dropped in silence.
MOST_GROUPS: Final = 1000


@dataclass(frozen=True, slots=True)
class ShelfRow:
    """The jars of one batch in one place."""

    batch_id: str
    number: str
    title: str
    place: Literal["shelf", "fridge"]
    jars: tuple[int, ...]
    jar_title: str
    jar_id: str
    made_on: date
    ready_from: date
    best_before: date
    formula_title: str | None


def standing(connection: sqlite3.Connection, limit: int = MOST_GROUPS) -> list[ShelfRow]:
    """Batches with jars standing somewhere, the newest first; `limit` groups at most."""
    rows = connection.execute(
        """
        WITH stands AS (
            SELECT batch_id, place,
                   group_concat(number) AS jars,
                   min(made_on) AS made_on,
                   max(ready_from) AS ready_from,
                   min(best_before) AS best_before
            FROM jar
            WHERE state IN ('closed', 'opened', 'out')
            GROUP BY batch_id, place
            ORDER BY made_on DESC, batch_id DESC
            LIMIT :limit
        )
        SELECT batch.id, batch.number, batch.title, stands.place, stands.jars, stands.made_on, stands.ready_from, stands.best_before,
               batch.snapshot ->> '$.jar_title' AS jar_title,
               batch.snapshot ->> '$.jar_id' AS jar_id,
               batch.snapshot ->> '$.formula_title' AS formula_title
        FROM stands
        JOIN batch ON batch.id = stands.batch_id
        ORDER BY stands.made_on DESC, batch.begun_at DESC, batch.number DESC
        """,
        {"limit": limit},
    )
    return [
        ShelfRow(
            batch_id=row["id"],
            number=row["number"],
            title=row["title"],
            place=row["place"],
            jars=tuple(sorted(int(n) for n in row["jars"].split(","))),
            jar_title=row["jar_title"],
            jar_id=row["jar_id"],
            made_on=date.fromisoformat(row["made_on"]),
            ready_from=date.fromisoformat(row["ready_from"]),
            best_before=date.fromisoformat(row["best_before"]),
            formula_title=row["formula_title"],
        )
        for row in rows
    ]


def count(connection: sqlite3.Connection) -> tuple[int, int]:
    """How many jars stand somewhere, and in how many groups of one batch and one place."""
    row = connection.execute(
        """
        SELECT count(*) AS jars, count(DISTINCT batch_id || place) AS groups
        FROM jar
        WHERE state IN ('closed', 'opened', 'out')
        """
    ).fetchone()
    return int(row["jars"]), int(row["groups"])


LIST_MOST: Final = 200
PAGE: Final = 60


@dataclass(frozen=True, slots=True)
class JarRow:
    """One jar as it stands."""

    id: int
    batch_id: str
    batch: str
    title: str
    number: int
    jar_title: str
    place: Literal["shelf", "fridge"]
    state: str
    made_on: date
    ready_from: date
    best_before: date
    stands_at: str
    given_to: str
    look: bool


def _match(words: str) -> str:
    """Words as a question for the full-text index: each of them, the last begun."""
    parts = ["".join(letter for letter in word if letter.isalnum()) for word in words.replace("-", " ").split()[:8]]
    return " ".join(f'"{part}"*' for part in parts if part)


def jars(
    connection: sqlite3.Connection,
    *,
    words: str = "",
    place: str | None = None,
    state: str | None = None,
    batch: str | None = None,
    after: tuple[str, str, int] | None = None,
    most: int = PAGE,
) -> tuple[list[JarRow], int]:
    """(a page of jars, the newest first, how many there are in all). `after`: the last one of the page before (made on, batch id, number)."""
    match = _match(words)
    if words.strip() and not match:
        return [], 0
    where = [
        *(["jar.id IN (SELECT rowid FROM jar_words WHERE jar_words MATCH :match)"] if match else []),
        *(["jar.place = :place"] if place else []),
        *(["jar.state = :state"] if state else []),
        *(["batch.number = :batch"] if batch else []),
    ]
    asked = {"match": match, "place": place, "state": state, "batch": batch, "most": min(most, LIST_MOST)}
    condition = " AND ".join(where) or "1"
    many = connection.execute(
        f"SELECT count(*) AS many FROM jar JOIN batch ON batch.id = jar.batch_id WHERE {condition}", asked
    ).fetchone()["many"]
    page = ""
    if after is not None:
        page = " AND (jar.made_on, jar.batch_id, jar.number) < (:made_on, :batch_id, :number)"
        asked |= {"made_on": after[0], "batch_id": after[1], "number": after[2]}
    rows = connection.execute(
        f"""
        SELECT jar.id, jar.batch_id, batch.number AS batch, batch.title, jar.number, batch.snapshot ->> '$.jar_title' AS jar_title, jar.place,
               jar.state, jar.made_on, jar.ready_from, jar.best_before, jar.stands_at, jar.given_to, jar.look
        FROM jar JOIN batch ON batch.id = jar.batch_id
        WHERE {condition}{page}
        ORDER BY jar.made_on DESC, jar.batch_id DESC, jar.number DESC
        LIMIT :most
        """,
        asked,
    )
    found = [
        JarRow(
            **{
                **dict(row),
                **{name: date.fromisoformat(row[name]) for name in ("made_on", "ready_from", "best_before")},
                "look": bool(row["look"]),
            }
        )
        for row in rows
    ]
    return found, int(many)


def drew_from(connection: sqlite3.Connection, what: str, item_id: str) -> list[str]:
    """The batches that drew from a bottle or a lot of lids, less what they gave back; the newest first."""
    rows = connection.execute(
        """
        SELECT batch.number AS number
        FROM movement
        JOIN batch ON batch.id = movement.batch_id
        WHERE movement.what = :what AND movement.item_id = :item
        GROUP BY movement.batch_id
        HAVING -sum(movement.amount) > 1e-6
        ORDER BY batch.begun_at DESC, batch.number DESC
        """,
        {"what": what, "item": item_id},
    )
    return [row["number"] for row in rows]
