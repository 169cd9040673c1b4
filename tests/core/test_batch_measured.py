"""A batch with jars of several sizes, each with its own clock; brine and pan measured at the stove."""

from __future__ import annotations

from dataclasses import replace
from datetime import timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rheum.core.batch.begin import CannotBegin, begin
from rheum.core.batch.begun import Snapshot
from rheum.core.batch.events import EventRefused
from rheum.core.facts.circumstances import Settings
from rheum.core.making.cook_down import PanWeighed
from rheum.core.making.plan import make_plan, with_jars
from rheum.core.making.stock import USUAL_CANNER, Bottle, Stock
from rheum.core.making.wish import JarWish, Wish
from rheum.core.measures.altitude import read_altitude
from rheum.core.parsing.writing import formula_text
from rheum.reference.loading import library
from tests.core.test_batch import START, Kitchen

FACTS = library()
HERE = Settings(read_altitude("1265m"), measures="us")
DILLS = formula_text(FACTS.formulas["dill-cucumbers-fresh-pack"])
RELISH = formula_text(FACTS.formulas["pepper-onion-relish"])


def begun(text: str, wish: Wish, stock: Stock, jars: int | None = None) -> Snapshot:
    plan = with_jars(make_plan(text, wish, HERE, FACTS, stock=stock), jars, FACTS, stock)
    return begin("batch-0001", plan, HERE, FACTS, moment=START, jars=jars)


MIXED = begun(DILLS, Wish(jars=(JarWish("quart", 2), JarWish("pint", 11))), Stock())
PLAIN = begun(DILLS, Wish(), Stock())


def test_the_snapshot_knows_each_size() -> None:
    assert [(size.jar_id, size.jars, size.minutes, size.per_load) for size in MIXED.sizes] == [("quart", 2, 20, 7), ("pint", 11, 15, 9)]
    assert (MIXED.minutes, MIXED.jars_planned, MIXED.jar_title) == (20, 13, "2 Quart and 11 Pint")
    assert MIXED.rooms == (MIXED.sizes[0].room_ml,) * 2 + (MIXED.sizes[1].room_ml,) * 11


def test_each_load_has_its_own_minutes() -> None:
    kitchen = Kitchen(MIXED)
    for step in ("prepare", "heat-jars", "cook"):
        kitchen.tell("step", 5, step=step)
    kitchen.tell("filled", 20, jars=13, sizes={"quart": 2, "pint": 11})
    loads = kitchen.state().loads
    assert [(load.jars, load.title, load.minutes) for load in loads] == [(2, "Quart", 20), (9, "Pint", 15), (2, "Pint", 15)]
    kitchen.tell("loaded", 1, 1)
    assert "Load 1 of 3, 2 jars (Quart)" in kitchen.state().detail
    assert "20 minutes" in kitchen.state().detail
    boil = kitchen.tell("boiling", 9, 1)
    assert kitchen.state().loads[0].ends_at == boil.at.at + timedelta(minutes=20)
    with pytest.raises(EventRefused, match="not full yet"):
        kitchen.tell("heat-off", 16, 1)
    kitchen.tell("heat-off", 4, 1)
    kitchen.tell("lifted", 6, 1)
    kitchen.tell("loaded", 1, 2)
    second = kitchen.tell("boiling", 9, 2)
    assert kitchen.state().loads[1].ends_at == second.at.at + timedelta(minutes=15)


def test_sizes_that_nobody_said_take_the_longest_minutes() -> None:
    kitchen = Kitchen(MIXED).filled(13)
    assert {(load.minutes, load.title) for load in kitchen.state().loads} == {(20, None)}
    assert max(load.jars for load in kitchen.state().loads) == 7, "no more at a time than of the largest"


@pytest.mark.parametrize(
    "sizes",
    [
        {},
        {"quart": 2},
        {"quart": 2, "bucket": 11},
        {"quart": -1, "pint": 14},
        {"quart": True, "pint": 12},
        {"quart": 2.0, "pint": 11},
    ],
)
def test_sizes_that_do_not_add_up_are_refused(sizes: object) -> None:
    kitchen = Kitchen(MIXED)
    for step in ("prepare", "heat-jars", "cook"):
        kitchen.tell("step", 5, step=step)
    with pytest.raises(EventRefused, match="each size"):
        kitchen.tell("filled", 20, jars=13, sizes=sizes)
    assert kitchen.state().step == "fill", "nothing was changed"


@given(st.integers(0, 30), st.integers(0, 30))
def test_every_jar_stands_in_one_load_of_its_own_size(quarts: int, pints: int) -> None:
    kitchen = Kitchen(MIXED)
    for step in ("prepare", "heat-jars", "cook"):
        kitchen.tell("step", 5, step=step)
    if quarts + pints == 0:
        return
    kitchen.tell("filled", 20, jars=quarts + pints, sizes={"quart": quarts, "pint": pints})
    loads = kitchen.state().loads
    assert sum(load.jars for load in loads if load.title == "Quart") == quarts
    assert sum(load.jars for load in loads if load.title == "Pint") == pints
    assert all(load.minutes == (20 if load.title == "Quart" else 15) for load in loads)
    assert len(kitchen.state().jars) == quarts + pints


def test_one_size_takes_the_persons_own_count() -> None:
    snapshot = begun(DILLS, Wish(), Stock(), jars=5)
    assert (snapshot.jars_planned, snapshot.sizes[0].jars, len(snapshot.rooms)) == (5, 5, 5)


def test_a_plan_that_must_not_be_jarred_cannot_be_begun() -> None:
    with pytest.raises(CannotBegin, match="Do not jar this"):
        begun(DILLS + "4 oz bacon\n", Wish(), Stock())


def test_what_was_short_and_out_of_which_bottles_is_remembered() -> None:
    stock = Stock(
        bottles=(Bottle("a", "white-vinegar", "the last of it", 5.0, 500),),
        canners=(replace(USUAL_CANNER, id="c", holds={"pint": 4, "quart": 3}),),
    )
    snapshot = begun(DILLS, Wish(), stock)
    assert "500 ml (2 cups plus 2 tbsp) of the last of it 5 %" in snapshot.vinegar[0]
    assert any("short" in says for says in snapshot.warnings)
    assert snapshot.jars_per_load == 4


def at_filling(batch: Snapshot) -> Kitchen:
    kitchen = Kitchen(batch)
    for step in ("prepare", "heat-jars", "cook"):
        kitchen.tell("step", 5, step=step)
    return kitchen


def test_after_three_jars_the_rest_follows() -> None:
    kitchen = at_filling(PLAIN)
    before = kitchen.state().brine
    assert before is not None
    kitchen.tell("brine", 10, jars=3, used_ml=780, mixed=1)
    after = kitchen.state().brine
    assert after is not None
    assert after.taken == pytest.approx(780 / sum(PLAIN.rooms[:3]))
    assert after.high - after.low < before.high - before.low
    assert kitchen.state().brine_jars == 3
    kitchen.tell("filled", 10, jars=8)
    assert kitchen.state().brine is None, "once all are filled there is no question any more"
    with pytest.raises(EventRefused, match="filled and counted"):
        kitchen.tell("brine", 1, jars=3, used_ml=780, mixed=1)


@pytest.mark.parametrize(
    "data",
    [
        {"jars": 99, "used_ml": 500, "mixed": 1},
        {"jars": 2, "used_ml": 5000, "mixed": 9},
        {"jars": True, "used_ml": 1, "mixed": 1},
    ],
)
def test_brine_that_cannot_be_changes_nothing(data: dict[str, object]) -> None:
    kitchen = at_filling(PLAIN)
    before = kitchen.state().brine
    with pytest.raises(EventRefused, match=r"\.$"):
        kitchen.tell("brine", 1, **data)
    assert kitchen.state().brine == before


def test_the_pan_weighed_at_the_stove_tells_the_jars_and_can_be_taken_back() -> None:
    batch = begun(RELISH, Wish(), Stock())
    kitchen = Kitchen(batch)
    for step in ("prepare", "heat-jars"):
        kitchen.tell("step", 5, step=step)
    expected = kitchen.state().cook
    assert expected is not None
    assert expected.says.endswith("That fills 9 half-pint jars.")
    first = kitchen.tell("pan", 20, start_g=6000, now_g=4000, pan_g=1200)
    weighed = kitchen.state().cook
    assert weighed is not None
    assert weighed.measured
    assert weighed.mid == pytest.approx(2800 / 1.08)
    kitchen.tell("undo", 1, of=first.id)
    assert kitchen.state().cook == expected
    with pytest.raises(EventRefused, match="no more than at the start"):
        kitchen.tell("pan", 1, start_g=6000, now_g=7000, pan_g=1200)
    with pytest.raises(EventRefused, match="at the start is not known"):
        kitchen.tell("pan", 1, now_g=4000)
    with pytest.raises(EventRefused, match="at the start, now, and empty"):
        kitchen.tell("pan", 1)
    with pytest.raises(EventRefused, match="Nothing is cooked down"):
        at_filling(PLAIN).tell("pan", 1, start_mm=100, now_mm=60)


def test_the_weight_at_the_start_is_kept_alone_for_the_hours_until_the_end() -> None:
    kitchen = Kitchen(begun(RELISH, Wish(), Stock()))
    for step in ("prepare", "heat-jars"):
        kitchen.tell("step", 5, step=step)
    expected = kitchen.state().cook
    assert expected is not None
    kitchen.tell("pan", 1, start_g=6000, pan_g=1200)
    noted = kitchen.state().cook
    assert noted is not None
    assert (noted.measured, noted.says, dict(noted.noted)) == (False, expected.says, {"start_g": 6000, "pan_g": 1200})
    kitchen.tell("pan", 240, now_g=4000)
    weighed = kitchen.state().cook
    assert weighed is not None
    assert weighed.says.startswith("58 % of the weight is left: about 2.59 l to fill.")
    kitchen.tell("pan", 10, now_g=3900)
    again = kitchen.state().cook
    assert again is not None
    assert again.mid < weighed.mid


def test_what_was_weighed_on_measure_comes_to_the_stove() -> None:
    kitchen = Kitchen(begun(RELISH, Wish(reading=PanWeighed(6000, 4000, 1200)), Stock()))
    cook = kitchen.state().cook
    assert cook is not None
    assert cook.measured
    assert dict(cook.noted) == {"start_g": 6000, "now_g": 4000, "pan_g": 1200}
