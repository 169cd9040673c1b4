"""The kitchen's height put right after a batch was begun: what its minutes are there."""

from __future__ import annotations

from rheum.core.batch.begun import Snapshot
from rheum.core.batch.events import HeightSet
from rheum.core.facts.choices import Choices
from rheum.core.facts.library import Library
from rheum.core.judging.check import jar_named
from rheum.core.judging.process import process_for
from rheum.core.measures.altitude import Altitude
from rheum.core.measures.refused import RequestError


def height_set(
    event_id: str, snapshot: Snapshot, height: Altitude, *, library: Library, choices: Choices, moved: bool = False
) -> HeightSet | None:
    """What a new height means for a batch begun: the minutes of each of its jars there. None for a batch that is not processed. Without
    minutes where its formula is gone or gives none for that height. `moved`: the kitchen moved there."""
    if snapshot.minutes is None:
        return None
    formula = library.formulas.get(snapshot.formula_id or "")
    minutes: dict[str, int] = {}
    for jar_id in dict.fromkeys([snapshot.jar_id, *(size.jar_id for size in snapshot.sizes)]):
        try:
            jar = jar_named(jar_id, library)
        except RequestError:
            continue
        process = (
            process_for(formula, jar, snapshot.pack, height, method=snapshot.method, headspace_mm=snapshot.headspace_mm, choices=choices)
            if formula
            else None
        )
        if process is not None:
            minutes[jar_id] = process.minutes
    return HeightSet(event_id, str(height), minutes, moved)
