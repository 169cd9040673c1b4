"""Lines of a list that say something of others: the name of a part, ones of another colour, spices of a list that is told."""

from __future__ import annotations

import pytest

from rheum.core.facts.library import Library
from rheum.core.parsing.text import read_recipe


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
