"""The whole journey of one batch, from a pasted recipe to dated jars: by keyboard alone, and by thumb on a phone."""

from __future__ import annotations

from playwright.sync_api import APIResponse, Page, Route, expect

from tests.browser.conftest import PHONE, Opener, all_before_filling, serious_faults
from tests.conftest import Running

BEANS = "Row beans\n4 lb green beans\n1/2 cup pickling salt\n8 heads dill\n4 cups white vinegar (5%)\n4 cups water\n"


def tab_to(page: Page, name: str, most: int = 70) -> None:
    """Press Tab until what has the focus bears this name."""
    for _ in range(most):
        page.keyboard.press("Tab")
        focused = page.evaluate(
            """() => { const e = document.activeElement; if (!e || e === document.body) return [];
                 const label = e.labels && e.labels[0] ? e.labels[0].innerText : '';
                 return [e.getAttribute('aria-label') || '', label, e.innerText || '']; }"""
        )
        if any(part.strip().startswith(name) for part in focused):
            return
    raise AssertionError(f"Tab never reached {name}")


def press(page: Page, name: str) -> None:
    """The big button has the focus when its moment comes; Enter presses it once it has settled."""
    button = page.get_by_role("button", name=name, exact=True)
    expect(button).to_be_visible()
    expect(button).not_to_have_attribute("aria-disabled", "true")
    if not button.evaluate("e => e === document.activeElement"):
        tab_to(page, name)
    page.keyboard.press("Enter")


def test_the_whole_journey_by_keyboard_alone(empty_server: Running, open_page: Opener) -> None:
    page = open_page(empty_server.url)
    # Two questions.
    expect(page.get_by_role("heading", level=1)).to_contain_text("May I make this")
    tab_to(page, "How high above the sea")
    page.keyboard.type("up the hill")
    page.keyboard.press("Enter")
    expect(page.get_by_role("alert")).to_contain_text("is not a height")
    page.keyboard.press("Control+a")
    page.keyboard.type("4150")
    tab_to(page, "Unit of the height")
    page.keyboard.type("feet")
    tab_to(page, "To the Bench")
    page.keyboard.press("Enter")

    # The Bench: type a recipe, see the verdict at once, put a line right.
    tab_to(page, "The recipe, one ingredient to a line")
    page.keyboard.press("Control+a")
    page.keyboard.insert_text(BEANS.replace("(5%)", "(4%)"))
    status = page.get_by_role("status")
    expect(status).to_contain_text("Refrigerator")
    expect(page.locator("[data-code=vinegar-too-weak]").first).to_contain_text("4 %")
    page.keyboard.press("Control+a")
    page.keyboard.insert_text(BEANS)
    expect(status).to_contain_text("Shelf")
    expect(page.locator("[data-minutes='10']")).to_be_visible()
    expect(page.get_by_text("4,150 ft")).to_be_visible()

    # A tested formula instead of pasting; then the jar.
    tab_to(page, "Tested formulas")
    page.keyboard.press("Enter")
    expect(page.get_by_label("Search the formulas")).to_be_focused()
    page.keyboard.type("okra")
    tab_to(page, "Dilled okra")
    page.keyboard.press("Enter")
    expect(status).to_contain_text("Shelf")
    expect(page.get_by_text("You follow Dilled okra")).to_be_visible()
    tab_to(page, "Jar")
    page.keyboard.type("Half-g")
    expect(status).to_contain_text("Refrigerator")
    expect(page.locator("[data-code=jar-larger]")).to_be_visible()
    page.wait_for_timeout(1500)  # a list forgets typed letters after a moment
    page.keyboard.type("Pint")
    expect(status).to_contain_text("Shelf")
    expect(page.get_by_role("img", name="Pint jar")).to_be_visible()

    # A draft survives a reload.
    page.reload()
    expect(page.get_by_role("heading", level=1)).to_contain_text("Dilled okra")
    expect(page.get_by_role("status")).to_contain_text("Shelf")

    # Begin: eleven jars, two loads.
    tab_to(page, "Jars planned")
    page.keyboard.press("Control+a")
    page.keyboard.type("11")
    tab_to(page, "Begin this batch")
    page.keyboard.press("Enter")
    press(page, "All of it is here")
    press(page, "Washed")
    press(page, "Trimmed")
    press(page, "Cook: all of it is done")
    press(page, "Jars and canner: all of it is done")
    for jar in range(1, 10):
        press(page, f"Jar {jar} is in")
    expect(page.get_by_text("Load 1: 9 in, 9 go in; 2 jars after it")).to_be_visible()

    clock = page.get_by_role("timer", name="Time left")
    press(page, "Lid on: 9 jars, more after this load")
    expect(clock).to_have_count(0)
    press(page, "It boils: start the clock")
    expect(clock).to_contain_text("14:5")
    # A wrong tap can be taken back.
    press(page, "Boil lost")
    expect(clock).to_have_count(0)
    expect(page.get_by_text("the whole time counts again from zero")).to_be_visible()
    press(page, "Take back: Boil lost (load 1)")
    expect(clock).to_contain_text("14:")
    # The clock survives a reload and stands in a second browser.
    page.reload()
    expect(clock).to_contain_text("14:")
    second = open_page(page.url)
    expect(second.get_by_role("timer", name="Time left")).to_contain_text("14:")

    empty_server.clock.forward(minutes=15)
    press(page, "Heat is off")
    expect(page.get_by_role("heading", name="Rest in the canner")).to_be_visible()
    expect(second.get_by_role("heading", name="Rest in the canner")).to_be_visible()
    empty_server.clock.forward(minutes=5)
    press(page, "Jars are out")
    # Between the loads: the brine boils again, and the canner is let down.
    press(page, "It is on the heat")
    press(page, "Let down and topped up")
    press(page, "It boils")
    press(page, "Jar 10 is in")
    press(page, "Jar 11 is in")
    press(page, "Lid on: 2 jars, the last")
    press(page, "It boils: start the clock")
    expect(clock).to_contain_text("14:")
    empty_server.clock.forward(minutes=15)
    press(page, "Heat is off")
    expect(page.get_by_role("heading", name="Rest in the canner")).to_be_visible()
    empty_server.clock.forward(minutes=5)
    press(page, "Jars are out")
    expect(page.get_by_role("heading", name="Cooling")).to_be_visible()

    # Half a day later: the seals.
    empty_server.clock.forward(hours=12)
    expect(page.get_by_role("heading", name="Check the seals")).to_be_visible()
    for jar in range(1, 11):
        press(page, f"Jar {jar} sealed")
    page.get_by_text("Something is wrong with it").first.click()
    press(page, "Only cloudy: jar 1")
    expect(page.get_by_text("Was it just as cloudy when it had cooled")).to_contain_text("hard water")
    press(page, "Cloudy since it cooled: jar 1")
    expect(page.get_by_text("fit to eat while the lid is down")).to_be_visible()
    press(page, "Jar 11 not sealed")
    expect(page.get_by_role("alert")).to_contain_text("Within 24 hours")
    press(page, "Jar 11 is in the refrigerator")
    expect(page.get_by_role("link", name="See them on the Shelf")).to_be_visible()
    tab_to(page, "See them on the Shelf")
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="In the refrigerator")).to_be_visible()
    expect(page.get_by_text("10 × pint")).to_be_visible()
    expect(page.get_by_text("ready from").first).to_be_visible()
    expect(page.get_by_text("best before").first).to_be_visible()


def test_one_load_by_thumb_on_a_phone(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url, PHONE, touch=True)
    page.get_by_label("The recipe, one ingredient to a line").fill(BEANS)
    expect(page.get_by_role("status")).to_contain_text("Shelf")
    page.get_by_label("Jars planned").fill("4")
    page.get_by_role("button", name="Begin this batch").tap()

    def tap(name: str) -> None:
        button = page.get_by_role("button", name=name, exact=True)
        expect(button).not_to_have_attribute("aria-disabled", "true")
        box = button.bounding_box()
        assert box is not None and box["height"] >= 44, f"{name} is too small for a thumb"
        button.tap()

    tap("All of it is here")
    assert serious_faults(page) == []
    all_before_filling(page)
    tap("They go into another canner")
    for jar in (1, 2, 3):
        tap(f"Jar {jar} is in")
    assert serious_faults(page) == []
    tap("Lid on: 3 jars, no food is left")
    tap("It boils: start the clock")
    expect(page.get_by_role("timer", name="Time left")).to_contain_text("9:")
    assert page.evaluate("() => document.documentElement.scrollWidth <= window.innerWidth"), "nothing runs over the edge"
    assert serious_faults(page) == []
    demo_server.clock.forward(minutes=10)
    tap("Heat is off")
    tap("Lift now")
    expect(page.get_by_role("heading", name="Cooling")).to_be_visible()
    demo_server.clock.forward(hours=12)
    for jar in (1, 2, 3):
        tap(f"Jar {jar} sealed")
    expect(page.get_by_role("heading", name="Done")).to_be_visible()
    page.get_by_role("link", name="See them on the Shelf").tap()
    expect(page.get_by_text("Row beans")).to_be_visible()


def test_a_double_tap_presses_once(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url)
    page.get_by_label("The recipe, one ingredient to a line").fill(BEANS)
    page.get_by_role("button", name="Begin this batch").click()
    page.get_by_role("button", name="All of it is here").dblclick()
    expect(page.get_by_role("button", name="Washed")).to_be_visible()
    page.wait_for_timeout(1200)
    expect(page.get_by_role("button", name="Washed")).to_be_visible()


def test_a_press_in_the_instant_a_button_appears_is_not_taken(demo_server: Running, open_page: Opener) -> None:
    """The second half of a double tap can land as soon as the next button stands, before the page has come to rest."""
    page = open_page(f"{demo_server.url}/stove/demo-0012")
    page.evaluate(
        """() => {
            const pressed = new Set();
            new MutationObserver(() => {
                for (const button of document.querySelectorAll("button")) {
                    const says = button.textContent.trim();
                    if ((says === "Boil lost" || says === "Stop early") && !pressed.has(says)) {
                        pressed.add(says);
                        button.click();
                    }
                }
                window.pressed = [...pressed].sort().join();
            }).observe(document.body, { childList: true, subtree: true, characterData: true });
        }"""
    )
    press(page, "It boils: start the clock")
    page.wait_for_function("() => window.pressed === 'Boil lost,Stop early'")
    expect(page.get_by_role("button", name="Stop early")).not_to_have_attribute("aria-disabled", "true")
    expect(page.get_by_role("heading", name="Keep it boiling")).to_be_visible()
    expect(page.get_by_text("Stop before the minutes are full?")).to_have_count(0)
    page.get_by_role("button", name="Stop early").click()
    expect(page.get_by_text("Stop before the minutes are full?")).to_be_visible()


def test_an_answer_that_was_on_its_way_does_not_take_a_tap_back(demo_server: Running, open_page: Opener) -> None:
    """A look at the batch, answered before the tap and arriving after it, must not put the old button under the thumb."""
    page = open_page(f"{demo_server.url}/stove/demo-0012")
    boils = page.get_by_role("button", name="It boils: start the clock")
    expect(boils).to_be_visible()
    held: list[tuple[Route, APIResponse]] = []

    def hold_the_first(route: Route) -> None:
        if held:
            route.continue_()
        else:
            held.append((route, route.fetch()))

    page.route("**/api/batches/demo-0012", hold_the_first)
    while not held:
        page.wait_for_timeout(50)
    boils.click()
    expect(page.get_by_role("heading", name="Keep it boiling")).to_be_visible()
    page.evaluate(
        """() => {
            window.headings = [];
            new MutationObserver(() => window.headings.push(document.querySelector("h2").textContent))
                .observe(document.body, { childList: true, subtree: true, characterData: true });
        }"""
    )
    route, answer = held[0]
    with page.expect_response("**/api/batches/demo-0012"):
        route.fulfill(response=answer)
    with page.expect_response("**/api/batches/demo-0012"):
        pass
    expect(page.get_by_role("heading", name="Keep it boiling")).to_be_visible()
    # Whatever was drawn meanwhile, it never said anything else.
    assert set(page.evaluate("() => window.headings")) <= {"Keep it boiling"}


def test_a_press_while_a_tap_is_on_its_way_waits_for_its_answer(demo_server: Running, open_page: Opener) -> None:
    """“Stop early” stands before and after the boil is told. Pressed in between it was meant for neither, and its question
    was thrown away when the answer came."""
    page = open_page(f"{demo_server.url}/stove/demo-0012")
    held: list[Route] = []

    def hold(route: Route) -> None:
        held.append(route)

    page.route("**/api/batches/demo-0012/events", hold)
    stop = page.get_by_role("button", name="Stop early")
    expect(stop).not_to_have_attribute("aria-disabled", "true")
    press(page, "It boils: start the clock")
    expect(stop).to_have_attribute("aria-disabled", "true")
    stop.click(force=True)
    expect(page.get_by_text("waiting for the kitchen's answer")).to_be_visible()
    expect(page.get_by_text("Stop before the minutes are full?")).to_have_count(0)
    held[0].continue_()
    expect(page.get_by_role("heading", name="Keep it boiling")).to_be_visible()
    stop.click()
    page.get_by_role("button", name="Go on").click()
    expect(page.get_by_role("timer", name="Time left")).to_be_visible()


def test_a_tap_that_gets_no_answer_can_be_sent_again_and_counts_once(demo_server: Running, open_page: Opener) -> None:
    page = open_page(f"{demo_server.url}/stove/demo-0012")
    sent: list[str] = []

    def lose_the_first(route: Route) -> None:
        sent.append(route.request.post_data_json["id"])
        if len(sent) == 1:
            route.fetch()  # It arrives, and its answer is lost on the way back.
        else:
            route.continue_()

    boils = page.get_by_role("button", name="It boils: start the clock")
    expect(boils).to_be_visible()
    page.route("**/api/batches/demo-0012/events", lose_the_first)
    page.route("**/api/batches/demo-0012", lambda route: None)
    press(page, "It boils: start the clock")
    expect(boils).to_have_attribute("aria-disabled", "true")
    boils.click()
    expect(page.get_by_role("heading", name="Keep it boiling")).to_be_visible()
    assert len(sent) == 2 and sent[0] == sent[1]


def test_a_kitchen_that_cannot_be_asked_again_leaves_the_clock(demo_server: Running, open_page: Opener) -> None:
    page = open_page(f"{demo_server.url}/stove/demo-0012", expect_errors=True)
    press(page, "It boils: start the clock")
    clock = page.get_by_role("timer", name="Time left")
    expect(clock).to_be_visible()
    page.route("**/api/kitchen", lambda route: route.abort())
    with page.expect_event("requestfailed", lambda request: request.url.endswith("/api/kitchen")):
        # Something changes on another screen: what is known of the kitchen is asked for again.
        page.request.put(f"{demo_server.url}/api/stock/pantry", data={"text": "2 lb okra"})
    page.wait_for_timeout(1500)
    expect(clock).to_be_visible()
    page.route("**/api/stove", lambda route: route.abort())
    page.get_by_role("link", name="Stove").click()
    expect(page.get_by_text("does not answer")).to_be_visible()
    expect(page.get_by_role("heading", name="Stove")).to_be_visible()


def test_stopping_early_asks_first(demo_server: Running, open_page: Opener) -> None:
    page = open_page(f"{demo_server.url}/stove/demo-0012")
    press(page, "It boils: start the clock")
    page.get_by_role("button", name="Stop early").click()
    expect(page.get_by_text("Stop before the minutes are full?")).to_be_visible()
    page.get_by_role("button", name="Go on").click()
    expect(page.get_by_role("timer", name="Time left")).to_be_visible()
    page.get_by_role("button", name="Stop early").click()
    page.get_by_role("button", name="Stop early").click()
    expect(page.get_by_role("heading", name="Stopped early")).to_be_visible()
