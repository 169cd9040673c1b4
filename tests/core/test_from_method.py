"""What a method's own sentences tell: read back, walked, and held against the work of the formula that is followed."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rheum.core.work import steps_told
from rheum.reference.loading import library

LIB = library()
CATALOGUE = LIB.catalogue


@pytest.mark.parametrize(
    ("sentence", "do", "where", "minutes"),
    [
        ("Wash and trim the beans.", "wash", "", None),
        ("Peel the onions and slice them thin.", "peel", "", None),
        ("Cover the cucumbers with the brine and let stand 12 hours in a cool place.", "stand", "counter", (720, 720)),
        ("Refrigerate overnight.", "stand", "counter", (480, 720)),
        ("Let stand in the refrigerator for 3 to 4 hours.", "stand", "refrigerator", (180, 240)),
        ("Boil the vinegar, sugar and salt for 5 minutes.", "boil", "burner", (5, 5)),
        ("Bring to a boil, then simmer 20 minutes, stirring often.", "simmer", "burner", (20, 20)),
        ("Cook down until thick, about 45 minutes.", "cook-down", "burner", (45, 45)),
        ("Drain well.", "drain", "", None),
        ("Roast the peppers 10 minutes.", "char", "oven", (10, 10)),
    ],
)
def test_a_sentence_is_a_task(sentence: str, do: str, where: str, minutes: tuple[float, float] | None) -> None:
    step = steps_told([sentence], CATALOGUE)[0]
    assert (step.do, step.where, step.minutes, step.own_task) == (do, where, minutes, False)
    assert step.says == sentence


@pytest.mark.parametrize(
    "sentence",
    [
        "Pack into hot jars, leaving 1/2 inch headspace.",
        "Process 10 minutes in a boiling water bath.",
        "Wipe the rims and adjust the lids.",
        "Fill the jars and pour the hot syrup over.",
    ],
)
def test_filling_lids_and_canner_have_tasks_of_their_own(sentence: str) -> None:
    step = steps_told([sentence], CATALOGUE)[0]
    assert step.own_task and step.minutes is None and "every batch has these" in step.understood


def test_what_is_not_said_is_asked_and_what_is_understood_is_read_back() -> None:
    stand, simmer, chop = steps_told(["Let it stand.", "Simmer 10 minutes, stirring.", "Chop the onions."], CATALOGUE)
    assert stand.asks and stand.understood == "stands, for how long is asked when it is begun"
    assert simmer.understood == "on the stove, 10 minutes from the boil, stirred" and not simmer.asks
    assert (chop.understood, chop.what) == ("by hand", ("onion",))


@given(st.lists(st.text(max_size=60), max_size=6))
def test_any_words_are_read_and_keep_their_own_text(lines: list[str]) -> None:
    steps = steps_told(lines, CATALOGUE)
    assert len(steps) <= len(lines)
    for step in steps:
        assert len(step.title) <= 46 and step.understood
        assert any(step.says in line or line.strip().endswith(step.says) for line in lines)
