"""Whole pages, sentences and list lines as people write them, five rounds of them: each round was written before anything of it was heard, and
what stood in its way was mended by its cause. First rates and today's: docs/decisions/0015-hearing.md."""

from __future__ import annotations

import tomllib
from dataclasses import replace
from pathlib import Path
from typing import Any

from hypothesis import given, settings
from hypothesis import strategies as st

from rheum.core.facts.circumstances import Settings
from rheum.core.judging.check import judge
from rheum.core.measures.altitude import read_altitude
from rheum.core.measures.refused import Refused
from rheum.reference.loading import library

FACTS, HERE = library(), Settings(read_altitude("100 m"), measures="us")
FIRST, PRESSED = 0.79, 0.87
FOLDER = Path(__file__).parent
PAGES: list[dict[str, Any]] = tomllib.loads((FOLDER / "pages.toml").read_text(encoding="utf-8"))["page"]
# A line that Rheum asks about, and may.


def test_of_all_pages_so_many_go_to_the_shelf_by_their_formula() -> None:
    """At first sight, and after the one press; whoever mends a cause moves these figures up."""
    first = pressed = 0
    for page in PAGES:
        judged = judge(page["text"], HERE, FACTS).verdict
        first += judged.destination == "shelf" and judged.formula is not None and judged.formula.id == page["formula"]
        aside = judge(page["text"], replace(HERE, set_aside=True), FACTS).verdict
        pressed += aside.destination == "shelf" and aside.formula is not None and aside.formula.id == page["formula"]
    assert first >= len(PAGES) * FIRST
    assert pressed >= len(PAGES) * PRESSED


@settings(max_examples=150, deadline=None)
@given(
    st.sampled_from(PAGES),
    st.text(st.characters(exclude_categories=["Cs"]), max_size=60),
    st.sampled_from(["1\ufe0f\u20e3 ", "•\u200b", "½", "🫘 ", "№ ", "２ ", "\u00a0", "a½ "]),
    st.integers(0, 60),
)
def test_whatever_signs_a_page_holds_it_is_judged_or_refused_with_a_sentence(page: dict[str, Any], signs: str, mark: str, at: int) -> None:
    lines = page["text"].split("\n")
    lines.insert(min(at, len(lines)), mark + signs)
    try:
        judge("\n".join(lines), HERE, FACTS)
    except Refused as refused:
        assert str(refused)
