"""Food that hides in a line that stands aside: an amount in a kitchen's measure and something that could be eaten beside it, or so much of
something without a figure."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from rheum.core.facts.ingredients import Catalogue, stem, words_of
from rheum.core.measures.amount import Amount, AmountError, amount_at
from rheum.core.measures.units import kind_of, unit_named
from rheum.core.measures.words import UNITS, Token, settled, tokens
from rheum.core.parsing.headings import lows_of
from rheum.core.parsing.listed import Listed
from rheum.core.parsing.look import Look

_LONGEST: Final = 12  # words: what is longer is a sentence, and is heard as one


def food_with_amount(text: str, catalogue: Catalogue, before: bool = False) -> str | None:
    """The food that a line about the yield gives an amount of, other than so many jars of it; `before`: or that stands before its amount."""
    found = tokens(settled(text))
    for at, word in enumerate(found):
        if word.kind != "number":
            continue
        try:
            read = amount_at(found, at)
        except AmountError:
            continue
        if (
            read is None
            or read.amount.unit in ("each", "pint", "quart")
            or kind_of(read.amount.unit) not in ("volume", "mass")
            or any(item.low in ("jar", "jars") for item in found[at : read.to + 2])
        ):
            continue
        beside = (*found[max(0, at - 3) : at], *found[read.to : read.to + 4]) if before else found[read.to : read.to + 4]
        named = catalogue.within(tuple(one for item in beside if item.kind == "word" for one in words_of(item.text)))
        if named:
            return named[0].ingredient.name
    return None


def hidden_food(text: str, listed: Listed, catalogue: Catalogue) -> str | None:
    """The food that no line lists and of which a short line gives a weight or a volume, in whatever order; None where it gives none, or
    tells something in a sentence."""
    found = tokens(settled(text[:300]))
    words = [word for word in found if word.kind == "word"]
    if len(words) > _LONGEST or catalogue.grammar["tells-of"] & {word.low for word in words}:
        return None
    spent = {at for begins, ends in _amounts(found) for at in range(begins, ends)}
    if not spent:
        return None
    left = [word for at, word in enumerate(found) if word.kind == "word" and at not in spent and unit_named(word.text) is None]
    for match in catalogue.within(tuple(one for word in left for one in words_of(word.text))):
        if match.ingredient.role.food and not listed.has(match.ingredient):
            return match.ingredient.name
    return next((word.low for word in left if eaten(word.low, listed, catalogue)), None)


def _amounts(found: tuple[Token, ...]) -> Iterator[tuple[int, int]]:
    """Where weights and volumes of something begin and end; sizes of jars and pots are none."""
    at = 0
    while at < len(found):
        read = _amount(found, at)
        if read is not None and kind_of(read[0].unit) in ("volume", "mass"):
            behind = found[read[1]].low if read[1] < len(found) else ""
            if read[0].unit not in ("pint", "quart", "gallon") or behind == "of":
                yield at, read[1]
        at = read[1] if read is not None else at + 1


def _amount(found: tuple[Token, ...], at: int) -> tuple[Amount, int] | None:
    word = found[at]
    if word.kind != "number" and word.low not in UNITS and word.low not in ("a", "an", "half"):
        return None
    try:
        read = amount_at(found, at)
    except AmountError:
        return None
    return (read.amount, read.to) if read is not None else None


def eaten(low: str, listed: Listed, catalogue: Catalogue) -> bool:
    """Whether a word may be a food by the open lists, and is neither in the list nor a word of headings and equipment."""
    vocabulary, line, blocks = catalogue.lexicon.vocabulary, catalogue.lexicon.line, catalogue.lexicon.blocks
    if "food" not in (vocabulary.sort(stem(low)), vocabulary.sort(low)) or listed.says(low) or listed.says(stem(low)):
        return False
    passed = low in line.plain or stem(low) in line.plain or low in line.group["function"] or low in line.group["equipment"]
    return not passed and not any(low in words for words in blocks.heading.values()) and low not in blocks.nutrition | blocks.rating


def bare_food(look: Look, text: str, catalogue: Catalogue) -> bool:
    """Whether a line is nothing but the name of something that could be eaten, without an amount."""
    lows = lows_of(text)
    if not lows or len(lows) > _FEW_WORDS or look.sentence or look.imperative or look.furniture or ":" in text:
        return False
    vocabulary = catalogue.lexicon.vocabulary
    return lows[-1] in catalogue.lexicon.blocks.group["any-food"] or "food" in (vocabulary.sort(stem(lows[-1])), vocabulary.sort(lows[-1]))


_FEW_WORDS: Final = 4
_BESIDES: Final = (("as", "well"), ("per", "jar"), ("each", "jar"), ("every", "jar"), ("the", "gaps"), ("to", "fill"), ("per", "pint"), ("each", "pint"), ("too",))  # fmt: skip
_LONGEST_SO_MUCH: Final = 9


def some_of_it(look: Look, text: str, catalogue: Catalogue) -> bool:
    """“some croissants as well”, “a layer of creme brulee”: so much of something that could be eaten, or of what nobody knows."""
    lows = lows_of(text)
    if (
        only_tells(text, catalogue)
        or not 1 < len(lows) <= _LONGEST_SO_MUCH
        or look.sentence
        or look.imperative
        or look.furniture
        or ":" in text
    ):
        return False
    said = lows[0] in catalogue.lexicon.blocks.group["so-much"] or any(
        tuple(lows[at : at + len(run)]) == run for run in _BESIDES for at in range(1, len(lows))
    )
    vocabulary = catalogue.lexicon.vocabulary
    known = catalogue.lexicon.blocks.heading
    heading = frozenset(word for words in known.values() for word in words)
    could = any(
        {"food", "unknown"} & {vocabulary.sort(stem(low)), vocabulary.sort(low)} and low not in heading and low.isalpha() and len(low) > 1
        for low in lows
    )
    return said and could


def only_tells(text: str, catalogue: Catalogue) -> bool:
    """“(works for sprouts too)”: it begins with what something does, and nobody puts anything in."""
    lows = lows_of(text)
    return bool(lows) and catalogue.lexicon.method.acts.get(lows[0]) == ("tell", "s")
