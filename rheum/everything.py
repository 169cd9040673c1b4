"""Everything out and in: one zip of open files, with a page that says what stands in them, and the database's copy; read back into an empty kitchen."""

from __future__ import annotations

import json
import re
import sqlite3
import tempfile
import zipfile
from collections.abc import Callable
from datetime import datetime
from html import escape
from pathlib import Path
from typing import Final

from rheum import __version__
from rheum.core.batch.moment import Moment
from rheum.formats.tables import read_table, table_csv
from rheum.formats.written_recipe import write_recipe
from rheum.household import library_of
from rheum.store import everything as stored
from rheum.store import facts, journal, recipes
from rheum.store.database import StoreError, connect, schema_version, transaction
from rheum.store.safekeeping import backup

COPY: Final = "copy/rheum.db"
_MANIFEST: Final = "manifest.json"
# No table of a household is larger, and no picture.
_MOST_TABLE, _MOST_PICTURE = 512 * 1024 * 1024, 4 * 1024 * 1024


def export(database: Path, target: Path, now: datetime) -> None:
    """Write everything into one zip. StoreError where it cannot be written, or something stands there already."""
    if not database.exists():
        raise StoreError(f"There is no data at {database} to write out. Start Rheum once, or name the folder with --data.")
    if target.exists():
        raise StoreError(f"{target} is there already. Choose a name that is free.")
    partial = target.with_name(target.name + ".part")
    connection = connect(database)
    try:
        with zipfile.ZipFile(partial, "w", zipfile.ZIP_DEFLATED) as whole, tempfile.TemporaryDirectory() as folder:
            connection.execute("BEGIN")
            _write(connection, whole, now)
            connection.execute("COMMIT")
            copy = Path(folder) / "rheum.db"
            backup(database, copy)
            whole.write(copy, COPY)
        partial.replace(target)
    except OSError as error:
        partial.unlink(missing_ok=True)
        raise StoreError(f"It could not be written to {target}: {error}.") from None
    finally:
        connection.close()


def _write(connection: sqlite3.Connection, whole: zipfile.ZipFile, now: datetime) -> None:
    manifest = {"program": "Rheum", "version": __version__, "schema": schema_version(), "written_at": now.isoformat()}
    whole.writestr(_MANIFEST, json.dumps(manifest, indent=1))
    for table in stored.TABLES:
        whole.writestr(f"tables/{table}.csv", table_csv(list(stored.columns_of(connection, table)), stored.rows_of(connection, table)))
    library = library_of(connection)
    for number, recipe in enumerate(recipes.all_kept(connection), start=1):
        name = f"recipes/{number:03d}-{_name(recipe.title)}"
        whole.writestr(f"{name}.txt", recipe.text)
        whole.writestr(f"{name}.json", write_recipe(recipe.text, "json", library.catalogue))
    whole.writestr("own-formulas.toml", "\n".join(facts.own_formulas(connection).values()))
    for picture_id in journal.every_picture(connection):
        whole.writestr(f"pictures/{picture_id}.jpg", journal.picture(connection, picture_id) or b"")
    whole.writestr("README.html", _page(connection, now))


def _name(title: str) -> str:
    return re.sub(r"[^a-z0-9]+", "-", title.lower()[:60]).strip("-") or "recipe"


def _page(connection: sqlite3.Connection, now: datetime) -> str:
    rows = []
    for table, says in stored.TABLES.items():
        columns = ", ".join(stored.columns_of(connection, table))
        rows.append(f"<tr><th>tables/{table}.csv</th><td>{escape(says)}</td><td>{escape(columns)}</td></tr>")
    return (
        "<!doctype html><html lang='en'><meta charset='utf-8'><title>What stands in this file</title>"
        "<h1>Everything of a Rheum kitchen</h1>"
        f"<p>Written on {now:%d %B %Y}. “rheum import” reads the tables into an empty kitchen; copy/rheum.db is the database itself, for “rheum restore”.</p>"
        "<p>In the tables an empty cell is nothing, a lone apostrophe the empty text, and an apostrophe before =, +, -, @, | or % keeps a spreadsheet from "
        "reckoning with it. Recipes stand under recipes/ as text and as schema.org JSON, pictures under pictures/ as JPEG.</p>"
        "<table border='1'><tr><th>File</th><th>What it holds</th><th>Columns</th></tr>" + "".join(rows) + "</table></html>"
    )


def import_into(database: Path, file: Path, clock: Callable[[], Moment]) -> str:
    """Read the open files of a zip into an empty kitchen: all of it or nothing; says what came. StoreError with a sentence where it cannot be."""
    if not file.is_file():
        raise StoreError(f"There is no file {file}.")
    connection = connect(database)
    try:
        if not stored.is_empty(connection):
            raise StoreError(
                "This kitchen is not empty: nothing was read in. Import into a folder of its own (--data), or restore a backup."
            )
        with zipfile.ZipFile(file) as whole, transaction(connection):
            connection.execute("PRAGMA defer_foreign_keys = ON")
            _check(whole)
            counts = _read(connection, whole)
            stored.derive(connection, clock())
        return f"{counts.get('batch', 0)} batches, {counts.get('event', 0)} events, {counts.get('recipe', 0)} recipes, {counts.get('picture', 0)} pictures"
    except (zipfile.BadZipFile, KeyError, UnicodeDecodeError, OSError):
        raise StoreError(f"{file} is no whole export of Rheum. Nothing was changed.") from None
    except sqlite3.Error as error:
        raise StoreError(f"{file} does not fit together ({error}). Nothing was changed.") from None
    finally:
        connection.close()


def _check(whole: zipfile.ZipFile) -> None:
    try:
        manifest = json.loads(whole.read(_MANIFEST))
        program, schema = manifest["program"], int(manifest["schema"])
    except (ValueError, TypeError):
        raise StoreError("That is no export of Rheum. Nothing was changed.") from None
    if program != "Rheum":
        raise StoreError("That is no export of Rheum. Nothing was changed.")
    if schema > schema_version():
        raise StoreError("It was written by a newer Rheum. Update Rheum first.")


def _read(connection: sqlite3.Connection, whole: zipfile.ZipFile) -> dict[str, int]:
    names, counts = set(whole.namelist()), {}
    for table in stored.TABLES:
        name = f"tables/{table}.csv"
        if name not in names:
            continue
        try:
            columns, rows = read_table(_bytes(whole, name, _MOST_TABLE).decode("utf-8"), stored.columns_of(connection, table))
        except ValueError as error:
            raise StoreError(f"{name}: {error}. Nothing was changed.") from None
        if table == "picture":
            at = columns.index("id")
            rows = [[*row, _bytes(whole, f"pictures/{row[at]}.jpg", _MOST_PICTURE)] for row in rows]  # type: ignore[list-item]
            columns = [*columns, "jpeg"]
        stored.put_rows(connection, table, columns, rows)
        counts[table] = len(rows)
    return counts


def _bytes(whole: zipfile.ZipFile, name: str, most: int) -> bytes:
    if whole.getinfo(name).file_size > most:
        raise StoreError(f"{name} is larger than any kitchen's. Nothing was changed.")
    return whole.read(name)
