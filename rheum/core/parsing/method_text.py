"""The method on a page, which nobody follows: its sentences are kept, and heard for what a careful reader would stop at. What is not understood of it
is nothing; prose never earns."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from functools import lru_cache
from typing import Final

from rheum.core.facts.ingredients import Catalogue, words_of
from rheum.core.facts.method_words import MethodRow, MethodWords, Phrase, Phrases
from rheum.core.measures.words import settled, tokens
from rheum.core.parsing.listed import Listed
from rheum.core.parsing.recipe import Heard

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


def _refusals(places: dict[Phrase, list[int]], words: MethodWords) -> list[int]:
    """Where something is refused: "never", and not "never forget"."""
    urges = {at for at, _ in _of(words.group["no-refusal"], places)}
    return [at for at, _ in _of(words.group["refusing"], places) if at not in urges and at - 1 not in urges]


def _asks(sentence: str, places: dict[Phrase, list[int]], words: MethodWords) -> bool:
    """Whether a sentence only asks; "why not" and its like do more."""
    return sentence.rstrip().endswith("?") and not _of(words.group["no-refusal"], places)


@lru_cache(maxsize=8192)
def kinds_heard(sentence: str, words: MethodWords) -> tuple[str, ...]:
    """What a sentence says against the tested way, by the rows alone, in their order; a question says nothing."""
    places = _places(lows_of_sentence(sentence), words)
    refusals = _refusals(places, words)
    if _asks(sentence, places, words):
        return ()
    return tuple(dict.fromkeys(row.kind for row in words.rows if _met(row, places, refusals)))


def unlisted_food(sentence: str, listed: Listed, catalogue: Catalogue) -> tuple[str, ...] | None:
    """The foods by id that a sentence puts in and no line lists; none by id where it is only a word of a food; None where it puts in nothing of the
    kind: what it is served with, spices and herbs, and what a question asks."""
    words = catalogue.lexicon.method
    lows = lows_of_sentence(sentence)
    places = _places(lows, words)
    if _asks(sentence, places, words) or not _of(words.group["put"], places) or _of(words.group["taken-off"], places):
        return None
    if _of(words.group["table"], places) and not _of(words.group["into-jars"], places):
        return None
    if _refusals(places, words) and not set(lows) & {"replace", "swap", "substitute", "instead"}:
        return None
    found = []
    named = tuple(one for low in lows for one in words_of(low))
    for match in catalogue.within(named):
        food, said = match.ingredient, " ".join(named[match.start : match.end])
        if food.role.role == "alkali" and any(line.ingredient.role.role == "alkali" for line in listed.lines):
            continue  # the lime of a soak, under another name
        counts = (food.role.role in _FOOD_ROLES or food.klass in _KINDS_OF_FOOD) and food.klass not in _NO_MATTER
        if (
            counts
            and said not in catalogue.lexicon.method.acts
            and not (listed.has(food) or listed.names(said, food) or listed.may_take(food))
        ):
            found.append(food.id)
    if found:
        return tuple(dict.fromkeys(found))
    strange = (" ".join(phrase) for phrase in places.keys() & words.group["strange"])
    return () if any(not listed.says(words_of(one)[0]) for one in strange) else None


_FEW: Final = 4
_MOSTLY: Final = 0.7


def _foreign(sentence: str, catalogue: Catalogue) -> bool:
    """Whether a sentence is in another language: letters that are not Latin, or hardly a word that the English lists have."""
    lows = [low for low in lows_of_sentence(sentence) if low.isalpha() and len(low) > 1]
    if any(ord(letter) > _LATIN for low in lows for letter in low):
        return True
    if set(lows) & {phrase[0] for phrase in catalogue.lexicon.method.group["english"]}:
        return False
    vocabulary, acts = catalogue.lexicon.vocabulary, catalogue.lexicon.method.acts
    unknown = sum(
        vocabulary.sort(low) == vocabulary.sort(words_of(low)[0]) == "unknown" and low not in acts for low in lows if words_of(low)
    )
    return len(lows) >= _FEW and unknown >= len(lows) * _MOSTLY


_LATIN: Final = 0x24F


def heard_in(sentences: Iterable[tuple[int, str]], listed: Listed, catalogue: Catalogue) -> tuple[Heard, ...]:
    """What the sentences of a page, each with its line, say against the tested way."""
    words = catalogue.lexicon.method
    found = []
    for line, sentence in sentences:
        kinds = kinds_heard(sentence, words)
        found += [Heard(line, kind, sentence) for kind in kinds]
        if "food-more" not in kinds and (foods := unlisted_food(sentence, listed, catalogue)) is not None:
            found.append(Heard(line, "food-in", sentence, foods))
        if _foreign(sentence, catalogue):
            found.append(Heard(line, "language", sentence))
    return tuple(found)
