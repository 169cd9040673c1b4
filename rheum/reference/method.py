"""Reads and validates what is heard in a page's own method (method.toml). A bad row fails with its number named."""

from __future__ import annotations

import tomllib
from collections.abc import Iterator, Mapping
from typing import Final, Literal

from rheum.core.facts.method_words import MethodRow, MethodWords, Phrase, Phrases

_VOWELS: Final = frozenset("aeiou")
_DOUBLED: Final = frozenset("bdgklmnprt")
Form = Literal["base", "s", "ed", "ing", ""]


def forms(verb: str) -> dict[str, Form]:
    """The regular forms of a verb: add, adds, added, adding; both spellings where the last letter may be doubled."""
    found: dict[str, Form] = {verb: "base"}
    ends_y = verb.endswith("y") and verb[-2:-1] not in _VOWELS
    stems = [verb[:-1] + "i" if ends_y else verb]
    if len(verb) > 2 and verb[-1] in _DOUBLED and verb[-2] in _VOWELS and verb[-3] not in _VOWELS:
        stems.append(verb + verb[-1])
    found[verb[:-1] + "ies" if ends_y else verb + ("es" if verb.endswith(("s", "x", "z", "ch", "sh")) else "s")] = "s"
    for one in stems:
        found[one.removesuffix("e") + "ed"] = "ed"
        base = verb if ends_y else one
        found[(base.removesuffix("e") if not base.endswith("ee") else base) + "ing"] = "ing"
    return found


class BadMethodRow(ValueError):
    """A row of method.toml that cannot be used; the message names it."""


def _phrases(word: str) -> Iterator[Phrase]:
    parts = word.replace("-", "_").split("_")
    at = next((at for at, part in enumerate(parts) if part.endswith("~")), None)
    if at is None:
        yield tuple(parts)
        return
    for form in forms(parts[at].removesuffix("~")):
        yield (*parts[:at], form, *parts[at + 1 :])


def _set(text: str, groups: Mapping[str, Phrases], where: str) -> Phrases:
    found: set[Phrase] = set()
    for word in text.split():
        if not word.startswith("@"):
            found.update(_phrases(word))
        elif word[1:] in groups:
            found |= groups[word[1:]]
        else:
            raise BadMethodRow(f"method.toml, {where}: there is no group “{word[1:]}”")
    if not found:
        raise BadMethodRow(f"method.toml, {where}: a set has no words")
    return frozenset(found)


def read_method(text: str) -> MethodWords:
    """The rows by which a method is heard. Fails on a row without words, with an unknown field, group or kind."""
    try:
        data = tomllib.loads(text)
        says: dict[str, str] = data["says"]
        groups: dict[str, Phrases] = {}
        for name, words in data["group"].items():
            groups[name] = _set(words, groups, f"group {name}")
        rows = []
        for number, row in enumerate(data["heard"], start=1):
            where = f"row {number}"
            if unknown := set(row) - {"kind", "words", "near", "unless", "refused"}:
                raise BadMethodRow(f"method.toml, {where}: unknown field {sorted(unknown)[0]}")
            if row["kind"] not in says:
                raise BadMethodRow(f"method.toml, {where}: nothing is said of “{row['kind']}”")
            unless = _set(row["unless"], groups, where) if "unless" in row else frozenset[Phrase]()
            sets = tuple(_set(words, groups, where) for words in row["words"])
            rows.append(MethodRow(row["kind"], sets, unless, row.get("near", 400), row.get("refused", False)))
        acts: dict[str, tuple[str, str]] = {}
        for group, words in data["act"].items():
            acts |= {word: (group, "base") for word in words.split() if word not in acts}
        for group, words in data["act"].items():
            for word in words.split():
                acts |= {made: (group, form) for made, form in forms(word).items() if made not in acts}
        return MethodWords(tuple(rows), says, groups, acts)
    except (KeyError, AttributeError, ValueError) as error:
        raise error if isinstance(error, BadMethodRow) else BadMethodRow(f"method.toml: {error}") from None
