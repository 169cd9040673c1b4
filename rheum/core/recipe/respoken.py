"""Words in another order than a line is read in: “juice of 2 lemons”, “an inch of ginger”."""

from __future__ import annotations

import re
from typing import Final

from rheum.core.measures.amount import Amount
from rheum.core.measures.units import MM_PER_INCH, mm_per

_JUICE_OF: Final = re.compile(
    r"^(?:the\s+)?(?:(?:freshly\s+)?(?:squeezed\s+)?juice)\s+(?:of|from)\s+(.+?)\s+(?:(?:large|small|medium|whole|fresh|ripe)\s+)*(lemon|lime|orange|grapefruit)s?\b(.*)$",
    re.I,
)
_ZEST_OF: Final = re.compile(
    r"^(?:the\s+)?(?:grated\s+|finely grated\s+)?(zest|rind|peel)\s+(?:of|from)\s+(.+?)\s+(?:(?:large|small|medium|whole)\s+)*(lemon|lime|orange)s?\b(.*)$",
    re.I,
)
# A thumb of root, an inch long: common practice, from memory.
_ROOT: Final = re.compile(
    r"^(?:long\s+)?(?:piece|knob|thumb|chunk|length)?s?\s*(?:of\s+)?((?:fresh\s+|peeled\s+)*(?:ginger|ginger root|turmeric|galangal|horseradish)\b.*)$",
    re.I,
)
_ROOT_G_PER_INCH: Final = (8.0, 20.0)
_ROOT_FIRST: Final = re.compile(r"^(?:an?|one|1)\s+(?=\(?\d[\d/ .½¼¾]*[\s-]*(?:inch|in\.?|cm)\b)", re.I)


def respoken(text: str) -> str:
    """“juice of 2 lemons” as “2 fresh lemon juice”: the same words in the order in which a line is read."""
    if juice := _JUICE_OF.match(text):
        return f"{juice.group(1)} fresh {juice.group(2)} juice{juice.group(3)}"
    if zest := _ZEST_OF.match(text):
        return f"{zest.group(2)} {zest.group(3)} zest{zest.group(4)}"
    text = re.sub(r"^(handful|bunch|pinch|dash|sprig)\b", r"1 \1", text, flags=re.I)
    stick = re.match(r"^(\d[\d/ ½¼¾]*[\s-]*(?:inch|in\.?|cm)\b)[\s-]*(?:piece of |long )?(cinnamon\b.*|stick of cinnamon.*)$", text, re.I)
    if stick:
        return f"1 {stick.group(2)}"
    if _ROOT_FIRST.match(text) and "cinnamon" not in text.lower():
        return re.sub(r"^\(?([^()]*?)\)?(\s)", r"\1\2", _ROOT_FIRST.sub("", text), count=1)
    return text


def by_length(amount: Amount, rest: str) -> tuple[Amount, str]:
    """A length of a root in grams, low and high; any other length as it was."""
    root = _ROOT.match(rest.strip(" -)"))
    if not root:
        return amount, rest
    inches = mm_per(amount.unit) / MM_PER_INCH
    low, high = (end * inches * grams for end, grams in zip((amount.low, amount.high), _ROOT_G_PER_INCH, strict=True))
    return Amount(low, high, "g"), root.group(1)
