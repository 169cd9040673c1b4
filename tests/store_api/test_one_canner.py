"""A canner holds one load, whichever batch's it is."""

from __future__ import annotations

from itertools import count
from typing import Any

import pytest
from flask.testing import FlaskClient

from tests.store_api.test_api import BEANS
from tests.store_api.test_making import CANNER

IDS = count(1)


def tell(client: FlaskClient, batch: str, kind: str, **said: Any) -> tuple[int, dict[str, Any]]:
    answer = client.post(f"/api/batches/{batch}/events", json={"kind": kind, "id": f"event-{next(IDS):06d}", **said})
    return answer.status_code, answer.get_json()


def at_the_canner(client: FlaskClient, batch: str, **wish: Any) -> dict[str, Any]:
    client.post("/api/batches", json={"id": batch, "text": BEANS, "jars": 4, "wish": wish, "short_known": True})
    for step in ("prepare", "heat-jars", "cook"):
        tell(client, batch, "step", step=step)
    return tell(client, batch, "filled", jars=4)[1]


@pytest.fixture
def two(client: FlaskClient) -> FlaskClient:
    client.put("/api/kitchen", json={"altitude": 1265, "altitude_unit": "m", "measures": "us"})
    at_the_canner(client, "batch-one-1")
    at_the_canner(client, "batch-two-2")
    return client


def test_the_second_batch_waits_until_the_first_is_lifted(two: FlaskClient) -> None:
    assert tell(two, "batch-one-1", "loaded", load=1)[0] == 200
    waiting = two.get("/api/batches/batch-two-2").get_json()
    assert "still holds load 1 of Beans (26-001)" in waiting["in_the_canner"]["says"]
    status, refused = tell(two, "batch-two-2", "loaded", load=1)
    assert status == 409
    assert "Lift those jars first" in refused["detail"]
    tell(two, "batch-one-1", "boiling", load=1)
    tell(two, "batch-one-1", "heat-off", load=1, early=True)
    lifted = tell(two, "batch-one-1", "lifted", load=1)[1]["state"]["last_tap"]["id"]
    assert two.get("/api/batches/batch-two-2").get_json()["in_the_canner"] is None
    assert tell(two, "batch-two-2", "loaded", load=1)[0] == 200
    status, refused = tell(two, "batch-one-1", "undo", of=lifted)
    assert (status, "still holds load 1" in refused["detail"]) == (409, True), "what was lifted cannot be back in it"


def test_another_canner_is_the_persons_to_say(two: FlaskClient) -> None:
    tell(two, "batch-one-1", "loaded", load=1)
    assert tell(two, "batch-two-2", "loaded", load=1, elsewhere=True)[0] == 200


def test_two_canners_of_the_kitchen_are_two(client: FlaskClient) -> None:
    client.put("/api/kitchen", json={"altitude": 1265, "altitude_unit": "m", "measures": "us"})
    for canner in ("canner-01", "canner-02"):
        assert client.put("/api/stock/canners", json={**CANNER, "id": canner}).status_code == 200
    at_the_canner(client, "batch-one-1", canner="canner-01")
    at_the_canner(client, "batch-two-2", canner="canner-02")
    assert tell(client, "batch-one-1", "loaded", load=1)[0] == 200
    assert tell(client, "batch-two-2", "loaded", load=1)[0] == 200


def test_a_batch_given_up_leaves_the_canner(two: FlaskClient) -> None:
    tell(two, "batch-one-1", "loaded", load=1)
    tell(two, "batch-one-1", "given-up", jars_to="fridge")
    assert tell(two, "batch-two-2", "loaded", load=1)[0] == 200
