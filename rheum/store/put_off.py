"""Lines of Today that were put off."""

from __future__ import annotations

import sqlite3
from datetime import datetime, timezone

from rheum.store.database import transaction


def keep(connection: sqlite3.Connection, line: str, until_then: datetime) -> None:
    """Put a line off; what was put off until a moment that is past is forgotten."""
    with transaction(connection):
        connection.execute(
            "INSERT INTO put_off (line, until) VALUES (:line, :until) ON CONFLICT (line) DO UPDATE SET until = excluded.until",
            {"line": line, "until": until_then.astimezone(timezone.utc).isoformat()},
        )


def until(connection: sqlite3.Connection, now: datetime) -> frozenset[str]:
    """The lines that are put off at a moment."""
    rows = connection.execute("SELECT line FROM put_off WHERE until > :now", {"now": now.astimezone(timezone.utc).isoformat()})
    return frozenset(row["line"] for row in rows)
