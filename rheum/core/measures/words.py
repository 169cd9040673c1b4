"""A text cut into words, numbers and marks, once, and the numbers that stand in it in figures or in words.

Everything that reads what people write looks at these and at nothing else, so that reading takes as long as the text is and no longer.
"""

from __future__ import annotations

import re
import unicodedata
from functools import lru_cache
from typing import Final, Literal, NamedTuple

TokenKind = Literal["word", "number", "mark"]


class Token(NamedTuple):
    """One word, one figure (“1,250”, “1/2”, “2.5”) or one mark; `at` and `to` are its place in the text, `low` the word in small letters,
    without accents and apostrophes."""

    text: str
    kind: TokenKind
    at: int
    to: int
    low: str


_PIECE: Final = re.compile(r"[^\W\d_]+|\d+|\S")
_APOSTROPHES: Final = "'’"
_VULGAR: Final = {
    char: unicodedata.normalize("NFKC", char).replace("⁄", "/") for char in "¼½¾⅐⅑⅒⅓⅔⅕⅖⅗⅘⅙⅚⅛⅜⅝⅞"
}  # fmt: skip
_SIGNS: Final = {"⁄": "/", "∕": "/", "−": "-", "‐": "-", "‑": "-", "º": "°", "﹣": "-", "﹪": "%", "٪": "%", "＆": "&"}


def settled(text: str) -> str:
    """The text with every Unicode digit, fraction and sign in its plain form (NFKC), so that “４ ½ ％” is read as “4 1/2 %”."""
    if text.isascii():
        return text
    out: list[str] = []
    for char in text:
        if char in _VULGAR:
            out.append((" " if out and out[-1][-1:].isdigit() else "") + _VULGAR[char])
        elif char.isdecimal():
            out.append(str(unicodedata.decimal(char)))
        else:
            out.append(_SIGNS.get(char) or (char if char in "º°″”’“ª²³¹™®" else unicodedata.normalize("NFKC", char)))
    return "".join(out)


@lru_cache(maxsize=16384)
def plain_letters(word: str) -> str:
    """A word in small letters without accents or apostrophes: “Jalapeño’s” as “jalapenos”."""
    low = word.lower()
    if low.isascii():
        return low.replace("'", "") if "'" in low else low
    found = "".join(char for char in unicodedata.normalize("NFKD", low) if not unicodedata.combining(char))
    return found.replace("'", "").replace("’", "")


# The same line is looked at for its role, its amounts and its words.
@lru_cache(maxsize=4096)
def tokens(text: str) -> tuple[Token, ...]:
    """Every word, figure and mark of a (settled) text in its order. An apostrophe belongs to its word, a point, comma or stroke between
    digits to its figure."""
    pieces = [(match.group(0), match.start()) for match in _PIECE.finditer(text)]
    found: list[Token] = []
    at, last_at = 0, len(pieces) - 1
    while at <= last_at:
        piece, start = pieces[at]
        # Most pieces are words with nothing to join: they need no more than this.
        if piece.isalpha() and (at == last_at or pieces[at + 1][0] not in _APOSTROPHES):
            found.append(Token(piece, "word", start, start + len(piece), plain_letters(piece)))
            at += 1
            continue
        end, kind = at + 1, "mark"
        said = piece
        if piece[0].isdecimal():
            kind = "number"
            while _joins_digits(text, pieces, end):
                end += 2
            said = text[start : pieces[end - 1][1] + len(pieces[end - 1][0])]
        elif piece[0].isalpha():
            kind = "word"
            while end + 1 < len(pieces) and pieces[end][0] in _APOSTROPHES and _touch(pieces, end) and pieces[end + 1][0].isalpha():
                end += 2
            said = text[start : pieces[end - 1][1] + len(pieces[end - 1][0])]
        elif piece == "." and at + 1 < len(pieces) and pieces[at + 1][0].isdecimal() and _touch(pieces, at, behind_only=True):
            kind, said, end = "number", "0." + pieces[at + 1][0], at + 2
        last = pieces[end - 1]
        found.append(Token(said, kind, start, last[1] + len(last[0]), said if kind == "mark" else plain_letters(said)))  # type: ignore[arg-type]
        at = end
    return tuple(found)


def _touch(pieces: list[tuple[str, int]], at: int, behind_only: bool = False) -> bool:
    """Whether a piece stands against its neighbours without a blank."""
    piece, start = pieces[at]
    before = at == 0 or pieces[at - 1][1] + len(pieces[at - 1][0]) == start
    behind = at + 1 < len(pieces) and pieces[at + 1][1] == start + len(piece)
    if behind_only:
        return behind and not (at > 0 and before and pieces[at - 1][0][-1].isdigit())
    return before and behind


def _joins_digits(text: str, pieces: list[tuple[str, int]], at: int) -> bool:
    """Whether pieces[at] is a point, comma, stroke or apostrophe between two groups of digits."""
    if at + 1 >= len(pieces) or not pieces[at + 1][0][0].isdecimal():
        return False
    mark = pieces[at][0]
    if mark == "/":
        blank_before = pieces[at - 1][1] + len(pieces[at - 1][0]) < pieces[at][1]
        blank_behind = pieces[at][1] + 1 < pieces[at + 1][1]
        return blank_before == blank_behind  # “1/2”, “1 / 2”
    if mark in ".," or (mark in _APOSTROPHES and len(pieces[at + 1][0]) == 3):
        return _touch(pieces, at)
    return False


class NumberError(ValueError):
    """A number that was written but cannot be meant; the message says why."""


_LONGEST_NUMBER: Final = 24
_GROUP: Final = 3


def figure(text: str) -> float:
    """The value of one figure: 12, 1/2, 2.5, 0,5, 1,250, 1'250. NumberError for a zero denominator or too many digits."""
    if len(text) > _LONGEST_NUMBER:
        raise NumberError(f"“{text[:12]}…” has too many digits for an amount. Write it shorter.")
    text = text.replace(" ", "")
    if "/" in text:
        top, _, bottom = text.partition("/")
        if "/" in bottom:
            raise NumberError(f"“{text}” is no number that can be read. Write it again.")
        if figure(bottom) == 0:
            raise NumberError(f"“{text}” divides by zero. Write the fraction again, for example 1/2.")
        return figure(top) / figure(bottom)
    text = text.replace("'", "").replace("’", "")
    parts = text.replace(".", ",").split(",")
    if len(parts) == 1:
        return float(text)
    if "." in text and "," in text:
        # “1,250.5” and “2.800,5”: the last mark is the point.
        point = max(text.rfind("."), text.rfind(","))
        whole, rest = text[:point].replace(".", "").replace(",", ""), text[point + 1 :]
        return float(f"{whole}.{rest}")
    if "," in text and all(len(part) == _GROUP for part in parts[1:]) and 0 < len(parts[0]) <= _GROUP and parts[0] != "0":
        return float("".join(parts))
    if len(parts) > 2:
        raise NumberError(f"“{text}” is no number that can be read. Write it again.")
    return float(".".join(parts))


UNITS: Final = {
    "one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7, "eight": 8, "nine": 9, "ten": 10, "eleven": 11, "twelve": 12,
    "thirteen": 13, "fourteen": 14, "fifteen": 15, "sixteen": 16, "seventeen": 17, "eighteen": 18, "nineteen": 19, "twenty": 20, "thirty": 30,
    "forty": 40, "fourty": 40, "fifty": 50, "sixty": 60, "seventy": 70, "eighty": 80, "ninety": 90,
}  # fmt: skip
FRACTIONS: Final = {
    "half": 0.5, "halves": 0.5, "third": 1 / 3, "thirds": 1 / 3, "quarter": 0.25, "quarters": 0.25, "fourth": 0.25, "fourths": 0.25, "fifth": 0.2, "sixth": 1 / 6, "eighth": 0.125, "eighths": 0.125,
    "sixteenth": 1 / 16, "sixteenths": 1 / 16,
}  # fmt: skip
_TENS: Final = 20
_COUPLE: Final = 2.0
_DOZEN: Final = 12.0
_HUNDRED: Final = 100.0


class Numeral(NamedTuple):
    """A number in a text: its value and where it ends (index of the token behind it). `worded`: written in words."""

    value: float
    to: int
    worded: bool


def _fraction_behind(found: tuple[Token, ...], at: int) -> tuple[float, int]:
    """“and a half”, “and three quarters”, “& 1/2” behind a whole number: what it adds, and where it ends."""
    if at < len(found) and found[at].low in ("and", "&"):
        rest = found[at + 1 : at + 3]
        if rest and rest[0].kind == "number" and "/" in rest[0].text:
            return figure(rest[0].text), at + 2
        if rest and rest[0].low == "half" and not (len(rest) > 1 and rest[1].low in ("a", "an")):
            return 0.5, at + 2
        if len(rest) > 1 and rest[0].low in ("a", "one") and rest[1].low in FRACTIONS:
            return FRACTIONS[rest[1].low], at + 3
        if len(rest) > 1 and rest[0].low in UNITS and rest[1].low in FRACTIONS:
            return UNITS[rest[0].low] * FRACTIONS[rest[1].low], at + 3
    return 0.0, at


def number_at(found: tuple[Token, ...], at: int) -> Numeral | None:
    """The number that begins at a token: “1 1/2”, “1-1/2”, “2 and a half”, “twenty-five”, “half a”, “a dozen and a half”, “three quarters of a”.
    None where none does. NumberError where it cannot be meant. A lone “a” is a number; whether it is meant as one the caller decides."""
    if at >= len(found):
        return None
    first = found[at]
    if first.kind == "number":
        value, to = figure(first.text), at + 1
        if "/" not in first.text:
            behind = found[to : to + 2]
            if behind and behind[0].kind == "word" and behind[0].low not in ("and", "dozen"):
                return Numeral(value, to, False)
            if behind and behind[0].kind == "number" and "/" in behind[0].text and "." not in first.text:
                return Numeral(value + figure(behind[0].text), to + 1, False)
            if (
                len(behind) > 1
                and behind[0].text in "-&"
                and behind[1].kind == "number"
                and "/" in behind[1].text
                and figure(behind[1].text) < 1
            ):
                return Numeral(value + figure(behind[1].text), to + 2, False)
            more, after = _fraction_behind(found, to)
            if more:
                return Numeral(value + more, after, False)
        if to < len(found) and found[to].low == "dozen":
            return Numeral(value * _DOZEN, to + 1, False)
        return Numeral(value, to, False)
    return _worded(found, at) if first.kind == "word" and first.low in NUMBER_WORDS else None


_PARTS: Final = frozenset({"quarter", "third", "eighth"})
_OF_PARTS: Final = frozenset({"inch", "cup", "teaspoon", "tsp"})
NUMBER_WORDS: Final = frozenset({"half", "a", "an", "dozen", *_PARTS, *UNITS})


def _worded(found: tuple[Token, ...], at: int) -> Numeral | None:
    def low(index: int) -> str:
        return found[index].low if index < len(found) else ""

    word = low(at)
    if word == "half":
        if low(at + 1) in ("a", "an"):
            return Numeral(_DOZEN / 2, at + 3, True) if low(at + 2) == "dozen" else Numeral(0.5, at + 2, True)
        return Numeral(0.5, at + 1, True)
    if word in ("a", "an"):
        if low(at + 1) == "dozen":
            more, after = _fraction_behind(found, at + 2)
            return Numeral(_DOZEN * (1 + more), after, True)
        if low(at + 1) == "couple":
            return Numeral(_COUPLE, at + 2 + (low(at + 2) == "of"), True)
        if low(at + 1) == "hundred":
            return Numeral(_HUNDRED, at + 2, True)
        if low(at + 1) in FRACTIONS:
            of = at + 2 + (low(at + 2) == "of") if low(at + 3) in ("a", "an") else at + 2
            return Numeral(FRACTIONS[low(at + 1)], of + (low(of) in ("a", "an")), True)
        return Numeral(1.0, at + 1, True)
    if word == "dozen":
        return Numeral(_DOZEN, at + 1, True)
    if word in _PARTS:
        measured = low(at + 1 + (low(at + 1) == "-")) in _OF_PARTS
        return Numeral(FRACTIONS[word], at + 1, True) if measured else None  # “quarter-inch”
    if word not in UNITS:
        return None
    value, to = float(UNITS[word]), at + 1
    if value >= _TENS:
        step = to + 1 if low(to) == "-" else to
        if UNITS.get(low(step), 99) < 10:
            value, to = value + UNITS[low(step)], step + 1
    if low(to) == "hundred":
        value, to = value * _HUNDRED, to + 1
    if low(to) == "dozen":
        return Numeral(value * _DOZEN, to + 1, True)
    step = to + 1 if low(to) == "-" else to
    if low(step) in FRACTIONS and low(step) != "half":
        value, to = value * FRACTIONS[low(step)], step + 1
        if low(to) == "of":
            to += 1
        return Numeral(value, to + (low(to) in ("a", "an")), True)
    more, after = _fraction_behind(found, to)
    return Numeral(value + more, after, True)
