"""From the press on Shelf in the bar to the shelf drawn, in Chromium, with 500 jars and with 50,000, in turn; the page's own clock.

    .venv/bin/python -m bench.shelf_seen [presses]

The aim is 1.5 times at most. With `--shot FILE` a picture of the large one is taken.
"""

from __future__ import annotations

import statistics
import sys
import tempfile
import threading
from pathlib import Path

from playwright.sync_api import Page, sync_playwright
from waitress import create_server

from bench.shelf import kitchen
from rheum.api.app import create_app
from rheum.api.guard import allowed_hosts
from rheum.api.setup import Setup
from tests.conftest import MovableClock

ARGUMENTS = ["--no-sandbox", "--disable-gpu", "--disable-background-networking", "--no-first-run"]
SEEN = """() => new Promise((done) => {
  const begun = performance.now();
  document.querySelector('nav a[href="/shelf"]').click();
  const look = () => document.querySelector('[data-standing]')
    ? requestAnimationFrame(() => requestAnimationFrame(() => done(performance.now() - begun)))
    : requestAnimationFrame(look);
  look();
})"""


def served(database: Path, clock: MovableClock) -> str:
    """A server of its own, and its address."""
    hosts: set[str] = set()
    server = create_server(create_app(Setup(database, "demo", hosts, clock)), host="127.0.0.1", port=0, threads=12)  # type: ignore[arg-type]
    hosts.update(allowed_hosts(server.effective_port))
    threading.Thread(target=server.run, daemon=True).start()
    return f"http://127.0.0.1:{server.effective_port}"


def pressed(page: Page, url: str) -> float:
    """Milliseconds from the press to the drawn shelf, asked for anew."""
    page.goto(f"{url}/more")
    page.get_by_role("heading", name="More").wait_for()
    page.wait_for_timeout(250)
    return float(page.evaluate(SEEN))


def main() -> None:
    """Both kitchens, pressed in turn."""
    presses = next((int(word) for word in sys.argv[1:] if word.isdecimal()), 25)
    clock = MovableClock()
    with tempfile.TemporaryDirectory() as folder, sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path="/usr/bin/chromium", args=ARGUMENTS)
        pages, took = {}, {}
        for name, many in (("500", 50), ("50,000", 5000)):
            (path := Path(folder) / str(many)).mkdir()
            pages[name] = (browser.new_page(viewport={"width": 1280, "height": 800}), served(kitchen(path, many, 10, clock), clock))
            took[name] = []
        for _ in range(presses):
            for name, (page, url) in pages.items():
                took[name].append(pressed(page, url))
        for name, times in took.items():
            print(f"{name:>7} jars: median {statistics.median(times):6.1f} ms, p95 {sorted(times)[int(len(times) * 0.95)]:6.1f} ms")
        print(f"{statistics.median(took['50,000']) / statistics.median(took['500']):.2f} times")
        if "--shot" in sys.argv:
            pages["50,000"][0].screenshot(path=sys.argv[sys.argv.index("--shot") + 1])
        browser.close()


if __name__ == "__main__":
    main()
