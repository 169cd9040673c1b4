"""Jars processed again, loads brought back, and a kitchen's height put right."""

from __future__ import annotations

from dataclasses import replace

import pytest

from rheum.core.batch.events import EventRefused
from rheum.core.batch.height import height_set
from rheum.core.facts.choices import Choices
from rheum.core.measures.altitude import altitude
from rheum.reference.loading import library
from tests.core.test_batch import BATCH, Kitchen

FACTS = library()


def looked_at(failed: tuple[int, ...] = (2,)) -> Kitchen:
    kitchen = Kitchen().filled(3).processed(1)
    kitchen.pass_by(12 * 60)
    for jar in (1, 2, 3):
        kitchen.tell("seal", 0, jar=jar, sealed=jar not in failed)
    return kitchen


def test_a_failed_seal_is_no_sealed_jar_by_saying_so() -> None:
    kitchen = looked_at()
    with pytest.raises(EventRefused, match="only by being processed again"):
        kitchen.tell("seal", 1, jar=2, sealed=True)
    assert kitchen.state().jars[1].can == ("again", "fridge", "bin")


def test_processed_again_is_a_load_of_its_own_with_the_full_minutes() -> None:
    kitchen = looked_at()
    kitchen.tell("again", 30, jars=(2,))
    state = kitchen.state()
    assert (state.step, state.loads[1].again, state.loads[1].numbers, state.loads[1].minutes) == ("loads", True, (2,), 10)
    assert "new lids" in state.detail
    assert [jar.state for jar in state.jars] == ["sealed", "filled", "sealed"]
    kitchen.tell("loaded", 5, 2)
    kitchen.tell("boiling", 9, 2)
    with pytest.raises(EventRefused, match="not full yet"):
        kitchen.tell("heat-off", 9, 2)
    kitchen.tell("heat-off", 1, 2)
    kitchen.tell("lifted", 6, 2)
    with pytest.raises(EventRefused, match="12 hours"):
        kitchen.tell("seal", 60, jar=2, sealed=True)
    kitchen.tell("seal", 11 * 60, jar=2, sealed=True)
    assert [jar.state for jar in kitchen.state().jars] == ["sealed"] * 3
    assert kitchen.state().step == "done"


def test_again_is_within_a_day_or_not_at_all() -> None:
    kitchen = looked_at()
    assert "again" not in kitchen.state(after=13 * 60).jars[1].can
    kitchen.pass_by(13 * 60)
    with pytest.raises(EventRefused, match="cannot be processed again"):
        kitchen.tell("again", 0, jars=(2,))


def test_made_ready_but_never_boiled_in_time_it_is_lost() -> None:
    kitchen = looked_at()
    kitchen.tell("again", 60, jars=(2,))
    kitchen.tell("loaded", 5, 2)
    kitchen.pass_by(12 * 60)
    with pytest.raises(EventRefused, match="cannot be saved any more"):
        kitchen.tell("boiling", 0, 2)
    assert kitchen.state().jars[1].state == "unsealed-late"
    with pytest.raises(EventRefused, match="throw it out"):
        kitchen.tell("moved", 0, jar=2, to="fridge")


def test_only_jars_that_need_it_are_processed_again() -> None:
    kitchen = looked_at()
    for jars in ((1,), (1, 2), (2, 2), ()):
        with pytest.raises(EventRefused, match=r"\.$"):
            kitchen.tell("again", 0, jars=jars)


def test_a_load_stopped_short_is_brought_back_within_a_day_or_not_at_all() -> None:
    kitchen = Kitchen().filled(3)
    kitchen.tell("loaded", 2, 1)
    kitchen.tell("boiling", 9, 1)
    kitchen.tell("heat-off", 4, 1, early=True)
    with pytest.raises(EventRefused, match="cannot be saved any more"):
        kitchen.tell("boiling", 24 * 60, 1)
    soon = Kitchen().filled(3)
    soon.tell("loaded", 2, 1)
    soon.tell("boiling", 9, 1)
    soon.tell("heat-off", 4, 1, early=True)
    soon.tell("boiling", 23 * 60, 1)
    soon.tell("heat-off", 5, 1, early=True)
    with pytest.raises(EventRefused, match="cannot be saved any more"):
        soon.tell("boiling", 70, 1)


def test_jars_lifted_too_soon_may_be_processed_again() -> None:
    kitchen = Kitchen().filled(3)
    kitchen.tell("loaded", 2, 1)
    kitchen.tell("boiling", 9, 1)
    kitchen.tell("heat-off", 4, 1, early=True)
    kitchen.tell("lifted", 5, 1)
    kitchen.tell("again", 60, jars=(1, 2, 3))
    kitchen.processed(2)
    kitchen.tell("seal", 12 * 60, jar=1, sealed=True)
    assert kitchen.state().jars[0].state == "sealed"


def put_right(kitchen: Kitchen, feet: int) -> None:
    said = height_set("height-0001", kitchen.batch, altitude(feet, "ft"), library=FACTS, choices=Choices())
    assert said is not None
    kitchen.tell("height", 0, altitude=said.altitude, minutes=said.minutes)


# Dilled green beans in pints: 5 minutes up to 1,000 ft, 10 to 6,000 ft, 15 above (USDA Complete Guide, Guide 6).
LOW = replace(BATCH, minutes=5, altitude="0 ft", formula_id="dilled-green-beans")


def test_a_height_put_right_counts_from_then_on() -> None:
    kitchen = Kitchen(LOW).filled(3)
    kitchen.tell("loaded", 2, 1)
    kitchen.tell("boiling", 9, 1)
    kitchen.pass_by(4)
    put_right(kitchen, 7000)
    state = kitchen.state()
    assert (state.loads[0].minutes, state.altitude) == (15, "7,000 ft")
    assert any("put right to 7,000 ft" in says for says in state.told)
    with pytest.raises(EventRefused, match="not full yet"):
        kitchen.tell("heat-off", 2, 1)
    kitchen.tell("heat-off", 9, 1)
    assert kitchen.state().loads[0].phase == "resting"


def test_a_lower_height_takes_no_minutes_away() -> None:
    kitchen = Kitchen(replace(LOW, minutes=15, altitude="7,000 ft")).filled(3)
    put_right(kitchen, 0)
    assert kitchen.state().loads[0].minutes == 15


def test_jars_that_had_too_few_minutes_for_the_true_height_are_said() -> None:
    kitchen = Kitchen(LOW).filled(3)
    kitchen.tell("loaded", 2, 1)
    kitchen.tell("boiling", 9, 1)
    kitchen.tell("heat-off", 5.5, 1)
    kitchen.tell("lifted", 6, 1)
    put_right(kitchen, 4150)
    jar = kitchen.state().jars[0]
    assert (jar.state, jar.code) == ("short", "under-processed")
    assert "stands higher" in (jar.advice or "")
    assert "again" in jar.can


def test_without_a_formula_there_are_no_minutes_at_another_height() -> None:
    kitchen = Kitchen(replace(LOW, formula_id="taken-out-since")).filled(3)
    put_right(kitchen, 4150)
    assert "refrigerator" in kitchen.state().told[0]
    assert height_set("height-0001", replace(LOW, minutes=None), altitude(0, "ft"), library=FACTS, choices=Choices()) is None
