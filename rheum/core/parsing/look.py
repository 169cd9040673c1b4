"""What a line of a text looks like by itself: an amount, a food, a sentence, something to be done, a step, furniture of a page."""

from __future__ import annotations

import re
from collections.abc import Sequence
from functools import lru_cache
from itertools import pairwise
from typing import Final, NamedTuple

from rheum.core.facts.blocks import BlockWords
from rheum.core.facts.ingredients import Catalogue, stem, words_of
from rheum.core.measures.amount import AmountError, amount_at
from rheum.core.measures.units import DAYS_PER, MINUTES_PER, kind_of, unit_named
from rheum.core.measures.words import UNITS, Token, settled, tokens
from rheum.core.parsing.acts import KITCHEN
from rheum.core.parsing.alike import alike
from rheum.core.parsing.plain_lines import plain_line, strip_bullet
from rheum.core.parsing.respoken import amount_first, amount_last

_STEP: Final = re.compile(r"(?:step\s{1,4})?[0-9]{1,2}\s?[.):](?![0-9])\s{0,9}|step\s{1,4}[0-9]{1,2}\b[\s:.–-]{0,9}|[a-h]\)\s", re.I)


class Look(NamedTuple):
    """What a line looks like."""

    amount: bool
    food: bool
    sentence: bool
    imperative: bool
    numbered: bool
    furniture: bool
    words: int
    kitchen: bool


def look_of(text: str, catalogue: Catalogue) -> Look:
    """What a line looks like; how much of a thing it says changes nothing of that."""
    same = alike(text)
    return _look(same.text if same else text, catalogue)


@lru_cache(maxsize=4096)
def _look(text: str, catalogue: Catalogue) -> Look:
    clean = strip_bullet(plain_line(text))
    step = _STEP.match(clean)
    numbered = bool(step) and bool(clean[step.end() :].strip()) if step else False
    body = clean
    if numbered and step:
        rest = clean[step.end() :]
        told = [word for word in tokens(settled(rest[:400])) if word.kind != "mark"]
        if not begins_with_amount(clean) or _imperative(told, catalogue):
            body = rest  # “6. Soak the cucumbers”: six is the step
    found = tokens(settled(body[:400]))
    words = [word for word in found if word.kind != "mark"]
    commands = (_imperative(words, catalogue) and not _described(found, catalogue)) or _commands_later(found, catalogue)
    amount = (
        begins_with_amount(body)
        or amount_first(body, catalogue.lexicon.ways) != body
        or ((not commands or _begins_with_food(words, catalogue)) and amount_last(body, catalogue.lexicon.ways) != body)
        or _ends_with_amount(found)
        or (not commands and len(words) <= _A_LINE and _named_before(body, catalogue))
        or is_run_on(body)
        or _of_some(words, catalogue.lexicon.blocks)
    )
    acts = _acts(found, catalogue)
    ends = body.rstrip().endswith((".", "!", "?", "…")) and len(words) >= 4
    spoken = not amount and len(_measured(found)) >= _TOLD_IN_SENTENCES
    sentence = (ends or spoken or _praised(words, catalogue.lexicon.blocks) or len(words) > 18 or _mid_stops(found) > 0) and not is_run_on(
        body
    )
    food = bool(catalogue.within(tuple(one for word in words[:30] if word.kind == "word" for one in words_of(word.text))))
    return Look(
        amount,
        food,
        sentence,
        spoken or commands,
        numbered,
        _furniture(words, body, catalogue, food=food) or (not food and tells_times(text, catalogue.lexicon.blocks)),
        len(words),
        bool(acts & KITCHEN),
    )


_TOLD_IN_SENTENCES: Final = 3
_A_LINE: Final = 14  # words


def _praised(words: Sequence[Token], blocks: BlockWords) -> bool:
    """“so good with fish”: what is told of the table, without an amount."""
    lows = [word.low for word in words]
    return any(one in blocks.group["praise"] and two in blocks.group["at-table"] for one, two in pairwise(lows[:6]))


def _measured(found: Sequence[Token]) -> list[int]:
    """Where an amount in a kitchen's measure stands."""
    return [
        at
        for at, word in enumerate(found[:-1])
        if word.kind in ("number", "word")
        and (word.kind == "number" or word.low in UNITS or word.low in ("a", "half"))
        and (unit := unit_named(found[at + 1].text)) is not None
        and kind_of(unit) in ("volume", "mass")
    ]


def _of_some(words: Sequence[Token], blocks: BlockWords) -> bool:
    """“a chunk of ham in each jar”, “another 3 lb of beans”: an amount, if none that can be judged."""
    lows = [word.low for word in words[:6]]
    if not lows or lows[0] not in blocks.group["some"]:
        return False
    if lows[0] not in blocks.group["a-or-some"] and len(words) > 1 and (words[1].kind == "number" or lows[1] in UNITS):
        return True
    each = any(one in ("each", "every", "per") and two in ("jar", "pint", "quart") for one, two in pairwise(word.low for word in words))
    return each and "of" in lows[2:4]


def is_run_on(text: str) -> bool:
    """A list spoken or typed on one line: “two quarts of apples; four cups vinegar; …”, at least three things, most with their amount."""
    return bool(run_on(text))


@lru_cache(maxsize=4096)
def run_on(text: str) -> tuple[str, ...]:
    """The things of a list that is spoken or typed on one line, apart by semicolons, strokes or dots; none where it is not that."""
    for between in _BETWEEN:
        parts = tuple(part.strip() for part in text.split(between))
        if len(parts) >= _RUN_ON and sum(begins_with_amount(part) for part in parts) * 4 >= len(parts) * 3:
            return parts
    return ()


# What stands between the things of a list on one line.
_BETWEEN: Final = (";", " / ", " // ", " | ", " • ", " · ")
_NAMED_BEFORE: Final = re.compile(
    r"(?:[:,] |\s[–—-]\s| ?\()(?:about |around |roughly |approx\.? |some |~ ?)?(?=[\d½¼¾⅓⅔⅛]|an? |half |one |two |three |four |five |six )"
)


def _named_before(text: str, catalogue: Catalogue) -> bool:
    """“Mushrooms: 7 lb of small ones”: a food, a colon or a dash, and so much of it in a kitchen's measure, whatever stands behind that."""
    found = _NAMED_BEFORE.search(text[:200])
    if found is None or len(text[: found.start()].split()) > _LONGEST_NAME or not catalogue.within(words_of(text[: found.start()])):
        return False
    behind = tokens(settled(text[found.end() : found.end() + 40]))
    try:
        read = amount_at(behind, 0) if behind else None
    except AmountError:
        return True
    return read is not None and kind_of(read.amount.unit) in ("volume", "mass")


_LONGEST_NAME: Final = 6


_RUN_ON: Final = 3


def _begins_with_food(words: Sequence[Token], catalogue: Catalogue) -> bool:
    """“dry mustard 2 tbsp”: its first word could command, and is the first of a food's name."""
    named = catalogue.within(tuple(one for word in words[:6] if word.kind == "word" for one in words_of(word.text)))
    return bool(named) and named[0].start == 0


_FEWEST_WORDS: Final = 5


def _commands_later(found: Sequence[Token], catalogue: Catalogue) -> bool:
    """“husks off, rinse the sticky tomatillos”: no figure, and behind its first comma something to be done."""
    comma = next((at for at, word in enumerate(found) if word.text == ","), None)
    if comma is None or len(found) <= _FEWEST_WORDS or any(word.kind == "number" for word in found[: comma + 1]):
        return False
    behind = [word for word in found[comma + 1 :] if word.kind != "mark"]
    told = any(word.text in ".!?" for word in found[:-1])
    return not told and bool(behind) and _commands_at_once(behind, catalogue)


def _commands_at_once(words: Sequence[Token], catalogue: Catalogue) -> bool:
    """Whether the very first word is something to be done in a kitchen."""
    group, form = catalogue.lexicon.method.acts.get(words[0].low, ("", ""))
    done = words[0].low in catalogue.lexicon.blocks.group["done-too"]  # “asparagus, cut to the jar”
    return len(words) > 1 and not done and form == "base" and group in KITCHEN


def _described(found: Sequence[Token], catalogue: Catalogue) -> bool:
    """“Crisp, garlicky and a little spicy”: a word that could command, a comma, and no further command behind it."""
    if len(found) < 3 or found[1].text != ",":
        return False
    return found[2].low not in catalogue.lexicon.method.acts


def _mid_stops(found: Sequence[Token]) -> int:
    return sum(
        1
        for at, word in enumerate(found[:-1])
        if word.text in ".!?"
        and found[at + 1].kind == "word"
        and found[at + 1].text[:1].isupper()
        and at > 2
        and found[at - 1].kind == "word"
        and len(found[at - 1].text) > 3
    )


def _acts(found: Sequence[Token], catalogue: Catalogue) -> set[str]:
    acts = catalogue.lexicon.method.acts
    return {acts[word.low][0] for word in found if word.kind == "word" and word.low in acts}


def _imperative(words: Sequence[Token], catalogue: Catalogue) -> bool:
    """Whether a line begins with something to be done: “Wash the jars”, “In a large pot, combine …”."""
    for at, word in enumerate(words[:9]):
        group, form = catalogue.lexicon.method.acts.get(word.low, ("", ""))
        if form == "base" and (group in KITCHEN | {"check", "serve"} or word.low in catalogue.lexicon.blocks.group["verb-of-a-step"]):
            if at == 0:
                return len(words) > 1
            return (
                words[0].low in catalogue.lexicon.blocks.group["before-a-step"]
                or words[at - 1].low in catalogue.lexicon.blocks.group["before-a-verb"]
            )
        if (
            at == 0
            and word.low not in catalogue.lexicon.blocks.group["before-a-verb"]
            and word.low not in catalogue.lexicon.blocks.group["no-verb-first"]
            and not word.low.endswith("ly")
        ):
            return False
    return False


@lru_cache(maxsize=8192)
def begins_with_amount(text: str) -> bool:
    found = tokens(settled(text[:200]))
    if not found:
        return False
    try:
        read = amount_at(found, 0)
    except AmountError:
        return True
    if read is None:
        return False
    behind = next((word.low for word in found[read.to : read.to + 2] if word.text != "-"), "")
    if (behind in MINUTES_PER or behind in DAYS_PER or behind in ("degree", "degrees", "%", "percent")) and read.amount.unit == "each":
        return False
    if found[0].kind == "number":
        return True
    return read.amount.unit not in ("each", "in") or found[0].low not in ("a", "an", "one") or read.amount.low > 1


def _ends_with_amount(found: Sequence[Token]) -> bool:
    """“Okra, small: 7 lb”: the amount behind a comma, a colon or a dash, and nothing behind it."""
    begins = len(found) - 6
    if found and found[-1].text == ")":
        begins = max((at for at, word in enumerate(found) if word.text == "("), default=len(found)) - 5  # “cucumbers, 4 lb (3-5 inch)”
    for at in range(max(0, begins), len(found)):
        if found[at].kind == "number" and at > 0 and found[at - 1].text in ",:–—-|":
            try:
                read = amount_at(tuple(found), at)
            except AmountError:
                return False
            behind = read.to if read is not None else at
            bracketed = behind < len(found) and found[behind].text == "(" and found[-1].text == ")"
            return read is not None and kind_of(read.amount.unit) in ("volume", "mass") and (behind >= len(found) - 1 or bracketed)
    return False


def tells_times(text: str, blocks: BlockWords) -> bool:
    """“Prep 40 mins | Process 10 mins | Makes 8 pints”."""
    lows = [word.low for word in tokens(settled(text[:400])) if word.kind != "mark"]
    told = len(blocks.group["times-and-yields"].intersection(lows))
    if text.count("|") + text.count("·") >= 1 and told >= _SEVERAL:
        return True
    figures = sum(low[0].isdigit() for low in lows)
    return (
        told >= _SEVERAL
        and figures >= _SEVERAL
        and all(
            low[0].isdigit()
            or low in blocks.group["times-and-yields"]
            or low in MINUTES_PER
            or low in blocks.group["about-yield"] | {"time", "times"}
            for low in lows
        )
    )  # “Prep Time 1 hr   Soak Time 12 hrs   Yield 8 pints”


_SEVERAL: Final = 2


_TIMESTAMP: Final = re.compile(r"\(?\d{1,2}:\d\d(?::\d\d)?\)?[\s–-]{1,4}(?=[^\W\d])")


def _furniture(words: Sequence[Token], text: str, catalogue: Catalogue, *, food: bool) -> bool:
    table = catalogue.lexicon.blocks
    if not words:
        return True
    lows = [word.low for word in words]
    if lows in (["optional"], ["optional", "ingredient"], ["optional", "ingredients"]):
        return ":" not in text  # what the stars of a list mean
    if (
        lows[0] in table.group["page-of"]
        and len(lows) in (2, 4)
        and all(low[0].isdigit() or low in UNITS or low == "of" for low in lows[1:])
    ):
        return True  # “Side two”, “page 2 of 3”
    if (stamp := _TIMESTAMP.match(text)) and not begins_with_amount(text[stamp.end() :]):
        return True  # “3:40 Packing the jars”
    if lows[0] in catalogue.lexicon.blocks.group["yield-first"] and len(lows) <= 12:
        return True
    if not food and (_tells_heights(words, lows) or _tells_size(lows, table)):
        return True
    if ":" in text and (lows[0] in table.furniture or lows[:2] == ["method", "of"]) and len(lows) <= 14:
        return True
    if len(lows) <= 6 and all(low in catalogue.lexicon.blocks.group["scale"] or low[0].isdigit() for low in lows) and "x" in "".join(lows):
        return True
    if catalogue.lexicon.blocks.group["opinion"] & set(lows) and len(lows) <= 14 and not food and any(low[0].isdigit() for low in lows):
        return True  # “Posted by … · 4.8 stars (212 votes)”
    if lows[0] in catalogue.lexicon.blocks.group["of-the-page"] and len(lows) <= 6:
        return True
    if lows[0] in catalogue.lexicon.blocks.group["time-first"] and len(lows) <= 6 and catalogue.lexicon.blocks.group["of-time"] & set(lows):
        return True
    if (
        table.rating & set(lows)
        and len(lows) <= 12
        and all(low in table.rating or low[0].isdigit() or low in catalogue.lexicon.blocks.group["small-words"] for low in lows)
    ):
        return True
    nutrients = sum(low in table.nutrition for low in lows)
    return (
        nutrients > 0
        and lows[0] in (*table.nutrition, "nutrition", "nutritional", "per")
        and all(
            low in table.nutrition
            or low[0].isdigit()
            or low in catalogue.lexicon.blocks.group["small-words"]
            or low in catalogue.lexicon.blocks.group["per-serving"]
            for low in lows
        )
        and any(low[0].isdigit() for low in lows)
        and (nutrients > 1 or (":" in text and bool(catalogue.lexicon.blocks.group["nutrient-unit"] & set(lows))))
    )


def _tells_heights(words: Sequence[Token], lows: Sequence[str]) -> bool:
    """A row of a table of times by height: “1,001-6,000 ft: 35 min”."""
    high = any(word.kind == "number" and len(word.text.replace(",", "")) >= len("1000") for word in words)
    return (high or "0" in lows) and bool({"ft", "feet", "foot", "altitude", "elevation", "metres", "meters"} & set(lows))


def _tells_size(lows: Sequence[str], table: BlockWords) -> bool:
    """How much a page makes: “Half batch, 4 pints”, “Fills about seven 500 ml jars”."""
    told = table.group["about-yield"] | table.group["batch"]
    counted = any(low in UNITS or low[0].isdigit() or low in ("half", "double", "quarter") for low in lows)
    sized = bool(set(lows) & (table.group["batch"] | {"jars", "pints", "quarts", "halfpints"}))
    return counted and sized and len(lows) <= _A_LINE and all(low in told or low in UNITS or low[0].isdigit() for low in lows)


_IN_BRACKETS: Final = re.compile(r"\([^()]{1,40}\)")
_SERVING: Final = re.compile(r"\b(?:servings?(?: size)?|per):? {0,2}[\d./½¼¾]{1,6} ?(?:cups?|tbsp|tsp|oz|g|ml|jars?|pints?)\b", re.I)
_LONGEST_NUTRIENTS: Final = 80
_STRANGE_BESIDE: Final = 2


def tells_nutrients(text: str, catalogue: Catalogue, *, under: bool) -> bool:
    """Whether a line tells what there is in a serving, and of no amount in a kitchen's measure: “1 spear: 12 calories, 0 g fat”; `under` a heading
    that says so, “Sodium 690mg” too."""
    low_text = text.lower()
    told = "nutrition" in low_text or "calories" in low_text or "kcal" in low_text
    if not (under or told):
        return False
    found = tokens(settled(_SERVING.sub(" ", _IN_BRACKETS.sub(" ", text).replace("*", " "))))
    lows = [word.low for word in found if word.kind != "mark"]
    if not lows or len(lows) > _LONGEST_NUTRIENTS:
        return False
    table = catalogue.lexicon.blocks.nutrition | catalogue.lexicon.blocks.group["of-a-label"]
    nutrients = sum(low in table for low in lows)
    if under and lows[0] in ("serving", "servings", "amount") and len(lows) <= len("serving size 1 large spear".split()):
        return True
    if not nutrients or not any(low[0].isdigit() for low in lows) or (nutrients < 2 and not under):
        return False
    if _acts(found, catalogue) & (KITCHEN | {"put", "use", "combine"}):
        return False  # “stir in 100 g”
    others = [
        low
        for low in lows
        if not (
            low in table
            or low[0].isdigit()
            or low in catalogue.lexicon.blocks.group["small-words"]
            or low in catalogue.lexicon.blocks.group["per-serving"]
            or low in catalogue.lexicon.blocks.group["measure-of-nutrients"]
        )
    ]
    food = catalogue.lexicon.vocabulary.food
    if any(low in food or stem(low) in food or catalogue.named((stem(low),)) for low in others):
        return False  # “pork fat 200 g”
    return len(others) <= _STRANGE_BESIDE and not any(
        found[at - 1].low not in ("per", "size") for at in _in_kitchen_measure(found, catalogue.lexicon.blocks)
    )


def _in_kitchen_measure(found: Sequence[Token], blocks: BlockWords) -> list[int]:
    """Where an amount stands that is measured out, by the cup or the pound, and not told in grams of a serving."""
    return [at for at in _measured(found) if found[at + 1].low not in blocks.group["measure-of-nutrients"]]
