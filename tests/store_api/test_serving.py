"""Starting the server: local unless told otherwise, and an explicit list of hosts."""

from __future__ import annotations

import argparse
import socket
import subprocess
import sys
import threading
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

import pytest

from rheum.api.app import create_app
from rheum.api.guard import allowed_hosts
from rheum.api.setup import Setup
from rheum.serving import serve
from rheum.store.database import StoreError, open_data
from tests.conftest import MovableClock


def arguments(**changes: object) -> argparse.Namespace:
    return argparse.Namespace(**{"host": "127.0.0.1", "port": 8765, "allow_host": [], "data": None, "fresh": False} | changes)


def test_this_machine_only_unless_named() -> None:
    assert allowed_hosts(8765) == {"127.0.0.1:8765", "localhost:8765", "[::1]:8765"}
    assert "192.168.1.20:8765" in allowed_hosts(8765, ("192.168.1.20",))
    assert "localhost" in allowed_hosts(80)


def test_listening_everywhere_needs_a_list() -> None:
    with pytest.raises(StoreError, match="--allow-host"):
        serve(arguments(host="0.0.0.0"), demo=False)


def test_a_taken_port_gets_a_sentence(tmp_path: Path) -> None:
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        with pytest.raises(StoreError, match="--port"):
            serve(arguments(port=taken.getsockname()[1], data=tmp_path), demo=False)


def test_a_folder_that_cannot_be_made_gets_a_sentence(tmp_path: Path) -> None:
    (tmp_path / "file").write_text("")
    with pytest.raises(StoreError, match="--data"):
        serve(arguments(data=tmp_path / "file" / "below"), demo=False)


def test_the_named_host_is_answered_and_no_other(tmp_path: Path) -> None:
    app = create_app(Setup(open_data(tmp_path, "kitchen"), "kitchen", allowed_hosts(8765, ("10.0.0.7",))))
    client = app.test_client()
    assert client.get("/api/alive", headers={"Host": "10.0.0.7:8765"}).status_code == 200
    assert client.get("/api/alive", headers={"Host": "10.0.0.7:8765", "Origin": "http://10.0.0.7:8765"}).status_code == 200
    for headers in ({"Host": "10.0.0.8:8765"}, {"Host": "10.0.0.7:8765", "Origin": "null"}, {"Host": "10.0.0.7"}):
        assert client.get("/api/alive", headers=headers).status_code == 403


def test_the_command_explains_itself() -> None:
    told = subprocess.run([sys.executable, "-m", "rheum.cli", "--help"], capture_output=True, text=True, check=True)
    for command in ("check", "serve", "demo", "backup", "restore"):
        assert command in told.stdout


def test_two_screens_at_once_neither_lose_nor_double_a_tap(tmp_path: Path) -> None:
    app = create_app(Setup(open_data(tmp_path, "kitchen"), "kitchen", frozenset({"localhost"}), MovableClock()))
    first = app.test_client()
    first.put("/api/kitchen", json={"altitude": 0, "altitude_unit": "m", "measures": "us"})
    text = "Beans\n4 lb green beans\n8 heads dill\n4 cups white vinegar (5%)\n4 cups water\n"
    first.post("/api/batches", json={"id": "batch-both", "text": text, "jars": 8})
    gate = threading.Barrier(8)

    def tap(number: int) -> int:
        gate.wait()
        event = {"id": f"tap-{number % 4:05d}", "kind": "step", "step": ("prepare", "heat-jars", "cook", "prepare")[number % 4]}
        return app.test_client().post("/api/batches/batch-both/events", json=event).status_code

    with ThreadPoolExecutor(8) as pool:
        answers = list(pool.map(tap, range(8)))
    assert set(answers) <= {200, 409}
    state = first.get("/api/batches/batch-both").get_json()["state"]
    assert state["step"] == "fill", "each of the three steps counts once, whoever told it"
