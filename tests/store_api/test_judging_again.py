"""When the judge changes, what a kitchen has is judged again; a stricter answer is told once, with its reason, and nothing moves."""

from __future__ import annotations

import shutil
import sqlite3
from collections.abc import Iterator
from datetime import datetime, timezone
from pathlib import Path
from typing import get_args

import pytest
from apiflask import APIFlask
from flask.testing import FlaskClient
from hypothesis import given
from hypothesis import strategies as st

from rheum import judging_again
from rheum.api.setup import Setup
from rheum.core.batch import state_at
from rheum.core.batch.jars import to_save, to_throw_out
from rheum.core.batch.moment import Moment
from rheum.core.judging.findings import Destination
from rheum.core.judging.stricter import Answer, stricter
from rheum.judging_again import judge_again, judge_mark
from rheum.store import batches, second_looks
from rheum.store.database import connect, open_data

NOW = datetime(2026, 11, 26, 12, tzinfo=timezone.utc)
OLD = Path(__file__).parents[1] / "old_data" / "kitchen-06f674b.db"
LEEKS = "Dilled beans\n\n4 lb green beans\n2 cups leeks\n8 heads dill\n1/2 cup pickling salt\n4 cups white vinegar (5%)\n4 cups water\n"


@pytest.fixture
def kitchen(tmp_path: Path) -> Iterator[sqlite3.Connection]:
    """A kitchen of an earlier version, with jars, a recipe, a formula and a placement."""
    shutil.copy(OLD, tmp_path / "kitchen.db")
    connection = connect(open_data(tmp_path, "kitchen", check=True))
    yield connection
    connection.close()


def standing(connection: sqlite3.Connection) -> list[tuple[object, ...]]:
    return [tuple(row) for row in connection.execute("SELECT * FROM jar ORDER BY batch_id, number")]


def test_a_kitchen_of_an_earlier_version_hears_nothing_where_nothing_is_stricter_and_is_gone_through_once(
    kitchen: sqlite3.Connection, monkeypatch: pytest.MonkeyPatch
) -> None:
    assert judge_again(kitchen, NOW) == 0
    assert second_looks.told(kitchen) == []
    assert second_looks.mark(kitchen) == judge_mark()
    monkeypatch.setattr(judging_again, "judge_if_read", lambda *_: pytest.fail("gone through twice"))
    assert judge_again(kitchen, NOW) == 0


def test_a_batch_that_was_boiled_too_short_by_todays_table_is_told_of_and_its_jars_stay(kitchen: sqlite3.Connection) -> None:
    batch = "old-batch-whole"
    second_looks.remember(kitchen, "batch", batch, Answer("shelf", 1))
    before = standing(kitchen)
    assert judge_again(kitchen, NOW) == 1
    (told,) = second_looks.told(kitchen)
    assert (told.kind, told.subject, told.seen) == ("batch", batch, False)
    assert "1 minutes" in told.says and told.why
    assert standing(kitchen) == before


def test_a_recipe_a_formula_and_a_placement_let_through_by_a_weaker_judge_are_told_of(kitchen: sqlite3.Connection) -> None:
    with kitchen:
        kitchen.execute(
            "INSERT INTO recipe VALUES ('leeks-recipe', 'Dilled beans', ?, 'own', '{}', ?, ?)", (LEEKS, NOW.isoformat(), NOW.isoformat())
        )
        kitchen.execute("INSERT INTO placement VALUES ('oat milk', 'oat milk', 'sweetener', ?)", (NOW.isoformat(),))
        kitchen.execute("INSERT INTO own_formula VALUES ('own-lost', 'Lost', 'this is no formula', ?)", (NOW.isoformat(),))
    second_looks.remember(kitchen, "recipe", "leeks-recipe", Answer("shelf"))
    judge_again(kitchen, NOW)
    told = {(look.kind, look.subject): look for look in second_looks.told(kitchen)}
    assert set(told) == {("recipe", "leeks-recipe"), ("placement", "oat milk"), ("formula", "own-lost")}
    assert "leek" in told["recipe", "leeks-recipe"].why.lower()
    assert "milk" in told["placement", "oat milk"].why


def test_what_was_found_once_is_not_found_again_by_the_next_judge(kitchen: sqlite3.Connection, monkeypatch: pytest.MonkeyPatch) -> None:
    batch = "old-batch-whole"
    second_looks.remember(kitchen, "batch", batch, Answer("shelf", 1))
    assert judge_again(kitchen, NOW) == 1
    monkeypatch.setattr(judging_again, "judge_mark", lambda: "another")
    assert judge_again(kitchen, NOW) == 0
    assert len(second_looks.told(kitchen)) == 1


def test_it_is_told_until_it_is_seen_and_stays_with_what_it_is_about(app: APIFlask, client: FlaskClient) -> None:
    kept = {"id": "recipe-of-leeks", "text": LEEKS, "origin": "own"}
    assert client.put("/api/recipes", json=kept).status_code == 200
    setup: Setup = app.extensions["rheum"]
    connection = connect(setup.database)
    assert second_looks.last(connection, "recipe", "recipe-of-leeks") == Answer("fridge")  # what it came to when it was kept
    second_looks.remember(connection, "recipe", "recipe-of-leeks", Answer("shelf"))
    assert judge_again(connection, NOW) == 1
    (look,) = client.get("/api/second-looks").get_json()["looks"]
    assert look["title"] == "Dilled beans" and not look["seen"]
    (look,) = client.post("/api/second-looks/seen", json={"ids": [look["id"]]}).get_json()["looks"]
    assert look["seen"]
    connection.close()


DESTINATIONS = st.sampled_from(get_args(Destination))
MINUTES = st.one_of(st.none(), st.integers(1, 60))
ANSWERS = st.builds(Answer, DESTINATIONS, MINUTES, st.text(max_size=5))


@given(ANSWERS, ANSWERS)
def test_of_two_answers_one_at_most_is_stricter_than_the_other_and_none_than_itself(one: Answer, other: Answer) -> None:
    assert stricter(one, one) is None
    assert stricter(one, other) is None or stricter(other, one) is None
    found = stricter(one, other)
    assert found is None or (found.says and found.why)


def test_beside_the_serving_it_comes_to_its_end(tmp_path: Path) -> None:
    shutil.copy(OLD, tmp_path / "kitchen.db")
    path = open_data(tmp_path, "kitchen")
    judging_again.judge_again_beside(path, NOW, after_s=0.0).join(timeout=60)
    connection = connect(path)
    assert second_looks.mark(connection) == judge_mark()
    connection.close()


def test_a_batch_that_was_called_done_while_a_jar_of_it_waits_is_under_way_again(kitchen: sqlite3.Connection) -> None:
    waiting = [batch.snapshot.id for batch in batches.under_way(kitchen)]
    judge_again(kitchen, NOW)
    again = [batch for batch in batches.under_way(kitchen) if batch.snapshot.id not in waiting]
    assert again, "the old kitchen has such a batch"
    for batch in again:
        state = state_at(batch.snapshot, batch.events, Moment(NOW))
        assert any(to_throw_out(jar) or to_save(jar) for jar in state.jars) and state.headline.startswith(("Throw out", "Save"))
