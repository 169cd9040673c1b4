"""What is on hand: bottles, jars, lids, bands, canners, the pantry, and what trimming left."""

from __future__ import annotations

import math
from dataclasses import replace
from datetime import date
from typing import Final, Literal

from apiflask import APIBlueprint

from rheum.api.answers import StockOut
from rheum.api.context import connection, moment, now
from rheum.api.facts import kitchen_library
from rheum.api.problems import Problem
from rheum.api.shapes import StockView, StrengthView, TrimView, VinegarKind
from rheum.api.stock_requests import BottleIn, CannerIn, CountIn, LidsIn, OwnJarIn, PantryIn, TitrationIn, TrimIn
from rheum.core.facts.jars import CLASS_ML, measured_jar
from rheum.core.making.on_hand import read_pantry
from rheum.core.making.stock import COMMON_CANNERS, Bottle, Canner, LidLot
from rheum.core.making.trim import trim_record, usable
from rheum.core.measures.acidity import FOOD_LIMIT
from rheum.core.measures.refused import RequestError
from rheum.core.reckoner.vinegar import measured_strength
from rheum.corrections import vinegar_measured
from rheum.store import stock as stored
from rheum.store.database import transaction

blueprint = APIBlueprint("stock", __name__, tag="Stock")
_MOST_ML: Final = 200_000.0


def _view(told: tuple[str, ...] = ()) -> StockView:
    library, stock = kitchen_library(), stored.read(connection())
    kinds = tuple(
        VinegarKind(item.id, item.name, item.acid[0]) for item in library.catalogue.by_id.values() if item.klass == "vinegar" and item.acid
    )
    names = dict.fromkeys(record.ingredient for record in stock.trims)
    trims = []
    for name in names:
        if name in library.catalogue.by_id:
            found = usable(library.catalogue[name], stock.trims)
            trims.append(TrimView(name, library.catalogue[name].name, found.baskets, found.mid))
    strengths = tuple(StrengthView(one.id, one.measured_weaker, one.strength_says) for one in stock.bottles)
    return StockView(
        stock=stock,
        common_canners=COMMON_CANNERS,
        strengths=strengths,
        kinds=kinds,
        trims=tuple(trims),
        pantry_unread=read_pantry(stock.pantry, library).unread,
        told=told,
    )


@blueprint.get("/api/stock")
@blueprint.output(StockOut)
def read() -> StockView:
    """What is on hand."""
    return _view()


def _number(field: str, value: float | None, most: float, what: str, *, least: float = 0.0) -> None:
    if value is not None and not (math.isfinite(value) and least <= value <= most):
        raise RequestError(field, f"{what} is between {least:g} and {most:g}.")


@blueprint.put("/api/stock/bottles")
@blueprint.input(BottleIn, arg_name="asked")
@blueprint.output(StockOut)
def bottle(asked: BottleIn) -> StockView:
    """Enter a bottle, or change what is left in it."""
    kind = kitchen_library().catalogue.by_id.get(asked.kind)
    if kind is None or kind.klass != "vinegar":
        raise RequestError("kind", "Choose a kind of vinegar from the list. Home-made and cleaning vinegars are not for canning.")
    _number("label", asked.label, FOOD_LIMIT, "The label's per cent", least=0.5)
    _number("left_ml", asked.left_ml, _MOST_ML, "What is left, in ml,")
    _number("size_ml", asked.size_ml, _MOST_ML, "The bottle's size, in ml,", least=1)
    _number("price", asked.price, 100_000, "The price")
    if asked.opened is not None:
        try:
            date.fromisoformat(asked.opened)
        except ValueError:
            raise RequestError("opened", "Write the day it was opened as 2026-11-05.") from None
    known = next((one for one in stored.read(connection()).bottles if one.id == asked.id), None)
    entered = Bottle(
        id=asked.id,
        kind=asked.kind,
        name=asked.name.strip() or kind.name,
        label=asked.label,
        left_ml=asked.left_ml,
        lot=asked.lot.strip(),
        opened=asked.opened,
        price=asked.price,
        size_ml=asked.size_ml,
    )
    return _put_bottle(known, entered.entered_over(known))


def _put_bottle(known: Bottle | None, bottle: Bottle) -> StockView:
    """Keep a bottle, and tell the batches that drew from it where it turns out weaker than it was taken for."""
    with transaction(connection()):
        stored.put_bottle(connection(), bottle, now())
        told = vinegar_measured(connection(), known, bottle, at=moment()) if known is not None else ()
    return _view(told)


@blueprint.post("/api/stock/bottles/<bottle_id>/titration")
@blueprint.input(TitrationIn, arg_name="asked")
@blueprint.output(StockOut)
def titrate(bottle_id: str, asked: TitrationIn) -> StockView:
    """Record a measured strength. Below the label it counts, and the batches that drew from the bottle are told (`told`); above it does not."""
    found = next((one for one in stored.read(connection()).bottles if one.id == bottle_id), None)
    if found is None:
        raise Problem(404, "No such bottle", "There is no such bottle here. It may have been taken out.")
    mean, give = measured_strength(asked.readings, asked.normality, asked.sample_ml)
    if not 0.5 <= mean <= FOOD_LIMIT:
        raise RequestError("readings", f"{mean:.2f} % is no vinegar for food, or a figure is wrong. Measure again.")
    return _put_bottle(found, replace(found, measured=mean, measured_give=give))


@blueprint.put("/api/stock/own-jars")
@blueprint.input(OwnJarIn, arg_name="asked")
@blueprint.output(StockOut)
def own_jar(asked: OwnJarIn) -> StockView:
    """A jar of one's own, by filling it with water on the scale, and by a ruler."""
    measured_jar(
        asked.id, asked.title, asked.empty_g, asked.full_g, depth_mm=asked.depth_mm, mouth_mm=asked.mouth_mm, body_mm=asked.body_mm
    )
    stored.put_jar(
        connection(),
        stored.JarMeasures(asked.id, asked.title.strip(), asked.empty_g, asked.full_g, asked.depth_mm, asked.mouth_mm, asked.body_mm),
        now(),
    )
    return _view()


@blueprint.put("/api/stock/jars/<jar_id>")
@blueprint.input(CountIn, arg_name="asked")
@blueprint.output(StockOut)
def jars(jar_id: str, asked: CountIn) -> StockView:
    """How many empty jars of a size there are."""
    if jar_id not in kitchen_library().jars:
        raise Problem(404, "No such jar", "There is no such jar here. Choose one from the list.")
    stored.set_jars(connection(), jar_id, asked.count, now())
    return _view()


@blueprint.put("/api/stock/lids")
@blueprint.input(LidsIn, arg_name="asked")
@blueprint.output(StockOut)
def lids(asked: LidsIn) -> StockView:
    """A lot of new lids."""
    stored.put_lids(connection(), LidLot(asked.id, asked.mouth, asked.lot.strip(), asked.count), now())
    return _view()


@blueprint.put("/api/stock/bands/<mouth>")
@blueprint.input(CountIn, arg_name="asked")
@blueprint.output(StockOut)
def bands(mouth: Literal["regular", "wide", "other"], asked: CountIn) -> StockView:
    """How many sound bands there are."""
    if mouth not in ("regular", "wide", "other"):
        raise Problem(404, "No such mouth", "Bands are for regular, wide or other mouths.")
    stored.set_bands(connection(), mouth, asked.count, now())
    return _view()


@blueprint.put("/api/stock/canners")
@blueprint.input(CannerIn, arg_name="asked")
@blueprint.output(StockOut)
def canner(asked: CannerIn) -> StockView:
    """A canner and its burner."""
    for size, count in asked.holds.items():
        if size not in CLASS_ML or not 0 <= count <= 60:
            raise RequestError("holds", "Write for each jar size how many it holds in one layer, 0 to 60.")
    if not any(asked.holds.values()):
        raise RequestError("holds", "Say for at least one jar size how many it holds.")
    for field, value, least, most, what in (
        ("depth_mm", asked.depth_mm, 80, 800, "The inside depth in mm"),
        ("width_mm", asked.width_mm, 100, 1000, "The inside width in mm"),
        ("watts", asked.watts, 300, 20_000, "The burner in watts"),
        ("water_l", asked.water_l, 0.5, 20, "The steam canner's water in litres"),
    ):
        _number(field, value, most, what, least=least)
    stored.put_canner(
        connection(),
        Canner(
            id=asked.id,
            title=asked.title.strip(),
            kind=asked.kind,
            holds=asked.holds,
            depth_mm=asked.depth_mm,
            width_mm=asked.width_mm,
            watts=asked.watts,
            fuel=asked.fuel,
            water_l=asked.water_l,
        ),
    )
    return _view()


@blueprint.delete("/api/stock/<what>/<item_id>")
@blueprint.output(StockOut)
def take_out(what: str, item_id: str) -> StockView:
    """Take a bottle, canner, own jar or lot of lids out."""
    kinds = {"bottles": "bottle", "canners": "canner", "own-jars": "jar", "lids": "lids"}
    if what not in kinds or not stored.remove(connection(), kinds[what], item_id, now()):
        raise Problem(404, "Not there", "There is no such thing here. It may have been taken out already.")
    return _view()


@blueprint.post("/api/stock/trims")
@blueprint.input(TrimIn, arg_name="asked")
@blueprint.output(StockOut)
def trim(asked: TrimIn) -> StockView:
    """What a basket came to after trimming: the kitchen's own figure from now on."""
    found = kitchen_library().catalogue.exactly(asked.name)
    if found is None:
        raise RequestError("name", f"Rheum does not know “{asked.name}”. Write the name as it stands in the recipe.")
    stored.add_trim(connection(), asked.id, trim_record(found, asked.bought_g, asked.usable_g), now())
    return _view()


@blueprint.put("/api/stock/pantry")
@blueprint.input(PantryIn, arg_name="asked")
@blueprint.output(StockOut)
def pantry(asked: PantryIn) -> StockView:
    """What lies there, one thing to a line."""
    stored.set_pantry(connection(), asked.text)
    return _view()
