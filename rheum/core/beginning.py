"""Beginning a batch: the verdict and the circumstances become a snapshot that never changes."""

from __future__ import annotations

from datetime import datetime
from typing import Final

from rheum.core.canner import HOLDS
from rheum.core.checking import jar_named
from rheum.core.library import Library
from rheum.core.process import WATER_OVER_LIDS_MM
from rheum.core.request import Settings
from rheum.core.run import Snapshot
from rheum.core.verdict import Verdict

_RAW_WATER_C: Final = 60.0
_HOT_WATER_C: Final = 82.0


class CannotBegin(ValueError):
    """A batch that must not be begun; the message says why."""


def begin(
    batch_id: str, text: str, verdict: Verdict, settings: Settings, library: Library, moment: datetime, jars: int, jars_per_load: int | None
) -> Snapshot:
    """The snapshot of a batch begun now. A `discard` cannot be begun; a `fridge` batch has no processing.
    The number is set when it is recorded."""
    if verdict.destination == "discard":
        worst = verdict.findings[0]
        raise CannotBegin(f"Do not jar this: {worst.says} {worst.why}")
    assert verdict.jar is not None
    jar = jar_named(verdict.jar.id, library)
    formula = library.formulas[verdict.formula.id] if verdict.formula else None
    shelf = verdict.process if verdict.destination == "shelf" else None
    pack = verdict.pack or "hot"
    return Snapshot(
        id=batch_id,
        number="",
        title=verdict.title,
        text=text,
        begun_at=moment,
        destination=verdict.destination,
        formula_id=formula.id if formula else None,
        formula_title=formula.title if formula else None,
        source=verdict.formula.source if verdict.formula else None,
        jar_id=jar.id,
        jar_title=jar.title,
        headspace_mm=verdict.jar.headspace_mm,
        minutes=max(shelf.minutes, int(settings.minutes or 0)) if shelf else None,
        method=settings.method or "bath",
        sterilise_minutes=shelf.sterilise_minutes if shelf else None,
        water_over_lids_mm=shelf.water_over_lids_mm if shelf else WATER_OVER_LIDS_MM,
        water_temperature_c=_RAW_WATER_C if pack == "raw" else _HOT_WATER_C,
        boiling_point_c=verdict.kitchen.boiling_point_c,
        altitude=str(settings.altitude) if settings.altitude else None,
        pack=pack,
        jars_planned=jars,
        jars_per_load=jars_per_load or HOLDS[jar.process_class],
        weeks=formula.weeks if formula else 0,
        fridge_days=verdict.fridge.days,
        cool_hours=settings.choices.cool_hours,
        unsealed_days=settings.choices.unsealed_days,
        rim=settings.choices.rim,
    )
