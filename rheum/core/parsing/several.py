"""Two recipes or more in one text: where each begins, and what it is called."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import groupby
from typing import Final

from rheum.core.parsing.blocks import Block
from rheum.core.parsing.recipe import RecipeLine, RecipePart

_LEAST: Final = 3
_LONGEST_NAME: Final = 60
_ABOVE: Final = ("heading", "aside", "title")
_LISTED: Final = ("list", "per-jar", "soak")


def recipes_in(blocks: Sequence[Block], lines: Sequence[RecipeLine], last: int) -> tuple[RecipePart, ...]:
    """The recipes of a text, each with its title and its first and last line; none where there is but one. A list behind a method begins
    another recipe where both have at least three ingredients and an acid of their own: one recipe told in two parts sours once.
    `last`: the number of the text's last line."""
    told = [block for block in blocks if block.role in (*_LISTED, "method")]
    runs = [(listed, [*group]) for listed, group in groupby(told, key=lambda block: block.role in _LISTED)]
    starts: list[Block] = []
    cooked = True
    for listed, group in runs:
        if listed and cooked and _whole(group, lines):
            starts.append(group[0])
            cooked = False
        elif not listed:
            cooked = True
    if len(starts) < 2:
        return ()
    begins = [1, *(_head(start, blocks) for start in starts[1:])]
    ends = [*(number - 1 for number in begins[1:]), last]
    return tuple(RecipePart(_title(first, to, blocks, lines), first, to) for first, to in zip(begins, ends, strict=True))


def _whole(group: Sequence[Block], lines: Sequence[RecipeLine]) -> bool:
    numbers = {block.number for block in group}
    held = [line for line in lines if line.number in numbers and line.amount is not None]
    return len(held) >= _LEAST and any(line.ingredient.role.acid for line in held)


def _head(start: Block, blocks: Sequence[Block]) -> int:
    """Where a recipe begins: at its list, or at the title and the heading above it."""
    before = [block for block in blocks if block.number < start.number]
    first = start.number
    while (
        before
        and len(before[-1].text) <= _LONGEST_NAME
        and before[-1].text[-1:] not in ".!?;"
        and (before[-1].role in _ABOVE or _alone(before, first))
    ):
        first = before.pop().number
    return first


def _alone(before: Sequence[Block], first: int) -> bool:
    """Whether the block above is a line between empty ones that ends no sentence: a title that begins like a step (“Choose-your-own …”)."""
    line = before[-1]
    apart = len(before) < 2 or before[-2].number < line.number - 1
    return apart and line.number < first - 1 and line.text[-1:] != ":"


def _title(first: int, to: int, blocks: Sequence[Block], lines: Sequence[RecipeLine]) -> str:
    """The first line of a part that is no ingredient and no heading of a list; else the line it begins on."""
    read = {line.number for line in lines}
    for block in blocks:
        if first <= block.number <= to and block.role in ("title", "list", "aside", "heading") and block.number not in read:
            name = block.text.strip("#*_ :")
            if name and block.role != "heading":
                return name[:_LONGEST_NAME]
        elif first <= block.number <= to:
            break
    return f"the one from line {first}"
