"""A day as it goes: what was told stays where it was, what is left is pushed along in the same order; nothing moves ahead by itself. A better
order is looked for when it is asked for."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from typing import Final

from rheum.core.day.asked import DAY_MIN, Asked, Fixed, Minutes, Told
from rheum.core.day.laid import Day, Laid
from rheum.core.day.lay import NotToBe, clock, lay_out, long_says

# What is due so soon does not move by itself; less than that gained is not worth another order (own pick).
SOON_MIN: Final = 10
WORTH_MIN: Final = 5
# Another order is looked for while somebody cooks: there is time for more effort than for a first plan.
_PATIENCE: Final = 2.5


def pushed(day: Day, told: Sequence[Told], now: int, *, awake: Minutes, breaks: Sequence[Minutes]) -> Day:
    """The same plan at a moment of its day: tasks begun or done as they were told, the others no sooner than now, each after what it waits for and
    after what came before it in the same hands, canner or burner; handwork outside breaks and nights. In a sentence how late it is."""
    said = {one.task: one for one in told}
    order = sorted(day.tasks, key=lambda one: (one.start, one.end, one.id))
    off = _off_the_burner(order)
    placed: dict[str, Laid] = {}
    lanes: dict[tuple[str, int], int] = {}
    for one in order:
        length = one.end - one.start
        known = said.get(one.id)
        if known is not None:
            end = known.done if known.done is not None else max(known.begun + length, now)
            moved = replace(one, start=known.begun, end=end)
        else:
            start = max([one.start, now, *(placed[name].end for name in one.after if name in placed)])
            for lane in _lanes(one):
                # What was laid beside it in its canner, its own load's other tasks, does not hold it up.
                if lane in lanes and _in_turn(day, one, lane):
                    start = max(start, lanes[lane])
            start = max([start, *(placed[name].end for name in off.get(one.id, ()) if name in placed)])
            if one.attention == "hands":
                start = _free(start, length, awake, breaks)
            moved = replace(one, start=start, end=start + length)
        moved = replace(moved, latest=max(moved.start, one.latest))
        placed[one.id] = moved
        for lane in _lanes(one):
            lanes[lane] = max(lanes.get(lane, 0), moved.end)
    tasks = tuple(sorted(placed.values(), key=lambda one: (one.start, one.end, one.id)))
    end = max(one.end for one in tasks)
    late = end - day.end
    says = (_late_says(late, tasks, end), *day.says[1:]) if late else day.says
    return replace(day, tasks=tasks, end=end, minutes=end - day.start, best=day.best and not late, says=says)


@dataclass(frozen=True, slots=True)
class Better:
    """Another order of what is left, that ends earlier; `says`: by how much, and what changes."""

    day: Day
    says: str


def better(asked: Asked, running: Day, told: Sequence[Told], now: int) -> Better | None:
    """Another order of what is left of a running day, if one ends at least five minutes earlier. What was begun does not move, nor what is due
    within ten minutes. None where there is none, or none was found by the usual effort."""
    known = {one.task for one in told}
    soon = [one for one in running.tasks if one.id not in known and one.start < now + SOON_MIN]
    fixed = (*(one for one in asked.fixed if one.task not in known), *(Fixed(one.id, one.start) for one in soon))
    kept = {one.task: one for one in fixed}
    left = replace(asked, start=now, fixed=tuple(kept.values()), told=tuple(told))
    try:
        found = lay_out(left, _PATIENCE)
    except NotToBe:
        return None
    gained = running.end - found.end
    if gained < WORTH_MIN:
        return None
    return Better(found, f"{long_says(gained)} sooner, at {clock(found.end)}: {_what_changes(asked, running, found, known | set(kept))}")


def _what_changes(asked: Asked, running: Day, found: Day, still: set[str]) -> str:
    """The first thing that would be done before what it comes after now."""
    before = {one.id: at for at, one in enumerate(running.tasks)}
    order = [one for one in found.tasks if one.id not in still and one.attention != "none"]
    for at, one in enumerate(order):
        passed = [other for other in order[at + 1 :] if before[other.id] < before[one.id] and other.batch != one.batch]
        if passed:
            title, other = asked.batches[one.batch].title, asked.batches[passed[0].batch].title
            return f"“{one.says}” of {title} at {clock(one.start)}, before “{passed[0].says}” of {other}."
    return "the same order, with less waiting between."


def without(day: Day, batches: Iterable[int]) -> Day:
    """The day without batches that were given up."""
    gone = set(batches)
    tasks = tuple(one for one in day.tasks if one.batch not in gone)
    return replace(day, tasks=tasks, end=max((one.end for one in tasks), default=day.start)) if gone else day


def _lanes(one: Laid) -> list[tuple[str, int]]:
    found = []
    if one.attention == "hands" and one.who is not None:
        found.append(("hands", one.who))
    if one.canner is not None:
        found.append(("canner", one.canner))
    return found


def _off_the_burner(order: Sequence[Laid]) -> dict[str, list[str]]:
    """What must be over before something comes onto its burner: all that was laid on it before by another pot, and that pot's filling where the plan
    kept it on the burner so long."""
    found: dict[str, list[str]] = {}
    for one in order:
        if one.burner is None:
            continue
        for other in order:
            if (
                other.burner != one.burner
                or (other.batch, other.pot) == (one.batch, one.pot)
                or other.end > one.start
                or other.id == one.id
            ):
                continue
            found.setdefault(one.id, []).append(other.id)
            filled = f"{other.batch}.fill-1"
            if any(last.id == filled and last.end <= one.start for last in order):
                found[one.id].append(filled)
    return found


def _in_turn(day: Day, one: Laid, lane: tuple[str, int]) -> bool:
    """Whether in the plan nothing else in the lane runs while this does."""
    return not any(other.id != one.id and lane in _lanes(other) and other.start < one.end and one.start < other.end for other in day.tasks)


def _free(start: int, length: int, awake: Minutes, breaks: Sequence[Minutes]) -> int:
    """The first moment from a start on at which so many minutes of handwork find no break and no night."""
    for _ in range(30):
        day = start // DAY_MIN * DAY_MIN
        spans = [*breaks, (day + awake[1], day + DAY_MIN + awake[0]), (day - DAY_MIN + awake[1], day + awake[0])]
        held = next((span for span in spans if span[0] < start + length and start < span[1] and span[1] > span[0]), None)
        if held is None or length > awake[1] - awake[0]:
            return start
        start = held[1]
    return start


def _late_says(late: int, tasks: Sequence[Laid], end: int) -> str:
    last = max((one for one in tasks if one.do == "lift"), key=lambda one: one.end, default=None)
    what = f"the last load is out at {clock(last.end)}" if last is not None else f"it ends at {clock(end)}"
    return f"{long_says(late)} late: {what}." if late > 0 else f"{long_says(-late)} ahead: {what}."
