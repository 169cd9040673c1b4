"""What the words around an amount make of it: heaped or scant, more of it, the whole plant."""

from __future__ import annotations

from dataclasses import replace
from typing import Final

from rheum.core.facts.ingredients import Ingredient
from rheum.core.facts.lexicon import LineWords
from rheum.core.facts.weights import HEAD_OF
from rheum.core.measures.amount import Amount, AmountError
from rheum.core.measures.units import kind_of, unit_named
from rheum.core.measures.words import Token

_FULLNESS_COUNTS: Final = ("produce", "herb", "fat", "water", "vinegar", "juice", "citric")
_HEAPED_SPAN: Final = (1.0, 1.25)
_SCANT_SPAN: Final = (0.85, 1.0)


def _low(found: tuple[Token, ...], at: int) -> str:
    return found[at].low if 0 <= at < len(found) else ""


def held(amount: Amount | None, ingredient: Ingredient, found: tuple[Token, ...], line: LineWords) -> Amount | None:
    """The amount with what the words around it make of it: whole plants, heaped and scant measures. AmountError for
    “more” and “or less” of what counts."""
    if amount is None:
        return None
    if amount.unit == "each" and ingredient.id in HEAD_OF and not any(word.low in line.group["piece-of-a-plant"] for word in found):
        # “3 garlic”, “2 bulbs of garlic”, “1 celery”: the whole plant, not a clove or a stalk of it.
        amount = replace(amount, unit="head")
    if ingredient.role.role not in _FULLNESS_COUNTS:
        return amount
    if said := _says_more(found, line):
        raise AmountError(f"“{said}” says no amount of {ingredient.name} that can be judged. Write what you will use.")
    return _by_fullness(amount, found, line)


def _says_more(found: tuple[Token, ...], line: LineWords) -> str | None:
    """The words that say more than the amount: “plus more”, “or less”, “4 times”, “each” at the end."""
    for at, word in enumerate(found):
        if word.low == "extra" and _low(found, at + 1 + (_low(found, at + 1) == "-")) in line.group["extra"]:
            continue
        if word.low in line.group["more-than-said"]:
            return word.low
        if word.low in ("less", "fewer") and _low(found, at - 1) == "or":
            return f"or {word.low}"
        if word.low in ("times", "least", "each"):
            return word.low
        if word.low == "over" and at == len(found) - 1 and _low(found, at - 1) not in ("picked", "looked"):
            return "over"
    return None


def _by_fullness(amount: Amount, found: tuple[Token, ...], line: LineWords) -> Amount:
    """“Heaping cups” as up to a quarter more, “scant cups” as down to a sixth less; level ones as they are."""
    if kind_of(amount.unit) != "volume":
        return amount
    for at, word in enumerate(found):
        span = _HEAPED_SPAN if word.low in line.group["heaped"] else _SCANT_SPAN if word.low in line.group["scant"] else None
        if span is None:
            continue
        measured = any(_is_measure(found, index) for index in range(at + 1, min(at + 5, len(found))))
        if measured or (word.low == "packed" and _low(found, at + 1) in ("", ",", ")")):
            amount = replace(amount, low=amount.low * span[0], high=amount.high * span[1])
            break
    return amount


def _is_measure(found: tuple[Token, ...], at: int) -> bool:
    unit = unit_named(found[at].text) if found[at].kind == "word" else None
    return (unit is not None and kind_of(unit) == "volume" and len(found[at].text) > 1) or found[at].low in ("mug", "mugs")
