"""Canner loads: jars at a time, water over the lids, the pot's height, heat and vapour; lids by mouth and lot."""

from __future__ import annotations

import math
from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st
from iapws import IAPWS97

from rheum.core.facts.canner import load_sizes
from rheum.core.making.lids import lids_needed
from rheum.core.making.loads import bath_water_l, height_needed_mm, plan_loads
from rheum.core.making.stock import USUAL_CANNER, USUAL_STEAM, Canner, LidLot, Stock
from rheum.core.measures.heat import VAPOUR_KJ_PER_KG, WATER_KJ, boil_off_l
from rheum.core.measures.refused import RequestError
from rheum.reference.loading import library

JARS = library().jars
PINT, QUART, HALF, WIDE = JARS["pint"], JARS["quart"], JARS["half-pint"], JARS["pint-wide"]


def test_common_capacity_of_a_twenty_quart_canner() -> None:
    """7 quarts, or 9 pints, or 12 half-pints in one layer (process.md, from memory)."""
    found = plan_loads(
        [(QUART, 7), (PINT, 9), (HALF, 12)], {"quart": 20, "pint": 15, "half-pint": 15}, 25, USUAL_CANNER, start_c=60, boil_c=95.8
    )
    assert found.loads == 3
    more = plan_loads([(QUART, 8), (PINT, 19)], {"quart": 20, "pint": 15}, 25, USUAL_CANNER, start_c=60, boil_c=95.8)
    assert [one.sizes for one in more.sizes] == [(7, 1), (9, 9, 1)]
    assert [one.minutes for one in more.sizes] == [20, 15], "each size is timed for its own jar"


@given(st.integers(1, 200), st.integers(1, 60))
def test_loads_hold_every_jar_once(jars: int, room: int) -> None:
    sizes = load_sizes(jars, room)
    assert sum(sizes) == jars
    assert max(sizes) <= room
    assert len(sizes) == math.ceil(jars / room)


def test_water_over_nine_pints_by_hand() -> None:
    """Rack 15, jar 129, water 25 mm: 169 mm of a pot 330 mm wide hold pi x 16.5 x 16.5 x 16.9 = 14.45 l; nine closed pints of
    473 ml and their glass displace 9 x 0.583 l; 9.2 l of water are poured."""
    assert bath_water_l(PINT, 9, 330, 25) == pytest.approx(9.2, abs=0.02)
    # 15 of rack, 121 of jar, 8 of bottom and lid, 25 of water, and as much of rim above it.
    assert height_needed_mm(PINT, 25) == 194
    assert height_needed_mm(PINT, 25, steam=True) == 144, "a steam canner wants no water over"


@given(st.sampled_from(sorted(JARS)), st.integers(1, 12), st.floats(200, 500), st.floats(25, 60))
def test_more_jars_want_less_water_and_more_over_them_wants_more(name: str, jars: int, width: float, over: float) -> None:
    jar = JARS[name]
    assert bath_water_l(jar, jars + 1, width, over) <= bath_water_l(jar, jars, width, over)
    assert bath_water_l(jar, jars, width, over + 5) >= bath_water_l(jar, jars, width, over)


def test_a_pot_too_low_is_said() -> None:
    low = replace(USUAL_CANNER, depth_mm=220.0)
    found = plan_loads([(QUART, 4)], {"quart": 20}, 25, low, start_c=60, boil_c=95.8)
    assert any("220 mm deep" in why and "taller pot" in why for why in found.why_not)
    assert not plan_loads([(PINT, 4)], {"pint": 20}, 25, low, start_c=60, boil_c=95.8).why_not


def test_heat_and_vapour_against_iapws() -> None:
    """The sums' 4.186 kJ/kg K and 2257 kJ/kg within 1 % of IAPWS-IF97 at sea level; 2.5 kW electric for 20 min boil away 0.93 l."""
    cold, hot, steam = IAPWS97(T=333.15, P=0.101325), IAPWS97(P=0.101325, x=0), IAPWS97(P=0.101325, x=1)
    assert pytest.approx((hot.h - cold.h) / (hot.T - cold.T), rel=0.01) == WATER_KJ
    assert steam.h - hot.h == pytest.approx(VAPOUR_KJ_PER_KG, rel=0.01)
    assert boil_off_l(2500, 0.7, 20) == pytest.approx(2.5 * 0.7 * 1200 / (steam.h - hot.h), rel=0.01)


def test_time_to_the_boil_by_hand() -> None:
    """9.21 l x 4.186 is 38.6 kJ/K, nine pints of 0.76 kg at 2.9 are 19.9 kJ/K; 58.4 kJ/K x 35.8 K are 2,092 kJ, over 1.75 kW 19.9 min."""
    found = plan_loads([(PINT, 9)], {"pint": 10}, 25, USUAL_CANNER, start_c=60, boil_c=95.8)
    assert found.to_boil_min == pytest.approx(19.9, abs=0.05)
    assert found.all_told_min == pytest.approx(34.9, abs=0.05), "with the minutes and five of rest"


def test_a_steam_canner_never_over_45_minutes_and_never_dry() -> None:
    """process.md: total never over 45 min, jars up to a quart; 2-3 l of water are what it has."""
    assert any("more than the 45" in why for why in plan_loads([(PINT, 7)], {"pint": 50}, 25, USUAL_STEAM, start_c=60, boil_c=95.8).why_not)
    hot = replace(USUAL_STEAM, watts=3500.0)
    dry = plan_loads([(PINT, 7)], {"pint": 40}, 25, hot, start_c=60, boil_c=95.8)
    assert any("turn it down" in why for why in dry.why_not)
    assert dry.boils_away_l == pytest.approx(boil_off_l(3500, 0.7, 40))
    gallon = plan_loads(
        [(JARS["half-gallon"], 2)], {"half-gallon": 20}, 25, replace(USUAL_STEAM, holds={"half-gallon": 2}), start_c=60, boil_c=95.8
    )
    assert any("up to a quart" in why for why in gallon.why_not)


def test_a_canner_that_holds_none_of_a_size_says_so() -> None:
    only = Canner("c", "small pot", "bath", {"half-pint": 4}, 250, 240, 1800, "gas")
    found = plan_loads([(PINT, 3)], {"pint": 10}, 25, only, start_c=60, boil_c=95.8)
    assert found.loads == 0
    assert found.why_not == ("small pot holds no Pint jars. Choose another canner or size.",)
    assert only.room_for("quarter-pint") == 4, "quarter-pints stand where half-pints do"


def test_the_canner_asked_for_or_the_first_of_its_kind() -> None:
    stock = Stock(canners=(replace(USUAL_STEAM, id="s1"), replace(USUAL_CANNER, id="b1")))
    assert stock.canner(None, "bath").id == "b1"
    assert stock.canner(None, "steam").id == "s1"
    assert Stock().canner(None, "steam") is USUAL_STEAM
    with pytest.raises(RequestError, match="no such canner"):
        stock.canner("gone", "bath")


LOTS = (LidLot("a", "regular", "R5", 11), LidLot("b", "regular", "R6", 36), LidLot("c", "wide", "W1", 5))


def test_lids_of_the_smallest_lot_first_and_the_spare_is_not_taken() -> None:
    need = lids_needed([(PINT, 19)], PINT, Stock(lids=LOTS, bands={"regular": 40}))[0]
    assert [(one.lot, one.take, one.left) for one in need.takes] == [("R5", 11, 0), ("R6", 8, 28)]
    assert (need.need, need.spare, need.after, need.short, need.bands_short) == (19, 1, 28, 0, 0)
    assert need.says == "19 new regular lids, and one for the spare jar; 28 stay."


def test_each_mouth_by_itself_and_what_is_short() -> None:
    needs = {one.mouth: one for one in lids_needed([(PINT, 3), (WIDE, 5)], WIDE, Stock(lids=LOTS, bands={"wide": 2}))}
    assert (needs["regular"].short, needs["wide"].short) == (0, 1), "five wide lids, and none for the spare"
    assert "a lid that has sealed once is not used again" in needs["wide"].says
    assert needs["wide"].bands_short == 3


@given(st.integers(1, 80), st.lists(st.integers(0, 40), max_size=5))
def test_lids_are_taken_once_and_never_more_than_there_are(jars: int, lots: list[int]) -> None:
    stock = Stock(lids=tuple(LidLot(f"l{n}", "regular", f"L{n}", count) for n, count in enumerate(lots)))
    need = lids_needed([(PINT, jars)], None, stock)[0]
    taken = sum(one.take for one in need.takes)
    assert taken == min(jars, sum(lots))
    assert need.after == sum(lots) - taken
    assert need.short == jars - taken
    assert all(0 < one.take <= lots[int(one.lot_id[1:])] for one in need.takes)


def test_a_whole_load_for_one_jar_is_remarked_on_with_the_ways_out() -> None:
    def remarks(count: int) -> tuple[str, ...]:
        return plan_loads([(PINT, count)], {"pint": 10}, 25, USUAL_CANNER, start_c=60, boil_c=95.8).remarks

    assert len(remarks(10)) == 1
    assert "5 and 5" in remarks(10)[0]
    assert "refrigerator" in remarks(10)[0]
    assert "7 and 7 and 5" in remarks(19)[0]
    assert not any(remarks(count) for count in (1, 9, 11, 18))
