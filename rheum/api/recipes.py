"""The kitchen's own recipes, files read and written, versions compared, and what would make a recipe a tested one."""

from __future__ import annotations

from datetime import datetime
from typing import Final

from apiflask import APIBlueprint

from rheum.api.context import connection, now
from rheum.api.facts import kitchen_facts, kitchen_library
from rheum.api.problems import Problem
from rheum.api.requests import BecomingIn, CompareIn, RecipeFileIn, RecipeIn, RecipeWriteIn
from rheum.api.shapes import (
    BecomingOut,
    ComparisonOut,
    RecipeOut,
    RecipeShelf,
    RecipeShelfOut,
    RecipeText,
    RecipeTextOut,
    RecipeView,
    TestedView,
    WrittenRecipe,
    WrittenRecipeOut,
)
from rheum.core.facts.circumstances import Settings
from rheum.core.facts.formulas import Formula
from rheum.core.facts.ingredients import words_of
from rheum.core.facts.jars import JAR_WORD
from rheum.core.facts.library import Library
from rheum.core.judging.check import check_text
from rheum.core.judging.process import process_for
from rheum.core.judging.verdict import Verdict
from rheum.core.matching.profile import profile
from rheum.core.measures.altitude import Altitude, altitude
from rheum.core.measures.refused import RequestError
from rheum.core.measures.saying import listed
from rheum.core.recipe.text import UnreadableRecipe, read_recipe
from rheum.core.revising.becoming import Becoming, becoming
from rheum.core.revising.comparing import Comparison, compare
from rheum.formats.recipe_file import text_of_file
from rheum.formats.recipe_json import recipe_text_of
from rheum.formats.written_recipe import ENDING, MEDIA, write_recipe
from rheum.store import kitchen as kitchens
from rheum.store import recipes as stored

blueprint = APIBlueprint("recipes", __name__, tag="Recipes")
_SHOWN_PRODUCE: Final = 3


def height_of(metres: float | None, feet: float | None) -> Altitude | None:
    """The altitude of a request, exact in the unit it came in."""
    if metres is not None:
        return altitude(metres, "m")
    return altitude(feet, "ft") if feet is not None else None


def judged(text: str, settings: Settings, library: Library) -> Verdict | None:
    """The verdict of a text; None where nothing in it can be read."""
    try:
        return check_text(text, settings, library)
    except (UnreadableRecipe, RequestError):
        return None


def settings_here(jar: str | None = None, method: str | None = None, formula_id: str | None = None) -> Settings:
    """The circumstances of this kitchen, and what a recipe was kept with."""
    kitchen, (library, choices) = kitchens.read(connection()), kitchen_facts()
    return Settings(
        kitchen.height if kitchen else None, jar, method=method, measures=kitchen.measures if kitchen else None,  # type: ignore[arg-type]
        formula_id=formula_id if formula_id in library.formulas else None, choices=choices,
    )  # fmt: skip


def _view(recipe: stored.StoredRecipe, library: Library) -> RecipeView:
    asked = recipe.settings
    verdict = judged(recipe.text, settings_here(asked.get("jar"), asked.get("method"), asked.get("formula_id")), library)
    worst = (
        next((found.says for found in verdict.findings if found.level in ("stop", "limit")), None)
        if verdict
        else "Nothing in it could be read."
    )
    try:
        lines = read_recipe(recipe.text, library.catalogue).in_jar
    except UnreadableRecipe:
        lines = ()
    names = dict.fromkeys(line.ingredient.name for line in lines if line.ingredient.role.role == "produce")
    return RecipeView(
        recipe.id, recipe.title, recipe.text, recipe.origin, asked.get("jar"), asked.get("method"), asked.get("formula_id"),
        datetime.fromisoformat(recipe.changed_at).astimezone().date(), verdict.destination if verdict else None,
        verdict.formula.title if verdict and verdict.formula else None, worst, listed([*names][:_SHOWN_PRODUCE]),
    )  # fmt: skip


def makes(formula: Formula) -> str:
    """What a batch makes: `7-9 pint jars`."""
    made = formula.yields
    count = f"{made.low:g}" if made.low == made.high else f"{made.low:g}-{made.high:g}"
    return f"{count} {JAR_WORD[made.jar]} jars"


def main_produce(formula: Formula) -> str:
    """The produce that a formula is mostly made of."""
    slots = sorted(profile(formula).slots, key=lambda slot: -slot.grams)[:_SHOWN_PRODUCE]
    return listed([slot.given[0].name for slot in slots])


def _tested(formula: Formula, library: Library, here: Settings) -> TestedView:
    jar = library.jars[formula.yields.jar]
    process = process_for(formula, jar, formula.pack, here.altitude, "bath", formula.headspace_mm, here.choices) if here.altitude else None
    says = f"{process.minutes} min in {JAR_WORD[formula.yields.jar]} jars" if process else None
    return TestedView(
        formula.id, formula.title, formula.kind, formula.says_source, formula.recall, formula.own is not None, main_produce(formula),
        makes(formula), says, "shelf" if process else "fridge",
    )  # fmt: skip


@blueprint.get("/api/recipes")
@blueprint.output(RecipeShelfOut)
def shelf() -> RecipeShelf:
    """Own recipes and tested formulas, each with where its jars may live in this kitchen."""
    return _shelf()


def _shelf() -> RecipeShelf:
    library, here = kitchen_library(), settings_here()
    own = tuple(_view(recipe, library) for recipe in stored.all_kept(connection()))
    formulas = sorted(library.formulas.values(), key=lambda formula: formula.own is None)
    return RecipeShelf(own, tuple(_tested(formula, library, here) for formula in formulas))


@blueprint.put("/api/recipes")
@blueprint.input(RecipeIn, arg_name="asked")
@blueprint.output(RecipeOut)
def keep(asked: RecipeIn) -> RecipeView:
    """Keep a recipe, new or changed: the same id is the same recipe."""
    library = kitchen_library()
    title = read_recipe(asked.text, library.catalogue).title
    settings = {key: value for key in ("jar", "method", "formula_id") if (value := getattr(asked, key)) is not None}
    return _view(stored.keep(connection(), asked.id, title, asked.text, asked.origin, settings, now()), library)


@blueprint.get("/api/recipes/<recipe_id>")
@blueprint.output(RecipeOut)
def one(recipe_id: str) -> RecipeView:
    """One own recipe."""
    found = stored.get(connection(), recipe_id)
    if found is None:
        raise Problem(404, "No such recipe", "There is no such recipe here. It may have been taken out.")
    return _view(found, kitchen_library())


@blueprint.delete("/api/recipes/<recipe_id>")
@blueprint.output(RecipeShelfOut)
def take_out(recipe_id: str) -> RecipeShelf:
    """Take a recipe out. Batches begun from it keep their own copy."""
    if not stored.remove(connection(), recipe_id):
        raise Problem(404, "No such recipe", "There is no such recipe here. It may have been taken out already.")
    return _shelf()


@blueprint.post("/api/recipes/read")
@blueprint.input(RecipeFileIn, arg_name="asked")
@blueprint.output(RecipeTextOut)
def read_file(asked: RecipeFileIn) -> RecipeText:
    """A file (text, Markdown, CSV, saved page, schema.org JSON) as recipe text."""
    return RecipeText(text_of_file(asked.name, asked.content))


@blueprint.post("/api/recipes/write")
@blueprint.input(RecipeWriteIn, arg_name="asked")
@blueprint.output(WrittenRecipeOut)
def write_file(asked: RecipeWriteIn) -> WrittenRecipe:
    """Recipe text in an open format."""
    library = kitchen_library()
    title = read_recipe(asked.text, library.catalogue).title
    name = "-".join(words_of(title))[:60] or "recipe"
    return WrittenRecipe(f"{name}.{ENDING[asked.format]}", MEDIA[asked.format], write_recipe(asked.text, asked.format, library.catalogue))


@blueprint.post("/api/becoming")
@blueprint.input(BecomingIn, arg_name="asked")
@blueprint.output(BecomingOut)
def become(asked: BecomingIn) -> Becoming:
    """What would make a recipe the tested one named, as changes to apply one by one or together."""
    library, choices = kitchen_facts()
    text = asked.text if asked.text is not None else recipe_text_of(asked.recipe)
    settings = Settings(
        height_of(asked.altitude_m, asked.altitude_ft), asked.jar, asked.pack, asked.headspace_mm, asked.minutes, asked.method, asked.measures,
        asked.formula_id, choices,
    )  # fmt: skip
    return becoming(text, settings, asked.formula_id, library)


@blueprint.post("/api/compare")
@blueprint.input(CompareIn, arg_name="asked")
@blueprint.output(ComparisonOut)
def compare_versions(asked: CompareIn) -> Comparison:
    """Two or three versions side by side, scaled to the same produce, and what merging them would do."""
    library, choices = kitchen_facts()
    settings = Settings(height_of(asked.altitude_m, asked.altitude_ft), method=asked.method, measures=asked.measures, choices=choices)
    return compare(asked.texts, settings, library)
