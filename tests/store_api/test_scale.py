"""The kitchen scale: settling, tare, drift, units, overload; driven by a clock that the test moves, and over the API."""

from __future__ import annotations

from datetime import datetime, timedelta, timezone
from pathlib import Path

import pytest
from flask.testing import FlaskClient
from hypothesis import given
from hypothesis import strategies as st
from pint import UnitRegistry

from rheum.api.app import create_app
from rheum.api.setup import Setup
from rheum.devices.scale import ScaleError, SimulatedScale, window
from rheum.store.database import open_data

UNITS = UnitRegistry()
START = datetime(2026, 8, 3, 9, tzinfo=timezone.utc)


class Bench:
    """A scale and the hands that use it."""

    def __init__(self, drift: float = 0.0) -> None:
        self.now = START
        self.scale = SimulatedScale(lambda: self.now, drift)

    def wait(self, seconds: float) -> None:
        self.now += timedelta(seconds=seconds)


def test_it_settles_and_only_then_stands_still() -> None:
    bench = Bench()
    bench.scale.put(510)
    bench.wait(0.5)
    half = bench.scale.read()
    assert 0 < half.grams < 510
    assert not half.stable
    with pytest.raises(ScaleError, match="stands still"):
        bench.scale.tare()
    bench.wait(0.6)
    assert (bench.scale.read().grams, bench.scale.read().stable) == (510, True)


def test_the_basket_less_its_tare() -> None:
    """The empty basket on it, tare, the full one: what is in it."""
    bench = Bench()
    bench.scale.put(510)
    bench.wait(2)
    assert bench.scale.tare().grams == 0
    bench.scale.put(4900)
    bench.wait(2)
    shown = bench.scale.read()
    assert (shown.grams, shown.tare_g, shown.unit) == (4390, 510, "g")
    assert bench.scale.show("lb oz").grams == 4390, "another unit, the same weight"


def test_its_zero_creeps_until_it_is_tared() -> None:
    bench = Bench(drift=0.5)
    bench.wait(1200)
    assert bench.scale.read().grams == 10
    bench.scale.tare()
    assert bench.scale.read().grams == 0


def test_too_much_is_said_and_not_tared() -> None:
    bench = Bench()
    bench.scale.put(12_000)
    bench.wait(2)
    assert bench.scale.read().over
    with pytest.raises(ScaleError, match="two parts"):
        bench.scale.tare()
    for grams in (-1, 60_000):
        with pytest.raises(ScaleError, match="between 0 g and 50 kg"):
            bench.scale.put(grams)


@given(st.lists(st.tuples(st.floats(0, 10_000), st.booleans()), max_size=12))
def test_what_it_shows_is_what_lies_there_less_the_tare(moves: list[tuple[float, bool]]) -> None:
    bench, tare = Bench(), 0.0
    for grams, tares in moves:
        bench.scale.put(grams)
        bench.wait(2)
        if tares:
            bench.scale.tare()
            tare = grams
        shown = bench.scale.read()
        assert shown.grams == pytest.approx(grams - tare, abs=2.6 if abs(grams - tare) > 5000 else 0.51)
        assert shown.tare_g == pytest.approx(tare)


def test_a_real_kitchen_has_no_made_up_scale(client: FlaskClient) -> None:
    refused = client.post("/api/scale/put", json={"grams": 510})
    assert refused.status_code == 409
    assert "by hand" in refused.get_json()["detail"]


def test_over_the_api(tmp_path: Path) -> None:
    client = create_app(Setup(open_data(tmp_path, "demo"), "demo", frozenset({"localhost"}))).test_client()
    assert client.get("/api/scale").get_json()["simulated"]
    assert client.post("/api/scale/put", json={"grams": 510}).get_json()["stable"] is False
    refused = client.post("/api/scale/tare")
    assert refused.status_code == 409
    assert "stands still" in refused.get_json()["detail"]
    assert client.post("/api/scale/unit", json={"unit": "lb oz"}).get_json()["unit"] == "lb oz"
    assert client.post("/api/scale/unit", json={"unit": "stone"}).status_code == 422


@given(st.integers(-9_000, 10_000))
def test_pounds_and_ounces_in_the_window_are_the_grams(grams: int) -> None:
    """Against Pint, to the tenth of an ounce that it shows; never 16 ounces beside a pound."""
    pounds, ounces = window(grams, "lb oz", over=False).removesuffix(" oz").split(" lb ")
    told = UNITS.Quantity(abs(int(pounds)), "lb") + UNITS.Quantity(float(ounces), "oz")
    assert told.to("oz").magnitude == pytest.approx(abs(UNITS.Quantity(grams, "g").to("oz").magnitude), abs=0.051)
    assert float(ounces) < 16
    assert pounds.startswith("-") == (grams < -1)
