"""The table of cases: every formula, in US, metric and mixed spelling, at several sizes and heights, with each permitted change
(still shelf, the right minutes) and each forbidden one (no shelf, the right code)."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from itertools import cycle

import pytest

from rheum.core.facts.circumstances import Settings
from rheum.core.facts.formulas import Formula
from rheum.core.judging.check import check_text
from rheum.core.judging.process import process_for
from rheum.core.measures.altitude import read_altitude
from rheum.core.parsing.writing import formula_text
from rheum.reference.loading import library

FACTS = library()
SPELLINGS = ("us", "metric", "mixed")
SCALES = (0.5, 1.0, 2.0, 3.0)
HEIGHTS = ("0m", "1000ft", "1000.1ft", "1265m", "6000ft", "6001ft", "2999m")


def spelt(formula: Formula, spelling: str, scale: float) -> str:
    """The formula written out; mixed takes every other line in grams and millilitres."""
    if spelling != "mixed":
        return formula_text(formula, spelling, scale)  # type: ignore[arg-type]
    us, metric = (formula_text(formula, one, scale).splitlines() for one in ("us", "metric"))  # type: ignore[arg-type]
    return "\n".join(other if number % 2 else one for number, (one, other) in enumerate(zip(us, metric, strict=True))) + "\n"


def line(words: str) -> Callable[[str], str]:
    def change(text: str) -> str:
        title, _, rest = text.partition("\n\n")
        return f"{title}\n\n{words}\n{rest}"

    return change


def vinegar(old: str, new: str) -> Callable[[str], str]:
    return lambda text: re.sub(old, new, text)


def prose(sentence: str) -> Callable[[str], str]:
    return lambda text: text.rstrip() + "\n" + sentence + "\n"


def shuffled(text: str) -> str:
    """The lines of the whole batch in another order."""
    title, _, rest = text.partition("\n\n")
    block, gap, after = rest.partition("\n\n")
    return f"{title}\n\n" + "\n".join(reversed(block.splitlines())) + gap + after


PERMITTED: dict[str, Callable[[str], str]] = {
    "as written": lambda text: text,
    "another dried spice": line("2 tsp caraway seed"),
    "a bay leaf": line("3 bay leaves"),
    "dried onion": line("1 tsp dried minced onion"),
    "citric acid on top": line("1/2 tsp citric acid"),
    "calcium chloride": line("1/2 tsp calcium chloride"),
    "another vinegar": vinegar(r"(white distilled|cider) vinegar \(5% acidity\)", "malt vinegar (5%)"),
    "a stronger vinegar": vinegar(r"\(5% acidity\)", "(6%)"),
    "the order of lines": shuffled,
    "kosher salt": vinegar(r"pickling salt", "kosher salt"),
    "a harmless sentence": prose("Do not turn the jars upside down."),
}
# What is added, and the codes that may answer it: the most specific that fits this formula.
FORBIDDEN: dict[str, tuple[Callable[[str], str], set[str]]] = {
    "weak vinegar": (vinegar(r"\(5% acidity\)", "(4%)"), {"vinegar-too-weak"}),
    "home-made vinegar": (vinegar(r"(white distilled|cider) vinegar \(5% acidity\)", "home-made vinegar"), {"vinegar-strength-unknown"}),
    "fresh lemon": (vinegar("bottled lemon juice", "fresh lemon juice"), {"juice-fresh"}),
    "vinegar for lemon": (vinegar("bottled lemon juice", "white vinegar (5%)"), {"acid-swap-down"}),
    "cleaning vinegar": (line("1 cup cleaning vinegar"), {"vinegar-not-food"}),
    "a cup of celeriac": (line("8 cups celeriac, diced"), {"ingredient-added", "swap-not-covered"}),
    "sweet potato": (line("1 lb sweet potatoes"), {"ingredient-added", "swap-not-covered"}),
    "quince": (line("3 cups quince, chopped"), {"acid-fruit-added", "swap-not-covered"}),
    "ripe mango": (line("3 cups ripe mango, diced"), {"borderline-fruit"}),
    "kimchi": (line("1 cup kimchi"), {"ingredient-added"}),
    "passata": (line("1 cup passata"), {"ingredient-added", "swap-not-covered"}),
    "lard": (line("1/2 cup lard"), {"fat-added", "garlic-or-herb-in-oil"}),
    "xanthan gum": (line("1 tbsp xanthan gum"), {"thickener-added"}),
    "lentils": (line("1 cup lentils"), {"starch-added", "low-acid-increased"}),
    "feta": (line("1 cup feta"), {"dairy-or-meat"}),
    "prawns": (line("1 cup prawns"), {"dairy-or-meat"}),
    "baking powder": (line("1 tsp baking powder"), {"alkali-added"}),
    "morels": (line("1 cup morels"), {"not-for-canning"}),
    "something unknown": (line("1 cup skirrets"), {"line-unread"}),
    "an inverted jar": (prose("Turn the jars upside down to seal them."), {"method-differs"}),
    "the oven": (prose("Process the jars in the oven."), {"method-differs"}),
    "fermented": (prose("Ferment it for a week at room temperature."), {"method-differs"}),
    "topped up with water": (prose("Top up each jar with boiling water."), {"method-differs"}),
    "brimful": (prose("Fill the jars to the brim."), {"method-differs"}),
    "overripe": (
        vinegar(r"\b(cucumber|green bean|tomatillo|okra|green tomato|tomato|cranberry|bell pepper|sweet pepper)\b", r"overripe \1"),
        {"produce-unfit"},
    ),
}


@dataclass(frozen=True)
class CaseRow:
    formula: str
    spelling: str
    scale: float
    height: str
    change: str


def rows(changes: dict[str, object]) -> Iterator[CaseRow]:
    """Every formula with every change; spelling, size and height go round."""
    spellings, scales, heights = cycle(SPELLINGS), cycle(SCALES), cycle(HEIGHTS)
    for formula in FACTS.formulas:
        for change in changes:
            yield CaseRow(formula, next(spellings), next(scales), next(heights), change)


def settings(row: CaseRow) -> Settings:
    return Settings(read_altitude(row.height), measures="us", formula_id=row.formula)


def name(row: CaseRow) -> str:
    return f"{row.formula}, {row.change}, {row.spelling} x{row.scale:g} at {row.height}"


def has_it(row: CaseRow) -> bool:
    """Whether the formula has in its jars what the change changes."""
    formula = FACTS.formulas[row.formula]
    drained = "lemon" in row.change and any(line.prep_only and line.ingredient.role.role == "juice" for line in formula.lines)
    text = spelt(formula, row.spelling, row.scale)
    return not drained and FORBIDDEN[row.change][0](text) != text


ALLOWED, REFUSED = list(rows(dict(PERMITTED))), [row for row in rows(dict(FORBIDDEN)) if has_it(row)]


def test_there_are_more_than_two_hundred_of_each() -> None:
    assert len(ALLOWED) > 200
    assert len(REFUSED) > 200
    for column in ("spelling", "scale", "height"):
        assert len({(row.change, getattr(row, column)) for row in ALLOWED}) >= 2 * len(PERMITTED)


@pytest.mark.parametrize("row", ALLOWED, ids=name)
def test_a_permitted_change_stays_on_the_shelf(row: CaseRow) -> None:
    formula = FACTS.formulas[row.formula]
    verdict = check_text(PERMITTED[row.change](spelt(formula, row.spelling, row.scale)), settings(row), FACTS)
    assert verdict.destination == "shelf", [(f.code, f.line, f.says) for f in verdict.findings]
    wanted = process_for(
        formula, FACTS.jars[formula.yields.jar], formula.pack, read_altitude(row.height), method="bath", headspace_mm=formula.headspace_mm
    )
    assert verdict.process is not None
    assert wanted is not None
    assert (verdict.process.minutes, verdict.process.base_minutes) == (wanted.minutes, formula.minutes[formula.yields.jar][0])
    assert all(found.level in ("caution", "note") for found in verdict.findings)


@pytest.mark.parametrize("row", REFUSED, ids=name)
def test_a_forbidden_change_leaves_the_shelf_with_the_right_code(row: CaseRow) -> None:
    formula = FACTS.formulas[row.formula]
    change, codes = FORBIDDEN[row.change]
    changed = change(spelt(formula, row.spelling, row.scale))
    verdict = check_text(changed, settings(row), FACTS)
    assert verdict.destination != "shelf"
    assert codes & {found.code for found in verdict.findings}, [(f.code, f.line, f.says) for f in verdict.findings]
    if verdict.process is not None:
        assert codes == {"method-differs"}, "minutes only where the one limit is one of process"
