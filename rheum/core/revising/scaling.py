"""A recipe at another size: by what is in the basket, the jars wanted, the vinegar on hand, or a plain factor.

Shares stay as they are; then each line is rounded to what can be measured, acid up, produce and water down, so that rounding
brings no finding. Lines for each jar stay as they are. Of several things on hand the one that gives the smallest batch limits it.
"""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass
from typing import Final

from rheum.core.facts.circumstances import Settings
from rheum.core.facts.library import Library
from rheum.core.judging.check import judge
from rheum.core.judging.findings import Destination
from rheum.core.judging.remedies import scaled
from rheum.core.matching.case import Case
from rheum.core.measures.refused import RequestError
from rheum.core.parsing.changes import Change, apply_changes

SMALLEST: Final = 0.05
LARGEST: Final = 50.0
_TRIES: Final = 10
_A_LITTLE_LESS: Final = 0.995


@dataclass(frozen=True, slots=True)
class Limit:
    """What one thing on hand allows: how many times the recipe as written."""

    name: str
    factor: float
    says: str


@dataclass(frozen=True, slots=True)
class Scaled:
    """The recipe at its new size, what limited it, and where its jars may live before and after. `left`: what was not
    understood or stands in the method, and so is as it was."""

    text: str
    factor: float
    limits: tuple[Limit, ...]
    changes: tuple[Change, ...]
    before: Destination
    after: Destination
    jars_low: int | None
    jars_high: int | None
    left: tuple[str, ...]


def scale_to(
    text: str,
    limits_of: Callable[[Case], list[Limit]],
    settings: Settings,
    library: Library,
    *,
    fits: Callable[[Case], bool] = lambda _: True,
) -> Scaled:
    """The recipe at the size that the smallest of its limits allows. `fits`: whether what is written, acid rounded up, is still
    there; while it is not, a little less of everything is written.
    RequestError for a size that cannot be, UnreadableRecipe for an empty text."""
    judged = judge(text, settings, library)
    before, case = judged.verdict, judged.case
    limits = sorted(limits_of(case), key=lambda limit: limit.factor)
    factor = limits[0].factor
    if not math.isfinite(factor) or not SMALLEST <= factor <= LARGEST:
        raise RequestError(
            "factor",
            f"{limits[0].name[0].upper()}{limits[0].name[1:]}: that is {factor:.3g} times the recipe. "
            f"Between {SMALLEST:g} and {LARGEST:g} times can be written out.",
        )
    barred = {(found.code, found.line) for found in before.findings if found.level in ("stop", "limit")}
    new, changes = _written(text, case, factor)
    for _ in range(_TRIES):
        written = judge(new, settings, library)
        brought = {(found.code, found.line) for found in written.verdict.findings if found.level in ("stop", "limit")} - barred
        if fits(written.case) and not brought:
            break
        # What is written, acid rounded up, is more than there is, or a spoon up here and one down there has crossed a rule.
        factor *= _A_LITTLE_LESS
        new, changes = _written(text, case, factor)
    after = judge(new, settings, library).verdict
    return Scaled(
        text=new,
        factor=round(factor, 4),
        limits=tuple(limits),
        changes=tuple(changes),
        before=before.destination,
        after=after.destination,
        jars_low=after.jars_low,
        jars_high=after.jars_high,
        left=_left(case),
    )


def _written(text: str, case: Case, factor: float) -> tuple[str, list[Change]]:
    changes: list[Change] = []
    for line in case.recipe.lines:
        if line.amount is None or line.section in ("per-jar", "method") or abs(factor - 1) < 1e-9:
            continue
        changes.extend(scaled(case, line, factor, line.ingredient.role.rounds))
    changes = _merged(changes)
    return apply_changes(text, changes)[0], changes


def _left(case: Case) -> tuple[str, ...]:
    spoken = [line.text.strip() for line in case.recipe.lines if line.section == "method" and line.amount is not None]
    return tuple(dict.fromkeys([*(item.text for item in case.recipe.unread), *spoken]))


def _merged(changes: list[Change]) -> list[Change]:
    """One change a line; two ingredients on one line of text stay as they are."""
    seen: dict[int | None, Change] = {}
    for change in changes:
        seen.setdefault(change.line, change)
    return list(seen.values())
