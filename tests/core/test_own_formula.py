"""Formulas of one's own: entered twice, compared, refused where they must be; the source shown; the chart applied."""

from __future__ import annotations

from dataclasses import replace

import pytest

from rheum.core.facts.choices import Choices
from rheum.core.facts.circumstances import Settings
from rheum.core.facts.formulas import OwnSource
from rheum.core.facts.library import Library
from rheum.core.judging.check import check_text
from rheum.core.judging.process import process_for
from rheum.core.measures.altitude import altitude, read_altitude
from rheum.core.parsing.writing import formula_text
from rheum.core.revising.entering import Entry, look
from rheum.core.revising.second_reading import second_reading
from rheum.formats.formula_toml import formulas_toml
from rheum.reference.loading import library, read_formulas

FACTS = library()
BOOK = OwnSource("book", "The Valley Book of Jars", "112", 2016)
CARROTS = """Carrot coins

2 3/4 lb prepared carrots, 1/2 in rounds
5 1/2 cups white vinegar (5%)
1 cup water
2 cups sugar
2 tsp pickling salt
8 tsp mustard seed
"""
ENTRY = Entry(CARROTS, "pickle", "hot", BOOK, 4, 4, "pint", 12.7, {"pint": (15,)})
AGAIN = {3: "2 3/4 lb", 4: "5 1/2 cups", 5: "1 cup"}


def with_own(entry: Entry) -> Library:
    found = look(entry, FACTS)
    assert found.formula is not None, [refusal.says for refusal in found.refusals]
    return replace(FACTS, formulas={**FACTS.formulas, found.formula.id: found.formula})


def test_a_good_entry_becomes_a_formula_with_its_source() -> None:
    found = look(ENTRY, FACTS)
    assert not found.refusals
    assert [(item.line, item.first) for item in found.twice] == [(3, "2.75 lb"), (4, "5.5 cup"), (5, "1 cup")]
    assert (found.nearest_id, found.title) == ("pickled-carrots", "Carrot coins")
    assert found.formula is not None
    assert found.formula.says_source == "tested, entered by you from The Valley Book of Jars, p. 112, 2016 (tested book)"


def test_it_carries_shelf_like_a_shipped_one_and_says_so() -> None:
    facts = with_own(ENTRY)
    own = next(formula for formula in facts.formulas.values() if formula.own)
    verdict = check_text(CARROTS, Settings(read_altitude("1050ft"), measures="us", formula_id=own.id), facts)
    assert verdict.destination == "shelf"
    assert verdict.own_formula
    assert verdict.formula is not None
    assert verdict.formula.source.startswith("tested, entered by you from The Valley Book of Jars")
    assert verdict.process is not None
    assert (verdict.process.minutes, verdict.process.band) == (20, "1,001-3,000 ft"), "15 min at just over 1,000 ft is 20 (common practice)"
    assert [item.matter for item in verdict.practice if "trade chart" in item.says] == ["Altitude"]


@pytest.mark.parametrize(
    ("feet", "base", "trade", "longest"),
    [
        # Trade chart and older rule, worked by hand from their words (common practice).
        (0, 15, 15, 15), (1000, 15, 15, 16), (1001, 15, 20, 20), (5000, 15, 25, 25), (7000, 15, 30, 30), (9500, 15, 35, 35),
        (9500, 30, 50, 50), (4000, 30, 40, 40), (3000, 45, 50, 51), (9999, 45, 65, 65), (6000, 25, 35, 37),
    ],
)  # fmt: skip
def test_the_charts_for_a_sea_level_time(feet: int, base: int, trade: int, longest: int) -> None:
    facts = with_own(replace(ENTRY, minutes={"pint": (base,)}))
    own = next(formula for formula in facts.formulas.values() if formula.own)
    for chart, wanted in (("trade", trade), ("longest", longest)):
        found = process_for(
            own, facts.jars["pint"], "hot", altitude(feet, "ft"), method="bath", headspace_mm=12.7, choices=Choices(chart=chart)
        )  # type: ignore[arg-type]
        assert found is not None
        assert found.minutes == wanted
    assert process_for(own, facts.jars["pint"], "hot", altitude(10001, "ft"), method="bath", headspace_mm=12.7) is None


def test_its_own_table_comes_before_any_chart() -> None:
    facts = with_own(replace(ENTRY, bands_ft=(1000, 6000), minutes={"pint": (15, 20, 25)}))
    own = next(formula for formula in facts.formulas.values() if formula.own)
    assert not own.by_chart
    for feet, minutes in ((500, 15), (5000, 20), (7000, 25)):
        found = process_for(
            own, facts.jars["pint"], "hot", altitude(feet, "ft"), method="bath", headspace_mm=12.7, choices=Choices(chart="longest")
        )
        assert found is not None
        assert found.minutes == minutes


@pytest.mark.parametrize(
    ("entry", "says"),
    [
        (replace(ENTRY, source=replace(BOOK, year=1993)), "1993 is too old"),
        (replace(ENTRY, source=replace(BOOK, title=" ")), "title of the source"),
        (replace(ENTRY, source=replace(BOOK, page="")), "Write the page"),
        (replace(ENTRY, minutes={}), "at least one jar size"),
        (replace(ENTRY, minutes={"pint": (2,)}), "between 5 and 180"),
        (replace(ENTRY, minutes={"pint": (15,), "half-pint": (20,)}), "larger jar never takes fewer"),
        (replace(ENTRY, minutes={"pint": (15, 20)}), "give 1 figures"),
        (replace(ENTRY, bands_ft=(6000, 1000), minutes={"pint": (15, 20, 25)}), "heights of the table rise"),
        (replace(ENTRY, headspace_mm=0.0), "between 1/8 and 1 inch"),
        (replace(ENTRY, yield_low=0), "how many jars"),
        (replace(ENTRY, text=CARROTS.replace("(5%)", "(4%)")), "under 5 %"),
        (replace(ENTRY, text=CARROTS.replace("5 1/2 cups white", "5-6 cups white")), "one amount"),
        (replace(ENTRY, text=CARROTS.replace("5 1/2 cups", "1/2 cup")), "weakest tested one"),
        (replace(ENTRY, text=CARROTS.replace("1 cup water", "9 cups water")), "brine is"),
        (replace(ENTRY, text=CARROTS.replace("5 1/2 cups white vinegar (5%)", "1 cup fresh lemon juice")), "bottled juice"),
        (replace(ENTRY, text=CARROTS + "1 cup ramps\n"), "Not understood"),
        (replace(ENTRY, text=CARROTS + "1 tsp baking soda\n"), "destroys acid"),
        (replace(ENTRY, text=CARROTS + "1 cup cream\n"), "never on a shelf"),
        (replace(ENTRY, text=CARROTS + "\nMethod:\nTurn the jars upside down.\n"), "upside down"),
        (replace(ENTRY, text=CARROTS + "\nMethod:\nFerment for a week.\n"), "relies on fermenting"),
        (replace(ENTRY, text="Carrots\n4 lb carrots\n2 cups water\n"), "no vinegar"),
    ],
)
def test_what_is_no_formula_says_why(entry: Entry, says: str) -> None:
    found = look(entry, FACTS)
    assert found.formula is None
    assert any(says in refusal.says for refusal in found.refusals), [refusal.says for refusal in found.refusals]


@pytest.mark.parametrize(
    ("again", "minutes", "says"),
    [
        ({3: "2 3/4 lb"}, {"pint": (15,)}, "Line 4"),
        ({3: "2 3/4 lb", 4: "4 1/2 cups", 5: "1 cup"}, {"pint": (15,)}, "first 5.5 cup, now 4 1/2 cups"),
        ({3: "2 3/4 lb", 4: "5 1/2 pints"}, {"pint": (15,)}, "Line 4"),
        ({3: "2 3/4 lb", 4: "5 1/2 cups"}, {"pint": (15,)}, "Line 5, water"),
        (AGAIN, {"pint": (10,)}, "minutes differ"),
        (AGAIN, {}, "minutes differ"),
    ],
)
def test_what_is_entered_twice_must_be_alike(again: dict[int, str], minutes: dict[str, tuple[int, ...]], says: str) -> None:
    looked = look(ENTRY, FACTS)
    assert any(says in refusal.says for refusal in second_reading(ENTRY, looked, again, minutes))
    assert not second_reading(ENTRY, looked, AGAIN, {"pint": (15,)})


def test_every_shipped_formula_could_be_entered_and_stands_as_its_own() -> None:
    """What ships passes the refusals it sets for others, except where a pool or an alternative is its own."""
    refused = {}
    for formula in FACTS.formulas.values():
        own = replace(BOOK, title=formula.title)
        made = formula.yields
        entry = Entry(
            formula_text(formula),
            formula.kind,
            formula.pack,
            own,
            made.low,
            made.high,
            made.jar,
            formula.headspace_mm,
            formula.minutes,
            formula.bands_ft,
        )
        found = look(entry, FACTS)
        if found.refusals:
            refused[formula.id] = [refusal.says for refusal in found.refusals]
            continue
        assert found.formula is not None
        assert found.nearest_id == formula.id
        facts = replace(FACTS, formulas={found.formula.id: found.formula})
        verdict = check_text(formula_text(formula), Settings(altitude(0, "m"), measures="us"), facts)
        assert verdict.destination == "shelf", (formula.id, [(f.code, f.says) for f in verdict.findings])
    # Oil stands before its acid in the mushrooms' estimate (docs/decisions/0004-estimate.md): an entered copy is refused.
    assert set(refused) <= {"marinated-mushrooms", "three-bean-salad"}, refused


def test_a_near_copy_of_a_shipped_formula_ties_and_the_stricter_counts() -> None:
    text = formula_text(FACTS.formulas["pickled-carrots"])
    entry = replace(ENTRY, text=text.partition("\n\nMethod")[0] + "\n", minutes={"pint": (5,)})
    facts = with_own(entry)
    verdict = check_text(text, Settings(altitude(0, "m"), measures="us"), facts)
    assert len(verdict.tied) == 2
    assert verdict.process is None or verdict.process.minutes == 15


def test_toml_of_the_shipped_shape_comes_back_as_the_same_formula() -> None:
    formula = look(replace(ENTRY, bands_ft=(1000, 6000), minutes={"pint": (15, 20, 25)}), FACTS).formula
    assert formula is not None
    text = formulas_toml([formula])
    back = read_formulas(text, FACTS.catalogue, {})[formula.id]
    assert (back.own, back.by_chart, back.recall) == (formula.own, False, "entered")
    assert formula_text(back) == formula_text(formula)
    assert formulas_toml([back]) == text
    shipped = FACTS.formulas["dill-cucumbers-fresh-pack"]
    again = read_formulas(formulas_toml([shipped]), FACTS.catalogue, {"usda6": shipped.source})[shipped.id]
    assert formula_text(again) == formula_text(replace(shipped, work=None))


def entered(title: str, *lines: str, pack: str = "hot", makes: float = 8, kind: str = "pickle", method: str = "") -> list[str]:
    """Why an entry of so many pints is refused."""
    text = "\n".join([title, "", *lines, *(["", "Method:", method] if method else [])]) + "\n"
    entry = Entry(text, kind, pack, BOOK, makes, makes, "pint", 12.7, {"pint": (15,)})  # type: ignore[arg-type]
    return [refusal.says for refusal in look(entry, FACTS).refusals]


@pytest.mark.parametrize("water", ["1 tbsp", "2 cups", "4 cups", "6 cups", "8 cups", "12 cups"])
@pytest.mark.parametrize(
    ("produce", "kind"),
    [
        ("6 lb cucumbers, sliced", "pickle"), ("6 lb zucchini, sliced", "pickle"), ("12 cups cauliflower florets", "pickle"),
        ("10 cups corn kernels", "relish"), ("6 lb cabbage, chopped", "relish"), ("6 lb green tomatoes, sliced", "pickle"),
    ],
)  # fmt: skip
def test_a_hot_pack_whose_kin_have_no_water_has_a_floor_too(produce: str, kind: str, water: str) -> None:
    vinegar = "1 cup white vinegar (5%)" if water == "1 tbsp" else "4 cups white vinegar (5%)"
    assert entered("Ours", produce, vinegar, f"{water} water", "2 tbsp pickling salt", kind=kind, makes=5)


@pytest.mark.parametrize(
    "produce", ["7 lb beets, sliced", "12 cups cauliflower florets", "6 lb radishes, sliced", "10 cups corn kernels", "8 lb onions, sliced"]
)
def test_a_raw_packs_floor_is_that_of_its_own_produce(produce: str) -> None:
    """Not that of cucumbers, the weakest of all."""
    assert entered("Ours", produce, "6 cups white vinegar (5%)", "8 cups water", "1/2 cup pickling salt", pack="raw")


@pytest.mark.parametrize(
    ("lines", "makes"),
    [
        (["2 lb green beans", "4 cups white vinegar (5%)", "Per pint jar:", "1 cup corn kernels"], 1),
        (["2 lb cucumbers, sliced", "4 cups white vinegar (5%)", "Per pint jar:", "1 cup mushrooms"], 1),
        (["2 lb cucumbers, sliced", "4 cups white vinegar (5%)"], 0.1),
        (["2 lb cucumbers, sliced", "4 cups white vinegar (5%)"], 0.01),
        (["2 lb cucumbers, sliced", "4 cups white vinegar (5%)"], 60),
    ],
)
def test_a_yield_that_does_not_fit_what_goes_in(lines: list[str], makes: float) -> None:
    assert any("jars do not fit what goes in" in says or "how many jars" in says for says in entered("Ours", *lines, makes=makes))


@pytest.mark.parametrize("oil", ["5 cups", "8 cups", "20 cups"])
def test_more_oil_than_acid_is_no_formula(oil: str) -> None:
    refused = entered(
        "Mushrooms in oil", "7 lb mushrooms, whole", "2 1/2 cups white vinegar (5%)", f"{oil} olive oil", "2 cloves garlic", makes=5
    )
    assert any("more oil" in says for says in refused)


def test_a_method_that_is_typed_is_kept() -> None:
    typed = "Boil the brine 3 minutes. Add the carrots and simmer 10 minutes."
    found = look(replace(ENTRY, text=CARROTS + "\nMethod:\n" + typed + "\n"), FACTS)
    assert found.formula is not None, found.refusals
    assert found.formula.steps == typed
    assert typed in formula_text(found.formula)


@pytest.mark.parametrize(
    "vinegar", ["white or rice vinegar", "rice vinegar", "home-made vinegar", "white vinegar (acidity 4)", "balsamic vinegar"]
)
def test_a_vinegar_that_may_be_weak_is_no_tested_one(vinegar: str) -> None:
    assert entered("Ours", "6 lb cucumbers, sliced", f"4 cups {vinegar}")
    assert not any("often under" in says for says in entered("Ours", "6 lb cucumbers, sliced", "4 cups rice vinegar (5%)"))
