"""What a check says: findings, remedies, the verdict. The API's document is generated from these types."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from rheum.core.judging.codes import CODES, LEVELS, Level
from rheum.core.recipe.changes import Change

Destination = Literal["shelf", "fridge", "discard"]


@dataclass(frozen=True, slots=True)
class Alternative:
    """Another way to the same end."""

    says: str
    changes: tuple[Change, ...]


@dataclass(frozen=True, slots=True)
class Remedy:
    """What would put a finding right, with figures, and the changes that do it; `instead` is another way; `press` what the person says by
    pressing, where that is an answer and no order."""

    says: str
    changes: tuple[Change, ...] = ()
    instead: Alternative | None = None
    press: str | None = None


@dataclass(frozen=True, slots=True)
class Finding:
    """One thing the rules say of a recipe: which code, on which line, in a sentence, why, from which source."""

    code: str
    level: Level
    line: int | None
    says: str
    why: str
    source: str
    remedy: Remedy | None = None


def finding(
    code: str,
    says: str,
    line: int | None = None,
    remedy: Remedy | str | None = None,
    *,
    level: Level | None = None,
    source: str | None = None,
) -> Finding:
    """A finding of a code, with its level, reason and source from the table of codes."""
    row = CODES[code]
    if isinstance(remedy, str):
        remedy = Remedy(remedy)
    return Finding(code=code, level=level or row.level, line=line, says=says, why=row.why, source=source or row.source, remedy=remedy)


def worst_first(findings: list[Finding]) -> tuple[Finding, ...]:
    """Findings by level, then by line; those of the whole recipe before those of a line."""
    return tuple(sorted(findings, key=lambda f: (LEVELS.index(f.level), f.line if f.line is not None else -1, f.code)))


def destination_of(findings: tuple[Finding, ...] | list[Finding]) -> Destination:
    """Where the jars may live: the worst finding wins, levels never average."""
    levels = {found.level for found in findings}
    if "stop" in levels:
        return "discard"
    return "fridge" if "limit" in levels else "shelf"
