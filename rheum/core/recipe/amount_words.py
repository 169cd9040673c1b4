"""What the words around an amount make of it: of each jar, heaped or scant, more of it, the whole plant."""

from __future__ import annotations

import re
from dataclasses import replace
from typing import Final

from rheum.core.facts.ingredients import Ingredient
from rheum.core.facts.weights import HEAD_OF
from rheum.core.measures.amount import Amount, AmountError
from rheum.core.measures.units import kind_of
from rheum.core.recipe.recipe import Section

_FULLNESS_COUNTS: Final = ("produce", "herb", "fat", "water", "vinegar", "juice", "citric")
# How much a cup that is not level may hold: common practice, from memory, on the safe side.
_HEAPED: Final = (
    re.compile(
        r"\b(?:heap(?:ed|ing)|rounded|generous|brimming|overflowing|packed|big|large|good|full)\s+(?:\w+\s)?(?:cups?|pints?|quarts?|tbsp|tablespoons?|tsp|teaspoons?|mugs?)\b|\bpacked\b",
        re.I,
    ),
    1.0,
    1.25,
)
_SCANT: Final = (
    re.compile(
        r"\b(?:scant|small|short|shy|skimpy|barely|not quite|nearly|almost|just under|under)\s+(?:a\s+)?(?:[\d/½¼¾⅓⅔ ]+)?(?:\w+\s)?(?:cups?|pints?|quarts?|tbsp|tablespoons?|tsp|teaspoons?)\b",
        re.I,
    ),
    0.85,
    1.0,
)


_EACH_JAR: Final = re.compile(
    r",?\s*\(?\b(?:(?:for|in|into|to|from|at) )?(?:per|each|every|one for each|one in each)\s+(?:(?:half[- ]pint|pint-and-a-half|half[- ]gallon|quart|pint|canning|hot|clean|of the)\s+)?jars?\b\)?",
    re.I,
)
# A vegetable's cut and state do not say “more”; these do, and how much more nobody knows.
_MORE: Final = re.compile(
    r"\b(?:some|half|third|quarter|few|little|plenty|lots?|bit|much|many)\s+(?:as\s+)?more\b|\bmore\s*$|,\s*(?:and\s+)?more\b|\bextra\b(?!\s*(?:large|small|fine|virgin|long|thin|thick|firm|ripe|hot|crisp|dry|light|dark|strong))"
    r"|\btwice\b|\b(?:\d+|two|three|four|several) times\b|\bat least\b(?!\s*[\d(]|\s+(?:five|a))|\b(?:and|or|,)\s+over\s*$|\bor whatever\b|\bwith (?:\w+ )?others?\b|\beach\s*$|\bfor one jar\b|\ba jar\b|^[\d\s./½¼¾]+\S+\s+each\b",
    re.I,
)
_PART_NAMED: Final = re.compile(r"\b(?:cloves?|stalks?|ribs?|sticks?)\b", re.I)


def of_each_jar(section: Section, per_jar: str | None, text: str) -> tuple[Section, str | None, str]:
    """“1 clove garlic per jar” says it of each jar, under whatever heading it stands: the section, the jar's size, the rest."""
    each = _EACH_JAR.search(text)
    if not each:
        return section, per_jar, text
    named = re.search(r"half[- ]pint|pint-and-a-half|half[- ]gallon|quart|pint", each.group(0), re.I)
    size = per_jar or (named.group(0).lower().replace(" ", "-") if named else "")
    return "per-jar", size, f"{text[: each.start()]} {text[each.end() :]}".strip(" ,")


def held(amount: Amount | None, ingredient: Ingredient, text: str) -> Amount | None:
    """The amount with what the words around it make of it: whole plants, heaped and scant measures. AmountError for
    “more” and “or less” of what counts."""
    if amount is None:
        return None
    if amount.unit == "each" and ingredient.id in HEAD_OF and not _PART_NAMED.search(text):
        # “3 garlic”, “2 bulbs of garlic”, “1 celery”: the whole plant, not a clove or a stalk of it.
        amount = replace(amount, unit="head")
    if ingredient.role.role not in _FULLNESS_COUNTS:
        return amount
    if wrong := re.search(r"\bor (?:less|fewer|more)\b", text, re.I) or _MORE.search(text):
        said = wrong.group(0).strip(" ,")
        raise AmountError(f"“{said}” says no amount of {ingredient.name} that can be judged. Write what you will use.")
    return _by_fullness(amount, text)


def _by_fullness(amount: Amount, text: str) -> Amount:
    """“Heaping cups” as up to a quarter more, “scant cups” as down to a sixth less; level ones as they are."""
    for pattern, low, high in (_HEAPED, _SCANT):
        if kind_of(amount.unit) == "volume" and pattern.search(text):
            amount = replace(amount, low=amount.low * low, high=amount.high * high)
    return amount
