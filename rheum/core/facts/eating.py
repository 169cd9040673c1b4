"""What a food or a recipe is like to eat: how hot, of what colour, how it bites and tastes (common practice, from memory)."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

HEATS: Final = ("", "mild", "warm", "hot", "very hot")
COLOURS: Final = ("green", "red", "orange", "yellow", "white", "brown", "purple")
BITES: Final = ("crisp", "tender", "soft", "smooth", "fruity", "leafy")
TASTES: Final = ("sour", "sweet")


@dataclass(frozen=True, slots=True)
class Eating:
    """`heat` 0 (none) to 4 (very hot), a colour of COLOURS or "" where it has none of its own, and words of BITES, of a recipe of TASTES too."""

    heat: int = 0
    colour: str = ""
    like: frozenset[str] = frozenset()

    @property
    def says(self) -> str:
        """`crisp, sweet, mild, green`."""
        words = [*(word for word in (*BITES, *TASTES) if word in self.like), HEATS[self.heat], self.colour]
        return ", ".join(word for word in words if word)


# Of what is like nothing in particular: salt, water.
PLAIN: Final = Eating()


def eating(heat: object, colour: str, like: str, *, tastes: bool) -> Eating:
    """What a row of the reference says. ValueError for a word or figure that is none of the known."""
    known = BITES + (TASTES if tastes else ())
    words = frozenset(like.replace(";", " ").split())
    if colour not in ("", *COLOURS) or words - set(known):
        raise ValueError(f"colour is one of {', '.join(COLOURS)}; like is one of {', '.join(known)}")
    if str(heat or 0) not in "01234":
        raise ValueError(f"heat is 0 to {len(HEATS) - 1}")
    return Eating(int(str(heat or 0)), colour, words)
