"""The day in a browser: batches chosen, laid out as lanes and as a list, moved by keys, refused, kept and thrown away."""

from __future__ import annotations

from playwright.sync_api import expect

from tests.browser.conftest import PHONE, Opener, serious_faults
from tests.conftest import Running


def test_a_day_is_laid_out_moved_refused_and_kept(demo_server: Running, open_page: Opener) -> None:
    page = open_page(f"{demo_server.url}/stove")
    page.get_by_role("link", name="Plan the day").click()
    expect(page.get_by_text("Add one batch or several")).to_be_visible()
    for title in ("Dilled green beans", "Green mango chutney"):
        page.get_by_label("Add a batch").select_option(label=title)
    says = page.locator("[data-day-says]")
    expect(says).to_contain_text("09:0")
    expect(page.get_by_text("no plan is shorter")).to_be_visible()
    for lane in ("hands 1", "canner 0", "waiting"):
        expect(page.locator(f"[data-lane='{lane}']")).to_have_count(1)
    expect(page.get_by_role("list", name="The day as a list").get_by_text("Let the canner down")).to_have_count(0)
    page.get_by_label("Jars of Dilled green beans").fill("14")
    expect(page.get_by_role("list", name="The day as a list").get_by_text("Let the canner down")).to_have_count(1)
    assert serious_faults(page) == []
    # Moved by keys: the chutney begins an hour and a half later.
    first = page.locator("[data-task='1.kit'] title")
    expect(first).to_have_count(1)
    before = says.inner_text()
    later = page.get_by_role("button", name="Green mango chutney: half an hour later")
    later.focus()
    for _ in range(8):
        page.keyboard.press("Enter")
    expect(page.get_by_text("+240 min")).to_be_visible()
    expect(says).not_to_have_text(before)
    # What cannot be is refused with what would help, and nothing is lost.
    page.get_by_label("Burners").select_option("1")
    expect(page.get_by_role("alert")).to_contain_text("too few burners")
    page.get_by_label("Burners").select_option("4")
    expect(page.get_by_role("alert")).to_have_count(0)
    page.get_by_role("button", name="Keep this day").click()
    expect(page.get_by_role("heading", name="Kept days")).to_be_visible()
    expect(page.get_by_role("link", name="into a calendar")).to_have_attribute("href", "/api/days/" + page.evaluate(
        "async () => (await (await fetch('/api/days')).json()).days[0].id") + "/calendar.ics")  # fmt: skip
    page.reload()
    expect(page.get_by_text("+240 min")).to_be_visible()
    phone = open_page(f"{demo_server.url}/day", PHONE, touch=True)
    expect(phone.get_by_role("heading", name="Kept days")).to_be_visible()
    assert phone.evaluate("() => document.documentElement.scrollWidth <= window.innerWidth"), "nothing runs over the edge"
    assert serious_faults(phone) == []
    page.get_by_role("button", name="Throw away Dilled green beans and Green mango chutney").click()
    expect(page.get_by_role("heading", name="Kept days")).to_have_count(0)
