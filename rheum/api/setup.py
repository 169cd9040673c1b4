"""What an application is made of."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from datetime import datetime, timezone
from pathlib import Path

from rheum.store.database import Kind

Clock = Callable[[], datetime]


@dataclass(frozen=True)
class Setup:
    """What an application is made of: the database, its kind, the hosts it answers under, the clock."""

    database: Path
    kind: Kind
    hosts: frozenset[str]
    clock: Clock = lambda: datetime.now(timezone.utc)
