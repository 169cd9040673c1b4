"""What a check says: findings, remedies, the verdict. The API's document is generated from these types."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Final, Literal

from rheum.core.judging.codes import CODES, LEVELS, Level
from rheum.core.parsing.changes import Change

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
    # Its turn among what stands between the recipe and the shelf, from 1, in the order in which one would do it; None for the rest.
    turn: int | None = None


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


# What is settled first, for the rest hangs on it; what only follows from the rest comes last.
_FIRST: Final = ("recipes-several", "no-tested-formula", "line-unread")
_LAST: Final = ("ph-high", "low-acid-alone")


def in_turn(findings: tuple[Finding, ...]) -> tuple[Finding, ...]:
    """The same findings, with the turn of each that keeps the jars off the shelf: what must come out, how strong the acid is, how much of it, the
    water beside it, then line by line, then the jar and the boil, and last what follows from all that."""
    barred = [at for at, found in enumerate(findings) if found.level in ("stop", "limit")]

    def key(at: int) -> tuple[int, int, int]:
        found = findings[at]
        group = CODES[found.code].group
        if found.code in _FIRST:
            place = 0
        elif found.code in _LAST:
            place = 9
        elif found.level == "stop":
            place = 1
        elif group == "acid":
            place = 4 if found.code == "water-added" else 3 if found.code == "acid-reduced" else 2
        else:
            place = 6 if group == "method" and found.line is None else 5
        return place, found.line or 0, at

    turns = {at: turn for turn, at in enumerate(sorted(barred, key=key), start=1)}
    return tuple(replace(found, turn=turns.get(at)) if at in turns else found for at, found in enumerate(findings))


def destination_of(findings: tuple[Finding, ...] | list[Finding]) -> Destination:
    """Where the jars may live: the worst finding wins, levels never average."""
    levels = {found.level for found in findings}
    if "stop" in levels:
        return "discard"
    return "fridge" if "limit" in levels else "shelf"
