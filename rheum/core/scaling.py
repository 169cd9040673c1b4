"""A recipe at another size: by what is in the basket, the jars wanted, the vinegar on hand, or a plain factor.

Shares stay as they are; then each line is rounded to what can be measured, acid up, produce and water down, so that rounding
crosses no rule. Lines for each jar stay as they are. Of several things on hand the one that gives the smallest batch limits it.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from typing import Final

from rheum.core.case import Case
from rheum.core.checking import case_for, check_text
from rheum.core.editing import apply_changes, scaled, times_exactly
from rheum.core.findings import Change, Destination
from rheum.core.library import Library
from rheum.core.reading import read_recipe
from rheum.core.request import RequestError, Settings
from rheum.core.saying import grams, ml

SMALLEST: Final = 0.05
LARGEST: Final = 50.0
_TRIES: Final = 10
_DOWN: Final = ("produce", "herb", "water", "fat", "thickener")


@dataclass(frozen=True, slots=True)
class Wanted:
    """What decides the size: any of these; the smallest batch they allow is made."""

    factor: float | None = None
    gross_g: float | None = None
    tare_g: float | None = None
    jars: int | None = None
    vinegar_ml: float | None = None


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


def _net(wanted: Wanted) -> float | None:
    if wanted.gross_g is None:
        return None
    tare = wanted.tare_g or 0.0
    if not math.isfinite(wanted.gross_g) or not 0 < wanted.gross_g <= 1_000_000:
        raise RequestError("gross_g", "Write what the scale shows, above zero and at most 1,000 kg.")
    if tare < 0 or tare >= wanted.gross_g:
        raise RequestError(
            "tare_g", f"The basket alone ({grams(tare)}) cannot weigh as much as the full one ({grams(wanted.gross_g)}). Weigh both again."
        )
    return wanted.gross_g - tare


def _limits(case: Case, wanted: Wanted) -> list[Limit]:
    found = []
    if wanted.factor is not None:
        found.append(Limit("the size asked for", wanted.factor, f"{wanted.factor:g} times the recipe"))
    net = _net(wanted)
    if net is not None:
        produce = [item for item in case.of_role("produce") if item.bulk and not item.per_jar]
        if not produce or produce[0].bulk is None:
            raise RequestError("gross_g", "There is no produce in this recipe whose weight is known.")
        name, held = produce[0].line.ingredient.name, sum(produce[0].bulk.bought) / 2
        found.append(Limit(f"the {name} in the basket", net / held, f"{grams(net)} of {name} in the basket, {grams(held)} in the recipe"))
    if wanted.jars is not None:
        if not 0 < wanted.jars <= 200:
            raise RequestError("jars", "Write how many jars, 1 to 200.")
        if case.match is None:
            raise RequestError(
                "jars", "How many jars this makes is not known: no tested formula is near enough. Scale it by another measure."
            )
        makes = (case.match.jars(0) + case.match.jars(1)) / 2
        found.append(Limit("the jars", wanted.jars / makes, f"{wanted.jars} jars wanted, the recipe makes about {makes:.1f}"))
    if wanted.vinegar_ml is not None:
        vinegar = sum(item.bulk.ml[1] for item in case.of_role("vinegar") if item.bulk and item.bulk.ml and not item.per_jar)
        if vinegar <= 0:
            raise RequestError("vinegar_ml", "There is no vinegar in this recipe.")
        if not math.isfinite(wanted.vinegar_ml) or wanted.vinegar_ml <= 0:
            raise RequestError("vinegar_ml", "Write how much vinegar there is, above zero.")
        found.append(
            Limit("the vinegar on hand", wanted.vinegar_ml / vinegar, f"{ml(wanted.vinegar_ml)} on hand, {ml(vinegar)} in the recipe")
        )
    if not found:
        raise RequestError("factor", "Say what decides the size: a factor, the basket, the jars or the vinegar on hand.")
    return sorted(found, key=lambda limit: limit.factor)


def scale_recipe(text: str, wanted: Wanted, settings: Settings, library: Library) -> Scaled:
    """The recipe at another size. RequestError for a size that cannot be, UnreadableRecipe for an empty text."""
    before = check_text(text, settings, library)
    settings = replace(settings, formula_id=settings.formula_id or (before.formula.id if before.formula else None))
    case = case_for(read_recipe(text, library.catalogue), settings, library)
    limits = _limits(case, wanted)
    factor = limits[0].factor
    if not math.isfinite(factor) or not SMALLEST <= factor <= LARGEST:
        raise RequestError(
            "factor", f"That is {factor:.3g} times the recipe. Between {SMALLEST:g} and {LARGEST:g} times can be written out."
        )
    new, changes = _written(text, case, factor, exact=False)
    for _ in range(_TRIES):
        # Acid is rounded up: a little less of everything, until the bottle holds what is written.
        if wanted.vinegar_ml is None or _vinegar_ml(new, settings, library) <= wanted.vinegar_ml:
            break
        factor *= 0.995
        new, changes = _written(text, case, factor, exact=False)
    after = check_text(new, settings, library)
    if after.destination != before.destination:
        # A spoon up here and a spoon down there has crossed a rule: then the acids are written as they come out.
        new, changes = _written(text, case, factor, exact=True)
        after = check_text(new, settings, library)
    return Scaled(
        new,
        round(factor, 4),
        tuple(limits),
        tuple(changes),
        before.destination,
        after.destination,
        after.jars_low,
        after.jars_high,
        _left(case),
    )


def _vinegar_ml(text: str, settings: Settings, library: Library) -> float:
    case = case_for(read_recipe(text, library.catalogue), settings, library)
    return sum(item.bulk.ml[1] for item in case.of_role("vinegar") if item.bulk and item.bulk.ml and not item.per_jar)


def _written(text: str, case: Case, factor: float, exact: bool) -> tuple[str, list[Change]]:
    changes: list[Change] = []
    for line in case.recipe.lines:
        if line.amount is None or line.section in ("per-jar", "method") or abs(factor - 1) < 1e-9:
            continue
        role = line.ingredient.role.role
        if exact and role in ("vinegar", "juice"):
            changes.extend(times_exactly(case, line, factor))
        else:
            changes.extend(scaled(case, line, factor, role not in _DOWN))
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
