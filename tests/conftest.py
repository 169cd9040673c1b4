"""What all tests share: the shipped facts, a movable clock, a server in a thread of its own."""

from __future__ import annotations

import contextlib
import os
import shutil
import threading
import time
from collections.abc import Iterator
from dataclasses import dataclass, field
from datetime import datetime, timedelta, timezone
from pathlib import Path
from typing import Literal

import pytest
from hypothesis import settings

from rheum.core.batch.moment import Moment
from rheum.core.facts.library import Library
from rheum.reference.loading import library as load

if not os.environ.get("CI"):  # there Hypothesis has a profile of its own
    settings.register_profile("here", deadline=None)
    settings.load_profile("here")


@pytest.fixture(scope="session")
def facts() -> Library:
    return load()


@dataclass
class MovableClock:
    """The machine's clocks, moved by the test: a day of cooling passes in a moment."""

    wall: timedelta = field(default_factory=timedelta)
    steady_s: float = 0.0
    asleep_s: float = 0.0
    boot: str = "first start"

    def __call__(self) -> Moment:
        steady = time.monotonic() + self.steady_s
        return Moment(datetime.now(timezone.utc) + self.wall, steady, steady + self.asleep_s, self.boot)

    def forward(self, **span: float) -> None:
        """Time passes."""
        self.wall += timedelta(**span)
        self.steady_s += timedelta(**span).total_seconds()

    def put_forward(self, **span: float) -> None:
        """Somebody, or the network, sets the wall clock; nothing passes."""
        self.wall += timedelta(**span)

    def sleep(self, **span: float) -> None:
        """The machine sleeps: the steady clock stands still."""
        self.wall += timedelta(**span)
        self.asleep_s += timedelta(**span).total_seconds()

    def start_anew(self, **span: float) -> None:
        """The machine is off for a while, and starts again."""
        self.wall += timedelta(**span)
        self.steady_s, self.asleep_s, self.boot = -time.monotonic() + 10.0, 0.0, self.boot + " again"


@dataclass
class Running:
    """A server under test."""

    url: str
    clock: MovableClock
    database: Path


def serve(database: Path, kind: Literal["kitchen", "demo"], clock: MovableClock) -> Iterator[Running]:
    # Imported where a server is started: the rules' own tests wait for none of it.
    from waitress import create_server

    from rheum.api.app import create_app
    from rheum.api.guard import allowed_hosts
    from rheum.api.setup import Setup

    hosts: set[str] = set()
    made = Setup(database, kind, hosts, clock, screens=12)  # type: ignore[arg-type]
    app = create_app(made)
    server = create_server(app, host="127.0.0.1", port=0, threads=18)
    port = server.effective_port
    hosts.update(allowed_hosts(port))

    def run() -> None:
        # Closed in the middle of a page's requests, its loop looks at a socket that is gone.
        with contextlib.suppress(OSError):
            server.run()

    thread = threading.Thread(target=run, daemon=True)
    thread.start()
    yield Running(f"http://127.0.0.1:{port}", clock, database)
    made.news.close()
    time.sleep(0.05)  # those that waited are answered first
    server.close()
    thread.join(timeout=5)
    made.idle.close()


@pytest.fixture
def empty_server(tmp_path: Path) -> Iterator[Running]:
    """A first start: an empty data folder."""
    from rheum.store.database import open_data

    yield from serve(open_data(tmp_path, "kitchen"), "kitchen", MovableClock())


# When the demo is told in the tests: batches are numbered by the year, and tests name some of them.
DEMO_DAY = datetime(2026, 11, 27, 15, 0, tzinfo=timezone.utc)


@pytest.fixture(scope="session")
def told_demo(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """The demo kitchen, told once; each test has a copy of its own."""
    from rheum.demo import make_demo

    return make_demo(tmp_path_factory.mktemp("demo"), moment=DEMO_DAY)


@pytest.fixture
def demo_server(told_demo: Path, tmp_path: Path) -> Iterator[Running]:
    """The demo kitchen."""
    copy = tmp_path / told_demo.name
    shutil.copy(told_demo, copy)
    # As it was when it was told, however long the other tests took: its pots want stirring every few minutes, and its batches are numbered by the year.
    clock = MovableClock()
    clock.put_forward(seconds=(DEMO_DAY - datetime.now(timezone.utc)).total_seconds())
    yield from serve(copy, "demo", clock)
