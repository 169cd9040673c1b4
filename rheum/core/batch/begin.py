"""Beginning a batch: the verdict and the circumstances become a snapshot that never changes."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from datetime import datetime
from types import MappingProxyType

from rheum.core.batch.begun import Produce, SizePlanned, Snapshot
from rheum.core.facts.canner import HOLDS
from rheum.core.facts.circumstances import Settings
from rheum.core.facts.eating import Eating
from rheum.core.facts.library import Library
from rheum.core.judging.check import jar_named
from rheum.core.judging.process import CANNER_WATER_C, WATER_OVER_LIDS_MM
from rheum.core.making.plan import Plan
from rheum.core.matching.eating import eating_of
from rheum.core.measures.refused import Refused
from rheum.core.work import StepAnswer, tasks_of
from rheum.core.work.derive import JarsPlanned
from rheum.core.work.own_times import OwnTimes, boil_key, with_own_times


class CannotBegin(Refused):
    """A batch that must not be begun; the message says why."""

    title = "Cannot begin"
    status = 409


def begin(
    batch_id: str,
    plan: Plan,
    settings: Settings,
    library: Library,
    *,
    moment: datetime,
    jars: int | None = None,
    jars_per_load: int | None = None,
    steps: Sequence[StepAnswer] | None = None,
    own: OwnTimes = MappingProxyType({}),
) -> Snapshot:
    """The snapshot of a plan begun now: its text, verdict, jars (each size with its own minutes and loads), brine and cooking
    down. `jars`: how many, where the plan does not know. `steps`: its own sentences as they were
    confirmed, of a batch for the refrigerator. `own`: what this kitchen learnt of its own times. The number is set when it is recorded.
    CannotBegin for what must not be jarred."""
    verdict = plan.verdict
    if verdict.destination == "discard":
        worst = verdict.findings[0]
        raise CannotBegin(f"Do not jar this: {worst.says} {worst.why}")
    if several := next((found for found in verdict.findings if found.code == "recipes-several"), None):
        raise CannotBegin(f"{several.says} Keep one of them first.")
    assert verdict.jar is not None
    jar = jar_named(verdict.jar.id, library)
    formula = library.formulas[verdict.formula.id] if verdict.formula else None
    shelf = verdict.process if verdict.destination == "shelf" else None
    pack = verdict.pack or "hot"
    sizes = _sizes(plan, jars_per_load, library)
    least = [shelf.run_minutes] if shelf else []
    count = jars or 1
    per_load = jars_per_load or min((size.per_load for size in sizes), default=HOLDS.get(jar.process_class, 1))
    planned = tuple(
        JarsPlanned(size.jar_id, jar_named(size.jar_id, library).process_class, size.title, size.jars, size.per_load, size.minutes)
        for size in sizes
    )
    if not shelf:
        planned = tuple(replace(one, minutes=None) for one in planned)
    if not planned:
        planned = (JarsPlanned(jar.id, jar.process_class, jar.title, count, per_load, shelf.run_minutes if shelf else None),)
    eats = formula.eating if formula and formula.eating and verdict.as_tested else _eats(plan, library)
    return Snapshot(
        id=batch_id,
        number="",
        title=verdict.title,
        text=plan.text,
        begun_at=moment,
        destination=verdict.destination,
        formula_id=formula.id if formula else None,
        formula_title=formula.title if formula else None,
        source=verdict.formula.source if verdict.formula else None,
        jar_id=jar.id,
        jar_title=" and ".join(f"{size.jars} {size.title}" for size in sizes) if len(sizes) > 1 else jar.title,
        headspace_mm=verdict.jar.headspace_mm,
        minutes=max([*least, *(size.minutes or 0 for size in sizes)]) if shelf else None,
        method=settings.method or "bath",
        sterilise_minutes=plan.sterilise_minutes if shelf else None,
        water_over_lids_mm=plan.water_over_lids_mm if shelf else WATER_OVER_LIDS_MM,
        water_temperature_c=CANNER_WATER_C[pack],
        boiling_point_c=verdict.kitchen.boiling_point_c,
        altitude=str(settings.altitude) if settings.altitude else None,
        pack=pack,
        jars_planned=sum(size.jars for size in sizes) or count,
        jars_per_load=per_load,
        weeks=formula.weeks if formula else 0,
        fridge_days=verdict.fridge.days,
        cool_hours=settings.choices.cool_hours,
        unsealed_days=settings.choices.unsealed_days,
        rim=settings.choices.rim,
        sizes=sizes,
        brine_ml=plan.brine.batch_ml if plan.brine else None,
        brine_listed_ml=plan.brine.listed * plan.brine.batch_ml if plan.brine else None,
        one_brine=plan.one_brine,
        cook=plan.cook_planned,
        vinegar=tuple(draw.says for draw in plan.vinegar),
        warnings=plan.warnings,
        canner_id=plan.canner_id if shelf else "",
        canner_title=plan.canner_title if shelf else "",
        differs=(verdict.method.says,) if shelf and verdict.method.says else (),
        heat=eats.heat,
        colour=eats.colour,
        produce=tuple(Produce(one.name, one.bought[1], one.source, one.picked) for one in plan.baskets),
        tasks=with_own_times(
            tasks_of(plan, formula, planned, library=library, choices=settings.choices, answers=steps),
            own,
            boil_key(plan.canner_id, min(per_load, sum(one.count for one in planned)), per_load),
        ),
    )


def _eats(plan: Plan, library: Library) -> Eating:
    """What it is like to eat, by what goes into it."""
    parts = [
        (library.catalogue.by_id[line.id], line.kg * 1000)
        for line in plan.lines
        if line.id in library.catalogue.by_id and line.goes != "soak"
    ]
    sugar = sum(grams for item, grams in parts if item.role.role == "sweetener")
    return eating_of(parts, sugar, sum(grams for item, grams in parts if item.role.acid))


def _sizes(plan: Plan, jars_per_load: int | None, library: Library) -> tuple[SizePlanned, ...]:
    """Each size of jar in the plan with its own minutes, and how many go into the canner at a time."""
    rows = plan.jars.rows if plan.jars else ()
    holds = {one.jar: one.holds for one in plan.loads.sizes} if plan.loads else {}
    found = []
    for row in rows:
        jar = jar_named(row.jar, library)
        per_load = jars_per_load or holds.get(row.jar) or HOLDS.get(jar.process_class, 1)
        found.append(
            SizePlanned(
                jar_id=row.jar,
                title=row.title,
                jars=row.count,
                says=row.says,
                noun=jar.noun(2),
                minutes=row.minutes,
                per_load=per_load,
                room_ml=row.room_ml,
            )
        )
    return tuple(found)
