"""A food with an amount hides nowhere: whatever stands between them, wherever on the page the line stands."""

from __future__ import annotations

import pytest

from rheum.core.facts.circumstances import Settings
from rheum.core.judging.check import judge
from rheum.core.measures.altitude import read_altitude
from rheum.core.parsing.writing import formula_text
from rheum.reference.loading import library

FACTS, HERE = library(), Settings(read_altitude("100 m"), measures="us")
LINES = formula_text(FACTS.formulas["dilled-green-beans"]).split("\n")
METHOD = LINES.index("Method:")
FOODS = (
    "bacon", "sweetcorn", "potatoes", "lard", "butter", "flour", "lima beans", "rice", "cheddar", "aubergine", "kale", "garden peas",
    "pumpkin", "cream", "oats", "quinoa", "chicken", "tofu", "leeks", "fennel", "parsnips", "figs", "bananas", "wontons",
)  # fmt: skip
AMOUNTS = ("2 lb", "3 cups", "500 g", "two pounds", "1 1/2 cups", "a pound", "half a pound")
FORMS = (
    "{F} {A}", "{F}: {A} of the fresh ones", "{F}, cut small {A}", "{F} ({A} will do)", "{F} - about {A} of it", "{A} of {F}",
    "about {A} {F}, more or less", "{F} x {A}", "{F} ~{A}", "{F} – {A}, diced", "{F} [{A}]", "{F}; {A}", "{F} = {A}", "{F}/{A}",
    "And {A} of {F}", "Plus {A} {F}", "{F} (frozen is fine): {A}", "{F} {A} (drained)", "({A} {F})", "* {A} {F}", "** {F} ** {A}",
    "{A} | {F}", "{F} | {A}", "{A}, {F}", "{A} - {F}", "{A}: {F}", "{A} worth of {F}", "we had {A} of {F} left", "{F}, about {A}",
    "Also {F}, {A}.", "{F} to the tune of {A}", "{A} good {F}, chopped fine.", "{A} each {F} and leeks",
)  # fmt: skip
PLACES = {
    "under the title": lambda line: [LINES[0], line, *LINES[1:]],
    "in the story": lambda line: [LINES[0], "", "We make these every year and love them.", line, "We hope you do too.", "", *LINES[1:]],
    "in the list": lambda line: [*LINES[:4], line, *LINES[4:]],
    "behind the list": lambda line: [*LINES[: METHOD - 1], line, *LINES[METHOD - 1 :]],
    "in the notes": lambda line: [*LINES, "", "Notes:", line],
    "behind a tip": lambda line: [*LINES, "", "Tips", "Use fresh dill.", line],
    "at the end": lambda line: [*LINES, "", line],
    "under the tools": lambda line: [*LINES, "", "Equipment:", line],
}


@pytest.mark.parametrize("place", PLACES)
@pytest.mark.parametrize("form", FORMS)
def test_a_food_with_an_amount_hides_nowhere(form: str, place: str) -> None:
    turn = FORMS.index(form) * len(PLACES) + list(PLACES).index(place)
    for food, amount in (
        (FOODS[turn % len(FOODS)], AMOUNTS[turn % len(AMOUNTS)]),
        (FOODS[-turn % len(FOODS)], AMOUNTS[-turn % len(AMOUNTS)]),
    ):
        for said in (food, food.capitalize()):
            text = "\n".join(PLACES[place](form.format(F=said, A=amount)))
            assert judge(text, HERE, FACTS).verdict.destination != "shelf", text


@pytest.mark.parametrize(
    "line",
    [
        "Makes 8 pints, give or take", "Serves 8 to 10 people, 1/2 cup each", "Per 1/2 cup: 20 calories, 0 g fat", "8-quart stockpot, jar lifter, 8 pint jars",
        "(works for yellow beans too)", "Crisp, sour, properly dilly.",
        "Side two", "Prep Time 1 hr   Process 5 mins   Yield 8 pints", "1 cup = 240 ml, 1 lb = 454 g",
    ],
)  # fmt: skip
@pytest.mark.parametrize("place", ["in the story", "in the notes"])
def test_what_tells_no_food_hides_none(line: str, place: str) -> None:
    assert judge("\n".join(PLACES[place](line)), HERE, FACTS).verdict.destination == "shelf"
