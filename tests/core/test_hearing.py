"""The ears by construction: no list of sentences, but what must hold of any. Texts are made of the tested formulas, of the vocabulary and
of the reference data themselves."""

from __future__ import annotations

import importlib
import pkgutil
import re
from collections import Counter
from re import _parser as sre  # type: ignore[attr-defined]

import pytest
from hypothesis import given
from hypothesis import strategies as st

import rheum
from rheum.core.facts.circumstances import Settings
from rheum.core.facts.formulas import Formula
from rheum.core.facts.ingredients import words_of
from rheum.core.judging.check import Judged, judge
from rheum.core.measures.altitude import read_altitude
from rheum.core.parsing.blocks import blocks_of
from rheum.core.parsing.changes import apply_changes, lines_of
from rheum.core.parsing.writing import formula_text
from rheum.reference.loading import library

LIBRARY = library()
FORMULAS = list(LIBRARY.formulas.values())
HERE = Settings(read_altitude("100 m"), measures="us")
COUNTED = [f for f in FORMULAS if re.search(r"^\d+ [a-z]", formula_text(f), re.MULTILINE)]


def heard(text: str) -> Judged:
    return judge(text, HERE, LIBRARY)


def with_line(text: str, line: str) -> str:
    """The text with one more line at the end of its list."""
    return text.replace("\n\nMethod:", f"\n{line}\n\nMethod:", 1)


# --- what is written is heard ----------------------------------------------------------------------------------------


# --- foods -----------------------------------------------------------------------------------------------------------

IN_A_FORMULA = {
    word for f in FORMULAS for line in f.lines for name in (line.ingredient.name, *line.ingredient.aliases) for word in words_of(name)
}
KNOWN = set(LIBRARY.catalogue.names())
ELSEWHERE = set(LIBRARY.catalogue.lexicon.method.acts) | {word for rows in LIBRARY.catalogue.lexicon.blocks.group.values() for word in rows}
STRANGE = sorted(
    food
    for food in LIBRARY.catalogue.lexicon.vocabulary.food
    if food not in IN_A_FORMULA and food not in ELSEWHERE and (food,) not in KNOWN and food.isascii() and len(food) > 3
)
PHRASES = (
    "Add 2 cups of {}.",
    "Stir in 1 cup {}.",
    "Put {} in each jar.",
    "Top each jar with a few {}.",
    "Cook the {} with the rest.",
    "Mix in the {}.",
)


def test_the_vocabulary_holds_foods_that_no_formula_has() -> None:
    assert len(STRANGE) > 2000


@pytest.mark.parametrize("start", range(8))
def test_a_food_of_no_formula_in_a_list_is_never_let_onto_the_shelf(start: int) -> None:
    for turn, food in enumerate(STRANGE[start * 5 :: 160]):
        text = formula_text(FORMULAS[(turn * 7 + start) % len(FORMULAS)])
        assert heard(with_line(text, f"2 cups {food}")).verdict.destination != "shelf", food


# --- amounts ---------------------------------------------------------------------------------------------------------

CONTAINERS = ("bag", "basket", "box", "crate", "packet", "bowlful", "bucket", "handful", "punnet", "sack", "tray", "carton")


@pytest.mark.parametrize("container", CONTAINERS)
def test_a_container_of_no_said_size_is_no_count(container: str) -> None:
    for formula in FORMULAS[::5]:
        lines = formula_text(formula).split("\n")
        produce = next(line for line in formula.lines if line.ingredient.role.role == "produce").ingredient.name
        at = next(number for number, line in enumerate(lines) if number > 1 and produce.split()[-1] in line)
        lines[at] = f"3 {container}s {produce}"
        assert heard("\n".join(lines)).verdict.destination != "shelf", lines[at]


def _split(text: str, *, in_one_line: bool) -> str:
    """The text with every amount of cups in two halves."""
    out = []
    for line in text.split("\n"):
        found = re.match(r"(\d+) cups? (.*)", line)
        if not found or int(found[1]) < 2:
            out.append(line)
            continue
        one, two = int(found[1]) // 2, int(found[1]) - int(found[1]) // 2
        out += [f"{one} cups + {two} cups {found[2]}"] if in_one_line else [f"{one} cups {found[2]}", f"{two} cups {found[2]}"]
    return "\n".join(out)


@pytest.mark.parametrize("in_one_line", [True, False])
def test_an_amount_in_two_parts_is_the_amount(in_one_line: bool) -> None:
    for formula in FORMULAS:
        text = formula_text(formula)
        if (split := _split(text, in_one_line=in_one_line)) != text:
            verdict = heard(split).verdict
            assert verdict.destination == "shelf", (formula.id, [f.says for f in verdict.findings if f.level in ("stop", "limit")])


# --- what stands aside -----------------------------------------------------------------------------------------------

ASIDES = (
    "★★★★★ 4.8 from 112 votes", "Jump to recipe · Print", "Prep time: 40 minutes", "Photo by my sister", "Rated 5 stars by 31 readers",
    "My grandmother made this every summer.", "It keeps us happy all winter.", "Did you make this? Leave a comment below!",
    "Calories: 12 kcal, Sugar: 2 g, Sodium: 310 mg", "1x 2x 3x", "Course: side dish", "Share this page",
)  # fmt: skip


@given(st.lists(st.sampled_from(ASIDES), min_size=1, max_size=5, unique=True), st.sampled_from(FORMULAS), st.booleans())
def test_what_a_page_puts_round_a_recipe_changes_nothing(asides: list[str], formula: Formula, before: bool) -> None:
    title, rest = formula_text(formula).split("\n", 1)
    around = "\n".join(asides)
    text = f"{title}\n\n{around}\n\nIngredients\n{rest}" if before else f"{title}\n\nIngredients\n{rest}\nNotes:\n{around}\n"
    verdict = heard(text).verdict
    assert verdict.destination == "shelf", [f.says for f in verdict.findings if f.level in ("stop", "limit")]


@pytest.mark.parametrize("aside", ["Notes: {}", "Tip: {}", "Notes:\n{}", "Serving suggestions\n{}", "Variations:\n{}"])
def test_an_aside_hides_no_food(aside: str) -> None:
    for formula in FORMULAS[::6]:
        assert heard(formula_text(formula) + aside.format("Add 2 cups of cream to each batch.") + "\n").verdict.destination != "shelf"


# --- sentences that were written before they were heard ----------------------------------------------------------------

BEANS = """Dilly beans

4 lb green beans
8 heads dill
8 cloves garlic
1/2 cup pickling salt
4 cups white vinegar (5%)
4 cups water
1 tsp red pepper flakes

Method:
Process pint jars for 5 minutes.
"""
# Let through still, and known: each is told in docs/decisions/0015-hearing.md.
LET_THROUGH = {
    "Take the lids off after a minute to let the steam out and close them again.",
    "Cover with brine, and if there is not enough use tap water.",
    "Instead of canning, dip the lids in paraffin.",
}


# --- the data --------------------------------------------------------------------------------------------------------


def test_each_food_of_the_catalogue_is_food_without_the_catalogue_too() -> None:
    """With the catalogue away, nearly all of its one-word names are still known to be food, or at least are not plain."""
    names = {item.name for item in LIBRARY.catalogue.by_id.values() if " " not in item.name and item.role.food}
    plain = [name for name in names if LIBRARY.catalogue.lexicon.vocabulary.sort(words_of(name)[0]) == "plain"]
    assert len(plain) <= 3, plain


def _unbounded(parsed: sre.SubPattern) -> int:
    """How many parts of a pattern may repeat without end, one inside another or one after the other."""
    most = 0
    for op, value in parsed:
        name = str(op)
        if name in ("MAX_REPEAT", "MIN_REPEAT"):
            _, high, inner = value
            most += _unbounded(inner) + (1 if high == sre.MAXREPEAT else 0)
        elif name == "BRANCH":
            most += max(_unbounded(branch) for branch in value[1])
        elif name == "SUBPATTERN":
            most += _unbounded(value[-1])
        elif name in ("ASSERT", "ASSERT_NOT"):
            most += _unbounded(value[1])
    return most


def test_no_pattern_of_the_package_can_take_more_than_linear_time() -> None:
    many = []
    for module in pkgutil.walk_packages(rheum.__path__, "rheum."):
        if module.name == "rheum.__main__":
            continue
        for name, thing in vars(importlib.import_module(module.name)).items():
            if isinstance(thing, re.Pattern) and _unbounded(sre.parse(thing.pattern, thing.flags & ~re.UNICODE)) > 1:
                many.append(f"{module.name}.{name}: {thing.pattern}")
    assert many == []


# --- several recipes -------------------------------------------------------------------------------------------------


@pytest.mark.parametrize("at", range(0, len(FORMULAS), 3))
def test_of_two_recipes_in_one_text_a_press_keeps_either_whole(at: int) -> None:
    one, other = FORMULAS[at], FORMULAS[(at * 7 + 3) % len(FORMULAS)]
    text = f"{formula_text(one)}\n\n{formula_text(other)}"
    judged = heard(text)
    asked = sorted((found for found in judged.verdict.findings if found.code == "recipes-several"), key=lambda found: found.line or 0)
    assert judged.verdict.destination != "shelf" and len(asked) == 2
    for found, formula in zip(asked, (one, other), strict=True):
        assert found.remedy is not None
        kept = heard(apply_changes(text, found.remedy.changes)[0]).verdict
        assert (kept.destination, kept.title, kept.formula and kept.formula.id) == ("shelf", formula.title, formula.id)


@pytest.mark.parametrize("formula", FORMULAS, ids=lambda f: f.id)
def test_one_recipe_is_no_two(formula: Formula) -> None:
    assert heard(formula_text(formula)).case.recipe.parts == ()
    twice = formula_text(formula).replace("\nMethod:", "\nFor the jars, first wash them.\n\nMethod:", 1)
    assert heard(twice).case.recipe.parts == ()


def test_a_weight_that_may_be_meant_either_way_counts_as_the_worse_and_is_asked_about_where_it_matters() -> None:
    text = formula_text(LIBRARY.formulas["pickled-carrots"])
    listed = next(line for line in text.split("\n") if "carrot" in line and line[0].isdigit())
    either = text.replace(listed, "3 lb carrots peeled and sliced", 1)
    judged = heard(either)
    (asked,) = [found for found in judged.verdict.findings if found.code == "weight-either"]
    assert judged.verdict.destination != "shelf" and asked.remedy is not None and asked.remedy.instead is not None
    assert heard(apply_changes(either, asked.remedy.changes)[0]).verdict.destination == "shelf"
    assert heard(apply_changes(either, asked.remedy.instead.changes)[0]).verdict.destination != "shelf"
    # Where both ways come to the same nothing is asked.
    small = text.replace(listed, "2 1/2 lb carrots peeled and sliced", 1)
    assert not any(found.code == "weight-either" for found in heard(small).verdict.findings)


# --- while it is typed -----------------------------------------------------------------------------------------------

BLOG = """Aunt Ida's beans

My aunt made these every August, and the whole street knew the smell of it.

4 lb green beans
8 heads dill
8 cloves garlic
1/2 cup pickling salt
4 cups white vinegar (5%)
4 cups water

First wash and trim the beans. They should be dry before you pack them.
Then pack them into hot jars with a head of dill and a clove of garlic in each.
Boil the vinegar, water and salt and pour it over, leaving half an inch.
Process pints for 5 minutes.

They go well with cheese. Makes 8 pints
"""


@pytest.mark.parametrize("text", [BLOG, *(formula_text(formula) for formula in FORMULAS[::8])])
def test_typed_letter_by_letter_a_finished_line_changes_its_part_at_most_once(text: str) -> None:
    part: dict[int, str] = {}
    changed: Counter[int] = Counter()
    for end in range(1, len(text) + 1, 3):
        source = lines_of(text[:end])
        for block in blocks_of(source, LIBRARY.catalogue):
            if block.number < len(source) and block.role != "heading":
                changed[block.number] += part.setdefault(block.number, block.role) != block.role
                part[block.number] = block.role
    assert part and max(changed.values()) <= 1, changed
