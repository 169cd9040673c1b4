"""A server in a process of its own, with a clock that only the test moves."""

from __future__ import annotations

import json
import os
import signal
import subprocess
import sys
import time
import urllib.request
from datetime import datetime, timedelta, timezone
from pathlib import Path
from typing import Any

from tests.store_api.test_kill import free_port


class Kitchen:
    """A server in a process of its own that can be killed, with a clock that only the test moves."""

    def __init__(self, folder: Path) -> None:
        self.folder, self.port, self.clock = folder, free_port(), folder / "clock"
        self.now = datetime.now(timezone.utc).replace(microsecond=0)
        self.forward()
        self.server = self._start()

    @property
    def url(self) -> str:
        return f"http://127.0.0.1:{self.port}"

    def forward(self, **by: float) -> None:
        self.now += timedelta(**by)
        fresh = self.clock.with_suffix(".new")
        fresh.write_text(self.now.isoformat(), encoding="utf-8")
        fresh.replace(self.clock)  # never half written where the server reads it

    def until(self, moment: datetime) -> None:
        """The clock moved on to a moment, never back."""
        self.forward(seconds=max(0.0, (moment - self.now).total_seconds()))

    def _start(self) -> subprocess.Popen[bytes]:
        return subprocess.Popen(
            [sys.executable, "-m", "tests.browser.kitchen_with_a_clock", str(self.folder), str(self.port), str(self.clock)]
        )

    def kill(self) -> None:
        if self.server.poll() is None:
            os.kill(self.server.pid, signal.SIGKILL)
        self.server.wait()

    def begin_again(self) -> None:
        """Started again, and answering."""
        self.server = self._start()
        for _ in range(600):
            try:
                self.asks("GET", "/api/alive")
                return
            except OSError:
                time.sleep(0.1)
        raise AssertionError("the kitchen did not start again")

    def killed(self) -> None:
        self.kill()
        self.begin_again()

    def asks(self, method: str, path: str, body: object = None) -> Any:
        """What the server answers."""
        data = json.dumps(body).encode() if body is not None else None
        request = urllib.request.Request(f"{self.url}{path}", data=data, method=method, headers={"Content-Type": "application/json"})
        with urllib.request.urlopen(request, timeout=20) as answer:
            return json.loads(answer.read())

    def ready(self) -> None:
        """Waits until it answers, and sets its height."""
        for _ in range(600):
            try:
                self.asks("PUT", "/api/kitchen", {"altitude": 1265, "altitude_unit": "m", "measures": "us"})
                return
            except OSError:
                time.sleep(0.1)
        raise AssertionError("the kitchen did not start")
