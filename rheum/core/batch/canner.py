"""A canner holds one load, whichever batch's it is."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from rheum.core.batch.begun import Snapshot
from rheum.core.batch.events import EventRefused
from rheum.core.batch.tally import LoadTally, Tally


@dataclass(frozen=True, slots=True)
class InTheCanner:
    """The load of another batch that stands in the canner that this one is meant for."""

    batch_id: str
    says: str


def load_inside(tally: Tally) -> LoadTally | None:
    """The load of a batch that stands in the batch's own canner now."""
    return next(
        (load for load in tally.loads if load.loaded and load.lifted_at is None and not load.elsewhere and not tally.elsewhere_now(load)),
        None,
    )


def in_the_way(mine: Snapshot, others: Iterable[Tally]) -> InTheCanner | None:
    """What stands in a batch's canner of other batches; None where it is free, and where nobody knows which canner the batch was begun with."""
    if not mine.canner_id:
        return None
    for other in others:
        snapshot, load = other.snapshot, load_inside(other)
        if snapshot.id == mine.id or snapshot.canner_id != mine.canner_id or (load is None and not _filling(other)):
            continue
        what = f"load {load.number}" if load is not None else "the first jars"
        return InTheCanner(
            snapshot.id,
            f"{mine.canner_title[:1].upper()}{mine.canner_title[1:]} still holds {what} of {snapshot.title} ({snapshot.number}). "
            "Lift those jars first, or use another canner.",
        )
    return None


def occupied(tally: Tally) -> bool:
    """Whether jars of a batch stand in its canner: a load, or the first jars of one that is being filled."""
    return load_inside(tally) is not None or _filling(tally)


def _filling(tally: Tally) -> bool:
    return bool(tally.lidded) and not tally.elsewhere


def check_free(before: Tally, after: Tally, others: Iterable[Tally]) -> None:
    """EventRefused where an event brings jars into a canner that is not free, by loading it or by taking back that they were lifted out."""
    if occupied(after) and not occupied(before) and (found := in_the_way(after.snapshot, others)):
        raise EventRefused(found.says)
