"""From basket to recipe: weights less tare, counts, bunches, what trimming leaves, each line in both measures."""

from __future__ import annotations

import re

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rheum.core.facts.circumstances import Settings
from rheum.core.facts.jars import Jar
from rheum.core.judging.check import check_text, judge
from rheum.core.making.basket import Basket, both_measures, in_basket
from rheum.core.making.loads import height_needed_mm
from rheum.core.making.plan import make_plan
from rheum.core.making.stock import COMMON_CANNERS, Stock, TrimRecord
from rheum.core.making.trim import trim_record, usable
from rheum.core.making.wish import Wish
from rheum.core.matching.case import Case
from rheum.core.measures.altitude import read_altitude
from rheum.core.measures.amount import split_amounts
from rheum.core.measures.refused import RequestError
from rheum.core.measures.units import g_per, kind_of, ml_per
from rheum.core.parsing.writing import formula_text
from rheum.reference.loading import library

FACTS = library()
HERE = Settings(read_altitude("1265m"), measures="us")
BEANS = formula_text(FACTS.formulas["dilled-green-beans"])
CORN = formula_text(FACTS.formulas["corn-relish"])


def case(text: str, measures: str = "us") -> Case:
    return judge(text, Settings(read_altitude("1265m"), measures=measures), FACTS).case  # type: ignore[arg-type]


def basket(amount: str, text: str = BEANS, line: int = 3, records: tuple[TrimRecord, ...] = ()) -> float:
    return in_basket(Basket(line, amount), case(text), records).factor


@pytest.mark.parametrize(
    ("amount", "grams"),
    [
        # 4 lb of beans in the recipe are 1814.4 g as bought.
        ("4.9 kg less 510 g", 4390), ("4.9 kg minus 510 g", 4390), ("4.9 kg - 510 g", 4390), ("4,9 kg less 510 g", 4390), ("10 lb", 4535.9), ("10 lb 3 oz less 1 lb 2 oz", 4110.7),
        ("4390 g", 4390), ("2 kg", 2000),
    ],
)  # fmt: skip
def test_weights_and_tares(amount: str, grams: float) -> None:
    assert basket(amount) == pytest.approx(grams / 1814.37, rel=2e-4)


def test_counts_bunches_and_volumes() -> None:
    """18 ears at the handbook's 214 g each; 10 cups of kernels are 16-20 ears (USDA Guide 6, from memory)."""
    number = next(n for n, line in enumerate(CORN.splitlines(), 1) if "corn" in line and n > 1)
    low, high = basket("16 ears", CORN, number), basket("20 ears", CORN, number)
    assert low < 1.05
    assert high > 0.95
    beans = in_basket(Basket(3, "3 l"), case(BEANS), ())
    assert beans.left[0] == pytest.approx(3000 / 236.588 * 110, rel=0.01), "110 g a cup, as prepared"
    assert beans.bought[0] < beans.bought[1], "as bought only within a range"


def test_a_prepared_line_is_held_against_what_trimming_leaves() -> None:
    """Pearl onions are asked for in cups, peeled: of a bought weight only the part left counts."""
    onions = formula_text(FACTS.formulas["pickled-pearl-onions"])
    number = next(n for n, line in enumerate(onions.splitlines(), 1) if "pearl onion" in line and n > 1)
    found = in_basket(Basket(number, "2 kg"), case(onions), ())
    edible = FACTS.catalogue["pearl-onion"].edible
    assert found.factor == pytest.approx(2000 * edible / (8 * 150), rel=0.01)
    assert found.factor_low < found.factor < found.factor_high
    own = in_basket(Basket(number, "2 kg"), case(onions), (TrimRecord("pearl-onion", 1000, 600), TrimRecord("pearl-onion", 1000, 700)))
    assert own.factor == pytest.approx(2000 * 0.65 / (8 * 150), rel=0.01)
    assert (own.left, own.trim.baskets) == ((1200, 1400), 2)


@pytest.mark.parametrize("name", sorted({"okra", "corn", "asparagus", "beet", "green-bean", "cauliflower", "mango-green", "onion"}))
def test_trim_is_a_range_around_the_handbooks_fraction_until_the_kitchen_knows_better(name: str) -> None:
    item = FACTS.catalogue[name]
    found = usable(item, ())
    assert found.baskets == 0
    assert 0 < found.low < found.mid < found.high <= 1
    assert found.mid == item.edible
    own = usable(item, [TrimRecord(name, 1000, 640)])
    assert (own.mid, own.baskets) == (0.64, 1)
    assert own.low < 0.64 < own.high, "one basket says less than several"


@given(st.lists(st.tuples(st.floats(100, 20_000), st.floats(0.2, 1)), min_size=2, max_size=8))
def test_a_kitchens_own_trim_lies_between_its_baskets(baskets: list[tuple[float, float]]) -> None:
    records = [TrimRecord("okra", bought, bought * part) for bought, part in baskets]
    found = usable(FACTS.catalogue["okra"], records)
    assert min(part for _, part in baskets) - 1e-9 <= found.low <= found.mid + 1e-9 <= found.high + 2e-9 <= 1 + 3e-9


@pytest.mark.parametrize(("bought", "left"), [(0, 0), (-1, 1), (1000, 0), (1000, 1200), (float("nan"), 5), (2_000_000, 5)])
def test_a_trimming_that_cannot_be_gets_a_sentence(bought: float, left: float) -> None:
    with pytest.raises(RequestError, match=r"(above zero|Weigh both again)"):
        trim_record(FACTS.catalogue["okra"], bought, left)


@pytest.mark.parametrize(
    ("amount", "sentence"),
    [
        ("500 g less 510 g", "cannot weigh as much as the full one"), ("10000 kg", "more than any kitchen"), ("0 kg", "is no amount"), ("-2 kg", "is no amount"),
        ("a heap", "is no amount of green bean"), ("5 kg less 3 cups", "write both as weights"), ("5 kg less 1 kg less 1 kg", "one weight less one basket"),
        ("3 cups less 200 g", "write both as weights"),
    ],
)  # fmt: skip
def test_baskets_that_cannot_be_get_a_sentence(amount: str, sentence: str) -> None:
    with pytest.raises(RequestError, match=sentence) as refused:
        basket(amount)
    assert str(refused.value).endswith(".")


def _held(text: str) -> float | None:
    """Grams or millilitres of a written amount."""
    amount, _, _ = split_amounts(f"{text} x")
    if amount is None or kind_of(amount.unit) == "count":
        return None
    return amount.high * (g_per(amount.unit) if kind_of(amount.unit) == "mass" else ml_per(amount.unit, "us"))


@pytest.mark.parametrize("formula_id", sorted(FACTS.formulas))
def test_every_line_of_every_formula_in_both_measures(formula_id: str) -> None:
    """Cups and grams of one line hold the same, by the ingredient's weight a cup; every line that has an amount stands there."""
    formula = FACTS.formulas[formula_id]
    for measures in ("us", "metric"):
        text = formula_text(formula, measures)  # type: ignore[arg-type]
        judged = case(text, measures)
        lines = both_measures(judged)
        assert [line.line for line in lines] == [line.number for line in judged.recipe.lines]
        for line in lines:
            item = FACTS.catalogue[next(one.ingredient.id for one in judged.recipe.lines if one.number == line.line)]
            own, other = _held(line.own), _held(line.other)
            if own is None or other is None or not item.g_per_cup:
                continue
            metric_first = bool(re.search(r"\d (?:g|kg|ml|l)\b", line.own))
            grams, cups = (own, other) if metric_first else (other, own)
            if "ml" in line.own + line.other or re.search(r"\d l\b", line.own + line.other) or re.search(r"lb|oz", line.own + line.other):
                assert own == pytest.approx(other, rel=0.03, abs=3.6), line
            else:
                assert grams == pytest.approx(cups / 236.588 * item.g_per_cup, rel=0.06, abs=1.5), line


def test_lines_without_an_amount_and_lines_not_understood_are_not_lost() -> None:
    text = BEANS.replace("\n\nMethod", "\nblack peppercorns, to taste\n2 cups skirrets\n\nMethod")
    plan = make_plan(text, Wish(), HERE, FACTS, stock=Stock())
    assert any("peppercorn" in line.says and not line.own for line in plan.lines)
    assert plan.unread == ("2 cups skirrets",)
    assert plan.after == check_text(text, HERE, FACTS).destination == "fridge"


def test_of_small_or_damaged_fruit_more_is_cut_away() -> None:
    peeled = "Apple chutney\n4 lb peeled apples, chopped\n2 cups cider vinegar (5%)\n"
    usual, small = (in_basket(Basket(2, amount), case(peeled), ()) for amount in ("2 kg", "2 kg small"))
    assert small.bought == usual.bought
    assert small.trim.mid == usual.trim.low
    assert small.factor < usual.factor
    assert in_basket(Basket(2, "2.5 kg less 500 g, damaged"), case(peeled), ()).factor == pytest.approx(small.factor)


@pytest.mark.parametrize(
    ("line", "asked"),
    [
        ("4 kg plums, stoned, chopped", True), ("4 kg plums, stoned (as bought)", False), ("4 kg plums (prepared weight)", False),
        ("4 kg plums, chopped", False), ("8 cups plums, stoned", False),
    ],
)  # fmt: skip
def test_whether_a_weight_is_before_or_after_stoning_is_asked_where_the_line_does_not_say(line: str, asked: bool) -> None:
    lines = both_measures(case(f"Plum chutney\n{line}\n4 cups cider vinegar (5%)\n"))
    assert [one.either for one in lines if one.role == "produce"] == [asked]


def test_canners_to_begin_from_hold_what_stands_in_them() -> None:
    """No more jars than the floor has room for, and none taller than the pot with rack and water."""
    by_class: dict[str, list[Jar]] = {}
    for jar in FACTS.jars.values():
        by_class.setdefault(jar.process_class, []).append(jar)
    for canner in COMMON_CANNERS:
        for size, count in canner.holds.items():
            narrowest = min(jar.body_mm for jar in by_class[size])
            assert count * narrowest**2 < canner.width_mm**2, (canner.title, size)
            if canner.kind == "bath":
                assert min(height_needed_mm(jar, 25.4) for jar in by_class[size]) <= canner.depth_mm, (canner.title, size)
