"""The sentences of a text, and the short ways of cards told as sentences."""

from __future__ import annotations

import re
from functools import lru_cache
from typing import Final

from rheum.core.facts.blocks import BlockWords
from rheum.core.parsing.plain_lines import plain_line, strip_bullet

_INLINE_STEP: Final = re.compile(r"\(?\d{1,2}[.)]\s{1,4}(?=[A-Z])")


def _unnumbered(part: str) -> str:
    """A sentence without the number of its step: “2) Combine …” in the middle of a line."""
    clean = part.strip()
    step = _INLINE_STEP.match(clean)
    return clean[step.end() :] if step else clean


@lru_cache(maxsize=4096)
def sentences(text: str, blocks: BlockWords) -> tuple[str, ...]:
    """The sentences of a line of prose, each as it stands there; a decimal point or a short form does not end one."""
    found: list[str] = []
    begins = 0
    for at, char in enumerate(text):
        if char not in ".!?;" or at + 1 >= len(text) or not text[at + 1].isspace():
            continue
        rest = text[at + 1 : at + 40].lstrip()
        behind = rest[:1]
        if char == ";" and text.rfind("(", begins, at) > text.rfind(")", begins, at):
            continue  # “(15 minutes to 6,000 ft; 20 above)”
        before = text[begins:at].rsplit(None, 1)[-1].lower().strip("(") if text[begins:at].strip() else ""
        last = before[-1:]
        if (
            char == "."
            and (
                (
                    before in blocks.group["ends-no-sentence"]
                    and not behind.isupper()
                    and not (
                        before in blocks.group["time-cut-short"]
                        and (behind.isdigit() or rest.split(None, 1)[0] in blocks.group["begins-a-sentence"])
                    )
                )
                or rest.lower().startswith("i mean")  # “1/4-inch... I mean 1/2-inch headspace”
                or ("-" in before and before.rsplit("-", 1)[1] in blocks.group["ends-no-sentence"])
                or (last.isdigit() and not behind.isupper())
                or (before.rstrip(".").isdigit() and len(before) <= 2 and not text[begins:at].strip()[: -len(before)].strip())
            )
        ):
            continue
        if part := _unnumbered(text[begins : at + 1]):
            found.append(part)
        begins = at + 1
    if part := _unnumbered(text[begins:]):
        found.append(part)
    return tuple(found)


def as_prose(text: str, blocks: BlockWords) -> str:
    """A step without its number, and a setting line as a sentence: “Process: 10 min” as “Process 10 min”."""
    clean = strip_bullet(plain_line(text.strip()))
    name, colon, rest = clean.partition(":")
    lows = name.strip().lower().split()
    if colon and rest.strip() and len(lows) <= 2:
        if lows and lows[0] in ("jar", "jars"):
            return f"Fill {rest.strip()} jars"
        if lows and lows[0] in blocks.group["process-setting"]:
            return f"Process {rest.strip()}"
        if lows in (["headspace"], ["head", "space"]):
            return f"Leave {rest.strip()} headspace"
        if lows == ["pack"]:
            return f"{rest.strip()} pack"
        if lows and lows[0] == "step":
            return rest.strip()
    if colon and rest.strip() and len(lows) <= 4 and lows and lows[0].strip(",") in blocks.group["part-of-day"]:
        return rest.strip()  # “Day 1, evening: wash …”
    if clean[1:3] == ") " and clean[0] in "abcdefgh":
        return clean[3:].strip()  # “a) Wash the beans”
    at = 0
    while at < len(clean) and (clean[at].isdigit() or clean[at] in ".):"):
        at += 1
    return clean[at:].strip() if 0 < at <= 4 and any(mark in clean[:at] for mark in ".):") and at < len(clean) else clean
