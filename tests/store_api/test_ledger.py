"""What is on hand is what was there, less what the batch holds and what broke: whatever is told, taken back, given up and taken up again."""

from __future__ import annotations

import tempfile
from pathlib import Path

from flask.testing import FlaskClient
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from tests.core.test_attacks import BEANS
from tests.store_api.test_own_facts import kitchen

JARS, LIDS, PLANNED = 20, 30, 6


def on_hand(client: FlaskClient) -> tuple[int, int]:
    stock = client.get("/api/stock").get_json()["stock"]
    return stock["jars"].get("pint", 0), sum(lot["count"] for lot in stock["lids"])


@settings(max_examples=12, deadline=None, suppress_health_check=[HealthCheck.too_slow])
@given(st.lists(st.sampled_from(["chip", "task", "undo", "give up"]), max_size=8))
def test_stock_is_the_sum_of_what_was_told(told: list[str]) -> None:
    with tempfile.TemporaryDirectory() as folder:
        client = kitchen(Path(folder))
        client.put("/api/stock/jars/pint", json={"count": JARS})
        client.put("/api/stock/lids", json={"id": "lot-0001", "mouth": "regular", "lot": "R 5", "count": LIDS})
        client.post("/api/batches", json={"id": "batch-0001", "text": BEANS, "jars": PLANNED, "short_known": True})
        # What stands of it: chips and tasks in their order, and whether it is given up.
        standing: list[tuple[str, str]] = []
        for number, what in enumerate(told):
            view = client.get("/api/batches/batch-0001").get_json()
            event: dict[str, object]
            if what == "chip":
                event = {"kind": "chipped"}
            elif what == "task":
                event = {"kind": "task", "task": "lids", "how": "begun"}
            elif what == "undo":
                if not standing:
                    continue
                event = {"kind": "undo", "of": standing[-1][0]}
            else:
                offers = view["give_up"]["offers"] if view["give_up"] else []
                event = {
                    "kind": "given-up",
                    "back": [{"what": one["what"], "item_id": one["item_id"], "amount": one["most"]} for one in offers],
                }
            name = f"event-{number:04d}"
            answer = client.post("/api/batches/batch-0001/events", json={**event, "id": name})
            if answer.status_code != 200:
                assert answer.get_json()["detail"]
            elif what == "undo":
                standing.pop()
            else:
                standing.append((name, what))
            chips = sum(1 for _, kind in standing if kind == "chip")
            held = 0 if any(kind == "give up" for _, kind in standing) else PLANNED
            assert on_hand(client) == (JARS - chips - held, LIDS - held), standing
