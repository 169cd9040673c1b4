"""What an application is made of."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field
from datetime import datetime, timezone
from pathlib import Path

from rheum.devices.scale import Scale, SimulatedScale
from rheum.store.database import Kind

Clock = Callable[[], datetime]


@dataclass(frozen=True)
class Setup:
    """What an application is made of: the database, its kind, the hosts it answers under, the clock, the instruments."""

    database: Path
    kind: Kind
    hosts: frozenset[str]
    clock: Clock = lambda: datetime.now(timezone.utc)
    scale: Scale = field(default_factory=lambda: SimulatedScale(lambda: datetime.now(timezone.utc)))
