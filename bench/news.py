"""How soon screens hear of a tap, and how long a tap takes, with one, two and ten screens open on a real server."""

from __future__ import annotations

import json
import statistics
import sys
import tempfile
import threading
import time
import urllib.request
from datetime import datetime, timezone
from pathlib import Path
from typing import Any

from waitress import create_server

from rheum.api.app import create_app
from rheum.api.guard import allowed_hosts
from rheum.api.setup import Setup
from rheum.demo import make_demo


def ask(url: str, path: str, body: Any = None) -> Any:
    """One request as a screen makes it."""
    data = json.dumps(body).encode() if body is not None else None
    request = urllib.request.Request(url + path, data=data, headers={"Content-Type": "application/json"})
    with urllib.request.urlopen(request, timeout=30) as answer:
        return json.loads(answer.read())


class Screen:
    """A screen: waits for news, asks for the Stove when there is some, looks by itself every five seconds, and whether the server lives every three."""

    def __init__(self, url: str) -> None:
        self.url, self.heard, self.stop = url, [], False
        self.threads = [threading.Thread(target=run, daemon=True) for run in (self.news, self.look, self.alive)]
        for thread in self.threads:
            thread.start()

    def news(self) -> None:
        after = ""
        while not self.stop:
            token = ask(self.url, f"/api/news?after={after}")["token"]
            if token != after:
                ask(self.url, "/api/stove")
                self.heard.append(time.perf_counter())
            after = token

    def look(self) -> None:
        while not self.stop:
            ask(self.url, "/api/stove")
            time.sleep(5)

    def alive(self) -> None:
        while not self.stop:
            ask(self.url, "/api/alive")
            time.sleep(3)


def measured(url: str, many: int, taps: int) -> tuple[list[float], list[float]]:
    """(seconds until each screen had the new Stove, seconds that each tap took)."""
    screens = [Screen(url) for _ in range(many)]
    time.sleep(2)
    heard, took = [], []
    for number in range(taps):
        time.sleep(0.7)
        before = [len(screen.heard) for screen in screens]
        began = time.perf_counter()
        ask(url, "/api/timers", {"id": f"bench-{many:02d}-{number:05d}", "says": "a clock", "minutes": 5})
        took.append(time.perf_counter() - began)
        ask(url, f"/api/timers/bench-{many:02d}-{number:05d}/stop", {})
        until = time.perf_counter() + 3
        while time.perf_counter() < until and any(len(s.heard) == was for s, was in zip(screens, before, strict=True)):
            time.sleep(0.005)
        heard.extend((s.heard[was] if len(s.heard) > was else began + 3) - began for s, was in zip(screens, before, strict=True))
    for screen in screens:
        screen.stop = True
    return heard, took


def main() -> None:
    taps = int(sys.argv[1]) if len(sys.argv) > 1 else 40
    print(f"{taps} taps, {datetime.now(timezone.utc):%Y-%m-%d}")
    with tempfile.TemporaryDirectory() as folder:
        made = Setup(make_demo(Path(folder)), "demo", hosts := set(), screens=32)  # type: ignore[arg-type]
        server = create_server(create_app(made), host="127.0.0.1", port=0, threads=40)
        hosts.update(allowed_hosts(server.effective_port))
        threading.Thread(target=server.run, daemon=True).start()
        url = f"http://127.0.0.1:{server.effective_port}"
        alone = 0.0
        for many in (1, 2, 10):
            heard, took = measured(url, many, taps)
            heard.sort()
            tap = statistics.median(took)
            alone = alone or tap
            print(
                f"    {many} screens: heard after {statistics.median(heard):.3f} s, p95 {heard[int(len(heard) * 0.95)]:.3f}, at most {heard[-1]:.3f}; "
                f"a tap takes {tap * 1000:.1f} ms, {tap / alone:.2f} times that with one"
            )
            time.sleep(1)
        made.news.close()


if __name__ == "__main__":
    main()
