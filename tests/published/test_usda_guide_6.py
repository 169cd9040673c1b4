"""USDA Complete Guide to Home Canning, Guide 6 (Preparing and Canning Fermented Foods and Pickled Vegetables), revised 2015.

Set down from memory of the guide's tables, as everything here is: minutes at 0-1,000 ft, 1,001-6,000 ft and above 6,000 ft, where a table
has four columns also 1,001-3,000 ft; headspace is half an inch throughout.
"""

from __future__ import annotations

import pytest

from rheum.core.facts.formulas import Pack
from rheum.core.judging.process import process_for
from rheum.core.measures.altitude import altitude
from rheum.reference.loading import library

FACTS = library()
THREE = ((0, 1000), (1001, 3000, 6000), (6001, 9000))
FOUR = ((0, 1000), (1001, 3000), (3001, 6000), (6001, 9000))

TABLE: tuple[tuple[str, Pack, str, tuple[int, ...]], ...] = (
    ("dill-cucumbers-fresh-pack", "raw", "pint", (10, 15, 20)),
    ("dill-cucumbers-fresh-pack", "raw", "quart", (15, 20, 25)),
    ("bread-and-butter-cucumbers", "hot", "pint", (10, 15, 20)),
    ("bread-and-butter-cucumbers", "hot", "quart", (10, 15, 20)),
    ("sweet-cucumbers-quick", "hot", "pint", (5, 10, 15)),
    ("sweet-cucumbers-quick", "hot", "quart", (5, 10, 15)),
    ("sweet-cucumbers-quick", "raw", "pint", (10, 15, 20)),
    ("sweet-cucumbers-quick", "raw", "quart", (15, 20, 25)),
    ("sliced-dill-cucumbers-low-salt", "raw", "pint", (15, 20, 25)),
    ("dilled-green-beans", "raw", "pint", (5, 10, 15)),
    ("pickled-asparagus", "raw", "twelve-ounce", (10, 15, 20)),
    ("pickled-asparagus", "raw", "pint", (10, 15, 20)),
    ("pickled-beets", "hot", "pint", (30, 35, 40, 45)),
    ("pickled-beets", "hot", "quart", (30, 35, 40, 45)),
    ("pickled-carrots", "hot", "pint", (15, 20, 25)),
    ("pickled-cauliflower", "hot", "half-pint", (10, 15, 20)),
    ("pickled-cauliflower", "hot", "pint", (10, 15, 20)),
    ("marinated-mushrooms", "hot", "half-pint", (20, 25, 30, 35)),
    ("dilled-okra", "raw", "pint", (10, 15, 20)),
    ("pickled-pearl-onions", "hot", "pint", (10, 15, 20)),
    ("marinated-peppers", "raw", "half-pint", (15, 20, 25)),
    ("marinated-peppers", "raw", "pint", (15, 20, 25)),
    ("pickled-bell-peppers", "hot", "half-pint", (5, 10, 15)),
    ("pickled-bell-peppers", "hot", "pint", (5, 10, 15)),
    ("pickled-hot-peppers", "raw", "half-pint", (10, 15, 20)),
    ("pickled-hot-peppers", "raw", "pint", (10, 15, 20)),
    ("yellow-pepper-rings", "raw", "pint", (10, 15, 20)),
    ("jalapeno-rings", "raw", "pint", (10, 15, 20)),
    ("sweet-green-tomatoes", "hot", "pint", (10, 15, 20)),
    ("sweet-green-tomatoes", "hot", "quart", (15, 20, 25)),
    ("bread-and-butter-zucchini", "hot", "pint", (10, 15, 20)),
    ("bread-and-butter-zucchini", "hot", "quart", (10, 15, 20)),
    ("mixed-vegetables", "hot", "pint", (5, 10, 15)),
    ("mixed-vegetables", "hot", "quart", (10, 15, 20)),
    ("three-bean-salad", "hot", "half-pint", (15, 20, 25)),
    ("three-bean-salad", "hot", "pint", (15, 20, 25)),
    ("piccalilli", "hot", "half-pint", (5, 10, 15)),
    ("piccalilli", "hot", "pint", (5, 10, 15)),
    ("cucumber-relish", "hot", "half-pint", (10, 15, 20)),
    ("cucumber-relish", "hot", "pint", (10, 15, 20)),
    ("corn-relish", "hot", "half-pint", (15, 20, 25)),
    ("corn-relish", "hot", "pint", (15, 20, 25)),
    ("pepper-onion-relish", "hot", "half-pint", (5, 10, 15)),
    ("pepper-onion-relish", "hot", "pint", (5, 10, 15)),
    ("green-tomato-relish", "hot", "pint", (5, 10, 15)),
)


@pytest.mark.parametrize(("formula_id", "pack", "jar", "minutes"), TABLE, ids=[f"{row[0]} {row[1]} {row[2]}" for row in TABLE])
def test_minutes_of_the_guide(formula_id: str, pack: Pack, jar: str, minutes: tuple[int, ...]) -> None:
    formula = FACTS.formulas[formula_id]
    for heights, wanted in zip(FOUR if len(minutes) == 4 else THREE, minutes, strict=True):
        for feet in heights:
            found = process_for(formula, FACTS.jars[jar], pack, altitude(feet, "ft"), method="bath", headspace_mm=12.7)
            assert found is not None
            assert found.minutes == wanted, f"{feet} ft"


def test_headspace_of_the_guide_is_half_an_inch() -> None:
    assert {round(FACTS.formulas[formula_id].headspace_mm, 4) for formula_id, *_ in TABLE} == {12.7}


def test_jars_are_sterilised_where_they_are_processed_under_ten_minutes() -> None:
    """Guide 1: jars for processing under 10 minutes are sterilised, 10 minutes and one more for each 1,000 ft above 1,000."""
    beans = FACTS.formulas["dilled-green-beans"]
    at = [process_for(beans, FACTS.jars["pint"], "raw", altitude(feet, "ft"), method="bath", headspace_mm=12.7) for feet in (500, 4000)]
    assert [one.sterilise_minutes for one in at if one] == [10, None]
