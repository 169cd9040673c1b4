"""The rules in the order in which the handbook lists them. Adding a rule is adding one line here."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from typing import Final

from rheum.core.judging.findings import Finding
from rheum.core.judging.rules import acid, added, cut, own_method, processing, produce, reading, said_of_it, salt_sugar_oil, stand_ins
from rheum.core.matching.case import Case

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
    stand_ins.stand_ins,
    added.added,
    salt_sugar_oil.salt,
    salt_sugar_oil.sweetener,
    salt_sugar_oil.spices,
    salt_sugar_oil.fat,
    salt_sugar_oil.thickener,
    salt_sugar_oil.alkali,
    salt_sugar_oil.firming,
    salt_sugar_oil.frozen_or_tinned,
    cut.cut,
    cut.prepared_as_tested,
    said_of_it.acid_in_preparation,
    said_of_it.whole_size,
)
CIRCUMSTANCE: Final[tuple[Rule, ...]] = (
    processing.altitude_known,
    processing.pack,
    processing.jar_size,
    processing.headspace,
    processing.minutes,
    processing.steam_cap,
    reading.several,
    reading.unread,
    own_method.method_differs,
    reading.amounts_disagree,
    reading.assumed,
)
# Limits of process alone: the minutes are still worth showing, for they are the remedy.
PROCESS_ALONE: Final = frozenset({"method-differs", "time-short", "steam-too-long", "headspace-changed"})
# Changes that leave the recipe as tested, or more acid: the estimate of a tested formula does not count.
LEAVES_TESTED: Final = frozenset(
    {
        "spice-changed", "salt-changed", "salt-additives", "sugar-changed", "vinegar-strength-unstated", "vinegar-kind",
        "vinegar-stronger", "juice-kind", "acid-swap-up", "acid-topped-up", "low-acid-reduced", "garlic-clove", "firming-agent",
        "cut-changed", "brine-runs-short", "cucumber-kind",
    }
)  # fmt: skip
