"""What must hold for any recipe, by Hypothesis."""

from __future__ import annotations

from fractions import Fraction

from hypothesis import assume, given, settings
from hypothesis import strategies as st

from rheum.core.facts.bands import band_index, band_name
from rheum.core.facts.circumstances import Settings
from rheum.core.judging.check import check_text
from rheum.core.judging.codes import CODES
from rheum.core.judging.findings import destination_of, finding, worst_first
from rheum.core.judging.process import process_for
from rheum.core.measures.altitude import altitude
from rheum.core.parsing.writing import formula_text
from rheum.reference.loading import library

FACTS = library()
formula_ids = st.sampled_from(sorted(FACTS.formulas))
heights = st.floats(-1400, 12000).map(lambda feet: altitude(round(feet, 1), "ft"))
ORDER = {"shelf": 0, "fridge": 1, "discard": 2}


@settings(max_examples=60, deadline=None)
@given(formula_ids, st.sampled_from([0.5, 1, 2, 3, 4]), heights)
def test_scaling_a_recipe_never_changes_its_verdict(formula_id: str, scale: float, height: object) -> None:
    formula = FACTS.formulas[formula_id]
    one, many = (check_text(formula_text(formula, "metric", factor), Settings(height), FACTS) for factor in (1.0, scale))  # type: ignore[arg-type]
    assert (one.destination, one.process) == (many.destination, many.process)


@settings(max_examples=80, deadline=None)
@given(formula_ids, heights, heights)
def test_minutes_never_fall_with_altitude(formula_id: str, one: object, other: object) -> None:
    formula = FACTS.formulas[formula_id]
    low, high = sorted((one, other), key=lambda height: height.feet)  # type: ignore[attr-defined]
    jar = FACTS.jars[formula.yields.jar]
    lower, higher = (process_for(formula, jar, formula.pack, height, method="bath", headspace_mm=12.7) for height in (low, high))
    assert lower is not None or low.feet > 10_000
    if lower is None:
        assert higher is None, "above 10,000 ft there is no figure"
    elif higher is not None:
        assert lower.minutes <= higher.minutes


@given(heights, st.lists(st.integers(500, 9000), min_size=1, max_size=3, unique=True).map(sorted))
def test_a_height_lies_in_the_band_it_is_given(height: object, bands: list[int]) -> None:
    index = band_index(height, tuple(bands))  # type: ignore[arg-type]
    feet = height.feet  # type: ignore[attr-defined]
    assert index == 0 or feet > bands[index - 1]
    assert index == len(bands) or feet <= bands[index]
    assert band_name(index, tuple(bands))


@given(st.decimals(-400, 8000, places=4, allow_nan=False))
def test_metres_and_feet_are_exact_both_ways(metres: object) -> None:
    height = altitude(str(metres), "m")
    assert height.feet * Fraction("0.3048") == height.metres == Fraction(str(metres))


@settings(max_examples=60, deadline=None)
@given(formula_ids, st.text(min_size=1, max_size=40))
def test_one_more_line_never_makes_a_verdict_better(formula_id: str, line: str) -> None:
    assume(":" not in line and "#" not in line)
    text = formula_text(FACTS.formulas[formula_id])
    title, _, rest = text.partition("\n\n")
    before = check_text(text, Settings(altitude(0, "m"), measures="us"), FACTS)
    after = check_text(f"{title}\n\n{line}\n{rest}", Settings(altitude(0, "m"), measures="us", formula_id=formula_id), FACTS)
    assert ORDER[after.destination] >= ORDER[before.destination]


@given(st.lists(st.tuples(st.sampled_from(sorted(CODES)), st.one_of(st.none(), st.integers(1, 30))), max_size=12))
def test_the_worst_finding_wins_and_stands_first(found: list[tuple[str, int | None]]) -> None:
    findings = worst_first([finding(code, "Says.", line) for code, line in found])
    levels = [item.level for item in findings]
    assert levels == sorted(levels, key=("stop", "limit", "caution", "note").index)
    wanted = "discard" if "stop" in levels else "fridge" if "limit" in levels else "shelf"
    assert destination_of(findings) == wanted
