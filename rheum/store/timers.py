"""Plain clocks of one's own, set and stopped on any screen."""

from __future__ import annotations

import sqlite3
from datetime import datetime, timezone
from typing import Final

from rheum.core.batch.moment import Moment
from rheum.core.batch.together import MOST_TIMER_MIN, Timer
from rheum.core.measures.refused import RequestError
from rheum.store.database import transaction

_MOST: Final = 20


def running(connection: sqlite3.Connection) -> list[Timer]:
    """The clocks that were not stopped, in the order they were set."""
    rows = connection.execute(
        """
        SELECT id, says, minutes, at, steady_s, boottime_s, boot
        FROM timer
        WHERE stopped_at IS NULL
        ORDER BY at, id
        """
    )
    return [
        Timer(
            row["id"],
            row["says"],
            row["minutes"],
            Moment(datetime.fromisoformat(row["at"]), row["steady_s"], row["boottime_s"], row["boot"]),
        )
        for row in rows
    ]


def set_timer(connection: sqlite3.Connection, timer_id: str, says: str, minutes: float, *, begun: Moment) -> None:
    """Set a clock; the same id again changes nothing. RequestError for minutes out of range, or more clocks than anybody hears apart."""
    if not 0 < minutes <= MOST_TIMER_MIN:
        raise RequestError("minutes", f"Set a clock to more than 0 and at most {MOST_TIMER_MIN:.0f} minutes.")
    with transaction(connection):
        if connection.execute("SELECT 1 FROM timer WHERE id = :id", {"id": timer_id}).fetchone():
            return
        if len(running(connection)) >= _MOST:
            raise RequestError("minutes", f"{_MOST} clocks run already. Stop one first.")
        connection.execute(
            """
            INSERT INTO timer (id, says, minutes, at, steady_s, boottime_s, boot)
            VALUES (:id, :says, :minutes, :at, :steady_s, :boottime_s, :boot)
            """,
            {
                "id": timer_id,
                "says": says.strip() or "Timer",
                "minutes": minutes,
                "at": begun.at.astimezone(timezone.utc).isoformat(),
                "steady_s": begun.steady_s,
                "boottime_s": begun.boottime_s,
                "boot": begun.boot,
            },
        )


def stop(connection: sqlite3.Connection, timer_id: str, now: datetime) -> bool:
    """Stop a clock. False where there is none of that id; stopped twice it is stopped once."""
    with transaction(connection):
        connection.execute(
            "UPDATE timer SET stopped_at = :at WHERE id = :id AND stopped_at IS NULL",
            {"id": timer_id, "at": now.astimezone(timezone.utc).isoformat()},
        )
        return connection.execute("SELECT 1 FROM timer WHERE id = :id", {"id": timer_id}).fetchone() is not None
