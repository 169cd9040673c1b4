"""Salt, sugar, spices, oil, thickeners and whatever else people put into jars."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from rheum.core.facts.ingredients import words_of
from rheum.core.judging.codes import Level
from rheum.core.judging.findings import Finding, Remedy, finding
from rheum.core.judging.remedies import removed, renamed, replaced, scaled
from rheum.core.judging.rules.acid import TOLERANCE, use
from rheum.core.matching.case import Case
from rheum.core.matching.measured import Measured
from rheum.core.matching.profile import SYRUP_G_PER_CUP
from rheum.core.measures.saying import grams, ml
from rheum.core.parsing.changes import Change
from rheum.core.parsing.recipe import RecipeLine

_RINSES: Final = 3
_SPICE_SHARE: Final = 0.03
# Spoons of plain and of pickling salt differ by a few per cent; that is no change.
_SALT_TOLERANCE: Final = 1.06
# A quarter cup of sugar a cup of acid liquid.
_SUGAR_SHARE: Final = 0.25


def _total(case: Case, items: list[Measured], end: int) -> float:
    match = case.match
    if match is None:
        return 0.0
    return sum(match.batch_grams(item, end) or 0.0 for item in items)


def salt(case: Case) -> Iterator[Finding]:
    """Salt is for taste: more or less than 6 % off (spoons of plain and pickling salt differ so much) is a caution, and so are salts with
    additives and salt where the formula has none. Source: USDA Guide 6 (from memory)."""
    salts = case.of_role("salt")
    for item in salts:
        if item.line.ingredient.klass == "salt-additives":
            yield finding(
                "salt-additives",
                f"What is in {item.line.ingredient.name} besides salt clouds the brine.",
                item.line.number,
                Remedy("Use pickling salt, the same weight.", _by_weight(case, item)),
            )
    match = case.match
    if match is None:
        return
    form = match.profile
    own = {line.ingredient.id for line in form.formula.lines}
    first = salts[0].line.number if salts else None
    if not form.salt_g:
        if salts:
            where = "The formula's salt is drained away before the jar" if form.salt_in_prep else "The formula has no salt"
            remedy = "Put the salting salt under a line “Soak:”." if form.salt_in_prep else None
            yield finding("salt-changed", f"{where}; here it goes in.", first, remedy)
        return
    allowed = form.salt_g * match.scale
    if not salts:
        yield finding("salt-changed", "No salt, where the formula has some: softer and flatter, not less safe.")
    elif _total(case, salts, 1) * _SALT_TOLERANCE < allowed or _total(case, salts, 0) > allowed * _SALT_TOLERANCE:
        yield finding("salt-changed", f"The formula has {grams(allowed)} of salt beside this much acid.", first)
    for item in salts:
        if item.line.ingredient.id not in own and item.line.ingredient.klass == "salt" and item.line.ingredient.id != "salt-plain":
            yield finding(
                "salt-changed",
                f"{item.line.ingredient.name.capitalize()} in place of the formula's salt: weigh it, for spoons differ.",
                item.line.number,
            )


def _by_weight(case: Case, item: Measured) -> tuple[Change, ...]:
    if item.bulk is None:
        return renamed(case, item.line, "pickling salt")
    return replaced(case, item.line, f"{item.bulk.grams[1]:.3g} g pickling salt")


def sweetener(case: Case) -> Iterator[Finding]:
    """Sugar may be changed with a caution; syrup and honey beyond the formula's volume of sugar (2 %) thin the acid and are a limit, and so is
    any sweetener where the formula has none. Source: USDA Guide 6 (from memory)."""
    match = case.match
    if match is None:
        return
    sweet = case.of_role("sweetener")
    form = match.profile
    if not form.sweetener_g:
        yield from _sweetener_added(case, sweet)
        return
    liquid = [item for item in sweet if _is_liquid(item)]
    dry_ml = sum(match.batch_ml(item) or 0.0 for item in sweet if item not in liquid)
    # Syrup may take the place of sugar, or of the formula's own syrup; beside all the sugar it only thins the acid.
    allowed_ml = max(form.sweetener_ml * match.scale - dry_ml, form.syrup_ml * match.scale)
    if any(item.bulk is None for item in liquid):
        yield finding(
            "line-unread", "How much syrup this is could not be measured.", liquid[0].line.number, "Write it in cups or millilitres."
        )
    if sum(match.batch_ml(item) or 0.0 for item in liquid) > allowed_ml * TOLERANCE:
        yield finding(
            "ingredient-added",
            "More syrup or honey than the formula has sugar: it thins the acid.",
            liquid[0].line.number,
            use(
                tuple(
                    change
                    for item in liquid
                    for change in scaled(case, item.line, allowed_ml / sum(match.batch_ml(one) or 0.0 for one in liquid), False)
                ),
                "Leave the syrup out.",
            ),
        )
    own = {line.ingredient.id for line in form.formula.jar_lines}
    others = [item for item in sweet if item.line.ingredient.id not in own]
    allowed = form.sweetener_g * match.scale
    if not sweet:
        yield finding("sugar-changed", "No sugar, where the formula has some.")
    elif others:
        yield finding(
            "sugar-changed", f"{others[0].line.ingredient.name.capitalize()} in place of the formula's sugar.", others[0].line.number
        )
    elif _total(case, sweet, 1) * TOLERANCE < allowed or _total(case, sweet, 0) > allowed * TOLERANCE:
        yield finding("sugar-changed", f"The formula has {grams(allowed)} of sugar beside this much acid.", sweet[0].line.number)


def _is_liquid(item: Measured) -> bool:
    """Whether a sweetener is a syrup: a cup of it weighs more than any sugar's."""
    return (item.line.ingredient.g_per_cup or 0.0) > SYRUP_G_PER_CUP


def _sweetener_added(case: Case, sweet: list[Measured]) -> Iterator[Finding]:
    """Sugar where the formula has none: a pickle too sour is sweetened, never thinned. Dry sugar up to a quarter cup a cup of vinegar and juice
    is a caution, more, or syrup, a limit; what has no bulk is free. Source: USDA Guide 6 (from memory); the quarter is an own pick."""
    match = case.match
    assert match is not None
    room = _SUGAR_SHARE * (match.vinegar_counted_ml + match.juice_ml)
    bulky = [item for item in sweet if item.line.ingredient.klass != "sweetener-intense"]
    dry = sum(match.batch_ml(item) or float("inf") for item in bulky if not _is_liquid(item))
    for item in sweet:
        name = item.line.ingredient.name
        if item not in bulky and (match.batch_ml(item) or 0.0) <= room:
            yield finding("sugar-changed", f"The formula has no {name}.", item.line.number)
        elif item not in bulky or _is_liquid(item) or dry > room * TOLERANCE:
            yield finding(
                "ingredient-added",
                f"The formula has no {name}{'' if _is_liquid(item) else ', and this is more than takes the edge off'}.",
                item.line.number,
                Remedy("Leave it out, or choose a formula with sugar.", removed(case, item.line)),
            )
        else:
            yield finding("sugar-changed", f"The formula has no {name}; this little only makes it less sharp.", item.line.number)


def spices(case: Case) -> Iterator[Finding]:
    """Dried spices may be changed freely, as a note; beyond the formula's own and 3 % of the whole by weight they thicken the jar, a limit.
    Source: USDA Guide 6 (from memory); the 3 % is an own pick."""
    match = case.match
    if match is None:
        return
    form = match.profile
    lines = case.of_role("spice")
    whole = (form.produce_g + form.acid_ml + form.water_ml + form.sweetener_g) * match.scale
    allowed = form.spice_g * match.scale + _SPICE_SHARE * whole
    total = _total(case, lines, 1)
    if total > allowed and lines:
        most = max(lines, key=lambda item: match.batch_grams(item) or 0.0)
        yield finding(
            "ingredient-added",
            f"{grams(total)} of dried spice is no longer a seasoning: it thickens the jar.",
            most.line.number,
            use(tuple(change for item in lines if item.bulk for change in scaled(case, item.line, allowed / total, False))),
        )
    own = {line.ingredient.id for line in form.formula.jar_lines} | {a for alts in form.formula.alternatives.values() for a in alts}
    for item in lines:
        if item.line.ingredient.id not in own:
            yield finding(
                "spice-changed",
                f"{item.line.ingredient.name.capitalize()} is not in the formula; dried, it may be added.",
                item.line.number,
            )


def fat(case: Case) -> Iterator[Finding]:
    """Oil where the formula has none, or more than it has (2 %), is a limit; food under more oil than acid and water, in no formula with oil,
    stops the batch. Source: common practice; 21 CFR 113 and 114 (from memory)."""
    match = case.match
    fats = case.of_role("fat")
    if not fats:
        return
    oil = sum(i.bulk.ml[1] for i in fats if i.bulk and i.bulk.ml and not i.per_jar)
    liquid = sum(i.bulk.ml[0] for i in case.of_role("vinegar", "juice", "water") if i.bulk and i.bulk.ml)
    food = case.food
    tested = match is not None and match.profile.fat_ml > 0
    if food and oil > liquid and not tested:
        yield finding(
            "garlic-or-herb-in-oil",
            f"{food[0].line.ingredient.name.capitalize()} under more oil than acid.",
            fats[0].line.number,
            Remedy(
                "Take the oil out, and stir it into the pickle on opening; or make it fresh, keep it cold, eat it within days.",
                tuple(change for item in fats for change in removed(case, item.line)),
            ),
        )
        return
    if match is None:
        says = "Oil goes into a jar only where a tested formula has it."
        yield finding("fat-added", says, fats[0].line.number, Remedy("Stir it in on opening.", removed(case, fats[0].line)))
        return
    total = sum(match.batch_ml(item) or 0.0 for item in fats)
    allowed = match.profile.fat_ml * match.scale
    if total > allowed * TOLERANCE or any(item.bulk is None for item in fats):
        says = (
            f"The formula has {ml(allowed)} of oil beside this much acid; here there is {ml(total)}."
            if allowed
            else "The formula has no oil."
        )
        yield finding(
            "fat-added",
            says,
            fats[0].line.number,
            use(
                tuple(
                    change
                    for item in fats
                    for change in (scaled(case, item.line, allowed / total, False) if allowed and total else removed(case, item.line))
                ),
                "Leave it out; stir it in on opening.",
            ),
        )


def thickener(case: Case) -> Iterator[Finding]:
    """A thickener that the formula was not tested with, or more of it than it has (2 %), is a limit. Source: USDA Guide 3 (from memory)."""
    match = case.match
    for item in case.of_role("thickener"):
        ingredient = item.line.ingredient
        allowed = match.profile.thickeners_ml.get(ingredient.id, 0.0) * match.scale if match else 0.0
        here = (match.batch_ml(item) if match else None) or float("inf")
        if here > allowed * TOLERANCE:
            yield finding(
                "thickener-added",
                f"{ingredient.name.capitalize()}{' beyond the formula’s' if allowed else ' is not in the formula'}.",
                item.line.number,
                Remedy("Leave it out; thicken when you open the jar.", removed(case, item.line)),
            )


def alkali(case: Case) -> Iterator[Finding]:
    """An alkali that reaches the jar stops the batch; a lime soak is a limit where the formula has none. No tolerance. Source: common practice."""
    for line in case.recipe.lines:
        if line.ingredient.role.role != "alkali":
            continue
        if line.ingredient.id == "pickling-lime" and line.section == "soak":
            if case.match is not None and not case.match.profile.lime_in_prep:
                yield from _lime_soak(case, line)
            continue
        says = (
            "Lime left in the jar destroys acid."
            if line.ingredient.id == "pickling-lime"
            else f"{line.ingredient.name.capitalize()} destroys acid."
        )
        remedy = Remedy("Leave it out. A lime soak goes under “Soak:” and is rinsed away three times.", removed(case, line))
        yield finding("alkali-added", says, line.number, remedy)


def _lime_soak(case: Case, line: RecipeLine) -> Iterator[Finding]:
    """Cucumbers may soak 12 to 24 h in food-grade lime where it is rinsed off three times, with an hour in fresh water each time; other produce
    only where its formula has it. Source: USDA Guide 6 (from memory)."""
    match = case.match
    assert match is not None
    rinsed = _rinsed_well(case)
    if match.formula.lime and rinsed:
        return
    cucumbers = max(match.profile.slots, key=lambda slot: slot.grams).given[0].swap_group == "cucumber"
    if match.formula.lime or (cucumbers and rinsed):
        says = (
            "A lime soak, which this formula does not have; for fresh cucumbers it is published."
            if rinsed
            else "After a lime soak: rinse, and soak an hour in fresh water, three times over."
        )
        yield finding("prep-changed", says, line.number, level="caution")
        return
    yield finding(
        "prep-changed",
        "A lime soak, which this formula does not have." if not cucumbers else "A lime soak whose three rinses are not said.",
        line.number,
        Remedy("Leave the lime out; calcium chloride, 1/8 tsp a pint, firms without it.", removed(case, line)),
    )


def _rinsed_well(case: Case) -> bool:
    words = [word for text in case.recipe.source for word in words_of(text)]
    return "rinse" in words and (words.count("rinse") >= _RINSES or bool({"three", "3", "thrice"} & set(words)))


def firming(case: Case) -> Iterator[Finding]:
    """Calcium chloride and old-fashioned alum are notes, whatever the amount. Source: common practice."""
    for item in case.of_role("firming"):
        says = (
            "Alum does nothing in a quick pickle."
            if item.line.ingredient.klass == "firming-obsolete"
            else "Calcium chloride firms: about 1/8 tsp a pint, 1/4 tsp a quart."
        )
        yield finding("firming-agent", says, item.line.number)


def frozen_or_tinned(case: Case) -> Iterator[Finding]:
    """Frozen produce in a hot pack is a note, in a raw pack a limit; tinned produce is judged where it stands in. Source: common practice."""
    for item in case.food:
        line = item.line
        if "frozen" in line.states:
            level: Level = "limit" if case.pack == "raw" else "note"
            says = (
                f"Frozen {line.ingredient.name} in a raw pack: it gives up water into the brine."
                if level == "limit"
                else f"Frozen {line.ingredient.name}: weigh it before it thaws, and keep its juice with it."
            )
            fresh = Remedy("Use fresh.", renamed(case, line, line.ingredient.name)) if level == "limit" else None
            yield finding("frozen-for-fresh", says, line.number, fresh, level=level)
        if "tinned" in line.states and line.ingredient.klass == "pepper" and _tinned_chiles_allowed(case):
            yield finding(
                "tinned-for-fresh",
                f"Plain tinned {line.ingredient.name}, without vinegar, may take the place of fresh here.",
                line.number,
                level="note",
            )
        elif "tinned" in line.states and "tinned" not in line.ingredient.id and line.ingredient.klass != "concentrate":
            yield finding(
                "tinned-for-fresh",
                f"Tinned {line.ingredient.name} where fresh was tested.",
                line.number,
                Remedy("Use fresh or frozen, the same amount.", renamed(case, line, line.ingredient.name)),
            )


def _tinned_chiles_allowed(case: Case) -> bool:
    """USDA Guide 3 lets canned chiles stand in for fresh in its salsas (from memory)."""
    return case.match is not None and case.match.formula.kind == "salsa" and case.match.formula.source.id == "usda3"
