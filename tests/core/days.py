"""Days of tested formulas, and a checker of laid-out days that knows nothing of the model that lays them out."""

from __future__ import annotations

import random
from itertools import combinations

from rheum.core.day import Asked, Burner, Day, DayBatch, DayCanner
from rheum.core.work import BatchTask
from rheum.reference.loading import library
from tests.core.kitchens_at_work import begun

HOB = (Burner(1, "large"), Burner(2, "small"), Burner(3, "small"), Burner(4, "small"))
NAMES = sorted(library().formulas)
_tasks: dict[tuple[str, int | None, int | None], tuple[BatchTask, ...]] = {}


def tasks_of(name: str, jars: int | None = None, per_load: int | None = 7) -> tuple[BatchTask, ...]:
    known = (name, jars, per_load)
    if known not in _tasks:
        _tasks[known] = begun(name, jars=jars, per_load=per_load).tasks
    return _tasks[known]


def batch(name: str, jars: int | None = None, **more: object) -> DayBatch:
    return DayBatch(name, library().formulas[name].title, tasks_of(name, jars), 0, **more)  # type: ignore[arg-type]


def day_of(*batches: DayBatch, **more: object) -> Asked:
    asked: dict[str, object] = {
        "start": 8 * 60, "done_by": None, "awake": (7 * 60, 22 * 60), "breaks": (), "burners": HOB, "canners": (DayCanner("bath", "bath"),), "people": 1,
    }  # fmt: skip
    return Asked(batches, **{**asked, **more})  # type: ignore[arg-type]


def random_day(seed: int) -> Asked:
    """A made-up day: one to three batches, one pair of hands or two, a break or none, one canner or two."""
    chance = random.Random(seed)
    names = chance.sample(NAMES, chance.choice([1, 2, 2, 3]))
    canners = chance.choice([1, 1, 2])
    burners = HOB if canners == 1 else (Burner(1, "large"), Burner(2, "large"), *HOB[2:])
    batches = tuple(
        DayBatch(name, name, tasks_of(name, chance.choice([None, 4, 9]), chance.choice([5, 7, 9])), at % canners)
        for at, name in enumerate(names)
    )
    breaks = ((12 * 60, 12 * 60 + 30),) if chance.random() < 0.5 else ()
    return day_of(
        *batches, start=chance.choice([7, 8, 9, 13]) * 60, people=chance.choice([1, 1, 2]), breaks=breaks, burners=burners,
        canners=tuple(DayCanner(f"canner {n}", "bath") for n in range(canners)),
    )  # fmt: skip


def overlaps(one: tuple[int, int], other: tuple[int, int]) -> bool:
    return one[0] < other[1] and other[0] < one[1]


def faults(asked: Asked, day: Day) -> list[str]:
    """What of a laid-out day no kitchen could do."""
    found: list[str] = []
    laid = {one.id: one for one in day.tasks}
    tasks = {f"{at}.{task.id}": task for at, one in enumerate(asked.batches) for task in one.tasks if task.part != "after"}
    if set(laid) != set(tasks):
        found.append(f"missing or strange: {set(laid) ^ set(tasks)}")
    told = {one.task for one in asked.told}
    for name, one in laid.items():
        task = tasks[name]
        low, high = task.lasts
        if name not in told and not (min(task.reckoned, low) - 1 <= one.end - one.start <= high + 2):
            found.append(f"{name} lasts {one.end - one.start}, not {low:.0f} to {high:.0f}")
        if asked.start is not None and name not in told and one.start < asked.start:
            found.append(f"{name} begins before the day")
        if asked.done_by is not None and one.end > asked.done_by:
            found.append(f"{name} ends after {asked.done_by}")
        for before in task.after:
            other = laid.get(f"{one.batch}.{before}")
            if other is None:
                continue
            if one.start < other.end:
                found.append(f"{name} begins before {other.id} ends")
            waits = tasks[other.id].waits
            if waits is not None and other.id not in told and one.start - other.end > waits:
                found.append(f"{other.id} waits {one.start - other.end} of {waits}")
        if task.do == "fill":
            boil = laid.get(f"{one.batch}.boil-{task.load}")
            if boil is not None and boil.start - one.end > 5:
                found.append(f"{name} stands {boil.start - one.end} before the heat")
    free = [*asked.breaks]
    for number in range(-1, 6):
        free.append((number * 1440 + asked.awake[1], (number + 1) * 1440 + asked.awake[0]))
    hands = [one for one in laid.values() if one.attention == "hands" and one.id not in told]
    for one in hands:
        for span in free:
            if span[1] > span[0] and overlaps((one.start, one.end), span):
                found.append(f"{one.id} in a break or by night")
        if one.who is None or not 1 <= one.who <= asked.people:
            found.append(f"{one.id} is nobody's")
    for one, other in combinations(hands, 2):
        if one.who == other.who and overlaps((one.start, one.end), (other.start, other.end)):
            found.append(f"{one.id} and {other.id} in the same hands")
    # Canners: each load from its first jar to its last lift; burners: each pot from its first heat until its jars are filled.
    loads: dict[int, list[tuple[int, int, str]]] = {}
    pots: dict[int, list[tuple[int, int, str]]] = {}
    canner_on: dict[int, list[tuple[int, int, int]]] = {}
    for at, one in enumerate(asked.batches):
        mine = [laid[name] for name in laid if laid[name].batch == at]
        for load in {item.load for item in mine if item.load is not None}:
            of_load = [item for item in mine if item.load == load and item.canner is not None]
            loads.setdefault(of_load[0].canner or 0, []).append(
                (min(i.start for i in of_load), max(i.end for i in of_load), f"{at} load {load}")
            )
        by_pot: dict[str, list] = {}
        for item in mine:
            if item.burner is not None and item.pot != "canner":
                name = f"{item.pot} {item.load}" if item.pot == "again" else str(item.pot)
                by_pot.setdefault(name, []).append(item)
        first_fill = laid[f"{at}.fill-1"]
        for name, items in by_pot.items():
            hot = any(tasks[item.id].hot and tasks[item.id].part == "cook" for item in items)
            end = max(*(item.end for item in items), first_fill.end if hot else 0)
            if len({item.burner for item in items}) != 1:
                found.append(f"pot {name} of {at} moves")
            pots.setdefault(items[0].burner, []).append((min(item.start for item in items), end, f"{at} {name}"))
        canning = [item for item in mine if item.pot == "canner" and item.burner is not None]
        if canning:
            canner_on.setdefault(one.canner or 0, []).append(
                (min(i.start for i in canning), max(i.end for i in canning), canning[0].burner or 0)
            )
    sizes = {one.id: one.size for one in asked.burners}
    for which, spans in canner_on.items():
        if len({span[2] for span in spans}) != 1 or sizes[spans[0][2]] != "large":
            found.append("a canner moves, or stands on a small burner")
        # Of two batches in one canner the loads were looked at above; nothing else comes onto its burner while either is.
        for span in spans:
            pots.setdefault(span[2], []).append((span[0], span[1], f"canner {which}"))
    for which, lanes in (("canner", loads), ("burner", pots)):
        for lane, spans in lanes.items():
            for one, other in combinations(spans, 2):
                if overlaps(one[:2], other[:2]) and not (one[2] == other[2] and one[2].startswith("canner")):
                    found.append(f"{which} {lane}: {one[2]} and {other[2]}")
    for one in asked.fixed:
        if laid[one.task].start != one.start:
            found.append(f"{one.task} was to begin at {one.start}")
    for one in asked.told:
        if laid[one.task].start != one.begun or (one.done is not None and laid[one.task].end != one.done):
            found.append(f"{one.task} moved, though it was told")
    if (
        day.end != max(one.end for one in laid.values())
        or day.bound_minutes > day.minutes
        or day.best != (day.bound_minutes == day.minutes)
    ):
        found.append("the day does not add up")
    return found
