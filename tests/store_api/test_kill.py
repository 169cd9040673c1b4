"""kill -9 in the middle of a run: the same state, the same clock, nothing lost. This really does it."""

from __future__ import annotations

import json
import os
import signal
import socket
import subprocess
import sys
import time
import urllib.request
from pathlib import Path
from typing import Any

BEANS = "Beans\n4 lb green beans\n1/2 cup pickling salt\n8 heads dill\n4 cups white vinegar (5%)\n4 cups water\n"


def free_port() -> int:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return int(probe.getsockname()[1])


def ask(port: int, path: str, body: dict | None = None, method: str = "POST") -> Any:
    request = urllib.request.Request(f"http://127.0.0.1:{port}{path}", method=method if body is not None else "GET")
    if body is not None:
        request.data = json.dumps(body).encode()
        request.add_header("Content-Type", "application/json")
    with urllib.request.urlopen(request, timeout=10) as answer:
        return json.loads(answer.read())


def start(data: Path, port: int) -> subprocess.Popen[bytes]:
    server = subprocess.Popen(
        [sys.executable, "-m", "rheum.cli", "serve", "--data", str(data), "--port", str(port)], stdout=subprocess.DEVNULL
    )
    for _ in range(200):
        try:
            ask(port, "/api/alive")
        except OSError:
            time.sleep(0.1)
        else:
            return server
    raise AssertionError("the server did not start")


def test_a_killed_server_loses_nothing(tmp_path: Path) -> None:
    port = free_port()
    server = start(tmp_path, port)
    try:
        ask(port, "/api/kitchen", {"altitude": 1265, "altitude_unit": "m", "measures": "us"}, "PUT")
        ask(port, "/api/batches", {"id": "batch-kill", "text": BEANS, "jars": 9})
        taps = [
            ("step", {"step": "prepare"}),
            ("step", {"step": "heat-jars"}),
            ("step", {"step": "cook"}),
            ("filled", {"jars": 9}),
            ("loaded", {"load": 1}),
            ("boiling", {"load": 1}),
        ]
        for number, (kind, more) in enumerate(taps):
            shown = ask(port, "/api/batches/batch-kill/events", {"id": f"tap-{number:05d}", "kind": kind, **more})
            # Killed right after a tap was shown as saved; a start takes seconds, so not after every one.
            if kind not in ("filled", "boiling"):
                continue
            os.kill(server.pid, signal.SIGKILL)
            server.wait()
            server = start(tmp_path, port)
            after = ask(port, "/api/batches/batch-kill")
            assert after["snapshot"] == shown["snapshot"]
            assert {**after["state"], "coming": []} == {**shown["state"], "coming": []}  # what comes moves with the clock
        load = after["state"]["loads"][0]
        assert load["phase"] == "boiling"
        assert load["boil_at"] == shown["state"]["loads"][0]["boil_at"]
    finally:
        server.kill()
        server.wait()
