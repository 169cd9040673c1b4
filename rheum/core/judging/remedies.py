"""Changes to a recipe's text: what a remedy does to the lines, and applying it."""

from __future__ import annotations

import re
from typing import Final

from rheum.core.facts.formulas import FormulaLine
from rheum.core.matching.case import Case
from rheum.core.measures.amount import Amount, AmountError, split_amounts
from rheum.core.measures.measurable import measurable, mixed
from rheum.core.measures.saying import listed
from rheum.core.measures.units import MM_PER_INCH, kind_of, ml_per
from rheum.core.recipe.changes import Change
from rheum.core.recipe.mentions import LineUnread, read_ingredient
from rheum.core.recipe.plain_lines import strip_bullet
from rheum.core.recipe.recipe import RecipeLine
from rheum.core.recipe.writing import formula_line_text, method_text


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


# A line is written anew for every finding on it: of a page without a line break, with a fault in every sentence, nobody wants that 25 million
# characters long.
_MOST_REWRITTEN: Final = 200_000


def sentence_removed(case: Case, number: int, sentence: str) -> tuple[Change, ...]:
    """A sentence of prose taken out of its line, and the line with it where nothing else stands on it."""
    source = case.recipe.source[number - 1] if 0 < number <= len(case.recipe.source) else ""
    found = len(case.recipe.method.risks) + len(case.recipe.unread) + len(case.recipe.method.portions)
    if source.count(sentence) != 1 or len(source) * found > _MOST_REWRITTEN:
        return ()
    left = re.sub(r"  +", " ", source.replace(sentence, " ")).strip()
    bare = re.sub(r"^(?:[-•*]|\d+[.)]|[A-Za-z ]+:)\s*", "", left)
    return (Change("replace", number, left),) if re.search(r"\w", bare) else (Change("remove", number),)


def sentences_removed(case: Case, said: tuple[tuple[int, str], ...]) -> tuple[Change, ...]:
    """Several sentences taken out at once, each line changed once; nothing where one cannot be found in its line."""
    changes: list[Change] = []
    for number in dict.fromkeys(line for line, _ in said):
        source = case.recipe.source[number - 1] if 0 < number <= len(case.recipe.source) else ""
        for sentence in (text for line, text in said if line == number):
            if source.count(sentence) != 1:
                return ()
            source = source.replace(sentence, " ")
        left = re.sub(r"  +", " ", source).strip()
        bare = re.sub(r"^(?:[-•*]|\d+[.)]|[A-Za-z ]+:)\s*", "", left)
        changes.append(Change("replace", number, left) if re.search(r"\w", bare) else Change("remove", number))
    return tuple(changes)


def own_steps_taken(case: Case) -> tuple[Change, ...]:
    """The pasted method replaced by Rheum's own steps of the formula, whole; nothing where the formula has none."""
    match = case.match
    if match is None or match.formula.work is None:
        return ()
    numbers = [number for number, role in case.recipe.roles if role == "method"]
    if not numbers:
        return ()
    metric = any(line.amount is not None and line.amount.unit in ("g", "kg", "ml", "l") for line in case.recipe.in_jar)
    steps = method_text(match.formula, "metric" if metric else "us", case.pack)
    headed = any(role == "heading" and number < numbers[0] for number, role in case.recipe.roles)
    inline = any(role == "heading" and number == numbers[0] for number, role in case.recipe.roles)
    first = "\n".join([*([] if headed and not inline else ["Method:"]), *steps])
    return (Change("replace", numbers[0], first), *(Change("remove", number) for number in numbers[1:]))


def minutes_rewritten(case: Case, number: int, said: float, wanted: int) -> tuple[Change, ...]:
    """A line of prose with its minutes exchanged, where the figure stands there just once."""
    return _figure(case, number, rf"(?<![\d.,/]){said:g}(?=(?:\s*(?:-|–|to)\s*\d+)?[\s-]*(?:minutes?|mins?\b|min\b))", f"{wanted}")


def headspace_rewritten(case: Case, number: int, wanted_mm: float) -> tuple[Change, ...]:
    """A line of prose with its headspace exchanged."""
    inches = mixed(round(wanted_mm / MM_PER_INCH * 16) / 16)
    source = case.recipe.source[number - 1] if 0 < number <= len(case.recipe.source) else ""
    metric = re.search(r"\d\s*mm\b", source)
    if metric:
        return _figure(case, number, r"\d+(?:\.\d+)?(?=\s*mm\b)", f"{wanted_mm:.1f}")
    return _figure(case, number, r"(?:\d+\s+\d+/\d+|\d+/\d+|\d*[¼½¾⅛⅜]|\d+(?:\.\d+)?)(?=[\s-]*(?:inch(?:es)?|in\b|[\"″”]))", inches)


def _figure(case: Case, number: int, pattern: str, wanted: str) -> tuple[Change, ...]:
    source = case.recipe.source[number - 1] if 0 < number <= len(case.recipe.source) else ""
    found = re.findall(pattern, source)
    return (Change("replace", number, re.sub(pattern, wanted, source)),) if len(found) == 1 else ()


def formula_line(case: Case, wanted: FormulaLine, scale: float) -> str:
    """A formula's line written at a scale, in the measures of the recipe."""
    metric = any(line.amount is not None and line.amount.unit in ("g", "kg", "ml", "l") for line in case.recipe.in_jar)
    return formula_line_text(wanted, "metric" if metric else "us", scale)
