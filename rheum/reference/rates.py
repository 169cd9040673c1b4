"""Reads and validates the rates of handwork (rates.csv). A bad row fails with its line named."""

from __future__ import annotations

import csv
import io
from typing import get_args

from rheum.core.facts.rates import Per, Rate, Rates
from rheum.reference.words import BadReference


def read_rates(text: str) -> Rates:
    """The rates of a file with the columns verb, what, low_min_per_kg, high_min_per_kg, source, per. BadReference names the line that is wrong."""
    found = []
    for number, row in enumerate(csv.DictReader(io.StringIO(text)), start=2):
        try:
            low, high = float(row["low_min_per_kg"]), float(row["high_min_per_kg"])
            if not 0 < low <= high:
                raise ValueError("minutes are a low and a high figure above zero")
            if row["per"] not in get_args(Per):
                raise ValueError(f"per is one of {', '.join(get_args(Per))}")
            found.append(Rate(row["verb"], row["what"], (low, high), row["per"], row["source"]))  # type: ignore[arg-type]
        except (KeyError, TypeError, ValueError) as error:
            raise BadReference(f"rates.csv, line {number}: {error}") from None
    try:
        return Rates.of(found)
    except ValueError as error:
        raise BadReference(f"rates.csv: {error}") from None
