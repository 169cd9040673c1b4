"""The rules of change: each code fires where it should, and a permitted change stays on the shelf."""

from __future__ import annotations

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from rheum.core.facts.circumstances import Settings
from rheum.core.facts.library import Library
from rheum.core.judging.check import check_text
from rheum.core.judging.codes import CODES
from rheum.core.judging.verdict import Verdict
from rheum.core.measures.altitude import read_altitude
from rheum.core.measures.refused import RequestError
from rheum.core.parsing.writing import formula_text
from rheum.reference.loading import library

BEANS = """Beans
4 lb green beans
8 heads dill
8 cloves garlic
1/2 cup pickling salt
4 cups white vinegar (5%)
4 cups water
"""
SALSA = """Salsa
6 cups tomatoes, peeled
5 cups onions
2 cups jalapenos
2 cups bell peppers
1 1/2 cups bottled lemon juice
3 tsp pickling salt
"""
CHUTNEY = formula_text(library().formulas["mango-chutney"])
OKRA = formula_text(library().formulas["dilled-okra"])


def check(text: str, **changes: object) -> Verdict:
    given_settings: dict[str, object] = {"altitude": read_altitude("1265m"), "measures": "us"} | changes
    return check_text(text, Settings(**given_settings), library())  # type: ignore[arg-type]


def codes(verdict: Verdict) -> set[str]:
    return {found.code for found in verdict.findings}


# (what, text, codes that must be there, where the jars may live)
CASES: list[tuple[str, str, set[str], str]] = [
    ("as tested", BEANS, set(), "shelf"),
    ("less vinegar", BEANS.replace("4 cups white", "3 cups white"), {"acid-reduced", "water-added"}, "fridge"),
    ("more of everything but acid", BEANS.replace("4 lb", "5 lb"), {"acid-reduced"}, "fridge"),
    ("more water", BEANS.replace("4 cups water", "5 cups water"), {"water-added"}, "fridge"),
    ("any water where there is none", SALSA + "1/4 cup water\n", {"water-added"}, "fridge"),
    ("more vinegar", BEANS.replace("4 cups white", "5 cups white"), {"low-acid-reduced"}, "shelf"),
    ("citric acid on top", BEANS + "1 tsp citric acid\n", {"acid-topped-up"}, "shelf"),
    ("weak vinegar", BEANS.replace("(5%)", "(4%)"), {"vinegar-too-weak"}, "fridge"),
    ("just under 5", BEANS.replace("(5%)", "(4.99%)"), {"vinegar-too-weak"}, "fridge"),
    ("low end of a range", BEANS.replace("(5%)", "(4-6%)"), {"vinegar-too-weak"}, "fridge"),
    ("a blend that reaches 5", BEANS.replace("4 cups white vinegar (5%)", "2 2/3 cups white vinegar (4%)\n1 1/3 cups cider vinegar (7%)"), {"vinegar-kind"}, "shelf"),
    ("no strength", BEANS.replace(" (5%)", ""), {"vinegar-strength-unstated"}, "shelf"),
    ("rice vinegar", BEANS.replace("white vinegar (5%)", "rice vinegar"), {"vinegar-strength-unknown"}, "fridge"),
    ("rice vinegar of 5", BEANS.replace("white vinegar", "rice vinegar"), {"vinegar-kind"}, "shelf"),
    ("home-made vinegar", BEANS.replace("white vinegar (5%)", "homemade vinegar"), {"vinegar-strength-unknown"}, "fridge"),
    ("cleaning vinegar", BEANS.replace("white vinegar (5%)", "cleaning vinegar"), {"vinegar-not-food"}, "discard"),
    ("30 per cent", BEANS.replace("(5%)", "(30%)"), {"vinegar-not-food"}, "discard"),
    ("strong vinegar", BEANS.replace("(5%)", "(6%)"), {"vinegar-stronger"}, "shelf"),
    ("strong vinegar let down", BEANS.replace("4 cups white vinegar (5%)\n4 cups", "4 cups white vinegar (6%)\n5 1/2 cups"), {"vinegar-stronger"}, "shelf"),
    ("let down too far", BEANS.replace("4 cups white vinegar (5%)\n4 cups", "4 cups white vinegar (6%)\n6 cups"), {"water-added"}, "fridge"),
    ("another kind", BEANS.replace("white vinegar", "cider vinegar"), {"vinegar-kind"}, "shelf"),
    ("bottled lemon for vinegar", BEANS.replace("4 cups white vinegar (5%)", "2 cups white vinegar (5%)\n2 cups bottled lemon juice"), {"acid-swap-up"}, "shelf"),
    ("vinegar for bottled lemon", SALSA.replace("bottled lemon juice", "white vinegar (5%)"), {"acid-swap-down"}, "fridge"),
    ("bottled lime for lemon", SALSA.replace("lemon", "lime"), set(), "shelf"),
    ("fresh lemon for bottled", SALSA.replace("bottled lemon", "fresh lemon"), {"juice-fresh"}, "fridge"),
    ("another mix within the pool", SALSA.replace("5 cups onions\n2 cups jalapenos", "3 cups onions\n4 cups serranos"), set(), "shelf"),
    ("over the pool", SALSA.replace("5 cups onions", "6 cups onions"), {"low-acid-increased"}, "fridge"),
    ("tomatillos for tomatoes", SALSA.replace("6 cups tomatoes, peeled", "6 cups tomatillos"), {"tomato-swap"}, "shelf"),
    ("a clove too many", BEANS.replace("8 cloves", "9 cloves"), {"low-acid-increased"}, "fridge"),
    ("no garlic", BEANS.replace("8 cloves garlic\n", ""), set(), "shelf"),
    ("whole cloves up to one a pint", OKRA.replace("8 cloves garlic", "7 cloves garlic"), set(), "shelf"),
    ("garlic in a cucumber pickle", formula_text(library().formulas["dill-cucumbers-fresh-pack"]).replace("1/2 cup pickling", "7 cloves garlic\n1/2 cup pickling"), {"garlic-clove"}, "shelf"),
    ("minced, it counts", formula_text(library().formulas["dill-cucumbers-fresh-pack"]).replace("1/2 cup pickling", "7 cloves garlic, minced\n1/2 cup pickling"), {"ingredient-added"}, "fridge"),
    ("another vegetable", BEANS + "1 lb carrots, sliced\n", {"ingredient-added"}, "fridge"),
    ("fruit added", CHUTNEY + "\n", set(), "shelf"),
    ("apples in a mango chutney", CHUTNEY.replace("3 cups white", "2 cups apples, chopped\n3 cups white"), {"acid-fruit-added"}, "fridge"),
    ("ripe mango", CHUTNEY.replace("unripe mango", "ripe mango"), {"borderline-fruit"}, "fridge"),
    ("dates in a chutney", CHUTNEY.replace("3 cups white", "1 cup dates\n3 cups white"), {"ingredient-added"}, "fridge"),
    ("a sprig of tarragon", OKRA.replace("6 cups water", "8 sprigs tarragon\n6 cups water"), {"fresh-herb-changed"}, "shelf"),
    ("a bush of tarragon", OKRA.replace("6 cups water", "4 cups tarragon\n6 cups water"), {"ingredient-added"}, "fridge"),
    ("other dried spices", BEANS + "2 tsp cumin\n1 tsp dried dill\n", {"spice-changed"}, "shelf"),
    ("half a kilo of spice", BEANS + "500 g paprika\n", {"ingredient-added"}, "fridge"),
    ("overripe", BEANS.replace("green beans", "overripe green beans"), {"produce-unfit"}, "fridge"),
    ("mouldy", BEANS.replace("green beans", "mouldy green beans"), {"produce-unfit"}, "discard"),
    ("wild mushrooms", BEANS + "1 cup chanterelles\n", {"not-for-canning"}, "discard"),
    ("no acid at all", "Beans\n4 lb green beans\n4 cups water\n", {"low-acid-alone"}, "discard"),
    ("less sugar", CHUTNEY.replace("4 1/2 cups white sugar", "3 cups white sugar"), {"sugar-changed"}, "shelf"),
    ("honey for sugar", CHUTNEY.replace("4 1/2 cups white sugar", "3 cups honey"), {"sugar-changed"}, "shelf"),
    ("a little sugar where there is none", BEANS + "1 cup sugar\n", {"sugar-changed"}, "shelf"),
    ("much sugar where there is none", BEANS + "2 cups sugar\n", {"ingredient-added"}, "fridge"),
    ("syrup where there is none", BEANS + "1/2 cup honey\n", {"ingredient-added"}, "fridge"),
    ("less salt", BEANS.replace("1/2 cup pickling", "1/4 cup pickling"), {"salt-changed"}, "shelf"),
    ("table salt", BEANS.replace("1/2 cup pickling salt", "1/2 cup iodized salt"), {"salt-additives"}, "shelf"),
    ("oil", BEANS + "1/4 cup olive oil\n", {"fat-added"}, "fridge"),
    ("garlic in oil", "Confit\n2 cups garlic, peeled\n3 cups olive oil\n1/4 cup white vinegar (5%)\n", {"garlic-or-herb-in-oil"}, "discard"),
    ("cream", BEANS + "1 cup cream\n", {"dairy-or-meat"}, "fridge"),
    ("eggs", BEANS + "4 hard-boiled eggs\n", {"dairy-or-meat"}, "fridge"),
    ("fish", BEANS + "4 oz fish\n", {"dairy-or-meat"}, "discard"),
    ("anchovies", BEANS + "2 oz anchovies\n", {"dairy-or-meat"}, "discard"),
    ("a condiment with fish in it", BEANS + "1 tbsp worcestershire\n", {"ingredient-added"}, "fridge"),
    ("flour", CHUTNEY.replace("3 cups white", "2 tbsp flour\n3 cups white"), {"thickener-added"}, "fridge"),
    ("rice", BEANS + "1 cup rice\n", {"starch-added"}, "fridge"),
    ("chickpeas", BEANS + "1 cup chickpeas\n", {"starch-added"}, "fridge"),
    ("baking soda", BEANS + "1 tsp baking soda\n", {"alkali-added"}, "discard"),
    ("lime left in", BEANS + "1 cup pickling lime\n", {"alkali-added"}, "discard"),
    ("calcium chloride", BEANS + "1 tsp calcium chloride\n", {"firming-agent"}, "shelf"),
    ("tinned corn", formula_text(library().formulas["corn-relish"]).replace("sweetcorn kernels, blanched 5 min, cut from the cob, or frozen and thawed", "canned corn"), {"tinned-for-fresh"}, "fridge"),
    ("frozen in a raw pack", BEANS.replace("green beans", "frozen green beans"), {"frozen-for-fresh"}, "fridge"),
    ("frozen in a hot pack", formula_text(library().formulas["pickled-bell-peppers"]).replace("sweet pepper, strips", "frozen sweet pepper, strips"), {"frozen-for-fresh"}, "shelf"),
    ("turned upside down", BEANS + "\nMethod:\nTurn the jars upside down.\n", {"method-differs"}, "fridge"),
    ("fermented", BEANS + "\nMethod:\nFerment for five days at room temperature.\n", {"method-differs"}, "fridge"),
    ("too short in the text", BEANS + "\nMethod:\nProcess pints 4 minutes.\n", {"method-differs"}, "fridge"),
    ("long in the text", BEANS + "\nMethod:\nProcess pints 20 minutes.\n", set(), "shelf"),
    ("packed hot", BEANS + "\nMethod:\nHot pack.\n", set(), "shelf"),
    ("a line unread", BEANS + "2 cups ramps\n", {"line-unread"}, "fridge"),
    ("nothing like it", "Stew\n3 lb jicama\n2 lb radish\n1 cup white vinegar (5%)\n4 cups water\n", {"no-tested-formula"}, "fridge"),
    ("cream hidden in the method", BEANS + "\nMethod:\nStir in 2 cups cream.\n", {"method-differs"}, "fridge"),
    ("vinegar only by the jar", "Okra\n7 lb okra\n6 cups water\nPer jar:\n1/4 cup white vinegar (5%)\n", {"acid-reduced"}, "fridge"),
    ("vinegar only in the soak", BEANS.replace("4 cups white vinegar (5%)\n", "") + "Soak:\n4 cups white vinegar (5%)\n", set(), "discard"),
]  # fmt: skip


@pytest.mark.parametrize(("what", "text", "wanted", "destination"), CASES, ids=[case[0] for case in CASES])
def test_a_change(what: str, text: str, wanted: set[str], destination: str) -> None:
    verdict = check(text)
    assert wanted <= codes(verdict), [(f.code, f.line, f.says) for f in verdict.findings]
    assert verdict.destination == destination, [(f.code, f.level, f.says) for f in verdict.findings]
    if destination != "shelf":
        assert verdict.process is None or codes(verdict) & {"time-short", "method-differs"}


SETTINGS: list[tuple[str, dict[str, object], set[str], str, int | None]] = [
    ("a quart", {"jar": "quart"}, {"jar-larger"}, "fridge", None),
    ("a half-pint", {"jar": "half-pint"}, {"jar-smaller"}, "shelf", 10),
    ("500 ml counts as a pint", {"jar": "500ml"}, set(), "shelf", 10),
    ("501 ml does not", {"jar": "501ml"}, {"jar-larger"}, "fridge", None),
    ("an inch of headspace", {"headspace_mm": 25.4}, {"headspace-changed"}, "fridge", 10),
    ("an eighth off", {"headspace_mm": 12.7 + 3.1}, set(), "shelf", 10),
    ("short", {"minutes": 9}, {"time-short"}, "fridge", 10),
    ("long", {"minutes": 20}, {"time-long"}, "shelf", 10),
    ("steam", {"method": "steam"}, set(), "shelf", 10),
    ("hot", {"pack": "hot"}, {"pack-changed"}, "fridge", None),
    ("no height", {"altitude": None}, {"altitude-unknown"}, "fridge", None),
    ("too high", {"altitude": read_altitude("10001ft")}, {"altitude-uncharted"}, "fridge", None),
    ("another formula", {"formula_id": "pickled-asparagus"}, {"no-tested-formula"}, "fridge", None),
]


@pytest.mark.parametrize(("what", "given_settings", "wanted", "destination", "minutes"), SETTINGS, ids=[case[0] for case in SETTINGS])
def test_a_setting(what: str, given_settings: dict[str, object], wanted: set[str], destination: str, minutes: int | None) -> None:
    verdict = check(BEANS, **given_settings)
    assert wanted <= codes(verdict)
    assert verdict.destination == destination, [(f.code, f.says) for f in verdict.findings]
    assert (verdict.process.minutes if verdict.process else None) == minutes


def test_ripe_tomatoes_do_not_stand_in_for_tomatillos() -> None:
    text = formula_text(library().formulas["tomatillo-green-salsa"]).replace("tomatillo, chopped", "tomatoes, chopped")
    verdict = check(text, formula_id="tomatillo-green-salsa")
    assert "swap-not-covered" in codes(verdict)
    assert verdict.destination == check(text).destination == "fridge"


def test_between_two_sizes_the_larger_ones_minutes() -> None:
    dill = formula_text(library().formulas["dill-cucumbers-fresh-pack"])
    verdict = check(dill, jar="pint-and-a-half", altitude=read_altitude("0m"))
    assert "jar-between" in codes(verdict)
    assert verdict.process is not None and verdict.process.minutes == 15


def test_steam_ends_at_45_minutes() -> None:
    beets = formula_text(library().formulas["pickled-beets"])
    assert "steam-too-long" not in codes(check(beets, method="steam", altitude=read_altitude("7000ft")))
    verdict = check(beets, method="steam", minutes=46)
    assert "steam-too-long" in codes(verdict)
    assert verdict.destination == "fridge"


def test_handbook_figures() -> None:
    dill = formula_text(library().formulas["dill-cucumbers-fresh-pack"])
    assert check(dill, jar="quart", altitude=read_altitude("4000ft")).process.minutes == 20  # type: ignore[union-attr]
    beets = formula_text(library().formulas["pickled-beets"])
    found = check(beets, jar="pint", altitude=read_altitude("3500ft")).process
    assert found is not None and (found.minutes, found.water_over_lids_mm) == (40, 50)
    low = check(BEANS, jar="pint", altitude=read_altitude("500ft")).process
    assert low is not None and (low.minutes, low.sterilise_minutes) == (5, 10)
    edge = [check(BEANS, altitude=read_altitude(h)).process.minutes for h in ("1000ft", "304.8m", "1000.1ft", "6000ft", "6000.5ft", "-50m")]  # type: ignore[union-attr]
    assert edge == [5, 5, 10, 10, 15, 5]
    assert check(BEANS, altitude=read_altitude("2000ft")).process.sterilise_minutes is None  # type: ignore[union-attr]


def test_cups_beside_grams_are_judged_by_the_worst_cup() -> None:
    text = "Relish\n6 cups onions\n6 cups bell peppers\n1 1/2 cups sugar\n1420 ml white vinegar (5%)\n2 tbsp pickling salt\n"
    assert check(text).destination == "shelf"
    assert check(text, measures=None).destination == "fridge"
    assert check(text, measures="metric").destination == "fridge"


@pytest.mark.parametrize(
    ("field", "value"), [("jar", "bucket"), ("formula_id", "nothing"), ("headspace_mm", -1), ("minutes", 0), ("minutes", float("nan"))]
)
def test_settings_that_cannot_be_used(field: str, value: object) -> None:
    with pytest.raises(RequestError, match=r"\.") as refused:
        check(BEANS, **{field: value})
    assert refused.value.field == field


def test_every_code_has_its_reason_and_source() -> None:
    for code, row in CODES.items():
        assert row.why.endswith("."), code
        assert row.source, code


ORDER = {"shelf": 0, "fridge": 1, "discard": 2}
formulas = st.sampled_from(sorted(library().formulas))


@settings(max_examples=60, deadline=None)
@given(formulas, st.floats(0.1, 0.9))
def test_taking_acid_away_never_improves_a_verdict(formula_id: str, part: float) -> None:
    lines = formula_text(library().formulas[formula_id], "metric").splitlines()
    changed = []
    for text in lines:
        words = text.split()
        if "vinegar" in text or "bottled" in text:
            text = f"{float(words[0]) * part:.4g} {' '.join(words[1:])}"
        changed.append(text)
    raw = library().formulas[formula_id].pack == "raw"
    verdict = check("\n".join(changed), formula_id=formula_id, measures=None)
    assert verdict.destination != "shelf" or (raw and part > 1 / 1.21 and "brine-runs-short" in {found.code for found in verdict.findings})


@settings(max_examples=60, deadline=None)
@given(formulas, st.floats(1.05, 6))
def test_adding_produce_never_improves_a_verdict(formula_id: str, more: float) -> None:
    facts: Library = library()
    lines = formula_text(facts.formulas[formula_id], "metric").splitlines()
    # In a raw pack the jar sets how much stands beside the brine, up to a fifth more than its range.
    more = more + 0.35 if facts.formulas[formula_id].pack == "raw" else more
    changed, done = [], False
    for text in lines:
        words = text.split()
        if not done and len(words) > 2 and words[1] in ("g", "kg") and "vinegar" not in text and "sugar" not in text:
            text, done = f"{float(words[0]) * more:.4g} {' '.join(words[1:])}", True
        changed.append(text)
    verdict = check("\n".join(changed), formula_id=formula_id, measures=None)
    assert ORDER[verdict.destination] >= ORDER["fridge"] or not done, [(f.code, f.says) for f in verdict.findings]


@settings(max_examples=40, deadline=None)
@given(formulas, st.randoms())
def test_the_order_of_lines_never_matters(formula_id: str, chance: object) -> None:
    text = formula_text(library().formulas[formula_id])
    title, _, rest = text.partition("\n\n")
    body, _, after = rest.partition("\n\n")
    lines = body.splitlines()
    chance.shuffle(lines)  # type: ignore[attr-defined]
    verdict = check("\n".join([title, "", *lines, "", after]))
    assert (verdict.destination, verdict.formula and verdict.formula.id) == ("shelf", formula_id)
