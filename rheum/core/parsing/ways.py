"""Short ways of writing written out, word by word (reference/ways.toml): “approx.” as “about”, “simmer 5 more” as “simmer 5 more minutes”."""

from __future__ import annotations

from collections.abc import Sequence, Set
from typing import NamedTuple

from rheum.core.facts.ways import Element, Way
from rheum.core.measures.words import Token, tokens


class Found(NamedTuple):
    """Where a short way stands: its first token, the one behind its last, and the spans of what is taken over."""

    begins: int
    to: int
    taken: tuple[int, ...]


def _stands(words: frozenset[str], found: Sequence[Token], at: int) -> int:
    """How many tokens one of some words and signs takes at a place; 0 where none stands there."""
    if at >= len(found):
        return 0
    word = found[at]
    if word.low in words:
        return 1
    if word.kind == "number":
        if "#" in words:
            behind = found[at + 1] if at + 1 < len(found) else None
            return 2 if behind is not None and behind.kind == "number" and "/" in behind.text else 1
        if "#/" in words and "/" in word.text:
            return 1
    if word.kind == "word" and ("*" in words or ("Aa" in words and word.text[0].isupper())):
        return 1
    return "~" in words and word.low not in ",()"


def _from(elements: Sequence[Element], found: Sequence[Token], at: int, taken: tuple[int, ...] = ()) -> tuple[int, tuple[int, ...]] | None:
    """Where elements end that stand from a place on, and the spans taken over; None where they do not stand there. As much as may stand is taken,
    and given back where the rest asks for it; an element stands a few times at most."""
    if not elements:
        return at, taken
    element, rest = elements[0], elements[1:]
    if element.words & {"{", "}"}:
        return _from(rest, found, at, (*taken, at))
    if ("^" in element.words and at == 0) or ("$" in element.words and at == len(found)):
        return _from(rest, found, at, taken)
    if element.absent:
        return None if _stands(element.words, found, at) else _from(rest, found, at, taken)
    places = [at]
    while len(places) <= element.most and (step := _stands(element.words, found, places[-1])):
        places.append(places[-1] + step)
    for place in reversed(places[element.least :]):
        if (ended := _from(rest, found, place, taken)) is not None:
            return ended
    return None


def _found(way: Way, found: Sequence[Token], at: int) -> Found | None:
    """A short way that begins, with what must stand before it, at a place."""
    before = _from(way.before, found, at)
    body = _from(way.body, found, before[0]) if before is not None else None
    if before is None or body is None or (body[0] == before[0] and way.body) or _from(way.after, found, body[0]) is None:
        return None
    return Found(before[0], *body)


def where(way: Way, text: str) -> list[Found]:
    """Everywhere a short way stands in a text."""
    found = tokens(text)
    return _where(way, text, found, {word.low for word in found})


def _where(way: Way, text: str, found: Sequence[Token], lows: Set[str]) -> list[Found]:
    if (way.beside and way.beside.isdisjoint(lows)) or not way.unless.isdisjoint(lows) or (way.counted and not text[:1].isdigit()):
        return []
    places: list[Found] = []
    for at in range(len(found)):
        if (one := _found(way, found, at)) is not None and not (places and one.begins < places[-1].to):
            places.append(one)
    return places


def written_out(text: str, ways: Sequence[Way]) -> str:
    """A text with its short ways written out, each row in its turn."""
    found = tokens(text)
    lows = {word.low for word in found}
    for way in ways:
        if any(words.isdisjoint(lows) for words in way.anchors):
            continue
        if places := _where(way, text, found, lows):
            text = _rewritten(text, found, way, places)
            found = tokens(text)
            lows = {word.low for word in found}
    return text


def _rewritten(text: str, found: Sequence[Token], way: Way, places: Sequence[Found]) -> str:
    parts, end = [], 0
    for place in places:
        begins = found[place.begins].at
        spans = zip(place.taken[::2], place.taken[1::2], strict=True)
        out = way.out.format(*(text[found[one].at : found[two - 1].to] if two > one else "" for one, two in spans))
        kept = text[end:begins]
        parts += [kept.rstrip() if not out or out[0] in ".)" else kept, out]
        end = found[place.to - 1].to
    return "".join((*parts, text[end:]))
