"""Reads and validates the words by which recipes are heard: words.tsv, line.toml, method.toml. A bad row fails with its file and row named."""

from __future__ import annotations

import tomllib
from functools import cache
from importlib.resources import files
from typing import get_args

from rheum.core.facts.blocks import BlockWords
from rheum.core.facts.grammar import Groups
from rheum.core.facts.lexicon import Lexicon, LineWords, Vocabulary
from rheum.core.parsing.cut import STEPS
from rheum.core.parsing.recipe import State
from rheum.reference.grammar import read_grammar
from rheum.reference.method import read_method
from rheum.reference.ways import read_ways


class BadReference(ValueError):
    """A shipped fact that cannot be used; the message names the file and the row."""


def shipped(name: str) -> str:
    """The text of a shipped file."""
    return files("rheum.reference").joinpath(name).read_text(encoding="utf-8")


def read_vocabulary(text: str) -> Vocabulary:
    """What any word may be (words.tsv). Fails on a row of no known group."""
    groups: dict[str, frozenset[str]] = {}
    for number, row in enumerate(text.splitlines(), start=1):
        if row.startswith("#"):
            continue
        name, tab, words = row.partition("\t")
        if not tab or name not in ("food", "measure", "state", "plain", "pair"):
            raise BadReference(f"words.tsv line {number}: a group and its words, apart by a tab")
        groups[name] = frozenset(words.split(";" if name == "pair" else " "))
    return Vocabulary(groups["food"], groups["measure"], groups["state"], groups["plain"], groups["pair"])


def read_line_words(text: str) -> LineWords:
    """The words around a name (line.toml). Fails on a table that is missing, and on a word that stands in two."""
    try:
        data = tomllib.loads(text)
        words = {name: frozenset(data[name].split()) for name in ("liquid", "part", "plain")}
        words |= {name: frozenset(data["unknown"][name].split()) for name in ("measure", "more")}
        fits = {word: frozenset(foods) for word, foods in data["fits"].items()}
    except (KeyError, AttributeError, ValueError) as error:
        raise BadReference(f"line.toml: {error}") from None
    tables = {"part": words["part"], "plain": words["plain"], "fits": frozenset(fits), "measure": words["measure"], "more": words["more"]}
    taken: dict[str, str] = {}
    for table, held in tables.items():
        for word in held:
            if word in taken:
                raise BadReference(f"line.toml: “{word}” stands in {taken[word]} and in {table}")
            taken[word] = table
    generic = {name: frozenset(held.split()) for name, held in data.get("generic", {}).items()}
    counted = frozenset(data.get("counted", {}).get("spice", "").split())
    if wrong := set(data.get("state", {})) - set(get_args(State)):
        raise BadReference(f"line.toml: “{sorted(wrong)[0]}” is no state")
    groups = data.get("group", {})
    phrases = [tuple(phrase.split()) for phrase in data.get("filler", {}).get("phrases", ())]
    return LineWords(
        fits=fits,
        generic=generic,
        counted=counted,
        bottled=data.get("bottled", {}),
        spooned=data.get("spooned", {}),
        group=Groups({name: frozenset(held.split()) for name, held in groups.items()}),
        pairs={name: frozenset(tuple(pair.split("-")) for pair in groups.get(name, "").split()) for name in ("unfit", "at-will")},
        states=tuple((state, frozenset(held.split())) for state, held in data.get("state", {}).items()),
        fillers={first: tuple(words for words in phrases if words[0] == first) for first in {words[0] for words in phrases}},
        cuts={word: STEPS[step] for step, held in data.get("cut", {}).items() for word in held.split()},
        **words,
    )


def read_block_words(text: str) -> BlockWords:
    """The words of headings and furniture (blocks.toml). Fails on a table that is missing."""
    try:
        data = tomllib.loads(text)
        heading = {kind: frozenset(data["heading"][kind].split()) for kind in ("fill", "list", "part", "method", "soak", "kept", "aside")}
        return BlockWords(
            heading,
            frozenset(data["furniture"]["first"].split()),
            frozenset(data["furniture"]["nutrition"].split()),
            frozenset(data["furniture"]["rating"].split()),
            Groups({name: frozenset(words.split()) for name, words in data["group"].items()}),
        )
    except (KeyError, AttributeError, ValueError) as error:
        raise BadReference(f"blocks.toml: {error}") from None


@cache
def lexicon() -> Lexicon:
    """The words beside the names, read once."""
    return Lexicon(
        read_vocabulary(shipped("words.tsv")),
        read_line_words(shipped("line.toml")),
        read_method(shipped("method.toml")),
        read_block_words(shipped("blocks.toml")),
        read_ways(shipped("ways.toml")),
        read_grammar(shipped("grammar.toml")),
    )
