"""A batch given up at any point: what goes back, what becomes of its jars, and that it can be taken back exactly."""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rheum.core.batch import jars_standing
from rheum.core.batch.events import Event, EventRefused, GivenBack, GivenUp
from rheum.core.batch.giving_up import GivingUp, back_of, giving_up, may_be_given_up
from rheum.core.batch.told import fold
from rheum.core.making.takes import Take
from tests.core.test_batch import BATCH, Kitchen

TAKES = (
    Take("bottle", "b1", "white vinegar 5 %", 950),
    Take("lids", "l1", "regular lids, lot R 5", 8),
    Take("jars", "pint", "Pint jars", 8),
)


def asked(kitchen: Kitchen) -> GivingUp | None:
    return giving_up(fold(kitchen.batch, kitchen.events), TAKES)


def offered(kitchen: Kitchen) -> dict[str, tuple[float, bool]]:
    found = asked(kitchen)
    assert found is not None
    return {offer.what: (offer.most, offer.plainly) for offer in found.offers}


def test_begun_by_mistake_all_of_it_goes_back_at_once() -> None:
    kitchen = Kitchen()
    found = asked(kitchen)
    assert found is not None and found.at_once and found.jars == 0
    assert offered(kitchen) == {"bottle": (950, True), "lids": (8, True), "jars": (8, True)}
    kitchen.tell("given-up", 1)
    state = kitchen.state()
    assert (state.step, state.headline, state.given_up, state.actions) == ("done", "Given up", True, ())
    assert not jars_standing(kitchen.batch, state)


def test_what_was_poured_or_boiled_is_asked_about() -> None:
    kitchen = Kitchen()
    for step in ("prepare", "heat-jars", "cook"):
        kitchen.tell("step", 5, step=step)
    assert offered(kitchen) == {"bottle": (950, False), "lids": (8, False), "jars": (8, True)}


def test_filled_jars_go_to_the_refrigerator_or_out_and_take_their_lids_along() -> None:
    kitchen = Kitchen().filled(5)
    assert offered(kitchen) == {"bottle": (950, False), "lids": (3, False), "jars": (3, True)}
    with pytest.raises(EventRefused, match="Say where the filled jars go"):
        kitchen.tell("given-up", 1)
    kitchen.tell("given-up", 1, jars_to="fridge")
    state = kitchen.state()
    assert state.step == "done"
    assert [jar.place for jar in jars_standing(kitchen.batch, state)] == ["fridge"] * 5
    assert state.detail == "5 jars in the refrigerator. What went back is on hand again."


def test_jars_that_had_their_whole_time_go_on_as_jars() -> None:
    kitchen = Kitchen(replace(BATCH, jars_per_load=4)).filled(8).processed(1)
    kitchen.tell("loaded", 2, 2)
    kitchen.tell("given-up", 3, jars_to="bin")
    assert kitchen.state().step == "seals"
    kitchen.pass_by(13 * 60)
    for jar in range(1, 5):
        kitchen.tell("seal", 0, jar=jar, sealed=True)
    state = kitchen.state()
    assert (state.step, state.headline) == ("done", "Given up")
    assert [(jar.number, jar.place) for jar in jars_standing(kitchen.batch, state)] == [(n, "shelf") for n in range(1, 5)]


def test_once_the_jars_are_out_nothing_is_left_to_give_up() -> None:
    kitchen = Kitchen().filled(8).processed(1)
    assert asked(kitchen) is None
    with pytest.raises(EventRefused, match="nothing left to give up"):
        kitchen.tell("given-up", 1)


def test_a_batch_given_up_is_told_nothing_more() -> None:
    kitchen = Kitchen()
    kitchen.tell("given-up", 1)
    for kind, said in (("step", {"step": "prepare"}), ("filled", {"jars": 3}), ("given-up", {})):
        with pytest.raises(EventRefused, match="given up"):
            kitchen.tell(kind, 1, **said)


def test_no_more_goes_back_than_was_taken() -> None:
    found = asked(Kitchen())
    assert found is not None
    said = GivenUp("event-9999", (GivenBack("bottle", "b1", 400),))
    assert back_of(said, found) == (replace(TAKES[0], amount=400),)
    for what, item, amount in (("bottle", "b1", 951), ("bottle", "b2", 1), ("jars", "pint", 9), ("lids", "l1", -1)):
        with pytest.raises(EventRefused):
            back_of(GivenUp("event-9999", (GivenBack(what, item, amount),)), found)


WALK = ["prepare", "heat-jars", "cook", "filled", "loaded", "boiling", "boil-lost", "heat-off", "lifted"]


@given(st.integers(0, len(WALK)), st.sampled_from(["fridge", "bin"]), st.integers(1, 9))
def test_given_up_at_any_point_and_taken_back_all_is_as_it_was(steps: int, jars_to: str, jars: int) -> None:
    kitchen = Kitchen()
    for what in WALK[:steps]:
        if what in ("prepare", "heat-jars", "cook"):
            kitchen.tell("step", 5, step=what)
        elif what == "filled":
            kitchen.tell("filled", 20, jars=jars)
        elif what == "boil-lost":
            kitchen.tell("boil-lost", 3, 1)
            kitchen.tell("boiling", 4, 1)
        else:
            kitchen.tell(what, 11 if what == "heat-off" else 2, 1)
    before, tally = kitchen.state(), fold(kitchen.batch, kitchen.events)
    if not may_be_given_up(tally):
        assert WALK[steps - 1] in ("heat-off", "lifted")
        return
    given_up: Event = kitchen.tell("given-up", 0, jars_to=jars_to)
    after = kitchen.state()
    assert after.step == "done"
    assert len(jars_standing(kitchen.batch, after)) == (tally.filled or 0 if jars_to == "fridge" else 0)
    kitchen.tell("undo", 0, of=given_up.id)
    assert fold(kitchen.batch, kitchen.events) == tally
    assert kitchen.state() == before


def test_a_chipped_jar_is_told_before_it_is_filled_and_cannot_go_back() -> None:
    kitchen = Kitchen()
    kitchen.tell("chipped", 2)
    assert kitchen.state().told == ("1 jar chipped and out: the spare takes its place, washed and hot.",)
    assert offered(kitchen)["jars"] == (7, True)
    for step in ("prepare", "heat-jars", "cook"):
        kitchen.tell("step", 5, step=step)
    kitchen.tell("filled", 20, jars=8)
    assert kitchen.state().told == ()
    with pytest.raises(EventRefused, match="all filled and counted"):
        kitchen.tell("chipped", 1)
    with pytest.raises(EventRefused, match="no jars of that size"):
        Kitchen().tell("chipped", 1, jar_id="quart")


def test_a_jar_that_broke_in_the_canner_is_gone_and_the_others_have_their_time() -> None:
    kitchen = Kitchen(replace(BATCH, jars_per_load=4)).filled(8)
    with pytest.raises(EventRefused, match="is not in the canner"):
        kitchen.tell("broke", 1, 1)
    kitchen.tell("loaded", 2, 1)
    kitchen.tell("boiling", 9, 1)
    broke = kitchen.tell("broke", 3, 1)
    state = kitchen.state()
    assert [jar.number for jar in state.jars if jar.state == "gone"] == [4]
    assert "keep your hands above the water" in state.told[0]
    kitchen.tell("heat-off", 8, 1)
    kitchen.tell("lifted", 6, 1)
    assert "clean water before the next load" in kitchen.state().told[0]
    kitchen.tell("loaded", 4, 2)
    assert kitchen.state().told == ()
    kitchen.tell("undo", 1, of=broke.id)
    assert not any(jar.state == "gone" for jar in kitchen.state().jars)
