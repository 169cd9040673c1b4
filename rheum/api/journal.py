"""Looking back: batches and what they came to, the year, wishes, prices, pictures."""

from __future__ import annotations

import io
from datetime import timedelta
from typing import Final

from apiflask import APIBlueprint
from flask import Response, request
from PIL import Image, ImageOps, UnidentifiedImageError
from pydantic import Field

from rheum.api.answers import JournalOut, LookedBackOut, NextTimeOut, PicturesOut, PricesOut, YearOut
from rheum.api.context import connection, moment, now
from rheum.api.facts import kitchen_library
from rheum.api.jars import lives_for, stored_batch
from rheum.api.journal_shapes import (
    JournalView,
    KindCount,
    LookedBack,
    MonthCount,
    NextTimeView,
    PicturesView,
    PriceRow,
    PricesView,
    Tasted,
    Thrown,
    YearView,
)
from rheum.api.problems import Problem
from rheum.api.requests import StrictRequest
from rheum.core.batch import state_at
from rheum.core.facts.weights import bulk
from rheum.core.making.trim import usable
from rheum.core.measures.refused import RequestError
from rheum.core.parsing import read_recipe
from rheum.core.shelf.cost import JAR, LID, cost_of
from rheum.core.shelf.year import by_recipe
from rheum.store import batches as run
from rheum.store import journal as stored
from rheum.store import stock as stocks

blueprint = APIBlueprint("journal", __name__, tag="Journal")
PAGE: Final = 40
PICTURE_BYTES: Final = 200 * 1024
_WIDEST: Final = 1600
_LARGEST_PIXELS: Final = 60_000_000


class WishIn(StrictRequest):
    """So many jars of something, to be made next; none takes the wish away."""

    id: str = Field(min_length=1, max_length=120)
    title: str = Field(min_length=1, max_length=120)
    formula_id: str = Field(default="", max_length=80)
    jars: int = Field(ge=0, le=400)


class PriceIn(StrictRequest):
    """A price of a kilogram of an ingredient, of a `lid` or a `jar`; none takes it away. `currency`: the kitchen's money."""

    what: str = Field(default="", max_length=80)
    price: float | None = Field(default=None, ge=0, le=100_000)
    currency: str | None = Field(default=None, max_length=8)


def _goods(batch: run.StoredBatch) -> list[tuple[str, str, float]]:
    """What went into it beside vinegar out of bottles: (id, name, kilograms as bought)."""
    drawn = any(one.what == "bottle" for one in stocks.taken(connection(), batch.snapshot.id))
    found = []
    for line in read_recipe(batch.snapshot.text, kitchen_library().catalogue).in_jar:
        role = line.ingredient.role
        if line.amount is None or role.role == "water" or (drawn and line.ingredient.klass == "vinegar"):
            continue
        held = bulk(line.amount, line.ingredient, line.prepared, "us")
        if held is not None:
            per = batch.snapshot.jars_planned if line.section == "per-jar" else 1
            found.append((line.ingredient.id, line.ingredient.name, sum(held.bought) / 2000 * per))
    return found


def _tasted(batch: run.StoredBatch) -> tuple[Tasted, ...]:
    return tuple(
        Tasted(
            note.at.isoformat(),
            note.taste.by,
            note.taste.heat,
            note.taste.sour,
            note.taste.salt,
            note.taste.crunch,
            note.taste.again,
            note.says,
        )
        for life in lives_for(batch)
        for note in life.notes
        if note.taste is not None
    )


def _notes(batch: run.StoredBatch) -> tuple[str, ...]:
    return tuple(
        f"Jar {life.number}, {note.at:%d %b %Y}: {note.says}"
        for life in lives_for(batch)
        for note in life.notes
        if note.says and note.taste is None
    )


def _trims(goods: list[tuple[str, str, float]]) -> tuple[str, ...]:
    """What trimming leaves here of what went into it, beside the usual."""
    records, catalogue = stocks.read(connection()).trims, kitchen_library().catalogue
    found = []
    for what, name, _ in goods:
        own = usable(catalogue[what], records)
        if own.baskets:
            usual = usable(catalogue[what], ())
            baskets = "one basket" if own.baskets == 1 else f"{own.baskets} baskets"
            found.append(f"{name}: {own.mid:.0%} left after trimming, by {baskets} of this kitchen (usual {usual.mid:.0%})")
    return tuple(found)


@blueprint.get("/api/journal/<number>")
@blueprint.output(LookedBackOut)
def looked_back(number: str) -> LookedBack:
    """What a batch came to: jars, minutes of each task, cooking down, seals, cost, tastings, pictures."""
    batch = stored_batch(number)
    if batch.unknown is not None:
        raise Problem(409, "Cannot be told", batch.unknown)
    snapshot = batch.snapshot
    came = stored.came(connection(), snapshot, batch.events)
    goods = [] if snapshot.entered else _goods(batch)
    cost = cost_of(
        goods,
        stocks.taken(connection(), snapshot.id),
        stocks.read(connection()).bottles,
        prices=stored.prices(connection()),
        jars=came.jars or 0,
    )
    return LookedBack(
        batch_id=snapshot.id, number=snapshot.number, title=snapshot.title, begun_at=snapshot.begun_at,
        done=state_at(snapshot, batch.events, moment()).step == "done", came=came, cost=cost, currency=stored.said(connection(), "currency"),
        tasted=_tasted(batch), pictures=tuple(stored.pictures(connection(), snapshot.id)),
        notes=_notes(batch), trims=_trims(goods), text=snapshot.text, others=tuple(stored.others(connection(), snapshot)),
    )  # fmt: skip


@blueprint.get("/api/journal")
@blueprint.output(JournalOut)
def journal() -> JournalView:
    """Batches, the newest first; `skip` goes on."""
    asked = request.args.get("skip", "0")
    skip = int(asked) if asked.isdecimal() else 0
    found = tuple(stored.batches(connection(), skip, PAGE))
    return JournalView(found, skip + PAGE if len(found) == PAGE else None)


@blueprint.get("/api/next-time")
@blueprint.output(NextTimeOut)
def next_time() -> NextTimeView:
    """What was to be changed the next time, by `title` of the recipe or `formula`."""
    asked = request.args
    return NextTimeView(tuple(stored.for_next_time(connection(), asked.get("title", "")[:200], asked.get("formula", "")[:80])))


@blueprint.get("/api/year")
@blueprint.output(YearOut)
def year() -> YearView:
    """Twelve months to today, or to the end of `year`: put up, eaten, given, thrown out and why, by month and recipe; what is left, and what the next
    year wants."""
    return _year()


def _year() -> YearView:
    today = now().astimezone().date()
    asked = request.args.get("year", "")
    last = today.replace(year=int(asked), month=12, day=31) if len(asked) == 4 and asked.isdecimal() and int(asked) > 0 else today
    first = last - timedelta(days=365)
    rows = stored.year(connection(), first.isoformat(), last.isoformat())
    library = kitchen_library()
    months: dict[str, dict[str, int]] = {}
    thrown: dict[str, int] = {}
    for row in rows:
        if row.month:
            held = months.setdefault(row.month, {})
            held[row.what] = held.get(row.what, 0) + row.jars
        if row.what == "thrown out":
            thrown[row.why or "not said"] = thrown.get(row.why or "not said", 0) + row.jars
    day = first
    while day <= last:
        months.setdefault(f"{day:%Y-%m}", {})
        day = (day.replace(day=1) + timedelta(days=32)).replace(day=1)
    titles = {formula.id: formula.title for formula in library.formulas.values()}
    recipes = tuple(
        KindCount(
            library.formulas[one.formula_id].kind if one.formula_id in library.formulas else "other", one.title, one.formula_id,
            one.did.get("put up", 0), one.did.get("eaten", 0), one.did.get("given", 0), one.did.get("thrown out", 0),
            one.did.get("not found", 0), one.did.get("left", 0), one.wanted,
        )
        for one in by_recipe(((row.what, row.formula_id, row.title, row.jars) for row in rows), titles)
    )  # fmt: skip
    return YearView(
        first.isoformat(), last.isoformat(),
        tuple(MonthCount(month, *(did.get(name, 0) for name in ("put up", "eaten", "given", "thrown out"))) for month, did in sorted(months.items())),
        recipes, tuple(Thrown(why, jars) for why, jars in sorted(thrown.items(), key=lambda one: -one[1])), tuple(stored.wishes(connection())),
    )  # fmt: skip


@blueprint.put("/api/wishes")
@blueprint.input(WishIn, arg_name="asked")
@blueprint.output(YearOut)
def wish(asked: WishIn) -> YearView:
    """Wish for so many jars of something next year."""
    stored.put_wish(connection(), stored.Wish(asked.id, asked.title, asked.formula_id, asked.jars), now())
    return _year()


def _prices() -> PricesView:
    catalogue = kitchen_library().catalogue.by_id
    titles = {LID: "a new lid", JAR: "a jar"}
    rows = tuple(
        PriceRow(what, titles.get(what) or (f"1 kg {catalogue[what].name}" if what in catalogue else what), price)
        for what, price in stored.prices(connection()).items()
    )
    return PricesView(stored.said(connection(), "currency"), rows)


@blueprint.get("/api/prices")
@blueprint.output(PricesOut)
def prices() -> PricesView:
    """The prices that are known."""
    return _prices()


@blueprint.put("/api/prices")
@blueprint.input(PriceIn, arg_name="asked")
@blueprint.output(PricesOut)
def price(asked: PriceIn) -> PricesView:
    """Set a price, or the kitchen's money."""
    if asked.what and asked.what not in (LID, JAR) and asked.what not in kitchen_library().catalogue.by_id:
        raise RequestError("what", "There is no such thing here. A price is of an ingredient, a lid or a jar.")
    if asked.what:
        stored.put_price(connection(), asked.what, asked.price)
    if asked.currency is not None:
        stored.say(connection(), "currency", asked.currency.strip())
    return _prices()


def scaled(raw: bytes) -> tuple[bytes, int, int]:
    """(JPEG of at most 200 kB, width, height): turned as it was taken, without what a camera writes about it. RequestError for what is no picture."""
    try:
        with Image.open(io.BytesIO(raw)) as opened:
            if opened.width * opened.height > _LARGEST_PIXELS:
                raise RequestError("picture", "That picture is larger than any kitchen needs. Take it smaller.")
            image = ImageOps.exif_transpose(opened).convert("RGB")
    except (UnidentifiedImageError, OSError, ValueError, Image.DecompressionBombError):
        raise RequestError("picture", "That is no picture that can be read. Choose a JPEG, PNG or WebP file.") from None
    image.thumbnail((_WIDEST, _WIDEST))
    while True:
        for quality in (85, 75, 60, 45):
            written = io.BytesIO()
            image.save(written, "JPEG", quality=quality, optimize=True)
            if written.tell() <= PICTURE_BYTES:
                return written.getvalue(), image.width, image.height
        image = image.resize((max(1, image.width * 2 // 3), max(1, image.height * 2 // 3)))


@blueprint.post("/api/journal/<number>/pictures/<picture_id>")
@blueprint.output(PicturesOut)
def add_picture(number: str, picture_id: str) -> PicturesView:
    """Keep a picture of a batch: the body is the file. It is scaled to 200 kB at most; six a batch."""
    if not 8 <= len(picture_id) <= 64:
        raise Problem(422, "No id", "A picture needs an id of 8 to 64 letters.")
    batch = stored_batch(number)
    jpeg, wide, high = scaled(request.get_data())
    stored.add_picture(connection(), stored.Picture(picture_id, batch.snapshot.id, now().isoformat(), wide, high), jpeg)
    return PicturesView(tuple(stored.pictures(connection(), batch.snapshot.id)))


@blueprint.get("/api/pictures/<picture_id>.jpg")
@blueprint.doc(responses={200: "A JPEG"})
def picture(picture_id: str) -> Response:
    """A picture."""
    found = stored.picture(connection(), picture_id)
    if found is None:
        raise Problem(404, "No such picture", "That picture is not here any more.")
    return Response(found, mimetype="image/jpeg", headers={"Cache-Control": "private, max-age=31536000"})


@blueprint.delete("/api/pictures/<picture_id>")
@blueprint.output(PicturesOut)
def take_picture_away(picture_id: str) -> PicturesView:
    """Take a picture away."""
    batch_id = stored.batch_of_picture(connection(), picture_id)
    if batch_id is None or not stored.take_picture_away(connection(), picture_id):
        raise Problem(404, "No such picture", "That picture is not here any more.")
    return PicturesView(tuple(stored.pictures(connection(), batch_id)))
