"""Amounts in a request: a figure in the field's own unit, or text with a unit of its kind, brought to the inside's units here."""

from __future__ import annotations

from typing import Annotated, Any

from pydantic import BeforeValidator, WithJsonSchema

from rheum.core.measures.amount import AmountError
from rheum.core.measures.one_amount import one_amount
from rheum.core.measures.units import Kind

_LONGEST = 60


def _in(kind: Kind, unit: str) -> Any:
    def read(value: Any) -> Any:
        if not isinstance(value, str):
            return value
        if len(value) > _LONGEST:
            raise ValueError(f"“{value[:20]}…” is too long for an amount. Write it like 450 g or 2 cups.")
        try:
            return one_amount(value, kind, unit)
        except AmountError as error:
            raise ValueError(str(error)) from None

    return read


_SCHEMA = WithJsonSchema({"anyOf": [{"type": "number"}, {"type": "string", "maxLength": _LONGEST}]}, mode="validation")
Millilitres = Annotated[float, BeforeValidator(_in("volume", "ml")), _SCHEMA]
Litres = Annotated[float, BeforeValidator(_in("volume", "l")), _SCHEMA]
Grams = Annotated[float, BeforeValidator(_in("mass", "g")), _SCHEMA]
Millimetres = Annotated[float, BeforeValidator(_in("length", "mm")), _SCHEMA]
