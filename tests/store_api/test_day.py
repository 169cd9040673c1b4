"""The day over the wire: laid out by the contract, refused with what would help, kept, thrown away, read back by a calendar of its own."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import datetime, timedelta
from pathlib import Path
from typing import Any

import pytest
from dateutil.rrule import DAILY, rrule
from flask.testing import FlaskClient
from icalendar import Calendar

from tests.store_api.test_own_facts import kitchen

BEANS: dict[str, Any] = {"id": "beans", "formula_id": "dilled-green-beans", "jars": 7}
CHUTNEY: dict[str, Any] = {"id": "chutney", "formula_id": "mango-chutney"}
DAY: dict[str, Any] = {"batches": [BEANS, CHUTNEY], "start": "2026-09-05T09:00", "burners": 4, "hands": 1, "holds": 7}


@pytest.fixture
def client(tmp_path: Path) -> Iterator[FlaskClient]:
    yield kitchen(tmp_path)


def test_a_day_is_laid_out_by_the_contract(client: FlaskClient) -> None:
    day = client.post("/api/day", json=DAY).get_json()
    assert day["best"] is True and day["bound_minutes"] == day["minutes"]
    start, end = (datetime.fromisoformat(day[name]) for name in ("start", "end"))
    assert end - start == timedelta(minutes=day["minutes"])
    tasks = {task["id"]: task for task in day["tasks"]}
    assert {task["batch"] for task in day["tasks"]} == {0, 1}
    for task in day["tasks"]:
        assert task["start"] < task["end"] or task["start"] == task["end"]
        assert task["latest"] >= task["start"]
        assert task["attention"] in ("hands", "watch", "none") and (task["who"] == 1) == (task["attention"] == "hands")
        assert all(tasks[before]["end"] <= task["start"] for before in task["after"])
    assert tasks["0.fill-1"]["canner"] == 0 and tasks["0.boil-1"]["burner"] in (1, 2)
    assert len({task["burner"] for task in day["tasks"] if task["pot"] == "canner" and task["burner"]}) == 1
    assert day["says"][0].endswith("no plan is shorter.")
    assert [batch["jars"] for batch in day["batches"]] == [7, 6]


def test_the_kitchens_own_is_taken_where_nothing_is_said(client: FlaskClient) -> None:
    bath = {"id": "bath-0001", "title": "small canner", "kind": "bath", "holds": {"pint": 4}, "depth_mm": 305, "width_mm": 330, "watts": 2500, "fuel": "electric"}  # fmt: skip
    client.put("/api/stock/canners", json=bath)
    day = client.post("/api/day", json={"batches": [BEANS], "done_by": "2026-09-05T18:00"}).get_json()
    assert day["canners"] == ["small canner"]
    assert {task["load"] for task in day["tasks"] if task["do"] == "fill"} == {1, 2}
    assert datetime.fromisoformat(day["end"]) == datetime.fromisoformat("2026-09-05T18:00").astimezone()


@pytest.mark.parametrize(
    ("change", "status", "says"),
    [
        ({"start": "soon"}, 422, "is no day and hour"),
        ({"batches": []}, 422, "at least one batch"),
        ({"batches": [{"id": "a"}]}, 422, "what it is"),
        ({"batches": [{"id": "a", "formula_id": "nothing"}]}, 404, "no formula"),
        ({"batches": [{"id": "a", "recipe_id": "nothing"}]}, 404, "no such recipe"),
        ({"done_by": "2026-09-05T10:00"}, 422, "cannot be done by 10:00"),
        ({"burners": 0}, 422, "how many burners"),
        ({"burners": [{"id": 1, "size": "small"}]}, 422, "large burner"),
        ({"canners": ["nobody's"]}, 422, "no such canner"),
        ({"awake": {"from": "7", "to": "22:00"}}, 422, "no hour of the day"),
        ({"breaks": [{"from": "2026-09-05T12:00", "to": "2026-09-05T11:00"}]}, 422, "ends after it begins"),
        ({"fixed": [{"task": "9.kit", "start": "2026-09-05T10:00"}]}, 422, "no task"),
        ({"hands": 9}, 422, ""),
    ],
)
def test_what_cannot_be_is_a_problem_with_a_sentence(change: dict[str, Any], status: int, says: str, client: FlaskClient) -> None:
    answer = client.post("/api/day", json={**DAY, **change})
    assert answer.status_code == status, answer.get_json()
    assert says in answer.get_json()["detail"] and answer.mimetype == "application/problem+json"


def test_a_day_is_kept_changed_late_and_thrown_away(client: FlaskClient) -> None:
    kept = client.put("/api/days/day-00000001", json={"asked": DAY, "title": "Saturday"}).get_json()
    assert kept["title"] == "Saturday" and kept["asked"]["batches"][0]["formula_id"] == "dilled-green-beans"
    assert client.get("/api/days/day-00000001").get_json() == kept
    again = client.put("/api/days/day-00000001", json={"asked": {**DAY, "start": "2026-09-05T10:00"}}).get_json()
    assert again["begins"] != kept["begins"] and again["title"] == "Dilled green beans and Green mango chutney"
    assert [one["id"] for one in client.get("/api/days").get_json()["days"]] == ["day-00000001"]
    assert client.put("/api/days/short", json={"asked": DAY}).status_code == 422
    kit = next(task for task in again["day"]["tasks"] if task["id"] == "0.kit")
    done = (datetime.fromisoformat(kit["end"]) + timedelta(minutes=45)).isoformat()
    told = {**DAY, "start": "2026-09-05T10:00", "told": [{"task": "0.kit", "begun": kit["start"], "done": done}]}
    late = client.post("/api/day/late", json={"asked": told}).get_json()
    assert "late" in late["says"][0] and late["best"] is False
    assert client.delete("/api/days/day-00000001").get_json()["days"] == []
    for gone in (client.get("/api/days/day-00000001"), client.delete("/api/days/day-00000001")):
        assert gone.status_code == 404 and "thrown away" in gone.get_json()["detail"]


def test_a_calendar_reads_it_and_its_ids_stay(client: FlaskClient) -> None:
    def events(start: str) -> dict[str, Any]:
        client.put("/api/days/day-00000001", json={"asked": {**DAY, "start": start}})
        answer = client.get("/api/days/day-00000001/calendar.ics")
        assert answer.mimetype == "text/calendar"
        calendar = Calendar.from_ical(answer.get_data())
        return {str(event["UID"]): event for event in calendar.walk("VEVENT")}

    first, moved = events("2026-09-05T09:00"), events("2026-09-05T11:00")
    assert set(first) == set(moved)
    assert all(event.walk("VALARM") for event in first.values())
    kit = f"day-00000001.{DAY['batches'][0]['id']}.kit@rheum"
    assert moved[kit].decoded("DTSTART") - first[kit].decoded("DTSTART") == timedelta(hours=2)
    # What another library makes of the same moment.
    at = first[kit].decoded("DTSTART")
    assert next(iter(rrule(DAILY, dtstart=at, count=1))) == at
