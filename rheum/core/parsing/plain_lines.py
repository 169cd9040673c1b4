"""A line without what a page, a sheet or a messenger puts around its words: marks, tables, dots between a thing and its amount."""

from __future__ import annotations

import re
from functools import lru_cache
from html import unescape
from typing import Final
from unicodedata import numeric

_MARKS: Final = "•*·‣▪◦–—▢□☐☑✓✔➤►▸●○◆★☆✦❖"
_NUMBERED: Final = re.compile(r"[0-9]{1,2}[.)]\s+(?=[0-9¼½¾⅓⅔⅛])")
# “①”, “➊”, “❷”: the number of a step in a ring.
_RINGED: Final = frozenset(map(chr, (*range(0x2460, 0x2474), *range(0x24EB, 0x2500), *range(0x2776, 0x2794))))
_RINGED_NUMBER: Final = re.compile(f"([{min(_RINGED)}-{max(_RINGED)}])\\s{{0,3}}")
_BOX: Final = re.compile(r"\[[ xX]?\]")


@lru_cache(maxsize=8192)
def plain_line(text: str) -> str:
    """A line without what a page or a messenger puts around words: HTML entities, stars of bold type, table strokes, zero-width signs."""
    if "&" in text:
        text = unescape(text)
    if text.endswith("*"):
        text = text.rstrip("*")
    text = text.replace("\ufe0f\u20e3", ". ").replace("\ufe0f", "")  # a keycap: “1️⃣”
    if text[:1] in _RINGED or (text[1:2] in _RINGED and text[:1] in "*_"):
        text = _RINGED_NUMBER.sub(lambda found: f"{int(numeric(found.group(1)))}. ", text, count=1)
    for mark in ("**", "__", "\u200b", "\ufeff", "`"):
        text = text.replace(mark, "")
    if text.count("|") >= 2 or text.lstrip().startswith("|"):
        cells = [cell.strip() for cell in text.strip().strip("|").split("|")]
        if timed := _row_of_times(cells):
            text = timed
        else:
            text = _row_of_things(cells)
    elif ".." in text or "…" in text or "__" in text:
        text = _LEADER.sub(": ", text)
    return text.replace("\xa0", " ").replace("\t", " ").strip()


# The dots between a thing and its amount on a typed card.
_LEADER: Final = re.compile(r"(?<=[^\W\d_]|\)) ?(?:\.{3,}|…{2,}|_{3,}) ?(?=[\d¼½¾⅓⅔⅛])")
_OF_HEIGHT: Final = re.compile(r"\d.{0,20}(?:ft|feet|m|metres|meters)\b", re.I)
_MINUTES_ALONE: Final = re.compile(r"(\d{1,3})(?: ?(?:min|mins|minutes)\.?)?", re.I)
_A_SIZE: Final = frozenset({"pints", "pint", "quarts", "quart", "half-pints", "half-pint", "half pints"})


def _row_of_things(cells: list[str]) -> str:
    """A row of a table of things and amounts, the amount first: “green beans | 4 lb | trimmed” as “4 lb green beans, trimmed”."""
    told = [cell for cell in cells if cell]
    if len(told) > 1 and told[1][:1].isdigit() and not told[0][:1].isdigit():
        told[:2] = [f"{told[1]} {told[0]}"]
        return ", ".join(told)
    return " ".join(told)


def _row_of_times(cells: list[str]) -> str:
    """A row of a table of times as a sentence: “1,001–3,000 ft | 35” by height, “Pints | 10 | 15 | 20” by jar, the lowest first; "" for none."""
    times = [_MINUTES_ALONE.fullmatch(cell) for cell in cells[1:]]
    if not times or times[0] is None or any(time is None for time in times):
        return ""
    if len(cells) == 2 and _OF_HEIGHT.search(cells[0]):
        return f"Process {times[0].group(1)} minutes at {cells[0].replace('–', '-')}."
    return f"Process {cells[0].lower()} {times[0].group(1)} minutes." if cells[0].lower() in _A_SIZE else ""


@lru_cache(maxsize=8192)
def strip_bullet(text: str) -> str:
    """A line without its list mark."""
    text = text.strip()
    while text:
        box = _BOX.match(text)
        numbered = _NUMBERED.match(text)
        if (
            text[0] in _MARKS
            or (text[0] in "-+" and text[1:2] == " ")
            or (not text[0].isascii() and not text[0].isalnum() and text[0] not in "¼½¾⅐⅑⅒⅓⅔⅕⅖⅗⅘⅙⅚⅛⅜⅝⅞“‘−")
        ):
            text = text[1:].strip()
        elif box:
            text = text[box.end() :].strip()
        elif numbered:
            text = text[numbered.end() :].strip()
        else:
            break
    return text
