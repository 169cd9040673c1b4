"""Lines that a method would add to the list: an amount of what no line lists, a soak, or the whole list of a note that is dictated. They are proposed
with the words that they come from, and count for nothing until the person takes them."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from typing import Final

from rheum.core.facts.ingredients import Catalogue, stem, words_of
from rheum.core.facts.weights import bulk
from rheum.core.measures.amount import AmountError, amount_at
from rheum.core.measures.units import kind_of, unit_named
from rheum.core.measures.words import UNITS, Token, settled, tokens
from rheum.core.parsing.hidden import eaten
from rheum.core.parsing.listed import Listed
from rheum.core.parsing.mentions import LineUnread, read_ingredient
from rheum.core.parsing.recipe import Heard, ProposedLine, RecipeLine, Section

_SOAKS: Final = frozenset("soak soaks soaking soaked lime overnight drain drained rinse rinsed salting".split())
_SOAKED: Final = frozenset({"water", "salt", "alkali"})
_CANNER: Final = frozenset("canner pot kettle rack bath pan stockpot bowl jars".split())
_TRAILING: Final = 3  # words behind a food that may be passed over
_PLACE: Final = 8  # tokens behind an amount in which its food is named


def _amounts(found: tuple[Token, ...], *, counts: bool) -> Iterator[tuple[int, int]]:
    """Where amounts begin and end: weights and volumes; counts too where the whole list is told in sentences."""
    at = 0
    while at < len(found):
        word = found[at]
        starts = word.kind == "number" or word.low in UNITS or word.low in ("a", "an", "half", "quarter")
        try:
            read = amount_at(found, at) if starts else None
        except AmountError:
            read = None
        if read is None:
            at += 1
            continue
        behind = found[read.to].low if read.to < len(found) else ""
        kind = None if behind in ("%", "percent") else kind_of(read.amount.unit)
        if kind in ("volume", "mass") or (counts and kind == "count" and word.low not in ("a", "an")):
            yield at, read.to
        at = max(read.to, at + 1)


def _line(text: str, number: int, section: Section, catalogue: Catalogue) -> RecipeLine | None:
    try:
        return read_ingredient(text, number, section, catalogue)
    except LineUnread:
        return None


def _first_read(part: str, number: int, section: Section, catalogue: Catalogue) -> RecipeLine | None:
    """A piece as a line, without what stands behind its food: “2 lb of bacon left”."""
    words = part.split()
    for cut in range(min(_TRAILING, len(words) - 1) + 1):
        if (line := _line(" ".join(words[: len(words) - cut]), number, section, catalogue)) is not None:
            return line
    return None


def _parts(sentence: str, *, counts: bool) -> Iterator[str]:
    """The pieces of a sentence that begin with an amount, each up to the next one or to its comma."""
    clean = settled(sentence)
    found = tokens(clean)
    spans = list(_amounts(found, counts=counts))
    for place, (begins, to) in enumerate(spans):
        end = spans[place + 1][0] if place + 1 < len(spans) else len(found)
        depth = 0
        for at in range(to, min(end, to + _PLACE)):
            depth += (found[at].text == "(") - (found[at].text == ")")
            if (depth == 0 and found[at].text in ",;.:") or found[at].low in ("to", "into", "in", "for", "with", "until"):
                end = at
                break
        while end > to and found[end - 1].low in ("and", ",", "&", "plus"):
            end -= 1
        if end > to:
            yield clean[found[begins].at : found[end].at if end < len(found) else len(clean)].strip(" ,;.")


# How much more than the list a sentence may say before it is more of it (as amounts that disagree, own pick).
_MORE: Final = 1.15
_MORE_EACH: Final = 2.5  # what is said of each jar is rounded up
_KIND_MORE: Final = {"produce": "food-more", "fat": "food-more", "water": "water-in"}


def more_than_listed(
    sentences: Iterable[tuple[int, str]], lines: Sequence[RecipeLine], jars: float, catalogue: Catalogue
) -> tuple[Heard, ...]:
    """Sentences that give more of a listed food, fat or water than the list has; an amount for each jar counts for `jars` of them."""
    found: list[Heard] = []
    for number, sentence in sentences:
        lows = frozenset(words_of(sentence))
        if lows & (_SOAKS | _CANNER - {"jars"}) or sentence.rstrip().endswith("?"):
            continue
        each = {"each", "every", "per"} & lows and {"jar", "pint", "quart"} & lows
        for part in _parts(sentence, counts=True):
            said = _line(part.removesuffix(" and"), number, "jar", catalogue)
            kind = _KIND_MORE.get(said.ingredient.role.role) if said is not None else None
            here = [line for line in lines if said is not None and line.ingredient is said.ingredient]
            if said is None or kind is None or not here or any(line.per_jar is not None for line in here):
                continue
            grams, listed = _grams(said), [_grams(line) for line in here]
            known = [one for one in listed if one is not None]
            if each and said.amount is not None and said.amount.unit not in ("clove", "head") and kind_of(said.amount.unit) == "count":
                continue
            least = _MORE_EACH if each else _MORE
            if grams is not None and len(known) == len(listed) and grams * (jars if each else 1) > least * sum(known):
                found.append(Heard(number, kind, sentence))
    return tuple(dict.fromkeys(found))


_PUT: Final = frozenset("add stir put mix fold throw toss tip pour include use pack".split())
_NAMED: Final = 3  # words behind an amount among which its food stands


def unknown_foods(sentences: Iterable[tuple[int, str]], listed: Listed, catalogue: Catalogue) -> Iterator[Heard]:
    """Sentences that give an amount of something that could be eaten, which Rheum cannot read as a line: “Add 2 lb ramps”."""
    vocabulary = catalogue.lexicon.vocabulary
    for number, sentence in sentences:
        puts = bool(_PUT & frozenset(words_of(sentence)))
        for part in _parts(sentence, counts=False):
            if _first_read(part, number, "jar", catalogue) is not None:
                continue
            words = [word.low for word in tokens(part) if word.kind == "word" and unit_named(word.text) is None and word.low not in _SMALL]
            unknown = any(vocabulary.sort(stem(low)) == vocabulary.sort(low) == "unknown" for low in words[:1])
            if any(eaten(low, listed, catalogue) for low in words[:_NAMED]) or (puts and unknown):
                yield Heard(number, "food-in", sentence)
                break


_SMALL: Final = frozenset("of the a an and more each to".split())
FOOD_ROLES: Final = ("produce", "fat", "thickener", "other")


def food_given(proposed: Iterable[ProposedLine]) -> tuple[Heard, ...]:
    """Sentences that give an amount of food which no line lists."""
    return tuple(Heard(one.line, "food-in", one.words, (one.food,)) for one in proposed if one.role in FOOD_ROLES)


def _grams(line: RecipeLine) -> float | None:
    held = bulk(line.amount, line.ingredient, line.prepared, "us", size=line.size) if line.amount else None
    return held.grams[1] if held else None


def lines_proposed(sentences: Iterable[tuple[int, str]], listed: Listed, catalogue: Catalogue) -> tuple[ProposedLine, ...]:
    """The lines that sentences, each with its line, would add to a list."""
    whole = not listed.lines
    found: list[ProposedLine] = []
    taken: set[tuple[str, ...]] = set()
    for number, sentence in sentences:
        lows = frozenset(word for word in words_of(sentence))
        section: Section = "soak" if lows & _SOAKS else "jar"
        for part in _parts(sentence, counts=whole):
            line = _first_read(part.removesuffix(" and").removesuffix(" of"), number, section, catalogue)
            if line is None or line.amount is None:
                continue
            item = line.ingredient
            # A dictated list may have one thing twice, of two colours; what a method speaks of again is the same.
            once = (item.id, *(words_of(line.text) if whole else ()))
            if once in taken or (not whole and (listed.has(item) or listed.names(item.name, item))):
                continue
            if item.role.role == "water" and (lows & _CANNER) and not lows & {"vinegar", "salt", "sugar", "lime"}:
                continue
            taken.add(once)
            soaked = section == "soak" and item.role.role in _SOAKED
            found.append(ProposedLine(line.text, number, sentence, "soak" if soaked else "jar", item.role.role, item.id))
    return tuple(found)
