"""Checking recipes, and the formulas and jars to choose from."""

from __future__ import annotations

from apiflask import APIBlueprint

from rheum.api.answers import FormulaListOut, FormulaPageOut, FormulaTextOut, JarListOut, VerdictOut
from rheum.api.asked import settings_of
from rheum.api.facts import kitchen_facts, kitchen_library
from rheum.api.problems import Problem
from rheum.api.requests import CheckIn, FormulaQuery, WorkQuery
from rheum.api.shapes import FormulaList, FormulaSummary, FormulaText, JarList, JarView
from rheum.core.facts.formulas import Formula
from rheum.core.facts.jars import class_says
from rheum.core.judging.check import judge
from rheum.core.judging.verdict import Verdict
from rheum.core.matching.profile import main_produce
from rheum.core.parsing.writing import formula_text
from rheum.core.work import FormulaPage, steps_of, work_page
from rheum.formats.recipe_json import recipe_text_of

blueprint = APIBlueprint("checks", __name__, tag="Check")


@blueprint.post("/api/check")
@blueprint.doc(summary="Judge a recipe", description="Where the jars may live, and every reason why.")
@blueprint.input(CheckIn, arg_name="asked")
@blueprint.output(VerdictOut)
def check(asked: CheckIn) -> Verdict:
    """Judge a recipe."""
    text = asked.text if asked.text is not None else recipe_text_of(asked.recipe)
    facts, choices = kitchen_facts()
    return judge(text, settings_of(asked, choices), facts).verdict


def _summary(formula: Formula) -> FormulaSummary:
    return FormulaSummary(
        id=formula.id,
        title=formula.title,
        kind=formula.kind,
        pack=formula.pack,
        source=formula.says_source,
        recall=formula.recall,
        makes=formula.makes,
        produce=main_produce(formula),
        jars=tuple(formula.minutes),
        own=formula.own is not None,
    )


@blueprint.get("/api/formulas")
@blueprint.output(FormulaListOut)
def formulas() -> FormulaList:
    """The tested formulas: those that ship, and those that this kitchen has entered."""
    return FormulaList(tuple(_summary(formula) for formula in kitchen_library().formulas.values()))


@blueprint.get("/api/formulas/<formula_id>")
@blueprint.input(WorkQuery, location="query", arg_name="asked")
@blueprint.output(FormulaPageOut)
def page_of_formula(formula_id: str, asked: WorkQuery) -> FormulaPage:
    """A formula with its work as a person reads it: gather, prepare, cook, pack, at a scale."""
    formula = kitchen_library().formulas.get(formula_id)
    if formula is None:
        raise Problem(404, "No such formula", f"There is no formula “{formula_id[:60]}”. Choose one from the list.")
    steps = steps_of(formula, kitchen_library().catalogue) if formula.own is not None and formula.own.steps_confirmed else ()
    return work_page(formula, asked.scale, asked.measures, asked.pack, steps=steps)


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
        JarView(
            id=j.id,
            title=j.title,
            volume_ml=j.volume_ml,
            depth_mm=j.depth_mm,
            mouth_mm=j.mouth_mm,
            body_mm=j.body_mm,
            family=j.family,
            own=j.own,
            mouth=j.mouth,
            minutes_say=class_says(j.volume_ml),
        )
        for j in kitchen_library().jars.values()
    )
    return JarList(tuple(shown))
