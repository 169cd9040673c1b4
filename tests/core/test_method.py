"""What a method's prose says, in many ways of saying it."""

from __future__ import annotations

import pytest

from rheum.core.facts.library import Library
from rheum.core.recipe.jar_names import jars_named
from rheum.core.recipe.recipe import Method
from rheum.core.recipe.sentences import sentences
from rheum.core.recipe.text import read_recipe


def method(prose: str, facts: Library) -> Method:
    return read_recipe(f"Beans\n4 lb green beans\n\nMethod:\n{prose}\n", facts.catalogue).method


@pytest.mark.parametrize(
    ("prose", "said"),
    [
        ("Process 10 minutes.", {(None, 10)}),
        ("Process for ten.", set()),
        ("Process pints 10 min.", {("pint", 10)}),
        ("Process pint jars for 10 minutes and quart jars for 15 minutes.", {("pint", 10), ("quart", 15)}),
        ("Process 10 minutes for pints, 15 minutes for quarts.", {("pint", 10), ("quart", 15)}),
        ("Process half-pints and pints 15 minutes in a boiling-water canner.", {("half-pint", 15), ("pint", 15)}),
        ("Put in a water bath for 20 mins.", {(None, 20)}),
        ("Keep in the canner at a full boil, 25 minutes.", {(None, 25)}),
        ("Process: 1 hour.", {(None, 60)}),
        ("Process 1 1/2 hours.", {(None, 90)}),
        ("Boil the brine 10 minutes.", set()),
        ("Simmer 30 minutes, stirring.", set()),
        ("Soak 12 hours in the refrigerator.", set()),
        ("Let the jars stand 5 minutes in the canner before lifting.", set()),
        ("Sterilise jars 10 minutes in boiling water.", set()),
        ("Process in a steam canner for 15 minutes.", {(None, 15)}),
        ("Process 500 ml jars 10 minutes.", {("500ml", 10)}),
        ("Process. Half-pints: 10 minutes.", {("half-pint", 10)}),
    ],
)
def test_minutes(prose: str, said: set[tuple[str | None, float]], facts: Library) -> None:
    assert {(found.jar, found.minutes) for found in method(prose, facts).minutes} == said


def test_minutes_beside_an_altitude(facts: Library) -> None:
    found = method("Process 20 minutes at 4,000 ft. Process 15 minutes at 300 m.", facts).minutes
    assert [(said.minutes, said.altitude_ft and round(said.altitude_ft)) for said in found] == [(20, 4000), (15, 984)]
    bands = method("Process pints 15 minutes at 0-1,000 ft, 20 minutes at 1,001-6,000 ft.", facts).minutes
    assert [(said.minutes, said.altitude_ft) for said in bands] == [(15, 1000), (20, 6000)]


@pytest.mark.parametrize(
    ("prose", "mm"),
    [
        ("Leave 1/2 inch headspace.", 12.7),
        ("Leaving ½-inch head space.", 12.7),
        ("Fill, leaving 1/4 in. of headspace.", 6.35),
        ('Leave 1/2" of room.', 12.7),
        ("Headspace: 12 mm.", 12),
        ("Fill to within 1/2 inch of the rim.", 12.7),
        ("Leave 1 cm of space.", 10),
        ("Headspace of 1 inch.", 25.4),
    ],
)
def test_headspace(prose: str, mm: float, facts: Library) -> None:
    assert [round(value, 2) for _, value in method(prose, facts).headspaces_mm] == [pytest.approx(mm, abs=0.01)]


@pytest.mark.parametrize(
    ("prose", "packs"),
    [
        ("Raw pack.", ["raw"]),
        ("Pack hot into jars.", ["hot"]),
        ("Pack the beans raw.", ["raw"]),
        ("Cold-packed.", ["raw"]),
        ("Pack tightly.", []),
    ],
)
def test_packs(prose: str, packs: list[str], facts: Library) -> None:
    assert [pack for _, pack in method(prose, facts).packs] == packs


@pytest.mark.parametrize(
    ("text", "jars"),
    [
        ("half-pint, pint and quart jars", ["half-pint", "pint", "quart"]),
        ("pint-and-a-half jars", ["pint-and-a-half"]),
        ("1 1/2 pint jars", ["pint-and-a-half"]),
        ("8 oz jars", ["half-pint"]),
        ("quarter-pint jars", ["quarter-pint"]),
        ("250 ml jars", ["250ml"]),
        ("one-litre jars", ["1l"]),
        ("a pinch", []),
    ],
)
def test_jars(text: str, jars: list[str], facts: Library) -> None:
    assert [jar for _, jar in jars_named(text, facts.catalogue.grammar)] == jars


@pytest.mark.parametrize(
    "prose",
    [
        "Flip the jars and let them cool.",
        "Place jars on their lids for 5 minutes.",
        "Seal by the open kettle way.",
        "Heat filled jars in the oven at 250 F.",
        "Microwave the sealed jars.",
        "Run the filled jars through the dishwasher.",
        "Heat the water to just under the boil and hold it there.",
        "Pasteurize at 180 F for 30 minutes.",
        "Process at 190 °F for 15 minutes.",
        "Water should reach halfway up the sides.",
        "The hot food will seal itself; jars will seal on the counter.",
        "Seal with wax.",
        "No water bath needed.",
        "You don't need to process these.",
    ],
)
def test_what_is_no_processing(prose: str, facts: Library) -> None:
    said = method(prose, facts)
    assert said.opened or [risk for _, risk, _ in said.risks if risk.code == "method-refused"]


@pytest.mark.parametrize(
    "prose",
    [
        "Do not flip the jars.",
        "Never use the oven or the microwave.",
        "Warm the empty jars in the oven.",
        "Wash jars in the dishwasher and keep hot.",
        "Char the peppers under the broiler or in the oven.",
        "Preheat the canner to 180 F.",
        "Cover with water at least 1 inch over the lids.",
        "Open the jars on the day.",
    ],
)
def test_what_only_sounds_like_it(prose: str, facts: Library) -> None:
    said = method(prose, facts)
    assert not said.risks and not said.opened


@pytest.mark.parametrize(
    ("prose", "is_ferment"), [("Ferment 5 days.", True), ("Let it sour for a week.", True), ("Do not ferment.", False), ("Cool.", False)]
)
def test_fermenting(prose: str, is_ferment: bool, facts: Library) -> None:
    assert ("fermented" in [risk.code for _, risk, _ in method(prose, facts).risks]) is is_ferment


def test_sentences_do_not_end_at_decimals_or_inches(facts: Library) -> None:
    assert sentences("Leave 1/2 in. of space. Use 2.5 cups. Process.", facts.catalogue.lexicon.blocks) == (
        "Leave 1/2 in. of space.",
        "Use 2.5 cups.",
        "Process.",
    )


def test_an_altitude_is_never_taken_from_prose(facts: Library) -> None:
    from rheum.core.facts.circumstances import Settings
    from rheum.core.judging.check import check_text

    text = "Beans\n4 lb green beans\n8 heads dill\n4 cups white vinegar (5%)\n4 cups water\n\nMethod:\nWe live at 4,150 ft. Process 10 minutes at 4,150 ft.\n"
    verdict = check_text(text, Settings(), facts)
    assert verdict.kitchen.altitude_m is None
    assert "altitude-unknown" in {found.code for found in verdict.findings}
    assert "time-short" not in {found.code for found in verdict.findings}
