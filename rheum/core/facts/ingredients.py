"""What an ingredient is, and finding one by the name a person wrote."""

from __future__ import annotations

import re
import unicodedata
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from functools import cached_property, lru_cache
from typing import Final, Literal

from rheum.core.facts.eating import PLAIN, Eating
from rheum.core.facts.grammar import Groups
from rheum.core.facts.lexicon import Lexicon, reach_of

Role = Literal[
    "vinegar", "juice", "fresh-juice", "citric", "water", "produce", "herb", "spice", "salt", "sweetener", "fat",
    "thickener", "firming", "alkali", "other",
]  # fmt: skip


@dataclass(frozen=True, slots=True)
class ClassRole:
    """What a class of ingredients counts as, and the code it earns where the formula has none of it. `acid`: it brings acid of its own;
    `liquid`: it is poured; `food`: produce and herbs; `rounds_up`: more of it is the safe side when an amount is rounded."""

    name: str
    role: Role
    when_added: str
    low_acid: bool
    more_is: str
    acid: bool
    liquid: bool
    food: bool
    rounds_up: bool

    @property
    def rounds(self) -> bool | None:
        """Which way an amount is rounded to what can be measured: acid up, produce, water, oil and thickeners down, what only seasons to the
        nearest (None)."""
        return True if self.acid else None if self.rounds_up else False


@dataclass(frozen=True, slots=True, eq=False)
class Ingredient:
    """One ingredient. pH and buffer are ranges; `buffer` is mmol H+ per kg per pH unit; `acid` is % w/v
    (acetic for vinegars, citric for juices); `each_g` is one as bought; `edible` the part left after trimming.
    `base` is mmol/l of potassium and the like that a vinegar or juice carries, and that takes up acid; None where none is known.
    `eating`: what it is like to eat. `source` names the row of sources.toml, `status` how surely the figures are known (handbook, from memory, placed by you)."""

    id: str
    name: str
    aliases: tuple[str, ...]
    klass: str
    swap_group: str | None
    ph: tuple[float, float] | None
    buffer: tuple[float, float] | None
    acid: tuple[float, float] | None
    g_per_cup: float | None
    each_g: float | None
    edible: float
    allergens: tuple[str, ...]
    role: ClassRole
    source: str = "common"
    status: str = "from memory"
    base: tuple[float, float] | None = None
    eating: Eating = PLAIN


@lru_cache(maxsize=16384)
def stem(word: str) -> str:
    """A word without its plural ending."""
    if len(word) > 4 and word.endswith("ies"):
        return word[:-3] + "y"
    if word.endswith(("shes", "ches", "xes", "sses", "oes")):
        return word[:-2]
    if len(word) > 2 and word.endswith("s") and not word.endswith(("ss", "us")):
        return word[:-1]
    return word


@lru_cache(maxsize=8192)
def words_of(text: str) -> tuple[str, ...]:
    """A name as comparable words: lower case, no accents, no plural endings, hyphens as spaces."""
    plain = "".join(c for c in unicodedata.normalize("NFKD", text.lower()) if not unicodedata.combining(c))
    return tuple(stem(word) for word in re.findall(r"[a-z0-9]+", plain.replace("'", "").replace("’", "")))


@lru_cache(maxsize=2048)
def own_words(ingredient: Ingredient) -> frozenset[str]:
    """Every word of an ingredient's name and aliases."""
    return frozenset(word for name in (ingredient.name, *ingredient.aliases) for word in words_of(name))


@dataclass(frozen=True, slots=True)
class NameMatch:
    """An ingredient found in words, and where: words[start:end] were the name."""

    ingredient: Ingredient
    start: int
    end: int


@dataclass(frozen=True, eq=False)
class Catalogue:
    """All ingredients, findable by id and by any name. Built by reference.load()."""

    by_id: Mapping[str, Ingredient]
    _by_words: dict[tuple[str, ...], Ingredient] = field(default_factory=dict, repr=False)
    longest: int = 1
    # The words that are known beside the names.
    lexicon: Lexicon = field(default_factory=Lexicon, repr=False)
    # Foods that may stand in for one another, by ids: the given one, and the other (swaps.toml).
    stand_ins: frozenset[tuple[str, str]] = frozenset()

    @classmethod
    def of(cls, ingredients: Iterable[Ingredient], lexicon: Lexicon | None = None) -> Catalogue:
        """ValueError where two ingredients claim one name or id."""
        by_id: dict[str, Ingredient] = {}
        by_words: dict[tuple[str, ...], Ingredient] = {}
        for item in ingredients:
            if item.id in by_id:
                raise ValueError(f"ingredient {item.id} is there twice")
            by_id[item.id] = item
            for name in (item.name, *item.aliases):
                taken = by_words.setdefault(words_of(name), item)
                if taken is not item:
                    raise ValueError(f"“{name}” names both {taken.id} and {item.id}")
        return cls(by_id, by_words, max(len(words) for words in by_words), lexicon or Lexicon())

    def __getitem__(self, ingredient_id: str) -> Ingredient:
        return self.by_id[ingredient_id]

    @cached_property
    def grammar(self) -> Groups:
        """Words of one meaning by which sentences are heard."""
        return self.lexicon.grammar

    @cached_property
    def reach(self) -> Mapping[str, int]:
        """How many words the longest name has that begins with a word."""
        return reach_of(self._by_words)

    def exactly(self, text: str) -> Ingredient | None:
        """The ingredient of just this name."""
        return self._by_words.get(words_of(text))

    def names(self) -> Iterable[tuple[str, ...]]:
        """Every name, as words without plural endings."""
        return self._by_words.keys()

    def named(self, words: tuple[str, ...]) -> Ingredient | None:
        """The ingredient of just these words (without plural endings)."""
        return self._by_words.get(words)

    def within(self, words: tuple[str, ...]) -> list[NameMatch]:
        """Every ingredient named in the words, longest names first taken, left to right, none overlapping."""
        found: list[NameMatch] = []
        at = 0
        while at < len(words):
            for length in range(min(self.reach.get(words[at], 0), len(words) - at), 0, -1):
                item = self._by_words.get(words[at : at + length])
                if item is not None:
                    found.append(NameMatch(item, at, at + length))
                    at += length
                    break
            else:
                at += 1
        return found


ROLES: Final = frozenset(Role.__args__)  # type: ignore[attr-defined]
