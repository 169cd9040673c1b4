"""The day: several batches laid out over burners, canners and hands, and pushed along as it goes."""

from __future__ import annotations

import dataclasses

from apiflask import APIBlueprint

from rheum.api.answers import DayOut, HobOut, ShoppingOut
from rheum.api.context import connection, now
from rheum.api.day_read import lay_view, minute_of, read_day, view_of
from rheum.api.day_requests import DayIn, HobIn, KeptDayIn
from rheum.api.day_shapes import BuyLine, DayView, ShoppingView
from rheum.api.facts import kitchen_library
from rheum.api.making import kitchen_stock
from rheum.core.day import as_text, lay_out, pushed, shopping_list
from rheum.core.making.on_hand import read_pantry
from rheum.core.measures.refused import RequestError
from rheum.store import kitchen as kitchens

blueprint = APIBlueprint("day", __name__, tag="Day")


@blueprint.post("/api/day")
@blueprint.input(DayIn, arg_name="asked")
@blueprint.output(DayOut)
def lay(asked: DayIn) -> DayView:
    """Lay a day out: batches over burners, canners and hands. A wish that cannot be met is refused with what is in the way and what would help."""
    return lay_view(asked)


@blueprint.post("/api/day/late")
@blueprint.input(KeptDayIn, arg_name="asked")
@blueprint.output(DayOut)
def late(asked: KeptDayIn) -> DayView:
    """The same day as it goes: what was told stays, what follows is pushed along in the order of the plan, which is laid out without what was told."""
    read = read_day(asked.asked)
    plain = dataclasses.replace(read.asked, told=())
    moment = minute_of(now().astimezone(), read.base)
    return view_of(read, pushed(lay_out(plain), read.asked.told, moment, awake=plain.awake, breaks=plain.breaks))


@blueprint.post("/api/day/shopping")
@blueprint.input(DayIn, arg_name="asked")
@blueprint.output(ShoppingOut)
def shopping(asked: DayIn) -> ShoppingView:
    """What is missing for all batches of a day together."""
    read, kitchen = read_day(asked), kitchens.read(connection())
    stock = kitchen_stock(kitchen)
    pantry = read_pantry(stock.pantry, kitchen_library(), kitchen.measures if kitchen else "us")
    rows = shopping_list(read.plans, [one.jars_planned for one in read.batches], pantry, stock)
    titles = [one.title for one in read.batches]
    return ShoppingView(tuple(BuyLine(one.says, one.batches) for one in rows), as_text(rows, titles))


@blueprint.get("/api/hob")
@blueprint.output(HobOut)
def hob() -> kitchens.Hob:
    """The kitchen's burners."""
    return kitchens.hob(connection())


@blueprint.put("/api/hob")
@blueprint.input(HobIn, arg_name="asked")
@blueprint.output(HobOut)
def set_hob(asked: HobIn) -> kitchens.Hob:
    """Set how many burners there are of each size."""
    if not 1 <= asked.large + asked.small <= 12:
        raise RequestError("large", "Say how many burners there are, 1 to 12 in all.")
    kitchens.set_hob(connection(), kitchens.Hob(asked.large, asked.small))
    return kitchens.hob(connection())
