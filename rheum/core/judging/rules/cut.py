"""The shape of the pieces, and the preparation that a formula counts on: cut, purée, peel, soak."""

from __future__ import annotations

import re
from collections.abc import Iterator
from typing import Final

from rheum.core.facts.formulas import Formula, FormulaLine
from rheum.core.facts.ingredients import words_of
from rheum.core.facts.lexicon import LineWords
from rheum.core.judging.findings import Finding, Remedy, finding
from rheum.core.judging.remedies import line_as_formula
from rheum.core.matching.case import Case
from rheum.core.matching.match import Pair
from rheum.core.recipe.cut import PUREED, THICKER, WHOLE, Cut, changed, cut_of, is_of
from rheum.core.recipe.recipe import RecipeLine, What

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


def _said_of(line: RecipeLine) -> str:
    """The words of a line; of what a sentence of the method gives, those between its commas that name it."""
    if line.section != "method":
        return line.text
    names = {word for name in (line.ingredient.name, *line.ingredient.aliases) for word in words_of(name)}
    return next((part for part in re.split(r"[,;(]| and ", line.text) if names & set(words_of(part))), "")


def cut(case: Case) -> Iterator[Finding]:
    """Bigger pieces than the formula's are a limit, a little smaller a note; a purée of a chunky formula is denser."""
    match, words = case.match, case.library.catalogue.lexicon.line
    if match is None:
        return
    for pair in match.pairs:
        line = pair.item.line
        if line.ingredient.klass in _UNCUT:
            continue
        own, here = _formula_cut(_lines_of(match.formula, pair), words), cut_of(_said_of(line), words)
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
    said = {what: number for number, what in reversed(case.recipe.method.shape)}
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
    yield from _said_in_prose(case, match.formula, said)
    yield from _thicker_in_prose(case)


def _thicker_in_prose(case: Case) -> Iterator[Finding]:
    """Pieces that the method cuts thicker than the formula, or leaves in halves and quarters where it slices. What is meant by “them” is held
    against the thickest of the formula's."""
    match, words = case.match, case.library.catalogue.lexicon.line
    if match is None:
        return
    owns = {
        pair.item.line.ingredient.id: own
        for pair in match.pairs
        if pair.item.line.ingredient.klass not in _UNCUT and (own := _formula_cut(_lines_of(match.formula, pair), words)) is not None
    }
    for said in case.recipe.method.cuts:
        mine = [own for food, own in owns.items() if food in said.foods] if said.foods else list(owns.values())
        thick = [own.thick_mm for own in mine if own.thick_mm is not None]
        thicker = said.thick_mm is not None and thick and said.thick_mm > max(thick) * THICKER
        bigger = said.step is not None and mine and all(own.step < said.step for own in mine)
        if thicker or bigger:
            yield finding("cut-changed", "The method cuts it bigger than the formula.", said.line, "Cut it as the formula does.")


def _said_in_prose(case: Case, formula: Formula, said: dict[What, int]) -> Iterator[Finding]:
    preps = " ".join(line.prep for line in formula.jar_lines if "tough" not in line.prep)
    steps = formula.steps.lower()
    if "unpeeled" in said and _PEELED.search(preps):
        yield finding(
            "prep-changed", "The text leaves the skins on; the formula peels them off.", said["unpeeled"], "Slip the skins off first."
        )
    if "unsalted" in said and any(line.prep_only for line in formula.lines):
        yield finding("prep-changed", "The text skips the soak or the salting.", said["unsalted"], "Soak or salt as the formula has it.")
    if "pureed" in said and formula.kind not in _BLENDED_ANYWAY:
        yield finding("density-changed", "The text purées what the formula leaves in pieces.", said["pureed"], "Leave it in pieces.")
    strains = formula.work is not None and any(task.do in ("strain", "drain", "press") for task in formula.work.tasks)
    if "drained" in said and formula.own is None and formula.kind in ("salsa", "sauce") and "drain" not in steps and not strains:
        yield finding(
            "density-changed", "The text drains off the juice; the formula keeps it.", said["drained"], "Keep the juice with the rest."
        )
    if "thicker" in said and formula.kind not in _COOKED_DOWN_ANYWAY and "halved" not in steps:
        yield finding(
            "density-changed", "The text cooks it thicker than the formula.", said["thicker"], "Cook no longer than the formula says."
        )
    if "whole-baby" in said and not any(line.baby for line in formula.jar_lines):
        said = {**said, "whole": said["whole-baby"]}
    slit = "slit" in preps and re.search(r"\b(?:slit|slash|pierce|prick)", "\n".join(case.recipe.source), re.I)
    if "whole" in said and not slit:
        cuts = [
            cut_of(line.prep, case.library.catalogue.lexicon.line)
            for line in formula.jar_lines
            if line.ingredient.klass not in _UNCUT and line.ingredient.role.role == "produce"
        ]
        known = [cut for cut in cuts if cut is not None]
        if known and all(cut.step < WHOLE for cut in known):
            yield finding("cut-changed", "The text leaves whole what the formula cuts.", said["whole"], "Cut it as the formula does.")
