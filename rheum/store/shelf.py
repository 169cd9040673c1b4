"""Jars on the shelf and in the refrigerator, grouped as they stand: by batch."""

from __future__ import annotations

import json
import sqlite3
from dataclasses import dataclass
from datetime import date
from typing import Literal


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


def standing(connection: sqlite3.Connection, limit: int = 400) -> list[ShelfRow]:
    """Every batch with jars standing somewhere, oldest best-before first."""
    rows = connection.execute(
        """
        SELECT batch.id, batch.number, batch.title, batch.snapshot, jar.place,
               group_concat(jar.number) AS jars,
               min(jar.made_on) AS made_on,
               max(jar.ready_from) AS ready_from,
               min(jar.best_before) AS best_before
        FROM jar
        JOIN batch ON batch.id = jar.batch_id
        WHERE jar.place IN ('shelf', 'fridge')
        GROUP BY batch.id, jar.place
        ORDER BY best_before, batch.number
        LIMIT :limit
        """,
        {"limit": limit},
    )
    found = []
    for row in rows:
        snapshot = json.loads(row["snapshot"])
        found.append(
            ShelfRow(
                row["id"], row["number"], row["title"], row["place"], tuple(sorted(int(n) for n in row["jars"].split(","))),
                snapshot["jar_title"], snapshot["jar_id"], date.fromisoformat(row["made_on"]), date.fromisoformat(row["ready_from"]),
                date.fromisoformat(row["best_before"]), snapshot["formula_title"],
            )
        )  # fmt: skip
    return found
