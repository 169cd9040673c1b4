"""A formula written out as recipe text: the one writer, which the Bench uses too. What it writes, reading.py reads back."""

from __future__ import annotations

from typing import Literal

from rheum.core.facts.formulas import Formula, FormulaLine, Pool
from rheum.core.facts.jars import JAR_WORD
from rheum.core.measures.amount import Amount
from rheum.core.measures.measurable import mixed, plural
from rheum.core.measures.units import MM_PER_INCH, g_per, kind_of, ml_per

Written = Literal["us", "metric"]


def _rounded(value: float) -> str:
    """Three figures, so that rounding stays far inside the 2 % tolerance."""
    return f"{float(f'{value:.3g}'):g}"


def written_amount(amount: Amount, line: FormulaLine, measures: Written) -> str:
    """An amount in the wanted measures. Counts stay counts; a spoonful or cup of something dry becomes grams."""
    if amount.unit == "each":
        return mixed(amount.high)
    if kind_of(amount.unit) == "count" or measures == "us":
        return f"{mixed(amount.high)} {plural(amount.unit, amount.high)}"
    if kind_of(amount.unit) == "mass":
        grams = amount.high * g_per(amount.unit)
        return f"{_rounded(grams / 1000)} kg" if grams >= 1000 else f"{_rounded(grams)} g"
    ml = amount.high * ml_per(amount.unit, "us")
    liquid = line.ingredient.role.role in ("vinegar", "juice", "water", "fat") or line.ingredient.klass == "fruit-juice"
    if liquid or line.ingredient.g_per_cup is None:
        return f"{_rounded(ml / 1000)} l" if ml >= 1000 else f"{_rounded(ml)} ml"
    grams = ml / ml_per("cup", "us") * line.ingredient.g_per_cup
    text = f"{_rounded(grams / 1000)} kg" if grams >= 1000 else f"{_rounded(grams)} g"
    return text + " prepared" if line.ingredient.role.food and line.ingredient.edible < 1 else text


def _name(line: FormulaLine) -> str:
    strength = " (5% acidity)" if line.ingredient.role.role == "vinegar" else ""
    return line.ingredient.name + strength


def _line(line: FormulaLine, measures: Written, amount: Amount | None = None) -> str:
    prepared = "prepared " if line.prepared else ""
    prep = f", {line.prep}" if line.prep else ""
    optional = " (optional)" if line.optional else ""
    return f"{written_amount(amount or line.amount, line, measures)} {prepared}{_name(line)}{prep}{optional}"


def formula_line_text(line: FormulaLine, measures: Written, scale: float) -> str:
    """One line of a formula at a scale; per-jar lines keep their amount."""
    return _line(line, measures, line.amount if line.per_jar else line.amount.times(scale))


def _pool_note(pool: Pool) -> str:
    return f"Notes: any mix of {' and '.join(pool.groups)} kinds may make up that total."


def formula_text(formula: Formula, measures: Written = "us", scale: float = 1.0) -> str:
    """The formula as recipe text at a scale (1 is one batch): per-jar and soaking lines apart, then the method."""
    out = [formula.title, ""]
    whole = [line for line in formula.jar_lines if line.per_jar is None]
    out += [_line(line, measures, line.amount.times(scale)) for line in whole]
    for size in dict.fromkeys(line.per_jar for line in formula.jar_lines if line.per_jar):
        out += ["", f"Per {JAR_WORD[size]} jar:"]
        out += [_line(line, measures) for line in formula.jar_lines if line.per_jar == size]
    soaking = [line for line in formula.lines if line.prep_only]
    if soaking:
        out += ["", "Soak:"]
        for line in soaking:
            prep = line.prep.removeprefix("soak, ").removeprefix("soak").removeprefix("salting, ").removeprefix("boiling, ")
            text = f"{written_amount(line.amount.times(scale), line, measures)} {_name(line)}"
            out.append(f"{text}, {prep}" if prep else text)
    out += ["", "Method:"]
    if formula.steps:
        out.append(formula.steps[0].upper() + formula.steps[1:] + ".")
    gap = f"{mixed(formula.headspace_mm / MM_PER_INCH)} inch" if measures == "us" else f"{formula.headspace_mm:.1f} mm"
    out.append(f"{formula.pack.capitalize()} pack. Leave {gap} headspace.")
    times = ", ".join(f"{JAR_WORD[size]} jars {figures[0]} minutes" for size, figures in formula.minutes_for_pack(formula.pack).items())  # type: ignore[union-attr]
    out.append(f"Process {times} in boiling water.")
    out += [_pool_note(pool) for pool in formula.pools]
    return "\n".join(out) + "\n"
