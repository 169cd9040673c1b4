"""What was not read, what had to be assumed, and what the estimate adds."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from rheum.core.facts.ingredients import words_of
from rheum.core.facts.weights import bulk
from rheum.core.judging.findings import Alternative, Finding, Remedy, finding
from rheum.core.judging.remedies import proposed_taken
from rheum.core.matching.case import Case
from rheum.core.matching.measured import AGREE
from rheum.core.measures.acidity import CANNING_PH, TARGET_PH
from rheum.core.measures.saying import listed
from rheum.core.measures.units import differs_by_country, kind_of
from rheum.core.parsing.changes import Change
from rheum.core.parsing.look import look_of
from rheum.core.parsing.plain_lines import strip_bullet
from rheum.core.parsing.recipe import RecipePart, Unread

DISAGREE: Final = AGREE
_FAMILY_NAME: Final = {"us": "US", "metric": "metric", "imperial": "imperial"}


# Every press takes all other lines out one by one: for a whole book of recipes that is nothing to send.
_MOST_PARTS: Final = 20


def several(case: Case) -> Iterator[Finding]:
    """Several recipes in one text: each is shown with a press that keeps it alone. No tolerance. Source: own pick, on the safe side."""
    parts = case.recipe.parts

    def alone(part: RecipePart) -> tuple[Change, ...]:
        return tuple(Change("remove", line) for line in range(1, parts[-1].last + 1) if not part.first <= line <= part.last)

    for number, part in enumerate(parts, start=1):
        # The second may stand far below: both presses stand beside the first.
        other = parts[1] if number == 1 and len(parts) == 2 else None
        yield finding(
            "recipes-several",
            f"Here begins “{part.title}”, recipe {number} of {len(parts)} in this text. Which one is it?",
            part.first,
            Remedy(
                f"Keep “{part.title}” alone.",
                alone(part) if number <= _MOST_PARTS else (),
                Alternative(f"Keep “{other.title}” alone", alone(other)) if other else None,
            ),
        )


def unread(case: Case) -> Iterator[Finding]:
    """What was not understood keeps the jars off the shelf, whatever it is. No tolerance. Source: own pick, on the safe side."""
    for item in case.recipe.unread:
        if item.proposed:
            way: Remedy | None = Remedy(
                f"{listed(list(item.proposed))}.", proposed_taken(case, item.proposed), press="Take these lines as the list"
            )
        else:
            way = _said_to_be(case, item)
        yield finding("line-unread", item.why, item.line, way)


def _said_to_be(case: Case, item: Unread) -> Remedy | None:
    """What a person may say that a line is instead of an ingredient: only of a line that names nothing to eat and has no amount."""
    catalogue = case.library.catalogue
    look = look_of(item.text, catalogue)
    sorts = {catalogue.lexicon.vocabulary.sort(word) for word in words_of(item.text)}
    if item.name is None or look.amount or look.food or "food" in sorts:
        return None
    text = strip_bullet(item.text.strip())
    as_step = Alternative("It is a step", (Change("replace", line=item.line, text=f"Step: {text}"),))
    return Remedy(
        "Is it no ingredient at all? Then it can stand as a note.", (Change("replace", line=item.line, text=f"Note: {text}"),), as_step
    )


def assumed(case: Case) -> Iterator[Finding]:
    """How cups, counts and ranges were taken, once for the whole recipe."""
    amounts = [line.amount for line in case.recipe.lines if line.amount is not None]
    said = []
    if case.family_assumed and any(differs_by_country(amount.unit) for amount in amounts):
        said.append(f"cups and spoons as {_FAMILY_NAME[case.family]} ones")
    if any(kind_of(a.unit) == "count" for line in case.recipe.in_jar if (a := line.amount) and line.ingredient.role.food):
        said.append("counts by the usual weight of one")
    if any(amount.is_range for amount in amounts):
        said.append("ranges by the end that looks worse")
    if _silent_of_salting(case):
        said.append("the formula's soak or salting as done, for the text says nothing of it")
    if said:
        yield finding("measure-assumed", f"Taken: {listed(said)}.")
    for line in case.recipe.in_jar:
        if line.ingredient.id in case.library.placed:
            yield finding(
                "measure-assumed", f"{line.ingredient.name.capitalize()}: {case.library.placed[line.ingredient.id]}.", line.number
            )


def _silent_of_salting(case: Case) -> bool:
    """Whether the formula soaks or salts first, and the recipe says nothing of it either way."""
    match = case.match
    if match is None or not any(line.prep_only and line.ingredient.role.role == "salt" for line in match.formula.lines):
        return False
    return not any(line.section == "soak" for line in case.recipe.lines)


def amounts_disagree(case: Case) -> Iterator[Finding]:
    """A volume and a weight, or two amounts, of one thing that differ by more than 15 %: judged by the one that looks worse."""
    for line in case.recipe.in_jar:
        if line.amount is None or line.other is None:
            continue
        one, other = (bulk(amount, line.ingredient, line.prepared, case.family, size=line.size) for amount in (line.amount, line.other))
        if one is None or other is None:
            continue
        low, high = sorted((sum(one.grams), sum(other.grams)))
        if high > low * DISAGREE:
            yield finding(
                "amounts-disagree",
                f"The two amounts of {line.ingredient.name} differ by {(high / low - 1) * 100:.0f} %.",
                line.number,
                "Weigh it, and write the weight alone.",
            )


def ph_of(case: Case, changed: bool) -> Iterator[Finding]:
    """The estimate's upper bound against 4.6 and 4.2, for an own or changed recipe. Where a permitted change leaves it no
    higher than the tested formula's own bound, the test outweighs the estimate (docs/decisions/0004-estimate.md)."""
    if not changed or case.ph is None:
        return
    if case.ph.high > CANNING_PH:
        yield finding(
            "ph-high",
            f"The estimate reaches pH {case.ph.high:.2f}, above 4.6.",
            None,
            "Nothing lifts this but a tested formula: begin from the nearest one.",
        )
    elif case.ph.high > TARGET_PH:
        yield finding("ph-marginal", f"The estimate reaches pH {case.ph.high:.2f}, between 4.2 and 4.6.")
