"""The shelf in groups, jars entered from before Rheum, empties that come home, what was traced and told, Today and its calendar."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import date, timedelta
from pathlib import Path
from typing import Any

import pytest
from icalendar import Calendar

from rheum.core.batch.dates import standing_on
from rheum.core.parsing.writing import formula_text
from rheum.reference.loading import library
from rheum.store import stock
from rheum.store.database import connect
from tests.store_api.test_jars import Shelf


@pytest.fixture
def shelf(tmp_path: Path) -> Iterator[Shelf]:
    yield Shelf(tmp_path)


def groups(shelf: Shelf, **asked: str) -> list[dict[str, Any]]:
    return list(shelf.client.get("/api/shelf", query_string=asked).get_json()["batches"])


def test_groups_stand_as_the_rule_says_on_every_day(shelf: Shelf) -> None:
    """What the database chooses by a way of standing is what the rule of the dates says, over a year and a half of days."""
    for _ in range(36):
        shelf.clock.forward(days=15)
        today = shelf.clock().at.astimezone().date()
        shown = groups(shelf)
        assert len(shown) == 2
        for group in shown:
            ready, best = date.fromisoformat(group["ready_from"]), date.fromisoformat(group["best_before"])
            assert group["standing"] == standing_on(today, ready, best)
            assert group in groups(shelf, place="shelf", standing=group["standing"])
            others = {"past-best", "use-first", "ready", "waiting"} - {group["standing"]}
            assert not any(group in groups(shelf, place="shelf", standing=other) for other in others)


def test_counted_by_kind_and_by_place_and_unfolded(shelf: Shelf) -> None:
    shelf.tell("moved", (shelf.beans, 1), (shelf.beans, 2), to="cellar, left")
    shelf.tell("opened", (shelf.salsa, 1))
    kinds = {one["key"]: one["jars"] for one in shelf.client.get("/api/shelf?group=kind").get_json()["groups"]}
    assert kinds == {"pickle": 6, "salsa": 3}
    places = {one["key"]: one["jars"] for one in shelf.client.get("/api/shelf?group=place").get_json()["groups"]}
    assert places == {"shelf:": 6, "shelf:cellar, left": 2, "fridge:": 1}
    assert [row["jars"] for row in groups(shelf, place="shelf", stand="cellar, left")] == [[1, 2]]
    assert {row["number"] for row in groups(shelf, kind="salsa")} == {shelf.salsa}
    assert groups(shelf, kind="chutney") == []
    assert [row["told"] for row in groups(shelf, place="fridge")] == [["1o"]]
    assert shelf.client.get("/api/shelf?place=attic").status_code == 422


def test_the_groups_use_their_indexes(shelf: Shelf) -> None:
    connection = connect(shelf.database)
    for condition, index in (
        ("place = 'shelf' AND best_before < '2030-01-01' ORDER BY best_before, batch_id DESC LIMIT 24", "shelf_group_by_end"),
        ("place = 'shelf' AND ready_from > '2030-01-01' ORDER BY made_on DESC, batch_id DESC LIMIT 24", "shelf_group_by_ready"),
        ("place = 'shelf' AND first_from > '2030-01-01' ORDER BY first_from, batch_id DESC LIMIT 24", "shelf_group_by_first"),
        ("place = 'shelf' AND ready_from BETWEEN '2020-01-01' AND '2020-02-01'", "shelf_group_by_ready"),
        ("+formula_id IN ('mango-salsa') ORDER BY best_before, batch_id DESC LIMIT 24", "shelf_group_by_date"),
        ("place = 'shelf' AND stands_at = 'x' ORDER BY best_before, batch_id DESC LIMIT 24", "shelf_group_by_stand"),
    ):
        plan = " ".join(str(row["detail"]) for row in connection.execute(f"EXPLAIN QUERY PLAN SELECT * FROM shelf_group WHERE {condition}"))
        assert index in plan, plan


def test_jars_from_before_rheum_are_entered_and_say_that_nobody_judged_them(shelf: Shelf) -> None:
    today = shelf.clock().at.astimezone().date()
    asked = {
        "id": "before-rheum-1", "title": "Grandmother's quinces", "jars": 5, "jar": "quart", "notes": "a stick of cinnamon in each",
        "made_on": (today - timedelta(days=200)).isoformat(),
    }  # fmt: skip
    number = shelf.client.post("/api/jars/entered", json=asked).get_json()["batch"]
    assert shelf.client.post("/api/jars/entered", json=asked).get_json()["batch"] == number, "the same press again is the same jars"
    page = shelf.jar(number, 3)
    assert page["entered"] and page["minutes"] is None and page["formula_title"] is None
    assert len(shelf.found(q="cinnamon")) == 5
    assert [row["entered"] for row in groups(shelf) if row["number"] == number] == [True]
    assert shelf.client.get("/api/batches/before-rheum-1").get_json()["state"]["step"] == "done"
    assert shelf.tell("given", (number, 1), to="a friend").status_code == 200
    assert shelf.tell("spoiled", (number, 2)).status_code == 200
    assert shelf.jar(number, 4)["life"]["look"]
    assert "unjudged" in str(shelf.client.get("/api/labels", query_string={"batch": number}).get_json()).lower()
    assert [batch["snapshot"]["id"] for batch in shelf.client.get("/api/batches").get_json()["batches"]] == []


@pytest.mark.parametrize(
    ("changed", "says"),
    [
        ({"made_on": None}, "whose age nobody knows is thrown out"),
        ({"title": " "}, "Say what is in the jars"),
        ({"made_on": "2999-01-01"}, "still to come"),
        ({"made_on": "1999-01-01"}, "thrown out, unopened"),
        ({"jars": 0}, "how many jars"),
        ({"jar": "bucket"}, "no such jar"),
    ],
)
def test_what_nobody_knows_is_not_entered(shelf: Shelf, changed: dict[str, Any], says: str) -> None:
    asked = {"id": "before-rheum-1", "title": "Plums", "jars": 2, "made_on": shelf.clock().at.date().isoformat(), **changed}
    refused = shelf.client.post("/api/jars/entered", json=asked)
    assert refused.status_code == 422 and says in refused.get_json()["detail"]
    assert len(shelf.table()) == 9


def test_empties_come_home_and_taking_it_back_takes_them_out_again(shelf: Shelf) -> None:
    connection = connect(shelf.database)
    shelf.client.put("/api/stock/jars/pint", json={"count": 3})
    there = stock.read(connection).jars["pint"]
    beans = shelf.tell("finished", (shelf.beans, 1), (shelf.beans, 2)).get_json()
    assert stock.read(connection).jars["pint"] == there + 2
    shelf.tell("undo", of=beans["id"])
    assert stock.read(connection).jars["pint"] == there
    shelf.tell("given", (shelf.beans, 3), to="the neighbours")
    assert stock.read(connection).jars["pint"] == there
    shelf.tell("emptied", (shelf.beans, 3))
    assert stock.read(connection).jars["pint"] == there + 1
    shelf.tell("spoiled", (shelf.beans, 4))
    shelf.tell("thrown", (shelf.beans, 4))
    assert stock.read(connection).jars["pint"] == there + 1, "a jar that is thrown out goes with what is in it"


def test_looked_at_is_said_without_opening_and_a_new_finding_asks_anew(shelf: Shelf) -> None:
    shelf.tell("spoiled", (shelf.beans, 5), note="Brine is cloudy: out, unopened")
    assert shelf.jar(shelf.beans, 5)["life"]["notes"][0]["says"].startswith("Brine is cloudy")
    assert shelf.tell("looked", (shelf.beans, 1)).status_code == 200
    assert not shelf.jar(shelf.beans, 1)["life"]["look"] and shelf.jar(shelf.beans, 2)["life"]["look"]
    assert len(shelf.found(marked="look")) == 4
    shelf.tell("unsealed", (shelf.beans, 2))
    assert shelf.jar(shelf.beans, 1)["life"]["look"]


def test_what_goes_into_the_refrigerator_keeps_its_days_and_never_more(shelf: Shelf) -> None:
    today = shelf.clock().at.astimezone().date()
    shelf.tell("chilled", (shelf.beans, 1), days=3)
    life = shelf.jar(shelf.beans, 1)["life"]
    assert (life["place"], life["last_day"]) == ("fridge", (today + timedelta(days=3)).isoformat())
    shelf.clock.forward(days=2)
    shelf.tell("chilled", (shelf.beans, 1), days=7)
    assert shelf.jar(shelf.beans, 1)["life"]["last_day"] == (today + timedelta(days=3)).isoformat(), "a last day is never put off"
    assert shelf.tell("chilled", (shelf.beans, 2), days=30).status_code == 422


def with_source(shelf: Shelf) -> str:
    """A batch of beans that were weighed with whose they are and when they were picked."""
    text = formula_text(library().formulas["pickled-beets"])
    line = next(number for number, row in enumerate(text.split("\n"), start=1) if "beet" in row.lower() and number > 1)
    picked = shelf.clock().at.date().isoformat()
    wish = {"baskets": [{"line": line, "amount": "3 kg", "source": "the allotment", "picked": picked}]}
    asked = {"id": "batch-of-a-basket", "text": text, "formula_id": "pickled-beets", "jars": 4, "short_known": True, "wish": wish}
    made = shelf.client.post("/api/batches", json=asked)
    assert made.status_code == 200, made.get_json()
    assert made.get_json()["snapshot"]["produce"][0]["source"] == "the allotment"
    return str(made.get_json()["snapshot"]["number"])


def test_produce_is_traced_by_its_source_and_its_day(shelf: Shelf) -> None:
    number = with_source(shelf)
    found = shelf.client.get("/api/trace", query_string={"produce": "the allotment"}).get_json()
    assert found["batches"] == [number]
    assert shelf.client.get("/api/trace", query_string={"produce": "the allotment", "picked": "2001-01-01"}).status_code == 404
    assert shelf.client.get("/api/trace", query_string={"produce": "a market"}).status_code == 404


def test_a_bad_lot_is_marked_until_each_jar_is_told(tmp_path: Path) -> None:
    shelf = Shelf(tmp_path)
    shelf.client.put("/api/stock/lids", json={"id": "lids-lot-1", "mouth": "regular", "lot": "R 7", "count": 30})
    third = shelf.put_up("pickled-beets", 4)
    shelf.tell("given", (third, 1), to="the neighbours")
    shelf.tell("finished", (third, 2))
    before = shelf.table()
    refused = shelf.client.post("/api/trace/recall", json={"id": "recall-0001", "lids": "lids-lot-1", "note": " "})
    assert refused.status_code == 409 and "Say what was wrong" in refused.get_json()["detail"] and shelf.table() == before
    told = shelf.client.post("/api/trace/recall", json={"id": "recall-0001", "lids": "lids-lot-1", "note": "the compound comes off"})
    assert told.get_json()["jars"] == [[third, 1], [third, 3], [third, 4]], "what is eaten cannot be told any more"
    assert sorted(shelf.found(marked="recalled")) == [(third, 1), (third, 3), (third, 4)]
    assert "compound" in shelf.jar(third, 1)["life"]["recalled"]
    line = next(line for line in shelf.client.get("/api/today").get_json()["lines"] if line["key"] == "look:recalled")
    assert line["says"].startswith("3 jars traced")
    kept_back = shelf.tell("opened", (third, 3))
    assert kept_back.status_code == 409 and "compound" in kept_back.get_json()["detail"], "what was traced is seen to before it is eaten"
    assert shelf.tell("told", (third, 1)).status_code == 200
    assert shelf.tell("told", (third, 1)).status_code == 409
    shelf.tell("spoiled", (third, 3))
    shelf.tell("thrown", (third, 3))
    assert shelf.found(marked="recalled") == [(third, 4)]
    assert shelf.client.get("/api/trace", query_string={"lids": "lids-lot-1"}).get_json()["to_tell"] == 1


def test_the_hot_one_is_found_by_what_is_in_it_and_by_what_tasters_said(shelf: Shelf) -> None:
    hot = shelf.put_up("jalapeno-rings", 2)
    assert {batch for batch, _ in shelf.found(q="hot")} >= {hot} and (shelf.beans, 1) not in shelf.found(q="hot one")
    shelf.tell("opened", (shelf.beans, 1))
    shelf.tell("tasted", (shelf.beans, 1), taste={"heat": 5, "crunch": 4, "again": True, "by": "Odile"})
    assert (shelf.beans, 1) in shelf.found(q="hot")
    assert shelf.jar(shelf.beans, 1)["life"]["notes"][-1]["taste"]["crunch"] == 4
    assert shelf.tell("tasted", (shelf.beans, 1), taste={"heat": 6}).status_code == 422


def test_today_says_at_most_seven_things_and_what_presses_cannot_be_put_off(shelf: Shelf) -> None:
    def today() -> dict[str, dict[str, Any]]:
        return {line["key"]: line for line in shelf.client.get("/api/today").get_json()["lines"]}

    assert today() == {} or {one["kind"] for one in today().values()} <= {"ready", "use-first", "lack", "copy"}
    shelf.tell("chilled", (shelf.salsa, 1), days=1)
    last = next(line for line in today().values() if line["kind"] == "last-day")
    assert "last day tomorrow" in last["says"] and last["number"] == shelf.salsa
    # Put off, it is back the next morning, and says what the day is then.
    assert last["key"] not in {
        line["key"] for line in shelf.client.post("/api/today/put-off", json={"key": last["key"]}).get_json()["lines"]
    }
    shelf.clock.forward(days=2)
    assert "past its last day: out, untasted" in today()[last["key"]]["says"]
    refused = shelf.client.post("/api/today/put-off", json={"key": "save:batch-0001"})
    assert refused.status_code == 422 and "cannot be put off" in refused.get_json()["detail"]
    shelf.clock.forward(days=300)
    assert any(line["kind"] == "use-first" for line in today().values()) and len(today()) <= 7


def test_the_calendar_is_read_back_with_ready_last_and_best_before_dates(shelf: Shelf) -> None:
    shelf.tell("chilled", (shelf.beans, 6), days=3)
    answer = shelf.client.get("/api/calendar.ics")
    assert answer.mimetype == "text/calendar"
    entries = {str(one["summary"]): one for one in Calendar.from_ical(answer.data).walk("VEVENT")}
    page = shelf.jar(shelf.beans, 1)["life"]
    ready = next(one for says, one in entries.items() if says.startswith("Ready to open: Dilled"))
    best = next(one for says, one in entries.items() if says.startswith("Best before: Dilled"))
    last = next(one for says, one in entries.items() if says.startswith("Last day in the refrigerator"))
    assert ready.decoded("dtstart").isoformat() == page["ready_from"] and best.decoded("dtstart").isoformat() == page["best_before"]
    assert last.decoded("dtstart") == shelf.clock().at.astimezone().date() + timedelta(days=3)
    assert len({str(one["uid"]) for one in entries.values()}) == len(entries)
