"""Databases written by earlier versions are opened, folded and shown; each is kept as it was written, with what was said of it then."""

from __future__ import annotations

import json
import shutil
import sqlite3
from collections.abc import Iterator
from datetime import datetime, timedelta
from pathlib import Path
from typing import Any

import pytest
from flask.testing import FlaskClient

from rheum.api.app import create_app
from rheum.api.setup import Setup
from rheum.core.batch import state_at
from rheum.core.batch.jars import to_save, to_throw_out
from rheum.core.batch.moment import Moment
from rheum.core.batch.standing import RunState
from rheum.store import batches, stock
from rheum.store.database import FILE_OF, connect, open_data
from tests.conftest import MovableClock

OLD = Path(__file__).parents[1] / "old_data"
WRITTEN = sorted(OLD.glob("*.db"))
# What later rules say otherwise, on purpose: an old boil was measured by the wall clock alone, so it is asked about where it was
# full; jars that stood filled for over two hours go to the refrigerator.
STRICTER = {("time-up", "doubt"), ("waiting", "stood"), ("heating", "stood")}


# Written later, with the stock as a ledger, a jar chipped and one broken, a batch given up, none yet with tasks.
LATER = sorted((OLD / "later").glob("*.db"))


@pytest.mark.parametrize("path", LATER, ids=lambda path: path.stem)
def test_batches_of_a_later_rheum_stand_as_they_stood_and_walk_on(path: Path, tmp_path: Path) -> None:
    shutil.copy(path, tmp_path / FILE_OF["demo"])
    opened = open_data(tmp_path, "demo", check=True)
    said = json.loads(path.with_suffix(".json").read_text(encoding="utf-8"))
    connection, now = connect(opened), datetime.fromisoformat(said["now"])
    assert len(said["batches"]) > 15
    for batch_id, moments in said["batches"].items():
        batch = batches.get(connection, batch_id)
        assert batch is not None and batch.unknown is None
        for after, was in moments.items():
            at = now + timedelta(minutes=int(after))
            state = state_at(batch.snapshot, batch.events, Moment(at, at.timestamp(), at.timestamp(), "made up"))
            stands_as_it_stood(state, was, batch_id)
            assert told_since(state) or [action.kind for action in state.actions] == was["actions"]
            assert state.tasks == () and state.filling is None
    client = client_of(opened, said["now"])
    shown = client.get("/api/stove").json
    assert {one["snapshot"]["id"] for one in shown["batches"]} >= {"demo-0042", "demo-0043", "demo-0044"}
    # One begun by the old steps goes on by them.
    tap = {"id": "new-tap-0001", "kind": "filled", "jars": 8}
    assert client.post("/api/batches/demo-0042/events", json=tap).json["state"]["step"] in ("loads", "seals")


# Written once batches had tasks: with a clock of one's own and a kept day; jars still without lives of their own.
WITH_TASKS = OLD / "with_tasks" / "tasks-f2dab84.db"


def test_batches_with_tasks_stand_as_they_stood_and_their_jars_become_somebody(tmp_path: Path) -> None:
    shutil.copy(WITH_TASKS, tmp_path / FILE_OF["demo"])
    opened = open_data(tmp_path, "demo", check=True)
    said = json.loads(WITH_TASKS.with_suffix(".json").read_text(encoding="utf-8"))
    connection, now = connect(opened), datetime.fromisoformat(said["now"])
    assert sum(bool(moments["0"]["tasks"]) for moments in said["batches"].values()) >= 2
    for batch_id, moments in said["batches"].items():
        batch = batches.get(connection, batch_id)
        assert batch is not None and batch.unknown is None
        for after, was in moments.items():
            at = now + timedelta(minutes=int(after))
            state = state_at(batch.snapshot, batch.events, Moment(at, at.timestamp(), at.timestamp(), "made up"))
            stands_as_it_stood(state, was, batch_id)
            assert told_since(state) or [[action.kind, action.task, action.how] for action in state.actions] == was["actions"]
            assert [[task.id, task.phase] for task in state.tasks] == was["tasks"]
    client = client_of(opened, said["now"])
    assert [clock["says"] for clock in client.get("/api/stove").json["together"]["clocks"] if clock["kind"] == "timer"] == ["Eggs"]
    (day,) = client.get("/api/days").json["days"]
    assert day["title"] == "Saturday" and day["begun"] == {} and client.get("/api/days/day-old-0001/now").json["late"] == 0
    # Every jar of before is found, by a word of its recipe too, and goes on: opened, it has its last day.
    shelf = client.get("/api/shelf").json
    listed = client.get("/api/shelf/jars?most=200").json
    assert listed["many"] == shelf["jars"] and {jar["state"] for jar in listed["jars"]} == {"closed"}
    assert client.get("/api/shelf/jars?q=cranberry").json["many"] > 0
    jar = next(jar for jar in listed["jars"] if jar["place"] == "shelf")
    told = {"id": "open-one-1", "kind": "opened", "jars": [[jar["batch"], jar["number"]]]}
    assert client.post("/api/jars/events", json=told).status_code == 200
    assert client.get(f"/api/jars/{jar['batch']}/{jar['number']}").json["life"]["state"] == "opened"


@pytest.fixture(params=WRITTEN, ids=lambda path: path.stem)
def old(request: pytest.FixtureRequest, tmp_path: Path) -> Iterator[tuple[Path, dict[str, Any]]]:
    shutil.copy(request.param, tmp_path / "kitchen.db")
    yield open_data(tmp_path, "kitchen", check=True), json.loads(request.param.with_suffix(".json").read_text(encoding="utf-8"))


def client_of(path: Path, now: str) -> FlaskClient:
    moment = Moment(datetime.fromisoformat(now), 5.0, 5.0, "a machine of today")
    return create_app(Setup(path, "kitchen", frozenset({"localhost"}), lambda: moment)).test_client()


def told_since(state: RunState) -> bool:
    """Whether jars of it wait to be saved or thrown out: a batch that was called done, or heated on for ever, is told of until somebody sees to them."""
    return any(to_save(jar) or to_throw_out(jar) for jar in state.jars)


def same_jars(state: RunState, was: dict[str, Any]) -> bool:
    """The jars stand as they stood, but those that nobody processed in time: they are held."""
    return all(now.state == then or (then, now.state) == ("filled", "held") for now, then in zip(state.jars, was["jars"], strict=True))


def stands_as_it_stood(state: RunState, was: dict[str, Any], batch_id: str) -> None:
    assert told_since(state) or (state.step, state.headline) == (was["step"], was["headline"]), batch_id
    assert same_jars(state, was), batch_id
    for now, then in zip((load.phase for load in state.loads), was["loads"], strict=True):
        assert now == then or (then, now) in STRICTER, batch_id


def test_there_is_old_data() -> None:
    assert WRITTEN
    for path in WRITTEN:
        with sqlite3.connect(path) as connection:
            kinds = {row[0] for row in connection.execute("SELECT DISTINCT kind FROM event")}
            steps = {row[0] for row in connection.execute("SELECT DISTINCT step FROM batch")}
        assert kinds >= {
            "step",
            "filled",
            "loaded",
            "boiling",
            "boil-lost",
            "heat-off",
            "lifted",
            "seal",
            "refrigerated",
            "moved",
            "spoiled",
            "brine",
            "pan",
            "undo",
        }
        assert steps >= {"prepare", "heat-jars", "cook", "fill", "loads", "seals", "done"}


def test_every_batch_stands_as_it_stood(old: tuple[Path, dict[str, Any]]) -> None:
    path, said = old
    connection = connect(path)
    for batch_id, moments in said["batches"].items():
        batch = batches.get(connection, batch_id)
        assert batch is not None
        assert batch.unknown is None, (batch_id, batch.unknown)
        for at, was in moments.items():
            state = state_at(batch.snapshot, batch.events, Moment(datetime.fromisoformat(at)))
            assert told_since(state) or state.step == was["step"], (batch_id, at)
            assert same_jars(state, was), (batch_id, at)
            for then, now in zip(was["loads"], (load.phase for load in state.loads), strict=True):
                assert now == then or (then, now) in STRICTER, (batch_id, at, then, now)


def test_everything_of_it_is_shown(old: tuple[Path, dict[str, Any]]) -> None:
    path, said = old
    client = client_of(path, said["now"])
    for batch_id in said["batches"]:
        answer = client.get(f"/api/batches/{batch_id}")
        assert answer.status_code == 200, (batch_id, answer.json)
        assert answer.json["snapshot"]["id"] == batch_id
    assert len(client.get("/api/batches").json["batches"]) > 10
    shelf = client.get("/api/shelf").json
    assert sorted([b["number"], b["place"], b["jars"], b["best_before"]] for b in shelf["batches"]) == sorted(said["shelf"])
    stock = client.get("/api/stock").json["stock"]
    assert stock["bottles"] and stock["lids"] and stock["canners"] and stock["trims"] and stock["pantry"]
    assert client.get("/api/choices").json["cool_hours"] == 23
    assert client.get("/api/placements").json["placed"]
    assert any(formula["own"] for formula in client.get("/api/formulas").json["formulas"])
    assert any(jar["own"] for jar in client.get("/api/jars").json["jars"])
    assert client.get("/api/recipes").json["recipes"]
    assert client.get("/api/kitchen").json["altitude_says"] == "4,150 ft"


def test_an_old_boil_is_asked_about_before_it_counts(old: tuple[Path, dict[str, Any]]) -> None:
    path, said = old
    client = client_of(path, said["now"])
    state = client.get("/api/batches/old-step-time-up").json["state"]
    assert state["loads"][0]["phase"] == "doubt"
    tap = {"id": "new-tap-0001", "kind": "heat-off", "load": 1}
    assert "Say first" in client.post("/api/batches/old-step-time-up/events", json=tap).json["detail"]
    client.post("/api/batches/old-step-time-up/events", json={"id": "new-tap-0002", "kind": "boiled-on", "load": 1})
    assert client.post("/api/batches/old-step-time-up/events", json={**tap, "id": "new-tap-0003"}).status_code == 200


def test_an_event_of_a_newer_rheum_spoils_its_own_batch_only(old: tuple[Path, dict[str, Any]]) -> None:
    path, said = old
    connection = connect(path)
    connection.execute(
        "INSERT INTO event (id, batch_id, sequence, at, kind, data) VALUES ('newer-0001', 'old-step-boiling', 999, ?, 'levitated', '{}')",
        (said["now"],),
    )
    client = client_of(path, said["now"])
    listed = client.get("/api/batches")
    assert listed.status_code == 200
    assert "newer one" in client.get("/api/batches/old-step-boiling").json["state"]["detail"]
    refused = client.post("/api/batches/old-step-boiling/events", json={"id": "new-tap-0001", "kind": "boil-lost", "load": 1})
    assert refused.status_code == 409
    assert client.get("/api/batches/old-step-heating").json["state"]["step"] in ("loads", "seals")


@pytest.mark.parametrize("path", WRITTEN, ids=lambda path: path.stem)
def test_what_was_on_hand_is_on_hand_when_stock_becomes_a_ledger(path: Path, tmp_path: Path) -> None:
    with sqlite3.connect(path) as before:
        bottles = dict(before.execute("SELECT id, left_ml FROM bottle"))
        lids, jars = dict(before.execute("SELECT id, count FROM lid_lot")), dict(before.execute("SELECT jar_id, count FROM jar_count"))
        drawn = before.execute("SELECT batch_id, what, item_id, amount FROM drawn ORDER BY 1, 2, 3").fetchall()
    shutil.copy(path, tmp_path / "kitchen.db")
    connection = connect(open_data(tmp_path, "kitchen", check=True))
    held = stock.read(connection)
    assert {one.id: one.left_ml for one in held.bottles} == pytest.approx(bottles)
    assert ({one.id: one.count for one in held.lids}, dict(held.jars)) == (lids, jars)
    moved = connection.execute("SELECT batch_id, what, item_id, -amount FROM movement WHERE why = 'drawn' ORDER BY 1, 2, 3").fetchall()
    assert [tuple(row) for row in moved] == drawn
    connection.close()


WITH_JARS = OLD / "with_jars" / "jars-1642589.db"


def test_jars_told_of_before_the_shelf_had_groups_stand_in_them(tmp_path: Path) -> None:
    """Opened, given, noted, moved, spoiled, finished, as that version recorded it: the groups are what the jars come to."""
    shutil.copy(WITH_JARS, tmp_path / "kitchen.db")
    database = open_data(tmp_path, "kitchen")
    clock = MovableClock()
    client = create_app(Setup(database, "kitchen", frozenset({"localhost"}), clock)).test_client()
    jars = client.get("/api/shelf/jars?most=50").get_json()["jars"]
    assert sorted(jar["state"] for jar in jars) == ["closed"] * 4 + ["finished", "given", "given", "opened", "out"]
    groups = client.get("/api/shelf").get_json()
    assert groups["jars"] == 6 == sum(len(group["jars"]) for group in groups["batches"])
    assert {one["key"]: one["jars"] for one in client.get("/api/shelf?group=place").get_json()["groups"]} == {
        "shelf:": 4, "shelf:cellar, left": 1, "fridge:": 1,
    }  # fmt: skip
    spoiled = next(jar for jar in jars if jar["state"] == "out")
    page = client.get(f"/api/jars/{spoiled['batch']}/{spoiled['number']}").get_json()
    assert page["life"]["advice"] and page["colour"] == "" and not page["entered"]
    # Written anew by the next thing that is told, the groups are the same.
    told = {"id": "told-now-0001", "kind": "noted", "jars": [[spoiled["batch"], spoiled["number"]]], "note": "seen"}
    assert client.post("/api/jars/events", json=told).status_code == 200
    again = client.get("/api/shelf").get_json()
    assert [group["jars"] for group in again["batches"]] == [group["jars"] for group in groups["batches"]]
