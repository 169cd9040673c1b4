"""The sheet for the wall: what stands on it, on how many pages, whether its ruler is true, and that it can be read back."""

from __future__ import annotations

import itertools
import re
from dataclasses import replace
from datetime import date, datetime, timezone

import pypdfium2
import pytest

from rheum.core.batch import begin
from rheum.core.day import Sheet, Work, day_sheet, sheet_of
from rheum.core.day import lay_out as laid_out
from rheum.core.facts.circumstances import Settings
from rheum.core.making.basket import Basket
from rheum.core.making.plan import Plan, canned_by, make_plan
from rheum.core.making.stock import USUAL_STEAM, Bottle, Stock
from rheum.core.making.wish import JarWish, Wish
from rheum.core.measures.altitude import read_altitude
from rheum.core.parsing.writing import formula_text
from rheum.formats.day_page import lay_out_day
from rheum.formats.sheet_page import PAPER_MM, RULER_MM, Bar, Rule, Words, as_drawn, as_pdf, lay_out, pages_pdf
from rheum.reference.loading import library
from tests.core.days import batch, day_of

FACTS = library()
HERE = Settings(read_altitude("1265m"), measures="us")
DAY = date(2026, 8, 3)
STOCK = Stock(bottles=(Bottle("big", "white-vinegar", "the big one", 5.0, 3000, lot="K 31"),), canners=(replace(USUAL_STEAM, id="s1"),))
BEANS = formula_text(FACTS.formulas["dilled-green-beans"])
NO_WISH = Wish()


def planned(text: str, wish: Wish = NO_WISH, here: Settings = HERE) -> Plan:
    return make_plan(text, wish, here, FACTS, stock=STOCK)


def work_of(plan: Plan, here: Settings = HERE, starts: dict[str, str] | None = None) -> Work:
    """The work of a plan as it would be begun; of what must not be jarred, none."""
    if plan.verdict.destination == "discard":
        return Work()
    snapshot = begin("sheet-0000", plan, here, FACTS, moment=datetime(2026, 8, 3, 9, tzinfo=timezone.utc))
    return Work(tuple(task for task in snapshot.tasks if task.part != "after"), starts or {}, snapshot.minutes is not None)


def sheet(text: str, wish: Wish = NO_WISH, here: Settings = HERE) -> Sheet:
    plan = planned(text, wish, here)
    _, here = canned_by(wish, here, STOCK)
    return sheet_of(plan, DAY, work_of(plan, here))


def text_of(pdf: bytes) -> tuple[int, str]:
    """Pages of a PDF and all its words, by another library."""
    document = pypdfium2.PdfDocument(pdf)
    words = " ".join(page.get_textpage().get_text_range() for page in document)
    return len(document), re.sub(r"\s+", " ", words)


@pytest.mark.parametrize(
    ("formula_id", "paper"), [*((one, "a4") for one in sorted(FACTS.formulas)), *((one, "letter") for one in sorted(FACTS.formulas)[::7])]
)
def test_every_formula_takes_one_page_and_says_its_minutes(formula_id: str, paper: str) -> None:
    """At 1,265 m, in US measures, both papers: one page, the minutes, every line, the source; text no smaller than an arm's length
    reads (9 pt, the foot 5.5)."""
    plan = planned(formula_text(FACTS.formulas[formula_id]))
    found = sheet_of(plan, DAY, work_of(plan))
    laid = lay_out(found, paper)  # type: ignore[arg-type]
    assert len(laid) == 1, formula_id
    words = " ".join(mark.text for mark in laid[0] if isinstance(mark, Words))
    if paper == "letter":
        pages, words = text_of(as_pdf(found, paper))
        assert pages == 1, formula_id
    assert plan.verdict.process is not None
    assert found.minutes in words
    assert f"{plan.verdict.process.minutes} min" in found.minutes
    for line in plan.lines:
        first = line.says.split(",")[0].split("(")[0].split()[0]
        assert first in words, (formula_id, line.says)
    assert "from memory" in words
    sizes = [mark.size for mark in laid[0] if isinstance(mark, Words)]
    assert min(sizes) >= 5
    assert sorted(sizes)[len(sizes) // 2] >= 9, "most of it is larger than a book's"


def test_what_stands_on_it() -> None:
    found = sheet(BEANS, Wish((Basket(3, "4.9 kg less 510 g"),)))
    _, words = text_of(as_pdf(found, "a4"))
    for says in (
        "Dilled green beans", "for the shelf, 3 August 2026", "10 min", "5 min and 5 for 1,265 m (1,001-6,000 ft)", "9 lb 10 1/2 oz", "(4.38 kg)", "Headspace 13 mm (1/2 in), at true size",
        "19 pint jars", "One batch of brine", "4 cups white distilled vinegar", "the big one 5 %, lot K 31", "3 loads: 9 + 9 + 1 Pint", "Water 25 mm (1 in) over the lids",
        "never before: 10 min", "the whole time from zero", "At most 105 mm", "Vinegar of 5 %: read the label again", "unopened and untasted",
    ):  # fmt: skip
        assert says in words, says


def test_batch_jar_and_soak_stand_apart() -> None:
    found = sheet(formula_text(FACTS.formulas["dill-cucumbers-fresh-pack"]))
    assert [gather.what for gather in found.each_jar] == ["mustard seed", "fresh dill, heads"]
    assert {gather.what for gather in found.soak} == {"water", "pickling salt"}
    assert not {"mustard seed"} & {gather.what for gather in found.batch}


def test_each_size_with_its_minutes() -> None:
    dills = formula_text(FACTS.formulas["dill-cucumbers-fresh-pack"])
    found = sheet(dills, Wish(jars=(JarWish("quart", 2), JarWish("pint", 5))))
    assert found.minutes == "Quart 20 min, Pint 15 min"
    assert found.why_minutes.startswith("Quart 15 and 5; Pint 10 and 5 for 1,265 m")


def test_sterilised_jars_where_the_time_is_under_ten() -> None:
    """Dilled beans at 500 ft: 5 min, jars sterilised first, 10 min (USDA Guides 6 and 1, from memory)."""
    low = sheet(BEANS, here=Settings(read_altitude("500ft"), measures="us"))
    assert low.minutes == "5 min"
    assert any("jars are sterilised: 10 min" in step for step in low.steps)


def test_a_steamed_batch_speaks_of_steam() -> None:
    found = sheet(BEANS, Wish(canner="s1"))
    steps = " ".join(found.steps)
    assert "full column of steam at 95.8 °C" in steps
    assert "Steam lost" in steps
    assert "over the lids" not in steps


def test_a_refrigerator_batch_has_no_minutes_and_says_why() -> None:
    found = sheet(BEANS.replace("8 cloves", "30 cloves") + "2 cups skirrets\n")
    assert (found.minutes, found.place) == ("no minutes", "for the refrigerator")
    assert not any("min." in step and "Clock" in step for step in found.steps)
    assert "refrigerat" in found.steps[-1].lower()


def test_a_line_not_understood_stands_on_it_as_it_is() -> None:
    found = sheet(BEANS.replace("\n\nMethod", "\n2 cups skirrets\n\nMethod"))
    assert ("?", "2 cups skirrets") in [(gather.own, gather.what) for gather in found.batch]


def test_what_must_not_be_jarred_has_no_steps() -> None:
    found = sheet(BEANS + "4 oz bacon\n")
    assert (found.place, found.minutes) == ("do not jar this", "no minutes")
    assert not any("Pack" in step for step in found.steps)


def test_the_directions_are_the_works_own_and_never_a_pasted_sentence() -> None:
    """Whatever the pasted prose says, the sheet has the formula's own tasks; of a batch for the refrigerator what is understood of its sentences."""
    odd = BEANS.replace("Raw pack.", "Whisper to the beans. Raw pack.") if "Raw pack." in BEANS else BEANS + "Whisper to the beans.\n"
    shelf = sheet(odd)
    steps = " ".join(shelf.steps)
    assert "Whisper" not in steps and "Trim green bean" in steps and "Take off both ends" in steps
    assert [step for step in shelf.steps if "Boil the brine" in step]
    own = "Radishes\n\n1 lb radishes\n1 cup white vinegar (5%)\n1 tsp salt\n\nMethod:\nWhisper to the radishes and slice them. Simmer the vinegar and salt for 5 minutes.\n"
    fridge = sheet(own)
    steps = " ".join(fridge.steps)
    assert fridge.place == "for the refrigerator" and "Whisper" not in steps
    assert "Cut radish" in steps and "5 minutes from the boil" in steps


def test_temperatures_come_in_the_kitchens_own_unit_first() -> None:
    plan = planned(BEANS)
    american = " ".join(sheet_of(plan, DAY, work_of(plan), american=True).steps)
    other = " ".join(sheet_of(plan, DAY, work_of(plan)).steps)
    assert "140 °F (60 °C)" in american and "60 °C (140 °F)" not in american
    assert "60 °C (140 °F)" in other


def test_a_day_has_a_page_of_its_own_and_a_batch_its_hours() -> None:
    asked = day_of(batch("dilled-green-beans", 14), batch("mango-chutney"), batch("pickled-beets"), batch("tomato-ketchup"))
    day = laid_out(asked)
    midnight = datetime(2026, 8, 3)
    found = day_sheet(day, [one.title for one in asked.batches], midnight)
    for paper in ("a4", "letter"):
        pages = lay_out_day(found, paper)  # type: ignore[arg-type]
        assert len(pages) == 1, "one page for the day, however full it is"
        wide, high = PAPER_MM[paper]  # type: ignore[index]
        assert all(0 < mark.x < wide and 0 < mark.y < high for mark in pages[0] if isinstance(mark, Words))
    words = " ".join(mark.text for mark in pages[0] if isinstance(mark, Words))
    assert "Monday 3 August 2026, 08:0" in words
    for one in day.tasks:
        assert f"{one.start // 60 % 24:02d}:{one.start % 60:02d}" in words and one.says.split()[0] in words
    count, text = text_of(pages_pdf([*pages, *lay_out(sheet(BEANS), "letter")], "letter", "The day"))
    assert count == 2 and "Dilled green beans" in text
    plan = planned(BEANS)
    starts = {one.id.partition(".")[2]: f"{one.start // 60:02d}:{one.start % 60:02d}" for one in day.tasks if one.batch == 0}
    timed = sheet_of(plan, DAY, work_of(plan, starts=starts))
    assert any(step.startswith(f"{starts['kit']}  ") for step in timed.steps)
    assert any(step.startswith("Load 1: fill ") and starts["process-1"] in step for step in timed.steps)


@pytest.mark.parametrize("paper", ["a4", "letter"])
@pytest.mark.parametrize("formula_id", ["dilled-green-beans", "piccalilli", "tomato-ketchup", "three-bean-salad"])
def test_the_ruler_is_true_at_every_setting(formula_id: str, paper: str) -> None:
    """Drawn smaller or not: the headspace, the millimetre ticks and the check bar keep their length on paper."""
    found = sheet(formula_text(FACTS.formulas[formula_id]))
    rules = [mark for mark in lay_out(found, paper)[0] if isinstance(mark, Rule)]  # type: ignore[arg-type]
    lengths = [abs(rule.x2 - rule.x1) for rule in rules if rule.y1 == rule.y2]
    assert any(length == pytest.approx(RULER_MM, abs=0.01) for length in lengths), "the bar to check by"
    ticks = sorted({round(rule.y1, 4) for rule in rules if 1 < abs(rule.x2 - rule.x1) < 5.5 and rule.y1 == rule.y2})
    steps = [b - a for a, b in itertools.pairwise(ticks)]
    assert steps.count(pytest.approx(1.0, abs=0.01)) >= 20, "a millimetre a tick"
    top = ticks[0]
    filling = [mark for mark in lay_out(found, paper)[0] if isinstance(mark, Bar) and mark.filled]  # type: ignore[arg-type]
    assert filling[0].y - top == pytest.approx(found.headspace_mm, abs=0.01)


def test_screen_and_paper_show_the_same_marks_within_the_page() -> None:
    found = sheet(BEANS)
    wide, high = PAPER_MM["letter"]
    drawn, pages = as_drawn(found, "letter"), lay_out(found, "letter")
    assert len(drawn) == len(pages)
    assert [word.text for page in drawn for word in page.words] == [mark.text for page in pages for mark in page if isinstance(mark, Words)]
    for page in drawn:
        assert (page.wide, page.high) == (wide, high)
        assert all(0 < word.x < wide and 0 < word.y < high for word in page.words)


def test_a_recipe_of_fifty_lines_runs_on_and_loses_nothing() -> None:
    spices = sorted(item.name for item in FACTS.catalogue.by_id.values() if item.role.role == "spice")[:50]
    lines = "\n".join(f"1/4 tsp {name}" for name in spices)
    text = BEANS.replace("\n\nMethod", f"\n{lines}\n\nMethod")
    found = sheet(text)
    pages, words = text_of(as_pdf(found, "a4"))
    assert pages > 1
    assert "1 of" in words
    assert all(gather.what.split()[0] in words for gather in found.batch)
