"""Jars filled, lidded and loaded: load by load where each goes into the canner as it is lidded, or counted at once, as every earlier Rheum did."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

from rheum.core.batch.begun import Snapshot
from rheum.core.batch.events import EventRefused, Filled, JarIn, Loaded
from rheum.core.batch.moment import Moment
from rheum.core.batch.tally import LoadTally, Tally
from rheum.core.batch.wait_limits import Wait
from rheum.core.batch.walk import implied
from rheum.core.facts.canner import MOST_JARS, load_sizes


@dataclass(frozen=True, slots=True)
class NextLoad:
    """The load that is to be filled: its size of jar, how many the canner holds and are still planned of it, and how many are planned after it."""

    number: int
    jar_id: str
    title: str | None
    minutes: int | None
    up_to: int
    after: int


def whole(value: object) -> bool:
    return isinstance(value, int) and not isinstance(value, bool)


def walks(snapshot: Snapshot) -> bool:
    """Whether jars go into the canner as they are lidded: a batch for the shelf that was begun with its tasks."""
    return bool(snapshot.tasks) and snapshot.minutes is not None


def inside(tally: Tally) -> LoadTally | None:
    """The load that stands in the canner, or was counted and waits for it."""
    return next((load for load in tally.loads if load.lifted_at is None and not tally.elsewhere_now(load)), None)


def next_load(tally: Tally) -> NextLoad | None:
    """What is filled next; None where nothing is, or where jars are counted all at once. Of several sizes the first of which jars are left."""
    snapshot = tally.snapshot
    if not walks(snapshot) or tally.filling_over or tally.given_up:
        return None
    number = len(tally.loads) + 1
    if len(snapshot.sizes) < 2:
        left = snapshot.jars_planned - (tally.filled or 0)
        up_to = max(1, min(snapshot.jars_per_load, left))
        return NextLoad(number, snapshot.jar_id, None, None, up_to, max(0, left - up_to))
    filled: dict[str | None, int] = {}
    for load in tally.loads:
        filled[load.jar_id] = filled.get(load.jar_id, 0) + load.jars
    left_of = [(size, size.jars - filled.get(size.jar_id, 0)) for size in snapshot.sizes]
    size, left = next(((size, left) for size, left in left_of if left > 0), (snapshot.sizes[-1], 1))
    up_to = max(1, min(size.per_load, left))
    after = sum(left for _, left in left_of if left > 0) - up_to
    return NextLoad(number, size.jar_id, size.title, size.minutes, up_to, max(0, after))


def jar_in(tally: Tally, said: JarIn, at: Moment) -> Tally:
    coming = _coming(tally)
    number = (tally.filled or 0) + len(tally.lidded) + 1
    if not whole(said.jar) or said.jar > number:
        raise EventRefused(f"Jar {number} comes first.")
    if said.jar < number:
        raise EventRefused(f"Jar {said.jar} is in already.")
    if len(tally.lidded) >= MOST_JARS:
        raise EventRefused("That is more than any canner holds. Say that they are in.")
    return replace(
        tally,
        lidded=(*tally.lidded, said.jar_id or coming.jar_id),
        lidded_at=tally.lidded_at or at,
        elsewhere=tally.elsewhere or said.elsewhere,
        tasks=implied(tally, (f"fill-{coming.number}",), at),
    )


def _coming(tally: Tally) -> NextLoad:
    coming = next_load(tally)
    if coming is None:
        raise EventRefused("No jar of this batch is being filled.")
    if busy := inside(tally):
        raise EventRefused(f"Load {busy.number} is still in the canner: jars of the next are filled only when it is free again.")
    return coming


def loaded(tally: Tally, said: Loaded, at: Moment) -> Tally:
    if tally.snapshot.minutes is None:
        raise EventRefused("This batch is for the refrigerator: it is not processed.")
    if walks(tally.snapshot) and not tally.filling_over and said.load == len(tally.loads) + 1:
        return _closed(tally, said, at)
    load = tally.load(said.load)
    if load.loaded:
        raise EventRefused(f"Load {load.number} is in the canner already.")
    if load.cold:
        raise EventRefused(f"The jars of load {load.number} went to the refrigerator; they are not processed any more.")
    busy = next((item for item in tally.loads if item.loaded and item.lifted_at is None and not tally.elsewhere_now(item)), None)
    if busy:
        raise EventRefused(f"Load {busy.number} is still in the canner. Lift it out first.")
    return tally.with_load(replace(load, loaded=True, elsewhere=said.elsewhere))


def _closed(tally: Tally, said: Loaded, at: Moment) -> Tally:
    """The last jar of a load is in: it becomes a load, and where no more are planned, or no food is left, the filling is over."""
    coming = _coming(tally)
    jars = said.jars if said.jars is not None else len(tally.lidded)
    if not whole(jars) or not 1 <= jars <= MOST_JARS:
        raise EventRefused(f"Say how many jars are in the canner, a whole number from 1 to {MOST_JARS}.")
    first = (tally.filled or 0) + 1
    # A load of several sizes has the minutes of the one that needs the most.
    held = [size for size in tally.snapshot.sizes if size.jar_id in {coming.jar_id, *tally.lidded}]
    longest = max(held, key=lambda size: size.minutes or 0, default=None) if len(set(tally.lidded)) > 1 else None
    load = LoadTally(
        number=coming.number,
        numbers=tuple(range(first, first + jars)),
        jar_id=longest.jar_id if longest else coming.jar_id,
        title=longest.title if longest else coming.title,
        minutes=longest.minutes if longest else coming.minutes,
        waits=(Wait("filled", tally.lidded_at or at),),
        loaded=True,
        elsewhere=said.elsewhere or tally.elsewhere,
    )
    filled = (tally.filled or 0) + jars
    more = coming.after > 0 or jars < coming.up_to if said.last is None else not said.last
    over = not more
    return replace(
        tally,
        loads=(*tally.loads, load),
        filled=filled,
        filled_at=at,
        lidded=(),
        lidded_at=None,
        elsewhere=False,
        tasks=implied(tally, (f"fill-{coming.number}",), at),
        filling_over=over,
        part_jar=tally.part_jar or said.part_jar,
        done=tally.done | {"fill"} if over else tally.done,
    )


def filled(tally: Tally, said: Filled, at: Moment) -> Tally:
    """All jars counted at once; after loads of their own it says that no more are filled."""
    if tally.filling_over:
        raise EventRefused("The jars are counted already. Take that back to count again.")
    if not whole(said.jars) or not 1 <= said.jars <= MOST_JARS:
        raise EventRefused(f"Say how many jars were filled, a whole number from 1 to {MOST_JARS}.")
    if tally.lidded:
        raise EventRefused(f"{len(tally.lidded)} jars are in the canner. Say first that they are all in.")
    over = {"part_jar": tally.part_jar or said.part_jar, "done": tally.done | {"fill"}, "filling_over": True}
    if tally.filled is not None:
        if said.jars != tally.filled:
            raise EventRefused(f"{tally.filled} jars were filled so far. Say the jars of the next load when they are in the canner.")
        return replace(tally, **over)  # type: ignore[arg-type]
    waits = (Wait("filled", tally.lidded_at or at),)
    loads = tuple(replace(load, waits=waits) for load in _loads_of(tally.snapshot, said.jars, said.sizes))
    return replace(tally, filled=said.jars, filled_at=at, loads=loads, **over)  # type: ignore[arg-type]


def _loads_of(snapshot: Snapshot, jars: int, said: Mapping[str, int] | None) -> tuple[LoadTally, ...]:
    """The canner loads: of several sizes each by itself, with its own minutes. Jars of several sizes whose numbers nobody said
    take the longest minutes, as many at a time as the canner holds of the largest."""
    planned = snapshot.sizes if len(snapshot.sizes) > 1 else ()
    found: list[LoadTally] = []

    def add(count: int, jar_id: str | None, title: str | None, minutes: int | None) -> None:
        first = 1 + sum(load.jars for load in found)
        found.append(
            LoadTally(number=len(found) + 1, numbers=tuple(range(first, first + count)), jar_id=jar_id, title=title, minutes=minutes)
        )

    if not planned or said is None:
        for size in load_sizes(jars, snapshot.jars_per_load):
            add(size, None if planned else snapshot.jar_id, None, None)
        return tuple(found)
    known = {size.jar_id for size in planned}
    sound = all(whole(count) and 0 <= count <= MOST_JARS for count in said.values())
    if not said or not set(said) <= known or not sound or sum(said.values()) != jars:
        raise EventRefused("Say how many jars of each size were filled, and the same number in all.")
    for one in planned:
        for part in load_sizes(said.get(one.jar_id, 0), one.per_load) if said.get(one.jar_id) else ():
            add(part, one.jar_id, one.title, one.minutes)
    return tuple(found)
