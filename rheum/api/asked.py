"""What a request asks for, as the core has it."""

from __future__ import annotations

from rheum.api.requests import Circumstances
from rheum.core.facts.choices import Choices
from rheum.core.facts.circumstances import Settings
from rheum.core.measures.altitude import Altitude, altitude
from rheum.core.measures.units import Family


def height_of(metres: float | None, feet: float | None) -> Altitude | None:
    """The altitude of a request, exact in the unit it came in."""
    if metres is not None:
        return altitude(metres, "m")
    return altitude(feet, "ft") if feet is not None else None


def settings_of(asked: Circumstances, choices: Choices, *, height: Altitude | None = None, measures: Family | None = None) -> Settings:
    """The circumstances of a request. `height` and `measures` of the kitchen stand in where the request names none."""
    given = height_of(getattr(asked, "altitude_m", None), getattr(asked, "altitude_ft", None))
    return Settings(
        altitude=given or height,
        jar=asked.jar,
        pack=asked.pack,
        headspace_mm=asked.headspace_mm,
        minutes=asked.minutes,
        method=asked.method,
        measures=asked.measures or measures,
        formula_id=asked.formula_id,
        choices=choices,
        roles=tuple(sorted((int(number), role) for number, role in getattr(asked, "roles", {}).items() if number.isdecimal())),
        set_aside=asked.set_aside,
    )
