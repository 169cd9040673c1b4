"""A tested formula's work as a person reads it: gather, prepare, cook, pack, with its clocks, gloves and end points, at a scale."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final, Literal

from rheum.core.facts.formulas import Formula, Pack
from rheum.core.facts.ingredients import Ingredient
from rheum.core.facts.jars import JAR_WORD
from rheum.core.facts.work import Attention, Task
from rheum.core.measures.measurable import mixed
from rheum.core.measures.refused import RequestError
from rheum.core.measures.saying import listed, mm
from rheum.core.parsing.writing import Written, formula_line_text, how_long, task_title
from rheum.core.work.from_method import ToldStep

PartName = Literal["prepare", "cook", "pack"]
_ONLY_MINUTES: Final = re.compile(r"(?:about )?\d{1,3} min(?: from the boil| more| a potful)?")
MOST_SCALE: Final = 6.0
LEAST_SCALE: Final = 0.25
# By hand on what burns the skin; from here on the heat of an ingredient asks for gloves (common practice).
_CUTTING: Final = frozenset({"chop", "slice", "dice", "cut", "trim", "peel", "core", "mince", "grate", "char", "slip-skins"})
GLOVES_FROM: Final = 2
# Heated only so that the skins come off: it is still preparing.
_PREPARING: Final = frozenset({"blanch", "slip-skins", "char", "peel", "soak", "salt", "lime", "drain", "rinse"})
_PLACE: Final = {"burner": "on the stove", "counter": "in a cool place", "refrigerator": "in the refrigerator", "oven": "in the oven"}


@dataclass(frozen=True, slots=True)
class Gathered:
    """One line of what is gathered, in the wanted measures; `goes`: into the batch, into each jar of a size, or into a soak that stays out."""

    says: str
    goes: str


@dataclass(frozen=True, slots=True)
class PageTask:
    """One task: what is done, in a sentence; `clock` its minutes from the boil, low and high, and in words; what ends it, how often it is stirred, how
    long it may stand after; `with_others`: begun beside the tasks before it, not after them."""

    id: str
    title: str
    says: str
    clock: tuple[float, float] | None
    clock_says: str
    until: str
    stir: float | None
    waits_says: str
    gloves: bool
    where: str
    attention: Attention
    with_others: bool


@dataclass(frozen=True, slots=True)
class WorkPart:
    name: PartName
    tasks: tuple[PageTask, ...]


@dataclass(frozen=True, slots=True)
class FormulaPage:
    """A formula with its work: what it makes at this scale, what is gathered, what is done, and how it is processed at sea level. `work`: the
    tasks as they stand in the reference, in their order (handbook of the work model); `parts` the same as a person reads them."""

    id: str
    title: str
    source: str
    recall: str
    scale: float
    makes: str
    pack: Pack
    gather: tuple[Gathered, ...]
    parts: tuple[WorkPart, ...]
    work: tuple[Task, ...]
    headspace: str
    minutes: str
    weeks: int


def hot_by_hand(task: Task, by_id: dict[str, Ingredient]) -> bool:
    """Whether a task wants gloves: chillies are cut, or its sentence says so."""
    return "glove" in task.says.lower() or (task.do in _CUTTING and any(by_id[name].eating.heat >= GLOVES_FROM for name in task.what))


def part_of(task: Task, parts: dict[str, PartName]) -> PartName:
    """Cooking begins with the first thing heated that is not heated for its skin, and what rests on it belongs to it."""
    if task.do == "pack":
        return "pack"
    if task.do not in _PREPARING and task.where in ("burner", "oven"):
        return "cook"
    return "cook" if any(parts.get(before) == "cook" for before in task.after) else "prepare"


def end_point(task: Task) -> str:
    """What is seen when a task is done; "" where only its clock tells."""
    return "" if not task.until or _ONLY_MINUTES.fullmatch(task.until) else task.until


def _page_task(formula: Formula, task: Task, before: Task | None, by_id: dict[str, Ingredient]) -> PageTask:
    timed = task.minutes is not None and task.do != "pack"
    order = f"{task.order[0].upper()}{task.order[1:]}. " if task.order else ""
    return PageTask(
        id=task.id,
        title=task_title(formula, task),
        says=f"{order}{task.says}".strip(),
        clock=task.minutes if timed else None,
        clock_says=how_long(*task.minutes) if timed and task.minutes else "",
        until=end_point(task),
        stir=task.stir,
        waits_says=f"may stand {how_long(task.waits, task.waits)}" if task.waits else "",
        gloves=hot_by_hand(task, by_id),
        where=_PLACE.get(task.where or "", ""),
        attention=task.attention,
        with_others=before is not None and before.id not in task.after,
    )


def _of_steps(steps: Sequence[ToldStep]) -> list[tuple[PartName, PageTask]]:
    """Typed steps as they are done: from the first pot on they are cooking, and filling comes last."""
    found: list[tuple[PartName, PageTask]] = []
    part: PartName = "prepare"
    for number, step in enumerate(steps, start=1):
        if step.where == "burner" and step.do != "blanch":
            part = "cook"
        place = "pack" if step.own_task else part
        attention: Attention = "watch" if step.where in ("burner", "oven") else "none" if step.where else "hands"
        found.append(
            (
                place,
                PageTask(
                    id=f"step-{number}", title=step.title, says=step.says, clock=step.minutes, clock_says=how_long(*step.minutes) if step.minutes else "",
                    until=step.until, stir=None, waits_says="", gloves=False, where=_PLACE.get(step.where, ""), attention=attention, with_others=False,
                ),
            )
        )  # fmt: skip
    return found


def _makes(formula: Formula, scale: float) -> str:
    low, high = formula.yields.low * scale, formula.yields.high * scale
    count = mixed(round(low * 2) / 2) if low == high else f"{mixed(round(low * 2) / 2)} to {mixed(round(high * 2) / 2)}"
    return f"about {count} {JAR_WORD[formula.yields.jar]} jars"


def work_page(
    formula: Formula, scale: float = 1.0, measures: Written = "us", pack: Pack | None = None, *, steps: Sequence[ToldStep] = ()
) -> FormulaPage:
    """A formula's page at a scale (1 is one batch; LEAST_SCALE to MOST_SCALE, else RequestError). `pack`: packed raw where both are tested.
    Amounts as a kitchen can measure them; minutes and clocks do not scale. `steps`: of an entered formula, whose steps were typed and confirmed."""
    if not LEAST_SCALE <= scale <= MOST_SCALE:
        raise RequestError("scale", f"A page is written for {LEAST_SCALE:g} to {MOST_SCALE:g} batches. Choose a size between.")
    packed: Pack = pack if pack is not None and formula.minutes_for_pack(pack) else formula.pack
    work = formula.work_raw if packed == "raw" and formula.pack != "raw" else formula.work
    by_id = {line.ingredient.id: line.ingredient for line in formula.lines}
    gather = []
    for line in formula.lines:
        goes = "soak" if line.prep_only else f"each {JAR_WORD[line.per_jar]} jar" if line.per_jar else "batch"
        if text := formula_line_text(line, measures, scale):
            gather.append(Gathered(text, goes))
    parts: dict[str, PartName] = {}
    found: dict[PartName, list[PageTask]] = {"prepare": [], "cook": [], "pack": []}
    tasks = work.tasks if work else ()
    for before, task in zip((None, *tasks), tasks, strict=False):
        parts[task.id] = part_of(task, parts)
        found[parts[task.id]].append(_page_task(formula, task, before, by_id))
    for part, step in _of_steps(steps):
        found[part].append(step)
    table = formula.minutes_for_pack(packed) or {}
    return FormulaPage(
        id=formula.id,
        title=formula.title,
        source=formula.says_source,
        recall=work.recall if work else formula.recall,
        scale=scale,
        makes=_makes(formula, scale),
        pack=packed,
        gather=tuple(gather),
        parts=tuple(WorkPart(name, tuple(done)) for name, done in found.items() if done),
        work=tasks,
        headspace=mm(formula.headspace_mm),
        minutes=listed([f"{JAR_WORD[size]} jars {figures[0]} min" for size, figures in table.items()]),
        weeks=formula.weeks,
    )


__all__ = ["FormulaPage", "Gathered", "PageTask", "WorkPart", "work_page"]
