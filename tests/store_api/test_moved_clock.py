"""A real server whose wall clock is really put forward in the middle of the boil (libfaketime), and one that is restored under."""

from __future__ import annotations

import glob
import json
import os
import subprocess
import sys
import time
import urllib.error
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import datetime
from pathlib import Path
from typing import Any

import pytest

from rheum.cli import main
from rheum.store.database import StoreError, connect, open_data
from rheum.store.lock import held
from rheum.store.safekeeping import backup, restore
from tests.store_api.test_kill import BEANS, ask, free_port

FAKETIME = (glob.glob("/usr/lib/*/faketime/libfaketimeMT.so.1") or [""])[0]


@contextmanager
def serving(data: Path, **more: str) -> Iterator[tuple[int, subprocess.Popen[bytes]]]:
    port = free_port()
    command = [sys.executable, "-m", "rheum.cli", "serve", "--data", str(data), "--port", str(port)]
    server = subprocess.Popen(command, stdout=subprocess.DEVNULL, stderr=subprocess.PIPE, env={**os.environ, **more})
    try:
        for _ in range(400):  # loading under a moved clock on a busy machine
            try:
                ask(port, "/api/alive")
                break
            except OSError:
                time.sleep(0.1)
        else:
            raise AssertionError("the server did not start")
        yield port, server
    finally:
        server.kill()
        server.wait()


def told(port: int, number: int, kind: str, **more: object) -> Any:
    return ask(port, "/api/batches/batch-clock/events", {"id": f"tap-{number:05d}", "kind": kind, **more})


def test_a_clock_put_forward_by_an_hour_ends_no_processing(tmp_path: Path) -> None:
    """The server really runs under a wall clock that is moved; its steady clock is the machine's own."""
    assert FAKETIME, "tools/install-debian installs libfaketime"
    moved = tmp_path / "offset"
    moved.write_text("+0")
    fake = {
        "LD_PRELOAD": FAKETIME, "FAKETIME_TIMESTAMP_FILE": str(moved), "FAKETIME_NO_CACHE": "1", "FAKETIME_DONT_FAKE_MONOTONIC": "1",
        "DONT_FAKE_MONOTONIC": "1",
    }  # fmt: skip
    with serving(tmp_path / "data", **fake) as (port, _):
        ask(port, "/api/kitchen", {"altitude": 1265, "altitude_unit": "m", "measures": "us"}, "PUT")
        ask(port, "/api/batches", {"id": "batch-clock", "text": BEANS, "jars": 7})
        for number, step in enumerate(("prepare", "heat-jars", "cook")):
            told(port, number, "step", step=step)
        told(port, 3, "filled", jars=7)
        told(port, 4, "loaded", load=1)
        before = told(port, 5, "boiling", load=1)
        moved.write_text("+3600")
        after = ask(port, "/api/batches/batch-clock")
        shift = datetime.fromisoformat(after["now"]) - datetime.fromisoformat(before["now"])
        assert shift.total_seconds() > 3500, "the wall clock was really moved"
        load = after["state"]["loads"][0]
        assert load["phase"] == "boiling"
        left = datetime.fromisoformat(load["ends_at"]) - datetime.fromisoformat(after["now"])
        assert 540 < left.total_seconds() <= 600, "ten minutes are still to boil"
        assert any("put forward by 1 h" in says for says in after["state"]["told"])
        with pytest.raises(urllib.error.HTTPError) as refused:
            told(port, 6, "heat-off", load=1)
        assert "not full yet" in json.loads(refused.value.read())["detail"]


def test_a_server_has_its_folder_to_itself(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    saved = tmp_path / "saved.db"
    backup(open_data(tmp_path / "other", "kitchen"), saved)
    data = tmp_path / "data"
    with serving(data) as (port, server):
        ask(port, "/api/kitchen", {"altitude": 1265, "altitude_unit": "m", "measures": "us"}, "PUT")
        with pytest.raises(StoreError, match="has the data"):
            restore(data, saved)
        assert main(["restore", str(saved), "--data", str(data)]) == 2
        assert f"process {server.pid}" in capsys.readouterr().err
        second = subprocess.run(
            [sys.executable, "-m", "rheum.cli", "serve", "--data", str(data), "--port", str(free_port())],
            check=False,
            capture_output=True,
            text=True,
            timeout=30,
        )
        assert second.returncode == 2
        assert "Stop it with Ctrl-C" in second.stderr
        assert ask(port, "/api/kitchen")["altitude_says"] == "1,265 m", "nothing was lost by the tries"
    # Killed, it leaves no lock that is shut.
    assert restore(data, saved) is not None
    with serving(data) as (port, _):
        assert ask(port, "/api/kitchen")["known"] is False


def test_the_lock_goes_with_its_holder(tmp_path: Path) -> None:
    with held(tmp_path, "kitchen", "try again"), pytest.raises(StoreError, match="then try again"), held(tmp_path, "kitchen", "try again"):
        raise AssertionError("two held it")
    with held(tmp_path, "kitchen", "try again"):
        pass


@pytest.mark.parametrize("name", ["a#b.db", "a?b.db", "50%41.db"])
def test_a_backup_may_be_called_anything(tmp_path: Path, name: str) -> None:
    backup(open_data(tmp_path / "a", "kitchen"), tmp_path / name)
    assert restore(tmp_path / "b", tmp_path / name) is None


def test_damaged_data_is_never_called_a_backup(tmp_path: Path) -> None:
    path = open_data(tmp_path, "kitchen")
    connection = connect(path)
    connection.executemany(
        "INSERT INTO recipe VALUES (?, 'x', ?, 'own', '{}', '', '')", [(f"recipe-{n:04d}", "Beans " * 400) for n in range(60)]
    )
    connection.execute("PRAGMA wal_checkpoint(TRUNCATE)")
    connection.close()
    whole = path.read_bytes()
    page = 4096
    path.write_bytes(whole[: page * 30] + b"\xa5" * page + whole[page * 31 :])
    with pytest.raises(StoreError, match="damaged"):
        backup(path, tmp_path / "saved.db")
    assert not (tmp_path / "saved.db").exists()
    assert not list(tmp_path.glob("*.part"))
    with pytest.raises(StoreError, match="is damaged"):
        open_data(tmp_path, "kitchen", check=True)
    # The damaged file is put aside by a restore, not lost.
    good = open_data(tmp_path / "good", "kitchen")
    backup(good, tmp_path / "good.db")
    kept = restore(tmp_path, tmp_path / "good.db")
    assert kept is not None
    assert kept.stat().st_size == len(whole)


def test_another_programs_database_and_an_emptied_file_are_no_kitchen(tmp_path: Path) -> None:
    (tmp_path / "kitchen.db").touch()
    with pytest.raises(StoreError, match="is empty"):
        open_data(tmp_path, "kitchen")
    (tmp_path / "other").mkdir()
    connection = connect(tmp_path / "other" / "kitchen.db")
    connection.execute("CREATE TABLE theirs (x)")
    connection.close()
    with pytest.raises(StoreError, match="another program's"):
        open_data(tmp_path / "other", "kitchen")
