"""Away from the Stove: the nearest clock stands on every other screen, says when it is over, and leads there."""

from __future__ import annotations

import pytest
from playwright.sync_api import expect

from tests.browser.conftest import LAPTOP, PHONE, Opener, serious_faults
from tests.conftest import Running


@pytest.mark.parametrize("size", [LAPTOP, PHONE], ids=["laptop", "phone"])
def test_the_nearest_clock_stands_on_every_screen(size: dict[str, int], demo_server: Running, open_page: Opener) -> None:
    page = open_page(f"{demo_server.url}/shelf", size)
    bar = page.locator("[data-nearest]")
    expect(bar).to_contain_text("Cook down everything")
    expect(page.get_by_role("timer", name="The nearest clock")).to_contain_text(":")
    assert page.evaluate("() => document.documentElement.scrollWidth <= window.innerWidth"), "nothing runs over the edge"
    assert serious_faults(page) == []
    # Five minutes on the pot wants stirring, wherever one is.
    demo_server.clock.forward(minutes=6)
    expect(bar).to_contain_text("Stir: cook down everything")
    page.goto(f"{demo_server.url}/reckoner")
    bar.click()
    expect(page.get_by_role("heading", name="Stir")).to_be_visible()
    expect(bar).to_have_count(0)
    page.get_by_role("button", name="Stirred", exact=True).first.click()
    page.get_by_role("link", name="Shelf").first.click()
    expect(bar).not_to_contain_text("Stir")
