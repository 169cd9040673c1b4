"""text → recipe → matched formula → findings → verdict → process: the straight line, one function an arrow."""

from __future__ import annotations

import math
import re
from collections.abc import Iterable
from dataclasses import dataclass, replace
from functools import cached_property, lru_cache
from typing import Final, get_args

from rheum.core.facts.circumstances import CannerMethod, Settings
from rheum.core.facts.formulas import Formula, Pack
from rheum.core.facts.ingredients import Ingredient, words_of
from rheum.core.facts.jars import Jar, plain_jar
from rheum.core.facts.library import Library
from rheum.core.judging.codes import CODES, LEVELS
from rheum.core.judging.findings import Alternative, Finding, Remedy, destination_of, finding, in_turn, worst_first
from rheum.core.judging.remedies import replaced
from rheum.core.judging.rules.reading import ph_of
from rheum.core.judging.rules.table import CIRCUMSTANCE, COMPOSITION, LEAVES_TESTED
from rheum.core.judging.summed import process_of, sum_up
from rheum.core.judging.verdict import (
    Ph,
    Verdict,
)
from rheum.core.matching.case import Case, ChosenBy
from rheum.core.matching.distance import CUT_OFF, MET, TIE, Near, nearest
from rheum.core.matching.match import match_to
from rheum.core.matching.measured import Measured, measure, plausible_families
from rheum.core.matching.soaking import soaked_as_tested
from rheum.core.measures.refused import RequestError
from rheum.core.measures.units import Family
from rheum.core.parsing.plain_lines import strip_bullet
from rheum.core.parsing.recipe import Recipe
from rheum.core.parsing.text import UnreadableRecipe, read_recipe
from rheum.core.parsing.writing import formula_text

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


@dataclass(frozen=True, eq=False)
class _Weighed:
    """One way in which a recipe can be meant, and what was found so: all that is needed to tell which counts."""

    case: Case
    findings: tuple[Finding, ...]

    @cached_property
    def strictness(self) -> tuple[int, int, int]:
        """Strictest first: discard, fridge, shelf; then the more limits; then the more minutes."""
        order = ("discard", "fridge", "shelf").index(destination_of(self.findings))
        process = process_of(self.case, self.findings)
        return order, -sum(1 for found in self.findings if found.level in ("stop", "limit")), -(process.minutes if process else 0)


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
    found, tied = list[_Weighed](), dict[str, None]()
    for meant in ways(recipe):
        for family in _families(meant, settings):
            lines = measure(meant, family)
            near = nearest(lines, library, settings.pack, title=meant.title, unweighed=_unweighed(meant, library))
            formulas = _formulas(near, settings, library)
            if len(formulas) > 1:
                tied.update((formula.id, None) for formula in formulas if formula)
            for formula in formulas:
                case = _case(meant, settings, library, family=family, formula=formula, lines=lines, near=near)
                found.append(_Weighed(case, _findings(case)))
    strictest = min(found, key=lambda weighed: weighed.strictness)
    verdict = replace(sum_up(strictest.case, strictest.findings), tied=tuple(tied))
    if asked := _weighed_either_way(strictest, found):
        verdict = replace(verdict, findings=worst_first([*verdict.findings, *asked]))
    return Judged(replace(verdict, findings=in_turn(verdict.findings)), strictest.case)


def _weighed_either_way(strictest: _Weighed, found: Iterable[_Weighed]) -> list[Finding]:
    """A press for each line whose weight may be meant as bought or as prepared, where the verdict hangs on it."""
    asked = []
    for at, line in enumerate(strictest.case.recipe.lines):
        others = [one for one in found if one.case.recipe.lines[at].prepared != line.prepared]
        if others and max(one.strictness for one in others) > strictest.strictness:
            text = line.text.strip()
            bare = strip_bullet(text)
            asked.append(
                finding(
                    "weight-either",
                    f"“{text}” was counted as the weight {'when prepared' if line.prepared else 'as bought'}, which is the worse here. Which is it?",
                    line.number,
                    Remedy(
                        "It was weighed as bought.",
                        replaced(strictest.case, line, f"{bare} (as bought)"),
                        Alternative("It was weighed when prepared", replaced(strictest.case, line, f"{bare} (prepared weight)")),
                    ),
                )
            )
    return asked


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


def _unweighed(recipe: Recipe, library: Library) -> frozenset[Ingredient]:
    """Produce that stands on lines which were not heard whole: “4 bunches asparagus” still tells which formula it is."""
    listed = {number for number, role in recipe.roles if role in ("list", "per-jar")}
    named = (library.catalogue.within(words_of(item.text)) for item in recipe.unread if item.line in listed)
    return frozenset(match.ingredient for found in named for match in found if match.ingredient.role.role == "produce")


def _formulas(near: list[Near], settings: Settings, library: Library) -> list[Formula | None]:
    """The formula that the person follows; else the nearest and those that tie with it; else none within the cut-off."""
    if settings.formula_id:
        return [library.formulas[settings.formula_id]]
    if near[0].distance > CUT_OFF:
        return [None]
    if near[0].distance <= MET:
        # Two that are both met outright are a tie: a formula of one's own beside the shipped one it resembles.
        return [n.formula for n in near if n.distance <= MET and n.distance - near[0].distance <= TIE]
    if near[0].named:
        return [near[0].formula]
    return [n.formula for n in near if n.distance - near[0].distance <= TIE and n.distance <= CUT_OFF]


def _choose_jar(recipe: Recipe, settings: Settings, formula: Formula | None, library: Library) -> tuple[Jar, ChosenBy]:
    """The jar asked for; else the one size the text names; else the formula's yield jar."""
    if settings.jar:
        return jar_named(settings.jar, library), "request"
    named = list(dict.fromkeys(jar for _, jar in recipe.jars))
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
    match = match_to(lines, formula, library, jar.process_class) if formula else None
    if match is not None and (soaked := soaked_as_tested(recipe, match, family)) is not recipe:
        recipe, lines = soaked, measure(soaked, family)
        match = match_to(lines, match.formula, library, jar.process_class)
    return Case(
        recipe=recipe,
        settings=settings,
        library=library,
        family=family,
        family_assumed=settings.measures is None,
        lines=lines,
        all_near=tuple(near),
        match=match,
        jar=jar,
        jar_chosen_by=chosen_by,
        pack=settings.pack or (formula.pack if formula else "hot"),
        pack_known=settings.pack is not None or formula is not None,
    )


def _findings(case: Case) -> tuple[Finding, ...]:
    composition = [found for rule in COMPOSITION for found in rule(case)]
    changed = case.match is None or any(found.code not in LEAVES_TESTED and not _asks(found) for found in composition)
    if changed and case.match is not None and destination_of(composition) == "shelf":
        changed = _above_formula(case)
    circumstance = [found for rule in CIRCUMSTANCE for found in rule(case)]
    estimate = list(ph_of(case, changed))
    found = [*_most_specific(composition), *circumstance, *estimate]
    if case.recipe.parts:
        return worst_first([one for one in found if one.code == "recipes-several" or one.level == "stop"])
    if case.recipe.unread:
        # What was not heard poisons nothing: no finding that rests on a line nobody has heard yet.
        waits = WAITS | WAITS_FOR_ACID if _acid_waits(case) else WAITS
        found = [one for one in found if one.code not in waits]
    return worst_first(found)


def _asks(found: Finding) -> bool:
    """Whether a finding only asks for what is taken to be as tested."""
    return found.code in ("prep-changed", "tinned-for-fresh") and found.level in ("caution", "note")


def _acid_waits(case: Case) -> bool:
    """Whether a line that was not heard names an acid: then how much acid there is nobody knows yet."""
    named = (match for item in case.recipe.unread for match in case.library.catalogue.within(words_of(item.text)))
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
