"""Words of acts that are said of a thing and command nothing: “filled jars”, “a good stir”, “thin spears work best”."""

from __future__ import annotations

from typing import Final

from rheum.core.facts.grammar import Groups
from rheum.core.recipe.items import Item


def as_adjectives(items: list[Item], grammar: Groups) -> list[Item]:
    """Participles that stand before a thing are said of it (“filled jars”, “boiling brine”); the rest are acts."""
    out: list[Item] = []
    for index, item in enumerate(items):
        if item.kind == "act" and item.form in ("ed", "ing"):
            behind = next(
                (
                    other
                    for other in items[index + 1 : index + 4]
                    if other.kind not in ("plain", "state") and not (other.kind == "act" and other.form == "ed")
                ),
                None,
            )
            before = items[index - 1] if index else None
            noun = behind is not None and behind.kind in ("thing", "food") and behind.at - item.at <= 4
            near = items[index + 1] if index + 1 < len(items) else None
            direct = (
                near is not None
                and near.low not in ("hers", "mine")
                and near.kind in ("thing", "food", "act", "state")
                and near.low not in grammar["pronoun"]
            )
            closed = [other.low for other in items[index + 1 : index + 3]]
            if item.form == "ed" and before is not None and before.low == "(" and ")" in closed:
                out.append(item._replace(kind="plain", group="plain"))
                continue  # “a clove of garlic (crushed)”
            if (
                item.low == "skinned"
                and before is not None
                and item.at - before.at == len(("tough", "-"))
                and before.kind in ("plain", "state")
            ):
                out.append(item._replace(kind="plain", group="plain"))
                continue  # “the tough-skinned ones”
            joined = before is not None and before.low == "well" and item.at - before.at == 2  # “well-mixed dressing”
            if item.form == "ed" and noun and direct and not (before is not None and before.low in grammar["link"] and not joined):
                out.append(item._replace(kind="plain", group="plain"))
                continue
            if (
                item.form == "ing"
                and noun
                and direct
                and near is not None
                and near.kind in ("thing", "food")
                and item.group in ("boil", "simmer")
                and (before is None or before.kind == "mark")
            ):
                out.append(item._replace(kind="plain", group="plain"))
                continue
            if (
                item.form == "ing"
                and noun
                and direct
                and before is not None
                and (
                    before.low in grammar["article"]
                    or before.kind in ("state", "figure")
                    or before.group in ("put", "fill", "combine", "cover", "use")
                )
                and before.low not in grammar["place-word"]
            ):
                out.append(item._replace(kind="plain", group="plain"))
                continue
            if (
                item.form == "ing"
                and item.group in ("boil", "simmer", "tell", "free", "heat")
                and noun
                and direct
                and before is not None
                and before.low in grammar["place-word-too"]
            ):
                out.append(item._replace(kind="plain", group="plain"))
                continue
        if item.kind == "act" and item.low in grammar["adjective-too"] and _in_a_chain(items, index, grammar):
            out.append(item._replace(kind="plain", group="plain"))  # “a cool, dry, dark cupboard”
            continue
        if _in_a_row(items, index):
            out.append(item._replace(kind="plain", group="plain"))  # “6 cups of peeled, cored, chopped tomatoes”
            continue
        if _postposed(items, index):
            out.append(item._replace(kind="plain", group="plain"))  # “with the spices tied in muslin”
            continue
        if item.kind == "act" and item.low in grammar["adjective-too"] and _said_of(items, index):
            out.append(item._replace(kind="plain", group="plain"))  # “thin spears work best”
            continue
        if (
            item.kind == "act"
            and item.form == "base"
            and index
            and items[index - 1].low in grammar["eaten-beside"]
            and _before_food(items, index)
        ):
            out.append(item._replace(kind="plain", group="plain"))  # “with roast turkey”
            continue
        if (
            item.kind == "act"
            and item.form == "base"
            and item.to - item.at == 1
            and index
            and items[index - 1].low in grammar["before-a-noun"]
            and item.group not in ("boil", "simmer", "blanch", "process")
        ):
            out.append(item._replace(kind="plain", group="plain"))  # “a good stir”, “the soak”
            continue
        out.append(item)
    return out


def _before_food(items: list[Item], index: int) -> bool:
    return index + 1 < len(items) and items[index + 1].kind == "food" and items[index + 1].at == items[index].to


def _in_a_chain(items: list[Item], index: int, grammar: Groups) -> bool:
    """Whether a word is one of several adjectives behind an article, with more of them or a thing behind it."""
    before = index - 1
    while before >= 0 and (
        items[before].low in (",", "and") or items[before].low in grammar["adjective-too"] or items[before].low in grammar["place-looks"]
    ):
        before -= 1
    behind = items[index + 1] if index + 1 < len(items) else None
    followed = behind is not None and (
        behind.low in (",", "and") or behind.low in grammar["place-looks"] or behind.kind in ("thing", "food")
    )
    return before >= 0 and before < index - 1 and items[before].low in grammar["some-of-it"] and followed


_MADE_READY: Final = frozenset({"peel", "trim", "cut", "mince", "wash", "drain", "blanch", "strain", "tie"})


def _in_a_row(items: list[Item], index: int) -> bool:
    """Whether a participle is one of several before a food, behind its amount."""
    if items[index].kind != "act" or not items[index].low.endswith("ed") or items[index].group not in _MADE_READY:
        return False
    first = index
    while first and (items[first - 1].low in (",", "and", "&") or _ready(items[first - 1])):
        first -= 1
    behind = index + 1
    while behind < len(items) and (items[behind].low in (",", "and", "&") or _ready(items[behind]) or items[behind].low.endswith("ly")):
        behind += 1
    told = first > 0 and (items[first - 1].kind == "figure" or items[first - 1].low in ("of", "the", "your"))
    return told and behind < len(items) and items[behind].kind == "food" and behind - index > 1


def _ready(item: Item) -> bool:
    return (item.kind == "act" and item.low.endswith("ed") and item.group in _MADE_READY) or item.kind == "state"


# How a thing was made ready, which changes nothing of what is done with it.
_READY: Final = frozenset({"tie", "cut", "trim", "peel", "wash"})


def _postposed(items: list[Item], index: int) -> bool:
    """Whether a participle stands behind its thing in a sentence that commands something else."""
    item = items[index]
    if (
        item.kind != "act"
        or not item.low.endswith("ed")
        or item.group not in _READY
        or not index
        or items[index - 1].kind not in ("thing", "food")
    ):
        return False
    return any(one.kind == "act" and one.form == "base" and one.group not in _READY for one in items[:index])


def _said_of(items: list[Item], index: int) -> bool:
    """Whether a word stands right before a thing of which something is told, so that it commands nothing."""
    if (
        index + 1 >= len(items)
        or items[index + 1].kind not in ("thing", "food")
        or (index and items[index - 1].kind not in ("mark", "joint"))
    ):
        return False
    for item in items[index + 2 :]:
        if item.kind in ("mark", "joint"):
            return False
        if item.kind == "act":
            return item.group == "tell"
    return False
