"""The rules in the order in which the handbook lists them. Adding a rule is adding one line here."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from typing import Final

from rheum.core.case import Case
from rheum.core.findings import Finding
from rheum.core.rules import acid, added, method, others, produce, reading, shape

Rule = Callable[[Case], Iterable[Finding]]

COMPOSITION: Final[tuple[Rule, ...]] = (
    acid.vinegar_not_food,
    acid.vinegar_strength,
    acid.vinegar_blend,
    acid.acid_kind,
    acid.water_added,
    acid.acid_measured,
    produce.no_tested_formula,
    produce.low_acid_alone,
    produce.produce_state,
    produce.amounts,
    produce.garlic_clove,
    produce.less_of_it,
    produce.stand_ins,
    added.added,
    others.salt,
    others.sweetener,
    others.spices,
    others.fat,
    others.thickener,
    others.alkali,
    others.firming,
    others.frozen_or_tinned,
    shape.cut,
    shape.prepared_as_tested,
)
CIRCUMSTANCE: Final[tuple[Rule, ...]] = (
    method.altitude_known,
    method.pack,
    method.jar_size,
    method.headspace,
    method.minutes,
    method.steam_cap,
    method.refused,
    method.inconsistent,
    reading.unread,
    reading.said_in_prose,
    reading.amounts_disagree,
    reading.assumed,
)
# Limits of process alone: the minutes are still worth showing, for they are the remedy.
PROCESS_ALONE: Final = frozenset({"time-short", "steam-too-long", "headspace-changed"})
# Changes that leave the recipe as tested, or more acid: the estimate of a tested formula does not count.
LEAVES_TESTED: Final = frozenset(
    {
        "spice-changed", "salt-changed", "salt-additives", "sugar-changed", "vinegar-strength-unstated", "vinegar-kind",
        "vinegar-stronger", "juice-kind", "acid-swap-up", "acid-topped-up", "low-acid-reduced", "garlic-clove", "firming-agent",
        "cut-changed",
    }
)  # fmt: skip
