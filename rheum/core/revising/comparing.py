"""Two or three versions of the same recipe side by side, scaled to the same produce, and what merging them would do."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

from rheum.core.facts.circumstances import Settings
from rheum.core.facts.jars import JAR_WORD
from rheum.core.facts.library import Library
from rheum.core.judging.check import check_text, judge_recipe
from rheum.core.judging.findings import Destination
from rheum.core.judging.verdict import Verdict
from rheum.core.matching.case import Case
from rheum.core.matching.measured import Measured
from rheum.core.measures.acidity import ACETIC_G_PER_MOL
from rheum.core.measures.refused import RequestError
from rheum.core.measures.saying import grams, listed, ml, mm, percent
from rheum.core.recipe.text import read_recipe

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
class Merged:
    """The versions put together half and half: the text, and what it would be."""

    text: str
    destination: Destination
    says: str
    reasons: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Comparison:
    versions: tuple[Version, ...]
    rows: tuple[Row, ...]
    merged: Merged


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


def compare(texts: list[str], settings: Settings, library: Library) -> Comparison:
    """Compare versions under the same kitchen. RequestError for fewer than two or more than three, or one without produce."""
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
    return Comparison(versions, (*_figures(found), *_lines(found)), _merged(found, settings, library))


def _factor(first: _Read, other: _Read) -> float:
    """What brings a version to the first one's produce: by the produce that the first has most of, where both have it; else
    by all produce together."""
    kinds = _kinds(first)
    for kind in sorted(kinds, key=lambda key: -kinds[key]):
        here = _kinds(other).get(kind, 0.0)
        if here > 0 and kinds[kind] > sum(kinds.values()) / 3:
            return kinds[kind] / here
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
    ]


def _union(found: list[_Read]) -> dict[str, list[tuple[float | None, Measured | None]]]:
    """Every ingredient of any version, with each version's amount."""
    lines: dict[str, list[tuple[float | None, Measured | None]]] = {}
    for position, read in enumerate(found):
        for item in read.case.lines:
            cells = lines.setdefault(item.line.ingredient.id, [(None, None)] * len(found))
            value, before = read.amount(item), cells[position][0]
            total = value if before is None else before + (value or 0.0)
            cells[position] = (total, item)
    return lines


def _lines(found: list[_Read]) -> list[Row]:
    rows = []
    for cells in _union(found).values():
        item = next(one for _, one in cells if one is not None)
        write = ml if _is_poured(item) and item.bulk and item.bulk.ml else grams
        words = ["–" if one is None else write(value) if value is not None else "some" for value, one in cells]
        rows.append(_row(item.line.ingredient.name, "lines", [value for value, _ in cells], words))
    return rows


def _merged(found: list[_Read], settings: Settings, library: Library) -> Merged:
    """Half and half: each line the mean of the versions, the shortest minutes, the weakest vinegar."""
    titles = [read.verdict.title for read in found]
    out = [f"Merged from {listed(titles)}"[:118], ""]
    per_jar: list[str] = []
    for cells in _union(found).values():
        item = next(one for _, one in cells if one is not None)
        mean = sum(value or 0.0 for value, _ in cells) / len(cells)
        present = [one for _, one in cells if one is not None]
        if all(one.per_jar and one.bulk for one in present):
            # What goes into each jar stays so: its mean over the versions, for a jar of the first one's size.
            each = sum(one.bulk.grams[1] for one in present if one.bulk) / len(cells)
            size = item.line.per_jar
            per_jar += [f"Per {JAR_WORD.get(size, size)} jar:" if size else "Per jar:", _merged_line(item, each, present)]
        elif mean > 0:
            out.append(_merged_line(item, mean, present))
    out += per_jar
    soaked = next((lines for read in found if (lines := [one.text for one in read.case.recipe.lines if one.section == "soak"])), [])
    out += ["", "Soak:", *soaked] if soaked else []
    minutes = [value for read in found if (value := _said_minutes(read)) is not None]
    packs = [read.verdict.pack for read in found if read.verdict.pack]
    out += ["", "Method:", f"{packs[0].capitalize()} pack." if packs else "Fill hot."]
    if minutes:
        out.append(f"Process {min(minutes):g} minutes in boiling water.")
    text = "\n".join(out) + "\n"
    verdict = check_text(text, settings, library)
    reasons = tuple(item.says for item in verdict.findings if item.level in ("stop", "limit"))[:4]
    if verdict.destination == "shelf" and verdict.formula:
        says = f"Merged half and half it stays within “{verdict.formula.title}”: only what that formula permits is changed."
    elif any(read.verdict.destination == "shelf" for read in found):
        says = "Merged half and half it is nobody's tested recipe any more: for the refrigerator only, although one of them may stand on the shelf."
    else:
        says = "Merged half and half it is still not tested."
    if verdict.destination == "discard":
        says = "Merged half and half it must not be jarred."
    return Merged(text, verdict.destination, says, reasons)


def _merged_line(item: Measured, amount: float, all_items: list[Measured]) -> str:
    line = item.line
    figure = f"{amount:.4g}" if amount < 1000 else f"{amount:.0f}"
    if _is_poured(item) and item.bulk and item.bulk.ml:
        strengths = [one.line.strength for one in all_items]
        known = [value for value in strengths if value is not None]
        strength = f" ({min(known):g}%)" if known and len(known) == len(strengths) else ""
        return f"{figure} ml {line.ingredient.name}{strength}"
    prepared = "prepared " if item.line.ingredient.role.food and line.ingredient.edible < 1 else ""
    return f"{figure} g {prepared}{line.ingredient.name}"
