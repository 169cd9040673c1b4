"""schema.org Recipe (JSON) → recipe text. The text is what is judged, so lines are counted in it."""

from __future__ import annotations

import json
import re
from html import unescape
from typing import Any, Final

from rheum.core.measures.refused import Refused
from rheum.core.measures.saying import listed
from rheum.core.parsing.changes import lines_of

_BREAK: Final = re.compile(r"<(?:/p|/li|/div|br|br /|br/|/h[1-6])>", re.I)
_TAG: Final = re.compile(r"</?[a-zA-Z][^<>]{0,300}>")


_LISTS: Final = ("recipeIngredient", "ingredients", "ingredient", "supply")
_STEPS: Final = ("recipeInstructions", "instructions", "step", "steps", "directions", "method")
_PARTS: Final = frozenset({"itemListElement", "steps", "step", "hasPart"})
_NAMES: Final = frozenset({"name", "headline", "label"})
_AMOUNTS: Final = ("amount", "quantity", "requiredQuantity")
_HOLDS: Final = ("@graph", "mainEntity", "mainEntityOfPage", "itemListElement", "item", "recipe", "subjectOf")
_KIND: Final = re.compile(r"(?:(?:https?://)?schema\.org/|schema:)?Recipe")
# Keys without words for the kitchen: machines, pictures, people, dates, ratings, nutrition, readers' reviews. Source: own choice.
_SILENT: Final = frozenset(
    "id url sameas image images thumbnail thumbnailurl contenturl embedurl video author creator contributor publisher sourceorganization datepublished "
    "datemodified datecreated uploaddate position inlanguage license copyrightholder copyrightyear copyrightnotice mainentityofpage ispartof "
    "aggregaterating review reviews interactionstatistic nutrition preptime cooktime totaltime performtime keywords recipecategory recipecuisine "
    "suitablefordiet potentialaction identifier isaccessibleforfree speakable estimatedcost commentcount wordcount discussionurl articlesection type "
    "unittext unitcode additionaltype".split()
)


class BadRecipeJson(Refused):
    """JSON that is no usable schema.org Recipe; the message says which field is wrong."""

    title = "Not a recipe"
    field = "recipe"


def _without_tags(text: str) -> str:
    """Text without HTML: the end of a paragraph or an item ends a line."""
    return _TAG.sub("", _BREAK.sub("\n", text)) if "<" in text else text


def _lines(text: str) -> list[str]:
    return [line.strip() for line in lines_of(_without_tags(unescape(text))) if line.strip()]


def _is_one(value: Any) -> bool:
    return isinstance(value, dict) and not (_PARTS & value.keys())


def _amount(value: Any) -> str:
    """An amount as text: “2 cups” of text, of a number, or of an object with a value and a unit."""
    if isinstance(value, dict):
        unit = next((value[key] for key in ("unitText", "unit", "unitCode") if isinstance(value.get(key), str)), "")
        return f"{_amount(value.get('value', value.get('@value')))} {unit}".strip()
    return str(value).strip() if isinstance(value, (str, int, float)) and not isinstance(value, bool) else ""


def _strings(value: Any, field: str) -> list[str]:
    """The words of a field, a line each: one text, a list, steps, sections with steps, list items, values with a language. Every key
    that holds words is taken but those of `_SILENT`: what a page says must not be lost because it was said in an unusual place."""
    if value is None:
        return []
    if isinstance(value, str):
        return _lines(value)
    if isinstance(value, list):
        return [text for item in value for text in _strings(item, field)]
    if isinstance(value, dict):
        return _of_object(value, field)
    raise BadRecipeJson(f"“{field}” should be text or a list of texts.")


def _of_object(value: dict[str, Any], field: str) -> list[str]:
    out: list[str] = []
    names = [name for key in ("name", "headline", "label") for name in _words(value.get(key), field)]
    amount = next((said for key in _AMOUNTS if (said := _amount(value.get(key)))), "")
    rest = [text for key, inner in value.items() if key not in _NAMES and key not in _AMOUNTS for text in _said(key, inner, field)]
    for name in dict.fromkeys(names):
        bare = name.rstrip(".…: ").lower()
        if any(bare in line.lower() for line in rest):
            continue  # the name of a step is often its first words once more
        if amount:
            out.append(f"{amount} {name}")
            amount = ""
        else:
            out.append(f"{name.rstrip(':')}:" if _PARTS & value.keys() and not name.endswith(".") else name)
    return [*out, *([amount] if amount else []), *dict.fromkeys(rest)] if _is_one(value) else [*out, *rest]


def _said(key: str, value: Any, field: str) -> list[str]:
    return [] if key.lower() in _SILENT or (key.startswith("@") and key not in ("@value", "@list", "@set")) else _words(value, field)


def _words(value: Any, field: str) -> list[str]:
    """The same of what may as well hold no words: a number or a yes is none."""
    return [] if isinstance(value, (int, float)) else _strings(value, field)


def recipes_in(data: Any) -> list[dict[str, Any]]:
    """The objects that say that they are a Recipe, wherever a page put them."""
    if isinstance(data, list):
        return [found for item in data for found in recipes_in(item)]
    if not isinstance(data, dict):
        return []
    if is_recipe(data):
        return [data]
    return [found for key in _HOLDS if key in data for found in recipes_in(data[key])]


def only_recipe(found: list[dict[str, Any]]) -> dict[str, Any]:
    """The one recipe of several objects; the same one twice is one. BadRecipeJson with their names where there are more."""
    same = ("name", *_LISTS)
    own = [
        one for index, one in enumerate(found) if not any(all(one.get(key) == other.get(key) for key in same) for other in found[:index])
    ]
    if len(own) == 1:
        return own[0]
    names = [next(iter(_words(one.get("name"), "name")), "one without a name")[:60] for one in own]
    raise BadRecipeJson(
        f"There are {len(own)} recipes in this: {listed([f'“{name}”' for name in names[:6]])}. Which one? Keep only that one, or copy its words and paste them."
    )


def _find_recipe(data: Any) -> dict[str, Any]:
    found = recipes_in(data)
    if found:
        return only_recipe(found)
    if isinstance(data, list):
        raise BadRecipeJson("None of these objects is a schema.org Recipe.")
    if not isinstance(data, dict):
        raise BadRecipeJson("A recipe must be a JSON object with “name” and “recipeIngredient”.")
    return data


def is_recipe(item: dict[str, Any]) -> bool:
    """Whether an object says that it is a Recipe."""
    kinds = item.get("@type")
    return any(isinstance(kind, str) and _KIND.fullmatch(kind) for kind in (kinds if isinstance(kinds, list) else [kinds]))


def recipe_text_of(data: Any) -> str:
    """A schema.org Recipe object as recipe text. BadRecipeJson where it has no ingredients or a field of the wrong kind."""
    try:
        return _text_of(_find_recipe(data))
    except RecursionError:
        raise BadRecipeJson("This JSON is nested too deep for a recipe. Paste the recipe as text.") from None


def _text_of(recipe: dict[str, Any]) -> str:
    if isinstance(recipe.get("name"), (int, float)):
        raise BadRecipeJson("“name” should be text.")
    name = next(iter(_strings(recipe.get("name"), "name")), "Untitled batch")
    given = [key for key in _LISTS if recipe.get(key) is not None]
    if not given:
        raise BadRecipeJson("The recipe has no “recipeIngredient”: give a list with one ingredient to a line.")
    ingredients: list[str] = []
    for key in given:  # the older name says the same once more, or what the newer lacks
        already = set(ingredients)
        ingredients += [line for line in _strings(recipe[key], key) if line not in already]
    if not ingredients:
        raise BadRecipeJson("“recipeIngredient” is empty: give a list with one ingredient to a line.")
    steps = [line for key in _STEPS for line in _strings(recipe.get(key), key)]
    made = _words(recipe.get("recipeYield"), "recipeYield")
    known = {"name", "recipeYield", *_LISTS, *_STEPS}
    others = [line for key, value in recipe.items() if key not in known for line in _said(key, value, key)]
    notes = [line for line in dict.fromkeys(others) if line.lower() != name.lower()]
    out = [name, "", "Ingredients:", *ingredients]
    out += [f"Yield: {made[-1]}"] if made else []
    out += ["", "Method:", *steps] if steps else []
    out += ["", "Notes:", *notes] if notes else []
    return "\n".join(out) + "\n"


def read_recipe_json(text: str) -> str:
    """JSON text → recipe text. BadRecipeJson where it is no JSON at all."""
    try:
        data = json.loads(text)
    except (ValueError, RecursionError) as error:
        where = f" at line {error.lineno}" if isinstance(error, json.JSONDecodeError) else ""
        raise BadRecipeJson(f"This is not whole JSON{where}. Save the recipe again, or paste it as text.") from None
    return recipe_text_of(data)
