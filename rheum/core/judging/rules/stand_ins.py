"""What stands in for what, by a swap that is permitted."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from rheum.core.facts.formulas import Formula
from rheum.core.facts.lexicon import LineWords
from rheum.core.facts.weights import bulk, size_factor
from rheum.core.judging.findings import Finding, Remedy, finding
from rheum.core.judging.remedies import renamed
from rheum.core.judging.rules.acid import TOLERANCE
from rheum.core.matching.case import Case
from rheum.core.matching.match import Pair
from rheum.core.matching.profile import in_measure
from rheum.core.parsing.cut import WHOLE, cut_of

_TENTH_MORE: Final = 1.1


def stand_ins(case: Case) -> Iterator[Finding]:
    """Lines that stand in a slot by a permitted swap."""
    match = case.match
    if match is None:
        return
    for pair in match.pairs:
        line = pair.item.line
        if pair.tinned:
            yield finding(
                "tinned-for-fresh",
                f"Tinned {pair.slot.title} where the formula has fresh or frozen.",
                line.number,
                Remedy("Use fresh, the same amount.", renamed(case, line, pair.slot.given[0].name)),
            )
        elif pair.code == "cucumber-kind":
            yield _slicing_cucumber(match.formula, pair, case.library.catalogue.lexicon.line)
        elif pair.code:
            yield finding(
                pair.code, f"{line.ingredient.name.capitalize()} in place of {pair.slot.given[0].name}, the total unchanged.", line.number
            )
        elif _mix_changed(case, pair):
            code = "pepper-swap" if line.ingredient.swap_group == "pepper" else "onion-swap"
            yield finding(code, f"More of one and less of another; the total of {pair.slot.title} holds.", line.number)


def _slicing_cucumber(formula: Formula, pair: Pair, words: LineWords) -> Finding:
    """Unwaxed slicing cucumbers in slices or chopped are a caution; whole, or waxed, a limit. Source: USDA Guide 6 (from memory)."""
    line = pair.item.line
    own = [cut_of(item.prep, words) for item in formula.jar_lines if item.ingredient in pair.slot.given]
    cut = cut_of(line.text, words)
    whole = any(one is not None and one.step == WHOLE for one in own) and (cut is None or cut.step == WHOLE)
    text = line.text.lower()
    waxed = ("waxed" in text and "unwaxed" not in text) or "wax" in text.split()
    if whole or waxed:
        says = "Waxed cucumbers keep the vinegar out." if waxed else "Slicing cucumbers whole: the formula is for the small pickling kind."
        return finding("swap-not-covered", says, line.number, "Use pickling cucumbers.")
    return finding("cucumber-kind", "Slicing cucumbers in place of pickling ones: only unwaxed, and softer.", line.number)


def _mix_changed(case: Case, pair: Pair) -> bool:
    """Within a slot of several peppers or onions whose total holds, more of this one kind than the formula has."""
    match = case.match
    if match is None or pair.slot.pool or len(pair.slot.given) < 2 or pair.amount is None:
        return False
    ratio = match.ratio(pair.slot)
    if ratio is not None and ratio < 2 - TOLERANCE:
        return False
    own = [line for line in match.formula.jar_lines if line.ingredient is pair.item.line.ingredient]
    if not own:
        return False
    here = sum(p.amount or 0.0 for p in match.pairs if p.item.line.ingredient is pair.item.line.ingredient)
    was = sum(
        in_measure(held, pair.slot.measure) or 0.0
        for line in own
        if (held := bulk(line.amount, line.ingredient, line.prepared, "us", size=size_factor(line.prep)))
    )
    return here > was * match.scale * _TENTH_MORE
