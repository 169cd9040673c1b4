"""What differs between a recipe and a formula, in a few words: for the choice among the nearest."""

from __future__ import annotations

from typing import Final

from rheum.core.matching.match import Match
from rheum.core.measures.saying import listed, percent

SHOWN: Final = 5
_FEW: Final = 3
_OFF: Final = 1.1


def differences(match: Match) -> list[str]:
    """The largest differences first: what is missing, what is there besides, what there is more or less of, the brine."""
    found = []
    missing = [slot.title for slot in match.missing if not slot.optional]
    if missing:
        found.append(f"no {listed(missing[:_FEW])} here")
    besides = list(dict.fromkeys(item.line.ingredient.name for item in match.unmatched))
    if besides:
        found.append(f"{listed(besides[:_FEW])} besides")
    if match.vinegar_counted_ml and not match.profile.vinegar_ml:
        found.append("vinegar, where it has bottled juice")
    elif match.juice_ml and not match.profile.juice_ml:
        found.append("bottled juice, where it has vinegar")
    elif not match.vinegar_counted_ml and not match.juice_ml:
        found.append("no acid here")
    ratios = [(slot, ratio) for slot in match.profile.slots if (ratio := match.ratio(slot)) and slot not in match.missing]
    for slot, ratio in sorted(ratios, key=lambda pair: -max(pair[1], 1 / pair[1])):
        if max(ratio, 1 / ratio) > _OFF:
            how = f"{(ratio - 1) * 100:.0f} % more" if ratio > 1 else f"{(1 - ratio) * 100:.0f} % less"
            found.append(f"{how} {slot.title} against the acid")
    water, own = match.water_ml, match.profile.water_ml * match.scale
    if water > own * 1.02 + 1:
        acid = match.vinegar_counted_ml + match.juice_ml
        here = 5 * acid / (acid + water) if acid else 0.0
        formula = match.profile.brine_percent
        found.append(f"a brine of {percent(here)}" + (f" for {percent(formula)}" if formula else ", where it has no water"))
    sweet = sum(i.bulk.grams[1] for i in match.of_role("sweetener") if i.bulk)
    if sweet and not match.profile.sweetener_g:
        found.append("sugar, where it has none")
    return found[:SHOWN] or ["nothing that matters"]
