"""Debian's Chromium, driven through Playwright, against a real server."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator
from pathlib import Path
from urllib.parse import urlsplit

import pytest
from playwright.sync_api import Browser, BrowserContext, Page, expect, sync_playwright

from tests.browser.killable import Kitchen

ARGUMENTS = ["--no-sandbox", "--disable-gpu", "--disable-background-networking", "--no-first-run"]
AXE = Path(__file__).parents[2] / "frontend" / "node_modules" / "axe-core" / "axe.min.js"
# Two cores run the server, the browser and the other tests at once.
expect.set_options(timeout=15_000)
LAPTOP = {"width": 1280, "height": 800}
PHONE = {"width": 390, "height": 844}


@pytest.fixture(scope="session")
def browser() -> Iterator[Browser]:
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path="/usr/bin/chromium", args=ARGUMENTS)
        yield browser
        browser.close()


Opener = Callable[..., Page]


@pytest.fixture
def kitchen(tmp_path: Path) -> Iterator[Kitchen]:
    """An empty kitchen that can be killed."""
    kitchen = Kitchen(tmp_path)
    yield kitchen
    kitchen.kill()


@pytest.fixture
def open_page(browser: Browser) -> Iterator[Opener]:
    """Opens pages, and fails the test where one logs an error (a broken Content-Security-Policy, say)."""
    contexts: list[BrowserContext] = []
    wrong: list[str] = []

    def opener(url: str, size: dict[str, int] = LAPTOP, touch: bool = False, expect_errors: bool = False) -> Page:
        context = browser.new_context(viewport=size, has_touch=touch, is_mobile=touch, reduced_motion="reduce")
        contexts.append(context)
        page = context.new_page()
        page.set_default_timeout(15_000)
        if not expect_errors:
            # A refusal with a sentence (4xx) is part of the work; Chromium logs it all the same.
            page.on(
                "console",
                lambda message: wrong.append(message.text) if message.type == "error" and "status of 4" not in message.text else None,
            )
            page.on("pageerror", lambda error: wrong.append(str(error)))
        # An address without a path is the Bench; the first screen is asked for as such.
        page.goto(url if urlsplit(url).path else f"{url}/bench")
        return page

    yield opener
    for context in contexts:
        context.close()
    assert not wrong, wrong


def serious_faults(page: Page) -> list[str]:
    """axe-core's serious and critical findings on a page as it stands."""
    # The page's own policy forbids added scripts; evaluating the source goes round it, as a person's tools do.
    page.evaluate(AXE.read_text(encoding="utf-8"))
    result = page.evaluate("() => axe.run(document, { resultTypes: ['violations'] })")
    return [
        f"{found['id']}: {found['nodes'][0]['html'][:160]} {found['nodes'][0].get('failureSummary', '')[:200]}"
        for found in result["violations"]
        if found["impact"] in ("serious", "critical")
    ]


def all_before_filling(page: Page) -> None:
    """One press a part: who cooked without the Stove says so, and fills."""
    for part in ("Cook", "Jars and canner"):
        page.get_by_role("button", name=f"{part}: all of it is done").click()
        expect(page.get_by_role("button", name=f"{part}: all of it is done")).to_have_count(0)


def another_canner(page: Page) -> None:
    """The demo's canner holds its asparagus."""
    page.get_by_role("button", name="They go into another canner").click()


def all_in(page: Page, last: bool = True) -> None:
    """A load counted at once, as many jars as the canner takes of them."""
    page.get_by_role("button", name="Count them at once").click()
    page.get_by_role("button", name=re.compile("^Lid on: .* the last$" if last else "^Lid on: .* more after this load$")).click()


def through_the_door(page: Page, screen: str) -> None:
    """To a screen that has no place of its own in the bar."""
    page.get_by_role("navigation", name="Screens").get_by_role("link", name="More").click()
    page.get_by_role("main").get_by_role("link", name=screen, exact=True).click()
