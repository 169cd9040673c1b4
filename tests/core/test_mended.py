"""Faults that were found by attack and review, each with the input that showed it."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rheum.cli import main
from rheum.core.facts.circumstances import Settings
from rheum.core.facts.placing import Placement, with_placed
from rheum.core.judging.check import check_text, judge
from rheum.core.making import make_plan
from rheum.core.making.stock import Stock
from rheum.core.making.wish import Wish
from rheum.core.measures.altitude import AltitudeError, altitude, read_altitude
from rheum.core.measures.amount import AmountError, number
from rheum.core.measures.one_amount import one_amount
from rheum.core.parsing.changes import Change, apply_changes, lines_of
from rheum.core.parsing.mentions import read_ingredient
from rheum.core.parsing.writing import formula_text
from rheum.reference.loading import BadReference, kinds, library, read_formulas

FACTS = library()
HERE = Settings(read_altitude("1265m"), measures="us")
BEANS = formula_text(FACTS.formulas["dilled-green-beans"])


def beans(method: str) -> str:
    return BEANS[: BEANS.index("Method:")] + "Method:\n" + method + "\n"


def codes(text: str, settings: Settings = HERE) -> set[str]:
    return {found.code for found in check_text(text, settings, FACTS).findings if found.level in ("stop", "limit")}


def test_lines_end_at_line_ends_alone() -> None:
    """The screens split at the end of line; a page's U+2028, U+0085 and form feeds stand within their line."""
    text = "Beans\u2028for winter\n4 lb green beans\x0c\n4 cups white vinegar (5%)\u0085\r\n1 tsp chilli flakes\r4 cups water\n"
    assert len(lines_of(text)) == 6
    verdict = check_text(text, HERE, FACTS)
    assert {line.reads_as: line.line for line in verdict.lines}["water"] == 5
    changed, _ = apply_changes(text, [Change("replace", 5, "3 cups water")])
    assert lines_of(changed)[4] == "3 cups water"
    assert lines_of(changed)[3] == "1 tsp chilli flakes"


@given(st.text(alphabet="ab1 \n\r\u2028\u0085\x0b\x0c\x1c", max_size=60))
def test_lines_are_those_of_a_screen(text: str) -> None:
    # What a text area holds: CRLF and CR become LF, and it is split at LF.
    assert list(lines_of(text)) == text.replace("\r\n", "\n").replace("\r", "\n").split("\n")


def test_a_placed_thing_is_never_said_to_stand_as_tested() -> None:
    placed = with_placed(FACTS, [Placement("skirret", "onion")], kinds())
    salsa = formula_text(FACTS.formulas["choice-salsa"])
    line = next(line for line in salsa.split("\n") if "onion" in line)
    text = salsa.replace(line, "9 cups skirret, chopped")
    assert not check_text(text, HERE, placed).as_tested
    assert check_text(BEANS, HERE, FACTS).as_tested
    assert not check_text(BEANS + "\n", Settings(measures="us"), FACTS).as_tested, "no altitude, not shelf"


def test_the_brine_is_short_where_the_rules_say_so() -> None:
    a_spoon_more = BEANS.replace("cups water", "cups plus 1 tbsp water", 1)
    assert a_spoon_more != BEANS
    within = check_text(a_spoon_more, HERE, FACTS)
    assert "water-added" not in {found.code for found in within.findings}
    assert within.acid.brine_short is False
    over = check_text(BEANS + "1 cup water\n", HERE, FACTS)
    assert over.acid.brine_short is False or "water-added" in {found.code for found in over.findings}
    much = check_text(BEANS.replace("Method:", "2 cups water\n\nMethod:"), HERE, FACTS)
    assert much.acid.brine_short is True
    assert "water-added" in {found.code for found in much.findings}


def test_a_verdict_carries_what_the_screens_show() -> None:
    verdict = check_text(BEANS, HERE, FACTS)
    assert (verdict.acid.canning_ph, verdict.acid.target_ph, verdict.worst) == (4.6, 4.2, None)
    spoilt = check_text(BEANS.replace("\nMethod:", "4 oz bacon\n1 tsp skirret\n\nMethod:"), HERE, FACTS)
    assert spoilt.worst is not None
    number = {line: n for n, line in enumerate(lines_of(BEANS.replace("\nMethod:", "4 oz bacon\n1 tsp skirret\n\nMethod:")), start=1)}
    assert spoilt.stop is not None and spoilt.stop.startswith(f"Line {number['4 oz bacon']}: ")
    assert {mark.line: mark.level for mark in spoilt.marks} == {number["4 oz bacon"]: "stop", number["1 tsp skirret"]: "limit"}


@pytest.mark.parametrize("formula_id", sorted(FACTS.formulas))
def test_a_formula_given_by_the_jar_has_a_plan(formula_id: str) -> None:
    formula = FACTS.formulas[formula_id]
    lines = formula_text(formula).split("\n")
    text = "\n".join([lines[0], "", "Per pint jar:", *[line for line in lines[1:] if line.strip()]])
    plan = make_plan(text, Wish(), Settings(read_altitude("1265m"), measures="us", formula_id=formula_id), FACTS, stock=Stock())
    assert plan.verdict.title


@pytest.mark.parametrize("text", ["1" * 400 + "/3", "1/" + "9" * 400, "2" * 5000, "1" * 30])
def test_no_amount_has_hundreds_of_digits(text: str) -> None:
    with pytest.raises(AmountError, match="digits"):
        number(text)
    for line in (f"{text} cups onions", f"Yield: {text} pints", f"4 cups white vinegar ({text}%)"):
        check_text(BEANS + line + "\n", HERE, FACTS)
    check_text(f"{text} cups onions\n" + BEANS, HERE, FACTS)


@pytest.mark.parametrize(
    "line",
    [
        "4 cups white vinegar (" + "1" * 260 + "%)",
        "4 cups vinegar blended: 1/0 parts 7% and 2 parts 4%",
        "4 cups white vinegar blended: 0 parts 7% and 0 parts 4%",
    ],
)
def test_no_vinegar_is_beyond_all_measure(line: str) -> None:
    assert "line-unread" in codes(BEANS.replace("\nMethod:", f"{line}\n\nMethod:"))


@pytest.mark.parametrize("height", ["1e30000000", "1e10000000", "1e-3000000", "1e9999", "nan", "inf", "1/3", "٣", "", "0x10", "9" * 5000])
def test_a_height_is_figures(height: str) -> None:
    with pytest.raises(AltitudeError):
        altitude(height, "m")


def test_the_usual_heights_are_read() -> None:
    assert [str(altitude(value, "m")) for value in ("0", "1265", "1265.5", 1265, 1265.0, "-3")] == [
        "0 m",
        "1,265 m",
        "1,265.5 m",
        "1,265 m",
        "1,265 m",
        "-3 m",
    ]


@pytest.mark.parametrize("jar", ["²²²ml", "²50ml", "5" * 5000 + "ml", "-330ml", "٣٣٠ml", "1ml", "5000ml"])
def test_a_jar_is_named_in_plain_figures(jar: str) -> None:
    with pytest.raises(ValueError, match="There is no jar"):
        judge(BEANS, Settings(jar=jar), FACTS)
    assert check_text(BEANS, Settings(read_altitude("1265m"), jar="330ml", measures="us"), FACTS).jar is not None


@pytest.mark.parametrize("amount", ["1" * 40_000, "1" * 19_999 + "x", "9" * 400 + "/7 cups"])
def test_an_amount_in_a_field_is_short(amount: str) -> None:
    with pytest.raises(AmountError):
        one_amount(amount, "volume", "ml")


OWN = """
[[formula]]
id = "own-x"
title = "Coins"
kind = "pickle"
pack = "hot"
source = {{ kind = "book", title = "A book", page = "1", year = 2016 }}
lines = ["4 cups | vinegar-white |"]
yield = "4 pint"
headspace_in = 0.5
bands = []
minutes = {{ pint = [15] }}
weeks = 4
{more}
"""


@pytest.mark.parametrize(
    ("was", "now"),
    [
        ('pack = "hot"', 'pack = "cold"'), ('kind = "pickle"', 'kind = "stew"'), ("headspace_in = 0.5", "headspace_in = nan"),
        ("headspace_in = 0.5", "headspace_in = inf"), ('yield = "4 pint"', 'yield = "nan pint"'), ("pint = [15]", "pint = [nan]"),
        ("pint = [15]", 'pint = ["15"]'), ("weeks = 4", "weeks = nan"), ("bands = []", "bands = [nan]"), ("weeks = 4", "weeks = true"),
    ],
)  # fmt: skip
def test_a_formula_of_another_household_says_only_what_formulas_say(was: str, now: str) -> None:
    text = OWN.format(more="")
    assert was in text
    with pytest.raises(BadReference, match="own-x"):
        read_formulas(text.replace(was, now), FACTS.catalogue, {})


def test_a_heading_beyond_all_headings_stops_nothing() -> None:
    for heading in ("# per " + "12 oz " * 60, "## " + "per 12 oz jar " * 30):
        assert check_text(BEANS.replace("\nMethod:", f"{heading}\n1 tsp mustard seed\n\nMethod:"), HERE, FACTS).destination in (
            "fridge",
            "shelf",
        )


def test_a_run_of_blanks_counts_as_one() -> None:
    spaced = BEANS.replace(" cups ", " " * 60 + "cups" + " " * 400)
    assert check_text(spaced, HERE, FACTS).destination == check_text(BEANS, HERE, FACTS).destination


def test_the_shell_takes_every_fraction_of_headspace(capsys: pytest.CaptureFixture[str], tmp_path) -> None:
    recipe = tmp_path / "beans.txt"
    recipe.write_text(BEANS, encoding="utf-8")
    assert main(["check", str(recipe), "--altitude", "1265m", "--headspace", "½in", "--measures", "us"]) == 0
    assert main(["check", str(recipe), "--altitude", "1265m", "--headspace", "1⅓in", "--measures", "us"]) == 10
    nested = tmp_path / "nested.json"
    nested.write_text("[" * 100_000, encoding="utf-8")
    assert main(["check", str(nested)]) == 2
    assert "Traceback" not in capsys.readouterr().err


@pytest.mark.parametrize(
    ("typed", "unit", "metres"),
    [
        ("4,150 ft", "m", 1264.92), ("4150ft", "m", 1264.92), ("1 100", "m", 1100), ("1265 m", "ft", 1265), ("4,150", "ft", 1264.92),
        ("1’265 m", "m", 1265), ("1,8 km", "ft", 1800), ("1.800,5", "m", 1800.5), ("12,5", "m", 12.5), ("0", "m", 0), ("−12", "m", -12), ("1265.5", "m", 1265.5),
    ],
)  # fmt: skip
def test_a_height_as_people_type_it(typed: str, unit: str, metres: float) -> None:
    assert float(altitude(typed, unit).metres) == pytest.approx(metres)  # type: ignore[arg-type]


@pytest.mark.parametrize("typed", ["4 15", "1,265,00", "up", "4150 yards", "1e3", "--4", ""])
def test_what_is_no_height_stays_none(typed: str) -> None:
    with pytest.raises(AltitudeError):
        altitude(typed, "m")


@pytest.mark.parametrize(
    ("line", "inches"),
    [("1 1/2-inch piece of ginger", 1.5), ("1 (1/2-inch) piece ginger", 0.5), ("a 2-inch piece of ginger", 2), ("2 1/4 inch piece ginger", 2.25)],
)  # fmt: skip
def test_an_inch_and_a_half_is_no_half_inch(line: str, inches: float) -> None:
    amount = read_ingredient(line, 1, "jar", library().catalogue).amount
    assert amount is not None and amount.unit == "g" and amount.high == pytest.approx(inches * 20)
