"""The minutes at the stove against clocks that are put forward and back, machines that sleep, and machines that start anew."""

from __future__ import annotations

from dataclasses import replace
from datetime import timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rheum.core.batch.events import EventRefused
from rheum.core.batch.moment import Moment, at_least, at_most, jump_s, slept_s, steady_s
from tests.core.test_batch import BATCH, START, Kitchen


def boiling(minutes: float = 0, jars: int = 7) -> Kitchen:
    kitchen = Kitchen().filled(jars)
    kitchen.tell("loaded", 2, 1)
    kitchen.tell("boiling", 9, 1)
    return kitchen.pass_by(minutes)


def test_a_clock_put_forward_ends_nothing() -> None:
    kitchen = boiling(1)
    kitchen.now += timedelta(hours=1)
    state = kitchen.state()
    assert state.loads[0].phase == "boiling"
    assert state.loads[0].ends_at == kitchen.now + timedelta(minutes=9), "nine minutes are still to boil"
    assert any("put forward by 1 h" in says for says in state.told)
    with pytest.raises(EventRefused, match="not full yet"):
        kitchen.tell("heat-off", 0, 1)
    with pytest.raises(EventRefused, match="not full yet"):
        kitchen.tell("heat-off", 8.9, 1)
    kitchen.tell("heat-off", 0.1, 1)
    assert kitchen.state().loads[0].phase == "resting"


def test_a_clock_put_back_makes_nothing_longer() -> None:
    kitchen = boiling(9)
    kitchen.now -= timedelta(hours=2)
    assert kitchen.state(after=0.9).loads[0].phase == "boiling"
    kitchen.tell("heat-off", 1, 1)
    assert not any(jar.code for jar in kitchen.state().jars)
    assert any("put back by 2 h" in says for says in kitchen.state().told)


@given(st.lists(st.tuples(st.floats(0, 3), st.integers(-90_000, 90_000)), max_size=12))
def test_no_correction_of_the_wall_clock_shortens_or_lengthens_the_boil(steps: list[tuple[float, int]]) -> None:
    kitchen = boiling()
    boiled = 0.0
    for minutes, jump in steps:
        kitchen.pass_by(minutes)
        boiled += minutes
        kitchen.now += timedelta(seconds=jump)
        assert (kitchen.state().loads[0].phase == "time-up") is (boiled * 60 >= 600 - 1e-6)


def test_what_the_machine_slept_through_is_asked_about() -> None:
    kitchen = boiling(2)
    kitchen.now += timedelta(minutes=20)
    kitchen.asleep_s += 20 * 60
    state = kitchen.state()
    assert (state.loads[0].phase, state.loads[0].in_doubt_s) == ("doubt", 1200)
    assert state.headline == "Did it boil all the while?"
    assert [action.kind for action in state.actions] == ["boiled-on", "boil-lost", "heat-off"]
    with pytest.raises(EventRefused, match="Say first whether it boiled"):
        kitchen.tell("heat-off", 0, 1)
    kitchen.tell("boiled-on", 0, 1)
    assert kitchen.state().loads[0].phase == "time-up"
    kitchen.tell("heat-off", 0, 1)
    assert kitchen.state().loads[0].phase != "short"


def test_asleep_and_not_boiling_begins_again_from_zero() -> None:
    kitchen = boiling(2)
    kitchen.now += timedelta(minutes=20)
    kitchen.asleep_s += 20 * 60
    kitchen.tell("boil-lost", 0, 1)
    kitchen.tell("boiling", 3, 1)
    assert kitchen.state(after=9.9).loads[0].phase == "boiling"
    assert kitchen.state(after=10).loads[0].phase == "time-up"


def test_a_short_sleep_does_not_count_until_it_is_said_to() -> None:
    kitchen = boiling(2)
    kitchen.now += timedelta(minutes=3)
    kitchen.asleep_s += 3 * 60
    assert kitchen.state().loads[0].phase == "boiling"
    assert "boiled-on" in [action.kind for action in kitchen.state().actions]
    assert kitchen.state(after=5.1).loads[0].phase == "doubt", "five boiled, three slept, two before: full only if it boiled asleep"
    assert kitchen.state(after=8.1).loads[0].phase == "time-up", "ten minutes awake need no answer"


def test_a_machine_started_anew_asks_before_the_minutes_are_full() -> None:
    kitchen = boiling(4)
    kitchen.boot, kitchen.steady_s = "two", 30.0
    assert kitchen.state().loads[0].phase == "boiling"
    kitchen.pass_by(7)
    assert kitchen.state().loads[0].phase == "doubt"
    with pytest.raises(EventRefused, match="Say first"):
        kitchen.tell("heat-off", 0, 1)
    kitchen.tell("boiled-on", 0, 1)
    kitchen.tell("heat-off", 0, 1)
    assert kitchen.state().loads[0].phase == "resting"


def test_after_the_answer_the_steady_clock_counts_on() -> None:
    kitchen = boiling(4)
    kitchen.boot, kitchen.steady_s = "two", 30.0
    kitchen.tell("boiled-on", 1, 1)
    kitchen.now += timedelta(hours=3)
    assert kitchen.state(after=4.9).loads[0].phase == "boiling"
    assert kitchen.state(after=5).loads[0].phase == "time-up"


def test_an_event_without_readings_is_asked_about() -> None:
    kitchen = boiling()
    last = kitchen.events[-1]
    kitchen.events[-1] = replace(last, at=Moment(last.at.at))
    kitchen.pass_by(11)
    assert kitchen.state().loads[0].phase == "doubt"
    with pytest.raises(EventRefused, match="Say first"):
        kitchen.tell("heat-off", 0, 1)


def test_nothing_is_in_doubt_while_the_steady_clock_runs() -> None:
    with pytest.raises(EventRefused, match="Nothing is in doubt"):
        boiling(3).tell("boiled-on", 0, 1)


def test_cooling_waits_by_the_clock_that_says_less_and_a_day_is_over_by_the_one_that_says_more() -> None:
    kitchen = boiling(10)
    kitchen.tell("heat-off", 0, 1)
    kitchen.tell("lifted", 6, 1)
    kitchen.now += timedelta(hours=13)
    with pytest.raises(EventRefused, match="12 hours"):
        kitchen.tell("seal", 0, jar=1, sealed=True)
    kitchen.now -= timedelta(hours=13)
    kitchen.tell("seal", 13 * 60, jar=1, sealed=False)
    kitchen.now -= timedelta(hours=10)
    assert kitchen.state(after=11 * 60).jars[0].state == "unsealed-late", "a clock put back makes no day longer"


def test_moments_of_one_start_and_of_two() -> None:
    one = Moment(START, 10.0, 10.0, "one")
    later = Moment(START + timedelta(seconds=100), 70.0, 110.0, "one")
    assert (steady_s(one, later), slept_s(one, later), jump_s(one, later)) == (60.0, 40.0, 0.0)
    assert at_most(one, later) == at_least(one, later) == timedelta(seconds=100)
    other = replace(later, boot="two")
    assert (steady_s(one, other), slept_s(one, other), jump_s(one, other)) == (None, 0.0, 0.0)
    assert jump_s(one, replace(later, at=START + timedelta(seconds=160))) == 60.0


# --- taking a tap back late -----------------------------------------------------------------------------------------


def test_a_slip_of_the_thumb_is_taken_back_without_a_question() -> None:
    kitchen = boiling(4)
    slip = kitchen.tell("boil-lost", 0, 1)
    kitchen.tell("undo", 0.9, of=slip.id)
    assert kitchen.state(after=5.1).loads[0].phase == "time-up"


@pytest.mark.parametrize("kind", ["boil-lost", "heat-off"])
def test_taken_back_late_the_boil_must_be_said(kind: str) -> None:
    kitchen = boiling(4)
    more = {"early": True} if kind == "heat-off" else {}
    tap = kitchen.tell(kind, 0, 1, **more)
    last = kitchen.state(after=1.5).last_tap
    assert last is not None and last.asks is not None and last.asks.field == "boiled"
    with pytest.raises(EventRefused, match="Did it boil all the while since then"):
        kitchen.tell("undo", 2, of=tap.id)
    kitchen.tell("undo", 0, of=tap.id, boiled=True)
    assert kitchen.state(after=4.1).loads[0].phase == "time-up", "it boiled on: the minutes before count"


def test_heat_off_taken_back_where_the_boil_did_not_hold_is_a_boil_lost() -> None:
    kitchen = boiling(10)
    tap = kitchen.tell("heat-off", 0, 1)
    kitchen.tell("undo", 5, of=tap.id, boiled=False)
    state = kitchen.state()
    assert (state.loads[0].phase, state.loads[0].boils_lost, state.loads[0].boil_at) == ("heating", 1, None)
    kitchen.tell("heat-off", 1, 1, early=True)
    kitchen.tell("lifted", 1, 1)
    assert {jar.code for jar in kitchen.state().jars} == {"boil-interrupted"}


def test_a_boil_lost_stays_lost_where_it_did_not_boil_on() -> None:
    kitchen = boiling(4)
    tap = kitchen.tell("boil-lost", 0, 1)
    with pytest.raises(EventRefused, match="leave it so"):
        kitchen.tell("undo", 3, of=tap.id, boiled=False)


def test_jars_that_stand_filled_are_said_and_then_go_to_the_refrigerator() -> None:
    kitchen = Kitchen(replace(BATCH, jars_per_load=4)).filled(8)
    assert kitchen.state(after=29).told == ()
    assert "4 jars of load 1 were lidded 31 minutes ago: into the canner" in kitchen.state(after=31).told[0]
    kitchen.tell("loaded", 20, 1)
    assert ["load 2" in says for says in kitchen.state(after=20).told] == [True]
    late = Kitchen().filled(8).pass_by(121)
    state = late.state()
    assert (state.loads[0].phase, state.headline) == ("stood", "Into the refrigerator")
    with pytest.raises(EventRefused, match="more than 2 hours ago"):
        late.tell("loaded", 0, 1)
    late.tell("refrigerated", 0, 1)
    assert {jar.state for jar in late.state().jars} == {"fridge"}
    assert late.state().step == "done"
