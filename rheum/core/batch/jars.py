"""How each jar of a batch stands at a moment, what must be done about it, and what the person may say of it."""

from __future__ import annotations

from datetime import timedelta
from typing import Final

from rheum.core.batch.moment import Moment, at_least, at_most
from rheum.core.batch.standing import JarAct, JarStanding, JarState
from rheum.core.batch.tally import LoadTally, Tally

HOURS_TO_SAVE: Final = 24
# Ends of a jar's story in its batch: nothing is waited for any more.
SETTLED: Final[tuple[JarState, ...]] = ("sealed", "unsealed", "unsealed-late", "fridge", "short", "gone", "spoiled")
_SPOILED: Final = (
    "Signs of spoilage: do not open it, do not taste it. Still sealed, it goes in a closed bag into the bin, out of reach of children and "
    "animals. Open or leaking, it is first boiled in its jar, covered with water, for 30 minutes. Wash your hands and whatever it touched."
)


def too_late(load: LoadTally, now: Moment) -> bool:
    """Whether a load that was to be processed again has not come to the boil within a day of the first processing's end."""
    waits = load.boil_at is None and load.heat_off_at is None
    return load.since is not None and waits and at_most(load.since, now) >= timedelta(hours=HOURS_TO_SAVE)


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
    if too_late(load, now):
        return stands(
            "unsealed-late",
            "bin",
            advice="It was to be processed again and was not, and 24 hours have passed. If it has not been in the refrigerator since, "
            "throw it out, untasted.",
            code="seal-failed-late",
        )
    if load.short and load.heat_off_at is not None:
        return _short(number, load, now)
    if number in tally.seals:
        return _looked_at(tally, number, load, now)
    if load.lifted_at is not None:
        ready = at_least(load.lifted_at, now) >= timedelta(hours=tally.snapshot.cool_hours)
        return stands("to-check", "sealed", "unsealed") if ready else stands("cooling")
    return stands("filled")


def _short(number: int, load: LoadTally, now: Moment) -> JarStanding:
    assert load.heat_off_at is not None
    interrupted = load.boil_at is None and load.boils_lost > 0
    why = "The boil stopped and the time was not begun again" if interrupted else "Not processed long enough"
    if load.too_low:
        why = "The kitchen stands higher than was reckoned with, so this was not processed long enough"
    code = "boil-interrupted" if interrupted else "under-processed"
    if at_most(load.since or load.heat_off_at, now) < timedelta(hours=HOURS_TO_SAVE):
        can: tuple[JarAct, ...] = ("again", "fridge", "bin") if load.lifted_at is not None else ("fridge", "bin")
        advice = f"{why}: bring it back to the boil for the full time, or refrigerate it, within 24 hours."
        return JarStanding(number=number, load=load.number, state="short", advice=advice, code=code, can=can)
    advice = f"{why}, more than 24 hours ago: if it was not refrigerated, throw it out unopened."
    return JarStanding(number=number, load=load.number, state="short", advice=advice, code=code, can=("fridge", "bin"))


def _looked_at(tally: Tally, number: int, load: LoadTally, now: Moment) -> JarStanding:
    sealed, seen = tally.seals[number]
    if sealed:
        return JarStanding(number=number, load=load.number, state="sealed", advice=None, code=None, can=("spoiled",))
    ended = load.since or load.heat_off_at or seen
    day = timedelta(hours=HOURS_TO_SAVE)
    within = "two weeks" if tally.snapshot.unsealed_days > 7 else "a week"
    if at_most(ended, seen) < day and at_most(ended, now) < day:
        return JarStanding(
            number=number,
            load=load.number,
            state="unsealed",
            advice=f"Did not seal. Within 24 hours of processing: refrigerate it and eat it within {within}, or process it again with a new "
            "lid for the full time.",
            code="seal-failed",
            can=("again", "fridge", "bin"),
        )
    advice = (
        "Did not seal, and 24 hours have passed. If it has not been in the refrigerator since, throw it out, untasted."
        if at_most(ended, seen) < day
        else "Did not seal, and it was noticed more than 24 hours after processing: throw it out, untasted."
    )
    return JarStanding(number=number, load=load.number, state="unsealed-late", advice=advice, code="seal-failed-late", can=("bin",))
