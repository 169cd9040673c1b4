"""Words of acts that are said of a thing and command nothing: “filled jars”, “a good stir”, “thin spears work best”."""

from __future__ import annotations

from typing import Final

from rheum.core.facts.grammar import Groups
from rheum.core.recipe.items import Item


def as_adjectives(items: list[Item], grammar: Groups) -> list[Item]:
    """Participles that stand before a thing are said of it (“filled jars”, “boiling brine”); the rest are acts."""
    if _describes(items, grammar):
        return [item._replace(kind="plain", group="plain") if item.kind == "act" else item for item in items]
    return [_by_its_place(items, index, grammar) for index in range(len(items))]


def _by_its_place(items: list[Item], index: int, grammar: Groups) -> Item:
    item = items[index]
    if item.kind != "act":
        return item
    if item.low in grammar["food-too"] and index > 1 and items[index - 1].low == "of" and items[index - 2].kind == "figure":
        return item._replace(kind="food", group="word", form="", to=item.at + 1)  # “a handful of squash in the pot”
    return item._replace(kind="plain", group="plain") if _is_said_of(items, index, grammar) else item


def _is_said_of(items: list[Item], index: int, grammar: Groups) -> bool:
    """Whether the word of an act commands nothing here."""
    item = items[index]
    if item.form in ("ed", "ing") and _before_its_thing(items, index, grammar):
        return True
    before = items[index - 1] if index else None
    if item.low in grammar["adjective-too"] and _in_a_chain(items, index, grammar):
        return True  # “a cool, dry, dark cupboard”
    if item.low in grammar["counted-and-not-eaten"] and before is not None and before.kind == "figure":
        return True  # “three soaks and three rinses in all”
    if _in_a_row(items, index) or _postposed(items, index):
        return True  # “6 cups of peeled, cored, chopped tomatoes”, “with the spices tied in muslin”
    if item.low in grammar["adjective-too"] and _said_of(items, index):
        return True  # “thin spears work best”
    if item.form != "base" or before is None:
        return False
    if before.low in grammar["eaten-beside"] and _before_food(items, index):
        return True  # “with roast turkey”
    # “a good stir”, “the soak”
    return item.to - item.at == 1 and before.low in grammar["before-a-noun"] and item.group not in ("boil", "simmer", "blanch", "process")


def _before_its_thing(items: list[Item], index: int, grammar: Groups) -> bool:
    """Whether a participle stands before the thing it is said of, or in brackets behind it."""
    item = items[index]
    behind = next(
        (
            other
            for other in items[index + 1 : index + 4]
            if other.kind not in ("plain", "state") and not (other.kind == "act" and other.form == "ed")
        ),
        None,
    )
    before = items[index - 1] if index else None
    near = items[index + 1] if index + 1 < len(items) else None
    if item.form == "ed" and before is not None and before.low == "(" and ")" in [other.low for other in items[index + 1 : index + 3]]:
        return True  # “a clove of garlic (crushed)”
    if item.low == "skinned" and before is not None and item.at - before.at == len(("tough", "-")) and before.kind in ("plain", "state"):
        return True  # “the tough-skinned ones”
    noun = behind is not None and behind.kind in ("thing", "food") and behind.at - item.at <= 4
    direct = (
        near is not None
        and near.low not in ("hers", "mine")
        and near.kind in ("thing", "food", "act", "state")
        and near.low not in grammar["pronoun"]
    )
    if not (noun and direct) or near is None:
        return False
    if item.form == "ed":
        joined = before is not None and before.low == "well" and item.at - before.at == 2  # “well-mixed dressing”
        return joined or before is None or before.low not in grammar["link"]
    if before is None or before.kind == "mark":
        return near.kind in ("thing", "food") and item.group in ("boil", "simmer")
    if (
        before.low in grammar["article"] or before.kind in ("state", "figure") or before.group in ("put", "fill", "combine", "cover", "use")
    ) and before.low not in grammar["place-word"]:
        return True
    return item.group in ("boil", "simmer", "tell", "free", "heat") and before.low in grammar["place-word-too"]


def _describes(items: list[Item], grammar: Groups) -> bool:
    """“Crisp, sour, properly dilly.”: several words that could command, of nothing and for no time: how it tastes."""
    acts = [item for item in items if item.kind == "act"]
    told = bool(acts) and all(item.low in grammar["taste"] and item.form == "base" for item in acts)
    apart = any(item.low in (",", "and", "but") for item in items)
    others = {item.kind for item in items} - {"act", "mark", "joint", "plain", "state", "unknown"}
    return told and apart and not others and not any(item.low in grammar["for-a-time"] or item.low == "then" for item in items)


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
