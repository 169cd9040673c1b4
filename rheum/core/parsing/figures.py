"""The figures of a sentence: minutes, days, lengths, temperatures, amounts, jars."""

from __future__ import annotations

from dataclasses import replace
from typing import Final, Literal, NamedTuple

from rheum.core.facts.grammar import Groups
from rheum.core.measures.altitude import M_PER_FT
from rheum.core.measures.amount import Amount, AmountError, amount_at
from rheum.core.measures.units import DAYS_PER, MINUTES_PER, kind_of, mm_per
from rheum.core.measures.words import FRACTIONS, UNITS, Token, number_at

Measure = Literal[
    "minutes", "days", "length", "volume", "mass", "count", "celsius", "fahrenheit", "degrees", "percent", "number", "jars", "altitude"
]


class Figure(NamedTuple):
    """A number in a sentence: its low and high end, what it measures (minutes, days, mm, °C …), the unit as read for an amount."""

    low: float
    high: float
    measure: Measure
    amount: Amount | None
    at: int


def figures_of(found: tuple[Token, ...], grammar: Groups) -> list[Figure]:
    """All figures of some tokens, in their order."""
    figures, at = [], 0
    while at < len(found):
        read = figure_at(found, at, grammar) if is_number(found, at) else None
        at = max(read[1], at + 1) if read else at + 1
        if read:
            figures.append(read[0])
    return figures


def is_number(found: tuple[Token, ...], at: int) -> bool:
    word = found[at]
    if word.kind == "number":
        return True
    if word.low in UNITS:
        return word.low != "one" or _measured(found, at)
    if word.low in ("a", "an", "half", "dozen"):
        return _measured(found, at)
    return word.low in FRACTIONS and number_at(found, at) is not None


def _measured(found: tuple[Token, ...], at: int) -> bool:
    """Whether “a”, “half” or “one” stands before a measure or a time: “half an inch”, “a minute”, “a dozen”."""
    try:
        read = amount_at(found, at)
    except AmountError:
        return False
    if read is None:
        return False
    behind = low_at(found, read.to + (low_at(found, read.to) == "-"))
    if read.amount.unit != "each":
        return read.amount.unit not in ("head", "piece") or True
    return behind in MINUTES_PER or behind in DAYS_PER or read.amount.high > 1


def low_at(found: tuple[Token, ...], at: int) -> str:
    return found[at].low if 0 <= at < len(found) else ""


def figure_at(found: tuple[Token, ...], at: int, grammar: Groups) -> tuple[Figure, int] | None:
    """The figure that begins at a token, and the token behind it; “an inch or two” is one of twice as much at most. None where none does."""
    read = _figure_at(found, at, grammar)
    if read is None or low_at(found, read[1]) != "or" or low_at(found, at) not in ("a", "an", "one"):
        return read
    figure, end = read
    if low_at(found, end + 1) == "two" and figure.low == figure.high and figure.measure != "number":
        amount = figure.amount and replace(figure.amount, high=figure.amount.high * 2)
        return figure._replace(high=figure.high * 2, amount=amount), end + 2
    return read


def _figure_at(found: tuple[Token, ...], at: int, grammar: Groups) -> tuple[Figure, int] | None:
    try:
        read = amount_at(found, at)
    except AmountError:
        end = at + 1
        if low_at(found, end) in ("-", "–", "to") and end + 1 < len(found) and found[end + 1].kind == "number" and found[at].text == "0":
            return _figure_at(found, end + 1, grammar)  # “0 to 1,000 feet”
        return Figure(0, 0, "number", None, at), end
    if read is None:
        return None
    amount, to = read
    if amount.unit == "each" and _of_jars(found, to, grammar):
        return Figure(amount.low, amount.high, "jars", None, at), to
    if amount.unit == "each" and (packed := _packages(found, to, grammar)) is not None:
        each, end = packed
        amount = replace(each, low=each.low * amount.low, high=each.high * amount.high)
        return Figure(amount.low, amount.high, "volume" if kind_of(amount.unit) == "volume" else "mass", amount, at), end
    step = to + (low_at(found, to) == "-")
    behind = low_at(found, step)
    if amount.unit == "each" and behind in grammar["more-minutes"] and low_at(found, step + 1) in MINUTES_PER:
        step += 1  # “5 more minutes”
        behind = low_at(found, step)
    if amount.unit == "each" and _at_a_height(found, step, grammar) and amount.low >= _LEAST_TIME and _timed_before(found, at, grammar):
        return Figure(amount.low, amount.high, "minutes", None, at), to  # “15 minutes at sea level, 20 above 1,000 ft”
    if (
        amount.unit == "each"
        and low_at(found, at - 1) in ("another", "maybe", "perhaps")
        and _timed_before(found, at, grammar)
        and behind in ("", ".", ",", "and")
    ):
        return Figure(amount.low, amount.high, "minutes", None, at), to  # “simmer 20 minutes, then let stand another 20”
    if (
        amount.unit == "each"
        and low_at(found, at - 1) in ("simmer", "boil", "process")
        and to >= len(found) - 1
        and (_timed_before(found, at, grammar) or low_at(found, at - 1) == "process")
    ):
        return Figure(amount.low, amount.high, "minutes", None, at), to  # “boil three minutes, add the carrots, simmer ten”
    if amount.unit == "each" and amount.low >= _LEAST_TIME and _time_of_jars(found, at, to, grammar):
        return Figure(amount.low, amount.high, "minutes", None, at), to  # “10 minutes for pints, 15 for quarts”
    oven = low_at(found, at - 1 - (low_at(found, at - 1) in "(@" and at > 1)) == "oven"
    if (
        amount.unit == "each"
        and oven
        and behind not in grammar["temperature"]
        and behind not in ("c", "f")
        and _OVEN[0] <= amount.low <= _OVEN[1]
    ):
        return Figure(amount.low, amount.high, "degrees", None, at), to  # “in a hot oven (400)”
    if amount.unit == "each" and amount.high >= _A_HEIGHT and any(word.low in grammar["of-a-height"] for word in found):
        return Figure(amount.low, amount.high, "altitude", None, at), to  # “20 minutes at 1,001-6,000”, of feet said before
    if amount.unit == "each" or (amount.unit in ("l", "g") and behind in MINUTES_PER):
        if behind in MINUTES_PER and (behind not in ("s", "h") or found[at].kind == "number"):
            per = MINUTES_PER[behind]
            end = step + 1
            if (
                low_at(found, end) == "."
                and behind in grammar["shortened-time"]
                and end + 1 < len(found)
                and not found[end + 1].text[:1].isupper()
            ):
                end += 1
            if low_at(found, end) in ("and", "&") and low_at(found, end + 1) in ("a", "one") and low_at(found, end + 2) == "half":
                return Figure((amount.low + 0.5) * per, (amount.high + 0.5) * per, "minutes", None, at), end + 3
            return Figure(amount.low * per, amount.high * per, "minutes", None, at), end
        if behind in grammar["height"] and (amount.high >= 100 or behind not in ("feet", "foot")):
            per_m = 1.0 if behind in ("feet", "ft", "foot") else 1 / M_PER_FT
            return Figure(amount.low * per_m, amount.high * per_m, "altitude", None, at), step + 1
        if behind in DAYS_PER:
            return Figure(amount.low * DAYS_PER[behind], amount.high * DAYS_PER[behind], "days", None, at), step + 1
        if behind in ("'", "′") and found[at].kind == "number" and amount.high < 100 and low_at(found, step + 1) not in ("'", "′"):
            return Figure(amount.low, amount.high, "minutes", None, at), step + 1
        if behind in grammar["temperature"]:
            after = low_at(found, step + 1)
            scale: Measure = "celsius" if after in ("c", "celsius") else "fahrenheit" if after in ("f", "fahrenheit") else "degrees"
            return Figure(amount.low, amount.high, scale, None, at), step + (1 if scale == "degrees" else 2)
        if behind in ("c", "f") and amount.high >= 30:
            return Figure(amount.low, amount.high, "celsius" if behind == "c" else "fahrenheit", None, at), step + 1
        if behind in ("%", "percent") or (behind == "per" and low_at(found, step + 1) == "cent"):
            return Figure(amount.low, amount.high, "percent", None, at), step + (1 if behind != "per" else 2)
        return Figure(amount.low, amount.high, "number", amount, at), to
    if amount.unit == "cup" and any(token.text in ("c", "C") for token in found[at:to]) and amount.high >= 30:
        return Figure(amount.low, amount.high, "celsius", None, at), to
    kind = kind_of(amount.unit)
    if kind in ("volume", "mass") and found[to - 1].low in grammar["jar-or-bottle"]:
        return Figure(amount.low, amount.high, "jars", amount, at), to
    if kind == "length":
        per = mm_per(amount.unit)
        return Figure(amount.low * per, amount.high * per, "length", amount, at), to
    if amount.unit == "gallon" and found[to - 1].low == "gallons" and low_at(found, at) == "half" and behind != "of":
        return Figure(amount.low, amount.high, "jars", amount, at), to  # “the half-gallons”
    if kind in ("volume", "mass") and (
        behind in grammar["jar-or-bottle"] or (amount.unit in ("pint", "quart") and behind in ("canning", "preserving", "mason"))
    ):
        return Figure(amount.low, amount.high, "jars", amount, at), to
    if kind in ("volume", "mass") and behind in grammar["ware"]:
        return Figure(amount.low, amount.high, "jars", None, at), step
    each_of = behind == "each" and low_at(found, step + 1) == "of"  # “a quart each of vinegar and water”
    if (
        amount.unit in ("pint", "quart")
        and behind not in ("of",)
        and not each_of
        and low_at(found, step) not in grammar["not-a-jar-before"]
    ):
        return Figure(amount.low, amount.high, "jars", amount, at), to
    return Figure(amount.low, amount.high, "volume" if kind == "volume" else "mass" if kind == "mass" else "count", amount, at), to


_NEAR: Final = 9  # words


def _at_a_height(found: tuple[Token, ...], at: int, grammar: Groups) -> bool:
    """Whether a bare figure before a word is the time at a height: “20 above 1,000 ft”, “20 if you live between …”, “25 above.”"""
    low, behind = low_at(found, at), found[at + 1] if at + 1 < len(found) else None
    if low in ("above", "over", "below", "at"):
        return behind is None or behind.kind == "number" or behind.low == "that" or behind.text in ".,;)"
    if low in ("between", "from"):
        return behind is not None and behind.kind == "number" and any(word.low in grammar["of-a-height"] for word in found[at:])
    return low == "if" and any(word.low in grammar["of-a-height"] for word in found[at : at + _NEAR])


def _packages(found: tuple[Token, ...], at: int, grammar: Groups) -> tuple[Amount, int] | None:
    """What one of several packages holds, and where it ends: “six | 10-ounce frozen packages”."""
    bracket = low_at(found, at) == "("
    try:
        read = amount_at(found, at + bracket) if at + bracket < len(found) and found[at + bracket].kind == "number" else None
    except AmountError:
        return None
    if read is None or kind_of(read.amount.unit) not in ("mass", "volume"):
        return None
    return (read.amount, read.to + bracket) if grammar["package"] & {word.low for word in found[read.to : read.to + 4]} else None


_OVEN: Final = (150, 550)  # degrees that an oven may be set to
_LEAST_TIME: Final = 5
_A_HEIGHT: Final = 1000


def _timed_before(found: tuple[Token, ...], at: int, grammar: Groups) -> bool:
    """Whether minutes stood before in the same sentence, so that a bare figure behind them is another of them."""
    for index in range(at - 1, -1, -1):
        if found[index].text in ".;!?" and low_at(found, index - 1) not in grammar["shortened-time"]:
            return False
        if found[index].low in ("minutes", "min", "mins", "hours", "hour", "hrs"):
            return True
    return False


def _time_of_jars(found: tuple[Token, ...], at: int, to: int, grammar: Groups) -> bool:
    """Whether a bare figure is one of several times of a sentence, each of its own jars: “pints 10, quarts 15 minutes”."""
    if low_at(found, to) == "for" and low_at(found, to + 1) in grammar["jar-size"]:
        return _timed_before(found, at, grammar)
    if low_at(found, to) == "(" and low_at(found, to + 1) in grammar["jar-size"]:
        return any(word.low in ("minutes", "min", "mins") for word in found)
    before = at - 1
    while low_at(found, before) in (":", "-", "–", "for"):
        before -= 1
    if low_at(found, before) not in ("pints", "quarts"):
        return False
    if low_at(found, to) not in (",", "and", ";", "&", "/", "or"):
        return to >= len(found) - 1 and (_timed_before(found, at, grammar) or any(word.low == "process" for word in found[:at]))
    return any(word.low in ("minutes", "min", "mins", "process") for word in found)


def _of_jars(found: tuple[Token, ...], at: int, grammar: Groups) -> bool:
    """Whether a number counts jars: “9 hot half-pint jars”, “two pints”."""
    for step in range(at, min(at + 7, len(found))):
        low = found[step].low
        if low in grammar["counted-with-jars"]:
            return True
        if low not in grammar["before-jars"] and found[step].kind != "number":
            return low in ("pint", "quart") and False
    return False
