"""The shipped facts as one value, handed to every rule that needs them."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from rheum.core.facts.formulas import Formula, Swap
from rheum.core.facts.ingredients import Catalogue
from rheum.core.facts.jars import Jar
from rheum.core.facts.rates import Rates


@dataclass(frozen=True, eq=False)
class Library:
    """Ingredients, formulas, jars and swaps. Loaded by rheum.reference; core only reads it."""

    catalogue: Catalogue
    formulas: Mapping[str, Formula]
    jars: Mapping[str, Jar]
    swaps: tuple[Swap, ...]
    tinned: Mapping[str, str]
    # Ingredients that the person placed: id → how each is counted, in words.
    placed: Mapping[str, str] = field(default_factory=dict)
    # How long handwork takes.
    rates: Rates = field(default_factory=lambda: Rates({}))
