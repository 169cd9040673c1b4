"""One law of waiting: whichever taps, undoings and givings-up lie between, no jar comes to the shelf whose boil was too short or came too late, and no filled jar is in no list."""

from __future__ import annotations

from dataclasses import replace
from datetime import timedelta
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from rheum.core.batch import admit, jars_standing
from rheum.core.batch.events import Event, EventRefused
from rheum.core.batch.jars import to_save, to_throw_out
from rheum.core.batch.kept import dated
from rheum.core.batch.told import fold
from rheum.core.shelf.life import lives_of
from tests.core.kitchens_at_work import AtWork, begun
from tests.core.test_batch import BATCH, EVENT, Kitchen

HOUR = 60.0


def in_the_canner(jars: int = 3) -> Kitchen:
    kitchen = Kitchen().filled(jars)
    kitchen.tell("loaded", 2, 1)
    return kitchen


def boiling() -> Kitchen:
    kitchen = in_the_canner()
    kitchen.tell("boiling", 9, 1)
    return kitchen


def ends_cold(kitchen: Kitchen) -> None:
    """The boil is refused, the Stove says so, and the one press puts the jars into the refrigerator."""
    with pytest.raises(EventRefused, match="in the refrigerator"):
        kitchen.tell("boiling", 0, 1)
    state = kitchen.state()
    assert (state.headline, [action.kind for action in state.actions], {jar.state for jar in state.jars}) == (
        "Into the refrigerator",
        ["refrigerated"],
        {"held"},
    )
    kitchen.tell("refrigerated", 0, 1)
    assert {jar.state for jar in kitchen.state().jars} == {"fridge"} and kitchen.state().step == "done"


def test_a_boil_lost_for_longer_than_two_hours_is_not_brought_back() -> None:
    kitchen = boiling()
    kitchen.tell("boil-lost", 2, 1)
    assert any("lost their boil 1 h 50 min ago" in says for says in kitchen.state(after=110).told)
    kitchen.pass_by(3 * HOUR)
    ends_cold(kitchen)


def test_a_lost_boil_and_an_early_stop_after_it_keep_the_two_hours() -> None:
    kitchen = boiling()
    kitchen.tell("boil-lost", 2, 1)
    kitchen.tell("heat-off", 1, 1, early=True)
    with pytest.raises(EventRefused, match="lost their boil"):
        kitchen.tell("boiling", 3 * HOUR, 1)
    assert [action.kind for action in kitchen.state().actions] == ["lifted"]
    kitchen.tell("lifted", 1, 1)
    assert {jar.can for jar in kitchen.state().jars} == {("fridge", "bin")}


def test_loaded_and_left_is_no_shelf_jar() -> None:
    kitchen = in_the_canner()
    kitchen.pass_by(10 * HOUR)
    ends_cold(kitchen)


def test_a_day_later_the_jars_are_asked_about() -> None:
    kitchen = in_the_canner().pass_by(48 * HOUR)
    state = kitchen.state()
    assert state.headline == "Throw out jars 1 to 3"
    with pytest.raises(EventRefused, match="in the refrigerator since") as refused:
        kitchen.tell("moved", 0, jar=1, to="fridge")
    assert refused.value.field == "chilled"
    kitchen.tell("moved", 0, jar=1, to="fridge", chilled=True)
    kitchen.tell("moved", 0, jar=2, to="bin")
    kitchen.tell("moved", 0, jar=3, to="bin")
    assert kitchen.state().step == "done"


@pytest.mark.parametrize("tap", ["boiling", "loaded", "filled"])
def test_undoing_gives_no_jar_more_time(tap: str) -> None:
    kitchen = Kitchen().filled(3)
    told = {"filled": kitchen.events[-1], "loaded": kitchen.tell("loaded", 2, 1), "boiling": None}
    if tap == "boiling":
        told["boiling"] = kitchen.tell("boiling", 9, 1)
    of = told[tap]
    assert of is not None
    kitchen.pass_by(5 * HOUR)
    if tap == "filled":
        kitchen.tell("undo", 0, of=told["loaded"].id)  # type: ignore[union-attr]
        with pytest.raises(EventRefused, match="Did jars stand filled"):
            kitchen.tell("undo", 0, of=of.id)
        kitchen.tell("undo", 0, of=of.id, stood=True)
        kitchen.tell("filled", 0, jars=3)
    else:
        kitchen.tell("undo", 0, of=of.id)
    for kind in ("loaded", "boiling") if tap != "boiling" else ("boiling",):
        with pytest.raises(EventRefused, match=r"more than 2 hours ago|not in the canner"):
            kitchen.tell(kind, 0, 1)


def test_no_jar_was_filled_yet_begins_the_time_anew() -> None:
    kitchen = Kitchen().filled(3)
    kitchen.tell("undo", 5 * HOUR, of=kitchen.events[-1].id, stood=False)
    kitchen.tell("filled", 0, jars=3)
    kitchen.processed(1)


@pytest.fixture
def beans() -> AtWork:
    return AtWork(begun("dilled-green-beans", jars=6, per_load=6)).until_filling()


def test_jar_by_jar_the_first_lid_counts(beans: AtWork) -> None:
    beans.tell("jar-in", jar=1)
    beans.wait(9 * HOUR)
    state = beans.state
    assert (state.headline, [(action.kind, action.load) for action in state.actions]) == ("Into the refrigerator", [("refrigerated", 1)])
    for kind, said in (("jar-in", {"jar": 2}), ("loaded", {"load": 1})):
        with pytest.raises(EventRefused, match="more than 2 hours ago"):
            beans.tell(kind, **said)
    beans.tell("refrigerated", load=1)
    assert [jar.state for jar in beans.state.jars] == ["fridge"]
    beans.load(2, 5)
    assert beans.state.jars[1].state == "cooling"


def test_taken_back_loading_keeps_the_time_since_the_first_lid(beans: AtWork) -> None:
    told = beans.tell("loaded", load=1, jars=6)
    beans.wait(8 * HOUR).tell("undo", of=told.id, stood=True)
    beans.tell("loaded", load=1, jars=6)
    with pytest.raises(EventRefused, match="more than 2 hours ago"):
        beans.tell("boiling", load=1)


@pytest.mark.parametrize("told", [("quart", "pint"), ("pint", "quart"), ("pint", "pint")])
def test_a_load_of_several_sizes_has_the_minutes_of_the_one_that_needs_most(told: tuple[str, str]) -> None:
    kitchen = AtWork(begun("dill-cucumbers-fresh-pack", sizes={"quart": 2, "pint": 4})).until_filling()
    minutes = {size.jar_id: size.minutes or 0 for size in kitchen.batch.sizes}
    assert minutes["quart"] > minutes["pint"]
    for number, size in enumerate(told, start=1):
        kitchen.tell("jar-in", jar=number, jar_id=size)
    kitchen.tell("loaded", load=1)
    assert (kitchen.state.loads[0].minutes or 0) >= max(minutes[size] for size in told)


@pytest.mark.parametrize("boiled_before", [2.0, None])
def test_given_up_and_taken_back_counts_no_refrigerator_as_boil(boiled_before: float | None) -> None:
    kitchen = in_the_canner() if boiled_before is None else boiling()
    told = kitchen.tell("given-up", boiled_before or 0, jars_to="fridge")
    kitchen.pass_by(5 * HOUR)
    with pytest.raises(EventRefused, match="That was told a while ago"):
        kitchen.tell("undo", 0, of=told.id)
    if boiled_before is None:
        with pytest.raises(EventRefused, match="stay in the refrigerator"):
            kitchen.tell("undo", 0, of=told.id, boiled=False)
        kitchen.tell("undo", 0, of=told.id, boiled=True)
    else:
        kitchen.tell("undo", 0, of=told.id, boiled=False)
        assert kitchen.state().loads[0].boil_at is None
    ends_cold(kitchen)


def test_a_jar_that_went_to_the_refrigerator_comes_back_only_where_it_never_left() -> None:
    kitchen = Kitchen().filled(3)
    told = kitchen.tell("moved", 1, jar=1, to="fridge")
    kitchen.processed(1).pass_by(3 * 24 * HOUR)
    with pytest.raises(EventRefused, match="stay in the refrigerator"):
        kitchen.tell("undo", 0, of=told.id, boiled=False)
    assert kitchen.state().jars[0].state == "fridge"


def test_a_seal_that_failed_is_not_made_good_by_taking_it_back() -> None:
    kitchen = Kitchen().filled(3).processed(1)
    told = kitchen.tell("seal", 12 * HOUR, jar=1, sealed=False)
    with pytest.raises(EventRefused, match="wrong jar"):
        kitchen.tell("undo", 30 * HOUR, of=told.id)
    with pytest.raises(EventRefused, match="leave it as it was told"):
        kitchen.tell("undo", 0, of=told.id, boiled=False)


def test_processed_again_and_all_before_it_taken_back_is_refused_with_a_sentence() -> None:
    kitchen = boiling()
    off = kitchen.tell("heat-off", 4, 1, early=True)
    lifted = kitchen.tell("lifted", 0.1, 1)
    kitchen.tell("again", 0.1, jars=(1, 2))
    with pytest.raises(EventRefused, match="Something later rests on that tap"):
        kitchen.tell("undo", 0.1, of=lifted.id)
    with pytest.raises(EventRefused, match="Something later rests on that tap"):
        kitchen.tell("undo", 0.1, of=off.id, boiled=True)


def test_no_minutes_at_the_new_height_keep_jars_off_the_shelf() -> None:
    kitchen = Kitchen().filled(3).processed(1)
    kitchen.tell("height", 1, altitude="3,300 m", minutes={})
    with pytest.raises(EventRefused, match="Rheum has no minutes for this batch at 3,300 m"):
        kitchen.tell("seal", 13 * HOUR, jar=1, sealed=True)
    assert {jar.state for jar in kitchen.state().jars} == {"held"} and kitchen.state().headline == "Save jars 1 to 3"


def test_vinegar_found_weak_holds_the_batch() -> None:
    kitchen = Kitchen().filled(3)
    kitchen.tell("vinegar", 1, bottle_id="b1", says="The white vinegar was measured at 3.9 %", weak=True)
    with pytest.raises(EventRefused, match=r"measured at 3.9 %"):
        kitchen.tell("loaded", 0, 1)
    assert {jar.state for jar in kitchen.state().jars} == {"held"}
    kitchen.tell("vinegar", 1, bottle_id="b1", says="The white vinegar was measured at 5 %", weak=False)
    kitchen.processed(1)


# Late taps.


def keep(kitchen: Kitchen, kind: str, age_min: float, seen: str | None, **said: Any) -> Event:
    event = dated(
        EVENT[kind](f"kept-{kind}-0001", **said), age_min * 60, kitchen.moment(), snapshot=kitchen.batch, events=kitchen.events, seen=seen
    )
    admit(kitchen.batch, kitchen.events, event)
    kitchen.events.append(event)
    return event


def test_a_kept_boil_is_no_earlier_than_its_load_went_in() -> None:
    kitchen = in_the_canner()
    told = keep(kitchen.pass_by(0.1), "boiling", 9, None, load=1)
    assert told.at.at == kitchen.events[-2].at.at


def test_a_kept_boil_is_not_brought_back_over_a_lost_one() -> None:
    kitchen = in_the_canner()
    seen = kitchen.events[-1].id
    kitchen.tell("boiling", 2, 1)
    kitchen.tell("boil-lost", 2, 1)
    with pytest.raises(EventRefused, match="lost since"):
        keep(kitchen.pass_by(2), "boiling", 5.9, seen, load=1)


def test_a_kept_boil_lost_makes_jars_short_until_it_is_answered() -> None:
    kitchen = boiling()
    seen = kitchen.events[-1].id
    kitchen.tell("heat-off", 10, 1)
    lost = keep(kitchen.pass_by(3), "boil-lost", 8, seen, load=1)
    state = kitchen.state()
    assert {jar.state for jar in state.jars} == {"short"} and "take that back" in (state.jars[0].advice or "")
    with pytest.raises(EventRefused, match="leave it so"):
        kitchen.tell("undo", 5, of=lost.id, boiled=False)
    kitchen.tell("undo", 0, of=lost.id, boiled=True)
    assert {jar.state for jar in kitchen.state().jars} == {"filled"}


# Any order of taps.

_KINDS = ("filled", "loaded", "boiling", "boil-lost", "heat-off", "lifted", "seal", "seals", "again", "refrigerated", "moved", "spoiled", "given-up", "undo", "jar-in", "broke", "boiled-on", "height", "vinegar")  # fmt: skip
_WAITS = st.sampled_from([0.2, 2.0, 5.0, 10.0, 11.0, 50.0, 70.0, 130.0, 12 * HOUR, 13 * HOUR, 25 * HOUR])
_TAPS = st.lists(st.tuples(st.sampled_from(_KINDS), _WAITS, st.integers(1, 4), st.booleans(), st.booleans()), max_size=25)
# A batch that goes well so far, so that what is tapped at random falls on every stage of it.
_STAGES: tuple[tuple[str, ...], ...] = (
    (), ("loaded",), ("loaded", "boiling"), ("loaded", "boiling", "heat-off"), ("loaded", "boiling", "heat-off", "lifted"), ("loaded", "boiling", "boil-lost"),
)  # fmt: skip


def said_of(kind: str, number: int, yes: bool, other: bool, kitchen: Kitchen) -> dict[str, Any]:
    match kind:
        case "filled":
            return {"jars": number}
        case "loaded" | "boiling" | "boil-lost" | "lifted" | "broke" | "boiled-on":
            return {"load": number % 2 + 1}
        case "heat-off":
            return {"load": number % 2 + 1, "early": yes}
        case "seal":
            return {"jar": number, "sealed": yes}
        case "seals" | "again":
            return {"jars": tuple(range(1, number + 1))}
        case "refrigerated":
            return {"load": number % 2 + 1 if yes else None, "chilled": other}
        case "moved":
            return {"jar": number, "to": "fridge" if yes else "bin", "chilled": other}
        case "spoiled" | "jar-in":
            return {"jar": number}
        case "given-up":
            return {"jars_to": "fridge" if yes else "bin", "chilled": other}
        case "height":
            return {"altitude": "9,000 ft", "minutes": {"pint": 15} if yes else {}}
        case "vinegar":
            return {"bottle_id": "b", "says": "weak", "weak": yes}
        case _:
            taps = kitchen.events[-number:]
            return {"of": taps[0].id if taps else "none", "boiled": yes, "stood": other}


def play(stage: tuple[str, ...], taps: list[Any]) -> Kitchen:
    kitchen = Kitchen(replace(BATCH, jars_per_load=3)).filled(4)
    for kind in stage:
        kitchen.tell(kind, 4 if kind == "boil-lost" else 10, 1)
    for kind, wait, number, yes, other in taps:
        said = said_of(kind, number, yes, other, kitchen)
        load, jar = said.pop("load", None), said.pop("jar", None)
        try:
            kitchen.tell(kind, wait, load, jar, **said)
        except EventRefused as refused:
            assert str(refused).rstrip().endswith((".", "?")), refused
    return kitchen


@settings(max_examples=400, deadline=None)
@given(st.sampled_from(_STAGES), _TAPS)
def test_no_order_of_taps_makes_a_jar_vanish(stage: tuple[str, ...], taps: list[Any]) -> None:
    kitchen = play(stage, taps)
    for after in (0.0, 30 * HOUR):
        state = kitchen.state(after)
        stands = {jar.number for jar in lives_of(kitchen.batch, kitchen.events, kitchen.moment(after))}
        for number in range(1, (state.jars_filled or 0) + 1):
            jar = state.jars[number - 1]
            listed = jar.number in stands or jar.state == "gone" or state.step != "done"
            assert listed, jar
            assert not ((to_save(jar) or to_throw_out(jar)) and state.step == "done" and jar.number not in stands), jar


@settings(max_examples=600, deadline=None)
@given(st.sampled_from(_STAGES), _TAPS)
def test_no_order_of_taps_gives_a_shelf_jar_too_short_a_boil_or_too_long_a_wait(stage: tuple[str, ...], taps: list[Any]) -> None:
    """Held against a plain reading of what still counts: the boil of each shelf jar, told and ended, and what came before it."""
    kitchen = play(stage, taps)
    tally = fold(kitchen.batch, kitchen.events)
    for stands in jars_standing(kitchen.batch, kitchen.state()):
        if stands.place != "shelf":
            continue
        load = tally.load_of_jar(stands.number)
        counted = [event for event in _what_counts(kitchen.events) if getattr(event.what, "load", None) == load.number]
        off = max((event for event in counted if event.what.kind == "heat-off"), key=lambda event: event.at.at)
        boil = max((event for event in counted if event.what.kind == "boiling" and event.at.at <= off.at.at), key=lambda event: event.at.at)
        assert off.at.at - boil.at.at >= timedelta(minutes=tally.minutes_of(load) or 0)
        assert not [event for event in counted if event.what.kind == "boil-lost" and boil.at.at < event.at.at < off.at.at]
        lost = [event for event in counted if event.what.kind == "boil-lost" and event.at.at <= boil.at.at]
        if lost:
            assert boil.at.at - max(event.at.at for event in lost) < timedelta(hours=2)
        earlier = [event for event in counted if event.what.kind == "boiling" and event.at.at < boil.at.at]
        if not earlier and not load.again:
            lids = [event.at.at for event in kitchen.events if event.what.kind == "filled" and not _wrongly_told(event, kitchen.events)]
            assert boil.at.at - min(lids) < timedelta(hours=2)
        elif load.again:
            first = next(other for other in tally.loads if stands.number in other.numbers)
            assert first.heat_off_at is not None and boil.at.at - first.heat_off_at.at < timedelta(hours=24)


def _what_counts(events: list[Event]) -> list[Event]:
    gone = {event.what.of for event in events if event.what.kind == "undo"}
    return [event for event in events if event.id not in gone and event.what.kind != "undo"]


def _wrongly_told(event: Event, events: list[Event]) -> bool:
    """Taken back as a slip, or with the word that no jar was filled yet."""
    for other in events:
        if other.what.kind == "undo" and other.what.of == event.id:
            return other.what.stood is False or other.at.at - event.at.at <= timedelta(minutes=1)
    return False
