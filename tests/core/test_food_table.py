"""The names of a national table of foods (USDA FoodData Central, as a package of the Python index carries it), none of them chosen by us:
one at a time put into a tested formula."""

from __future__ import annotations

import csv
import gzip
import io
import re
from importlib.util import find_spec
from pathlib import Path

import pytest

from rheum.core.parsing.writing import formula_text
from tests.core.test_hearing import FORMULAS, heard, with_line

# What may stand in a jar beside its formula: more acid of known strength, sugar of another kind, salt. "water" falls under the soak of one.
MAY_STAND = {"corn syrup", "salt", "sweetener", "sweeteners", "vinegar", "water"}
# What a sentence may bring in besides: flavour, and a leaf for crispness.
FLAVOURS = {
    "grape leaves", "thyme", "spices", "sugar", "sugars", "sugar substitute", "vanilla extract", "silk plus fiber", "silk vanilla",
    "ribs", "silk very vanilla", "silk light vanilla", "syrup", "syrups", "simple syrup", "mixed seeds", "vegetable mixture", "fruit mixture", "fish oil",
}  # fmt: skip


def food_names() -> list[str]:
    spec = find_spec("ingredient_parser")
    assert spec is not None and spec.submodule_search_locations, "make test installs it"
    table = Path(spec.submodule_search_locations[0]) / "en" / "data" / "fdc_ingredients.csv.gz"
    rows = csv.DictReader(io.StringIO(gzip.decompress(table.read_bytes()).decode()))
    heads = {row["description"].split(",")[0].strip().lower() for row in rows}
    return sorted(name for name in heads if re.fullmatch(r"[a-z][a-z' -]+", name) and len(name.split()) <= 3)


NAMES = food_names()


def test_the_table_is_there() -> None:
    assert len(NAMES) > 1000


DRAWN = 12  # every twelfth name


@pytest.mark.parametrize("start", range(2))
def test_no_food_of_the_table_gets_onto_the_shelf_in_a_list(start: int) -> None:
    through = []
    for at in range(start, len(NAMES), DRAWN):
        text = formula_text(FORMULAS[at % len(FORMULAS)])
        if heard(with_line(text, f"2 cups {NAMES[at]}")).verdict.destination == "shelf":
            through.append(NAMES[at])
    assert set(through) <= MAY_STAND


SO_MUCH = (
    "a chunk of {} in each jar", "another pound of {}", "a layer of {}", "plus 2 cups {}", "some {} as well", "2 big handfuls {}", "one {} per jar",
    "extra {}", "a jar of {}", "{} to fill the gaps", "2 cups {} (optional)", "and 3 oz {}", "a little {}", "1/2 lb. {}, chopped",
)  # fmt: skip


LEFT_OPEN = ("to taste", "or to taste", "as needed", "or more", "plus extra", "and then some", "or as many as you like")


@pytest.mark.parametrize(("turn", "said"), list(enumerate(LEFT_OPEN)))
def test_no_food_acid_or_water_of_a_formula_is_left_to_taste(turn: int, said: str) -> None:
    """Of each formula one line after the other, by turns."""
    for at, formula in enumerate(FORMULAS):
        text = formula_text(formula)
        mine = [
            line.text
            for line in heard(text).case.recipe.lines
            if (line.ingredient.role.role in ("produce", "water") or line.ingredient.role.acid)
            and line.section == "jar"
            and line.amount is not None
            and not line.optional
        ]
        for line in mine[(at + turn) % 5 :: 5]:
            assert heard(text.replace(line, f"{line}, {said}", 1)).verdict.destination != "shelf", f"{formula.id}: {line}, {said}"
