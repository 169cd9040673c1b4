"""The demo kitchen, Quarry Row: two made-up seasons, told as the events that a kitchen would have recorded.

All of it is invented; dates count back from the day it starts. It has a file of its own and never meets real data.
"""

from __future__ import annotations

import dataclasses
import sqlite3
from collections.abc import Iterator
from dataclasses import dataclass
from datetime import datetime, timedelta, timezone
from pathlib import Path
from typing import Final

from rheum.core.batch.begin import begin
from rheum.core.batch.begun import Produce, Snapshot
from rheum.core.batch.events import (
    AllSealed,
    Boiling,
    Event,
    Filled,
    Happening,
    HeatOff,
    Lifted,
    Loaded,
    Moved,
    Refrigerated,
    Sealed,
    Stepped,
    TaskHow,
    TaskTold,
)
from rheum.core.batch.moment import Moment
from rheum.core.facts.canner import HOLDS
from rheum.core.facts.circumstances import Settings
from rheum.core.making.plan import make_plan, with_jars
from rheum.core.making.stock import Bottle, Canner, LidLot, Stock, TrimRecord
from rheum.core.making.wish import Wish
from rheum.core.measures.altitude import altitude
from rheum.core.parsing.writing import formula_text
from rheum.demo_jars import DRAWN, tell_lives
from rheum.reference.loading import library
from rheum.store import batches, kitchen, recipes, stock
from rheum.store.database import FILE_OF, connect, open_data

ALTITUDE_M: Final = "1265"
_FRIDGE_DAYS: Final = 27

OWN_BEANS: Final = """Under-the-stairs garlic beans

4 lb green beans, trimmed, 4 in lengths
8 heads dill
24 cloves garlic
1/2 cup pickling salt
4 cups white vinegar (5%)
4 cups water
1 tsp dried chilli flakes

Method:
Raw pack into pint jars, leaving 1/2 inch headspace. Process 5 minutes in boiling water.
"""

WEAK_ONIONS: Final = """Pearl onions from the corner bottle

8 cups pearl onions, peeled
5 1/2 cups white vinegar (4%)
1 cup water
2 tsp pickling salt
2 cups sugar
8 tsp mustard seed
4 tsp celery seed

Method:
Hot pack, pint jars, 1/2 inch headspace. Process 10 minutes in boiling water.
"""


STAIRS_RELISH: Final = """Red relish of the house

6 cups red onions, finely chopped
3 cups sweet red peppers, finely chopped
2 cups sweet green peppers, finely chopped
1 cup jalapeños, finely chopped
1 1/4 cups sugar
6 cups white vinegar (5%)
2 tbsp pickling salt
2 tsp caraway seed

Method:
Boil gently until halved, about 30 minutes. Hot pack, 1/2 inch headspace. Process half-pint jars 5 minutes in boiling water.
"""

NEIGHBOURS_BEANS: Final = """Beans the neighbour's way

2 lb green beans
1 1/2 cups white vinegar (5%)
3 cups water
4 cloves garlic
4 heads dill
1/4 cup pickling salt

Method:
Raw pack into quart jars, 1 inch headspace. Fill hot and turn the jars upside down.
"""

PANTRY: Final = """4.4 kg green beans
900 g jalapeños
1.2 kg onions
plenty of garlic
20 heads dill
pickling salt
white sugar
brown sugar
mustard seed
celery seed
dried chilli flakes
2 lb okra
"""

KEPT: Final[tuple[tuple[recipes.Origin, str, int], ...]] = (
    ("own", OWN_BEANS, 5),
    ("own", STAIRS_RELISH, 30),
    ("friend", NEIGHBOURS_BEANS, 61),
    ("own", WEAK_ONIONS, 47),
)


@dataclass(frozen=True)
class _Told:
    """One batch of the demo: how many days ago (None: today), from which formula or text, how many jars, which failed."""

    days_ago: float
    recipe: str
    jar: str
    jars: int
    failed: tuple[int, ...] = ()
    until: str = "done"
    title: str | None = None
    # Jars got, where they were not those planned; such a batch was walked task by task.
    got: int | None = None


SEASONS: Final = (
    _Told(402, "dilled-green-beans", "pint", 8),
    _Told(341, "cranberry-orange-chutney", "half-pint", 8, title="Cranberry orange chutney, for the cold months"),
    _Told(296, "pickled-pearl-onions", "pint", 4),
    _Told(112, "bread-and-butter-zucchini", "pint", 11),
    _Told(96, "piccalilli", "half-pint", 9),
    _Told(83, "pepper-onion-relish", "half-pint", 9, failed=(4,)),
    _Told(61, "dilled-okra", "pint", 8, failed=(2,)),
    _Told(47, WEAK_ONIONS, "pint", 4),
    _Told(24, "mango-chutney", "pint", 6),
    _Told(9, "spicy-cranberry-salsa", "pint", 6),
    _Told(4, OWN_BEANS, "pint", 8),
    _Told(0.14, "dilled-green-beans", "pint", 13, until="cooling", title="Dilled green beans, the long row"),
    _Told(0.03, "pickled-asparagus", "pint", 6, until="heating"),
    _Told(0.0, "pepper-onion-relish", "half-pint", 9, until="simmering", title="Pepper-onion relish, the late peppers"),
    _Told(0.0, "dill-cucumbers-fresh-pack", "pint", 8, until="soaking"),
)


# Last season's beans, all eaten since: what this kitchen learnt from.
EARLIER: Final = (
    _Told(398, "dilled-green-beans", "pint", 9, title="Dilled green beans, the first row", got=7),
    _Told(391, "dilled-green-beans", "pint", 9, title="Dilled green beans, the second row", got=8),
    _Told(384, "dilled-green-beans", "pint", 9, title="Dilled green beans, the last row", got=7),
)


BATH: Final = Canner(
    id="demo-canner-1",
    title="20-quart bath canner",
    kind="bath",
    holds=HOLDS,
    depth_mm=305,
    width_mm=330,
    watts=2500,
    fuel="electric",
)


def make_demo(folder: Path, fresh: bool = False, moment: datetime | None = None) -> Path:
    """The demo's database, made anew when missing, when asked, or when it was told on another day."""
    moment = moment or datetime.now(timezone.utc)
    path = folder / FILE_OF["demo"]
    told_on = folder / "told-on"
    today = moment.astimezone().date().isoformat()
    if fresh or not path.exists() or not told_on.exists() or told_on.read_text() != today:
        for suffix in ("", "-wal", "-shm"):
            path.with_name(path.name + suffix).unlink(missing_ok=True)
        path = open_data(folder, "demo")
        connection = connect(path)
        try:
            connection.execute("PRAGMA synchronous = OFF")
            _tell(connection, moment)
        finally:
            connection.close()
        _plan_a_day(path, moment)
        told_on.write_text(today)
    return open_data(folder, "demo")


def _plan_a_day(path: Path, moment: datetime) -> None:
    """Tomorrow, laid out and kept as a person would: asked of the program itself."""
    # Imported here: only a demo that is told anew asks for it.
    from rheum.api.app import create_app
    from rheum.api.setup import Setup

    morning = (moment.astimezone() + timedelta(days=1)).replace(hour=9, minute=0, second=0, microsecond=0)
    asked = {
        "batches": [{"id": "first", "formula_id": "dilled-green-beans", "jars": 14}, {"id": "second", "formula_id": "mango-chutney"}],
        "start": morning.isoformat(),
    }
    made = Setup(path, "demo", frozenset({"localhost"}), lambda: _moment(moment))
    answer = create_app(made).test_client().put("/api/days/demo-day-1", json={"title": "Beans and chutney", "asked": asked})
    made.idle.close()
    assert answer.status_code == 200, answer.get_json()


def _tell(connection: sqlite3.Connection, moment: datetime) -> None:
    kitchen.write(connection, kitchen.KitchenSettings("Quarry Row", ALTITUDE_M, "m", "us", None))
    for position, (origin, text, days) in enumerate(KEPT):
        recipes.keep(
            connection,
            f"demo-recipe-{position}",
            text.split("\n")[0],
            text,
            origin=origin,
            settings={},
            now=moment - timedelta(days=days),
        )
    _tell_stock(connection, moment)
    every = [*enumerate(SEASONS), *enumerate(EARLIER, start=100)]
    # In the order of the days, so that their numbers are.
    for position, told in sorted(every, key=lambda one: -one[1].days_ago):
        _tell_batch(connection, told, position, moment - timedelta(days=told.days_ago))
    tell_lives(connection, moment, _moment)
    # Counted today, with the empties that came home.
    for jar, count in (("pint", 14), ("half-pint", 18), ("quart", 5), ("pint-wide", 4)):
        stock.set_jars(connection, jar, count, moment)


def _tell_stock(connection: sqlite3.Connection, moment: datetime) -> None:
    """What lies in Quarry Row: bottles (one turned out 4 %), jars, lids, canners, the baskets of the day."""
    opened = {days: (moment - timedelta(days=days)).date().isoformat() for days in (52, 20, 3)}
    for bottle in (
        Bottle(
            id="demo-bottle-1",
            kind="white-vinegar",
            name="white vinegar, the big one",
            label=5.0,
            left_ml=2950,
            lot="K 31",
            opened=opened[3],
            price=4.2,
            size_ml=3000,
        ),
        Bottle(
            id="demo-bottle-2",
            kind="white-vinegar",
            name="corner bottle",
            label=5.0,
            left_ml=640,
            measured=4.0,
            measured_give=0.06,
            lot="7 B",
            opened=opened[52],
            price=1.1,
            size_ml=1000,
        ),
        Bottle(
            id="demo-bottle-3",
            kind="white-vinegar",
            name="strong white",
            label=7.0,
            left_ml=900,
            lot="S 2",
            opened=opened[20],
            price=2.6,
            size_ml=1000,
        ),
        Bottle(id="demo-bottle-4", kind="cider-vinegar", name="cider vinegar", label=5.0, left_ml=1400, lot="A 9", price=3.4, size_ml=1500),
    ):
        stock.put_bottle(connection, bottle, moment)
    stock.put_jar(connection, stock.JarMeasures("demo-jar-tall", "Tall square jar", 352, 812, 148, 62, 76), moment)
    stock.set_jars(connection, "demo-jar-tall", 6, moment)
    stock.put_lids(connection, LidLot("demo-lids-0", "regular", "R 4", 8), moment)
    stock.put_lids(connection, LidLot("demo-lids-1", "regular", "R 5", 23), moment)
    stock.put_lids(connection, LidLot("demo-lids-2", "regular", "R 6", 36), moment)
    stock.put_lids(connection, LidLot("demo-lids-3", "wide", "W 1", 5), moment)
    stock.set_bands(connection, "regular", 40, moment)
    stock.set_bands(connection, "wide", 6, moment)
    stock.put_canner(connection, BATH)
    steam = {"half-pint": 7, "twelve-ounce": 7, "pint": 7, "pint-and-a-half": 7, "quart": 7}
    stock.put_canner(
        connection,
        Canner(
            id="demo-canner-2",
            title="steam canner",
            kind="steam",
            holds=steam,
            depth_mm=290,
            width_mm=320,
            watts=1800,
            fuel="electric",
            water_l=2.4,
        ),
    )
    for number, record in enumerate((TrimRecord("okra", 1850, 1590), TrimRecord("okra", 1200, 1060))):
        stock.add_trim(connection, f"demo-trim-{number}", record, moment - timedelta(days=61 + number))
    stock.set_pantry(connection, PANTRY)


def _tell_batch(connection: sqlite3.Connection, told: _Told, position: int, end: datetime) -> None:
    facts = library()
    own = "\n" in told.recipe
    text = told.recipe if own else formula_text(facts.formulas[told.recipe])
    if told.title:
        text = told.title + text[text.index("\n") :]
    settings = Settings(altitude=altitude(ALTITUDE_M, "m"), jar=told.jar, measures="us", formula_id=None if own else told.recipe)
    held = Stock(canners=(BATH,))
    plan = with_jars(make_plan(text, Wish(), settings, facts, stock=held), told.jars, facts, held)
    started = end - timedelta(hours=2)
    snapshot = begin(f"demo-{position:04d}", plan, settings, facts, moment=started, jars=told.jars)
    if told.recipe == "dilled-okra":
        picked = (started - timedelta(days=1)).astimezone().date()
        snapshot = dataclasses.replace(snapshot, produce=(Produce("okra", 1850, "the allotment", picked),))
    recorded = batches.add(connection, snapshot, plan.verdict, DRAWN.get(told.recipe, ()))
    taps = list(_by_tasks(told, recorded) if told.got is not None else _taps(told, recorded.minutes, recorded.jars_per_load))
    if told.got is None and told.until not in _UNDER_WAY:
        # What the tested process times had its whole time before the rest was told at once.
        tested = [task for task in recorded.tasks if task.tested and task.part in ("prepare", "cook", "heat")]
        taps[:0] = [(34, TaskTold("", task.id, "done", ago_min=max(task.clock or (0.0, 0.0)))) for task in tested]
    for number, (after, what) in enumerate(taps):
        named = dataclasses.replace(what, id=f"demo-{position:04d}-{number:03d}")
        batches.append(connection, recorded.id, Event(named, _moment(started + timedelta(minutes=after))))


# Batches that walk by their tasks: what was told of which, minutes after they were begun two hours ago.
_UNDER_WAY: Final[dict[str, tuple[tuple[float, str, TaskHow], ...]]] = {
    "soaking": ((12, "kit", "done"), (24, "wash", "done"), (40, "trim", "done"), (44, "soak", "begun")),
    "simmering": ((6, "kit", "done"), (34, "pepper", "done"), (62, "onion", "done"), (70, "jars-washed", "done"), (89, "cook", "begun"), (99, "cook", "boils"), (117, "cook", "stirred")),
}  # fmt: skip


def _moment(at: datetime) -> Moment:
    """A made-up kitchen's clocks never slept and were never put right."""
    return Moment(at, at.timestamp(), at.timestamp(), "made up")


def _by_tasks(told: _Told, begun: Snapshot) -> Iterator[tuple[float, Happening]]:
    """A batch walked task by task, a third slower than reckoned."""
    clock = 2.0
    for task in begun.tasks:
        if task.part in ("prepare", "cook", "heat"):
            yield clock, TaskTold("", task.id, "begun")
            clock += max(1.0, 1.3 * sum(task.lasts) / 2)
            yield clock, TaskTold("", task.id, "done", early=True)
    jars = told.got or told.jars
    yield clock + 20, Filled("", jars)
    yield clock + 21, Loaded("", 1)
    clock += 46 + told.days_ago % 7
    yield clock, Boiling("", 1)
    clock += (begun.minutes or 0) + 0.5
    yield clock, HeatOff("", 1)
    yield clock + 6, Lifted("", 1)
    yield clock + 14 * 60, AllSealed("", tuple(range(1, jars + 1)))


def _taps(told: _Told, minutes: int | None, per_load: int) -> Iterator[tuple[float, Happening]]:
    """What happened, each with the minutes since the batch was begun."""
    if told.until in _UNDER_WAY:
        yield from ((at, TaskTold("", task, how)) for at, task, how in _UNDER_WAY[told.until])
        return
    yield 35, Stepped("", "prepare")
    if minutes is not None:
        yield 40, Stepped("", "heat-jars")
    yield 55, Stepped("", "cook")
    yield 80, Filled("", told.jars)
    if minutes is None:
        yield 110, Refrigerated("")
        if told.days_ago > _FRIDGE_DAYS:
            for jar in range(1, told.jars + 1):
                yield _FRIDGE_DAYS * 24 * 60, Moved("", jar, "bin")
        return
    loads = -(-told.jars // per_load)
    clock = 82.0
    for load in range(1, loads + 1):
        yield clock, Loaded("", load)
        if told.until == "heating":
            return
        yield clock + 9, Boiling("", load)
        clock += 9 + minutes
        yield clock + 0.5, HeatOff("", load)
        yield clock + 6, Lifted("", load)
        clock += 10
    if told.until == "cooling":
        return
    for jar in range(1, told.jars + 1):
        yield clock + 14 * 60, Sealed("", jar, jar not in told.failed)
    for jar in told.failed:
        yield clock + 14 * 60 + 5, Moved("", jar, "fridge")
        yield clock + 8 * 24 * 60, Moved("", jar, "bin")
