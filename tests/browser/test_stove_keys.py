"""Keys of the Stove: the big button by the space bar, and no clock set back by a single key."""

from __future__ import annotations

from playwright.sync_api import expect

from tests.browser.conftest import Opener
from tests.browser.test_bench import BEANS
from tests.conftest import Running


def test_no_key_sets_a_clock_back_without_being_asked(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url)
    batches = f"{demo_server.url}/api/batches"
    page.request.post(batches, data={"id": "keys-0001", "text": BEANS, "jars": 4, "short_known": True})
    said = [{"kind": "step", "step": step} for step in ("prepare", "heat-jars", "cook")]
    for number, event in enumerate(
        [*said, {"kind": "filled", "jars": 4}, {"kind": "loaded", "load": 1, "elsewhere": True}, {"kind": "boiling", "load": 1}]
    ):
        assert page.request.post(f"{batches}/keys-0001/events", data={**event, "id": f"keys-tap-{number}"}).ok
    page.goto(f"{demo_server.url}/stove/keys-0001")
    headline = page.get_by_role("heading", level=2).first
    expect(headline).to_have_text("Keep it boiling")
    page.keyboard.press("s")
    expect(page.get_by_role("button", name="Stop early")).to_be_focused()
    expect(page.get_by_text("Stop before the minutes are full?")).to_have_count(0)
    page.keyboard.press("l")
    expect(page.get_by_role("button", name="Boil lost")).to_be_focused()
    expect(headline).to_have_text("Keep it boiling")
    page.keyboard.press("l")
    expect(headline).to_have_text("Bring to the boil")
    # The big one has the focus by itself; without it the space bar finds it.
    page.evaluate("document.activeElement.blur()")
    page.wait_for_timeout(900)
    page.keyboard.press(" ")
    expect(headline).to_have_text("Keep it boiling")
    page.wait_for_timeout(900)
    page.keyboard.press("u")
    expect(page.get_by_role("button", name="Take back: It boils (load 1)")).to_be_focused()
    expect(headline).to_have_text("Keep it boiling")
    page.keyboard.press("u")
    expect(headline).to_have_text("Bring to the boil")
    page.keyboard.press("?")
    expect(page.get_by_role("region", name="Keys")).to_contain_text("the big button at the stove")
