"""Acid and water: strengths, blends, what stands in for what, and water against acid."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from rheum.core.acidity import CANNING_STRENGTH, FOOD_LIMIT, parts_to_reach
from rheum.core.case import Case
from rheum.core.findings import Finding, finding
from rheum.core.matching import Measured
from rheum.core.saying import ml, percent
from rheum.core.units import kind_of

TOLERANCE: Final = 1.02
_OFTEN_WEAK: Final = ("rice-vinegar", "balsamic-vinegar")


def vinegar_not_food(case: Case) -> Iterator[Finding]:
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
                "Nobody knows how strong a home-made vinegar is.",
                line.number,
                "Use a vinegar labelled 5 %, the same volume.",
            )
        elif line.strength is None and line.ingredient.id in _OFTEN_WEAK:
            yield finding(
                "vinegar-strength-unknown",
                f"{line.ingredient.name.capitalize()} with no strength written is often under 5 %.",
                line.number,
                "Look at the label and write the per cent; under 5 % use a vinegar labelled 5 %, the same volume.",
            )
        elif line.strength is None:
            yield finding(
                "vinegar-strength-unstated",
                f"No strength is written for the {line.ingredient.name}; taken as 5 %.",
                line.number,
                "Look at the label and write the per cent behind the name, for example (5%).",
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
        yield finding(
            "vinegar-too-weak",
            f"The vinegar comes to {percent(strength)}, under the 5 % the formula counts on.",
            weakest.line.number,
            _stronger_blend(strength),
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


def _stronger_blend(strength: float) -> str:
    parts = parts_to_reach(CANNING_STRENGTH, 7.0, strength)
    if parts is None:
        return "Use a vinegar labelled 5 %, the same volume."
    strong, weak = (1.0, parts[1] / parts[0]) if parts[1] > parts[0] else (parts[0] / parts[1], 1.0)
    return f"Use a vinegar labelled 5 %, the same volume; or blend {strong:.3g} part{'s' if strong > 1 else ''} of a 7 % one with {weak:.3g} of this."


def acid_kind(case: Case) -> Iterator[Finding]:
    """Other vinegars, juice for vinegar, vinegar for juice, fresh juice, acid on top."""
    for item in case.of_role("fresh-juice"):
        yield finding(
            "juice-fresh",
            f"{item.line.ingredient.name.capitalize()}: its acid is not known.",
            item.line.number,
            "Use bottled juice, the same volume.",
        )
    match = case.match
    if match is None:
        return
    form = match.profile
    own = {line.ingredient.id for line in form.formula.jar_lines}
    juices, vinegars = case.of_role("juice"), case.of_role("vinegar")
    if form.vinegar_ml and not form.juice_ml:
        for item in juices:
            enough = match.vinegar_counted_ml * 1.0 >= form.vinegar_ml * _produce_scale(case) / TOLERANCE
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
                    "Use bottled lemon or lime juice, the same volume.",
                )
        elif match.juice_ml * TOLERANCE < form.juice_ml * match.scale:
            yield finding(
                "acid-swap-down",
                f"The formula has {ml(form.juice_ml * match.scale)} of bottled juice beside this much acid; here there is {ml(match.juice_ml)}.",
                _first(juices) or _first(vinegars),
                f"Add {ml(form.juice_ml * match.scale - match.juice_ml)} of bottled lemon juice.",
            )
    if form.vinegar_ml:
        for item in vinegars:
            if item.line.ingredient.id not in own and item.line.ingredient.klass == "vinegar":
                yield finding("vinegar-kind", f"{item.line.ingredient.name.capitalize()} in place of the formula's.", item.line.number)
    for item in case.of_role("citric"):
        yield finding("acid-topped-up", "Citric acid on top of the formula's acid.", item.line.number)


def _produce_scale(case: Case) -> float:
    """How many batches of the formula the produce is, by its fullest slot."""
    match = case.match
    if match is None:
        return 1.0
    ratios = [ratio for slot in match.profile.slots if (ratio := match.ratio(slot)) is not None and not slot.optional]
    return max(ratios, default=1.0) * match.scale


def water_added(case: Case) -> Iterator[Finding]:
    match = case.match
    if match is None:
        return
    per_jar = [i for i in case.of_role("water") if i.per_jar]
    water = match.water_ml + sum(match.batch_ml(i) or 0.0 for i in per_jar)
    allowed = match.profile.water_ml * match.scale
    waters = case.of_role("water")
    if any(i.bulk is None and i.line.amount is not None for i in waters):
        yield finding("line-unread", "This much water could not be measured.", _first(waters), "Write it in cups or millilitres.")
    if water <= allowed * TOLERANCE + 1e-9:
        return
    number = max(waters, key=lambda i: i.bulk.ml[1] if i.bulk and i.bulk.ml else 0.0).line.number
    out = ml(water - allowed)
    if not match.profile.water_ml:
        yield finding("water-added", f"The formula has no water; here there is {ml(water)}.", number, f"Take out {out}.")
        return
    brine, own = case.brine_percent, match.profile.brine_percent
    says = f"{ml(water)} of water; this much acid allows {ml(allowed)}."
    if brine is not None and own is not None:
        says = f"This brine is {percent(brine)} acid; the formula's is {percent(own)}."
    yield finding(
        "water-added",
        says,
        number,
        f"Take out {out} of water, or add {ml((water - allowed) / match.profile.water_ml * match.profile.acid_ml)} of 5 % vinegar.",
    )


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
