"""Jars that stand on the shelf and in the refrigerator, in groups of one batch as they stand together."""

from __future__ import annotations

import json
import sqlite3
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from typing import Any, Final, Literal

from rheum.core.batch.begun import Snapshot
from rheum.core.batch.dates import USE_FIRST_DAYS
from rheum.core.shelf import THERE, JarLife

# As many groups as a screen draws in a moment; what is beyond is counted, and unfolds.
MOST_GROUPS: Final = 200
PAGE: Final = 60
Standing = Literal["past-best", "use-first", "ready", "waiting"]
# How a group stands on a day, in the order in which it presses; a plus keeps the walk in the order that is shown.
_STANDS: Final[Mapping[Standing, str]] = {
    "past-best": "best_before < :today",
    "use-first": "best_before >= :today AND first_from <= :today AND +ready_from <= :today",
    "ready": "best_before > :today AND first_from > :today AND +ready_from <= :today",
    "waiting": "ready_from > :today AND +best_before >= :today",
}
# What waits is shown by what was made last, what is ready by what must be used first; all else by its last day.
_ORDERS: Final = {"waiting": "made_on DESC, batch_id DESC", "ready": "first_from, batch_id DESC"}
STANDINGS: Final[tuple[Standing, ...]] = tuple(_STANDS)


@dataclass(frozen=True, slots=True)
class ShelfRow:
    """The jars of one batch that stand together. `told`: of these, the open ones (`3o`) and those that are out (`4x`)."""

    batch_id: str
    number: str
    title: str
    place: Literal["shelf", "fridge"]
    stands_at: str
    jars: tuple[int, ...]
    told: tuple[str, ...]
    jar_title: str
    jar_id: str
    made_on: date
    ready_from: date
    best_before: date
    formula_title: str | None
    colour: str
    entered: bool


@dataclass(frozen=True, slots=True)
class Only:
    """Which groups: of one place, standing so, of these formulas ("" none), at one stand; all may be left out."""

    place: Literal["shelf", "fridge"] | None = None
    standing: Standing | None = None
    formulas: tuple[str, ...] | None = None
    stands_at: str | None = None

    def where(self, today: date) -> tuple[str, dict[str, Any]]:
        """The condition, and what it asks with."""
        asked: dict[str, Any] = {"today": today.isoformat(), "place": self.place, "stands_at": self.stands_at}
        parts = [
            *(["place = :place"] if self.place else []),
            *([_STANDS[self.standing]] if self.standing else []),
            *(["stands_at = :stands_at"] if self.stands_at is not None else []),
        ]
        if self.formulas is not None:
            names = {f"formula_{number}": formula for number, formula in enumerate(self.formulas)}
            asked |= names
            # Walked in the order of the days, not gathered and sorted.
            parts.append(f"+formula_id IN ({', '.join(f':{name}' for name in names)})")
        return " AND ".join(parts) or "1", asked


def standing(connection: sqlite3.Connection, today: date, only: Only, *, skip: int = 0, most: int = PAGE) -> list[ShelfRow]:
    """A page of groups: what ends soonest first, among what still waits the newest."""
    condition, asked = only.where(today)
    order = _ORDERS.get(only.standing or "past-best", "best_before, batch_id DESC")
    return _rows(connection, condition, order, asked | {"most": min(most, MOST_GROUPS), "skip": skip})


def ending(connection: sqlite3.Connection, place: str, last: date, *, most: int) -> list[ShelfRow]:
    """The groups of a place whose last day is not after a day, the soonest first."""
    return _rows(
        connection, "place = :place AND best_before <= :last", "best_before, batch_id DESC",
        {"place": place, "last": last.isoformat(), "most": most, "skip": 0},
    )  # fmt: skip


def became_ready(connection: sqlite3.Connection, since: date, today: date, *, most: int) -> list[ShelfRow]:
    """The groups on the shelf that became ready between two days, the last ones first; not those that never waited."""
    return _rows(
        connection, "place = 'shelf' AND ready_from BETWEEN :since AND :today AND ready_from > made_on", "ready_from DESC, batch_id DESC",
        {"since": since.isoformat(), "today": today.isoformat(), "most": most, "skip": 0},
    )  # fmt: skip


def ahead(connection: sqlite3.Connection, today: date) -> list[ShelfRow]:
    """The groups whose best-before or last day is still to come, the soonest first."""
    return _rows(connection, "best_before >= :today", "best_before, batch_id DESC", {"today": today.isoformat(), "most": -1, "skip": 0})


def _rows(connection: sqlite3.Connection, condition: str, order: str, asked: dict[str, Any]) -> list[ShelfRow]:
    shown_order = ", ".join(f"shown.{part}" for part in order.split(", "))
    rows = connection.execute(
        f"""
        WITH shown AS (
            SELECT *
            FROM shelf_group
            WHERE {condition}
            ORDER BY {order}
            LIMIT :most OFFSET :skip
        )
        SELECT batch.id, batch.number, batch.title, shown.place, shown.stands_at, shown.numbers, shown.told, shown.made_on, shown.ready_from,
               shown.best_before,
               json_extract(batch.snapshot, '$.jar_title', '$.jar_id', '$.formula_title', '$.colour', '$.entered') AS drawn
        FROM shown
        JOIN batch ON batch.id = shown.batch_id
        ORDER BY {shown_order}
        """,
        asked,
    )
    return [_row(row) for row in rows]


def _row(row: sqlite3.Row) -> ShelfRow:
    jar_title, jar_id, formula_title, colour, entered = json.loads(row["drawn"])
    return ShelfRow(
        batch_id=row["id"], number=row["number"], title=row["title"], place=row["place"], stands_at=row["stands_at"],
        jars=tuple(sorted(int(n) for n in row["numbers"].split(","))), told=tuple(filter(None, row["told"].split(","))),
        jar_title=jar_title, jar_id=jar_id, made_on=date.fromisoformat(row["made_on"]),
        ready_from=date.fromisoformat(row["ready_from"]), best_before=date.fromisoformat(row["best_before"]),
        formula_title=formula_title, colour=colour or "", entered=bool(entered),
    )  # fmt: skip


def counts(connection: sqlite3.Connection, today: date) -> dict[tuple[Literal["shelf", "fridge"], Standing], tuple[int, int]]:
    """(jars, groups) by place and how they stand today."""
    cases = " ".join(f"WHEN {condition} THEN '{name}'" for name, condition in _STANDS.items())
    rows = connection.execute(
        f"""
        SELECT place, CASE {cases} END AS standing, sum(jars) AS jars, sum(groups) AS groups
        FROM shelf_day
        GROUP BY 1, 2
        """,
        {"today": today.isoformat()},
    )
    return {(row["place"], row["standing"]): (int(row["jars"]), int(row["groups"])) for row in rows}


@dataclass(frozen=True, slots=True)
class Counted:
    """So many jars in so many groups under one key: a formula's id, or where they stand."""

    key: str
    place: str
    jars: int
    groups: int


def grouped(connection: sqlite3.Connection, by: Literal["formula_id", "stands_at"]) -> list[Counted]:
    """All that stand, counted by formula or by where they stand."""
    rows = connection.execute(
        f"SELECT {by} AS key, place, sum(jars) AS jars, sum(groups) AS groups FROM shelf_sort GROUP BY {by}, place ORDER BY jars DESC, key"
    )
    return [Counted(row["key"], row["place"], int(row["jars"]), int(row["groups"])) for row in rows]


def regroup(connection: sqlite3.Connection, snapshot: Snapshot, lives: Sequence[JarLife]) -> None:
    """Write a batch's groups anew from its jars' lives."""
    connection.execute("DELETE FROM shelf_group WHERE batch_id = :id", {"id": snapshot.id})
    together: dict[tuple[str, str], list[JarLife]] = {}
    for life in lives:
        if life.state in THERE:
            together.setdefault((life.place, life.where), []).append(life)
    connection.executemany(
        """
        INSERT INTO shelf_group (batch_id, place, stands_at, formula_id, jars, numbers, told, made_on, ready_from, first_from, best_before)
        VALUES (:batch_id, :place, :stands_at, :formula_id, :jars, :numbers, :told, :made_on, :ready_from, :first_from, :best_before)
        """,
        [_group(snapshot, place, stand, mine) for (place, stand), mine in together.items()],
    )


def _group(snapshot: Snapshot, place: str, stand: str, mine: Iterable[JarLife]) -> dict[str, Any]:
    lives = list(mine)
    ready, best = max(one.ready_from for one in lives), min(one.last_day or one.best_before for one in lives)
    before = min(timedelta(days=USE_FIRST_DAYS), max(timedelta(), (best - ready) / 2))
    marks = {"opened": "o", "out": "x"}
    return {
        "batch_id": snapshot.id, "place": place, "stands_at": stand, "formula_id": snapshot.formula_id or "", "jars": len(lives),
        "numbers": ",".join(str(one.number) for one in lives),
        "told": ",".join(f"{one.number}{marks[one.state]}" for one in lives if one.state in marks),
        "made_on": min(one.made_on for one in lives).isoformat(), "ready_from": ready.isoformat(),
        "first_from": (best - before).isoformat(), "best_before": best.isoformat(),
    }  # fmt: skip
