"""A day as it goes: what was told stays where it was, what is left is pushed along in the same order; nothing moves ahead by itself."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from rheum.core.day.asked import DAY_MIN, Minutes, Told
from rheum.core.day.laid import Day, Laid
from rheum.core.day.lay import clock, long_says


def pushed(day: Day, told: Sequence[Told], now: int, *, awake: Minutes, breaks: Sequence[Minutes]) -> Day:
    """The same plan at a moment of its day: tasks begun or done as they were told, the others no sooner than now, each after what it waits for and
    after what came before it in the same hands, canner or burner; handwork outside breaks and nights. In a sentence how late it is."""
    said = {one.task: one for one in told}
    order = sorted(day.tasks, key=lambda one: (one.start, one.end, one.id))
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


def _lanes(one: Laid) -> list[tuple[str, int]]:
    found = []
    if one.attention == "hands" and one.who is not None:
        found.append(("hands", one.who))
    if one.canner is not None:
        found.append(("canner", one.canner))
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
