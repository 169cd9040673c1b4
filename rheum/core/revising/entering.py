"""Formulas of one's own: entered from a tested source that the person holds, what is entered twice, and what is refused.

They carry a verdict of shelf like a shipped one, with their source named (handbook, whose formulas). A friend's, a video's,
one's own and a merged recipe are no tested sources, and cannot be entered here.
"""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass, field
from itertools import pairwise
from typing import Final

from rheum.core.facts.circumstances import Settings
from rheum.core.facts.formulas import Formula, FormulaKind, FormulaLine, OwnSource, Pack, Source, Yield
from rheum.core.facts.ingredients import words_of
from rheum.core.facts.jars import CLASS_ML, JAR_WORD, process_class_of
from rheum.core.facts.library import Library
from rheum.core.judging.check import formula_ph, judge_recipe
from rheum.core.matching.case import Case
from rheum.core.matching.differences import differences
from rheum.core.matching.distance import nearest
from rheum.core.matching.measured import measure
from rheum.core.matching.profile import profile
from rheum.core.measures.acidity import CANNING_PH, CANNING_STRENGTH
from rheum.core.measures.saying import mm, percent
from rheum.core.measures.units import kind_of
from rheum.core.parsing.recipe import Recipe, RecipeLine, is_prep_only
from rheum.core.parsing.text import UnreadableRecipe, read_recipe
from rheum.core.parsing.writing import formula_text
from rheum.core.revising.floors import Refusal, acid_refusals

FIRST_YEAR: Final = 1994
LAST_YEAR: Final = 2100
# No tested boiling-water time known to Rheum is shorter (its own pick, on the safe side).
_LEAST_MINUTES: Final = 5
_MOST_MINUTES: Final = 180
_TWICE: Final = ("vinegar", "juice", "citric", "produce", "water")


@dataclass(frozen=True, slots=True)
class Entry:
    """A formula as the person enters it: its text, and what the source says of jars, pack, headspace and minutes.
    `minutes` per size holds one figure (sea level) where `bands_ft` is empty, else one more figure than bands."""

    text: str
    kind: FormulaKind
    pack: Pack
    source: OwnSource
    yield_low: float
    yield_high: float
    yield_jar: str
    headspace_mm: float
    minutes: Mapping[str, tuple[int, ...]]
    bands_ft: tuple[int, ...] = ()
    weeks: int = 4


@dataclass(frozen=True, slots=True)
class TwiceLine:
    """A line whose amount is entered a second time."""

    line: int
    name: str
    first: str


@dataclass(frozen=True, slots=True)
class Parting:
    """Where the entry parts from the nearest formula, or how its estimate stands."""

    says: str


@dataclass(frozen=True, slots=True)
class Looked:
    """An entry looked at: why it is refused, what must be entered twice, and how it compares."""

    title: str
    refusals: tuple[Refusal, ...]
    twice: tuple[TwiceLine, ...]
    nearest_id: str | None
    nearest_title: str | None
    distance: float | None
    partings: tuple[Parting, ...]
    ph: tuple[float, float, float] | None
    formula: Formula | None = field(default=None, repr=False)


def _class_named(size: str) -> str | None:
    if size in CLASS_ML:
        return size
    digits = size.removesuffix("ml")
    if size == "1l":
        return "quart"
    return process_class_of(float(digits)) if size.endswith("ml") and re.fullmatch("[0-9]{2,4}", digits) else None


def _formula_line(line: RecipeLine, entry: Entry) -> FormulaLine:
    assert line.amount is not None
    per_jar = None if line.per_jar is None else (_class_named(line.per_jar) or entry.yield_jar) if line.per_jar else entry.yield_jar
    prep = _prep_of(line)
    return FormulaLine(
        amount=line.amount,
        ingredient=line.ingredient,
        prep=prep,
        per_jar=per_jar,
        prep_only=is_prep_only(line),
        optional=line.optional,
        prepared=line.prepared,
    )


def _prep_of(line: RecipeLine) -> str:
    """The words of preparation on a line: what stands behind its first comma, without brackets that hold figures."""
    _, _, behind = line.text.partition(",")
    plain = re.sub(r"\([^()]*\)", " ", behind)
    return re.sub(r"\s+", " ", plain).strip(" .;|")


def formula_of(entry: Entry, recipe: Recipe, formula_id: str) -> Formula:
    """The formula that an entry describes. Lines without an amount (spices to taste) are left out."""
    lines = tuple(_formula_line(line, entry) for line in recipe.lines if line.amount is not None and line.section != "method")
    year = entry.source.year
    return Formula(
        id=formula_id,
        title=recipe.title,
        kind=entry.kind,
        pack=entry.pack,
        source=Source("own", f"{entry.source.title}, p. {entry.source.page}, {year}"),
        recall="entered",
        lines=lines,
        pools=(),
        alternatives={},
        yields=Yield(entry.yield_low, entry.yield_high, entry.yield_jar),
        headspace_mm=entry.headspace_mm,
        bands_ft=entry.bands_ft,
        minutes=dict(entry.minutes),
        minutes_raw={},
        steps=_method_of(recipe),
        weeks=entry.weeks,
        whole_in_brine=False,
        own=entry.source,
        by_chart=not entry.bands_ft,
    )


def _method_of(recipe: Recipe) -> str:
    """The method as it was typed, a sentence or step a line; what the source says of jars and minutes is entered apart and written anew."""
    said = [recipe.source[number - 1].strip() for number, role in recipe.roles if role == "method"]
    return "\n".join(
        line.removeprefix("Method:").strip() for line in said if line and not re.match(r"(?i)(?:raw|hot) pack\b|process\b", line)
    )


def own_id(title: str, taken: Mapping[str, object]) -> str:
    """An id for a formula of one's own: from its title, and one that nothing else has."""
    base = "own-" + ("-".join(words_of(title))[:50] or "formula")
    found, number = base, 2
    while found in taken:
        found, number = f"{base}-{number}", number + 1
    return found


def _source_refusals(entry: Entry, this_year: int) -> list[Refusal]:
    found, source = [], entry.source
    if not source.title.strip():
        found.append(Refusal("Write the title of the source, as it stands on the cover or the sheet.", "title"))
    if not source.page.strip():
        found.append(Refusal("Write the page, or the address of the sheet.", "page"))
    if source.year < FIRST_YEAR:
        found.append(Refusal(f"{source.year} is too old: the rules changed in 1994. Look for a newer edition.", "year"))
    if source.year > this_year:
        found.append(Refusal("Write the year in which the source was printed or last reviewed.", "year"))
    return found


def _process_refusals(entry: Entry, library: Library) -> list[Refusal]:
    found = []
    largest = _largest_tested(library)
    if not entry.minutes:
        found.append(Refusal("Write the minutes of processing for at least one jar size.", "minutes"))
    for size, figures in entry.minutes.items():
        if size not in CLASS_ML:
            found.append(Refusal(f"There is no jar size “{size}”. Use one of: {', '.join(CLASS_ML)}.", "minutes"))
        elif len(figures) != len(entry.bands_ft) + 1:
            found.append(Refusal(f"{JAR_WORD[size].capitalize()}: give {len(entry.bands_ft) + 1} figures, one for each height.", "minutes"))
        elif list(figures) != sorted(figures) or not all(_LEAST_MINUTES <= figure <= _MOST_MINUTES for figure in figures):
            found.append(Refusal(f"Minutes lie between {_LEAST_MINUTES} and {_MOST_MINUTES}, and never fall with the height.", "minutes"))
        elif CLASS_ML[size] > largest:
            found.append(
                Refusal(
                    f"{JAR_WORD[size].capitalize()}: no pickle that Rheum knows was tested in jars as large. Read the table again.",
                    "minutes",
                )
            )
        elif len(figures) > 1 and figures[0] == figures[-1]:
            found.append(
                Refusal(
                    f"{JAR_WORD[size].capitalize()}: minutes that stay the same at every height are no table by height. Look for the one that rises, or give the sea-level figure alone.",
                    "minutes",
                )
            )
    ordered = sorted((size for size in entry.minutes if size in CLASS_ML), key=CLASS_ML.__getitem__)
    for small, large in pairwise(ordered):
        if any(one > other for one, other in zip(entry.minutes[small], entry.minutes[large], strict=False)):
            found.append(Refusal("A larger jar never takes fewer minutes than a smaller one. Look at the table again.", "minutes"))
    if list(entry.bands_ft) != sorted(set(entry.bands_ft)) or any(not 0 < band <= 10_000 for band in entry.bands_ft):
        found.append(Refusal("The heights of the table rise, from above 0 to 10,000 ft.", "bands"))
    if entry.yield_jar not in CLASS_ML or not 1 <= entry.yield_low <= entry.yield_high <= 200:
        found.append(Refusal("Say how many jars of which size the source makes of it, such as 7 to 9 pints.", "yield"))
    if not 3.0 <= entry.headspace_mm <= 26.0:
        found.append(Refusal("A headspace lies between 1/8 and 1 inch (3 to 25 mm).", "headspace"))
    return found


def _largest_tested(library: Library) -> float:
    """Millilitres of the largest jar that any shipped formula has minutes for."""
    return max(
        CLASS_ML[size] for formula in library.formulas.values() if formula.own is None for size in (*formula.minutes, *formula.minutes_raw)
    )


def _of_unsure_strength(line: RecipeLine) -> bool:
    """Whether a vinegar of a line, or one that the line lets stand in its place, may be under 5 %."""
    if line.ingredient.role.role != "vinegar" or (line.strength is not None and line.strength >= CANNING_STRENGTH):
        return False
    return (line.ingredient.acid or (0.0, 0.0))[0] < CANNING_STRENGTH


# What the steps of an entered formula may not say: they are followed, once it is kept.
_NO_STEP: Final = frozenset(
    {
        "acid-less", "water-in", "unsound", "fermented", "not-processed", "under-boil", "clock-early", "boil-lost", "under-water", "lids", "late",
    }
)  # fmt: skip


def _step_refusals(recipe: Recipe, says: Mapping[str, str]) -> list[Refusal]:
    """Steps that no tested source has: an entered formula is followed by its own."""
    heard = [said for said in recipe.method.heard if said.kind in _NO_STEP]
    return [Refusal(f"“{said.text}”: {says[said.kind]} No tested source says so.", "text", said.line) for said in heard]


def _line_refusals(recipe: Recipe) -> list[Refusal]:
    found = [Refusal(f"Not understood: “{item.text}”. {item.why}", "text", item.line) for item in recipe.unread]
    for line in recipe.lines:
        role, amount = line.ingredient.role.role, line.amount
        if line.section == "method":
            found.append(Refusal(f"{line.ingredient.name.capitalize()} stands in the method. Put it among the lines.", "text", line.number))
        if amount is not None and amount.is_range and role in (*_TWICE, "fresh-juice", "fat"):
            found.append(Refusal(f"Write one amount of {line.ingredient.name}, not a range.", "text", line.number))
        if amount is not None and line.other is not None and role in _TWICE:
            found.append(Refusal(f"Write one amount of {line.ingredient.name}, the one that the source gives first.", "text", line.number))
        if role == "vinegar" and line.strength is not None and line.strength < 5:
            found.append(Refusal("Its vinegar is under 5 %: no tested shelf recipe has that.", "text", line.number))
        elif weak := next((one for one in (line, *line.also) if _of_unsure_strength(one)), None):
            says = (
                f"{weak.ingredient.name.capitalize()} is often under 5 %. Write the one vinegar that the source names, with its per cent."
            )
            found.append(Refusal(says, "text", line.number))
        if role == "fresh-juice":
            found.append(Refusal("Fresh juice varies: a tested recipe has bottled juice.", "text", line.number))
        if amount is not None and kind_of(amount.unit) == "count" and role in ("vinegar", "juice", "citric", "water"):
            found.append(Refusal(f"Write how much {line.ingredient.name} in cups or millilitres.", "text", line.number))
    return found


# What cannot stand on a shelf is no tested formula for one.
_IN_NO_FORMULA: Final = frozenset({"starch-added", "dairy-or-meat"})


def _verdict_refusals(formula: Formula, recipe: Recipe, library: Library) -> list[Refusal]:
    found = []
    band = formula_ph(formula, library)
    if band is None:
        found.append(Refusal("Not everything in it could be weighed. Write counts as weights or cups.", "text"))
    elif band.high > CANNING_PH:
        found.append(Refusal(f"The estimate reaches pH {band.high:.2f}, above 4.6. Read the amounts again.", "text"))
    for finding in judge_recipe(recipe, Settings(measures="us"), library).verdict.findings:
        if finding.level == "stop" or finding.code in _IN_NO_FORMULA:
            found.append(Refusal(f"{finding.says} {finding.why}", "text", finding.line))
    return found


def look(entry: Entry, library: Library, this_year: int = LAST_YEAR) -> Looked:
    """Look an entry over, before anything is stored: nothing is printed after `this_year`. UnreadableRecipe where the text holds nothing usable."""
    recipe = read_recipe(entry.text, library.catalogue)
    refusals = [
        *_source_refusals(entry, this_year),
        *_process_refusals(entry, library),
        *_line_refusals(recipe),
        *_step_refusals(recipe, library.catalogue.lexicon.method.says),
    ]
    twice = tuple(
        TwiceLine(line.number, line.ingredient.name, _amount_words(line))
        for line in recipe.lines
        if line.amount is not None and line.section in ("jar", "per-jar") and line.ingredient.role.role in _TWICE
    )
    if refusals:
        return Looked(
            title=recipe.title,
            refusals=tuple(refusals),
            twice=twice,
            nearest_id=None,
            nearest_title=None,
            distance=None,
            partings=(),
            ph=None,
        )
    shipped = Library(
        catalogue=library.catalogue,
        formulas={k: f for k, f in library.formulas.items() if f.own is None},
        jars=library.jars,
        swaps=library.swaps,
        tinned=library.tinned,
    )
    try:
        formula = formula_of(entry, recipe, own_id(recipe.title, library.formulas))
        profile(formula)
    except ValueError as error:
        return Looked(
            title=recipe.title,
            refusals=(Refusal(f"{error}. Write it as a weight or in cups.", "text"),),
            twice=twice,
            nearest_id=None,
            nearest_title=None,
            distance=None,
            partings=(),
            ph=None,
        )
    refusals += [*acid_refusals(formula, library), *_verdict_refusals(formula, recipe, shipped)]
    lines = measure(recipe, "us")
    near = nearest(lines, shipped, entry.pack)[0]
    band = formula_ph(formula, library) if not refusals else None
    case = judge_recipe(recipe, Settings(measures="us", formula_id=near.formula.id, pack=entry.pack), shipped).case
    return Looked(
        title=recipe.title,
        refusals=tuple(refusals),
        twice=twice,
        nearest_id=near.formula.id,
        nearest_title=near.formula.title,
        distance=round(near.distance, 3),
        partings=tuple(_partings(formula, near.formula, case)),
        ph=(round(band.low, 2), round(band.mid, 2), round(band.high, 2)) if band else None,
        formula=formula if not refusals else None,
    )


def recheck(formula: Formula, library: Library) -> tuple[Refusal, ...]:
    """The refusals again, for a formula that comes from another household's file: it is written out and looked over."""
    assert formula.own is not None
    made = formula.yields
    entry = Entry(
        text=formula_text(formula),
        kind=formula.kind,
        pack=formula.pack,
        source=formula.own,
        yield_low=made.low,
        yield_high=made.high,
        yield_jar=made.jar,
        headspace_mm=formula.headspace_mm,
        minutes=formula.minutes,
        bands_ft=formula.bands_ft,
        weeks=formula.weeks,
    )
    try:
        return look(entry, library).refusals
    except UnreadableRecipe as error:
        return (Refusal(str(error), "text"),)


def _amount_words(line: RecipeLine) -> str:
    assert line.amount is not None
    return f"{line.amount.high:g} {line.amount.unit}"


def _partings(formula: Formula, near: Formula, case: Case) -> list[Parting]:
    """Where an entry and the nearest shipped formula part, in sentences."""
    assert case.match is not None
    own, other = profile(formula), profile(near)
    found = [Parting(f"{says[0].upper()}{says[1:]}.") for says in differences(case.match)]
    if own.brine_percent and other.brine_percent and abs(own.brine_percent - other.brine_percent) > 0.1:
        found.append(Parting(f"Its brine is {percent(own.brine_percent)} acid; that of “{near.title}” {percent(other.brine_percent)}."))
    for size, figures in formula.minutes.items():
        table = near.minutes_for_pack(formula.pack)
        if table and size in table and table[size][0] != figures[0]:
            found.append(Parting(f"{JAR_WORD[size].capitalize()} jars: {figures[0]} minutes; “{near.title}” has {table[size][0]}."))
    if abs(formula.headspace_mm - near.headspace_mm) > 1.0:
        found.append(Parting(f"Headspace {mm(formula.headspace_mm)}; “{near.title}” has {mm(near.headspace_mm)}."))
    return found
