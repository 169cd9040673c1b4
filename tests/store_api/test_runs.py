"""Any row of taps through the store gives what the fold gives, and the shelf holds just the jars that sealed."""

from __future__ import annotations

import contextlib
import dataclasses
import tempfile
from datetime import timedelta
from pathlib import Path

from hypothesis import given, settings
from hypothesis import strategies as st

from rheum.core.batch import state_at
from rheum.core.batch.events import Event, EventRefused
from rheum.core.batch.moment import Moment
from rheum.core.facts.circumstances import Settings
from rheum.core.judging.check import check_text
from rheum.reference.loading import library
from rheum.store import batches, shelf
from rheum.store.database import connect, open_data
from tests.core.test_batch import BATCH, EVENT, START

VERDICT = check_text("Beans\n\n4 lb green beans\n4 cups white vinegar (5%)\n", Settings(), library())
KINDS = ["step", "filled", "loaded", "boiling", "boil-lost", "heat-off", "lifted", "seal", "moved", "again", "undo"]
taps = st.lists(st.tuples(st.sampled_from(KINDS), st.integers(0, 800), st.integers(1, 2), st.integers(1, 4), st.booleans()), max_size=30)


@settings(max_examples=40, deadline=None)
@given(taps)
def test_the_store_keeps_what_the_fold_says(row: list[tuple[str, int, int, int, bool]]) -> None:
    with tempfile.TemporaryDirectory() as folder:
        connection = connect(open_data(Path(folder), "kitchen"))
        begun = batches.add(connection, dataclasses.replace(BATCH, jars_per_load=2, number=""), VERDICT)
        now = START
        known: list[str] = []
        for position, (kind, after, load, jar, yes) in enumerate([("step", 1, 1, n, True) for n in range(3)] + row):
            now += timedelta(minutes=after)
            step = ("prepare", "heat-jars", "cook")[jar % 3]
            said = {
                "load": load,
                "jar": jar,
                "sealed": yes,
                "early": yes,
                "step": step,
                "to": "fridge",
                "of": known[-1] if known else "none",
            }
            said |= {"jars": (jar,) if kind == "again" else 4, "boiled": yes}
            fields = {name: value for name, value in said.items() if name in EVENT[kind].__dataclass_fields__}
            steady = (now - START).total_seconds()
            with contextlib.suppress(EventRefused):
                what = EVENT[kind](f"event-{position:04d}", **fields)
                batches.append(connection, begun.id, Event(what, Moment(now, steady, steady, "one")))
                known.append(f"event-{position:04d}")
        stored = batches.get(connection, begun.id)
        assert stored is not None
        state = state_at(stored.snapshot, stored.events, Moment(now, (now - START).total_seconds(), (now - START).total_seconds(), "one"))
        assert [event.id for event in stored.events] == known
        standing = shelf.standing(connection, now.date(), shelf.Only())
        on_shelf = sorted(number for found in standing if found.place == "shelf" for number in found.jars)
        assert on_shelf == [jar.number for jar in state.jars if jar.state == "sealed"]
        assert (begun.id in {batch.snapshot.id for batch in batches.under_way(connection)}) is (state.step != "done")
        for found in standing:
            assert found.made_on <= found.ready_from <= found.best_before
        connection.close()


def test_batches_are_numbered_by_year() -> None:
    with tempfile.TemporaryDirectory() as folder:
        connection = connect(open_data(Path(folder), "kitchen"))
        numbers = []
        for position, year in enumerate((2026, 2026, 2027, 2026)):
            begun = dataclasses.replace(BATCH, id=f"batch-{position:04d}", number="", begun_at=START.replace(year=year))
            numbers.append(batches.add(connection, begun, VERDICT).number)
        assert numbers == ["26-001", "26-002", "27-001", "26-003"]
        again = dataclasses.replace(BATCH, id="batch-0000", title="Another title")
        assert batches.add(connection, again, VERDICT).title == BATCH.title, "the same id is the same batch"
        connection.close()
