"""Another size: shares kept, rounding that crosses no rule, what limits the batch, and jars that stay jars."""

from __future__ import annotations

import re

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from rheum.core.altitude import read_altitude
from rheum.core.checking import check_text
from rheum.core.request import RequestError, Settings
from rheum.core.scaling import Wanted, scale_recipe
from rheum.core.writing import formula_text
from rheum.reference.loading import library

FACTS = library()
HERE = Settings(read_altitude("1265m"), measures="us")
BEANS = formula_text(FACTS.formulas["dilled-green-beans"])


@settings(max_examples=250, deadline=None)
@given(st.sampled_from(sorted(FACTS.formulas)), st.sampled_from(["us", "metric"]), st.floats(0.3, 8))
def test_no_size_of_a_formula_leaves_the_shelf(formula_id: str, measures: str, factor: float) -> None:
    text = formula_text(FACTS.formulas[formula_id], measures)  # type: ignore[arg-type]
    found = scale_recipe(text, Wanted(factor=factor), HERE, FACTS)
    assert (found.before, found.after) == ("shelf", "shelf"), found.text
    before = {one.code for one in check_text(text, HERE, FACTS).findings}
    new = {one.code for one in check_text(found.text, HERE, FACTS).findings} - before
    # Whole cloves and half spoons leave a little less produce, or a gram of salt: notes, and cautions of taste.
    assert new <= {"low-acid-reduced", "salt-changed", "sugar-changed", "ph-marginal"}, (new, found.text)


@settings(max_examples=60, deadline=None)
@given(st.sampled_from(sorted(FACTS.formulas)), st.floats(0.5, 4))
def test_there_and_back_is_the_recipe_again(formula_id: str, factor: float) -> None:
    text = formula_text(FACTS.formulas[formula_id], "metric")
    there = scale_recipe(text, Wanted(factor=factor), HERE, FACTS)
    back = scale_recipe(there.text, Wanted(factor=1 / factor), HERE, FACTS)
    was, now = (check_text(one, HERE, FACTS) for one in (text, back.text))
    assert (was.destination, was.process) == (now.destination, now.process)
    vinegar = [re.match(r"([\d.]+) (l|ml) (?:white|cider)", line) for line in text.splitlines()]
    again = [re.match(r"([\d.]+) (l|ml) (?:white|cider)", line) for line in back.text.splitlines()]
    for one, other in zip(filter(None, vinegar), filter(None, again), strict=True):
        size = [float(m.group(1)) * (1000 if m.group(2) == "l" else 1) for m in (one, other)]
        assert size[1] == pytest.approx(size[0], rel=0.06)
        assert size[1] >= size[0] * 0.999, "acid is only ever rounded up"


def test_once_is_the_text_itself() -> None:
    for formula in FACTS.formulas.values():
        text = formula_text(formula)
        assert scale_recipe(text, Wanted(factor=1.0), HERE, FACTS).text == text


def test_the_basket_less_its_tare_decides() -> None:
    found = scale_recipe(BEANS, Wanted(gross_g=4900, tare_g=510), HERE, FACTS)
    assert found.factor == pytest.approx(4390 / 1814.37, rel=1e-3)
    assert found.text.splitlines()[2].startswith("9 lb 10 1/2 oz green bean")


def test_what_limits_the_batch_is_named() -> None:
    found = scale_recipe(BEANS, Wanted(gross_g=4900, tare_g=510, vinegar_ml=1500, jars=40), HERE, FACTS)
    assert [limit.name for limit in found.limits] == ["the vinegar on hand", "the green bean in the basket", "the jars"]
    assert found.factor == pytest.approx(1500 / 946.35, rel=0.02)
    vinegar = check_text(found.text, HERE, FACTS)
    held = next(line.amount for line in vinegar.lines if line.role == "vinegar")
    assert float(held.split()[0]) <= 1.5, "what is written fits what there is, rounded up and all"
    assert (found.jars_low, found.jars_high) == (12, 13)


def test_what_was_not_understood_is_left_and_said() -> None:
    found = scale_recipe(BEANS.replace("\n\nMethod", "\n2 cups skirrets\n\nMethod"), Wanted(factor=2), HERE, FACTS)
    assert found.left == ("2 cups skirrets",)
    assert "2 cups skirrets" in found.text


def test_a_half_batch_halves_the_batch_and_not_the_jar() -> None:
    text = formula_text(FACTS.formulas["dill-cucumbers-fresh-pack"])
    half = scale_recipe(text, Wanted(factor=0.5), HERE, FACTS)
    assert "4 lb pickling cucumber" in half.text
    assert "1 gallon water" in half.text.partition("Soak:")[2], "the soak is part of the batch"
    assert "Per pint jar:\n1 tsp mustard seed\n1 1/2 fresh dill, heads" in half.text


@pytest.mark.parametrize(
    ("wanted", "says"),
    [
        (Wanted(gross_g=500, tare_g=510), "cannot weigh as much"), (Wanted(gross_g=0), "above zero"), (Wanted(gross_g=1e9), "at most 1,000 kg"),
        (Wanted(jars=0), "1 to 200"), (Wanted(vinegar_ml=0), "above zero"), (Wanted(), "decides the size"), (Wanted(factor=1000), "can be written out"),
        (Wanted(factor=0), "can be written out"), (Wanted(gross_g=1_000_000), "can be written out"),
    ],
)  # fmt: skip
def test_sizes_that_cannot_be_get_a_sentence(wanted: Wanted, says: str) -> None:
    with pytest.raises(RequestError, match=says):
        scale_recipe(BEANS, wanted, HERE, FACTS)


def test_a_recipe_of_nobodys_has_no_count_of_jars() -> None:
    with pytest.raises(RequestError, match="not known"):
        scale_recipe("Odd\n2 lb celeriac\n1 cup white vinegar (5%)\n", Wanted(jars=4), HERE, FACTS)
