"""A batch as a fold over its events: the clock, the boil lost, the seals, and taking a wrong tap back."""

from __future__ import annotations

from dataclasses import replace
from datetime import datetime, timedelta, timezone
from itertools import count
from typing import Any, get_args

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rheum.core.batch import admit, state_at
from rheum.core.batch.begun import Snapshot
from rheum.core.batch.dates import best_before, fridge_dates, shelf_dates, standing_on
from rheum.core.batch.events import Event, EventRefused, Happening
from rheum.core.batch.moment import Moment
from rheum.core.batch.standing import RunState
from rheum.core.facts.canner import load_sizes
from rheum.core.judging.keeping import fridge_keeping
from rheum.core.measures.equilibrium import PhBand

EVENT = {kind.__dataclass_fields__["kind"].default: kind for kind in get_args(Happening)}
START = datetime(2026, 7, 4, 9, 0, tzinfo=timezone.utc)
BATCH = Snapshot(
    id="batch-01", number="26-001", title="Beans", text="", begun_at=START, destination="shelf", formula_id="dilled-green-beans",
    formula_title="Dilled green beans", source="a guide", jar_id="pint", jar_title="Pint", headspace_mm=12.7, minutes=10, method="bath",
    sterilise_minutes=None, water_over_lids_mm=25, water_temperature_c=60, boiling_point_c=95.8, altitude="1,265 m", pack="raw",
    jars_planned=8, jars_per_load=9, weeks=3, fridge_days=7,
)  # fmt: skip


class Kitchen:
    """Tells events to a batch, minute by minute."""

    def __init__(self, batch: Snapshot = BATCH) -> None:
        self.batch, self.events, self.now, self.ids = batch, [], START, count(1)
        self.steady_s, self.asleep_s, self.boot = 100.0, 0.0, "one"

    def moment(self, after: float = 0) -> Moment:
        steady = self.steady_s + after * 60
        return Moment(self.now + timedelta(minutes=after), steady, steady + self.asleep_s, self.boot)

    def pass_by(self, minutes: float) -> Kitchen:
        self.now += timedelta(minutes=minutes)
        self.steady_s += minutes * 60
        return self

    def tell(self, kind: str, after: float = 0, load: int | None = None, jar: int | None = None, **data: Any) -> Event:
        self.pass_by(after)
        said = {name: value for name, value in {"load": load, "jar": jar, **data}.items() if value is not None}
        event = Event(EVENT[kind](f"event-{next(self.ids):04d}", **said), self.moment())
        admit(self.batch, self.events, event)
        self.events.append(event)
        return event

    def state(self, after: float = 0) -> RunState:
        return state_at(self.batch, self.events, self.moment(after))

    def filled(self, jars: int) -> Kitchen:
        for step in ("prepare", "heat-jars", "cook"):
            self.tell("step", 5, step=step)
        self.tell("filled", 20, jars=jars)
        return self

    def processed(self, load: int) -> Kitchen:
        self.tell("loaded", 2, load)
        self.tell("boiling", 9, load)
        self.tell("heat-off", 10, load)
        self.tell("lifted", 6, load)
        return self


def test_the_steps_in_their_order() -> None:
    kitchen = Kitchen()
    seen = [kitchen.state().step]
    for step in ("prepare", "heat-jars", "cook"):
        kitchen.tell("step", 5, step=step)
        seen.append(kitchen.state().step)
    assert seen == ["prepare", "heat-jars", "cook", "fill"]
    assert all(kitchen.state().actions for _ in seen)


def test_the_clock_starts_at_the_boil_not_at_loading() -> None:
    kitchen = Kitchen().filled(8)
    kitchen.tell("loaded", 2, 1)
    assert kitchen.state(after=60).loads[0].phase == "heating"
    boil = kitchen.tell("boiling", 9, 1)
    load = kitchen.state().loads[0]
    assert load.ends_at == boil.at.at + timedelta(minutes=10)
    assert kitchen.state(after=9.99).loads[0].phase == "boiling"
    assert kitchen.state(after=10).loads[0].phase == "time-up"


def test_a_boil_lost_sets_the_whole_time_back_to_zero() -> None:
    kitchen = Kitchen().filled(8)
    kitchen.tell("loaded", 2, 1)
    kitchen.tell("boiling", 9, 1)
    kitchen.tell("boil-lost", 9, 1)
    state = kitchen.state()
    assert (state.loads[0].phase, state.loads[0].ends_at, state.loads[0].boils_lost) == ("heating", None, 1)
    again = kitchen.tell("boiling", 4, 1)
    assert kitchen.state().loads[0].ends_at == again.at.at + timedelta(minutes=10)


def test_a_boil_cannot_be_lost_after_the_time_is_full() -> None:
    kitchen = Kitchen().filled(8)
    kitchen.tell("loaded", 2, 1)
    kitchen.tell("boiling", 9, 1)
    with pytest.raises(EventRefused, match="Turn the heat off"):
        kitchen.tell("boil-lost", 10, 1)


def test_stopping_early_needs_to_be_meant_and_sends_the_jars_to_the_refrigerator() -> None:
    kitchen = Kitchen().filled(3)
    kitchen.tell("loaded", 2, 1)
    kitchen.tell("boiling", 9, 1)
    with pytest.raises(EventRefused, match="not full yet"):
        kitchen.tell("heat-off", 5, 1)
    kitchen.tell("heat-off", 0, 1, early=True)
    assert kitchen.state().loads[0].phase == "short"
    kitchen.tell("lifted", 5, 1)
    assert {jar.code for jar in kitchen.state().jars} == {"under-processed"}
    with pytest.raises(EventRefused, match="refrigerator"):
        kitchen.tell("seal", 13 * 60, jar=1, sealed=True)
    assert "throw it out" in (kitchen.state(after=24 * 60).jars[0].advice or "")


def test_a_boil_lost_and_never_found_again_is_an_interrupted_one() -> None:
    kitchen = Kitchen().filled(2)
    kitchen.tell("loaded", 2, 1)
    kitchen.tell("boiling", 9, 1)
    kitchen.tell("boil-lost", 4, 1)
    kitchen.tell("heat-off", 3, 1, early=True)
    kitchen.tell("lifted", 3, 1)
    assert {jar.code for jar in kitchen.state().jars} == {"boil-interrupted"}


def test_stopped_early_it_may_boil_again_from_zero() -> None:
    kitchen = Kitchen().filled(3)
    kitchen.tell("loaded", 2, 1)
    kitchen.tell("boiling", 9, 1)
    kitchen.tell("heat-off", 5, 1, early=True)
    kitchen.tell("boiling", 3, 1)
    assert kitchen.state(after=10).loads[0].phase == "time-up"


def test_each_load_has_its_own_clock() -> None:
    kitchen = Kitchen().filled(13)
    assert [load.jars for load in kitchen.state().loads] == [9, 4]
    kitchen.tell("loaded", 2, 1)
    with pytest.raises(EventRefused, match="Load 1 is still in the canner"):
        kitchen.tell("loaded", 1, 2)
    kitchen.tell("boiling", 9, 1)
    kitchen.tell("heat-off", 10, 1)
    kitchen.tell("lifted", 6, 1)
    kitchen.processed(2)
    loads = kitchen.state().loads
    assert loads[0].ends_at != loads[1].ends_at
    assert [load.phase for load in loads] == ["cooling", "cooling"]


def test_seals_wait_twelve_hours_and_failed_jars_say_what_to_do() -> None:
    kitchen = Kitchen().filled(3).processed(1)
    with pytest.raises(EventRefused, match="12 hours"):
        kitchen.tell("seal", 11 * 60, jar=1, sealed=True)
    kitchen.tell("seal", 60, jar=1, sealed=True)
    kitchen.tell("seal", 1, jar=2, sealed=False)
    states = {jar.number: jar for jar in kitchen.state().jars}
    assert (states[1].state, states[3].state) == ("sealed", "to-check")
    assert states[2].code == "seal-failed" and "24 hours" in (states[2].advice or "")
    late = {jar.number: jar for jar in kitchen.state(after=24 * 60).jars}
    assert late[2].code == "seal-failed-late" and "throw it out" in (late[2].advice or "")
    kitchen.tell("seal", 30 * 60, jar=3, sealed=False)
    assert kitchen.state().jars[2].code == "seal-failed-late"
    assert (kitchen.state().step, kitchen.state().headline) == ("seals", "Throw out jars 2 and 3")
    for jar in (2, 3):
        kitchen.tell("moved", 1, jar=jar, to="bin")
    assert kitchen.state().step == "done"


def test_a_wrong_tap_can_be_taken_back_and_the_clock_with_it() -> None:
    kitchen = Kitchen().filled(8)
    loaded = kitchen.tell("loaded", 2, 1)
    wrong = kitchen.tell("boiling", 1, 1)
    with pytest.raises(EventRefused, match="later one back first"):
        kitchen.tell("undo", 0, of=loaded.id)
    kitchen.tell("undo", 1, of=wrong.id)
    assert kitchen.state().loads[0].phase == "heating"
    with pytest.raises(EventRefused, match="no such tap"):
        kitchen.tell("undo", 0, of=wrong.id)
    right = kitchen.tell("boiling", 5, 1)
    assert kitchen.state().loads[0].boil_at == right.at.at


def test_a_refrigerator_batch_has_no_processing() -> None:
    kitchen = Kitchen(replace(BATCH, destination="fridge", minutes=None))
    kitchen.tell("step", 5, step="prepare")
    kitchen.tell("step", 5, step="cook")
    kitchen.tell("filled", 20, jars=4)
    assert kitchen.state().step == "refrigerate"
    with pytest.raises(EventRefused, match="not processed"):
        kitchen.tell("loaded", 1, 1)
    kitchen.tell("refrigerated", 5)
    assert {jar.state for jar in kitchen.state().jars} == {"fridge"}


@pytest.mark.parametrize("jars", [0, -1, 201, 2.5, True])
def test_jars_are_counted_in_whole_jars(jars: object) -> None:
    with pytest.raises(EventRefused, match="whole number"):
        Kitchen().tell("filled", 0, jars=jars)


@given(st.integers(1, 200), st.integers(1, 60))
def test_loads_hold_all_jars_and_none_too_many(jars: int, per_load: int) -> None:
    sizes = load_sizes(jars, per_load)
    assert sum(sizes) == jars
    assert all(0 < size <= per_load for size in sizes)


KINDS = ["step", "filled", "loaded", "boiling", "boil-lost", "heat-off", "lifted", "seal", "moved", "spoiled"]


@given(st.lists(st.tuples(st.sampled_from(KINDS), st.integers(0, 900), st.integers(1, 2), st.integers(1, 4), st.booleans()), max_size=40))
def test_no_row_of_taps_makes_jars_out_of_nothing_or_seals_a_short_load(taps: list[tuple[str, int, int, int, bool]]) -> None:
    kitchen = Kitchen(replace(BATCH, jars_per_load=2))
    for kind, after, load, jar, yes in taps:
        step = ("prepare", "heat-jars", "cook")[jar % 3]
        try:
            said = {"load": load, "jar": jar, "sealed": yes, "early": yes, "jars": 4, "step": step, "to": "fridge"}
            kitchen.tell(kind, after, **{name: value for name, value in said.items() if name in EVENT[kind].__dataclass_fields__})
        except EventRefused as refused:
            assert str(refused).endswith(".")
    state = kitchen.state()
    assert len(state.jars) == (state.jars_filled or 0)
    for jar in state.jars:
        load_of = state.loads[jar.load - 1]
        if jar.state == "sealed":
            assert load_of.heat_off_at is not None and load_of.ends_at is not None and load_of.heat_off_at >= load_of.ends_at


def test_a_jar_with_signs_of_spoilage_is_thrown_out_whatever_it_was() -> None:
    kitchen = Kitchen().filled(3).processed(1)
    for jar in (1, 2, 3):
        kitchen.tell("seal", 12 * 60 if jar == 1 else 0, jar=jar, sealed=True)
    kitchen.tell("spoiled", 60 * 24 * 40, jar=2)
    jar = kitchen.state().jars[1]
    assert (jar.state, jar.code) == ("spoiled", "spoilage-signs")
    assert jar.advice is not None
    assert "do not taste" in jar.advice
    assert "into a bag and that bag into another one" in jar.advice
    assert [other.state for other in kitchen.state().jars] == ["sealed", "spoiled", "sealed"]
    with pytest.raises(EventRefused, match="no refrigerator makes it safe"):
        kitchen.tell("moved", 5, jar=2, to="fridge")
    kitchen.tell("moved", 5, jar=2, to="bin")
    assert kitchen.state().jars[1].state == "gone"
    with pytest.raises(EventRefused, match="no jar 9"):
        kitchen.tell("spoiled", 1, jar=9)


@pytest.mark.parametrize("hours", [12, 23])
def test_lids_are_left_alone_as_long_as_the_kitchen_chose(hours: int) -> None:
    kitchen = Kitchen(replace(BATCH, cool_hours=hours, unsealed_days=14)).filled(1).processed(1)
    with pytest.raises(EventRefused, match=f"for {hours} hours"):
        kitchen.tell("seal", hours * 60 - 1, jar=1, sealed=True)
    kitchen.tell("seal", 1, jar=1, sealed=False)
    jar = kitchen.state().jars[0]
    assert (jar.state, jar.code) == ("unsealed", "seal-failed"), "even after a day less an hour it can be saved"
    assert "two weeks" in (jar.advice or "")


def test_keeping() -> None:
    assert fridge_keeping(PhBand(3, 3.5, 4.1), True, "pickle").days == 28
    assert fridge_keeping(PhBand(3, 3.5, 4.1), True, "salsa").days == 7
    assert fridge_keeping(PhBand(3, 4, 4.4), True, "pickle").days == 7
    assert fridge_keeping(PhBand(3, 4, 4.7), True, "pickle").days == 3
    assert fridge_keeping(PhBand(3, 3.5, 4.1), False, "pickle").days == 3
    assert fridge_keeping(None, True, "pickle").days == 3
    day = START.date()
    sealed = shelf_dates(day, 3)
    assert (sealed.ready_from, sealed.best_before) == (day + timedelta(weeks=3), day.replace(year=2027))
    assert fridge_dates(day, 28, processed=False).best_before == day + timedelta(days=28)
    assert fridge_dates(day, 28, processed=True).best_before == day + timedelta(days=7), "a failed jar keeps a week"
    assert best_before(day).year == day.year + 1
    assert best_before(day.replace(year=2028, month=2, day=29)).isoformat() == "2029-02-28"
    ready, best = day + timedelta(weeks=3), best_before(day)
    seen = [standing_on(day + timedelta(days=n), ready, best) for n in (0, 21, 200, 300, 365, 366)]
    assert seen == ["waiting", "ready", "ready", "use-first", "use-first", "past-best"]


def test_a_steam_canner_has_its_own_words() -> None:
    kitchen = Kitchen(replace(BATCH, method="steam")).filled(7)
    kitchen.tell("loaded", 2, 1)
    heating = kitchen.state()
    assert (heating.headline, heating.actions[0].says) == ("Bring to full steam", "The steam is full: start the clock")
    assert "column of steam" in heating.detail
    kitchen.tell("boiling", 6, 1)
    running = kitchen.state()
    assert (running.headline, running.actions[0].says) == ("Keep the steam full", "Steam lost")
    kitchen.tell("boil-lost", 3, 1)
    assert "The steam was lost" in kitchen.state().detail
