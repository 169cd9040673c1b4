"""A line that differs from another by its figure alone is read once; it must come to what reading it by itself comes to."""

from __future__ import annotations

import re

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rheum.core.parsing.alike import alike
from rheum.core.parsing.look import _look, look_of
from rheum.core.parsing.mentions import LineUnread, _read, read_ingredient
from rheum.core.parsing.recipe import RecipeLine
from rheum.core.parsing.writing import formula_text
from rheum.reference.loading import library
from tests.core.corpus import CORPUS
from tests.core.corpus_kitchens import KITCHENS

CATALOGUE = library().catalogue
BEHIND = sorted(
    {
        re.sub(r"^[-•*\s]*[\d¼½¾/.,]+( \d+/\d+)? ?", "", line.strip())
        for text in (*(formula_text(formula) for formula in library().formulas.values()), *(one.text for one in (*CORPUS.values(), *KITCHENS.values())))
        for line in text.split("\n")
        if line.strip()
    }
    | {
        "cups", "percent white vinegar", "per cent white vinegar", "grain vinegar", "per cent", "to a jar", "dozen eggs", "inch piece of ginger", "a jar", "each red and green bell peppers",
        "or two cloves garlic", "and a half cups sugar", "x", "small head garlic", "scant cups sugar", "heaped tsp salt", "minutes", "cloves, whole", "cloves", "cups onion (a large one)", "lb of bay leaf", "head",
    }
)  # fmt: skip
FIGURES = st.one_of(
    st.integers(0, 999).map(str),
    st.sampled_from(["1/2", "1/3", "3/4", "1/0", "0/2", "2 1/4", "1 2/3", "1.5", "2.25", "1.000", "2.500", "0.75", "12.3456"]),
)


def direct(text: str) -> RecipeLine | str:
    try:
        return _read(text, "jar", CATALOGUE, None)
    except LineUnread as reason:
        return str(reason)


@given(FIGURES, st.sampled_from(BEHIND), st.sampled_from(["", "- ", "• ", "3. "]))
def test_a_line_read_by_another_like_it_is_what_it_is_by_itself(figure: str, behind: str, mark: str) -> None:
    text = f"{mark}{figure} {behind}"
    alone = direct(text)
    try:
        found: RecipeLine | str = read_ingredient(text, 0, "jar", CATALOGUE)
    except LineUnread as reason:
        found = str(reason)
    assert found == alone
    assert look_of(text, CATALOGUE) == _look(text, CATALOGUE)


@pytest.mark.parametrize(
    "text",
    ["5 percent vinegar", "50 grain vinegar", "2 cups sugar and a half", "3 to 4 cups sugar", "2 (15 oz) cans", "1.000 g salt", "0 cups sugar", "2 cups vinegar (5%)", "½ cup sugar", "3 half cups"],
)  # fmt: skip
def test_what_a_figure_may_mean_otherwise_is_read_by_itself(text: str) -> None:
    assert alike(text) is None


def test_lines_are_alike_by_their_words() -> None:
    one, other = alike("1/2 tsp mustard seed"), alike("12 tsp mustard seed")
    assert one and other and one.text == other.text and other.times == 24 * one.times
