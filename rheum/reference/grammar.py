"""Reads and validates words of one meaning (grammar.toml, the groups of ways.toml). A bad row fails with its example named."""

from __future__ import annotations

import tomllib
from collections.abc import Mapping

from rheum.core.facts.grammar import Groups


class BadRow(ValueError):
    """A row that cannot be used; the message names it."""


def words_of_group(words: str, groups: Mapping[str, frozenset[str]]) -> frozenset[str]:
    """Words apart by spaces, those of a group for its “@name”. BadRow for a group that there is not."""
    found: set[str] = set()
    for word in words.split():
        if not word.startswith("@"):
            found.add(word)
        elif word[1:] in groups:
            found |= groups[word[1:]]
        else:
            raise BadRow(f"there is no group “{word[1:]}”")
    return frozenset(found)


def read_groups(given: Mapping[str, str]) -> dict[str, frozenset[str]]:
    """Words of one meaning by their names; “@name” stands for a group that was given before."""
    groups: dict[str, frozenset[str]] = {}
    for name, words in given.items():
        groups[name] = words_of_group(words, groups)
    return groups


def read_grammar(text: str) -> Groups:
    """The groups of grammar.toml. Fails on a name that two sections have, and on a group without words."""
    groups = Groups()
    for section, held in tomllib.loads(text).items():
        for name, words in held.items():
            if name in groups:
                raise BadRow(f"grammar.toml, {section}: “{name}” is there twice")
            if not words.split():
                raise BadRow(f"grammar.toml, {section}: “{name}” has no words")
            groups[name] = words_of_group(words, groups)
    return groups
