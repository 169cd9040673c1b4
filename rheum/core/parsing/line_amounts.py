"""The amounts of an ingredient line: the first, the same said again, and every other figure accounted for."""

from __future__ import annotations

from itertools import pairwise
from typing import Final, NamedTuple

from rheum.core.facts.lexicon import LineWords
from rheum.core.measures.amount import CONTAINERS, Amount, AmountError, amount_at, together
from rheum.core.measures.units import DAYS_PER, MINUTES_PER, kind_of
from rheum.core.measures.words import FRACTIONS, UNITS, NumberError, Token, number_at
from rheum.core.parsing.unread import LineUnread

_INTO: Final = frozenset({"into", "in"})
_TWO: Final = "This line holds two amounts. Give each a line of its own."


class Amounts(NamedTuple):
    """What a line says of how much: the amount, the same in another measure, and where the amount begins and ends among the tokens."""

    first: Amount | None
    other: Amount | None
    begins: int
    to: int
    about: bool = False
    # How many that is, said in brackets (“2 cups chopped onion (3 medium)”), and the words that stand behind the figure.
    counted: Amount | None = None
    counts: tuple[int, ...] = ()
    # A share of it by the jar stands in brackets behind it.
    shared: Amount | None = None


def _low(found: tuple[Token, ...], at: int) -> str:
    return found[at].low if 0 <= at < len(found) else ""


def _is_number(found: tuple[Token, ...], at: int, head: bool, line: LineWords) -> bool:
    """Whether a token is meant as a number: a figure, a number word, and “a” or “half” only where an amount begins or a measure follows."""
    word = found[at]
    if word.kind == "number":
        return True
    if word.kind != "word" or (word.low not in UNITS and word.low not in line.group["a-count"]):
        return False
    if word.low in UNITS or word.low == "dozen":
        return word.low != "one" or head or _measured(found, at)
    return head or _measured(found, at)


def _measured(found: tuple[Token, ...], at: int) -> bool:
    """Whether “a”, “an”, “half” or “one” stands before a measure: “a pound”, “half a cup”, “a dozen”."""
    try:
        read = amount_at(found, at)
    except AmountError:
        return False
    if read is None:
        return False
    return read.amount.unit not in ("each", "in", "head", "slice", "leaf") or read.amount.low > 1 or _low(found, at + 1) in FRACTIONS


def amounts_of(found: tuple[Token, ...], spent: list[bool], text: str, line: LineWords) -> Amounts:  # noqa: PLR0915 - one pass over the words
    """The amounts of a line; their tokens are marked as spent. LineUnread where a figure is left over, AmountError where one cannot be meant."""
    if found and found[0].text in ("-", "–") and len(found) > 1 and found[1].kind == "number":
        raise AmountError("An amount cannot be below zero. If the dash is a list mark, leave it out.")
    first = other = counted = None
    counts: tuple[int, ...] = ()
    about = False
    shared: Amount | None = None
    begins = to = -1
    at, depth, head = 0, 0, True
    while at < len(found):
        word = found[at]
        depth += (word.text in "([") - (word.text in ")]")
        if spent[at] or not _is_number(found, at, head, line):
            head = head and (spent[at] or word.low in line.group["before-an-amount"]) and word.text != ")"
            at += 1
            continue
        read = _sized_or_amount(found, spent, at)
        if read is None:
            at = _past_size(found, spent, at)
            head = False
            continue
        amount, end = read
        jarred = _low(found, end + 1) in line.group["this-jar"] and _low(found, end + 2) in ("jar", "pint", "quart")
        if jarred and (_low(found, end) == "to" or (_low(found, end) in ("for", "in") and first is not None)):
            spent[at : end + 3] = [True] * (end + 3 - at)  # “3 cloves, 1 to a quart”
            at, head = end + 3, False
            continue
        if depth > 0 and first is not None and _for_each_jar(found, end, line):
            spent[at:end], shared = [True] * (end - at), amount
            while end < len(found) and found[end].text not in ")]":
                spent[end] = True
                end += 1
            at, head = end, False
            continue
        if depth > 0 and first is not None and (_of_so_many_jars(amount, first, found, end) or _of_each(amount, found, at, line)):
            spent[at:end] = [True] * (end - at)  # “1 Tbsp mustard seed (6 pints)”
            at, head = end, False
            continue
        if amount.unit == "ear" and first is not None and _low(found, at - 1) in ("from", "about", "off") and not depth:
            spent[at:end] = [True] * (end - at)  # “cut from about 18 ears”
            at, head = end, False
            continue
        if amount.unit == "each" and (timed := _timed(found, end)):
            spent[at:timed] = [True] * (timed - at)
            at, head = timed, False
            continue
        if kind_of(amount.unit) == "length" and not (first is None and head):
            if _low(found, end) == "or" and _low(found, end + 1) in line.group["smaller"]:
                end += 2
            spent[at:end] = [True] * (end - at)
        elif first is None and (head or _trails(found, at)):
            first, begins, to = amount, at, end
            spent[at:end] = [True] * (end - at)
            while (more := _summed(found, spent, to, first, line=line)) is not None:
                spent[to : more[1]] = [True] * (more[1] - to)
                first, to = more[0], more[1]
            end = to
        elif first is not None and (grown := _added(found, at, end, first, line=line)) is not None:
            first = grown[0]
            end = grown[1]
            spent[at:end] = [True] * (end - at)
            spent[at - 1] = True
        elif first is not None and kind_of(first.unit) == "count" and _low(found, end) in ("to", "per", "each", "apiece", "a", "every"):
            raise LineUnread(_TWO)  # “4 bunches, about 2 lb to the bunch”
        elif first is not None and _again(found, at, depth, line) and kind_of(amount.unit) in ("volume", "mass"):
            about = about or (other is None and _about(found, at, line))
            other = other or amount
            spent[at:end] = [True] * (end - at)
            if _low(found, at - 1) in line.group["said-again"]:
                spent[at - 1] = True
        elif depth > 0 and first is not None and kind_of(amount.unit) == "count" and kind_of(first.unit) != "count" and _counts(found, end):
            counted, counts = amount, _words_behind(found, end)
            spent[at:end] = [True] * (end - at)
            for index in counts:
                spent[index] = spent[index] or found[index].low.removesuffix("s") in CONTAINERS  # “24 oz (2 bags)”
        elif first is not None and first.unit in ("bunch", "handful") and _low(found, at - 1) == "," and kind_of(amount.unit) == "count":
            first = amount  # “a big bunch of dill, 8 heads”
            spent[at:end] = [True] * (end - at)
        elif _low(found, at - 1) in _INTO and amount.unit in ("each", "slice") and word.kind == "number":
            spent[at:end] = [True] * (end - at)  # “cut into 4”
        else:
            raise LineUnread(
                _TWO
                if kind_of(amount.unit) in ("volume", "mass")
                else f"What “{text_of(found, at, end)}” means here was not understood. Write one amount, then what it is of."
            )
        at, head = end, False
    return Amounts(first, other, begins, to, about, counted, counts, shared)


def _of_each(amount: Amount, found: tuple[Token, ...], at: int, line: LineWords) -> bool:
    """Whether a bare number in a bracket of its own tells how many jars get so much: “1 head fresh dill per pint (8)”."""
    alone = amount.unit == "each" and _low(found, at - 1) == "(" and _low(found, at + 1) == ")"
    return alone and any(one.low in line.group["each"] and two.low in line.group["jar-said"] for one, two in pairwise(found[:at]))


def _of_so_many_jars(amount: Amount, first: Amount, found: tuple[Token, ...], end: int) -> bool:
    """Whether pints or quarts at the end of a bracket count the jars, because so little was measured before it."""
    small = kind_of(first.unit) == "count" or first.unit in ("tsp", "tbsp", "pinch", "dash")
    return small and amount.unit in ("pint", "quart") and found[end - 1].low in ("pints", "quarts") and _low(found, end) == ")"


def _for_each_jar(found: tuple[Token, ...], at: int, line: LineWords) -> bool:
    """Whether a share in brackets is told by the jar: “3 tbsp mustard seed (1 tsp per pint jar)”; the whole amount stands before it."""
    behind = [word.low for word in found[at : at + 6]]
    stop = next((index for index, low in enumerate(behind) if low in (")", "]", ",")), len(behind))
    said = behind[:stop]
    return (bool({"per", "each"} & set(said)) and bool(line.group["jar-said"] & set(said))) or said[:2] in (
        ["to", "a"],
        ["a", "jar"],
    )


def _timed(found: tuple[Token, ...], at: int) -> int | None:
    """Where a time ends whose number ends at a token: “boiled 25-30 min”, “5-minute”."""
    step = at + (_low(found, at) == "-")
    return step + 1 if _low(found, step) in MINUTES_PER or _low(found, step) in DAYS_PER else None


def _about(found: tuple[Token, ...], at: int, line: LineWords) -> bool:
    return _low(found, at - 1) in line.group["nearly"]


def text_of(found: tuple[Token, ...], at: int, to: int) -> str:
    """The words of some tokens as they stand."""
    return " ".join(word.text for word in found[at:to])


def _sized_or_amount(found: tuple[Token, ...], spent: list[bool], at: int) -> tuple[Amount, int] | None:
    read = amount_at(found, at)
    return (read.amount, read.to) if read else None


def _past_size(found: tuple[Token, ...], spent: list[bool], at: int) -> int:
    return at + 1


def _trails(found: tuple[Token, ...], at: int) -> bool:
    """Whether an amount stands behind its food: “salt, 2 tsp”, “white vinegar: 500 ml”, “Okra, small: 7 lb”."""
    before = at - 1
    while _low(found, before) in ("about", "approx", "~", "."):
        before -= 1
    if _low(found, before) == "(" and before > 0:
        return True  # “Carrots (2 3/4 pounds, peeled weight)”
    return _low(found, before) in (",", ":", "-", "–", "—", "=") or found[before].text == "|"


def _summed(found: tuple[Token, ...], spent: list[bool], at: int, first: Amount, *, line: LineWords) -> tuple[Amount, int] | None:
    """“1 cup plus 2 tbsp”: the second added to the first."""
    if (
        _low(found, at) not in line.group["sum"]
        or at + 1 >= len(found)
        or (found[at + 1].kind != "number" and _low(found, at) == "and" and not _measured(found, at + 1))
    ):
        return None
    more = amount_at(found, at + 1)
    if more is None:
        return None
    added = together(first, more.amount)
    return (added, more.to) if added is not None and kind_of(first.unit) != "count" else None


def _added(found: tuple[Token, ...], at: int, to: int, first: Amount, *, line: LineWords) -> tuple[Amount, int] | None:
    """“1/2 cup salt, plus 2 tbsp more”: added to the first where nothing else is said of it."""
    if _low(found, at - 1) not in line.group["sum"]:
        return None
    more = amount_at(found, at)
    end = to
    while _low(found, end) in line.group["more-behind"]:
        end += 1
    if more is None or (end < len(found) and found[end].text not in ",;)("):
        return None
    added = together(first, more.amount)
    return (added, end) if added is not None else None


def _again(found: tuple[Token, ...], at: int, depth: int, line: LineWords) -> bool:
    """Whether an amount is the same one said again: in brackets, or behind “about”, “or”, “/”."""
    before = at - 1
    while _low(found, before) == ".":
        before -= 1
    if _low(found, before) in line.group["sum"]:
        return False
    return depth > 0 or _low(found, before) in line.group["said-again"]


def _counts(found: tuple[Token, ...], at: int) -> bool:
    """Whether nothing but what is counted stands behind a count in brackets: “(about 6 medium)”, “(16 to 20 ears)”."""
    end = at
    while end < len(found) and found[end].text not in ")]":
        if found[end].kind != "word" and found[end].text != "-":
            return found[end].text in ",;"
        end += 1
    return sum(word.kind == "word" for word in found[at:end]) <= 4


def _words_behind(found: tuple[Token, ...], at: int) -> tuple[int, ...]:
    """Where the words between a figure in brackets and their end stand."""
    end = next((index for index in range(at, len(found)) if found[index].text in ")]"), len(found))
    return tuple(index for index in range(at, end) if found[index].kind == "word")


def numbers_left(found: tuple[Token, ...], spent: list[bool]) -> str | None:
    """The first figure that nothing has understood."""
    for at, word in enumerate(found):
        if not spent[at] and word.kind == "number":
            return word.text
        if not spent[at] and word.low in UNITS and word.low != "one":
            return word.text
    return None


def number_or_none(found: tuple[Token, ...], at: int) -> float | None:
    """The number at a token, or None where there is none that can be meant."""
    try:
        read = number_at(found, at)
    except NumberError:
        return None
    return read.value if read else None
