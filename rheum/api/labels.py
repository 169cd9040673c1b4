"""Labels for jars: as PDF, and as drawings for the screen."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from typing import Any

from apiflask import APIBlueprint
from flask import Response, request

from rheum.api.answers import LabelSheetsOut, SheetOut
from rheum.api.context import moment
from rheum.api.facts import kitchen_facts
from rheum.api.jar_shapes import LabelSheets
from rheum.api.jars import lives_for, open_days_of, stored_batch
from rheum.api.shapes import SheetView
from rheum.core.batch import state_at
from rheum.core.batch.jars import to_save
from rheum.core.batch.standing import JarStanding
from rheum.core.measures.refused import RequestError
from rheum.core.parsing import read_recipe
from rheum.core.shelf.labels import JarLabel, jar_label, label_refused, saving_label
from rheum.core.shelf.life import THERE
from rheum.formats.label_page import PRESETS, LabelSheet, lay_out_labels
from rheum.formats.sheet_page import Mark, Paper, pages_drawn, pages_pdf
from rheum.store.batches import StoredBatch

blueprint = APIBlueprint("labels", __name__, tag="Shelf")
_MOST: int = 400
_MOST_INGREDIENTS: int = 8


def _figure(name: str, kind: Callable[[str], Any], known: Any) -> Any:
    text = request.args.get(name)
    if text is None or text == "":
        return known
    try:
        return kind(text.replace(",", "."))
    except ValueError:
        raise RequestError(name, f"“{text[:20]}” is no figure. Write it in millimetres, such as 12.7.") from None


def _sheet() -> LabelSheet:
    """The sheet asked for: a usual one by its id, or its own measures over it."""
    wanted = request.args.get("sheet", PRESETS[0].id)
    known = next((one for one in PRESETS if one.id == wanted), None)
    if known is None:
        raise RequestError("sheet", "There is no such sheet of labels. Choose another, or give its measures.")
    asked = request.args.get("paper", known.paper)
    if asked not in ("a4", "letter"):
        raise RequestError("paper", "Choose A4 or Letter paper.")
    paper: Paper = "letter" if asked == "letter" else "a4"
    lengths = {
        name: _figure(name, float, getattr(known, name)) for name in ("x", "y", "pitch_x", "pitch_y", "wide", "high", "shift_x", "shift_y")
    }
    counts = {name: _figure(name, int, getattr(known, name)) for name in ("columns", "rows")}
    return replace(known, paper=paper, **lengths, **counts)


def _asked() -> list[tuple[str, int]]:
    """The jars asked for: of a batch all that are here, or one by one (`26-014-3,26-014-4`)."""
    found: list[tuple[str, int]] = []
    for code in filter(None, request.args.get("jars", "").split(",")):
        batch, _, number = code.strip().rpartition("-")
        if not batch or not number.isdecimal():
            raise RequestError("jars", f"“{code[:20]}” is no number of a jar. It is batch and jar: 26-014-3.")
        found.append((batch, int(number)))
    if whole := request.args.get("batch"):
        all_of_it = stored_batch(whole)
        found.extend((whole, life.number) for life in lives_for(all_of_it) if life.state in THERE and label_refused(life) is None)
        found.extend((whole, jar.number) for jar in _saving(all_of_it).values())
    if not found:
        raise RequestError("jars", "Say which jars want a label: a batch that has jars here, or jars by their numbers.")
    if len(found) > _MOST:
        raise RequestError("jars", f"At most {_MOST} labels at a time.")
    return found


def _saving(batch: StoredBatch) -> dict[int, JarStanding]:
    """The jars of a batch that wait to be saved."""
    state = state_at(batch.snapshot, batch.events, moment())
    return {jar.number: jar for jar in state.jars if to_save(jar)}


def _labels() -> list[JarLabel]:
    facts, _ = kitchen_facts()
    gift = request.args.get("gift", "")[:80]
    found = []
    for batch, number in _asked():
        stored = stored_batch(batch)
        life = next((one for one in lives_for(stored) if one.number == number), None)
        if life is None and (waiting := _saving(stored).get(number)) is not None:
            found.append(saving_label(stored.snapshot, waiting))
            continue
        if life is not None and (why := label_refused(life)):
            raise RequestError("jars", why)
        if life is None:
            raise RequestError("jars", f"There is no jar {number} of batch {batch[:20]} on the shelf or in the refrigerator.")
        recipe = read_recipe(stored.snapshot.text, facts.catalogue)
        names = tuple(dict.fromkeys(line.ingredient.name for line in recipe.in_jar if line.ingredient.role.role != "water"))
        heat = max((line.ingredient.eating.heat for line in recipe.in_jar), default=0)
        found.append(
            jar_label(
                stored.snapshot, life, allergens=stored.verdict.allergens, ingredients=names[:_MOST_INGREDIENTS], heat=heat, gift=gift,
                opened_days=open_days_of(stored),
            )
        )  # fmt: skip
    return found


def _pages() -> tuple[LabelSheet, list[list[Mark]]]:
    sheet = _sheet()
    address = request.args.get("address", "").strip().rstrip("/") or request.host_url.rstrip("/")
    frames = request.args.get("frames") == "1"
    return sheet, lay_out_labels(_labels(), sheet, address=address[:80], first=_figure("first", int, 1), frames=frames)


@blueprint.get("/api/label-sheets")
@blueprint.output(LabelSheetsOut)
def sheets() -> LabelSheets:
    """The usual sheets of labels."""
    return LabelSheets(PRESETS)


@blueprint.get("/api/labels")
@blueprint.output(SheetOut)
def labels() -> SheetView:
    """Labels as drawings: `batch` or `jars`, `sheet` or its measures, `first` free place, `gift` words, `frames` for a test print."""
    sheet, pages = _pages()
    return SheetView(pages_drawn(pages, sheet.paper), "Labels")


@blueprint.get("/api/labels.pdf")
@blueprint.doc(responses={200: "Labels as PDF"})
def labels_pdf() -> Response:
    """The same as PDF."""
    sheet, pages = _pages()
    headers = {"Content-Disposition": "attachment; filename=rheum-labels.pdf"}
    return Response(pages_pdf(pages, sheet.paper, "Labels"), mimetype="application/pdf", headers=headers)
