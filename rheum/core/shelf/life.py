"""One jar's life after its seal was checked: opened, finished, given, back, moved, noted, tasted, missing, found wrong. A fold over what was told."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from datetime import date, timedelta
from typing import Final, Literal

from rheum.core.batch import jars_standing, state_at
from rheum.core.batch.begun import Snapshot
from rheum.core.batch.events import Event, EventRefused, JarTold, Spoiled, Taste
from rheum.core.batch.moment import Moment
from rheum.core.batch.told import fold, standing
from rheum.core.facts.disposal import DISPOSAL, IF_EATEN
from rheum.core.facts.formulas import Formula

LifeState = Literal["closed", "opened", "finished", "given", "missing", "out", "thrown"]
# What says that a jar was found wrong, so that its mates are looked at, wherever they are.
_FOUND_WRONG: Final = ("unsealed", "spoiled")
_LOOKED_AT: Final = ("closed", "given", "missing")
# Stands in the kitchen: on the shelf or in the refrigerator.
THERE: Final[frozenset[LifeState]] = frozenset({"closed", "opened", "out"})
# Once opened, always in the refrigerator: a month; a salsa, a bean salad, mushrooms or anything in oil a week; where it is not known, the week
# (handbook of quality, “opened-kept”: common practice, from memory).
OPEN_DAYS: Final = 30
OPEN_DAYS_SHORT: Final = 7
_SHORT: Final = frozenset({"three-bean-salad", "marinated-mushrooms", "marinated-peppers"})
_UNSEALED: Final = (
    f"Found unsealed on the shelf. {DISPOSAL} Look at its batch mates too: lid down, no gas, no leak, no cloud that was not there. Next time: rims "
    f"wiped, new lids, bands fingertip tight. {IF_EATEN}"
)
_SPOILED: Final = f"Signs of spoilage. {DISPOSAL} Look at its batch mates too. {IF_EATEN}"


@dataclass(frozen=True, slots=True)
class JarNote:
    """Something written to a jar, and when; of a tasting, how it was."""

    at: date
    says: str
    taste: Taste | None = None


@dataclass(frozen=True, slots=True)
class JarLife:
    """One jar as it stands. `place`: shelf or refrigerator; `where`: in free words; `last_day`: of what is in the refrigerator or opened; `advice`: what
    to do with one that is out; `look`: a batch mate was found wrong, and this one is to be looked at; `recalled`: why it was traced, until it is told."""

    number: int
    load: int
    state: LifeState
    place: Literal["shelf", "fridge"]
    made_on: date
    ready_from: date
    best_before: date
    where: str = ""
    given_to: str = ""
    opened_on: date | None = None
    last_day: date | None = None
    advice: str = ""
    look: bool = False
    recalled: str = ""
    # The day on which it came to be as it is, and why it was thrown out.
    since: date | None = None
    why: str = ""
    notes: tuple[JarNote, ...] = ()


def open_days(formula: Formula | None) -> int:
    """How long an opened jar of it keeps in the refrigerator."""
    if formula is None or formula.kind == "salsa" or formula.id in _SHORT:
        return OPEN_DAYS_SHORT
    return OPEN_DAYS_SHORT if any(line.ingredient.role.role == "fat" for line in formula.lines) else OPEN_DAYS


# Who asks for the hot one means the warm one too.
_HOT: Final = ("", "mild", "warm hot spicy", "hot spicy", "very hot spicy")
_TASTED_HOT: Final = 4


_METHOD: Final = "\nMethod:"


def found_by(snapshot: Snapshot, life: JarLife) -> tuple[str, ...]:
    """The words a jar is found by: title, ingredients, notes, place, person, whose produce it is; and how hot, by what is in it and by its tasters."""
    # A hot pack is no hot pickle.
    listed = " ".join(word for word in snapshot.text.partition(_METHOD)[0].split() if word.lower() != "hot")
    written = (note.says for note in life.notes)
    return (
        snapshot.number,
        snapshot.title,
        listed,
        life.where,
        life.given_to,
        *written,
        *(one.source for one in snapshot.produce),
        *_hot(snapshot, life),
    )


def _hot(snapshot: Snapshot, life: JarLife) -> tuple[str, ...]:
    tasted = any(note.taste is not None and (note.taste.heat or 0) >= _TASTED_HOT for note in life.notes)
    return tuple(word for word in (_HOT[snapshot.heat], "hot" if tasted else "") if word)


def lives_of(snapshot: Snapshot, events: Sequence[Event], now: Moment) -> tuple[JarLife, ...]:
    """Every jar of a batch that came to stand somewhere, as it stands now. EventRefused where an event does not fit."""
    tally = fold(snapshot, events)
    told = [event for event in tally.after if isinstance(event.what, JarTold)]
    # Where a jar stood before anything was found wrong with it.
    before = [event for event in standing(events) if not isinstance(event.what, Spoiled | JarTold)]
    lives = {
        one.number: JarLife(
            one.number,
            one.load,
            "closed",
            one.place,
            one.dates.made_on,
            one.dates.ready_from,
            one.dates.best_before,
            last_day=one.dates.best_before if one.place == "fridge" else None,
        )
        for one in jars_standing(snapshot, state_at(snapshot, before, now))
    }
    found_wrong = set(tally.spoiled) & set(lives)
    looked: set[int] = set()
    for number in found_wrong:
        lives[number] = replace(lives[number], state="out", advice=_SPOILED, why="spoiled")
    for event in told:
        said = event.what
        assert isinstance(said, JarTold)
        mine = set(said.jars) & set(lives)
        if said.what in _FOUND_WRONG:
            found_wrong, looked = found_wrong | mine, set()
        elif said.what == "looked":
            looked |= mine
        for number in mine:
            on = event.at.at.astimezone().date()
            told_of = _after(lives[number], said, on)
            lives[number] = replace(told_of, since=on) if told_of.state != lives[number].state else told_of
    if found_wrong:
        lives = {number: replace(life, look=life.state in _LOOKED_AT and number not in looked) for number, life in lives.items()}
    return tuple(lives[number] for number in sorted(lives))


def _after(life: JarLife, said: JarTold, on: date) -> JarLife:
    match said.what:
        case "opened":
            last = on + timedelta(days=said.days)
            if life.last_day is not None:
                last = min(last, life.last_day)
            return replace(life, state="opened", place="fridge", opened_on=on, last_day=last)
        case "finished" | "emptied":
            return replace(life, state="finished", recalled="")
        case "given":
            return replace(life, state="given", given_to=said.to)
        case "back":
            return replace(life, state="closed" if life.opened_on is None else "opened", given_to="")
        case "moved":
            return replace(life, where=said.to)
        case "noted" | "tasted":
            return replace(life, notes=(*life.notes, JarNote(on, said.note, said.taste)))
        case "looked":
            return life if not said.note else replace(life, notes=(*life.notes, JarNote(on, said.note)))
        case "chilled":
            last = on + timedelta(days=said.days)
            return replace(_noted(life, said, on), place="fridge", last_day=last if life.last_day is None else min(last, life.last_day))
        case "missing":
            return replace(life, state="missing")
        case "unsealed":
            return replace(_noted(life, said, on), state="out", advice=_UNSEALED, why="unsealed")
        case "spoiled":
            return replace(_noted(life, said, on), state="out", advice=_SPOILED, why=said.note.partition(":")[0] or "spoiled")
        case "thrown":
            return replace(
                life,
                state="thrown",
                recalled="",
                why=life.why or ("past its last day" if life.last_day and on > life.last_day else "thrown out"),
            )
        case "recalled":
            return replace(life, recalled=said.note)
        case "told":
            return replace(life, recalled="")


def _noted(life: JarLife, said: JarTold, on: date) -> JarLife:
    """What was seen stays with the jar."""
    return replace(life, notes=(*life.notes, JarNote(on, said.note))) if said.note else life


_FROM: Final[dict[str, tuple[LifeState, ...]]] = {
    "opened": ("closed",),
    "finished": ("closed", "opened", "missing"),
    "emptied": ("given",),
    "given": ("closed", "missing"),
    "back": ("given", "missing"),
    "moved": ("closed", "opened"),
    "noted": ("closed", "opened", "finished", "given", "missing", "out", "thrown"),
    "tasted": ("opened", "finished"),
    "missing": ("closed", "opened"),
    "chilled": ("closed", "opened"),
    "looked": ("closed", "given", "missing"),
    "recalled": ("closed", "opened", "given", "missing", "out"),
    "told": ("closed", "opened", "given", "missing", "out"),
    "unsealed": ("closed", "given", "missing"),
    "spoiled": ("closed", "opened", "given", "missing"),
    "thrown": ("closed", "opened", "given", "out", "missing"),
}
_STANDS: Final[dict[LifeState, str]] = {
    "closed": "is closed",
    "opened": "is open already",
    "finished": "is finished",
    "given": "was given away",
    "missing": "is missing",
    "out": "is to be thrown out, unopened and untasted",
    "thrown": "was thrown out",
}


def known_wrong(life: JarLife) -> str:
    """What is known against a jar, whatever is seen on it now; "" where nothing is."""
    if life.state == "thrown":
        return "This jar was thrown out."
    if life.state == "out":
        return "This jar is to be thrown out already."
    return f"This jar was traced: {life.recalled}." if life.recalled else ""


def may_tell(lives: Iterable[JarLife], said: JarTold, today: date) -> None:
    """Whether something can be said of jars as they stand. EventRefused with a sentence where it cannot."""
    by_number = {life.number: life for life in lives}
    if not said.jars or len(set(said.jars)) != len(said.jars):
        raise EventRefused("Say which jars, each once.")
    for number in said.jars:
        life = by_number.get(number)
        if life is None:
            raise EventRefused(f"There is no jar {number} of this batch on the shelf or in the refrigerator.")
        if life.state not in _FROM[said.what]:
            raise EventRefused(f"Jar {number} {_STANDS[life.state]}.")
        if said.what in ("opened", "given") and life.last_day is not None and today > life.last_day:
            raise EventRefused(f"The last day of jar {number} is past: throw it out, untasted.")
        if said.what in ("opened", "given") and life.look and said.note == "":
            raise EventRefused(
                f"A mate of jar {number} was found wrong. Look at it first: lid down, no gas, no leak, no cloud; then say what you saw.",
                "look",
            )
        if said.what in ("opened", "given") and life.recalled:
            raise EventRefused(f"Jar {number} was traced ({life.recalled}). See to that first, and say “Told”.")
        if said.what == "told" and not life.recalled:
            raise EventRefused(f"Nothing is to be told of jar {number}.")
    if said.what in ("given", "moved") and not said.to.strip():
        raise EventRefused("Say to whom." if said.what == "given" else "Say where it stands now.")
    if said.what == "recalled" and not said.note.strip():
        raise EventRefused("Say what was wrong, in a few words: whoever has one of these jars is told it.")
    if (said.what == "noted" and not said.note.strip()) or (said.what == "tasted" and not said.note.strip() and said.taste is None):
        raise EventRefused("Write what is to be remembered, in a few words.")


__all__ = ["OPEN_DAYS", "OPEN_DAYS_SHORT", "THERE", "JarLife", "JarNote", "found_by", "lives_of", "may_tell", "open_days"]
