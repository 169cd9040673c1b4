"""The database keeps what it was given: migrations, constraints, backups, and data kept apart."""

from __future__ import annotations

import os
import sqlite3
from datetime import datetime, timedelta, timezone
from pathlib import Path

import pytest

from rheum.demo import make_demo
from rheum.store import batches, shelf
from rheum.store.database import StoreError, connect, open_data, schema_version
from rheum.store.idle import IdleConnections
from rheum.store.kitchen import KitchenSettings, read, write
from rheum.store.safekeeping import backup, restore


def test_a_new_database_is_whole_and_durable(tmp_path: Path) -> None:
    connection = connect(open_data(tmp_path, "kitchen"))
    pragmas = {
        name: connection.execute(f"PRAGMA {name}").fetchone()[0] for name in ("user_version", "journal_mode", "foreign_keys", "synchronous")
    }
    assert pragmas == {"user_version": schema_version(), "journal_mode": "wal", "foreign_keys": 1, "synchronous": 2}
    assert open_data(tmp_path, "kitchen").exists(), "opening again changes nothing"


def test_demo_and_real_data_never_share_a_file(tmp_path: Path) -> None:
    demo = make_demo(tmp_path)
    demo.rename(tmp_path / "kitchen.db")
    with pytest.raises(StoreError, match="never share a file"):
        open_data(tmp_path, "kitchen")
    copy = tmp_path / "copy"
    backup(tmp_path / "kitchen.db", copy)
    with pytest.raises(StoreError, match="never share a file"):
        restore(tmp_path / "own", copy)


def test_events_and_snapshots_cannot_be_changed(tmp_path: Path) -> None:
    connection = connect(make_demo(tmp_path))
    for statement in (
        "UPDATE event SET kind = 'x'",
        "DELETE FROM event",
        "UPDATE batch SET title = 'x'",
        "UPDATE batch SET snapshot = '{}'",
    ):
        with pytest.raises(sqlite3.IntegrityError):
            connection.execute(statement)
    with pytest.raises(sqlite3.IntegrityError):
        connection.execute(
            "INSERT INTO event (id, batch_id, sequence, at, kind, data) VALUES ('event-9999', 'no-batch-at-all', 1, '', 'step', '{}')"
        )


def test_the_demo_is_told_relative_to_its_start(tmp_path: Path) -> None:
    moment = datetime(2030, 3, 1, 10, tzinfo=timezone.utc)
    connection = connect(make_demo(tmp_path, moment=moment))
    kitchen = read(connection)
    assert kitchen is not None and (kitchen.name, str(kitchen.height)) == ("Quarry Row", "1,265 m")
    under_way = batches.under_way(connection)
    assert {batch.snapshot.begun_at.date() for batch in under_way} <= {moment.date(), (moment - timedelta(days=1)).date()}
    rows = shelf.standing(connection, moment.date(), shelf.Only())
    assert {row.place for row in rows} == {"shelf", "fridge"}
    assert max(row.made_on for row in rows) <= moment.date()
    assert any("garlic beans" in row.title for row in rows if row.place == "fridge")


def test_backup_and_restore(tmp_path: Path) -> None:
    path = open_data(tmp_path / "a", "kitchen")
    connection = connect(path)
    write(connection, KitchenSettings("Ours", "300", "m", "metric", None))
    backup(path, tmp_path / "saved")
    write(connection, KitchenSettings("Ours", "900", "m", "metric", None))
    connection.close()
    kept = restore(tmp_path / "a", tmp_path / "saved")
    assert kept is not None and kept.exists()
    settings = read(connect(path))
    assert settings is not None and settings.altitude == "300"
    assert restore(tmp_path / "b", tmp_path / "saved") is None


def test_bad_backups_change_nothing(tmp_path: Path) -> None:
    path = open_data(tmp_path / "a", "kitchen")
    before = path.read_bytes()
    noise = tmp_path / "noise"
    noise.write_bytes(b"no database at all" * 100)
    other = tmp_path / "other.db"
    sqlite3.connect(other).execute("CREATE TABLE t (x)")
    for bad in (noise, other, tmp_path / "missing"):
        with pytest.raises(StoreError, match=r"\."):
            restore(tmp_path / "a", bad)
    assert path.read_bytes() == before
    with pytest.raises(StoreError, match="free"):
        backup(path, noise)
    with pytest.raises(StoreError, match="no data"):
        backup(tmp_path / "nothing.db", tmp_path / "x")


def test_newer_data_is_left_alone(tmp_path: Path) -> None:
    path = open_data(tmp_path, "kitchen")
    connect(path).execute("PRAGMA user_version = 999")
    with pytest.raises(StoreError, match="newer Rheum"):
        open_data(tmp_path, "kitchen")


def test_a_connection_is_lent_again_and_nothing_half_done_stays_on_it(tmp_path: Path) -> None:
    path = open_data(tmp_path, "kitchen")
    idle = IdleConnections(path)
    first = idle.take()
    idle.give_back(first)
    assert idle.take() is first
    first.execute("BEGIN IMMEDIATE")
    first.execute("UPDATE meta SET value = 'demo'")
    idle.give_back(first)
    again = idle.take()
    assert again is not first and again.execute("SELECT value FROM meta WHERE key = 'kind'").fetchone()[0] == "kitchen"
    idle.give_back(again, failed=True)
    with pytest.raises(sqlite3.ProgrammingError):
        again.execute("SELECT 1")
    idle.close()


def test_another_file_in_the_place_is_seen_at_once(tmp_path: Path) -> None:
    path = open_data(tmp_path, "kitchen")
    idle = IdleConnections(path)
    old, lent = idle.take(), idle.take()
    idle.give_back(old)
    other = open_data(tmp_path / "other", "demo")
    for suffix in ("-wal", "-shm"):
        path.with_name(path.name + suffix).unlink(missing_ok=True)
    os.replace(other, path)
    now = idle.take()
    assert now is not old and now.execute("SELECT value FROM meta WHERE key = 'kind'").fetchone()[0] == "demo"
    idle.give_back(lent)
    with pytest.raises(sqlite3.ProgrammingError):
        lent.execute("SELECT 1")
    idle.give_back(now)
    idle.close()
