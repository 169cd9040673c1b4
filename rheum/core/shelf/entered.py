"""Jars that stood there before Rheum: entered as they are, and unjudged, because nobody here saw them made."""

from __future__ import annotations

from datetime import date, datetime, time
from typing import Final, Literal

from rheum.core.batch.begun import Snapshot
from rheum.core.facts.jars import Jar
from rheum.core.judging.keeping import FridgeKeeping
from rheum.core.judging.verdict import AcidLedger, Kitchen, Verdict
from rheum.core.measures.refused import RequestError

MOST_JARS: Final = 400
# Older than that nobody should open one (storage of home-canned food: best within 12 months, most say no more than 18; common practice).
OLDEST_YEARS: Final = 5
_DAYS: Final = 7
UNJUDGED: Final = "Made before Rheum: nobody here knows how, so it is not judged."


def enter(
    batch_id: str, title: str, made_on: date | None, *, jars: int, jar: Jar, place: Literal["shelf", "fridge"], notes: str, today: date
) -> tuple[Snapshot, Verdict]:
    """The batch that such jars make, and a verdict that vouches for nothing. RequestError where the day is not known, is to come, or is years ago."""
    title = " ".join(title.split())
    if not title:
        raise RequestError("title", "Say what is in the jars. What nobody knows is thrown out, unopened.")
    if made_on is None:
        raise RequestError("made_on", "Say when they were made, at least about. A jar whose age nobody knows is thrown out, unopened.")
    if made_on > today:
        raise RequestError("made_on", "That day is still to come. Look at the label again.")
    if (today - made_on).days > OLDEST_YEARS * 366:
        raise RequestError("made_on", "Jars as old as that are thrown out, unopened; they need no place here.")
    if not 1 <= jars <= MOST_JARS:
        raise RequestError("jars", f"Say how many jars, from 1 to {MOST_JARS}.")
    begun = datetime.combine(made_on, time(12)).astimezone()
    snapshot = Snapshot(
        id=batch_id, number="", title=title, text="\n".join(line for line in (title, "", notes.strip()) if line or notes.strip()), begun_at=begun,
        destination="fridge", formula_id=None, formula_title=None, source=None, jar_id=jar.id, jar_title=jar.title, headspace_mm=0.0, minutes=None,
        method="bath", sterilise_minutes=None, water_over_lids_mm=0.0, water_temperature_c=0.0, boiling_point_c=None, altitude=None, pack="hot",
        jars_planned=jars, jars_per_load=1, weeks=0, fridge_days=_DAYS, entered=place,
    )  # fmt: skip
    verdict = Verdict(
        title=title, destination="fridge", formula=None, nearest=(), findings=(), acid=AcidLedger(None, None, None, (), ()),
        kitchen=Kitchen(None, None), jar=None, process=None, unread=(), lines=(), pack=None, fridge=FridgeKeeping(_DAYS, UNJUDGED),
        jars_low=None, jars_high=None, headspace_wanted_mm=0.0, allergens=(),
    )  # fmt: skip
    return snapshot, verdict
