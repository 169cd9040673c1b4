"""Jars on the shelf and in the refrigerator, grouped as they stand: by batch."""

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
            WHERE place IN ('shelf', 'fridge')
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
        WHERE place IN ('shelf', 'fridge')
        """
    ).fetchone()
    return int(row["jars"]), int(row["groups"])
