"""Rounding to what can be measured: never on the wrong side, near enough, and read back as itself."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rheum.core.measures.amount import split_amounts
from rheum.core.measures.measurable import measurable
from rheum.core.measures.units import g_per, kind_of, ml_per


def held(text: str, unit: str) -> float:
    """What a written amount holds, in the unit it was asked for in."""
    amount, _, rest = split_amounts(text + " x")
    assert amount is not None
    assert rest.strip() == "x", text
    if kind_of(unit) == "mass":
        return amount.high * g_per(amount.unit) / g_per(unit)
    if kind_of(unit) == "volume":
        return amount.high * ml_per(amount.unit, "us") / ml_per(unit, "us")
    return amount.high


@given(st.floats(0.3, 60), st.sampled_from(["cup", "pint", "quart", "gallon", "tbsp", "lb", "oz", "kg", "l", "ml", "g"]), st.booleans())
def test_never_on_the_wrong_side_and_near_enough(value: float, unit: str, up: bool) -> None:
    if unit in ("ml", "g"):
        value *= 40
    written = measurable(value, unit, up)
    found = held(written, unit)
    assert found >= value * (1 - 6e-4) if up else found <= value * (1 + 6e-4), written
    # Half a tablespoon, half an ounce or a gram: what a cook can measure, and no more than a few per cent.
    coarse = 0.05 if value * (ml_per(unit, "us") if kind_of(unit) == "volume" else g_per(unit)) > 120 else 0.5
    assert abs(found / value - 1) <= coarse, written


@pytest.mark.parametrize(
    ("value", "unit", "up", "says"),
    [
        (5.0, "cup", True, "5 cups"), (4.5, "cup", True, "4 1/2 cups"), (1.331, "cup", True, "1 1/3 cups"), (0.1, "cup", False, "1 tbsp plus 1 3/4 tsp"),
        (2.27, "lb", False, "2 lb 4 oz"), (1.0, "lb", False, "1 lb"), (263.2, "g", False, "260 g"), (263.2, "ml", True, "265 ml"), (1.234, "kg", False, "1.23 kg"),
        (7.8, "clove", False, "7 cloves"), (3.4, "each", False, "3"), (0.4, "each", False, "1/4"), (0.2, "each", False, ""), (0.02, "tsp", False, ""),
    ],
)  # fmt: skip
def test_as_a_cook_would_measure(value: float, unit: str, up: bool, says: str) -> None:
    assert measurable(value, unit, up) == says
