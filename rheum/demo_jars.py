"""What became of the demo's jars: opened, eaten, given, tasted, one found cloudy, one lot of lids traced. All of it is invented."""

from __future__ import annotations

import dataclasses
import sqlite3
from collections.abc import Callable
from datetime import datetime, timedelta
from typing import Final

from rheum.core.batch.events import Event, JarTold, JarWhat, NextTime, Taste
from rheum.core.batch.moment import Moment
from rheum.core.making.takes import Take
from rheum.core.shelf.entered import enter
from rheum.reference.loading import library
from rheum.store import batches, journal

# By the formula of the batch: what was drawn for it out of bottles and lots that are entered.
DRAWN: Final[dict[str, tuple[Take, ...]]] = {
    "mango-chutney": (
        Take("bottle", "demo-bottle-1", "white vinegar, the big one", 600),
        Take("lids", "demo-lids-1", "regular lids, lot R 5", 6),
    ),
    "spicy-cranberry-salsa": (Take("lids", "demo-lids-1", "regular lids, lot R 5", 6),),
    "dilled-okra": (Take("lids", "demo-lids-0", "regular lids, lot R 4", 8),),
}
# What was to be changed next time: of which batch, how many days ago.
_NEXT_TIME: Final = ((102, 380, "start the canner half an hour sooner; one chilli less"), (5, 80, "drain the peppers longer"))
_LOT: Final = "lids of lot R 4: one in ten would not draw down"


def _told(what: JarWhat, *jars: int, to: str = "", note: str = "", days: int = 7, taste: Taste | None = None) -> JarTold:
    return JarTold("", jars, what, to, note, days, taste)


# (position of the batch among the seasons, days ago, what was told).
_LIVES: Final[tuple[tuple[int, float, JarTold], ...]] = (
    (100, 330, _told("finished", 1, 2, 3)),
    (100, 250, _told("given", 4, 5, to="the choir")),
    (100, 210, _told("finished", 6, 7)),
    (101, 180, _told("finished", 1, 2, 3, 4)),
    (101, 120, _told("given", 5, to="Grandmother")),
    (101, 75, _told("finished", 6, 7, 8)),
    (102, 150, _told("finished", 1, 2, 3)),
    (102, 60, _told("finished", 4, 5)),
    (102, 14, _told("finished", 6, 7)),
    (0, 300, _told("finished", 1, 2)),
    (0, 180, _told("given", 3, to="the choir")),
    (0, 90, _told("finished", 4, 5)),
    (1, 200, _told("given", 1, 2, to="the corner house")),
    (1, 150, _told("finished", 3)),
    (1, 40, _told("emptied", 1)),
    (1, 6, _told("opened", 4, days=30)),
    (1, 5, _told("tasted", 4, taste=Taste(heat=1, sour=3, salt=2, crunch=2, again=True, by="Mo"))),
    (2, 120, _told("finished", 1)),
    (3, 20, _told("moved", 1, 2, 3, 4, to="under the stairs, lower board")),
    (3, 12, _told("finished", 1)),
    (3, 1.5, _told("spoiled", 7, note="Brine is cloudy: out, unopened")),
    (3, 1.4, _told("thrown", 7)),
    (3, 1.2, _told("looked", 2, 3, 4, note="lid down, clear, no gas")),
    (4, 30, _told("opened", 1, days=30)),
    (4, 29, _told("tasted", 1, note="more mustard next year", taste=Taste(heat=2, sour=4, salt=3, crunch=5, again=True, by="Ine"))),
    (4, 8, _told("finished", 1)),
    (4, 3, _told("given", 2, 3, to="Grandmother")),
    (5, 10, _told("noted", 2, note="goes with a baked potato")),
    (6, 25, _told("given", 1, to="the allotment next door")),
    (6, 2, _told("recalled", 1, 3, 4, 5, 6, 7, 8, note=_LOT)),
    (6, 1, _told("told", 3, 4, 5, 6, 7)),
)  # fmt: skip


def tell_lives(connection: sqlite3.Connection, moment: datetime, at: Callable[[datetime], Moment]) -> None:
    """Tell what became of the jars, and enter some that stood there before Rheum."""
    for number, (position, days, said) in enumerate(_LIVES):
        named = dataclasses.replace(said, id=f"demo-jars-{number:03d}")
        batches.append(connection, f"demo-{position:04d}", Event(named, at(moment - timedelta(days=days))))
    for number, (position, days, note) in enumerate(_NEXT_TIME):
        event = Event(NextTime(f"demo-next-{number:03d}", note), at(moment - timedelta(days=days)))
        batches.append(connection, f"demo-{position:04d}", event)
    for what, price in (("lid", 0.25), ("jar", 1.4), ("green-bean", 3.2), ("garlic", 9.0), ("pickling-salt", 0.9)):
        journal.put_price(connection, what, price)
    for wish, title, jars in (("dilled-green-beans", "Dilled green beans", 16),):
        journal.put_wish(connection, journal.Wish(wish, title, wish, jars), moment)
    today = moment.astimezone().date()
    snapshot, verdict = enter(
        "demo-before", "Quinces in vinegar, from the old kitchen", today - timedelta(days=420), jars=3, jar=library().jars["quart"],
        place="shelf", notes="a stick of cinnamon in each", today=today,
    )  # fmt: skip
    batches.enter(connection, snapshot, verdict, at(moment))
