"""What the shelf, a search and Today take with 50,000 jars of 5,000 batches, against 500 jars of 50: asked in turn, so that a slow moment hits both.

    .venv/bin/python bench/shelf.py [rounds]

Says the median of each and how many times it is; the aim is 1.5 times at most, or 5 ms more. With `--keep FOLDER` the large kitchen is kept there, to be
served and looked at.
"""

from __future__ import annotations

import dataclasses
import random
import statistics
import sys
import tempfile
import time
from datetime import date, timedelta
from pathlib import Path

from rheum.api.app import create_app
from rheum.api.setup import Setup
from rheum.core.batch import state_at
from rheum.core.shelf.life import JarLife, LifeState
from rheum.demo import make_demo
from rheum.store import batches
from rheum.store.database import connect, transaction
from tests.conftest import MovableClock

PLACES = ("", "", "under the stairs", "cellar, left", "cellar, right", "attic")
ASKED = ("/api/shelf", "/api/shelf?group=kind", "/api/shelf?group=place", "/api/shelf?kind=relish", "/api/shelf/jars?most=60",
         "/api/shelf/jars?q=dill", "/api/shelf/jars?q=mustard+vinegar", "/api/shelf/jars?q=cellar", "/api/shelf/jars?state=given",
         "/api/shelf/jars?marked=look", "/api/today", "/api/kitchen")  # fmt: skip


def kitchen(folder: Path, many: int, jars: int, clock: MovableClock) -> Path:
    """A demo kitchen, and so many batches more, each with its jars, over ten years; most of them eaten."""
    database = make_demo(folder, moment=clock().at)
    connection = connect(database)
    connection.execute("PRAGMA synchronous = OFF")
    chance = random.Random(26)
    finished = [
        found for row in connection.execute("SELECT id FROM batch WHERE step = 'done' AND id LIKE 'demo-00%'") if (found := batches.get(connection, row["id"]))
    ]  # fmt: skip
    today = clock().at.date()
    for number in range(many):
        found = finished[number % len(finished)]
        days = chance.randint(3, 3650) if number % 3 else chance.randint(3, 360)
        made = clock().at - timedelta(days=days)
        snapshot = dataclasses.replace(
            found.snapshot, id=f"many-{number:06d}", title=f"{found.snapshot.title}, row {number}", begun_at=made
        )
        with transaction(connection):
            recorded = batches.add(connection, snapshot, found.verdict)
            lives = [_life(one, made.date(), today, chance) for one in range(1, jars + 1)]
            batches.project(connection, recorded, state_at(found.snapshot, found.events, clock()), lives)
    connection.execute("ANALYZE")
    connection.close()
    return database


def _life(number: int, made: date, today: date, chance: random.Random) -> JarLife:
    old = (today - made).days > 400
    state: LifeState = chance.choice(
        ("finished", "finished", "given", "closed") if old else ("closed", "closed", "closed", "finished", "given")
    )
    return JarLife(
        number, 1, state, "shelf", made, made + timedelta(days=21), made + timedelta(days=365), where=chance.choice(PLACES),
        given_to="a neighbour" if state == "given" else "", look=state == "closed" and chance.random() < 0.002,
    )  # fmt: skip


def main() -> None:
    """Build both and ask in turn."""
    keep = Path(sys.argv[sys.argv.index("--keep") + 1]) if "--keep" in sys.argv else None
    rounds = next((int(word) for word in sys.argv[1:] if word.isdecimal()), 60)
    clock = MovableClock()
    with tempfile.TemporaryDirectory() as folder:
        few, lots = Path(folder) / "few", keep or Path(folder) / "lots"
        clients = {}
        for name, path, many in (("500", few, 50), ("50,000", lots, 5000)):
            path.mkdir(parents=True, exist_ok=True)
            database = kitchen(path, many, 10, clock)
            clients[name] = create_app(Setup(database, "demo", frozenset({"localhost"}), clock)).test_client()
        for path in ASKED:
            took: dict[str, list[float]] = {name: [] for name in clients}
            for _ in range(rounds):
                for name, client in clients.items():
                    begun = time.perf_counter()
                    assert client.get(path).status_code == 200
                    took[name].append(1000 * (time.perf_counter() - begun))
            small, large = (statistics.median(took[name]) for name in clients)
            held = large <= 1.5 * small or large <= small + 5
            print(f"{path:42} {small:7.1f} ms {large:7.1f} ms  {large / small:4.2f} times  {'' if held else 'TOO MUCH'}")


if __name__ == "__main__":
    main()
