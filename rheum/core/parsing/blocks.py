"""What each line of a text is: title, heading, list, lines of each jar, soak, method, aside.

Decided for the whole text at once as a best path over list, method and aside, from what a line looks like and stands next to. An aside
hides no food: a line with an amount of something that may be eaten is list wherever it stands, save a table of nutrients.
"""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Final, Literal, NamedTuple

from rheum.core.facts.ingredients import Catalogue
from rheum.core.measures.amount import AmountError, amount_at
from rheum.core.measures.units import kind_of, unit_named
from rheum.core.measures.words import settled, tokens
from rheum.core.parsing.headings import Heading, heading_of, is_yield_alone, lows_of, names_a_part, unmarked
from rheum.core.parsing.hidden import bare_food, only_tells, some_of_it
from rheum.core.parsing.look import Look, begins_with_amount, is_run_on, look_of, tells_nutrients
from rheum.core.parsing.plain_lines import strip_bullet
from rheum.core.parsing.recipe import Role
from rheum.core.parsing.sentences import sentences
from rheum.core.parsing.wrapping import bare_steps, captions_of, tabbed, unwrapped

Kind = Literal["list", "method", "aside"]


_KINDS: Final[tuple[Kind, ...]] = ("list", "method", "aside")


# A card with two columns: “Sugar, 2 c          Water, 2 c”.
_COLUMNS: Final = re.compile(r"[^\S\n]{3,60}")


_RULE: Final = re.compile(r"[-=*_~#\s.·•—–]+")


_BLANKS: Final = re.compile(r"[^\S\n]{9,}")


_LONGEST_TITLE: Final = 120


@dataclass(frozen=True, slots=True)
class Block:
    """One line: its number, its role, the words that count (without its mark or heading), the jar size of a line of each jar, and whether it
    is furniture (yields, times, ratings); `nutrients`: it tells of nothing else, and is not heard;
    `continued`: it goes on with a line above, which has its words."""

    number: int
    role: Role
    text: str
    per_jar: str | None = None
    furniture: bool = False
    nutrients: bool = False
    continued: bool = False


def _costs(look: Look) -> dict[Kind, float]:
    if look.furniture:
        return {"list": 6.0, "method": 4.0, "aside": 0.0}
    as_list = 3.5
    if look.amount:
        as_list = (3.0 if look.food else 4.5) if look.sentence and look.words > 12 else 0.0 if look.food else 1.5
    elif look.imperative:
        as_list = 6.0
    elif look.food and look.words <= 6 and not look.sentence:
        as_list = 1.0
    elif look.sentence:
        as_list = 5.0
    as_method = 3.5
    if look.imperative:
        as_method = 0.0
    elif look.numbered:
        as_method = 0.5
    elif look.sentence:
        as_method = 1.0 if look.kitchen else 2.0
    elif look.amount:
        as_method = 4.0
    as_aside = 2.0
    if look.amount:
        as_aside = 7.0 if look.food else 2.0
    elif look.imperative:
        as_aside = 4.0
    elif look.sentence:
        as_aside = 1.5
    return {"list": as_list, "method": as_method, "aside": as_aside}


_STEP_COST: Final[dict[tuple[Kind, Kind], float]] = {
    ("list", "list"): 0.0, ("list", "method"): 0.5, ("list", "aside"): 1.0,
    ("method", "method"): 0.0, ("method", "list"): 3.0, ("method", "aside"): 1.5,
    ("aside", "aside"): 0.0, ("aside", "list"): 0.5, ("aside", "method"): 2.0,
}  # fmt: skip


_AFTER: Final[dict[str, dict[Kind, float]]] = {
    "list": {"list": 0.0, "method": 2.0, "aside": 2.0},
    "per-jar": {"list": 0.0, "method": 2.5, "aside": 3.0},
    "soak": {"list": 0.0, "method": 2.5, "aside": 3.0},
    "method": {"list": 3.5, "method": 0.0, "aside": 1.5},
    "aside": {"list": 3.0, "method": 3.5, "aside": 0.0},
    "note": {"list": 3.0, "method": 8.0, "aside": 0.0},  # “Notes: …” on the line itself
    "step": {"list": 7.0, "method": 0.0, "aside": 6.0},  # “Step: …”, the heading on the line itself
    "start": {"list": 0.0, "method": 3.0, "aside": 0.5},
}


class _Line(NamedTuple):
    number: int
    text: str
    look: Look
    heading: Heading | None
    after: str | None


# An amount that is typed changes no look: most keystrokes leave the way as it was.
@lru_cache(maxsize=256)
def _path(lines: tuple[tuple[Look, str | None], ...]) -> tuple[Kind, ...]:
    """The cheapest way through list, method and aside, by what each line looks like and stands behind."""
    best: dict[Kind, tuple[float, tuple[Kind, ...]]] = {}
    listed = False
    for look, after in lines:
        costs = _costs(look)
        enter = _AFTER[after] if after else None
        new: dict[Kind, tuple[float, tuple[Kind, ...]]] = {}
        for kind in _KINDS:
            if not best:
                new[kind] = ((enter or _AFTER["start"])[kind] + costs[kind], (kind,))
                continue
            options = [
                (
                    cost
                    + (
                        enter[kind]
                        if enter
                        else _STEP_COST[before, kind] + (1.5 if before == "aside" and kind == "method" and not listed else 0.0)
                    ),
                    way,
                )
                for before, (cost, way) in best.items()
            ]
            cost, way = min(options, key=lambda item: item[0])
            new[kind] = (cost + costs[kind], (*way, kind))
        best = new
        listed = listed or (look.amount and look.food)
    return min(best.values(), key=lambda item: item[0])[1] if best else ()


def blocks_of(lines: Sequence[str], catalogue: Catalogue, said: dict[int, str] | None = None) -> tuple[Block, ...]:
    """The blocks of a text, a line each; empty lines and rules have none. `said`: roles that a person gave lines, by number."""
    said = said or {}
    out: list[Block] = []
    content: list[_Line] = []
    after: str | None = None
    lasting: str | None = None
    started = False
    steps = bare_steps(lines)
    joined = unwrapped(lines, catalogue)
    captions = captions_of(joined, catalogue)
    for number, raw, _ in joined:
        line = _BLANKS.sub(" ", tabbed(raw, catalogue) if "\t" in raw else raw).strip().strip("\ufeff")
        if not line or _RULE.fullmatch(line):
            continue
        if number in steps:
            line = line.replace(" ", ". ", 1)  # “3 Fill the jars …”
        if any(mark in line for mark in "»›") and (not started or not any(char.isdigit() for char in line)):
            content.append(_Line(number, line, look_of(line, catalogue)._replace(amount=False, furniture=True), None, after))
            continue  # where on a site the page stands
        heading = _CAPTION if number in captions else _heading(line, catalogue)
        if not started:
            started = True
            if (
                heading is not None
                and heading.kind in ("list", "aside")
                and ":" not in line
                and not {"ingredients", "ingredient"} & set(lows_of(line))
            ):
                heading = None  # “# Peppers”, “With equipment”: a title
            if heading is None and not _setting(line, catalogue) and _is_title(line, catalogue):
                out.append(Block(number, "title", unmarked(line)[0].removeprefix("Title:").strip().rstrip(":")[:_LONGEST_TITLE]))
                continue
        if heading is not None and not _setting(line, catalogue):
            out.append(Block(number, "heading", line, heading.per_jar))
            after = heading.kind
            lasting = heading.kind if heading.kind != "aside" else lasting
            if heading.rest:
                content.append(
                    _Line(
                        number,
                        heading.rest,
                        look_of(heading.rest, catalogue),
                        heading,
                        {"method": "step", "aside": "note"}.get(after, after),
                    )
                )
                after = lasting if heading.kind == "aside" else None  # “Notes: …” is said of its own line only
            else:
                content.append(_Line(number, "", look_of("x", catalogue), heading, "mark"))
            continue
        line = line.lstrip("# ") if line.startswith("##") else line
        columns = [look for look in ((part, look_of(part, catalogue)) for part in _columns(raw)) if look[1].food]
        if len(columns) == 2:
            content += [_Line(number, part, look, None, after) for part, look in columns]
            after = None
            continue
        look = look_of(line, catalogue)
        if is_yield_alone(unmarked(line)[0], catalogue.lexicon.blocks) and not any(one.look.amount and one.look.food for one in content):
            look = look._replace(amount=False, furniture=True)  # before any line of the list
        content.append(_Line(number, line, look, None, after))
        after = None
    out += _roles(content, catalogue, said)
    over = {line.number: line.over for line in joined if line.over}
    out += [replace(block, number=number, text="", continued=True) for block in out for number in over.get(block.number, ())]
    return tuple(sorted(out, key=lambda block: (block.number, block.role != "heading")))


def _heading(line: str, catalogue: Catalogue) -> Heading | None:
    heading = heading_of(line, catalogue) if not _SERVED.match(line) else None
    goes_on = heading is not None and heading.kind == "per-jar" and _goes_on(heading.rest, catalogue)
    return None if goes_on else heading


def _columns(raw: str) -> list[str]:
    """The two things of a line that stand in two columns, each with a figure; none where it is not that."""
    parts = [part.strip() for part in _COLUMNS.split(raw.strip()) if part.strip()]
    return parts if len(parts) == 2 and all(any(char.isdigit() for char in part) for part in parts) else []


_CAPTION: Final = Heading("list", None, "")
_SERVED: Final = re.compile(r"servings?:? ?[\d¼½¾]", re.I)


@lru_cache(maxsize=4096)
def _setting(line: str, catalogue: Catalogue) -> bool:
    """“Jars: pint”, “Headspace: 1/2 in”, “Process: 10 min”: a line that sets one thing."""
    name, _, rest = line.partition(":")
    if not rest.strip():
        return False
    lows = lows_of(name)
    return (
        len(lows) == 1
        and lows[0] in catalogue.lexicon.blocks.group["setting"]
        and not (lows[0] == "jar" and begins_with_amount(rest) and "jar" not in rest)
    ) or (lows in (["jar", "size"], ["head", "space"], ["processing", "time"], ["process", "time"]))


_OF_THREE: Final = 3


def _goes_on(rest: str, catalogue: Catalogue) -> bool:
    """“In each hot pint: half a clove of garlic and a head of dill. Pack in the beans …”: told in sentences, of which a later one commands."""
    return any(look_of(sentence, catalogue).imperative for sentence in sentences(rest, catalogue.lexicon.blocks)[1:])


def _is_title(line: str, catalogue: Catalogue) -> bool:
    """A first line that begins with an amount, or is nothing but a spice's or salt's name, is no title."""
    text, _ = unmarked(line)
    clean = strip_bullet(text)
    bare = catalogue.exactly(clean)
    if bare is not None and bare.role.role in ("spice", "salt"):
        return False
    look = look_of(text, catalogue)
    if is_run_on(text):
        return False
    if look.furniture and clean.partition(":")[1]:
        return False
    found = tokens(settled(clean[:200]))
    try:
        read = amount_at(found, 0) if found else None
    except AmountError:
        return False
    if len(found) > _OF_THREE and found[1].text == "-" and found[2].kind == "word" and unit_named(found[2].text) is None:
        return True  # “3-bean salad”
    if read is None:
        return not (look.sentence and look.words > (12 if look.kitchen else 25))
    return not (found[0].kind == "number" or kind_of(read.amount.unit) != "count" or (read.amount.unit != "each" and read.to < len(found)))


def _roles(content: list[_Line], catalogue: Catalogue, said: dict[int, str]) -> list[Block]:
    real = [line for line in content if line.after != "mark"]
    marks = {line.number: line.heading for line in content if line.heading is not None}
    fixed: list[_Line] = []
    pending: str | None = None
    for line in content:
        if line.after == "mark":
            assert line.heading is not None
            pending = line.heading.kind
            continue
        fixed.append(line if line.after else line._replace(after=pending))
        pending = None
    kinds = _path(tuple((line.look, line.after) for line in fixed))
    out: list[Block] = []
    section: Heading | None = None
    places = sorted(marks)
    # “For the lime soak: 1 1/2 cups lime, 1 gallon water” is said of its own line only.
    there = {line.number for line in real}
    alone = {
        number
        for number, mark in marks.items()
        if any(char.isdigit() for char in mark.rest) and (mark.kind == "soak" or (mark.kind == "per-jar" and number + 1 not in there))
    }
    last: _Line | None = None
    for index, (line, kind) in enumerate(zip(real, kinds, strict=True)):
        look = line.look
        behind = last is not None and last.number == line.number - 1
        before_list = index + 1 < len(real) and kinds[index + 1] == "list" and real[index + 1].number == line.number + 1
        if before_list and names_a_part(line.text, catalogue):
            kind = "aside"  # noqa: PLW2901 - “Marinade”, over what goes into it
        elif kind == "aside" and (
            (behind and bare_food(look, line.text, catalogue)) or ((behind or before_list) and some_of_it(look, line.text, catalogue))
        ):
            kind = "list"  # noqa: PLW2901 - “squash”, right behind a line of the list: of it nobody knows how much
        elif kind == "list" and not look.amount and line.text.startswith("(") and only_tells(line.text, catalogue):
            kind = "aside"  # noqa: PLW2901 - “(works for sprouts too)”
        bare = not (look.amount or look.food or line.heading)
        if kind == "list" and bare and look.kitchen and look.words >= _A_STEP and _EVERYTHING.match(line.text):
            kind = "method"  # noqa: PLW2901 - “Everything in the pot, stir till it boils”, under the list's own marks
        last = line if kind == "list" else None
        before = [number for number in places if number <= line.number and (number == line.number or number not in alone)]
        section = marks[before[-1]] if before else None
        out.append(_block(line, kind, section, catalogue, role=said.get(line.number)))
    return out


_A_STEP: Final = 5
_EVERYTHING: Final = re.compile(r"\W{0,6}(?:everything|all|it all|the lot)\b", re.I)


def _block(line: _Line, kind: Kind, section: Heading | None, catalogue: Catalogue, *, role: str | None) -> Block:
    look = line.look
    if _setting(line.text, catalogue) and role is None:
        return Block(line.number, "method", line.text)
    if role is None and tells_nutrients(line.text, catalogue, under=section is not None and section.nutrients):
        return Block(line.number, "aside", line.text, furniture=True, nutrients=True)
    if (
        kind != "list"
        and look.amount
        and look.food
        and not look.furniture
        and not (look.sentence and look.words > 12)
        and not look.imperative
        and not look.numbered
    ):
        kind = "list"
    if role in ("list", "per-jar", "soak", "method", "aside"):
        if role in ("method", "aside") and look.amount and look.food:
            role = "list"  # no role takes a line with an amount of food out of the jar
        part: Role = role  # type: ignore[assignment]
        return Block(line.number, part, line.text, "" if role == "per-jar" else None, look.furniture)
    if kind == "list":
        if section is not None and section.kind in ("per-jar", "soak"):
            return Block(line.number, section.kind, line.text, section.per_jar, look.furniture)
        return Block(line.number, "list", line.text, None, look.furniture)
    return Block(line.number, kind, line.text, None, look.furniture)


def with_role(block: Block, role: Role) -> Block:
    """The block in another role."""
    return replace(block, role=role)
