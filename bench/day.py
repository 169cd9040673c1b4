"""How long days of one to four batches take to lay out, how many are proven best, and what an independent checker finds wrong with them."""

from __future__ import annotations

import random
import statistics
import sys
import time
from dataclasses import replace
from datetime import datetime, timezone

from rheum.core.day import DayBatch, lay_out
from rheum.core.measures.refused import RequestError
from tests.core.days import NAMES, faults, random_day, tasks_of


def of_size(seed: int, many: int):
    """A random day of so many batches."""
    day, chance = random_day(seed), random.Random(seed)
    names = chance.sample(NAMES, many)
    canners = len(day.canners)
    return replace(day, batches=tuple(DayBatch(name, name, tasks_of(name, None, 7), at % canners) for at, name in enumerate(names)))


def main() -> None:
    days = int(sys.argv[1]) if len(sys.argv) > 1 else 125
    print(f"{days} random days of each size, {datetime.now(timezone.utc):%Y-%m-%d}")
    for many in (1, 2, 3, 4):
        times, best, refused, wrong, gaps = [], 0, 0, 0, []
        for seed in range(days):
            asked = of_size(seed, many)
            began = time.perf_counter()
            try:
                day = lay_out(asked)
            except RequestError:
                refused += 1
                times.append(time.perf_counter() - began)
                continue
            times.append(time.perf_counter() - began)
            best += day.best
            gaps.append(day.minutes / max(1, day.bound_minutes))
            wrong += bool(faults(asked, day))
        times.sort()
        print(
            f"    {many} batches: median {statistics.median(times):.2f} s, p95 {times[int(len(times) * 0.95)]:.2f}, max {times[-1]:.2f}; "
            f"proven best {best}/{days}, refused {refused}, at most {max(gaps):.2f} times the bound, wrong {wrong}"
        )


if __name__ == "__main__":
    main()
