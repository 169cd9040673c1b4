"""What a kitchen learns, on simulated kitchens whose true rates are known; against SciPy; and what it may never touch."""

from __future__ import annotations

import math
import random
from statistics import median

import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy import optimize

from rheum.core.shelf.learnt import BAD_FROM, HANDBOOK, Sample, all_learnt, learnt, lot_learnt

SCATTER = 0.2


def kitchens(many: int, batches: int, seed: int) -> list[tuple[float, list[float]]]:
    """Kitchens whose own rate lies around the handbook's, and what their batches came to."""
    chance = random.Random(seed)
    found = []
    for _ in range(many):
        true = math.exp(chance.gauss(0, 0.25))
        found.append((true, [true * math.exp(chance.gauss(0, SCATTER)) for _ in range(batches)]))
    return found


def test_after_ten_batches_half_of_the_kitchens_are_within_a_tenth() -> None:
    off = []
    for true, ratios in kitchens(400, 10, 1):
        found = learnt("hands", "cut", ratios)
        assert found is not None
        off.append(abs(found.ratio / true - 1))
    assert median(off) <= 0.10


@pytest.mark.parametrize("batches", [3, 5, 10, 20])
def test_four_ranges_in_five_hold_the_true_rate(batches: int) -> None:
    held = 0
    for true, ratios in kitchens(600, batches, 2):
        found = learnt("hands", "cut", ratios)
        assert found is not None
        held += found.low <= true <= found.high
    assert 0.70 <= held / 600 <= 0.90, held / 600


def test_one_odd_batch_moves_it_by_a_tenth_at_most() -> None:
    for _, ratios in kitchens(200, 9, 3):
        for odd in (0.2, 5.0):
            without, beside = learnt("hands", "cut", ratios), learnt("hands", "cut", [*ratios, odd])
            assert without is not None and beside is not None
            assert abs(beside.ratio / without.ratio - 1) <= 0.10


def test_nothing_is_said_before_the_third_batch() -> None:
    assert learnt("yield", "okra", [0.8]) is None and learnt("yield", "okra", [0.8, 0.8]) is None
    found = learnt("yield", "okra", [0.8, 0.8, 0.8])
    # (3·ln 1 + 3·ln 0.8) / 6: half the way.
    assert found is not None and found.ratio == pytest.approx(math.sqrt(0.8), rel=1e-9)
    with pytest.raises(ValueError, match="above zero"):
        learnt("yield", "okra", [0.8, 0.0, 0.9])


@given(st.lists(st.floats(0.3, 3.0), min_size=3, max_size=12))
def test_it_is_the_minimum_of_hubers_loss_with_the_handbook_as_three_batches(ratios: list[float]) -> None:
    """The weighted mean with Huber's weights is where the sum of Huber's losses, and three squares for the handbook, is least (SciPy finds it)."""
    found = learnt("hands", "cut", ratios)
    assert found is not None
    logs = [math.log(one) for one in ratios]
    at = math.log(found.ratio)
    k = 1.345 * max(0.05, 1.4826 * median(abs(one - at) for one in logs))

    def loss(m: float) -> float:
        huber = sum((x - m) ** 2 / 2 if abs(x - m) <= k else k * abs(x - m) - k * k / 2 for x in logs)
        return huber + HANDBOOK * m**2 / 2

    best = optimize.minimize_scalar(loss, bounds=(-2, 2), method="bounded", options={"xatol": 1e-10})
    assert loss(at) <= best.fun + 2e-3 * (1 + abs(best.fun))
    assert min([*ratios, 1.0]) - 1e-9 <= found.ratio <= max([*ratios, 1.0]) + 1e-9
    assert found.low <= found.ratio <= found.high


def test_far_figures_are_cut_and_each_key_stands_alone() -> None:
    samples = [Sample("hands", "cut", 50.0)] * 3 + [Sample("boil", "one:full", 0.9)] * 4 + [Sample("hands", "peel", 1.0)] * 2
    cut, boil = all_learnt(samples)
    assert (cut.key, boil.key, boil.batches) == ("cut", "one:full", 4) and cut.ratio <= math.sqrt(5.0) + 1e-9


@given(st.integers(0, 400), st.data())
def test_a_lot_is_never_called_bad_under_three_failures(jars: int, data: st.DataObject) -> None:
    failed = data.draw(st.integers(0, jars))
    found = lot_learnt("R 5", jars, failed)
    assert 0 < found.share < 1
    if failed < BAD_FROM:
        assert not found.bad
    if failed >= 3 and failed * 5 >= jars:
        assert found.bad


def test_more_failures_are_never_better() -> None:
    shares = [lot_learnt("R 5", 40, failed).share for failed in range(41)]
    assert shares == sorted(shares)
