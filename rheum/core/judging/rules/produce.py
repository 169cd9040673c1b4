"""Produce: how much against the acid, what stands in for what, what was never tested."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from rheum.core.facts.ingredients import words_of
from rheum.core.facts.jars import counted_ml
from rheum.core.judging.findings import Finding, Remedy, finding
from rheum.core.judging.remedies import as_written, formula_line, inserted, removed, scaled
from rheum.core.judging.rules.acid import TOLERANCE, missing_scale, more_acid, use
from rheum.core.judging.rules.said_of_it import more_in_a_raw_pack
from rheum.core.matching.case import Case
from rheum.core.matching.match import Pair
from rheum.core.matching.profile import Slot
from rheum.core.measures.acidity import CANNING_PH
from rheum.core.measures.saying import grams, listed, ml
from rheum.core.measures.units import kind_of
from rheum.core.parsing.changes import Change

_AROMATIC_SLACK_G: Final = 3.0
_AROMATIC_SLACK_SHARE: Final = 0.001
_NARROW_RANGE: Final = 1.5
_TENTH_MORE: Final = 1.1
# A line that brings acid of its own may run a little short; beyond a quarter it is no longer the tested recipe (own pick).
_MUCH_LESS: Final = 0.75
# A small sprig a jar of a fresh herb is too little to matter (common practice).
_SPRIG_G: Final = 3.0
# So much more produce may stand beside the brine of a raw pack; agencies say nothing of a bound, a fifth is on the safe side (own pick).
_MORE_IN_A_RAW_PACK: Final = 1.2


def no_tested_formula(case: Case) -> Iterator[Finding]:
    """A recipe that no formula lies near (CUT_OFF of the distance), or that has none of its formula's main produce. No tolerance. Source:
    USDA Guide 1 (from memory)."""
    near = case.near[0]
    if case.match is None:
        yield finding(
            "no-tested-formula",
            "No tested formula in the library is near enough to this recipe.",
            None,
            f"The nearest is “{near.formula.title}”. Begin from it and change only what is permitted, or keep this batch in the refrigerator.",
        )
        return
    main = max(case.match.profile.slots, key=lambda slot: slot.grams)
    if main in case.match.missing and not any(p.slot is main for p in case.match.pairs):
        yield finding(
            "no-tested-formula",
            f"“{case.match.formula.title}” is a formula for {main.title}, and there is none here.",
            None,
            f"Choose the formula you follow, or begin from “{near.formula.title}”.",
        )


def low_acid_alone(case: Case) -> Iterator[Finding]:
    """Low-acid food without any acid, or whose estimate lies above pH 4.6 even at its low end, stops the batch; an acid that was not read is
    no absence of one. Source: 21 CFR 113 and 114 (from memory)."""
    low = [i for i in case.food if i.line.ingredient.role.low_acid]
    acids = case.acids
    if low and not acids and not _acid_unread(case):
        yield finding(
            "low-acid-alone",
            f"{low[0].line.ingredient.name.capitalize()} with no acid: not for a boiling-water canner.",
            low[0].line.number,
            "Pressure canning is outside what Rheum does: see an agency's sheet. Or begin from a tested pickle.",
        )
    elif low and case.ph is not None and case.ph.low > CANNING_PH:
        yield finding(
            "low-acid-alone",
            f"Even the low end of the estimate, pH {case.ph.low:.2f}, is above 4.6.",
            low[0].line.number,
            "Begin from a tested formula with enough acid.",
        )


def _acid_unread(case: Case) -> bool:
    """Whether a line that was not understood names an acid: then “no acid” would be a guess."""
    return any(match.ingredient.role.acid for item in case.recipe.unread for match in case.library.catalogue.within(words_of(item.text)))


def produce_state(case: Case) -> Iterator[Finding]:
    """Unfit, mouldy, wild."""
    for item in case.food:
        line = item.line
        if "mouldy" in line.states:
            yield finding(
                "produce-unfit",
                f"Mouldy {line.ingredient.name} is for nothing but the bin.",
                line.number,
                "Use sound produce.",
                level="stop",
            )
        elif "unfit" in line.states:
            yield finding(
                "produce-unfit",
                f"Only sound {line.ingredient.name} is for canning.",
                line.number,
                "Cut bad parts away generously, or cook this for the table.",
            )
        if line.ingredient.klass == "not-for-canning":
            yield finding(
                "not-for-canning",
                f"{line.ingredient.name.capitalize()}s are not safe to can at home.",
                line.number,
                Remedy("Use cultivated mushrooms and a tested formula.", removed(case, line)),
            )


def amounts(case: Case) -> Iterator[Finding]:
    """Each slot against what the acid allows: all up together is `acid-reduced`, else the lines that are up."""
    match = case.match
    if match is None:
        return
    acids = case.of_role("vinegar", "juice")
    if match.vinegar_counted_ml + match.juice_ml <= 0:
        yield finding(
            "acid-reduced",
            f"The formula's acid is missing: {ml(match.profile.acid_ml * missing_scale(case))} for this much produce.",
            None,
            use(more_acid(case, 1.0)),
        )
        return
    for item in case.food:
        if item.bulk is None:
            yield finding(
                "line-unread",
                f"What one {item.line.ingredient.name} weighs is not known, so this line cannot be compared.",
                item.line.number,
                "Write it in cups, grams or pounds.",
            )
    up, required = [], []
    for slot in match.profile.slots:
        ratio = match.ratio(slot)
        if ratio is None:
            continue
        if not slot.optional and slot.given[0].role.role == "produce":
            required.append(slot)
        if ratio > TOLERANCE * slot.room and not _within_slack(case, slot, ratio) and not _counted_about(case, slot, ratio):
            up.append((slot, ratio / slot.room))
    if not up:
        return
    raised = [slot for slot, _ in up]
    if required and all(slot in raised for slot in required):
        worst = max(ratio for slot, ratio in up if slot in required)
        if worst <= _MORE_IN_A_RAW_PACK and more_in_a_raw_pack(case):
            yield finding(
                "brine-runs-short",
                f"You will run short of brine: {(worst - 1) * 100:.0f} % more produce than the formula has beside it. More of the same brine, never water.",
                acids[0].line.number if acids else None,
            )
            # More of everything is more jars; more of one thing than of the rest is another recipe.
            least = min(ratio for slot, ratio in up if slot in required)
            for slot, ratio in up:
                if slot not in required or ratio > least * TOLERANCE:
                    yield from _slot_up(case, slot, ratio)
            return
        number = acids[0].line.number if acids else None
        yield finding(
            "acid-reduced",
            f"There is {(worst - 1) * 100:.0f} % more produce against the acid than in the formula.",
            number,
            use(more_acid(case, worst), instead=_less_produce(case, up)),
        )
        up = [(slot, ratio) for slot, ratio in up if slot not in required and ratio > worst * TOLERANCE]
    for slot, ratio in up:
        yield from _slot_up(case, slot, ratio)


def _slot_up(case: Case, slot: Slot, ratio: float) -> Iterator[Finding]:
    match = case.match
    assert match is not None
    pairs = [pair for pair in match.pairs if pair.slot is slot]
    biggest = max(pairs, key=_by_amount)
    code = slot.given[0].role.more_is
    # In grams, and beyond the formula's own amount: a published range and a sprig a jar are not added up.
    more = (ratio * slot.room - 1) * slot.grams
    if slot.given[0].klass == "herb-fresh" and more <= _SPRIG_G * match.profile.jars_ml[0] / counted_ml("pint"):
        yield finding("fresh-herb-changed", "A small sprig a jar more than the formula has.", biggest.item.line.number)
        return
    less = _less_produce(case, [(slot, ratio)])
    enough = as_written(less) or f"no {slot.title}"
    names = listed(list(dict.fromkeys(pair.item.line.ingredient.name for pair in pairs)))
    yield finding(
        code,
        f"{names.capitalize()}: {(ratio - 1) * 100:.0f} % more against the acid than in the formula.",
        biggest.item.line.number,
        Remedy(f"This acid is enough for {enough}.", less),
    )


def _less_produce(case: Case, up: list[tuple[Slot, float]]) -> tuple[Change, ...]:
    """Every line of the slots that are up, brought down to what the acid allows."""
    match = case.match
    assert match is not None
    changes: list[Change] = []
    for slot, ratio in up:
        for pair in match.pairs:
            if pair.slot is slot:
                changes.extend(scaled(case, pair.item.line, 1 / ratio, False))
    return tuple(changes)


def _within_slack(case: Case, slot: Slot, ratio: float) -> bool:
    """A few grams of ginger or herb against the whole; garlic has its own rule, whole cloves in brined whole vegetables."""
    match = case.match
    assert match is not None
    klass = slot.given[0].klass
    if klass == "garlic":
        return cloves_let_pass(case)
    if klass not in ("aromatic", "herb-fresh"):
        return False
    # All at the formula's own size: a recipe and its half are judged alike.
    whole = match.profile.produce_g + match.profile.acid_ml + match.profile.water_ml
    return (ratio - 1) * slot.grams <= min(_AROMATIC_SLACK_G, whole * _AROMATIC_SLACK_SHARE)


def _counted_about(case: Case, slot: Slot, ratio: float) -> bool:
    """Whether only the upper end of a narrow range of whole pieces is over: tested recipes are written so (“4 to 6 onions”, “8 to 9
    cloves”), and a formula holds the middle. Source: USDA Guide 6 as it prints counts (from memory); docs/decisions/0015-hearing.md."""
    match = case.match
    assert match is not None
    amounts = [pair.item.line.amount for pair in match.pairs if pair.slot is slot]
    low = high = 0.0
    for amount in amounts:
        if amount is None or kind_of(amount.unit) != "count" or amount.high > amount.low * _NARROW_RANGE:
            return False
        low, high = low + amount.low, high + amount.high
    return high > low and ratio * (low + high) / (2 * high) <= 1.1


def cloves_let_pass(case: Case) -> bool:
    """Whether all garlic here is whole cloves, one a pint at most, in a formula of whole vegetables in brine."""
    match = case.match
    if match is None or not match.formula.whole_in_brine:
        return False
    count = 0.0
    for item in case.of_role("produce"):
        if item.line.ingredient.klass != "garlic":
            continue
        amount = item.line.amount
        if amount is None or amount.unit not in ("clove", "each") or "minced" in item.line.states:
            return False
        count += amount.high * (match.jars(0, item.line.per_jar or None) if item.per_jar else 1.0)
    return count <= match.jars(0, "pint") + 1e-6


def garlic_clove(case: Case) -> Iterator[Finding]:
    """Whole cloves in a brined whole-vegetable pickle, one a pint at most, are let pass as a note. Source: own pick, on the safe side."""
    match = case.match
    if match is None or not cloves_let_pass(case):
        return
    for item in case.of_role("produce"):
        if item.line.ingredient.klass != "garlic":
            continue
        pair = next((pair for pair in match.pairs if pair.item is item), None)
        ratio = match.ratio(pair.slot) if pair else None
        if pair is None or (ratio is not None and ratio > TOLERANCE):
            yield finding("garlic-clove", "Whole cloves, no more than one a pint.", item.line.number)


def less_of_it(case: Case) -> Iterator[Finding]:
    """Less low-acid produce is a note; a line that carries acid and is missing or short is a limit."""
    match = case.match
    if match is None:
        return
    for slot in match.missing:
        if slot.optional:
            continue
        carries = slot.given[0].klass in ("fruit", "tomato", "fruit-juice")
        if carries:
            yield finding(
                "acid-reduced",
                f"The formula's {slot.title} is missing, and it brings acid.",
                None,
                Remedy(f"Put it back: {amount_of(slot, match.scale)}.", put_back(case, slot)),
            )
        elif slot.given[0].role.role == "produce":
            yield finding("low-acid-reduced", f"The formula's {slot.title} is left out.", None)
    sour = {id(slot) for slot in match.profile.slots if _brings_acid(case, slot)}
    others = [r for s in match.profile.slots if id(s) not in sour and s.given[0].role.low_acid and (r := match.ratio(s)) is not None]
    rest = max(others, default=0.0)
    for slot in match.profile.slots:
        ratio = match.ratio(slot)
        if ratio is None or slot in match.missing or ratio >= 2 - TOLERANCE or slot.optional:
            continue
        # The largest line of the slot, whichever stands first.
        number = max((pair for pair in match.pairs if pair.slot is slot), key=_by_amount).item.line.number
        if id(slot) in sour and ratio < _MUCH_LESS * min(rest, 1.0):
            yield finding(
                "acid-reduced",
                f"Less {slot.title} than in the formula, and it brings acid of its own.",
                number,
                use(_as_much(case, slot, min(rest, 1.0) / ratio)),
            )
        elif slot.given[0].role.role == "produce" and not slot.optional and not _within_a_piece(case, slot, ratio):
            yield finding("low-acid-reduced", f"Less {slot.title} than in the formula.", number)


def _by_amount(pair: Pair) -> tuple[float, str]:
    return pair.amount or 0.0, pair.item.line.ingredient.id


def _within_a_piece(case: Case, slot: Slot, ratio: float) -> bool:
    """Whether what is short is less than one whole piece of lines that are counted: 18 cloves for 18.9."""
    match = case.match
    assert match is not None
    pieces = []
    for pair in match.pairs:
        if pair.slot is not slot:
            continue
        amount = pair.item.line.amount
        if amount is not None and pair.amount is not None and kind_of(amount.unit) == "count":
            pieces.append(pair.amount / amount.high)
    # What is short is reckoned from the tolerance on, for the acid it is held against was rounded up.
    return bool(pieces) and (2 - TOLERANCE - ratio) * slot.amount * match.scale < max(pieces)


def _as_much(case: Case, slot: Slot, factor: float) -> tuple[Change, ...]:
    match = case.match
    assert match is not None
    return tuple(change for pair in match.pairs if pair.slot is slot for change in scaled(case, pair.item.line, factor * 0.995, True))


def put_back(case: Case, slot: Slot) -> tuple[Change, ...]:
    """The formula's own lines of a slot, put in at this size."""
    match = case.match
    assert match is not None
    lines = [line for line in match.formula.jar_lines if line.ingredient in slot.given and line.per_jar is None]
    return tuple(change for line in lines for change in inserted(case, formula_line(case, line, match.scale)))


def amount_of(slot: Slot, scale: float) -> str:
    """A slot's amount at a scale, in words."""
    return ml(slot.amount * scale) if slot.measure == "volume" else grams(slot.amount * scale)


def _brings_acid(case: Case, slot: Slot) -> bool:
    """Whether a slot is sourer than the jar it goes into: cranberries are, tomatoes are not."""
    ph = slot.given[0].ph
    return ph is not None and case.ph is not None and sum(ph) / 2 < case.ph.mid
