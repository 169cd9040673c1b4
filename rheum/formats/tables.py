"""Tables as CSV (RFC 4180) that a spreadsheet may open: nothing in them is taken for a formula; and read back as they were.

A cell that begins, blanks aside, with `=`, `+`, `-`, `@`, a tab, a return, `|`, `%` or an apostrophe is led by an apostrophe; an apostrophe alone is the empty text,
and an empty cell is nothing at all. Figures stand as they are.
"""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable, Mapping, Sequence
from typing import Final

Cell = str | int | float | None
_LED: Final = ("=", "+", "-", "@", "\t", "\r", "|", "%", "'")


def table_csv(columns: Sequence[str], rows: Iterable[Sequence[Cell]]) -> str:
    """A table as CSV, its columns named in the first line."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(columns)
    for row in rows:
        writer.writerow([_written(cell) for cell in row])
    return out.getvalue()


def _written(cell: Cell) -> str:
    if cell is None:
        return ""
    if isinstance(cell, str):
        return f"'{cell}" if cell == "" or cell.lstrip(" ").startswith(_LED) else cell
    return repr(cell)


def read_table(text: str, kinds: Mapping[str, str]) -> tuple[list[str], list[list[Cell]]]:
    """(columns, rows) of a table; `kinds`: INTEGER, REAL or TEXT by column. ValueError with the line where a cell is not of its kind."""
    reader = csv.reader(io.StringIO(text, newline=""))
    columns = next(reader, [])
    if unknown := [name for name in columns if name not in kinds]:
        raise ValueError(f"a column “{unknown[0][:40]}” that this Rheum does not know")
    rows: list[list[Cell]] = []
    for number, line in enumerate(reader, start=2):
        if len(line) != len(columns):
            raise ValueError(f"line {number} has {len(line)} cells for {len(columns)} columns")
        try:
            rows.append([_read(cell, kinds[name]) for name, cell in zip(columns, line, strict=True)])
        except ValueError:
            raise ValueError(f"line {number} holds what is no figure where one is wanted") from None
    return columns, rows


def _read(cell: str, kind: str) -> Cell:
    if cell == "":
        return None
    if kind == "INTEGER":
        return int(cell)
    if kind == "REAL":
        return float(cell)
    return cell[1:] if cell.startswith("'") else cell
