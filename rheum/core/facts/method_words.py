"""What is heard in a page's own method (reference/method.toml): rows of words, and the reason that each is shown with."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from functools import cached_property

Phrase = tuple[str, ...]
Phrases = frozenset[Phrase]


@dataclass(frozen=True, slots=True, eq=False)
class MethodRow:
    """A sentence is heard as `kind` where it has one of each set of `words`, all within `near` tokens of one another, and none of `unless`.
    A refusal before the change takes it out, but where the row hears refusals (`refused`)."""

    kind: str
    words: tuple[Phrases, ...]
    unless: Phrases = frozenset()
    near: int = 400
    refused: bool = False


@dataclass(frozen=True, eq=False)
class MethodWords:
    """The rows in their order, what each kind `says` to the person, and words of one meaning (`group`)."""

    rows: tuple[MethodRow, ...] = ()
    says: Mapping[str, str] = field(default_factory=dict)
    group: Mapping[str, Phrases] = field(default_factory=dict)
    # What a word of a step does, and the form of the verb it is: "base", "s", "ed", "ing".
    acts: Mapping[str, tuple[str, str]] = field(default_factory=dict)

    @cached_property
    def by_first(self) -> Mapping[str, tuple[Phrase, ...]]:
        """Every phrase that a row or a group knows, by its first word."""
        known = {phrase for row in self.rows for held in (*row.words, row.unless) for phrase in held}
        known |= {phrase for held in self.group.values() for phrase in held}
        found: dict[str, list[Phrase]] = {}
        for phrase in known:
            found.setdefault(phrase[0], []).append(phrase)
        return {first: tuple(phrases) for first, phrases in found.items()}
