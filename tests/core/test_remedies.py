"""A remedy, once applied, removes its finding and brings no worse one: over every formula, spoilt in every way that has a remedy."""

from __future__ import annotations

import re
from collections.abc import Callable
from dataclasses import replace

import pytest
from hypothesis import example, given, settings
from hypothesis import strategies as st

from rheum.core.facts.circumstances import Settings
from rheum.core.facts.formulas import Formula
from rheum.core.judging.check import check_text
from rheum.core.judging.codes import LEVELS
from rheum.core.judging.findings import Finding
from rheum.core.judging.verdict import Verdict
from rheum.core.measures.altitude import altitude, read_altitude
from rheum.core.measures.amount import leading_amount
from rheum.core.measures.units import ml_per
from rheum.core.parsing.changes import Change, apply_changes
from rheum.core.parsing.writing import formula_text
from rheum.reference.loading import library
from tests.core.texts import without_steps

FACTS = library()
HERE = Settings(read_altitude("4150ft"), measures="us")
BAD = ("stop", "limit")


def bad(verdict: Verdict) -> int:
    return sum(1 for found in verdict.findings if found.level in BAD)


def applied(text: str, asked: Settings, changes: tuple[Change, ...]) -> tuple[str, Verdict]:
    changed, sets = apply_changes(text, changes)
    return changed, check_text(changed, replace(asked, **sets), FACTS)


def same(one: Finding, other: Finding) -> bool:
    return (one.code, one.says) == (other.code, other.says)


def tried(text: str, asked: Settings, alone: bool = True) -> int:
    """Every remedy of a text applied, each alone; how many there were. `alone`: the text has one fault, so fewer limits must
    be left; among several faults one that hid behind another may show, but never a worse one."""
    before = check_text(text, asked, FACTS)
    asked = replace(asked, formula_id=before.formula.id if before.formula else None)
    count = 0
    for found in before.findings:
        if found.remedy is None:
            continue
        ways = [found.remedy.changes] + ([found.remedy.instead.changes] if found.remedy.instead else [])
        for changes in ways:
            if not changes:
                continue
            count += 1
            changed, after = applied(text, asked, changes)
            story = (found.code, found.says, found.remedy.says, changed, [(f.code, f.line, f.says) for f in after.findings])
            assert not any(same(found, other) for other in after.findings), story
            known = {(f.code, f.says) for f in before.findings}
            worse = [f for f in after.findings if (f.code, f.says) not in known and LEVELS.index(f.level) < LEVELS.index(found.level)]
            if not alone:
                # Less water beside the oil: it was there before, only diluted.
                worse = [
                    f for f in worse if not (f.code == "garlic-or-herb-in-oil" and "fat-added" in {one.code for one in before.findings})
                ]
                assert not [f for f in worse if f.code not in {one.code for one in before.findings}], story
            elif found.level in BAD:
                assert bad(after) < bad(before), story
            else:
                assert bad(after) <= bad(before), story
    return count


def times(text: str, wanted: Callable[[str], bool], factor: float) -> str:
    out = []
    for line in text.splitlines():
        match = re.match(r"([\d.]+) (g|kg|ml|l) ", line)
        out.append(f"{float(match.group(1)) * factor:.5g}{line[match.end(1) :]}" if match and wanted(line) else line)
    return "\n".join(out) + "\n"


def with_line(text: str, line: str) -> str:
    title, _, rest = text.partition("\n\n")
    return f"{title}\n\n{line}\n{rest}"


SPOILT: dict[str, Callable[[str], str]] = {
    "less acid": lambda text: times(text, lambda line: "vinegar" in line or "bottled" in line, 0.7),
    "4 % vinegar": lambda text: text.replace("(5% acidity)", "(4%)"),
    "unstated vinegar": lambda text: text.replace(" (5% acidity)", ""),
    "more water": lambda text: times(text, lambda line: " water" in line, 1.6),
    "water": lambda text: with_line(text, "500 ml water"),
    "more onion": lambda text: times(text, lambda line: "onion" in line, 1.8),
    "more of everything": lambda text: times(text, lambda line: "vinegar" not in line and "bottled" not in line and "water" not in line, 1.5),
    "carrots": lambda text: with_line(text, "300 g carrots, sliced"),
    "papaya": lambda text: with_line(text, "300 g papaya"),
    "oil": lambda text: with_line(text, "250 ml olive oil"),
    "flour": lambda text: with_line(text, "40 g flour"),
    "cream": lambda text: with_line(text, "200 ml cream"),
    "rice": lambda text: with_line(text, "200 g rice"),
    "soda": lambda text: with_line(text, "1 tsp baking soda"),
    "fresh lemon juice": lambda text: text.replace("bottled lemon juice", "fresh lemon juice"),
    "vinegar for juice": lambda text: text.replace("bottled lemon juice", "white distilled vinegar (5%)"),
    "home-made vinegar": lambda text: text.replace("white distilled vinegar (5% acidity)", "home-made vinegar"),
    "rice vinegar": lambda text: text.replace("cider vinegar (5% acidity)", "rice vinegar"),
    "too short": lambda text: re.sub(r"(jars) \d+ minutes", r"\1 3 minutes", text, count=1),
    "an inch of headspace": lambda text: re.sub(r"Leave [\d./ ]+ (inch|mm)", "Leave 1 inch", text),
    "table salt": lambda text: text.replace("pickling salt", "table salt"),
    "minced": lambda text: re.sub(r"(onion|cucumber|green tomato|tomatillo)(, [a-z ]*(?:chopped|slices|sliced))", r"\1, puréed", text),
    "whole": lambda text: re.sub(r"(onion|cucumber|zucchini|carrot), [^\n]*", r"\1, whole", text),
    "a lime soak": lambda text: text + "\nSoak:\n100 g pickling lime\n",
    "a great deal of herb": lambda text: with_line(text, "400 g fresh mint"),
}  # fmt: skip


@pytest.mark.parametrize("spoil", SPOILT.values(), ids=SPOILT.keys())
def test_every_remedy_of_every_formula(spoil: Callable[[str], str]) -> None:
    total = 0
    for number, formula in enumerate(FACTS.formulas.values()):
        text = spoil(without_steps(formula_text(formula, "us" if number % 2 else "metric")))
        total += tried(text, replace(HERE, formula_id=formula.id))
    assert total > 0, "a way of spoiling that has no remedy tests nothing"


@pytest.mark.parametrize(
    "changes",
    [
        {"jar": "half-gallon"},
        {"headspace_mm": 25.4},
        {"minutes": 2.0},
        {"pack": "raw"},
        {"pack": "hot"},
        {"method": "steam", "jar": "pint"},
    ],
    ids=str,
)
def test_every_remedy_of_a_setting(changes: dict[str, object]) -> None:
    for formula in FACTS.formulas.values():
        tried(formula_text(formula), replace(HERE, formula_id=formula.id, **changes))  # type: ignore[arg-type]


ways = st.lists(st.sampled_from(sorted(SPOILT)), min_size=1, max_size=3, unique=True)


@settings(max_examples=80, deadline=None)
@given(st.sampled_from(sorted(FACTS.formulas)), ways, st.sampled_from(["us", "metric"]), st.sampled_from([0.5, 1.0, 2.0]))
@example("three-bean-salad", ["home-made vinegar", "vinegar for juice"], "us", 0.5)
@example("choice-salsa", ["fresh lemon juice", "a lime soak"], "us", 0.5)
def test_remedies_of_several_faults_at_once(formula_id: str, faults: list[str], measures: str, scale: float) -> None:
    text = formula_text(FACTS.formulas[formula_id], measures, scale)  # type: ignore[arg-type]
    for fault in faults:
        text = SPOILT[fault](text)
    tried(text, replace(HERE, formula_id=formula_id), alone=False)


# --- figures worked by hand -----------------------------------------------------------------------------------------

BEANS = "Beans\n4 lb green beans\n8 heads dill\n8 cloves garlic\n1/2 cup pickling salt\n4 cups white vinegar (5%)\n4 cups water\n"


def remedy(text: str, code: str) -> tuple[str, str]:
    """What the remedy of a code says, and the line it writes."""
    verdict = check_text(text, replace(HERE, formula_id="dilled-green-beans"), FACTS)
    found = next(found for found in verdict.findings if found.code == code)
    assert found.remedy is not None
    return found.remedy.says, found.remedy.changes[0].text or found.remedy.changes[0].op


def test_the_figures_of_remedies() -> None:
    assert remedy(BEANS.replace("4 cups water", "6 cups water"), "water-added") == (
        "Use 4 cups water.", "4 cups water",
    )  # fmt: skip
    says, line = remedy(BEANS.replace("4 lb green", "5 lb green").replace("8 cloves", "10 cloves"), "acid-reduced")
    assert says == "Use 5 cups white vinegar."
    assert line == "5 cups white vinegar (5%)"
    assert remedy(BEANS.replace("8 cloves", "12 cloves"), "low-acid-increased") == (
        "This acid is enough for 8 cloves garlic.",
        "8 cloves garlic",
    )
    assert remedy(BEANS.replace("(5%)", "(4%)"), "vinegar-too-weak")[0].endswith("or blend 1 part of a 7 % one with 2 of this.")
    two = BEANS.replace("4 cups white vinegar (5%)", "1 cup white vinegar (7%)\n3 cups cider vinegar (4%)")
    says, line = remedy(two, "vinegar-too-weak")
    assert says.startswith("Blend 1 part of your 7 % with 2 of the 4 %")
    assert line == "1 1/3 cups white vinegar (7%)"
    assert remedy(BEANS + "1 cup carrots, sliced\n", "ingredient-added")[1] == "remove"
    assert remedy(BEANS.replace("4 lb green beans", "4 lb tinned green beans"), "tinned-for-fresh")[1] == "4 lb green bean"


def test_a_blend_on_one_line_is_worked_out_and_not_believed() -> None:
    good = BEANS.replace("(5%)", "(5%), blended: 1 part 7% and 2 parts 4%")
    assert check_text(good, HERE, FACTS).destination == "shelf"
    thin = BEANS.replace("(5%)", "(5%), blended: 1 part 7% and 3 parts 4%")
    assert "vinegar-too-weak" in {found.code for found in check_text(thin, HERE, FACTS).findings}
    watered = BEANS.replace("(5%)", "(5%), blended: 1 part 5% and 1 part 0%")
    assert check_text(watered, HERE, FACTS).destination == "fridge"


def test_changes_are_applied_from_the_bottom_up() -> None:
    text = "a\nb\nc\n"
    changes = (
        Change("insert", 2, "x"),
        Change("replace", 2, "B"),
        Change("remove", 3),
        Change("set", setting="jar", value="pint"),
        Change("insert", 4, "z"),
    )
    assert apply_changes(text, changes) == ("a\nx\nB\nz\n", {"jar": "pint"})
    with pytest.raises(ValueError, match="no line 9"):
        apply_changes(text, (Change("remove", 9),))


@pytest.mark.parametrize("formula", list(FACTS.formulas.values()), ids=lambda formula: formula.id)
def test_missing_acid_is_advised_in_the_formulas_own_figure_never_below_it(formula: Formula) -> None:
    wanted = {line.ingredient.name: line.amount.high * ml_per(line.amount.unit, "us") for line in formula.jar_lines if line.ingredient.role.role in ("vinegar", "juice") and not line.per_jar}  # fmt: skip
    lines, listing = [], True
    for line in formula_text(formula).split("\n"):
        listing = listing and not line.startswith(("Method", "Soak", "Per "))
        if not (listing and any(name in line for name in wanted)):
            lines.append(line)
    verdict = check_text("\n".join(lines), Settings(altitude(0, "m"), measures="us", formula_id=formula.id), FACTS)
    advice = next(found.remedy for found in verdict.findings if found.code == "acid-reduced" and found.remedy)
    for change in advice.changes:
        amount, rest = leading_amount(change.text)
        ml = next(ml for name, ml in wanted.items() if name in rest)
        assert amount is not None and ml * 0.999 <= amount.low * ml_per(amount.unit, "us") <= ml * 1.05, (change.text, ml)
        assert " plus " not in change.text, change.text
