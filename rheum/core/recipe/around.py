"""What the rest of a sentence says that bears on each of its clauses."""

from __future__ import annotations

from collections.abc import Sequence

from rheum.core.facts.lexicon import Frames
from rheum.core.recipe.clause_rows import beside_each_other, rows_met
from rheum.core.recipe.clauses import Clause


def around_of(clauses: Sequence[Clause], frames: Frames) -> set[str]:
    """What the rest of a sentence says that bears on each of its clauses (reference/around.toml)."""
    sentence = beside_each_other(clauses)
    return {row.told for at in range(len(sentence)) for row in rows_met(frames.rows["around"], sentence, at)}
