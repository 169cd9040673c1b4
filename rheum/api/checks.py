"""Checking recipes, and the formulas and jars to choose from."""

from __future__ import annotations

from apiflask import APIBlueprint

from rheum.api.facts import kitchen_facts, kitchen_library
from rheum.api.problems import Problem
from rheum.api.recipes import height_of, main_produce, makes
from rheum.api.requests import CheckIn, FormulaQuery
from rheum.api.shapes import (
    Alive,
    AliveOut,
    FormulaList,
    FormulaListOut,
    FormulaSummary,
    FormulaText,
    FormulaTextOut,
    JarList,
    JarListOut,
    JarView,
    VerdictOut,
)
from rheum.core.facts.circumstances import Settings
from rheum.core.facts.formulas import Formula
from rheum.core.facts.jars import class_says
from rheum.core.judging.check import check_text
from rheum.core.judging.verdict import Verdict
from rheum.core.recipe.writing import formula_text
from rheum.formats.recipe_json import recipe_text_of

blueprint = APIBlueprint("checks", __name__, tag="Check")


@blueprint.get("/api/alive")
@blueprint.output(AliveOut)
def alive() -> Alive:
    """Whether the server answers."""
    return Alive(True)


@blueprint.post("/api/check")
@blueprint.doc(summary="Judge a recipe", description="Where the jars may live, and every reason why.")
@blueprint.input(CheckIn, arg_name="asked")
@blueprint.output(VerdictOut)
def check(asked: CheckIn) -> Verdict:
    """Judge a recipe."""
    text = asked.text if asked.text is not None else recipe_text_of(asked.recipe)
    facts, choices = kitchen_facts()
    settings = Settings(
        height_of(asked.altitude_m, asked.altitude_ft), asked.jar, asked.pack, asked.headspace_mm, asked.minutes, asked.method, asked.measures,
        asked.formula_id, choices,
    )  # fmt: skip
    return check_text(text, settings, facts)


def _summary(formula: Formula) -> FormulaSummary:
    return FormulaSummary(
        formula.id, formula.title, formula.kind, formula.pack, formula.says_source, formula.recall,
        makes(formula), main_produce(formula), tuple(formula.minutes), formula.own is not None,
    )  # fmt: skip


@blueprint.get("/api/formulas")
@blueprint.output(FormulaListOut)
def formulas() -> FormulaList:
    """The tested formulas: those that ship, and those that this kitchen has entered."""
    return FormulaList(tuple(_summary(formula) for formula in kitchen_library().formulas.values()))


@blueprint.get("/api/formulas/<formula_id>/text")
@blueprint.input(FormulaQuery, location="query", arg_name="asked")
@blueprint.output(FormulaTextOut)
def text_of_formula(formula_id: str, asked: FormulaQuery) -> FormulaText:
    """A formula written out as recipe text, as the Bench takes it."""
    formula = kitchen_library().formulas.get(formula_id)
    if formula is None:
        raise Problem(404, "No such formula", f"There is no formula “{formula_id[:60]}”. Choose one from the list.")
    return FormulaText(formula.id, asked.measures, formula_text(formula, asked.measures))


@blueprint.get("/api/jars")
@blueprint.output(JarListOut)
def jars() -> JarList:
    """The jars to choose from, with their measures for drawing."""
    shown = (
        JarView(j.id, j.title, j.volume_ml, j.depth_mm, j.mouth_mm, j.body_mm, j.family, j.own, j.mouth, class_says(j.volume_ml))
        for j in kitchen_library().jars.values()
    )
    return JarList(tuple(shown))
