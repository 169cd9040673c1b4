"""The recipe, its match and its circumstances as one value: what every rule looks at."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import cached_property
from typing import Final, Literal

from rheum.core.facts.circumstances import Settings
from rheum.core.facts.formulas import Pack
from rheum.core.facts.jars import Jar
from rheum.core.facts.library import Library
from rheum.core.matching.distance import Near
from rheum.core.matching.match import Match
from rheum.core.matching.measured import Measured, vinegar_parts
from rheum.core.measures.acidity import ACETIC_G_PER_MOL, CITRIC_G_PER_MOL, blend_strength, brine_percent
from rheum.core.measures.equilibrium import AcidDose, Buffer, PhBand, estimate, highest_ph, lowest_ph, middle_ph
from rheum.core.measures.units import Family
from rheum.core.parsing.recipe import Recipe

# Part of a raw-packed jar's filled volume that is produce: low, middle, high (from memory).
RAW_PACK_PRODUCE: Final = (0.46, 0.58, 0.70)
SHOWN_NEAREST: Final = 3
_WATER_IN_PRODUCE: Final = 0.9
# What a kilogram of dissolved sugar adds to the volume, litres (CRC Handbook, from memory).
_SUGAR_L_PER_KG: Final = 0.62
ChosenBy = Literal["request", "text", "formula"]


def _largest_first(item: Measured) -> tuple[float, str, str]:
    return -(item.bulk.grams[1] if item.bulk else 0.0), item.line.ingredient.id, item.line.text


@dataclass(frozen=True)
class Case:
    """One recipe, one family of measures, one formula (or none): what the rules judge."""

    recipe: Recipe
    settings: Settings
    library: Library
    family: Family
    family_assumed: bool
    lines: tuple[Measured, ...]
    all_near: tuple[Near, ...]
    match: Match | None
    jar: Jar
    jar_chosen_by: ChosenBy
    pack: Pack
    pack_known: bool

    @property
    def near(self) -> tuple[Near, ...]:
        """The nearest few, which are shown."""
        return self.all_near[:SHOWN_NEAREST]

    def of_role(self, *roles: str) -> list[Measured]:
        """Lines that reach the jar, of these roles, the largest first: which line stands first in the text never matters."""
        known = self._by_roles.get(roles)
        if known is None:
            known = self._by_roles[roles] = sorted((item for item in self.lines if item.role in roles), key=_largest_first)
        return list(known)

    @cached_property
    def food(self) -> list[Measured]:
        """Produce and herbs, the largest first."""
        return sorted((item for item in self.lines if item.line.ingredient.role.food), key=_largest_first)

    @cached_property
    def acids(self) -> list[Measured]:
        """Every line that brings acid of its own, the largest first."""
        return sorted((item for item in self.lines if item.line.ingredient.role.acid), key=_largest_first)

    @cached_property
    def _by_roles(self) -> dict[tuple[str, ...], list[Measured]]:
        return {}

    @cached_property
    def strength(self) -> float | None:
        """Strength of all vinegars blended, per cent; None without vinegar."""
        return blend_strength(vinegar_parts(self.lines))

    @cached_property
    def water_ml(self) -> float:
        return sum(i.bulk.ml[1] for i in self.of_role("water") if i.bulk and i.bulk.ml and not i.per_jar)

    @cached_property
    def brine_percent(self) -> float | None:
        """Acid per cent of vinegar and water; None where juice takes part or there is no vinegar."""
        if self.of_role("juice") or not self.of_role("vinegar"):
            return None
        return brine_percent(vinegar_parts(self.lines), self.water_ml)

    def _many(self, item: Measured) -> tuple[float, float]:
        """How often a per-jar line is used, low and high."""
        if not item.per_jar:
            return 1.0, 1.0
        if self.match is None:
            low, high = self.recipe.yield_low, self.recipe.yield_high
            return (low or 1.0), (high or low or 1.0)
        size = item.line.per_jar or None
        return self.match.jars(0, size), self.match.jars(1, size)

    @cached_property
    def buffers(self) -> tuple[Buffer, ...]:
        """Every produce line as a buffer, kilograms in the batch."""
        found = []
        for item in self.of_role("produce", "herb", "sweetener"):
            ingredient = item.line.ingredient
            if item.bulk and ingredient.ph and ingredient.buffer:
                kg = item.bulk.grams[1] * self._many(item)[1] / 1000
                found.append(Buffer(item.line.number, kg, ingredient.ph, ingredient.buffer, item.line.called))
        return tuple(found)

    @cached_property
    def doses(self) -> tuple[AcidDose, ...]:
        """Every acid line in mol. An unwritten vinegar strength counts as the kind's range."""
        found = []
        for item in self.acids:
            if item.bulk is None:
                continue
            ingredient, low, high = item.line.ingredient, *self._many(item)
            if item.role == "citric":
                mol = item.bulk.grams[0] * low / CITRIC_G_PER_MOL, item.bulk.grams[1] * high / CITRIC_G_PER_MOL
                found.append(AcidDose(item.line.number, citric=mol, name=item.line.called))
                continue
            if item.bulk.ml is None:
                continue
            strength = item.line.strength
            acid = (strength, strength) if strength is not None else (ingredient.acid or (0.0, 5.0))
            per = ACETIC_G_PER_MOL if item.role == "vinegar" else CITRIC_G_PER_MOL
            mol = item.bulk.ml[0] * low * acid[0] / 100 / per, item.bulk.ml[1] * high * acid[1] / 100 / per
            carried = ingredient.base or (0.0, 0.0)
            base = item.bulk.ml[0] * low * carried[0] / 1e6, item.bulk.ml[1] * high * carried[1] / 1e6
            number = item.line.number
            dose = AcidDose(number, base=base, name=item.line.called)
            found.append(replace(dose, acetic=mol) if item.role == "vinegar" else replace(dose, citric=mol))
        return tuple(found)

    @cached_property
    def everything_measured(self) -> bool:
        """Whether every line that matters to the acid has a weight and was read."""
        matters = [*self.food, *self.acids, *self.of_role("water")]
        return not self.recipe.unread and all(item.bulk is not None for item in matters)

    @cached_property
    def ph(self) -> PhBand | None:
        """The estimate for a jar of this batch; None where something has no weight or nothing takes up acid."""
        if not self.everything_measured or not self.buffers:
            return None
        liquid_kg = sum(i.bulk.grams[1] * self._many(i)[1] for i in self.of_role("vinegar", "juice", "water") if i.bulk) / 1000
        bands = []
        if self.pack == "hot" or not self.pack_known:
            bands.append(self._hot_estimate(liquid_kg))
        if self.pack == "raw" or not self.pack_known:
            bands.append(self._raw_estimate(liquid_kg))
        if len(bands) == 1:
            return bands[0]
        return PhBand(min(b.low for b in bands), sum(b.mid for b in bands) / 2, max(b.high for b in bands))

    def _hot_estimate(self, liquid_kg: float) -> PhBand:
        water = liquid_kg + _WATER_IN_PRODUCE * sum(b.kg for b in self.buffers)
        return estimate(self.buffers, self.doses, water)

    def _raw_estimate(self, liquid_kg: float) -> PhBand:
        """A kilogram of jar: produce a part of the filled volume, brine the rest, in which dissolved sugar and oil take their room."""
        produce_kg = sum(b.kg for b in self.buffers)
        if liquid_kg <= 0:
            return self._hot_estimate(liquid_kg)

        sugar = sum(i.bulk.grams[1] * self._many(i)[1] for i in self.of_role("sweetener") if i.bulk) / 1000
        oil = sum(i.bulk.ml[1] * self._many(i)[1] for i in self.of_role("fat") if i.bulk and i.bulk.ml) / 1000
        brine = liquid_kg + _SUGAR_L_PER_KG * sugar + oil

        def jar(part: float) -> tuple[tuple[Buffer, ...], tuple[AcidDose, ...], float]:
            buffers = tuple(Buffer(b.line, b.kg / produce_kg * part, b.ph, b.beta) for b in self.buffers)
            share = (1 - part) / brine
            doses = tuple(
                AcidDose(
                    d.line,
                    (d.acetic[0] * share, d.acetic[1] * share),
                    (d.citric[0] * share, d.citric[1] * share),
                    (d.base[0] * share, d.base[1] * share),
                )
                for d in self.doses
            )
            return buffers, doses, _WATER_IN_PRODUCE * part + liquid_kg * share

        least, middle, most = map(jar, RAW_PACK_PRODUCE)
        return PhBand(lowest_ph(*least), middle_ph(*middle), highest_ph(*most))
