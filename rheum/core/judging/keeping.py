"""How long things keep: ready-from and best-before on the shelf, use-by in the refrigerator."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

from rheum.core.measures.acidity import CANNING_PH, TARGET_PH
from rheum.core.measures.equilibrium import PhBand

# Weeks before opening by kind, where a formula gives none (common practice).
_KEEPS_FOUR_WEEKS: Final = ("pickle", "relish", "chutney", "sauce")


@dataclass(frozen=True, slots=True)
class FridgeKeeping:
    """How long a refrigerator batch keeps, and a sentence that says so."""

    days: int
    says: str


def fridge_keeping(ph: PhBand | None, acid_known: bool, kind: str | None) -> FridgeKeeping:
    """Days in the refrigerator (common practice, cautious): four weeks for pickles, relishes, chutneys and hot sauces
    wholly under pH 4.2 with known vinegar; a week for salsas and weaker ones; three days above 4.6 or acid unknown."""
    if ph is None or not acid_known or ph.high > CANNING_PH:
        return FridgeKeeping(3, "Within 24 hours of jarring into the refrigerator; eat within 3 days, or freeze.")
    if ph.high < TARGET_PH and kind in _KEEPS_FOUR_WEEKS:
        return FridgeKeeping(28, "Within 24 hours of jarring into the refrigerator; eat within 4 weeks.")
    return FridgeKeeping(7, "Within 24 hours of jarring into the refrigerator; eat within a week.")
