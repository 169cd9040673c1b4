"""What people see in a finished jar, where they look for it, and the questions that decide: rows of reference/quality.toml."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Final, Literal

Safety = Literal["discard", "ask", "quality"]
# What becomes of the jar: thrown out, into the refrigerator for some days, left alone, or eaten.
Becomes = Literal["thrown", "fridge", "leave", "eat"]
# Where an answer leads on to another sign's questions.
LEADS_TO: Final = "sign:"


@dataclass(frozen=True, slots=True)
class Place:
    """Where a sign is looked for."""

    id: str
    title: str


@dataclass(frozen=True, slots=True)
class Outcome:
    """What a jar comes to. `days`: how many it keeps in the refrigerator; `suspect`: it may be poisonous, and who ate of it is told what to look for."""

    id: str
    title: str
    kind: Becomes
    says: str
    days: int | None = None
    suspect: bool = False


@dataclass(frozen=True, slots=True)
class Question:
    """A question whose “yes”, and whose “I do not know”, lead to `yes`: an outcome, or another sign's questions. `good`: its “yes” is the good answer, and
    “no” leads there. `things`: what is to be ticked; one of them is “yes”, none of them “no”."""

    says: str
    yes: str = "out"
    good: bool = False
    things: tuple[str, ...] = ()

    def goes_on(self, answer: str) -> bool:
        """Whether this answer is the good one, after which the next question is asked."""
        return answer == ("yes" if self.good else "no")


@dataclass(frozen=True, slots=True)
class Cause:
    """What may have made it, and where to look."""

    says: str
    check: str


@dataclass(frozen=True, slots=True)
class Sign:
    """Something seen. Its questions are asked in order; after the last “no” its `end` holds, said as `now` or in the outcome's own words. `place` None:
    only led to by another sign. `opened`: it shows on an open jar."""

    id: str
    sign: str
    safety: Safety
    end: str
    causes: tuple[Cause, ...]
    next: str
    source: str
    place: str | None = None
    draw: tuple[str, ...] = ()
    ask: tuple[Question, ...] = ()
    now: str | None = None
    opened: bool = False


@dataclass(frozen=True, eq=False)
class Signs:
    """All of it."""

    places: tuple[Place, ...]
    outcomes: Mapping[str, Outcome]
    signs: Mapping[str, Sign]

    def at(self, place: str) -> tuple[Sign, ...]:
        """The signs of a place, at most eight."""
        return tuple(sign for sign in self.signs.values() if sign.place == place)
