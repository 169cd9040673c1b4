"""The tasks of a batch: its formula's, scaled, joined with what every batch needs. Nothing else knows the order of things.

What is derived, its order and its minutes: handbook of the work model (common practice). Canner and jars: handbook of the process.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Final

from rheum.core.facts.canner import REST_MINUTES, load_sizes
from rheum.core.facts.formulas import Formula, Pack
from rheum.core.facts.rates import Rates
from rheum.core.facts.work import Task
from rheum.core.measures.saying import degrees, listed, mm
from rheum.core.parsing.writing import VERB
from rheum.core.work.from_method import ToldStep
from rheum.core.work.lasting import NONE, Span, Weighed, by_hand, clock_of, cold_in, filling, heating_up, per_jar, times
from rheum.core.work.page import GLOVES_FROM, end_point, hot_by_hand, part_of
from rheum.core.work.task import BatchTask, Part

# Minutes of the derived tasks (handbook of the work model).
_KIT: Final[Span] = (5.0, 10.0)
_KETTLE: Final[Span] = (10.0, 10.0)
_LIDS: Final[Span] = (5.0, 5.0)
# Clean jars in hot water (common practice).
_JARS_HOT: Final[Span] = (10.0, 15.0)
# A canner nobody has the measures of: a large pot on a home burner (common practice).
CANNER_READY_MIN: Final = 30.0
_TO_BOIL_MIN: Final = 20.0
_LET_DOWN: Final[Span] = (5.0, 5.0)
_BOIL_AGAIN: Final[Span] = (3.0, 8.0)
# Its clock is part of what was tested: it is never cut short. A soak or a salting that is short only costs crispness.
_TESTED: Final = frozenset({"boil", "simmer", "cook", "blanch", "lime"})
# Pots that say what is in them.
_POTS: Final = frozenset({"brine", "syrup", "dressing", "vinegar"})
_MOST_NAMES: Final = 3
# How often is often, where a method says no more than that (own pick: what scorches is stirred so).
_STIR_MIN: Final = 5.0
# What the process does not hang on.
_MAY_LEAVE: Final = frozenset({"tie-bag", "lift-out", "press"})


@dataclass(frozen=True, slots=True)
class JarsPlanned:
    """Jars of one size in the plan: how many, how many at a time in the canner, their minutes."""

    jar_id: str
    process_class: str
    title: str
    count: int
    per_load: int
    minutes: int | None


@dataclass(frozen=True, slots=True)
class Wanted:
    """What the tasks of one batch rest on besides its formula. `weighed` and `lines`: by the formula's own ingredient ids, what there is of each and
    how it is written; of what is soaked apart under `soak:` before the id. `names`: what the recipe calls them; `kit`: what the kit check looks at."""

    pack: Pack
    scale: float
    jars: tuple[JarsPlanned, ...]
    weighed: Mapping[str, Weighed]
    lines: Mapping[str, tuple[str, ...]]
    names: Mapping[str, str]
    kit: tuple[str, ...]
    headspace_mm: float
    steam: bool = False
    sterilise_minutes: int | None = None
    water_c: float = 82.0
    water_over_lids_mm: float = 25.0
    ready_min: float = 0.0
    to_boil_min: float = 0.0
    vinegar_rim: bool = False
    fill_rate: str = "hot-pieces"
    cool_hours: int = 12


def batch_tasks(formula: Formula, wanted: Wanted, rates: Rates) -> tuple[BatchTask, ...]:
    """All tasks of a batch in the order of the work, from the kit to the shelf; none for a formula whose work nobody has told."""
    work = formula.work_raw if wanted.pack == "raw" and formula.pack != "raw" else formula.work
    if work is None or not wanted.jars:
        return ()
    by_id = {line.ingredient.id: line.ingredient for line in formula.lines}
    gloves = any(hot_by_hand(task, by_id) for task in work.tasks)
    per_jar = frozenset(line.ingredient.id for line in formula.jar_lines if line.per_jar)
    return _joined(_own(formula, work.tasks, wanted, rates), work.tasks[-1], wanted, rates, gloves=gloves, per_jar=per_jar)


def told_tasks(steps: Sequence[ToldStep], wanted: Wanted, rates: Rates, *, tested: bool) -> tuple[BatchTask, ...]:
    """The same of a method's own sentences: of a formula of one's own (`tested`: its times belong to a tested process), or of a batch for the
    refrigerator. None where no sentence tells anything but filling."""
    own = _told(steps, wanted, rates, tested=tested)
    if not own or not wanted.jars:
        return ()
    fills = " ".join(step.says for step in steps if step.own_task)
    pack = Task("pack", "pack", (), fills, "hands", after=(own[-1].id,))
    gloves = any(thing.ingredient.eating.heat >= GLOVES_FROM for thing in wanted.weighed.values())
    return _joined(own, pack, wanted, rates, gloves=gloves, per_jar=frozenset())


def _joined(
    own: list[BatchTask], pack: Task, wanted: Wanted, rates: Rates, *, gloves: bool, per_jar: frozenset[str]
) -> tuple[BatchTask, ...]:
    ready = _made_ready(wanted, rates)
    loads = _loads(pack, wanted, rates, before=tuple(task.id for task in ready), per_jar=per_jar)
    return (_kit(wanted, gloves), *own, *ready, *loads, *_afterwards(wanted, rates))


def _kit(wanted: Wanted, gloves: bool) -> BatchTask:
    lines = (*wanted.kit, *(("Gloves",) if gloves else ()))
    says = "Every rim by eye and finger. A jar with a chip or a crack is out, before it is full."
    return BatchTask("kit", "kit", "prepare", "Check the kit", says, "hands", hands=_KIT, lines=lines, may_leave=True)


def _told(steps: Sequence[ToldStep], wanted: Wanted, rates: Rates, *, tested: bool) -> list[BatchTask]:
    found: list[BatchTask] = []
    shown: set[str] = set()
    hot: set[str] = set()
    part: Part = "prepare"
    before = "kit"
    for number, step in enumerate((step for step in steps if not step.own_task), start=1):
        things = [wanted.weighed[name] for name in step.what if name in wanted.weighed]
        burner = step.where == "burner"
        if burner and step.do != "blanch":
            part = "cook"
        cold = [thing for thing in things if thing.ingredient.id not in hot]
        if burner:
            hot.update(step.what)
        boil = rates.named("boil")
        lines = tuple(line for name in step.what if name not in shown for line in wanted.lines.get(name, ()))
        shown.update(step.what)
        name = f"step-{number}"
        found.append(
            BatchTask(
                id=name, do=step.do, part=part, title=step.title, says=step.says,
                attention="watch" if burner or step.where == "oven" else "none" if step.where else "hands", after=(before,),
                hands=NONE if step.where else by_hand(step.do, things, rates),
                heat_up=times(boil.span, sum(thing.kg for thing in cold)) if burner and boil else NONE,
                clock=step.minutes, until=step.until if step.minutes is None else "", where=step.where, pot="pot" if burner else "",
                hot=burner, stir=_STIR_MIN if burner and step.stir and step.minutes else None, lines=lines, tested=tested and burner and step.minutes is not None,
                asks=step.asks, plain=_plain(step, wanted),
            )
        )  # fmt: skip
        before = name
    return found


def _plain(step: ToldStep, wanted: Wanted) -> str:
    """What is understood of a sentence, without its words: `Simmer white vinegar and sugar`."""
    names = [wanted.names[name] for name in step.what if name in wanted.names]
    return f"{'Cut' if step.do == 'chop' else VERB.get(step.do, 'Combine')} {listed(names) if names else 'what is ready'}"


def _own(formula: Formula, tasks: Sequence[Task], wanted: Wanted, rates: Rates) -> list[BatchTask]:
    by_id = {line.ingredient.id: line.ingredient for line in formula.lines}
    parts: dict[str, str] = {}
    shown: set[str] = set()
    in_pot: dict[str, set[str]] = {}
    found = []
    for task in tasks:
        part = parts[task.id] = part_of(task, parts)  # type: ignore[arg-type]
        if task.do == "pack":
            continue
        things = [wanted.weighed[name] for name in task.what if name in wanted.weighed]
        hot = in_pot.setdefault(task.pot or task.id, set())
        heat = heating_up(task, cold_in(task.what, wanted.weighed, hot), wanted.scale, rates)
        if task.where == "burner":
            hot.update(task.what)
        soaks = task.do in ("soak", "salt", "lime")
        keys = [f"soak:{name}" if soaks and f"soak:{name}" in wanted.lines else name for name in task.what]
        lines = tuple(line for key in keys if key not in shown for line in wanted.lines.get(key, ()))
        shown.update(keys)
        clock = clock_of(task)
        found.append(
            BatchTask(
                id=task.id, do=task.do, part="cook" if part == "cook" else "prepare", title=_title(formula, task, wanted),
                says=task.says, attention=task.attention, after=task.after or ("kit",),
                hands=by_hand(task.do, things, rates) if task.attention == "hands" else NONE,
                heat_up=heat, clock=clock, until=end_point(task),
                where=task.where or "", pot=task.pot or "", hot=task.hot, stir=task.stir, waits=task.waits,
                gloves=hot_by_hand(task, by_id), lines=lines,
                tested=clock is not None and (task.do == "lime" or (task.do in _TESTED and task.where == "burner")),
                may_leave=task.do in _MAY_LEAVE,
            )
        )  # fmt: skip
    return found


def _title(formula: Formula, task: Task, wanted: Wanted) -> str:
    """What a task does, short enough for large type: its pot where that says it, else its produce; what else goes in stands beside it."""
    if task.where == "burner" and task.do != "reheat" and task.pot in _POTS:
        return f"{VERB[task.do]} the {task.pot}"
    by_id = {line.ingredient.id: line.ingredient for line in formula.lines}
    if {line.ingredient.id for line in formula.jar_lines} <= set(task.what):
        return f"{VERB[task.do]} everything"
    foods = [name for name in task.what if by_id[name].role.food] or list(task.what)
    names = [wanted.names.get(name, by_id[name].name) for name in foods]
    if len(names) > _MOST_NAMES:
        names = [*names[: _MOST_NAMES - 1], "the rest"]
    return f"{VERB[task.do]} {listed(names)}"


def _made_ready(wanted: Wanted, rates: Rates) -> list[BatchTask]:
    """Jars, canner, kettle and lids: begun no sooner than the first filling asks."""
    jars = sum(one.count for one in wanted.jars)
    # One to spare is washed too.
    washed = per_jar("wash-jar", jars + 1, rates, "before filling")
    shelf = any(one.minutes for one in wanted.jars)
    found = [
        BatchTask(
            "jars-washed", "wash", "heat", "Wash the jars", "Hot water and soap, well rinsed; one more than you think.", "hands",
            after=("kit",), hands=washed,
        )
    ]  # fmt: skip
    if wanted.sterilise_minutes:
        sterile = float(wanted.sterilise_minutes)
        hot = BatchTask(
            "jars-hot", "sterilise", "heat", "Sterilise the jars",
            f"{wanted.sterilise_minutes} minutes in boiling water, then keep them hot in it: their time in the canner is under 10 minutes.",
            "none", after=("jars-washed",), heat_up=(10.0, 15.0), clock=(sterile, sterile), where="burner", pot="jars", hot=True,
            ahead=sterile + 15, tested=True,
        )  # fmt: skip
    else:
        hot = BatchTask(
            "jars-hot", "heat-jars", "heat", "Heat the jars", "In the canner itself or in a pot of hot water, until they are filled; never in a dry oven, "
            "which cracks glass.", "none", after=("jars-washed",), heat_up=_JARS_HOT, hot=True, ahead=_JARS_HOT[1],
        )  # fmt: skip
    found.append(hot)
    if shelf:
        lead = wanted.ready_min or CANNER_READY_MIN
        steam = "Water in, rack in, jars not yet: only so hot that hot jars do not crack." if wanted.steam else ""
        found.append(
            BatchTask(
                "canner-on", "canner-on", "heat", "Canner on",
                steam or f"Water to about {degrees(wanted.water_c)} for a {wanted.pack} pack when the first jar goes in. It is the slowest thing in the kitchen.",
                "none", after=("kit",), heat_up=(lead, lead), where="burner", pot="canner", hot=True, ahead=lead,
            )
        )  # fmt: skip
        if not wanted.steam:
            found.append(
                BatchTask(
                    "kettle", "kettle", "heat", "Kettle on", "Boiling water to top the canner up with, never cold.", "none",
                    after=("kit",), heat_up=_KETTLE, where="burner", pot="hot water", hot=True, ahead=_KETTLE[1], may_leave=True,
                )
            )  # fmt: skip
    found.append(
        BatchTask(
            "lids", "lids", "heat", "Lids ready", "New flat lids, washed; warmed only if their box says so.", "hands",
            after=("kit",), hands=_LIDS, ahead=_LIDS[1],
        )
    )  # fmt: skip
    return found


def _loads(pack: Task, wanted: Wanted, rates: Rates, *, before: tuple[str, ...], per_jar: frozenset[str]) -> list[BatchTask]:
    """Filling and loading are one walk, load by load: jars of the next load are filled only when the canner is free again."""
    found: list[BatchTask] = []
    number = 0
    rim = "with vinegar " if wanted.vinegar_rim else ""
    order = f"{pack.order[0].upper()}{pack.order[1:]}. " if pack.order else ""
    shelf = any(one.minutes for one in wanted.jars)
    says = (
        f"{order}{pack.says} {mm(wanted.headspace_mm)} of headspace. Bubbles out with plastic or wood, headspace again, rim wiped {rim}clean, "
        f"lid on, band fingertip tight{'; straight into the canner' if shelf else ''}."
    ).strip()
    after = tuple(dict.fromkeys((*pack.after, *before)))
    for one in wanted.jars:
        each = filling(wanted.fill_rate, one.process_class, rates)
        for many in load_sizes(one.count, one.per_load) if shelf else (one.count,):
            number += 1
            if number > 1 and shelf:
                between = _between(wanted, number)
                found.extend(between)
                after = (f"lift-{number - 1}", *(task.id for task in between))
            size = f" ({one.title})" if len(wanted.jars) > 1 else ""
            found.append(
                BatchTask(
                    f"fill-{number}", "fill", "fill", f"Fill {many} {'jar' if many == 1 else 'jars'}{size}, one at a time", says, "hands",
                    after=after, hands=times(each, many), hot=True, load=number,
                    lines=tuple(line for name in pack.per_jar for line in wanted.lines.get(name, ()) if name in per_jar),
                )
            )  # fmt: skip
            if shelf and one.minutes:
                found.extend(_process(wanted, number, rates, jars=many, minutes=one.minutes))
    return found


def _between(wanted: Wanted, number: int) -> list[BatchTask]:
    before = (f"lift-{number - 1}",)
    again = BatchTask(
        f"boil-again-{number}", "boil", "fill", "Boil the brine again" if wanted.pack == "raw" else "Boil the food again",
        "Brine, syrup or food that has waited comes back to the boil before it is poured.", "watch", after=before,
        heat_up=_BOIL_AGAIN, until="it boils", where="burner", pot="again", hot=True, load=number,
    )  # fmt: skip
    if wanted.pack != "raw" or wanted.steam:
        return [again]
    down = BatchTask(
        f"let-down-{number}", "let-down", "fill", "Let the canner down", f"With no jar in it, hot water out and cold in, to about "
        f"{degrees(wanted.water_c)}: cold jars crack in water that has just boiled. Then top it up.", "hands",
        after=before, hands=_LET_DOWN, pot="canner", load=number,
    )  # fmt: skip
    return [down, again]


def _process(wanted: Wanted, number: int, rates: Rates, *, jars: int, minutes: int) -> list[BatchTask]:
    to_boil = wanted.to_boil_min or _TO_BOIL_MIN
    start = "a full, steady column of steam" if wanted.steam else "a full rolling boil"
    over = (
        f"Lid on. {start[0].upper()}{start[1:]}"
        if wanted.steam
        else f"Water {mm(wanted.water_over_lids_mm)} over the lids, lid on, {start}"
    )
    boil = "Bring to full steam" if wanted.steam else "Bring to the boil"
    lost = "steam" if wanted.steam else "boil"
    return [
        BatchTask(
            f"boil-{number}", "to-boil", "process", boil, f"{over}; only then the clock.", "watch",
            after=(f"fill-{number}",), heat_up=(to_boil, to_boil), until=start, where="burner", pot="canner", hot=True, load=number,
        ),
        BatchTask(
            f"process-{number}", "process", "process", f"Keep it so for {minutes} minutes", f"If the {lost} stops, the whole time counts again from zero.",
            "watch", after=(f"boil-{number}",), clock=(float(minutes), float(minutes)), tested=True, where="burner", pot="canner", hot=True, load=number,
        ),
        BatchTask(
            f"rest-{number}", "rest", "process", "Heat off, lid off, rest", "Lid away from the face; five minutes, so that less is drawn out of the jars.", "none",
            after=(f"process-{number}",), clock=(float(REST_MINUTES), float(REST_MINUTES)), where="burner", pot="canner", hot=True, load=number,
        ),
        BatchTask(
            f"lift-{number}", "lift", "process", "Lift the jars out", "Straight up, 25 mm apart on a towel, out of draughts.", "hands",
            after=(f"rest-{number}",), hands=per_jar("lift", jars, rates), pot="canner", load=number,
        ),
    ]  # fmt: skip


def _afterwards(wanted: Wanted, rates: Rates) -> list[BatchTask]:
    jars = sum(one.count for one in wanted.jars)
    if not any(one.minutes for one in wanted.jars):
        return []
    last = sum(len(load_sizes(one.count, one.per_load)) for one in wanted.jars)
    hours = wanted.cool_hours * 60.0
    rows: tuple[tuple[str, str, str, Span], ...] = (
        (
            "seals",
            "Check the seals",
            "Band off. Lid dished and still; it holds the jar when lifted by the lid.",
            per_jar("check-seal", jars, rates),
        ),
        (
            "jars-wiped",
            "Wash the jars",
            "Bands stay off: a rusted band hides a failed seal.",
            per_jar("wash-jar", jars, rates, "after cooling"),
        ),
        ("label", "Label them", "Name, batch, date.", per_jar("label", jars, rates)),
        ("store", "Put them away", "Dark, dry, 10 to 21 °C.", per_jar("put-away", jars, rates)),
    )
    cool = BatchTask(
        "cooling",
        "cool",
        "after",
        "Let them cool",
        "No pressing of lids, no tightening of bands.",
        "none",
        after=(f"lift-{last}",),
        clock=(hours, 24 * 60.0),
    )
    found = [cool]
    for name, title, says, hands in rows:
        found.append(BatchTask(name, name, "after", title, says, "hands", after=(found[-1].id,), hands=hands))
    return found


__all__ = ["JarsPlanned", "Wanted", "batch_tasks", "told_tasks"]
