"""The size of the pieces: how a line is cut, how a formula's is, and which is the bigger.

Heat and acid reach the middle of a piece by its size (USDA Guide 6, from memory: cut as the formula says). Cuts are put in
five steps; within a step the written thickness decides.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise
from typing import Final, Literal

from rheum.core.facts.lexicon import LineWords
from rheum.core.measures.amount import AmountError, amount_at
from rheum.core.measures.units import kind_of, mm_per
from rheum.core.measures.words import Token, settled, tokens

WHOLE: Final = 5
HALVED: Final = 4
QUARTERED: Final = 3
SLICED: Final = 2
CHOPPED: Final = 1
PUREED: Final = -1
# Bigger pieces, higher step.
STEPS: Final = {"pureed": PUREED, "minced": 0, "chopped": CHOPPED, "sliced": SLICED, "chunks": QUARTERED, "halved": HALVED, "whole": WHOLE}
# A quarter inch for three sixteenths is still “3/16 to 1/4” (USDA Guide 6, from memory).
THICKER: Final = 1.35
# “Thickly sliced” gives no thickness: thicker than any that is written.
THICKLY_MM: Final = 99.0


@dataclass(frozen=True, slots=True)
class Cut:
    """How something is cut: the step of its biggest pieces, and their thickness in millimetres where it is written."""

    step: int
    thick_mm: float | None
    word: str


def _low(found: tuple[Token, ...], at: int) -> str:
    return found[at].low if 0 <= at < len(found) else ""


def _words_of_cut(found: tuple[Token, ...], line: LineWords) -> list[tuple[int, str, int]]:
    """(step, word, place) of every word of a cut that is said of the produce itself."""
    cuts, aside = [], False
    for at, word in enumerate(found):
        if word.text in ",;()":
            aside = False
        aside = aside or word.low in line.group["cut-away-end"]
        if aside:
            continue
        step = line.cuts.get(word.low)
        if word.low in ("grated", "ground", "crushed") and _low(found, at - 1) in ("coarsely", "coarse", "roughly"):
            step = CHOPPED
        if word.low == "half" and (_low(found, at + 1) in ("lengthwise", "lengthways") or _low(found, at - 1) == "in"):
            step = HALVED
        if (
            step is None
            or (word.low == "whole" and _low(found, at + 1) in line.group["counted-whole"])
            or (step == WHOLE and _low(found, at - 1) == "or")
        ):
            continue
        if word.low in ("sliced", "cut") and _low(found, at - 1) == "not":
            continue
        cuts.append((step, word.low, at))
    return cuts


def _thickness(found: tuple[Token, ...], line: LineWords) -> float | None:
    """The thickness that stands beside a word of slicing: “1/4 inch thick”, “sliced 3/16 in”, “in 1 cm slices”."""
    for at, word in enumerate(found):
        if word.kind != "number":
            continue
        try:
            read = amount_at(found, at)
        except AmountError:
            continue
        if read is None or kind_of(read.amount.unit) != "length":
            continue
        behind = read.to + (_low(found, read.to) == "-")
        before = at - 1
        while _low(found, before) in line.group["before-a-thickness"]:
            before -= 1
        if (
            _low(found, behind) in line.group["cut-to-a-size"]
            or _low(found, behind + 1) in line.group["cut-to-a-size"]
            or _low(found, before) in line.group["cut-to-a-size"]
            or _low(found, before) in ("crosswise", "thinly", "across")
        ):
            return read.amount.high * mm_per(read.amount.unit)
    return None


@lru_cache(maxsize=4096)
def cut_of(text: str, line: LineWords) -> Cut | None:
    """The cut that words speak of: of several done one after the other the last (“halved and sliced”), of several to choose from the
    biggest; None where they say nothing of it."""
    found = tokens(settled(text[:400]))
    cuts = _words_of_cut(found, line)
    if not cuts:
        return None
    choice = any(word.low == "or" for word in found) or any(step == WHOLE for step, _, _ in cuts)
    step, word, _ = max(cuts) if choice else cuts[-1]
    thick = _thickness(found, line)
    thickly = any(
        item.low == "thickly" or (item.low == "thick" and line.cuts.get(_low(found, index + 1)) == SLICED)
        for index, item in enumerate(found)
    )
    return Cut(step, THICKLY_MM if thickly and thick is None else thick, word)


def is_of(text: str, cut: Cut, line: LineWords) -> bool:
    """Whether a cut is one of those that words let choose from (“grated or chopped”), or the same in another word (“finely chopped”: minced)."""
    found = tokens(settled(text[:400]))
    lows = [word.low for word in found]
    if cut.word in ("minced", "mince") and any(one == "finely" and two == "chopped" for one, two in pairwise(lows)):
        return True
    return "or" in lows and any(step == cut.step for step, _, _ in _words_of_cut(found, line))


Change = Literal["bigger", "smaller", "much-smaller", "pureed"]


def changed(formula: Cut, here: Cut) -> Change | None:
    """How a line's pieces stand to the formula's: bigger, a little or much smaller, a purée; None where alike."""
    if here.step == PUREED and formula.step > PUREED:
        return "pureed"
    if {here.step, formula.step} == {2, 3} and here.thick_mm and formula.thick_mm:
        return "bigger" if here.thick_mm > formula.thick_mm * THICKER else None  # inch chunks for inch slices
    if here.step > formula.step:
        return "bigger"
    if here.step == formula.step and here.thick_mm and formula.thick_mm:
        if here.thick_mm > formula.thick_mm * THICKER:
            return "bigger"
        return "smaller" if here.thick_mm * THICKER < formula.thick_mm else None
    if here.step < formula.step:
        return "much-smaller" if formula.step - here.step >= 3 or (here.step == 0 and formula.step >= 1) else "smaller"
    return None
