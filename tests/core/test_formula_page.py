"""A formula's page: all of its lines and tasks, in the order of the work, scaled where amounts scale and nowhere else."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rheum.core.facts.formulas import Formula
from rheum.core.measures.amount import leading_amount
from rheum.core.measures.refused import RequestError
from rheum.core.work import work_page
from rheum.reference.loading import library

FORMULAS = library().formulas
every = pytest.mark.parametrize("formula", FORMULAS.values(), ids=FORMULAS.keys())


@every
def test_nothing_of_the_work_is_missing_and_it_ends_in_packing(formula: Formula) -> None:
    page = work_page(formula)
    assert formula.work is not None
    shown = [task.id for part in page.parts for task in part.tasks]
    assert sorted(shown) == sorted(task.id for task in formula.work.tasks)
    assert [part.name for part in page.parts][-1] == "pack"
    assert len(page.gather) == len(formula.lines)
    # What a task rests on is shown before it.
    places = {name: at for at, name in enumerate(shown)}
    assert all(places[before] < places[task.id] for task in formula.work.tasks for before in task.after)


@every
def test_tasks_with_minutes_have_a_clock_and_hot_hands_have_gloves(formula: Formula) -> None:
    assert formula.work is not None
    shown = {task.id: task for part in work_page(formula).parts for task in part.tasks}
    for task in formula.work.tasks:
        if task.do != "pack":
            assert shown[task.id].clock == task.minutes
        if "gloves" in task.says.lower():
            assert shown[task.id].gloves


def test_a_dill_is_soaked_twelve_hours_and_a_jalapeno_is_cut_in_gloves() -> None:
    """USDA Guide 6 (from memory): fresh-pack dills soak 12 hours; jalapeño rings are limed 12 to 24 hours."""
    dills = {task.id: task for part in work_page(FORMULAS["dill-cucumbers-fresh-pack"]).parts for task in part.tasks}
    assert dills["soak"].clock_says == "12 hours"
    rings = [task for part in work_page(FORMULAS["jalapeno-rings"]).parts for task in part.tasks]
    assert any(task.gloves for task in rings)
    assert any(task.clock_says == "12 to 24 hours" for task in rings)


@given(st.sampled_from(sorted(FORMULAS)), st.sampled_from([0.5, 2.0, 3.0]))
def test_amounts_scale_and_minutes_do_not(formula_id: str, scale: float) -> None:
    one, many = work_page(FORMULAS[formula_id], 1.0, "metric"), work_page(FORMULAS[formula_id], scale, "metric")
    assert [part.tasks for part in one.parts] == [part.tasks for part in many.parts]
    assert (one.minutes, one.headspace) == (many.minutes, many.headspace)
    scaled = {line.says.split(" ", 1)[-1]: line for line in many.gather}
    for line in one.gather:
        amount, rest = leading_amount(line.says)
        if amount is None or amount.unit not in ("kg", "l") or line.goes.startswith("each"):
            continue
        there = scaled.get(line.says.split(" ", 1)[-1])
        if there is not None and (then := leading_amount(there.says)[0]) is not None:
            assert then.high == pytest.approx(amount.high * scale, rel=0.02), rest


def test_a_size_that_no_kitchen_makes_is_refused() -> None:
    for scale in (0.0, 0.1, 7.0):
        with pytest.raises(RequestError, match="batches"):
            work_page(FORMULAS["corn-relish"], scale)
