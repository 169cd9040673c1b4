"""What a kitchen enters: formulas from tested sources, ingredients placed, choices between schools."""

from __future__ import annotations

import dataclasses
import tomllib
from typing import Any, Final

from apiflask import APIBlueprint
from flask import Response

from rheum.api.answers import ChoicesOut, EnteredOut, LookedOut, PlacementsOut, SaidKindsOut
from rheum.api.context import connection, now
from rheum.api.facts import kitchen_facts, kitchen_library
from rheum.api.problems import Problem
from rheum.api.requests import ChoicesIn, EnteredIn, EntryIn, PlacementIn, SaidKindIn, TomlIn
from rheum.api.shapes import Entered, KindView, LookedView, Placements, PlacementView, SaidKind, SaidKinds, StepRead
from rheum.core.facts.choices import Choices
from rheum.core.facts.formulas import Formula, OwnSource
from rheum.core.facts.ingredients import words_of
from rheum.core.facts.library import Library
from rheum.core.facts.placing import Placement, check_kind, check_placement
from rheum.core.judging.verdict import Ph
from rheum.core.revising.entering import Entry, Looked, look, own_id, recheck
from rheum.core.revising.floors import Refusal
from rheum.core.revising.second_reading import second_reading
from rheum.core.work import steps_of
from rheum.formats.formula_toml import formulas_toml
from rheum.reference.loading import BadReference, kinds, library, read_formulas
from rheum.store import facts as stored

blueprint = APIBlueprint("own", __name__, tag="Own facts")
_UNTESTED: Final = {"friend": "A friend's recipe", "video": "A video", "own": "A recipe of one's own", "merged": "A merged recipe"}
_MOST_FORMULAS: Final = 100


# --- placing ------------------------------------------------------------------------------------------------------


def _placements() -> Placements:
    known = kinds()
    placed = [item for item in stored.placements(connection()) if item.kind in known]
    return Placements(
        tuple(KindView(kind.id, kind.title) for kind in known.values()),
        tuple(PlacementView(item.name, item.kind, known[item.kind].title) for item in placed),
    )


@blueprint.get("/api/placements")
@blueprint.output(PlacementsOut)
def placed() -> Placements:
    """The kinds to choose from, and what this kitchen has placed."""
    return _placements()


@blueprint.put("/api/placements")
@blueprint.input(PlacementIn, arg_name="asked")
@blueprint.output(PlacementsOut)
def place(asked: PlacementIn) -> Placements:
    """Place an ingredient that Rheum does not know. It is remembered for this kitchen."""
    placement = Placement(asked.name.strip(), asked.kind)
    check_placement(placement, kinds(), library().catalogue)
    stored.place(connection(), placement, now())
    return _placements()


def _said() -> SaidKinds:
    known = library().catalogue.by_id
    return SaidKinds(tuple(SaidKind(word, known[food].name) for word, food in stored.said_kinds(connection()) if food in known))


@blueprint.get("/api/words")
@blueprint.output(SaidKindsOut)
def words() -> SaidKinds:
    """What this kitchen said are only kinds of a food."""
    return _said()


@blueprint.put("/api/words")
@blueprint.input(SaidKindIn, arg_name="asked")
@blueprint.output(SaidKindsOut)
def say_word(asked: SaidKindIn) -> SaidKinds:
    """Say that a word is only a kind of the food behind it. It is remembered for the two together."""
    food = library().catalogue.exactly(asked.food)
    if food is None:
        raise Problem(422, "No such food", f"Rheum does not know “{asked.food[:40]}”. Choose the food that the word stands before.")
    stored.say_kind(connection(), check_kind(asked.word.strip(), library().catalogue), food.id, now())
    return _said()


@blueprint.delete("/api/words/<word>/<food>")
@blueprint.output(SaidKindsOut)
def unsay_word(word: str, food: str) -> SaidKinds:
    """Take it back: the word is asked about again."""
    known = library().catalogue.exactly(food)
    if known is None or not stored.unsay_kind(connection(), " ".join(words_of(word)), known.id):
        raise Problem(404, "Not said", f"“{word[:40]}” was not said to be a kind of {food[:40]}.")
    return _said()


@blueprint.delete("/api/placements/<name>")
@blueprint.output(PlacementsOut)
def forget(name: str) -> Placements:
    """Forget a placement, unless a formula of one's own rests on it."""
    used = [
        f.title
        for f in _own().values()
        if any(line.ingredient.name == name and line.ingredient.status == "placed by you" for line in f.lines)
    ]
    if used:
        raise Problem(409, "In use", f"“{used[0]}” rests on it. Take that formula out first.")
    if not stored.unplace(connection(), name):
        raise Problem(404, "Not placed", f"“{name[:40]}” is not among the ingredients placed here.")
    return _placements()


# --- choices ------------------------------------------------------------------------------------------------------


@blueprint.get("/api/choices")
@blueprint.output(ChoicesOut)
def choices() -> Choices:
    """The kitchen's choices between schools that are both sound."""
    return stored.choices(connection())


@blueprint.put("/api/choices")
@blueprint.input(ChoicesIn, arg_name="asked")
@blueprint.output(ChoicesOut)
def choose(asked: ChoicesIn) -> Choices:
    """Set the choices. Batches begun keep those they were begun with."""
    stored.choose(connection(), Choices(**asked.model_dump()))
    return stored.choices(connection())


# --- formulas of one's own ----------------------------------------------------------------------------------------


def _own() -> dict[str, Formula]:
    return {key: formula for key, formula in kitchen_library().formulas.items() if formula.own is not None}


def _entry(asked: EntryIn) -> Entry:
    if asked.source_kind in _UNTESTED:
        raise Problem(
            422,
            "Not a tested source",
            f"{_UNTESTED[asked.source_kind]} is not a tested source, so it cannot become a formula. Keep it among your recipes: it is judged in full "
            "and shown what would make it a tested one.",
            "source_kind",
        )
    source = OwnSource(asked.source_kind, asked.source_title.strip(), asked.source_page.strip(), asked.source_year)  # type: ignore[arg-type]
    return Entry(
        text=asked.text,
        kind=asked.kind,
        pack=asked.pack,
        source=source,
        yield_low=asked.yield_low,
        yield_high=asked.yield_high,
        yield_jar=asked.yield_jar,
        headspace_mm=asked.headspace_mm,
        minutes={size: tuple(figures) for size, figures in asked.minutes.items()},
        bands_ft=tuple(asked.bands_ft),
        weeks=asked.weeks,
    )


def _looked(found: Looked, more: list[Refusal] | None = None) -> LookedView:
    return LookedView(
        title=found.title,
        refusals=(*found.refusals, *(more or ())),
        twice=found.twice,
        nearest_id=found.nearest_id,
        nearest_title=found.nearest_title,
        distance=found.distance,
        partings=tuple(parting.says for parting in found.partings),
        ph=Ph(*found.ph) if found.ph else None,
        steps=_steps_read(found.formula),
    )


def _steps_read(formula: Formula | None) -> tuple[StepRead, ...]:
    """The typed steps, each with what is understood of it."""
    steps = steps_of(formula, kitchen_library().catalogue) if formula is not None else ()
    return tuple(StepRead(number, step.says, step.understood, not step.own_task) for number, step in enumerate(steps, start=1))


@blueprint.post("/api/own-formulas/look")
@blueprint.input(EntryIn, arg_name="asked")
@blueprint.output(LookedOut)
def look_over(asked: EntryIn) -> LookedView:
    """Look an entry over: what is refused, what must be entered twice, how it compares. Nothing is stored."""
    return _looked(look(_entry(asked), kitchen_library(), now().year))


@blueprint.post("/api/own-formulas")
@blueprint.input(EnteredIn, arg_name="asked")
@blueprint.output(EnteredOut)
def enter(asked: EnteredIn) -> Entered:
    """Store a formula whose acid, produce and minutes were entered twice alike."""
    entry, lib = _entry(asked), kitchen_library()
    found = look(entry, lib, now().year)
    parted = second_reading(
        entry,
        found,
        {int(line): text for line, text in asked.again.items() if line.isdecimal()},
        {size: tuple(figures) for size, figures in asked.minutes_again.items()},
    )
    refused = [*found.refusals, *parted]
    if refused or found.formula is None:
        first = refused[0]
        raise Problem(422, "Not a formula yet", first.says, first.field)
    asked_of = {step.number for step in _steps_read(found.formula) if step.asked}
    assert found.formula.own is not None
    # A batch walks by its steps only where every one of them was confirmed.
    confirmed = bool(asked_of) and asked_of <= set(asked.steps_confirmed)
    formula = dataclasses.replace(found.formula, own=dataclasses.replace(found.formula.own, steps_confirmed=confirmed))
    stored.add_formulas(connection(), {formula.id: (formula.title, formulas_toml([formula]))}, [], now())
    return Entered((found.formula.id,), f"“{found.formula.title}” is a formula of yours now.")


@blueprint.get("/api/own-formulas.toml")
def export() -> Response:
    """All formulas of one's own as TOML of the shipped shape."""
    text = formulas_toml(_own().values(), stored.placements(connection()))
    return Response(text, mimetype="application/toml", headers={"Content-Disposition": "attachment; filename=rheum-formulas.toml"})


@blueprint.post("/api/own-formulas/import")
@blueprint.input(TomlIn, arg_name="asked")
@blueprint.output(EnteredOut)
def take_in(asked: TomlIn) -> Entered:
    """Read formulas of another household's file. Each passes the same refusals; all of them come in, or none."""
    _only_known_placements(asked.toml)
    lib = kitchen_library()
    try:
        read = read_formulas(asked.toml, lib.catalogue, {})
    except BadReference as error:
        raise Problem(422, "Cannot be read", f"Nothing was read in: {error}.", "toml") from None
    if not 0 < len(read) <= _MOST_FORMULAS:
        raise Problem(422, "Cannot be read", f"A file holds 1 to {_MOST_FORMULAS} formulas; this one holds {len(read)}.", "toml")
    return _store_imported(read, lib)


def _store_imported(read: dict[str, Formula], lib: Library) -> Entered:
    entries: dict[str, tuple[str, str]] = {}
    for formula in read.values():
        if formula.own is None:
            raise Problem(422, "No source", f"“{formula.title}” names no source of its own. Nothing was read in.", "toml")
        refused = recheck(formula, lib)
        if refused:
            raise Problem(422, "Refused", f"“{formula.title}”: {refused[0].says} Nothing was read in.", "toml")
        new_id = own_id(formula.title, {**lib.formulas, **entries})
        taken = dataclasses.replace(formula, id=new_id, own=dataclasses.replace(formula.own, imported=True, steps_confirmed=False))
        entries[new_id] = (taken.title, formulas_toml([taken]))
    stored.add_formulas(connection(), entries, [], now())
    count = len(entries)
    return Entered(
        tuple(entries), f"{count} {'formula' if count == 1 else 'formulas'} read in. Hold each against its source before you rely on it."
    )


def _only_known_placements(toml: str) -> None:
    """What an unknown thing counts as is for each kitchen to say: a file that brings a placement of its own is refused, with the way out."""
    try:
        rows: Any = tomllib.loads(toml).get("placed", [])
        found = [Placement(str(row["name"]), str(row["kind"])) for row in rows]
    except (tomllib.TOMLDecodeError, KeyError, TypeError, AttributeError, RecursionError):
        return
    here = {(item.name, item.kind) for item in stored.placements(connection())}
    strange = next((item for item in found if (item.name, item.kind) not in here), None)
    if strange is not None:
        kind = kinds()[strange.kind].title if strange.kind in kinds() else strange.kind
        says = f"The file counts “{strange.name[:40]}” as {kind[:60]}. Place it in your own kitchen first, if you agree, and read the file in again."
        raise Problem(422, "Refused", f"{says} Nothing was read in.", "toml")


@blueprint.delete("/api/own-formulas/<formula_id>")
@blueprint.output(EnteredOut)
def take_out(formula_id: str) -> Entered:
    """Take a formula of one's own out. Batches begun under it keep what they were begun with."""
    if not stored.remove_formula(connection(), formula_id):
        raise Problem(404, "No such formula", "There is no such formula of yours. It may have been taken out already.")
    kitchen_facts()
    return Entered((formula_id,), "Taken out. What was made by it keeps its story.")
