"""Opening the kitchen's database: migrations, durability, and which kind of data a file holds."""

from __future__ import annotations

import os
import sqlite3
from collections.abc import Iterator
from contextlib import contextmanager
from importlib.resources import files
from pathlib import Path
from typing import Final, Literal

Kind = Literal["kitchen", "demo"]
APPLICATION_ID: Final = 0x52686575  # "Rheu"
FILE_OF: Final[dict[Kind, str]] = {"kitchen": "kitchen.db", "demo": "demo.db"}


class StoreError(RuntimeError):
    """The data cannot be used as asked; the message says why and what to do."""


def default_data() -> Path:
    """Where a person's own data lives unless --data says otherwise."""
    base = os.environ.get("XDG_DATA_HOME") or str(Path.home() / ".local" / "share")
    return Path(os.environ.get("RHEUM_DATA") or Path(base) / "rheum")


def connect(path: Path, any_thread: bool = False) -> sqlite3.Connection:
    """A connection with foreign keys, WAL and full synchronisation: what a screen shows as saved is on the disk. `any_thread`: it goes from
    thread to thread, in one at a time."""
    try:
        connection = sqlite3.connect(path, timeout=10, isolation_level=None, check_same_thread=not any_thread)
        connection.row_factory = sqlite3.Row
        connection.execute("PRAGMA foreign_keys = ON")
        connection.execute("PRAGMA journal_mode = WAL")
        connection.execute("PRAGMA synchronous = FULL")
    except sqlite3.DatabaseError as error:
        raise StoreError(f"{path} is not a database that Rheum can read ({error}). Restore a backup with “rheum restore FILE”.") from None
    return connection


def connect_to_read(path: Path) -> sqlite3.Connection:
    """A connection that changes nothing, whatever signs the file's name has."""
    connection = sqlite3.connect(path.resolve().as_uri() + "?mode=ro", uri=True)
    connection.row_factory = sqlite3.Row
    return connection


def faults(connection: sqlite3.Connection, thorough: bool = False) -> str | None:
    """What SQLite finds wrong with a database's pages, or None; `thorough` holds indexes and foreign keys against the tables too."""
    try:
        found = connection.execute("PRAGMA integrity_check" if thorough else "PRAGMA quick_check").fetchone()[0]
        if found != "ok":
            return str(found)
        row = connection.execute("PRAGMA foreign_key_check").fetchone() if thorough else None
    except sqlite3.DatabaseError as error:
        return str(error)
    return f"a row of {row[0]} points nowhere" if row else None


@contextmanager
def transaction(connection: sqlite3.Connection) -> Iterator[sqlite3.Connection]:
    """All or nothing, taking the write lock first so that two screens queue instead of failing; within another one, a part of it."""
    if connection.in_transaction:
        yield connection
        return
    connection.execute("BEGIN IMMEDIATE")
    try:
        yield connection
    except BaseException:
        connection.execute("ROLLBACK")
        raise
    connection.execute("COMMIT")


def _migrations() -> list[tuple[int, str]]:
    folder = files("rheum.store").joinpath("migrations")
    found = [(int(item.name[:4]), item.read_text(encoding="utf-8")) for item in folder.iterdir() if item.name.endswith(".sql")]
    return sorted(found)


def schema_version() -> int:
    """The newest schema this Rheum knows."""
    return _migrations()[-1][0]


def migrate(connection: sqlite3.Connection, kind: Kind) -> None:
    """Bring a database to the newest schema, each step whole or not at all; mark a new one with its kind."""
    version = connection.execute("PRAGMA user_version").fetchone()[0]
    tables = connection.execute("SELECT count(*) FROM sqlite_schema").fetchone()[0]
    if tables and (version == 0 or connection.execute("PRAGMA application_id").fetchone()[0] != APPLICATION_ID):
        raise StoreError("This file is another program's database, not Rheum's. Choose another data folder with --data.")
    if version > schema_version():
        raise StoreError("This data was written by a newer Rheum. Update Rheum before you open it.")
    for number, script in _migrations():
        if number <= version:
            continue
        connection.executescript(
            f"BEGIN IMMEDIATE;\n{script}\nPRAGMA user_version = {number};\nPRAGMA application_id = {APPLICATION_ID};\nCOMMIT;"
        )
    row = connection.execute("SELECT value FROM meta WHERE key = 'kind'").fetchone()
    if row is None:
        connection.execute("INSERT INTO meta (key, value) VALUES ('kind', ?)", (kind,))
    elif row["value"] != kind:
        raise StoreError(f"This file holds {row['value']} data, not {kind} data: the two never share a file.")


def open_data(folder: Path, kind: Kind, check: bool = False) -> Path:
    """Make a data folder ready and give the path of its database file. StoreError where the folder cannot be written, and with
    `check` where the file is damaged."""
    try:
        folder.mkdir(parents=True, exist_ok=True, mode=0o700)
    except OSError as error:
        raise StoreError(f"The data folder {folder} cannot be made: {error.strerror}. Choose another with --data.") from None
    if not os.access(folder, os.W_OK):
        raise StoreError(f"The data folder {folder} cannot be written. Choose another with --data.")
    path = folder / FILE_OF[kind]
    if path.exists() and path.stat().st_size == 0:
        raise StoreError(
            f"{path} is empty: its data is gone. Restore a backup with “rheum restore FILE”, or delete the file to begin anew."
        )
    fresh = not path.exists()
    try:
        connection = connect(path)
        try:
            if check and not fresh and (found := faults(connection)):
                raise StoreError(
                    f"{path} is damaged ({found}). Restore a backup with “rheum restore FILE”; what is there is kept beside it."
                )
            migrate(connection, kind)
        finally:
            connection.close()
        if fresh:
            os.chmod(path, 0o600)
    except sqlite3.OperationalError as error:
        if fresh:
            path.unlink(missing_ok=True)
        raise StoreError(f"{path} cannot be written ({error}). Make room on the disk, or choose another folder with --data.") from None
    return path
