"""Days that were laid out and kept."""

from __future__ import annotations

import sqlite3
from dataclasses import dataclass
from datetime import datetime, timezone
from typing import Final

from rheum.core.measures.refused import RequestError
from rheum.store.database import transaction

_MOST: Final = 60


@dataclass(frozen=True, slots=True)
class KeptDay:
    """A kept day: what was asked and what was laid out, as JSON; when it begins."""

    id: str
    title: str
    asked: str
    laid: str
    begins: str
    # JSON: which of its batches were begun, by their ids in the day.
    begun: str = "{}"


def keep(connection: sqlite3.Connection, day: KeptDay, now: datetime) -> None:
    """Keep a day under its id, in the place of what was kept under it. RequestError where there are more than anybody looks through."""
    with transaction(connection):
        others = connection.execute("SELECT count(*) AS many FROM day WHERE id <> :id", {"id": day.id}).fetchone()["many"]
        if others >= _MOST:
            raise RequestError("id", f"{_MOST} days are kept already. Throw an old one away first.")
        connection.execute(
            """
            INSERT INTO day (id, title, asked, laid, begins, begun, kept_at)
            VALUES (:id, :title, :asked, :laid, :begins, :begun, :kept_at)
            ON CONFLICT (id) DO UPDATE
            SET title = excluded.title, asked = excluded.asked, laid = excluded.laid, begins = excluded.begins, begun = excluded.begun,
                kept_at = excluded.kept_at
            """,
            {
                "id": day.id,
                "title": day.title,
                "asked": day.asked,
                "laid": day.laid,
                "begins": day.begins,
                "begun": day.begun,
                "kept_at": now.astimezone(timezone.utc).isoformat(),
            },
        )


def get(connection: sqlite3.Connection, day_id: str) -> KeptDay | None:
    """One kept day, or None."""
    row = connection.execute("SELECT id, title, asked, laid, begins, begun FROM day WHERE id = :id", {"id": day_id}).fetchone()
    return KeptDay(**dict(row)) if row else None


def every(connection: sqlite3.Connection) -> list[KeptDay]:
    """All kept days, the next to come last."""
    return [
        KeptDay(**dict(row)) for row in connection.execute("SELECT id, title, asked, laid, begins, begun FROM day ORDER BY begins DESC")
    ]


def throw_away(connection: sqlite3.Connection, day_id: str) -> bool:
    """Forget a day. False where there is none of that id."""
    with transaction(connection):
        return connection.execute("DELETE FROM day WHERE id = :id", {"id": day_id}).rowcount > 0
