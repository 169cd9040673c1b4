"""What a preparation has to say: acid that is drained away, standing in the vinegar, peeling, the size of what stays whole."""

from __future__ import annotations

from collections.abc import Iterator
from functools import lru_cache
from typing import Final

from rheum.core.facts.formulas import Formula, FormulaLine
from rheum.core.facts.ingredients import words_of
from rheum.core.judging.findings import Finding, Remedy, finding
from rheum.core.judging.remedies import formula_line, replaced
from rheum.core.judging.rules.acid import TOLERANCE
from rheum.core.matching.case import Case
from rheum.core.matching.match import Pair
from rheum.core.measures.amount import AmountError, amount_at
from rheum.core.measures.measurable import mixed
from rheum.core.measures.units import MM_PER_INCH, kind_of, mm_per
from rheum.core.measures.words import settled, tokens
from rheum.core.parsing.changes import Change
from rheum.core.parsing.cut import WHOLE, cut_of

_LARGE: Final = frozenset(words_of("large jumbo big huge giant overgrown"))
# Whole pieces may be longer than the formula's by so much before they count as bigger (own pick).
_LONGER: Final = 1.2
# Of the lemon of a cooking water less than this part is no longer what was tested (own pick, as for other lines that bring acid).
_MUCH_LESS: Final = 0.75


@lru_cache(maxsize=256)
def _words(text: str) -> frozenset[str]:
    return frozenset(words_of(text))


def acid_in_preparation(case: Case) -> Iterator[Finding]:
    """Lemon juice of a cooking water that is drained away is part of the acid: a recipe has to say it, and that it is cooked in it. No default.
    Source: USDA Guide 6, marinated mushrooms (from memory)."""
    match = case.match
    if match is None:
        return
    for line in match.formula.lines:
        if not line.must_say:
            continue
        juices = [one for one in case.recipe.lines if one.ingredient.role.role in ("juice", "fresh-juice")]
        if not juices:
            yield finding(
                "prep-changed",
                f"The formula simmers it in water with {line.ingredient.name}, which is drained away; here nothing of it is said.",
                None,
                Remedy("Simmer it as the formula does.", _soaked(case, line)),
            )
        elif juices and match.profile.drained_juice_ml and _short_of(case, line):
            yield finding(
                "prep-changed",
                f"Less {line.ingredient.name} in the cooking water than in the formula.",
                juices[0].number,
                Remedy("As much as the formula has.", replaced(case, juices[0], formula_line(case, line, match.scale))),
            )


def _short_of(case: Case, line: FormulaLine) -> bool:
    """Whether the measured juice is far less than the formula has in its cooking water."""
    from rheum.core.facts.weights import bulk

    match = case.match
    assert match is not None
    here = 0.0
    for one in case.recipe.lines:
        if one.ingredient.role.role == "juice":
            held = bulk(one.amount, one.ingredient, one.prepared, case.family, size=one.size) if one.amount else None
            if held is None or held.ml is None:
                return False
            here += held.ml[0]
    return here < match.profile.drained_juice_ml * match.scale * _MUCH_LESS


def _soaked(case: Case, line: FormulaLine) -> tuple[Change, ...]:
    match = case.match
    assert match is not None
    last = max((one.number for one in case.recipe.lines if one.section in ("jar", "per-jar", "soak")), default=0)
    return (Change("insert", last + 1, f"Soak:\n{formula_line(case, line, match.scale)}"),) if last else ()


def _lines_of(formula: Formula, pair: Pair) -> list[FormulaLine]:
    own = [line for line in formula.jar_lines if line.ingredient is pair.item.line.ingredient]
    return own or [line for line in formula.jar_lines if line.ingredient in pair.slot.given]


@lru_cache(maxsize=1024)
def _length_mm(text: str) -> float | None:
    """The longest length that a line gives for its pieces."""
    found = tokens(settled(text[:400]))
    longest = None
    for at, word in enumerate(found):
        if word.kind != "number":
            continue
        try:
            read = amount_at(found, at)
        except AmountError:
            continue
        if read is not None and kind_of(read.amount.unit) == "length":
            longest = max(longest or 0.0, read.amount.high * mm_per(read.amount.unit))
    return longest


def whole_size(case: Case) -> Iterator[Finding]:
    """What stays whole is compared in size: longer or thicker than the formula's by more than a fifth is a limit, “large” too; silence a note.
    Source: USDA Guide 6 (from memory); the fifth is an own pick."""
    match, words = case.match, case.library.catalogue.lexicon.line
    if match is None:
        return
    for pair in match.pairs:
        line = pair.item.line
        for own in _lines_of(match.formula, pair):
            cut, wanted, here = cut_of(own.prep, words), _length_mm(own.prep), cut_of(line.text, words)
            if cut is None or cut.step != WHOLE or wanted is None or (here is not None and here.step != WHOLE):
                continue
            length = _length_mm(line.text)
            inches = f"{mixed(round(wanted / MM_PER_INCH * 4) / 4)} in"
            name = line.ingredient.name.capitalize()
            take = Remedy(f"Take ones of at most {inches}.", replaced(case, line, _sized(line.text.strip(), own.prep, case, pair)))
            if length is not None and length > wanted * _LONGER:
                yield finding("cut-changed", f"{name}: longer or thicker than the formula's {inches}.", line.number, take)
            elif length is None and _words(line.text) & _LARGE:
                yield finding("cut-changed", f"{name}: the formula has small ones, at most {inches}.", line.number, take)
            elif length is None:
                yield finding("cut-changed", f"The formula has them at most {inches}.", line.number, level="note")
            break


def _sized(text: str, prep: str, case: Case, pair: Pair) -> str:
    from rheum.core.measures.amount import split_amounts

    try:
        amount, _, _ = split_amounts(text)
    except AmountError:
        amount = None
    if amount is None:
        return f"{pair.item.line.ingredient.name}, {prep}"
    from rheum.core.measures.measurable import measurable

    return f"{measurable(amount.high, amount.unit, False, case.family)} {pair.item.line.ingredient.name}, {prep}"


def more_in_a_raw_pack(case: Case) -> bool:
    """Whether more produce only means more jars: packed raw, with a brine as strong as the formula's."""
    match = case.match
    if match is None or match.formula.minutes_for_pack("raw") is None or case.pack != "raw":
        return False
    own, here = match.profile.brine_percent, case.brine_percent
    return own is not None and here is not None and here * TOLERANCE >= own and not any(item.per_jar for item in case.of_role("water"))
