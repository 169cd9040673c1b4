"""The Stove of all batches over the wire: one answer for all, timers of one's own, ten minutes away, and jars that find their canner taken."""

from __future__ import annotations

from typing import Any

import pytest
from flask.testing import FlaskClient

from rheum.core.parsing.writing import formula_text
from rheum.reference.loading import library


def begin(client: FlaskClient, number: int, name: str, jars: int) -> str:
    batch = f"batch-{number:04d}"
    asked = {"id": batch, "text": formula_text(library().formulas[name]), "jars": jars, "formula_id": name, "short_known": True}
    assert client.post("/api/batches", json=asked).status_code == 200
    return batch


@pytest.fixture
def kitchen(client: FlaskClient) -> FlaskClient:
    client.put("/api/kitchen", json={"altitude": 1265, "altitude_unit": "m", "measures": "us"})
    bath = {"id": "bath-0001", "title": "big bath canner", "kind": "bath", "holds": {"pint": 7}, "depth_mm": 305, "width_mm": 330, "watts": 2500, "fuel": "electric"}  # fmt: skip
    assert client.put("/api/stock/canners", json=bath).status_code == 200
    return client


def tell(client: FlaskClient, batch: str, **event: Any) -> Any:
    tell.count += 1  # type: ignore[attr-defined]
    return client.post(f"/api/batches/{batch}/events", json={**event, "id": f"tap-{tell.count:06d}"})  # type: ignore[attr-defined]


tell.count = 0  # type: ignore[attr-defined]


def test_every_batch_is_on_it_and_the_snapshot_keeps_the_tasks(kitchen: FlaskClient) -> None:
    for number, name in enumerate(("dilled-green-beans", "mango-chutney")):
        begin(kitchen, number, name, 6)
    stove = kitchen.get("/api/stove").get_json()
    assert [batch["snapshot"]["id"] for batch in stove["batches"]] == ["batch-0001", "batch-0000"]
    assert {item["batch_id"] for item in stove["together"]["now"]} == {"batch-0000", "batch-0001"}
    assert all(item["says"] == "Check the kit" for item in stove["together"]["now"])
    # The tasks are told as they stand, once.
    assert all(batch["snapshot"]["tasks"] == [] and batch["state"]["tasks"] for batch in stove["batches"])
    again = tell(kitchen, "batch-0000", kind="task", task="kit", how="done").get_json()
    assert next(task for task in again["state"]["tasks"] if task["id"] == "kit")["phase"] == "done"


def test_a_clock_of_ones_own_is_set_once_and_stopped(kitchen: FlaskClient) -> None:
    asked = {"id": "timer-0001", "says": "Eggs", "minutes": 8}
    for _ in range(2):
        clocks = kitchen.post("/api/timers", json=asked).get_json()["together"]["clocks"]
        assert [(clock["says"], clock["kind"], clock["over"]) for clock in clocks] == [("Eggs", "timer", False)]
    for minutes in (0, -1, 1e9):
        refused = kitchen.post("/api/timers", json={**asked, "id": "timer-0002", "minutes": minutes})
        assert refused.status_code == 422 and "minutes" in refused.get_json()["detail"]
    for _ in range(2):
        assert kitchen.post("/api/timers/timer-0001/stop").get_json()["together"]["clocks"] == []
    assert kitchen.post("/api/timers/none-0001/stop").status_code == 404
    # A stopped one does not run again because its tap arrives once more.
    assert kitchen.post("/api/timers", json=asked).get_json()["together"]["clocks"] == []


def test_ten_minutes_away_puts_off_what_may_wait_and_comes_back(kitchen: FlaskClient) -> None:
    batch = begin(kitchen, 1, "dilled-green-beans", 6)
    away = kitchen.post("/api/stove/away", json={"id": "away-000001", "minutes": 10}).get_json()
    assert away["said"] == [] and away["together"]["now"] == []
    state = kitchen.get(f"/api/batches/{batch}").get_json()["state"]
    assert state["tasks"][0]["phase"] == "put-off"
    # Back before the ten minutes are over: one press, and all of it is meant again; pressed twice it is the same.
    for _ in range(2):
        again = kitchen.post("/api/stove/away/away-000001/back").get_json()
        assert [item["says"] for item in again["together"]["now"]] == ["Check the kit"]
    for step in ("prepare", "cook", "heat-jars"):
        tell(kitchen, batch, kind="step", step=step)
    tell(kitchen, batch, kind="jar-in", jar=1)
    said = kitchen.post("/api/stove/away", json={"id": "away-000002"}).get_json()["said"]
    assert any("hot jars stand open" in says for says in said)


OWN = "Counter radishes\n1 lb radishes\n1 cup white vinegar (5%)\n1 cup water\n2 tsp salt\nMethod:\n1. Slice the radishes. 2. Leave them in the brine in a cool place. 3. Bring the vinegar and water to a boil. 4. Fill the jars.\n"


def test_the_sentences_of_a_refrigerator_batch_are_read_back_before_it_is_begun(kitchen: FlaskClient) -> None:
    asked = {"id": "batch-own-1", "text": OWN, "jars": 2, "ask_steps": True}
    first = kitchen.post("/api/batches", json=asked)
    assert first.status_code == 409 and kitchen.get("/api/batches").get_json()["batches"] == []
    steps = {step["number"]: step for step in first.get_json()["steps"]}
    assert [steps[n]["asked"] for n in sorted(steps)] == [True, True, True, False]
    assert steps[2]["minutes"] and "asked" in steps[2]["understood"] and "on the stove" in steps[3]["understood"]
    # One confirmed with the minutes that its text does not say, one not: it is walked by its own words, by hand.
    said = [{"number": 1}, {"number": 2, "minutes": 720}, {"number": 3, "confirmed": False}]
    begun = kitchen.post("/api/batches", json={**asked, "steps": said}).get_json()
    tasks = {task["id"]: task for task in begun["state"]["tasks"]}
    assert tasks["step-2"]["says"].count("12 h") == 1 and not any(action["wants"] == "minutes" for action in tasks["step-2"]["actions"])
    assert tasks["step-3"]["clock"] is None and not any(action["how"] == "boils" for action in tasks["step-3"]["actions"])
    for wrong in ({"number": 0}, {"number": 1, "minutes": -1}, {"number": 1, "minutes": 1e9}):
        assert kitchen.post("/api/batches", json={**asked, "id": "batch-own-2", "steps": [wrong]}).status_code == 422


def test_jars_go_into_no_canner_that_another_batch_is_filling(kitchen: FlaskClient) -> None:
    first, second = begin(kitchen, 1, "dilled-green-beans", 6), begin(kitchen, 2, "mango-chutney", 6)
    for task in ("syrup", "simmer"):
        assert tell(kitchen, second, kind="task", task=task, how="done", ago_min=60).status_code == 200
    for batch in (first, second):
        for step in ("prepare", "cook", "heat-jars"):
            assert tell(kitchen, batch, kind="step", step=step).status_code == 200
    assert tell(kitchen, first, kind="jar-in", jar=1).status_code == 200
    refused = tell(kitchen, second, kind="jar-in", jar=1)
    assert refused.status_code == 409 and "still holds the first jars of" in refused.get_json()["detail"]
    assert kitchen.get(f"/api/batches/{second}").get_json()["in_the_canner"]["batch_id"] == first


@pytest.mark.parametrize(
    ("event", "says"),
    [
        ({"kind": "task", "task": "nothing", "how": "done"}, "no such task"),
        ({"kind": "task", "task": "fill-1", "how": "done"}, "told of the jars"),
        ({"kind": "task", "task": "kit", "how": "begun", "ago_min": -3}, "in minutes"),
        ({"kind": "task", "task": "kit", "how": "begun", "ago_min": 1e12}, "in minutes"),
        ({"kind": "task", "task": "brine", "how": "left-out", "reason": "no"}, "not left out"),
        ({"kind": "jar-in", "jar": 1, "jar_id": "bucket"}, "no jars of that size"),
        ({"kind": "jar-in", "jar": 0}, "comes first|in already"),
        ({"kind": "seals", "jars": [1]}, "no jar 1"),
    ],
)
def test_what_cannot_be_told_gets_a_sentence_and_changes_nothing(kitchen: FlaskClient, event: dict[str, Any], says: str) -> None:
    batch = begin(kitchen, 1, "dilled-green-beans", 6)
    before = kitchen.get(f"/api/batches/{batch}").get_json()["events"]
    refused = tell(kitchen, batch, **event)
    assert refused.status_code in (409, 422), refused.get_json()
    assert kitchen.get(f"/api/batches/{batch}").get_json()["events"] == before
    assert refused.get_json()["detail"]
    assert any(part in refused.get_json()["detail"] for part in says.split("|"))
