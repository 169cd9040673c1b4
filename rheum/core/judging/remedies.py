"""Changes to a recipe's text: what a remedy does to the lines, and applying it."""

from __future__ import annotations

import re
from collections.abc import Sequence

from rheum.core.facts.formulas import FormulaLine
from rheum.core.matching.case import Case
from rheum.core.measures.amount import Amount, AmountError, split_amounts
from rheum.core.measures.measurable import measurable
from rheum.core.measures.saying import listed
from rheum.core.measures.units import kind_of, ml_per
from rheum.core.parsing.changes import Change
from rheum.core.parsing.mentions import LineUnread, read_ingredient
from rheum.core.parsing.plain_lines import strip_bullet
from rheum.core.parsing.recipe import RecipeLine
from rheum.core.parsing.writing import formula_line_text


def replaced(case: Case, line: RecipeLine, text: str) -> tuple[Change, ...]:
    """A line's own words exchanged, with whatever stands around them on the same line of the text."""
    whole = case.recipe.source[line.number - 1] if 0 < line.number <= len(case.recipe.source) else ""
    own = line.text.strip()
    if own not in whole:
        return ()
    # A bullet belongs to the list, not to the ingredient.
    bullet = own[: len(own) - len(strip_bullet(own))] if own.endswith(strip_bullet(own)) else ""
    return (Change("replace", line.number, whole.replace(own, bullet + text, 1)),)


def as_written(changes: tuple[Change, ...]) -> str:
    """The amounts that changes write, in the words in which they stand there: “8 cloves garlic and 2 cups onion”. "" where they only take out."""
    texts = [strip_bullet(change.text).strip() for change in changes if change.text]
    return listed([re.sub(r"\s*\((?:\d[\d.]* ?%[^)]*|optional)\)", "", text).split(",")[0].strip() for text in texts])


def removed(case: Case, line: RecipeLine) -> tuple[Change, ...]:
    """A line taken out; a phrase of prose is taken out of its sentence only where it is the whole line."""
    whole = case.recipe.source[line.number - 1] if 0 < line.number <= len(case.recipe.source) else ""
    if line.section == "method" or line.text.strip() not in whole or (":" in whole and not whole.strip().startswith(line.text.strip())):
        return ()  # nor where it runs on over the next line
    return (Change("remove", line.number),)


def inserted(case: Case, text: str) -> tuple[Change, ...]:
    """One more line behind the last ingredient that goes into the whole batch."""
    # What stands under the heading of a soak and goes into the jars all the same is no place for an acid.
    apart = {number for number, role in case.recipe.roles if role in ("soak", "per-jar")}
    last = max((line.number for line in case.recipe.lines if line.section == "jar" and line.number not in apart), default=0)
    if not last:
        first = min((line.number for line in case.recipe.lines), default=1)
        return (Change("insert", first, text),)
    return (Change("insert", last + 1, text),)


def _with_amount(case: Case, line: RecipeLine, written: str) -> str | None:
    """The line with another amount before its own words; checked by reading it back. None where that cannot be done."""
    clean = strip_bullet(line.text)
    try:
        amount, _, rest = split_amounts(clean)
    except AmountError:
        amount, rest = None, clean
    strength = f" ({line.strength:g}%)" if line.strength is not None else ""
    rest = re.sub(r"\([^()]*\d[^()%]*\)", " ", rest) if line.other is not None else rest
    tries = [f"{written} {re.sub(r'  +', ' ', rest).strip()}"] if amount is not None and rest else []
    tries.append(f"{written} {'prepared ' if line.prepared else ''}{line.ingredient.name}{strength}")
    for text in tries:
        try:
            back = read_ingredient(text, line.number, line.section, case.library.catalogue, per_jar=line.per_jar)
        except LineUnread:
            continue
        same = (
            back.ingredient is line.ingredient and back.strength == line.strength and back.other is None and back.prepared == line.prepared
        )
        if same and back.amount is not None and not re.search(r"\bplus\b", text.removeprefix(written)):
            return text
    return None


def scaled(case: Case, line: RecipeLine, factor: float, up: bool | None) -> tuple[Change, ...]:
    """A line with its amount times a factor, rounded to what can be measured: up for acid, down for produce and water, to the nearest for
    what only seasons (None)."""
    if line.amount is None:
        return ()
    base = line.amount.low if up else line.amount.high
    if line.other is not None:
        base *= _other_factor(case, line, bool(up))
    written = measurable(base * factor, line.amount.unit, up, case.family)
    if not written:
        return removed(case, line)
    text = _with_amount(case, line, written)
    return replaced(case, line, text) if text else ()


def _other_factor(case: Case, line: RecipeLine, up: bool) -> float:
    """Of two amounts on a line the worse one was judged: how it stands to the first."""
    from rheum.core.facts.weights import bulk
    from rheum.core.matching.measured import worse_bulk

    assert line.amount is not None
    first, judged = bulk(line.amount, line.ingredient, line.prepared, case.family, size=line.size), worse_bulk(line, case.family)
    if first is None or judged is None:
        return 1.0
    end = 0 if up else 1
    return judged.grams[end] / first.grams[end] if first.grams[end] else 1.0


def to_volume(case: Case, line: RecipeLine, ml: float, up: bool) -> tuple[Change, ...]:
    """A line brought to a volume, in its own unit where that is one of volume."""
    unit = line.amount.unit if line.amount is not None and kind_of(line.amount.unit) == "volume" else "ml"
    written = measurable(ml / ml_per(unit, case.family), unit, up, case.family)
    if not written:
        return removed(case, line)
    text = _with_amount(case, line, written)
    return replaced(case, line, text) if text else ()


def renamed(case: Case, line: RecipeLine, name: str, amount: Amount | None = None) -> tuple[Change, ...]:
    """A line with another ingredient's name and the same amount."""
    kept = amount or line.amount
    if kept is None:
        return replaced(case, line, name)
    value = measurable(kept.high, kept.unit, True, case.family)
    return replaced(case, line, f"{value} {name}")


def line_as_formula(case: Case, line: RecipeLine, own: list[FormulaLine]) -> tuple[Change, ...]:
    """A line with its own amount, named and cut as the formula has it."""
    if not own or line.amount is None:
        return ()
    wanted = next((item for item in own if item.ingredient is line.ingredient), own[0])
    name = line.ingredient.name if line.ingredient.name else wanted.ingredient.name
    written = measurable(line.amount.high, line.amount.unit, True, case.family)
    prepared = "prepared " if line.prepared else ""
    return replaced(case, line, f"{written} {prepared}{name}, {wanted.prep}" if wanted.prep else f"{written} {prepared}{name}")


def proposed_taken(case: Case, lines: Sequence[str]) -> tuple[Change, ...]:
    """Lines found in sentences put above them as the list, and the sentences left as the method."""
    first = next((number for number, role in case.recipe.roles if role not in ("title",)), 1)
    jar = [line for line in lines if not line.startswith("Soak: ")]
    soak = [line.removeprefix("Soak: ") for line in lines if line.startswith("Soak: ")]
    listed = ["", "Ingredients:", *jar, *(["Soak:", *soak] if soak else []), "", "Method:"]
    return (Change("insert", first, "\n".join(listed)),)


def formula_line(case: Case, wanted: FormulaLine, scale: float) -> str:
    """A formula's line written at a scale, in the measures of the recipe."""
    metric = any(line.amount is not None and line.amount.unit in ("g", "kg", "ml", "l") for line in case.recipe.in_jar)
    return formula_line_text(wanted, "metric" if metric else "us", scale)
