"""Jars afterwards over the wire: each somebody with its own story, many told at once, found again by words, and the table equal to the fold."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import date, timedelta
from pathlib import Path
from typing import Any

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from rheum.api.app import create_app
from rheum.api.setup import Setup
from rheum.core.batch.moment import Moment
from rheum.core.parsing.writing import formula_text
from rheum.core.shelf import lives_of, open_days
from rheum.reference.loading import library
from rheum.store import batches as run
from rheum.store.database import connect, open_data
from tests.conftest import MovableClock

ID = iter(range(100_000))


def clocked(tasks: list[dict[str, Any]]) -> list[str]:
    """The tasks before the filling, so that each can be told as done: what the tested process times is not skipped."""
    return [task["id"] for task in tasks if task["part"] in ("prepare", "cook")]


class Shelf:
    """A kitchen with a batch of six sealed jars of beans and one of three of salsa."""

    entered = ""

    def __init__(self, folder: Path) -> None:
        self.clock, self.database = MovableClock(), open_data(folder, "kitchen")
        self.client = create_app(Setup(self.database, "kitchen", frozenset({"localhost"}), self.clock)).test_client()
        self.client.put("/api/kitchen", json={"altitude": 1265, "altitude_unit": "m", "measures": "us"})
        self.beans, self.salsa = self.put_up("dilled-green-beans", 6), self.put_up("mango-salsa", 3)

    def put_up(self, formula: str, jars: int) -> str:
        batch = f"batch-{formula}"
        asked = {"id": batch, "text": formula_text(library().formulas[formula]), "jars": jars, "formula_id": formula, "short_known": True}
        made = self.client.post("/api/batches", json=asked).get_json()
        taps: list[dict[str, Any]] = [
            {"kind": "task", "task": task, "how": "done", "ago_min": 2000, "early": True} for task in clocked(made["state"]["tasks"])
        ]
        taps += [{"kind": "step", "step": step} for step in ("prepare", "cook", "heat-jars")]
        taps += [{"kind": "filled", "jars": jars}, {"kind": "loaded", "load": 1}, {"kind": "boiling", "load": 1}]
        for tap in taps:
            self.stove(batch, **tap)
        self.clock.forward(minutes=60)
        self.stove(batch, kind="heat-off", load=1)
        self.clock.forward(minutes=6)
        self.stove(batch, kind="lifted", load=1)
        self.clock.forward(hours=25)
        self.stove(batch, kind="seals", jars=list(range(1, jars + 1)))
        return str(made["snapshot"]["number"])

    def stove(self, batch: str, **event: Any) -> None:
        answer = self.client.post(f"/api/batches/{batch}/events", json={**event, "id": f"shelf-tap-{next(ID):05d}"})
        assert answer.status_code == 200, answer.get_json()

    def tell(self, kind: str, *jars: tuple[str, int], **more: Any) -> Any:
        return self.client.post(
            "/api/jars/events", json={"id": more.pop("id", f"jar-tap-{next(ID):05d}"), "kind": kind, "jars": list(jars), **more}
        )

    def jar(self, batch: str, number: int) -> Any:
        return self.client.get(f"/api/jars/{batch}/{number}").get_json()

    def found(self, **asked: Any) -> list[tuple[str, int]]:
        answer = self.client.get("/api/shelf/jars", query_string=asked).get_json()
        return [(row["batch"], row["number"]) for row in answer["jars"]]

    def table(self) -> list[tuple[Any, ...]]:
        rows = connect(self.database).execute(
            "SELECT batch.number AS batch, jar.number, jar.state, place, stands_at, given_to, best_before, look FROM jar JOIN batch ON batch.id = jar.batch_id ORDER BY 1, 2"
        )
        return [tuple(row) for row in rows]

    def folded(self) -> list[tuple[Any, ...]]:
        connection, found = connect(self.database), []
        for batch in ("batch-dilled-green-beans", "batch-mango-salsa", "entered-before"):
            stored = run.get(connection, batch)
            if stored is None:
                assert batch == "entered-before"
                continue
            for life in lives_of(stored.snapshot, stored.events, self.clock()):
                last = (life.last_day or life.best_before).isoformat()
                found.append((stored.snapshot.number, life.number, life.state, life.place, life.where, life.given_to, last, int(life.look)))
        return sorted(found)


@pytest.fixture
def shelf(tmp_path: Path) -> Iterator[Shelf]:
    yield Shelf(tmp_path)


def test_an_opened_jar_goes_into_the_refrigerator_with_its_last_day(shelf: Shelf) -> None:
    """A month; a salsa a week (handbook of quality, opened-kept)."""
    assert shelf.tell("opened", (shelf.beans, 3), (shelf.salsa, 1)).status_code == 200
    today = date.fromisoformat(shelf.jar(shelf.beans, 3)["today"])
    beans, salsa = shelf.jar(shelf.beans, 3)["life"], shelf.jar(shelf.salsa, 1)["life"]
    assert (beans["state"], beans["place"], beans["last_day"]) == ("opened", "fridge", (today + timedelta(days=30)).isoformat())
    assert salsa["last_day"] == (today + timedelta(days=7)).isoformat()
    again = shelf.tell("opened", (shelf.beans, 3))
    assert again.status_code == 409 and "is open already" in again.get_json()["detail"]
    shelf.tell("finished", (shelf.beans, 3))
    assert (shelf.beans, 3) not in shelf.found(state="opened") and (shelf.beans, 3) in shelf.found(state="finished")
    counts = {row["number"]: len(row["jars"]) for row in shelf.client.get("/api/shelf").get_json()["batches"] if row["place"] == "shelf"}
    assert counts == {shelf.beans: 5, shelf.salsa: 2}


def test_what_is_not_known_counts_as_the_worse() -> None:
    formulas = library().formulas
    assert open_days(None) == 7 and open_days(formulas["dilled-green-beans"]) == 30
    assert {name for name, formula in formulas.items() if formula.kind == "salsa"} <= {
        name for name, one in formulas.items() if open_days(one) == 7
    }
    assert open_days(formulas["three-bean-salad"]) == open_days(formulas["marinated-mushrooms"]) == 7


def test_many_jars_are_told_at_once_or_none(shelf: Shelf) -> None:
    shelf.tell("finished", (shelf.beans, 6))
    before = shelf.table()
    refused = shelf.tell("given", (shelf.salsa, 1), (shelf.beans, 1), (shelf.beans, 6), to="the neighbours")
    assert refused.status_code == 409 and "Jar 6 is finished" in refused.get_json()["detail"]
    assert shelf.table() == before, "nothing is half done"
    assert shelf.tell("given", (shelf.salsa, 1), (shelf.beans, 1), to="the neighbours", id="give-away-1").status_code == 200
    # The same press again is the same; taken back, all of it is back.
    assert shelf.tell("given", (shelf.salsa, 1), (shelf.beans, 1), to="the neighbours", id="give-away-1").status_code == 200
    assert shelf.jar(shelf.salsa, 1)["life"]["given_to"] == "the neighbours" and shelf.jar(shelf.salsa, 1)["last_told"] == "give-away-1"
    assert shelf.tell("undo", of="give-away-1").status_code == 200
    assert shelf.table() == before
    assert shelf.tell("undo", of="give-away-1").status_code == 409
    assert shelf.tell("undo", of="nothing-told").status_code == 404


@pytest.mark.parametrize(
    ("kind", "jars", "more", "status", "says"),
    [
        ("given", 1, {}, 409, "Say to whom"),
        ("moved", 1, {"to": " "}, 409, "Say where"),
        ("noted", 1, {}, 409, "in a few words"),
        ("back", 1, {}, 409, "Jar 1 is closed"),
        ("opened", 40, {}, 409, "no jar 40"),
        ("counted", 1, {}, 422, "how many are left"),
        ("counted", 1, {"left": 9}, 409, "9 were counted"),
        ("opened", 0, {}, 409, "no jar 0"),
    ],
)
def test_what_cannot_be_gets_a_sentence(shelf: Shelf, kind: str, jars: int, more: dict[str, Any], status: int, says: str) -> None:
    before = shelf.table()
    refused = shelf.tell(kind, (shelf.beans, jars), **more)
    assert refused.status_code == status and says in refused.get_json()["detail"], refused.get_json()
    assert shelf.table() == before
    assert shelf.tell(kind, ("99-999", 1), to="x", note="x", left=0).status_code == 404


def test_jars_are_found_again_by_title_recipe_note_place_and_person(shelf: Shelf) -> None:
    shelf.tell("noted", (shelf.beans, 2), note="rather sharp, lovely with cheese")
    shelf.tell("moved", (shelf.beans, 4), to="under the stairs, top board")
    shelf.tell("given", (shelf.salsa, 2), to="Odile next door")
    assert shelf.found(q="cheese") == [(shelf.beans, 2)]
    assert shelf.found(q="stairs") == [(shelf.beans, 4)]
    assert shelf.found(q="odile") == [(shelf.salsa, 2)]
    assert len(shelf.found(q="mang")) == 3 and len(shelf.found(q="dilled beans")) == 6
    assert shelf.found(q=shelf.salsa.replace("-", " "), state="closed") == [(shelf.salsa, 3), (shelf.salsa, 1)]
    assert shelf.found(q='"; DROP TABLE jar; --') == [] and len(shelf.found()) == 9
    # A page at a time, none twice, none left out.
    seen: list[tuple[str, int]] = []
    after = ""
    for _ in range(10):
        page = shelf.client.get("/api/shelf/jars", query_string={"most": 2, "after": after}).get_json()
        seen += [(row["batch"], row["number"]) for row in page["jars"]]
        if page["more"] is None:
            break
        after = page["more"]
    assert len(seen) == len(set(seen)) == page["many"] == 9


def test_the_index_is_used_where_jars_are_listed_and_found(shelf: Shelf) -> None:
    connection = connect(shelf.database)
    plan = " ".join(
        str(row["detail"])
        for row in connection.execute("EXPLAIN QUERY PLAN SELECT jar.id FROM jar WHERE state = 'given' ORDER BY jar.id DESC LIMIT 60")
    )
    assert "jar_by_state" in plan and "TEMP B-TREE" not in plan, plan
    plan = " ".join(
        str(row["detail"])
        for row in connection.execute(
            "EXPLAIN QUERY PLAN SELECT jar.id FROM jar_words CROSS JOIN jar ON jar.id = jar_words.rowid WHERE jar_words MATCH 'dill' "
            "ORDER BY jar_words.rowid DESC LIMIT 60"
        )
    )
    assert "VIRTUAL TABLE INDEX" in plan and "USING INTEGER PRIMARY KEY" in plan and "TEMP B-TREE" not in plan, plan


def test_found_wrong_is_out_and_its_mates_are_to_be_looked_at(shelf: Shelf) -> None:
    shelf.tell("unsealed", (shelf.beans, 5))
    life = shelf.jar(shelf.beans, 5)["life"]
    assert life["state"] == "out" and "do not taste it" in life["advice"] and "slurred speech" in life["advice"]
    assert shelf.tell("opened", (shelf.beans, 5)).status_code == 409, "nothing that is out is opened"
    assert all(shelf.jar(shelf.beans, number)["life"]["look"] for number in (1, 2, 3, 4, 6))
    assert not shelf.jar(shelf.salsa, 1)["life"]["look"]
    # A mate is looked at before it is opened.
    asked = shelf.tell("opened", (shelf.beans, 1))
    assert asked.status_code == 409 and "Look at it first" in asked.get_json()["detail"]
    assert shelf.tell("opened", (shelf.beans, 1), note="lid down, clear, no gas").status_code == 200
    assert shelf.tell("thrown", (shelf.beans, 5)).status_code == 200


def test_what_was_counted_short_is_asked_about(shelf: Shelf) -> None:
    told = shelf.tell("counted", *((shelf.beans, number) for number in range(1, 7)), left=4).get_json()
    assert told["jars"] == [[shelf.beans, 5], [shelf.beans, 6]]
    assert shelf.found(state="missing") == [(shelf.beans, 6), (shelf.beans, 5)]
    assert shelf.tell("given", (shelf.beans, 5), to="somebody").status_code == 200
    assert shelf.tell("back", (shelf.beans, 6)).status_code == 200
    assert shelf.found(state="missing") == []


KINDS = (
    "opened", "finished", "emptied", "given", "back", "moved", "noted", "missing", "unsealed", "spoiled", "thrown", "chilled", "looked", "told",
)  # fmt: skip
TOLD = st.lists(
    st.tuples(st.sampled_from(KINDS), st.sampled_from(("beans", "salsa", "entered")), st.integers(1, 6), st.booleans()), max_size=12
)


@pytest.fixture(scope="module")
def lasting(tmp_path_factory: pytest.TempPathFactory) -> Shelf:
    shelf = Shelf(tmp_path_factory.mktemp("jars"))
    day = (shelf.clock().at - timedelta(days=90)).date().isoformat()
    entered = shelf.client.post("/api/jars/entered", json={"id": "entered-before", "title": "Old plums", "jars": 4, "made_on": day})
    shelf.entered = entered.get_json()["batch"]
    return shelf


@settings(max_examples=25, deadline=None, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(TOLD)
def test_whatever_is_told_the_table_is_the_fold_and_undo_is_exact(lasting: Shelf, told: list[tuple[str, str, int, bool]]) -> None:
    """Jars there, finished, given, gone add up to the jars that were sealed and entered; taken back in the opposite order, all is as it was."""
    shelf, done = lasting, []
    start = shelf.table()
    for kind, which, number, back in told:
        before = shelf.table()
        answer = shelf.tell(kind, (getattr(shelf, which), number), to="somewhere", note="a word")
        if answer.status_code != 200:
            assert shelf.table() == before
            continue
        assert shelf.table() == shelf.folded() and len(shelf.table()) == 13
        standing = sum(1 for row in shelf.table() if row[2] in ("closed", "opened", "out"))
        assert shelf.client.get("/api/shelf").get_json()["jars"] == standing, "the groups add up to the jars that stand"
        if back:
            assert shelf.tell("undo", of=answer.get_json()["id"]).status_code == 200
            assert shelf.table() == before
        else:
            done.append(answer.get_json()["id"])
    for one in reversed(done):
        assert shelf.tell("undo", of=one).status_code == 200
    assert shelf.table() == start


def test_what_happens_to_different_jars_commutes(shelf: Shelf) -> None:
    stored = run.get(connect(shelf.database), "batch-dilled-green-beans")
    assert stored is not None
    one, other = shelf.tell("opened", (shelf.beans, 1)), shelf.tell("given", (shelf.beans, 2), to="somebody")
    assert one.status_code == other.status_code == 200
    stored = run.get(connect(shelf.database), "batch-dilled-green-beans")
    assert stored is not None
    *head, first, second = stored.events
    at: Moment = shelf.clock()
    assert lives_of(stored.snapshot, [*head, first, second], at) == lives_of(stored.snapshot, [*head, second, first], at)


def test_a_traced_lot_touches_exactly_the_jars_whose_batches_drew_from_it(tmp_path: Path) -> None:
    """A bottle and a lot of lids entered before the third batch. Given away or finished, a jar is still traced."""
    shelf = Shelf(tmp_path)
    bottle = {"id": "bottle-first", "kind": "white-vinegar", "name": "first", "label": 5, "size_ml": "4000", "left_ml": "4000"}
    assert shelf.client.put("/api/stock/bottles", json=bottle).status_code == 200
    lot = {"id": "lids-lot-1", "mouth": "regular", "lot": "R 7", "count": 30}
    assert shelf.client.put("/api/stock/lids", json=lot).status_code == 200
    third = shelf.put_up("pickled-beets", 4)
    assert shelf.client.get("/api/trace", query_string={"bottle": "bottle-first"}).get_json()["batches"] == [third]
    shelf.tell("given", (third, 1), to="the neighbours")
    shelf.tell("finished", (third, 2))
    found = shelf.client.get("/api/trace", query_string={"lids": "lids-lot-1"}).get_json()
    assert sorted(jar["number"] for jar in found["jars"]) == [1, 2, 3, 4] and {jar["batch"] for jar in found["jars"]} == {third}
    assert {jar["number"]: jar["given_to"] for jar in found["jars"]}[1] == "the neighbours"
    assert found["says"] == "lids of lot R 7"
    assert shelf.client.get("/api/trace").status_code == 422
    assert shelf.client.get("/api/trace", query_string={"bottle": "nothing-here"}).status_code == 404
    # Back from a jar: what its batch took.
    assert any("first" in says for says in shelf.jar(third, 3)["vinegar"])
