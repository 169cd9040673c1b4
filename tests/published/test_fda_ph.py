"""U.S. Food and Drug Administration: Approximate pH of Foods and Food Products (2003/2007). From memory of the list.

What matters is the upper end: produce taken to be more sour than it may be would lift an estimate. The lower end is held loosely.
"""

from __future__ import annotations

import pytest

from rheum.reference.loading import library

CATALOGUE = library().catalogue
TABLE = (
    ("apple", 3.30, 4.00), ("asparagus", 6.00, 6.70), ("beet", 5.30, 6.60), ("brussels sprout", 6.00, 6.30), ("cabbage", 5.20, 6.80),
    ("carrot", 5.88, 6.40), ("cauliflower", 5.60, 5.60), ("celery", 5.70, 6.00), ("sweetcorn kernels", 5.90, 7.30), ("cucumber", 5.12, 5.78),
    ("eggplant", 5.50, 6.50), ("garlic", 5.80, 5.80), ("ginger", 5.60, 5.90), ("horseradish", 5.35, 5.35), ("leek", 5.50, 6.17),
    ("mushroom", 6.00, 6.70), ("okra", 5.50, 6.60), ("red onion", 5.30, 5.80), ("onion", 5.32, 5.60), ("peach", 3.30, 4.05), ("pear", 3.50, 4.60),
    ("green pepper", 5.20, 5.93), ("pineapple", 3.20, 4.00), ("radish", 5.85, 6.05), ("rhubarb", 3.10, 3.40), ("tomatillo", 3.83, 3.83),
    ("tomato", 4.30, 4.90), ("turnip", 5.29, 5.90), ("zucchini", 5.69, 6.10), ("ripe mango", 3.40, 4.80), ("plum", 2.80, 3.40), ("cranberry", 2.30, 2.52),
)  # fmt: skip


@pytest.mark.parametrize(("name", "low", "high"), TABLE, ids=[row[0] for row in TABLE])
def test_produce_is_never_taken_to_be_more_sour_than_the_list_has_it(name: str, low: float, high: float) -> None:
    found = CATALOGUE.exactly(name)
    assert found is not None, name
    assert found.ph is not None
    assert found.ph[1] >= high - 0.051
    assert found.ph[0] <= max(low, high) + 0.051


def test_the_limit_is_that_of_the_regulation() -> None:
    """21 CFR 113.3 and 114.3: acid foods have a finished equilibrium pH of 4.6 or below."""
    from rheum.core.judging.verdict import AcidLedger

    assert AcidLedger(None, None, None, (), ()).canning_ph == 4.6
