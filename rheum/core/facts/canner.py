"""What a canner holds, and how jars are split into loads."""

from __future__ import annotations

import math
from typing import Final

# Jars of one layer in a 20-quart bath canner (from memory; people enter their own).
HOLDS: Final = {
    "quarter-pint": 12, "half-pint": 12, "twelve-ounce": 9, "pint": 9, "pint-and-a-half": 7, "quart": 7,
}  # fmt: skip
REST_MINUTES: Final = 5
MOST_JARS: Final = 200


def load_sizes(jars: int, per_load: int) -> tuple[int, ...]:
    """Jars in each canner load: full loads first. ValueError for a number of jars or a capacity under one."""
    if jars < 1 or per_load < 1:
        raise ValueError("There must be at least one jar, and room for one.")
    return tuple(min(per_load, jars - per_load * load) for load in range(math.ceil(jars / per_load)))
