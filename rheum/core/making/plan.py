"""The whole of a batch before it is begun: its size and what limits it, both measures, jars, brine, vinegar, loads and lids."""

from __future__ import annotations

import re
from dataclasses import asdict, dataclass, replace
from typing import Final

from rheum.core.facts.circumstances import Settings
from rheum.core.facts.library import Library
from rheum.core.judging.check import jar_named, judge
from rheum.core.judging.findings import Destination
from rheum.core.judging.verdict import Verdict
from rheum.core.making.basket import BothMeasures, InBasket, both_measures
from rheum.core.making.bottles import Draw
from rheum.core.making.brine import Brine, forecast
from rheum.core.making.cook_down import CookDown, CookPlanned
from rheum.core.making.jars import Jars, Processes, cook_planned, cooked, jars_for_batch
from rheum.core.making.lids import LidNeed, lids_needed
from rheum.core.making.limits import limits_of, still_there
from rheum.core.making.liquids import drawn, liquid_ml, vinegars
from rheum.core.making.loads import Loads, plan_loads
from rheum.core.making.stock import Canner, Stock
from rheum.core.making.upright import USUAL_THICK_MM, Fit, fits
from rheum.core.making.wish import Wish
from rheum.core.matching.case import Case
from rheum.core.parsing.plain_lines import strip_bullet
from rheum.core.parsing.sentences import sentences
from rheum.core.revising.scaling import Limit, scale_to

_OF_THE_CANNER: Final = re.compile(
    r"process|canner|bath|steam|headspace|head space|sterili|seal|\b(?:raw|hot|cold)[ -]?pack|altitude", re.IGNORECASE
)


@dataclass(frozen=True, slots=True)
class Plan:
    """Everything about a batch that can be known before it is begun."""

    title: str
    text: str
    height: str | None
    factor: float
    limits: tuple[Limit, ...]
    before: Destination
    after: Destination
    left: tuple[str, ...]
    baskets: tuple[InBasket, ...]
    lines: tuple[BothMeasures, ...]
    unread: tuple[str, ...]
    headspace_mm: float
    jars: Jars | None
    fit: tuple[Fit, ...]
    brine: Brine | None
    one_brine: tuple[str, ...]
    strengths: tuple[float, ...]
    vinegar: tuple[Draw, ...]
    loads: Loads | None
    lids: tuple[LidNeed, ...]
    cook: CookDown | None
    cook_planned: CookPlanned | None
    sterilise_minutes: int | None
    water_over_lids_mm: float
    warnings: tuple[str, ...]
    verdict: Verdict
    canner_id: str = ""
    canner_title: str = ""
    # How many times the formula this is, by its acid.
    formula_scale: float = 1.0
    # The sentences of the recipe's own method, as they stand.
    method: tuple[str, ...] = ()
    # What this kitchen's own batches say of it, in sentences; they touch no verdict and no minutes.
    learnt: tuple[str, ...] = ()


def canned_by(wish: Wish, settings: Settings, stock: Stock) -> tuple[Canner, Settings]:
    """The canner of a plan, and the settings with its method: a steam canner chosen is a batch steamed.
    RequestError where there is no such canner."""
    canner = stock.canner(wish.canner, settings.method or "bath")
    return canner, replace(settings, method=canner.kind) if wish.canner is not None else settings


def make_plan(text: str, wish: Wish, settings: Settings, library: Library, *, stock: Stock) -> Plan:
    """The plan for a recipe text, what there is and what is wanted. RequestError with a sentence for what cannot be,
    UnreadableRecipe for an empty text."""
    canner, settings = canned_by(wish, settings, stock)
    judged = judge(text, settings, library)
    first, case = judged.verdict, judged.case
    one_brine, one_ml = _one_brine(case), liquid_ml(case)
    headspace = first.jar.headspace_mm if first.jar else first.headspace_wanted_mm
    limits, baskets = limits_of(case, wish, stock, canner, headspace_mm=headspace)
    if limits:
        scaled = scale_to(text, lambda _: limits, settings, library, fits=lambda written: still_there(written, wish, stock))
        new, factor, before, after, left, ordered = scaled.text, scaled.factor, scaled.before, scaled.after, scaled.left, scaled.limits
        judged = judge(new, settings, library)
        verdict, case = judged.verdict, judged.case
    else:
        new, factor, before, after, left, ordered, verdict = text, 1.0, first.destination, first.destination, (), (), first
    warnings: list[str] = []
    if verdict.destination == "discard":
        warnings.append("This must not be jarred as it stands: the Bench says why.")
    cook = cooked(case, wish, headspace)
    processes = Processes(new, settings, library, verdict)
    jars = jars_for_batch(case, wish, processes, stock, headspace=headspace, cook=cook) if verdict.destination != "discard" else None
    rows = [(library.jars.get(row.jar, case.jar), row.count) for row in jars.rows] if jars else []
    rooms = [row.room_ml for row in jars.rows for _ in range(row.count)] if jars else []
    liquid = liquid_ml(case)
    brine = forecast(one_ml, rooms, liquid) if case.pack == "raw" and liquid > 0 and rooms else None
    vinegar = drawn(case, stock)
    warnings.extend(one.says for one in vinegar if one.short_ml > 0)
    shelf = verdict.destination == "shelf" and verdict.process is not None
    boil = verdict.kitchen.boiling_point_c
    loads = None
    # Of several sizes the most that any of them wants.
    over = max((process.water_over_lids_mm for jar, _ in rows if (process := processes.of(jar.id))), default=0.0)
    if shelf and verdict.process and boil is not None and rows and jars:
        loads = plan_loads(
            rows, {row.jar: row.minutes for row in jars.rows}, over, canner, start_c=verdict.process.water_temperature_c, boil_c=boil
        )
        warnings.extend((*loads.why_not, *loads.remarks))
    lids = lids_needed(rows, library.jars.get(jars.spare or "", None) if jars else None, stock) if rows else ()
    if stock.lids:
        warnings.extend(one.says for one in lids if one.short)
    sterilise = max((process.sterilise_minutes or 0 for jar, _ in rows if (process := processes.of(jar.id))), default=0)
    return Plan(
        title=verdict.title,
        text=new,
        height=str(settings.altitude) if settings.altitude else None,
        factor=factor,
        limits=ordered,
        before=before,
        after=after,
        left=left,
        baskets=baskets,
        lines=both_measures(case),
        unread=tuple(one.text for one in verdict.unread),
        headspace_mm=headspace,
        jars=jars,
        fit=_fit(case, wish, headspace, library, stock=stock),
        brine=brine,
        one_brine=one_brine if brine else (),
        strengths=tuple(sorted({strength for *_, strength in vinegars(case)})),
        vinegar=vinegar,
        loads=loads,
        lids=lids,
        cook=cook,
        cook_planned=replace(cook_planned(case, headspace), noted=asdict(wish.reading) if wish.reading else {}) if cook else None,
        sterilise_minutes=sterilise or None,
        water_over_lids_mm=over,
        warnings=tuple(warnings),
        verdict=verdict,
        canner_id=canner.id,
        canner_title=canner.title,
        formula_scale=case.match.scale if case.match else 1.0,
        method=tuple(sentence.strip() for sentence in sentences(_prose(case), library.catalogue.lexicon.blocks) if sentence.strip()),
    )


def with_jars(plan: Plan, jars: int | None, library: Library, stock: Stock) -> Plan:
    """The plan with the person's own count of jars, where it has jars of one size; lids follow."""
    if jars is None or plan.jars is None or len(plan.jars.rows) != 1:
        return plan
    jar = jar_named(plan.jars.rows[0].jar, library)
    row = replace(plan.jars.rows[0], count=jars, says=jar.counted(jars))
    return replace(plan, jars=replace(plan.jars, rows=(row,)), lids=lids_needed([(jar, jars)], jar, stock))


def _one_brine(case: Case) -> tuple[str, ...]:
    """One batch of the recipe's brine, line by line, in its own words."""
    lines = [
        item.line
        for item in case.lines
        if (item.line.ingredient.role.liquid or item.role in ("salt", "sweetener", "citric")) and not item.per_jar and item.line.amount
    ]
    return tuple(strip_bullet(line.text).strip() for line in lines)


def _prose(case: Case) -> str:
    return " ".join(line.text.strip() for line in case.recipe.outline if line.kind == "prose" and line.section == "method")


def _fit(case: Case, wish: Wish, headspace: float, library: Library, *, stock: Stock) -> tuple[Fit, ...]:
    produce = [item.line.ingredient.id for item in case.of_role("produce")]
    usual = next((USUAL_THICK_MM[one] for one in produce if one in USUAL_THICK_MM), None)
    if case.pack != "raw" or (wish.thick_mm is None and usual is None):
        return ()
    there = [jar_id for jar_id, count in stock.jars.items() if count > 0 and jar_id in library.jars]
    wanted = dict.fromkeys([case.jar.id, *(one.jar for one in wish.jars), *there])
    jars = [library.jars[jar_id] for jar_id in wanted if jar_id in library.jars]
    return fits(jars, wish.thick_mm if wish.thick_mm is not None else usual or 10.0, headspace, wish.long_mm)
