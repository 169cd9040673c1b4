"""schema.org recipes in the shapes in which sites and programs really write them."""

from __future__ import annotations

import json

import pytest

from rheum.core.library import Library
from rheum.core.reading import read_recipe
from rheum.formats.recipe_json import BadRecipeJson, read_recipe_json, recipe_text_of

BASE = {"@context": "https://schema.org", "@type": "Recipe", "name": "Okra", "recipeIngredient": ["7 lb okra", "6 cups white vinegar (5%)"]}


def test_the_least_recipe(facts: Library) -> None:
    recipe = read_recipe(recipe_text_of(BASE), facts.catalogue)
    assert recipe.title == "Okra"
    assert [line.ingredient.id for line in recipe.lines] == ["okra", "white-vinegar"]


@pytest.mark.parametrize(
    "steps",
    [
        "Process pints 10 minutes.",
        "Fill.\nProcess pints 10 minutes.",
        ["Fill.", "Process pints 10 minutes."],
        [{"@type": "HowToStep", "text": "Process pints 10 minutes."}],
        [{"@type": "HowToSection", "name": "Can", "itemListElement": [{"@type": "HowToStep", "text": "Process pints 10 minutes."}]}],
    ],
)
def test_steps_in_every_shape(steps: object, facts: Library) -> None:
    recipe = read_recipe(recipe_text_of({**BASE, "recipeInstructions": steps}), facts.catalogue)
    assert [(said.jar, said.minutes) for said in recipe.method.minutes] == [("pint", 10)]


@pytest.mark.parametrize(
    "wrap", [lambda r: [r], lambda r: {"@graph": [{"@type": "WebSite"}, r]}, lambda r: {**r, "@type": ["Recipe", "NewsArticle"]}]
)
def test_recipes_inside_lists_and_graphs(wrap, facts: Library) -> None:
    assert read_recipe(read_recipe_json(json.dumps(wrap(BASE))), facts.catalogue).title == "Okra"


@pytest.mark.parametrize(("made", "low"), [("8 pints", 8), (["8", "8 pint jars"], 8), (8, None), ("about 8 to 9 pints", 8)])
def test_yields(made: object, low: float | None, facts: Library) -> None:
    assert read_recipe(recipe_text_of({**BASE, "recipeYield": made}), facts.catalogue).yield_low == low


def test_an_ingredient_over_two_lines_is_two_lines(facts: Library) -> None:
    text = recipe_text_of({**BASE, "recipeIngredient": ["7 lb okra\n6 cups white vinegar (5%)", "2 cups water"]})
    assert len(read_recipe(text, facts.catalogue).lines) == 3


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("", "not whole JSON"),
        ("{", "line 1"),
        ("7", "JSON object"),
        ("[]", "schema.org Recipe"),
        ('{"name": "x"}', "recipeIngredient"),
        ('{"name": 3, "recipeIngredient": ["1 cup water"]}', "“name” should be text"),
        ('{"recipeIngredient": []}', "empty"),
        ('{"recipeIngredient": [3]}', "list of texts"),
        ('{"recipeIngredient": ["1 cup water"], "recipeInstructions": 3}', "recipeInstructions"),
        ("[" * 100_000, "JSON"),
    ],
)
def test_what_is_no_recipe_says_which_field(text: str, says: str) -> None:
    with pytest.raises(BadRecipeJson, match=says) as refused:
        read_recipe_json(text)
    assert str(refused.value).endswith(".")
