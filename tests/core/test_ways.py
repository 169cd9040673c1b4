"""Short ways of writing: each row writes its example out and leaves what is written out as it is; a sentence of a tested method holds none."""

from __future__ import annotations

import tomllib

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from rheum.core.facts.ways import Way
from rheum.core.measures.words import tokens
from rheum.core.parsing.ways import where, written_out
from rheum.reference.grammar import BadRow
from rheum.reference.loading import library
from rheum.reference.ways import read_ways
from rheum.reference.words import shipped

FACTS = library()
WAYS = FACTS.catalogue.lexicon.ways
WRITTEN = [(table, way) for table in ("line", "away") for way in WAYS.tables[table]]
LOOKED_FOR = [way for table in ("made",) for way in WAYS.tables[table]]


@pytest.mark.parametrize(("table", "way"), WRITTEN, ids=lambda one: one.says if isinstance(one, Way) else one)
def test_a_short_way_is_written_out(table: str, way: Way) -> None:
    assert written_out(way.says, (way,)) == way.means
    assert written_out(way.says, WAYS.tables[table]) == way.means
    assert written_out(way.means, (way,)) == way.means


@pytest.mark.parametrize("way", LOOKED_FOR, ids=lambda way: way.says)
def test_what_is_looked_for_is_found(way: Way) -> None:
    assert where(way, way.says)
    assert not where(way, "Two weeks later.")


PIECES = sorted({word.text for _, way in WRITTEN for word in tokens(way.says)} | {"½", "²", "…", "é"})


@settings(max_examples=200, deadline=None)
@given(st.lists(st.sampled_from(PIECES), max_size=40), st.sampled_from(sorted(WAYS.tables)))
def test_what_is_no_short_way_stays_to_the_letter(pieces: list[str], table: str) -> None:
    text = " ".join(pieces)
    out = written_out(text, WAYS.tables[table])
    if not any(where(way, text) for way in WAYS.tables[table]):
        assert out == text
    # Nothing is made up: every word of it was there, or is one that a row writes.
    may = {word.low for word in tokens(text)} | {word.low for way in WAYS.tables[table] for word in tokens(way.out)}
    assert {word.low for word in tokens(out)} <= may


@pytest.mark.parametrize(
    "line", ["2 US quarts white vinegar (5%)", "1 cup lemon juice (from 3 to 4 medium ones)", "6 tbsp vinegar, one per jar"]
)
def test_nothing_is_taken_from_a_line_with_acid(line: str) -> None:
    assert written_out(line, WAYS.tables["line"]) == line


@pytest.mark.parametrize(
    ("row", "why"),
    [
        ('hear = "thru"\nwhat = "through"', "unknown field what"),
        ('hear = "@nothing"', "there is no group “nothing”"),
        ('hear = "thru |"', "“|” is no element"),
        ('out = "through"', "hear"),
    ],
)
def test_a_row_that_cannot_be_used_is_refused_by_its_example(row: str, why: str) -> None:
    with pytest.raises(BadRow, match=f"“Put it thru.”: .*{why}".replace("|", r"\|")):
        read_ways(f'[group]\n[[sentence]]\nsays = "Put it thru."\n{row}\n')


def test_every_group_of_words_is_of_use() -> None:
    text = shipped("ways.toml")
    assert [group for group in tomllib.loads(text)["group"] if f"@{group}" not in text] == []
