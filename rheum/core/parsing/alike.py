"""Lines that are alike but for the figure they begin with: “2 tsp mustard seed” says of its words what “1/2 tsp mustard seed” says."""

from __future__ import annotations

import re
from functools import lru_cache
from typing import Final, NamedTuple

from rheum.core.measures.words import FRACTIONS, NUMBER_WORDS, NumberError, figure

_FIGURE: Final = re.compile(r"(\d{1,3}(?:\.\d{1,4})?)(?: (\d{1,2}/\d{1,2}))?(?= [A-Za-z])|(\d{1,2}/\d{1,2})(?= [A-Za-z])", re.ASCII)
# “1.000 g” may be a kilo.
_DOUBTFUL: Final = re.compile(r"\.\d(?:00|50)(?!\d)", re.ASCII)
# A figure of its own, or one that is no amount.
_OTHER_FIGURE: Final = re.compile(r"[^\W_a-zA-Z]|%", re.UNICODE)
_WORDED: Final = NUMBER_WORDS | frozenset(FRACTIONS) | {"couple", "hundred", "percent", "cent", "grain", "proof"}


class Alike(NamedTuple):
    """What a line says but for its figure, written with a figure of 2, and how many times that the line itself says."""

    text: str
    times: float


@lru_cache(maxsize=8192)
def alike(text: str) -> Alike | None:
    """The line that says the same of another amount; None where the line does not begin with one plain figure, or holds another number.
    Doubling and halving are exact, so an amount worked out by it is the amount."""
    found = _FIGURE.match(text)
    if found is None:
        return None
    rest = text[found.end() :]
    if _OTHER_FIGURE.search(rest) or _DOUBTFUL.search(found.group()) or not _WORDED.isdisjoint(re.findall(r"[a-z]+", rest.lower())):
        return None
    try:
        value = sum(figure(part) for part in found.groups() if part)
    except NumberError:
        return None
    # A mixed number is two words of a line, a plain one is one.
    return Alike(f"{'1 2/2' if found[2] else '2'}{rest}", value / 2) if value > 0 else None
