"""Labels: their codes read back by another library out of the rendered page, their words by another reader, their places measured."""

from __future__ import annotations

import re
from collections.abc import Iterator
from typing import Any

import pypdfium2
import pytest
import zxingcpp

from rheum.core.measures.refused import RequestError
from rheum.core.shelf.labels import JarLabel
from rheum.formats.label_page import MODULE_MM, PRESETS, LabelSheet, corner, lay_out_labels
from rheum.formats.sheet_page import PAPER_MM, Bar, Words
from tests.store_api.test_jars import Shelf

DPI = 300
PRESET_IDS = [sheet.id for sheet in PRESETS]


@pytest.fixture(scope="module")
def shelf(tmp_path_factory: pytest.TempPathFactory) -> Iterator[Shelf]:
    yield Shelf(tmp_path_factory.mktemp("labels"))


def pdf(shelf: Shelf, **asked: Any) -> pypdfium2.PdfDocument:
    answer = shelf.client.get("/api/labels.pdf", query_string={"address": "http://192.168.1.20:8765", **asked})
    assert answer.status_code == 200, answer.get_json()
    return pypdfium2.PdfDocument(answer.get_data())


def codes(document: pypdfium2.PdfDocument, page: int = 0) -> dict[str, tuple[float, float]]:
    """What each code on a page says, and its middle in mm, as a camera would see it."""
    picture = document[page].render(scale=DPI / 72).to_pil()
    found = zxingcpp.read_barcodes(picture)

    def middle(code: zxingcpp.Barcode) -> tuple[float, float]:
        one, other = code.position.top_left, code.position.bottom_right
        return (one.x + other.x) / 2 * 25.4 / DPI, (one.y + other.y) / 2 * 25.4 / DPI

    return {code.text: middle(code) for code in found}


@pytest.mark.parametrize("sheet", PRESETS, ids=PRESET_IDS)
def test_every_code_is_read_back_in_its_place(shelf: Shelf, sheet: LabelSheet) -> None:
    document = pdf(shelf, batch=shelf.beans, sheet=sheet.id, first=2)
    found = codes(document)
    assert set(found) == {f"http://192.168.1.20:8765/j/{shelf.beans}-{number}" for number in range(1, 7)}
    for number in range(1, 7):
        x, y = found[f"http://192.168.1.20:8765/j/{shelf.beans}-{number}"]
        left, top = corner(sheet, number)  # the first place of the sheet is used up
        assert left < x < left + sheet.wide and top < y < top + sheet.high, (number, x, y)
    wide, high = PAPER_MM[sheet.paper]
    assert [round(side / 72 * 25.4) for side in document[0].get_size()] == [round(wide), round(high)]
    words = re.sub(r"\s+", " ", document[0].get_textpage().get_text_range())
    for number in range(1, 7):
        assert f"{shelf.beans}-{number}" in words, "the same number to be typed"
    assert words.count("Dilled green beans") == 6 and "best before" in words


@pytest.mark.parametrize("sheet", PRESETS, ids=PRESET_IDS)
def test_squares_are_large_enough_and_nothing_lies_over_the_edge(sheet: LabelSheet) -> None:
    long = JarLabel("Grandmother's sweet and rather sour piccalilli of the late garden", "26-014-3", ("Made 3 Aug 2026, best before 3 Aug 2027", "Contains mustard"), ("with love", "Once opened: refrigerate, eat within a month", "Of " + "cauliflower, " * 8))  # fmt: skip
    (page,) = lay_out_labels([long] * sheet.places, sheet, address="http://192.168.1.20:8765")
    squares = [mark for mark in page if isinstance(mark, Bar) and mark.black]
    assert min(mark.h for mark in squares) >= MODULE_MM and min(mark.w for mark in squares) >= MODULE_MM - 1e-9
    assert min(mark.size for mark in page if isinstance(mark, Words)) >= 5
    for place in range(sheet.places):
        left, top = corner(sheet, place)
        mine = [
            mark
            for mark in page
            if isinstance(mark, Words | Bar) and left <= mark.x < left + sheet.wide and top <= mark.y < top + sheet.high + 0.01
        ]
        assert any(isinstance(mark, Words) and mark.text == "26-014-3" for mark in mine), place
    assert all(mark.x >= 0 and mark.x + mark.w <= PAPER_MM[sheet.paper][0] + 0.6 for mark in squares)


def test_what_is_left_out_goes_in_its_order_and_the_rest_never() -> None:
    always = ("REFRIGERATE, use by 4 Dec 2026", "Made 27 Nov 2026", "Contains mustard and celery")
    room = ("for Ottilie", "Once opened: refrigerate, eat within a week", "Hot", "Of peppers, onion, vinegar")
    label = JarLabel("Salsa", "26-014-3", always, room)
    kept: list[int] = []
    for high in (60.0, 44.0, 36.0, 32.0, 28.0, 25.0, 23.0):
        sheet = LabelSheet("own", "own", "a4", 5, 5, 1, 1, 70, high, 70, high)
        (page,) = lay_out_labels([label], sheet, address="http://kitchen")
        words = " ".join(mark.text for mark in page if isinstance(mark, Words))
        assert all(
            line in words for line in ("Salsa", "26-014-3", "REFRIGERATE, use by 4 Dec 2026", "Made 27 Nov 2026", "mustard and celery")
        )
        there = [line.split()[0] in words for line in room]
        assert there == sorted(there, reverse=True), "the last go first"
        kept.append(sum(there))
    assert kept[0] == 4 and kept == sorted(kept, reverse=True) and kept[-1] < 4
    with pytest.raises(RequestError, match="no room"):
        lay_out_labels([label], LabelSheet("own", "own", "a4", 5, 5, 1, 1, 40, 16, 40, 16), address="http://kitchen")


def test_a_refrigerator_jar_says_so_and_a_gift_its_words(shelf: Shelf) -> None:
    shelf.tell("opened", (shelf.salsa, 3))
    words = re.sub(
        r"\s+",
        " ",
        pdf(shelf, jars=f"{shelf.salsa}-3", sheet="letter-10", gift="for Ottilie, with love")[0].get_textpage().get_text_range(),
    )
    assert "REFRIGERATE, use by" in words and "for Ottilie, with love" in words and "use by" in words


def test_a_shift_moves_every_label_and_a_test_print_has_its_frames(shelf: Shelf) -> None:
    one, other = (codes(pdf(shelf, batch=shelf.beans, sheet="a4-14", shift_x=shift, shift_y=0)) for shift in (0, 1.5))
    for text, (x, y) in one.items():
        assert other[text][0] - x == pytest.approx(1.5, abs=0.15) and other[text][1] == pytest.approx(y, abs=0.15)
    plain = shelf.client.get("/api/labels", query_string={"batch": shelf.beans, "sheet": "a4-14"}).get_json()
    framed = shelf.client.get("/api/labels", query_string={"batch": shelf.beans, "sheet": "a4-14", "frames": 1}).get_json()
    assert len(framed["pages"][0]["rules"]) - len(plain["pages"][0]["rules"]) == 14 * 4


@pytest.mark.parametrize(
    ("asked", "says"),
    [
        ({}, "which jars"),
        ({"jars": "nonsense"}, "no number of a jar"),
        ({"jars": "26-001-99"}, "no jar 99"),
        ({"sheet": "unheard-of"}, "no such sheet"),
        ({"first": 25}, "places 1 to 24"),
        ({"first": "x"}, "no figure"),
        ({"shift_x": 80}, "over the paper"),
        ({"pitch_x": 30}, "own size"),
        ({"wide": 9}, "at least 15 mm"),
        ({"columns": 99}, "1 to 20 columns"),
        ({"paper": "tabloid"}, "A4 or Letter"),
    ],
)
def test_what_does_not_fit_gets_a_sentence(shelf: Shelf, asked: dict[str, Any], says: str) -> None:
    base = {} if not asked or "jars" in asked else {"batch": shelf.beans}
    refused = shelf.client.get("/api/labels.pdf", query_string={**base, **asked})
    assert refused.status_code == 422 and says in refused.get_json()["detail"], refused.get_json()
