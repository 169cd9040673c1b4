"""What the rest of a sentence says that bears on each of its clauses."""

from __future__ import annotations

from collections.abc import Sequence

from rheum.core.recipe.clause_rows import Beside, rows_met


def around_of(sentence: Sequence[Beside]) -> set[str]:
    """What the clauses of a sentence say that bears on each other (reference/around.toml)."""
    return {row.told for at in range(len(sentence)) for row in rows_met("around", sentence, at)}
