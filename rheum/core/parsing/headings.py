"""The headings of a recipe text: of the list, of each jar, of a soak, of the method, of what stands aside."""

from __future__ import annotations

from functools import lru_cache
from typing import Final, Literal, NamedTuple

from rheum.core.facts.blocks import BlockWords
from rheum.core.facts.ingredients import Catalogue, words_of
from rheum.core.measures.words import UNITS, settled, tokens
from rheum.core.parsing.jar_names import jars_named

_LONGEST_HEADING: Final = 9


LONGEST_HEADING_LETTERS: Final = 60
_LONGEST_ALONE: Final = 400  # letters of a line that is no heading by its first words


class Heading(NamedTuple):
    """A heading: which lines follow it, for which jar, and what stands behind it on its own line; `nutrients` where they tell of those."""

    kind: Literal["list", "per-jar", "soak", "method", "aside"]
    per_jar: str | None
    rest: str
    nutrients: bool = False


def lows_of(text: str) -> list[str]:
    return [word.low for word in tokens(settled(text)) if word.kind != "mark"]


def unmarked(line: str) -> tuple[str, bool]:
    """A line without the stars, hashes and underlines of typed pages, and whether it was marked as a heading by them."""
    text = line.strip().strip("\ufeff").strip()
    hashed = text.startswith("#")
    text = text.strip("#").strip() if hashed else text
    starred = (text.startswith("**") and text.endswith("**")) or (text.startswith("__") and text.endswith("__"))
    starred = starred or (text.startswith("**") and text.endswith("**:"))
    return text.replace("**", "").replace("__", "").strip().strip("_").strip() if ("**" in text or "__" in text) else text.strip(
        "_"
    ), hashed or starred


@lru_cache(maxsize=4096)
def heading_of(line: str, catalogue: Catalogue) -> Heading | None:
    """The heading that a line is, or begins with; None where it is none, or not wholly understood as one."""
    text, marked = unmarked(line)
    if (len(text) > _LONGEST_ALONE and ":" not in text[: LONGEST_HEADING_LETTERS + 1]) or text.split(":", 1)[
        0
    ].strip().lower() in catalogue.lexicon.blocks.group["yield-first"]:
        return None
    name, colon, rest = text.partition(":")
    rest = rest.strip()
    if colon and (not name or len(name) > LONGEST_HEADING_LETTERS):
        return None
    lows = lows_of(name)
    if not lows or len(lows) > _LONGEST_HEADING:
        return None
    if not colon and (
        (name.rstrip().endswith((".", "!", ",", ";")) and not catalogue.lexicon.blocks.group["short"] & set(lows)) or len(lows) > 6
    ):
        return None
    if lows[0] in catalogue.lexicon.blocks.group["stage"] and len(lows) == len(("day", "1")) and (lows[1][0].isdigit() or lows[1] in UNITS):
        return Heading("method", None, rest)  # “DAY 2”
    if lows[0] == "bowl" and lows[1:2] and (lows[1].isdigit() or lows[1] in UNITS) and set(lows[2:]) <= _list_words(catalogue):
        return Heading("list", None, rest)  # “Bowl two (the bag)”
    if (
        lows[:2] == ["how", "to"]
        and lows[2:3]
        and lows[2] in catalogue.lexicon.blocks.group["how-to"]
        and not any(low[0].isdigit() for low in lows)
        and not _strange(name, catalogue)
    ):
        return Heading("method", None, rest)  # “How to can pickled asparagus”
    found = _named(name, lows, catalogue)
    if (
        found is None
        and colon
        and not rest
        and len(lows) <= 4
        and not any(low[0].isdigit() for low in lows)
        and _only_food(name, catalogue)
    ):
        found = ("list", None)  # “Carrots:”
    if found is None:
        return None
    kind, per_jar = found
    if kind == "list" and rest and _only_food(name, catalogue) and not catalogue.within(words_of(rest)):
        return None  # “Peppers: 4 lb bell”
    plain = kind in ("list", "method") and not (marked or colon or name.isupper() or set(lows) <= catalogue.lexicon.blocks.group["bare"])
    if plain and not (kind == "list" and lows[0] == "for" and len(lows) <= 4):
        return None
    if kind == "aside" and not (marked or colon or name.isupper()) and len(lows) > 3:
        return None
    return Heading(kind, per_jar, rest, kind == "aside" and lows[0] in ("nutrition", "nutritional"))  # type: ignore[arg-type]


def _list_words(catalogue: Catalogue) -> frozenset[str]:
    words = catalogue.lexicon.blocks.heading
    return words["list"] | words["fill"]


def names_a_part(text: str, catalogue: Catalogue) -> bool:
    """“Veg”, “Marinade”, as a line by itself with a capital: a heading of what stands under it, and no food by itself."""
    lows = lows_of(text)
    return text.lstrip()[:1].isupper() and 0 < len(lows) <= 3 and set(lows) <= catalogue.lexicon.blocks.heading["part"]


_LONGEST_YIELD: Final = 24  # words and marks


def is_yield_alone(line: str, blocks: BlockWords) -> bool:
    """“6-8 pints”, “about nine half-pints”: how much there will be, and nothing that could be eaten."""
    if len(line.split(maxsplit=_LONGEST_YIELD)) > _LONGEST_YIELD:
        return False
    lows = lows_of(line)
    figures = [low for low in lows if low[0].isdigit() or low in UNITS]
    return (
        2 <= len(lows) <= 8
        and bool(figures)
        and bool({"pints", "quarts", "jars"} & set(lows))
        and set(lows) <= blocks.group["about-yield"] | set(figures)
    )


def _named(name: str, lows: list[str], catalogue: Catalogue) -> tuple[str, str | None] | None:
    words = catalogue.lexicon.blocks.heading
    fill = words["fill"]
    numbers = [low for low in lows if low[0].isdigit() or low in UNITS]
    said = set(lows)
    jar = said & (catalogue.lexicon.blocks.group["jar"] | {"jars", "pints", "quarts"})
    if (said & catalogue.lexicon.blocks.group["each"] and jar) or (
        jar & {"jar"} and len(lows) <= 4 and said & {"one", "a", "jar"} and not said & catalogue.lexicon.blocks.group["size-or-label"]
    ):
        if said - catalogue.lexicon.blocks.group["per-jar"] - set(numbers):
            return None
        size = jars_named(name, catalogue.grammar)
        return "per-jar", size[0][1] if size else ""
    if numbers and lows[0] in ("for", "makes", "enough") and said <= catalogue.lexicon.blocks.group["about-yield"] | set(numbers) and jar:
        return "list", None  # “For 3-4 pints:”
    if (
        numbers
        and jar
        and said & words["list"]
        and said <= words["list"] | fill | catalogue.lexicon.blocks.group["about-yield"] | set(numbers)
    ):
        return "list", None  # “Brine for 8 pints:”
    if numbers and not said & words["method"]:
        return None
    if said & catalogue.lexicon.blocks.group["soak"]:
        if said & words["kept"]:
            return "list", None
        return ("soak", None) if said <= words["soak"] | fill | {"brine", "solution"} or _cooked_away(said, catalogue) else None
    if _cooked_away(said, catalogue):
        return "soak", None
    if said <= words["method"] | fill | words["list"] and said & words["method"] and (said - fill - words["list"]):
        return "method", None
    if said <= words["aside"] | fill and said & words["aside"]:
        return "aside", None
    if said <= words["list"] | fill | words["method"] and said & words["list"]:
        return "list", None
    return None


_STRANGE: Final = frozenset({"dairy", "meat", "nut", "condiment", "starch", "fat", "not-food"})


def _strange(name: str, catalogue: Catalogue) -> bool:
    """Whether a heading names what no pickle is made of."""
    return any(
        match.ingredient.klass in _STRANGE or match.ingredient.role.role in ("fat", "other") for match in catalogue.within(words_of(name))
    )


def _only_food(name: str, catalogue: Catalogue) -> bool:
    words = words_of(name)
    named = catalogue.within(words)
    return (
        bool(named)
        and sum(match.end - match.start for match in named) >= len(words) - 1
        and all(
            match.ingredient.role.role in ("produce", "herb", "spice")
            and match.ingredient.klass not in ("dairy", "meat", "nut", "condiment", "starch")
            for match in named
        )
    )


def _cooked_away(said: set[str], catalogue: Catalogue) -> bool:
    """“For cooking the mushrooms (discard this liquid)”: a liquid that does not reach the jar because its heading says so."""
    if said & {"simmering", "cooking", "blanching"} and "water" in said and len(said) <= len("for the simmering water".split()):
        return True
    away = said & catalogue.lexicon.blocks.group["poured-away"]
    return bool(away and said & catalogue.lexicon.blocks.group["cooked-in"] and not said & catalogue.lexicon.blocks.group["kept"])
