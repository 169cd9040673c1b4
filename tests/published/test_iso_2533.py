"""ISO 2533:1975, Standard Atmosphere, table of pressure by geopotential altitude."""

from __future__ import annotations

import pytest

from rheum.core.measures.altitude import height_of_pressure, pressure_pa

# Metres, pascals.
TABLE = ((0, 101_325.0), (1000, 89_874.6), (2000, 79_495.2), (3000, 70_108.5), (4000, 61_640.2), (5000, 54_019.9))


@pytest.mark.parametrize(("metres", "pascals"), TABLE)
def test_pressure_of_the_standard_atmosphere(metres: float, pascals: float) -> None:
    assert pressure_pa(metres) == pytest.approx(pascals, rel=5e-5)


@pytest.mark.parametrize(("metres", "pascals"), TABLE)
def test_the_height_of_a_pressure(metres: float, pascals: float) -> None:
    assert height_of_pressure(pascals / 100) == pytest.approx(metres, abs=1.5)
