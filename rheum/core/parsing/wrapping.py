"""The lines of a text as they were meant: an email's quoting marks and a page's tags away, what was broken over two lines joined again, and
the number of a step that stands on a line of its own put before it."""

from __future__ import annotations

import re
from collections.abc import Sequence
from typing import Final, NamedTuple

from rheum.core.facts.ingredients import Catalogue, words_of
from rheum.core.parsing.look import begins_with_amount, look_of
from rheum.core.parsing.respoken import amount_first

_QUOTED: Final = re.compile(r"^\s{0,8}(?:> ?){1,4}")
_TAG: Final = re.compile(r"</?(?:br|p|li|ul|ol|b|i|em|strong|span|div|h[1-6])\b[^<>]{0,80}>", re.I)
_STEP_ALONE: Final = re.compile(r"\*{0,2}step\s{0,2}([0-9]{1,2})\s{0,2}[:.)]?\*{0,2}", re.I)
_NUMBER_ALONE: Final = re.compile(r"\*{0,2}([0-9]{1,2})[.)]?\*{0,2}")
_BEGINS_A_LINE: Final = re.compile(r"[-–—•*·▪◦‣☐☑✓✔#|+]|\(?[0-9]{1,2}[.)]\s|\[[ xX]?\]|step\b", re.I)
# What stands at the beginning of a line and begins nothing: “10 minutes.”, “1/2-inch headspace”.
_MEASURED: Final = re.compile(
    r"[0-9][0-9 /.,–-]{0,10}(?:to [0-9 /]{1,8})?-?(?:min|hour|inch|in\b|°|degrees|ft\b|feet|seconds)|(?:half-)?pints?\b|quarts?\b", re.I
)
# An email is broken at about seventy letters, a narrow column at forty.
_NARROWEST: Final = 40
_NARROW: Final = 55
_CAPTION_WORDS: Final = 3
_LONGEST_REST: Final = 80


class Joined(NamedTuple):
    """A line as it was meant: the number of its first line in the text, its words, and the numbers of the lines that it runs on over."""

    number: int
    text: str
    over: tuple[int, ...] = ()


def unwrapped(lines: Sequence[str], catalogue: Catalogue) -> list[Joined]:
    """The lines that say something, joined where they were broken. `lines`: those of the text, counted from 1."""
    clean = [_cleaned(line) for line in lines]
    steps = _steps_alone([line.strip() for line in clean])
    out: list[Joined] = []
    number_before, step = 0, 0
    for number, raw in enumerate(clean, start=1):
        text = raw.strip().strip("\ufeff")
        if not text:
            continue
        if number in steps:
            step = steps[number]
            continue
        if step:
            out.append(Joined(number, raw if _BEGINS_A_LINE.match(text) else f"{step}. {text}"))
            step = 0
        elif out and number_before == number - 1 and _runs_on(out[-1].text, clean[number - 2], raw, catalogue):
            out[-1] = Joined(out[-1].number, f"{out[-1].text.rstrip()} {text}", (*out[-1].over, number))
        else:
            out.append(Joined(number, raw))
        number_before = number
    return out


def _cleaned(line: str) -> str:
    line = _QUOTED.sub("", line) if ">" in line[:12] else line
    return _TAG.sub(" ", line) if "<" in line else line


def _runs_on(before: str, above: str, raw: str, catalogue: Catalogue) -> bool:
    """Whether a line goes on with what stands `before`, the last of whose lines is `above`."""
    text = raw.strip()
    if _BEGINS_A_LINE.match(text) or "|" in above or "\t" in above.strip() or ":" in text[:24]:
        return False
    if above.count("(") > above.count(")") and ")" in text and len(text) <= _LONGEST_REST:
        return True  # “6 cups tomatoes (peeled, | cored and chopped)”
    goes_on = text[0].islower() or bool(_MEASURED.match(text))
    if not goes_on or (begins_with_amount(text) and not _MEASURED.match(text)):
        return False
    if begins_with_amount(before.strip()):
        hanging = len(raw) - len(raw.lstrip()) >= len(above) - len(above.lstrip()) + 2
        return above.rstrip().endswith(",") or hanging
    if len(above.strip()) < _NARROWEST or above.rstrip()[-1] in ".!?:;" or amount_first(text, catalogue.lexicon.ways) != text:
        return False
    if len(above.strip()) < _NARROW and look_of(text, catalogue).imperative:
        return False  # a page that begins its sentences small
    look = look_of(before.strip(), catalogue)
    return look.imperative or look.sentence


def _steps_alone(lines: Sequence[str]) -> dict[int, int]:
    """The numbers of steps that stand alone, by the numbers of their lines: “Step 2”, or bare ones that count up from 1 and have words below."""
    told = {number: int(found.group(1)) for number, line in enumerate(lines, start=1) if (found := _STEP_ALONE.fullmatch(line))}
    bare = [(number, int(found.group(1))) for number, line in enumerate(lines, start=1) if (found := _NUMBER_ALONE.fullmatch(line))]
    bare = [(number, step) for number, step in bare if _words_below(lines, number)]
    if len(bare) > 1 and all(step == at for at, (_, step) in enumerate(bare, start=1)):
        told |= dict(bare)
    return told


def _words_below(lines: Sequence[str], number: int) -> bool:
    below = next((line for line in lines[number : number + 2] if line), "")
    return below[:1].isupper() and " " in below


_BARE_STEP: Final = re.compile(r"([0-9]{1,2}) (?=[A-Z][a-z])")
_FEWEST_STEPS: Final = 3


def bare_steps(lines: Sequence[str]) -> frozenset[int]:
    """The lines of steps that are numbered by bare figures: three at least that follow one another, from 1 on, and end as sentences do."""
    told = [
        (number, int(found.group(1)), line.rstrip().endswith("."))
        for number, line in enumerate(lines, start=1)
        if (found := _BARE_STEP.match(line.strip()))
    ]
    for at in range(len(told) - _FEWEST_STEPS + 1):
        run = told[at:]
        many = next((index for index, (_, step, _) in enumerate(run) if step != index + 1), len(run))
        if many >= _FEWEST_STEPS and sum(ends for _, _, ends in run[:many]) * 2 > many:
            return frozenset(number for number, _, _ in run[:many])
    return frozenset()


def tabbed(raw: str, catalogue: Catalogue) -> str:
    """A row of a pasted sheet as a line: what stands in the cell behind a thing is said of it (“4 lb beans, trimmed”)."""
    cells = [cell.strip() for cell in raw.split("\t") if cell.strip()]
    line = cells[0] if cells else ""
    for cell in cells[1:]:
        named = begins_with_amount(line) and catalogue.within(words_of(line)) and cell[0].isalpha()
        line = f"{line}, {cell}" if named else f"{line} {cell}"
    return line


def captions_of(lines: Sequence[Joined], catalogue: Catalogue) -> frozenset[int]:
    """The lines that only say what the lines below are, apart from what stands above: “Cucumbers | 8 lb pickling cucumbers”, “Jar spices”."""
    found = set()
    known = catalogue.lexicon.blocks.heading
    words = known["list"] | known["fill"] | {"jar"}
    for before, line, below in zip(lines, lines[1:], lines[2:], strict=False):
        apart = max((before.number, *before.over)) < line.number - 1 and below.number == line.number + 1
        if not apart or len(line.text) > _NARROWEST or not begins_with_amount(below.text.strip()):
            continue
        food, said = catalogue.exactly(line.text.strip()), set(line.text.lower().replace(":", "").split())
        kinds = {match.ingredient.klass for match in catalogue.within(words_of(below.text))}
        if (food is not None and food.klass in kinds) or (len(said) <= _CAPTION_WORDS and said <= words):
            found.add(line.number)
    return frozenset(found)
