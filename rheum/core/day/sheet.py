"""What stands on the sheets for the wall above the stove: one page a batch, and one for the day."""

from __future__ import annotations

import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from datetime import date, datetime, timedelta
from typing import Final

from rheum.core.day.laid import Day
from rheum.core.judging.process import Process
from rheum.core.making.basket import Goes
from rheum.core.making.plan import Plan
from rheum.core.measures.saying import degrees, listed, mm, mm_at_most, percent
from rheum.core.parsing.writing import how_long
from rheum.core.work import BatchTask

_SOURCE_MOST: Final = 120
_BOTH: Final = re.compile(r"(\d{1,3} °C) \((\d{1,3} °F)\)")


@dataclass(frozen=True, slots=True)
class Work:
    """The tasks of the batch that a sheet is for; `starts`: at what hour each begins, of a day (`14:20`); `tested`: they are a formula's own."""

    tasks: tuple[BatchTask, ...] = ()
    starts: Mapping[str, str] = field(default_factory=dict)
    tested: bool = True


@dataclass(frozen=True, slots=True)
class Gather:
    """One thing to gather: the amount in the kitchen's own measure, what it is, and the other measure."""

    own: str
    what: str
    other: str


@dataclass(frozen=True, slots=True)
class Sheet:
    """One batch for the wall: what to gather, the order of work, the minutes and why, the headspace, what to look for.
    `headspace_mm` is drawn at true size; lines are plain sentences."""

    title: str
    place: str
    minutes: str
    why_minutes: str
    made_on: str
    batch: tuple[Gather, ...]
    each_jar: tuple[Gather, ...]
    soak: tuple[Gather, ...]
    facts: tuple[tuple[str, str], ...]
    headspace_mm: float
    headspace: str
    steps: tuple[str, ...]
    look_for: tuple[str, ...]
    foot: str


def _facts(plan: Plan) -> tuple[tuple[str, str], ...]:
    facts: list[tuple[str, str]] = []
    if plan.verdict.method.says:
        facts.append(("Steps", plan.verdict.method.says))
    if plan.jars:
        facts.append(("Jars", plan.jars.says + (" One clean hot one to spare." if plan.jars.spare else "")))
    facts.extend(("Vinegar", draw.says) for draw in plan.vinegar)
    if plan.brine:
        facts.append(("Brine", plan.brine.says))
        facts.append(("One batch of brine", "; ".join(plan.one_brine) + "."))
    if plan.cook:
        facts.append(("Cooked down", plan.cook.says))
    if plan.fit and (best := next((fit for fit in plan.fit if plan.verdict.jar and fit.jar == plan.verdict.jar.id), None)):
        facts.append(("Cut", f"At most {mm_at_most(best.cut_mm)} long; about {best.upright} of usual thickness stand upright."))
    if plan.loads and plan.loads.loads:
        per = "; ".join(f"{' + '.join(str(size) for size in one.sizes)} {one.title}" for one in plan.loads.sizes)
        loads = f"{plan.loads.loads} {'load' if plan.loads.loads == 1 else 'loads'}"
        facts.append(
            ("Canner", f"{loads}: {per}. {plan.loads.water_l:.1f} l of water, about {plan.loads.to_boil_min:.0f} min to the boil.")
        )
    facts.extend(("Lids", need.says) for need in plan.lids)
    facts.extend(("This kitchen", says) for says in plan.learnt)
    return tuple(facts)


def _steps(plan: Plan, work: Work, american: bool) -> tuple[str, ...]:
    """The directions of the work in their order, each with the hour at which it begins where a day gives one; then what every batch needs."""
    verdict, process = plan.verdict, plan.verdict.process
    shelf = verdict.destination == "shelf" and process is not None
    steps = [_own(task, work) for task in work.tasks if task.part in ("prepare", "cook")]
    ready = [task for task in work.tasks if task.part == "heat"]
    if ready:
        sterile = f" The jars are sterilised: {plan.sterilise_minutes} min in boiling water." if shelf and plan.sterilise_minutes else ""
        steps.append("; ".join(f"{_hour(task, work)}{_low(task.title, bool(work.starts))}" for task in ready).capitalize() + f".{sterile}")
    gap = mm(plan.headspace_mm)
    loads = [task.load for task in work.tasks if task.do == "fill" and task.load is not None]
    if shelf and process:
        if process.method == "steam":
            at = f" at {degrees(verdict.kitchen.boiling_point_c, american, places=1)}" if verdict.kitchen.boiling_point_c else ""
            clock = f"Clock at a full column of steam{at}, never before: {_minutes(plan)}. Steam lost: back to full steam, and the whole time from zero."
        else:
            clock = (
                f"Water {mm(plan.water_over_lids_mm)} over the lids. Clock at a full rolling boil, never before: {_minutes(plan)}. "
                "Boil lost: back to the boil, and the whole time from zero."
            )
        water = degrees(process.water_temperature_c, american)
    fills = {task.load: task for task in work.tasks if task.do == "fill"}
    first = next(iter(fills.values()), None)
    pack = "" if first is None or first.plain or not work.tested else f" {_sentence(first.says)}"
    filled = f"{_hour(first, work) if first else ''}Fill the hot jars one at a time: {gap} of headspace in every jar.{pack}"
    # A tested formula's own words of filling end with the same.
    steps.append(filled if "ubbles" in pack else f"{filled} Bubbles out, measure again, wipe the rim, lid, band fingertip tight.")
    if shelf and process:
        steps.append(f"Each jar into the canner at once, its water at {water}. {clock}")
        steps.append("Heat off, lid off, wait 5 min. Lift straight up, 25 mm apart, 12 to 24 h untouched. Then test every seal.")
        if work.starts and loads:
            steps.extend(_load_line(load, work) for load in loads)
        elif len(loads) > 1:
            steps.append("The next load is filled when this one is out: canner let down to the same warmth, what has waited boiled again.")
    else:
        steps.append(verdict.fridge.says)
    return tuple(_in_own(step, american) for step in steps)


def _own(task: BatchTask, work: Work) -> str:
    """One task of the recipe's own work: in a tested formula's words, or in what is understood of a sentence, never the sentence itself."""
    time = f" {how_long(*task.clock)}{' from the boil' if task.boils else ''}." if task.clock else ""
    stir = f" Stir every {task.stir:g} min." if task.stir else ""
    if task.plain:
        return f"{_hour(task, work)}{task.plain}.{time}{stir}"
    until = f" Until {task.until}." if task.until else ""
    gloves = " Gloves on." if task.gloves else ""
    says = f" {_sentence(task.says)}" if task.says else ""
    return f"{_hour(task, work)}{task.title}.{says}{time}{stir}{until}{gloves}"


def _load_line(load: int, work: Work) -> str:
    words = {"let-down": "canner let down", "fill": "fill", "to-boil": "on the heat", "process": "boils", "lift": "out"}
    at = [
        f"{words[task.do]} {work.starts[task.id]}"
        for task in work.tasks
        if task.load == load and task.do in words and task.id in work.starts
    ]
    return f"Load {load}: {', '.join(at)}."


def _hour(task: BatchTask, work: Work) -> str:
    return f"{work.starts[task.id]}  " if task.id in work.starts else ""


def _low(text: str, keep: bool) -> str:
    return text if keep else f"{text[0].lower()}{text[1:]}"


def _sentence(text: str) -> str:
    return text if text.endswith((".", "!")) else f"{text}."


def _in_own(text: str, american: bool) -> str:
    """Temperatures in the kitchen's own unit first."""
    return _BOTH.sub(r"\2 (\1)", text) if american else text


def _minutes(plan: Plan) -> str:
    rows = [row for row in plan.jars.rows if row.minutes] if plan.jars else []
    if len({row.minutes for row in rows}) > 1:
        return ", ".join(f"{row.title} {row.minutes} min" for row in rows)
    minutes = rows[0].minutes if rows else (plan.verdict.process.minutes if plan.verdict.process else None)
    return f"{minutes} min" if minutes else ""


def _why_minutes(plan: Plan, process: Process) -> str:
    """`5 min and 5 for 1,265 m (1,001-6,000 ft)`; of several sizes each."""
    rows = plan.jars.rows if plan.jars else ()
    sums = [(row.title, row.base_minutes, row.minutes - row.base_minutes) for row in rows if row.minutes and row.base_minutes is not None]
    if len(sums) > 1:
        says = "; ".join(f"{title} {base} and {more}" for title, base, more in sums)
    else:
        base, more = sums[0][1:] if sums else (process.base_minutes, process.altitude_minutes)
        says = f"{base} min and {more}"
    chosen = any(row.jar == (plan.verdict.jar.id if plan.verdict.jar else "") and (row.minutes or 0) > process.minutes for row in rows)
    return f"{says} for {plan.height} ({process.band}){', and more by your choice' if chosen else ''}"


def _gathered(plan: Plan, goes: Goes) -> tuple[Gather, ...]:
    """What goes into the batch, every jar or the soak; lines that were not understood stand with the batch, as they are."""
    found = [Gather(line.own, line.says, line.other) for line in plan.lines if line.goes == goes]
    if goes == "batch":
        found.extend(Gather("?", text.strip(), "not understood: read it yourself") for text in plan.unread)
    return tuple(found)


def sheet_of(plan: Plan, day: date, work: Work, *, american: bool = False) -> Sheet:
    """The sheet for a plan and its work. A `discard` has one too: it says so and gives no steps. `american`: °F first."""
    verdict, process = plan.verdict, plan.verdict.process
    shelf = verdict.destination == "shelf" and process is not None
    worst = [found.says for found in verdict.findings if found.level in ("stop", "limit")]
    why = _why_minutes(plan, process) if shelf and process else (worst[0] if worst else "Not processed.")
    place = {"shelf": "for the shelf", "fridge": "for the refrigerator", "discard": "do not jar this"}[verdict.destination]
    look = ["A jar that leaks, bulges, spurts, smells off, or turned cloudy on the shelf, is thrown out, unopened and untasted."]
    if shelf and process:
        boil = "A full rolling boil that stirring would not stop; water over the lids all the time."
        look.insert(0, "An unbroken column of steam all the time." if process.method == "steam" else boil)
        look.insert(1, "Lids dished and still; a jar that did not seal: refrigerator, or again within 24 h with a new lid.")
    if plan.strengths:
        look.insert(0, f"Vinegar of {listed([percent(value) for value in plan.strengths])}: read the label again.")
    against = f"Judged against {verdict.formula.title}, {verdict.formula.source}." if verdict.formula else "No tested formula is near."
    return Sheet(
        title=verdict.title,
        place=place,
        minutes=_minutes(plan) if shelf else "no minutes",
        why_minutes=why,
        made_on=f"{day.day} {day:%B %Y}",
        batch=_gathered(plan, "batch"),
        each_jar=_gathered(plan, "jar"),
        soak=_gathered(plan, "soak"),
        facts=_facts(plan),
        headspace_mm=plan.headspace_mm,
        headspace=mm(plan.headspace_mm),
        steps=_steps(plan, work, american) if verdict.destination != "discard" else tuple(worst[:3]),
        look_for=tuple(look),
        foot=f"{against[: _SOURCE_MOST * 2]} Follow the recipe as written; when in doubt, throw it out.",
    )


@dataclass(frozen=True, slots=True)
class DayLine:
    """One line of the day's page: when, what, of which batch (from 0)."""

    at: str
    says: str
    batch: int
    hands: bool


@dataclass(frozen=True, slots=True)
class DaySheet:
    """The day's own page: its batches by letter, what is done when, and what is tight. `days`: a heading and its lines, a day each."""

    title: str
    when: str
    says: tuple[str, ...]
    batches: tuple[str, ...]
    days: tuple[tuple[str, tuple[DayLine, ...]], ...]


def day_sheet(day: Day, titles: Sequence[str], midnight: datetime) -> DaySheet:
    """The page for a day that was laid out; `midnight`: from when its minutes count. What goes by itself stands there when it must be begun."""
    by_date: dict[date, list[DayLine]] = {}
    for one in day.tasks:
        at = midnight + timedelta(minutes=one.start)
        burner = f", burner {one.burner}" if one.burner is not None else ""
        load = (
            f" (load {one.load})"
            if one.load is not None and max((other.load or 0) for other in day.tasks if other.batch == one.batch) > 1
            else ""
        )
        by_date.setdefault(at.date(), []).append(DayLine(f"{at:%H:%M}", f"{one.says}{load}{burner}", one.batch, one.attention == "hands"))
    first, last = midnight + timedelta(minutes=min(one.start for one in day.tasks)), midnight + timedelta(minutes=day.end)
    ends = f"{last:%H:%M}" if last.date() == first.date() else f"{last:%A %H:%M}"
    return DaySheet(
        title="The day",
        when=f"{first:%A} {first.day} {first:%B %Y}, {first:%H:%M} to {ends}",
        says=day.says,
        batches=tuple(titles),
        days=tuple((f"{at:%A} {at.day} {at:%B}", tuple(lines)) for at, lines in sorted(by_date.items())),
    )
