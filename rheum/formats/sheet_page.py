"""The sheet for the wall, laid out once in millimetres: as PDF for paper, and the same marks for the screen to draw."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from importlib.resources import files
from typing import TYPE_CHECKING, Final, Literal

from rheum.core.day.sheet import Gather, Sheet

if TYPE_CHECKING:
    from fpdf import FPDF

Paper = Literal["a4", "letter"]
PAPER_MM: Final[dict[Paper, tuple[float, float]]] = {"a4": (210.0, 297.0), "letter": (215.9, 279.4)}
MARGIN: Final = 12.0
PT_MM: Final = 25.4 / 72
_INK: Final = (30, 42, 34)
# The check bar: people lay a real ruler on it, for printers shrink pages.
RULER_MM: Final = 50.0
# A box to tick when the thing stands there.
_TICK: Final = 4.0
# The least is 9 pt of text and 10 pt of amounts: still read at arm's length (own pick).
_SCALES: Final = (1.0, 0.95, 0.9, 0.85, 0.8, 0.75, 0.72)


@dataclass(frozen=True, slots=True)
class Words:
    """A line of text whose baseline starts at x, y (mm from the top left)."""

    x: float
    y: float
    size: float
    bold: bool
    text: str


@dataclass(frozen=True, slots=True)
class Bar:
    """A filled or outlined rectangle; `black`: filled with ink, as a code's squares are."""

    x: float
    y: float
    w: float
    h: float
    filled: bool
    black: bool = False


@dataclass(frozen=True, slots=True)
class Rule:
    """A straight line of a width."""

    x1: float
    y1: float
    x2: float
    y2: float
    w: float


Mark = Words | Bar | Rule


class Pen:
    """Measures and sets text; begins a new page where one is full."""

    def __init__(self, paper: Paper, scale: float) -> None:
        # Laid out on a page larger by as much as it is drawn smaller afterwards; what must be true to size allows for it.
        self.wide, self.high = (side / scale for side in PAPER_MM[paper])
        self.true = 1 / scale
        self.metrics = _document(paper)
        self.pages: list[list[Mark]] = [[]]
        self.y = MARGIN

    def width(self, text: str, size: float, bold: bool) -> float:
        self.metrics.set_font("sheet", "B" if bold else "", size)
        return float(self.metrics.get_string_width(text))

    def put(self, *marks: Mark) -> None:
        self.pages[-1].extend(marks)

    def room(self, height: float) -> None:
        """A new page where so much does not fit any more."""
        if self.y + height > self.high - MARGIN - 6:
            self.pages.append([])
            self.y = MARGIN

    def wrapped(self, text: str, size: float, bold: bool, width: float) -> Iterator[str]:
        line = ""
        for word in text.split():
            longer = f"{line} {word}".strip()
            if line and self.width(longer, size, bold) > width:
                yield line
                line = word
            else:
                line = longer
        if line:
            yield line

    def paragraph(self, text: str, x: float, width: float, size: float, *, bold: bool = False, lead: float = 1.22) -> None:
        for line in self.wrapped(text, size, bold, width):
            step = size * PT_MM * lead
            self.room(step)
            self.put(Words(x=x, y=self.y + size * PT_MM, size=size, bold=bold, text=line))
            self.y += step


def known(text: str) -> str:
    """Text in the letters that the font has; others as a middle dot, so that nothing is silently dropped."""
    return "".join(letter if letter.isascii() or letter in _LETTERS else "·" for letter in text.replace("→", "to").replace("−", "-"))


_LETTERS: Final = frozenset("½¼¾°×–—…·“”‘’ŒœàáâãäåæçèéêëìíîïðñòóôõöøùúûüýÿÀÁÂÃÄÅÆÇÈÉÊËÌÍÎÏÑÒÓÔÕÖØÙÚÛÜÝß²³±µ")


def _document(paper: Paper) -> FPDF:
    from fpdf import FPDF  # half a second that a start need not wait for

    document = FPDF(orientation="portrait", unit="mm", format=PAPER_MM[paper])
    document.set_auto_page_break(False)
    fonts = files("rheum.formats").joinpath("fonts")
    document.add_font("sheet", "", str(fonts.joinpath("bricolage-400.ttf")))
    document.add_font("sheet", "B", str(fonts.joinpath("bricolage-700.ttf")))
    document.add_page()
    return document


def _ruler(pen: Pen, x: float, y: float, headspace: float, *, says: str) -> float:
    """A ruler at true size with the headspace marked; gives its height."""
    true = pen.true
    headspace_mm, tall = headspace * true, int(max(30.0, headspace + 10))
    pen.put(Words(x=x, y=y + 4, size=11, bold=True, text=f"Headspace {says}, at true size"))
    top = y + 7
    deep = tall * true
    # A jar's mouth, the lid's edge above, the filling below the line.
    pen.put(
        Rule(x1=x, y1=top, x2=x, y2=top + deep, w=0.9),
        Rule(x1=x + 40, y1=top, x2=x + 40, y2=top + deep, w=0.9),
        Rule(x1=x - 1.5, y1=top, x2=x + 41.5, y2=top, w=1.4),
    )
    pen.put(
        Rule(x1=x, y1=top + headspace_mm, x2=x + 40, y2=top + headspace_mm, w=0.6),
        Bar(x=x + 0.5, y=top + headspace_mm, w=39, h=deep - headspace_mm, filled=True),
    )
    pen.put(
        Words(x=x + 6, y=top + min(headspace_mm - 1.5, 8), size=10, bold=True, text=says)
        if headspace_mm >= 6
        else Words(x=x + 6, y=top + headspace_mm + 6, size=10, bold=True, text=says)
    )
    at = x + 46
    for step in range(tall + 1):
        long = 5.0 if step % 10 == 0 else 3.2 if step % 5 == 0 else 2.0
        down = top + step * true
        pen.put(Rule(x1=at, y1=down, x2=at + long, y2=down, w=0.25))
        if step % 10 == 0:
            pen.put(Words(x=at + 6, y=down + 1.2, size=7, bold=False, text=f"{step}"))
    bar, wide = top + deep + 6, RULER_MM * true
    pen.put(
        Rule(x1=x, y1=bar, x2=x + wide, y2=bar, w=0.5),
        Rule(x1=x, y1=bar - 1.5, x2=x, y2=bar + 1.5, w=0.5),
        Rule(x1=x + wide, y1=bar - 1.5, x2=x + wide, y2=bar + 1.5, w=0.5),
    )
    pen.put(Words(x=x, y=bar + 4.2, size=8, bold=False, text=f"This bar is {RULER_MM:.0f} mm. Lay a ruler on it: print at 100 %."))
    return deep + 7 + 12


def _gather(pen: Pen, head: str, rows: tuple[Gather, ...], x: float, *, width: float) -> None:
    if not rows:
        return
    pen.room(14)
    pen.put(Words(x=x, y=pen.y + 4.4, size=12, bold=True, text=head), Rule(x1=x, y1=pen.y + 6, x2=x + width, y2=pen.y + 6, w=0.6))
    pen.y += 8
    for row in rows:
        own, what = known(row.own), known(row.what)
        lines = [*pen.wrapped(own, 14, True, width * 0.44 - _TICK - 2)]
        names = [*pen.wrapped(what, 13, False, width * 0.54)]
        other = known(f"({row.other})") if row.other else ""
        height = max(len(lines) * 5.8, len(names) * 5.4 + (3.8 if other else 0)) + 1.4
        pen.room(height)
        pen.put(Bar(x=x, y=pen.y + 1.2, w=_TICK, h=_TICK, filled=False))
        for number, line in enumerate(lines):
            pen.put(Words(x=x + _TICK + 2, y=pen.y + 5 + number * 5.8, size=14, bold=True, text=line))
        for number, line in enumerate(names):
            pen.put(Words(x=x + width * 0.46, y=pen.y + 4.8 + number * 5.4, size=13, bold=False, text=line))
        if other:
            pen.put(Words(x=x + width * 0.46, y=pen.y + 4.6 + len(names) * 5.4 - 1.2, size=9.5, bold=False, text=other))
        pen.y += height
    pen.y += 2


def smaller(mark: Mark, by: float) -> Mark:
    if isinstance(mark, Words):
        return replace(mark, x=mark.x * by, y=mark.y * by, size=mark.size * by)
    if isinstance(mark, Bar):
        return replace(mark, x=mark.x * by, y=mark.y * by, w=mark.w * by, h=mark.h * by)
    return Rule(x1=mark.x1 * by, y1=mark.y1 * by, x2=mark.x2 * by, y2=mark.y2 * by, w=mark.w)


def lay_out(sheet: Sheet, paper: Paper) -> list[list[Mark]]:
    """Every page as marks. A usual recipe takes one page: a longer one is set smaller, down to what an arm's length still
    reads, and then runs on."""
    for scale in _SCALES:
        pages = _pages(sheet, paper, scale)
        if len(pages) == 1:
            break
    else:
        scale, pages = 1.0, _pages(sheet, paper, 1.0)
    return [[smaller(mark, scale) for mark in page] for page in pages]


def _pages(sheet: Sheet, paper: Paper, scale: float) -> list[list[Mark]]:
    pen = Pen(paper, scale)
    inner = pen.wide - 2 * MARGIN
    left, gap = inner * 0.52, 7.0
    right_x, right = MARGIN + left + gap, inner - left - gap
    # The minutes first: what is read from across the kitchen.
    minutes = known(sheet.minutes)
    size = 40.0
    while pen.width(minutes, size, True) > inner * 0.42 and size > 14:
        size -= 1
    box = pen.width(minutes, size, True)
    pen.put(Words(x=pen.wide - MARGIN - box, y=pen.y + size * PT_MM, size=size, bold=True, text=minutes))
    why = [*pen.wrapped(known(sheet.why_minutes), 9.5, False, inner * 0.42)][:3]
    for number, line in enumerate(why):
        pen.put(
            Words(
                x=pen.wide - MARGIN - pen.width(line, 9.5, False),
                y=pen.y + size * PT_MM + 5 + number * 4,
                size=9.5,
                bold=False,
                text=line,
            )
        )
    start = pen.y
    pen.paragraph(known(sheet.title), MARGIN, inner * 0.55, 22, bold=True, lead=1.08)
    pen.y += 1.6
    pen.paragraph(known(f"{sheet.place}, {sheet.made_on}"), MARGIN, inner * 0.55, 11)
    pen.y = max(pen.y, start + size * PT_MM + 5 + len(why) * 4) + 1
    pen.put(Rule(x1=MARGIN, y1=pen.y, x2=pen.wide - MARGIN, y2=pen.y, w=0.9))
    pen.y += 4
    top = pen.y
    _gather(pen, "Gather, for the batch", sheet.batch, MARGIN, width=left)
    _gather(pen, "In each jar", sheet.each_jar, MARGIN, width=left)
    _gather(pen, "To soak or salt in, not for the jar", sheet.soak, MARGIN, width=left)
    left_page, left_end = len(pen.pages), pen.y
    # The right column stands beside it, on the first page.
    later = pen.pages[1:]
    pen.pages, pen.y = pen.pages[:1], top
    pen.y += _ruler(pen, right_x, pen.y, sheet.headspace_mm, says=known(sheet.headspace))
    for name, says in sheet.facts:
        pen.paragraph(known(name), right_x, right, 10.5, bold=True)
        pen.paragraph(known(says), right_x, right, 10.5)
        pen.y += 1.2
    if len(pen.pages) == 1 and not later:
        pen.y = max(pen.y, left_end)
    elif later:
        pen.pages = [*pen.pages[:1], *later] if len(pen.pages) <= left_page else pen.pages
        pen.y = left_end if len(pen.pages) == left_page else pen.y
    pen.y += 2
    for head, lines in (("In this order", sheet.steps), ("Look for", sheet.look_for)):
        pen.room(14)
        pen.put(
            Words(x=MARGIN, y=pen.y + 4.4, size=12, bold=True, text=head),
            Rule(x1=MARGIN, y1=pen.y + 6, x2=pen.wide - MARGIN, y2=pen.y + 6, w=0.6),
        )
        pen.y += 8
        for number, line in enumerate(lines, start=1):
            mark = f"{number}" if head.startswith("In this") else "–"
            pen.room(6)
            pen.put(Words(x=MARGIN, y=pen.y + 12.5 * PT_MM, size=12.5, bold=True, text=mark))
            pen.paragraph(known(line), MARGIN + 7, inner - 7, 12.5)
            pen.y += 0.6
        pen.y += 2
    for number, page in enumerate(pen.pages, start=1):
        foot = known(sheet.foot) if len(pen.pages) == 1 else f"{number} of {len(pen.pages)}. {known(sheet.foot)}"
        foot_lines = [*pen.wrapped(foot, 8, False, inner)][:2]
        bottom = pen.high - MARGIN + 1 - (len(foot_lines) - 1) * 3.6
        page.extend(Words(x=MARGIN, y=bottom + place * 3.6, size=8, bold=False, text=line) for place, line in enumerate(foot_lines))
    return pen.pages


def as_pdf(sheet: Sheet, paper: Paper) -> bytes:
    """The sheet as PDF, fonts within."""
    return pages_pdf(lay_out(sheet, paper), paper, sheet.title)


def pages_pdf(pages: Sequence[Sequence[Mark]], paper: Paper, title: str) -> bytes:
    """Pages of marks as PDF, fonts within."""
    document = _document(paper)
    document.set_title(known(title))
    document.set_draw_color(*_INK)
    document.set_text_color(*_INK)
    for number, page in enumerate(pages):
        if number:
            document.add_page()
        for mark in page:
            if isinstance(mark, Words):
                document.set_font("sheet", "B" if mark.bold else "", mark.size)
                document.text(mark.x, mark.y, mark.text)
            elif isinstance(mark, Rule):
                document.set_line_width(mark.w)
                document.line(mark.x1, mark.y1, mark.x2, mark.y2)
            else:
                document.set_fill_color(*((0, 0, 0) if mark.black else (225, 229, 214)))
                document.set_line_width(0.35)
                document.rect(mark.x, mark.y, mark.w, mark.h, style="F" if mark.filled else "D")
    return bytes(document.output())


@dataclass(frozen=True, slots=True)
class Drawn:
    """One page for the screen: paper in mm, and its marks by kind."""

    wide: float
    high: float
    words: tuple[Words, ...]
    bars: tuple[Bar, ...]
    rules: tuple[Rule, ...]


def as_drawn(sheet: Sheet, paper: Paper) -> tuple[Drawn, ...]:
    """The same pages for the screen to draw; sizes of text in mm."""
    return pages_drawn(lay_out(sheet, paper), paper)


def pages_drawn(pages: Sequence[Sequence[Mark]], paper: Paper) -> tuple[Drawn, ...]:
    """Pages of marks for the screen to draw."""
    wide, high = PAPER_MM[paper]
    return tuple(
        Drawn(
            wide=wide,
            high=high,
            words=tuple(replace(mark, size=mark.size * PT_MM) for mark in page if isinstance(mark, Words)),
            bars=tuple(mark for mark in page if isinstance(mark, Bar)),
            rules=tuple(mark for mark in page if isinstance(mark, Rule)),
        )
        for page in pages
    )
