"""What screens are told of at once: how far the news is, alarms that were answered, drafts that follow from screen to screen."""

from __future__ import annotations

import json
import sqlite3
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime, timedelta, timezone
from typing import Any, Final

from rheum.core.measures.refused import RequestError
from rheum.store.database import transaction

# Answered alarms are forgotten after this; no clock runs so long.
_QUIET_KEPT: Final = timedelta(days=3)
MOST_DRAFT: Final = 48 * 1024
_MOST_DRAFTS: Final = 40


@dataclass(frozen=True, slots=True)
class Draft:
    """A half-filled form as the last screen left it. `number` rises with every change."""

    name: str
    body: Any
    number: int
    screen: str
    at: datetime


def number(connection: sqlite3.Connection) -> tuple[int, int]:
    """How far the news is: taps and clocks; drafts."""
    row = connection.execute(
        "SELECT (SELECT number FROM news WHERE id = 1) AS news, (SELECT coalesce(sum(number), 0) FROM draft) AS drafts"
    ).fetchone()
    return int(row["news"]), int(row["drafts"])


def answer(connection: sqlite3.Connection, rings: Iterable[str], now: datetime) -> None:
    """Alarms that somebody has heard: no screen rings for them any more."""
    at = now.astimezone(timezone.utc)
    with transaction(connection):
        connection.execute("DELETE FROM quiet WHERE at < :old", {"old": (at - _QUIET_KEPT).isoformat()})
        for ring in rings:
            connection.execute("INSERT OR IGNORE INTO quiet (ring, at) VALUES (:ring, :at)", {"ring": ring, "at": at.isoformat()})


def answered(connection: sqlite3.Connection) -> frozenset[str]:
    """The alarms that were answered."""
    return frozenset(row["ring"] for row in connection.execute("SELECT ring FROM quiet"))


def draft(connection: sqlite3.Connection, name: str) -> Draft | None:
    """A draft by its name."""
    row = connection.execute("SELECT name, body, number, screen, at FROM draft WHERE name = :name", {"name": name}).fetchone()
    if row is None:
        return None
    return Draft(row["name"], json.loads(row["body"]), row["number"], row["screen"], datetime.fromisoformat(row["at"]))


def keep_draft(connection: sqlite3.Connection, name: str, body: Any, screen: str, *, now: datetime) -> Draft:
    """Keep a draft as a screen has it now: the last word counts. RequestError where it is longer than any form."""
    text = json.dumps(body, ensure_ascii=False)
    if len(text) > MOST_DRAFT:
        raise RequestError("body", "This draft is longer than any form here. Shorten it; it stays on this screen.")
    with transaction(connection):
        others = connection.execute("SELECT count(*) AS many FROM draft WHERE name <> :name", {"name": name}).fetchone()["many"]
        if others >= _MOST_DRAFTS:
            raise RequestError("name", "There are too many drafts. It stays on this screen.")
        connection.execute(
            """
            INSERT INTO draft (name, body, number, screen, at)
            VALUES (:name, :body, 1, :screen, :at)
            ON CONFLICT (name) DO UPDATE
            SET body = excluded.body, number = draft.number + 1, screen = excluded.screen, at = excluded.at
            """,
            {"name": name, "body": text, "screen": screen, "at": now.astimezone(timezone.utc).isoformat()},
        )
        found = draft(connection, name)
    assert found is not None
    return found
