"""Where a sentence is cut: a condition without a comma behind it, somebody else who begins to do something, what a joint joins."""

from __future__ import annotations

from typing import Final

from rheum.core.recipe.items import SUBORDINATE, Item


def begins_anew(part: tuple[str, list[Item]], item: Item) -> bool:
    """Whether an act commands behind a condition without a comma: “when the timer rings | turn off the burner”."""
    when, held = part
    conditional = when in ("when", "once", "if", "as", "after", "before") or (held and held[0].group == "sooner")
    if not conditional or not held or item.group == "tell":
        return False
    finite = any((one.kind == "act" and one.form in ("s", "ed")) or one.low in _FINITE for one in held)
    before = held[-1]
    return finite and before.kind not in ("not", "joint") and before.low not in _NOT_BEFORE


def new_subject(part: tuple[str, list[Item]], item: Item, behind: Item) -> bool:
    """Whether somebody begins to do something behind a condition without a comma: “when I am short of time | I fill the jars cold”."""
    when, held = part
    if (
        when not in ("when", "once", "if", "after")
        or item.low not in ("i", "we")
        or behind.kind != "act"
        or behind.group in ("serve", "tell")
    ):
        return False
    finite = any((one.kind == "act" and one.form in ("s", "ed")) or one.low in _FINITE or one.low == "am" for one in held)
    return finite and bool(held) and held[-1].kind not in ("not", "joint")


_FINITE: Final = frozenset({"is", "are", "was", "were", "has", "have", "begin", "start", "run", "need", "fall", "drop"})
_NOT_BEFORE: Final = frozenset(
    "to can will should must may could would might i you we they it a the and or this that your its not dont".split()
)


def act_next(items: list[Item], index: int) -> bool:
    """Whether something is done right behind a joint: “drain or rinse”, and not “onions or peppers”."""
    behind = next((item for item in items[index + 1 :] if item.kind not in ("plain", "not")), None)
    return behind is not None and behind.kind == "act"


def acts_ahead(items: list[Item], index: int) -> bool:
    """Whether something is done between this joint and the next."""
    for item in items[index + 1 :]:
        if item.kind == "mark" or (item.kind == "joint" and item.low in SUBORDINATE | {"then", "but"}):
            return False
        if item.kind == "act":
            return True
        if item.kind == "joint" and item.low in ("and", "or"):
            return False
    return False
