"""text → recipe → matched formula → findings → verdict → process: the straight line, one function an arrow."""

from __future__ import annotations

import math
import re
from collections.abc import Iterable
from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Final, get_args

from rheum.core.facts.choices import practice
from rheum.core.facts.circumstances import CannerMethod, Settings
from rheum.core.facts.formulas import Formula, Pack
from rheum.core.facts.ingredients import words_of
from rheum.core.facts.jars import Jar, plain_jar
from rheum.core.facts.library import Library
from rheum.core.judging.codes import CODES, LEVELS, Level
from rheum.core.judging.findings import Finding, destination_of, worst_first
from rheum.core.judging.keeping import fridge_keeping
from rheum.core.judging.process import Process, process_for
from rheum.core.judging.rules.acid import brine_short
from rheum.core.judging.rules.reading import ph_of
from rheum.core.judging.rules.table import CIRCUMSTANCE, COMPOSITION, LEAVES_TESTED, PROCESS_ALONE
from rheum.core.judging.verdict import (
    AcidLedger,
    BlockOf,
    Differs,
    FormulaRef,
    JarChoice,
    Kitchen,
    LineMark,
    LineRead,
    MarkedSentence,
    Mol,
    NearRef,
    PassedOver,
    Ph,
    PlaceAsk,
    UnreadLine,
    Verdict,
    Vouched,
)
from rheum.core.matching.case import Case, ChosenBy
from rheum.core.matching.differences import differences
from rheum.core.matching.distance import CUT_OFF, MET, TIE, Near, nearest
from rheum.core.matching.match import match_to
from rheum.core.matching.measured import Measured, measure, plausible_families
from rheum.core.measures.altitude import boiling_point_c
from rheum.core.measures.refused import RequestError
from rheum.core.measures.units import MM_PER_INCH, Family
from rheum.core.recipe.recipe import Recipe
from rheum.core.recipe.text import UnreadableRecipe, read_recipe
from rheum.core.recipe.writing import formula_text, steps_text

SHOWN_NEAREST: Final = 3
# Findings that rest on what is missing: while a line was not heard, what is missing may stand in it.
WAITS: Final = frozenset({"low-acid-alone", "garlic-or-herb-in-oil", "ph-high", "acid-reduced", "no-tested-formula"})
WAITS_FOR_ACID: Final = frozenset({"water-added", "acid-swap-down", "low-acid-increased", "acid-fruit-added"})
_LEAST_ML: Final = 50
_MOST_ML: Final = 4000
_MOST_HEADSPACE_MM: Final = 60.0
_MOST_MINUTES: Final = 600.0
_MOST_WAYS: Final = 12


@dataclass(frozen=True, slots=True, eq=False)
class Judged:
    """A verdict, and the recipe as the rules saw it: under the family of cups and the formula that the verdict rests on."""

    verdict: Verdict
    case: Case


@lru_cache(maxsize=1024)
def judge(text: str, settings: Settings, library: Library) -> Judged:
    """Judge recipe text; a text judged before, under the same settings and facts, is not judged again.
    Raises UnreadableRecipe where nothing in it is usable, RequestError for a bad setting."""
    return judge_recipe(read_recipe(text, library.catalogue, settings.roles), settings, library)


def judge_if_read(text: str, settings: Settings, library: Library) -> Judged | None:
    """The same; None where nothing in the text can be read or a setting does not fit any more."""
    try:
        return judge(text, settings, library)
    except (UnreadableRecipe, RequestError):
        return None


def check_text(text: str, settings: Settings, library: Library) -> Verdict:
    """The verdict of a recipe text alone."""
    return judge(text, settings, library).verdict


def judge_recipe(recipe: Recipe, settings: Settings, library: Library) -> Judged:
    """Judge a recipe: in every way its lines can be meant, under every plausible family of cups, against every formula that ties, and the
    strictest counts."""
    check_settings(settings, library)
    found, tied = [], dict[str, None]()
    for meant in ways(recipe):
        for family in _families(meant, settings):
            lines = measure(meant, family)
            near = nearest(lines, library, _said_pack(meant, settings))
            formulas = _formulas(near, settings, library)
            if len(formulas) > 1:
                tied.update((formula.id, None) for formula in formulas if formula)
            for formula in formulas:
                case = _case(meant, settings, library, family=family, formula=formula, lines=lines, near=near)
                found.append(Judged(_verdict(case, _findings(case)), case))
    strictest = min(found, key=lambda judged: _strictness(judged.verdict))
    return Judged(replace(strictest.verdict, tied=tuple(tied)), strictest.case)


def ways(recipe: Recipe) -> list[Recipe]:
    """A recipe as it reads first, and once more for every other way in which one of its lines can be meant (“lemon or lime juice”)."""
    found = [recipe]
    for at, line in enumerate(recipe.lines):
        found += [replace(recipe, lines=(*recipe.lines[:at], other, *recipe.lines[at + 1 :])) for other in line.also]
    return found[:_MOST_WAYS]


def check_settings(settings: Settings, library: Library) -> None:
    """RequestError with a sentence for a jar, formula, headspace or time that cannot be used."""
    if settings.jar is not None:
        jar_named(settings.jar, library)
    if settings.formula_id is not None and settings.formula_id not in library.formulas:
        raise RequestError("formula_id", f"There is no formula “{settings.formula_id}”. Choose one from the list, or leave it out.")
    for field, value, most in (("headspace_mm", settings.headspace_mm, _MOST_HEADSPACE_MM), ("minutes", settings.minutes, _MOST_MINUTES)):
        if value is not None and not (math.isfinite(value) and 0 < value <= most):
            word = "A headspace" if field == "headspace_mm" else "A time"
            raise RequestError(field, f"{word} must be above zero and at most {most:g} {'mm' if field == 'headspace_mm' else 'minutes'}.")
    if settings.method is not None and settings.method not in get_args(CannerMethod):
        raise RequestError("method", "The method is bath or steam.")
    if settings.pack is not None and settings.pack not in get_args(Pack):
        raise RequestError("pack", "The pack is raw or hot.")
    if settings.measures is not None and settings.measures not in get_args(Family):
        raise RequestError("measures", "The measures are us, metric or imperial.")


def jar_named(name: str, library: Library) -> Jar:
    """A shipped jar by id, or a plain millilitre size such as `330ml`. RequestError for anything else."""
    if name in library.jars:
        return library.jars[name]
    digits = name.removesuffix("ml").strip()
    if name.endswith("ml") and re.fullmatch("[0-9]{2,4}", digits) and _LEAST_ML <= int(digits) <= _MOST_ML:
        return plain_jar(name, float(digits))
    raise RequestError("jar", f"There is no jar “{name[:40]}”. Choose one of {', '.join(library.jars)}, or a size such as 330ml.")


def _families(recipe: Recipe, settings: Settings) -> list[Family]:
    if settings.measures:
        return [settings.measures]
    return plausible_families(recipe)


def _said_pack(recipe: Recipe, settings: Settings) -> Pack | None:
    if settings.pack:
        return settings.pack
    said = {pack for _, pack in recipe.method.packs}
    return said.pop() if len(said) == 1 else None


def _formulas(near: list[Near], settings: Settings, library: Library) -> list[Formula | None]:
    """The formula that the person follows; else the nearest and those that tie with it; else none within the cut-off."""
    if settings.formula_id:
        return [library.formulas[settings.formula_id]]
    if near[0].distance > CUT_OFF:
        return [None]
    if near[0].distance <= MET:
        # Two that are both met outright are a tie: a formula of one's own beside the shipped one it resembles.
        return [n.formula for n in near if n.distance <= MET and n.distance - near[0].distance <= TIE]
    return [n.formula for n in near if n.distance - near[0].distance <= TIE and n.distance <= CUT_OFF]


def _strictness(verdict: Verdict) -> tuple[int, int, int]:
    """Strictest first: discard, fridge, shelf; then the more limits; then the more minutes."""
    order = ("discard", "fridge", "shelf").index(verdict.destination)
    minutes = verdict.process.minutes if verdict.process else 0
    return order, -sum(1 for found in verdict.findings if found.level in ("stop", "limit")), -minutes


def _choose_jar(recipe: Recipe, settings: Settings, formula: Formula | None, library: Library) -> tuple[Jar, ChosenBy]:
    """The jar asked for; else the one size the text names; else the formula's yield jar."""
    if settings.jar:
        return jar_named(settings.jar, library), "request"
    named = list(dict.fromkeys(jar for _, jar in recipe.method.jars))
    if len(named) == 1:
        return library.jars[named[0]], "text"
    if formula is None:
        return library.jars["pint"], "formula"
    return library.jars[formula.yields.jar], "formula"


def _case(
    recipe: Recipe,
    settings: Settings,
    library: Library,
    *,
    family: Family,
    formula: Formula | None,
    lines: tuple[Measured, ...],
    near: list[Near],
) -> Case:
    jar, chosen_by = _choose_jar(recipe, settings, formula, library)
    said = _said_pack(recipe, settings)
    return Case(
        recipe=recipe,
        settings=settings,
        library=library,
        family=family,
        family_assumed=settings.measures is None,
        lines=lines,
        near=tuple(near[:SHOWN_NEAREST]),
        match=match_to(lines, formula, library, jar.process_class) if formula else None,
        jar=jar,
        jar_chosen_by=chosen_by,
        pack=said or (formula.pack if formula else "hot"),
        pack_known=said is not None or formula is not None,
    )


def _findings(case: Case) -> tuple[Finding, ...]:
    composition = [found for rule in COMPOSITION for found in rule(case)]
    changed = case.match is None or any(found.code not in LEAVES_TESTED for found in composition)
    if changed and case.match is not None and destination_of(composition) == "shelf":
        changed = _above_formula(case)
    circumstance = [found for rule in CIRCUMSTANCE for found in rule(case)]
    estimate = list(ph_of(case, changed))
    found = [*_most_specific(composition), *circumstance, *estimate]
    if any(item.waits and item.sentence is None for item in case.recipe.unread):
        # What was not heard poisons nothing: no finding that rests on a line nobody has heard yet.
        waits = WAITS | WAITS_FOR_ACID if _acid_waits(case) else WAITS
        found = [one for one in found if one.code not in waits]
    return worst_first(found)


def _acid_waits(case: Case) -> bool:
    """Whether a line that was not heard names an acid: then how much acid there is nobody knows yet."""
    named = (match for item in case.recipe.unread if item.waits for match in case.library.catalogue.within(words_of(item.text)))
    return any(match.ingredient.role.acid for match in named)


def _above_formula(case: Case) -> bool:
    """Whether a permitted change moves the estimate's upper bound above the tested formula's own."""
    match = case.match
    if match is None or case.ph is None:
        return True
    own = formula_ph(match.formula, case.library)
    return own is None or case.ph.high > own.high + 0.02


@lru_cache(maxsize=512)
def formula_ph(formula: Formula, library: Library) -> Ph | None:
    """The estimate for a formula as written, in its own pack."""
    recipe = read_recipe(formula_text(formula), library.catalogue)
    lines = measure(recipe, "us")
    near = [Near(formula, 0.0)]
    settings = Settings(pack=formula.pack, measures="us")
    band = _case(recipe, settings, library, family="us", formula=formula, lines=lines, near=near).ph
    return Ph(band.low, band.mid, band.high) if band else None


def _most_specific(findings: Iterable[Finding]) -> list[Finding]:
    """One code of produce or other ingredients a line: the worst level, and of equals the one found first."""
    kept: dict[int, Finding] = {}
    others = []
    for found in findings:
        if found.line is None or CODES[found.code].group == "acid" or found.code in ("line-unread", "acid-reduced"):
            others.append(found)
        elif found.line not in kept or LEVELS.index(found.level) < LEVELS.index(kept[found.line].level):
            kept[found.line] = found
    return [*others, *kept.values()]


def _process(case: Case, findings: tuple[Finding, ...]) -> Process | None:
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
    )


def _ledger(case: Case) -> AcidLedger:
    ph = case.ph
    brought = [Mol(dose.line, round(dose.brought_mol, 4)) for dose in case.doses]
    taken = []
    if ph is not None:
        for buffer in case.buffers:
            mol = round(buffer.takes_up_mol(ph.mid), 4)
            if mol < 0:
                brought.append(Mol(buffer.line, -mol))
            elif mol > 0:
                taken.append(Mol(buffer.line, mol))
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
        name = line.ingredient.name + (f" {line.strength:g} %" if line.strength is not None else "")
        found.append(LineRead(line=line.number, reads_as=name, section=line.section, role=line.ingredient.role.role, amount=amount))
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
    waiting = {item.line for item in case.recipe.unread if item.waits}
    bars = [found for found in findings if found.level in ("stop", "limit")]
    return bool(waiting) and all(found.code == "line-unread" and found.line in waiting for found in bars)


def _blocks(recipe: Recipe) -> tuple[BlockOf, ...]:
    """The lines of a text by the part they play, those of one part that follow one another together."""
    found: list[BlockOf] = []
    for number, role in recipe.roles:
        if found and found[-1].role == role:
            found[-1] = replace(found[-1], last=number)
        else:
            found.append(BlockOf(number, number, role))
    return tuple(found)


def _marks(case: Case, findings: tuple[Finding, ...]) -> tuple[LineMark, ...]:
    # The findings come worst first.
    worst: dict[int, Level] = {}
    for found in findings:
        if found.line is not None:
            worst.setdefault(found.line, found.level)
    if case.match is not None:
        for number, _ in case.recipe.method.opened:
            worst.setdefault(number, "caution")
    return tuple(LineMark(line, level) for line, level in sorted(worst.items()))


def _as_tested(case: Case, findings: tuple[Finding, ...]) -> bool:
    """Whether every line stands as the formula was tested: nothing is found but measures taken in their usual sense, and every
    ingredient is known by itself and not by where somebody placed it."""
    plain = destination_of(findings) == "shelf" and all(found.code == "measure-assumed" for found in findings)
    return plain and not any(line.ingredient.id in case.library.placed for line in case.recipe.in_jar)


def _verdict(case: Case, findings: tuple[Finding, ...]) -> Verdict:
    match = case.match
    formula = match.formula if match else None
    height = case.settings.altitude
    wanted = MM_PER_INCH / 2 if formula is None else formula.headspace_mm
    gap = case.settings.headspace_mm or wanted
    allergens = sorted({allergen for line in case.recipe.in_jar for allergen in line.ingredient.allergens})
    metres = float(height.metres) if height else None
    own_steps = tuple(steps_text(formula, case.pack)) if formula and case.recipe.method.opened else ()
    acid_known = not any(found.code in ("vinegar-strength-unknown", "juice-fresh", "line-unread", "vinegar-too-weak") for found in findings)
    return Verdict(
        title=case.recipe.title,
        destination=destination_of(findings),
        formula=FormulaRef(formula.id, formula.title, formula.says_source, formula.recall) if formula else None,
        nearest=tuple(NearRef(near.formula.id, near.formula.title, round(near.distance, 3)) for near in case.near),
        findings=findings,
        acid=_ledger(case),
        kitchen=Kitchen(
            round(metres, 1) if metres is not None else None, round(boiling_point_c(metres), 2) if metres is not None else None
        ),
        jar=JarChoice(case.jar.id, case.jar.title, round(gap, 2), case.jar_chosen_by),
        process=_process(case, findings),
        unread=tuple(
            UnreadLine(item.line, item.text, item.why, item.word, case.library.catalogue[item.food].name if item.food else None, item.waits)
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
        own_steps=own_steps,
        vouched=Vouched(case.recipe.method.sentences, tuple(MarkedSentence(*said) for said in case.recipe.method.opened))
        if match
        else None,
        worst=next((found.says for found in findings if found.level in ("stop", "limit")), None),
        practice=practice(case.settings.choices, formula is not None and formula.by_chart, formula is not None),
    )
