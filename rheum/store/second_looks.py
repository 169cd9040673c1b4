"""What was judged again by a later Rheum: what each thing came to, and the stricter answers that a person is told once."""

from __future__ import annotations

import sqlite3
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime
from typing import Final, Literal

from rheum.core.judging.stricter import Answer, Stricter

Kind = Literal["batch", "recipe", "formula", "placement"]
_MOST: Final = 200


@dataclass(frozen=True, slots=True)
class SecondLook:
    """A stricter answer about one thing, when it was found, and whether it was seen."""

    id: int
    kind: Kind
    subject: str
    title: str
    says: str
    why: str
    found_at: str
    seen: bool


def mark(connection: sqlite3.Connection) -> str | None:
    """The mark of the rules and facts that last went through everything, or None."""
    row = connection.execute("SELECT mark FROM judge WHERE id = 1").fetchone()
    return str(row["mark"]) if row else None


def set_mark(connection: sqlite3.Connection, now: str) -> None:
    """Remember that everything was gone through."""
    connection.execute("INSERT INTO judge (id, mark) VALUES (1, :mark) ON CONFLICT (id) DO UPDATE SET mark = excluded.mark", {"mark": now})


def last(connection: sqlite3.Connection, kind: Kind, subject: str) -> Answer | None:
    """What a thing came to when it was last gone through, or None."""
    row = connection.execute(
        """
        SELECT destination, minutes
        FROM last_judged
        WHERE kind = :kind AND subject = :subject
        """,
        {"kind": kind, "subject": subject},
    ).fetchone()
    return Answer(row["destination"], row["minutes"]) if row else None


def remember(connection: sqlite3.Connection, kind: Kind, subject: str, answer: Answer) -> None:
    """Remember what a thing came to."""
    connection.execute(
        """
        INSERT INTO last_judged (kind, subject, destination, minutes)
        VALUES (:kind, :subject, :destination, :minutes)
        ON CONFLICT (kind, subject) DO UPDATE
        SET destination = excluded.destination,
            minutes = excluded.minutes
        """,
        {"kind": kind, "subject": subject, "destination": answer.destination, "minutes": answer.minutes},
    )


def tell(connection: sqlite3.Connection, kind: Kind, subject: str, title: str, *, found: Stricter, now: datetime) -> None:
    """Record a stricter answer, to be told once."""
    connection.execute(
        """
        INSERT INTO second_look (kind, subject, title, says, why, found_at)
        VALUES (:kind, :subject, :title, :says, :why, :now)
        """,
        {"kind": kind, "subject": subject, "title": title, "says": found.says, "why": found.why, "now": now.isoformat()},
    )


def told(connection: sqlite3.Connection) -> list[SecondLook]:
    """Every stricter answer, the newest first."""
    rows = connection.execute(
        """
        SELECT id, kind, subject, title, says, why, found_at, seen_at IS NOT NULL AS seen
        FROM second_look
        ORDER BY id DESC
        LIMIT :most
        """,
        {"most": _MOST},
    ).fetchall()
    return [SecondLook(**{**dict(row), "seen": bool(row["seen"])}) for row in rows]


def seen(connection: sqlite3.Connection, ids: Iterable[int], now: datetime) -> None:
    """Say that some were seen; said again it stays."""
    for one in ids:
        connection.execute("UPDATE second_look SET seen_at = :now WHERE id = :id AND seen_at IS NULL", {"now": now.isoformat(), "id": one})


def batches_standing(connection: sqlite3.Connection) -> list[str]:
    """The ids of batches that have jars standing somewhere."""
    return [
        str(row["batch_id"])
        for row in connection.execute("SELECT DISTINCT batch_id FROM jar WHERE state IN ('closed', 'opened', 'out') ORDER BY batch_id")
    ]
