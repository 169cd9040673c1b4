"""Every screen: axe finds no serious fault; a verdict never stands beside a newer text, and goes when the server does."""

from __future__ import annotations

import contextlib
import re
import threading
from datetime import datetime, timezone

import pytest
from playwright.sync_api import Error, Route, expect
from waitress import create_server

from rheum.api.app import create_app
from rheum.api.guard import allowed_hosts
from rheum.api.setup import Setup
from rheum.core.judging.stricter import Stricter
from rheum.store import second_looks
from rheum.store.database import connect
from tests.browser.conftest import LAPTOP, PHONE, Opener, serious_faults
from tests.conftest import MovableClock, Running

SCREENS = [
    "/today",
    "/bench",
    "/more",
    "/shelf/26-002",
    "/shelf/25-005/4",
    "/shelf/26-002/2/wrong",
    "/stove",
    "/stove/demo-0011",
    "/stove/demo-0012",
    "/shelf",
    "/kitchen",
    "/kitchen/vinegar",
    "/kitchen/jars",
    "/kitchen/canners",
    "/measure",
    "/recipes/on-hand",
]


# By thumb, at the stove and by the shelf.
BY_THUMB = ("/stove/demo-0012", "/shelf", "/today", "/bench", "/shelf/25-005/4", "/shelf/26-002/2/wrong")


@pytest.mark.parametrize("size", [LAPTOP, PHONE], ids=["laptop", "phone"])
def test_no_serious_fault_on_any_screen(size: dict[str, int], demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url, size)
    found = {}
    for path in SCREENS:
        # From screen to screen within the page, as a person goes: only the first one loads the program.
        page.evaluate("path => { history.pushState({}, '', path); dispatchEvent(new PopStateEvent('popstate', { state: {} })); }", path)
        expect(page.get_by_role("heading", level=1)).to_be_visible()
        page.get_by_role("heading").first.wait_for()
        page.wait_for_timeout(500)
        page.wait_for_timeout(300)  # what fades while it is asked for has faded in again
        if size is LAPTOP or path in BY_THUMB:
            found[path] = serious_faults(page)
        assert page.evaluate("() => document.documentElement.scrollWidth <= window.innerWidth"), f"{path} runs over the edge"
    assert not any(found.values()), found


def test_no_serious_fault_where_things_open_and_warn(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url)
    page.get_by_label("The recipe, one ingredient to a line").fill("Beans\n4 lb green beans\n1 cup cream\n")
    expect(page.get_by_role("status")).to_contain_text("Do not jar")
    expect(page.get_by_role("button", name="Begin this batch")).to_be_disabled()
    faults = serious_faults(page)
    page.get_by_role("button", name="Tested formulas").click()
    expect(page.get_by_role("dialog")).to_be_visible()
    page.wait_for_timeout(400)
    assert faults + serious_faults(page) == []
    page.get_by_role("dialog").get_by_text("Corn relish").click()
    expect(page.get_by_role("status")).to_contain_text("Shelf")
    page.get_by_role("button", name="Undo: the recipe before the formula").click()
    expect(page.get_by_role("status")).to_contain_text("Do not jar")


def test_the_first_start_has_no_serious_fault(empty_server: Running, open_page: Opener) -> None:
    page = open_page(empty_server.url, PHONE)
    expect(page.get_by_role("heading", level=1)).to_be_visible()
    assert serious_faults(page) == []


def test_a_verdict_greys_at_once_on_any_edit(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url)
    sheet = page.get_by_label("The recipe, one ingredient to a line")
    sheet.fill("Beans\n4 lb green beans\n1/2 cup pickling salt\n8 heads dill\n4 cups white vinegar (5%)\n4 cups water")
    status = page.get_by_role("status")
    expect(status).to_have_attribute("data-stale", "false")
    expect(status).to_contain_text("Shelf")
    held: list[Route] = []

    def hold(route: Route) -> None:
        held.append(route)

    page.route("**/api/check", hold)
    sheet.press("End")
    sheet.press_sequentially("s")
    # The answer is held back: the old verdict must not be readable as one of the new text.
    expect(status).to_have_attribute("data-stale", "true")
    expect(status).not_to_contain_text("Shelf")
    expect(page.locator("[data-minutes]")).to_be_hidden()
    expect(page.get_by_role("button", name="Begin this batch")).to_be_disabled()
    page.unroute("**/api/check")
    for route in held:
        with contextlib.suppress(Error):  # the screen gave up an older question itself
            route.continue_()
    expect(status).to_have_attribute("data-stale", "false")


def test_the_verdict_goes_when_the_server_does_and_comes_back(tmp_path: object, demo_server: Running, open_page: Opener) -> None:
    app = create_app(Setup(demo_server.database, "demo", hosts := set(), MovableClock()))  # type: ignore[arg-type]
    server = create_server(app, host="127.0.0.1", port=0, threads=4)
    hosts.update(allowed_hosts(server.effective_port))
    thread = threading.Thread(target=server.run, daemon=True)
    thread.start()
    page = open_page(f"http://127.0.0.1:{server.effective_port}", expect_errors=True)
    expect(page.locator("[data-destination]")).to_be_visible()
    server.close()
    for channel in list(server.active_channels.values()):
        channel.handle_close()
    thread.join(timeout=5)
    expect(page.get_by_role("alert").filter(has_text="does not answer")).to_be_visible()
    expect(page.locator("[data-destination]")).to_have_count(0)
    expect(page.locator("[data-away=gone]")).to_be_visible()
    expect(page.get_by_label("The recipe, one ingredient to a line")).not_to_have_value("")


def test_an_empty_sheet_asks_for_a_recipe(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url, expect_errors=True)
    page.get_by_role("button", name="More").click()
    page.get_by_role("menuitem", name="Clear the sheet").click()
    expect(page.get_by_role("alert").filter(has_text="no recipe here yet")).to_be_visible()
    page.get_by_role("button", name="Try an example").click()
    expect(page.get_by_role("status")).to_contain_text("Refrigerator")
    expect(page.locator("[data-code=line-unread]").first).to_contain_text("ramps")


def test_a_failed_jar_found_late_says_so(demo_server: Running, open_page: Opener) -> None:
    page = open_page(f"{demo_server.url}/stove/demo-0011")
    expect(page.get_by_role("heading", name="Cooling")).to_be_visible()
    demo_server.clock.forward(hours=30)
    page.get_by_role("button", name="Jar 1 not sealed").click()
    expect(page.get_by_role("alert").filter(has_text="more than 24 hours")).to_be_visible()
    assert serious_faults(page) == []


def test_a_stricter_answer_is_told_once_and_never_over_the_clock(demo_server: Running, open_page: Opener) -> None:
    with contextlib.closing(connect(demo_server.database)) as connection:
        found = Stricter("It was judged for the shelf; today it would be for the refrigerator.", "“Oat milk” is thin.")
        second_looks.tell(connection, "placement", "oat milk", "oat milk", found=found, now=datetime.now(timezone.utc))
    page = open_page(f"{demo_server.url}/kitchen")
    told = page.get_by_role("region", name="Judged again")
    expect(told).to_contain_text("Ingredient placed here “oat milk”")
    page.goto(f"{demo_server.url}/stove/demo-0012")
    expect(page.get_by_role("heading", level=1)).to_be_visible()
    expect(told).to_have_count(0)
    page.goto(f"{demo_server.url}/shelf")
    told.get_by_role("button", name="I have read it").click()
    expect(told).to_have_count(0)
    page.reload()
    expect(page.get_by_role("heading", name="Shelf")).to_be_visible()
    expect(told).to_have_count(0)


def test_how_a_tested_one_is_made_is_read_before_it_is_begun(demo_server: Running, open_page: Opener) -> None:
    page = open_page(f"{demo_server.url}/recipes")
    page.get_by_role("link", name="How it is made: Bread-and-butter cucumbers").click()
    expect(page.get_by_role("heading", level=1)).to_have_text("Bread-and-butter cucumbers")
    expect(page.locator("[data-task=salt]")).to_contain_text("3 to 4 hours")
    page.get_by_role("radio", name="two").click()
    expect(page.get_by_text("12 lb pickling cucumber")).to_be_visible()
    expect(page.locator("[data-makes]")).to_contain_text("16 pint jars")
    assert serious_faults(page) == []
    page.get_by_role("button", name="Begin from it").click()
    expect(page.get_by_label("The recipe, one ingredient to a line")).to_have_value(re.compile("Bread-and-butter cucumbers"))
