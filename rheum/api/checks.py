"""Checking recipes, and the formulas and jars to choose from."""

from __future__ import annotations

from apiflask import APIBlueprint

from rheum.api.problems import Problem
from rheum.api.shapes import (
    Alive,
    AliveOut,
    CheckIn,
    FormulaList,
    FormulaListOut,
    FormulaQuery,
    FormulaSummary,
    FormulaText,
    FormulaTextOut,
    JarList,
    JarListOut,
    JarView,
    VerdictOut,
)  # fmt: skip
from rheum.core.altitude import Altitude, altitude
from rheum.core.checking import check_text
from rheum.core.formulas import Formula
from rheum.core.profiles import profile
from rheum.core.request import Settings
from rheum.core.saying import listed
from rheum.core.verdict import Verdict
from rheum.core.writing import JAR_WORD, formula_text
from rheum.formats.recipe_json import recipe_text_of
from rheum.reference.loading import library

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
    height: Altitude | None = None
    if asked.altitude_m is not None:
        height = altitude(asked.altitude_m, "m")
    elif asked.altitude_ft is not None:
        height = altitude(asked.altitude_ft, "ft")
    settings = Settings(height, asked.jar, asked.pack, asked.headspace_mm, asked.minutes, asked.method, asked.measures, asked.formula_id)
    return check_text(text, settings, library())


def _summary(formula: Formula) -> FormulaSummary:
    made = formula.yields
    count = f"{made.low:g}" if made.low == made.high else f"{made.low:g}-{made.high:g}"
    slots = sorted(profile(formula).slots, key=lambda slot: -slot.grams)[:3]
    return FormulaSummary(
        formula.id, formula.title, formula.kind, formula.pack, f"{formula.source.title} (from memory)", formula.recall,
        f"{count} {JAR_WORD[made.jar]} jars", listed([slot.given[0].name for slot in slots]), tuple(formula.minutes),
    )  # fmt: skip


@blueprint.get("/api/formulas")
@blueprint.output(FormulaListOut)
def formulas() -> FormulaList:
    """The tested formulas that ship."""
    return FormulaList(tuple(_summary(formula) for formula in library().formulas.values()))


@blueprint.get("/api/formulas/<formula_id>/text")
@blueprint.input(FormulaQuery, location="query", arg_name="asked")
@blueprint.output(FormulaTextOut)
def text_of_formula(formula_id: str, asked: FormulaQuery) -> FormulaText:
    """A formula written out as recipe text, as the Bench takes it."""
    formula = library().formulas.get(formula_id)
    if formula is None:
        raise Problem(404, "No such formula", f"There is no formula “{formula_id[:60]}”. Choose one from the list.")
    return FormulaText(formula.id, asked.measures, formula_text(formula, asked.measures))


@blueprint.get("/api/jars")
@blueprint.output(JarListOut)
def jars() -> JarList:
    """The jars to choose from, with their measures for drawing."""
    return JarList(tuple(JarView(j.id, j.title, j.volume_ml, j.depth_mm, j.mouth_mm, j.body_mm, j.family) for j in library().jars.values()))
