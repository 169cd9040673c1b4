"""Every formula in the ways people type, copy and mail a list and a method: it is heard in all of them, and in none of them a food is hidden."""

from __future__ import annotations

import re
import textwrap
from collections.abc import Callable
from dataclasses import replace
from fractions import Fraction

import pytest

from rheum.core.facts.circumstances import Settings
from rheum.core.judging.check import judge
from rheum.core.measures.altitude import read_altitude
from rheum.core.parsing.writing import formula_text
from rheum.reference.loading import library

FACTS, HERE = library(), Settings(read_altitude("100 m"), measures="us")
AMOUNT = re.compile(r"^((?:\d+ )?\d+(?:/\d+)?) (cups?|lb|tbsp|tsp|quarts?|gallons?|oz|cloves|)\s?(.*)$")
LONG = {"lb": "pounds", "tbsp": "tablespoons", "tsp": "teaspoons", "oz": "ounces"}
DOTTED = {"cups": "c.", "cup": "c.", "tbsp": "Tbsp.", "tsp": "tsp.", "lb": "lbs.", "quarts": "qts.", "quart": "qt.", "oz": "oz."}
LETTERS = {"cups": "C", "cup": "C", "tbsp": "T", "tsp": "t", "lb": "#", "quarts": "qt"}
WORDS = {
    "1": "one",
    "2": "two",
    "3": "three",
    "4": "four",
    "5": "five",
    "6": "six",
    "7": "seven",
    "8": "eight",
    "10": "ten",
    "12": "twelve",
}
VULGAR = {"1/2": "½", "1/4": "¼", "3/4": "¾", "1/3": "⅓", "2/3": "⅔"}
Way = Callable[[str, str, str, str], str]


GRAMS = {"lb": 453.6, "oz": 28.35}


def grams(amount: str, unit: str) -> str:
    """The same in grams, as sheets for two countries write it; "" for what is no weight."""
    if unit not in GRAMS:
        return ""
    return f"{float(sum(Fraction(part) for part in amount.split())) * GRAMS[unit]:.0f} g" if unit in GRAMS else ""


def vulgar(amount: str) -> str:
    whole, _, part = amount.rpartition(" ")
    return f"{whole}{VULGAR[part]}" if part in VULGAR else amount


def behind(prep: str, mark: str = ", ") -> str:
    return f"{mark}{prep}" if prep else ""


# A line's amount, its unit, its food and how that is made ready.
LISTS: dict[str, Way] = {
    "prep in brackets": lambda a, u, n, p: f"{a} {u} {n} ({p})" if p else f"{a} {u} {n}",
    "prep behind a dash": lambda a, u, n, p: f"{a} {u} {n}{behind(p, ' – ')}",
    "prep behind a semicolon": lambda a, u, n, p: f"{a} {u} {n}{behind(p, '; ')}",
    "whole units": lambda a, u, n, p: f"{a} {LONG.get(u, u)} of {n}{behind(p)}" if u else f"{a} {n}{behind(p)}",
    "short units": lambda a, u, n, p: f"{a} {DOTTED.get(u, u)} {n}{behind(p)}",
    "a card's letters": lambda a, u, n, p: f"{a} {LETTERS.get(u, u)} {n}{behind(p)}",
    "one sign for a fraction": lambda a, u, n, p: f"{vulgar(a)}{'' if u in ('lb', 'oz') else ' '}{u} {n}{behind(p)}",
    "numbers in words": lambda a, u, n, p: f"{WORDS.get(a, a)} {LONG.get(u, u)} {n}{behind(p)}",
    "the amount behind a colon": lambda a, u, n, p: f"{n}{behind(p)}: {a} {u}".rstrip() if u else f"{a} {n}{behind(p)}",
    "the amount in brackets": lambda a, u, n, p: f"{n} ({a} {u}){behind(p)}" if u else f"{a} {n}{behind(p)}",
    "the amount behind a dash": lambda a, u, n, p: f"{n} - {a} {u}{behind(p)}" if u else f"{a} {n}{behind(p)}",
    "the amount behind dots": lambda a, u, n, p: f"{n}{behind(p)} ........ {a} {u}" if u else f"{a} {n}{behind(p)}",
    "the amount last": lambda a, u, n, p: f"{n}{behind(p)} {a} {u}" if u and not re.search(r"\d", n + p) else f"{a} {u} {n}{behind(p)}",
    "the amount last, three blanks": lambda a, u, n, p: (
        f"{n}   {a} {DOTTED.get(u, u)}{behind(p, '   ')}" if u and not p else f"{a} {u} {n}{behind(p)}"
    ),
    "equals": lambda a, u, n, p: f"{n} = {a} {u}{behind(p)}" if u else f"{a} {n}{behind(p)}",
    "both measures": lambda a, u, n, p: f"{a} {u} ({grams(a, u)}) {n}{behind(p)}" if grams(a, u) else f"{a} {u} {n}{behind(p)}",
    "the amount bold": lambda a, u, n, p: f"- **{a} {u}** {n}{behind(p)}" if u else f"- **{a}** {n}{behind(p)}",
    "the food bold": lambda a, u, n, p: f"* {a} {u} **{n}**{behind(p)}",
    "a table, amount first": lambda a, u, n, p: f"| {a} {u} | {n}{behind(p)} |",
    "a table of three columns": lambda a, u, n, p: f"| {n} | {a} {u} | {p} |" if u else f"| {a} | {n}{behind(p)} |",
    "a sheet of two columns": lambda a, u, n, p: f"{a} {u}\t{n}{behind(p)}",
    "a sheet of three columns": lambda a, u, n, p: f"{a}\t{u}\t{n}{behind(p)}",
    "capitals": lambda a, u, n, p: f"{a} {u} {n}{behind(p)}".upper(),
    "boxes to tick": lambda a, u, n, p: f"☐ {a} {u} {n}{behind(p)}",
    "full stops": lambda a, u, n, p: f"{a} {u} {n}{behind(p)}.",
    "prep on the next line": lambda a, u, n, p: f"{a} {u} {n}{behind(p, ',' + chr(10) + '  ')}",
}
# Where the formula's own words stand between name and amount, or the list says nothing but how many.
NOT_SO = {("the amount behind a colon", "marinated-mushrooms"), ("the amount last", "pickled-asparagus")}
STEP = re.compile(r"^\d+\. ")
METHODS: dict[str, Callable[[list[str], list[str]], list[str]]] = {
    "no heading": lambda a, b: [*a, "", *b],
    "blank lines": lambda a, b: [*a, "", "Method:", *(part for step in b for part in (step, ""))],
    "no numbers": lambda a, b: [*a, "", "Directions", *(STEP.sub("", step) for step in b)],
    "one paragraph": lambda a, b: [*a, "", "Instructions:", " ".join(STEP.sub("", step) for step in b)],
    "steps named": lambda a, b: [*a, "", "STEPS", *(re.sub(r"^(\d+)\. ", r"Step \1: ", step) for step in b)],
    "steps named on lines of their own": lambda a, b: [
        *a,
        "",
        "Method",
        *(p for n, s in enumerate(b, 1) for p in (f"Step {n}", STEP.sub("", s))),
    ],
    "numbers on lines of their own": lambda a, b: [
        *a,
        "",
        "Method",
        *(part for n, s in enumerate(b, 1) for part in (f"{n}", STEP.sub("", s))),
    ],
    "bullets": lambda a, b: [*a, "", "## Method", *(f"- {STEP.sub('', step)}" for step in b)],
    "capitals": lambda a, b: [*a, "", "METHOD", *(step.upper() for step in b)],
    "small letters": lambda a, b: [*a, "", "method", *(step.lower() for step in b)],
    "keycaps": lambda a, b: [*a, "", "Method:", *(re.sub(r"^(\d)\. ", "\\1\ufe0f\u20e3 ", step) for step in b)],
    "numbers in rings": lambda a, b: [
        *a,
        "",
        "Method:",
        *(re.sub(r"^(\d)\. ", lambda found: f"{chr(0x2775 + int(found.group(1)))} ", step) for step in b),
    ],
    "letters": lambda a, b: [*a, "", "Method:", *(f"{chr(ord('a') + at)}) {STEP.sub('', step)}" for at, step in enumerate(b[:8])), *b[8:]],
    "headings of days": lambda a, b: [*a, "", "DAY ONE", *b[:3], "", "DAY TWO", *b[3:]],
    "a dash before each": lambda a, b: [*a, "", "How to:", *(f"— {STEP.sub('', step)}" for step in b)],
    "arrows": lambda a, b: [*a, "", "Method", *(f"→ {STEP.sub('', step)}" for step in b)],
    "no full stops": lambda a, b: [*a, "", "Method:", *(step.rstrip(".") for step in b)],
    "a quoted mail": lambda a, b: [f"> {line}" for line in (*a, "", "Method:", *b)],
    "tags of a page": lambda a, b: [*a, "", "Method:", *(f"<p>{step}</p>" for step in b)],
    "broken at sixty letters": lambda a, b: [*a, "", "Method:", *textwrap.wrap(" ".join(STEP.sub("", step) for step in b), 60)],
    "no-break spaces": lambda a, b: [line.replace(" ", "\xa0") for line in (*a, "", "Method:", *b)],
}
# A line that begins with a name and a colon begins something: there the text is asked about.
ASKED = {("broken at sixty letters", "sweet-green-tomatoes"), ("broken at sixty letters", "cucumber-relish")}


def parts_of(formula: str) -> tuple[list[str], list[str]]:
    lines = formula_text(FACTS.formulas[formula]).split("\n")
    method = lines.index("Method:")
    return [line for line in lines[:method] if line], [line for line in lines[method + 1 :] if line]


def listed(lines: list[str], way: Way) -> list[str]:
    """The list in another way: its title and headings as they are."""
    return [way(*found.group(1, 2), *name_and_prep(found.group(3))) if (found := AMOUNT.match(line)) else line for line in lines]


def name_and_prep(rest: str) -> tuple[str, str]:
    name, _, prep = rest.partition(", ")
    return name, prep


def by_turns(index: int) -> list[str]:
    return [formula for at, formula in enumerate(FACTS.formulas) if at % 3 == index % 3]


@pytest.mark.parametrize("style", LISTS)
def test_a_list_is_heard_in_every_style(style: str) -> None:
    for formula in by_turns(list(LISTS).index(style)):
        above, below = parts_of(formula)
        verdict = judge("\n".join([*listed(above, LISTS[style]), "", "Method:", *below]), HERE, FACTS).verdict
        if (style, formula) in NOT_SO:
            continue
        assert (verdict.destination, verdict.formula and verdict.formula.id) == ("shelf", formula), [
            (found.code, found.line, found.says) for found in verdict.findings
        ]


@pytest.mark.parametrize("style", LISTS)
@pytest.mark.parametrize("line", ["2 cups corn", "1 lb bacon, diced", "3 cups potatoes, peeled", "2 cups water"])
def test_no_style_of_a_list_hides_a_food(style: str, line: str) -> None:
    above, below = parts_of("dilled-green-beans")
    verdict = judge("\n".join([*listed([*above, line], LISTS[style]), "", "Method:", *below]), HERE, FACTS).verdict
    assert verdict.destination != "shelf"


@pytest.mark.parametrize("style", METHODS)
def test_a_list_is_found_beside_a_method_in_every_style(style: str) -> None:
    for formula in by_turns(list(METHODS).index(style)):
        judged = judge("\n".join(METHODS[style](*parts_of(formula))), replace(HERE, set_aside=True), FACTS)
        if (style, formula) in ASKED:
            continue
        assert (judged.verdict.destination, judged.verdict.formula and judged.verdict.formula.id) == ("shelf", formula), [
            (found.code, found.line, found.says) for found in judged.verdict.findings
        ]


@pytest.mark.parametrize("style", METHODS)
@pytest.mark.parametrize(
    "said", ["Add 2 cups of corn to the pot.", "Thin the brine with an equal amount of water.", "Stir in the diced bacon."]
)
def test_no_style_of_a_method_hides_a_sentence(style: str, said: str) -> None:
    above, below = parts_of("dilled-green-beans")
    verdict = judge("\n".join(METHODS[style](above, [*below[:3], f"4. {said}", *below[3:]])), HERE, FACTS).verdict
    assert verdict.destination != "shelf"


def test_a_table_of_times_by_height_is_no_list() -> None:
    above, below = parts_of("pickled-beets")
    table = ["| Altitude | Minutes |", "|---|---|", "| 0–1,000 ft | 30 |", "| 1,001–3,000 ft | 35 |", "| 3,001–6,000 ft | 40 |"]
    assert judge("\n".join([*above, "", "Method:", *below, "", *table]), HERE, FACTS).verdict.destination == "shelf"


@pytest.mark.parametrize(
    "line",
    [
        "Nutrition (1 pickle): Calories: 12, Sodium: 690mg",
        "**Nutrition** (per 1/4 cup) 25 calories, 6 g carbs, 0 g fat, 4 g sugar, 310 mg sodium",
        "1 spear: 12 calories, 0 g fat",
        "Nutrition Facts\nServing size 1 spear\nCalories 12\nFat 0g\nSodium 690mg",
        "Nutritional information per 28g: Energy 41kJ, Carbohydrate 2.2g (of which sugars 2g), Salt 0.9g",
    ],
)
def test_what_a_serving_holds_goes_into_no_jar(line: str) -> None:
    text = formula_text(FACTS.formulas["dilled-green-beans"])
    assert judge(f"{text}\n{line}\n", HERE, FACTS).verdict.destination == "shelf"


@pytest.mark.parametrize(
    "line", ["Nutrition\n1 cup bacon fat, 200 calories", "1/2 cup cornstarch, 200 calories", "Nutrition: 1 cup bacon, 200 calories"]
)
def test_what_is_measured_by_the_cup_is_no_nutrient(line: str) -> None:
    text = formula_text(FACTS.formulas["dilled-green-beans"])
    assert judge(f"{text}\n{line}\n", HERE, FACTS).verdict.destination != "shelf"


def test_no_change_is_offered_that_would_leave_half_of_a_broken_line() -> None:
    text = "Beans\n4 lb green beans, trimmed,\n  cut in 4 in lengths\n6 cups onions,\n  diced\n4 cups white vinegar (5%)\n4 cups water\n1/2 cup pickling salt\n"
    verdict = judge(text, HERE, FACTS).verdict
    remedies = [found.remedy for found in verdict.findings if found.remedy]
    changes = [change for remedy in remedies for change in (*remedy.changes, *(remedy.instead.changes if remedy.instead else ()))]
    assert verdict.destination != "shelf"
    assert not {2, 4} & {change.line for change in changes if change.op in ("remove", "replace")}


@pytest.mark.parametrize(
    "said",
    [
        "Nutrition\nSugar and fat: stir in 100 g", "Nutrition\nPork fat 200 g", "Calories: 25 | Corn: 10 cups | Fat: 0 g",
        "How to pickle bacon", "Ice\nIce cream", "1\nCup corn\n2\nCups lard", "1/2 cup onions,\nlard as needed", "Jar spices\n2 tsp dill seed\nbacon bits",
        "8 slices bacon, one per jar", "Rating: 10 cups of corn", "The skin of the pork gives it body.", "With gloves on, add the bacon.",
    ],
)  # fmt: skip
def test_what_stands_aside_hides_no_food(said: str) -> None:
    above, below = parts_of("dilled-green-beans")
    assert judge("\n".join([*above, said, "", "Method:", *below]), HERE, FACTS).verdict.destination != "shelf"
