"""What is asked of a check besides the recipe."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Literal

from rheum.core.facts.choices import Choices
from rheum.core.facts.formulas import Pack
from rheum.core.measures.altitude import Altitude
from rheum.core.measures.units import Family

CannerMethod = Literal["bath", "steam"]


@dataclass(frozen=True, slots=True)
class Settings:
    """The kitchen and the wishes: everything optional; an altitude not given is unknown."""

    altitude: Altitude | None = None
    jar: str | None = None
    pack: Pack | None = None
    headspace_mm: float | None = None
    minutes: float | None = None
    method: CannerMethod | None = None
    measures: Family | None = None
    formula_id: str | None = None
    choices: Choices = field(default_factory=Choices)
    # The part that the person gave lines, by their number from 1.
    roles: tuple[tuple[int, str], ...] = ()
    # Made by the tested steps: no word of the page's own method counts.
    set_aside: bool = False
