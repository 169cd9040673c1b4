"""The size of the pieces: how a line is cut, how a formula's is, and which is the bigger.

Heat and acid reach the middle of a piece by its size (USDA Guide 6, from memory: cut as the formula says). Cuts are put in
five steps; within a step the written thickness decides.
"""

from __future__ import annotations

import re
from dataclasses import dataclass
from functools import lru_cache
from typing import Final, Literal

from rheum.core.measures.amount import NUMBER, AmountError, number
from rheum.core.measures.units import mm_per, unit_named

# Bigger pieces, higher step. Each word counts where it is said of the produce itself.
_STEPS: Final[tuple[tuple[int, str], ...]] = (
    (-1, r"pur[eé]ed?|liquidi[sz]ed|blended|mashed|pulped|pulp"),
    (0, r"minced|grated|ground|crushed|finely grated|mince"),
    (1, r"chopped|diced|shredded|minutely|dice|brunoise"),
    (2, r"sliced|slices?|rings?|rounds?|strips?|julienned?|matchsticks?|coins?|ribbons?|crosswise|slivered|slivers"),
    (3, r"chunks?|pieces|lumps?|hunks?|cubed|cubes?|quartered|quarters|wedges?|spears?|florets?|segments"),
    (4, r"halved|halves|half lengthwise|in half"),
    (5, r"whole|left whole|uncut"),
)
_SAID: Final = tuple((step, re.compile(rf"\b(?:{words})\b", re.I)) for step, words in _STEPS)
_NOT_CUT: Final = re.compile(
    r"\b(?:whole kernel|whole (?:cloves?|seeds?|berries|spices?)|not sliced|half[- ]inch|cut in half pints?|half[- ]?(?:pint|gallon)s?|(?:ends?|stems?|tips?|tops?|blossom)\b[^,;]*)",
    re.I,
)
_SPAN: Final = rf"({NUMBER})(?:\s*(?:-|–|to)\s*({NUMBER}))?[\s-]*(in\b\.?|inch(?:es)?|mm|cm|[\"″”])"
_THICK: Final = re.compile(
    rf"{_SPAN}[\s-]*(?:thick\s*)?(?:slices?|rings?|rounds?|pieces?|cubes?|chunks?|dice\b|diced|thick|strips?|coins?|wide)"
    rf"|(?:sliced?|cut|rings?|rounds?|dice[sd]?|cube[sd]?|pieces|chunks)\s*(?:about|into|to|in)?\s*{_SPAN}",
    re.I,
)
WHOLE: Final = 5
PUREED: Final = -1
# A quarter inch for three sixteenths is still “3/16 to 1/4” (USDA Guide 6, from memory).
THICKER: Final = 1.35


@dataclass(frozen=True, slots=True)
class Cut:
    """How something is cut: the step of its biggest pieces, and their thickness in millimetres where it is written."""

    step: int
    thick_mm: float | None
    word: str


def _millimetres(groups: tuple[str | None, ...]) -> float | None:
    figures = [group for group in groups if group]
    try:
        return number(figures[-2]) * mm_per(unit_named(figures[-1].rstrip(".")) or "in")
    except (AmountError, ValueError, KeyError):
        return None


@lru_cache(maxsize=4096)
def cut_of(text: str) -> Cut | None:
    """The cut that words speak of, the biggest where several are named; None where they say nothing of it."""
    plain = _NOT_CUT.sub(" ", text)
    found = [(step, match.group(0).lower()) for step, pattern in _SAID if (match := pattern.search(plain))]
    thick = _THICK.search(plain)
    if not found:
        return None
    step, word = max(found)
    return Cut(step, _millimetres(thick.groups()) if thick else None, word)


Change = Literal["bigger", "smaller", "much-smaller", "pureed"]


def changed(formula: Cut, here: Cut) -> Change | None:
    """How a line's pieces stand to the formula's: bigger, a little or much smaller, a purée; None where alike."""
    if here.step == PUREED and formula.step > PUREED:
        return "pureed"
    if here.step > formula.step:
        return "bigger"
    if here.step == formula.step and here.thick_mm and formula.thick_mm:
        if here.thick_mm > formula.thick_mm * THICKER:
            return "bigger"
        return "smaller" if here.thick_mm * THICKER < formula.thick_mm else None
    if here.step < formula.step:
        return "much-smaller" if formula.step - here.step >= 3 or (here.step == 0 and formula.step >= 1) else "smaller"
    return None


# --- what the prose says of it ------------------------------------------------------------------------------------

What = Literal["pureed", "drained", "thicker", "unpeeled", "unsalted", "whole"]
_PROSE: Final[tuple[tuple[What, re.Pattern[str]], ...]] = (
    ("pureed", re.compile(r"\b(?:pur[eé]e\w*|liquidi[sz]\w*|immersion blender|stick blender|hand blender|blend (?:it |them |the \w+ )?(?:until|to|smooth)|blended smooth|until smooth|in a blender|mash\w*|whizz\w*|food mill|to a (?:fine |smooth )?paste|(?:pass|rub|push|press) (?:\w+ ){0,3}?through)\b", re.I)),
    ("drained", re.compile(r"\b(?:drain|pour|strain|squeeze|press|ladle|spoon|discard)\w*\s+(?:off |away |out |the |all |of |excess |their |its |tomato(?:es)?(?:'s)? ){0,5}(?:juices?|tomato(?:es)?|tomato liquid)\b", re.I)),
    ("thicker", re.compile(r"\b(?:reduced? (?:it |them )?(?:by|to|until)|cook(?:ed|ing)? (?:it |them )?down|boil(?:ed)? (?:it |them )?down|until (?:it is |they are )?(?:very |quite |really )?thick\w*|mounds? (?:on|up)|until (?:\w+ ){0,4}(?:syrupy|jammy|sticky))\b", re.I)),
    ("unpeeled", re.compile(r"\b(?:unpeeled|skins? (?:left )?on|with (?:the|their) skins?|(?:leave|keep) (?:the |their )?(?:skins?|peels?)|no need to peel|without peeling|(?:don'?t|do not|never) peel|not peeled)\b", re.I)),
    ("unsalted", re.compile(r"\b(?:(?:don'?t|do not|never|no need to|skip|without|instead of) (?:the )?(?:soak|salt|rins|blanch|drain)\w*|unsoaked|unrinsed|unblanched|un-?salted vegetables)\b", re.I)),
    ("whole", re.compile(r"\b(?:leave|keep|pack|left|leaving)\s+(?:the |them |all |\w+ ){0,3}(?:whole|uncut)\b|\b(?:don'?t|do not|no need to|without|instead of|skip (?:the )?)\s*(?:bother(?:ing)? (?:to |with )?)?(?:slic|chop|cut(?! (?:down|back))|dic|grat|shred)(?:e|ing|ping|ting|ing)?\b", re.I)),
)  # fmt: skip
_NEGATED: Final = re.compile(r"\b(?:not|never|don'?t|do not|avoid|no|instead of|rather than|without)\b[^,;:]*$", re.I)
_CITRUS: Final = re.compile(r"\b(?:lemon|lime|orange|bottled)\b", re.I)


def said_of_shape(sentence: str) -> list[What]:
    """What a sentence of a method says of peel, soak, purée, drained juice; a negation of it says nothing."""
    found: list[What] = []
    for what, pattern in _PROSE:
        match = pattern.search(sentence)
        if not match:
            continue
        if what in ("pureed", "drained", "thicker", "whole") and _NEGATED.search(sentence[: match.start()]):
            continue
        if what == "drained" and _CITRUS.search(match.group(0) + sentence[max(0, match.start() - 10) : match.start()]):
            continue
        found.append(what)
    return found
