"""Where a sentence is cut: a condition without a comma behind it, somebody else who begins to do something, what a joint joins."""

from __future__ import annotations

from rheum.core.facts.grammar import Groups
from rheum.core.recipe.items import Item


def begins_anew(part: tuple[str, list[Item]], item: Item, grammar: Groups) -> bool:
    """Whether an act commands behind a condition without a comma: “when the timer rings | turn off the burner”."""
    when, held = part
    conditional = when in ("when", "once", "if", "as", "after", "before") or (held and held[0].group == "sooner")
    if not conditional or not held or item.group == "tell":
        return False
    finite = any((one.kind == "act" and one.form in ("s", "ed")) or one.low in grammar["finite"] for one in held)
    before = held[-1]
    return finite and before.kind not in ("not", "joint") and before.low not in grammar["not-before-a-command"]


def new_subject(part: tuple[str, list[Item]], item: Item, behind: Item, grammar: Groups) -> bool:
    """Whether somebody begins to do something behind a condition without a comma: “when I am short of time | I fill the jars cold”."""
    when, held = part
    if (
        when not in ("when", "once", "if", "after")
        or item.low not in ("i", "we")
        or behind.kind != "act"
        or behind.group in ("serve", "tell")
    ):
        return False
    finite = any((one.kind == "act" and one.form in ("s", "ed")) or one.low in grammar["finite"] or one.low == "am" for one in held)
    return finite and bool(held) and held[-1].kind not in ("not", "joint")


def act_next(items: list[Item], index: int) -> bool:
    """Whether something is done right behind a joint: “drain or rinse”, and not “onions or peppers”."""
    behind = next((item for item in items[index + 1 :] if item.kind not in ("plain", "not")), None)
    return behind is not None and behind.kind == "act"


def acts_ahead(items: list[Item], index: int, grammar: Groups) -> bool:
    """Whether something is done between this joint and the next."""
    for item in items[index + 1 :]:
        if item.kind == "mark" or (item.kind == "joint" and (item.low in grammar["subordinate"] or item.low in ("then", "but"))):
            return False
        if item.kind == "act":
            return True
        if item.kind == "joint" and item.low in ("and", "or"):
            return False
    return False
