"""The kitchen's own recipes, files read and written, versions compared, and what would make a recipe a tested one."""

from __future__ import annotations

from datetime import datetime

from apiflask import APIBlueprint

from rheum.api.answers import BecomingOut, ComparisonOut, FoundOut, RecipeOut, RecipeShelfOut, RecipeTextOut, WrittenRecipeOut
from rheum.api.asked import height_of, settings_of
from rheum.api.context import connection, now
from rheum.api.facts import kitchen_facts, kitchen_library
from rheum.api.problems import Problem
from rheum.api.requests import BecomingIn, CompareIn, RecipeFileIn, RecipeIn, RecipeWriteIn, SearchQuery
from rheum.api.shapes import Found, RecipeShelf, RecipeText, RecipeView, TestedView, WrittenRecipe
from rheum.core.facts.circumstances import CannerMethod, Settings
from rheum.core.facts.formulas import Formula
from rheum.core.facts.ingredients import words_of
from rheum.core.facts.jars import JAR_WORD
from rheum.core.facts.library import Library
from rheum.core.judging.check import judge_if_read
from rheum.core.judging.process import process_for
from rheum.core.judging.stricter import Answer, answer_of
from rheum.core.matching.profile import SHOWN_PRODUCE, main_produce
from rheum.core.matching.searching import finds, words_of_case, words_of_formula
from rheum.core.measures.saying import listed
from rheum.core.parsing.text import read_recipe
from rheum.core.revising.becoming import Becoming, becoming
from rheum.core.revising.comparing import Comparison, compare
from rheum.formats.recipe_file import text_of_file
from rheum.formats.recipe_json import recipe_text_of
from rheum.formats.written_recipe import ENDING, MEDIA, write_recipe
from rheum.reference.loading import called
from rheum.store import kitchen as kitchens
from rheum.store import recipes as stored
from rheum.store import second_looks

blueprint = APIBlueprint("recipes", __name__, tag="Recipes")


def settings_here(
    jar: str | None = None, method: CannerMethod | None = None, formula_id: str | None = None, *, set_aside: bool = False
) -> Settings:
    """The circumstances of this kitchen, and what a recipe was kept with."""
    kitchen, (library, choices) = kitchens.read(connection()), kitchen_facts()
    return Settings(
        altitude=kitchen.height if kitchen else None,
        jar=jar,
        method=method,
        measures=kitchen.measures if kitchen else None,
        formula_id=formula_id if formula_id in library.formulas else None,
        choices=choices,
        set_aside=set_aside,
    )


def settings_kept(recipe: stored.StoredRecipe) -> Settings:
    """The circumstances that a recipe was kept with, in this kitchen."""
    kept = recipe.settings
    return settings_here(kept.get("jar"), kept.get("method"), kept.get("formula_id"), set_aside=bool(kept.get("set_aside")))


def _view(recipe: stored.StoredRecipe, library: Library) -> RecipeView:
    judged = judge_if_read(recipe.text, settings_kept(recipe), library)
    verdict = judged.verdict if judged else None
    names = dict.fromkeys(item.line.ingredient.name for item in judged.case.lines if item.role == "produce") if judged else {}
    return RecipeView(
        id=recipe.id,
        title=recipe.title,
        text=recipe.text,
        origin=recipe.origin,
        jar=recipe.settings.get("jar"),
        method=recipe.settings.get("method"),
        formula_id=recipe.settings.get("formula_id"),
        set_aside=bool(recipe.settings.get("set_aside")),
        changed_on=datetime.fromisoformat(recipe.changed_at).astimezone().date(),
        destination=verdict.destination if verdict else None,
        formula_title=verdict.formula.title if verdict and verdict.formula else None,
        worst=verdict.worst if verdict else "Nothing in it could be read.",
        produce=listed([*names][:SHOWN_PRODUCE]),
    )


def _tested(formula: Formula, library: Library, here: Settings) -> TestedView:
    jar = library.jars[formula.yields.jar]
    process = (
        process_for(formula, jar, formula.pack, here.altitude, method="bath", headspace_mm=formula.headspace_mm, choices=here.choices)
        if here.altitude
        else None
    )
    says = f"{process.minutes} min in {JAR_WORD[formula.yields.jar]} jars" if process else None
    return TestedView(
        id=formula.id,
        title=formula.title,
        kind=formula.kind,
        source=formula.says_source,
        recall=formula.recall,
        own=formula.own is not None,
        produce=main_produce(formula),
        makes=formula.makes,
        minutes=says,
        destination="shelf" if process else "fridge",
    )


@blueprint.get("/api/recipes")
@blueprint.output(RecipeShelfOut)
def shelf() -> RecipeShelf:
    """Own recipes and tested formulas, each with where its jars may live in this kitchen."""
    return _shelf()


@blueprint.get("/api/recipes/found")
@blueprint.input(SearchQuery, location="query", arg_name="asked")
@blueprint.output(FoundOut)
def found(asked: SearchQuery) -> Found:
    """The ids of the recipes and formulas that a search finds, by word, plural, synonym, kind or group."""
    library, words = kitchen_library(), called()
    ids = [one.id for one in library.formulas.values() if finds(asked.q, words_of_formula(one, words))]
    for recipe in stored.all_kept(connection()):
        judged = judge_if_read(recipe.text, settings_kept(recipe), library)
        among = words_of_case(judged.case, words) if judged else frozenset(words_of(f"{recipe.title} {recipe.text}"))
        if finds(asked.q, among):
            ids.append(recipe.id)
    return Found(tuple(ids))


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
    settings = {key: value for key in ("jar", "method", "formula_id", "set_aside") if (value := getattr(asked, key))}
    kept = stored.keep(connection(), asked.id, title=title, text=asked.text, origin=asked.origin, settings=settings, now=now())
    judged = judge_if_read(kept.text, settings_kept(kept), library)
    answer = answer_of(judged.verdict if judged else None)
    second_looks.remember(connection(), "recipe", kept.id, Answer(answer.destination))
    return _view(kept, library)


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
    return becoming(text, settings_of(asked, choices), asked.formula_id, library)


@blueprint.post("/api/compare")
@blueprint.input(CompareIn, arg_name="asked")
@blueprint.output(ComparisonOut)
def compare_versions(asked: CompareIn) -> Comparison:
    """Two or three versions side by side, scaled to the same produce, and what merging them would do."""
    library, choices = kitchen_facts()
    settings = Settings(height_of(asked.altitude_m, asked.altitude_ft), method=asked.method, measures=asked.measures, choices=choices)
    return compare(asked.texts, settings, library, asked.parts)
