"""What would make it a tested one: the way from a spoilt recipe back to the formula it came from."""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from rheum.core.facts.circumstances import Settings
from rheum.core.judging.check import check_text
from rheum.core.judging.findings import Remedy
from rheum.core.measures.altitude import read_altitude
from rheum.core.measures.refused import RequestError
from rheum.core.parsing.changes import apply_changes
from rheum.core.parsing.writing import formula_text
from rheum.core.revising.becoming import becoming
from rheum.reference.loading import library
from tests.core.test_remedies import SPOILT
from tests.core.texts import without_steps

FACTS = library()
HERE = Settings(read_altitude("4150ft"), measures="us")
GRAN = """Gran's bean jars

5 lb green beans, trimmed
10 heads dill
30 cloves garlic
1/2 cup pickling salt
4 cups white vinegar (4%)
6 cups water
1 cup carrots, sliced
2 tbsp olive oil
1 tsp dried chilli flakes

Method:
Raw pack into quart jars, leaving 1 inch headspace. Process 3 minutes in boiling water.
"""


def test_a_recipe_of_ones_own_becomes_a_tested_one_line_by_line() -> None:
    way = becoming(GRAN, HERE, "dilled-green-beans", FACTS)
    assert (way.destination_now, way.destination, way.limits, way.written_anew) == ("fridge", "shelf", 0, False)
    assert way.scale == pytest.approx(1.25)
    after = {step.line: step.after for step in way.steps}
    assert after[5] == "10 cloves garlic"
    assert after[7] == "5 cups white distilled vinegar (5%)"
    assert after[8] == "5 cups water"
    assert after[9] == after[10] == ""
    assert way.settings.get("set_aside") is True, "her own method is set aside, and stays in the text"
    assert way.text.startswith("Gran's bean jars"), "what was good is kept"
    assert "1 tsp dried chilli flakes" in way.text


def test_each_step_tells_the_verdict_with_it_alone() -> None:
    way = becoming(GRAN, HERE, "dilled-green-beans", FACTS)
    for step in way.steps:
        text, sets = apply_changes(GRAN, step.changes)
        verdict = check_text(text, replace(HERE, formula_id="dilled-green-beans", **sets), FACTS)
        assert verdict.destination == step.destination
        assert sum(1 for found in verdict.findings if found.level in ("stop", "limit")) == step.limits <= way.limits_now


@pytest.mark.parametrize("fault", sorted(SPOILT))
def test_every_spoilt_formula_finds_its_way_back(fault: str) -> None:
    anew = 0
    first = sorted(SPOILT).index(fault) % 2  # every formula has half of the faults, every fault half of the formulas
    for formula in list(FACTS.formulas.values())[first::2]:
        text = SPOILT[fault](formula_text(formula, "metric"))
        way = becoming(text, HERE, formula.id, FACTS)
        end = check_text(way.text, replace(HERE, **way.settings), FACTS)
        assert (way.destination, end.destination) == ("shelf", "shelf"), (
            formula.id,
            [(f.code, f.line, f.says) for f in end.findings],
            way.text,
        )
        anew += way.written_anew
    assert anew <= 6, "most are mended, not written anew"


def test_a_recipe_of_something_else_is_written_anew() -> None:
    way = becoming("Carrots\n2 lb carrots\n1 cup white vinegar (5%)\n", HERE, "dilled-okra", FACTS)
    assert way.destination == "shelf"
    assert check_text(way.text, replace(HERE, **way.settings), FACTS).destination == "shelf"


def test_a_tested_recipe_has_nothing_to_become() -> None:
    for formula in FACTS.formulas.values():
        way = becoming(formula_text(formula), HERE, formula.id, FACTS)
        assert (way.destination_now, way.limits_now, way.written_anew) == ("shelf", 0, False)
        assert not way.steps, (formula.id, way.steps)


def test_a_formula_that_is_not_there_is_refused() -> None:
    with pytest.raises(RequestError, match="There is no formula"):
        becoming(GRAN, HERE, "moon-beans", FACTS)


def remedies(text: str, asked: Settings) -> list[Remedy]:
    """The remedies of what stands between a recipe and the shelf."""
    found = check_text(text, asked, FACTS).findings
    return [one.remedy for one in found if one.level in ("stop", "limit") and one.remedy is not None and one.remedy.changes]


@pytest.mark.parametrize("fault", sorted(SPOILT))
def test_one_fault_has_one_figure(fault: str) -> None:
    """Beside the line and on the way to the tested one stand the same words."""
    met = 0
    few = fault in ("fresh lemon juice", "rice vinegar")
    for formula in list(FACTS.formulas.values())[0 if few else sorted(SPOILT).index(fault) % 3 :: 1 if few else 3]:
        text = SPOILT[fault](without_steps(formula_text(formula, "metric")))
        asked = replace(HERE, formula_id=formula.id)
        found = remedies(text, asked)
        way = becoming(text, HERE, formula.id, FACTS)
        if len(found) != 1 or way.written_anew:
            continue
        by_remedy = apply_changes(text, found[0].changes)[0]
        if check_text(by_remedy, asked, FACTS).destination == "shelf":
            met += 1
            assert by_remedy == way.text, (formula.id, by_remedy, way.text)
    assert met or fault in ("a lime soak", "an inch of headspace", "table salt", "too short", "unstated vinegar", "whole", "minced"), fault


ways = st.lists(st.sampled_from(sorted(SPOILT)), min_size=1, max_size=3, unique=True)


@settings(max_examples=60, deadline=None)
@given(st.sampled_from(sorted(FACTS.formulas)), ways, st.randoms(use_true_random=False))
def test_remedies_in_any_order_end_on_the_shelf(formula_id: str, faults: list[str], chance: object) -> None:
    text = without_steps(formula_text(FACTS.formulas[formula_id], "metric"))
    for fault in faults:
        text = SPOILT[fault](text)
    asked = replace(HERE, formula_id=formula_id)
    for _ in range(40):
        found = remedies(text, asked)
        if not found:
            break
        one = chance.choice(found)  # type: ignore[attr-defined]
        text, sets = apply_changes(text, one.changes)
        asked = replace(asked, **sets)
    end = check_text(text, asked, FACTS)
    assert end.destination == "shelf", (text, [(one.code, one.says) for one in end.findings if one.level in ("stop", "limit")])
