"""Brine before and after the first jars; what cooking down leaves, expected and read."""

from __future__ import annotations

import math

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from rheum.core.making.brine import adjusted, forecast
from rheum.core.making.cook_down import PanWeighed, StickRead, into_jars, kept, reading_of
from rheum.core.measures.refused import RequestError

ROOMS = [437.0] * 10


def test_a_batch_of_about_two_litres_is_for_eight_to_ten_pints() -> None:
    """Common practice: one batch of about 2.1 l of brine fills about 8 to 10 pints of whole raw-packed vegetables."""
    assert [forecast(2100, [437.0] * jars, 99_000).batches for jars in (8, 10, 12)] == [1, 1, 2]


def test_produce_takes_46_to_70_per_cent_of_a_raw_packed_jar() -> None:
    """acid-model.md: brine is the rest, 30 to 54 %."""
    found = forecast(2000, ROOMS, 2400)
    assert (found.low, found.mid, found.high) == pytest.approx((4370 * 0.30, 4370 * 0.42, 4370 * 0.54))
    assert (found.batches, found.listed) == (1, 1.2)
    assert found.says.endswith("mix one batch first, the rest of what is listed if the jars pack loosely.")


@pytest.mark.parametrize(
    ("listed", "batches", "says"),
    [
        (1900, 1, "mix it all."), (3325, 1.75, "mix all that is listed, 1.75 batches."), (950, 0.5, "mix all that is listed. Keep the makings of more at hand."),
        (5700, 2, "mix 2 batches first, the rest"),
    ],
)  # fmt: skip
def test_whole_batches_where_the_recipe_at_this_size_lists_them(listed: float, batches: float, says: str) -> None:
    """Never more than was gathered for: 1.75 times the recipe lists 1.75 batches, and two whole ones would want more vinegar."""
    found = forecast(1900, [437.0] * (8 if listed < 2000 else 14), listed)
    assert found.batches == pytest.approx(batches)
    assert says in found.says


def test_after_three_jars_one_more_batch_and_so_much_over() -> None:
    """By hand: 3 jars of 437 ml took 780 ml, 59.5 %; the other seven take 1,820 ml; 2,600 in all, two batches of 1,620 are 3,240: 640 over."""
    found = adjusted(1620, ROOMS, 3, 780, mixed=1)
    assert found.says == "1.82 l (7 3/4 cups) for the 7 still empty: one more batch, 640 ml (2 3/4 cups) over."
    assert found.taken == pytest.approx(780 / (3 * 437))
    enough = adjusted(1900, ROOMS, 3, 500, mixed=1)
    assert "what is mixed is enough" in enough.says


@given(st.floats(300, 6000), st.integers(1, 40), st.integers(1, 40), st.floats(0.2, 0.9), st.integers(1, 10))
def test_the_more_jars_are_filled_the_narrower_it_gets(batch: float, jars: int, filled: int, share: float, mixed: int) -> None:
    assume(filled <= jars)
    rooms = [400.0] * jars
    used = share * 400 * filled
    assume(used <= mixed * batch)
    found = adjusted(batch, rooms, filled, used, mixed=mixed)
    assert found.low <= found.mid <= found.high <= used + 400 * (jars - filled) + 1e-6
    assert used <= found.low + 1e-6
    assert found.batches >= mixed
    assert found.batches * batch >= found.mid - 1e-3
    assert (found.batches - mixed) % 1 == pytest.approx(0), "in whole batches more"
    if filled < jars:
        later = adjusted(batch, rooms, filled + 1, min(share * 400 * (filled + 1), mixed * batch), mixed=mixed)
        assert later.high - later.low <= (found.high - found.low) * 1.05 + 1e-6


@pytest.mark.parametrize(
    ("figures", "sentence"),
    [
        ((1620, ROOMS, 0, 100, 1), "how many jars are filled, 1 to 10"), ((1620, ROOMS, 11, 100, 1), "1 to 10"), ((1620, ROOMS, 3, 0, 1), "above zero"),
        ((1620, ROOMS, 3, math.nan, 1), "above zero"), ((1620, ROOMS, 3, 1400, 1), r"3 jars take at most .* empty"), ((500, ROOMS, 3, 780, 1), "more cannot have gone in"),
        ((1620, ROOMS, 3, 780, 0), "above zero and at most 50"),
    ],
)  # fmt: skip
def test_brine_that_cannot_be_gets_a_sentence(figures: tuple[float, list[float], int, float, int], sentence: str) -> None:
    with pytest.raises(RequestError, match=sentence):
        adjusted(*figures[:4], mixed=figures[4])


def test_a_chutney_keeps_about_sixty_per_cent() -> None:
    """Common practice: a stone-fruit chutney simmered for hours keeps about 60 % of its starting volume."""
    found = kept(5000, 0.55, 0.65)
    assert (found.low, found.mid, found.high) == pytest.approx((2750, 3000, 3250))
    assert "Expect 2.75 to 3.25 l" in found.says
    assert into_jars(found, 201, "half-pint jars").says.endswith("That fills 13 to 16 half-pint jars.")


def test_the_pan_weighed_tells_what_is_left() -> None:
    """By hand: 4,400 g less a pan of 1,200 are 3,200 g of relish; at 1.08 g/ml 2,963 ml, and between thick and thin."""
    found = kept(5000, 0.5, 0.7, PanWeighed(6400, 4400, 1200))
    assert (found.mid, found.low, found.high) == pytest.approx((3200 / 1.08, 3200 / 1.15, 3200 / 1.02))
    assert found.measured
    assert found.says == "62 % of the weight is left: about 2.96 l to fill."
    assert found.high - found.low < (0.7 - 0.5) * 5000, "narrower than what was expected"


def test_much_thicker_than_tested_is_for_the_refrigerator() -> None:
    """rules.md, density-changed: cooked much thicker is a limit; a tested 50 to 70 % cooked down to 36 %."""
    thick = kept(5000, 0.5, 0.7, PanWeighed(6400, 1200 + 1950, 1200))
    assert "thicker" in thick.says
    assert "refrigerator" in thick.says
    assert "thicker" not in kept(5000, 0.5, 0.7, StickRead(100, 45)).says


def test_a_marked_stick_tells_the_part_left() -> None:
    assert kept(4000, 0.4, 0.8, StickRead(120, 78)).mid == pytest.approx(2600)


@given(st.floats(500, 20_000), st.floats(0.1, 1), st.floats(0, 3000))
def test_what_is_read_is_never_more_than_was_put_in(start: float, part: float, pan: float) -> None:
    for reading in (PanWeighed(start + pan, start * part + pan, pan), StickRead(200, 200 * part)):
        found = kept(start, 0.2, 0.9, reading)
        assert 0 < found.low <= found.mid <= found.high <= start
        assert found.mid == pytest.approx(start * part, rel=0.08), "as heavy as water, in a pan with straight sides"


@pytest.mark.parametrize(
    ("reading", "sentence"),
    [
        (PanWeighed(6400, 6500, 1200), "no more than at the start"), (PanWeighed(1200, 1200, 1200), "cannot weigh as much as the full one"),
        (PanWeighed(6400, 1100, 1200), "more than empty"), (PanWeighed(19_000, 9300, 1200), "Check the pan"), (PanWeighed(6400, 4400, -1), "Weigh it again"),
        (StickRead(100, 120), "reads less now"), (StickRead(100, 0), "reads less now"),
    ],
)  # fmt: skip
def test_readings_that_cannot_be_get_a_sentence(reading: PanWeighed | StickRead, sentence: str) -> None:
    with pytest.raises(RequestError, match=sentence):
        kept(5000, 0.5, 0.7, reading)


def test_a_reading_out_of_named_figures() -> None:
    assert reading_of({"start_g": 6400, "now_g": 4400, "pan_g": 1200}) == PanWeighed(6400, 4400, 1200)
    assert reading_of({"start_mm": 120, "now_mm": 78}) == StickRead(120, 78)
    for figures in ({}, {"start_g": 6400}, {"start_mm": math.inf, "now_mm": 3}, {"start_mm": True, "now_mm": 3}):
        with pytest.raises(RequestError, match="at the start"):
            reading_of(figures)
