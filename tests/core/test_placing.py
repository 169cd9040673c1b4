"""Placing what Rheum does not know: the worst of its kind, remembered, never an acid, never a way round a known name."""

from __future__ import annotations

import pytest

from rheum.core.facts.circumstances import Settings
from rheum.core.facts.placing import Placement, PlacementRefused, check_placement, with_placed
from rheum.core.judging.check import check_text
from rheum.core.measures.altitude import read_altitude
from rheum.core.parsing.writing import formula_text
from rheum.reference.loading import BadReference, kinds, library, read_kinds, read_roles
from tests.core.test_attacks import BEANS

FACTS = library()
HERE = Settings(read_altitude("1265m"))
SALSA = "Salsa\n6 cups tomatoes, peeled, cored, seeded, chopped\n7 cups onions, diced\n2 cups fatalii, diced\n1 1/2 cups bottled lemon juice\n3 tsp canning salt\n"


def judged(text: str, *placed: tuple[str, str]):
    return check_text(text, HERE, with_placed(FACTS, [Placement(*one) for one in placed], kinds()))


def test_an_unknown_name_asks_to_be_placed_and_is_a_limit_until_then() -> None:
    verdict = judged(BEANS + "2 cups ramps, chopped\n")
    assert verdict.destination == "fridge"
    assert [(ask.line, ask.name) for ask in verdict.to_place] == [(8, "ramps")]


@pytest.mark.parametrize(
    ("kind", "destination", "code"),
    [
        ("low-acid-vegetable", "fridge", "ingredient-added"), ("pepper", "fridge", "ingredient-added"), ("acid-fruit", "fridge", "acid-fruit-added"),
        ("mild-fruit", "fridge", "borderline-fruit"), ("dried-spice", "shelf", "spice-changed"), ("nut", "fridge", "ingredient-added"),
        ("sauce", "fridge", "ingredient-added"), ("oil", "fridge", "fat-added"), ("starchy", "fridge", "starch-added"), ("animal", "discard", "dairy-or-meat"),
    ],
)  # fmt: skip
def test_each_kind_earns_its_code(kind: str, destination: str, code: str) -> None:
    verdict = judged(BEANS + "2 tsp skirret\n", ("skirret", kind))
    assert not verdict.unread
    assert (verdict.destination, code in {found.code for found in verdict.findings}) == (destination, True)
    assert any("for so you placed it" in found.says for found in verdict.findings), "each verdict that rests on it says so"


def test_a_placed_pepper_stands_in_for_a_pepper() -> None:
    text = SALSA.replace("7 cups onions", "9 cups onions").replace("2 cups fatalii, diced\n", "")
    assert judged(text).destination == "shelf"
    salsa = "\n".join(
        [
            "Green chile salsa",
            "5 lb tomatoes, peeled, chopped",
            "2 lb fatalii, seeded, chopped",
            "1 lb onions, chopped",
            "1 cup white vinegar (5%)",
            "3 tsp canning salt",
        ]
    )
    assert judged(salsa).destination == "fridge"
    placed = judged(salsa, ("fatalii", "pepper"))
    assert (placed.destination, "pepper-swap" in {found.code for found in placed.findings}) == ("shelf", True)


def test_a_placed_name_is_read_in_any_spelling_of_it() -> None:
    verdict = judged(BEANS + "2 tsp Skirrets, ground\n", ("skirret", "dried-spice"))
    assert not verdict.unread


@pytest.mark.parametrize(
    ("name", "kind", "says"),
    [
        ("heavy cream", "dried-spice", "knows “heavy cream” already"), ("clotted cream", "dried-spice", "holds “milk”"), ("onions", "pepper", "already"),
        ("chopped", "pepper", "only says how"), ("2 cups", "pepper", "without an amount"), ("ox", "pepper", "3 to 40"), ("cider vinegar blend", "sauce", "holds"),
        ("water of life", "sauce", "holds “water”"), ("skirret", "acid", "no kind"), ("skirret", "vinegar", "no kind"), ("a\nb", "pepper", "name alone"),
    ],
)  # fmt: skip
def test_what_cannot_be_placed_says_why(name: str, kind: str, says: str) -> None:
    with pytest.raises(PlacementRefused, match=says):
        check_placement(Placement(name, kind), kinds(), FACTS.catalogue)


def test_a_spice_may_be_placed_but_not_one_that_names_a_food_of_another_kind() -> None:
    check_placement(Placement("powdered sansho leaf", "dried-spice"), kinds(), FACTS.catalogue)
    with pytest.raises(PlacementRefused):
        check_placement(Placement("powdered jalapeno leaf", "dried-spice"), kinds(), FACTS.catalogue)


def test_no_kind_may_make_an_acid() -> None:
    with pytest.raises(BadReference, match="nothing may be placed as vinegar"):
        read_kinds(
            "id,title,class,swap_group,ph_low,ph_high,buffer_low,buffer_high,g_per_cup\nx,an acid,vinegar,,,,,,239\n",
            read_roles(
                "class,role,when_added,low_acid,more_is,acid,liquid,food,rounds_up\nvinegar,vinegar,acid-topped-up,no,acid-topped-up,yes,yes,no,yes\n"
            ),
        )


def test_a_placement_that_has_become_known_since_gives_way() -> None:
    facts = with_placed(FACTS, [Placement("courgettes", "pepper"), Placement("skirret", "pepper")], kinds())
    assert facts.catalogue.exactly("courgettes") is FACTS.catalogue.exactly("courgettes")
    assert list(facts.placed) == ["placed-skirret"]


# Names by which something else was smuggled in as a spice or a sugar, and the amounts that hid how much of it there was.
SMUGGLED = [
    *((name, "dried-spice") for name in ("grumbleroot", "ramps", "nettles", "lardons", "jerky", "prosciutto", "bacon flakes", "dried mushroom slices", "ground onions")),
    *((name, "sweetener") for name in ("dulce de leche", "sorghum syrup", "custard", "nougat", "birch sap", "squash cordial", "malt drink")),
]  # fmt: skip
AMOUNTS = ["12", "3 bunches", "4 bags", "6 handfuls", "2 cups", "10 cups", "3 jars"]


@pytest.mark.parametrize(("name", "kind"), SMUGGLED)
def test_what_is_placed_counts_with_its_weight_and_its_kinds_caps(name: str, kind: str) -> None:
    placement = Placement(name, kind)
    try:
        check_placement(placement, kinds(), FACTS.catalogue)
    except PlacementRefused:
        return
    facts = with_placed(FACTS, [placement], kinds())
    text = formula_text(FACTS.formulas["dilled-green-beans" if kind == "dried-spice" else "pickled-bell-peppers"])
    for amount in AMOUNTS:
        verdict = check_text(text.replace("\nMethod:", f"{amount} {name}\n\nMethod:", 1), HERE, facts)
        assert verdict.destination != "shelf", (amount, name)
