"""The words of headings and of what stands round a recipe on a page (reference/blocks.toml)."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from rheum.core.facts.grammar import NO_GROUPS, Groups


@dataclass(frozen=True, eq=False)
class BlockWords:
    """`heading` holds, for each kind of heading, the words that it may be made of; `furniture` the first words of lines that are no part of
    a recipe (yield, times, ratings); `nutrition` what a table of nutrients lists, `rating` what readers thought of it."""

    heading: Mapping[str, frozenset[str]] = field(default_factory=dict)
    furniture: frozenset[str] = frozenset()
    nutrition: frozenset[str] = frozenset()
    rating: frozenset[str] = frozenset()
    # Words of one meaning.
    group: Groups = NO_GROUPS
