"""What a later judgement says that an earlier one did not: only what is stricter is worth telling."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

from rheum.core.judging.findings import Destination
from rheum.core.judging.verdict import Verdict

_ORDER: Final[tuple[Destination, ...]] = ("shelf", "fridge", "discard")
_WORD: Final = {"shelf": "the shelf", "fridge": "the refrigerator", "discard": "the bin"}
_UNREAD: Final = "Rheum cannot read this any more as it did."


@dataclass(frozen=True, slots=True)
class Answer:
    """What a thing came to: where its jars may live, its minutes where it is processed, and why it is no better."""

    destination: Destination
    minutes: int | None = None
    why: str = ""


@dataclass(frozen=True, slots=True)
class Stricter:
    """A stricter answer, in a sentence, and its reason."""

    says: str
    why: str


def answer_of(verdict: Verdict | None) -> Answer:
    """What a verdict comes to; None, a text that cannot be read, comes to the refrigerator."""
    if verdict is None:
        return Answer("fridge", why=_UNREAD)
    minutes = verdict.process.minutes if verdict.process is not None else None
    return Answer(verdict.destination, minutes, verdict.worst or "")


def stricter(was: Answer, now: Answer) -> Stricter | None:
    """What is stricter now; None where it is the same or milder. Of two answers for the shelf the longer boil is the stricter one."""
    if _ORDER.index(now.destination) > _ORDER.index(was.destination):
        why = now.why or "What was not understood of it counts against it."
        return Stricter(f"It was judged for {_WORD[was.destination]}; today it would be for {_WORD[now.destination]}.", why)
    if now.destination == was.destination == "shelf" and was.minutes and now.minutes and now.minutes > was.minutes:
        return Stricter(
            f"It was given {was.minutes} minutes of boiling; today it would be {now.minutes}.",
            "The minutes shown are those of today's table.",
        )
    return None
