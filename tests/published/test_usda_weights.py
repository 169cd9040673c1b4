"""USDA National Nutrient Database for Standard Reference (now FoodData Central): household measures and refuse. From memory of its entries.

A cup differs by how it is cut and filled; the project's may lie within an eighth of the table's.
"""

from __future__ import annotations

import pytest

from rheum.reference.loading import library

CATALOGUE = library().catalogue
CUPS = (
    ("onion", 160), ("green bean", 100), ("okra", 100), ("asparagus", 134), ("cauliflower", 107), ("carrot", 128), ("beet", 170),
    ("sweetcorn kernels", 154), ("zucchini", 113), ("mushroom", 96), ("tomato", 180), ("peach", 154), ("apple", 125), ("cranberry", 100), ("ripe mango", 165),
    ("garlic", 136), ("sugar", 200), ("brown sugar", 220), ("table salt", 292), ("honey", 339), ("white vinegar", 239), ("molasses", 337), ("celery", 101), ("cabbage", 89),
)  # fmt: skip
# Parts left of what is bought: 1 less the refuse.
EDIBLE = (
    ("asparagus", 0.53),
    ("carrot", 0.89),
    ("onion", 0.90),
    ("cauliflower", 0.39),
    ("green bean", 0.88),
    ("apple", 0.77),
    ("garlic", 0.87),
    ("celery", 0.89),
)


@pytest.mark.parametrize(("name", "grams"), CUPS, ids=[row[0] for row in CUPS])
def test_a_cup_of_it(name: str, grams: float) -> None:
    found = CATALOGUE.exactly(name)
    assert found is not None, name
    assert found.g_per_cup == pytest.approx(grams, rel=0.125)


@pytest.mark.parametrize(("name", "part"), EDIBLE, ids=[row[0] for row in EDIBLE])
def test_what_trimming_leaves(name: str, part: float) -> None:
    found = CATALOGUE.exactly(name)
    assert found is not None, name
    # A pickler trims less than a table of refuse has it; never is more left than there was.
    assert part - 0.08 <= found.edible <= 1
