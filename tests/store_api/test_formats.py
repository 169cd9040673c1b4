"""schema.org recipes in the shapes in which sites and programs really write them."""

from __future__ import annotations

import json

import pytest

from rheum.core.facts.circumstances import Settings
from rheum.core.facts.library import Library
from rheum.core.judging.check import check_text
from rheum.core.measures.altitude import altitude
from rheum.core.parsing.text import read_recipe
from rheum.core.parsing.writing import formula_text
from rheum.formats.recipe_file import text_of_file
from rheum.formats.recipe_json import BadRecipeJson, read_recipe_json, recipe_text_of
from rheum.formats.written_recipe import ENDING, write_recipe
from tests.core.corpus import CORPUS
from tests.core.corpus_kitchens import KITCHENS

BASE = {"@context": "https://schema.org", "@type": "Recipe", "name": "Okra", "recipeIngredient": ["7 lb okra", "6 cups white vinegar (5%)"]}


def test_the_least_recipe(facts: Library) -> None:
    recipe = read_recipe(recipe_text_of(BASE), facts.catalogue)
    assert recipe.title == "Okra"
    assert [line.ingredient.id for line in recipe.lines] == ["okra", "white-vinegar"]


@pytest.mark.parametrize(
    "steps",
    [
        "Process pints 10 minutes.",
        "Fill.\nProcess pints 10 minutes.",
        ["Fill.", "Process pints 10 minutes."],
        [{"@type": "HowToStep", "text": "Process pints 10 minutes."}],
        [{"@type": "HowToSection", "name": "Can", "itemListElement": [{"@type": "HowToStep", "text": "Process pints 10 minutes."}]}],
    ],
)
def test_steps_in_every_shape(steps: object, facts: Library) -> None:
    recipe = read_recipe(recipe_text_of({**BASE, "recipeInstructions": steps}), facts.catalogue)
    assert [(said.jar, said.minutes) for said in recipe.method.minutes] == [("pint", 10)]


@pytest.mark.parametrize(
    "wrap", [lambda r: [r], lambda r: {"@graph": [{"@type": "WebSite"}, r]}, lambda r: {**r, "@type": ["Recipe", "NewsArticle"]}]
)
def test_recipes_inside_lists_and_graphs(wrap, facts: Library) -> None:
    assert read_recipe(read_recipe_json(json.dumps(wrap(BASE))), facts.catalogue).title == "Okra"


@pytest.mark.parametrize(("made", "low"), [("8 pints", 8), (["8", "8 pint jars"], 8), (8, None), ("about 8 to 9 pints", 8)])
def test_yields(made: object, low: float | None, facts: Library) -> None:
    assert read_recipe(recipe_text_of({**BASE, "recipeYield": made}), facts.catalogue).yield_low == low


SHAPES: dict[str, object] = {
    "a section with steps": [{"@type": "HowToSection", "name": "Canning", "steps": [{"@type": "HowToStep", "text": "WORDS"}]}],
    "a section with step": {"@type": "HowToSection", "step": {"@type": "HowToStep", "text": "WORDS"}},
    "a list item": {"@type": "ItemList", "itemListElement": [{"@type": "ListItem", "position": 1, "item": {"text": "WORDS"}}]},
    "a value with a language": {"@value": "WORDS", "@language": "en"},
    "a text of nothing": [{"@type": "HowToStep", "text": None, "name": "WORDS"}, {"@type": "HowToStep", "text": ""}],
    "a description": [{"@type": "HowToStep", "name": "First", "description": "WORDS"}],
    "a key that nobody knows": [{"@type": "HowToStep", "text": "Fill the jars.", "trick": ["WORDS"]}],
    "HTML": "<ol><li>Fill the jars.</li><li>WORDS</li></ol>",
}


@pytest.mark.parametrize("field", ["recipeIngredient", "recipeInstructions", "ingredients", "supply", "directions"])
@pytest.mark.parametrize("shape", SHAPES)
def test_no_words_are_dropped_in_whatever_shape_they_come(field: str, shape: str, facts: Library) -> None:
    more = json.loads(json.dumps(SHAPES[shape]).replace("WORDS", "3 cups whipping cream"))
    recipe = {key: value for key, value in BASE.items() if key != field}
    recipe[field] = [*BASE["recipeIngredient"], more] if field == "recipeIngredient" else more
    text = recipe_text_of(recipe)
    assert text.count("3 cups whipping cream") == 1
    at = next(number for number, line in enumerate(text.split("\n"), start=1) if "cream" in line)
    assert any(found.line == at and found.level in ("stop", "limit") for found in check_text(text, Settings(), facts).findings)


def test_words_under_a_key_of_no_use_stand_as_notes_and_hide_no_food(facts: Library) -> None:
    text = recipe_text_of(
        {**BASE, "description": "My aunt's okra.", "comment": [{"text": "I add 3 cups cream", "author": "A."}], "image": "x.png"}
    )
    assert text.endswith("Notes:\nMy aunt's okra.\nI add 3 cups cream\n")
    assert "x.png" not in text and "A." not in text


def test_older_and_newer_ingredients_are_not_counted_twice(facts: Library) -> None:
    text = recipe_text_of({**BASE, "ingredients": [*BASE["recipeIngredient"], "4 cups water"]})
    assert [line.ingredient.id for line in read_recipe(text, facts.catalogue).lines] == ["okra", "white-vinegar", "water"]


def test_an_amount_beside_its_name_is_one_line(facts: Library) -> None:
    more = {"@type": "HowToSupply", "name": "water", "requiredQuantity": {"value": 4, "unitText": "cups"}}
    assert "\n4 cups water\n" in recipe_text_of({**BASE, "recipeIngredient": [*BASE["recipeIngredient"], more]})


@pytest.mark.parametrize(
    "wrap", [lambda a, b: [a, b], lambda a, b: {"@graph": [a, b]}, lambda a, b: {"mainEntity": {"itemListElement": [a, {"item": b}]}}]
)
def test_of_two_recipes_one_must_be_said(wrap) -> None:
    with pytest.raises(BadRecipeJson, match=r"2 recipes in this: “Okra” and “Cream”\. Which one"):
        recipe_text_of(wrap(BASE, {**BASE, "name": "Cream"}))
    assert recipe_text_of(wrap(BASE, dict(BASE))).startswith("Okra")


def test_an_ingredient_over_two_lines_is_two_lines(facts: Library) -> None:
    text = recipe_text_of({**BASE, "recipeIngredient": ["7 lb okra\n6 cups white vinegar (5%)", "2 cups water"]})
    assert len(read_recipe(text, facts.catalogue).lines) == 3


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("", "not whole JSON"),
        ("{", "line 1"),
        ("7", "JSON object"),
        ("[]", "schema.org Recipe"),
        ('{"name": "x"}', "recipeIngredient"),
        ('{"name": 3, "recipeIngredient": ["1 cup water"]}', "“name” should be text"),
        ('{"recipeIngredient": []}', "empty"),
        ('{"recipeIngredient": [3]}', "list of texts"),
        ('{"recipeIngredient": ["1 cup water"], "recipeInstructions": 3}', "recipeInstructions"),
        ("[" * 100_000, "JSON"),
    ],
)
def test_what_is_no_recipe_says_which_field(text: str, says: str) -> None:
    with pytest.raises(BadRecipeJson, match=says) as refused:
        read_recipe_json(text)
    assert str(refused.value).endswith(".")


# --- written again --------------------------------------------------------------------------------------------------


def lines_of(text: str, facts: Library) -> list[tuple[str, str, str | None, object, object, object]]:
    """What matters of a recipe's lines, whatever order their headings stand in."""
    recipe = read_recipe(text, facts.catalogue)
    found = [(line.ingredient.id, line.section, line.per_jar, line.amount, line.strength, line.other) for line in recipe.lines]
    return sorted(found, key=str)


def said_of(text: str, facts: Library) -> tuple[object, ...]:
    method = read_recipe(text, facts.catalogue).method
    return (
        {(m.minutes, m.jar) for m in method.minutes},
        {gap for _, gap, _ in method.headspaces_mm},
        method.pack,
        {said.kind for said in method.heard},
    )


@pytest.mark.parametrize("wanted", ["text", "json", "markdown"])
def test_every_formula_and_every_corpus_recipe_survives_the_round_trip(wanted: str, facts: Library) -> None:
    texts = [formula_text(formula, measures) for formula in facts.formulas.values() for measures in ("us", "metric")]
    texts += [entry.text for entry in (CORPUS | KITCHENS).values()]
    for text in texts:
        written = write_recipe(text, wanted, facts.catalogue)
        back = text_of_file(f"recipe.{ENDING[wanted]}", written)
        assert lines_of(back, facts) == lines_of(text, facts), (wanted, text, back)
        assert said_of(back, facts) == said_of(text, facts), (wanted, text, back)
        assert read_recipe(back, facts.catalogue).title == read_recipe(text, facts.catalogue).title
        assert len(read_recipe(back, facts.catalogue).unread) == len(read_recipe(text, facts.catalogue).unread)
        assert text_of_file(f"recipe.{ENDING[wanted]}", write_recipe(back, wanted, facts.catalogue)) == back, "and a second time"


def test_a_table_of_every_formula_is_judged_as_the_formula(facts: Library) -> None:
    for formula in facts.formulas.values():
        table = write_recipe(formula_text(formula), "csv", facts.catalogue)
        assert table.splitlines()[0] == "section,amount,unit,ingredient,preparation"
        verdict = check_text(text_of_file("recipe.csv", table), Settings(altitude(0, "m"), measures="us"), facts)
        assert (verdict.destination, verdict.formula.id if verdict.formula else None) == ("shelf", formula.id)


@pytest.mark.parametrize(
    "table",
    [
        "Quantity;Units;Item\n4;lb;green beans\n4;cups;white vinegar (5%)\n4;cups;water\n",
        "amount\tunit\tingredient\tnotes\n4\tlb\tgreen beans\ttrimmed\n4\tcups\twhite vinegar (5%)\t\n4\tcups\twater\t\n",
        "Beans\n4,lb,green beans\n4,cups,white vinegar (5%)\n4,cups,water\n",
    ],
)
def test_tables_in_other_shapes(table: str, facts: Library) -> None:
    recipe = read_recipe(text_of_file("beans.csv", table), facts.catalogue)
    assert [line.ingredient.id for line in recipe.lines] == ["green-bean", "white-vinegar", "water"]
    assert not recipe.unread


PAGE = """<!DOCTYPE html><html><head><title>A page</title>
<script type="application/ld+json">{"@context": "https://schema.org", "@graph": [{"@type": "WebPage"}, %s]}</script>
<script>var recipe = "7 lb carrots";</script></head><body><p>3 lb carrots</p></body></html>"""


def test_a_recipe_inside_a_saved_page(facts: Library) -> None:
    recipe = read_recipe(text_of_file("page.html", PAGE % json.dumps({**BASE, "name": "Gran&#39;s okra"})), facts.catalogue)
    assert recipe.title == "Gran's okra"
    assert [line.ingredient.id for line in recipe.lines] == ["okra", "white-vinegar"]


@pytest.mark.parametrize(
    ("name", "content", "says"),
    [
        ("page.html", "<html><p>7 lb okra</p></html>", "Copy the recipe's words"),
        (
            "page.html",
            PAGE % f"{json.dumps(BASE)}, {json.dumps({**BASE, 'name': 'Beans'})}",
            "2 recipes in this: “Okra” and “Beans”. Which one",
        ),
        ("page.html", '<script type="application/ld+json">{broken</script>', "Copy the recipe's words"),
        ("recipe.pdf", "%PDF", "none of the files Rheum reads"),
        ("recipe.csv", "", "empty"),
        ("recipe.json", "{", "not whole JSON"),
    ],
)
def test_files_that_hold_no_recipe_say_so(name: str, content: str, says: str) -> None:
    with pytest.raises(ValueError, match=says):
        text_of_file(name, content)


def test_a_jar_line_never_loses_its_heading(facts: Library) -> None:
    """A per-jar line written without its heading would count once in the batch: the verdict would be another one."""
    text = formula_text(facts.formulas["dill-cucumbers-fresh-pack"])
    written = json.loads(write_recipe(text, "json", facts.catalogue))["recipeIngredient"]
    assert "Per pint jar: 1 tsp mustard seed" in written
    assert "Soak: 2 gallons water" in written
