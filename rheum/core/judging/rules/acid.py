"""Acid and water: strengths, blends, what stands in for what, and water against acid."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from rheum.core.facts.formulas import FormulaLine
from rheum.core.judging.findings import Alternative, Finding, Remedy, finding
from rheum.core.judging.remedies import as_written, formula_line, inserted, removed, renamed, replaced, scaled, to_volume
from rheum.core.matching.case import Case
from rheum.core.matching.measured import Measured
from rheum.core.measures.acidity import CANNING_STRENGTH, FOOD_LIMIT, parts_to_reach
from rheum.core.measures.saying import ml, percent
from rheum.core.measures.units import kind_of, ml_per
from rheum.core.parsing.changes import Change

TOLERANCE: Final = 1.02
_OFTEN_WEAK: Final = ("rice-vinegar", "balsamic-vinegar")


def vinegar_not_food(case: Case) -> Iterator[Finding]:
    """Cleaning and industrial acids stop the batch, and so does a vinegar stronger than any sold as food (FOOD_LIMIT, no tolerance). Source:
    common practice."""
    for item in case.lines:
        line = item.line
        if line.ingredient.klass == "not-food" or (item.role == "vinegar" and line.strength is not None and line.strength > FOOD_LIMIT):
            says = (
                f"{line.ingredient.name.capitalize()} is not for food."
                if line.ingredient.klass == "not-food"
                else f"A vinegar of {percent(line.strength or 0)} is not sold as food."
            )
            yield finding("vinegar-not-food", says, line.number, "Use a vinegar for the table, labelled 5 %.")


def vinegar_strength(case: Case) -> Iterator[Finding]:
    """Unstated and unknown strengths."""
    for item in case.of_role("vinegar"):
        line = item.line
        if line.ingredient.klass == "vinegar-unknown":
            yield finding(
                "vinegar-strength-unknown",
                "Nobody knows how strong this vinegar is.",
                line.number,
                Remedy("Use a vinegar labelled 5 %, the same volume.", renamed(case, line, "white vinegar (5%)")),
            )
        elif line.strength is None and line.ingredient.id in _OFTEN_WEAK:
            yield finding(
                "vinegar-strength-unknown",
                f"{line.ingredient.name.capitalize()} with no strength written is often under 5 %.",
                line.number,
                Remedy(
                    "Look at the label and write the per cent; under 5 % use a vinegar labelled 5 %, the same volume.",
                    renamed(case, line, "white vinegar (5%)"),
                ),
            )
        elif line.strength is None:
            yield finding(
                "vinegar-strength-unstated",
                f"No strength is written for the {line.ingredient.name}; taken as 5 %.",
                line.number,
                Remedy("Does the label say 5 %? Some are 4 %.", _labelled(case, item), press="It says 5 %"),
            )


def vinegar_blend(case: Case) -> Iterator[Finding]:
    """The volume-weighted blend against 5 %, with no tolerance."""
    strength = case.strength
    known = [i for i in case.of_role("vinegar") if i.line.strength is not None or i.line.ingredient.klass == "vinegar"]
    if strength is None or not known:
        return
    weakest = min(known, key=_counted_strength)
    if strength < CANNING_STRENGTH - 1e-9 and weakest.line.ingredient.klass != "vinegar-unknown":
        if weakest.line.strength is None and weakest.line.ingredient.id in _OFTEN_WEAK:
            return
        if _counted_strength(weakest) >= CANNING_STRENGTH:
            return  # One of unknown strength pulls it down, and that is said of its own line.
        yield finding(
            "vinegar-too-weak",
            f"The vinegar comes to {percent(strength)}, under the 5 % the formula counts on.",
            weakest.line.number,
            _stronger_blend(case, weakest, strength),
        )
    elif strength > CANNING_STRENGTH + 1e-9 and max(_counted_strength(i) for i in known) <= FOOD_LIMIT:
        if case.match and case.match.absorbed_ml:
            says = (
                f"The vinegar is {percent(strength)}; {ml(case.match.absorbed_ml)} of the water brings it to 5 % and is judged as vinegar."
            )
            yield finding("vinegar-stronger", says, _first(known))
            return
        total = sum(i.bulk.ml[0] for i in known if i.bulk and i.bulk.ml)
        water = total * (strength / CANNING_STRENGTH - 1)
        yield finding(
            "vinegar-stronger",
            f"The vinegar is {percent(strength)}: safe as it is, and sharper.",
            _first(known),
            f"{ml(water)} of water would bring it to 5 %.",
        )


def _counted_strength(item: Measured) -> float:
    acid = item.line.ingredient.acid
    return item.line.strength if item.line.strength is not None else (acid[0] if acid else 0.0)


def _first(items: list[Measured]) -> int | None:
    return items[0].line.number if items else None


def _labelled(case: Case, item: Measured) -> tuple[Change, ...]:
    text = item.line.text.strip()
    name, comma, rest = text.partition(",")
    return replaced(case, item.line, f"{name.rstrip()} (5%){comma}{rest}")


def _parts(strong: float, weak: float) -> tuple[str, str]:
    """Pearson's square to 5 %, the smaller part as one."""
    found = parts_to_reach(CANNING_STRENGTH, strong, weak)
    assert found is not None
    one = min(found)
    return tuple(f"{part / one:.3g}" for part in found)  # type: ignore[return-value]


def _stronger_blend(case: Case, weakest: Measured, strength: float) -> Remedy:
    """A 5 % one in its place; or a blend: of the strong vinegar already there, else of one at 7 %, written as one line."""
    line, weak = weakest.line, _counted_strength(weakest)
    same = Remedy("Use a vinegar labelled 5 %, the same volume.", renamed(case, line, f"{line.ingredient.name} (5%)"))
    vinegars = [item for item in case.of_role("vinegar") if item.bulk and item.bulk.ml]
    strong = max(vinegars, key=_counted_strength, default=None)
    if strong is not None and len(vinegars) == 2 and _counted_strength(strong) > CANNING_STRENGTH > weak and weakest.bulk:
        share = (CANNING_STRENGTH - weak) / (_counted_strength(strong) - weak)
        volume = sum(item.bulk.ml[0] for item in vinegars if item.bulk and item.bulk.ml)
        one, other = _parts(_counted_strength(strong), weak)
        return Remedy(
            f"Blend {one} part{'' if one == '1' else 's'} of your {percent(_counted_strength(strong))} with {other} of the {percent(weak)}: "
            f"{ml(volume * share)} and {ml(volume * (1 - share))}.",
            (*to_volume(case, strong.line, volume * share, True), *to_volume(case, line, volume * (1 - share), False)),
            Alternative(same.says, same.changes),
        )
    if line.amount is None or not 0 < weak < CANNING_STRENGTH:
        return same
    one, other = _parts(7.0, weak)
    blended = f"{line.ingredient.name} (5%), blended: {one} part{'' if one == '1' else 's'} 7% and {other} part{'' if other == '1' else 's'} {weak:g}%"
    return Remedy(
        f"Use a vinegar labelled 5 %, the same volume; or blend {one} part{'' if one == '1' else 's'} of a 7 % one with {other} of this.",
        same.changes,
        Alternative("Blend it with a 7 % one", renamed(case, line, blended)),
    )


def acid_kind(case: Case) -> Iterator[Finding]:
    """Other vinegars, juice for vinegar, vinegar for juice, fresh juice, acid on top."""
    for item in case.of_role("fresh-juice"):
        yield finding(
            "juice-fresh",
            f"{item.line.ingredient.name.capitalize()}: its acid is not known.",
            item.line.number,
            Remedy("Use bottled juice, the same volume.", _bottled(case, item)),
        )
    match = case.match
    if match is None:
        return
    form = match.profile
    own = {line.ingredient.id for line in form.formula.jar_lines}
    juices, vinegars = case.of_role("juice"), case.of_role("vinegar")
    if form.vinegar_ml and not form.juice_ml:
        for item in juices:
            enough = match.vinegar_counted_ml >= form.vinegar_ml * _produce_scale(case) / TOLERANCE
            if enough:
                yield finding(
                    "acid-topped-up", f"{item.line.ingredient.name.capitalize()} on top of the formula's vinegar.", item.line.number
                )
            else:
                yield finding(
                    "acid-swap-up", f"{item.line.ingredient.name.capitalize()} stands in for vinegar, volume for volume.", item.line.number
                )
    elif form.juice_ml:
        allowed = {alt for line in form.formula.jar_lines for alt in form.formula.alternatives.get(line.ingredient.id, ())}
        for item in juices:
            if item.line.ingredient.id not in own | allowed:
                yield finding("juice-kind", f"{item.line.ingredient.name.capitalize()} in place of the formula's.", item.line.number)
        if not form.vinegar_ml and vinegars:
            for item in vinegars:
                yield finding(
                    "acid-swap-down",
                    f"The formula is made with bottled juice; {item.line.ingredient.name} is weaker.",
                    item.line.number,
                    Remedy("Use bottled lemon or lime juice, the same volume.", renamed(case, item.line, "bottled lemon juice")),
                )
        elif match.vinegar_counted_ml + match.juice_ml > 0 and match.juice_ml * TOLERANCE < (wanted := form.juice_ml * _juice_scale(case)):
            # What is added counts as acid too, and so asks for its own share.
            share = form.juice_ml / form.acid_ml
            short = (wanted - match.juice_ml) / (1 - share) if share < 1 else wanted - match.juice_ml
            yield finding(
                "acid-swap-down",
                f"The formula has {ml(wanted)} of bottled juice beside this much; here there is {ml(match.juice_ml)}.",
                _first(juices) or _first(vinegars),
                use(_more_juice(case, juices, short)),
            )
    if form.vinegar_ml:
        for item in vinegars:
            if item.line.ingredient.id not in own and item.line.ingredient.klass == "vinegar":
                yield finding("vinegar-kind", f"{item.line.ingredient.name.capitalize()} in place of the formula's.", item.line.number)
    for item in case.of_role("citric"):
        yield finding("acid-topped-up", "Citric acid on top of the formula's acid.", item.line.number)


def _bottled(case: Case, item: Measured) -> tuple[Change, ...]:
    name = "bottled lime juice" if "lime" in item.line.ingredient.id else "bottled lemon juice"
    if item.line.amount is not None and kind_of(item.line.amount.unit) == "count" and item.bulk and item.bulk.ml:
        return replaced(case, item.line, f"{item.bulk.ml[1]:.0f} ml {name}")
    return renamed(case, item.line, name)


def _more_juice(case: Case, juices: list[Measured], short: float) -> tuple[Change, ...]:
    known = [item for item in juices if item.bulk and item.bulk.ml and not item.per_jar]
    if known and known[0].bulk and known[0].bulk.ml:
        return to_volume(case, known[0].line, known[0].bulk.ml[0] + short, True)
    wanted = (
        next((line for line in case.match.formula.jar_lines if line.ingredient.klass == "citrus-bottled"), None) if case.match else None
    )
    if wanted is None:
        return inserted(case, f"{short * 1.005:.0f} ml bottled lemon juice")
    return inserted(case, _whole_cups(case, wanted, short / _line_ml(wanted)))


# So much more acid than is needed is no fault, and can be measured in one cup (own pick, on the safe side).
_MORE_FOR_A_CUP: Final = 1.05


def _whole_cups(case: Case, wanted: FormulaLine, scale: float) -> str:
    """A formula's acid at a scale, never under it: rounded up to the next quarter or third of a cup where that is near."""
    ml_wanted = _line_ml(wanted) * scale
    cup = ml_per("cup", case.family)
    cups = [whole + part for whole in range(int(ml_wanted / cup) + 1) for part in (0.25, 1 / 3, 0.5, 2 / 3, 0.75, 1.0)]
    up = min((one * cup for one in cups if one * cup >= ml_wanted * 0.999), default=0.0)
    return formula_line(case, wanted, scale * (up / ml_wanted if ml_wanted < up <= ml_wanted * _MORE_FOR_A_CUP else 1.0))


def _line_ml(line: FormulaLine) -> float:
    """Millilitres of a formula's acid in one batch of it; its cups are US ones."""
    return line.amount.high * ml_per(line.amount.unit, "us")


def missing_scale(case: Case) -> float:
    """How many batches of the formula's acid a recipe without any needs: by its fullest slot, never by less than all its produce together."""
    match = case.match
    return 1.0 if match is None else max(match.scale, _produce_scale(case))


def _juice_scale(case: Case) -> float:
    """How many batches of the formula's juice a recipe needs: as many as its acid makes, but vinegar on top of what produce and water ask for
    takes none of its juice away."""
    match = case.match
    if match is None:
        return 1.0
    form = match.profile
    if any(match.ratio(slot) is None for slot in form.slots if not slot.optional):
        return match.scale
    return min(match.scale, max(_produce_scale(case), match.water_ml / form.water_ml if form.water_ml else 0.0))


def _produce_scale(case: Case) -> float:
    """How many batches of the formula the produce is, by its fullest slot."""
    match = case.match
    if match is None:
        return 1.0
    ratios = [ratio for slot in match.profile.slots if (ratio := match.ratio(slot)) is not None and not slot.optional]
    return max(ratios, default=1.0) * match.scale


def water_added(case: Case) -> Iterator[Finding]:
    """Water against acid: at most the formula's share of it beside this much acid, with 2 % for rounding (TOLERANCE); none where the formula has
    none. Source: USDA Guide 6 (from memory)."""
    match = case.match
    if match is None:
        return
    per_jar = [i for i in case.of_role("water") if i.per_jar]
    water = match.water_ml + sum(match.batch_ml(i) or 0.0 for i in per_jar)
    allowed = match.profile.water_ml * match.scale
    if any(item.line.ingredient.id in match.profile.thickeners_ml for item in case.of_role("thickener")):
        allowed += match.profile.may_water_ml * match.scale
    waters = case.of_role("water")
    if any(i.bulk is None and i.line.amount is not None for i in waters):
        yield finding("line-unread", "This much water could not be measured.", _first(waters), "Write it in cups or millilitres.")
    if water <= allowed * TOLERANCE + 1e-9:
        return
    number = max(waters, key=lambda i: i.bulk.ml[1] if i.bulk and i.bulk.ml else 0.0).line.number
    less = _less_water(case, allowed)
    if not match.profile.water_ml:
        says = f"The formula has no water; here there is {ml(water)}."
        yield finding("water-added", says, number, use(less, "Leave the water out."))
        return
    brine, own = case.brine_percent, match.profile.brine_percent
    says = f"{ml(water)} of water; this much acid allows {ml(allowed)}."
    if brine is not None and own is not None:
        says = f"This brine is {percent(brine)} acid; the formula's is {percent(own)}."
    yield finding(
        "water-added",
        says,
        number,
        use(less, "Leave the water out.", more_acid(case, water / allowed)),
    )


def use(changes: tuple[Change, ...], out: str = "Put it right by hand.", instead: tuple[Change, ...] = ()) -> Remedy:
    """A remedy told in the amounts that it writes; `out`: what is said where it only takes lines out."""
    written, other = as_written(changes), as_written(instead)
    return Remedy(f"Use {written}." if written else out, changes, Alternative(f"Use {other}", instead) if other else None)


def brine_short(case: Case) -> bool:
    """Whether the brine is weaker than the formula's by more than the tolerance of the rule of added water."""
    own = case.match.profile.brine_percent if case.match else None
    if own is None or case.brine_percent is None or case.match is None:
        return False
    form = case.match.profile
    if form.may_water_ml and case.of_role("thickener"):
        own *= (form.vinegar_ml + form.water_ml) / (form.vinegar_ml + form.water_ml + form.may_water_ml)
    return case.brine_percent * TOLERANCE < own


def _less_water(case: Case, allowed: float) -> tuple[Change, ...]:
    """Water lines brought down to what is allowed, the largest first to stay."""
    changes: list[Change] = []
    left = allowed
    waters = sorted(case.of_role("water"), key=lambda i: -(i.bulk.ml[1] if i.bulk and i.bulk.ml else 0.0))
    for item in waters:
        here = item.bulk.ml[1] if item.bulk and item.bulk.ml else 0.0
        if item.per_jar or left <= 0:
            changes.extend(removed(case, item.line))
        elif here > left:
            changes.extend(to_volume(case, item.line, left, False))
            left = 0.0
        else:
            left -= here
    return tuple(changes)


def more_acid(case: Case, factor: float) -> tuple[Change, ...]:
    """Every acid liquid of the batch times a factor, so that their mix stays; the formula's own acid put in where none is."""
    match = case.match
    assert match is not None
    lines = [item for item in case.of_role("vinegar", "juice") if not item.per_jar and item.bulk]
    if not lines:
        wanted = [line for line in match.formula.jar_lines if line.ingredient.role.role in ("vinegar", "juice")]
        return tuple(change for line in wanted for change in inserted(case, _whole_cups(case, line, missing_scale(case))))
    return tuple(change for item in lines for change in scaled(case, item.line, factor, True))


def acid_measured(case: Case) -> Iterator[Finding]:
    """Acid and oil given by a count that has no volume cannot be judged."""
    for item in case.of_role("vinegar", "juice", "citric", "fat", "water"):
        if item.line.amount is not None and item.bulk is None and kind_of(item.line.amount.unit) == "count" and item.role != "water":
            yield finding(
                "line-unread",
                f"How much {item.line.ingredient.name} this is could not be measured.",
                item.line.number,
                "Write it in cups or millilitres.",
            )
