"""For every formula: each permitted change leaves the shelf, each forbidden one takes it away with the right code."""

from __future__ import annotations

import re
from collections.abc import Callable

import pytest

from rheum.core.facts.circumstances import Settings
from rheum.core.facts.formulas import Formula
from rheum.core.facts.jars import CLASS_ML
from rheum.core.judging.check import check_text
from rheum.core.judging.verdict import Verdict
from rheum.core.measures.altitude import read_altitude
from rheum.core.parsing.writing import formula_text
from rheum.reference.loading import library

FORMULAS = library().formulas
SETTINGS = Settings(read_altitude("4150ft"), measures="us")


def with_line(text: str, line: str) -> str:
    """The text with one more line among those of the jar."""
    title, _, rest = text.partition("\n\n")
    return f"{title}\n\n{line}\n{rest}"


def vinegars(text: str, change: Callable[[str], str]) -> str:
    return "\n".join(change(line) if "(5% acidity)" in line else line for line in text.splitlines())


def times(text: str, wanted: Callable[[str], bool], factor: float) -> str:
    """The text with the amounts of some lines multiplied, in the metric writing (one figure at the start)."""
    out = []
    for line in text.splitlines():
        match = re.match(r"([\d.]+) (g|kg|ml|l) ", line)
        out.append(f"{float(match.group(1)) * factor:.5g}{line[match.end(1) :]}" if match and wanted(line) else line)
    return "\n".join(out)


def is_acid(line: str) -> bool:
    return "vinegar" in line or "bottled" in line


def judge(text: str, **changes: object) -> Verdict:
    from dataclasses import replace

    return check_text(text, replace(SETTINGS, **changes), library())  # type: ignore[arg-type]


def codes(verdict: Verdict) -> set[str]:
    return {found.code for found in verdict.findings}


every_formula = pytest.mark.parametrize("formula", FORMULAS.values(), ids=FORMULAS.keys())
with_vinegar = pytest.mark.parametrize("formula", [f for f in FORMULAS.values() if "vinegar" in formula_text(f)], ids=lambda f: f.id)

PERMITTED = {
    "a new dried spice": lambda text: with_line(text, "1 tsp dried thyme"),
    "a bay leaf more": lambda text: with_line(text, "2 bay leaves"),
    "calcium chloride": lambda text: with_line(text, "1/2 tsp calcium chloride"),
    "citric acid on top": lambda text: with_line(text, "1 tsp citric acid"),
}

FORBIDDEN = {
    "carrots": ("1 lb carrots, sliced", {"ingredient-added", "low-acid-increased", "swap-not-covered", "acid-reduced"}),
    "mushrooms": ("1 lb mushrooms", {"ingredient-added", "low-acid-increased", "swap-not-covered", "acid-reduced"}),
    "papaya": ("2 cups papaya, diced", {"borderline-fruit"}),
    "apples": ("3 cups apples, chopped", {"acid-fruit-added", "low-acid-increased", "swap-not-covered", "acid-reduced"}),
    "garlic by the cup": ("1 cup garlic, minced", {"ingredient-added", "low-acid-increased", "swap-not-covered"}),
    "oil": ("3 cups olive oil", {"fat-added", "garlic-or-herb-in-oil"}),
    "flour": ("1 cup flour", {"thickener-added"}),
    "soy sauce": ("1/4 cup soy sauce", {"ingredient-added"}),
    "walnuts": ("1 cup walnuts", {"ingredient-added"}),
    "tomato paste": ("1/2 cup tomato paste", {"ingredient-added"}),
    "fresh lemon": ("1 cup fresh lemon juice", {"juice-fresh"}),
    "cream": ("1 cup cream", {"dairy-or-meat"}),
    "bacon": ("4 oz bacon", {"dairy-or-meat"}),
    "rice": ("1 cup rice", {"starch-added"}),
    "baking soda": ("1 tsp baking soda", {"alkali-added"}),
    "chanterelles": ("1 cup chanterelles", {"not-for-canning"}),
    "ramps": ("1 cup ramps", {"line-unread"}),
}


@pytest.mark.parametrize("change", PERMITTED.values(), ids=PERMITTED.keys())
@every_formula
def test_permitted(formula: Formula, change: Callable[[str], str]) -> None:
    verdict = judge(change(formula_text(formula)))
    assert verdict.destination == "shelf", [(f.code, f.says) for f in verdict.findings]
    assert verdict.process is not None


@pytest.mark.parametrize(("line", "wanted"), FORBIDDEN.values(), ids=FORBIDDEN.keys())
@every_formula
def test_forbidden(formula: Formula, line: str, wanted: set[str]) -> None:
    for chosen in (None, formula.id):
        verdict = judge(with_line(formula_text(formula), line), formula_id=chosen)
        assert verdict.destination != "shelf"
        if chosen:
            assert wanted & codes(verdict), [(f.code, f.says) for f in verdict.findings]
            assert verdict.process is None


@with_vinegar
def test_vinegar(formula: Formula) -> None:
    text = formula_text(formula)
    assert judge(vinegars(text, lambda line: line.replace("5%", "4%")), formula_id=formula.id).destination == "fridge"
    assert "vinegar-too-weak" in codes(judge(vinegars(text, lambda line: line.replace("5%", "4.9%"))))
    unstated = judge(vinegars(text, lambda line: line.replace(" (5% acidity)", "")))
    assert (unstated.destination, "vinegar-strength-unstated" in codes(unstated)) == ("shelf", True)
    stronger = judge(vinegars(text, lambda line: line.replace("5%", "6%")))
    assert (stronger.destination, "vinegar-stronger" in codes(stronger)) == ("shelf", True)
    malt = judge(vinegars(text, lambda line: re.sub(r"(white distilled|cider) vinegar", "malt vinegar", line)))
    assert (malt.destination, "vinegar-kind" in codes(malt)) == ("shelf", True)


@every_formula
def test_amounts(formula: Formula) -> None:
    text = formula_text(formula, "metric")
    assert judge(times(text, is_acid, 1.15), formula_id=formula.id).destination == "shelf", "more of the formula's acid is safe"
    less = judge(times(text, is_acid, 0.8), formula_id=formula.id)
    assert less.destination == "fridge"
    assert codes(less) & {"acid-reduced", "low-acid-increased", "water-added", "acid-fruit-added"}
    assert judge(times(text, is_acid, 0.995), formula_id=formula.id).destination == "shelf", "spoons and grams are no findings"
    watered = judge(times(text, lambda line: "l water" in line, 1.2), formula_id=formula.id)
    jar_water = any(line.ingredient.role.role == "water" for line in formula.jar_lines)
    assert (watered.destination == "fridge") is jar_water


@every_formula
def test_jars_pack_and_height(formula: Formula) -> None:
    text = formula_text(formula)
    largest = max(formula.minutes, key=CLASS_ML.__getitem__)
    bigger = next((size for size in ("pint", "quart", "half-gallon") if CLASS_ML[size] > CLASS_ML[largest]), None)
    assert bigger is not None
    larger = judge(text, jar=bigger)
    assert (larger.destination, "jar-larger" in codes(larger), larger.process) == ("fridge", True, None)
    smaller = judge(text, jar="quarter-pint")
    smallest = min(formula.minutes, key=CLASS_ML.__getitem__)
    assert smaller.process is not None
    assert smaller.process.base_minutes == formula.minutes[smallest][0], "the smallest tested jar's minutes, never fewer"
    other = "raw" if formula.pack == "hot" else "hot"
    repacked = judge(text, pack=other)
    covered = formula.minutes_for_pack(other) is not None  # type: ignore[arg-type]
    assert ("pack-changed" in codes(repacked)) is not covered
    assert judge(text, altitude=None).process is None
    assert judge(text, altitude=read_altitude("10000.1ft")).process is None
    short = judge(text, minutes=float(judge(text).process.minutes - 1))  # type: ignore[union-attr]
    assert (short.destination, "time-short" in codes(short)) == ("fridge", True)


@every_formula
def test_headspace(formula: Formula) -> None:
    text, own = formula_text(formula), formula.headspace_mm
    allowed = 25.4 / 16 if own <= 6.5 else 25.4 / 8
    for off, destination in ((0.9 * allowed, "shelf"), (-0.9 * allowed, "shelf"), (1.3 * allowed, "fridge")):
        assert judge(text, headspace_mm=own + off).destination == destination
    if own > 25.4 / 8:
        assert "headspace-changed" in codes(judge(text, headspace_mm=own - 1.3 * allowed))
