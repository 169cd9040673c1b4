"""How each jar of a batch stands at a moment, what must be done about it, and what the person may say of it."""

from __future__ import annotations

from datetime import timedelta
from typing import Final

from rheum.core.batch.moment import Moment, at_least, at_most, due
from rheum.core.batch.standing import JarAct, JarStanding, JarState
from rheum.core.batch.tally import LoadTally, Tally
from rheum.core.batch.wait_limits import CHILLED, HOURS_TO_SAVE, Wait, earliest, over_a_day, overdue
from rheum.core.facts.disposal import DISPOSAL, IF_EATEN

# Ends of a jar's story in its batch. A jar that waits to be saved, or to be thrown out, is none of them: it stays in sight until that is told.
_SETTLED: Final[tuple[JarState, ...]] = ("sealed", "fridge", "gone")
# Jars that wait for somebody: processed again or refrigerated within the day, after it thrown out.
TO_SAVE: Final[tuple[JarState, ...]] = ("unsealed", "short", "held")
_SPOILED: Final = f"Signs of spoilage. {DISPOSAL} {IF_EATEN}"
_DAY: Final = timedelta(hours=HOURS_TO_SAVE)


def settled(tally: Tally, jar: JarStanding) -> bool:
    """Whether nothing of this jar is waited for in its batch: it stands on the shelf or in the refrigerator, or is gone. One that was found spoiled
    there is told of there."""
    stands = tally.refrigerated or tally.moved.get(jar.number) == "fridge" or tally.seals.get(jar.number, (False, None))[0]
    return jar.state in _SETTLED or (jar.state == "spoiled" and stands)


def to_save(jar: JarStanding) -> bool:
    """Whether a jar can still be saved by somebody who sees to it."""
    return jar.state in TO_SAVE and jar.save_by is not None


def to_throw_out(jar: JarStanding) -> bool:
    """Whether a jar waits to be thrown out: its day is past, or it is spoiled."""
    return jar.state in ("unsealed-late", "spoiled") or (jar.state in TO_SAVE and jar.save_by is None)


def too_late(tally: Tally, load: LoadTally, now: Moment) -> bool:
    """Whether a load that was to be processed again has not come to the boil within a day of the first processing's end, or its jars have stood
    unprocessed for a day: it is waited for no more."""
    if load.boil_at is not None or load.heat_off_at is not None:
        return False
    late = overdue(load.waits, now)
    return late is not None and (late.kind == "ended" or at_most(late.since, now) >= _DAY)


def jar_at(tally: Tally, number: int, now: Moment) -> JarStanding:
    """One jar as it stands. EventRefused for a jar that the batch does not have."""
    load = tally.load_of_jar(number)
    moved = tally.moved.get(number)

    def stands(state: JarState, *can: JarAct, advice: str | None = None, code: str | None = None) -> JarStanding:
        return JarStanding(number=number, load=load.number, state=state, advice=advice, code=code, can=can)

    if moved == "bin":
        return stands("gone")
    if number in tally.spoiled:
        return stands("spoiled", "bin", advice=_SPOILED, code="spoilage-signs")
    if moved == "fridge" or tally.refrigerated:
        return stands("fridge", "spoiled")
    if tally.snapshot.minutes is None:
        return _held(number, load, "It was filled", _first(load), now=now) if over_a_day(load.waits, now) else stands("filled")
    if tally.barred:
        return _held(number, load, tally.barred, _first(load), now=now)
    if load.short and load.heat_off_at is not None:
        return _short(number, load, now)
    if number in tally.seals:
        return _looked_at(tally, number, load, now)
    if load.lifted_at is not None:
        ready = at_least(load.lifted_at, now) >= timedelta(hours=tally.snapshot.cool_hours)
        return stands("to-check", "sealed", "unsealed") if ready else stands("cooling")
    late = overdue(load.waits, now) if load.boil_at is None and load.heat_off_at is None else None
    if late is None:
        return stands("filled")
    if late.kind == "ended":
        return stands(
            "unsealed-late",
            "bin",
            advice="It was to be processed again and was not, and 24 hours have passed. If it has not been in the refrigerator since, "
            "throw it out, untasted.",
            code="seal-failed-late",
        )
    why = "It was filled" if late.kind == "filled" else "Its boil was lost"
    return _held(number, load, f"{why} more than two hours ago and it was not processed", late, now=now)


def _first(load: LoadTally) -> Wait | None:
    """From when the day of a load's jars counts: the earliest of what it waited from."""
    return min(earliest(load.waits), key=lambda wait: wait.since.at, default=None)


def _held(number: int, load: LoadTally, why: str, since: Wait | None, *, now: Moment) -> JarStanding:
    """A jar that cannot go to the shelf any more, for another reason than its minutes."""
    if since is not None and at_most(since.since, now) >= _DAY:
        return JarStanding(
            number=number,
            load=load.number,
            state="held",
            advice=f"{why}, and that is more than 24 hours ago: throw it out unopened, unless it has been in the refrigerator since.",
            code="under-processed",
            can=("fridge", "bin"),
            asks_chilled=f"That is more than 24 hours ago. {CHILLED}",
        )
    return JarStanding(
        number=number,
        load=load.number,
        state="held",
        advice=f"{why}: it cannot stand on the shelf. Put it in the refrigerator within 24 hours of its filling, or throw it out.",
        code="under-processed",
        can=("fridge", "bin"),
        save_by=due(since.since, _DAY, now) if since is not None else now.at + _DAY,
    )


def _short(number: int, load: LoadTally, now: Moment) -> JarStanding:
    assert load.heat_off_at is not None
    interrupted = load.lost_late or (load.boil_at is None and load.boils_lost > 0)
    why = "The boil stopped and the time was not begun again" if interrupted else "Not processed long enough"
    if load.too_low:
        why = "The kitchen stands higher than was reckoned with, so this was not processed long enough"
    if load.lost_late:
        why = "Another screen tells late that the boil was lost. If it boiled all the while, take that back; if not, it was not processed long enough"
    code = "boil-interrupted" if interrupted else "under-processed"
    first = _first(load)
    since = first.since if first is not None else load.heat_off_at
    if at_most(since, now) < _DAY:
        again: tuple[JarAct, ...] = ("again",) if load.lifted_at is not None and overdue(load.waits, now) is None else ()
        how = (
            "bring it back to the boil for the full time, or refrigerate it, within 24 hours"
            if overdue(load.waits, now) is None
            else "refrigerate it within 24 hours"
        )
        return JarStanding(
            number=number,
            load=load.number,
            state="short",
            advice=f"{why}: {how}.",
            code=code,
            can=(*again, "fridge", "bin"),
            save_by=due(since, _DAY, now),
        )
    return JarStanding(
        number=number,
        load=load.number,
        state="short",
        advice=f"{why}, more than 24 hours ago: if it was not refrigerated, throw it out unopened.",
        code=code,
        can=("fridge", "bin"),
        asks_chilled=f"That is more than 24 hours ago. {CHILLED}",
    )


def _looked_at(tally: Tally, number: int, load: LoadTally, now: Moment) -> JarStanding:
    sealed, seen = tally.seals[number]
    if sealed:
        return JarStanding(number=number, load=load.number, state="sealed", advice=None, code=None, can=("spoiled",))
    first = _first(load)
    ended = first.since if first is not None else load.heat_off_at or seen
    within = "two weeks" if tally.snapshot.unsealed_days > 7 else "a week"
    if at_most(ended, seen) < _DAY and at_most(ended, now) < _DAY:
        return JarStanding(
            number=number,
            load=load.number,
            state="unsealed",
            advice=f"Did not seal. Within 24 hours of processing: refrigerate it and eat it within {within}, or process it again with a new "
            "lid for the full time.",
            code="seal-failed",
            can=("again", "fridge", "bin"),
            save_by=due(ended, _DAY, now),
        )
    advice = (
        "Did not seal, and 24 hours have passed. If it has not been in the refrigerator since, throw it out, untasted."
        if at_most(ended, seen) < _DAY
        else "Did not seal, and it was noticed more than 24 hours after processing: throw it out, untasted."
    )
    return JarStanding(number=number, load=load.number, state="unsealed-late", advice=advice, code="seal-failed-late", can=("bin",))
