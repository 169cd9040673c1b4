"""The corpus, read; and written again where it is a formula's."""

from __future__ import annotations

import pytest

from rheum.core.facts.library import Library
from rheum.core.parsing.recipe import Recipe, RecipeLine
from rheum.core.parsing.text import read_recipe
from tests.core.corpus import CORPUS as FIRST
from tests.core.corpus import UNREAD
from tests.core.corpus_kitchens import KITCHENS

CORPUS = FIRST | KITCHENS


def of(recipe: Recipe, ingredient: str) -> RecipeLine:
    return next(line for line in recipe.lines if line.ingredient.id == ingredient)


def test_there_are_sixty() -> None:
    assert len(CORPUS) >= 60


@pytest.mark.parametrize("name", CORPUS)
def test_every_line_is_read_as_meant(name: str, facts: Library) -> None:
    entry = CORPUS[name]
    recipe = read_recipe(entry.text, facts.catalogue)
    unread = entry.also.get("unread", [])
    assert [item.line for item in recipe.unread] == unread, [(item.text, item.why) for item in recipe.unread]
    assert [line.ingredient.id for line in recipe.lines] == entry.ingredients
    numbered = entry.text.splitlines()
    for line in recipe.lines:
        assert line.text.strip() in numbered[line.number - 1], "lines are counted as in the text pasted"


@pytest.mark.parametrize("name", [name for name, entry in CORPUS.items() if entry.also])
def test_what_else_it_says(name: str, facts: Library) -> None:
    also = CORPUS[name].also
    recipe = read_recipe(CORPUS[name].text, facts.catalogue)
    if "title" in also:
        assert recipe.title == also["title"]
    if "yield" in also:
        assert (recipe.yield_low, recipe.yield_high) == also["yield"]
    if "jars" in also:
        assert [jar for _, jar in recipe.jars] + [jar for _, jar, _ in recipe.method.jars] == also["jars"]
    if "soaked" in also:
        in_jar = set(map(id, recipe.in_jar))
        assert [line.ingredient.id for line in recipe.lines if id(line) not in in_jar] == also["soaked"]
    for ingredient, strength in also.get("strengths", {}).items():
        assert of(recipe, ingredient).strength == strength
    for ingredient, (value, unit) in also.get("amounts", {}).items():
        amount = of(recipe, ingredient).amount
        assert amount is not None
        assert (pytest.approx(amount.high), amount.unit) == (value, unit)
    for ingredient, (value, unit) in also.get("seconds", {}).items():
        second = of(recipe, ingredient).other
        assert second is not None
        assert (second.high, second.unit) == (value, unit)
    for ingredient, size in also.get("per_jar", {}).items():
        assert of(recipe, ingredient).per_jar == size
    for ingredient in also.get("prepared", []):
        assert of(recipe, ingredient).prepared
    for ingredient, states in also.get("states", {}).items():
        assert of(recipe, ingredient).states == states


@pytest.mark.parametrize("name", UNREAD)
def test_what_is_not_understood_is_shown_by_its_line(name: str, facts: Library) -> None:
    text, lines = UNREAD[name]
    recipe = read_recipe(text, facts.catalogue)
    assert [item.line for item in recipe.unread] == lines
    assert all(item.why.endswith(".") for item in recipe.unread)
