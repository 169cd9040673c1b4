"""A batch walked by its tasks: what is meant now, clocks of soaks and pots, filling and loading as one walk, what is told twice or out of order."""

from __future__ import annotations

from datetime import timedelta

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from rheum.core.batch import begin, jars_standing
from rheum.core.batch.events import Event, EventRefused, Undone
from rheum.core.batch.told import fold
from rheum.core.facts.circumstances import CannerMethod, Settings
from rheum.core.making import make_plan, with_jars
from rheum.core.making.stock import Stock
from rheum.core.making.wish import Wish
from rheum.core.measures.altitude import altitude
from rheum.reference.loading import library
from tests.core.kitchens_at_work import START, AtWork, begun


@pytest.fixture
def cucumbers() -> AtWork:
    return AtWork(begun("dill-cucumbers-fresh-pack", jars=8, per_load=7))


@pytest.fixture
def chutney() -> AtWork:
    return AtWork(begun("mango-chutney"))


def test_the_kit_is_first_and_the_jars_are_not_heated_before_a_long_soak(cucumbers: AtWork) -> None:
    assert (cucumbers.state.task, cucumbers.state.headline, cucumbers.state.step) == ("kit", "Check the kit", "prepare")
    assert any("Headspace gauge" in line for line in cucumbers.standing("kit").lines)
    for name in ("kit", "wash", "trim"):
        cucumbers.task(name)
    assert cucumbers.state.task == "soak"
    cucumbers.task("soak", "begun")
    phases = {task.id: task.phase for task in cucumbers.state.tasks}
    assert phases["soak"] == "running"
    assert {phases[name] for name in ("canner-on", "jars-hot", "kettle", "lids", "brine")} <= {"later", "waits"}
    due = cucumbers.standing("canner-on").due_at
    assert due is not None and timedelta(hours=11) < due - cucumbers.now < timedelta(hours=13)


def test_a_soak_has_a_clock_that_a_night_does_not_stop(cucumbers: AtWork) -> None:
    for name in ("kit", "wash", "trim", "bag", "jars-washed"):
        cucumbers.task(name)
    cucumbers.task("soak", "begun")
    clock = cucumbers.standing("soak").clock
    assert clock is not None and clock.ends_at - clock.started_at == timedelta(hours=12) and clock.says == "12 hours"
    cucumbers.wait(11 * 60 + 59)
    assert cucumbers.standing("soak").phase == "running"
    with pytest.raises(EventRefused, match="has not had its 12 hours"):
        cucumbers.task("soak")
    cucumbers.wait(1)
    assert cucumbers.standing("soak").phase == "over"
    assert cucumbers.state.headline.startswith("Time is up: soak")
    with pytest.raises(EventRefused, match="cannot wait"):
        cucumbers.task("soak", "later")
    cucumbers.task("soak")
    assert cucumbers.standing("soak").phase == "done"


def test_a_batch_is_joined_half_way(chutney: AtWork) -> None:
    for name in ("kit", "wash", "mango", "ginger", "fine"):
        chutney.task(name)
    with pytest.raises(EventRefused, match="comes first"):
        chutney.task("simmer", "begun")
    chutney.task("syrup", "boils", ago_min=12)
    chutney.task("syrup")
    chutney.task("simmer", "boils", ago_min=20)
    assert chutney.standing("simmer").phase == "running"
    chutney.wait(5)
    assert chutney.standing("simmer").phase == "over"


def test_what_comes_later_implies_what_came_before(chutney: AtWork) -> None:
    chutney.task("fine")
    assert chutney.standing("kit").phase == "done"
    chutney.task("kit")  # told after all: it holds, and is no quarrel
    with pytest.raises(EventRefused, match="done already"):
        chutney.task("kit")


def test_minutes_of_the_tested_process_are_not_cut_short(chutney: AtWork) -> None:
    chutney.task("syrup", "begun")
    chutney.task("syrup", "boils")
    chutney.wait(4.9)
    for early in (False, True):
        with pytest.raises(EventRefused, match="tested process gives it 5 minutes"):
            chutney.task("syrup", early=early)
    chutney.wait(0.1)
    chutney.task("syrup")


def test_a_pot_that_scorches_rings_until_it_is_stirred(chutney: AtWork) -> None:
    for name in ("wash", "mango", "ginger", "fine"):
        chutney.task(name)
    chutney.task("syrup", "boils", ago_min=5)
    chutney.task("syrup")
    chutney.task("simmer", "begun")
    chutney.task("simmer", "boils")
    assert chutney.standing("simmer").scorches and not chutney.standing("simmer").bell
    chutney.wait(4)
    assert chutney.standing("simmer").bell and chutney.state.headline == "Stir"
    chutney.task("simmer", "stirred")
    assert not chutney.standing("simmer").bell
    chutney.wait(4)
    assert chutney.standing("simmer").bell


def test_what_the_process_forbids_is_not_left_out_and_the_rest_wants_a_reason(cucumbers: AtWork) -> None:
    with pytest.raises(EventRefused, match="tested process has this step"):
        cucumbers.task("soak", "left-out", reason="no time")
    with pytest.raises(EventRefused, match="Say why"):
        cucumbers.task("bag", "left-out", reason=" ")
    cucumbers.task("bag", "left-out", reason="loose spice")
    assert (cucumbers.standing("bag").phase, cucumbers.standing("bag").why) == ("left-out", "loose spice")
    with pytest.raises(EventRefused, match="left out"):
        cucumbers.task("bag")


def test_not_now_brings_it_back_in_five_minutes(cucumbers: AtWork) -> None:
    cucumbers.task("kit", "later")
    assert cucumbers.standing("kit").phase == "put-off"
    cucumbers.wait(5)
    assert cucumbers.state.task == "kit" and cucumbers.standing("kit").phase == "ready"


def test_filling_and_loading_are_one_walk_load_by_load(cucumbers: AtWork) -> None:
    with pytest.raises(EventRefused, match="comes first"):
        AtWork(begun("mango-chutney")).tell("jar-in", jar=1)
    cucumbers.until_filling()
    state = cucumbers.state
    assert (
        state.step == "fill" and state.filling is not None and (state.filling.load, state.filling.up_to, state.filling.after) == (1, 7, 1)
    )
    for jar in range(1, 4):
        cucumbers.tell("jar-in", jar=jar)
    with pytest.raises(EventRefused, match="Jar 2 is in already"):
        cucumbers.tell("jar-in", jar=2)
    with pytest.raises(EventRefused, match="Jar 4 comes first"):
        cucumbers.tell("jar-in", jar=6)
    assert cucumbers.state.headline == "Fill jar 4" and cucumbers.state.filling.jars_in == 3
    cucumbers.tell("loaded", load=1, jars=7)
    state = cucumbers.state
    assert state.step == "loads" and state.jars_filled == 7 and state.loads[0].phase == "heating"
    # The next load's jars are filled only when the canner is free again, and its water let down.
    with pytest.raises(EventRefused, match="filled only when it is free"):
        cucumbers.tell("jar-in", jar=8)
    cucumbers.wait(12).tell("boiling", load=1)
    cucumbers.wait(15).tell("heat-off", load=1)
    cucumbers.wait(5).tell("lifted", load=1)
    assert {task.id for task in cucumbers.state.tasks} == {"let-down-2", "boil-again-2"}
    assert cucumbers.state.headline == "Boil the brine again"
    cucumbers.task("boil-again-2", "begun")
    assert cucumbers.state.headline == "Let the canner down"
    cucumbers.task("let-down-2")
    cucumbers.task("boil-again-2")
    assert cucumbers.state.filling is not None and cucumbers.state.filling.next_jar == 8
    cucumbers.tell("jar-in", jar=8)
    cucumbers.tell("loaded", load=2)
    assert cucumbers.state.filling is None and cucumbers.state.jars_filled == 8 and [load.jars for load in cucumbers.state.loads] == [7, 1]
    assert cucumbers.tally.filling_over


def test_food_that_runs_out_or_is_left_over_is_said(cucumbers: AtWork) -> None:
    cucumbers.until_filling().load(1, 6, last=True, part_jar=True)
    assert cucumbers.state.step == "seals" and cucumbers.state.part_jar and cucumbers.state.jars_filled == 6
    part = [jar for jar in jars_standing(cucumbers.batch, cucumbers.state) if jar.place == "fridge"]
    assert [(jar.number, jar.dates.best_before) for jar in part] == [(7, cucumbers.state.part_jar_by)]
    assert cucumbers.state.part_jar_by == (cucumbers.now + timedelta(days=7)).date()
    more = AtWork(begun("mango-chutney", jars=6)).until_filling()
    more.load(1, 6, last=False)
    assert more.state.filling is not None and more.state.filling.next_jar == 7
    more.tell("filled", jars=6)  # and there was none left after all
    assert more.state.filling is None and more.state.step == "seals"


def test_several_sizes_go_load_by_load_each_with_its_own_minutes() -> None:
    kitchen = AtWork(begun("dilled-green-beans", sizes={"quart": 2, "pint": 4}, factor=1.5))
    if len(kitchen.batch.sizes) < 2:
        pytest.skip("the plan took one size")
    kitchen.until_filling()
    first = kitchen.batch.sizes[0]
    assert kitchen.state.filling is not None and kitchen.state.filling.jar_id == first.jar_id
    kitchen.load(1, first.jars)
    assert kitchen.state.loads[0].minutes == first.minutes
    assert kitchen.state.filling is not None and kitchen.state.filling.jar_id == kitchen.batch.sizes[1].jar_id


def test_brine_that_has_stood_comes_to_the_boil_again(cucumbers: AtWork) -> None:
    cucumbers.until_filling()
    assert not any("back to the boil" in says for says in cucumbers.state.told)
    cucumbers.wait(46)
    assert any("Boil the brine" in says and "back to the boil" in says for says in cucumbers.state.told)


def test_old_steps_told_at_once_mean_all_tasks_of_a_part_and_skip_nothing_tested(chutney: AtWork) -> None:
    for kind, said in (("step", {"step": "cook"}), ("filled", {"jars": 6})):
        with pytest.raises(EventRefused, match="belong to the tested process"):
            chutney.tell(kind, **said)
    for task in chutney.batch.tasks:
        if task.tested and task.part in ("prepare", "cook", "heat"):
            chutney.task(task.id, "boils" if task.boils else "begun")
            chutney.wait(task.clock[1] if task.clock else 0).task(task.id)
    for step in ("prepare", "heat-jars", "cook"):
        chutney.tell("step", step=step)
    assert chutney.state.step == "fill"
    chutney.tell("filled", jars=6)
    assert chutney.state.step == "loads" and chutney.state.loads[0].phase == "waiting"


def test_given_up_while_jars_stand_in_the_canner(cucumbers: AtWork) -> None:
    cucumbers.until_filling()
    for jar in (1, 2):
        cucumbers.tell("jar-in", jar=jar)
    with pytest.raises(EventRefused, match="where the filled jars go"):
        cucumbers.tell("given-up")
    cucumbers.tell("given-up", jars_to="fridge")
    assert cucumbers.state.given_up and [jar.state for jar in cucumbers.state.jars] == ["fridge", "fridge"]


def test_all_sealed_but_one_is_two_taps(chutney: AtWork) -> None:
    chutney.until_filling().load(1, 6)
    with pytest.raises(EventRefused, match="wait to be looked at"):
        chutney.tell("seals", jars=(1, 2, 3))
    chutney.wait(12 * 60)
    chutney.tell("seal", jar=4, sealed=False)
    with pytest.raises(EventRefused, match="Jar 4 is not one"):
        chutney.tell("seals", jars=(1, 2, 3, 4, 5, 6))
    chutney.tell("seals", jars=(1, 2, 3, 5, 6))
    assert [jar.state for jar in chutney.state.jars] == ["sealed"] * 3 + ["unsealed"] + ["sealed"] * 2


def test_an_event_taken_back_leaves_nothing_behind(cucumbers: AtWork) -> None:
    for name in ("kit", "wash"):
        cucumbers.task(name)
    before = cucumbers.tally
    for kind, said in (("task", {"task": "trim", "how": "done"}), ("task", {"task": "bag", "how": "left-out", "reason": "none"})):
        event = cucumbers.tell(kind, **said)
        cucumbers.tell("undo", of=event.id)
        assert cucumbers.tally == before


TASKS = [task.id for task in begun("dill-cucumbers-fresh-pack").tasks if task.part in ("prepare", "cook", "heat") and task.clock is None]


@settings(max_examples=60, deadline=None)
@given(st.permutations(TASKS[:8]))
def test_taps_about_different_tasks_commute(order: list[str]) -> None:
    """Two people tap at once: whichever the server hears first, the same tasks are done at the end."""
    kitchen = AtWork(begun("dill-cucumbers-fresh-pack"))
    for name in order:
        kitchen.task(name)
    told = {name: (one.over, one.implied, one.left) for name, one in kitchen.tally.tasks.items()}
    straight = AtWork(begun("dill-cucumbers-fresh-pack"))
    for name in TASKS[:8]:
        straight.task(name)
    assert told == {name: (one.over, one.implied, one.left) for name, one in straight.tally.tasks.items()}


@settings(max_examples=40, deadline=None)
@given(st.lists(st.sampled_from(TASKS), min_size=1, max_size=12), st.integers(0, 11))
def test_told_twice_the_first_holds_and_taking_back_is_exact(names: list[str], which: int) -> None:
    kitchen = AtWork(begun("dill-cucumbers-fresh-pack"))
    for name in names:
        told = kitchen.tally.task(name)
        if told.done is not None and not told.implied:
            with pytest.raises(EventRefused, match="done already"):
                kitchen.task(name)
        else:
            kitchen.task(name)
    kitchen.wait(1)
    events = list(kitchen.events)
    last = events[-1]
    without = fold(kitchen.batch, events[:-1])
    assert fold(kitchen.batch, [*events, Event(Undone("undo-0001", last.id), kitchen.moment())]) == without
    assert which >= 0


@settings(max_examples=40, deadline=None)
@given(st.lists(st.floats(0.1, 400), min_size=1, max_size=10))
def test_a_clock_never_runs_backwards(waits: list[float]) -> None:
    kitchen = AtWork(begun("dill-cucumbers-fresh-pack"))
    kitchen.task("soak", "begun", ago_min=3)
    order = ["running", "over"]
    seen = [0]
    ends = None
    for wait in waits:
        kitchen.wait(wait)
        standing = kitchen.standing("soak")
        seen.append(order.index(standing.phase))
        assert standing.clock is not None
        assert ends in (None, standing.clock.ends_at)
        ends = standing.clock.ends_at
    assert seen == sorted(seen)


@pytest.mark.parametrize("method", ["bath", "steam"])
@pytest.mark.parametrize("name", sorted(library().formulas))
def test_every_formula_is_walked_from_the_kit_to_the_shelf(name: str, method: CannerMethod) -> None:
    """Doing what is meant now, whatever it is, brings every batch to sealed jars; no moment is without something to do or to wait for."""
    batch = begun(name, method=method)
    if batch.minutes is None:
        return
    kitchen = AtWork(batch)
    for _ in range(400):
        state = kitchen.state
        if state.step == "done":
            break
        assert state.headline
        if state.step == "seals":
            kitchen.wait(13 * 60)
            for jar in kitchen.state.jars:
                kitchen.tell("seal", jar=jar.number, sealed=True)
        elif state.task is not None:
            big = next((action for action in state.actions if action.tone == "big"), None)
            if big is not None and state.headline:
                kitchen.task(state.task, big.how or "done")
            else:
                kitchen.wait(5)
        elif state.filling is not None:
            kitchen.tell("jar-in", jar=state.filling.next_jar)
            if kitchen.state.filling is not None and kitchen.state.filling.jars_in >= state.filling.up_to:
                kitchen.tell("loaded", load=state.filling.load)
        else:
            action = state.actions[0] if state.actions else None
            if action is not None and action.tone == "big" and action.kind != "lifted":
                kitchen.tell(action.kind, load=action.load)
            elif action is not None and action.kind == "lifted" and action.says == "Jars are out":
                kitchen.tell("lifted", load=action.load)
            else:
                kitchen.wait(1)
        kitchen.wait(0.5)
    assert kitchen.state.step == "done"
    assert kitchen.state.jars_filled == batch.jars_planned


REFRIGERATOR = """Fridge onions of the house

4 cups sliced red onions
2 cups cider vinegar (5%)
1 cup water
1/4 cup sugar
2 tsp pickling salt

Method:
Slice the onions thinly. Leave them to stand in salted water. Drain well.
Bring the vinegar, water, sugar and salt to a boil and simmer 5 minutes, stirring often.
Pack into clean jars and pour the hot brine over.
"""


def own(text: str) -> AtWork:
    facts = library()
    settings = Settings(altitude=altitude("1265", "m"), measures="us")
    plan = with_jars(make_plan(text, Wish(), settings, facts, stock=Stock()), 2, facts, Stock())
    return AtWork(begin("batch-0001", plan, settings, facts, moment=START, jars=2))


def test_a_batch_for_the_refrigerator_is_walked_by_its_own_sentences() -> None:
    kitchen = own(REFRIGERATOR)
    assert kitchen.batch.minutes is None
    told = {task.id: task for task in kitchen.batch.tasks}
    assert [told[f"step-{number}"].title for number in (1, 2, 3)] == [
        "Slice the onions thinly",
        "Leave them to stand in salted water",
        "Drain well",
    ]
    assert told["step-4"].clock == (5.0, 5.0) and told["step-4"].where == "burner" and told["step-4"].stir == 5.0
    assert not any(task.part in ("process", "after") or task.id in ("canner-on", "kettle") for task in kitchen.batch.tasks)
    # What its text does not say is asked: how long they stand.
    for name in ("kit", "step-1"):
        kitchen.task(name)
    assert kitchen.state.task == "step-2" and kitchen.state.actions[0].wants == "minutes"
    kitchen.task("step-2", "begun", minutes=40)
    clock = kitchen.standing("step-2").clock
    assert clock is not None and clock.ends_at - clock.started_at == timedelta(minutes=40)
    kitchen.wait(40)
    assert kitchen.standing("step-2").phase == "over"
    kitchen.task("step-2")
    for _ in range(20):
        state = kitchen.state
        if state.task is None:
            break
        big = next((action for action in state.actions if action.tone == "big"), None)
        if big is None:
            kitchen.wait(5)
        else:
            kitchen.task(state.task, big.how or "done")
    assert kitchen.state.step == "fill" and kitchen.state.filling is None
    kitchen.tell("filled", jars=2)
    assert kitchen.state.step == "refrigerate"
    kitchen.tell("refrigerated")
    assert kitchen.state.step == "done" and [jar.state for jar in kitchen.state.jars] == ["fridge", "fridge"]


def test_a_method_that_says_nothing_walks_by_the_old_steps() -> None:
    kitchen = own(REFRIGERATOR.split("Method:", maxsplit=1)[0])
    assert kitchen.batch.tasks == () and kitchen.state.headline == "Prepare the produce"
