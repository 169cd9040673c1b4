"""Answers that are lost, servers that hang, clocks that are moved: what a screen says, and what it counts."""

from __future__ import annotations

import os
import signal
from collections.abc import Iterator
from pathlib import Path

import pytest
from playwright.sync_api import Page, Route, expect

from rheum.demo import make_demo
from tests.browser.conftest import Opener
from tests.browser.test_bench import BEANS, sheet
from tests.browser.test_journey import press
from tests.conftest import Running
from tests.store_api.test_kill import ask, free_port, start


def lose_answers(page: Page, path: str, most: int = 1) -> list[str]:
    """The first requests arrive, and their answers are lost on the way back. Gives the ids that were sent."""
    sent: list[str] = []

    def lose(route: Route) -> None:
        sent.append(route.request.post_data_json["id"])
        if len(sent) <= most:
            route.fetch()
            route.abort()
        else:
            route.continue_()

    page.route(path, lose)
    return sent


def left_in(url: str) -> tuple[float, int]:
    import json
    import urllib.request

    def get(path: str) -> dict:
        with urllib.request.urlopen(url + path, timeout=10) as answer:
            return json.loads(answer.read())

    stock = get("/api/stock")["stock"]
    return sum(lot["count"] for lot in stock["lids"]), len(get("/api/batches")["batches"])


@pytest.mark.parametrize("measured", [False, True], ids=["bench", "measure"])
def test_a_lost_answer_begins_one_batch_and_takes_its_lids_once(measured: bool, demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url, expect_errors=True)
    sheet(page, BEANS)
    if measured:
        page.get_by_role("button", name="Measure and make").click()
    lids, batches = left_in(demo_server.url)
    sent = lose_answers(page, "**/api/batches", most=2)
    begin = page.get_by_role("button", name="Begin this batch")
    for _ in range(2):
        expect(begin).to_be_enabled()
        begin.click()
        expect(page.get_by_text("does not answer").first).to_be_visible()
    expect(begin).to_be_enabled()
    begin.click()
    expect(page.get_by_role("heading", name="Check the kit")).to_be_visible()
    assert len(sent) == 3
    assert len(set(sent)) == 1, "one intention is one id until the server has answered"
    lids_after, batches_after = left_in(demo_server.url)
    assert batches_after == batches + 1
    assert lids - lids_after <= 13


def test_after_a_refusal_the_next_press_is_another_intention(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url, expect_errors=True)
    sheet(page, BEANS)
    sent: list[str] = []

    def refuse(route: Route) -> None:
        sent.append(route.request.post_data_json["id"])
        if len(sent) == 1:
            route.fulfill(status=409, content_type="application/problem+json", body='{"detail": "Not now, please."}')
        else:
            route.continue_()

    page.route("**/api/batches", refuse)
    begin = page.get_by_role("button", name="Begin this batch")
    begin.click()
    expect(page.get_by_text("Not now, please.")).to_be_visible()
    begin.click()
    expect(page.get_by_role("heading", name="Check the kit")).to_be_visible()
    assert len(set(sent)) == 2


@pytest.fixture
def hanging(tmp_path: Path) -> Iterator[tuple[str, int, int]]:
    """A real server of its own, which the test stops in its tracks and lets go on."""
    make_demo(tmp_path)
    port = free_port()
    os.rename(tmp_path / "demo.db", tmp_path / "kitchen.db")
    import sqlite3

    connection = sqlite3.connect(tmp_path / "kitchen.db")
    connection.execute("UPDATE meta SET value = 'kitchen'")
    connection.commit()
    connection.close()
    server = start(tmp_path, port)
    yield f"http://127.0.0.1:{port}", server.pid, port
    os.kill(server.pid, signal.SIGCONT)
    server.kill()
    server.wait()


def test_a_server_that_hangs_is_noticed_and_a_taps_fate_is_told(hanging: tuple[str, int, int], open_page: Opener) -> None:
    url, pid, port = hanging
    page = open_page(f"{url}/stove/demo-0012", expect_errors=True)
    press(page, "It boils: start the clock")
    expect(page.get_by_role("timer", name="Time left")).to_be_visible()
    bench = open_page(url, expect_errors=True)
    expect(bench.locator("[data-destination]")).to_be_visible()
    lost = page.get_by_role("button", name="Boil lost")
    expect(lost).not_to_have_attribute("aria-disabled", "true")
    os.kill(pid, signal.SIGSTOP)
    lost.click()
    expect(page.get_by_text("whether this was noted is not known")).to_be_visible(timeout=9_000)
    expect(page.get_by_text("has not answered in time")).to_be_visible(timeout=9_000)
    expect(bench.get_by_text("so nothing here is judged")).to_be_visible(timeout=9_000)
    os.kill(pid, signal.SIGCONT)
    expect(bench.locator("[data-destination]")).to_be_visible()
    # The screen kept it and tells it again under its old id: it counts once.
    expect(page.get_by_role("heading", name="Bring to the boil")).to_be_visible()
    assert ask(port, "/api/batches/demo-0012")["state"]["loads"][0]["boils_lost"] == 1


def test_one_check_waits_at_most(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url)
    sheet(page, BEANS)
    held: list[Route] = []
    page.route("**/api/check", lambda route: held.append(route))  # noqa: PLW0108 (Playwright marks the handler)
    field = page.get_by_label("The recipe, one ingredient to a line")
    for letter in "seven":
        field.press("End")
        field.press_sequentially(letter)
        page.wait_for_timeout(80)
    assert len(held) == 1, "one is on its way, the newest waits, the others are never sent"
    held[0].continue_()
    page.wait_for_timeout(400)
    assert len(held) == 2
    assert held[1].request.post_data_json["text"] == field.input_value()
    held[1].continue_()
    expect(page.locator("[data-destination][data-stale=false]")).to_be_visible()


def test_a_screens_own_clock_put_forward_moves_nothing(demo_server: Running, open_page: Opener) -> None:
    page = open_page(f"{demo_server.url}/stove/demo-0012")
    press(page, "It boils: start the clock")
    clock = page.get_by_role("timer", name="Time left")
    expect(clock).to_be_visible()
    page.route("**/api/batches/demo-0012", lambda route: None)
    page.evaluate("() => { const real = Date.now; Date.now = () => real() + 3600e3; }")
    page.wait_for_timeout(1200)
    assert clock.inner_text().startswith(("14:", "15:00"))


def test_a_server_clock_put_forward_is_told_and_moves_nothing(demo_server: Running, open_page: Opener) -> None:
    page = open_page(f"{demo_server.url}/stove/demo-0012")
    press(page, "It boils: start the clock")
    clock = page.get_by_role("timer", name="Time left")
    expect(clock).to_be_visible()
    demo_server.clock.put_forward(hours=1)
    expect(page.get_by_text("put forward by 1 h")).to_be_visible()
    assert clock.inner_text().startswith(("14:", "15:00"))
    page.reload()
    gone = clock.locator("+ div > div").evaluate("bar => bar.offsetWidth / bar.parentElement.clientWidth")
    assert gone < 0.07, "less than a minute of fifteen has gone by, and the bar says so too"
    expect(page.get_by_role("button", name="Boil lost")).to_be_visible()


def test_what_the_machine_slept_through_is_asked_about(demo_server: Running, open_page: Opener) -> None:
    page = open_page(f"{demo_server.url}/stove/demo-0012")
    press(page, "It boils: start the clock")
    expect(page.get_by_role("timer", name="Time left")).to_be_visible()
    demo_server.clock.sleep(minutes=30)
    expect(page.get_by_role("heading", name="Did it boil all the while?")).to_be_visible()
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="Did it boil all the while?")).to_be_visible()
    page.get_by_role("button", name="It boiled all the while").click()
    expect(page.get_by_role("heading", name="Time is up: heat off")).to_be_visible()


def test_a_boil_lost_taken_back_late_asks_if_it_boiled_on(demo_server: Running, open_page: Opener) -> None:
    page = open_page(f"{demo_server.url}/stove/demo-0012")
    press(page, "It boils: start the clock")
    lost = page.get_by_role("button", name="Boil lost")
    expect(lost).not_to_have_attribute("aria-disabled", "true")
    lost.click()
    expect(page.get_by_role("heading", name="Bring to the boil")).to_be_visible()
    demo_server.clock.forward(minutes=2)
    page.reload()
    page.get_by_role("button", name="Take back: Boil lost").click()
    expect(page.get_by_text("Did it boil all the while since then?")).to_be_visible()
    page.get_by_role("button", name="It boiled all the while").click()
    expect(page.get_by_role("heading", name="Keep it boiling")).to_be_visible()


def test_a_jar_that_did_not_seal_is_processed_again(demo_server: Running, open_page: Opener) -> None:
    page = open_page(f"{demo_server.url}/stove/demo-0012")
    press(page, "It boils: start the clock")
    expect(page.get_by_role("heading", name="Keep it boiling")).to_be_visible()
    demo_server.clock.forward(minutes=16)
    press(page, "Heat is off")
    expect(page.get_by_role("heading", name="Rest in the canner")).to_be_visible()
    demo_server.clock.forward(minutes=6)
    press(page, "Jars are out")
    expect(page.get_by_role("heading", name="Cooling")).to_be_visible()
    demo_server.clock.forward(hours=13)
    page.get_by_role("button", name="Jar 1 not sealed").click()
    page.get_by_role("button", name="Process it again").click()
    expect(page.get_by_role("heading", name="Load the canner again")).to_be_visible()
    expect(page.get_by_text("new lids")).to_be_visible()


def test_the_reckoner_counts_with_a_basket_recorded_since(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url + "/reckoner/trim")
    answer = page.locator("[data-answer]")
    expect(answer).to_be_visible()
    before = answer.inner_text()
    for number in range(3):
        body = {"id": f"trim-test-{number}", "name": "green beans", "bought_g": 1000, "usable_g": 300}
        assert page.request.post(f"{demo_server.url}/api/stock/trims", data=body).ok
    expect(answer).not_to_have_text(before)


def test_a_source_half_entered_stands_as_it_was_left_when_the_page_is_loaded_anew(demo_server: Running, open_page: Opener) -> None:
    page = open_page(f"{demo_server.url}/recipes/enter")
    page.get_by_label("Title", exact=True).fill("The Valley Book of Jars")
    page.get_by_label("Title first, then one ingredient to a line").fill("Carrot coins\n\n2 3/4 lb prepared carrots\n")
    page.get_by_label("Minutes: pint", exact=True).fill("15")
    page.reload()
    expect(page.get_by_label("Title", exact=True)).to_have_value("The Valley Book of Jars")
    expect(page.get_by_label("Title first, then one ingredient to a line")).to_have_value("Carrot coins\n\n2 3/4 lb prepared carrots\n")
    expect(page.get_by_label("Minutes: pint", exact=True)).to_have_value("15")
    page.get_by_role("button", name="Start afresh").click()
    expect(page.get_by_label("Title", exact=True)).to_have_value("")
    page.reload()
    expect(page.get_by_text("It stands as you left it.")).to_be_hidden()
