"""Measure and make: the plan of a batch, what can be made today, and the sheet for the wall."""

from __future__ import annotations

from dataclasses import replace

from apiflask import APIBlueprint
from flask import Response

from rheum.api.answers import CanMakeOut, PlanOut, SheetOut
from rheum.api.asked import settings_of
from rheum.api.context import connection, now
from rheum.api.facts import kitchen_facts
from rheum.api.learnt import own_says, own_times
from rheum.api.recipes import settings_here, settings_kept
from rheum.api.requests import PlanIn, SheetIn, WishIn
from rheum.api.shapes import CanMakeView, SheetView
from rheum.core.batch import begin
from rheum.core.day import Sheet, Work, sheet_of
from rheum.core.judging.check import judge_if_read
from rheum.core.making.basket import Basket
from rheum.core.making.cook_down import PanWeighed, StickRead
from rheum.core.making.on_hand import CanMake, can_make, nearest_first, read_pantry
from rheum.core.making.plan import Plan, make_plan
from rheum.core.making.stock import Stock
from rheum.core.making.wish import JarWish, Wish
from rheum.core.measures.refused import RequestError
from rheum.core.parsing.writing import formula_text
from rheum.formats.sheet_page import as_drawn, as_pdf
from rheum.store import kitchen as kitchens
from rheum.store import recipes as kept
from rheum.store import stock as stocks

blueprint = APIBlueprint("making", __name__, tag="Making")


def wish_of(asked: WishIn) -> Wish:
    """A request's wish as the core has it. RequestError where pan and stick are both given."""
    if asked.pan and asked.stick:
        raise RequestError("reading", "Weigh the pan or read the stick, not both.")
    reading: PanWeighed | StickRead | None = None
    if asked.pan:
        reading = PanWeighed(asked.pan.start_g, asked.pan.now_g, asked.pan.pan_g)
    elif asked.stick:
        reading = StickRead(asked.stick.start_mm, asked.stick.now_mm)
    return Wish(
        baskets=tuple(Basket(one.line, one.amount, one.source, one.picked) for one in asked.baskets),
        factor=asked.factor,
        jars_wanted=asked.jars_wanted,
        vinegar_ml=asked.vinegar_ml,
        brine_ml=asked.brine_ml,
        from_bottles=asked.from_bottles,
        pot_l=asked.pot_l,
        loads=asked.loads,
        canner=asked.canner,
        jars=tuple(JarWish(one.jar, one.count) for one in asked.jars),
        thick_mm=asked.thick_mm,
        long_mm=asked.long_mm,
        reading=reading,
    )


def kitchen_stock(kitchen: kitchens.KitchenSettings | None) -> Stock:
    """What is on hand, with the kitchen's own count of jars a load."""
    return stocks.read(connection()).with_load(kitchen.jars_per_load if kitchen else None)


def _plan(asked: PlanIn) -> Plan:
    library, choices = kitchen_facts()
    stock = kitchen_stock(kitchens.read(connection()))
    found = make_plan(asked.text, wish_of(asked.wish), settings_of(asked, choices), library, stock=stock)
    jars = sum(row.count for row in found.jars.rows) if found.jars else None
    followed = found.verdict.formula.id if found.verdict.formula else None
    return replace(found, learnt=own_says(followed, found.title, jars))


@blueprint.post("/api/plan")
@blueprint.input(PlanIn, arg_name="asked")
@blueprint.output(PlanOut)
def plan(asked: PlanIn) -> Plan:
    """The batch before it is begun: size and what limits it, both measures, jars, brine, vinegar, loads, lids."""
    return _plan(asked)


@blueprint.post("/api/sheet")
@blueprint.input(SheetIn, arg_name="asked")
@blueprint.output(SheetOut)
def sheet(asked: SheetIn) -> SheetView:
    """The sheet for the wall as drawings, one a page."""
    found = _sheet(asked)
    return SheetView(as_drawn(found, asked.paper), found.title)


def _sheet(asked: SheetIn) -> Sheet:
    """The sheet of one batch, with the directions of its work."""
    library, choices = kitchen_facts()
    kitchen = kitchens.read(connection())
    settings, plan = settings_of(asked, choices), _plan(asked)
    american = kitchen is not None and kitchen.measures == "us"
    several = any(found.code == "recipes-several" for found in plan.verdict.findings)
    if plan.verdict.destination == "discard" or several:
        return sheet_of(plan, now().astimezone().date(), Work(), american=american)
    snapshot = begin("sheet-0000", plan, settings, library, moment=now(), own=own_times())
    tasks = tuple(task for task in snapshot.tasks if task.part != "after")
    return sheet_of(plan, now().astimezone().date(), Work(tasks, {}, snapshot.minutes is not None), american=american)


@blueprint.post("/api/sheet.pdf")
@blueprint.input(SheetIn, arg_name="asked")
@blueprint.doc(responses={200: "The sheet as PDF"})
def sheet_pdf(asked: SheetIn) -> Response:
    """The sheet for the wall as PDF."""
    found = _sheet(asked)
    return Response(as_pdf(found, asked.paper), mimetype="application/pdf")


@blueprint.get("/api/can-make")
@blueprint.output(CanMakeOut)
def makeable() -> CanMakeView:
    """Which recipes what is on hand makes today, most jars first; then those that want least."""
    library, _ = kitchen_facts()
    kitchen, stock = kitchens.read(connection()), stocks.read(connection())
    pantry = read_pantry(stock.pantry, library, kitchen.measures if kitchen else "us")
    measures = kitchen.measures if kitchen and kitchen.measures != "imperial" else "us"
    own = [(one.id, one.title, one.text, settings_kept(one), True) for one in kept.all_kept(connection())]
    formulas = [
        (one.id, one.title, formula_text(one, measures), settings_here(formula_id=one.id), one.own is not None)
        for one in library.formulas.values()
    ]
    found: list[CanMake] = []
    for recipe_id, title, text, settings, is_own in [*own, *formulas]:
        judged = judge_if_read(text, settings, library)
        if judged is not None:
            found.append(can_make(recipe_id, title, is_own, judged=judged, pantry=pantry, stock=stock))
    return CanMakeView(nearest_first(found), pantry.unread)
