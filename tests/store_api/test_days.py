"""A kept day as it goes: its batches begun from it, their taps what it goes by, a better order taken, and what hangs on the wall read back."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator
from datetime import datetime, timedelta
from pathlib import Path
from typing import Any

import pypdfium2
import pytest
from flask.testing import FlaskClient

from rheum.api.app import create_app
from rheum.api.setup import Setup
from rheum.store.database import open_data
from tests.conftest import MovableClock
from tests.store_api.test_day import BEANS, CHUTNEY

TAP = iter(range(10_000))


@pytest.fixture
def clock() -> MovableClock:
    return MovableClock()


@pytest.fixture
def client(tmp_path: Path, clock: MovableClock) -> Iterator[FlaskClient]:
    app = create_app(Setup(open_data(tmp_path, "kitchen"), "kitchen", frozenset({"localhost"}), clock))
    client = app.test_client()
    client.put("/api/kitchen", json={"altitude": "1265", "altitude_unit": "m", "measures": "us"})
    yield client


@pytest.fixture
def day(client: FlaskClient, clock: MovableClock) -> dict[str, Any]:
    """Beans in two loads and a chutney, from the next full ten minutes on."""
    begins = clock().at.astimezone().replace(minute=0, second=0, microsecond=0) + timedelta(hours=1)
    asked = {
        "batches": [{**BEANS, "jars": 14}, CHUTNEY],
        "start": begins.isoformat(),
        "holds": 7,
        "awake": {"from": "00:00", "to": "24:00"},
    }
    kept = client.put("/api/days/day-00000001", json={"asked": asked})
    assert kept.status_code == 200, kept.get_json()
    clock.forward(minutes=(begins - clock().at.astimezone()).total_seconds() / 60)
    return kept.get_json()


def begin(client: FlaskClient, which: str, **more: Any) -> Any:
    return client.post("/api/days/day-00000001/begin", json={"id": f"batch-{which}-1", "batch": which, "short_known": True, **more})


def now(client: FlaskClient) -> dict[str, Any]:
    answer = client.get("/api/days/day-00000001/now")
    assert answer.status_code == 200, answer.get_json()
    return answer.get_json()


def tell(client: FlaskClient, batch: str, **event: Any) -> None:
    answer = client.post(f"/api/batches/{batch}/events", json={**event, "id": f"day-tap-{next(TAP):05d}"})
    assert answer.status_code == 200, answer.get_json()


def test_a_day_is_begun_and_goes_by_what_is_told(client: FlaskClient, clock: MovableClock, day: dict[str, Any]) -> None:
    assert now(client)["late"] == 0 and now(client)["told"] == []
    begun = begin(client, "beans").get_json()
    assert begun["snapshot"]["jars_planned"] == 14
    # The same press again is the same batch; another press is told that it runs.
    assert begin(client, "beans").get_json()["snapshot"]["id"] == begun["snapshot"]["id"]
    assert client.post("/api/days/day-00000001/begin", json={"id": "another-batch", "batch": "beans"}).status_code == 409
    assert client.post("/api/days/day-00000001/begin", json={"id": "another-batch", "batch": "nothing"}).status_code == 404
    clock.forward(minutes=10)
    tell(client, "batch-beans-1", kind="task", task="kit", how="done")
    goes = now(client)
    assert goes["told"] == ["0.kit"] and goes["done"] == ["0.kit"] and goes["begun"] == {"beans": "batch-beans-1"}
    # Three quarters of an hour of nothing: all that is left is pushed along, in the same order, and it is said.
    clock.forward(minutes=45)
    late = now(client)
    assert 20 <= late["late"] <= 60 and "late: the last load is out at" in late["day"]["says"][0]
    moment = datetime.fromisoformat(late["now"])
    left = [task for task in late["day"]["tasks"] if task["id"] not in late["told"]]
    assert all(datetime.fromisoformat(task["start"]) >= moment - timedelta(minutes=1) for task in left)
    # What was kept is what was planned, until a better order is taken.
    assert client.get("/api/days/day-00000001").get_json()["day"] == day["day"]
    # A break of a quarter of an hour from now: no hands in it, and what was told has not moved.
    asked = {**day["asked"], "breaks": [{"from": moment.isoformat(), "to": (moment + timedelta(minutes=15)).isoformat()}]}
    rested = client.put("/api/days/day-00000001", json={"asked": asked}).get_json()
    kit = next(task for task in rested["day"]["tasks"] if task["id"] == "0.kit")
    assert datetime.fromisoformat(kit["end"]) < moment
    for task in rested["day"]["tasks"]:
        if task["attention"] == "hands" and task["id"] != "0.kit":
            assert datetime.fromisoformat(task["start"]) >= moment + timedelta(minutes=14)
    # A burner fails; the batch is given up: it is gone from what is left of the day, and not from what was planned.
    fewer = {**asked, "burners": [{"id": 1, "size": "large"}, {"id": 3, "size": "small"}, {"id": 4, "size": "small"}]}
    assert client.put("/api/days/day-00000001", json={"asked": fewer}).status_code == 200
    tell(client, "batch-beans-1", kind="given-up")
    gone = now(client)
    assert gone["gone"] == [0] and {task["batch"] for task in gone["day"]["tasks"]} == {1}


LATE: dict[str, Any] = {
    "batches": [
        {"id": "beans", "formula_id": "dilled-green-beans"},
        {"id": "mango", "formula_id": "mango-chutney"},
    ],
    "holds": 7,
}


def play_two_hours_late(
    ask: Callable[[str, str, Any], Any], until: Callable[[datetime], None], laid: list[dict[str, Any]], batches: tuple[str, str]
) -> None:
    """The second batch goes on as planned; the first stops before its second piece of handwork and begins it two hours late."""
    slow = [task for task in laid if task["batch"] == 0 and task["attention"] == "hands"][1]
    late = datetime.fromisoformat(slow["start"])
    stop = late + timedelta(hours=2)

    def tap(number: int, task: dict[str, Any], how: str) -> None:
        told = {"id": f"late-tap-{number:03d}", "kind": "task", "task": task["id"].split(".")[1], "how": how}
        ask("POST", f"/api/batches/{batches[task['batch']]}/events", told)

    for number, task in enumerate(laid):
        start, end = datetime.fromisoformat(task["start"]), datetime.fromisoformat(task["end"])
        canned = task["do"] in ("fill", "to-boil", "process", "rest", "lift")
        if start < stop and not canned and (task["batch"] == 1 or start < late):
            until(min(end, stop))
            tap(number, task, "done" if end <= stop else "begun")
    until(stop)
    tap(len(laid), slow, "begun")


def test_a_better_order_is_offered_with_its_reason_and_taken_by_a_press(client: FlaskClient, clock: MovableClock) -> None:
    def ask(method: str, path: str, body: Any = None) -> Any:
        return client.open(path, method=method, json=body).get_json()

    def until(moment: datetime) -> None:
        clock.forward(seconds=max(0.0, (moment - clock().at).total_seconds()))

    begins = clock().at.astimezone().replace(hour=8, minute=0, second=0, microsecond=0) + timedelta(days=1)
    laid = ask("PUT", "/api/days/day-00000001", {"asked": {**LATE, "start": begins.isoformat()}})["day"]["tasks"]
    until(begins)
    assert client.get("/api/days/day-00000001/better").get_json()["day"] is None
    assert client.post("/api/days/day-00000001/better").status_code == 409
    begin(client, "beans")
    begin(client, "mango")
    play_two_hours_late(ask, until, laid, ("batch-beans-1", "batch-mango-1"))
    running = now(client)
    assert "late: the last load is out at" in running["day"]["says"][0]
    better = client.get("/api/days/day-00000001/better").get_json()
    assert re.match(r"\d+ (?:h|min).* sooner, at \d\d:\d\d: “.*” of .* at \d\d:\d\d, before “", better["says"])
    assert datetime.fromisoformat(better["day"]["end"]) <= datetime.fromisoformat(running["day"]["end"]) - timedelta(minutes=5)
    soon = datetime.fromisoformat(running["now"]) + timedelta(minutes=9)  # plans go by whole minutes
    stood = {task["id"]: task for task in running["day"]["tasks"]}
    for task in better["day"]["tasks"]:
        # What was begun does not move, nor what is due within ten minutes.
        if task["id"] in running["told"] or datetime.fromisoformat(stood[task["id"]]["start"]) < soon:
            assert task["start"] == stood[task["id"]]["start"], task["id"]
    taken = client.post("/api/days/day-00000001/better").get_json()
    assert taken["day"]["tasks"] == better["day"]["tasks"]
    assert client.get("/api/days/day-00000001/better").get_json()["day"] is None


def test_a_day_that_runs_late_is_not_refused_for_the_hour_it_was_to_be_done_by(client: FlaskClient, clock: MovableClock) -> None:
    ends = clock().at.astimezone().replace(minute=0, second=0, microsecond=0) + timedelta(hours=6)
    asked = {"batches": [{**BEANS, "jars": 7}], "done_by": ends.isoformat(), "awake": {"from": "00:00", "to": "24:00"}}
    kept = client.put("/api/days/day-00000001", json={"asked": asked}).get_json()
    assert datetime.fromisoformat(kept["day"]["end"]) == ends
    clock.forward(seconds=max(0.0, (datetime.fromisoformat(kept["day"]["start"]) - clock().at).total_seconds()))
    begin(client, "beans")
    tell(client, "batch-beans-1", kind="task", task="kit", how="done")
    clock.forward(minutes=90)
    moment = clock().at
    rest = {"from": moment.isoformat(), "to": (moment + timedelta(minutes=15)).isoformat()}
    late = client.put("/api/days/day-00000001", json={"asked": {**asked, "breaks": [rest]}})
    assert late.status_code == 200 and datetime.fromisoformat(late.get_json()["day"]["end"]) > ends
    # Before it is begun the same wish is refused.
    other = {**asked, "done_by": (clock().at + timedelta(minutes=20)).isoformat(), "start": clock().at.isoformat()}
    assert client.put("/api/days/day-00000002", json={"asked": other}).status_code == 422


@pytest.mark.parametrize(("paper", "wide"), [("a4", 210), ("letter", 216)])
def test_the_walls_sheets_are_one_for_the_day_and_one_a_batch(client: FlaskClient, day: dict[str, Any], paper: str, wide: int) -> None:
    drawn = client.get(f"/api/days/day-00000001/sheets?paper={paper}").get_json()
    assert len(drawn["pages"]) == 3
    pdf = client.get(f"/api/days/day-00000001/sheets.pdf?paper={paper}")
    document = pypdfium2.PdfDocument(pdf.get_data())
    assert len(document) == 3 and round(document[0].get_size()[0] / 72 * 25.4) == wide
    pages = [re.sub(r"\s+", " ", page.get_textpage().get_text_range()) for page in document]
    first = min(day["day"]["tasks"], key=lambda task: task["start"])
    assert "The day" in pages[0] and f"{datetime.fromisoformat(first['start']):%H:%M}" in pages[0]
    assert "Dilled green beans" in pages[1] and "Load 2: canner let down" in pages[1] and "Green mango chutney" in pages[2]
    assert "140 °F (60 °C)" in pages[1], "in the kitchen's own unit first"
    assert client.get("/api/days/day-00000001/sheets?paper=tabloid").status_code == 422
    assert client.get("/api/days/nothing-here/sheets").status_code == 404


def test_a_days_shopping_is_what_all_of_it_wants_less_what_is_there(client: FlaskClient, day: dict[str, Any]) -> None:
    """Dilled beans 14 pints of 6.7 l and a chutney: 5 % vinegar of both together against one bottle; salt is in plenty."""
    plain = client.post("/api/day/shopping", json=day["asked"]).get_json()
    names = [line["says"] for line in plain["lines"]]
    assert any(("green bean" in says and "lb" in says) or "kg" in says for says in names)
    assert not any(re.fullmatch(r".*\bwater\b.*", says) for says in names)
    both = next(line for line in plain["lines"] if "white" in line["says"] and "vinegar" in line["says"] and "5 %" in line["says"])
    assert both["batches"] == [0, 1]
    assert "(Dilled green beans and Green mango chutney)" in plain["text"]
    client.put("/api/stock/pantry", json={"text": "salt\n10 kg green beans\n1 lb onions\n"})
    client.put(
        "/api/stock/bottles",
        json={"id": "bottle-001", "kind": "white-vinegar", "name": "big", "label": 5, "size_ml": "5000", "left_ml": "5000"},
    )
    less = client.post("/api/day/shopping", json=day["asked"]).get_json()
    assert not any("green bean" in line["says"] for line in less["lines"])
    assert len(less["lines"]) < len(plain["lines"])


def test_the_kitchens_burners_are_the_days(client: FlaskClient) -> None:
    assert client.get("/api/hob").get_json() == {"large": 2, "small": 2}
    assert client.put("/api/hob", json={"large": 1, "small": 4}).get_json() == {"large": 1, "small": 4}
    assert [
        one["size"] for one in client.post("/api/day", json={"batches": [BEANS], "start": "2026-09-05T09:00"}).get_json()["burners"]
    ] == ["large", *["small"] * 4]
    refused = client.put("/api/hob", json={"large": 0, "small": 0})
    assert refused.status_code == 422 and "how many burners" in refused.get_json()["detail"]
