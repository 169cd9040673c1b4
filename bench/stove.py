"""What the Stove's answer costs with four batches under way, against an empty request to the same server in the same run."""

from __future__ import annotations

import json
import statistics
from datetime import datetime, timezone
from http.client import HTTPConnection

from bench.check_cost import ROUNDS, WARM_UP, connected, spread, timed
from rheum.core.parsing.writing import formula_text
from rheum.reference.loading import library
from rheum.store.database import open_data

_STEPS = (
    {"kind": "step", "step": "prepare"},
    {"kind": "step", "step": "heat-jars"},
    {"kind": "step", "step": "cook"},
    {"kind": "filled", "jars": 8},
)


def told(connection: HTTPConnection, method: str, path: str, body: dict[str, object]) -> None:
    connection.request(method, path, json.dumps(body), {"Content-Type": "application/json"})
    answer = connection.getresponse()
    assert answer.status == 200, answer.read()
    answer.read()


def main() -> None:
    with connected(lambda folder: open_data(folder, "kitchen")) as connection:
        told(connection, "PUT", "/api/kitchen", {"altitude": 1265, "altitude_unit": "m", "measures": "us"})
        texts = [formula_text(library().formulas[name]) for name in ("dilled-green-beans", "pickled-beets", "corn-relish", "choice-salsa")]
        for number, text in enumerate(texts):
            batch = f"bench-{number:04d}"
            told(connection, "POST", "/api/batches", {"id": batch, "text": text, "jars": 8, "short_known": True})
            for at, step in enumerate(_STEPS[: number + 1]):
                told(connection, "POST", f"/api/batches/{batch}/events", {**step, "id": f"{batch}-{at:04d}"})
        empty, stove, one = [], [], []
        for round_ in range(ROUNDS + WARM_UP):
            times = (timed(connection, "GET", path, None) for path in ("/api/alive", "/api/stove", "/api/batches/bench-0003"))
            for kept, time in zip((empty, stove, one), times, strict=True):
                if round_ >= WARM_UP:
                    kept.append(time)
        print(f"four batches under way, {datetime.now(timezone.utc):%Y-%m-%d}")
        for name, found in (("empty request", empty), ("the Stove", stove), ("one batch", one)):
            print(f"    {name:14} {spread(found)}   {statistics.median(found) / statistics.median(empty):.1f} empty requests")


if __name__ == "__main__":
    main()
