"""Mixed jars: against every possibility tried out for small cases, and what always holds."""

from __future__ import annotations

import itertools
import math

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from rheum.core.making.jar_mix import Choice, mix
from rheum.core.measures.refused import RequestError

LADLE = 0.1  # of the smallest jar: stays on the ladle, no part jar


def by_trying(volume: float, choices: list[Choice]) -> tuple[bool, float, int]:
    """Whether a part jar is left, what is over, and the jars: the best of every combination."""
    usable = [one for one in choices if one.count]
    smallest = min(one.room_ml for one in usable)
    found = []
    for counts in itertools.product(*(range(one.count + 1) for one in usable)):
        full = sum(count * one.room_ml for count, one in zip(counts, usable, strict=True))
        if full <= volume + 1e-6:
            found.append((volume - full, sum(counts)))
    clean = [(jars, over) for over, jars in found if over <= LADLE * smallest + 1e-6]
    if clean:
        jars, over = min(clean)
        return False, over, jars
    over = min(over for over, _ in found)
    return True, over, min(jars for left, jars in found if left <= over + 1e-6)


small = st.lists(st.tuples(st.integers(100, 1000), st.integers(0, 4)), min_size=1, max_size=3).map(
    lambda found: [Choice(f"jar{number}", float(room), count) for number, (room, count) in enumerate(found)]
)


@settings(max_examples=150, deadline=None)
@given(st.integers(50, 6000), small)
def test_against_every_possibility(volume: int, choices: list[Choice]) -> None:
    if not any(one.count for one in choices):
        with pytest.raises(RequestError, match="no jars to fill"):
            mix(volume, choices)
        return
    found = mix(volume, choices)
    part, over, jars = by_trying(volume, choices)
    assert found.part_jar == part
    assert found.over_ml == pytest.approx(over, abs=0.01)
    assert found.jars == jars


many = st.lists(st.tuples(st.floats(90, 1900), st.integers(0, 60)), min_size=1, max_size=8).map(
    lambda found: [Choice(f"jar{number}", room, count) for number, (room, count) in enumerate(found)]
)


@settings(max_examples=60, deadline=None)
@given(st.floats(20, 60_000), many)
def test_jars_never_hold_more_than_was_made(volume: float, choices: list[Choice]) -> None:
    if not any(one.count for one in choices):
        return
    found = mix(volume, choices)
    rooms = {one.jar: one for one in choices}
    full = sum(rooms[name].room_ml * count for name, count in found.counts)
    assert full == pytest.approx(found.full_ml)
    assert full <= volume * (1 + 1e-9) + 1e-3
    assert full + found.over_ml == pytest.approx(volume, rel=1e-6)
    assert all(0 < count <= rooms[name].count for name, count in found.counts)
    # Nothing over could have filled one more jar that is there.
    for one in choices:
        taken = dict(found.counts).get(one.jar, 0)
        assert taken == one.count or one.room_ml > found.over_ml - 1e-3 or not found.part_jar


def test_a_clean_fit_is_found_where_one_exists() -> None:
    """2 pints and 3 half-pints of room fill 1,477 ml to the last drop; a greedy filling with pints would leave a part jar."""
    found = mix(2 * 437 + 3 * 201, [Choice("pint", 437, 9), Choice("half-pint", 201, 9)])
    assert dict(found.counts) == {"pint": 2, "half-pint": 3}
    assert (found.part_jar, found.over_ml) == (False, 0)


def test_what_stays_on_the_ladle_is_no_part_jar() -> None:
    assert not mix(8 * 437 + 20, [Choice("pint", 437, 20)]).part_jar
    assert mix(8 * 437 + 60, [Choice("pint", 437, 20)]).part_jar


@pytest.mark.parametrize(
    ("volume", "choices", "sentence"),
    [
        (0, [Choice("pint", 437, 3)], "above zero"), (-5, [Choice("pint", 437, 3)], "above zero"), (math.nan, [Choice("pint", 437, 3)], "above zero"),
        (2_000_000, [Choice("pint", 437, 3)], "at most 1,000 l"), (500, [Choice("pint", 437, 0)], "There are no jars"), (500, [], "There are no jars"),
    ],
)  # fmt: skip
def test_what_cannot_be_filled_gets_a_sentence(volume: float, choices: list[Choice], sentence: str) -> None:
    with pytest.raises(RequestError, match=sentence):
        mix(volume, choices)
