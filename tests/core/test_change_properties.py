"""What holds for every change, by Hypothesis: less acid and more produce never help, size and order never matter."""

from __future__ import annotations

import re
from dataclasses import replace

from hypothesis import assume, example, given, settings
from hypothesis import strategies as st

from rheum.core.facts.circumstances import Settings
from rheum.core.facts.formulas import Formula
from rheum.core.facts.jars import CLASS_ML, JAR_WORD
from rheum.core.judging.check import check_text
from rheum.core.judging.verdict import Verdict
from rheum.core.measures.altitude import altitude
from rheum.core.measures.amount import leading_amount
from rheum.core.parsing.writing import formula_text
from rheum.reference.loading import library

FACTS = library()
ORDER = {"shelf": 0, "fridge": 1, "discard": 2}
formulas = st.sampled_from(sorted(FACTS.formulas)).map(FACTS.formulas.__getitem__)
factors = st.one_of(st.floats(0.2, 1.0), st.floats(1.0, 4.0))


def batch_lines(text: str) -> tuple[str, list[str], str]:
    """Title, the lines of the whole batch, the rest."""
    title, _, rest = text.partition("\n\n")
    block, gap, after = rest.partition("\n\n")
    return title, block.splitlines(), gap + after


def joined(title: str, lines: list[str], rest: str) -> str:
    return f"{title}\n\n" + "\n".join(lines) + rest


def times(line: str, factor: float) -> str:
    match = re.match(r"([\d.]+) (kg|g|ml|l) ", line)
    return f"{float(match.group(1)) * factor:.6g}{line[match.end(1) :]}" if match else line


def per_jar_times(line: str, factor: float) -> str:
    """A line with its leading amount, whole or fraction, times a factor."""
    amount, _ = leading_amount(line) if line.strip() else (None, "")
    match = re.match(r"\d+ \d+/\d+|\d+/\d+|[\d.]+", line)
    return f"{amount.high * factor:.5g}{line[match.end() :]}" if amount and match else line


def judge(text: str, formula: Formula, **more: object) -> Verdict:
    return check_text(text, replace(Settings(altitude(0, "m"), measures="us", formula_id=formula.id), **more), FACTS)  # type: ignore[arg-type]


def is_acid(line: str) -> bool:
    return "(5% acidity)" in line or "bottled" in line


def changed_somehow(formula: Formula, chances: list[float]) -> tuple[str, list[str], str]:
    title, lines, rest = batch_lines(formula_text(formula, "metric"))
    return title, [times(line, chances[number % len(chances)]) for number, line in enumerate(lines)], rest


@settings(max_examples=100, deadline=None)
@example(FACTS.formulas["marinated-peppers"], [1.0, 1.125, 1.625, 1.0], 0.6875, 1)
@given(formulas, st.lists(factors, min_size=1, max_size=5), st.floats(0.05, 0.98), st.integers(0, 6))
def test_taking_listed_acid_away_never_improves_a_verdict(formula: Formula, chances: list[float], less: float, which: int) -> None:
    title, lines, rest = changed_somehow(formula, chances)
    acids = [number for number, line in enumerate(lines) if is_acid(line)]
    assume(acids)
    at = acids[which % len(acids)]
    before = judge(joined(title, lines, rest), formula)
    fewer = [times(line, less) if number == at else line for number, line in enumerate(lines)]
    after = judge(joined(title, fewer, rest), formula)
    assert ORDER[after.destination] >= ORDER[before.destination], (lines[at], less)


@settings(max_examples=100, deadline=None)
@given(formulas, st.lists(factors, min_size=1, max_size=5), st.floats(1.02, 5.0), st.integers(0, 12))
def test_adding_produce_never_improves_a_verdict(formula: Formula, chances: list[float], more: float, which: int) -> None:
    title, lines, rest = changed_somehow(formula, chances)
    produce = {
        line.ingredient.name for line in formula.jar_lines if line.ingredient.role.low_acid and line.ingredient.role.role == "produce"
    }
    found = [number for number, line in enumerate(lines) if any(name in line for name in produce) and times(line, 2.0) != line]
    assume(found)
    at = found[which % len(found)]
    before = judge(joined(title, lines, rest), formula)
    fuller = [times(line, more) if number == at else line for number, line in enumerate(lines)]
    after = judge(joined(title, fuller, rest), formula)
    # Only of what was said of this very line may more of it be the cure: too little of what brings acid of its own, or of the main thing.
    number = joined(title, lines, rest).split("\n").index(lines[at]) + 1
    lost = {f.code for f in before.findings if f.level in ("stop", "limit") and f.line != number}
    assert ORDER[after.destination] >= ORDER[before.destination] or lost <= {"no-tested-formula", "low-acid-alone"}, (
        lines[at],
        more,
        lost,
    )


@settings(max_examples=100, deadline=None)
@example(FACTS.formulas["cayenne-sauce"], 1.5, [1.0, 3.125, 1.0, 3.625])
@given(formulas, st.sampled_from([0.25, 0.5, 1.5, 2.0, 4.0]), st.lists(factors, min_size=1, max_size=4))
def test_scaling_a_changed_recipe_never_changes_its_verdict(formula: Formula, scale: float, chances: list[float]) -> None:
    title, lines, rest = changed_somehow(formula, chances)
    one = judge(joined(title, lines, rest), formula)
    many = judge(joined(title, [times(line, scale) for line in lines], rest), formula)
    counted = any(times(line, 2.0) == line and line[:1].isdigit() for line in lines)
    assume(not counted)
    assert one.destination == many.destination
    assert {f.code for f in one.findings if f.level in ("stop", "limit")} == {f.code for f in many.findings if f.level in ("stop", "limit")}


@settings(max_examples=60, deadline=None)
@given(formulas, st.sampled_from(["us", "metric"]))
def test_a_recipe_for_larger_jars_is_the_same_recipe(formula: Formula, measures: str) -> None:
    """Per-jar lines grow with the jar: twice as much into a quart as into a pint is the same recipe."""
    sizes = [size for size in formula.minutes if size in CLASS_ML]
    for line in formula.jar_lines:
        if line.per_jar is None or len(sizes) < 2:
            continue
        other = next(size for size in sizes if size != line.per_jar)
        text = formula_text(formula, measures)  # type: ignore[arg-type]
        head, mark, tail = text.partition(f"Per {JAR_WORD[line.per_jar]} jar:")
        own, _, rest = tail.partition("\n\n")
        grown = "\n".join(per_jar_times(one, CLASS_ML[other] / CLASS_ML[line.per_jar]) for one in own.splitlines())
        bigger = f"{head}Per {JAR_WORD[other]} jar:{grown}\n\n{rest}"
        assert mark
        assert judge(text, formula).destination == judge(bigger, formula).destination == "shelf"


@settings(max_examples=120, deadline=None)
@given(formulas, st.lists(factors, min_size=1, max_size=4), st.randoms(use_true_random=False))
def test_the_order_of_lines_never_matters(formula: Formula, chances: list[float], chance: object) -> None:
    title, lines, rest = changed_somehow(formula, chances)
    other = list(lines)
    chance.shuffle(other)  # type: ignore[attr-defined]
    one, two = judge(joined(title, lines, rest), formula), judge(joined(title, other, rest), formula)
    assert one.destination == two.destination
    assert sorted(f.code for f in one.findings) == sorted(f.code for f in two.findings)
    assert one.acid.ph == two.acid.ph
    assert [near.id for near in one.nearest] == [near.id for near in two.nearest]
