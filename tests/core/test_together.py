"""All batches on one Stove: what is pressing comes first, each canner is put on once, pots keep their burners, and what may not wait is said."""

from __future__ import annotations

from datetime import timedelta

import pytest

from rheum.core.batch.moment import Moment
from rheum.core.batch.together import WHYS, Timer, Together, together, waiting
from tests.core.kitchens_at_work import START, AtWork, begun


def on_the_stove(*kitchens: AtWork, timers: tuple[Timer, ...] = ()) -> Together:
    return together([(kitchen.batch, kitchen.state) for kitchen in kitchens], timers, kitchens[0].moment())


def two() -> tuple[AtWork, AtWork]:
    return (
        AtWork(begun("mango-chutney", batch_id="batch-0001")),
        AtWork(begun("dill-cucumbers-fresh-pack", jars=8, per_load=7, batch_id="batch-0002")),
    )


def simmering() -> AtWork:
    kitchen = AtWork(begun("mango-chutney", batch_id="batch-0001"))
    for name in ("wash", "mango", "ginger", "fine", "jars-washed"):
        kitchen.task(name)
    kitchen.task("syrup", "boils", ago_min=5)
    kitchen.task("syrup")
    kitchen.task("simmer", "begun")
    kitchen.task("simmer", "boils")
    return kitchen


def test_what_presses_comes_first() -> None:
    chutney, cucumbers = simmering(), AtWork(begun("dill-cucumbers-fresh-pack", batch_id="batch-0002"))
    assert [item.why for item in on_the_stove(chutney, cucumbers).now][-1] == "work"
    for kitchen in (chutney, cucumbers):
        kitchen.wait(4)
    found = on_the_stove(cucumbers, chutney)
    assert (found.now[0].why, found.now[0].batch_id, found.now[0].task) == ("stir", "batch-0001", "simmer")
    chutney.task("simmer", "stirred")
    chutney.wait(21)
    cucumbers.wait(21)
    found = on_the_stove(cucumbers, chutney)
    assert found.now[0].why == "over" and found.now[0].task == "simmer"
    ranks = [WHYS.index(item.why) for item in found.now]
    assert ranks == sorted(ranks)


def test_clocks_stand_in_the_order_they_end_those_that_are_over_first() -> None:
    chutney, cucumbers = simmering(), AtWork(begun("dill-cucumbers-fresh-pack", batch_id="batch-0002"))
    for name in ("kit", "wash", "trim"):
        cucumbers.task(name)
    cucumbers.task("soak", "begun")
    egg = Timer("timer-01", "Eggs", 8, chutney.moment())
    clocks = on_the_stove(chutney, cucumbers, timers=(egg,)).clocks
    assert [clock.says for clock in clocks] == ["Eggs", chutney.standing("simmer").title, "Soak pickling cucumber"]
    for kitchen in (chutney, cucumbers):
        kitchen.wait(25)
    clocks = on_the_stove(cucumbers, chutney, timers=(egg,)).clocks
    assert [clock.over for clock in clocks] == [True, True, False]
    assert clocks[0].timer_id == "timer-01" and clocks[0].ends_at - START == timedelta(minutes=8)


def test_a_timer_goes_by_the_steady_clock() -> None:
    egg = Timer("timer-01", "Eggs", 10, Moment(START, 100.0, 100.0, "one"))
    put_forward = Moment(START + timedelta(hours=2, minutes=4), 340.0, 340.0, "one")
    clock = together([], (egg,), put_forward).clocks[0]
    assert not clock.over and clock.ends_at - put_forward.at == timedelta(minutes=6)


def test_a_canner_that_is_on_is_not_put_on_once_more() -> None:
    chutney, cucumbers = two()
    chutney.batch = _in(chutney, "bath-0001")
    cucumbers.batch = _in(cucumbers, "bath-0001")
    for step in ("prepare", "cook"):
        cucumbers.tell("step", step=step)
    for name in ("jars-washed", "jars-hot", "lids"):
        cucumbers.task(name)
    assert "canner-on" in {item.task for item in on_the_stove(chutney, cucumbers).now}
    chutney.until_filling()
    chutney.tell("loaded", load=1, jars=6)
    found = on_the_stove(chutney, cucumbers)
    assert "canner-on" not in {item.task for item in found.now}
    assert [(pot.batch_id, pot.canner, pot.jars) for pot in found.hob if pot.canner] == [("batch-0001", True, 6)]


def _in(kitchen: AtWork, canner: str):
    from dataclasses import replace

    return replace(kitchen.batch, canner_id=canner, canner_title="the big one")


def test_a_pot_keeps_its_burner_until_its_last_jar_is_filled() -> None:
    cucumbers = AtWork(begun("dill-cucumbers-fresh-pack", jars=8, per_load=7, batch_id="batch-0002"))
    cucumbers.until_filling()
    names = {pot.name for pot in on_the_stove(cucumbers).hob}
    assert {"brine", "canner", "hot water"} <= names
    cucumbers.load(1, 7)
    assert "brine" in {pot.name for pot in on_the_stove(cucumbers).hob}
    cucumbers.tell("loaded", load=2, jars=1)
    assert {pot.name for pot in on_the_stove(cucumbers).hob} == {"canner"}


def test_ten_minutes_away_move_what_may_move_and_say_what_may_not() -> None:
    chutney, cucumbers = simmering(), AtWork(begun("dill-cucumbers-fresh-pack", batch_id="batch-0002"))
    found = waiting([(chutney.batch, chutney.state), (cucumbers.batch, cucumbers.state)], 10, chutney.moment())
    assert ("batch-0002", "kit") in found.later
    assert any("scorches" in says for says in found.says)
    chutney.wait(20)
    found = waiting([(chutney.batch, chutney.state)], 10, chutney.moment())
    assert any("its clock is over by then" in says for says in found.says)
    nothing = AtWork(begun("dill-cucumbers-fresh-pack"))
    assert waiting([(nothing.batch, nothing.state)], 10, nothing.moment()).says == ()


@pytest.mark.parametrize("jars", [2, 7])
def test_jars_that_stand_hot_are_told_before_the_work(jars: int) -> None:
    chutney, cucumbers = two()
    cucumbers.until_filling()
    for jar in range(1, jars):
        cucumbers.tell("jar-in", jar=jar)
    first = on_the_stove(chutney, cucumbers).now[0]
    assert first.filling and first.batch_id == "batch-0002" and first.why == "hot-jars"
