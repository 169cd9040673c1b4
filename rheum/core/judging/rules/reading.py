"""What was not read, what had to be assumed, and what the estimate adds."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from rheum.core.facts.ingredients import words_of
from rheum.core.facts.weights import bulk
from rheum.core.judging.findings import Alternative, Finding, Remedy, finding
from rheum.core.judging.remedies import inserted, own_steps_taken, sentence_removed, sentences_removed
from rheum.core.matching.case import Case
from rheum.core.matching.measured import AGREE
from rheum.core.measures.acidity import CANNING_PH, TARGET_PH
from rheum.core.measures.saying import listed
from rheum.core.measures.units import differs_by_country, kind_of
from rheum.core.recipe.changes import Change
from rheum.core.recipe.look import look_of
from rheum.core.recipe.plain_lines import strip_bullet
from rheum.core.recipe.recipe import RecipePart, Unread

_OF_ITS_OWN: Final = "Give it a line of its own with its whole amount."
_TAKE_OUT: Final = "Take the sentence out, and do not do it"
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
        changes = sentence_removed(case, item.line, item.sentence) if item.sentence else ()
        if item.as_line:
            yield finding(
                "line-unread",
                item.why,
                item.line,
                Remedy(
                    f"Put “{item.as_line}” into the list.",
                    inserted(case, item.as_line),
                    Alternative(_TAKE_OUT, changes) if changes else None,
                ),
            )
            continue
        way = Remedy(_OF_ITS_OWN, (), Alternative(_TAKE_OUT, changes) if changes else None) if item.sentence else _said_to_be(case, item)
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
    told = any(line.section == "soak" for line in case.recipe.lines) or case.recipe.method.salted
    return not told and not any(what == "unsalted" for _, what in case.recipe.method.shape)


def said_in_prose(case: Case) -> Iterator[Finding]:
    """What the method says that no tested one does (prose_risks.py)."""
    for number, risk, sentence in case.recipe.method.risks:
        changes = sentence_removed(case, number, sentence)
        yield finding(risk.code, risk.says, number, Remedy(risk.fix, (), Alternative(_TAKE_OUT, changes) if changes else None))


def not_vouched(case: Case) -> Iterator[Finding]:
    """Sentences about the process that Rheum does not vouch for, one finding for all of them; without a formula nothing is marked.
    Source: own pick, on the safe side."""
    opened = case.recipe.method.opened
    if not opened or case.match is None:
        return
    several = len(opened) > 1
    says = (
        f"Rheum does not vouch for {len(opened)} sentences of this method; its own steps count."
        if several
        else ("Rheum does not vouch for a sentence of this method; its own steps count.")
    )
    taken_out = sentences_removed(case, opened)
    fix = "Take the marked sentences out." if several else "Take the marked sentence out."
    own = Alternative("Take Rheum's own steps instead", own_steps_taken(case))
    yield finding("method-not-vouched", says, opened[0][0], Remedy(fix, taken_out, own if own.changes else None))


def portions(case: Case) -> Iterator[Finding]:
    """What the method puts into each jar, times the jars, against what is listed: more of a food than that is a limit. Tolerance 2 %.
    Source: handbook, rules (from memory)."""
    for said in case.recipe.method.portions:
        lines = [line for line in case.recipe.in_jar if line.ingredient is said.ingredient and line.amount is not None]
        if not lines or not (said.ingredient.role.food or said.ingredient.role.role in ("fat", "water", "thickener", "sweetener")):
            continue
        here = bulk(said.amount, said.ingredient, False, case.family)
        of_jar = [line for line in lines if line.section == "per-jar"]
        listed_bulk = [
            bulk(line.amount, line.ingredient, line.prepared, case.family) for line in (of_jar or lines) if line.amount is not None
        ]
        if here is None or any(one is None for one in listed_bulk):
            continue
        whole = sum(one.grams[1] for one in listed_bulk if one is not None)
        each = here.grams[0] * (1 if of_jar else _jars(case))
        if each > whole * _PORTION_SLACK + _PORTION_G:
            yield finding(
                "low-acid-increased" if said.ingredient.role.food else "line-unread",
                f"So much {said.ingredient.name} in each jar is more than the list has.",
                said.line,
                Remedy(_OF_ITS_OWN, (), Alternative(_TAKE_OUT, sentence_removed(case, said.line, said.sentence))),
            )


def _jars(case: Case) -> float:
    """How many jars the batch fills at least, by the text or by the formula scaled to this acid."""
    if case.recipe.yield_low is not None:
        return case.recipe.yield_low
    return case.match.formula.yields.low * case.match.scale if case.match else 1.0


_HEATS: Final = frozenset({"char", "blanch", "boil", "simmer", "cook", "reheat"})
_PORTION_SLACK: Final = 1.3
_PORTION_G: Final = 8.0


def cooked_first(case: Case) -> Iterator[Finding]:
    """The main produce boiled, fried or roasted first where the formula packs it raw: it is looser, and more of it fits. Source: USDA Guide 6
    (from memory)."""
    match = case.match
    if match is None or match.formula.pack != "raw" or match.formula.work is None:
        return
    heated = " ".join(line.prep for line in match.formula.jar_lines)
    total = sum(item.bulk.grams[1] for item in case.food if item.bulk)
    for said in case.recipe.method.cooked:
        for item in case.food:
            main = item.bulk is not None and item.bulk.grams[1] * 4 > total and item.line.ingredient.id in said.foods
            work = match.formula.work
            first = work is not None and any(task.do in _HEATS and item.line.ingredient.id in task.what for task in work.tasks)
            if (
                main
                and not first
                and not any(word in heated for word in ("boiled", "simmered", "blanched", "blistered"))
                and said.how != "blanch"
            ):
                yield finding(
                    "prep-changed",
                    f"The text cooks {item.line.ingredient.name} first; the formula packs it raw.",
                    said.line,
                    Remedy("Pack it raw.", (), Alternative(_TAKE_OUT, sentence_removed(case, said.line, said.sentence))),
                )
                return


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
