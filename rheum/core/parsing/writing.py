"""A formula written out as recipe text: the one writer, which the Bench uses too. What it writes, reading.py reads back."""

from __future__ import annotations

from typing import Final, Literal

from rheum.core.facts.formulas import Formula, FormulaLine, Pack, Pool
from rheum.core.facts.jars import JAR_WORD
from rheum.core.facts.work import Task
from rheum.core.measures.amount import Amount
from rheum.core.measures.measurable import measurable, mixed
from rheum.core.measures.saying import listed
from rheum.core.measures.units import MM_PER_INCH, g_per, kind_of, ml_per

Written = Literal["us", "metric"]


def written_amount(amount: Amount, line: FormulaLine, measures: Written) -> str:
    """An amount in the wanted measures, as a kitchen can measure it; "" for produce too little to be measured. Counts stay counts; a spoonful or cup of something dry becomes grams."""
    up = line.ingredient.role.rounds
    if kind_of(amount.unit) == "count" or measures == "us":
        return measurable(amount.high, amount.unit, up) or _least(amount.high, amount.unit, up)
    if kind_of(amount.unit) == "mass":
        return _metric(amount.high * g_per(amount.unit), "g", up)
    ml = amount.high * ml_per(amount.unit, "us")
    liquid = line.ingredient.role.role in ("vinegar", "juice", "water", "fat") or line.ingredient.klass == "fruit-juice"
    if liquid or line.ingredient.g_per_cup is None:
        return _metric(ml, "ml", up)
    text = _metric(ml / ml_per("cup", "us") * line.ingredient.g_per_cup, "g", up)
    return text + " prepared" if line.ingredient.role.food and line.ingredient.edible < 1 else text


def _metric(value: float, unit: str, up: bool | None) -> str:
    large = {"g": "kg", "ml": "l"}[unit]
    return measurable(value / 1000, large, up) if value >= 1000 else measurable(value, unit, up) or _least(value, unit, up)


def _least(value: float, unit: str, up: bool | None) -> str:
    """What is too little to be measured: the least that can be, or nothing of what is rounded down."""
    return "" if up is False else measurable(value, unit, True)


def _name(line: FormulaLine) -> str:
    strength = " (5% acidity)" if line.ingredient.role.role == "vinegar" else ""
    return line.ingredient.name + strength


def _line(line: FormulaLine, measures: Written, amount: Amount | None = None) -> str:
    prepared = "prepared " if line.prepared else ""
    prep = f", {line.prep}" if line.prep else ""
    optional = " (optional)" if line.optional else ""
    written = written_amount(amount or line.amount, line, measures)
    return f"{written} {prepared}{_name(line)}{prep}{optional}" if written else ""


def formula_line_text(line: FormulaLine, measures: Written, scale: float) -> str:
    """One line of a formula at a scale; per-jar lines keep their amount."""
    return _line(line, measures, line.amount if line.per_jar else line.amount.times(scale))


def _pool_note(pool: Pool) -> str:
    return f"Notes: the {' and '.join(pool.groups)} kinds may vary; their total stays."


def formula_text(formula: Formula, measures: Written = "us", scale: float = 1.0) -> str:
    """The formula as recipe text at a scale (1 is one batch): per-jar and soaking lines apart, then the method."""
    out = [formula.title, ""]
    whole = [line for line in formula.jar_lines if line.per_jar is None]
    out += [text for line in whole if (text := _line(line, measures, line.amount.times(scale)))]
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
    out += ["", "Method:", *method_text(formula, measures)]
    out += [_pool_note(pool) for pool in formula.pools]
    return "\n".join(out) + "\n"


def method_text(formula: Formula, measures: Written = "us", pack: Pack | None = None) -> list[str]:
    """Rheum's own steps of a formula, its pack and headspace, and its minutes at sea level, a line each."""
    packed: Pack = pack if pack is not None and formula.minutes_for_pack(pack) else formula.pack
    gap = f"{mixed(formula.headspace_mm / MM_PER_INCH)} inch" if measures == "us" else f"{formula.headspace_mm:.1f} mm"
    table = formula.minutes_for_pack(packed) or {}
    times = ", ".join(f"{JAR_WORD[size]} jars {figures[0]} minutes" for size, figures in table.items())
    return [*steps_text(formula, packed), f"{packed.capitalize()} pack. Leave {gap} headspace.", f"Process {times} in boiling water."]


VERB: Final = {
    "wash": "Wash", "chop": "Chop", "pack": "Fill", "boil": "Boil", "simmer": "Simmer", "lift-out": "Lift out", "slice": "Slice", "tie-bag": "Tie in a bag:",
    "drain": "Drain", "peel": "Peel", "blanch": "Blanch", "trim": "Trim", "cut": "Cut", "reheat": "Heat", "slip-skins": "Slip the skins off", "stand": "Let stand:",
    "soak": "Soak", "dice": "Dice", "salt": "Salt:", "cool": "Cool", "rinse": "Rinse", "cook-down": "Cook down", "strain": "Strain", "cook": "Cook", "char": "Blister",
    "combine": "Combine", "add": "Add", "husk": "Husk", "grate": "Grate", "core": "Core", "press": "Press", "mince": "Mince", "puree": "Purée", "lime": "Soak",
}  # fmt: skip
_TIMED: Final = frozenset({"boil", "simmer", "blanch", "reheat", "stand", "soak", "salt", "cool", "cook-down", "cook", "lime", "char"})


def steps_text(formula: Formula, pack: Pack | None = None) -> list[str]:
    """Rheum's own steps of a formula, numbered, a task a line; nothing for a formula without work but its one line of steps."""
    work = formula.work_raw if pack == "raw" and formula.pack != "raw" else formula.work
    if work is None:
        return [f"{line[0].upper()}{line[1:]}{'' if line.endswith(('.', '!')) else '.'}" for line in formula.steps.split("\n") if line]
    out = []
    for number, task in enumerate(work.tasks, start=1):
        time = f", {how_long(*task.minutes)}" if task.minutes and task.do in _TIMED else ""
        says = f" {task.says}" if task.says else ""
        if task.do == "pack":
            order = f" {task.order[0].upper()}{task.order[1:]}." if task.order else ""
            out.append(f"{number}. Fill the hot jars.{order}{says}")
        else:
            out.append(f"{number}. {task_title(formula, task)}{time}.{says}")
    return out


def task_title(formula: Formula, task: Task) -> str:
    """What a task does, and to what: `Soak cucumber, water and pickling salt`."""
    if task.do == "pack":
        return "Fill the hot jars"
    names = {line.ingredient.id: line.ingredient.name for line in formula.lines}
    everything = {line.ingredient.id for line in formula.jar_lines}
    said = "everything" if everything <= set(task.what) else listed([names[name] for name in task.what])
    return f"{VERB[task.do]} {said}"


def how_long(low: float, high: float) -> str:
    """Minutes as a cook says them: “10 minutes”, “3 to 4 hours”."""
    hours = low >= _HOUR and low % 30 == 0 and high % 30 == 0
    one, two, unit = (low / _HOUR, high / _HOUR, "hours") if hours else (low, high, "minutes")
    unit = unit[:-1] if one == two == 1 else unit
    return f"{mixed(one)} {unit}" if one == two else f"{mixed(one)} to {mixed(two)} {unit}"


_HOUR: Final = 60
