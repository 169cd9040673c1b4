"""News, alarms, drafts and kept taps over the wire: held until something is told, quiet for all once one has heard, dated by their age."""

from __future__ import annotations

import threading
import time
from collections.abc import Iterator
from datetime import datetime
from pathlib import Path
from typing import Any

import pytest
from apiflask import APIFlask
from flask.testing import FlaskClient

from rheum.api.app import create_app
from rheum.api.setup import Setup
from rheum.api.waiting import News
from rheum.core.parsing.writing import formula_text
from rheum.reference.loading import library
from rheum.store.database import open_data
from tests.conftest import MovableClock


@pytest.fixture
def clock() -> MovableClock:
    return MovableClock()


@pytest.fixture
def app(tmp_path: Path, clock: MovableClock) -> Iterator[APIFlask]:
    app = create_app(Setup(open_data(tmp_path, "kitchen"), "kitchen", frozenset({"localhost"}), clock, screens=3))
    app.test_client().put("/api/kitchen", json={"altitude": 1265, "altitude_unit": "m", "measures": "us"})
    yield app


@pytest.fixture
def client(app: APIFlask) -> FlaskClient:
    return app.test_client()


def beans(client: FlaskClient) -> str:
    asked = {
        "id": "batch-news-1",
        "text": formula_text(library().formulas["dilled-green-beans"]),
        "jars": 6,
        "formula_id": "dilled-green-beans",
    }
    assert client.post("/api/batches", json={**asked, "short_known": True}).status_code == 200
    return "batch-news-1"


def tell(client: FlaskClient, number: int, **event: Any) -> Any:
    return client.post("/api/batches/batch-news-1/events", json={**event, "id": f"tap-{number:06d}"})


def token(client: FlaskClient) -> str:
    return str(client.get("/api/alive").get_json()["token"])


def test_news_is_held_until_something_is_told(app: APIFlask, client: FlaskClient) -> None:
    batch = beans(client)
    assert client.get("/api/news?after=nothing").get_json()["token"] == token(client), "who knows nothing is told at once"
    told: list[tuple[float, Any]] = []

    def wait(after: str) -> None:
        answer = app.test_client().get(f"/api/news?after={after}").get_json()
        told.append((time.monotonic(), answer))

    screens = [threading.Thread(target=wait, args=(token(client),)) for _ in range(3)]
    for screen in screens:
        screen.start()
    time.sleep(0.3)
    assert told == []
    # The places are taken: one more is answered at once and asks again, so that a tap always finds a thread.
    began = time.monotonic()
    client.get(f"/api/news?after={token(client)}")
    assert time.monotonic() - began < 0.5
    at = time.monotonic()
    assert tell(client, 1, kind="task", task="kit", how="done").status_code == 200
    for screen in screens:
        screen.join(timeout=5)
    assert len(told) == 3 and all(when - at < 1.0 for when, _ in told)
    assert all(answer["token"] == token(client) for _, answer in told)
    assert client.get(f"/api/batches/{batch}").get_json()["events"] == 1


def test_a_screen_that_hears_nothing_is_let_go() -> None:
    news, began = News(1), time.monotonic()
    news.wait(lambda: False, held_s=0.3)
    assert 0.25 < time.monotonic() - began < 1.5
    # What was told between the look and the wait is not slept over.
    looks = iter([False, True])

    def look() -> bool:
        found = next(looks)
        if not found:
            news.told()
        return found

    began = time.monotonic()
    news.wait(look, held_s=5)
    assert time.monotonic() - began < 0.5


@pytest.mark.parametrize(
    ("change", "number"),
    [
        (lambda client: client.post("/api/timers", json={"id": "timer-0001", "says": "Eggs", "minutes": 5}), "events"),
        (lambda client: client.put("/api/drafts/bench", json={"body": {"text": "Beans"}, "screen": "one"}), "drafts"),
        (lambda client: client.put("/api/stock/pantry", json={"text": "salt"}), "revision"),
        (beans, "events"),
    ],
)
def test_whatever_a_screen_may_show_is_news(client: FlaskClient, change: Any, number: str) -> None:
    before = client.get("/api/alive").get_json()
    change(client)
    after = client.get("/api/alive").get_json()
    assert after["token"] != before["token"] and after[number] > before[number]


def test_an_alarm_heard_on_one_screen_is_quiet_on_all(client: FlaskClient, clock: MovableClock) -> None:
    client.post("/api/timers", json={"id": "timer-0001", "says": "Eggs", "minutes": 5})
    (ring,) = client.get("/api/stove").get_json()["together"]["rings"]
    assert (ring["kind"], ring["says"]) == ("up", "Eggs: time is up")
    assert (datetime.fromisoformat(ring["at"]) - clock().at).total_seconds() == pytest.approx(300, abs=5)
    clock.forward(minutes=6)
    assert [one["key"] for one in client.get("/api/stove").get_json()["together"]["rings"]] == [ring["key"]], "it rings on"
    assert client.post("/api/quiet", json={"rings": [ring["key"]]}).status_code == 200
    assert client.get("/api/stove").get_json()["together"]["rings"] == []
    assert client.post("/api/quiet", json={"rings": []}).status_code == 422


def test_a_pot_that_wants_stirring_rings_at_its_bell_and_again_after_it_was_stirred(client: FlaskClient, clock: MovableClock) -> None:
    asked = {
        "id": "batch-news-1",
        "text": formula_text(library().formulas["mango-chutney"]),
        "formula_id": "mango-chutney",
        "short_known": True,
    }
    assert client.post("/api/batches", json=asked).status_code == 200
    tasks = client.get("/api/batches/batch-news-1").get_json()["state"]["tasks"]
    stirred = next(task["id"] for task in tasks if task["title"].startswith("Simmer"))
    boiled = next(task["id"] for task in tasks if task["title"].startswith("Boil"))
    for number, event in enumerate(
        (
            {"kind": "step", "step": "prepare"},
            {"kind": "task", "task": boiled, "how": "boils", "ago_min": 6},
            {"kind": "task", "task": boiled, "how": "done"},
            {"kind": "task", "task": stirred, "how": "boils"},
        ),
        start=11,
    ):
        assert tell(client, number, **event).status_code == 200, event
    rings = [ring for ring in client.get("/api/stove").get_json()["together"]["rings"] if ring["kind"] == "stir"]
    assert len(rings) == 1
    clock.forward(minutes=6)
    tell(client, 2, kind="task", task=stirred, how="stirred")
    again = [ring for ring in client.get("/api/stove").get_json()["together"]["rings"] if ring["kind"] == "stir"]
    assert len(again) == 1 and again[0]["key"] != rings[0]["key"] and again[0]["at"] > rings[0]["at"]


def test_a_draft_is_the_last_word_of_any_screen(client: FlaskClient) -> None:
    assert client.get("/api/drafts/bench").get_json()["number"] == 0
    one = client.put("/api/drafts/bench", json={"body": {"text": "Beans"}, "screen": "laptop"}).get_json()
    two = client.put("/api/drafts/bench", json={"body": {"text": "Beans\n4 lb beans"}, "screen": "phone"}).get_json()
    assert two["number"] == one["number"] + 1
    found = client.get("/api/drafts/bench").get_json()
    assert (found["body"]["text"], found["screen"]) == ("Beans\n4 lb beans", "phone")
    refused = client.put("/api/drafts/bench", json={"body": {"text": "x" * 60_000}, "screen": "phone"})
    assert refused.status_code == 422 and "longer than any form" in refused.get_json()["detail"]
    assert {**client.get("/api/drafts/bench").get_json(), "now": found["now"]} == found


def ready_to_boil(client: FlaskClient) -> str:
    """The beans in the canner; gives the last tap's id."""
    beans(client)
    for number, step in enumerate(("prepare", "cook", "heat-jars"), start=1):
        assert tell(client, number, kind="step", step=step).status_code == 200
    assert tell(client, 4, kind="filled", jars=6).status_code == 200
    assert tell(client, 5, kind="loaded", load=1).status_code == 200
    return "tap-000005"


def kept(client: FlaskClient, number: int, age_s: float, seen: str | None, **more: Any) -> Any:
    event = {"id": f"kept-{number:05d}", "kind": "boiling", "load": 1, **more.pop("event", {})}
    return client.post("/api/batches/batch-news-1/kept", json={"event": event, "age_s": age_s, "seen": seen, **more})


def test_a_kept_tap_counts_from_when_it_was_tapped(client: FlaskClient, clock: MovableClock) -> None:
    seen = ready_to_boil(client)
    server = client.get("/api/alive").get_json()["server"]
    clock.forward(minutes=4)
    state = kept(client, 1, 180, seen, server=server).get_json()["state"]
    boil = datetime.fromisoformat(state["loads"][0]["boil_at"])
    assert (clock().at - boil).total_seconds() == pytest.approx(180, abs=5)
    # Told once more, it is the same tap.
    events = client.get("/api/batches/batch-news-1").get_json()["events"]
    assert kept(client, 1, 240, seen, server=server).get_json()["events"] == events
    clock.forward(minutes=7, seconds=10)
    assert client.get("/api/batches/batch-news-1").get_json()["state"]["loads"][0]["phase"] == "time-up"


def test_a_kept_tap_is_never_dated_before_what_its_screen_had_seen(client: FlaskClient, clock: MovableClock) -> None:
    seen = ready_to_boil(client)
    server = client.get("/api/alive").get_json()["server"]
    clock.forward(minutes=2)
    state = kept(client, 1, 500, seen, server=server).get_json()["state"]
    assert (clock().at - datetime.fromisoformat(state["loads"][0]["boil_at"])).total_seconds() == pytest.approx(120, abs=5)


@pytest.mark.parametrize(("age_s", "another"), [(11 * 60, False), (60, True)], ids=["old", "over a restart"])
def test_a_kept_boil_that_is_old_or_over_a_restart_is_asked_about(
    client: FlaskClient, clock: MovableClock, age_s: float, another: bool
) -> None:
    seen = ready_to_boil(client)
    server = "another start" if another else client.get("/api/alive").get_json()["server"]
    clock.forward(minutes=20)
    asked = kept(client, 1, age_s, seen, server=server)
    assert asked.status_code == 409 and asked.get_json()["field"] == "sure" and "without a stop" in asked.get_json()["detail"]
    assert client.get("/api/batches/batch-news-1").get_json()["state"]["loads"][0]["boil_at"] is None, "nothing was told"
    assert kept(client, 1, age_s, seen, server=server, sure=True).status_code == 200
    # Anything but a boil is told without a question.
    off = kept(client, 2, age_s - 30, "kept-00001", server=server, event={"kind": "boil-lost"})
    assert off.status_code == 200, off.get_json()


@pytest.mark.parametrize("age_s", [-1, 1e9])
def test_no_screen_keeps_a_tap_for_weeks(client: FlaskClient, age_s: float) -> None:
    seen = ready_to_boil(client)
    refused = kept(client, 1, age_s, seen, sure=True)
    assert refused.status_code == 422 and "two days" in refused.get_json()["detail"]
