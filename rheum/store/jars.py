"""Every jar there ever was, found again; and where what it was made of went."""

from __future__ import annotations

import json
import sqlite3
from dataclasses import dataclass
from datetime import date
from typing import Final, Literal

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
    recalled: str
    entered: bool
    colour: str


# Words that say nothing of a jar: “the hot one from the allotment”.
_FILLING: Final = frozenset("a an and for from in jar jars my of on one ones our some that the those to was we with".split())


def _match(words: str) -> str:
    """Words as a question for the full-text index: each of them, the last as it begins, for it may be still being written."""
    parts = ["".join(letter for letter in word if letter.isalnum()) for word in words.replace("-", " ").split()[:12]]
    said = [part for part in parts if part.lower() not in _FILLING] or parts
    whole = [f'"{part}"' for part in said if part]
    return " ".join(whole) + ("*" if whole else "")


# Counting stops here: who looks through thousands asks for a word more.
MOST_COUNTED: Final = 1000


def jars(
    connection: sqlite3.Connection,
    *,
    words: str = "",
    place: str | None = None,
    state: str | None = None,
    batch: str | None = None,
    marked: Literal["recalled", "look"] | None = None,
    after: int | None = None,
    most: int = PAGE,
) -> tuple[list[JarRow], int]:
    """(a page of jars, the last ones put up or entered first, how many there are in all, counted up to MOST_COUNTED). `marked`: traced and not told yet,
    or to be looked at; `after`: the id of the last one of the page before."""
    match = _match(words)
    if words.strip() and not match:
        return [], 0
    where = [
        *(["jar_words MATCH :match"] if match else []),
        *(["jar.place = :place"] if place else []),
        *(["jar.state = :state"] if state else []),
        *(["jar.batch_id = (SELECT id FROM batch WHERE number = :batch)"] if batch else []),
        *(["jar.recalled <> ''"] if marked == "recalled" else []),
        *(["jar.look = 1"] if marked == "look" else []),
    ]
    asked = {"match": match, "place": place, "state": state, "batch": batch, "most": min(most, LIST_MOST), "after": after}
    source = "jar_words CROSS JOIN jar ON jar.id = jar_words.rowid" if match else "jar"
    key = "jar_words.rowid" if match else "jar.id"
    condition = " AND ".join(where) or "1"
    # The words alone are counted without looking at a jar.
    counted = "jar_words" if match and len(where) == 1 else source
    many = connection.execute(
        f"SELECT count(*) AS many FROM (SELECT 1 FROM {counted} WHERE {condition} LIMIT {MOST_COUNTED})", asked
    ).fetchone()["many"]
    page = f" AND {key} < :after" if after is not None else ""
    rows = connection.execute(
        f"""
        WITH shown AS (
            SELECT jar.*
            FROM {source}
            WHERE {condition}{page}
            ORDER BY {key} DESC
            LIMIT :most
        )
        SELECT shown.id, shown.batch_id, batch.number AS batch, batch.title, shown.number, shown.place, shown.state, shown.made_on, shown.ready_from,
               shown.best_before, shown.stands_at, shown.given_to, shown.look, shown.recalled,
               json_extract(batch.snapshot, '$.jar_title', '$.entered', '$.colour') AS drawn
        FROM shown
        JOIN batch ON batch.id = shown.batch_id
        ORDER BY shown.id DESC
        """,
        asked,
    )
    return [_row(row) for row in rows], int(many)


def _row(row: sqlite3.Row) -> JarRow:
    jar_title, entered, colour = json.loads(row["drawn"])
    said = {name: row[name] for name in row.keys() if name != "drawn"}  # noqa: SIM118 (a row's values are what it iterates over)
    days = {name: date.fromisoformat(row[name]) for name in ("made_on", "ready_from", "best_before")}
    return JarRow(**{**said, **days, "look": bool(row["look"])}, jar_title=jar_title, entered=bool(entered), colour=colour or "")


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


def grew_at(connection: sqlite3.Connection, source: str, picked: str = "") -> list[str]:
    """The batches made of produce of a source, picked on a day where one is given; the newest first."""
    rows = connection.execute(
        """
        SELECT DISTINCT batch.number AS number, batch.begun_at
        FROM produce
        JOIN batch ON batch.id = produce.batch_id
        WHERE produce.source = :source AND (:picked = '' OR produce.picked = :picked)
        ORDER BY batch.begun_at DESC, batch.number DESC
        """,
        {"source": source, "picked": picked},
    )
    return [row["number"] for row in rows]


def marked(connection: sqlite3.Connection) -> tuple[int, int, int, int]:
    """How many jars are to be looked at, were not found, are traced and not told yet, and are to be thrown out."""
    row = connection.execute(
        """
        SELECT (SELECT count(*) FROM jar WHERE look = 1) AS look,
               (SELECT count(*) FROM jar WHERE state = 'missing') AS missing,
               (SELECT count(*) FROM jar WHERE recalled <> '') AS recalled,
               (SELECT count(*) FROM jar WHERE state = 'out') AS out
        """
    ).fetchone()
    return int(row["look"]), int(row["missing"]), int(row["recalled"]), int(row["out"])
