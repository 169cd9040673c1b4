"""Any row of taps through the store gives what the fold gives, and the shelf holds just the jars that sealed."""

from __future__ import annotations

import contextlib
import dataclasses
import tempfile
from datetime import timedelta
from pathlib import Path

from hypothesis import given, settings
from hypothesis import strategies as st

from rheum.core.batch.events import Event, EventRefused
from rheum.core.batch.state import state_at
from rheum.store import batches, shelf
from rheum.store.database import connect, open_data
from tests.core.test_batch import BATCH, START

KINDS = ["step", "filled", "loaded", "boiling", "boil-lost", "heat-off", "lifted", "seal", "moved", "undo"]
taps = st.lists(st.tuples(st.sampled_from(KINDS), st.integers(0, 800), st.integers(1, 2), st.integers(1, 4), st.booleans()), max_size=30)


@settings(max_examples=40, deadline=None)
@given(taps)
def test_the_store_keeps_what_the_fold_says(row: list[tuple[str, int, int, int, bool]]) -> None:
    with tempfile.TemporaryDirectory() as folder:
        connection = connect(open_data(Path(folder), "kitchen"))
        begun = batches.add(connection, dataclasses.replace(BATCH, jars_per_load=2, number=""), '{"findings": []}')
        now = START
        known: list[str] = []
        for position, (kind, after, load, jar, yes) in enumerate([("step", 1, 1, n, True) for n in range(3)] + row):
            now += timedelta(minutes=after)
            step = ("prepare", "heat-jars", "cook")[jar % 3]
            data = {"sealed": yes, "early": yes, "jars": 4, "step": step, "to": "fridge", "of": known[-1] if known else "none"}
            with contextlib.suppress(EventRefused):
                batches.append(connection, begun.id, Event(f"event-{position:04d}", kind, now, load, jar, data))  # type: ignore[arg-type]
                known.append(f"event-{position:04d}")
        stored = batches.get(connection, begun.id)
        assert stored is not None
        state = state_at(stored.snapshot, stored.events, now)
        assert [event.id for event in stored.events] == known
        standing = shelf.standing(connection)
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
            numbers.append(batches.add(connection, begun, "{}").number)
        assert numbers == ["26-001", "26-002", "27-001", "26-003"]
        again = dataclasses.replace(BATCH, id="batch-0000", title="Another title")
        assert batches.add(connection, again, "{}").title == BATCH.title, "the same id is the same batch"
        connection.close()
