"""Lines of a list that say something of others: the name of a part, ones of another colour, spices of a list that is told."""

from __future__ import annotations

import pytest

from rheum.core.facts.library import Library
from rheum.core.recipe.text import read_recipe


@pytest.mark.parametrize(
    ("name", "asked"), [("Veg", False), ("Marinade", False), ("Bowl two", False), ("vegetables", True), ("Onions", True), ("Sausage", True)]
)
def test_a_part_of_a_list_is_named_by_no_food(name: str, asked: bool, facts: Library) -> None:
    text = f"Beans\n4 lb green beans\n{name}\n2 cups onions, chopped\n4 cups white vinegar (5%)\n"
    assert bool(read_recipe(text, facts.catalogue).unread) is asked


@pytest.mark.parametrize(
    ("above", "line", "food"),
    [
        ("3 cups chopped red bell peppers", "3 cups finely chopped green ones", "bell-pepper"),
        ("3 cups chopped tomatoes", "1 cup chopped green ones", "green-tomato"),
        ("3 cups chopped cabbage", "ones", None),
        ("3 cups chopped cabbage", "2 cups chopped big ones", None),
    ],
)
def test_ones_of_another_colour_are_of_the_line_above(above: str, line: str, food: str | None, facts: Library) -> None:
    read = read_recipe(f"Relish\n{above}\n{line}\n4 cups white vinegar (5%)\n", facts.catalogue)
    assert [one.ingredient.id for one in read.lines if one.number == 3] == ([food] if food else [])


def test_spices_of_a_list_that_is_told_are_listed(facts: Library) -> None:
    told = "You need ten cups of corn kernels. Two cups of sugar, five cups of white vinegar (5%), two tablespoons of dry mustard and one teaspoon of turmeric."
    read = read_recipe(f"Corn relish\n\n{told}\n\nMix the mustard and turmeric with some of the syrup. Boil it all.\n", facts.catalogue)
    assert {"corn", "sugar", "dry-mustard", "turmeric"} <= {line.ingredient.id for line in read.lines}
    # Acid counts only in the list: it is asked for, as the line that it would be.
    assert [item.as_line for item in read.unread if item.as_line] == ["5 cups white distilled vinegar"]
