"""What would make this recipe a tested one: the remedies of what stands in the way, taken one after the other until nothing does.

There is one arithmetic: a step of the way is what the remedies beside the lines do, in the order in which one would do it (the acid first, then
what is held against it), and each figure is the one that stands there. Where that leads nowhere the formula is written out at this size."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, field, replace
from typing import Any, Final

from rheum.core.facts.circumstances import Settings
from rheum.core.facts.library import Library
from rheum.core.judging.check import Judged, check_text, judge
from rheum.core.judging.codes import CODES
from rheum.core.judging.findings import Destination, Finding
from rheum.core.judging.verdict import Verdict
from rheum.core.matching.match import Match
from rheum.core.matching.measured import worse_bulk
from rheum.core.measures.refused import RequestError
from rheum.core.parsing.changes import Change, apply_changes, lines_of
from rheum.core.parsing.recipe import RecipeLine
from rheum.core.parsing.text import UnreadableRecipe
from rheum.core.parsing.writing import formula_text

_ROUNDS: Final = 16


@dataclass(frozen=True, slots=True)
class Step:
    """One change on the way: what it does, the line before and after, and the verdict with this step alone."""

    says: str
    line: int | None
    before: str
    after: str
    changes: tuple[Change, ...]
    destination: Destination
    limits: int


@dataclass(frozen=True, slots=True)
class Becoming:
    """The way from a recipe to a formula. `text` and `settings` are what stands at its end; `written_anew` tells that only
    writing the formula out at this size gets there."""

    formula_id: str
    formula_title: str
    scale: float
    destination_now: Destination
    limits_now: int
    steps: tuple[Step, ...]
    text: str
    settings: dict[str, Any]
    destination: Destination
    limits: int
    written_anew: bool


@dataclass(slots=True)
class _Line:
    """A line on the way, and the number it had at the beginning; None for one that was put in."""

    origin: int | None
    text: str


@dataclass(slots=True)
class _Way:
    """A text on its way, line by line, with what was set and what was said of each line."""

    lines: list[_Line]
    ended: bool
    sets: dict[str, Any] = field(default_factory=dict)
    set_says: dict[str, str] = field(default_factory=dict)
    says: dict[int, str] = field(default_factory=dict)

    @classmethod
    def of(cls, text: str) -> _Way:
        lines = list(lines_of(text))
        ended = bool(lines) and not lines[-1]
        return cls([_Line(number, line) for number, line in enumerate(lines[:-1] if ended else lines, start=1)], ended)

    @property
    def text(self) -> str:
        return "\n".join(line.text for line in self.lines) + ("\n" if self.ended else "")

    def take(self, changes: tuple[Change, ...], says: str) -> None:
        """Apply changes, as apply_changes does, and remember where each line came from."""
        order = {"insert": 0, "replace": 1, "remove": 1, "set": 2}
        for change in sorted(changes, key=lambda one: (-(one.line or 0), -order[one.op])):
            at = (change.line or 0) - 1
            if change.op == "set":
                self.sets[str(change.setting)] = change.value
                self.set_says[str(change.setting)] = says
                continue
            new = [_Line(None, text) for text in lines_of(change.text or "")]
            if change.op == "insert":
                self.lines[at:at] = new
                continue
            origin = self.lines[at].origin
            if origin is not None:
                self.says[origin] = says
            if change.op == "remove":
                del self.lines[at]
            else:
                new[0].origin = origin
                self.lines[at : at + 1] = new


def _bars(verdict: Verdict) -> list[Finding]:
    return [found for found in verdict.findings if CODES[found.code].group != "after" and found.level in ("stop", "limit")]


def _limits(verdict: Verdict) -> int:
    return len(_bars(verdict))


def _round(judged: Judged) -> Iterator[tuple[tuple[Change, ...], str]]:
    """The remedies to take next: those of the acid first, for all else is held against it; of what is left one a line; at the very last what
    nobody understood goes."""
    mended = [(found, found.remedy) for found in _bars(judged.verdict) if found.remedy is not None and found.remedy.changes]
    acid = [one for one in mended if CODES[one[0].code].group == "acid"]
    # How much water there may be follows from how much acid there is.
    acid = [one for one in acid if one[0].code != "water-added"] or acid
    touched: set[int | str | None] = set()
    for _, remedy in acid or mended:
        at = {change.setting if change.op == "set" else change.line for change in remedy.changes if change.op != "insert"}
        inserts = any(change.op == "insert" for change in remedy.changes)
        if at & touched or (inserts and "insert" in touched):
            continue
        touched |= at | ({"insert"} if inserts else set())
        yield remedy.changes, remedy.says
    if not mended:
        source = judged.case.recipe.source
        for unread in judged.case.recipe.unread:
            if unread.line and unread.text.strip() == source[unread.line - 1].strip() and unread.line not in touched:
                touched.add(unread.line)
                yield (Change("remove", unread.line),), f"Take out what was not understood: {unread.text}"


def _main_scale(match: Match) -> float:
    """How many batches of the formula the main produce is; by the fullest slot where the main one is missing."""
    ratios = [(slot.grams, ratio) for slot in match.profile.slots if (ratio := match.ratio(slot)) and slot not in match.missing]
    return max(ratios)[1] * match.scale if ratios else match.scale


def becoming(text: str, settings: Settings, formula_id: str, library: Library) -> Becoming:
    """The way from a recipe to a formula. RequestError for a formula that is not there, UnreadableRecipe for an empty text."""
    settings = replace(settings, formula_id=formula_id)
    judged = judge(text, settings, library)
    match = judged.case.match
    assert match is not None
    way = _Way.of(text)
    end: Judged | None = judged
    for _ in range(_ROUNDS):
        taken = list(_round(end)) if end is not None and end.verdict.destination != "shelf" else []
        if not taken:
            break
        changes = tuple(change for one, _ in taken for change in one)
        # Each line is told by the last remedy that touched it; all of a round count lines alike.
        said = {id(change): says for one, says in taken for change in one}
        _take_round(way, changes, said)
        end = _judged_if_read(way, settings, library)
    at_end = end.verdict if end is not None else None
    steps = tuple(_judged(text, settings, one, library) for one in _steps(way, judged, end))
    whole, sets, anew = way.text, {"formula_id": formula_id, **way.sets}, False
    if at_end is None or at_end.destination != "shelf":
        metric = any(line.amount is not None and line.amount.unit in ("g", "kg", "ml", "l") for line in judged.case.recipe.in_jar)
        fresh = formula_text(match.formula, "metric" if metric else "us", _main_scale(match))
        kept = Settings(
            settings.altitude, method=settings.method, measures=settings.measures, formula_id=formula_id, choices=settings.choices
        )
        written = check_text(fresh, kept, library)
        if at_end is None or written.destination == "shelf" or _limits(written) < _limits(at_end):
            whole, at_end, sets, anew = fresh, written, {"formula_id": formula_id}, True
    return Becoming(
        formula_id=formula_id,
        formula_title=match.formula.title,
        scale=round(_main_scale(match), 4),
        destination_now=judged.verdict.destination,
        limits_now=_limits(judged.verdict),
        steps=steps,
        text=whole,
        settings=sets,
        destination=at_end.destination,
        limits=_limits(at_end),
        written_anew=anew,
    )


def _take_round(way: _Way, changes: tuple[Change, ...], said: dict[int, str]) -> None:
    """All changes of a round, from the bottom up, so that each counts the lines as they stood before it."""
    order = {"insert": 0, "replace": 1, "remove": 1, "set": 2}
    for change in sorted(changes, key=lambda one: (-(one.line or 0), -order[one.op])):
        way.take((change,), said[id(change)])


def _judged_if_read(way: _Way, settings: Settings, library: Library) -> Judged | None:
    """The text on its way, judged as it is set so far; None where nothing in it can be read any more."""
    try:
        return judge(way.text, replace(settings, **way.sets), library)
    except (UnreadableRecipe, RequestError):
        return None


Draft = tuple[str, str, int | None, tuple[Change, ...], str]


def _steps(way: _Way, judged: Judged, end: Judged | None) -> Iterator[Draft]:
    """What the way came to, a line of the recipe as it was at a time."""
    before = dict(enumerate(lines_of(way_source(judged)), start=1))
    names = {line.number: line.ingredient.name for line in judged.case.recipe.lines}
    after = {line.number: line for line in end.case.recipe.lines} if end is not None else {}
    left = {line.origin: (at, line.text) for at, line in enumerate(way.lines, start=1) if line.origin is not None}
    for number, text in before.items():
        if number in left and left[number][1] == text:
            continue
        name = names.get(number)
        says = way.says.get(number, "")
        if number not in left:
            if number in way.says:
                yield f"Take {name} out" if name else says, text.strip(), number, (Change("remove", number),), ""
            continue
        at, new = left[number]
        read = after.get(at)
        if read is not None and name is not None:
            says = _told(judged, number, read)
        yield says, text.strip(), number, (Change("replace", number, new),), new.strip()
    yield from _put_in(way, len(before))
    for setting, value in way.sets.items():
        yield way.set_says[setting], "", None, (Change("set", setting=setting, value=value),), str(value)


def _put_in(way: _Way, last: int) -> Iterator[Draft]:
    """The lines that were put in, those that stand together as one step, before the line that they stand before."""
    block: list[str] = []
    ends = [*way.lines, _Line(last + 1, "")]
    for line in ends:
        if line.origin is None:
            block.append(line.text)
        elif block:
            text = "\n".join(block)
            yield (
                f"Put in {text.splitlines()[-1].split(',')[0].strip()}",
                "",
                line.origin,
                (Change("insert", line.origin, text),),
                text.strip(),
            )
            block = []


def way_source(judged: Judged) -> str:
    """The text of a judged recipe, line by line as it was pasted."""
    source = list(judged.case.recipe.source)
    return "\n".join(source[:-1] if source and not source[-1] else source)


def _told(judged: Judged, number: int, now: RecipeLine) -> str:
    """What was done to an ingredient line, in a word."""
    was = next(line for line in judged.case.recipe.lines if line.number == number)
    name = now.ingredient.name
    if name != was.ingredient.name:
        return f"{name[0].upper()}{name[1:]} instead"
    held = [worse_bulk(line, judged.case.family) for line in (was, now)]
    grams = [one.grams[1] for one in held if one is not None]
    if len(grams) < len(held) or grams[0] == grams[1]:
        return f"{name[0].upper()}{name[1:]} as the formula has it"
    return f"{'More' if grams[1] > grams[0] else 'Less'} {name}"


def _judged(text: str, settings: Settings, draft: Draft, library: Library) -> Step:
    says, before, line, changes, after = draft
    changed, sets = apply_changes(text, changes)
    try:
        verdict = check_text(changed, replace(settings, **{key: value for key, value in sets.items() if key != "formula_id"}), library)
    except (UnreadableRecipe, RequestError):
        return Step(says=says, line=line, before=before, after=after, changes=changes, destination="fridge", limits=0)
    return Step(says=says, line=line, before=before, after=after, changes=changes, destination=verdict.destination, limits=_limits(verdict))
