"""Days laid out: held against a checker of its own, against brute force where days are small, against a day written out by hand; and as they go."""

from __future__ import annotations

import random
import re
from dataclasses import replace
from itertools import combinations, pairwise, permutations, product

import pytest

from rheum.core.day import Burner, DayBatch, Fixed, Told, better, lay_out, pushed
from rheum.core.day.lay import NotToBe
from rheum.core.work import BatchTask
from tests.core.days import HOB, batch, day_of, faults, overlaps, random_day


@pytest.mark.parametrize("seed", range(40))
def test_no_random_day_asks_what_no_kitchen_can_do(seed: int) -> None:
    asked = random_day(seed)
    day = lay_out(asked)
    assert faults(asked, day) == []
    assert day.bound_minutes <= day.minutes and day.says[0].startswith(("1", "2", "3", "4", "5", "6", "7", "8", "9"))


@pytest.mark.parametrize("seed", [3, 17])
def test_the_same_day_twice_is_the_same_plan(seed: int) -> None:
    assert lay_out(random_day(seed)) == lay_out(random_day(seed))


def small(number: int, lengths: tuple[int, ...], boils: int) -> DayBatch:
    """A batch of handwork in a row and one pot that boils beside it."""
    tasks = [
        BatchTask(f"cut-{at}", "chop", "prepare", "Cut", "", "hands", after=(f"cut-{at - 1}",) if at else (), hands=(length, length))
        for at, length in enumerate(lengths)
    ]
    tasks.append(BatchTask("boil", "boil", "cook", "Boil", "", "watch", heat_up=(boils, boils), where="burner", pot="pot"))
    return DayBatch(f"batch {number}", f"Batch {number}", tuple(tasks), None)


def shortest(batches: list[tuple[tuple[int, ...], int]], burners: int) -> int:
    """The shortest of every order of hands and burners, tried one by one."""
    handwork = sum(sum(lengths) for lengths, _ in batches)
    pots = [boils for _, boils in batches]
    best = 10**6
    for order in permutations(pots):
        for where in product(range(burners), repeat=len(order)):
            loads = [0] * burners
            for length, burner in zip(order, where, strict=True):
                loads[burner] += length
            best = min(best, max(loads))
    return max(best, handwork)


@pytest.mark.parametrize(
    "batches",
    [
        [((10, 20), 30)],
        [((10,), 45), ((25, 5), 50)],
        [((5, 5), 40), ((8,), 35), ((12,), 30)],
        [((60, 30), 20), ((15,), 70), ((9, 9), 10)],
    ],
)
@pytest.mark.parametrize("burners", [1, 2])
def test_small_days_are_as_short_as_brute_force_makes_them(batches: list[tuple[tuple[int, ...], int]], burners: int) -> None:
    asked = day_of(*(small(number, *one) for number, one in enumerate(batches)), burners=HOB[1 : burners + 1], canners=())
    day = lay_out(asked)
    assert day.best and day.minutes == shortest(batches, burners)


def test_a_day_written_out_by_hand_is_no_shorter() -> None:
    """Beans and a chutney with one canner: the beans' kit, washing, trimming (30 min), jars; brine and canner meanwhile; two loads of seven; the
    mango is cut while the first boils, and simmers while the second rests. A cook writes 8:00 to 14:00."""
    day = lay_out(day_of(batch("dilled-green-beans", 14), batch("mango-chutney")))
    assert day.best and day.end <= 14 * 60


def test_a_soak_goes_overnight_and_the_beginning_is_as_late_as_can_be() -> None:
    asked = day_of(batch("dill-cucumbers-fresh-pack"), start=None, done_by=18 * 60 + 1440)
    day = lay_out(asked)
    assert faults(asked, day) == [] and day.best
    soak = next(one for one in day.tasks if one.id == "0.soak")
    assert soak.end - soak.start == 720 and soak.start <= 22 * 60 < soak.end
    brine = next(one for one in day.tasks if one.id == "0.brine")
    assert brine.start > soak.start + 600  # not boiled the evening before


def test_hands_are_one_pair_or_two() -> None:
    one = lay_out(day_of(batch("bread-and-butter-zucchini"), batch("dilled-okra")))
    two = lay_out(day_of(batch("bread-and-butter-zucchini"), batch("dilled-okra"), people=2))
    assert two.minutes < one.minutes and {task.who for task in two.tasks if task.attention == "hands"} == {1, 2}


def test_what_was_said_holds() -> None:
    plain = day_of(batch("dilled-green-beans", 7), batch("mango-chutney"))
    asked = replace(
        plain,
        fixed=(Fixed("1.kit", 10 * 60),),
        told=(Told("0.kit", 8 * 60, 8 * 60 + 20), Told("0.wash", 8 * 60 + 20)),
        start=8 * 60 + 25,
        breaks=((12 * 60, 13 * 60),),
    )
    day = lay_out(asked)
    assert faults(asked, day) == []
    follows = day_of(batch("dilled-green-beans", 7), replace(batch("mango-chutney"), follows="dilled-green-beans"))
    laid = lay_out(follows)
    last = max(one.end for one in laid.tasks if one.batch == 0)
    assert min(one.start for one in laid.tasks if one.batch == 1) >= last


@pytest.mark.parametrize(
    ("change", "says"),
    [
        ({"batches": ()}, "at least one batch"),
        ({"start": 8 * 60, "done_by": 10 * 60}, "cannot be done by 10:00"),
        ({"burners": (Burner(1, "small"),)}, "wants a large burner"),
        ({"burners": (Burner(1, "large"),)}, "too few burners"),
        ({"awake": (600, 600)}, "waking hours"),
        ({"breaks": ((600, 590),)}, "break ends after"),
        ({"people": 0}, "pairs of hands"),
        ({"fixed": (Fixed("0.nothing", 600),)}, "no task"),
        ({"fixed": (Fixed("0.lift-1", 8 * 60),)}, "set to an hour is in the way"),
        ({"awake": (8 * 60, 8 * 60 + 20)}, "waking hours are too short"),
    ],
)
def test_what_cannot_be_is_said_with_what_would_help(change: dict[str, object], says: str) -> None:
    with pytest.raises(NotToBe, match=says):
        lay_out(replace(day_of(batch("dilled-green-beans", 7)), **change))  # type: ignore[arg-type]


def test_a_late_day_is_pushed_along_in_its_order() -> None:
    asked = day_of(batch("dilled-green-beans", 14), batch("mango-chutney"), breaks=((12 * 60 + 30, 13 * 60),))
    day = lay_out(asked)
    kit = next(one for one in day.tasks if one.id == "0.kit")
    on_time = pushed(day, [Told("0.kit", kit.start, kit.end)], kit.end, awake=asked.awake, breaks=asked.breaks)
    assert on_time.tasks == day.tasks and on_time.says == day.says
    late = pushed(day, [Told("0.kit", kit.start, kit.end + 40)], kit.end + 40, awake=asked.awake, breaks=asked.breaks)
    assert late.end > day.end and not late.best and "late: the last load is out at" in late.says[0]
    placed = {one.id: one for one in late.tasks}
    before = {one.id: one for one in day.tasks}
    for one in late.tasks:
        # Nothing moves ahead by itself, nothing begins before what it waits for, and hands keep their turn.
        assert one.start >= before[one.id].start
        assert all(one.start >= placed[name].end for name in one.after)
    hands = sorted((one.start, one.end) for one in late.tasks if one.attention == "hands")
    assert all(later[0] >= sooner[1] for sooner, later in pairwise(hands))
    assert not any(start < 13 * 60 and end > 12 * 60 + 30 for start, end in hands)


@pytest.mark.parametrize("seed", range(12))
def test_whatever_is_late_the_order_stays_and_nothing_is_used_twice(seed: int) -> None:
    """Random days, one of their tasks long over its time: none moves ahead, none begins before what it waits for, hands, canners and burners hold
    one thing at a time as they did in the plan."""
    asked, chance = random_day(seed), random.Random(seed)
    day = lay_out(asked)
    slow = chance.choice([one for one in day.tasks if one.attention == "hands"])
    now = slow.end + chance.choice([5, 35, 150])
    told = [Told(one.id, one.start, one.end) for one in day.tasks if one.end <= slow.start] + [Told(slow.id, slow.start)]
    late = pushed(day, told, now, awake=asked.awake, breaks=asked.breaks)
    placed, before = {one.id: one for one in late.tasks}, {one.id: one for one in day.tasks}
    said = {one.task for one in told}
    for one in late.tasks:
        assert one.start >= before[one.id].start
        assert one.id in said or (one.start >= now and all(one.start >= placed[name].end for name in one.after))
    for one, other in combinations(late.tasks, 2):
        if overlaps((one.start, one.end), (other.start, other.end)) and not {one.id, other.id} & said:
            apart = not overlaps((before[one.id].start, before[one.id].end), (before[other.id].start, before[other.id].end))
            assert not (apart and one.who is not None and one.who == other.who), (one.id, other.id)
            assert not (apart and one.canner is not None and one.canner == other.canner and one.batch != other.batch), (one.id, other.id)
            assert not (apart and one.burner is not None and one.burner == other.burner and one.batch != other.batch), (one.id, other.id)


def test_a_better_order_is_offered_where_the_first_one_waits_for_nothing() -> None:
    """The cucumbers' soak was begun two hours late; the beans behind them could go into the canner at once."""
    asked = day_of(batch("bread-and-butter-cucumbers"), batch("dilled-green-beans"))
    day = lay_out(asked)
    first = min((one for one in day.tasks if one.do == "fill"), key=lambda one: one.start).batch
    slow = [one for one in day.tasks if one.batch == first and one.attention == "hands"][2]
    now = slow.start + 120
    canned = ("fill", "to-boil", "process", "rest", "lift")
    told = [
        Told(one.id, one.start, one.end if one.end <= now else None)
        for one in day.tasks
        if one.start < now and (one.batch != first or one.start < slow.start) and one.do not in canned
    ]
    told.append(Told(slow.id, now - 1))
    running = pushed(day, told, now, awake=asked.awake, breaks=asked.breaks)
    found = better(asked, running, told, now)
    assert found is not None
    assert found.day.end <= running.end - 5 and re.match(r"\d+ min sooner, at \d\d:\d\d: “", found.says)
    left = replace(asked, start=now, told=tuple(told))
    assert faults(left, found.day) == []
    stood = {one.id: one for one in running.tasks}
    for one in found.day.tasks:
        if one.id in {task.task for task in told} or stood[one.id].start < now + 10:
            assert one.start == stood[one.id].start, "what was begun, and what is due soon, does not move"
    assert better(asked, found.day, told, now) is None
