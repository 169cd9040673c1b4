"""The day's own page for the wall: what is done when, each batch with its letter, in two columns; one page, however much there is."""

from __future__ import annotations

from typing import Final

from rheum.core.day.sheet import DaySheet
from rheum.formats.sheet_page import MARGIN, PT_MM, Bar, Mark, Paper, Pen, Rule, Words, known, smaller

# Set smaller where there is more; the least is 6.5 pt, for a day of eight batches (own pick).
_SCALES: Final = (1.0, 0.9, 0.8, 0.72, 0.65, 0.58, 0.5, 0.44)
_LETTERS: Final = "ABCDEFGH"
_GAP: Final = 8.0


def lay_out_day(sheet: DaySheet, paper: Paper) -> list[list[Mark]]:
    """The page as marks."""
    for scale in _SCALES:
        pages = _pages(sheet, paper, scale)
        if len(pages) == 1:
            break
    return [[smaller(mark, scale) for mark in page] for page in pages]


def _pages(sheet: DaySheet, paper: Paper, scale: float) -> list[list[Mark]]:
    pen = Pen(paper, scale)
    inner = pen.wide - 2 * MARGIN
    pen.paragraph(known(sheet.title), MARGIN, inner, 24, bold=True)
    pen.paragraph(known(sheet.when), MARGIN, inner, 15, bold=True)
    pen.y += 2
    for says in sheet.says:
        pen.paragraph(known(says), MARGIN, inner, 11)
    pen.y += 2
    for number, title in enumerate(sheet.batches):
        pen.put(Words(x=MARGIN, y=pen.y + 13 * PT_MM, size=13, bold=True, text=_LETTERS[number % 8]))
        pen.paragraph(known(title), MARGIN + 8, inner - 8, 13)
    pen.y += 2
    pen.put(Rule(x1=MARGIN, y1=pen.y, x2=pen.wide - MARGIN, y2=pen.y, w=0.9))
    pen.y += 3
    _columns(pen, sheet, inner)
    return pen.pages


def _columns(pen: Pen, sheet: DaySheet, inner: float) -> None:
    """Two columns a page; a heading stays with its first line."""
    wide = (inner - _GAP) / 2
    top, column = pen.y, 0
    bottom = pen.high - MARGIN - 4

    def room(height: float) -> None:
        nonlocal column, top
        if pen.y + height <= bottom:
            return
        if column == 0:
            column, pen.y = 1, top
            return
        pen.pages.append([])
        column, top = 0, MARGIN
        pen.y = top

    for head, lines in sheet.days:
        room(16)
        x = MARGIN + column * (wide + _GAP)
        pen.put(
            Words(x=x, y=pen.y + 4.6, size=12, bold=True, text=known(head)), Rule(x1=x, y1=pen.y + 6.2, x2=x + wide, y2=pen.y + 6.2, w=0.6)
        )
        pen.y += 8
        for line in lines:
            said = [*pen.wrapped(known(line.says), 11.5, False, wide - 27)]
            room(len(said) * 4.9 + 1)
            x = MARGIN + column * (wide + _GAP)
            pen.put(Words(x=x, y=pen.y + 4.2, size=11.5, bold=True, text=line.at))
            # What wants hands has a box to tick; what goes by itself has none.
            if line.hands:
                pen.put(Bar(x=x + 13.5, y=pen.y + 0.9, w=3.4, h=3.4, filled=False))
            pen.put(Words(x=x + 19.5, y=pen.y + 4.2, size=11.5, bold=True, text=_LETTERS[line.batch % 8]))
            for number, text in enumerate(said):
                pen.put(Words(x=x + 26, y=pen.y + 4.2 + number * 4.9, size=11.5, bold=False, text=text))
            pen.y += len(said) * 4.9 + 0.7
        pen.y += 3
