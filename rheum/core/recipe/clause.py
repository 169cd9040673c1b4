"""One clause of a sentence: what is done, to what, how much, how long, said of what, forbidden or not."""

from __future__ import annotations

from dataclasses import dataclass, field, replace
from typing import NamedTuple

from rheum.core.facts.grammar import NO_GROUPS, Groups
from rheum.core.facts.ingredients import Ingredient
from rheum.core.measures.words import Token
from rheum.core.recipe.figures import Figure


class Act(NamedTuple):
    """Something done: its group, whether it is forbidden, the form of the word, its place."""

    group: str
    negated: bool
    form: str
    at: int
    word: str


class Food(NamedTuple):
    """A food named: of the catalogue, or a word of the open lists that may be one (then `ingredient` is None)."""

    ingredient: Ingredient | None
    word: str
    negated: bool
    at: int
    into: bool
    figure: Figure | None = None
    by: str = ""


@dataclass(slots=True)
class Clause:
    """One clause. `when` is the joint it hangs on (“if”, “until”), "" for a main clause; `unknown` are words in no row, each with
    what the open lists make of it; `each` says that it speaks of every jar."""

    text: str
    when: str = ""
    acts: list[Act] = field(default_factory=list)
    things: set[str] = field(default_factory=set)
    foods: list[Food] = field(default_factory=list)
    states: dict[str, bool] = field(default_factory=dict)
    figures: list[Figure] = field(default_factory=list)
    unknown: list[tuple[str, str]] = field(default_factory=list)
    lows: list[str] = field(default_factory=list)
    without: set[str] = field(default_factory=set)
    each: bool = False
    lacks: bool = False
    # It asks that something is not left out: what it names is no new thing.
    wanted: bool = False
    neg: bool = False
    around: frozenset[str] = frozenset()
    # Things that something is done to, in their order: their group, word and place.
    objects: list[tuple[str, str, int]] = field(default_factory=list)
    # Its words, the same with those without their plural endings, and the groups of the acts that are done and forbidden, once all are known.
    words: frozenset[str] = frozenset()
    stemmed: frozenset[str] = frozenset()
    groups: frozenset[str] = frozenset()
    forbidden: frozenset[str] = frozenset()
    # The words of its sentence, and where its own begin and end.
    found: tuple[Token, ...] = ()
    at: int = 0
    to: int = 0
    # Words of one meaning, by which it is heard.
    grammar: Groups = NO_GROUPS

    def copied(self) -> Clause:
        """The clause anew: what a hearer notes on it stays its own."""
        return replace(self, things={*self.things})

    def acts_before(self, at: int) -> bool:
        """Whether something is done before a place in the sentence."""
        return any(act.at < at for act in self.acts)


def so_much(clause: Clause) -> bool:
    """Whether a clause gives a weight or a volume of something, and does not say of which of its foods: “corn, cut to the jar 10 lb”."""
    return any(
        figure.measure in ("volume", "mass") and figure.amount is not None and all(food.figure is not figure for food in clause.foods)
        for figure in clause.figures
    )
