"""Jar sizes named in a text, and what has the size of a jar and is none."""

from __future__ import annotations

from functools import lru_cache
from typing import Final

from rheum.core.facts.grammar import Groups
from rheum.core.measures.amount import AmountError, amount_at
from rheum.core.measures.words import UNITS, Token, settled, tokens
from rheum.core.parsing.figures import low_at

_OZ: Final = ((4, "quarter-pint"), (8, "half-pint"), (12, "twelve-ounce"), (16, "pint"), (24, "pint-and-a-half"), (32, "quart"))
_ML: Final = ((250, "250ml"), (500, "500ml"), (750, "750ml"), (1000, "1l"))
_LARGER: Final = "half-gallon"


def _sized(value: float, unit: str) -> str:
    """The jar that a number of ounces, millilitres, litres, pints or quarts names; one larger than any counts as the half-gallon."""
    ml = {"oz": 29.57, "fl oz": 29.57, "ml": 1.0, "cl": 10.0, "l": 1000.0, "pint": 473.0, "quart": 946.0, "gallon": 3785.0}.get(unit)
    if ml is None:
        return ""
    if unit in ("oz", "fl oz"):
        return next((name for ounces, name in _OZ if value <= ounces + 0.5), _LARGER)
    if unit in ("pint", "quart", "gallon"):
        size = value * ml
        return next(
            (
                name
                for limit, name in (
                    (130, "quarter-pint"),
                    (240, "half-pint"),
                    (360, "twelve-ounce"),
                    (480, "pint"),
                    (720, "pint-and-a-half"),
                    (960, "quart"),
                )
                if size <= limit
            ),
            _LARGER,
        )
    return next((name for limit, name in _ML if value * ml <= limit), _LARGER)


@lru_cache(maxsize=4096)
def jars_named(text: str, grammar: Groups) -> tuple[tuple[int, str], ...]:
    """Jar sizes named in a text, each with where it stands: “half-pint jars”, “12 oz jars”, “500 ml jars”, “2-quart jars”, “pints”."""
    found = tokens(settled(text))
    out: list[tuple[int, str]] = []
    at = 0
    while at < len(found):
        word = found[at]
        if (past := _vessel_at(found, at, grammar)) is not None:
            at = past
            continue
        if word.kind == "number" and low_at(found, at + 1) in ("x", "×"):
            at += 2  # “12 x 250 ml jars”
            continue
        if (
            word.kind == "number"
            and _a_number(found, at + 1)
            and "/" not in found[at + 1].text
            and low_at(found, at + 2) in ("ml", "oz", "cl")
        ):
            at += 1  # “4-5 500 ml jars”
            continue
        if word.kind == "number" or word.low in ("one", "two", "twelve", "half", "quarter", "a"):
            named = _numbered(found, at, grammar)
            if named is not None:
                out.append((word.at, named[0]))
                at = named[1]
                continue
        if word.low in ("pint", "pints", "quart", "quarts", "gallon", "gallons"):
            unit = word.low.removesuffix("s")
            behind = found[at + 1 : at + 8]
            size = (
                "pint-and-a-half"
                if unit == "pint" and [item.low for item in behind if item.text != "-"][:3] == ["and", "a", "half"]
                else unit
            )
            if unit == "gallon":
                size = _LARGER if any(item.low in grammar["jar-word"] for item in behind) else ""
            if size and low_at(found, at + 1) != "of":
                out.append((word.at, size))
        at += 1
    return tuple(out)


def _vessel_at(found: tuple[Token, ...], at: int, grammar: Groups) -> int | None:
    """Where the size of a pot ends (“a 6-quart kettle”, “an 8- to 10-quart pot”, “my canner holds seven quarts”); None where none begins."""
    step = at + (low_at(found, at) in ("a", "an", "one") and at + 1 < len(found) and found[at + 1].kind == "number")
    if not _a_number(found, step):
        return None
    step = _past_dash(found, step + 1)
    if _a_number(found, step):
        step = _past_dash(found, step + 1)  # “a 6-8 qt pot”
    if low_at(found, step) in ("to", "or") and _a_number(found, step + 1):
        step = _past_dash(found, step + 2)
    if low_at(found, step).removesuffix("s") not in grammar["size-unit"]:
        return None
    behind = [item.low for item in found[step + 1 : step + 5] if item.text != "-"]
    held = {item.low for item in found[max(0, at - 6) : at]}
    # “process quarts in the canner” is of jars
    if (set(behind[:3]) & grammar["vessel-with-a-size"] and not set(behind[:2]) & (grammar["jar-word"] | {"in", "into"})) or (
        grammar["holds"] & held and grammar["vessel-with-a-size"] & held
    ):
        return step + 1
    return None


def _a_number(found: tuple[Token, ...], at: int) -> bool:
    return at < len(found) and (found[at].kind == "number" or found[at].low in UNITS)


def _past_dash(found: tuple[Token, ...], at: int) -> int:
    return at + (low_at(found, at) == "-")


def _numbered(found: tuple[Token, ...], at: int, grammar: Groups) -> tuple[str, int] | None:
    word = found[at]
    if word.low in ("half", "quarter"):
        step = at + 1 + (low_at(found, at + 1) == "-")
        unit = low_at(found, step).removesuffix("s")
        if unit not in ("pint", "gallon", "litre", "liter"):
            return None
        if unit == "gallon":
            return (_LARGER, step + 1)
        if unit in ("litre", "liter"):
            return ("500ml" if word.low == "half" else "250ml", step + 1)
        return (f"{word.low}-pint", step + 1)
    try:
        read = amount_at(found, at)
    except AmountError:
        return None
    if read is None or read.amount.unit == "each":
        return None
    amount, to = read
    joined = found[to - 2].text == "-" or "/" in found[at].text  # “6-8 pints” are jars, a “2-quart” one is a size
    behind = [item.low for item in found[to : to + 3]] + ([found[to - 1].low] if to else [])
    jarred = any(low in grammar["jar-word"] for low in behind)
    if amount.unit in ("pint", "quart") and low_at(found, to) == "of":
        return None  # “4 quarts of water”
    if amount.unit in ("pint", "quart"):
        # “7 pints” are seven jars; “2-quart jars” and “1 1/2 pint jars” are one size.
        if joined or (amount.low % 1 and jarred):
            return _sized(amount.high, amount.unit), to
        return amount.unit, to
    if amount.unit in ("oz", "fl oz", "ml", "l", "gallon", "cl") and jarred:
        size = _sized(amount.high, amount.unit)
        return (size, to) if size else None
    return None
