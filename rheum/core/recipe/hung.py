"""A clause with what it hangs on, as the rules of order and of time hear it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from rheum.core.facts.lexicon import Frames
from rheum.core.recipe.clauses import Clause
from rheum.core.recipe.frames import words_said


@dataclass(frozen=True)
class Hung:
    """A clause with what it hangs on: the clauses of its sentence, those that command, what they do, all words said."""

    clause: Clause
    lows: set[str]
    before: Clause | None
    clauses: Sequence[Clause]
    main: tuple[Clause, ...]
    done: set[str]
    said: set[str]
    frames: Frames

    def has(self, group: str) -> bool:
        """Whether a word of a group stands in the clause."""
        return bool(self.frames.group[group] & self.lows)

    def kept_cold(self) -> bool:
        """Whether the sentence sends to the refrigerator, throws away or processes again."""
        return bool(self.frames.group["kept-cold"] & self.said)

    def said_things(self) -> set[str]:
        """The things of the clause and of the one before it."""
        return self.clause.things | (self.before.things if self.before is not None else set())

    def main_words(self) -> set[str]:
        """Every word of the clauses that command."""
        return set().union(*(words_said(other) for other in self.main))
