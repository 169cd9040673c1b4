"""The shipped formulas: each is itself, in any measures, at any height; each is nearest to itself."""

from __future__ import annotations

import csv
import tomllib
from importlib.resources import files

import pytest

from rheum.core.facts.circumstances import Settings
from rheum.core.facts.library import Library
from rheum.core.judging.check import check_text
from rheum.core.matching.distance import CUT_OFF, MET, nearest
from rheum.core.matching.measured import measure
from rheum.core.measures.altitude import read_altitude
from rheum.core.measures.measurable import mixed
from rheum.core.parsing.text import read_recipe
from rheum.core.parsing.writing import formula_text
from rheum.reference.loading import BadReference, read_formulas, read_ingredients, read_roles

RAW = {entry["id"]: entry for entry in tomllib.loads(files("rheum.reference").joinpath("formulas.toml").read_text())["formula"]}
HEIGHTS = ("0m", "1265m", "7200ft")


def test_all_of_them_ship(facts: Library) -> None:
    assert len(facts.formulas) == len(RAW) == 41
    assert len(facts.catalogue.by_id) >= 150
    for formula in facts.formulas.values():
        assert formula.source.title and formula.recall in ("sure", "fair")


@pytest.mark.parametrize("measures", ["us", "metric"])
@pytest.mark.parametrize("formula_id", RAW)
def test_written_out_it_comes_back_as_itself(formula_id: str, measures: str, facts: Library) -> None:
    text = formula_text(facts.formulas[formula_id], measures)  # type: ignore[arg-type]
    for height in HEIGHTS:
        verdict = check_text(text, Settings(read_altitude(height)), facts)
        assert not verdict.unread
        assert verdict.destination == "shelf", [(f.code, f.says) for f in verdict.findings]
        assert verdict.formula is not None and verdict.formula.id == formula_id
        # Which minutes: tests/published.
        assert verdict.process is not None


@pytest.mark.parametrize("scale", [0.5, 2, 3])
def test_a_half_and_a_double_batch_stay_tested(scale: float, facts: Library) -> None:
    for formula in facts.formulas.values():
        verdict = check_text(formula_text(formula, "us", scale), Settings(read_altitude("1265m"), measures="us"), facts)
        assert verdict.destination == "shelf", (formula.id, [(f.code, f.says) for f in verdict.findings])


@pytest.mark.parametrize("formula_id", RAW)
def test_each_is_nearest_to_itself_by_far(formula_id: str, facts: Library) -> None:
    formula = facts.formulas[formula_id]
    recipe = read_recipe(formula_text(formula), facts.catalogue)
    near = nearest(measure(recipe, "us"), facts, formula.pack)
    assert near[0].formula is formula
    assert near[0].distance < MET < near[1].distance
    assert near[0].distance < CUT_OFF / 10


def test_numbers_are_written_as_cooks_write_them() -> None:
    assert [mixed(value) for value in (1, 0.5, 2.25, 1 / 3, 5 / 3, 7.5)] == ["1", "1/2", "2 1/4", "1/3", "1 2/3", "7 1/2"]


# --- a bad fact fails with its place named -------------------------------------------------------------------------


def test_a_class_without_a_role_fails_the_load() -> None:
    header = files("rheum.reference").joinpath("ingredients.csv").read_text().splitlines()[0]
    row = dict.fromkeys(next(csv.reader([header])), "") | {"id": "moon", "name": "moon", "class": "rock", "edible_fraction": "1"}
    roles = read_roles(files("rheum.reference").joinpath("roles.csv").read_text())
    with pytest.raises(BadReference, match=r"line 2.*rock"):
        read_ingredients(header + "\n" + ",".join(row[key] for key in next(csv.reader([header]))), roles, {})


@pytest.mark.parametrize(
    ("old", "new", "says"),
    [
        ("minutes = { pint = [5, 10, 15] }", "minutes = { pint = [5, 10] }", "need 3 figures"),
        ("4 lb | green-bean", "4 lb | moon-bean", "moon-bean"),
        ("4 lb | green-bean", "lots | green-bean", "no amount"),
        ("minutes = { pint = [5, 10, 15] }", "minutes = { pint = [15, 10, 5] }", "must not fall"),
    ],
)
def test_a_bad_formula_names_itself(old: str, new: str, says: str, facts: Library) -> None:
    text = files("rheum.reference").joinpath("formulas.toml").read_text()
    start = text.index('id = "dilled-green-beans"')
    block = "[[formula]]\n" + text[start : text.index("[[formula]]", start)].replace(old, new)
    with pytest.raises(BadReference, match=rf"dilled-green-beans.*({says})"):
        read_formulas(block, facts.catalogue, {"usda6": facts.formulas["dilled-okra"].source})
