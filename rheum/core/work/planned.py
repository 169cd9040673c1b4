"""What a plan says about the tasks of its batch: amounts by the formula's own ingredients, jars and loads, what the kit check looks at."""

from __future__ import annotations

from collections.abc import Sequence

from rheum.core.facts.choices import Choices
from rheum.core.facts.formulas import Formula
from rheum.core.facts.library import Library
from rheum.core.judging.process import CANNER_WATER_C
from rheum.core.making.basket import BothMeasures
from rheum.core.making.plan import Plan
from rheum.core.measures.saying import mm, mm_at_most
from rheum.core.work.derive import JarsPlanned, Wanted, batch_tasks, told_tasks
from rheum.core.work.from_method import StepAnswer, ToldStep, answered, steps_of, steps_told
from rheum.core.work.lasting import Weighed, fill_rate
from rheum.core.work.task import BatchTask


def _written(line: BothMeasures) -> str:
    own = f"{line.own} {line.says}".strip()
    each = " in each jar" if line.goes == "jar" else ""
    return f"{own} ({line.other}){each}" if line.other else f"{own}{each}"


def _kit(plan: Plan, jars: Sequence[JarsPlanned], steam: bool) -> tuple[str, ...]:
    found = [plan.jars.says.rstrip(".") if plan.jars else f"{sum(one.count for one in jars)} jars"]
    found.append("One jar to spare, hot with the others")
    found.extend(need.says.rstrip(".") for need in plan.lids)
    found.append("Bands without rust")
    wanted = plan.verdict.jar.id if plan.verdict.jar else ""
    if cut := next((fit for fit in plan.fit if fit.jar == wanted), None):
        found.append(f"Pieces cut to {mm_at_most(cut.cut_mm)} at most: measure one against the jar")
    found.append(f"Headspace gauge: {mm(plan.headspace_mm)}; a stick of plastic or wood for the bubbles, funnel, ladle")
    if any(one.minutes for one in jars):
        if plan.loads and not steam:
            found.append(f"Canner with its rack and {plan.loads.water_l:.1f} l of water; jar lifter")
        else:
            found.append(
                "Steam canner with its rack, and water up to its mark; jar lifter" if steam else "Canner with its rack; jar lifter"
            )
        found.append("A towel or board out of draughts")
    return tuple(found)


def steps_to_read(plan: Plan, library: Library) -> tuple[ToldStep, ...]:
    """The sentences that a batch of this plan is walked by, of one for the refrigerator; none of one for the shelf, or without a method."""
    if plan.verdict.destination == "shelf":
        return ()
    told = steps_told(plan.method, library.catalogue)
    return told if any(not step.own_task for step in told) else ()


def tasks_of(
    plan: Plan,
    formula: Formula | None,
    jars: Sequence[JarsPlanned],
    *,
    library: Library,
    choices: Choices,
    answers: Sequence[StepAnswer] | None = None,
) -> tuple[BatchTask, ...]:
    """The tasks of a plan, with its jars and loads, in the recipe's own names and amounts: of a batch for the shelf those of its formula, scaled, or
    of a formula of one's own what its confirmed steps tell; of one for the refrigerator what its own method tells, as
    it was confirmed in `answers` (None: nothing was read back, and it is walked as it was understood)."""
    process = plan.verdict.process if plan.verdict.destination == "shelf" else None
    followed = formula if process is not None else None
    weighed: dict[str, Weighed] = {}
    lines: dict[str, list[str]] = {}
    names: dict[str, list[str]] = {}
    count = sum(one.count for one in jars)
    for line in plan.lines:
        # What is walked by the formula's work goes by its ingredients; what is told by the recipe's own sentences, by the recipe's.
        name = line.stands_for if followed is not None and followed.own is None else line.id
        if not name:
            continue
        key = f"soak:{name}" if line.goes == "soak" else name
        lines.setdefault(key, []).append(_written(line))
        if line.goes == "soak":
            continue
        names.setdefault(name, []).append(line.name)
        kg = line.kg * (count if line.goes == "jar" else 1)
        known = weighed.get(name)
        ingredient = library.catalogue.by_id.get(line.id) or library.catalogue[name]
        weighed[name] = Weighed(known.ingredient if known else ingredient, kg + (known.kg if known else 0.0))
    steam = process is not None and process.method == "steam"
    pack = plan.verdict.pack or (formula.pack if formula else "hot")
    wanted = Wanted(
        pack=pack,
        scale=plan.formula_scale,
        jars=tuple(jars),
        weighed=weighed,
        lines={key: tuple(texts) for key, texts in lines.items()},
        names={key: " and ".join(dict.fromkeys(called)) for key, called in names.items()},
        kit=_kit(plan, jars, steam),
        headspace_mm=plan.headspace_mm,
        steam=steam,
        sterilise_minutes=plan.sterilise_minutes if process else None,
        water_c=CANNER_WATER_C[pack],
        water_over_lids_mm=plan.water_over_lids_mm,
        ready_min=plan.loads.ready_min if plan.loads else 0.0,
        to_boil_min=plan.loads.to_boil_min if plan.loads else 0.0,
        vinegar_rim=choices.rim == "vinegar",
        cool_hours=choices.cool_hours,
        fill_rate=fill_rate(formula.kind if formula else "pickle", pack, bool(formula and formula.whole_in_brine)),
    )
    if followed is None:
        told = steps_told(plan.method, library.catalogue)
        return told_tasks(told if answers is None else answered(told, answers), wanted, library.rates, tested=False)
    if followed.own is not None:
        confirmed = followed.own.steps_confirmed
        return told_tasks(steps_of(followed, library.catalogue), wanted, library.rates, tested=True) if confirmed else ()
    return batch_tasks(followed, wanted, library.rates)
