"""Versions side by side: scaled to the same produce, and what merging them does."""

from __future__ import annotations

import pytest

from rheum.core.facts.circumstances import Settings
from rheum.core.measures.altitude import read_altitude
from rheum.core.measures.refused import RequestError
from rheum.core.parsing.writing import formula_text
from rheum.core.revising.comparing import Comparison, Row, compare
from rheum.reference.loading import library

FACTS = library()
HERE = Settings(read_altitude("4150ft"), measures="us")
BEANS = formula_text(FACTS.formulas["dilled-green-beans"])
NEIGHBOUR = """Neighbour's beans
2 lb green beans
1 1/2 cups white vinegar (5%)
3 cups water
4 cloves garlic
4 heads dill
1/4 cup pickling salt

Method:
Raw pack into quart jars, 1 inch headspace. Process 3 minutes in boiling water.
"""


def row(found: Comparison, name: str) -> Row:
    return next(item for item in found.rows if item.name == name)


def test_versions_are_scaled_to_the_same_produce() -> None:
    found = compare([BEANS, NEIGHBOUR], HERE, FACTS)
    assert found.versions[0].factor == 1.0
    assert found.versions[1].factor == pytest.approx(2.0)
    assert row(found, "green bean").values[0] == row(found, "green bean").values[1]
    assert not row(found, "green bean").differs


def test_what_differs_is_marked_and_which_is_tested_is_said() -> None:
    found = compare([BEANS, NEIGHBOUR], HERE, FACTS)
    assert [version.tested for version in found.versions] == [True, False]
    brine = row(found, "Brine")
    assert (brine.values, brine.differs) == (("2.5 %", "1.67 %"), True)
    assert row(found, "Minutes in the text").values == ("5 min", "3 min")
    assert row(found, "Headspace").values == ("13 mm (1/2 in)", "25 mm (1 in)")
    assert row(found, "Jar").values == ("pint", "quart")
    assert not row(found, "Salt").differs
    assert row(found, "Minutes here").values == ("10 min", "none: not for the shelf")


def test_like_things_stand_on_one_row() -> None:
    other = BEANS.replace("white distilled vinegar", "cider vinegar").replace("pickling salt", "table salt")
    found = compare([BEANS, other], HERE, FACTS)
    assert row(found, "vinegar").values == ("945 ml (4 cups), white distilled vinegar", "945 ml (4 cups), cider vinegar")
    assert not row(found, "vinegar").differs
    assert [one.name for one in found.rows if "salt" in one.name.lower()].count("salt") == 1


def test_parts_are_chosen_and_the_minutes_come_with_their_method() -> None:
    ours = compare([BEANS, NEIGHBOUR], HERE, FACTS, {"seasoning": 1})
    assert ours.merged.destination == "shelf", "only the salt is the neighbour's"
    assert "Process pint jars 5 minutes" in ours.merged.text
    theirs = compare([BEANS, NEIGHBOUR], HERE, FACTS, {"liquids": 1})
    assert theirs.merged.destination == "fridge"
    assert "6 cups water" in theirs.merged.text, "at the size of the first"
    with pytest.raises(RequestError, match="one of the versions"):
        compare([BEANS, NEIGHBOUR], HERE, FACTS, {"liquids": 2})


def test_merging_a_tested_with_an_untested_one_loses_the_shelf() -> None:
    found = compare([BEANS, NEIGHBOUR], HERE, FACTS, {"produce": 1, "liquids": 1, "method": 1})
    assert found.merged.destination == "fridge"
    assert "nobody's tested recipe" in found.merged.says
    assert found.merged.reasons


def test_merging_a_formula_with_itself_changes_nothing() -> None:
    for formula in FACTS.formulas.values():
        text = formula_text(formula)
        found = compare([text, text], HERE, FACTS)
        assert not any(item.differs for item in found.rows), formula.id
        assert found.merged.destination == "shelf", (formula.id, found.merged)
        assert "stays within" in found.merged.says
        assert found.merged.text.split("\n\n")[0] == formula.title


def test_three_versions() -> None:
    found = compare([BEANS, NEIGHBOUR, formula_text(FACTS.formulas["dilled-okra"])], HERE, FACTS)
    assert len(found.versions) == 3
    assert row(found, "okra").values[:2] == ("–", "–")
    assert row(found, "okra").differs


@pytest.mark.parametrize(
    ("texts", "says"), [([BEANS], "two or three"), ([BEANS] * 4, "two or three"), ([BEANS, "Brine\n2 cups water\n"], "no produce")]
)
def test_what_cannot_be_compared_is_refused(texts: list[str], says: str) -> None:
    with pytest.raises(RequestError, match=says):
        compare(texts, HERE, FACTS)
