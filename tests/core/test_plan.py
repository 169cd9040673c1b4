"""A whole plan: sized by what there is, judged as the Bench judges it, each jar with its own minutes, nothing short unsaid."""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from rheum.core.facts.circumstances import Settings
from rheum.core.facts.formulas import Formula
from rheum.core.facts.jars import room_ml
from rheum.core.facts.library import Library
from rheum.core.judging.check import check_text
from rheum.core.making.basket import Basket
from rheum.core.making.cook_down import PanWeighed
from rheum.core.making.plan import Plan, make_plan
from rheum.core.making.stock import USUAL_STEAM, Bottle, LidLot, Stock
from rheum.core.making.wish import JarWish, Wish
from rheum.core.measures.altitude import read_altitude
from rheum.core.measures.refused import RequestError
from rheum.core.parsing.writing import formula_text
from rheum.reference.loading import library

FACTS = library()
HERE = Settings(read_altitude("1265m"), measures="us")
BEANS = formula_text(FACTS.formulas["dilled-green-beans"])
DILLS = formula_text(FACTS.formulas["dill-cucumbers-fresh-pack"])
RELISH = formula_text(FACTS.formulas["pepper-onion-relish"])
BOTTLES = (
    Bottle("big", "white-vinegar", "the big one", 5.0, 600, opened="2026-11-01"),
    Bottle("weak", "white-vinegar", "corner bottle", 5.0, 640, 4.0, 0.06),
    Bottle("strong", "white-vinegar", "strong white", 7.0, 500),
)


NO_WISH, NOTHING = Wish(), Stock()


def plan(text: str, wish: Wish = NO_WISH, stock: Stock = NOTHING, here: Settings = HERE, facts: Library = FACTS) -> Plan:
    return make_plan(text, wish, here, facts, stock=stock)


def counts(found: Plan) -> dict[str, tuple[int, int | None]]:
    assert found.jars is not None
    return {row.jar: (row.count, row.minutes) for row in found.jars.rows}


def test_the_basket_decides_and_everything_follows() -> None:
    """4.9 kg less the 510 g basket: 4.39 kg of beans, 2.42 times 4 lb; 8 pints become 19."""
    found = plan(BEANS, Wish((Basket(3, "4.9 kg less 510 g"),)))
    assert found.factor == pytest.approx(4390 / 1814.37, rel=1e-3)
    assert found.limits[0].name == "the green bean in the basket"
    assert (found.before, found.after) == ("shelf", "shelf")
    assert counts(found) == {"pint": (19, 10)}
    assert found.jars is not None
    assert found.jars.says.startswith("19 pint jars, and 220 ml (1 cup) in a part-full one (Pint) for the refrigerator")
    assert found.brine is not None
    assert found.brine.batch_ml == pytest.approx(8 * 236.588, rel=0.01), "one batch is the recipe's as written: 4 cups and 4 cups"
    assert found.one_brine == ("1/2 cup pickling salt", "4 cups white distilled vinegar (5% acidity)", "4 cups water")
    assert (found.brine.batches, found.brine.listed) == (2, pytest.approx(2.42, abs=0.03))
    assert found.loads is not None
    assert [one.sizes for one in found.loads.sizes] == [(9, 9, 1)]
    assert found.verdict.process is not None
    assert found.verdict.process.minutes == 10


def test_each_size_of_jar_has_its_own_minutes() -> None:
    """Fresh-pack dill cucumbers at 4,150 ft: pint 15, quart 20 min (USDA Guide 6, from memory)."""
    found = plan(DILLS, Wish(jars=(JarWish("quart", 2), JarWish("pint", 3), JarWish("half-pint", 3))))
    assert counts(found) == {"quart": (2, 20), "pint": (3, 15), "half-pint": (3, 15)}
    assert found.limits[0].name == "the jars there are"
    minutes = {jar: time for jar, (_, time) in counts(found).items()}
    assert found.loads is not None
    assert {one.jar: one.minutes for one in found.loads.sizes} == minutes


def test_a_jar_larger_than_any_tested_is_left_out_and_said() -> None:
    found = plan(BEANS, Wish(jars=(JarWish("quart"), JarWish("pint"))))
    assert set(counts(found)) == {"pint"}
    assert found.jars is not None
    assert "Quart" in found.jars.left_out[0]
    assert "not for the shelf" in found.jars.left_out[0]
    with pytest.raises(RequestError, match="None of these jars can be used"):
        plan(BEANS, Wish(jars=(JarWish("quart"),)))


def test_minutes_set_higher_hold_in_the_plan_too() -> None:
    assert counts(plan(BEANS, here=replace(HERE, minutes=22.0)))["pint"][1] == 22
    assert counts(plan(BEANS, here=replace(HERE, minutes=None)))["pint"][1] == 10


def _twin(minutes: tuple[int, ...]) -> tuple[Library, Formula]:
    shipped = FACTS.formulas["dilled-green-beans"]
    twin = replace(shipped, id="beans-of-another-book", title="Beans of another book", minutes={"pint": minutes})
    return replace(FACTS, formulas={**FACTS.formulas, twin.id: twin}), twin


def test_of_two_formulas_that_tie_the_longer_minutes_stand_in_the_plan() -> None:
    """A plan must not show the laxer of two: the Bench takes the stricter, and so does the sheet."""
    beans = BEANS.replace("Process pint jars 5 minutes in boiling water.", "")
    for minutes in ((10, 15, 20), (5, 10, 15)):
        facts, _ = _twin(minutes)
        bench = check_text(beans, HERE, facts)
        assert len(bench.tied) == 2
        assert bench.process is not None
        found = plan(beans, Wish(factor=2), facts=facts)
        assert counts(found)["pint"][1] == bench.process.minutes == max(10, minutes[1])
        assert found.verdict.process == bench.process


def test_a_steam_canner_chosen_is_a_batch_steamed() -> None:
    stock = Stock(canners=(replace(USUAL_STEAM, id="s1"),))
    found = plan(BEANS, Wish(canner="s1"), stock)
    assert found.verdict.process is not None
    assert found.verdict.process.method == "steam"
    beets = formula_text(FACTS.formulas["pickled-beets"])
    high = replace(HERE, altitude=read_altitude("7000ft"))
    assert plan(beets, Wish(), stock, high).after == "shelf"
    long = replace(FACTS.formulas["pickled-beets"], minutes={"pint": (30, 35, 40, 50), "quart": (30, 35, 40, 50)})
    facts = replace(FACTS, formulas={**FACTS.formulas, long.id: long})
    steamed = plan(formula_text(long), Wish(canner="s1"), stock, high, facts)
    assert steamed.after != "shelf", "never over 45 min in a steam canner"
    with pytest.raises(RequestError, match="no such canner"):
        plan(BEANS, Wish(canner="gone"), stock)


def test_vinegar_out_of_three_bottles_and_what_is_short_is_said_first() -> None:
    found = plan(BEANS, stock=Stock(bottles=BOTTLES))
    draw = found.vinegar[0]
    assert draw.made_strength is not None
    assert draw.made_strength >= 5.0
    assert draw.short_ml == 0
    assert {one.bottle for one in draw.portions} == {"big", "weak", "strong"}
    short = plan(BEANS, Wish(factor=3), Stock(bottles=BOTTLES))
    assert short.vinegar[0].short_ml > 500
    assert any("buy it before you begin" in says for says in short.warnings)


def test_no_more_than_the_bottles_hold() -> None:
    """600 ml at 5 %; 500 ml of 7 % carry 640 ml at 3.94 % and thin further with water: 1,600 ml in all, by hand 600 + 640 + 500 - spare."""
    found = plan(BEANS, Wish(from_bottles=True), Stock(bottles=BOTTLES))
    assert found.limits[0].name == "the white distilled vinegar in the bottles"
    spare = 500 * 2 - 640 * 1.06
    assert found.limits[0].factor == pytest.approx((600 + 640 + 500 + spare / 5) / 946.35, rel=0.005)
    assert found.vinegar[0].short_ml == 0, "what is written, rounded up, is really there"


def test_lids_and_jars_on_hand() -> None:
    stock = Stock(lids=(LidLot("a", "regular", "R5", 3),), jars={"pint": 5})
    found = plan(BEANS, stock=stock)
    assert found.lids[0].short == 6
    assert any("6 short" in says for says in found.warnings)
    assert found.jars is not None
    assert found.jars.rows[0].there == 5


def test_cooking_down_narrows_as_the_pan_is_weighed() -> None:
    slack = plan(formula_text(FACTS.formulas["mango-chutney"]))
    assert slack.cook is not None
    weighed = plan(RELISH, Wish(reading=PanWeighed(6000, 4000, 1200)))
    expected = plan(RELISH)
    assert weighed.cook is not None
    assert expected.cook is not None
    assert weighed.cook.measured
    assert weighed.cook.mid == pytest.approx(2800 / 1.08)
    assert weighed.cook.high - weighed.cook.low < expected.cook.start_ml * 0.15
    assert weighed.jars is not None
    assert weighed.jars.mid_ml == pytest.approx(weighed.cook.mid)
    with pytest.raises(RequestError, match="Only what is cooked together"):
        plan(BEANS, Wish(reading=PanWeighed(6000, 4000, 1200)))


def test_an_own_recipe_is_planned_for_the_refrigerator_without_minutes() -> None:
    found = plan(BEANS.replace("8 cloves garlic", "24 cloves garlic"), Wish(factor=2))
    assert found.after == "fridge"
    assert counts(found) == {"pint": (16, None)}
    assert found.loads is None


def test_what_must_not_be_jarred_gets_no_jars() -> None:
    found = plan(BEANS + "4 oz bacon\n")
    assert (found.after, found.jars) == ("discard", None)
    assert "must not be jarred" in found.warnings[0]


wishes = st.builds(
    Wish,
    factor=st.one_of(st.none(), st.floats(0.4, 6)),
    jars_wanted=st.one_of(st.none(), st.integers(1, 40)),
    vinegar_ml=st.one_of(st.none(), st.floats(700, 6000)),
    jars=st.lists(
        st.sampled_from(["pint", "half-pint", "quart", "500ml", "pint-wide"]).map(JarWish), max_size=3, unique_by=lambda one: one.jar
    ).map(tuple),
    from_bottles=st.booleans(),
)
heights = st.sampled_from(["0m", "1000ft", "1001ft", "1265m", "6000ft", "6001ft", "9900ft"])


@settings(max_examples=80, deadline=None)
@given(st.sampled_from(sorted(FACTS.formulas)), wishes, heights, st.sampled_from(["us", "metric"]))
def test_a_plan_never_says_more_than_the_bench(formula_id: str, wish: Wish, height: str, measures: str) -> None:
    """Its verdict and minutes are those of its own text, jar by jar; jars never hold more than the batch makes; vinegar drawn is
    never weaker than written."""
    here = Settings(read_altitude(height), measures=measures)  # type: ignore[arg-type]
    text = formula_text(FACTS.formulas[formula_id], measures)  # type: ignore[arg-type]
    stock = Stock(
        bottles=(
            Bottle("a", "white-vinegar", "a", 5, 4000),
            Bottle("b", "cider-vinegar", "b", 6, 3000),
            Bottle("c", "white-vinegar", "c", 4, 900),
        )
    )
    try:
        found = plan(text, wish, stock, here)
    except RequestError as refused:
        assert str(refused).endswith(".")
        return
    assert found.after == check_text(found.text, here, FACTS).destination
    for row in found.jars.rows if found.jars else ():
        own = check_text(found.text, replace(here, jar=row.jar), FACTS)
        if row.minutes is not None:
            assert own.destination == "shelf"
            assert own.process is not None
            assert row.minutes >= own.process.minutes
        assert row.room_ml == pytest.approx(room_ml(FACTS.jars[row.jar], found.headspace_mm))
    if found.jars:
        assert sum(row.count * row.room_ml for row in found.jars.rows) <= found.jars.mid_ml + 1e-3
        assert found.jars.low_ml <= found.jars.mid_ml <= found.jars.high_ml
    for draw in found.vinegar:
        if draw.made_strength is not None:
            assert draw.made_strength >= draw.strength - 1e-6
    if wish.vinegar_ml is not None:
        assert found.factor <= min(limit.factor for limit in found.limits) + 1e-4
