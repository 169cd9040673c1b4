"""A saved web page → the schema.org Recipe inside it."""

from __future__ import annotations

import json
from html.parser import HTMLParser
from typing import Any

from rheum.formats.recipe_json import BadRecipeJson, is_recipe


class _JsonLd(HTMLParser):
    """Collects the text of every `<script type="application/ld+json">`."""

    def __init__(self) -> None:
        super().__init__()
        self.inside = False
        self.blocks: list[str] = []

    def handle_starttag(self, tag: str, attrs: list[tuple[str, str | None]]) -> None:
        if tag == "script" and (dict(attrs).get("type") or "").strip().lower().startswith("application/ld+json"):
            self.inside = True
            self.blocks.append("")

    def handle_endtag(self, tag: str) -> None:
        if tag == "script":
            self.inside = False

    def handle_data(self, data: str) -> None:
        if self.inside:
            self.blocks[-1] += data


def _recipes(data: Any) -> list[dict[str, Any]]:
    if isinstance(data, list):
        return [found for item in data for found in _recipes(item)]
    if not isinstance(data, dict):
        return []
    if is_recipe(data):
        return [data]
    inner = [data[key] for key in ("@graph", "mainEntity", "mainEntityOfPage", "itemListElement", "item") if key in data]
    return [found for item in inner for found in _recipes(item)]


def recipe_in_page(html: str) -> dict[str, Any]:
    """The recipe of a saved page. BadRecipeJson where it holds none, or several."""
    parser = _JsonLd()
    parser.feed(html)
    parser.close()
    found = []
    for block in parser.blocks:
        try:
            found += _recipes(json.loads(block.strip().removeprefix("<!--").removesuffix("-->")))
        except (json.JSONDecodeError, RecursionError):
            continue
    if not found:
        raise BadRecipeJson("This page holds no recipe that a program can read. Copy the recipe's words out of it and paste them.")
    if len(found) > 1 and len({str(item.get("name")) for item in found}) > 1:
        names = ", ".join(f"“{str(item.get('name'))[:40]}”" for item in found[:4])
        raise BadRecipeJson(f"This page holds several recipes: {names}. Copy the words of the one you want and paste them.")
    return found[0]
