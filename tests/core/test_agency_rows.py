"""What the agencies' guides and sheets say of a batch, row by row (all from memory of the publication named): where Rheum must be as strict, and where
it must not be stricter than they are."""

from __future__ import annotations

from dataclasses import replace

import pytest

from rheum.core.batch.clouds import clouding
from rheum.core.facts.circumstances import Settings
from rheum.core.judging.check import judge
from rheum.core.judging.verdict import Verdict
from rheum.core.measures.altitude import Altitude
from rheum.core.parsing.writing import formula_text
from rheum.reference.loading import library

FACTS = library()
HERE = Settings(Altitude(1265, "m"), measures="us")


def written(formula_id: str, *swaps: tuple[str, str], more: str = "", method: str | None = None) -> str:
    """A formula's text with lines exchanged, lines added before the method, and another method."""
    text = formula_text(FACTS.formulas[formula_id])
    for old, new in swaps:
        assert old in text, (old, text)
        text = text.replace(old, new)
    head, _, tail = text.partition("\nMethod:")
    return head + more + "\nMethod:" + (tail if method is None else "\n" + method + "\n")


def judged(text: str, formula_id: str | None = None) -> Verdict:
    return judge(text, replace(HERE, formula_id=formula_id), FACTS).verdict


def codes(verdict: Verdict, *levels: str) -> set[str]:
    return {found.code for found in verdict.findings if found.level in (levels or ("stop", "limit", "caution", "note"))}


NO_LEMON = written("marinated-mushrooms", method="Simmer the mushrooms 5 minutes. Drain. Fill the jars. Process half-pint jars 20 minutes.")
SALSA_AS_IS = written("choice-salsa", method="Boil everything. Fill the jars. Process 15 minutes.")

# name, text, code, level, destination.
ROWS = [
    # USDA Guide 6, marinated mushrooms: the lemon water is part of the acid.
    ("lemon water left out", NO_LEMON.replace("Soak:\n1/2 cup bottled lemon juice, in the cooking water, drained away\n", ""), "prep-changed", "limit", "fridge"),
    ("half of it", NO_LEMON.replace("1/2 cup bottled lemon juice, in", "1/4 cup bottled lemon juice, in"), "prep-changed", "limit", "fridge"),
    # Whole pieces in size.
    ("eight inches long", written("dill-cucumbers-fresh-pack", ("3 to 5 in, whole", "8 inch, whole")), "cut-changed", "limit", "fridge"),
    ("large ones whole", written("dill-cucumbers-fresh-pack", ("cucumber, 3 to 5 in, whole", "cucumber, large, whole")), "cut-changed", "limit", "fridge"),
    ("no size said", written("dill-cucumbers-fresh-pack", ("3 to 5 in, whole", "whole")), "cut-changed", "note", "shelf"),
    # Sweetener where there is none: sugar takes the edge off, syrup thins.
    ("a spoon of sugar in beans", written("dilled-green-beans", more="1 tbsp sugar\n"), "sugar-changed", "caution", "shelf"),
    ("two cups of sugar in beans", written("dilled-green-beans", more="2 cups sugar\n"), "ingredient-added", "limit", "fridge"),
    ("honey in beans", written("dilled-green-beans", more="1/4 cup honey\n"), "ingredient-added", "limit", "fridge"),
    ("syrup beside all the sugar", written("pickled-bell-peppers", more="1 cup corn syrup\n"), "ingredient-added", "limit", "fridge"),
    # USDA Guide 3: canned chiles may be used in place of fresh; nobody says so of paste.
    ("tinned chiles in a Guide 3 salsa", written("slicing-tomato-salsa", ("2 cups long green chile, tough skins peeled, seeded, chopped", "2 cups tinned green chiles, chopped")), "tinned-for-fresh", "note", "shelf"),
    ("tomato paste in a salsa", written("paste-tomato-salsa", more="1 cup tinned tomato paste\n"), "ingredient-added", "limit", "fridge"),
    # Lime for cucumbers with its rinses; for nothing else.
    ("lime, rinsed, bread and butter", written("bread-and-butter-cucumbers", more="\nSoak:\n1 cup pickling lime\n1 gallon water\n", method="Soak the cucumbers 12 hours in the lime. Rinse three times, and soak an hour in fresh water each time. Drain. Boil everything. Fill the jars. Process 10 minutes."), "", "", "shelf"),
    ("lime, not rinsed", written("sliced-dill-cucumbers-low-salt", more="\nSoak:\n1 cup pickling lime\n1 gallon water\n", method="Fill the jars. Process 15 minutes."), "prep-changed", "limit", "fridge"),
    ("lime for beans", written("dilled-green-beans", more="\nSoak:\n1 cup pickling lime\n1 gallon water\n", method="Rinse three times. Fill the jars. Process 5 minutes."), "prep-changed", "limit", "fridge"),
    # The published range itself.
    ("sixteen heads of dill", written("dilled-green-beans", ("8 heads fresh dill", "16 heads fresh dill") if "8 heads fresh dill" in formula_text(FACTS.formulas["dilled-green-beans"]) else ("8 fresh dill", "16 fresh dill")), "", "", "shelf"),
    ("three pounds of rings", written("yellow-pepper-rings", ("2 3/4 lb", "3 lb")), "", "", "shelf"),
    ("six onions with the beets", written("pickled-beets", ("5 onion", "6 onion")), "", "", "shelf"),
    ("nine cloves with the okra", written("dilled-okra", ("8 cloves", "9 cloves")), "", "", "shelf"),
    ("flour in the corn relish", written("corn-relish", more="1/4 cup flour\n1/4 cup water\n"), "", "", "shelf"),
    ("water without the flour", written("corn-relish", more="1/4 cup water\n"), "water-added", "limit", "fridge"),
    ("yellow squash", written("bread-and-butter-zucchini", ("16 cups zucchini", "16 cups yellow squash")), "", "", "shelf"),
    ("whole baby carrots", written("pickled-carrots", ("carrot, peeled, 1/2 in rounds", "baby carrots, whole, peeled")), "", "", "shelf"),
    ("whole carrots", written("pickled-carrots", ("carrot, peeled, 1/2 in rounds", "carrots, whole, peeled")), "cut-changed", "limit", "fridge"),
    # Raw pack: the jar sets produce to brine.
    ("nine pounds of cucumbers for eight", written("dill-cucumbers-fresh-pack", ("8 lb", "9 lb")), "brine-runs-short", "note", "shelf"),
    ("eleven pounds for eight", written("dill-cucumbers-fresh-pack", ("8 lb", "11 lb")), "acid-reduced", "limit", "fridge"),
    ("nine pounds and thinner", written("dill-cucumbers-fresh-pack", ("8 lb", "9 lb"), ("2 quarts water", "2 1/2 quarts water")), "water-added", "limit", "fridge"),
    ("a hot pack", written("pickled-beets", ("7 lb", "8 lb")), "acid-reduced", "limit", "fridge"),
    # Not for the shelf, and nothing worse while it is not made.
    ("hard-boiled eggs", written("dilled-green-beans", more="6 hard-boiled eggs\n"), "dairy-or-meat", "limit", "fridge"),
    ("black beans", written("choice-salsa", more="1 cup black beans\n"), "starch-added", "limit", "fridge"),
    ("fish", written("dilled-green-beans", more="4 oz fish\n"), "dairy-or-meat", "stop", "discard"),
    ("a small hot pepper a jar", written("dill-cucumbers-fresh-pack", more="\nPer pint jar:\n1 small hot pepper\n"), "ingredient-added", "caution", "shelf"),
    ("slicing cucumbers in slices", written("bread-and-butter-cucumbers", ("6 lb pickling cucumber", "6 lb slicing cucumbers")), "cucumber-kind", "caution", "shelf"),
    ("waxed ones", written("bread-and-butter-cucumbers", ("6 lb pickling cucumber", "6 lb waxed cucumber")), "swap-not-covered", "limit", "fridge"),
    ("slicing cucumbers whole", written("dill-cucumbers-fresh-pack", ("8 lb pickling cucumber", "8 lb slicing cucumbers")), "swap-not-covered", "limit", "fridge"),
    ("a copper pan", written("dilled-green-beans", method="Heat the brine in a copper pan. Fill the jars. Process 5 minutes."), "method-differs", "limit", "fridge"),
    ("less of an optional acid line", written("tomatillo-relish", ("6 cups tomato", "5 1/2 cups tomato")), "", "", "shelf"),
]  # fmt: skip


@pytest.mark.parametrize(("name", "text", "code", "level", "destination"), ROWS, ids=[row[0] for row in ROWS])
def test_a_row(name: str, text: str, code: str, level: str, destination: str) -> None:
    verdict = judged(text)
    found = [(one.code, one.level, one.says) for one in verdict.findings]
    assert verdict.destination == destination, found
    if code:
        assert (code, level) in {(one.code, one.level) for one in verdict.findings}, found
    else:
        assert not codes(verdict, "stop", "limit"), found


def test_quarts_of_whole_green_tomatoes_have_no_minutes() -> None:
    formula = FACTS.formulas["dill-green-tomatoes"]
    assert set(formula.minutes) == {"pint"}
    whole = written("dill-green-tomatoes", ("halved or quartered", "whole"))
    assert "cut-changed" in codes(judged(whole), "limit")


def test_eggs_and_cream_keep_three_days() -> None:
    for text in (written("dilled-green-beans", more="6 hard-boiled eggs\n"), written("choice-salsa", more="1 cup cream\n")):
        keeps = judged(text).fridge
        assert keeps is not None
        assert keeps.days == 3


@pytest.mark.parametrize(
    ("text", "reasons"),
    [
        (written("dilled-green-beans"), ("hard water",)),
        (written("dilled-green-beans", ("pickling salt", "table salt")), ("what table salt holds besides salt", "hard water")),
        (written("corn-relish"), ("starch out of the sweetcorn kernels", "ground spice", "hard water")),
    ],
)
def test_what_clouds_a_jar_from_the_first_day_is_named(text: str, reasons: tuple[str, ...]) -> None:
    """Salt with additives, starch and ground spices, hard water cloud a brine in which nothing grows (NCHFP, from memory)."""
    assert clouding(text, FACTS.catalogue) == reasons
