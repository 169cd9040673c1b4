"""schema.org Recipe (JSON) → recipe text. The text is what is judged, so lines are counted in it."""

from __future__ import annotations

import json
import re
from html import unescape
from typing import Any, Final

from rheum.core.measures.refused import Refused
from rheum.core.recipe.changes import lines_of

_BREAK: Final = re.compile(r"<(?:/p|/li|/div|br|br /|br/|/h[1-6])>", re.I)
_TAG: Final = re.compile(r"</?[a-zA-Z][^<>]{0,300}>")


class BadRecipeJson(Refused):
    """JSON that is no usable schema.org Recipe; the message says which field is wrong."""

    title = "Not a recipe"
    field = "recipe"


def _without_tags(text: str) -> str:
    """Text without HTML: the end of a paragraph or an item ends a line."""
    return _TAG.sub("", _BREAK.sub("\n", text)) if "<" in text else text


def _strings(value: Any, field: str) -> list[str]:
    """Steps and ingredients come as one text, a list, HowToStep objects or HowToSection objects with lists of steps."""
    if value is None:
        return []
    if isinstance(value, str):
        return [line.strip() for line in lines_of(_without_tags(unescape(value))) if line.strip()]
    if isinstance(value, dict):
        inner = value.get("itemListElement")
        return _strings(inner if inner is not None else value.get("text", value.get("name")), field)
    if isinstance(value, list):
        return [text for item in value for text in _strings(item, field)]
    raise BadRecipeJson(f"“{field}” should be text or a list of texts.")


def _find_recipe(data: Any) -> dict[str, Any]:
    if isinstance(data, list):
        for item in data:
            if isinstance(item, dict) and is_recipe(item):
                return item
        raise BadRecipeJson("None of these objects is a schema.org Recipe.")
    if not isinstance(data, dict):
        raise BadRecipeJson("A recipe must be a JSON object with “name” and “recipeIngredient”.")
    if "@graph" in data and "recipeIngredient" not in data:
        return _find_recipe(data["@graph"])
    return data


def is_recipe(item: dict[str, Any]) -> bool:
    """Whether an object says that it is a Recipe."""
    kind = item.get("@type")
    return kind == "Recipe" or (isinstance(kind, list) and "Recipe" in kind)


def recipe_text_of(data: Any) -> str:
    """A schema.org Recipe object as recipe text. BadRecipeJson where it has no ingredients or a field of the wrong kind."""
    recipe = _find_recipe(data)
    name = recipe.get("name", "")
    if not isinstance(name, str):
        raise BadRecipeJson("“name” should be text.")
    if "recipeIngredient" not in recipe:
        raise BadRecipeJson("The recipe has no “recipeIngredient”: give a list with one ingredient to a line.")
    ingredients = _strings(recipe["recipeIngredient"], "recipeIngredient")
    if not ingredients:
        raise BadRecipeJson("“recipeIngredient” is empty: give a list with one ingredient to a line.")
    out = [unescape(name).strip().replace("\n", " ") or "Untitled batch", "", "Ingredients:", *ingredients]
    made = _strings(recipe.get("recipeYield"), "recipeYield") if not isinstance(recipe.get("recipeYield"), (int, float)) else []
    if made:
        out.append(f"Yield: {made[-1]}")
    steps = _strings(recipe.get("recipeInstructions"), "recipeInstructions")
    if steps:
        out += ["", "Method:", *steps]
    return "\n".join(out) + "\n"


def read_recipe_json(text: str) -> str:
    """JSON text → recipe text. BadRecipeJson where it is no JSON at all."""
    try:
        data = json.loads(text)
    except (ValueError, RecursionError) as error:
        where = f" at line {error.lineno}" if isinstance(error, json.JSONDecodeError) else ""
        raise BadRecipeJson(f"This is not whole JSON{where}. Save the recipe again, or paste it as text.") from None
    return recipe_text_of(data)
