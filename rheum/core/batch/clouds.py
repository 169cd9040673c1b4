"""What of a recipe clouds a brine from the first day without anything growing in it (handbook of quality; extension literature, from memory)."""

from __future__ import annotations

from typing import Final

from rheum.core.facts.ingredients import Catalogue
from rheum.core.parsing.recipe import RecipeLine
from rheum.core.parsing.text import UnreadableRecipe, read_recipe

_STARCHY: Final = frozenset({"legume", "starch", "thickener"})
_STARCHY_KINDS: Final = frozenset({"corn", "corn-tinned", "garden-pea", "snap-pea"})
_POWDERS: Final = frozenset({"turmeric", "dry-mustard"})


def _reason(line: RecipeLine) -> str | None:
    item = line.ingredient
    if item.klass == "salt-additives":
        return "what table salt holds besides salt"
    if item.klass in _STARCHY or item.id in _STARCHY_KINDS:
        return f"starch out of the {item.name}"
    if item.role.role == "spice" and (item.id in _POWDERS or any(word in line.text.lower() for word in ("ground", "powder"))):
        return "ground spice"
    return None


def clouding(text: str, catalogue: Catalogue) -> tuple[str, ...]:
    """What may cloud the jars of a recipe from the first day, in words for a sentence; hard water, which nobody writes down, always may."""
    try:
        lines = read_recipe(text, catalogue).in_jar
    except UnreadableRecipe:
        lines = ()
    return tuple(dict.fromkeys([*(reason for line in lines if (reason := _reason(line))), "hard water"]))
