"""Produce that the formula has no place for: deny by default."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from rheum.core.judging.codes import CODES
from rheum.core.judging.findings import Finding, Remedy, finding
from rheum.core.judging.remedies import formula_line, removed, replaced
from rheum.core.judging.rules.acid import TOLERANCE
from rheum.core.judging.rules.produce import amount_of, cloves_let_pass, put_back
from rheum.core.matching.case import Case
from rheum.core.matching.measured import Measured
from rheum.core.matching.profile import Slot
from rheum.core.measures.acidity import CANNING_PH
from rheum.core.measures.saying import grams
from rheum.core.parsing.changes import Change

_SPRIG_G: Final = 3.0
_SMALL_POD_G: Final = 10.0


def added(case: Case) -> Iterator[Finding]:
    """Produce that the formula has no place for: deny by default."""
    match = case.match
    lines = list(case.food) if match is None else list(match.unmatched)
    for item in lines:
        ingredient = item.line.ingredient
        role = ingredient.role
        if CODES[role.when_added].level == "stop" and ingredient.klass != "not-for-canning":
            cold = (ingredient.klass == "dairy" or "egg" in ingredient.allergens) and ingredient.id not in case.library.placed
            yield finding(
                role.when_added,
                f"{ingredient.name.capitalize()}: never on a shelf. In the refrigerator, at most three days."
                if cold
                else f"{ingredient.name.capitalize()} cannot go into this jar.",
                item.line.number,
                Remedy("Leave it out; add it when you open the jar.", removed(case, item.line)),
                # What is not made yet is only not for the shelf; meat and fish are not for a jar at all.
                level="limit" if cold else None,
            )
            continue
        if role.when_added == "starch-added":
            yield finding(
                "starch-added",
                f"{ingredient.name.capitalize()} cannot go into a jar for the shelf.",
                item.line.number,
                Remedy("Leave it out; add it when you open the jar.", removed(case, item.line)),
            )
            continue
        if match is not None and _small_hot_pepper(case, item):
            yield finding(
                "ingredient-added",
                f"A small {ingredient.name} a jar, which the formula does not have: no more than that.",
                item.line.number,
                level="caution",
            )
            continue
        if match is None and role.when_added == "borderline-fruit":
            yield finding(
                role.when_added,
                f"{ingredient.name.capitalize()} is not sour enough to count as fruit.",
                item.line.number,
                Remedy("Use a sour fruit that a tested formula names.", removed(case, item.line)),
            )
        if match is None or ingredient.klass == "not-for-canning":
            continue
        if ingredient.klass == "garlic" and cloves_let_pass(case):
            continue
        if role.role == "herb":
            yield from _herb_added(case, item)
            continue
        gap = next((slot for slot in match.missing if slot.given[0].klass == ingredient.klass), None)
        if gap is not None:
            yield finding(
                "swap-not-covered",
                f"{ingredient.name.capitalize()} in place of {gap.title}: nobody tested that.",
                item.line.number,
                Remedy(f"Use {gap.title}, {amount_of(gap, match.scale)}.", _exchanged(case, item, gap)),
            )
            continue
        code = role.when_added
        if code == "acid-fruit-added" and ingredient.ph and ingredient.ph[1] > CANNING_PH and ingredient.klass == "dried-fruit":
            code = "ingredient-added"
        yield finding(
            code,
            f"The formula has no {ingredient.name}.",
            item.line.number,
            Remedy("Leave it out; add it when you open the jar.", removed(case, item.line)),
        )


def _small_hot_pepper(case: Case, item: Measured) -> bool:
    """One small pod a pint (10 g) among whole vegetables in brine, as for a clove of garlic (own pick)."""
    match, line = case.match, item.line
    if match is None or not match.formula.whole_in_brine or line.ingredient.klass != "pepper" or line.amount is None:
        return False
    others = [one for one in match.unmatched if one.line.ingredient.klass == "pepper"]
    total = sum(match.batch_grams(one) or float("inf") for one in others)
    counted = line.amount.unit == "each" and (line.ingredient.each_g or _SMALL_POD_G + 1) <= _SMALL_POD_G
    return counted and total <= _SMALL_POD_G * match.jars(0, "pint") * TOLERANCE


def _exchanged(case: Case, item: Measured, gap: Slot) -> tuple[Change, ...]:
    """The listed produce in the place of what stood in for it."""
    match = case.match
    assert match is not None
    lines = [line for line in match.formula.jar_lines if line.ingredient in gap.given and line.per_jar is None]
    if len(lines) == 1:
        return replaced(case, item.line, formula_line(case, lines[0], match.scale))
    return (*removed(case, item.line), *put_back(case, gap))


def _herb_added(case: Case, item: Measured) -> Iterator[Finding]:
    match = case.match
    assert match is not None
    name = item.line.ingredient.name
    total = match.batch_grams(item)
    herbs = sum(match.batch_grams(i) or 0.0 for i in match.unmatched if i.role == "herb")
    allowed = _SPRIG_G * match.jars(0)
    if total is None:
        return
    if herbs <= allowed * TOLERANCE:
        yield finding("fresh-herb-changed", f"A small sprig of {name} a jar, which the formula does not have.", item.line.number)
    else:
        yield finding(
            "ingredient-added",
            f"More {name} than a small sprig a jar: it counts as produce.",
            item.line.number,
            Remedy(f"At most {grams(allowed)} in all, or use it dried.", removed(case, item.line)),
        )
