"""Blending and thinning vinegar, measuring its strength, the strength of a brine."""

from __future__ import annotations

import math
import statistics
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final, Literal

from rheum.core.measures.acidity import CANNING_STRENGTH, FOOD_LIMIT, parts_to_reach, strength_by_titration
from rheum.core.measures.measurable import poured
from rheum.core.measures.saying import ml, percent
from rheum.core.reckoner.answers import Answer, Gauge, Part, ReckonError, above

# A 5 % vinegar (handbook: acid-model.md).
VINEGAR_G_PER_ML: Final = 1.006
_LEAST_STRENGTH: Final = 0.1
# Two readings of a home titration agree to about this part of a drop count (own pick): the least uncertainty shown.
_LEAST_UNCERTAINTY: Final = 0.05


@dataclass(frozen=True, slots=True)
class Blend:
    """Two strengths to a third: how much of each for a volume. A weak strength of 0 is water."""

    sum: Literal["blend"]
    strong: float
    weak: float
    target: float
    total_ml: float


def blend(asked: Blend) -> Answer:
    """Pearson's square, exact for w/v strengths that mix without shrinking."""
    above("strong", asked.strong, "The stronger one")
    if asked.strong > FOOD_LIMIT:
        raise ReckonError("strong", f"A vinegar over {FOOD_LIMIT:g} % is not sold as food. Use one for the table.")
    if asked.weak < 0:
        raise ReckonError("weak", "A strength cannot be below zero; water is 0 %.")
    if asked.target < _LEAST_STRENGTH:
        raise ReckonError("target", f"Under {percent(_LEAST_STRENGTH)} it is water. Write the strength you want, such as 5.")
    total = above("total_ml", asked.total_ml, "The volume")
    found = parts_to_reach(asked.target, asked.strong, asked.weak)
    if found is None:
        raise ReckonError(
            "target",
            f"{percent(asked.target)} does not lie between {percent(asked.weak)} and {percent(asked.strong)}: no blend of the two comes to it. "
            "Choose a stronger vinegar.",
        )
    one, other = found
    strong = total * one / (one + other)
    words = "water" if asked.weak == 0 else f"the {percent(asked.weak)} one"
    mind = None if asked.target >= CANNING_STRENGTH else "Under 5 % is for the refrigerator: no tested shelf recipe has it."
    return Answer(
        f"{poured(strong, up=True)} of the {percent(asked.strong)} one and {poured(total - strong, up=False)} of {words} "
        f"make {ml(total)} of {percent(asked.target)}.",
        (
            f"parts of the strong: {asked.target:g} − {asked.weak:g} = {one:g}",
            f"parts of the weak: {asked.strong:g} − {asked.target:g} = {other:g}",
            f"strong: {total:.0f} ml × {one:g} / {one + other:g} = {strong:.0f} ml, rounded up; the rest is rounded down",
        ),
        (
            Part(percent(asked.strong), poured(strong, up=True), strong / total),
            Part("water" if asked.weak == 0 else percent(asked.weak), poured(total - strong, up=False), 1 - strong / total),
        ),
        mind=mind,
        source="Pearson's square",
    )


@dataclass(frozen=True, slots=True)
class Titration:
    """Readings of a titration in ml of sodium hydroxide, its normality, the sample in ml, and the label's per cent."""

    sum: Literal["titration"]
    readings: tuple[float, ...]
    normality: float
    sample_ml: float
    label: float | None = None


def measured_strength(readings: Sequence[float], normality: float, sample_ml: float) -> tuple[float, float]:
    """Per cent w/v and its give or take (two standard errors of the mean; of one reading 5 %). ReckonError for a figure that
    cannot be."""
    if not readings:
        raise ReckonError("readings", "Write at least one reading in millilitres; three are better.")
    for value in readings:
        above("readings", value, "Each reading", 1000)
    above("normality", normality, "The normality", 20)
    above("sample_ml", sample_ml, "The sample", 1000)
    found = [strength_by_titration(value, normality, sample_ml) for value in readings]
    mean = statistics.fmean(found)
    spread = 2 * statistics.stdev(found) / math.sqrt(len(found)) if len(found) > 1 else mean * _LEAST_UNCERTAINTY
    return mean, max(spread, mean * 0.005)


def titration(asked: Titration) -> Answer:
    """Strength from readings, with the spread of the mean (two standard errors). A strength measured below the label counts, at
    the low end of what it may be; one above does not."""
    normality, sample = asked.normality, asked.sample_ml
    mean, spread = measured_strength(asked.readings, normality, sample)
    found = [strength_by_titration(value, normality, sample) for value in asked.readings]
    low = max(0.0, mean - spread)
    counted = low if asked.label is None or mean < asked.label else asked.label
    mind = None
    if mean > FOOD_LIMIT:
        mind = "Over 10 % is no vinegar for food, or a figure is wrong. Measure again."
    elif asked.label is not None and mean < asked.label:
        mind = f"Measured below its label: count the low end, {percent(round(low, 2))}."
    elif asked.label is not None:
        mind = f"Measured at or above its label: count the label's {percent(asked.label)}. A meter lowers a verdict, and never lifts it."
    if counted < CANNING_STRENGTH:
        mind = f"{mind or ''} Under 5 %: not for a tested shelf recipe.".strip()
    return Answer(
        f"{mean:.2f} % acetic acid, give or take {spread:.2f}.",
        tuple(
            f"{value:g} ml × {normality:g} × 6.005 / {sample:g} ml = {one:.2f} %" for value, one in zip(asked.readings, found, strict=True)
        ),
        gauge=Gauge(low=0, high=max(10.0, mean), value=mean, says=f"{mean:.2f} %", line=CANNING_STRENGTH, line_says="5 %"),
        mind=mind,
        source="acetic acid 60.05 g/mol, one NaOH to each",
    )


@dataclass(frozen=True, slots=True)
class Brine:
    """Vinegar with its strength, water and salt: acid and salt per cent."""

    sum: Literal["brine"]
    vinegar_ml: float
    strength: float
    water_ml: float
    salt_g: float


def brine(asked: Brine) -> Answer:
    """Acid as grams in 100 ml of the liquids (w/v), salt as a share of the whole weight (w/w); vinegar at 1.006 kg/l."""
    if min(asked.vinegar_ml, asked.water_ml, asked.salt_g) < 0:
        raise ReckonError("water_ml", "Vinegar, water and salt cannot be below zero.")
    vinegar, whole = asked.vinegar_ml, above("water_ml", asked.vinegar_ml + asked.water_ml, "Vinegar and water together")
    strength = above("strength", asked.strength, "The strength", FOOD_LIMIT)
    above("salt_g", asked.salt_g + 1, "The salt")
    weight = vinegar * VINEGAR_G_PER_ML + asked.water_ml
    acid, salt = vinegar * strength / whole, asked.salt_g / (asked.salt_g + weight) * 100
    return Answer(
        f"The brine is {percent(round(acid, 2))} acid and {percent(round(salt, 2))} salt.",
        (
            f"acid: {vinegar:.0f} ml × {strength:g} % / {whole:.0f} ml = {acid:.2f} %",
            f"salt: {asked.salt_g:.0f} g / ({asked.salt_g:.0f} g + {weight:.0f} g of liquids) = {salt:.2f} % by weight",
        ),
        (
            *((Part("vinegar", ml(vinegar), vinegar / whole),) if vinegar else ()),
            *((Part("water", ml(asked.water_ml), asked.water_ml / whole),) if asked.water_ml else ()),
        ),
        mind="Whether that is enough is the formula's to say: ask at the Bench."
        if acid
        else "Salt alone keeps no jar: this is for soaking, or for fermenting, which Rheum does not cover.",
    )
