"""Cuts as people write them, which of two is the bigger, and what prose says of peel, juice and purée."""

from __future__ import annotations

from dataclasses import replace

import pytest

from rheum.core.facts.circumstances import Settings
from rheum.core.judging.check import check_text
from rheum.core.judging.verdict import Verdict
from rheum.core.measures.altitude import read_altitude
from rheum.core.parsing.cut import changed, cut_of
from rheum.core.parsing.writing import formula_text
from rheum.reference.loading import library

FORMULAS, LINE = library().formulas, library().catalogue.lexicon.line
HERE = Settings(read_altitude("1265m"), measures="us")


def text_of(name: str) -> str:
    return formula_text(FORMULAS[name])


def judged(name: str, old: str, new: str) -> Verdict:
    text = text_of(name)
    assert old in text, text
    return check_text(text.replace(old, new), replace(HERE, formula_id=name), library())


def levels(verdict: Verdict, code: str) -> list[str]:
    return [found.level for found in verdict.findings if found.code == code]


@pytest.mark.parametrize(
    ("words", "step", "thick"),
    [
        ("3/16 in slices, blossom end cut away", 2, 4.8), ("sliced 1/4 inch thick", 2, 6.35), ("cut into 1-inch pieces", 3, 25.4),
        ("finely chopped", 1, None), ("4 to 5 mm rounds", 2, 5.0), ("halved lengthwise", 4, None), ("left whole", 5, None), ("puréed", -1, None),
        ("grated", 0, None), ("small whole or halved", 5, None), ("stem ends cut off", None, None), ("whole kernel", None, None), ("1 in slices", 2, 25.4),
    ],
)  # fmt: skip
def test_a_cut_in_words(words: str, step: int | None, thick: float | None) -> None:
    found = cut_of(words, LINE)
    assert (found.step if found else None) == step
    if found and thick is not None:
        assert found.thick_mm == pytest.approx(thick, abs=0.05)


@pytest.mark.parametrize(
    ("formula", "here", "how"),
    [
        ("sliced", "whole", "bigger"), ("chopped", "sliced", "bigger"), ("3/16 in slices", "1/4 inch slices", None), ("3/16 in slices", "1/2 inch slices", "bigger"),
        ("1 in slices", "1/4 in slices", "smaller"), ("sliced", "chopped", "smaller"), ("whole", "chopped", "much-smaller"), ("chopped", "minced", "much-smaller"),
        ("chopped", "pureed", "pureed"), ("chopped", "diced", None), ("whole or halved", "halved", "smaller"),
    ],
)  # fmt: skip
def test_which_piece_is_bigger(formula: str, here: str, how: str | None) -> None:
    one, other = cut_of(formula, LINE), cut_of(here, LINE)
    assert one is not None
    assert other is not None
    assert changed(one, other) == how


@pytest.mark.parametrize(
    ("formula", "old", "new", "code", "level"),
    [
        ("bread-and-butter-cucumbers", "3/16 in slices", "whole", "cut-changed", "limit"),
        ("bread-and-butter-cucumbers", "3/16 in slices", "1/2 in slices", "cut-changed", "limit"),
        ("mixed-vegetables", "1 in slices", "1/4 in slices", "cut-changed", "note"),
        ("pickled-carrots", "1/2 in rounds", "chopped", "cut-changed", "note"),
        ("choice-salsa", "onion, diced", "onion, quartered", "cut-changed", "limit"),
        ("choice-salsa", "onion, diced", "onion, puréed", "density-changed", "limit"),
        ("dill-cucumbers-fresh-pack", "3 to 5 in, whole", "chopped", "density-changed", "limit"),
        ("choice-salsa", "tomato, peeled", "tomato, unpeeled", "prep-changed", "limit"),
        ("dilled-green-beans", "4 in lengths", "pureed", "density-changed", "limit"),
        ("dilled-okra", "small pods", "minced", "density-changed", "limit"),
        ("pickled-beets", "boiled 25-30 min, peeled", "raw, peeled", "prep-changed", "limit"),
    ],
)
def test_the_rows_of_shape(formula: str, old: str, new: str, code: str, level: str) -> None:
    verdict = judged(formula, old, new)
    assert level in levels(verdict, code), [(f.code, f.level, f.says) for f in verdict.findings]
    assert (verdict.destination == "shelf") is (level == "note")


@pytest.mark.parametrize(
    ("line", "caution"), [("1 lb green beans (about 2 cups)", True), ("4 lb (1.8 kg) green beans", False), ("4 lb green beans", False)]
)
def test_two_amounts_that_disagree(line: str, caution: bool) -> None:
    text = f"Beans\n{line}\n8 heads dill\n1/2 cup pickling salt\n4 cups white vinegar (5%)\n4 cups water\n"
    assert (levels(check_text(text, HERE, library()), "amounts-disagree") == ["caution"]) is caution
