"""The words of a sentence without its marks, and the rows of prose.toml that begin at them."""

from __future__ import annotations

from typing import NamedTuple

from rheum.core.facts.ingredients import stem
from rheum.core.facts.lexicon import Prose, ProseWord
from rheum.core.measures.words import Token
from rheum.core.recipe.figures import low_at


class Words(NamedTuple):
    """The words of a sentence without its figures and marks: where each stands, as it is written and without its ending, and before which
    word the run ends of those that stand side by side or are joined by hyphens."""

    at: tuple[int, ...]
    low: tuple[str, ...]
    one: tuple[str, ...]
    joined: tuple[int, ...]


def words_in(found: tuple[Token, ...]) -> Words:
    at = tuple(place for place, word in enumerate(found) if word.kind == "word")
    low = tuple(found[place].low for place in at)
    joined: list[int] = []
    for index in range(len(at) - 1, -1, -1):
        touches = index + 1 < len(at) and (
            at[index + 1] == at[index] + 1 or (at[index + 1] == at[index] + 2 and found[at[index] + 1].text in "-–")
        )
        joined.append(joined[-1] if touches else index + 1)
    return Words(at, low, tuple(stem(word) for word in low), tuple(reversed(joined)))


def phrase_at(words: Words, index: int, prose: Prose) -> tuple[tuple[ProseWord, ...], int] | None:
    """The longest row of prose.toml of two words or more that begins at a word, and where it ends."""
    low, one = words.low, words.one
    most = min(max(prose.reach.get(low[index], 0), prose.reach.get(one[index], 0)), words.joined[index] - index)
    for to in range(index + most, index + 1, -1):
        if rows := rows_of(low[index:to], one[index:to], prose):
            return rows, words.at[to - 1] + 1
    return None


def is_a_noun(found: tuple[Token, ...], at: int, rows: tuple[ProseWord, ...]) -> bool:
    """“trim the tops off the beets”: things that come off, and nothing that is topped off."""
    return all(row.form == "s" for row in rows) and low_at(found, at - 1) in ("the", "their", "its", "your")


def rows_of(low: tuple[str, ...], one: tuple[str, ...], prose: Prose) -> tuple[ProseWord, ...]:
    """The rows of a phrase as it is written, and without its endings what it is beside something done."""
    rows = prose.words.get(low) or ()
    for row in rows:
        if row.kind != "act":
            return rows
    return (*rows, *(row for row in prose.words.get(one, ()) if row.kind != "act" or not rows))
