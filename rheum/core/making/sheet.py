"""What stands on the sheet for the wall above the stove: one page a batch."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date
from typing import Final

from rheum.core.judging.process import Process
from rheum.core.making.basket import Goes
from rheum.core.making.plan import Plan
from rheum.core.measures.saying import degrees, listed, mm, mm_at_most, percent

_SOURCE_MOST: Final = 120
_METHOD_MOST: Final = 360


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
    return tuple(facts)


def _steps(plan: Plan) -> tuple[str, ...]:
    verdict, process = plan.verdict, plan.verdict.process
    gap = mm(plan.headspace_mm)
    shelf = verdict.destination == "shelf" and process is not None
    steps = []
    if shelf and process:
        sterile = (
            f"Sterilise the jars: {plan.sterilise_minutes} min in boiling water. "
            if plan.sterilise_minutes
            else "Wash the jars, keep them hot. "
        )
        steps.append(f"{sterile}Canner on, water to {degrees(process.water_temperature_c)}.")
    else:
        steps.append("Wash the jars and keep them hot.")
    steps.append("Wash, trim, cut; blossom ends off. Weights of produce are as bought, unless a line says prepared.")
    if verdict.pack == "raw":
        steps.append("Bring the brine to the boil. Pack the produce into hot jars, then the boiling brine.")
    else:
        steps.append("Cook as the recipe says and fill while boiling hot.")
    if plan.method_says:
        steps.append(f"The recipe says: {_shortened(plan.method_says)}")
    steps.append(f"{gap} of headspace in every jar. Bubbles out, measure again, wipe the rim, lid, band fingertip tight.")
    if shelf and process:
        if process.method == "steam":
            at = f" at {degrees(verdict.kitchen.boiling_point_c, places=1)}" if verdict.kitchen.boiling_point_c else ""
            steps.append(f"Into the steam canner. Clock at a full column of steam{at}, never before: {_minutes(plan)}.")
        else:
            steps.append(
                f"Water {mm(plan.water_over_lids_mm)} over the lids. Clock at a full rolling boil, never before: {_minutes(plan)}."
            )
        lost = "Steam lost: back to full steam" if process.method == "steam" else "Boil lost: back to the boil"
        steps.append(f"{lost}, and the whole time from zero.")
        steps.append("Heat off, lid off, wait 5 min. Lift straight up, 25 mm apart, 12 to 24 h untouched. Then test every seal.")
    else:
        steps.append(verdict.fridge.says)
    return tuple(steps)


def _shortened(text: str) -> str:
    """Whole sentences, as many as the sheet has room for; what is left out is said."""
    if len(text) <= _METHOD_MOST:
        return text
    end = text.rfind(". ", 0, _METHOD_MOST)
    kept = text[: end + 1] if end > 0 else text[: text.rfind(" ", 0, _METHOD_MOST)] + " …"
    return f"{kept} (The rest stands in the recipe.)"


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


def sheet_of(plan: Plan, day: date) -> Sheet:
    """The sheet for a plan. A `discard` has one too: it says so and gives no steps."""
    verdict, process = plan.verdict, plan.verdict.process
    shelf = verdict.destination == "shelf" and process is not None
    worst = [found.says for found in verdict.findings if found.level in ("stop", "limit")]
    why = _why_minutes(plan, process) if shelf and process else (worst[0] if worst else "Not processed.")
    place = {"shelf": "for the shelf", "fridge": "for the refrigerator", "discard": "do not jar this"}[verdict.destination]
    look = ["A jar that leaks, bulges, spurts, smells off or is cloudy is thrown out, unopened and untasted."]
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
        steps=_steps(plan) if verdict.destination != "discard" else tuple(worst[:3]),
        look_for=tuple(look),
        foot=f"{against[: _SOURCE_MOST * 2]} Follow the recipe as written; when in doubt, throw it out.",
    )
