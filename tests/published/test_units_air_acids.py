"""Other libraries: Pint (NIST and UK units), iapws (IAPWS-IF97), pHcalc (acid and base); and the charts of common practice."""

from __future__ import annotations

import math
from fractions import Fraction

import numpy as np
import pint
import pytest
from hypothesis import given
from hypothesis import strategies as st
from iapws import IAPWS97
from pHcalc.pHcalc import Acid, System

from rheum.core.facts.bands import sterilise_minutes, trade_chart_minutes
from rheum.core.measures.acidity import blend_strength, brine_percent, parts_to_reach, strength_by_titration
from rheum.core.measures.altitude import (
    Altitude,
    AltitudeError,
    AltitudeUnclear,
    altitude,
    boiling_point_c,
    read_altitude,
    read_height,
    saturation_temperature_c,
)
from rheum.core.measures.equilibrium import acetate_mol, citrate_charge_mol, pure_acid_ph
from rheum.core.measures.units import g_per, ml_per, mm_per

if not hasattr(np, "cumproduct"):  # pHcalc 0.2 still calls it by the name NumPy 2 dropped
    np.cumproduct = np.cumprod  # type: ignore[attr-defined]

# --- units: Pint's registry (NIST and UK definitions) -------------------------------------------------------------
PINT = pint.UnitRegistry()


@pytest.mark.parametrize(
    ("unit", "name"),
    [
        ("tsp", "teaspoon"),
        ("tbsp", "tablespoon"),
        ("fl oz", "fluid_ounce"),
        ("cup", "cup"),
        ("pint", "pint"),
        ("quart", "quart"),
        ("gallon", "gallon"),
    ],
)
def test_us_volumes_are_pints(unit: str, name: str) -> None:
    assert ml_per(unit, "us") == pytest.approx(PINT(f"1 {name}").to("ml").magnitude, rel=1e-9)


@pytest.mark.parametrize(
    ("unit", "name"),
    [("pint", "imperial_pint"), ("quart", "imperial_quart"), ("gallon", "imperial_gallon"), ("fl oz", "imperial_fluid_ounce")],
)
def test_imperial_volumes_are_pints(unit: str, name: str) -> None:
    assert ml_per(unit, "imperial") == pytest.approx(PINT(f"1 {name}").to("ml").magnitude, rel=1e-9)


def test_the_metric_cup_and_the_old_half_pint() -> None:
    assert ml_per("cup", "metric") == 250
    assert ml_per("cup", "imperial") == pytest.approx(284, abs=0.2)


@pytest.mark.parametrize(("unit", "name"), [("oz", "ounce"), ("lb", "pound"), ("kg", "kilogram")])
def test_weights_are_pints(unit: str, name: str) -> None:
    assert g_per(unit) == pytest.approx(PINT(f"1 {name}").to("g").magnitude, rel=1e-9)
    assert mm_per("in") == PINT("1 inch").to("mm").magnitude


# --- air and water: ISO 2533 and IAPWS-IF97, by the iapws package ----------------------------------------------------


@pytest.mark.parametrize("pressure", [30_000, 57_000, 69_000, 84_600, 101_325, 110_000])
def test_saturation_line_against_iapws97(pressure: float) -> None:
    assert saturation_temperature_c(pressure) == pytest.approx(IAPWS97(P=pressure / 1e6, x=0).T - 273.15, abs=1e-6)


@pytest.mark.parametrize(("metres", "celsius"), [(0, 99.97), (305, 98.96), (914, 96.94), (1829, 93.89), (2438, 91.85), (3048, 89.81)])
def test_boiling_points_of_the_table(metres: float, celsius: float) -> None:
    assert boiling_point_c(metres) == pytest.approx(celsius, abs=0.006)


# --- acids: another solver, and the handbook's pure solutions ----------------------------------------------------------


@pytest.mark.parametrize(("percent", "ph"), [(1, 2.77), (2.5, 2.57), (4, 2.47), (5, 2.42), (7, 2.35)])
def test_pure_vinegar_against_the_table_and_another_solver(percent: float, ph: float) -> None:
    assert pure_acid_ph(percent) == pytest.approx(ph, abs=0.006)
    system = System(Acid(pKa=[4.756], charge=0, conc=percent * 10 / 60.052))
    system.pHsolve()
    assert pure_acid_ph(percent) == pytest.approx(float(system.pH), abs=0.01)


@pytest.mark.parametrize("ph", [2.0, 3.1, 4.2, 4.6, 5.5, 7.0])
def test_charges_against_another_solver(ph: float) -> None:
    acetic = Acid(pKa=[4.756], charge=0, conc=1.0).alpha(ph).reshape(-1)
    citric = Acid(pKa=[3.13, 4.76, 6.40], charge=0, conc=1.0).alpha(ph).reshape(-1)
    assert acetate_mol(1.0, ph) == pytest.approx(float(acetic[1]), rel=1e-6)
    assert citrate_charge_mol(1.0, ph) == pytest.approx(sum(n * float(part) for n, part in enumerate(citric)), rel=1e-6)


def test_blends_and_brines_of_the_handbook() -> None:
    assert parts_to_reach(5, 7, 4) == (1, 2)
    assert parts_to_reach(5, 7, 0) == (5, 2)
    assert parts_to_reach(5, 6, 0) == (5, 1)
    assert parts_to_reach(5, 4, 3) is None
    assert brine_percent([(1, 5)], 1) == 2.5
    assert brine_percent([(6, 5)], 8) == pytest.approx(2.14, abs=0.005)
    assert brine_percent([(1, 5)], 4) == 1.0
    assert blend_strength([]) is None
    assert strength_by_titration(8.33, 1.0, 10) == pytest.approx(5.00, abs=0.005)
    with pytest.raises(ValueError, match="above zero"):
        strength_by_titration(8.33, 0, 10)


# --- altitude: the chart, sterilising, and edges judged exactly as entered -----------------------------------------


def test_sterilising_at_6000_ft_is_15_minutes() -> None:
    assert sterilise_minutes(altitude(6000, "ft")) == 15
    assert [sterilise_minutes(altitude(h, "ft")) for h in (0, 1000, 1001, 2000, 2001)] == [10, 10, 11, 11, 12]


@pytest.mark.parametrize(
    ("feet", "added"),
    [(0, 0), (1000, 0), (1000.1, 5), (3000, 5), (3001, 10), (5000, 10), (6001, 15), (8001, 20), (10000, 20), (10001, None)],
)
def test_trade_chart(feet: float, added: int | None) -> None:
    """A 15 min recipe is 20 just over 1,000 ft and 25 at 5,000 ft (common practice)."""
    assert trade_chart_minutes(altitude(feet, "ft")) == added


def test_metres_that_are_exactly_a_thousand_feet() -> None:
    assert altitude(304.8, "m").feet == 1000
    assert altitude("304.80001", "m").feet > 1000
    assert read_altitude("4,150 ft") == Altitude(Fraction(4150), "ft")


@pytest.mark.parametrize("text", ["1265", "up the hill", "", "12 km", "m", "1265 mm", "99999m", "nan m"])
def test_heights_without_meaning_get_a_sentence(text: str) -> None:
    with pytest.raises(AltitudeError, match=r"Write|write"):
        read_altitude(text)


@pytest.mark.parametrize(
    ("text", "metres"),
    [("1'800 m", 1800), ("1 800 m", 1800), ("1,8 km", 1800), ("1.8 km", 1800), ("1.800,5 m", 1800.5), ("1,800.5 m", 1800.5), ("0.800 m", 0.8), ("1265.125 m", 1265.125)],
)  # fmt: skip
def test_a_height_is_read_as_people_write_it(text: str, metres: float) -> None:
    assert float(read_height(text, None).metres) == metres


@given(st.integers(1, 999), st.integers(0, 999), st.sampled_from(".,"), st.sampled_from(["m", "ft"]))
def test_three_figures_behind_a_point_or_comma_are_never_a_silent_thousandth(whole: int, part: int, point: str, unit: str) -> None:
    text = f"{whole}{point}{part:03d} {unit}"
    try:
        read = read_height(text, None)
    except AltitudeUnclear as unclear:
        assert [float(one.value) for one in unclear.readings] == [whole * 1000 + part, float(f"{whole}.{part:03d}")]
        assert all(read_height(f"{one.written} {one.unit}", None) == one for one in unclear.readings), "what is chosen is clear"
    else:
        assert float(Altitude(Fraction(whole * 1000 + part), read.unit).metres) > 8849, "the other reading is no height at all"


@given(st.integers(-4_000_000, 88_000_000).map(lambda figure: Fraction(figure, 10_000)), st.sampled_from(["m", "ft"]))
def test_a_height_said_here_is_read_back_here(value: Fraction, unit: str) -> None:
    height = altitude(float(value), unit)  # type: ignore[arg-type]
    assert read_altitude(str(height)) == height
    assert altitude(height.written, height.unit) == height


def test_boiling_point_falls_with_height() -> None:
    points = [boiling_point_c(h) for h in range(-400, 5000, 50)]
    assert all(math.isfinite(point) for point in points)
    assert points == sorted(points, reverse=True)
