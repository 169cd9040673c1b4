"""Backup and restore: whole or not at all."""

from __future__ import annotations

import os
import sqlite3
from datetime import datetime
from pathlib import Path

from rheum.store.database import APPLICATION_ID, FILE_OF, Kind, StoreError, connect, connect_to_read, faults, migrate, schema_version
from rheum.store.lock import held


def backup(database: Path, target: Path) -> None:
    """Copy a database, even one in use, to a single file, and read the copy through before it is called a backup. StoreError where
    there is nothing to copy, nowhere to put it, or the data itself is damaged."""
    if not database.exists():
        raise StoreError(f"There is no data at {database} to back up. Start Rheum once, or name the folder with --data.")
    if target.exists():
        raise StoreError(f"{target} is there already. Choose a name that is free.")
    partial = target.with_name(target.name + ".part")
    source: sqlite3.Connection | None = None
    try:
        partial.unlink(missing_ok=True)
        source = connect(database)
        copy = sqlite3.connect(partial)
        try:
            source.backup(copy)
            copy.execute("PRAGMA journal_mode = DELETE")
        finally:
            copy.close()
        os.chmod(partial, 0o600)
        _verified(partial, database)
        os.replace(partial, target)
    except (sqlite3.Error, OSError) as error:
        partial.unlink(missing_ok=True)
        raise StoreError(f"The backup could not be written to {target}: {error}.") from None
    finally:
        if source is not None:
            source.close()


def _verified(copy: Path, database: Path) -> None:
    try:
        check_backup(copy)
    except StoreError:
        copy.unlink(missing_ok=True)
        raise StoreError(
            f"The data at {database} is damaged, so no backup was made of it. Restore an older backup with “rheum restore FILE”; "
            "what is there now is kept beside it."
        ) from None


def check_backup(file: Path) -> Kind:
    """Which kind of data a backup holds. StoreError where it is no whole Rheum backup."""
    if not file.is_file():
        raise StoreError(f"There is no file {file}.")
    try:
        connection = connect_to_read(file)
        try:
            if connection.execute("PRAGMA application_id").fetchone()[0] != APPLICATION_ID:
                raise StoreError(f"{file} is not a Rheum backup.")
            if connection.execute("PRAGMA user_version").fetchone()[0] > schema_version():
                raise StoreError(f"{file} was written by a newer Rheum. Update Rheum first.")
            if faults(connection, thorough=True):
                raise StoreError(f"{file} is damaged. Nothing was changed; try an older backup.")
            row = connection.execute("SELECT value FROM meta WHERE key = 'kind'").fetchone()
            if row is None or row["value"] not in FILE_OF:
                raise StoreError(f"{file} is not a Rheum backup.")
            kind: Kind = row["value"]
            return kind
        finally:
            connection.close()
    except (sqlite3.DatabaseError, OSError):
        raise StoreError(f"{file} is not a Rheum backup, or it is damaged. Nothing was changed.") from None


def put_in_use(database: Path, file: Path, kind: Kind) -> Path:
    """Put a backup in the place of data that a server has in use: the screens see the new data at once. What was there is kept beside it as a
    backup, whose path is given. StoreError, which leaves everything as it was."""
    if check_backup(file) != kind:
        raise StoreError("That is a backup of other data: a kitchen's own and the demo's never share a file.")
    kept = database.with_name(f"{database.stem}-before-{datetime.now():%Y%m%d-%H%M%S}.db")
    backup(database, kept)
    fresh = database.with_name(database.name + ".restoring")
    try:
        fresh.unlink(missing_ok=True)
        source, copy = connect_to_read(file), sqlite3.connect(fresh)
        try:
            source.backup(copy)
        finally:
            source.close()
            copy.close()
        ready, here = connect(fresh), connect(database)
        try:
            migrate(ready, kind)
            # What screens and caches know the data by must not come round again.
            for table in ("revision", "change", "news"):
                number = here.execute(f"SELECT number FROM {table} WHERE id = 1").fetchone()["number"]
                ready.execute(f"UPDATE {table} SET number = max(number, ?) + 1 WHERE id = 1", (number,))
            ready.backup(here)
        finally:
            ready.close()
            here.close()
        return kept
    except (sqlite3.Error, OSError) as error:
        raise StoreError(f"It could not be restored ({error}). Nothing was changed.") from None
    finally:
        for suffix in ("", "-wal", "-shm", "-journal"):
            fresh.with_name(fresh.name + suffix).unlink(missing_ok=True)


def restore(folder: Path, file: Path, kind: Kind = "kitchen") -> Path | None:
    """Put a backup in the place of a folder's data; what was there is kept beside it under a dated name, which is given.
    StoreError, which leaves everything as it was, where a server has the folder."""
    found = check_backup(file)
    if found != kind:
        raise StoreError(f"{file} holds {found} data, not {kind} data: the two never share a file.")
    with held(folder, kind, "restore"):
        return _put_in_place(folder / FILE_OF[kind], file, kind)


def _put_in_place(target: Path, file: Path, kind: Kind) -> Path | None:
    fresh = target.with_name(target.name + ".restoring")
    try:
        fresh.unlink(missing_ok=True)
        source, copy = connect_to_read(file), sqlite3.connect(fresh)
        try:
            source.backup(copy)
        finally:
            source.close()
            copy.close()
        os.chmod(fresh, 0o600)
        ready = connect(fresh)
        try:
            migrate(ready, kind)
            ready.execute("PRAGMA wal_checkpoint(TRUNCATE)")
            ready.execute("PRAGMA journal_mode = DELETE")
        finally:
            ready.close()
        return _swap(target, fresh)
    except (sqlite3.Error, OSError) as error:
        raise StoreError(f"{file} could not be restored ({error}). Nothing was changed.") from None
    finally:
        for suffix in ("", "-wal", "-shm", "-journal"):
            fresh.with_name(fresh.name + suffix).unlink(missing_ok=True)


def _swap(target: Path, fresh: Path) -> Path | None:
    kept = None
    if target.exists():
        _settle(target)
        kept = target.with_name(f"{target.stem}-before-{datetime.now():%Y%m%d-%H%M%S}.db")
        # What the log still holds belongs to the old data, and goes with it.
        for suffix in ("-shm", "-wal", ""):
            if (part := target.with_name(target.name + suffix)).exists():
                os.replace(part, kept.with_name(kept.name + suffix))
    os.replace(fresh, target)
    return kept


def _settle(target: Path) -> None:
    """Write what the log holds into the data that is put aside. Damaged data is put aside as it is."""
    try:
        settled = connect(target)
    except StoreError:
        return
    try:
        if settled.execute("PRAGMA wal_checkpoint(TRUNCATE)").fetchone()[0]:
            raise StoreError("The data is in use by another program. Stop it, then restore.")
    except sqlite3.DatabaseError:
        return
    finally:
        settled.close()
