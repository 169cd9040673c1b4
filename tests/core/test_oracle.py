"""A second, much simpler judge: whatever is said to be shelf must pass it too.

Every line of a formula is multiplied by a chance factor. If the verdict is still shelf against the same formula, then by plain
proportion nothing may stand against more acid than it was tested with. Written without any of the matching code.
"""

from __future__ import annotations

from hypothesis import example, given, settings
from hypothesis import strategies as st

from rheum.core.facts.circumstances import Settings
from rheum.core.facts.formulas import Formula, FormulaLine
from rheum.core.facts.jars import JAR_WORD
from rheum.core.judging.check import check_text
from rheum.core.measures.altitude import altitude
from rheum.core.measures.units import g_per, kind_of, ml_per
from rheum.reference.loading import library

FACTS = library()
# Room for the 2 % tolerance and rounding; and the few grams that ginger and fresh herbs may differ by.
ROOM = 1.025
AROMATIC_GRAMS = 3.1
RAW_PACK = 1.2


def simple_amount(line: FormulaLine) -> float:
    """Millilitres, grams or pieces: only ever compared with the same line of the same formula."""
    amount = line.amount
    if kind_of(amount.unit) == "volume":
        return amount.high * ml_per(amount.unit, "us")
    return amount.high * (g_per(amount.unit) if kind_of(amount.unit) == "mass" else 1.0)


def written(formula: Formula, factors: list[float]) -> str:
    out = [formula.title, ""]
    per_jar = []
    for line, factor in zip(formula.jar_lines, factors, strict=False):
        strength = " (5%)" if line.ingredient.role.role == "vinegar" else ""
        prepared = "prepared " if line.prepared else ""
        prep = f", {line.prep}" if line.prep else ""
        unit = "" if line.amount.unit == "each" else f" {line.amount.unit}"
        text = f"{line.amount.high * factor:.5g}{unit} {prepared}{line.ingredient.name}{strength}{prep}"
        if line.per_jar:
            per_jar.append((line.per_jar, text))
        else:
            out.append(text)
    for size, text in per_jar:
        out += [f"Per {JAR_WORD[size]} jar:", text]
    return "\n".join(out) + "\n"


def kind(line: FormulaLine) -> str:
    group = line.ingredient.swap_group
    return group if group in ("pepper", "onion") else line.ingredient.id


def few_grams(line: FormulaLine, more: float, jars: float) -> bool:
    """Whether `more` of a line, in its own unit and at the formula's size, is within the few grams let pass for ginger and fresh
    herbs, of these a small sprig a jar: they are let pass against the whole, so that a recipe and its half are judged alike."""
    if line.ingredient.klass not in ("aromatic", "herb-fresh"):
        return False
    one = line.ingredient.each_g or 0.0
    grams = more * (line.ingredient.g_per_cup or 0.0) / 236.588 if kind_of(line.amount.unit) == "volume" else more * one
    return grams <= AROMATIC_GRAMS * (jars if line.ingredient.klass == "herb-fresh" else 1.0)


chance = st.one_of(st.floats(0.3, 1.0), st.floats(1.0, 1.3), st.floats(1.0, 3.0))
changes = st.dictionaries(st.integers(0, 12), chance, min_size=1, max_size=3)


@settings(max_examples=200, deadline=None)
@example("dilled-green-beans", {1: 3.0}, 0.5)
@given(st.sampled_from(sorted(FACTS.formulas)), changes, st.sampled_from([0.5, 1.0, 1.7]))
def test_no_shelf_without_the_acid(formula_id: str, changed: dict[int, float], scale: float) -> None:
    chances = [scale * changed.get(position, 1.0) for position in range(16)]
    formula = FACTS.formulas[formula_id]
    lines = list(formula.jar_lines)
    verdict = check_text(written(formula, chances), Settings(altitude(0, "m"), measures="us"), FACTS)
    if verdict.destination != "shelf" or verdict.formula is None or verdict.formula.id != formula_id:
        return
    pooled = {group for pool in formula.pools for group in pool.groups}
    acid_now = acid_then = 0.0
    for line, factor in zip(lines, chances, strict=False):
        if line.ingredient.role.role in ("vinegar", "juice"):
            acid_then += simple_amount(line)
            acid_now += simple_amount(line) * factor
    acid = acid_now / acid_then
    now: dict[str, float] = {}
    then: dict[str, float] = {}
    for line, factor in zip(lines, chances, strict=False):
        role = line.ingredient.role.role
        if role not in ("produce", "herb", "water", "fat", "thickener") or line.per_jar:
            continue
        if line.ingredient.klass == "garlic" and formula.whole_in_brine:
            continue
        if few_grams(line, simple_amount(line) * (factor - acid) / acid, formula.yields.low):
            continue
        key = "pool" if line.ingredient.swap_group in pooled else kind(line) if role == "produce" else line.ingredient.id
        # Kinds that share a slot are only summed where they are measured alike.
        key = f"{key}:{kind_of(line.amount.unit)}"
        # A published range may be gone to its end.
        then[key] = then.get(key, 0.0) + simple_amount(line) * (line.upto.high / line.amount.high if line.upto else 1.0)
        now[key] = now.get(key, 0.0) + simple_amount(line) * factor
    for key, amount in now.items():
        mixed = sum(1 for other in then if other.split(":")[0] == key.split(":")[0]) > 1
        # In a raw pack the jar sets how much produce stands beside the brine: a fifth more only runs short of it.
        room = ROOM * RAW_PACK if formula.pack == "raw" and key.split(":")[0] != "water" else ROOM
        assert mixed or amount <= then[key] * acid * room, (formula_id, key, amount / then[key], acid)
