"""Recipe text → schema.org JSON, Markdown, CSV; and Markdown and CSV back to recipe text. Text is what is judged: whatever is
written here is read again as the same lines."""

from __future__ import annotations

import csv
import io
import json
import re
from typing import Any, Final, Literal

from rheum.core.facts.ingredients import Catalogue
from rheum.core.facts.jars import JAR_WORD
from rheum.core.measures.amount import AmountError, split_amounts
from rheum.core.measures.measurable import mixed
from rheum.core.measures.refused import Refused
from rheum.core.parsing.changes import lines_of
from rheum.core.parsing.plain_lines import strip_bullet
from rheum.core.parsing.recipe import OutlineLine, Recipe
from rheum.core.parsing.text import read_recipe

Format = Literal["text", "json", "markdown", "csv"]
MEDIA: Final[dict[Format, str]] = {
    "text": "text/plain",
    "json": "application/ld+json",
    "markdown": "text/markdown",
    "csv": "text/csv",
}
ENDING: Final[dict[Format, str]] = {"text": "txt", "json": "json", "markdown": "md", "csv": "csv"}
_HEADER: Final = ("section", "amount", "unit", "ingredient", "preparation")


class BadRecipeFile(Refused):
    """A file that is no recipe; the message says why and what to do."""

    title = "Not a recipe"
    field = "content"


def _heading(line: OutlineLine) -> str:
    """The heading under which a line stands: "" for those of the whole batch."""
    if line.section == "per-jar":
        return f"Per {JAR_WORD.get(line.per_jar, line.per_jar)} jar" if line.per_jar else "Per jar"
    return "Soak" if line.section == "soak" else ""


def _groups(recipe: Recipe) -> dict[str, list[str]]:
    """Ingredient lines by heading, those of the whole batch first, so that no heading has to be gone back to."""
    groups: dict[str, list[str]] = {"": []}
    for line in recipe.outline:
        if line.kind == "ingredient" and line.section != "method":
            groups.setdefault(_heading(line), []).append(strip_bullet(line.text))
    return groups


def _of(recipe: Recipe, kind: str) -> list[str]:
    return [line.text for line in recipe.outline if line.kind == kind]


def to_json(recipe: Recipe) -> dict[str, Any]:
    """A schema.org Recipe. Lines that do not go into the whole batch carry their heading before them."""
    groups = _groups(recipe)
    lines = [f"{heading}: {text}" if heading else text for heading, texts in groups.items() for text in texts]
    found: dict[str, Any] = {"@context": "https://schema.org", "@type": "Recipe", "name": recipe.title, "recipeIngredient": lines}
    if made := _of(recipe, "yield"):
        found["recipeYield"] = made[-1]
    if steps := _of(recipe, "prose"):
        found["recipeInstructions"] = [{"@type": "HowToStep", "text": text} for text in steps]
    if facts := _of(recipe, "fact"):
        found["description"] = "; ".join(facts)
    return found


def to_markdown(recipe: Recipe) -> str:
    """Markdown: the title, a list under each heading, the method."""
    out = [f"# {recipe.title}", ""]
    out += [*_of(recipe, "fact"), *(f"Yield: {made}" for made in _of(recipe, "yield"))]
    out += [""] if out[-1] else []
    for heading, texts in _groups(recipe).items():
        out += [f"## {heading or 'Ingredients'}", "", *(f"- {text}" for text in texts), ""]
    if steps := _of(recipe, "prose"):
        out += ["## Method", "", *(line for text in steps for line in (text, ""))]
    return "\n".join(out).rstrip() + "\n"


def to_csv(recipe: Recipe) -> str:
    """A table with a line to an ingredient, for a spreadsheet; the method below it, a sentence to a line."""
    sheet = io.StringIO()
    table = csv.writer(sheet, lineterminator="\n")
    rows = [_HEADER, ("title", "", "", recipe.title, "")]
    rows += [(heading or "ingredients", *_cells(text)) for heading, texts in _groups(recipe).items() for text in texts]
    rows += [(kind, "", "", text, "") for kind, name in (("yield", "yield"), ("method", "prose")) for text in _of(recipe, name)]
    table.writerows([[_as_words(cell) for cell in row] for row in rows])
    return sheet.getvalue()


# A cell that begins so is a formula to a spreadsheet, and would be run.
_RUN: Final = ("=", "+", "-", "@", "\t", "\r", "|", "%")


def _as_words(cell: str) -> str:
    """A cell that a spreadsheet shows and never runs: an apostrophe before what it would take for a formula."""
    return f"'{cell}" if cell.lstrip(" ").startswith(_RUN) else cell


def _as_written(cell: str) -> str:
    """The same turned round, for a table that comes back."""
    return cell[1:] if cell.startswith("'") and cell[1:].lstrip(" ").startswith(_RUN) else cell


def _cells(text: str) -> tuple[str, str, str, str]:
    try:
        amount, other, rest = split_amounts(text)
    except AmountError:
        return "", "", text, ""
    if amount is None or other is not None or amount.tinned:
        return "", "", text, ""
    name, _, prep = rest.partition(",")
    span = mixed(amount.low) if not amount.is_range else f"{mixed(amount.low)}-{mixed(amount.high)}"
    return span, "" if amount.unit == "each" else amount.unit, name.strip(), prep.strip()


def from_csv(text: str) -> str:
    """A table as recipe text: by its headings where it has them, else each row's cells one behind another."""
    try:
        rows = [
            [_as_written(cell.strip()) for cell in row]
            for row in csv.reader(io.StringIO(text), dialect=_dialect(text))
            if any(cell.strip() for cell in row)
        ]
    except csv.Error as error:
        raise BadRecipeFile(f"This is no whole table ({error}). Save it again as CSV, or paste the recipe as text.") from None
    if not rows:
        raise BadRecipeFile("This table is empty.")
    head = [_column(cell) for cell in rows[0]]
    if "ingredient" not in head:
        return "\n".join(" ".join(cell for cell in row if cell) for row in rows) + "\n"
    title, out, method, section = "Untitled batch", list[str](), list[str](), "ingredients"
    for row in rows[1:]:
        cells = dict(zip(head, row, strict=False))
        where = cells.get("section", "ingredients").lower() or section
        line = " ".join(cells.get(key, "") for key in ("amount", "unit", "ingredient")).split()
        written = " ".join(line) + (f", {cells['preparation']}" if cells.get("preparation") else "")
        if where == "title":
            title = written
        elif where in ("method", "step", "steps"):
            method.append(written)
        elif where == "yield":
            out.append(f"Yield: {written}")
        else:
            if where != section:
                out.append(f"{cells['section'].capitalize()}:")
            section = where
            out.append(written)
    return "\n".join([title, "", "Ingredients:", *out, *(["", "Method:", *method] if method else [])]) + "\n"


def _dialect(text: str) -> type[csv.Dialect]:
    first = lines_of(text)[0]

    class Found(csv.excel):
        delimiter = max((",", ";", "\t"), key=first.count)

    return Found


def _column(name: str) -> str:
    plain = re.sub(r"[^a-z]", "", name.lower())
    for column, words in (
        ("amount", ("amount", "quantity", "qty", "menge")),
        ("unit", ("unit", "units", "measure")),
        ("ingredient", ("ingredient", "ingredients", "item", "name", "what")),
        ("preparation", ("preparation", "prep", "notes", "note", "how")),
        ("section", ("section", "part", "group", "for")),
    ):
        if plain in words:
            return column
    return plain or "?"


def from_markdown(text: str) -> str:
    """Markdown as recipe text: links and emphasis give way to their words; headings, lists and steps are read as they are."""
    text = re.sub(r"!\[[^\[\]]{0,300}\]\([^()\n]{0,2000}\)", "", text)
    text = re.sub(r"\[([^\[\]]{1,300})\]\([^()\n]{0,2000}\)", r"\1", text)
    text = re.sub(r"(\*\*|__)(?=\S)([^\n]{1,300}?)(?<=\S)\1", r"\2", text)
    text = re.sub(r"(?<![\w*])\*(?=\S)([^*\n]{1,300}?)(?<=\S)\*(?![\w*])", r"\1", text)
    return re.sub(r"\\([\\`*_{}\[\]()#+.!|-])", r"\1", text)


def write_recipe(text: str, wanted: Format, catalogue: Catalogue) -> str:
    """Recipe text in a format. UnreadableRecipe where the text holds nothing usable."""
    if wanted == "text":
        return text if text.endswith("\n") else text + "\n"
    recipe = read_recipe(text, catalogue)
    if wanted == "markdown":
        return to_markdown(recipe)
    if wanted == "csv":
        return to_csv(recipe)
    return json.dumps(to_json(recipe), ensure_ascii=False, indent=2) + "\n"
