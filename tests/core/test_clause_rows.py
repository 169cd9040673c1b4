"""Tables over clauses: every row holds of its own example and of none is vouched for; a row that cannot be used is refused by its example; what is
found by its words is what all rows would find."""

from __future__ import annotations

import tomllib
from dataclasses import replace
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from rheum.core.facts.circumstances import Settings
from rheum.core.facts.clause_rows import ClauseRow, ClauseTables
from rheum.core.judging.check import judge
from rheum.core.measures.altitude import read_altitude
from rheum.core.recipe.around import around_of
from rheum.core.recipe.clause_rows import Beside, beside_each_other, row_for, rows_met
from rheum.core.recipe.clauses import clauses_of
from rheum.core.recipe.denial import things_of
from rheum.core.recipe.heard import Listed
from rheum.core.recipe.leads import leads_of
from rheum.core.recipe.text import read_recipe
from rheum.core.recipe.writing import formula_text
from rheum.reference.clause_rows import BadRow, read_tables
from rheum.reference.loading import library
from rheum.reference.words import ROWS, shipped

FACTS, HERE = library(), Settings(read_altitude("100 m"), measures="us")
FRAMES = FACTS.catalogue.lexicon.frames
BEANS, SALSA = (formula_text(FACTS.formulas[name]) for name in ("dilled-green-beans", "chile-salsa"))
LISTED = Listed(read_recipe(BEANS, FACTS.catalogue).lines, frozenset())
TABLES = FRAMES.rows.tables
# Heard whole sentence by sentence, with the clauses as they stand; the others clause by clause, with what their foods count as.
OF_A_SENTENCE = ("order", "around", "open")


def sentence_of(text: str, table: str, tables: ClauseTables = FRAMES.rows) -> list[Beside]:
    clauses = clauses_of(text, FACTS.catalogue)
    around = frozenset(around_of(beside_each_other(clauses, FRAMES.rows)))
    for clause in clauses:
        clause.around = around
    sentence = beside_each_other(clauses, tables)
    return sentence if table in OF_A_SENTENCE else [replace(it, things=things_of(it.clause, LISTED)) for it in sentence]


EVERY_ROW = [(table, row) for table, rows in TABLES.items() for row in rows]


@pytest.mark.parametrize(("table", "row"), EVERY_ROW, ids=lambda one: one.says[:60] if isinstance(one, ClauseRow) else one)
def test_a_row_holds_of_its_example(table: str, row: ClauseRow) -> None:
    sentence = sentence_of(row.says, table, ClauseTables({"alone": (row,)}))
    assert any(row_for("alone", sentence, at, next(iter(row.of), "")) is not None for at in range(len(sentence)))


def heard(sentence: str, list_: str = BEANS) -> tuple[str, bool]:
    judged = judge(f"{list_}\n{sentence}\n", HERE, FACTS)
    return judged.verdict.destination, bool(judged.case.recipe.method.opened)


@pytest.mark.parametrize(
    "row",
    [row for table, row in EVERY_ROW if table in ("order", "anywhere", "stated", "enough", "comfort", "never")],
    ids=lambda row: row.says[:60],
)
def test_no_example_of_what_the_process_may_not_say_is_vouched_for(row: ClauseRow) -> None:
    assert heard(row.says) != ("shelf", False)


@pytest.mark.parametrize("row", [row for table, row in EVERY_ROW if table in ("taken", "open")], ids=lambda row: row.says[:60])
def test_no_example_of_what_is_taken_or_added_goes_to_the_shelf(row: ClauseRow) -> None:
    assert heard(row.says, SALSA if "onions" in row.says or "peppers" in row.says else BEANS)[0] != "shelf"


TOLD_AS = (
    "I always {}", "You can {}", "Just {}", "Feel free to {}", "My mother used to {}", "You may as well {}", "It is fine to {}", "Some people {}", "To save time {}", "I like to {}",
    "Don't be afraid to {}", "There is no harm if you {}", "You only need to {}", "All you do is {}", "Once in a hurry I {}", "The old way was to {}", "If you are lazy, {}",
)  # fmt: skip
REFUSING = ("order", "anywhere", "stated", "enough", "never", "taken", "open")


def is_a_command(says: str) -> bool:
    first = clauses_of(says, FACTS.catalogue)[0]
    return not first.when and any(act.at == 0 and act.form == "base" for act in first.acts)


@pytest.mark.parametrize(
    "row", [row for table, row in EVERY_ROW if table in REFUSING and is_a_command(row.says)], ids=lambda row: row.says[:60]
)
def test_what_may_not_be_said_may_not_be_said_in_another_person(row: ClauseRow) -> None:
    said = [way.format(row.says[0].lower() + row.says[1:]) for way in TOLD_AS]
    list_ = SALSA if "onions" in row.says or "peppers" in row.says else BEANS
    assert [sentence for sentence in said if heard(sentence, list_) == ("shelf", False)] == []


class Unsorted(ClauseTables):
    """The same rows, each looked at for every clause whose joint it asks for."""

    def of(self, when: str, *_: Any, **__: Any) -> dict[str, list[ClauseRow]]:
        return {table: [row for row in rows if not row.when or (when or "none") in row.when] for table, rows in self.tables.items()}


WORDS = sorted({word for table, row in EVERY_ROW for word in row.says.lower().rstrip(".").split()})


@pytest.mark.parametrize("row", [row for table, row in EVERY_ROW if table == "let"], ids=lambda row: row.says[:60])
def test_an_example_of_what_changes_nothing_says_the_word_that_could(row: ClauseRow) -> None:
    assert any(row.of & set(it.clause.states) for it in sentence_of(row.says, "let"))


@settings(max_examples=150, deadline=None)
@given(st.lists(st.sampled_from(WORDS), min_size=2, max_size=14), st.sampled_from(sorted(TABLES)))
def test_rows_found_by_their_words_are_all_the_rows_that_hold(words: list[str], table: str) -> None:
    sentence = sentence_of(" ".join(words), table)
    apart = sentence_of(" ".join(words), table, Unsorted(TABLES))
    for at, _ in enumerate(sentence):
        assert list(rows_met(table, sentence, at)) == list(rows_met(table, apart, at))


@pytest.mark.parametrize("name", ROWS)
def test_every_group_of_words_is_of_use(name: str) -> None:
    text, files = shipped(name), "".join(shipped(one) for one in ROWS)
    code = {"no-canner", "over", "fact", "gone-down", "fails", "unsealed", "slow-lids", "another-time", "kept-cold"}
    assert [group for group in tomllib.loads(text)["group"] if f"@{group}" not in files and group not in code] == []


@pytest.mark.parametrize(
    ("row", "why"),
    [
        ('act = "frobulate"', "“frobulate” is no act"),
        ('thing = "frobble"', "“frobble” is no thing"),
        ('word = "@nothing"', "there is no group “nothing”"),
        ('words = "a"', "unknown condition words"),
        ('neg = "yes"', "neg is true or false"),
        ("", "it would hold of everything"),
        ('food = { colour = "red" }', "unknown condition of a food: colour"),
    ],
)
def test_a_row_that_cannot_be_used_is_refused_by_its_example(row: str, why: str) -> None:
    text = f'[group]\n[[order]]\nsays = "Frobulate it."\ntold = "it"\n{row}\n'
    with pytest.raises(BadRow, match=f"a file, “Frobulate it.”: {why}"):
        read_tables(tomllib.loads(text), FACTS.catalogue.lexicon.prose, "a file")


@pytest.mark.parametrize(
    ("sentence", "leads"),
    [
        ("Make the brine with only half the vinegar.", [("make", "the", "brine", "with", "only", "half", "the")]),
        ("Stir in 2 cups of vinegar and the salt.", [("stir", "in", "#", "cups", "of"), ("and", "the")]),
        ("Boil it, using the vinegar.", [("using", "the")]),
    ],
)
def test_the_words_that_lead_to_a_food_reach_back_to_the_mark_the_act_or_the_food_before(
    sentence: str, leads: list[tuple[str, ...]]
) -> None:
    assert [led.lead for clause in clauses_of(sentence, FACTS.catalogue) for led in leads_of(clause)] == leads
