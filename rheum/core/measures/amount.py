"""Reading amounts as people write them: `2 1/4 cups`, `1½ lb`, `3-4`, `2 x 400 g`, `a dozen`."""

from __future__ import annotations

import re
from dataclasses import dataclass, replace
from typing import Final, NamedTuple

from rheum.core.measures.units import COUNT_UNITS, g_per, kind_of, ml_per, unit_named
from rheum.core.measures.words import NUMBER_WORDS, NumberError, Token, figure, number_at, settled, tokens

MOST_OF_A_UNIT: Final = 1_000_000.0
LONGEST_LINE: Final = 400


class AmountError(ValueError):
    """An amount that was written but cannot be meant; the message says why and what to write."""


@dataclass(frozen=True, slots=True)
class Amount:
    """A quantity in a kitchen unit; `low` and `high` differ for a range. `unit` is a name from units.py;
    `tinned` tells that it was given in tins or cans."""

    low: float
    high: float
    unit: str
    tinned: bool = False

    @property
    def is_range(self) -> bool:
        return self.low != self.high

    def times(self, factor: float) -> Amount:
        return replace(self, low=self.low * factor, high=self.high * factor)


_UPTO: Final = frozenset({"-", "–", "—", "to", "or"})
_ABOUT: Final = frozenset(
    {"about", "approximately", "approx", "around", "roughly", "scant", "heaped", "heaping", "generous", "level", "~", "circa", "ca"}
)
_SIZED: Final = frozenset(
    {"level", "heaped", "heaping", "rounded", "scant", "generous", "good", "full", "packed", "brimming", "big", "large", "small"}
)
CONTAINERS: Final = frozenset(
    {"can", "tin", "jar", "bag", "packet", "pkt", "pkg", "package", "box", "bottle", "carton", "pack", "pot", "punnet", "sack", "tub"}
)
# What a package can begin with: a container, its size, or a figure that is told in words.
_PACKAGED: Final = frozenset(
    {*CONTAINERS, *(f"{one}s" for one in CONTAINERS), *(f"{one}es" for one in CONTAINERS), "large", "small", *_ABOUT, *NUMBER_WORDS}
)
_TINS: Final = frozenset({"can", "tin"})
# 1.000 g is one gram in one country and a kilo in the next.
_THOUSANDS: Final = re.compile(r"[1-9][0-9]?[0-9]?\.[0-9](?:00|50)")


class AmountAt(NamedTuple):
    """An amount in a text, and the index of the token behind it."""

    amount: Amount
    to: int


def number(text: str) -> float:
    """The value of one written number, mixed, vulgar or decimal. AmountError for a zero denominator, or more digits than any amount has."""
    try:
        if found := number_at(tokens(settled(text.strip())), 0):
            return found.value
        return figure(text.strip())
    except (NumberError, ValueError) as error:
        raise AmountError(str(error)) from None


def _low(found: tuple[Token, ...], at: int) -> str:
    return found[at].low if at < len(found) else ""


def _container(found: tuple[Token, ...], at: int) -> str | None:
    """The container that a token names, in the singular."""
    word = _low(found, at)
    one = word[:-2] if word.endswith("xes") else word.removesuffix("s")
    return one if one in CONTAINERS else None


def unit_at(found: tuple[Token, ...], at: int) -> tuple[str, int] | None:
    """The unit that stands at a token, and the token behind it: “fl oz”, “tbsp.”, ″."""
    if at >= len(found):
        return None
    word = found[at]
    if word.low in ("fl", "fluid"):
        step = at + 1 + (_low(found, at + 1) == ".")
        if _low(found, step) in ("oz", "ounce", "ounces"):
            step += 1
            return "fl oz", step + (_low(found, step) == ".")
    unit = unit_named(word.text)
    if unit is None:
        return None
    to = at + 1
    if word.kind == "word" and _low(found, to) == "." and found[to].at == word.to and not _ends_there(found, to):
        to += 1
    return unit, to


def _ends_there(found: tuple[Token, ...], at: int) -> bool:
    """Whether a point ends the sentence rather than a short form: nothing behind it."""
    return at + 1 >= len(found) and found[at - 1].low not in ("oz", "lb", "lbs", "tsp", "tbsp", "pt", "qt", "gal", "c", "in")


def _package(found: tuple[Token, ...], at: int) -> tuple[float, str, bool, int] | None:
    """“(5 oz) cans”, “28-ounce tins”, “cans (28 ounces each)”: what one container holds, whether it is a tin, and where it ends."""
    word = found[at] if at < len(found) else None
    if word is None or (word.kind == "word" and word.low not in _PACKAGED):
        return None
    first = _container(found, at)
    size_first = first is None and _low(found, at) in ("large", "small")
    if size_first and (named := _container(found, at + 1)):
        first, at = named, at + 1
    start = at + 1 if first else at
    bracket = _low(found, start) == "("
    step = start + bracket
    if first and not bracket:
        return None
    step += _low(found, step) in _ABOUT
    each = number_at(found, step)
    if each is None or (each.worded and not bracket):
        return None
    step = each.to + (_low(found, each.to) == "-")
    unit = unit_at(found, step)
    if unit is None or kind_of(unit[0]) not in ("mass", "volume"):
        return None
    step = unit[1]
    if first:
        step += _low(found, step) in ("each", "size")
        return (each.value, unit[0], first in _TINS, step + 1) if _low(found, step) == ")" else None
    if bracket:
        step += _low(found, step) == "each"
        if _low(found, step) != ")":
            return None
        step += 1
    named = _container(found, step)
    return (each.value, unit[0], named in _TINS, step + 1) if named else None


def amount_at(found: tuple[Token, ...], at: int) -> AmountAt | None:
    """The amount that begins at a token; None where none does. `each` is the unit of a bare count.
    AmountError for one that cannot be meant: at or below zero, a zero denominator, a range upside down, more than any kitchen holds."""
    try:
        return _amount_at(found, at)
    except NumberError as error:
        raise AmountError(str(error)) from None


def _amount_at(found: tuple[Token, ...], at: int) -> AmountAt | None:
    while _low(found, at) in _ABOUT:
        at += 1 + (_low(found, at + 1) == ".")
    first = number_at(found, at)
    if first is None:
        return None
    factor, begun = 1.0, at
    if _low(found, first.to) in ("x", "×") and (many := number_at(found, first.to + 1)) and not many.worded:
        factor, begun, first = first.value, first.to + 1, many
    low, high, to = first.value, first.value, first.to
    if _low(found, to) == "-" and _low(found, to + 1) in ("to", "or"):
        to += 1  # “3- to 5-inch”
    if (
        _low(found, to) in _UPTO
        and (second := number_at(found, to + 1))
        and not (second.worded and _low(found, to + 1) in ("a", "an", "half"))
    ):
        high, to = second.value, second.to
        if (
            second.value > first.value
            and _low(found, second.to - 1) == "dozen"
            and not first.worded
            and _low(found, first.to - 1) != "dozen"
        ):
            low *= 12
    if low > high:
        raise AmountError(f"The range runs downwards ({low:g} to {high:g}). Write the smaller figure first.")
    if low <= 0:
        raise AmountError("An amount of zero says nothing. Write how much, or take the line out.")
    if package := _package(found, to):
        held, unit, tin, end = package
        return _held(Amount(low * held * factor, high * held * factor, unit, tin), end)
    step = to + (_low(found, to) == "-" and to < len(found) and found[to].at == found[to - 1].to)
    if high < 1 and _low(found, to) == "of" and _low(found, to + 1) in ("a", "an", "one") and unit_at(found, to + 2):
        step = to + 2  # “2/3 of a cup”
    if _low(found, step) in _SIZED and (sized := unit_at(found, step + 1)) and sized[0] != "each" and kind_of(sized[0]) != "length":
        step += 1
    unit_found = unit_at(found, step)
    if unit_found and first.worded and found[step].low in ("in", "t", "l", "m", "c") and found[step].kind == "word":
        unit_found = None  # “a in …”
    if unit_found is None:
        return _held(Amount(low * factor, high * factor, "each"), to)
    unit, to = unit_found
    if unit in ("g", "ml") and (twofold := _THOUSANDS.fullmatch(found[begun].text)):
        raise AmountError(f"“{twofold.group(0)}” may mean {low:g} or {low * 1000:g} {unit}. Write it without the point.")
    if _low(found, to) == "and" and _low(found, to + 1) in ("a", "one") and _low(found, to + 2) in ("half", "quarter"):
        more = 0.5 if _low(found, to + 2) == "half" else 0.25
        low, high, to = low + more, high + more, to + 3
    tinned = False
    if (factor != 1.0 or kind_of(unit) == "mass") and (named := _container(found, to)):
        tinned, to = named in _TINS, to + 1
    amount = Amount(low * factor, high * factor, unit, tinned)
    if unit in ("lb", "kg") and not amount.is_range:
        # “2 lb 4 oz”, “1 lb. 4 oz.”: one weight in two units.
        smaller = number_at(found, to)
        part_unit = unit_at(found, smaller.to) if smaller and not smaller.worded else None
        if smaller and part_unit and part_unit[0] == ("oz" if unit == "lb" else "g"):
            part = smaller.value / (16 if unit == "lb" else 1000) * factor
            amount, to = replace(amount, low=amount.low + part, high=amount.high + part), part_unit[1]
    return _held(amount, to)


def _held(amount: Amount, to: int) -> AmountAt:
    if amount.high > MOST_OF_A_UNIT:
        raise AmountError(f"{amount.high:g} {amount.unit} is more than any kitchen holds. Check the figure.")
    return AmountAt(amount, to)


def _rest(text: str, found: tuple[Token, ...], at: int) -> str:
    return text[found[at].at :] if at < len(found) else ""


def leading_amount(text: str) -> tuple[Amount | None, str]:
    """Take an amount off the front of a line.

    Gives the amount (None where the line begins with no number) and the rest of the text.
    Raises AmountError for an amount that cannot be meant: below or at zero, a zero denominator, a range upside down.
    """
    text = settled(text.strip())
    if len(text) > LONGEST_LINE:
        raise AmountError(f"This is longer than a line of a recipe ({len(text)} letters). Break it up.")
    found = tokens(text)
    if found and found[0].text in ("-", "–") and len(found) > 1 and found[1].kind == "number":
        raise AmountError("An amount cannot be below zero. If the dash is a list mark, leave it out.")
    read = amount_at(found, 0)
    if read is None:
        return None, text
    to = read.to
    if _low(found, to) in ("of", "each"):
        to += 1
    return read.amount, _rest(text, found, to)


def together(amount: Amount, more: Amount) -> Amount | None:
    """Two amounts added up, in the first one's unit; None where they are of different kinds."""
    kind = kind_of(amount.unit)
    if kind != kind_of(more.unit) or kind not in ("volume", "mass"):
        if kind == "count" and amount.unit == more.unit:
            return replace(amount, low=amount.low + more.low, high=amount.high + more.high)
        return None
    per = (lambda unit: ml_per(unit, "us")) if kind == "volume" else g_per
    ratio = per(more.unit) / per(amount.unit)
    return replace(amount, low=amount.low + more.low * ratio, high=amount.high + more.high * ratio)


def split_amounts(text: str) -> tuple[Amount | None, Amount | None, str]:
    """Like leading_amount, and also reads `1 cup plus 2 tbsp plus 1 tsp …` (added up) and `2 cups (500 ml) …` or `2 cups / 500 ml …`
    (a second way of giving the same amount). Gives first amount, second amount, rest."""
    amount, rest = leading_amount(text)
    if amount is None:
        return None, None, rest
    found = tokens(rest)
    at = 0
    while _low(found, at) in ("plus", "+", "and") and (more := amount_at(found, at + 1)) and (added := together(amount, more.amount)):
        amount, at = added, more.to
        at += _low(found, at) == "of"
    second = second_way(found, at)
    if second is None:
        return amount, None, _rest(rest, found, at)
    to = second.to + (_low(found, second.to) == "of")
    return amount, second.amount, _rest(rest, found, to)


_SAME: Final = frozenset({"about", "approx", "or", "roughly", "=", "~", "approximately", "around"})


def second_way(found: tuple[Token, ...], at: int) -> AmountAt | None:
    """The same amount said again: “(about 500 ml)”, “/ 500 ml”, “or 500 ml”, right behind the first."""
    bracket = _low(found, at) == "("
    stroke = _low(found, at) in ("/", "or", "=")
    if not bracket and not stroke:
        return None
    step = at + 1
    while _low(found, step) in _SAME:
        step += 1 + (_low(found, step + 1) == ".")
    if step < len(found) and found[step].kind != "number" and not bracket:
        return None
    try:
        other = amount_at(found, step)
    except AmountError:
        return None
    if other is None or kind_of(other.amount.unit) not in ("volume", "mass"):
        return None
    if bracket:
        return AmountAt(other.amount, other.to + 1) if _low(found, other.to) == ")" else None
    return other


MEASURED: Final = COUNT_UNITS - {"each"}
