"""Into jars: how many of which sizes, each judged with its own minutes; what cooking down leaves to fill them."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

from rheum.core.facts.circumstances import Settings
from rheum.core.facts.jars import Jar, counted_ml, room_ml
from rheum.core.facts.library import Library
from rheum.core.judging.check import check_text
from rheum.core.judging.process import Process
from rheum.core.judging.verdict import Verdict
from rheum.core.making.cook_down import CookDown, CookPlanned, into_jars, kept
from rheum.core.making.jar_mix import MOST_JARS, Choice, mix
from rheum.core.making.liquids import start_ml
from rheum.core.making.stock import Stock
from rheum.core.making.wish import JarWish, Wish
from rheum.core.matching.case import Case
from rheum.core.measures.refused import RequestError
from rheum.core.measures.saying import listed, ml


@dataclass(frozen=True, slots=True)
class JarRow:
    """Jars of one size in the plan: how many, each one's room, and its minutes (None: not for the shelf). `says`: `19 pint jars`."""

    jar: str
    title: str
    count: int
    says: str
    room_ml: float
    headspace_ml: float
    minutes: int | None
    base_minutes: int | None
    there: int | None


@dataclass(frozen=True, slots=True)
class Jars:
    """What the batch comes to in jars: volume low, middle and high; full jars; what is over; which size the part jar is."""

    low_ml: float
    mid_ml: float
    high_ml: float
    rows: tuple[JarRow, ...]
    over_ml: float
    part_jar: str | None
    spare: str | None
    left_out: tuple[str, ...]
    says: str


def room_share(case: Case, headspace_mm: float) -> float:
    """What a headspace leaves of a jar's volume."""
    return room_ml(case.jar, headspace_mm) / case.jar.volume_ml


def jar_of(case: Case, jar_id: str) -> Jar:
    """A jar by id: the recipe's own, or one of the kitchen's. RequestError for any other."""
    if jar_id == case.jar.id:
        return case.jar
    if jar_id not in case.library.jars:
        raise RequestError("jars", f"There is no jar “{jar_id[:40]}” here. Choose one from the list.")
    return case.library.jars[jar_id]


class Processes:
    """The verdict and the minutes for each jar that may be used, each judged as the Bench would judge it."""

    def __init__(self, text: str, settings: Settings, library: Library, verdict: Verdict) -> None:
        self._text, self._settings, self._library = text, settings, library
        self._found = {verdict.jar.id: verdict} if verdict.jar else {}
        self.verdict = verdict

    def verdict_of(self, jar_id: str) -> Verdict:
        if jar_id not in self._found:
            self._found[jar_id] = check_text(self._text, replace(self._settings, jar=jar_id), self._library)
        return self._found[jar_id]

    def of(self, jar_id: str) -> Process | None:
        """The process of a jar for the shelf; None where it has none."""
        found = self.verdict_of(jar_id)
        return found.process if found.destination == "shelf" else None

    def minutes(self, jar_id: str) -> int | None:
        """Its minutes, or more where the person set more."""
        process = self.of(jar_id)
        return process.run_minutes if process else None

    def why_not(self, jar_id: str) -> str:
        """What keeps a jar off the shelf."""
        worst = [found.says for found in self.verdict_of(jar_id).findings if found.level in ("stop", "limit")]
        return worst[0].rstrip(".") if worst else "no tested minutes here"


def cooked(case: Case, wish: Wish, headspace: float) -> CookDown | None:
    """For what is cooked together: what is expected to be left of it, or what the pan shows."""
    if case.pack == "raw" or case.match is None:
        if wish.reading is not None:
            raise RequestError("reading", "Only what is cooked together in one pot is weighed down.")
        return None
    if start_ml(case) <= 0:
        # All of it is given by the jar: there is no pot to weigh.
        if wish.reading is not None:
            raise RequestError("reading", "Every line is given by the jar, so there is no pot whose weight would tell anything.")
        return None
    planned = cook_planned(case, headspace)
    found = kept(planned.start_ml, planned.low, planned.high, wish.reading)
    return into_jars(found, room_ml(case.jar, headspace), case.jar.noun(2))


def cook_planned(case: Case, headspace: float) -> CookPlanned:
    """The starting volume of what is cooked together, and the part of it that the tested yield leaves."""
    assert case.match is not None
    start, share = start_ml(case), room_share(case, headspace)
    ends = [case.match.jars(end) * counted_ml(case.match.jar_class) * share / start for end in (0, 1)]
    low, high = (min(1.0, max(0.05, part)) for part in ends)
    return CookPlanned(start, low, high)


def _volume(case: Case, headspace: float, cook: CookDown | None) -> tuple[float, float, float] | None:
    """Millilitres to fill, low, middle, high: the tested yield at this size, or what the pan shows."""
    if cook is not None and cook.measured:
        return cook.low, cook.mid, cook.high
    if case.match is None:
        return None
    share = room_share(case, headspace)
    low, high = (case.match.jars(end) * counted_ml(case.match.jar_class) * share for end in (0, 1))
    return low, (low + high) / 2, high


def jars_for_batch(case: Case, wish: Wish, processes: Processes, stock: Stock, *, headspace: float, cook: CookDown | None) -> Jars | None:
    """The jars that a batch fills, the fewest of them part full; None where no formula tells how much it makes.
    RequestError where none of the jars wished for can be used."""
    volume = _volume(case, headspace, cook)
    if volume is None:
        return None
    low, mid, high = volume
    shelf = processes.verdict.destination == "shelf"
    left_out, choices = [], []
    known: dict[str, Jar] = {}
    for one in wish.jars or (JarWish(case.jar.id),):
        jar = jar_of(case, one.jar)
        if one.count is not None and not 0 <= one.count <= MOST_JARS:
            raise RequestError("jars", f"Write how many {jar.title} jars there are, 0 to {MOST_JARS}.")
        if shelf and processes.minutes(jar.id) is None:
            left_out.append(f"{jar.title}: {processes.why_not(jar.id)}: not for the shelf")
            continue
        room = room_ml(jar, headspace)
        known[jar.id] = jar
        choices.append(Choice(jar.id, room, one.count if one.count is not None else math.ceil(mid / room)))
    if not choices:
        raise RequestError("jars", f"None of these jars can be used. {'. '.join(left_out)}. Choose another size.")
    found = mix(mid, choices)
    rows = []
    for jar_id, count in sorted(found.counts, key=lambda pair: -known[pair[0]].volume_ml):
        jar, room = known[jar_id], room_ml(known[jar_id], headspace)
        process = processes.of(jar_id)
        rows.append(
            JarRow(
                jar=jar_id,
                title=jar.title,
                count=count,
                says=jar.counted(count),
                room_ml=room,
                headspace_ml=jar.volume_ml - room,
                minutes=processes.minutes(jar_id),
                base_minutes=process.base_minutes if process else None,
                there=stock.jars.get(jar_id),
            )
        )
    part = None
    if found.part_jar:
        fit = [one for one in choices if one.room_ml >= found.over_ml]
        part = min(fit, key=lambda one: one.room_ml).jar if fit else None
    spare = max(rows, key=lambda row: row.count).jar if rows else None
    says = _says(rows, found.over_ml, found.part_jar, known[part] if part else None)
    return Jars(
        low_ml=low,
        mid_ml=mid,
        high_ml=high,
        rows=tuple(rows),
        over_ml=found.over_ml,
        part_jar=part,
        spare=spare,
        left_out=tuple(left_out),
        says=says,
    )


def _says(rows: list[JarRow], over: float, part_jar: bool, part: Jar | None) -> str:
    full = listed([row.says for row in rows]) or "No full jar"
    if not part_jar:
        return f"{full}, all full."
    if part is None:
        return f"{full}; {ml(over)} do not fit these jars: more jars, or the refrigerator."
    return f"{full}, and {ml(over)} in a part-full one ({part.title}) for the refrigerator."
