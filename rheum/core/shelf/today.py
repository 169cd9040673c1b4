"""What the kitchen owes its people today: at most seven lines, the most pressing first."""

from __future__ import annotations

from collections.abc import Collection, Iterable, Sequence
from dataclasses import dataclass, field
from datetime import date, datetime, timedelta
from typing import Final, Literal

from rheum.core.batch.begun import Snapshot
from rheum.core.batch.jars import to_save, to_throw_out
from rheum.core.batch.says import numbered
from rheum.core.batch.standing import JarStanding, RunState
from rheum.core.batch.together import RunningClock
from rheum.core.making.stock import Stock
from rheum.core.measures.saying import listed

# In the order in which they press. The first two cannot be put off.
Kind = Literal["save", "clock", "last-day", "seals", "day", "look", "lack", "use-first", "ready", "copy"]
KINDS: Final[tuple[Kind, ...]] = ("save", "clock", "last-day", "seals", "day", "look", "lack", "use-first", "ready", "copy")
NEVER_PUT_OFF: Final = frozenset({"save", "clock"})
MOST: Final = 7
# Own picks: what runs low, how long before its last day a jar is named, how long after it became ready.
FEW_LIDS: Final = 12
LITTLE_VINEGAR_ML: Final = 1000.0
STRONG: Final = 5.0
LAST_DAYS: Final = 2
OLD_COPY_DAYS: Final = 30
READY_FOR: Final = timedelta(days=14)


@dataclass(frozen=True, slots=True)
class Group:
    """Jars of one batch that stand together."""

    batch_id: str
    number: str
    title: str
    jars: int
    place: Literal["shelf", "fridge"]
    ready_from: date
    best_before: date


@dataclass(frozen=True, slots=True)
class DayAhead:
    """A kept day: its id, its title, when it begins, and whether any of it was begun."""

    id: str
    title: str
    begins: datetime
    begun: bool


@dataclass(frozen=True, slots=True)
class Marked:
    """How many jars are to be looked at, were not found when counted, are traced and not told yet, and are to be thrown out."""

    look: int = 0
    missing: int = 0
    recalled: int = 0
    out: int = 0


@dataclass(frozen=True, slots=True)
class TodayLine:
    """One line. `key` names it, for putting it off; `batch_id`, `number`, `day` say what its press opens; `at`: a moment that counts."""

    kind: Kind
    key: str
    says: str
    detail: str
    batch_id: str = ""
    number: str = ""
    day: str = ""
    at: datetime | None = None


@dataclass(frozen=True, slots=True)
class Owed:
    """Everything that a day's lines are made of."""

    batches: Sequence[tuple[Snapshot, RunState]] = ()
    clocks: Sequence[RunningClock] = ()
    ending: Sequence[Group] = ()
    days: Sequence[DayAhead] = ()
    marked: Marked = Marked()
    stock: Stock = field(default_factory=Stock)
    first: Sequence[Group] = ()
    ready: Sequence[Group] = ()
    # Days since the last copy of everything; None where none was ever taken, 0 where there is nothing yet to copy.
    copied: int | None = 0


def today(owed: Owed, now: datetime, put_off: Collection[str] = ()) -> tuple[TodayLine, ...]:
    """The lines of today, at most seven: of every kind the first before the second of any, and then in their order. `put_off`: keys of lines that are
    not to be shown; what cannot be put off stays."""
    day = now.astimezone().date()
    lines = [
        *saving(owed.batches), *_clocks(owed.clocks, now), *_last_days(owed.ending, day), *_seals(owed.batches), *_days(owed.days, now),
        *_look(owed.marked), *_lacks(owed.stock), *_first(owed.first, day), *_ready(owed.ready, day), *_copy(owed.copied),
    ]  # fmt: skip
    left = [line for line in lines if line.kind in NEVER_PUT_OFF or line.key not in put_off]
    rank: dict[str, int] = {}
    placed = []
    for line in left:
        rank[line.kind] = rank.get(line.kind, 0) + 1
        placed.append((0 if line.kind in NEVER_PUT_OFF else rank[line.kind], KINDS.index(line.kind), line))
    chosen = sorted(placed, key=lambda one: one[:2])[:MOST]
    return tuple(line for _, _, line in sorted(chosen, key=lambda one: (one[1], one[0])))


def _jars(many: int) -> str:
    return f"{many} {'jar' if many == 1 else 'jars'}"


def saving(batches: Iterable[tuple[Snapshot, RunState]]) -> Iterable[TodayLine]:
    """Jars that wait to be saved, and those that wait to be thrown out because they were not: until somebody says what became of them."""
    for snapshot, state in batches:
        if waiting := [jar for jar in state.jars if to_save(jar)]:
            again = any("again" in jar.can for jar in waiting)
            yield TodayLine(
                "save", f"save:{snapshot.id}", f"Save {numbered(waiting)} of {snapshot.title}",
                f"Within 24 hours: {'the full minutes again, or ' if again else ''}the refrigerator. Then say which.", snapshot.id, snapshot.number,
                at=min((jar.save_by for jar in waiting if jar.save_by), default=None),
            )  # fmt: skip
        if late := [jar for jar in state.jars if to_throw_out(jar) and not _on_the_shelf(state, jar)]:
            yield TodayLine(
                "save", f"out:{snapshot.id}", f"Throw out {numbered(late)} of {snapshot.title}", "Unopened and untasted. Then say so.", snapshot.id,
                snapshot.number,
            )  # fmt: skip


def _on_the_shelf(state: RunState, jar: JarStanding) -> bool:
    """Whether a spoiled jar of a done batch is told of on the shelf."""
    return jar.state == "spoiled" and state.step == "done"


def _clocks(clocks: Iterable[RunningClock], now: datetime) -> Iterable[TodayLine]:
    for clock in clocks:
        if clock.kind != "cooling":
            says = f"{clock.says}: time is up" if clock.over else clock.says
            yield TodayLine(
                "clock", f"clock:{clock.timer_id or clock.batch_id}:{clock.says}", says, clock.title, clock.batch_id, clock.number,
                at=clock.may_end_at if clock.may_end_at > now else clock.ends_at,
            )  # fmt: skip


def _last_days(groups: Iterable[Group], today: date) -> Iterable[TodayLine]:
    for group in groups:
        left = (group.best_before - today).days
        if group.place == "fridge" and left <= LAST_DAYS:
            when = "is past its last day: out, untasted" if left < 0 else "has its last day today" if left == 0 else f"has {left} days left" if left > 1 else "has its last day tomorrow"  # fmt: skip
            yield TodayLine(
                "last-day", f"last-day:{group.batch_id}", f"{group.title} in the refrigerator {when}", _jars(group.jars), group.batch_id,
                group.number,
            )  # fmt: skip


def _seals(batches: Iterable[tuple[Snapshot, RunState]]) -> Iterable[TodayLine]:
    for snapshot, state in batches:
        cooling = [load.check_from for load in state.loads if load.phase == "cooling" and load.check_from]
        if any(jar.state == "to-check" for jar in state.jars):
            many = sum(1 for jar in state.jars if jar.state == "to-check")
            yield TodayLine(
                "seals", f"seals:{snapshot.id}", f"Check the seals of {snapshot.title}", f"{_jars(many)}, cold by now.", snapshot.id,
                snapshot.number,
            )  # fmt: skip
        elif cooling:
            yield TodayLine(
                "seals", f"seals:{snapshot.id}", f"{snapshot.title} is cooling", "Leave the lids alone; the seals are checked after.",
                snapshot.id, snapshot.number, at=max(cooling),
            )  # fmt: skip


def _days(days: Iterable[DayAhead], now: datetime) -> Iterable[TodayLine]:
    for day in days:
        soon = day.begins.astimezone().date() == now.astimezone().date()
        if day.begun or soon or day.begins > now:
            says = f"{'The day goes on' if day.begun else 'Planned for today' if soon else 'The next planned day'}: {day.title}"
            yield TodayLine("day", f"day:{day.id}", says, "", day=day.id, at=day.begins)


def _look(marked: Marked) -> Iterable[TodayLine]:
    if marked.out:
        says = f"{_jars(marked.out)} to be thrown out"
        yield TodayLine("look", "look:out", says, "Unopened and untasted, in a closed bag. Then say so of each.")
    if marked.recalled:
        says = f"{_jars(marked.recalled)} traced and not told yet"
        yield TodayLine("look", "look:recalled", says, "Whoever has one of them is told.")
    if marked.look:
        says = f"{_jars(marked.look)} to look at: a mate was found wrong"
        yield TodayLine("look", "look:mates", says, "Lid down, no gas, no leak, no cloud that was not there.")
    if marked.missing:
        yield TodayLine("look", "look:missing", f"{_jars(marked.missing)} not found when they were counted", "What became of them?")


def _lacks(stock: Stock) -> Iterable[TodayLine]:
    short = []
    mouths = sorted({lot.mouth for lot in stock.lids})
    for mouth in mouths:
        many = sum(lot.count for lot in stock.lids if lot.mouth == mouth)
        if many < FEW_LIDS:
            short.append(f"{many} new {mouth} {'lid' if many == 1 else 'lids'}")
    if stock.bottles:
        strong = sum(bottle.left_ml for bottle in stock.bottles if bottle.strength >= STRONG)
        if strong < LITTLE_VINEGAR_ML:
            short.append(f"{strong / 1000:.1f} l of vinegar of 5 % or more")
    if short:
        yield TodayLine("lack", "lack", f"Left: {listed(short)}", "Too little for a usual batch.")


def _first(groups: Iterable[Group], today: date) -> Iterable[TodayLine]:
    for group in groups:
        past = group.best_before < today
        says = f"{'Past its best' if past else 'Use first'}: {group.title}"
        yield TodayLine("use-first", f"use-first:{group.batch_id}", says, _jars(group.jars), group.batch_id, group.number)


def _ready(groups: Iterable[Group], today: date) -> Iterable[TodayLine]:
    for group in groups:
        if today - READY_FOR <= group.ready_from <= today:
            yield TodayLine(
                "ready", f"ready:{group.batch_id}", f"Ready to open: {group.title}", _jars(group.jars), group.batch_id, group.number
            )


def copy_is_old(days: int | None) -> bool:
    """Whether the last copy of everything, so many days old, should be taken anew; None: none was ever taken."""
    return days is None or days > OLD_COPY_DAYS


def _copy(days: int | None) -> Iterable[TodayLine]:
    if copy_is_old(days):
        says = "No copy of everything was ever taken" if days is None else f"The last copy of everything is {days} days old"
        yield TodayLine("copy", "copy", says, "A backup, kept on another machine.")
