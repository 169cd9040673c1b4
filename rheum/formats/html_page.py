"""A saved web page → the schema.org Recipe inside it."""

from __future__ import annotations

import json
import re
from html.parser import HTMLParser
from typing import Any, Final

from rheum.formats.recipe_json import BadRecipeJson, only_recipe, recipes_in

# No opening tag of a script is longer; what is has no end.
_LONGEST_TAG: Final = 2_000
_OPENS: Final = re.compile(r"<script(?=[\s>])", re.IGNORECASE)
_ENDS: Final = re.compile(r"</script", re.IGNORECASE)


class _Tag(HTMLParser):
    """The type that one opening tag names."""

    said = ""

    def handle_starttag(self, tag: str, attrs: list[tuple[str, str | None]]) -> None:
        self.said = (dict(attrs).get("type") or "").strip().lower()


def _blocks(html: str) -> list[str]:
    """The text of every `<script type="application/ld+json">`. From script to script by search: a parser that reads all of a page
    takes seconds over a broken one (HTMLParser of Python 3.11 is quadratic in tags that never end)."""
    found, at = [], 0
    while opens := _OPENS.search(html, at):
        closed = html.find(">", opens.end(), opens.end() + _LONGEST_TAG)
        at = opens.end()
        if closed < 0:
            continue
        tag = _Tag()
        tag.feed(html[opens.start() : closed + 1])
        ends = _ENDS.search(html, closed)
        at = ends.end() if ends else len(html)
        if tag.said.startswith("application/ld+json"):
            found.append(html[closed + 1 : ends.start() if ends else len(html)])
    return found


def recipe_in_page(html: str) -> dict[str, Any]:
    """The recipe of a saved page. BadRecipeJson where it holds none, or several."""
    found = []
    for block in _blocks(html):
        try:
            found += recipes_in(json.loads(block.strip().removeprefix("<!--").removesuffix("-->")))
        except (ValueError, RecursionError):
            continue
    if not found:
        raise BadRecipeJson("This page holds no recipe that a program can read. Copy the recipe's words out of it and paste them.")
    return only_recipe(found)
