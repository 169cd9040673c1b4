"""One amount in a field: in the field's own unit or another of its kind, against Pint; anything else a sentence."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pint import UnitRegistry

from rheum.core.measures.amount import AmountError
from rheum.core.measures.one_amount import one_amount
from rheum.core.measures.units import Kind

UNITS = UnitRegistry()
PINT_NAME = {"cups": "cup", "quarts": "quart", "pints": "pint", "fl oz": "fluid_ounce", "l": "liter", "ml": "milliliter", "g": "gram", "kg": "kilogram", "oz": "ounce", "lb": "pound", "mm": "millimeter", "cm": "centimeter", "in": "inch"}  # fmt: skip


@given(st.integers(1, 400).map(lambda n: n / 8), st.sampled_from(sorted(PINT_NAME)))
def test_against_another_library_of_units(value: float, unit: str) -> None:
    kind: Kind
    kind, own, name = (
        ("volume", "ml", "milliliter")
        if unit in ("cups", "quarts", "pints", "fl oz", "l", "ml")
        else ("mass", "g", "gram")
        if unit in ("g", "kg", "oz", "lb")
        else ("length", "mm", "millimeter")
    )
    assert one_amount(f"{value:g} {unit}", kind, own) == pytest.approx((value * UNITS(PINT_NAME[unit])).to(name).magnitude, rel=1e-6)


@pytest.mark.parametrize(
    ("text", "kind", "unit", "value"),
    [
        ("750", "volume", "ml", 750), (" 1,5 ", "volume", "l", 1.5), ("0", "volume", "ml", 0), ("-3", "mass", "g", -3), ("2 1/2 cups", "volume", "ml", 591.47), ("1 lb 2 oz", "mass", "g", 510.29),
        ("2 cups plus 2 tbsp", "volume", "ml", 502.75), ("5¾ in", "length", "mm", 146.05), ("14.8 cm", "length", "mm", 148), ("2 quarts", "volume", "l", 1.8927),
    ],
)  # fmt: skip
def test_as_people_write_them(text: str, kind: Kind, unit: str, value: float) -> None:
    assert one_amount(text, kind, unit) == pytest.approx(value, rel=1e-4)


@pytest.mark.parametrize("text", ["", "a heap", "3 lb", "3-4 cups", "1/0 cups", "two vinegar", "3 cups of sugar", "5 5", "1e400"])
def test_anything_else_gets_a_sentence(text: str) -> None:
    with pytest.raises(AmountError, match=r"Write it as 750 ml, 1\.5 l or 3 cups\.$"):
        one_amount(text, "volume", "ml")
