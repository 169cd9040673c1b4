"""Two or three versions of the same recipe side by side, scaled to the same produce, and what merging them would do."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Final

from rheum.core.facts.circumstances import Settings
from rheum.core.facts.jars import JAR_WORD
from rheum.core.facts.library import Library
from rheum.core.judging.check import judge_recipe
from rheum.core.judging.findings import Destination
from rheum.core.judging.verdict import Verdict
from rheum.core.matching.case import Case
from rheum.core.matching.measured import Measured
from rheum.core.measures.acidity import ACETIC_G_PER_MOL
from rheum.core.measures.refused import RequestError
from rheum.core.measures.saying import grams, listed, ml, mm, percent
from rheum.core.parsing.text import read_recipe
from rheum.core.revising.merging import Merged, Part, merge

MOST: Final = 3
_APART: Final = 1.02


def _is_poured(item: Measured) -> bool:
    return item.line.ingredient.role.liquid or item.role == "fat"


@dataclass(frozen=True, slots=True)
class Version:
    """One version: where its jars may live, which tested formula stands behind it, and the factor it is scaled by."""

    title: str
    destination: Destination
    formula_title: str | None
    tested: bool
    factor: float
    worst: str | None


@dataclass(frozen=True, slots=True)
class Row:
    """One figure of all versions, in words; `differs` where they part by more than 2 %."""

    name: str
    group: str
    values: tuple[str, ...]
    differs: bool


@dataclass(frozen=True, slots=True)
class Comparison:
    """Versions side by side. `by`: the produce to which all are scaled; “produce” where they share none. `merged` as chosen."""

    versions: tuple[Version, ...]
    rows: tuple[Row, ...]
    merged: Merged
    by: str


@dataclass(frozen=True, slots=True)
class _Read:
    case: Case
    verdict: Verdict
    factor: float

    def amount(self, item: Measured) -> float | None:
        """Grams, or millilitres of a liquid, in the batch, scaled."""
        match = self.case.match
        if item.bulk is None:
            return None
        if _is_poured(item) and item.bulk.ml:
            value = match.batch_ml(item) if match else item.bulk.ml[1]
        else:
            value = match.batch_grams(item) if match else item.bulk.grams[1]
        return None if value is None else value * self.factor

    def total(self, *roles: str) -> float:
        return sum(self.amount(item) or 0.0 for item in self.case.of_role(*roles))


def compare(texts: list[str], settings: Settings, library: Library, parts: Mapping[Part, int] | None = None) -> Comparison:
    """Compare versions under the same kitchen. `parts`: of which version each part of a merged one is taken, else of the first.
    RequestError for fewer than two or more than three, one without produce, or a part of a version that is not there."""
    if not 2 <= len(texts) <= MOST:
        raise RequestError("texts", "Compare two or three versions.")
    found: list[_Read] = []
    for text in texts:
        recipe = read_recipe(text, library.catalogue)
        judged = judge_recipe(recipe, settings, library)
        read = _Read(judged.case, judged.verdict, 1.0)
        if read.total("produce", "herb") <= 0:
            raise RequestError("texts", f"“{recipe.title}” has no produce with a weight, so it cannot be scaled beside the others.")
        found.append(_Read(read.case, read.verdict, _factor(found[0], read) if found else 1.0))
    versions = tuple(_version(read) for read in found)
    takes = [(read.case, read.verdict.title, read.factor) for read in found]
    merged = merge(takes, parts or {}, settings, library)
    return Comparison(versions, (*_figures(found), *_lines(found, library)), merged, _by(found, library))


def _by(found: list[_Read], library: Library) -> str:
    """The produce that every version has and that is most of the first, to which they are scaled."""
    kind = _shared(found[0], found[1:])
    return library.catalogue[kind].name if kind is not None else "produce"


def _shared(first: _Read, others: list[_Read]) -> str | None:
    kinds = _kinds(first)
    for kind in sorted(kinds, key=lambda key: -kinds[key]):
        if kinds[kind] > sum(kinds.values()) / 3 and all(_kinds(other).get(kind, 0.0) > 0 for other in others):
            return kind
    return None


def _factor(first: _Read, other: _Read) -> float:
    """What brings a version to the first one's produce: by the produce that the first has most of, where both have it; else
    by all produce together."""
    kind = _shared(first, [other])
    if kind is not None:
        return _kinds(first)[kind] / _kinds(other)[kind]
    return first.total("produce", "herb") / other.total("produce", "herb")


def _kinds(read: _Read) -> dict[str, float]:
    found: dict[str, float] = {}
    for item in read.case.food:
        found[item.line.ingredient.id] = found.get(item.line.ingredient.id, 0.0) + (read.amount(item) or 0.0)
    return found


def _version(read: _Read) -> Version:
    verdict = read.verdict
    worst = next((item.says for item in verdict.findings if item.level in ("stop", "limit")), None)
    tested = verdict.destination == "shelf" and verdict.formula is not None
    return Version(
        title=verdict.title,
        destination=verdict.destination,
        formula_title=verdict.formula.title if verdict.formula else None,
        tested=tested,
        factor=round(read.factor, 4),
        worst=worst,
    )


def _row(name: str, group: str, values: list[float | None], words: list[str]) -> Row:
    known = [value for value in values if value is not None]
    differs = len(known) < len(values) and bool(known)
    if len(known) == len(values) and known:
        low, high = min(known), max(known)
        differs = high > low * _APART + 1e-9
    return Row(name, group, tuple(words), differs)


def _acid_grams(read: _Read) -> float:
    """Acid as grams of acetic acid, by what could be given up."""
    return sum(dose.brought_mol for dose in read.case.doses) * ACETIC_G_PER_MOL * read.factor


def _said_minutes(read: _Read) -> float | None:
    said = [item.minutes for item in read.case.recipe.method.minutes]
    return min(said) if said else None


def _figures(found: list[_Read]) -> list[Row]:
    def amounts(name: str, words: str, *roles: str) -> Row:
        values: list[float | None] = [read.total(*roles) for read in found]
        write = ml if words == "ml" else grams
        return _row(name, "figures", values, [write(value) if value else "none" for value in values])

    acids = [_acid_grams(read) for read in found]
    brines = [read.case.brine_percent for read in found]
    minutes = [_said_minutes(read) for read in found]
    needed = [float(read.verdict.process.minutes) if read.verdict.process else None for read in found]
    gaps = [read.case.recipe.method.headspaces_mm[0][1] if read.case.recipe.method.headspaces_mm else None for read in found]
    jars = [read.case.recipe.method.jars[0][1] if read.case.recipe.method.jars else None for read in found]
    jar_words = [JAR_WORD.get(jar, jar) if jar else "not said" for jar in jars]
    return [
        amounts("Produce", "g", "produce", "herb"),
        _row("Acid, as acetic acid", "figures", list(acids), [f"{value:.0f} g" if value else "none" for value in acids]),
        amounts("Vinegar", "ml", "vinegar"),
        amounts("Bottled juice", "ml", "juice"),
        amounts("Water", "ml", "water"),
        _row("Brine", "figures", brines, [percent(value) if value is not None else "no brine" for value in brines]),
        amounts("Salt", "g", "salt"),
        amounts("Sugar", "g", "sweetener"),
        _row("Minutes in the text", "figures", minutes, [f"{value:g} min" if value is not None else "not said" for value in minutes]),
        _row("Minutes here", "figures", needed, [f"{value:g} min" if value is not None else "none: not for the shelf" for value in needed]),
        _row("Headspace", "figures", gaps, [mm(value) if value is not None else "not said" for value in gaps]),
        Row("Jar", "figures", tuple(jar_words), len(set(jar_words)) > 1),
        _said("Packed", [read.verdict.pack or "not said" for read in found]),
        _said("Salted or soaked", [_soaked(read) for read in found]),
    ]


def _said(name: str, words: list[str]) -> Row:
    return Row(name, "figures", tuple(words), len(set(words)) > 1)


def _soaked(read: _Read) -> str:
    """What stands with the produce before it goes on, and is drained away."""
    names = [line.ingredient.name for line in read.case.recipe.lines if line.section == "soak"]
    return listed(list(dict.fromkeys(names))) if names else "no"


# Of these one row each: the kinds stand in the cells, for it is how much of them there is that matters.
_ONE_ROW: Final = {"vinegar": "vinegar", "salt": "salt", "water": "water"}


def _union(found: list[_Read], library: Library) -> dict[str, list[tuple[float | None, Measured | None, str]]]:
    """Every ingredient of any version, like things in one, with each version's amount and kind."""
    lines: dict[str, list[tuple[float | None, Measured | None, str]]] = {}
    for position, read in enumerate(found):
        for item in read.case.lines:
            ingredient = item.line.ingredient
            key = _ONE_ROW.get(item.role) or library.tinned.get(ingredient.id, ingredient.id)
            cells = lines.setdefault(key, [(None, None, "")] * len(found))
            value, (before, _, kinds) = read.amount(item), cells[position]
            total = value if before is None else before + (value or 0.0)
            named = kinds if ingredient.name in kinds.split(" and ") else " and ".join(filter(None, (kinds, ingredient.name)))
            cells[position] = (total, item, named)
    return lines


def _lines(found: list[_Read], library: Library) -> list[Row]:
    rows = []
    for key, cells in _union(found, library).items():
        item = next(one for _, one, _ in cells if one is not None)
        write = ml if _is_poured(item) and item.bulk and item.bulk.ml else grams
        words = ["–" if one is None else write(value) if value is not None else "some" for value, one, _ in cells]
        kinds = {kind for _, _, kind in cells if kind}
        if len(kinds) > 1:
            words = [f"{word}, {kind}" if kind else word for word, (_, _, kind) in zip(words, cells, strict=True)]
        name = key if key in _ONE_ROW.values() and len(kinds) > 1 else item.line.ingredient.name
        rows.append(_row(name, "lines", [value for value, _, _ in cells], words))
    return rows
