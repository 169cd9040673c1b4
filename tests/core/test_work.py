"""The tasks of a batch: complete, in the order of the work, and as long as the rates say."""

from __future__ import annotations

import csv
import tomllib
from itertools import pairwise

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from rheum.core.work import BatchTask, forecast, just_in_time
from rheum.reference.loading import library, shipped
from rheum.reference.rates import read_rates
from rheum.reference.words import BadReference
from tests.core.kitchens_at_work import begun

LIB = library()
FORMULAS = sorted(LIB.formulas)


def tasks_of(name: str, **more: object) -> tuple[BatchTask, ...]:
    return begun(name, **more).tasks  # type: ignore[arg-type]


def every_way() -> list[tuple[str, str, str]]:
    found = []
    for name, formula in LIB.formulas.items():
        for pack in ("raw", "hot"):
            if formula.minutes_for_pack(pack):  # type: ignore[arg-type]
                found.extend((name, pack, method) for method in ("bath", "steam"))
    return found


@pytest.mark.parametrize(("name", "pack", "method"), every_way())
def test_every_formula_has_its_work_from_the_kit_to_the_shelf(name: str, pack: str, method: str) -> None:
    batch = begun(name, pack=pack, method=method)  # type: ignore[arg-type]
    if batch.minutes is None:  # steamed longer than a steam canner may run, or packed as its text does not say: it is not processed at all
        assert batch.destination == "fridge" and not any(task.part in ("process", "after") for task in batch.tasks)
        return
    tasks = batch.tasks
    ids = [task.id for task in tasks]
    assert len(set(ids)) == len(ids)
    # Whatever a task waits for stands before it.
    for number, task in enumerate(tasks):
        assert set(task.after) <= set(ids[:number]), task.id
    assert ids[0] == "kit"
    assert ids[-5:] == ["cooling", "seals", "jars-wiped", "label", "store"]
    formula = LIB.formulas[name]
    work = formula.work_raw if pack == "raw" and formula.pack != "raw" else formula.work
    assert work is not None
    assert {task.id for task in work.tasks if task.do != "pack"} <= set(ids)
    for one in ("jars-washed", "jars-hot", "canner-on", "lids"):
        assert one in ids
    assert ("kettle" in ids) == (method == "bath")
    first = ids.index("fill-1")
    # Nothing of what is made ready is missing when the first jar is filled.
    before = everything_before(tasks, "fill-1")
    assert set(ids[:first]) - {task.id for task in tasks if task.id in ("kettle",)} == before - {"kettle"}
    loads = [task.load for task in tasks if task.do == "fill"]
    assert loads == list(range(1, len(loads) + 1))
    for number in loads:
        stages = [f"fill-{number}", f"boil-{number}", f"process-{number}", f"rest-{number}", f"lift-{number}"]
        places = [ids.index(one) for one in stages]
        assert places == sorted(places)
        for one, other in pairwise(stages):
            assert one in by_id(tasks)[other].after
        if number > 1:
            again = by_id(tasks)[f"boil-again-{number}"]
            assert again.after == (f"lift-{number - 1}",)
            # A raw pack's canner is let down before cold jars go in, with no jar in it.
            assert (f"let-down-{number}" in ids) == (pack == "raw" and method == "bath")
            assert f"lift-{number - 1}" in by_id(tasks)[f"fill-{number}"].after
    minutes = {task.clock for task in tasks if task.do == "process"}
    assert minutes == {(float(batch.minutes), float(batch.minutes))}


def by_id(tasks: tuple[BatchTask, ...]) -> dict[str, BatchTask]:
    return {task.id: task for task in tasks}


def everything_before(tasks: tuple[BatchTask, ...], name: str) -> set[str]:
    known, found, open_ = by_id(tasks), set(), [name]
    while open_:
        for before in known[open_.pop()].after:
            if before not in found:
                found.add(before)
                open_.append(before)
    return found


@pytest.mark.parametrize("name", FORMULAS)
def test_the_words_and_clocks_are_those_of_the_reference(name: str) -> None:
    rows = tomllib.loads(shipped("work.toml"))
    mine = by_id(tasks_of(name))
    for row in rows[name]["steps"]:
        if row["do"] == "pack":
            assert row["says"].rstrip(".") in mine["fill-1"].says
            continue
        task = mine[row["id"]]
        assert (task.do, task.says, task.attention, task.stir, task.waits) == (
            row["do"], row["says"], row["attention"], row.get("stir"), row.get("waits"),
        )  # fmt: skip
        if "minutes" in row and row["do"] != "reheat" and row["attention"] != "hands":
            assert task.clock == tuple(row["minutes"])
        else:
            assert task.clock is None


@settings(max_examples=25, deadline=None)
@given(st.sampled_from([name for name in FORMULAS if LIB.formulas[name].work]), st.sampled_from([0.5, 2.0, 3.0]))
def test_by_the_kilo_doubles_by_the_jar_goes_by_jars_and_minutes_from_the_boil_stay(name: str, factor: float) -> None:
    one, other = begun(name), begun(name, factor=factor)
    start = LIB.rates.named("start")
    assert start is not None
    tasks, more = by_id(one.tasks), by_id(other.tasks)
    for task in (task for task in one.tasks if task.part in ("prepare", "cook") and task.id != "kit"):
        scaled = more[task.id]
        assert scaled.clock == task.clock
        assert scaled.heat_up == pytest.approx(tuple(end * factor for end in task.heat_up), rel=0.08, abs=0.3)
        rate = LIB.rates.named(task.do)
        if task.attention == "hands" and (rate is None or rate.per == "kg") and task.hands[1] - start.span[1] > 3.01:
            for end in (0, 1):
                assert scaled.hands[end] - start.span[end] == pytest.approx((task.hands[end] - start.span[end]) * factor, rel=0.08, abs=0.3)
    each = [sum(task.hands[1] for task in batch.tasks if task.do == "fill") / batch.jars_planned for batch in (one, other)]
    assert each[0] == pytest.approx(each[1])
    lifts = [sum(task.hands[1] for task in batch.tasks if task.do == "lift") / batch.jars_planned for batch in (one, other)]
    assert lifts == pytest.approx([0.4, 0.4])  # rates.csv: lift, any, 0.2 to 0.4 a jar
    assert tasks["process-1"].clock == more["process-1"].clock


def test_a_rate_is_found_by_the_ingredient_its_group_its_class_or_any() -> None:
    rows = {(row["verb"], row["what"]): float(row["high_min_per_kg"]) for row in csv.DictReader(shipped("rates.csv").splitlines())}
    known = LIB.catalogue
    for verb, name, what in (
        ("trim", "green-bean", "green-bean"),
        ("wash", "serrano", "serrano"),
        ("wash", "poblano", "pepper"),
        ("trim", "fig", "any"),
    ):
        if name in known.by_id:
            rate = LIB.rates.nearest(verb, known[name])
            assert rate is not None and rate.what == what and rate.span[1] == rows[verb, what]


@pytest.mark.parametrize(
    ("row", "says"),
    [
        ("wash,any,2,1,x,kg,", "line 2"),
        ("wash,any,a,1,x,kg,", "line 2"),
        ("wash,any,1,2,x,acre,", "per is one of"),
        ("wash,any,0,2,x,kg,", "above zero"),
    ],
)
def test_a_bad_rate_fails_with_its_line(row: str, says: str) -> None:
    with pytest.raises(BadReference, match=says):
        read_rates("verb,what,low_min_per_kg,high_min_per_kg,source,per,includes\n" + row + "\n")


@pytest.mark.parametrize("name", FORMULAS)
def test_what_gets_hot_is_begun_no_sooner_than_needed_and_nothing_is_kept_waiting(name: str) -> None:
    tasks = tasks_of(name)
    ahead = forecast(tasks, {}, frozenset())
    assert set(ahead) == {task.id for task in tasks}
    fill = ahead["fill-1"].begins
    known = by_id(tasks)
    for task in tasks:
        assert all(ahead[before].ends <= ahead[task.id].begins + 1e-6 for before in task.after)
    # Jars are not hot four hours before a chutney is cooked, nor the brine boiled before anything is cut.
    cut = min(ahead[task.id].begins for task in tasks if task.attention == "hands" and task.id != "kit")
    for one in ("jars-hot", "canner-on", "lids"):
        assert fill - ahead[one].ends <= 12, (name, one)
    for task in tasks:
        if just_in_time(task) and task.part == "cook":
            assert ahead[task.id].begins >= cut
    # One pair of hands.
    spans = sorted((ahead[task.id].begins, ahead[task.id].ends) for task in tasks if task.attention == "hands")
    for (_, end), (start, _) in pairwise(spans):
        assert start >= end - 1e-6
    assert known["fill-1"].lasts[0] > 0


def test_a_soak_by_night_is_not_followed_by_a_boil_at_its_beginning() -> None:
    tasks = tasks_of("dill-cucumbers-fresh-pack")
    ahead = forecast(tasks, {}, frozenset())
    assert ahead["soak"].ends - ahead["soak"].begins == 720
    for one in ("brine", "canner-on", "jars-hot", "kettle"):
        assert ahead[one].begins > ahead["soak"].ends - 60


def test_a_task_under_way_takes_what_is_left_of_it() -> None:
    tasks = tasks_of("mango-chutney")
    before = [task.id for task in tasks if task.part == "prepare"]
    ahead = forecast(tasks, {"simmer": 7.0}, frozenset([*before, "syrup"]))
    assert ahead["simmer"].ends == 7.0
    assert ahead["fill-1"].begins >= 7.0


def test_gloves_where_chillies_are_cut_and_jars_are_sterilised_only_under_ten_minutes() -> None:
    low, high = begun("mango-chutney", metres="0"), begun("dilled-green-beans", metres="0")
    assert "Gloves" in " ".join(by_id(low.tasks)["kit"].lines)  # green mango irritates the skin
    assert "Gloves" not in " ".join(by_id(high.tasks)["kit"].lines)
    assert any(task.gloves for task in tasks_of("chile-salsa"))
    assert "Gloves" in " ".join(by_id(tasks_of("chile-salsa"))["kit"].lines)
    assert by_id(high.tasks)["jars-hot"].do == "sterilise"  # 5 minutes at sea level
    assert by_id(tasks_of("dilled-green-beans"))["jars-hot"].do == "heat-jars"  # 10 at 1,265 m


def test_amounts_stand_beside_the_first_task_that_takes_them_in_the_recipes_own_words() -> None:
    tasks = tasks_of("dill-cucumbers-fresh-pack")
    known = by_id(tasks)
    assert any("gallons water" in line for line in known["soak"].lines)
    assert any("vinegar" in line for line in known["brine"].lines)
    assert all("in each jar" in line for line in known["fill-1"].lines)
    shown = [line for task in tasks if task.do != "fill" for line in task.lines]
    assert len(shown) == len(set(shown))
