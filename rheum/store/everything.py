"""Every table that holds what a person said or did, row by row, out and in; what is derived of them is made anew."""

from __future__ import annotations

import sqlite3
from collections.abc import Iterable, Iterator, Sequence
from typing import Final

from rheum.core.batch import state_at
from rheum.core.batch.moment import Moment
from rheum.core.shelf import lives_of
from rheum.store import journal
from rheum.store.batches import get, project

# What each table holds, for who reads it without Rheum; in an order in which they can be read in.
TABLES: Final[dict[str, str]] = {
    "kitchen": "The kitchen: its name, height above the sea, measures, jars a canner load.",
    "choice": "What was chosen where people disagree.",
    "hob": "The burners, large and small.",
    "word": "Words the kitchen keeps: its currency, when it was last copied.",
    "recipe": "The kitchen's own recipes, as written; also under recipes/.",
    "own_formula": "Tested formulas entered by hand; also in own-formulas.toml.",
    "placement": "What the person said an unknown thing is.",
    "said_kind": "Words that are only a kind of a food.",
    "bottle": "Bottles of vinegar: label and measured strength in per cent, lot, price.",
    "canner": "Canners; holds: jars by size, as JSON.",
    "own_jar": "Jars measured by hand, in grams and millimetres.",
    "lid_lot": "Lots of new lids.",
    "batch": "Batches as begun. snapshot: what it was begun with; verdict: what it was judged; both JSON, never changed.",
    "movement": "What came and went of bottles (ml), jars, lids, bands: what is left is the sum of amount.",
    "event": "Everything that happened to a batch and its jars, in the order of sequence; data: the rest of it as JSON; times in UTC.",
    "kept_tap": "Events that a screen told late.",
    "produce": "Where the produce of a batch came from.",
    "trim": "What trimming left of a basket, in grams.",
    "pantry": "What lies there, one thing to a line.",
    "day": "Days that were laid out and kept.",
    "wish": "What is to be made next.",
    "price": "Prices: of a kilogram of an ingredient, of a lid, of a jar.",
    "set_aside": "Learnt figures that are not used.",
    "second_look": "Stricter answers of a later Rheum, and when they were seen.",
    "picture": "Pictures of batches: the file stands under pictures/.",
}
# Rows of these stand there from the first day.
_REPLACED: Final = frozenset({"kitchen", "choice", "hob", "pantry", "word"})


def columns_of(connection: sqlite3.Connection, table: str) -> dict[str, str]:
    """The columns of a table, each with its kind; a picture's bytes are no column of a text."""
    return {row["name"]: row["type"] for row in connection.execute(f"PRAGMA table_info({table})") if row["type"] != "BLOB"}


def rows_of(connection: sqlite3.Connection, table: str) -> Iterator[Sequence[str | int | float | None]]:
    """Every row of a table, as it was written."""
    columns = ", ".join(f'"{name}"' for name in columns_of(connection, table))
    order = "batch_id, sequence" if table == "event" else "rowid" if table in ("batch", "produce", "movement", "trim") else "1"
    for row in connection.execute(f"SELECT {columns} FROM {table} ORDER BY {order}"):
        yield tuple(row)


def is_empty(connection: sqlite3.Connection) -> bool:
    """Whether nothing was made or kept here yet."""
    return not any(
        connection.execute(f"SELECT 1 FROM {table} LIMIT 1").fetchone() for table in ("batch", "recipe", "own_formula", "movement")
    )


def put_rows(
    connection: sqlite3.Connection, table: str, columns: Sequence[str], rows: Iterable[Sequence[object]]
) -> None:  # fmt: skip
    """Write rows into a table; within the transaction of the whole import."""
    names, marks = ", ".join(f'"{name}"' for name in columns), ", ".join("?" for _ in columns)
    connection.executemany(f"INSERT {'OR REPLACE ' if table in _REPLACED else ''}INTO {table} ({names}) VALUES ({marks})", rows)


def derive(connection: sqlite3.Connection, now: Moment) -> None:
    """Make anew what follows from the events: how batches stand, their jars, the shelf, what was learnt."""
    for row in connection.execute("SELECT id FROM batch ORDER BY rowid").fetchall():
        found = get(connection, row["id"])
        if found is None or found.unknown is not None:
            continue
        state = state_at(found.snapshot, found.events, now)
        project(connection, found.snapshot, state, lives_of(found.snapshot, found.events, now))
        journal.sample(connection, found.snapshot, found.events, done=state.step == "done")
