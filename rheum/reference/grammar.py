"""Reads and validates the words of one meaning by which sentences and lines are heard, and the rows of words that mean something else beside
others (grammar.toml). A bad row fails with its example named."""

from __future__ import annotations

import tomllib
from dataclasses import fields
from typing import Any, Final

from rheum.core.facts.grammar import Groups, Turn, Turns
from rheum.core.facts.lexicon import Prose
from rheum.reference.clause_rows import BadRow, words_of_group

_WORDS: Final = frozenset({"group", "low", "when", "beside", "no_beside", "said", "before", "behind", "then", "foods_of"})
_GIVEN: Final = frozenset(field.name for field in fields(Turn))


def read_grammar(text: str, prose: Prose) -> tuple[Groups, Turns]:
    """The groups of grammar.toml and its rows. Fails on a name that two sections have, a group without words, and a row that cannot be used."""
    data = tomllib.loads(text)
    rows = data.pop("turn", [])
    groups = Groups()
    for section, held in data.items():
        for name, words in held.items():
            if name in groups:
                raise BadRow(f"grammar.toml, {section}: “{name}” is there twice")
            if not words.split():
                raise BadRow(f"grammar.toml, {section}: “{name}” has no words")
            groups[name] = words_of_group(words, groups)
    return groups, Turns(tuple(_turn(row, groups, prose) for row in rows))


def _turn(row: dict[str, Any], groups: Groups, prose: Prose) -> Turn:
    says = row.get("says", "")
    if not says or not (row.keys() & {"group", "low"}):
        raise BadRow(f"grammar.toml, turn “{says}”: it needs an example, and a group or words")
    if wrong := row.keys() - _GIVEN:
        raise BadRow(f"grammar.toml, turn “{says}”: unknown field {sorted(wrong)[0]}")
    held: dict[str, Any] = {name: words_of_group(row[name], groups) for name in _WORDS & row.keys()}
    held |= {"ends": tuple(row["ends"].split())} if "ends" in row else {}
    known = prose.groups(row.get("kind", "act"))
    if wrong := held.get("group", frozenset()) - known or {row.get("becomes") or "tell"} - prose.groups("act"):
        raise BadRow(f"grammar.toml, turn “{says}”: “{sorted(wrong)[0]}” is no {row.get('kind', 'act')}")
    return Turn(**{**row, **held})
