"""The catalogue: large enough for real recipes, each row with its source, found by every name people use."""

from __future__ import annotations

import csv
from importlib.resources import files

import pytest

from rheum.core.facts.library import Library
from rheum.core.parsing.mentions import read_ingredient
from rheum.reference.loading import BadReference, read_ingredients, read_roles

# What one thing is called on two sides of an ocean (common practice).
TWO_NAMES = [
    ("courgettes", "zucchini"), ("aubergine", "eggplant"), ("beetroot", "beets"), ("spring onions", "scallions"), ("swede", "rutabaga"),
    ("gherkins", "pickling cucumbers"), ("sweetcorn", "corn kernels"), ("mooli", "daikon"), ("celeriac", "celery root"),
    ("silverbeet", "swiss chard"), ("capsicum", "bell pepper"), ("French beans", "green beans"), ("rocket", "arugula"),
    ("caster sugar", "superfine sugar"), ("coriander leaves", "cilantro"), ("cornflour", "cornstarch"), ("spirit vinegar", "white vinegar"),
    ("sultanas", "golden raisins"), ("treacle", "molasses"), ("Jerusalem artichokes", "sunchokes"), ("broad beans", "fava beans"),
    ("mangetout", "snow peas"), ("pak choi", "bok choy"), ("aniseed", "anise seed"), ("double cream", "heavy cream"),
    ("prawns", "shrimp"), ("icing sugar", "powdered sugar"), ("tinned tomatoes", "canned tomatoes"), ("redcurrants", "red currants"),
    ("passata", "tomato puree"), ("chillies", "hot peppers"), ("silverskin onions", "pearl onions"), ("stem ginger", "candied ginger"),
]  # fmt: skip


def test_there_are_three_hundred_and_each_has_a_source_and_a_status(facts: Library) -> None:
    assert len(facts.catalogue.by_id) >= 300
    for item in facts.catalogue.by_id.values():
        assert item.source in ("fda-ph", "common", "unripe-mango")
        assert item.status in ("handbook", "from memory")


@pytest.mark.parametrize(("here", "there"), TWO_NAMES)
def test_both_names_find_one_thing(here: str, there: str, facts: Library) -> None:
    found = facts.catalogue.exactly(here)
    assert found is not None
    assert found is facts.catalogue.exactly(there)


def test_every_name_of_every_ingredient_finds_it(facts: Library) -> None:
    for item in facts.catalogue.by_id.values():
        for name in (item.name, *item.aliases):
            assert facts.catalogue.exactly(name) is item, name


def test_low_acid_food_has_a_ph_that_says_so(facts: Library) -> None:
    """FDA's list: vegetables lie above 4.6 (tomatoes and a few peppers reach under it); sour fruit never lies wholly above."""
    for item in facts.catalogue.by_id.values():
        if item.klass in ("vegetable", "vegetable-dense", "legume", "meat", "not-for-canning"):
            assert item.ph is not None
            assert item.ph[1] > 4.6, item.id
        if item.klass == "fruit":
            assert item.ph is not None
            assert item.ph[0] < 4.6, item.id
        if item.ph is not None and item.role.role in ("produce", "herb") and item.id != "cream-of-tartar":
            assert item.buffer is not None, item.id


@pytest.mark.parametrize(
    ("line", "klass"),
    [
        ("2 cups kimchi", "condiment"), ("1 cup coconut milk", "fruit-borderline"), ("3 avocados", "fruit-borderline"),
        ("1 cup morels", "not-for-canning"), ("2 cups broth", "condiment"), ("1 cup quinoa", "starch"), ("2 eggs", "meat"),
        ("1 cup rice vinegar", "vinegar"), ("1 cup seasoned rice vinegar", "vinegar-unknown"), ("1 cup pickle juice", "vinegar-unknown"),
        ("1 cup horticultural vinegar", "not-food"), ("1 tsp pectin", "thickener"), ("1 tsp baking powder", "alkali"),
        ("1 cup beer", "condiment"), ("2 star anise", "spice-dry"), ("1 tsp ground nutmeg", "spice-dry"),
    ],
)  # fmt: skip
def test_what_looks_harmless_has_its_class(line: str, klass: str, facts: Library) -> None:
    assert read_ingredient(line, 1, "jar", facts.catalogue).ingredient.klass == klass


def test_a_row_without_a_source_fails_the_load(facts: Library) -> None:
    text = files("rheum.reference").joinpath("ingredients.csv").read_text(encoding="utf-8")
    header, first, *_ = text.splitlines()
    cells = next(csv.reader([first]))
    cells[header.split(",").index("source")] = "hearsay"
    roles = read_roles(files("rheum.reference").joinpath("roles.csv").read_text())
    with pytest.raises(BadReference, match=r"line 2 \(cucumber\).*source"):
        read_ingredients(header + "\n" + ",".join(cells), roles, {})
