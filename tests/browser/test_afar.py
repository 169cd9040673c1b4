"""Away from the Stove: the nearest clock stands on every screen, all screens follow within a second and ring until one has heard it, taps are kept
while the server is away, drafts follow from laptop to phone, and the dark look is as legible as the light one."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from rheum.core.parsing.writing import formula_text
from rheum.reference.loading import library
from tests.browser.conftest import LAPTOP, PHONE, Opener, serious_faults
from tests.browser.killable import Kitchen
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
    # On a batch's own page only the others' clocks stand there.
    expect(bar).not_to_contain_text("ook down everything")
    page.get_by_role("button", name="Stirred", exact=True).first.click()
    page.get_by_role("link", name="Shelf").first.click()
    expect(bar).not_to_contain_text("Stir")


# What was begun and stopped in the audio graph, by the audio clock.
LISTEN = """
() => {
  const heard = (window.heard = { begun: [], stopped: 0 });
  const start = OscillatorNode.prototype.start, stop = OscillatorNode.prototype.stop;
  OscillatorNode.prototype.start = function (at) { heard.begun.push({ at: at ?? 0, hertz: this.frequency.value, now: this.context.currentTime }); return start.call(this, at); };
  OscillatorNode.prototype.stop = function (at) { if (at === undefined) heard.stopped++; return stop.call(this, at); };
}
"""


def by_news_alone(page: Page, batch: str, tapped: list[bool]) -> None:
    """From now on this page is answered about a batch only once its own question for news was answered after the tap: what it finds out by looking every
    few seconds counts for nothing."""
    told: list[bool] = []
    page.on("response", lambda response: told.append(True) if tapped and "/api/news" in response.url else None)
    page.route(f"**/api/batches/{batch}", lambda route: route.continue_() if told else route.abort())


def test_every_screen_follows_by_the_news_alone(demo_server: Running, open_page: Opener) -> None:
    """Ten screens on one batch; the tap is made on the first. How soon they have it is measured in bench/news.py."""
    screens = [open_page(f"{demo_server.url}/stove/demo-0012", PHONE if at % 2 else LAPTOP, expect_errors=True) for at in range(10)]
    tapped: list[bool] = []
    for page in screens:
        expect(page.get_by_role("heading", name="Bring to the boil")).to_be_visible()
    for page in screens[1:]:
        by_news_alone(page, "demo-0012", tapped)
    page = screens[0]
    tapped.append(True)
    page.get_by_role("button", name="It boils: start the clock").click()
    for other in screens:
        expect(other.get_by_role("heading", name="Keep it boiling")).to_be_visible()
    page.wait_for_function("() => /^1[45]:\\d\\d 26-011/.test(document.title)")


def test_an_alarm_rings_on_every_screen_until_one_has_heard_it(demo_server: Running, open_page: Opener) -> None:
    laptop, phone = open_page(f"{demo_server.url}/reckoner"), open_page(f"{demo_server.url}/shelf", PHONE)
    for page in (laptop, phone):
        # A screen may not ring before the first press on it, and says so; any press lets it.
        expect(page.locator("[data-may-ring]")).to_be_visible()
        page.evaluate(LISTEN)
        page.locator("[data-may-ring]").click()
        expect(page.locator("[data-may-ring]")).to_have_count(0)
    page.request.post(f"{demo_server.url}/api/timers", data={"id": "timer-0001", "says": "Eggs", "minutes": 0.05})
    for page in (laptop, phone):
        alarm = page.get_by_role("alert", name="Alarm")
        expect(alarm).to_contain_text("Eggs: time is up")
        heard = page.evaluate("() => window.heard")
        eggs = [one for one in heard["begun"] if one["hertz"] in (880, 660)]
        # Set ahead of its time, in the audio clock, again and again: three tones every three seconds.
        assert len(eggs) >= 60 and max(one["at"] - one["now"] for one in eggs) > 50
        first = sorted(one["at"] for one in eggs)[:4]
        assert first[3] - first[0] == pytest.approx(3, abs=0.1)
    before = {page: page.evaluate("() => window.heard.stopped") for page in (laptop, phone)}
    assert serious_faults(phone) == []
    phone.get_by_role("button", name="Stop alarm").click()
    for page in (phone, laptop):
        expect(page.get_by_role("alert", name="Alarm")).to_have_count(0)
        page.wait_for_function("before => window.heard.stopped >= before + 60", arg=before[page])
    # The clock itself stands until somebody stops it.
    expect(laptop.locator("[data-nearest]")).to_contain_text("Eggs")
    # Stirring sounds otherwise.
    demo_server.clock.forward(minutes=6)
    expect(laptop.get_by_role("alert", name="Alarm")).to_contain_text("Stir")
    laptop.wait_for_function("() => window.heard.begun.some((one) => one.hertz === 440)")
    expect(laptop.get_by_role("alert", name="Alarm")).to_have_attribute("data-alarm", "stir")


def test_what_is_next_is_said_aloud_where_it_is_wished(demo_server: Running, open_page: Opener) -> None:
    page = open_page(f"{demo_server.url}/stove")
    page.evaluate("() => { window.said = []; window.speechSynthesis.speak = (one) => window.said.push(one.text); }")
    page.get_by_role("button", name="Say it aloud").click()
    page.wait_for_function("() => window.said.some((one) => one.includes('Bring to the boil'))")
    boils = page.get_by_role("button", name="It boils: start the clock").first
    expect(boils).not_to_have_attribute("aria-disabled", "true")
    boils.click()
    expect(page.get_by_role("region", name="Now", exact=True)).not_to_contain_text("Bring to the boil")
    page.wait_for_function("() => window.said.length >= 2 && !window.said.at(-1).includes('Bring to the boil')")
    page.get_by_role("button", name="Be quiet").click()
    expect(page.get_by_role("button", name="Say it aloud")).to_be_visible()


def in_the_canner(kitchen: Kitchen) -> str:
    kitchen.ready()
    asked = {
        "id": "batch-afar-1",
        "text": formula_text(library().formulas["dilled-green-beans"]),
        "jars": 6,
        "formula_id": "dilled-green-beans",
    }
    kitchen.asks("POST", "/api/batches", {**asked, "short_known": True})
    taps = [{"kind": "step", "step": step} for step in ("prepare", "cook", "heat-jars")]
    for number, tap in enumerate([*taps, {"kind": "filled", "jars": 6}, {"kind": "loaded", "load": 1}]):
        kitchen.asks("POST", "/api/batches/batch-afar-1/events", {**tap, "id": f"afar-tap-{number:02d}"})
    return f"{kitchen.url}/stove/batch-afar-1"


def test_taps_are_kept_while_the_server_is_away_and_told_with_their_age(kitchen: Kitchen, open_page: Opener) -> None:
    url = in_the_canner(kitchen)
    page, other = open_page(url, expect_errors=True), open_page(f"{kitchen.url}/shelf", PHONE, expect_errors=True)
    expect(page.get_by_role("heading", name="Bring to the boil")).to_be_visible()
    expect(other.get_by_role("heading", name="Shelf")).to_be_visible()
    kitchen.kill()
    # Told on every screen.
    for screen in (page, other):
        expect(screen.locator("[data-away=gone]")).to_contain_text("does not answer")
    page.get_by_role("button", name="It boils: start the clock").click()
    waiting = page.locator("[data-kept-tap]")
    expect(waiting).to_contain_text("“It boils” of 26-001, tapped")
    assert serious_faults(page) == []
    kitchen.begin_again()
    # Over a restart a boil is asked about, and nothing is told meanwhile.
    expect(waiting).to_contain_text("Has it boiled without a stop since then?")
    for screen in (page, other):
        expect(screen.locator("[data-away=gone]")).to_have_count(0)
    assert kitchen.asks("GET", "/api/batches/batch-afar-1")["state"]["loads"][0]["boil_at"] is None
    page.get_by_role("button", name="It has, since then").click()
    expect(page.get_by_role("heading", name="Keep it boiling")).to_be_visible()
    expect(waiting).to_have_count(0)
    expect(other.locator("[data-nearest]")).to_contain_text("In the canner")
    # A tap that is no boil is told by itself when the server is back, once; it survives a reload of the page.
    kitchen.kill()
    expect(page.locator("[data-away=gone]")).to_be_visible()
    page.get_by_role("button", name="Boil lost").click()
    expect(waiting).to_contain_text("Boil lost")
    kitchen.begin_again()
    expect(page.get_by_role("heading", name="Bring to the boil")).to_be_visible()
    expect(waiting).to_have_count(0)
    events = kitchen.asks("GET", "/api/batches/batch-afar-1")
    assert events["state"]["loads"][0]["boils_lost"] == 1 and events["events"] == 7


def test_drafts_survive_a_reload_and_follow_from_laptop_to_phone(demo_server: Running, open_page: Opener) -> None:
    laptop, phone = open_page(demo_server.url), open_page(demo_server.url, PHONE)
    field = "The recipe, one ingredient to a line"
    expect(phone.get_by_label(field)).to_be_visible()
    laptop.get_by_label(field).fill("Row radishes\n\n2 lb radishes\n")
    expect(phone.get_by_label(field)).to_have_value("Row radishes\n\n2 lb radishes\n")
    expect(phone.locator("[data-also-there]")).to_contain_text("Another screen is at this too")
    # What came from the laptop is not told back to it.
    laptop.wait_for_timeout(1500)
    expect(laptop.locator("[data-also-there]")).to_have_count(0)
    phone.get_by_label(field).fill("Row radishes\n\n2 lb radishes\n1 cup white vinegar (5%)\n")
    expect(laptop.get_by_label(field)).to_have_value(re.compile("white vinegar"))
    laptop.reload()
    expect(laptop.get_by_label(field)).to_have_value(re.compile("white vinegar"))
    # A half-filled form likewise.
    laptop.goto(f"{demo_server.url}/kitchen/vinegar")
    laptop.get_by_label("What you call it").fill("the new one")
    laptop.wait_for_timeout(900)
    laptop.reload()
    expect(laptop.get_by_label("What you call it")).to_have_value("the new one")
    phone.goto(f"{demo_server.url}/kitchen/vinegar")
    expect(phone.get_by_label("What you call it")).to_have_value("the new one")


SCREENS = [
    "/today",
    "/bench",
    "/more",
    "/wrong",
    "/shelf/enter",
    "/shelf/found",
    "/shelf/26-002/2",
    "/trace?lids=demo-lids-0",
    "/recipes",
    "/stove",
    "/stove/demo-0012",
    "/shelf",
    "/reckoner",
    "/kitchen",
    "/kitchen/vinegar",
    "/measure",
    "/day",
]


@pytest.mark.parametrize("look", ["light", "dark"])
def test_both_looks_are_legible_on_every_screen(look: str, demo_server: Running, open_page: Opener) -> None:
    page = open_page(f"{demo_server.url}/kitchen")
    page.get_by_label("This screen is").select_option(value=look)
    found: dict[str, list[str]] = {}
    for path in SCREENS:
        page.goto(demo_server.url + path)
        page.get_by_role("navigation", name="Screens").wait_for()
        page.wait_for_timeout(500)
        assert page.evaluate("() => document.documentElement.classList.contains('dark')") == (look == "dark")
        if faults := serious_faults(page):
            found[path] = faults
    assert found == {}
    # On paper it is always light, and without the bar.
    page.emulate_media(media="print")
    page.wait_for_function("() => !document.documentElement.classList.contains('dark')")
    expect(page.get_by_role("navigation", name="Screens")).to_be_hidden()


def test_the_device_may_wish_for_the_dark(demo_server: Running, open_page: Opener) -> None:
    page = open_page(demo_server.url)
    page.emulate_media(color_scheme="dark")
    page.wait_for_function("() => document.documentElement.classList.contains('dark')")
    page.emulate_media(color_scheme="light")
    page.wait_for_function("() => !document.documentElement.classList.contains('dark')")
