"""The shape of the pieces, and the preparation that a formula counts on: cut, purée, peel, soak."""

from __future__ import annotations

import re
from collections.abc import Iterator
from typing import Final

from rheum.core.facts.formulas import Formula, FormulaLine
from rheum.core.facts.lexicon import LineWords
from rheum.core.judging.findings import Finding, Remedy, finding
from rheum.core.judging.remedies import line_as_formula
from rheum.core.matching.case import Case
from rheum.core.matching.match import Pair
from rheum.core.parsing.cut import PUREED, WHOLE, Cut, changed, cut_of, is_of

# Where the size of the piece says nothing of heat or acid: they are chopped small anyway, or counted by the clove.
_UNCUT: Final = ("garlic", "aromatic", "herb-fresh", "dried-fruit", "concentrate", "fruit-juice", "condiment")
_PEELED: Final = re.compile(r"\bpeeled\b", re.I)
_COOKED: Final = re.compile(r"\b(cooked|boiled|parboiled|stewed|roasted|fried|baked|steamed)\b(?! (?:in the brine|with the brine))", re.I)
# Peppers are roasted to get their skins off (USDA Guide 6, from memory).
_TO_PEEL: Final = re.compile(r"\b(?:roasted|charred|blistered)\b.{0,60}\b(?:peeled|skins?)\b", re.I)
_HEATED: Final = re.compile(r"\b(?:blanched|boiled|simmered)\b", re.I)
_UNPEELED: Final = re.compile(
    r"\b(?:unpeeled|skins? (?:left )?on|with skins?|not peeled|skin left|skins? and all|with the skins?|in (?:their|its) skins?)\b", re.I
)
_UNHEATED: Final = re.compile(r"\b(?:unblanched|raw|uncooked|not blanched)\b", re.I)
_BLENDED_ANYWAY: Final = ("sauce",)
_COOKED_DOWN_ANYWAY: Final = ("sauce", "chutney", "relish")


def _lines_of(formula: Formula, pair: Pair) -> list[FormulaLine]:
    own = [line for line in formula.jar_lines if line.ingredient is pair.item.line.ingredient]
    return own or [line for line in formula.jar_lines if line.ingredient in pair.slot.given]


def _formula_cut(lines: list[FormulaLine], words: LineWords) -> Cut | None:
    """The biggest cut that the formula allows; None where it leaves one of its lines open."""
    cuts = [cut_of(line.prep, words) for line in lines]
    known = [cut for cut in cuts if cut is not None]
    return max(known, key=lambda cut: (cut.step, cut.thick_mm or 0.0)) if known and len(known) == len(cuts) else None


def cut(case: Case) -> Iterator[Finding]:
    """Bigger pieces than the formula's are a limit, a little smaller a note; a purée of a chunky formula is denser."""
    match, words = case.match, case.library.catalogue.lexicon.line
    if match is None:
        return
    for pair in match.pairs:
        line = pair.item.line
        if line.ingredient.klass in _UNCUT:
            continue
        own, here = _formula_cut(_lines_of(match.formula, pair), words), cut_of(line.text, words)
        if here is not None and own is None and _too_fine(match.formula, here):
            says = f"{line.ingredient.name.capitalize()} {here.word}; the formula leaves it in pieces."
            whole = Remedy("Leave it in pieces, as the formula has it.", line_as_formula(case, line, _lines_of(match.formula, pair)))
            yield finding("density-changed", says, line.number, whole)
        if own is None or here is None:
            continue
        if here.step == WHOLE and any(item.baby for item in _lines_of(match.formula, pair)) and "baby" in line.text.lower():
            continue
        name, how = line.ingredient.name.capitalize(), changed(own, here)
        if how == "much-smaller" and all(is_of(item.prep, here, words) for item in _lines_of(match.formula, pair)):
            continue
        remedy = Remedy(f"Cut it as the formula has it: {own.word}.", line_as_formula(case, line, _lines_of(match.formula, pair)))
        if how == "bigger":
            thicker = "thicker than" if own.step == here.step else f"{here.word}, where"
            says = (
                f"{name}: pieces thicker than the formula's."
                if thicker == "thicker than"
                else f"{name} {here.word}; the formula has it {own.word}."
            )
            yield finding("cut-changed", says, line.number, remedy)
        elif how == "smaller":
            yield finding("cut-changed", f"{name} cut a little smaller than the formula's.", line.number, level="note")
        elif how in ("much-smaller", "pureed") and match.formula.kind not in _BLENDED_ANYWAY:
            yield finding("density-changed", f"{name} {here.word}; the formula has it {own.word}, and looser.", line.number, remedy)


def _too_fine(formula: Formula, here: Cut) -> bool:
    """Puréed anywhere but in a sauce, or grated and minced in a pickle, where the formula speaks of no cut at all."""
    if formula.kind in _BLENDED_ANYWAY:
        return False
    return here.step == PUREED or (here.step <= 0 and formula.kind == "pickle")


def prepared_as_tested(case: Case) -> Iterator[Finding]:
    """Unpeeled, unblanched, unsalted where the formula says otherwise, in a line or in the method."""
    match = case.match
    if match is None:
        return
    for pair in match.pairs:
        line, own = pair.item.line, _lines_of(match.formula, pair)
        if line.ingredient.klass in _UNCUT:
            continue
        for wanted, against, what in ((_PEELED, _UNPEELED, "peeled"), (_HEATED, _UNHEATED, "cooked first")):
            if own and all(wanted.search(item.prep) and "tough" not in item.prep for item in own) and against.search(line.text):
                yield finding(
                    "prep-changed",
                    f"{line.ingredient.name.capitalize()} is {what} in the formula.",
                    line.number,
                    Remedy(f"Have it {what}, as the formula has.", line_as_formula(case, line, own)),
                )
        cooked = _COOKED.search(line.text)
        to_peel = line.ingredient.klass == "pepper" and _TO_PEEL.search(line.text)
        if (
            cooked
            and not to_peel
            and line.ingredient.klass != "legume"  # tinned beans are cooked
            and own
            and line.ingredient.role.role == "produce"
            and not any(_HEATED.search(item.prep) or _COOKED.search(item.prep) for item in own)
        ):
            yield finding(
                "prep-changed",
                f"{line.ingredient.name.capitalize()} is {cooked.group(1).lower()} first; the formula has it raw, and looser in the jar.",
                line.number,
                Remedy("Take it raw, as the formula has.", line_as_formula(case, line, own)),
            )
