"""Recipe text to recipe and back: what each line and each sentence says, and what was not understood.

The door: `read_recipe` reads a text, `formula_text` writes a formula as one, `apply_changes` changes a text, `lines_of` counts its lines.
"""

from rheum.core.parsing.changes import apply_changes, lines_of
from rheum.core.parsing.text import read_recipe
from rheum.core.parsing.writing import formula_text

__all__ = ["apply_changes", "formula_text", "lines_of", "read_recipe"]
