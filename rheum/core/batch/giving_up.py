"""A batch given up: what goes back into the stock, thing by thing, and where the jars go that were filled and not processed."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from rheum.core.batch.events import EventRefused, GivenBack, GivenUp
from rheum.core.batch.moment import Moment
from rheum.core.batch.tally import LoadTally, Tally
from rheum.core.batch.wait_limits import ALL_CHILLED, Wait, over_a_day
from rheum.core.making.takes import Take


@dataclass(frozen=True, slots=True)
class Offer:
    """A thing that the batch took and that may go back: at most so much of it (millilitres of a bottle, else pieces), whether it plainly
    does, and what is asked of it where it does not."""

    what: str
    item_id: str
    says: str
    most: float
    plainly: bool
    asks: str


@dataclass(frozen=True, slots=True)
class GivingUp:
    """What is asked before a batch is given up. `jars`: how many filled ones want a place; `at_once`: nothing was told of it yet, so that all of it
    goes back by one press."""

    offers: tuple[Offer, ...]
    jars: int
    at_once: bool
    # What is asked where the filled jars have stood for a day, before they are told to be in the refrigerator.
    asks_chilled: str = ""


def processed(load: LoadTally) -> bool:
    """Whether a load had its whole time: its jars go on as jars."""
    return load.heat_off_at is not None and not load.short


def unprocessed_jars(tally: Tally) -> tuple[int, ...]:
    """Filled jars that had no whole time yet and that nobody has moved."""
    done = {number for load in tally.loads if processed(load) for number in load.numbers}
    return tuple(
        n
        for n in range(1, (tally.filled or 0) + len(tally.lidded) + 1)
        if n not in done and n not in tally.moved and n not in tally.spoiled
    )


def may_be_given_up(tally: Tally) -> bool:
    """Whether anything is left to give up: not once every jar is out of the canner, or in the refrigerator."""
    if tally.given_up or tally.refrigerated:
        return False
    return not tally.filling_over or bool(unprocessed_jars(tally))


def unprocessed_waits(tally: Tally) -> tuple[Wait, ...]:
    """Since when the filled jars that had no whole time wait."""
    left = set(unprocessed_jars(tally))
    waits = [wait for load in tally.loads if left & set(load.numbers) for wait in load.waits]
    return (*waits, *((Wait("filled", tally.lidded_at),) if tally.lidded and tally.lidded_at else ()))


def giving_up(tally: Tally, takes: Iterable[Take], now: Moment | None = None) -> GivingUp | None:
    """What is asked before the batch is given up; None where it cannot be any more."""
    if not may_be_given_up(tally):
        return None
    cooked, heated = tally.poured_out, tally.lids_warm
    filled = (tally.filled or 0) + len(tally.lidded)
    by_jar: dict[str, int] = {}
    for load in tally.loads:
        jar_id = load.jar_id or tally.snapshot.jar_id
        by_jar[jar_id] = by_jar.get(jar_id, 0) + len(load.numbers)
    for jar_id in (*tally.lidded, *tally.chipped):
        by_jar[jar_id] = by_jar.get(jar_id, 0) + 1
    lids_used = filled
    offers = []
    for one in takes:
        if one.what == "bottle":
            offers.append(
                Offer(one.what, one.item_id, one.says, one.amount, not cooked, "Only what was not poured goes back." if cooked else "")
            )
        elif one.what == "lids":
            here = min(lids_used, int(one.amount))
            lids_used -= here
            if one.amount > here:
                asks = "Only lids that were not warmed or boiled go back." if heated else ""
                offers.append(Offer(one.what, one.item_id, one.says, one.amount - here, not heated, asks))
        elif one.what == "jars":
            left = one.amount - min(by_jar.get(one.item_id, 0), int(one.amount))
            if left > 0:
                offers.append(Offer(one.what, one.item_id, one.says, left, True, ""))
    untold = (
        not tally.done
        and not tally.tasks
        and not tally.lidded
        and tally.filled is None
        and tally.poured is None
        and not tally.noted
        and not tally.chipped
    )
    late = now is not None and over_a_day(unprocessed_waits(tally), now)
    return GivingUp(
        tuple(offers), len(unprocessed_jars(tally)), untold, f"They were filled more than 24 hours ago. {ALL_CHILLED}" if late else ""
    )


def back_of(said: GivenUp, offered: GivingUp) -> tuple[Take, ...]:
    """What goes back as the person said. EventRefused for what the batch did not take, or more of it than it took."""
    found = []
    for one in said.back:
        offer = next((offer for offer in offered.offers if (offer.what, offer.item_id) == (one.what, one.item_id)), None)
        if offer is None:
            raise EventRefused("That was not taken for this batch, so it cannot go back.")
        if not 0 <= one.amount <= offer.most + _DUST:
            raise EventRefused(f"At most {offer.most:.0f} of {offer.says} can go back.")
        if one.amount > 0:
            found.append(Take(offer.what, offer.item_id, offer.says, min(one.amount, offer.most)))
    return tuple(found)


_DUST = 1e-6

__all__ = ["GivenBack", "GivingUp", "Offer", "back_of", "giving_up", "may_be_given_up", "processed", "unprocessed_jars"]
