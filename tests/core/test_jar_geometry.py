"""Jars: volumes worked by hand, headspace in three measures, a jar of one's own weighed with water, which time it takes."""

from __future__ import annotations

import math
from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st
from iapws import IAPWS97
from pint import UnitRegistry

from rheum.core.facts.jars import CLASS_ML, WATER_G_PER_ML, JarError, covering_size, headspace_ml, measured_jar, process_class_of, room_ml
from rheum.core.making.upright import OVER_THE_TIPS_MM, cut_mm, fits, upright
from rheum.core.measures.saying import mm_at_most
from rheum.reference.loading import library

JARS = library().jars
HALF_INCH = 12.7
UNITS = UnitRegistry()


def test_volumes_of_the_size_classes_against_another_library_of_units() -> None:
    """A US pint is 473.176 ml; the handbook rounds to whole millilitres (process.md)."""
    for name, size in (
        ("quarter-pint", 0.25),
        ("half-pint", 0.5),
        ("twelve-ounce", 0.75),
        ("pint", 1),
        ("pint-and-a-half", 1.5),
        ("quart", 2),
    ):
        assert CLASS_ML[name] == pytest.approx((size * UNITS.US_pint).to("ml").magnitude, abs=0.5)


def test_headspace_of_a_regular_mouth_by_hand() -> None:
    """A mouth of 60 mm and 1/2 in: pi x 30 x 30 x 12.7 / 1000 = 35.9 ml; 1/4 in is half of it."""
    assert headspace_ml(JARS["pint"], HALF_INCH) == pytest.approx(35.9, abs=0.05)
    assert headspace_ml(JARS["pint"], HALF_INCH / 2) == pytest.approx(35.9 / 2, abs=0.05)
    assert room_ml(JARS["pint"], HALF_INCH) == pytest.approx(473 - 35.9, abs=0.5)


def test_every_shipped_jar_is_a_jar_that_could_stand_there() -> None:
    """Its brim volume fits within its outside, and fills more than a third of it."""
    for jar in JARS.values():
        outside = math.pi * (jar.body_mm / 2) ** 2 * jar.depth_mm / 1000
        assert 0.5 * outside < jar.volume_ml <= 1.05 * outside, jar.id
        assert jar.mouth_mm <= jar.body_mm
        assert process_class_of(jar.volume_ml) == jar.process_class, jar.id


def test_mouths_tell_which_lids_fit() -> None:
    """Regular about 60 mm inside, wide about 76 mm (process.md, from memory)."""
    assert (JARS["pint"].mouth, JARS["pint-wide"].mouth) == ("regular", "wide")
    assert measured_jar("own", "odd", 300, 900, depth_mm=110, mouth_mm=68, body_mm=84).mouth == "other"


def test_water_on_the_scale_is_a_volume() -> None:
    """Water at 20 °C weighs 0.9982 g/ml (IAPWS-IF97): 473 ml of it is 472.1 g."""
    assert IAPWS97(T=293.15, P=0.101325).rho / 1000 == pytest.approx(WATER_G_PER_ML, abs=0.0002)
    jar = measured_jar("own", "Tall one", 352, 352 + 472.1, depth_mm=148, mouth_mm=62, body_mm=76)
    assert jar.volume_ml == pytest.approx(473, abs=0.1)
    assert (jar.process_class, jar.own, jar.counted(6), jar.counted(1)) == ("pint", True, "6 Tall one jars", "1 Tall one jar")


@pytest.mark.parametrize(
    ("volume", "size"),
    [
        # process.md: 250, 500, 1000 ml count as half-pint, pint, quart; other sizes go up to the next class.
        (118, "quarter-pint"), (237, "half-pint"), (250, "half-pint"), (251, "twelve-ounce"), (370, "pint"), (473, "pint"), (500, "pint"),
        (501, "pint-and-a-half"), (720, "quart"), (946, "quart"), (1000, "quart"), (1001, "half-gallon"), (1893, "half-gallon"), (2000, None),
    ],
)  # fmt: skip
def test_whose_minutes_a_volume_takes(volume: float, size: str | None) -> None:
    assert process_class_of(volume) == size


@given(st.floats(60, 1890), st.floats(60, 1890))
def test_a_larger_jar_never_takes_a_smaller_class(one: float, other: float) -> None:
    low, high = sorted((one, other))
    order = list(CLASS_ML)
    small, large = process_class_of(low), process_class_of(high)
    assert small is not None
    assert large is not None
    if high - low > 60:  # the metric equals may stand 6 % above their class
        assert order.index(small) <= order.index(large)


def test_a_smaller_jar_takes_the_smallest_tested_time_and_a_larger_one_none() -> None:
    tested = {"pint": 1, "quart": 2}
    assert (covering_size("half-pint", tested).size, covering_size("half-pint", tested).how) == ("pint", "smaller")
    assert (covering_size("pint-and-a-half", tested).size, covering_size("pint-and-a-half", tested).how) == ("quart", "between")
    assert covering_size("half-gallon", tested).size is None


@pytest.mark.parametrize(
    ("figures", "sentence"),
    [
        ((0, 800, 148, 62, 76), "between 20 g and 5 kg"), ((352, 352, 148, 62, 76), "must weigh more than empty"),
        ((352, 300, 148, 62, 76), "Weigh both again"), ((352, 812, 0, 62, 76), "inside depth is between"),
        ((352, 812, 148, 90, 76), "cannot be wider than the jar"), ((352, 5000, 148, 62, 76), "do not fit a jar"),
        ((352, 380, 148, 62, 76), "do not fit a jar"), ((352, math.nan, 148, 62, 76), "must weigh more"),
        ((900, 3400, 250, 80, 130), "larger than any jar that a time was tested for"),
    ],
)  # fmt: skip
def test_figures_of_no_jar_get_a_sentence(figures: tuple[float, ...], sentence: str) -> None:
    with pytest.raises(JarError, match=sentence) as refused:
        empty, full, depth, mouth, body = figures
        measured_jar("own", "own", empty, full, depth_mm=depth, mouth_mm=mouth, body_mm=body)
    assert refused.value.field


@pytest.mark.parametrize("gap", [121.0, 400.0, -1.0])
def test_more_headspace_than_depth_is_refused(gap: float) -> None:
    for ask in (headspace_ml, room_ml, cut_mm):
        with pytest.raises(JarError, match=r"mm deep inside: its headspace must be less"):
            ask(JARS["pint"], gap)


def test_pieces_in_a_pint_are_about_four_inches() -> None:
    """Common practice: about 4 in of piece under 1/2 in of headspace, asparagus or beans upright in a pint."""
    assert cut_mm(JARS["pint"], HALF_INCH) == JARS["pint"].depth_mm - HALF_INCH - OVER_THE_TIPS_MM
    assert cut_mm(JARS["pint"], HALF_INCH) / 25.4 == pytest.approx(4, abs=0.25)


@given(st.sampled_from(sorted(JARS)), st.floats(3, 60))
def test_upright_pieces_fit_on_the_floor(jar_id: str, thick: float) -> None:
    """Their own floor never exceeds the jar's, and a thinner piece never stands in smaller number."""
    jar = JARS[jar_id]
    count = upright(jar, thick)
    assert count == 1 or count * thick**2 <= jar.body_mm**2
    assert upright(jar, thick / 2) >= count


def test_which_jars_suit_pieces_as_they_are() -> None:
    found = {fit.jar: fit for fit in fits([JARS["half-pint"], JARS["pint"], JARS["quart"]], 9, HALF_INCH, long_mm=110)}
    assert [name for name, fit in found.items() if fit.suits] == ["quart"]
    assert found["quart"].says == "goes in whole"
    assert found["pint"].says == "cut 5 mm off, to 105 mm (4 1/8 in) at most"
    assert "does not go through" in fits([JARS["pint"]], 70, HALF_INCH)[0].says


@pytest.mark.parametrize(("thick", "long"), [(0, None), (-3, None), (300, None), (math.nan, None), (9, 0), (9, 5000)])
def test_pieces_that_cannot_be_get_a_sentence(thick: float, long: float | None) -> None:
    with pytest.raises(JarError, match="above zero"):
        fits([JARS["pint"]], thick, HALF_INCH, long)


@given(st.floats(20, 400))
def test_a_cut_written_down_is_never_longer_than_what_fits_in_either_measure(length: float) -> None:
    """Cut by ruler or by the inch rule, the tips stay under the brine: both are rounded down, by less than one step."""
    metric, inches = mm_at_most(length).removesuffix(" in)").split(" mm (")
    whole = UNITS.Quantity(float(sum(Fraction(part) for part in inches.split())), "inch").to("mm").magnitude
    assert length - 1 < float(metric) <= length + 1e-6
    assert length - 25.4 / 8 < whole <= length + 1e-6


def test_a_cut_that_the_nearest_eighth_would_make_too_long() -> None:
    """132 mm are 5.197 in: 5 1/4 in would stand 1 mm over the brine's cover."""
    assert mm_at_most(132) == "132 mm (5 1/8 in)"
    assert mm_at_most(132.8) == "132 mm (5 1/8 in)"
    assert mm_at_most(127) == "127 mm (5 in)"
