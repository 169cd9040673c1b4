"""What an application is made of."""

from __future__ import annotations

from dataclasses import dataclass, field
from pathlib import Path
from uuid import uuid4

from rheum.api.waiting import News
from rheum.devices.clock import Clock, machine_moment
from rheum.devices.scale import Scale, SimulatedScale
from rheum.store.database import Kind
from rheum.store.idle import IdleConnections


@dataclass(frozen=True)
class Setup:
    """What an application is made of: the database, its kind, the hosts it answers under, the clock, the
    instruments; `born` names this start of the server."""

    database: Path
    kind: Kind
    hosts: frozenset[str]
    clock: Clock = machine_moment
    born: str = field(default_factory=lambda: uuid4().hex[:12])
    # How many screens may wait for news at a time: each holds one of the server's threads meanwhile.
    screens: int = 2
    news: News = field(init=False)
    idle: IdleConnections = field(init=False)
    scale: Scale = field(default_factory=lambda: SimulatedScale(lambda: machine_moment().at))

    def __post_init__(self) -> None:
        object.__setattr__(self, "news", News(self.screens))
        object.__setattr__(self, "idle", IdleConnections(self.database))
