"""The sentences of a text, and the short ways of cards told as sentences."""

from __future__ import annotations

import re
from functools import lru_cache
from typing import Final

from rheum.core.recipe.line_words import plain_line, strip_bullet

_SHORT: Final = frozenset(
    "in min mins approx oz lb lbs tbsp tsp pt pts qt qts gal hr hrs no e.g i.e ca c t ft sq fl dr mr mrs st vs est temp".split()
)


@lru_cache(maxsize=4096)
def sentences(text: str) -> tuple[str, ...]:
    """The sentences of a line of prose, each as it stands there; a decimal point or a short form does not end one."""
    found: list[str] = []
    begins = 0
    for at, char in enumerate(text):
        if char not in ".!?;" or at + 1 >= len(text) or not text[at + 1].isspace():
            continue
        behind = text[at + 1 : at + 40].lstrip()[:1]
        before = text[begins:at].rsplit(None, 1)[-1].lower().strip("(") if text[begins:at].strip() else ""
        last = before[-1:]
        if char == "." and (
            (before in _SHORT and not behind.isupper())
            or (last.isdigit() and not behind.isupper())
            or (before.rstrip(".").isdigit() and len(before) <= 2 and not text[begins:at].strip()[: -len(before)].strip())
        ):
            continue
        if part := text[begins : at + 1].strip():
            found.append(part)
        begins = at + 1
    if part := text[begins:].strip():
        found.append(part)
    return tuple(found)


_JARS_TIMED: Final = re.compile(r"^((?:half-pints|pints|quarts)(?:(?: or | and |, |/)(?:half-pints|pints|quarts)){0,2}): (\d)", re.I)
# A card's “1/2" head”.
_HEAD: Final = re.compile(r"(\d/\d ?(?:\"|″|”|in\b\.?|inch\b))[ -]head\b(?! of)", re.I)


def jars_timed(sentence: str) -> str:
    """“Half-pints or pints: 15 minutes.” as a sentence about processing."""
    return _JARS_TIMED.sub(r"Process \1 \2", sentence)


def as_prose(text: str) -> str:
    """A step without its number, and a setting line as a sentence: “Process: 10 min” as “Process 10 min”."""
    text = _HEAD.sub(r"\1 headspace", plain_line(text.strip()))
    clean = strip_bullet(text)
    name, colon, rest = clean.partition(":")
    lows = name.strip().lower().split()
    if colon and rest.strip() and len(lows) <= 2:
        if lows and lows[0] in ("jar", "jars"):
            return f"Fill {rest.strip()} jars"
        if lows and lows[0] in ("process", "processing", "time", "canner", "bwb"):
            return f"Process {rest.strip()}"
        if lows in (["headspace"], ["head", "space"]):
            return f"Leave {rest.strip()} headspace"
        if lows == ["pack"]:
            return f"{rest.strip()} pack"
        if lows and lows[0] == "step":
            return rest.strip()
    if colon and rest.strip() and len(lows) <= 4 and lows and lows[0].strip(",") in ("day", "evening", "morning", "night", "stage", "part"):
        return rest.strip()  # “Day 1, evening: wash …”
    at = 0
    while at < len(clean) and (clean[at].isdigit() or clean[at] in ".):"):
        at += 1
    return clean[at:].strip() if 0 < at <= 4 and any(mark in clean[:at] for mark in ".):") and at < len(clean) else clean
