"""What a recipe is like to eat: the words of the reference against what is in each formula, and what is offered in place of a recipe."""

from __future__ import annotations

from dataclasses import replace

import pytest

from rheum.core.facts.circumstances import Settings
from rheum.core.facts.eating import eating
from rheum.core.facts.formulas import Formula
from rheum.core.judging.check import judge
from rheum.core.matching.eating import of_formula
from rheum.core.measures.altitude import read_altitude
from rheum.reference.loading import library

FACTS = library()
HERE = Settings(read_altitude("1265m"), measures="us")


@pytest.mark.parametrize("formula", FACTS.formulas.values(), ids=FACTS.formulas.keys())
def test_what_a_formula_is_said_to_be_like_agrees_with_what_is_in_it(formula: Formula) -> None:
    said, made = of_formula(formula), of_formula(replace(formula, eating=None))
    assert said.like & {"sour", "sweet"}, "its taste is told"
    assert abs(said.heat - made.heat) <= 1
    colours = {item.eating.colour for line in formula.jar_lines for item in (line.ingredient,)} | {"red", "green"}
    assert said.colour in colours | {"brown"}, "a chutney turns brown, a pepper is green or red"


@pytest.mark.parametrize(
    ("text", "first", "kinds"),
    [
        ("Plum chutney\n4 lb plums\n2 cups cider vinegar (5%)\n3 cups sugar\n1 cup onion\n", "fruity", {"chutney"}),
        ("Pickled radishes\n3 lb radishes\n2 cups vinegar (5%)\n2 cups water\n1/4 cup salt\n", "crisp", {"pickle"}),
        ("Peach salsa\n6 cups peaches\n2 jalapenos\n1 cup bottled lime juice\n1 cup onion\n", "fruity", {"salsa"}),
        ("Strawberry and habanero sauce\n2 lb strawberries\n9 habaneros\n1 cup vinegar (5%)\n", "hot", {"sauce"}),
    ],
)
def test_a_recipe_that_nothing_is_near_is_offered_what_is_like_it_to_eat(text: str, first: str, kinds: set[str]) -> None:
    verdict = judge(text, HERE, FACTS).verdict
    assert verdict.formula is None
    assert len(verdict.alike) == 3
    assert first in verdict.alike[0].like
    assert FACTS.formulas[verdict.alike[0].id].kind in kinds


def test_words_that_are_none_of_the_known_are_refused() -> None:
    for heat, colour, like in (("5", "green", "crisp"), ("1", "teal", "crisp"), ("1", "green", "crunchy")):
        with pytest.raises(ValueError, match="is"):
            eating(heat, colour, like, tastes=False)
