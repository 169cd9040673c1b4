"""The method on a page, which nobody follows: its sentences are kept, and heard for what a careful reader would stop at. What is not understood of it
is nothing; prose never earns."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from functools import lru_cache
from typing import Final

from rheum.core.facts.ingredients import Catalogue, words_of
from rheum.core.facts.method_words import MethodRow, MethodWords, Phrase, Phrases
from rheum.core.measures.words import settled, tokens
from rheum.core.recipe.listed import Listed
from rheum.core.recipe.recipe import Heard

_REFUSED_WITHIN: Final = 5  # tokens between a refusal and what it refuses
_LONGEST: Final = 1500  # letters of a sentence that are heard; what stands behind is kept all the same
_FOOD_ROLES: Final = frozenset({"produce", "fat", "thickener", "alkali"})
_NO_MATTER: Final = frozenset({"herb-fresh", "herb", "spice"})
_KINDS_OF_FOOD: Final = frozenset({"dairy", "meat", "starch", "nut", "concentrate"})


def lows_of_sentence(sentence: str) -> tuple[str, ...]:
    """The words and figures of a sentence in small letters, without its marks."""
    return tuple(word.low for word in tokens(settled(sentence[:_LONGEST])) if word.kind != "mark")


def _places(lows: Sequence[str], words: MethodWords) -> dict[Phrase, list[int]]:
    """Where each known phrase begins."""
    found: dict[Phrase, list[int]] = {}
    for at, low in enumerate(lows):
        for phrase in words.by_first.get(low, ()):
            if tuple(lows[at : at + len(phrase)]) == phrase:
                found.setdefault(phrase, []).append(at)
    return found


def _of(held: Phrases, places: dict[Phrase, list[int]]) -> list[tuple[int, int]]:
    return [(at, at + len(phrase)) for phrase in places.keys() & held for at in places[phrase]]


def _met(row: MethodRow, places: dict[Phrase, list[int]], refusals: Sequence[int]) -> bool:
    if row.unless and not row.unless.isdisjoint(places.keys()):
        return False
    sets = [_of(held, places) for held in row.words]
    if not all(sets):
        return False
    for begin, end in sets[0]:
        near = [[spot for spot in spots if _apart(spot, (begin, end)) <= row.near and _distinct(spot, (begin, end))] for spots in sets[1:]]
        if not all(near):
            continue
        changes = [spot for spots in near for spot in spots] or [(begin, end)]
        if row.refused or not any(0 < at - no <= _REFUSED_WITHIN for at, _ in changes for no in refusals):
            return True
    return False


def _apart(one: tuple[int, int], other: tuple[int, int]) -> int:
    return max(one[0] - other[1], other[0] - one[1], 0)


def _distinct(one: tuple[int, int], other: tuple[int, int]) -> bool:
    return one[0] >= other[1] or other[0] >= one[1]


@lru_cache(maxsize=8192)
def kinds_heard(sentence: str, words: MethodWords) -> tuple[str, ...]:
    """What a sentence says against the tested way, by the rows alone, in their order; a question says nothing."""
    if sentence.rstrip().endswith("?"):
        return ()
    places = _places(lows_of_sentence(sentence), words)
    refusals = [at for at, _ in _of(words.group["refusing"], places)]
    return tuple(dict.fromkeys(row.kind for row in words.rows if _met(row, places, refusals)))


def _unlisted(sentence: str, listed: Listed, catalogue: Catalogue) -> tuple[str, ...] | None:
    """The foods by id that a sentence puts in and no line lists; none by id where it is only a word of a food; None where it puts in nothing of the
    kind: what it is served with, spices and herbs, and what a question asks."""
    words = catalogue.lexicon.method
    lows = lows_of_sentence(sentence)
    places = _places(lows, words)
    if sentence.rstrip().endswith("?") or _of(words.group["table"], places) or not _of(words.group["put"], places):
        return None
    refusals = [at for at, _ in _of(words.group["refusing"], places)]
    if refusals and not set(lows) & {"replace", "swap", "substitute", "instead"}:
        return None
    found = []
    for match in catalogue.within(tuple(one for low in lows for one in words_of(low))):
        food = match.ingredient
        counts = (food.role.role in _FOOD_ROLES or food.klass in _KINDS_OF_FOOD) and food.klass not in _NO_MATTER
        if counts and not listed.has(food) and not listed.names(food.name, food) and not listed.may_take(food):
            found.append(food.id)
    if found:
        return tuple(dict.fromkeys(found))
    strange = (" ".join(phrase) for phrase in places.keys() & words.group["strange"])
    if any(not listed.says(words_of(one)[0]) for one in strange):
        return ()
    return None


def heard_in(sentences: Iterable[tuple[int, str]], listed: Listed, catalogue: Catalogue) -> tuple[Heard, ...]:
    """What the sentences of a page, each with its line, say against the tested way."""
    words = catalogue.lexicon.method
    found = []
    for line, sentence in sentences:
        kinds = kinds_heard(sentence, words)
        found += [Heard(line, kind, sentence) for kind in kinds]
        if "food-more" not in kinds and (foods := _unlisted(sentence, listed, catalogue)) is not None:
            found.append(Heard(line, "food-in", sentence, foods))
    return tuple(found)
