"""The words that are known beside the names of ingredients: around a name in a line (reference/line.toml), in a sentence of a method
(reference/prose.toml), and what any other word may be (reference/words.tsv)."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from functools import cached_property
from typing import Final, Literal

from rheum.core.facts.blocks import BlockWords
from rheum.core.facts.clause_rows import ClauseTables
from rheum.core.facts.grammar import NO_GROUPS, Groups, Turns
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
    # The words of cuts, with the step of each (recipe/cut.py): the bigger the pieces, the higher.
    cuts: Mapping[str, int] = field(default_factory=dict)


# What a word of a method is: something done, a thing it is done to, what is said of it, or nothing of its own.
WordKind = Literal["act", "thing", "state", "plain"]
Form = Literal["base", "s", "ed", "ing", ""]


def reach_of(phrases: Iterable[tuple[str, ...]]) -> dict[str, int]:
    """How many words the longest of some phrases has, by the word that it begins with."""
    found: dict[str, int] = {}
    for phrase in phrases:
        found[phrase[0]] = max(found.get(phrase[0], 0), len(phrase))
    return found


@dataclass(frozen=True, slots=True)
class ProseWord:
    """A word or phrase of a method: its kind, its group in that kind, and for an act which form it stands in."""

    kind: WordKind
    group: str
    form: Form = ""


@dataclass(frozen=True, slots=True)
class Denied:
    """A row of what no tested method does. Every field that is not empty must meet a clause; `unless` takes it away again."""

    number: int
    code: str
    says: str
    fix: str
    act: frozenset[str] = frozenset()
    thing: frozenset[str] = frozenset()
    state: frozenset[str] = frozenset()
    word: frozenset[str] = frozenset()
    without: frozenset[str] = frozenset()
    beside: frozenset[str] = frozenset()
    unless: frozenset[str] = frozenset()
    negated: bool = False
    base: bool = False
    neg: bool = False
    minutes_over: float | None = None
    days_over: float | None = None
    percent_under: float | None = None


@dataclass(frozen=True, slots=True)
class Frame:
    """What a clause may tell: where it does one of `act` (to one of `thing`, in a sentence with one of `word`), these telling `words` may stand."""

    name: str
    act: frozenset[str]
    thing: frozenset[str]
    word: frozenset[str]
    words: frozenset[str]


@dataclass(frozen=True, eq=False)
class Frames:
    """What sentences about the process may tell beside their acts and things (frames.toml), and what none may say, by tables
    of `rows` (process.toml, amounts.toml); words of one meaning by their `group`."""

    telling: frozenset[str] = frozenset()
    required: Mapping[str, frozenset[str]] = field(default_factory=dict)
    frames: tuple[Frame, ...] = ()
    group: Mapping[str, frozenset[str]] = field(default_factory=dict)
    rows: ClauseTables = field(default_factory=ClauseTables)


@dataclass(frozen=True, eq=False)
class Prose:
    """How a method is heard: its words by themselves and in phrases, what an act may be done to, what no method may say (`denied`), and what
    is only cautioned against (`told`)."""

    # A word stands in one group of a kind; its place in the sentence decides the kind (“slice the onions”, “in slices”).
    words: Mapping[tuple[str, ...], tuple[ProseWord, ...]] = field(default_factory=dict)
    longest: int = 1
    vouched: Mapping[str, frozenset[str]] = field(default_factory=dict)
    denied: tuple[Denied, ...] = ()
    told: tuple[Denied, ...] = ()

    @cached_property
    def reach(self) -> Mapping[str, int]:
        """How many words the longest phrase has that begins with a word."""
        return reach_of(self.words)

    def groups(self, kind: WordKind) -> frozenset[str]:
        """The groups of a kind of words."""
        return frozenset(word.group for words in self.words.values() for word in words if word.kind == kind)


@dataclass(frozen=True, eq=False)
class Lexicon:
    """All words that are known beside the names of ingredients."""

    vocabulary: Vocabulary = field(default_factory=Vocabulary)
    line: LineWords = field(default_factory=LineWords)
    prose: Prose = field(default_factory=Prose)
    frames: Frames = field(default_factory=Frames)
    blocks: BlockWords = field(default_factory=BlockWords)
    ways: Ways = field(default_factory=Ways)
    grammar: Groups = NO_GROUPS
    turns: Turns = field(default_factory=Turns)
    # What a household said is only a kind: the word (without its plural ending) and the food's id.
    kinds: frozenset[tuple[str, str]] = frozenset()
