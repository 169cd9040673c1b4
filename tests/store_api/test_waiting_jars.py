"""Jars that wait to be saved, on every list; and what is learnt after a batch was begun: a height put right, a vinegar measured weak."""

from __future__ import annotations

from pathlib import Path
from typing import Any

import pytest

from rheum.core.parsing.writing import formula_text
from rheum.reference.loading import library
from tests.store_api.test_jars import Shelf

BOTTLE = {"id": "bottle-1", "kind": "white-vinegar", "name": "white vinegar", "label": 5.0, "left_ml": 4000}


@pytest.fixture
def shelf(tmp_path: Path) -> Shelf:
    return Shelf(tmp_path)


def beans(shelf: Shelf, batch: str, *, sealed: bool = True, until: str = "", boiled: float = 16) -> str:
    """A batch of three jars of beans, boiled so many minutes; one of them did not seal where `sealed` is false. `until`: told up to this tap."""
    text = formula_text(library().formulas["dilled-green-beans"])
    asked = {"id": batch, "text": text, "jars": 3, "formula_id": "dilled-green-beans", "short_known": True}
    made = shelf.client.post("/api/batches", json=asked).get_json()
    for kind, minutes, more in (
        ("filled", 60, {"jars": 3}), ("loaded", 2, {"load": 1}), ("boiling", 10, {"load": 1}), ("heat-off", boiled, {"load": 1}), ("lifted", 6, {"load": 1}),
    ):  # fmt: skip
        shelf.clock.forward(minutes=minutes)
        shelf.stove(batch, kind=kind, **more)
        if kind == until:
            return str(made["snapshot"]["number"])
    shelf.clock.forward(hours=13)
    shelf.stove(batch, kind="seal", jar=1, sealed=sealed)
    shelf.stove(batch, kind="seals", jars=[2, 3])
    return str(made["snapshot"]["number"])


def lists(shelf: Shelf, words: str) -> list[bool]:
    """Where these words stand: on Today, on the Stove, on the Shelf, in the calendar."""
    today = any(words in line["says"] for line in shelf.client.get("/api/today").get_json()["lines"])
    stove = any(words.split(" of ", maxsplit=1)[0] in item["says"] for item in shelf.client.get("/api/stove").get_json()["together"]["now"])
    waiting = any(words in line["says"] for line in shelf.client.get("/api/shelf").get_json()["waiting"])
    calendar = words in shelf.client.get("/api/calendar.ics").get_data(as_text=True).replace("\r\n ", "").replace("\\,", ",")
    return [today, stove, waiting, calendar]


def test_a_jar_that_did_not_seal_stays_in_sight_until_it_is_told_what_became_of_it(shelf: Shelf) -> None:
    number = beans(shelf, "batch-unsealed", sealed=False)
    assert lists(shelf, "Save jar 1 of Dilled green beans") == [True] * 4
    label = shelf.client.get("/api/labels", query_string={"batch": number, "sheet": "a4-24"}).get_json()["pages"]
    assert "NOT FOR THE SHELF" in str(label) and "Process again or refrigerate by" in str(label)
    put_off = shelf.client.post("/api/today/put-off", json={"key": "save:batch-unsealed"})
    assert put_off.status_code == 422
    shelf.clock.forward(hours=30)
    assert lists(shelf, "Throw out jar 1 of Dilled green beans") == [True] * 4
    assert "NOT FOR THE SHELF" not in str(shelf.client.get("/api/labels", query_string={"batch": number}).get_json())
    shelf.stove("batch-unsealed", kind="moved", jar=1, to="bin")
    assert lists(shelf, "jar 1 of Dilled green beans") == [False] * 4


@pytest.mark.parametrize("stage", ["short", "height"])
def test_short_jars_stay_in_sight_whatever_made_them_short(shelf: Shelf, stage: str) -> None:
    if stage == "short":
        beans(shelf, "batch-short", until="boiling")
        shelf.stove("batch-short", kind="heat-off", load=1, early=True)
        shelf.stove("batch-short", kind="lifted", load=1)
    else:
        # Ten minutes at 1,265 m, fifteen at 2,500 m (USDA Complete Guide, Guide 6, from memory).
        beans(shelf, "batch-short", until="lifted", boiled=11)
        asked = {"altitude": "2500", "altitude_unit": "m", "measures": "us", "height_change": "put-right"}
        assert shelf.client.put("/api/kitchen", json=asked).status_code == 200
    assert lists(shelf, "Save jars 1 to 3 of Dilled green beans") == [True] * 4


def test_a_height_that_was_wrong_marks_the_jars_of_done_batches_and_a_move_marks_none(shelf: Shelf) -> None:
    number = beans(shelf, "batch-low")
    asked = {"altitude": "3000", "altitude_unit": "m", "measures": "us"}
    unanswered = shelf.client.put("/api/kitchen", json=asked)
    assert (unanswered.status_code, unanswered.get_json()["field"]) == (409, "height_change")
    assert shelf.client.put("/api/kitchen", json={**asked, "height_change": "moved"}).status_code == 200
    assert shelf.jar(number, 1)["life"]["recalled"] == ""
    back = {"altitude": "1265", "altitude_unit": "m", "measures": "us", "height_change": "moved"}
    assert shelf.client.put("/api/kitchen", json=back).status_code == 200
    # No table has minutes at 3,200 m: whatever they had, jars from there are marked.
    high = {**asked, "altitude": "3200", "height_change": "put-right"}
    assert shelf.client.put("/api/kitchen", json=high).get_json()["field"] == "sure"
    assert shelf.client.put("/api/kitchen", json={**high, "sure": True}).status_code == 200
    for batch in (number, shelf.salsa):
        assert "height was put right to 3,200 m" in shelf.jar(batch, 1)["life"]["recalled"]
    assert shelf.tell("opened", (number, 1)).status_code == 409
    refused = shelf.client.get("/api/labels", query_string={"jars": f"{number}-1"})
    assert refused.status_code == 422 and "traced" in refused.get_json()["detail"]


@pytest.mark.parametrize(
    ("written", "unit", "readings"),
    [("1.800", "m", ["1800", "1.8"]), ("6.000", "ft", ["6000", "6"]), ("1,800", "m", ["1800", "1.8"])],
)
def test_a_height_that_can_be_read_in_two_ways_is_asked_about(shelf: Shelf, written: str, unit: str, readings: list[str]) -> None:
    asked = {"altitude": written, "altitude_unit": unit, "measures": "us", "height_change": "moved"}
    refused = shelf.client.put("/api/kitchen", json=asked)
    assert refused.status_code == 422 and [one["written"] for one in refused.get_json()["readings"]] == readings
    read = shelf.client.get("/api/kitchen/height", query_string={"written": written, "unit": unit}).get_json()
    assert read["says"] == "" and [one["written"] for one in read["readings"]] == readings
    chosen = shelf.client.get("/api/kitchen/height", query_string={"written": readings[0], "unit": unit}).get_json()
    assert "water boils at" in chosen["says"] and chosen["readings"] == []
    assert shelf.client.get("/api/kitchen").get_json()["altitude"] == 1265


def test_a_height_below_the_sea_is_asked_about(shelf: Shelf) -> None:
    asked = {"altitude": "-30", "altitude_unit": "m", "measures": "us", "height_change": "moved"}
    refused = shelf.client.put("/api/kitchen", json=asked)
    assert (refused.status_code, refused.get_json()["field"]) == (409, "sure")
    assert shelf.client.put("/api/kitchen", json={**asked, "sure": True}).status_code == 200


def titrate(shelf: Shelf, readings: list[float]) -> list[str]:
    body = {"readings": readings, "normality": 1.0, "sample_ml": 10.0}
    answer = shelf.client.post("/api/stock/bottles/bottle-1/titration", json=body)
    assert answer.status_code == 200, answer.get_json()
    return list(answer.get_json()["told"])


def test_a_bottle_measured_weak_holds_what_is_under_way_and_marks_what_is_done(shelf: Shelf) -> None:
    shelf.client.put("/api/stock/bottles", json=BOTTLE)
    done = beans(shelf, "batch-done")
    beans(shelf, "batch-begun", until="filled")
    told = titrate(shelf, [6.5, 6.5])
    assert len(told) == 2 and any("3 of its jars are marked" in says for says in told) and any("it is held" in says for says in told)
    assert "counts, not 5 %" in shelf.jar(done, 1)["life"]["recalled"]
    refused = shelf.client.post("/api/batches/batch-begun/events", json={"id": "tap-held-0001", "kind": "loaded", "load": 1})
    assert refused.status_code == 409 and "cannot go to the shelf" in refused.get_json()["detail"]
    assert any("traced" in line["says"] for line in shelf.client.get("/api/today").get_json()["lines"])
    # Measured again and found right, what is under way goes on.
    assert any("held no longer" in says for says in titrate(shelf, [8.4, 8.4]))
    shelf.stove("batch-begun", kind="loaded", load=1)


def test_given_jars_are_marked_too_and_can_be_told_spoiled_where_they_are(shelf: Shelf) -> None:
    for jar in (1, 2):
        assert shelf.tell("given", (shelf.beans, jar), to="Anna").status_code == 200
    assert shelf.tell("spoiled", (shelf.beans, 3)).status_code == 200
    assert shelf.jar(shelf.beans, 1)["life"]["look"], "hers is to be looked at"
    refused = shelf.tell("given", (shelf.beans, 4), to="Anna")
    assert refused.status_code == 409 and refused.get_json()["field"] == "look"
    assert shelf.tell("given", (shelf.beans, 4), to="Anna", note="looked at, all well").status_code == 200
    assert shelf.jar(shelf.beans, 4)["life"]["look"], "giving it takes no mark away"
    assert shelf.tell("spoiled", (shelf.beans, 1)).status_code == 200
    assert shelf.jar(shelf.beans, 1)["life"]["state"] == "out" and shelf.jar(shelf.beans, 1)["life"]["given_to"] == "Anna"


def walked(shelf: Shelf, batch: str, jar: int) -> dict[str, Any]:
    asked = {"sign": "garlic-blue", "answers": ["no", "no"], "jar": [batch, jar]}
    return dict(shelf.client.post("/api/signs/walk", json=asked).get_json()["ending"])


def test_something_is_wrong_knows_the_jar(shelf: Shelf) -> None:
    assert walked(shelf, shelf.beans, 2)["kind"] == "eat"
    shelf.tell("spoiled", (shelf.beans, 1))
    assert walked(shelf, shelf.beans, 1)["kind"] == "thrown" and "emergency" in walked(shelf, shelf.beans, 1)["if_eaten"]
    assert "A mate of this jar was found wrong" in walked(shelf, shelf.beans, 2)["also"]
    shelf.tell("thrown", (shelf.beans, 1))
    assert walked(shelf, shelf.beans, 1)["kind"] == "thrown"


def test_a_refrigerator_jar_is_never_promised_a_month(shelf: Shelf) -> None:
    shelf.tell("chilled", (shelf.beans, 1))
    label = str(shelf.client.get("/api/labels", query_string={"jars": f"{shelf.beans}-1"}).get_json()["pages"])
    assert "REFRIGERATE, use by" in label and "Once opened" not in label
    shelf.tell("spoiled", (shelf.beans, 2))
    assert shelf.client.get("/api/labels", query_string={"jars": f"{shelf.beans}-2"}).status_code == 422


def test_jars_that_stood_for_days_are_asked_about_before_the_refrigerator(shelf: Shelf) -> None:
    beans(shelf, "batch-stood", until="filled")
    shelf.clock.forward(hours=48)
    for tap in ({"kind": "refrigerated", "load": 1}, {"kind": "given-up", "jars_to": "fridge"}):
        refused = shelf.client.post("/api/batches/batch-stood/events", json={"id": f"tap-stood-{tap['kind']}", **tap})
        assert (refused.status_code, refused.get_json()["field"]) == (409, "chilled")
    assert "refrigerator since" in shelf.client.get("/api/batches/batch-stood").get_json()["give_up"]["asks_chilled"]
    shelf.stove("batch-stood", kind="given-up", jars_to="fridge", chilled=True)
