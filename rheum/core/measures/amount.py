"""Reading amounts as people write them: `2 1/4 cups`, `1½ lb`, `3-4`, `2 x 400 g`, `a dozen`."""

from __future__ import annotations

import re
import unicodedata
from dataclasses import dataclass, replace
from typing import Final

from rheum.core.measures.units import g_per, kind_of, ml_per, unit_named

MOST_OF_A_UNIT: Final = 1_000_000.0
LONGEST_LINE: Final = 400
_LONGEST_NUMBER: Final = 24


class AmountError(ValueError):
    """An amount that was written but cannot be meant; the message says why and what to write."""


@dataclass(frozen=True, slots=True)
class Amount:
    """A quantity in a kitchen unit; `low` and `high` differ for a range. `unit` is a name from units.py;
    `tinned` tells that it was given in tins or cans."""

    low: float
    high: float
    unit: str
    tinned: bool = False

    @property
    def is_range(self) -> bool:
        return self.low != self.high

    def times(self, factor: float) -> Amount:
        return replace(self, low=self.low * factor, high=self.high * factor)


_WORDS: Final = {
    "a": 1.0, "an": 1.0, "one": 1.0, "two": 2.0, "three": 3.0, "four": 4.0, "five": 5.0, "six": 6.0, "seven": 7.0,
    "eight": 8.0, "nine": 9.0, "ten": 10.0, "eleven": 11.0, "twelve": 12.0, "dozen": 12.0, "half": 0.5,
}  # fmt: skip
_VULGAR: Final = "¼½¾⅐⅑⅒⅓⅔⅕⅖⅗⅘⅙⅚⅛⅜⅝⅞"
# A number as cooks write it; everything that reads one in words or lines uses this.
NUMBER: Final = (
    rf"(?<!\d)(?:\d+\s*[{_VULGAR}]|[{_VULGAR}]|\d+(?:\s+|\s*&\s*|\s+and\s+|-)\d+\s*[/⁄]\s*\d+|\d+\s*[/⁄]\s*\d+"
    r"|\d{1,3}(?:,\d{3})+(?:\.\d+)?|\d+[.,]\d+|\d+|\.\d+)"
)
_RANGE: Final = re.compile(rf"({NUMBER})(?:\s*(?:-|–|—|to|or)\s*({NUMBER}))?(?![\d/⁄%])")
_WORD_NUMBER: Final = re.compile(
    rf"(half a dozen|half an?|a dozen|a couple of|{'|'.join(sorted(_WORDS, key=len, reverse=True))})\b\s*", re.IGNORECASE
)
_TIMES: Final = re.compile(rf"({NUMBER})\s*[x×]\s*(?=\d)", re.IGNORECASE)
# 1.000 g is one gram in one country and a kilo in the next.
_THOUSANDS: Final = re.compile(r"[1-9]\d{0,2}\.\d(?:00|50)(?!\d)")
_PACKAGE: Final = re.compile(
    rf"^\(?\s*({NUMBER})[\s-]*(g|kg|oz|ounces?|lbs?|pounds?|ml|l|fl\.? oz)\b\.?\s*\)?\s*(?=(?:can|tin|jar|bag|packet|package|box|bottle)s?\b)",
    re.IGNORECASE,
)
_TIN: Final = re.compile(r"(?:can|tin)s?\b", re.IGNORECASE)
# “1 tin (400 g) chickpeas”: a container and what one holds.
_TIN_OF: Final = re.compile(
    rf"^((?:large |small )?(?:can|tin|jar|bag|packet|package|box|bottle)s?)\s*\(\s*(?:about\s+)?({NUMBER})\s*-?\s*(g|kg|oz|ounces?|lbs?|pounds?|ml|l|fl\.? oz)\.?(?:\s+each)?\s*\)\s*(?:of\b)?\s*",
    re.IGNORECASE,
)
_SIZED: Final = re.compile(
    r"^(?:level|heaped|heaping|rounded|scant|generous|good|full|packed|brimming|big|large|small)\s+(?=([A-Za-z]+)\b)", re.I
)
_CONTAINER: Final = re.compile(r"^(can|tin|jar|bag|packet|package|box|bottle)s?\b\s*(?:of\b)?\s*", re.IGNORECASE)


def number(text: str) -> float:
    """The value of one written number, mixed, vulgar or decimal. AmountError for a zero denominator, or more digits than any amount has."""
    text = text.strip()
    if len(text) > _LONGEST_NUMBER:
        raise AmountError(f"“{text[:12]}…” has too many digits for an amount. Write it shorter.")
    match = re.fullmatch(r"(?:(\d+)(?:\s+|\s*&\s*|\s+and\s+|-))?(\d+)\s*[/⁄]\s*(\d+)", text)
    if match:
        whole, top, bottom = (int(part) if part else 0 for part in match.groups())
        if bottom == 0:
            raise AmountError(f"“{text}” divides by zero. Write the fraction again, for example 1/2.")
        return whole + top / bottom
    if text[-1:] in _VULGAR and text[-1:]:
        return float(text[:-1].strip() or 0) + unicodedata.numeric(text[-1])
    if re.fullmatch(r"\d{1,3}(,\d{3})+(\.\d+)?", text):
        return float(text.replace(",", ""))
    return float(text.replace(",", "."))


def _leading_number(text: str) -> tuple[float, float, str] | None:
    word = _WORD_NUMBER.match(text)
    if word:
        said = word.group(1).lower()
        if said.startswith("a couple"):
            return 2.0, 2.0, text[word.end() :]
        if said.endswith("a dozen"):
            count = 6.0 if said.startswith("half") else 12.0
            return count, count, text[word.end() :]
        if said.startswith("half a"):
            return 0.5, 0.5, text[word.end() :]
        rest = text[word.end() :]
        count = _WORDS[said]
        if rest.lower().startswith("dozen"):
            return count * 12, count * 12, rest[5:].lstrip()
        upto = re.match(r"(?:to|or)\s+", rest, re.IGNORECASE)
        if upto and (second := _WORD_NUMBER.match(rest[upto.end() :])) and second.group(1).lower() in _WORDS:
            return count, _WORDS[second.group(1).lower()], rest[upto.end() + second.end() :]
        return count, count, rest
    match = _RANGE.match(text)
    if not match:
        return None
    first, second_text = match.group(1), match.group(2)
    low = number(first)
    high = number(second_text) if second_text else low
    rest = text[match.end() :]
    dozen = re.match(r"\s*dozen\b", rest, re.IGNORECASE)
    if dozen:
        low, high, rest = low * 12, high * 12, rest[dozen.end() :]
    return low, high, rest


def _unit_after(text: str) -> tuple[str | None, str]:
    text = text.lstrip(" -")
    fluid = re.match(r"fl(?:uid|\.)?\s*(?:oz|ounces?)\b\.?\s*", text, re.IGNORECASE)
    if fluid:
        return "fl oz", text[fluid.end() :]
    word = re.match(r"([A-Za-z#]+\.?|[\"″”])(?=[\s,;()/+]|$|\d)", text)
    if not word:
        return None, text
    unit = unit_named(word.group(1)) or unit_named(word.group(1).rstrip("."))
    return (unit, text[word.end() :]) if unit else (None, text)


def leading_amount(text: str) -> tuple[Amount | None, str]:
    """Take an amount off the front of a line.

    Gives the amount (None where the line begins with no number) and the rest of the text.
    Raises AmountError for an amount that cannot be meant: below or at zero, a zero denominator, a range upside down.
    """
    text = text.strip()
    if len(text) > LONGEST_LINE:
        raise AmountError(f"This is longer than a line of a recipe ({len(text)} letters). Break it up.")
    if re.match(r"[-−–]\s?\d", text):
        raise AmountError("An amount cannot be below zero. If the dash is a list mark, leave it out.")
    text = re.sub(
        r"^(?:about|approximately|approx\.?|around|roughly|scant|heaped|heaping|generous|level|~)\s+", "", text, flags=re.IGNORECASE
    )
    factor = 1.0
    many = _TIMES.match(text)
    if many:
        factor = number(many.group(1))
        text = text[many.end() :]
    found = _leading_number(text)
    if not found:
        return None, text
    low, high, rest = found
    if low > high:
        raise AmountError(f"The range runs downwards ({low:g} to {high:g}). Write the smaller figure first.")
    if low <= 0:
        raise AmountError("An amount of zero says nothing. Write how much, or take the line out.")
    package = _PACKAGE.match(rest.lstrip())
    if package:
        unit = unit_named(package.group(2)) or ("fl oz" if package.group(2).lower().startswith("fl") else "g")
        each = number(package.group(1))
        after = rest.lstrip()[package.end() :].strip()
        return Amount(low * each * factor, high * each * factor, unit, bool(_TIN.match(after))), _CONTAINER.sub("", after, count=1)
    holds = _TIN_OF.match(rest.lstrip())
    if holds:
        unit = unit_named(holds.group(3)) or ("fl oz" if holds.group(3).lower().startswith("fl") else "g")
        each = number(holds.group(2))
        tinned = bool(re.search(r"\b(?:can|tin)", holds.group(1), re.I))
        return Amount(low * each * factor, high * each * factor, unit, tinned), rest.lstrip()[holds.end() :]
    sized = _SIZED.match(rest.lstrip())
    if sized and (after_size := unit_named(sized.group(1))) and kind_of(after_size) in ("volume", "mass"):
        rest = rest.lstrip()[sized.end() :]
    unit_found, rest = _unit_after(rest)
    rest = rest.lstrip()
    if unit_found in ("g", "ml") and (twofold := _THOUSANDS.match(text)):
        raise AmountError(f"“{twofold.group(0)}” may mean {low:g} or {low * 1000:g} {unit_found}. Write it without the point.")
    tinned = False
    if factor != 1.0 or (unit_found and kind_of(unit_found) == "mass"):
        tinned = bool(_TIN.match(rest))
        rest = _CONTAINER.sub("", rest, count=1)
    rest = re.sub(r"^(?:of|each)\s+", "", rest, flags=re.IGNORECASE)
    amount = Amount(low * factor, high * factor, unit_found or "each", tinned)
    if unit_found in ("lb", "kg") and not amount.is_range:
        # “2 lb 4 oz”, “1 lb. 4 oz.”: one weight in two units.
        smaller = re.match(rf"({NUMBER})\s*(oz|ounces?|g|grams?)\b\.?\s*(?:of\s+)?", rest, re.IGNORECASE)
        if smaller and (unit_named(smaller.group(2)) == "oz") == (unit_found == "lb"):
            part = number(smaller.group(1)) / (16 if unit_found == "lb" else 1000)
            amount = Amount(amount.low + part * factor, amount.high + part * factor, unit_found, tinned)
            rest = rest[smaller.end() :]
    if amount.high > MOST_OF_A_UNIT:
        raise AmountError(f"{amount.high:g} {amount.unit} is more than any kitchen holds. Check the figure.")
    return amount, rest


def together(amount: Amount, more: Amount) -> Amount | None:
    """Two amounts added up, in the first one's unit; None where they are of different kinds."""
    kind = kind_of(amount.unit)
    if kind != kind_of(more.unit) or kind not in ("volume", "mass"):
        return None
    per = (lambda unit: ml_per(unit, "us")) if kind == "volume" else g_per
    ratio = per(more.unit) / per(amount.unit)
    return replace(amount, low=amount.low + more.low * ratio, high=amount.high + more.high * ratio)


_PLUS: Final = re.compile(r"(?:plus|\+|and)\s+(?=[\d¼½¾⅓⅔⅛])", re.IGNORECASE)


def split_amounts(text: str) -> tuple[Amount | None, Amount | None, str]:
    """Like leading_amount, and also reads `1 cup plus 2 tbsp plus 1 tsp …` (added up) and `2 cups (500 ml) …` or `2 cups / 500 ml …`
    (a second way of giving the same amount). Gives first amount, second amount, rest."""
    amount, rest = leading_amount(text)
    if amount is None:
        return None, None, rest
    while plus := _PLUS.match(rest):
        more, after = leading_amount(rest[plus.end() :])
        added = together(amount, more) if more is not None else None
        if added is None:
            break
        amount, rest = added, after
    second = re.match(
        r"(?:\(\s*(?:about|approx\.?|or|roughly|=|~)?\s*([^()]*?\d[^()]*?|[¼½¾⅓⅔⅛][^()]*?)\)|(?:/|or)\s*(?=\d))\s*", rest, re.IGNORECASE
    )
    if second:
        inside = second.group(1) or rest[second.end() :]
        try:
            other, left = leading_amount(inside)
        except AmountError:
            other, left = None, inside
        if other is not None and kind_of(other.unit) in ("volume", "mass"):
            if second.group(1) is None:
                return amount, other, left
            if not left.strip():
                return amount, other, re.sub(r"^of\s+", "", rest[second.end() :])
    return amount, None, rest
