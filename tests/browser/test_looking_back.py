"""Looking back: what a batch came to and taught, met again on the Bench, on Measure and in the day; the year and its wishes; copies of everything."""

from __future__ import annotations

import io
import re
from pathlib import Path

import pytest
from PIL import Image
from playwright.sync_api import expect

from tests.browser.conftest import LAPTOP, PHONE, Opener, serious_faults, through_the_door
from tests.conftest import Running

BOTH = pytest.mark.parametrize("size", [LAPTOP, PHONE], ids=["laptop", "phone"])


@BOTH
def test_what_batches_taught_is_met_where_the_next_one_is_planned(size: dict[str, int], demo_server: Running, open_page: Opener) -> None:
    page = open_page(f"{demo_server.url}/today", size)
    through_the_door(page, "Looking back")
    page.get_by_role("radio", name="Batches").click()
    page.get_by_role("link", name="Dilled green beans, the last row").click()
    expect(page.locator("[data-came]")).to_contain_text("7 of 9 jars planned")
    expect(page.get_by_text("planned 11 to 23")).to_be_visible()
    expect(page.locator("[data-cost]")).to_contain_text("at least")
    assert serious_faults(page) == []
    assert page.evaluate("() => document.documentElement.scrollWidth <= window.innerWidth"), "nothing runs over the edge"
    page.get_by_label("What to change next time").fill("two loads of five, not one of nine")
    page.get_by_role("button", name="Remember it").click()
    expect(page.get_by_role("button", name="Remember it")).to_be_disabled()
    # The recipe opened again: what was to be changed, and what this kitchen gets of it.
    page.goto(f"{demo_server.url}/recipes")
    page.get_by_role("button", name="Begin from it: Dilled green beans").click()
    expect(page.locator("[data-next-time]")).to_contain_text("two loads of five, not one of nine")
    page.get_by_role("button", name="Measure and make").click()
    expect(page.locator("[data-learnt]").first).to_contain_text(re.compile(r"By \d+ batches of this kitchen: \d+ to \d+ of these"))


def test_a_learnt_figure_is_set_aside_and_used_again(demo_server: Running, open_page: Opener) -> None:
    page = open_page(f"{demo_server.url}/journal?side=learnt")
    one = page.locator("[data-learnt='yield dilled-green-beans']")
    expect(one).to_contain_text("said on Measure")
    one.get_by_role("button").click()
    expect(one).to_contain_text("set aside: the handbook's figure is used")
    plan = {"text": "Dilled green beans\n4 lb green beans", "formula_id": "dilled-green-beans", "altitude_m": 1265}
    assert page.request.post(f"{demo_server.url}/api/plan", data=plan).json()["learnt"] == []
    one.get_by_role("button").click()
    expect(one).to_contain_text("said on Measure")
    assert serious_faults(page) == []


@BOTH
def test_the_year_is_drawn_and_its_wishes_reach_the_day(size: dict[str, int], demo_server: Running, open_page: Opener) -> None:
    page = open_page(f"{demo_server.url}/journal", size)
    expect(page.locator("[data-year-of='Dilled green beans']")).to_contain_text("A year wants")
    page.get_by_role("button", name="More of Dilled okra").click()
    page.get_by_role("button", name="Wish for Dilled okra").click()
    expect(page.locator("[data-year-of='Dilled okra']")).to_contain_text("wished: 7")
    expect(page.get_by_text("1 jar: Brine is cloudy")).to_be_visible()
    assert serious_faults(page) == []
    assert page.evaluate("() => document.documentElement.scrollWidth <= window.innerWidth"), "nothing runs over the edge"
    page.goto(f"{demo_server.url}/day")
    page.locator("[data-wishes]").get_by_role("button", name="Dilled okra, 7 jars").click()
    expect(page.get_by_text("Dilled okra").nth(1)).to_be_visible()
    page.goto(f"{demo_server.url}/recipes/on-hand")
    expect(page.locator("[data-can-make='Dilled okra']")).to_contain_text("wished: 7")


def test_two_batches_of_one_thing_are_held_against_one_another_with_how_they_tasted(demo_server: Running, open_page: Opener) -> None:
    page = open_page(f"{demo_server.url}/journal/25-004")
    page.get_by_role("button", name=re.compile("^25-003, ")).click()
    expect(page.locator("[data-tasted]")).to_contain_text("25-004: not tasted yet")
    expect(page.get_by_role("heading", name="Versions side by side")).to_be_visible()


def test_a_picture_goes_in_with_its_batch_and_out_again(demo_server: Running, open_page: Opener, tmp_path: Path) -> None:
    picture = io.BytesIO()
    Image.new("RGB", (640, 480), "#7fa35f").save(picture, "PNG")
    page = open_page(f"{demo_server.url}/journal/25-004")
    page.get_by_label("Add a picture").set_input_files({"name": "row.png", "mimeType": "image/png", "buffer": picture.getvalue()})
    shown = page.get_by_role("img", name=re.compile("The batch on"))
    expect(shown).to_be_visible()
    assert shown.evaluate("(image) => image.naturalWidth") == 640
    page.get_by_label("Add a picture").set_input_files({"name": "x.txt", "mimeType": "image/png", "buffer": b"not a picture"})
    expect(page.get_by_text("no picture that can be read")).to_be_visible()
    page.get_by_role("button", name=re.compile("^Take the picture of")).click()
    expect(shown).to_have_count(0)


def test_a_backup_is_taken_looked_into_and_put_in_place(demo_server: Running, open_page: Opener, tmp_path: Path) -> None:
    page = open_page(f"{demo_server.url}/kitchen")
    copies = page.locator("[data-copies]")
    expect(copies).to_contain_text("No copy was ever taken")
    with page.expect_download() as taken:
        copies.get_by_role("link", name="Take a backup").click()
    taken.value.save_as(tmp_path / "backup.db")
    expect(copies).to_contain_text("Last copied on")
    page.request.post(
        f"{demo_server.url}/api/jars/events",
        data={"id": "eaten-all-1", "kind": "finished", "jars": [["26-008", jar] for jar in range(1, 7)]},
    )
    copies.get_by_label("Look into a backup").set_input_files(tmp_path / "backup.db")
    expect(copies).to_contain_text("In backup.db: Quarry Row: 19 batches")
    assert serious_faults(page) == []
    copies.get_by_role("button", name="Put it in place").click()
    expect(copies).to_contain_text("What was here is kept as demo-before-")
    page.goto(f"{demo_server.url}/shelf/26-008")
    expect(page.locator("[data-jar][data-state=closed]")).to_have_count(6)
