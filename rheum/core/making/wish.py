"""What the person says there is and wants of a batch."""

from __future__ import annotations

from dataclasses import dataclass

from rheum.core.making.basket import Basket
from rheum.core.making.cook_down import Reading


@dataclass(frozen=True, slots=True)
class JarWish:
    """A jar that may be used; `count` None: as many as it takes."""

    jar: str
    count: int | None = None


@dataclass(frozen=True, slots=True)
class Wish:
    """What the person says there is and wants; everything may be left out, then the recipe stands as written."""

    baskets: tuple[Basket, ...] = ()
    factor: float | None = None
    jars_wanted: int | None = None
    vinegar_ml: float | None = None
    brine_ml: float | None = None
    from_bottles: bool = False
    pot_l: float | None = None
    loads: int | None = None
    canner: str | None = None
    jars: tuple[JarWish, ...] = ()
    thick_mm: float | None = None
    long_mm: float | None = None
    reading: Reading | None = None
