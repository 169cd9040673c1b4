"""From a keystroke at the Bench to the new verdict on the screen, in Debian's Chromium, and a 25-line recipe checked over HTTP.

The clock is the page's own: it starts when the key goes down and stops in the first frame in which the verdict panel no longer
is stale. Each key changes the text, so each is a question that the server has not seen: letters in the title, which leave the
verdict as it was, and digits in the amount of the first ingredient, which change every share in it.
"""

from __future__ import annotations

import random
import statistics
import tempfile
import threading
from pathlib import Path

from playwright.sync_api import Page, sync_playwright
from waitress import create_server

from rheum.api.app import create_app
from rheum.api.guard import allowed_hosts
from rheum.api.setup import Setup
from rheum.core.parsing.writing import formula_text
from rheum.demo import make_demo
from rheum.reference.loading import library

KEYS = 200
WARM_UP = 20
ARGUMENTS = ["--no-sandbox", "--disable-gpu", "--disable-background-networking", "--no-first-run"]
FIELD = "The recipe, one ingredient to a line"
LONG = """A pickle of the whole garden

4 lb pickling cucumbers, 1 in slices
2 lb small onions, quartered
4 cups celery, 1 in pieces
2 cups carrots, 1/2 in pieces
2 cups red peppers, 1/2 in pieces
2 cups cauliflower florets
5 cups white vinegar (5%)
1/4 cup prepared mustard
1/2 cup pickling salt
3 1/2 cups sugar
3 tbsp celery seed
2 tbsp mustard seed
1/2 tsp whole cloves
1/2 tsp turmeric
1 tsp coriander seed
1 tsp black peppercorns
2 bay leaves
1 tsp allspice
1 tsp cumin
1/2 tsp dried thyme
1 tsp dill seed
1/2 tsp dried chilli flakes
1 cinnamon stick
1/2 tsp fennel seed
1 tsp caraway seed

Method:
Hot pack, leaving 1/2 inch headspace. Process pint jars 5 minutes in boiling water.
"""
# Watches the panel: the first animation frame after it has been stale and is not any more ends the measurement. A mutation
# observer sees every change, even two within one frame.
WATCH = """() => {
  window.measured = [];
  if (window.watching) return;
  window.watching = true;
  let began = 0, stale = false;
  addEventListener('keydown', () => { began = performance.now(); stale = false; }, true);
  new MutationObserver(() => {
    const now = document.querySelector('[role=status][data-destination]')?.dataset.stale;
    if (!began) return;
    if (now === 'true') stale = true;
    if (!stale || now !== 'false') return;
    const from = began;
    began = 0;
    requestAnimationFrame(() => window.measured.push(performance.now() - from));
  }).observe(document.body, { subtree: true, attributes: true, attributeFilter: ['data-stale'], attributeOldValue: true });
}"""


def spread(times: list[float]) -> str:
    ordered = sorted(times)
    part = lambda share: ordered[min(len(ordered) - 1, int(len(ordered) * share))]  # noqa: E731
    return f"min {ordered[0]:.0f}  p25 {part(0.25):.0f}  median {statistics.median(ordered):.0f}  p75 {part(0.75):.0f}  p95 {part(0.95):.0f}  p99 {part(0.99):.0f}  max {ordered[-1]:.0f} ms"


def histogram(times: list[float]) -> str:
    rows = []
    for low in range(0, 160, 20):
        count = sum(low <= time < low + 20 for time in times) if low < 140 else sum(time >= low for time in times)
        rows.append(f"    {low:>4}{'+' if low >= 140 else f'-{low + 20}'} ms {'#' * round(count / len(times) * 60)} {count}")
    return "\n".join(rows)


def keystrokes(page: Page, text: str, in_amount: bool) -> list[float]:
    field = page.get_by_label(FIELD)
    text = f"{'By amount' if in_amount else 'By title'}: {text}"
    at = text.index("\n")
    if in_amount:
        at = text.index(" lb")
        text = f"{text[:at]}.0000{text[at:]}"
    field.fill(text)
    page.wait_for_function("() => document.querySelector('[role=status][data-stale=false]')")
    page.wait_for_timeout(800)
    page.evaluate(WATCH)
    field.evaluate("(box, at) => { box.focus(); box.setSelectionRange(at, at); }", at)
    chance, digits = random.Random(4), [0, 0, 0, 0]
    seen = {tuple(digits)}
    for number in range(KEYS + WARM_UP):
        if in_amount:
            # Another digit over one of the four after the point: an amount not asked for yet.
            while True:
                place, digit = chance.randrange(4), chance.randrange(10)
                now = [*digits[:place], digit, *digits[place + 1 :]]
                if tuple(now) not in seen:
                    digits = now
                    break
            seen.add(tuple(digits))
            field.evaluate("(box, at) => box.setSelectionRange(at, at + 1)", at + 1 + place)
            page.keyboard.press(str(digit))
        else:
            page.keyboard.press("abcdefghij"[number % 10])
        page.wait_for_function("(wanted) => window.measured.length >= wanted", arg=number + 1, timeout=5000)
        page.wait_for_timeout(60)
    return [float(time) for time in page.evaluate("window.measured")][WARM_UP:]


def main() -> None:
    hosts: set[str] = set()
    with tempfile.TemporaryDirectory() as folder, sync_playwright() as playwright:
        app = create_app(Setup(make_demo(Path(folder)), "demo", hosts))  # type: ignore[arg-type]
        server = create_server(app, host="127.0.0.1", port=0, threads=6)
        hosts.update(allowed_hosts(server.effective_port))
        threading.Thread(target=server.run, daemon=True).start()
        browser = playwright.chromium.launch(executable_path="/usr/bin/chromium", args=ARGUMENTS)
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        page.goto(f"http://127.0.0.1:{server.effective_port}/bench")
        page.get_by_label(FIELD).wait_for()
        for name, text in (
            ("dilled green beans, 9 lines", formula_text(library().formulas["dilled-green-beans"])),
            (f"a garden pickle, {LONG.count(chr(10)) - 5} lines", LONG),
        ):
            for where, in_amount in (("in the title", False), ("in an amount", True)):
                times = keystrokes(page, text, in_amount)
                print(f"keystroke to verdict, {name}, {len(times)} keys {where}")
                print(f"    {spread(times)}")
                print(histogram(times))
        browser.close()
        server.close()


if __name__ == "__main__":
    main()
