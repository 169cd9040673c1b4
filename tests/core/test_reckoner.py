"""The small sums against published and common-practice figures, other libraries, and properties."""

from __future__ import annotations

import math

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st
from iapws import IAPWS97

from rheum.core.measures.altitude import boiling_point_c, height_of_reading
from rheum.core.reckoner import Sum, reckon
from rheum.core.reckoner.answers import ReckonError
from rheum.core.reckoner.cups_and_grams import Convert, SaltForSalt
from rheum.core.reckoner.heat import Boiling, Sanitiser, SteamWater, Sterilise, TimeToBoil
from rheum.core.reckoner.jar_room import JarsFor, Pieces, room_ml
from rheum.core.reckoner.vinegar import Blend, Brine, Titration
from rheum.reference.loading import library

FACTS = library()


def says(asked: Sum) -> str:
    answer = reckon(asked, FACTS)
    assert answer.says.endswith(".")
    assert answer.working
    return answer.says


@pytest.mark.parametrize(
    ("asked", "wanted"),
    [
        # 7 % and 4 % to 5 % is 1 : 2 (Pearson's square, worked by hand).
        (Blend("blend", 7, 4, 5, 900), "300 ml (1 1/4 cups plus 1 tsp) of the 7 % one and 600 ml (2 1/2 cups) of the 4 % one"),
        (Blend("blend", 6, 0, 5, 1200), "1 l (4 1/4 cups) of the 6 % one and 200 ml (3/4 cup plus 1 1/2 tbsp) of water"),
        # Surface sanitiser: 2 tsp a gallon, 1/2 tsp a quart (common practice).
        (Sanitiser("sanitiser", 3.785411784), "9.9 ml of plain bleach"),
        (Sanitiser("sanitiser", 0.946352946), "2.5 ml of plain bleach"),
        # Sterilising at 6,000 ft: 15 min (USDA Guide 1, from memory); none above the chart's end.
        (Sterilise("sterilise", 6000, "ft"), "15 minutes in boiling water"),
        (Sterilise("sterilise", 1000, "ft"), "10 minutes"),
        # Boiling points of handbook/checks.md (ISA + IAPWS-IF97).
        (Boiling("boiling", 1829, "m"), "boils at 93.9 °C"),
        (Boiling("boiling", 10000, "ft"), "boils at 89.8 °C"),
        # A pint takes pieces of about 4 in under 1/2 in of headspace (common practice).
        (Pieces("pieces", "pint", 9), "Cut to 10"),
        (SaltForSalt("salt", 1, "pickling-salt", "kosher-salt-light"), "290 g (10 oz): that is 485 ml (2 cups)"),
        # By hand: 150 / (150 + 946 x 1.006 + 946) is 7.33 %; salt in water alone, 100 g in 900 g, is 10 % (w/w).
        (Brine("brine", 946, 5, 946, 150), "2.5 % acid and 7.33 % salt"),
        (Brine("brine", 0, 5, 900, 100), "0 % acid and 10 % salt"),
        (TimeToBoil("to-boil", 10, 0, 20, 2000, "induction"), "About 35 minutes"),
        (SteamWater("steam", 20, 2000, "electric"), "0.7 l of the 2 l"),
        (JarsFor("jars", 5000, "pint"), "full pint jars"),
        (Titration("titration", (8.3, 8.4, 8.2), 0.1, 1.0), "4.98 % acetic acid"),
    ],
)  # fmt: skip
def test_figures(asked: Sum, wanted: str) -> None:
    found = says(asked)
    assert wanted in found, found


def test_a_cup_of_chopped_serranos_is_about_four_ounces() -> None:
    """Common practice: 4 oz is about 1 cup."""
    answer = reckon(Convert("convert", "1 cup serranos, chopped"), FACTS)
    assert "in the jar" in answer.says
    assert answer.parts[0].says == "115 g (4 oz)"


@given(st.floats(0.5, 10), st.floats(0, 9.5), st.floats(0.1, 10), st.floats(1, 50_000))
def test_a_blend_lies_between_its_parts_and_adds_up(strong: float, weak: float, target: float, total: float) -> None:
    try:
        answer = reckon(Blend("blend", strong, weak, target, total), FACTS)
    except ReckonError as error:
        assert not weak < target < strong, str(error)
        return
    share = answer.parts[0].share
    assert 0 < share < 1
    assert share * strong + (1 - share) * weak == pytest.approx(target, abs=1e-6)
    assert sum(part.share for part in answer.parts) == pytest.approx(1)


@given(st.floats(-400, 8000))
def test_a_thermometer_read_backwards_gives_the_height_back(metres: float) -> None:
    assert height_of_reading(boiling_point_c(metres)) == pytest.approx(metres, abs=0.01)


def test_the_boiling_point_against_another_library() -> None:
    for metres in (0.0, 500.0, 1265.0, 3048.0):
        pressure = 101325 * (1 - 2.25577e-5 * metres) ** 5.25588 / 1e6
        assert boiling_point_c(metres) == pytest.approx(IAPWS97(P=pressure, x=0).T - 273.15, abs=0.005)


def test_heat_and_vapour_against_another_library() -> None:
    """The 4.186 and 2257 of the handbook lie within 1 % of IAPWS-IF97 between 20 and 100 °C."""
    cold, hot, steam = (IAPWS97(T=293.15, P=0.101325), IAPWS97(P=0.101325, x=0), IAPWS97(P=0.101325, x=1))
    assert (hot.h - cold.h) / (hot.T - cold.T) == pytest.approx(4.186, rel=0.01)
    assert steam.h - hot.h == pytest.approx(2257, rel=0.01)


@given(st.floats(10, 100_000), st.sampled_from(sorted(FACTS.jars)), st.floats(0, 30))
def test_jars_and_what_is_over_never_exceed_what_was_made(volume: float, jar: str, headspace: float) -> None:
    assume(headspace < FACTS.jars[jar].depth_mm)
    answer = reckon(JarsFor("jars", volume, jar, headspace), FACTS)
    room = room_ml(FACTS.jars[jar], headspace)
    full = round(answer.parts[0].share * volume / room) if answer.parts[0].name == "full jars" else 0
    assert full * room <= volume * 1.005 + room * 0.006
    assert volume - full * room < room


def test_a_jars_room_against_a_sum_by_hand() -> None:
    """473 ml less a disc of 60 mm mouth and 12.7 mm: pi x 30 x 30 x 12.7 / 1000 is 35.9 ml."""
    assert room_ml(FACTS.jars["pint"], 12.7) == pytest.approx(437.1, abs=0.05)


@given(st.lists(st.floats(2, 20), min_size=1, max_size=6), st.floats(1, 9))
def test_a_measured_strength_lowers_and_never_lifts(readings: list[float], label: float) -> None:
    answer = reckon(Titration("titration", tuple(readings), 0.1, 1.0, label), FACTS)
    assert answer.gauge is not None
    assert answer.mind is not None
    if answer.gauge.value >= label and answer.gauge.value <= 10:
        assert "never lifts" in answer.mind
    elif answer.gauge.value < label and answer.gauge.value <= 10:
        assert "below its label" in answer.mind


@pytest.mark.parametrize(
    ("asked", "sentence"),
    [
        (Blend("blend", 3, 0, 5, 900), "no blend of the two"),
        (Blend("blend", 7, 0, 0, 900), "it is water"),
        (Blend("blend", 25, 0, 5, 900), "not sold as food"),
        (Blend("blend", 7, -1, 5, 900), "below zero"),
        (Blend("blend", 7, 4, 5, 0), "above zero"),
        (Blend("blend", 7, 4, 5, math.inf), "above zero"),
        (Titration("titration", (), 0.1, 1), "at least one reading"),
        (Titration("titration", (8.0,), 0.0, 1), "above zero"),
        (SaltForSalt("salt", 1, "pickling-salt", "sugar"), "Choose a salt"),
        (Convert("convert", "2 cups skirrets"), "does not know"),
        (Convert("convert", "3 cinnamon sticks and a pony"), "names cinnamon"),
        (Boiling("boiling"), "Write a height"),
        (Boiling("boiling", None, "m", 40), "between 70 and 101"),
        (Boiling("boiling", 90000, "m"), "where people live"),
        (Sterilise("sterilise", 10001, "ft"), "end at 10,000 ft"),
        (TimeToBoil("to-boil", 10, 0, 99, 2000, "gas", 3000, "m"), "begins between"),
        (TimeToBoil("to-boil", 0, 0, 20, 2000, "gas"), "above zero"),
        (SteamWater("steam", 46, 2000, "gas"), "never run over 45"),
        (JarsFor("jars", 0, "pint"), "above zero"),
        (JarsFor("jars", 500, "pint", 400), "headspace must be less"),
        (JarsFor("jars", 500, "bucket"), "Choose a jar"),
        (JarsFor("jars", 10_000_000, "pint"), "more than any kitchen"),
        (Pieces("pieces", "pint", 90), "does not go through a mouth"),
        (Sanitiser("sanitiser", 0), "above zero"),
    ],
)
def test_bad_figures_get_a_sentence(asked: Sum, sentence: str) -> None:
    with pytest.raises(ReckonError, match=sentence) as refused:
        reckon(asked, FACTS)
    assert str(refused.value).endswith(".")
    assert refused.value.field
