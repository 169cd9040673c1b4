"""The words that are known beside the names of ingredients: around a name in a line (reference/line.toml), in a sentence of a method
(reference/method.toml), and what any other word may be (reference/words.tsv)."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from typing import Final, Literal

from rheum.core.facts.blocks import BlockWords
from rheum.core.facts.grammar import NO_GROUPS, Groups
from rheum.core.facts.method_words import MethodWords
from rheum.core.facts.ways import Ways

# What a word may be by the open word lists.
Sort = Literal["food", "measure", "state", "plain", "unknown"]


@dataclass(frozen=True, eq=False)
class Vocabulary:
    """Words by what they may be: `food` any word with a sense of food, plant, animal or substance; `measure` a quantity or container;
    `state` a participle; `plain` any other word. `pairs` are foods of two words. All without plural endings."""

    food: frozenset[str] = frozenset()
    measure: frozenset[str] = frozenset()
    state: frozenset[str] = frozenset()
    plain: frozenset[str] = frozenset()
    pairs: frozenset[str] = frozenset()

    def sort(self, word: str) -> Sort:
        """What a word (without its plural ending) may be; the first of food, measure, state and plain that holds it."""
        if word in self.food:
            return "food"
        if word in self.measure:
            return "measure"
        if word in self.state:
            return "state"
        if word in self.plain or any(base in self.plain or base in self.state for base in _bases(word)):
            return "plain"
        return "unknown"


def _bases(word: str) -> list[str]:
    """What an English form may be a form of: “easier” of easy, “tilting” of tilt, “bigger” of big."""
    found = []
    for ending in ("iest", "ier", "ily", "ied", "est", "er", "ing", "ed", "ly"):
        base = word.removesuffix(ending)
        if base != word and len(base) >= _SHORTEST_BASE:
            found += [f"{base}y"] if ending.startswith("i") and ending != "ing" else [base, f"{base}e"]
            if base[-1:] == base[-2:-1]:
                found.append(base[:-1])
    return found


_SHORTEST_BASE: Final = 3


@dataclass(frozen=True, eq=False)
class LineWords:
    """The words of an ingredient line, each in one table: `liquid` may stand around acid and water, `part` makes a weight a prepared one,
    `plain` changes nothing, `fits` only beside the foods named (ids or classes), `measure` is of unknown size, `more` says
    no amount; `generic` are a class's own names behind a variety, `counted` the spices counted by the piece, `bottled` what a bottled juice is, `spooned` what
    a thing is by the spoon."""

    liquid: frozenset[str] = frozenset()
    part: frozenset[str] = frozenset()
    plain: frozenset[str] = frozenset()
    fits: Mapping[str, frozenset[str]] = field(default_factory=dict)
    measure: frozenset[str] = frozenset()
    more: frozenset[str] = frozenset()
    generic: Mapping[str, frozenset[str]] = field(default_factory=dict)
    counted: frozenset[str] = frozenset()
    bottled: Mapping[str, str] = field(default_factory=dict)
    spooned: Mapping[str, str] = field(default_factory=dict)
    # Words of one meaning, and pairs of them; states in their order; phrases that change nothing, by their first words.
    group: Groups = NO_GROUPS
    pairs: Mapping[str, frozenset[tuple[str, ...]]] = field(default_factory=dict)
    states: tuple[tuple[str, frozenset[str]], ...] = ()
    fillers: Mapping[str, tuple[tuple[str, ...], ...]] = field(default_factory=dict)
    # The words of cuts, with the step of each (parsing/cut.py): the bigger the pieces, the higher.
    cuts: Mapping[str, int] = field(default_factory=dict)


def reach_of(phrases: Iterable[tuple[str, ...]]) -> dict[str, int]:
    """How many words the longest of some phrases has, by the word that it begins with."""
    found: dict[str, int] = {}
    for phrase in phrases:
        found[phrase[0]] = max(found.get(phrase[0], 0), len(phrase))
    return found


@dataclass(frozen=True, eq=False)
class Lexicon:
    """All words that are known beside the names of ingredients."""

    vocabulary: Vocabulary = field(default_factory=Vocabulary)
    line: LineWords = field(default_factory=LineWords)
    method: MethodWords = field(default_factory=MethodWords)
    blocks: BlockWords = field(default_factory=BlockWords)
    ways: Ways = field(default_factory=Ways)
    grammar: Groups = NO_GROUPS
    # What a household said is only a kind: the word (without its plural ending) and the food's id.
    kinds: frozenset[tuple[str, str]] = frozenset()
