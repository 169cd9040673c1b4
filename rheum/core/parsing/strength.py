"""The strength of a vinegar as a line writes it: per cents, grains, a blend of two."""

from __future__ import annotations

from typing import Final

from rheum.core.facts.lexicon import LineWords
from rheum.core.measures.acidity import blend_strength
from rheum.core.measures.words import NumberError, Token, number_at
from rheum.core.parsing.unread import LineUnread

_MOST_PERCENT: Final = 100.0
_AT_LEAST: Final = ("at", "least"), ("minimum",), ("min",), ("about",), ("or", "more"), ("or", "above"), ("of",), ("with",)
_UPTO: Final = frozenset({"-", "–", "—", "to", "or"})


def _low(found: tuple[Token, ...], at: int) -> str:
    return found[at].low if 0 <= at < len(found) else ""


def _percent_behind(found: tuple[Token, ...], at: int) -> int:
    """Where a per cent sign ends that stands at a token; `at` where none does."""
    at += _low(found, at) == "-" and _low(found, at + 1) in ("percent", "per")  # “five-percent vinegar”
    if _low(found, at) in ("%", "percent"):
        return at + 1
    return at + 2 if _low(found, at) == "per" and _low(found, at + 1) == "cent" else at


def strengths(found: tuple[Token, ...], spent: list[bool], line: LineWords) -> float | None:
    """The per cent of acid that a line gives, the low end where it gives several; the words that say it are marked as spent.
    LineUnread for a figure that no vinegar has."""
    figures: list[float] = []
    blend = _blend(found, spent)
    if blend is not None:
        figures.append(blend)
    at = 0 if any(word.low in line.group["strength-unit"] for word in found) else len(found)
    while at < len(found):
        try:
            first = number_at(found, at) if not spent[at] and _low(found, at) not in ("a", "an", "half") else None
        except NumberError as error:
            raise LineUnread(str(error)) from None
        if first is None:
            at += 1
            continue
        values, to = [first.value], first.to
        to = _percent_behind(found, to)
        if _low(found, to) in _UPTO and (second := _number(found, to + 1)) and _percent_behind(found, second[1]) > second[1]:
            values.append(second[0])
            to = second[1]
        end = _percent_behind(found, to)
        grain = _low(found, to + (_low(found, to) == "-")) == "grain"
        if grain:
            end, values = to + (_low(found, to) == "-") + 1, [first.value / 10]
        if end == first.to:
            at = first.to
            continue
        if max(values) > _MOST_PERCENT:
            raise LineUnread(f"No vinegar is {max(values):.3g} per cent acid. Look at the label, and write its figure.")
        figures += values
        begins = at
        for words in _AT_LEAST:
            if tuple(_low(found, index) for index in range(begins - len(words), begins)) == words:
                begins -= len(words)
                break
        while _low(found, end) in line.group["of-acid"]:
            end += 1
        spent[begins:end] = [True] * (end - begins)
        at = end
    return min(figures) if figures else None


def _number(found: tuple[Token, ...], at: int) -> tuple[float, int] | None:
    try:
        read = number_at(found, at)
    except NumberError:
        return None
    return (read.value, read.to) if read else None


def _blend(found: tuple[Token, ...], spent: list[bool]) -> float | None:
    """“blended: 1 part 7% and 2 parts 4%”: one line for a blend, its strength worked out and never taken on trust."""
    begins = next((at for at in range(len(found)) if _low(found, at) in ("blend", "blended")), None)
    if begins is None:
        return None
    parts: list[tuple[float, float]] = []
    at = begins + 1
    while _low(found, at) in (":", "of", "from"):
        at += 1
    while (share := _number(found, at)) and _low(found, share[1]) in ("part", "parts"):
        step = share[1] + 1
        step += _low(found, step) == "of"
        strength = _number(found, step)
        if strength is None or _percent_behind(found, strength[1]) == strength[1]:
            return None
        if share[0] <= 0:
            raise LineUnread("A blend needs more than nothing of each vinegar. Write its parts again.")
        parts.append((share[0], strength[0]))
        at = _percent_behind(found, strength[1])
        if _low(found, at) not in ("and", "with", "to", "+"):
            break
        at += 1
    if len(parts) < 2:
        return None
    spent[begins:at] = [True] * (at - begins)
    return blend_strength(parts)
