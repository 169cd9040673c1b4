"""Words in another order than a line is read in: “juice of 2 lemons”, “an inch of ginger”."""

from __future__ import annotations

import re
from functools import lru_cache
from typing import Final

from rheum.core.facts.ingredients import Ingredient
from rheum.core.facts.lexicon import Lexicon, LineWords
from rheum.core.facts.ways import Ways
from rheum.core.measures.amount import Amount, AmountError, amount_at
from rheum.core.measures.units import MM_PER_INCH, kind_of, mm_per
from rheum.core.measures.words import UNITS, Token, settled, tokens
from rheum.core.parsing.ways import where, written_out

# A thumb of root, an inch long: common practice, from memory.
_ROOTS: Final = frozenset({"ginger", "turmeric-fresh", "galangal", "horseradish-root"})
_ROOT_G_PER_INCH: Final = (8.0, 20.0)


# “1 lb onions -- about 3 medium -- chopped”: said beside it, as in brackets.
_BETWEEN_DASHES: Final = re.compile(r"\s(?:--|–|—)\s([^-–—()]{2,40})\s(?:--|–|—)\s")


# “seeded + chopped”
_PLUS: Final = re.compile(r"(?<=ed) \+ (?=[^\W\d_])")


def cooked_away(text: str, ways: Ways) -> tuple[str, bool]:
    """A line of what goes into the water that food is cooked in, without those words, and whether it is one: none of it reaches the jar."""
    told = written_out(text, ways.tables["away"])
    return (told.rstrip(" ,"), True) if told != text else (text, False)


# “Green beans (4 lb), trimmed”, “white vinegar (5%) – 4 cups”, “beets, 2 to 2 1/2 in: 7 lb”: the amount behind the name.
_NAME: Final = r"[^\d½¼¾⅓⅔⅛(:;][^\d½¼¾⅓⅔⅛(:;]{2,50}(?:\(\d%[^()]{0,12}\))?"
_BEHIND: Final = re.compile(rf"^({_NAME}) ?(?:\(([^()]{{1,24}})\)|(?:-|–|—|=) ([^,;()]{{1,24}}))(?=$|,|;| \()")
_AT_THE_END: Final = re.compile(r"^([^\W\d_][^:;]{2,80}): ([^,:;()]{1,24})$")


@lru_cache(maxsize=8192)
def amount_first(text: str, ways: Ways) -> str:
    """A line whose amount stands behind its name, in brackets, a dash or a colon before it, with the amount first; any other as it is."""
    said = None if text[:1].isdigit() else _BEHIND.match(text) or _AT_THE_END.match(text)
    if said is None or any(where(way, said.group(1)) for way in ways.tables["made"]):
        return text
    amount = next(group for group in said.groups()[1:] if group).strip()
    found = tokens(settled(amount))
    try:
        read = amount_at(found, 0) if found and found[0].kind == "number" else None
    except AmountError:
        return text
    whole = read is not None and read.to == len(found) and kind_of(read.amount.unit) in ("volume", "mass")
    return f"{amount} {said.group(1).strip()}{text[said.end() :]}" if whole else text


_LONGEST_NAME: Final = 10  # words
_LONGEST_AMOUNT: Final = 6


@lru_cache(maxsize=8192)
def amount_last(text: str, ways: Ways) -> str:
    """A line that is a name and then its amount with nothing between them (“tomatoes 5 lb”, “vinegar (5%) 1 cup”), the amount first; any
    other as it is. What a line makes or yields is none."""
    clean = settled(text).rstrip(" .")
    found = tokens(clean)
    first = next((at for at, word in enumerate(found) if word.kind == "number" and not _is_percent(found, at)), 0)
    if (
        not 0 < first < len(found) - 1
        or len(found) - first > _LONGEST_AMOUNT
        or sum(word.kind == "word" for word in found[:first]) > _LONGEST_NAME
    ):
        return text
    try:
        read = amount_at(found, first)
    except AmountError:
        return text
    name = clean[: found[first].at].rstrip(" .,:–—-")
    unit = read.amount.unit if read is not None and read.to == len(found) else "each"
    whole = kind_of(unit) in ("volume", "mass") or (kind_of(unit) == "count" and unit != "each")
    if (
        not whole
        or not name
        or ":" in name
        or found[0].low in ("a", "an", "half")
        or found[0].low in UNITS
        or any(where(way, name) for way in ways.tables["made"])
    ):
        return text
    return f"{clean[found[first].at :]} {name}"


def _is_percent(found: tuple[Token, ...], at: int) -> bool:
    return at + 1 < len(found) and found[at + 1].low in ("%", "percent", "per")


def respoken(text: str, lexicon: Lexicon) -> str:
    """“juice of 2 lemons” as “2 fresh lemon juice”: the same words in the order in which a line is read."""
    text = _BETWEEN_DASHES.sub(r" (\1) ", written_out(_PLUS.sub(" and ", text), lexicon.ways.tables["line"]))
    line = lexicon.line
    found = tokens(text)
    lows = [word.low for word in found]
    at = 0
    while at < len(lows) and lows[at] in line.group["squeezed"]:
        at += 1
    if (
        lows[at : at + 1]
        and (lows[at] == "juice" or lows[at] in line.group["citrus-peel"])
        and lows[at + 1 : at + 2]
        and lows[at + 1] in ("of", "from")
    ):
        citrus = next((index for index in range(at + 2, min(len(lows), at + 8)) if lows[index] in line.group["citrus"]), None)
        if citrus is not None:
            many = text[found[at + 2].at : found[citrus].at].strip()
            fruit = lows[citrus].removesuffix("s")
            what = f"fresh {fruit} juice" if lows[at] == "juice" else f"{fruit} zest"
            return f"{many} {what}{text[found[citrus].to :]}"
    if lows and lows[0] in line.group["small-measure"]:
        return f"1 {text}"
    return _by_piece(text, found, lows, line)


def _by_piece(text: str, found: tuple[Token, ...], lows: list[str], line: LineWords) -> str:
    """“1 (1-inch) piece ginger” as “1-inch piece ginger”, “3-inch stick of cinnamon” as “1 stick of cinnamon”."""
    length = next((at for at, word in enumerate(lows[:7]) if word in line.group["length-unit"] and at > 0), None)
    if length is None:
        return text
    if "cinnamon" in lows and (found[0].kind == "number" and all(found[at].kind == "number" or lows[at] in "-/" for at in range(length))):
        return "1 " + text[found[length].to :].replace("piece of ", "").strip()
    root = any(word in line.group["root"] for word in lows)
    if root:
        # “1 1/2-inch piece” is an inch and a half; “1 (1/2-inch) piece” is half an inch.
        begins = 1 if lows[0] in line.group["one"] and length > 1 and "/" not in lows[1] else 0
        behind = length + 1
        while behind < len(lows) and lows[behind] in line.group["piece-of-root"]:
            behind += 1
        if begins or behind > length + 1:
            size = text[found[begins].at : found[length].to].replace("(", "").replace(")", "")
            return f"{size} {text[found[behind].at :] if behind < len(found) else ''}"
    return text


def by_length(amount: Amount, ingredient: Ingredient) -> Amount:
    """A length of a root in grams, low and high. LineUnread for a length of anything else."""
    if ingredient.id not in _ROOTS:
        from rheum.core.parsing.unread import LineUnread

        raise LineUnread("A length is no amount. Write a weight, a volume or a count first.")
    inches = mm_per(amount.unit) / MM_PER_INCH
    low, high = (end * inches * grams for end, grams in zip((amount.low, amount.high), _ROOT_G_PER_INCH, strict=True))
    return Amount(low, high, "g")
