"""What is on hand: read as recipe lines, held against recipes, and what is missing for each."""

from __future__ import annotations

import pytest

from rheum.core.facts.circumstances import Settings
from rheum.core.judging.check import judge
from rheum.core.making.on_hand import CanMake, can_make, read_pantry
from rheum.core.making.stock import Bottle, LidLot, Stock
from rheum.core.measures.altitude import read_altitude
from rheum.core.parsing.writing import formula_text
from rheum.reference.loading import library

FACTS = library()
HERE = Settings(read_altitude("1265m"), measures="us")
PANTRY = "4.4 kg green beans\n20 heads dill\nplenty of garlic\npickling salt\n- dried chilli flakes\n"
STOCK = Stock(
    bottles=(Bottle("a", "white-vinegar", "a", 5.0, 3000),), jars={"pint": 30, "quart": 4}, lids=(LidLot("l", "regular", "R1", 40),)
)


def made(text: str, pantry: str = PANTRY, stock: Stock = STOCK) -> CanMake:
    judged = judge(text, HERE, FACTS)
    return can_make("one", judged.verdict.title, True, judged=judged, pantry=read_pantry(pantry, FACTS), stock=stock)


BEANS = formula_text(FACTS.formulas["dilled-green-beans"])


def test_a_pantry_is_read_as_recipe_lines() -> None:
    found = read_pantry(PANTRY + "2 lb green beans\nsomething odd\n\n", FACTS)
    assert found.grams["green-bean"] == pytest.approx(4400 + 907.2, rel=1e-3), "two baskets of one thing add up"
    assert {"garlic", "pickling-salt", "chilli-flakes"} <= found.plenty
    assert found.unread == ("something odd",)


def test_how_many_jars_and_what_would_run_out_first() -> None:
    """4.4 kg of beans against 1.81 kg for 8 pints: 19 pints, and the beans end first."""
    found = made(BEANS)
    assert (found.jars, found.limited_by, found.missing) == (19, "green bean", ())
    assert found.says == "all there, for 19 pint jars; green bean would run out first"


def test_water_and_optional_lines_never_stand_in_the_way() -> None:
    assert made(BEANS, PANTRY.replace("plenty of garlic\n", "").replace("- dried chilli flakes\n", "")).jars == 19


@pytest.mark.parametrize(
    ("pantry", "stock", "missing"),
    [
        (PANTRY.replace("4.4 kg green beans", "1 kg green beans"), STOCK, "815 g (1.8 lb) green bean"),
        (PANTRY.replace("20 heads dill\n", ""), STOCK, "24 g fresh dill"),
        (PANTRY, Stock(jars=STOCK.jars, lids=STOCK.lids), "945 ml (4 cups) white distilled vinegar at 5 %"),
        (PANTRY, Stock(bottles=STOCK.bottles, jars={"pint": 5}, lids=STOCK.lids), "3 pint jars"),
        (PANTRY, Stock(bottles=STOCK.bottles, jars=STOCK.jars, lids=(LidLot("l", "wide", "W", 40), LidLot("m", "regular", "R", 2))), "6 new regular lids"),
    ],
)  # fmt: skip
def test_what_is_missing_is_told_in_amounts(pantry: str, stock: Stock, missing: str) -> None:
    assert missing in [one.says for one in made(BEANS, pantry, stock).missing]


def test_a_strong_bottle_carries_a_weak_one_here_too() -> None:
    """300 ml of 7 % with 600 of 4 % are 900 ml of 5 %; the weak bottle alone makes nothing."""
    weak = Bottle("w", "white-vinegar", "w", 4.0, 640)
    alone = made(BEANS, stock=Stock(bottles=(weak,), jars=STOCK.jars, lids=STOCK.lids))
    both = made(BEANS, stock=Stock(bottles=(weak, Bottle("s", "white-vinegar", "s", 7.0, 320)), jars=STOCK.jars, lids=STOCK.lids))
    assert (alone.jars, both.jars) == (0, 8)


def test_what_must_not_be_jarred_makes_no_jars() -> None:
    found = made(BEANS + "4 oz bacon\n", PANTRY + "bacon\n")
    assert (found.jars, found.says) == (0, "not to be jarred as it stands: the Bench says why")


def test_per_jar_lines_are_counted_by_the_jars() -> None:
    dills = formula_text(FACTS.formulas["dill-cucumbers-fresh-pack"])
    rest = "8 lb pickling cucumbers\npickling salt\nsugar\nmixed pickling spice\n"
    enough = made(
        dills,
        rest + "mustard seed\n20 heads dill\n",
        Stock(bottles=(Bottle("a", "white-vinegar", "a", 5.0, 3000),), jars={"pint": 9}, lids=STOCK.lids),
    )
    short = made(
        dills,
        rest + "mustard seed\n3 heads dill\n",
        Stock(bottles=(Bottle("a", "white-vinegar", "a", 5.0, 3000),), jars={"pint": 9}, lids=STOCK.lids),
    )
    assert enough.jars >= 7
    assert short.jars == 2, "1 1/2 heads a pint"
    assert short.limited_by == "fresh dill"


def test_permitted_swaps_count_as_there() -> None:
    """Sweet and hot peppers and cider vinegar make pepper rings, jalapeño rings and hot peppers: one pepper may stand in for another, one vinegar
    of 5 % for another."""
    cider = Stock(bottles=(Bottle("c", "cider-vinegar", "c", 5.0, 3000),), jars=STOCK.jars, lids=STOCK.lids)
    pantry = "2 1/2 lb sweet peppers\n1 1/2 lb hot peppers\nplenty of garlic\nsugar\npickling salt\nmustard seed\ncelery seed\n"
    for formula_id in ("yellow-pepper-rings", "jalapeno-rings", "pickled-hot-peppers"):
        found = made(formula_text(FACTS.formulas[formula_id]), pantry, cider)
        assert found.jars > 0, (formula_id, found.says)
    weak = Stock(bottles=(Bottle("c", "cider-vinegar", "c", 4.0, 3000),), jars=STOCK.jars, lids=STOCK.lids)
    assert made(formula_text(FACTS.formulas["yellow-pepper-rings"]), pantry, weak).jars == 0


def test_nothing_is_named_twice_as_missing() -> None:
    found = made(formula_text(FACTS.formulas["pepper-onion-relish"]), "pickling salt\n")
    names = [one.name for one in found.missing]
    assert len(names) == len(set(names))
