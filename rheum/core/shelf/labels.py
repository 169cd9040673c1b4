"""What stands on a jar's label: what is never left out, and what goes first where there is no room."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date

from rheum.core.batch.begun import Snapshot
from rheum.core.batch.standing import JarStanding
from rheum.core.facts.eating import HEATS
from rheum.core.measures.saying import listed
from rheum.core.shelf.life import JarLife


@dataclass(frozen=True, slots=True)
class JarLabel:
    """One label. `always` is never left out; of `room` the last go first: gift words, how to store once opened, heat, ingredients. `code`: the jar's number,
    printed beside the code that holds the address."""

    title: str
    code: str
    always: tuple[str, ...]
    room: tuple[str, ...]


def _day(at: date) -> str:
    return f"{at.day} {at:%b %Y}"


def jar_label(
    snapshot: Snapshot, life: JarLife, *, allergens: tuple[str, ...], ingredients: tuple[str, ...], heat: int, gift: str, opened_days: int
) -> JarLabel:
    """The label of one jar. `heat` 0 to 4; `gift`: words of one's own, "" for none; `opened_days`: how long it keeps once opened."""
    dates: tuple[str, ...]
    if life.place == "fridge":
        last = life.last_day or life.best_before
        dates = (f"REFRIGERATE, use by {_day(last)}", f"Made {_day(life.made_on)}")
    else:
        dates = (f"Made {_day(life.made_on)}, best before {_day(life.best_before)}",)
        if life.ready_from > life.made_on:
            dates = (*dates, f"Ready from {_day(life.ready_from)}")
    if snapshot.entered:
        dates = (*dates, "Made before Rheum, unjudged")
    contains = (f"Contains {listed(list(allergens))}",) if allergens else ()
    keeps = "a month" if opened_days >= 28 else "a week"
    # What is in the refrigerator has its last day, opened or not: no later one is named beside it.
    room = (
        gift.strip(),
        "" if life.place == "fridge" else f"Once opened: refrigerate, eat within {keeps}",
        f"{HEATS[heat].capitalize()}" if heat else "",
        f"Of {', '.join(ingredients)}" if ingredients else "",
    )
    return JarLabel(snapshot.title, f"{snapshot.number}-{life.number}", (*dates, *contains), tuple(line for line in room if line))


def label_refused(life: JarLife) -> str | None:
    """Why a jar gets no label, in a sentence; None for one that does."""
    if life.state in ("out", "thrown"):
        return f"Jar {life.number} is thrown out, or is to be: it gets no label."
    return f"Jar {life.number} was traced ({life.recalled}): it gets no label until that is seen to." if life.recalled else None


def saving_label(snapshot: Snapshot, jar: JarStanding) -> JarLabel:
    """The label of a jar that waits to be saved: what must be done, and until when."""
    assert jar.save_by is not None
    by = jar.save_by.astimezone()
    again = "Process again or refrigerate" if "again" in jar.can else "Refrigerate"
    return JarLabel(
        snapshot.title,
        f"{snapshot.number}-{jar.number}",
        ("NOT FOR THE SHELF", f"{again} by {_day(by.date())}, {by:%H:%M}", "After that: throw it out"),
        (),
    )
