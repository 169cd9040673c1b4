"""USDA Complete Guide to Home Canning, Guide 3 (Selecting, Preparing and Canning Tomatoes and Tomato Products), revised 2015, and the salsas
of the National Center for Home Food Preservation. From memory of their tables."""

from __future__ import annotations

import pytest

from rheum.core.judging.process import process_for
from rheum.core.measures.altitude import altitude
from rheum.reference.loading import library

FACTS = library()
INCH = 25.4
# Formula, headspace in inches, minutes for half-pints or pints at 500, 2,000, 5,000 and 7,000 ft.
TABLE = (
    ("choice-salsa", 1 / 2, "pint", (15, 20, 20, 25)),
    ("slicing-tomato-salsa", 1 / 2, "pint", (15, 20, 20, 25)),
    ("paste-tomato-salsa", 1 / 2, "pint", (15, 20, 20, 25)),
    ("tomatillo-green-salsa", 1 / 2, "pint", (15, 20, 20, 25)),
    ("chile-salsa", 1 / 2, "pint", (15, 20, 20, 25)),
    ("mango-salsa", 1 / 2, "half-pint", (10, 15, 15, 20)),
    ("spicy-cranberry-salsa", 1 / 4, "pint", (10, 15, 15, 20)),
    ("tomato-ketchup", 1 / 8, "pint", (15, 20, 20, 25)),
    ("mango-chutney", 1 / 2, "pint", (10, 15, 15, 20)),
)


@pytest.mark.parametrize(("formula_id", "inches", "jar", "minutes"), TABLE, ids=[row[0] for row in TABLE])
def test_minutes_and_headspace(formula_id: str, inches: float, jar: str, minutes: tuple[int, ...]) -> None:
    formula = FACTS.formulas[formula_id]
    assert formula.headspace_mm == pytest.approx(inches * INCH)
    found = []
    for feet in (500, 2000, 5000, 7000):
        process = process_for(formula, FACTS.jars[jar], "hot", altitude(feet, "ft"), method="bath", headspace_mm=formula.headspace_mm)
        assert process is not None
        found.append(process.minutes)
    assert tuple(found) == minutes
