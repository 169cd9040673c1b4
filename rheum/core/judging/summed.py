"""A case and its findings summed up as a verdict: what is told to the person, part by part."""

from __future__ import annotations

import math
import re
from itertools import groupby
from operator import itemgetter
from typing import Final, Literal

from rheum.core.facts.choices import practice
from rheum.core.judging.codes import Level
from rheum.core.judging.findings import Destination, Finding, destination_of
from rheum.core.judging.keeping import fridge_keeping
from rheum.core.judging.process import Process, process_for
from rheum.core.judging.rules.acid import brine_short
from rheum.core.judging.rules.own_method import heard_against, says_of, tested_sentences
from rheum.core.judging.rules.table import PROCESS_ALONE
from rheum.core.judging.verdict import (
    AcidLedger,
    BlockOf,
    Differs,
    FormulaRef,
    HeardInMethod,
    JarChoice,
    Kitchen,
    LineMark,
    LineRead,
    Mol,
    NearRef,
    Offers,
    OwnMethod,
    PassedOver,
    Ph,
    PlaceAsk,
    Proposed,
    ProposedFrom,
    UnreadLine,
    Verdict,
)
from rheum.core.matching.case import Case
from rheum.core.matching.differences import differences
from rheum.core.matching.distance import Near
from rheum.core.matching.eating import alike
from rheum.core.matching.match import match_to
from rheum.core.measures.altitude import boiling_point_c
from rheum.core.measures.units import MM_PER_INCH
from rheum.core.parsing.method_text import lows_of_sentence
from rheum.core.parsing.recipe import Heard, Recipe
from rheum.core.parsing.writing import steps_text

# Findings with which nobody knows how much acid a jar holds, or with which acid is not what keeps it.
_THREE_DAYS: Final = frozenset(
    {"vinegar-strength-unknown", "juice-fresh", "line-unread", "vinegar-too-weak", "starch-added", "dairy-or-meat"}
)


def process_of(case: Case, findings: tuple[Finding, ...]) -> Process | None:
    """Minutes only when formula, altitude and jar are known and every limit is one of process alone."""
    bars = {found.code for found in findings if found.level in ("stop", "limit")}
    if case.match is None or case.settings.altitude is None or bars - PROCESS_ALONE:
        return None
    formula = case.match.formula
    return process_for(
        formula,
        case.jar,
        case.pack,
        case.settings.altitude,
        method=case.settings.method or "bath",
        headspace_mm=formula.headspace_mm,
        choices=case.settings.choices,
        asked=case.settings.minutes,
    )


def _ledger(case: Case) -> AcidLedger:
    ph = case.ph
    brought = [Mol(dose.line, round(dose.brought_mol, 4), dose.name) for dose in case.doses]
    taken = []
    if ph is not None:
        for buffer in case.buffers:
            mol = round(buffer.takes_up_mol(ph.mid), 4)
            if mol < 0:
                brought.append(Mol(buffer.line, -mol, buffer.name))
            elif mol > 0:
                taken.append(Mol(buffer.line, mol, buffer.name))
    return AcidLedger(
        brine_percent=_rounded(case.brine_percent),
        formula_brine_percent=_rounded(case.match.profile.brine_percent) if case.match else None,
        brine_short=brine_short(case),
        ph=Ph(round(ph.low, 2), round(ph.mid, 2), round(ph.high, 2)) if ph else None,
        brought=tuple(brought),
        taken_up=tuple(taken),
    )


def _rounded(value: float | None) -> float | None:
    return None if value is None else round(value, 2)


def _lines_read(case: Case) -> tuple[LineRead, ...]:
    measured = {id(item.line): item for item in case.lines}
    found = []
    for line in case.recipe.lines:
        item = measured.get(id(line))
        amount = ""
        if item and item.bulk:
            liquid = line.ingredient.role.liquid or item.role == "fat"
            value, unit = (item.bulk.ml[1], "ml") if liquid and item.bulk.ml else (item.bulk.grams[1], "g")
            amount = f"{value / 1000:.2f} {'l' if unit == 'ml' else 'kg'}" if value >= 1000 else f"{value:.3g} {unit}"
        found.append(LineRead(line=line.number, reads_as=line.called, section=line.section, role=line.ingredient.role.role, amount=amount))
    return tuple(found)


def _differs(case: Case, near: Near) -> Differs:
    match = case.match
    if match is None or match.formula is not near.formula:
        match = match_to(case.lines, near.formula, case.library, case.jar.process_class)
    return Differs(near.formula.id, tuple(differences(match)))


def _stop(findings: tuple[Finding, ...]) -> str | None:
    stop = next((found for found in findings if found.level == "stop"), None)
    if stop is None:
        return None
    return f"Line {stop.line}: {stop.says}" if stop.line is not None else stop.says


def _unread_only(case: Case, findings: tuple[Finding, ...]) -> bool:
    """Whether nothing but words that were not heard stands between a recipe and its verdict."""
    waiting = {item.line for item in case.recipe.unread}
    bars = [found for found in findings if found.level in ("stop", "limit")]
    return bool(waiting) and all(found.code == "line-unread" and found.line in waiting for found in bars)


def _blocks(recipe: Recipe) -> tuple[BlockOf, ...]:
    """The lines of a text by the part they play, those of one part that follow one another together."""
    found: list[BlockOf] = []
    for role, lines in groupby(recipe.roles, key=itemgetter(1)):
        numbers = [number for number, _ in lines]
        found.append(BlockOf(numbers[0], numbers[-1], role))
    return tuple(found)


def _marks(case: Case, findings: tuple[Finding, ...]) -> tuple[LineMark, ...]:
    # The findings come worst first.
    worst: dict[int, Level] = {}
    for found in findings:
        if found.line is not None:
            worst.setdefault(found.line, found.level)
    for said in heard_against(case):
        worst.setdefault(said.line, "limit")
    return tuple(LineMark(line, level) for line, level in sorted(worst.items()))


def _as_tested(case: Case, findings: tuple[Finding, ...]) -> bool:
    """Whether every line stands as the formula was tested: nothing is found but measures taken in their usual sense, and every
    ingredient is known by itself and not by where somebody placed it."""
    plain = destination_of(findings) == "shelf" and all(found.code == "measure-assumed" for found in findings)
    return plain and _no_other_method(case) and not any(line.ingredient.id in case.library.placed for line in case.recipe.in_jar)


def _no_other_method(case: Case) -> bool:
    """Whether a text tells no method, or only the tested steps as Rheum writes them."""
    if not case.recipe.method.present:
        return True
    if case.match is None:
        return False
    tested = tested_sentences(case.match.formula, case.library.catalogue.lexicon.blocks)
    return all(lows_of_sentence(sentence) in tested for _, sentence in case.recipe.method.sentences)


def _steps(case: Case, destination: Destination) -> Literal["tested", "own"] | None:
    """By whose steps it is made: for the shelf by the tested ones alone, for the refrigerator by the page's own where it tells any."""
    if destination == "shelf":
        return "tested"
    return "own" if destination == "fridge" and case.recipe.method.present else None


def _acid_said_less(case: Case) -> bool:
    """Whether the page's own method leaves acid out, or thins it: a refrigerator batch made by it has nobody knows how much."""
    return not case.settings.set_aside and any(said.kind in ("acid-less", "water-in") for said in case.recipe.method.heard)


BY_TESTED_STEPS: Final = "Made by the tested steps. Your page's own method is not followed."


def _own_method(case: Case, heard: tuple[Heard, ...], steps: str | None) -> OwnMethod:
    told = case.recipe.method
    says = BY_TESTED_STEPS if steps == "tested" and not _no_other_method(case) else ""
    return OwnMethod(
        present=told.present,
        set_aside=case.settings.set_aside,
        says=says,
        heard=tuple(HeardInMethod(said.line, said.kind, said.text, says_of(said, case)) for said in heard),
        offers=Offers(
            jar=told.jars[0][1] if told.jars else None,
            pack=told.pack,
            headspace_mm=round(told.headspaces_mm[0][1], 2) if told.headspaces_mm else None,
            minutes=told.minutes[0].minutes if told.minutes else None,
        ),
    )


def sum_up(case: Case, findings: tuple[Finding, ...]) -> Verdict:
    match = case.match
    formula = match.formula if match else None
    height = case.settings.altitude
    wanted = MM_PER_INCH / 2 if formula is None else formula.headspace_mm
    gap = case.settings.headspace_mm or wanted
    allergens = sorted({allergen for line in case.recipe.in_jar for allergen in line.ingredient.allergens})
    metres = float(height.metres) if height else None
    heard = heard_against(case)
    acid_known = not any(found.code in _THREE_DAYS for found in findings) and not _acid_said_less(case)
    destination = destination_of(findings)
    return Verdict(
        title=case.recipe.title,
        destination=destination,
        formula=FormulaRef(formula.id, formula.title, formula.says_source, formula.recall) if formula else None,
        nearest=tuple(NearRef(near.formula.id, near.formula.title, round(near.distance, 3)) for near in case.near),
        findings=findings,
        acid=_ledger(case),
        kitchen=Kitchen(
            round(metres, 1) if metres is not None else None, round(boiling_point_c(metres), 2) if metres is not None else None
        ),
        jar=JarChoice(case.jar.id, case.jar.title, round(gap, 2), case.jar_chosen_by),
        process=process_of(case, findings),
        unread=tuple(
            UnreadLine(item.line, item.text, item.why, item.word, case.library.catalogue[item.food].name if item.food else None)
            for item in case.recipe.unread
        ),
        lines=_lines_read(case),
        pack=case.pack if case.pack_known else None,
        fridge=fridge_keeping(case.ph, acid_known, formula.kind if formula else None),
        jars_low=max(1, math.floor(round(match.jars(0), 1))) if match else None,
        jars_high=max(1, math.ceil(round(match.jars(1), 1))) if match else None,
        headspace_wanted_mm=wanted,
        allergens=tuple(allergens),
        chosen=case.settings.formula_id is not None,
        own_formula=formula is not None and formula.own is not None,
        differs=tuple(_differs(case, near) for near in case.near),
        to_place=tuple(PlaceAsk(item.line, item.name) for item in case.recipe.unread if item.name),
        as_tested=_as_tested(case, findings),
        stop=_stop(findings),
        marks=_marks(case, findings),
        unread_only=_unread_only(case, findings),
        blocks=_blocks(case.recipe),
        passed_over=tuple(PassedOver(line.number, line.passed) for line in case.recipe.lines if line.passed),
        alike=tuple(NearRef(near.formula.id, near.formula.title, round(near.distance, 3), eats.says) for near, eats in alike(case))
        if match is None
        else (),
        worst=next((found.says for found in findings if found.level in ("stop", "limit")), None),
        steps=_steps(case, destination),
        method=_own_method(case, heard, _steps(case, destination)),
        tested_steps=tuple(re.sub(r"^\d+\. ", "", step) for step in steps_text(formula, case.pack)) if formula else (),
        proposed=tuple(Proposed(one.written, ProposedFrom(one.line, one.words)) for one in case.recipe.method.proposed),
        practice=practice(case.settings.choices, formula is not None and formula.by_chart, formula is not None),
    )
