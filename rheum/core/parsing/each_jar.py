"""Where a line says its amount of each jar: “per pint”, “to each jar”, “for every quart”."""

from __future__ import annotations

from rheum.core.facts.lexicon import LineWords
from rheum.core.measures.words import Token
from rheum.core.parsing.recipe import Section


def _low(found: tuple[Token, ...], at: int) -> str:
    return found[at].low if 0 <= at < len(found) else ""


def each_jar(found: tuple[Token, ...], spent: list[bool], section: Section, line: LineWords) -> str | None:
    """The jar size where a line says its amount of each jar (“per pint”, “to each jar”), "" for the recipe's own jar; None where it does not.
    The words are marked as spent."""
    if section == "soak":
        return None
    for at in range(len(found)):
        one = _low(found, at) in line.group["each"] or (_low(found, at) in ("a", "one") and _low(found, at - 1) in line.group["for-each"])
        if not one:
            continue
        end = at + 1
        while _low(found, end) in line.group["of-jars"]:
            end += 1
        size = _low(found, end) if _low(found, end) in line.group["jar-size"] else ""
        if size:
            if any(_low(found, index) == "half" for index in range(at, end)):
                size = "half-gallon" if "gallon" in size else f"half-{size}"
            end += 1
        if _low(found, end) in line.group["jar"]:
            end += 1
        elif not size:
            continue
        if _share_in_brackets(found, at):
            return None  # “3 tbsp mustard seed (1 tsp per pint jar)”: the whole amount stands before it
        begins = at - 1 if _low(found, at - 1) in line.group["for-each"] else at
        if begins > 1 and found[begins - 1].text == "1" and _low(found, at) in ("a", "the"):
            spent[begins - 1 : end] = [True] * (end - begins + 1)  # “3 cloves garlic, 1 to a quart”
            return None
        begins = begins - 2 if _low(found, begins - 1) in ("each", "one") and _low(found, begins - 2) == "for" else begins
        spent[begins:end] = [True] * (end - begins)
        _other_size(found, spent, end, line)
        return size
    return None


def _share_in_brackets(found: tuple[Token, ...], at: int) -> bool:
    """Whether a token stands in brackets with a figure of its own, behind an amount outside of them."""
    opened = next((index for index in range(at - 1, -1, -1) if found[index].text in "()"), -1)
    if opened < 0 or found[opened].text != "(":
        return False
    inside, before = found[opened:at], found[:opened]
    return any(word.kind == "number" for word in inside) and any(word.kind == "number" for word in before)


def _other_size(found: tuple[Token, ...], spent: list[bool], at: int, line: LineWords) -> None:
    """“… per pint or 1 tsp per quart”: the same said of the other size."""
    if _low(found, at) not in ("or", ",", "(", ";"):
        return
    for step in range(at + 1, min(at + 8, len(found))):
        if _low(found, step) in line.group["each"] and _low(found, step + 1) in line.group["jar-size"]:
            end = step + 2 + (_low(found, step + 2) in line.group["jar"])
            spent[at:end] = [True] * (end - at)
            return
