"""A file that a person brings → recipe text, whatever of the open formats it is."""

from __future__ import annotations

from pathlib import PurePath
from typing import Final

from rheum.formats.html_page import recipe_in_page
from rheum.formats.recipe_json import read_recipe_json, recipe_text_of
from rheum.formats.written_recipe import BadRecipeFile, from_csv, from_markdown

TEXT: Final = (".txt", ".text", "")
MARKDOWN: Final = (".md", ".markdown")
JSON: Final = (".json", ".jsonld")
PAGE: Final = (".html", ".htm", ".xhtml")
TABLE: Final = (".csv", ".tsv")
READ: Final = (*TEXT, *MARKDOWN, *JSON, *PAGE, *TABLE)


def text_of_file(name: str, content: str) -> str:
    """The recipe text of a file by its ending; content that plainly is JSON or a page is taken as such whatever its name.
    BadRecipeFile or BadRecipeJson with a sentence for anything else."""
    ending, start = PurePath(name).suffix.lower(), content.lstrip("\ufeff \n\r\t")[:200].lower()
    content = content.removeprefix("\ufeff")
    if ending not in READ:
        raise BadRecipeFile(
            f"“{name[-40:]}” is none of the files Rheum reads. Bring text, Markdown, CSV, a saved page or a schema.org Recipe (JSON)."
        )
    if ending in JSON or (ending in TEXT and start.startswith(("{", "[{"))):
        return read_recipe_json(content)
    if ending in PAGE or start.startswith(("<!doctype html", "<html")):
        return recipe_text_of(recipe_in_page(content))
    if ending in TABLE:
        return from_csv(content)
    return from_markdown(content) if ending in MARKDOWN else content
