"""Labels on sheets of them: where each stands, in millimetres, and a code whose squares are large enough to be read off a jar."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

import segno

from rheum.core.measures.refused import RequestError
from rheum.core.shelf.labels import JarLabel
from rheum.formats.sheet_page import PAPER_MM, PT_MM, Bar, Mark, Paper, Pen, Rule, Words, known

# The least that a phone's eye reads off a curved jar, and the quiet edge that a code wants (ISO/IEC 18004: four modules).
MODULE_MM: Final = 0.4
_QUIET: Final = 4
_EDGE: Final = 1.5
_TITLES: Final = (12.0, 11.0, 10.0, 9.0, 8.0, 7.0, 6.0)
_LEAST_PT: Final = 5.0
_LEAD: Final = 1.15


@dataclass(frozen=True, slots=True)
class LabelSheet:
    """A sheet of labels: the paper, the first corner, columns and rows, from one corner to the next, each one's size; all in mm. `round`: discs for
    lids. `shift`: by how much a printer is off."""

    id: str
    title: str
    paper: Paper
    x: float
    y: float
    columns: int
    rows: int
    pitch_x: float
    pitch_y: float
    wide: float
    high: float
    round: bool = False
    shift_x: float = 0.0
    shift_y: float = 0.0

    @property
    def places(self) -> int:
        return self.columns * self.rows


# Sheets that are sold everywhere (sizes common practice, from memory: a test print of frames says whether they fit).
PRESETS: Final = (
    LabelSheet("a4-24", "A4, 24 of 70 × 37 mm", "a4", 0.0, 0.5, 3, 8, 70.0, 37.0, 70.0, 37.0),
    LabelSheet("a4-14", "A4, 14 of 99 × 38 mm", "a4", 4.7, 15.2, 2, 7, 101.6, 38.1, 99.1, 38.1),
    LabelSheet("a4-round-12", "A4, 12 rounds of 60 mm for lids", "a4", 10.0, 18.5, 3, 4, 65.0, 66.7, 60.0, 60.0, round=True),
    LabelSheet("letter-30", "Letter, 30 of 2 5/8 × 1 in", "letter", 4.8, 12.7, 3, 10, 69.9, 25.4, 66.7, 25.4),
    LabelSheet("letter-10", "Letter, 10 of 4 × 2 in", "letter", 4.0, 12.7, 2, 5, 106.4, 50.8, 101.6, 50.8),
)


def check(sheet: LabelSheet) -> None:
    """RequestError where the labels do not lie on the paper or over one another."""
    wide, high = PAPER_MM[sheet.paper]
    if not (1 <= sheet.columns <= 20 and 1 <= sheet.rows <= 40):
        raise RequestError("columns", "A sheet has 1 to 20 columns and 1 to 40 rows of labels.")
    if not (15 <= sheet.wide <= wide and 15 <= sheet.high <= high):
        raise RequestError("wide", "A label is at least 15 mm wide and high, and no larger than its sheet. Measure one in millimetres.")
    if sheet.pitch_x < sheet.wide or sheet.pitch_y < sheet.high:
        raise RequestError("pitch_x", "From one corner to the next is at least a label's own size. Measure from corner to corner.")
    right = sheet.x + sheet.shift_x + (sheet.columns - 1) * sheet.pitch_x + sheet.wide
    foot = sheet.y + sheet.shift_y + (sheet.rows - 1) * sheet.pitch_y + sheet.high
    if sheet.x + sheet.shift_x < -0.01 or sheet.y + sheet.shift_y < -0.01 or right > wide + 0.6 or foot > high + 0.6:
        raise RequestError("x", f"These labels run over the paper: they end at {right:.0f} by {foot:.0f} mm of {wide:.0f} by {high:.0f}.")


def corner(sheet: LabelSheet, place: int) -> tuple[float, float]:
    """The left upper corner of a place on its sheet, counted from 0 along the rows."""
    row, column = divmod(place, sheet.columns)
    return sheet.x + sheet.shift_x + column * sheet.pitch_x, sheet.y + sheet.shift_y + row * sheet.pitch_y


def lay_out_labels(
    labels: Sequence[JarLabel], sheet: LabelSheet, *, address: str, first: int = 1, frames: bool = False
) -> list[list[Mark]]:
    """Every page as marks. `address`: before the jar's number in its code; `first`: the first free place of the first sheet, from 1; `frames`: a line round
    each, to be laid over a sheet. RequestError where something that is never left out has no room."""
    check(sheet)
    if not 1 <= first <= sheet.places:
        raise RequestError("first", f"This sheet has places 1 to {sheet.places}.")
    pages: list[list[Mark]] = [[]]
    place = first - 1
    pen = Pen(sheet.paper, 1.0)
    for label in labels:
        if place == sheet.places:
            pages.append([])
            place = 0
        x, y = corner(sheet, place)
        pages[-1].extend(_label(pen, label, sheet, x=x, y=y, address=address))
        place += 1
    if frames:
        pages[0].extend(mark for at in range(sheet.places) for mark in _frame(sheet, *corner(sheet, at)))
    return pages


def _frame(sheet: LabelSheet, x: float, y: float) -> list[Mark]:
    right, foot = x + sheet.wide, y + sheet.high
    return [
        Rule(x, y, right, y, 0.2),
        Rule(x, foot, right, foot, 0.2),
        Rule(x, y, x, foot, 0.2),
        Rule(right, y, right, foot, 0.2),
    ]


def _code(text: str, x: float, y: float) -> tuple[list[Mark], float]:
    """A code's squares at a corner, runs of a row as one bar; and its side with the quiet edge."""
    matrix = [list(row) for row in segno.make(text, error="m", micro=False).matrix]
    marks: list[Mark] = []
    edge = _QUIET * MODULE_MM
    for down, row in enumerate(matrix):
        at = 0
        while at < len(row):
            if not row[at]:
                at += 1
                continue
            run = at
            while run < len(row) and row[run]:
                run += 1
            marks.append(Bar(x + edge + at * MODULE_MM, y + edge + down * MODULE_MM, (run - at) * MODULE_MM, MODULE_MM, True, black=True))
            at = run
    return marks, len(matrix) * MODULE_MM + 2 * edge


def _label(pen: Pen, label: JarLabel, sheet: LabelSheet, *, x: float, y: float, address: str) -> list[Mark]:
    wide, high = sheet.wide - 2 * _EDGE, sheet.high - 2 * _EDGE
    left, top = x + _EDGE, y + _EDGE
    if sheet.round:
        # The largest rectangle of 4 to 3 in a disc.
        wide, high = sheet.wide * 0.8 - _EDGE, sheet.high * 0.6 - _EDGE
        left, top = x + (sheet.wide - wide) / 2, y + (sheet.high - high) / 2
    _, side = _code(f"{address}/j/{label.code}", 0, 0)
    code, _ = _code(f"{address}/j/{label.code}", left + wide - side, top + (high - side) / 2)
    room = wide - side - 1
    if room < 14 or side > high + 0.01:
        raise RequestError("sheet", "A label of this size has no room for its code. Choose a larger one, at least 38 by 20 mm.")
    for size in _TITLES:
        small = max(_LEAST_PT, size * 0.72)
        marks, used = _words(pen, label, left, top, room=room, size=size, small=small, most=high)
        if used <= high:
            return [*marks, *code]
    raise RequestError(
        "sheet", f"The label of {label.code} has no room for what may not be left out. Choose a larger label, or a shorter title."
    )


def _words(
    pen: Pen, label: JarLabel, left: float, top: float, *, room: float, size: float, small: float, most: float
) -> tuple[list[Mark], float]:
    """The words of a label at a size, and how high they are; of what may be left out as much as there is room for, in its order."""
    marks: list[Mark] = []
    y = 0.0

    def put(text: str, points: float, bold: bool) -> float:
        nonlocal y
        for line in pen.wrapped(known(text), points, bold, room):
            y += points * PT_MM * _LEAD
            marks.append(Words(left, top + y - points * PT_MM * 0.2, points, bold, line))
        return y

    put(label.title, size, True)
    put(label.code, small + 1, True)
    for line in label.always:
        put(line, small, line.startswith("REFRIGERATE"))
    for line in label.room:
        high = sum(small * PT_MM * _LEAD for _ in pen.wrapped(known(line), small, False, room))
        if y + high > most:
            break
        put(line, small, False)
    return marks, y
