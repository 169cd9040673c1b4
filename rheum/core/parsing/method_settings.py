"""What a page's own method says of jar, pack, headspace and minutes: offered to the person as settings, never taken by itself."""

from __future__ import annotations

import re
from collections.abc import Iterable, Sequence
from typing import Final

from rheum.core.facts.formulas import Pack
from rheum.core.facts.ingredients import Catalogue
from rheum.core.measures.words import Token, settled, tokens
from rheum.core.parsing.figures import figures_of, low_at
from rheum.core.parsing.jar_names import jars_named
from rheum.core.parsing.recipe import SaidMinutes

_CANNER: Final = frozenset("process processed processing canner waterbath timer bwb".split())
_OTHER_TIMES: Final = frozenset(
    "stand rest cool simmer cook heat blanch soak wait sterilise sterilize wash drain leave steep refrigerate boil reduce return".split()
)
_RESTS: Final = frozenset("stand rest leave wait sit cool lift standing resting".split())
_SPACE: Final = frozenset("headspace headroom space rim top".split())
_NO_SPACE: Final = frozenset("water above cover over longer stem stems root cut pieces slices ends".split())
_PARTS: Final = re.compile(r"[;.!]|, then\b|\bthen\b|\band let\b|, let\b")
_MOST_MINUTES: Final = 200
_RAW: Final = frozenset({("raw", "pack"), ("cold", "pack"), ("packed", "raw"), ("pack", "raw")})
_HOT: Final = frozenset({("hot", "pack"), ("pack", "hot"), ("packed", "hot")})


def minutes_said(line: int, sentence: str, catalogue: Catalogue) -> list[SaidMinutes]:
    """The minutes in the canner that a sentence gives, each with its jar; at a height only where the sentence has one of each."""
    found = tokens(
        settled(sentence.replace("water bath", "waterbath").replace("water-bath", "waterbath").replace("Water bath", "waterbath"))
    )
    if not any(word.low in _CANNER for word in found) and not _boils_jars(found):
        return []
    said: list[SaidMinutes] = []
    begins = 0
    for part in [*_PARTS.split(settled(sentence))]:
        words = tokens(part)
        lows = {word.low for word in words}
        resting = lows & _RESTS and not lows & {"process", "processed", "processing"}
        if resting or (lows & _OTHER_TIMES and not lows & _CANNER and not _boils_jars(words)) or not lows:
            continue
        figures = figures_of(words, catalogue.grammar)
        minutes = [one for one in figures if one.measure == "minutes" and 0 < one.low <= _MOST_MINUTES]
        heights = [one for one in figures if one.measure == "altitude"]
        jars = jars_named(part, catalogue.grammar)
        if heights or {"altitude", "elevation", "feet", "ft", "metres", "meters", "higher"} & lows:
            if len(minutes) == 1 and len(heights) == 1:
                said += [SaidMinutes(line, minutes[0].high, jar, heights[0].high, sentence) for jar in _jar(jars)]
            elif minutes:
                said.append(SaidMinutes(line, max(one.high for one in minutes), None, None, sentence))
            continue
        begins = 0
        for at, one in enumerate(minutes):
            start = words[one.at].at
            upto = words[minutes[at + 1].at].at if at + 1 < len(minutes) else len(part)
            before, behind = ([jar for place, jar in jars if low <= place < high] for low, high in ((begins, start), (start, upto)))
            mine: list[str | None] = [*(before or behind)] or [None]
            said += [SaidMinutes(line, one.high, jar, None, sentence) for jar in mine]
            begins = start
    return said


def _jar(jars: Sequence[tuple[int, str]]) -> list[str | None]:
    return [jar for _, jar in jars] or [None]


def _boils_jars(found: Sequence[Token]) -> bool:
    lows = {word.low for word in found}
    return bool({"boil", "boiling", "boiled"} & lows) and bool({"jars", "pints", "quarts"} & lows) and not {"wash", "empty", "clean"} & lows


def headspaces_said(sentence: str, catalogue: Catalogue) -> list[float]:
    """The headspaces in mm that a sentence gives, each its low end."""
    found = tokens(settled(sentence))
    lows = {word.low for word in found}
    if not lows & _SPACE or ("headspace" not in lows and "headroom" not in lows and lows & _NO_SPACE):
        return []
    return [one.low for one in figures_of(found, catalogue.grammar) if one.measure == "length" and 2 < one.low < 60]


def pack_said(sentences: Iterable[str]) -> Pack | None:
    """The pack that sentences name, where they name one alone."""
    said: set[Pack] = set()
    for sentence in sentences:
        found = tokens(settled(sentence))
        for at in range(len(found) - 1):
            step = at + 1 + (low_at(found, at + 1) == "-")
            pair = (found[at].low, low_at(found, step))
            if pair in _RAW:
                said.add("raw")
            elif pair in _HOT and low_at(found, step + 1) not in ("jars", "jar", "pint", "pints", "quart", "half"):
                said.add("hot")
    return said.pop() if len(said) == 1 else None
