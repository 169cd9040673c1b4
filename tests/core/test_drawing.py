"""Vinegar out of real bottles: Pearson's square worked by hand, and what always holds of a blend."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rheum.core.making.bottles import draw, most_ml
from rheum.core.making.stock import Bottle

KIND = "white-vinegar"


def bottle(
    number: int, strength: float, left: float, opened: str | None = None, measured: float | None = None, give: float = 0.0
) -> Bottle:
    return Bottle(f"b{number}", KIND, f"bottle {number}", strength, left, measured, give, opened=opened)


def poured(bottles: list[Bottle], need: float, strength: float = 5.0) -> dict[str, float]:
    found, _ = draw(7, KIND, "white vinegar", need, strength=strength, bottles=bottles)
    return {**{one.bottle: one.ml for one in found.portions}, "water": found.water_ml, "short": found.short_ml}


def test_two_strengths_blend_one_to_two() -> None:
    """7 % and 4 % to 5 % is 1 : 2 (handbook, acid-model.md)."""
    assert poured([bottle(1, 7, 1000), bottle(2, 4, 1000)], 900) == {"b1": 300, "b2": 600, "water": 0, "short": 0}


def test_a_strong_one_is_thinned_with_water_five_to_two() -> None:
    """7 % and water to 5 % is 5 : 2 (handbook, acid-model.md)."""
    assert poured([bottle(1, 7, 1000)], 700) == {"b1": 500, "water": 200, "short": 0}


def test_the_bottle_longest_open_goes_first() -> None:
    found = poured([bottle(1, 5, 800, "2026-11-01"), bottle(2, 5, 800, "2026-09-01"), bottle(3, 5, 800)], 1000)
    assert found == {"b2": 800, "b1": 200, "water": 0, "short": 0}


def test_a_bottle_that_turned_out_weak_is_not_drawn_as_it_is() -> None:
    weak = bottle(1, 5, 1000, measured=4.0, give=0.06)
    assert weak.strength == pytest.approx(3.94), "what was measured, at its low end"
    found, _ = draw(7, KIND, "white vinegar", 900, strength=5.0, bottles=[weak])
    assert found.short_ml == 900
    assert "are too weak" in found.says
    assert "buy it before you begin" in found.says


def test_a_measured_strength_never_lifts_a_label() -> None:
    assert bottle(1, 5, 1000, measured=6.2, give=0.1).strength == 5.0


def test_another_kind_stands_by_and_is_not_taken_silently() -> None:
    cider = Bottle("c", "cider-vinegar", "cider vinegar", 5.0, 2000)
    found, after = draw(7, KIND, "white vinegar", 900, strength=5.0, bottles=[cider])
    assert (found.portions, found.short_ml, after) == ((), 900, [cider])
    assert "cider vinegar stand by" in found.says


def test_two_lines_of_one_kind_do_not_draw_the_same_millilitres() -> None:
    first, after = draw(3, KIND, "white vinegar", 700, strength=5.0, bottles=[bottle(1, 5, 1000)])
    second, _ = draw(4, KIND, "white vinegar", 700, strength=5.0, bottles=after)
    assert (first.short_ml, second.short_ml) == (0, 400)


strengths = st.floats(3, 10).map(lambda value: round(value, 1))
shelves = st.lists(st.tuples(strengths, st.floats(0, 3000)), min_size=1, max_size=5).map(
    lambda found: [bottle(number, strength, left) for number, (strength, left) in enumerate(found)]
)


@given(shelves, st.floats(20, 6000), st.sampled_from([5.0, 6.0]))
def test_what_is_drawn_is_never_weaker_than_asked_nor_more_than_there(bottles: list[Bottle], need: float, strength: float) -> None:
    found, after = draw(1, KIND, "white vinegar", need, strength=strength, bottles=bottles)
    left = {one.id: one.left_ml for one in after}
    assert {one.id for one in bottles} == set(left)
    for portion in found.portions:
        there = next(one for one in bottles if one.id == portion.bottle)
        assert 0 < portion.ml <= there.left_ml + 1e-6
        assert left[portion.bottle] == pytest.approx(there.left_ml - portion.ml, abs=1e-6)
    total = sum(one.ml for one in found.portions) + found.water_ml
    assert total + found.short_ml == pytest.approx(need, abs=0.51)
    if found.made_strength is not None:
        assert strength - 1e-6 <= found.made_strength <= max(one.strength for one in found.portions) + 1e-9
    assert found.says.endswith(".")


@given(shelves, st.floats(20, 6000))
def test_what_the_bottles_come_to_can_be_drawn(bottles: list[Bottle], need: float) -> None:
    """All but the few millilitres that a jug cannot measure, and never more."""
    most = most_ml(KIND, 5.0, bottles)
    found, _ = draw(1, KIND, "white vinegar", need, strength=5.0, bottles=bottles)
    drawn = need - found.short_ml
    assert drawn <= most + 1e-6
    assert drawn >= min(need, most) - 15 * len(bottles) * len(bottles) - 1


@given(st.floats(4, 10), st.floats(3, 11), st.floats(0, 0.5))
def test_what_a_titration_says_is_what_counts(label: float, measured: float, give: float) -> None:
    """A meter may lower, never lift: the strength reckoned with is at most the label's, and the words name the one that counts."""
    bottle = Bottle("b", "white-vinegar", "white vinegar", label, 500, measured, give)
    assert bottle.strength <= label
    assert bottle.measured_weaker == (bottle.strength < label)
    assert bottle.strength_says.endswith(f"{measured - give:.2f} counts" if measured < label else "the label counts")
    assert bottle.entered_over(None) == bottle
