"""Backup and restore: whole or not at all."""

from __future__ import annotations

import os
import sqlite3
from datetime import datetime
from pathlib import Path

from rheum.store.database import APPLICATION_ID, FILE_OF, Kind, StoreError, connect, migrate, schema_version


def backup(database: Path, target: Path) -> None:
    """Copy a database, even one in use, to a single file. StoreError where there is nothing to copy or nowhere to put it."""
    if not database.exists():
        raise StoreError(f"There is no data at {database} to back up. Start Rheum once, or name the folder with --data.")
    if target.exists():
        raise StoreError(f"{target} is there already. Choose a name that is free.")
    partial = target.with_name(target.name + ".part")
    partial.unlink(missing_ok=True)
    source = connect(database)
    try:
        copy = sqlite3.connect(partial)
        try:
            source.backup(copy)
            copy.execute("PRAGMA journal_mode = DELETE")
        finally:
            copy.close()
        os.replace(partial, target)
    except (sqlite3.Error, OSError) as error:
        partial.unlink(missing_ok=True)
        raise StoreError(f"The backup could not be written to {target}: {error}.") from None
    finally:
        source.close()


def check_backup(file: Path) -> Kind:
    """Which kind of data a backup holds. StoreError where it is no whole Rheum backup."""
    if not file.is_file():
        raise StoreError(f"There is no file {file}.")
    try:
        connection = sqlite3.connect(f"file:{file}?mode=ro", uri=True)
        try:
            if connection.execute("PRAGMA application_id").fetchone()[0] != APPLICATION_ID:
                raise StoreError(f"{file} is not a Rheum backup.")
            if connection.execute("PRAGMA user_version").fetchone()[0] > schema_version():
                raise StoreError(f"{file} was written by a newer Rheum. Update Rheum first.")
            if connection.execute("PRAGMA integrity_check").fetchone()[0] != "ok":
                raise StoreError(f"{file} is damaged. Nothing was changed; try an older backup.")
            kind: Kind = connection.execute("SELECT value FROM meta WHERE key = 'kind'").fetchone()[0]
            return kind
        finally:
            connection.close()
    except sqlite3.DatabaseError:
        raise StoreError(f"{file} is not a Rheum backup, or it is damaged. Nothing was changed.") from None


def restore(folder: Path, file: Path, kind: Kind = "kitchen") -> Path | None:
    """Put a backup in the place of a folder's data; what was there is kept beside it under a dated name, which is given.
    The server must not be running. StoreError leaves everything as it was."""
    found = check_backup(file)
    if found != kind:
        raise StoreError(f"{file} holds {found} data, not {kind} data: the two never share a file.")
    folder.mkdir(parents=True, exist_ok=True)
    target = folder / FILE_OF[kind]
    fresh = target.with_name(target.name + ".restoring")
    fresh.unlink(missing_ok=True)
    source, copy = sqlite3.connect(f"file:{file}?mode=ro", uri=True), sqlite3.connect(fresh)
    try:
        source.backup(copy)
    finally:
        source.close()
        copy.close()
    ready = connect(fresh)
    try:
        migrate(ready, kind)
        ready.execute("PRAGMA wal_checkpoint(TRUNCATE)")
        ready.execute("PRAGMA journal_mode = DELETE")
    finally:
        ready.close()
    kept = None
    if target.exists():
        settled = connect(target)
        try:
            if settled.execute("PRAGMA wal_checkpoint(TRUNCATE)").fetchone()[0]:
                raise StoreError("The data is in use. Stop Rheum, then restore.")
        finally:
            settled.close()
        kept = target.with_name(f"{target.stem}-before-{datetime.now():%Y%m%d-%H%M%S}.db")
        os.replace(target, kept)
        for suffix in ("-wal", "-shm"):
            target.with_name(target.name + suffix).unlink(missing_ok=True)
    os.replace(fresh, target)
    return kept
