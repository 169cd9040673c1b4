"""Where sound sources differ on practice, the kitchen chooses; the choice is applied and named with each verdict."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

Chart = Literal["trade", "longest"]
Sterilise = Literal["when-needed", "always"]
WaterOver = Literal["as-needed", "two-inches"]
Rim = Literal["water", "vinegar"]


@dataclass(frozen=True, slots=True)
class Choices:
    """A kitchen's choices between schools that are both sound; the defaults are the cautious common ones.

    `chart`: for a formula that gives sea-level minutes only, the trade chart, or the longest of it and the older rule.
    `cool_hours` before lids are touched; `unsealed_days` a jar that failed to seal keeps in the refrigerator."""

    chart: Chart = "trade"
    sterilise: Sterilise = "when-needed"
    water: WaterOver = "as-needed"
    cool_hours: int = 12
    unsealed_days: int = 7
    rim: Rim = "water"


@dataclass(frozen=True, slots=True)
class Practice:
    """One matter of practice, and what holds here and by whose choice."""

    matter: str
    says: str
    chosen: bool


def practice(choices: Choices, by_chart: bool, table_given: bool) -> tuple[Practice, ...]:
    """What the kitchen's choices come to for a batch (handbook of schools; common practice)."""
    usual = Choices()
    found = []
    if by_chart:
        says = (
            "the longest of the trade chart and the older rule per 1,000 ft"
            if choices.chart == "longest"
            else "the trade chart, for the source gives sea-level minutes only"
        )
        found.append(Practice("Altitude", says, choices.chart != usual.chart))
    elif table_given:
        found.append(Practice("Altitude", "the formula's own table", False))
    if choices.sterilise == "always":
        found.append(Practice("Jars", "always sterilised, 10 minutes and more with the height", True))
    if choices.water == "two-inches":
        found.append(Practice("Water over the lids", "2 in (50 mm) always", True))
    found.append(Practice("Cooling", f"{choices.cool_hours} hours before a lid is touched", choices.cool_hours != usual.cool_hours))
    found.append(
        Practice(
            "A jar that fails to seal", f"{choices.unsealed_days} days in the refrigerator", choices.unsealed_days != usual.unsealed_days
        )
    )
    if choices.rim != usual.rim:
        found.append(Practice("Rims", "wiped with vinegar", True))
    return tuple(found)
