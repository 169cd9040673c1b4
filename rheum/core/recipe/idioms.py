"""Ways of putting things that a sentence is cut by, or by which a word means less than it says: notes without a verb, a time behind what
one waits for, the second half of what each jar gets."""

from __future__ import annotations

from dataclasses import replace
from itertools import pairwise
from typing import Final

from rheum.core.facts.grammar import Groups
from rheum.core.measures.words import Token
from rheum.core.recipe.figures import Figure, low_at
from rheum.core.recipe.items import Item


def changes_nothing(held: list[Item], item: Item) -> bool:
    """Whether “more”, “optional”, “another” or “half” is said so that it changes nothing of what goes into a jar."""
    if item.group == "more" and (of_cooking_water(held, item) or of_time(held, item)):
        return True
    if item.low == "optional":
        return of_one_thing(held, item)  # “vinegar, hot peppers (optional), salt”
    return item.low in ("another", "half") and another_sprig(held, item)  # the second half of what each jar gets


def another_sprig(held: list[Item], item: Item) -> bool:
    """“another half dill head on top”: a herb or spice shared out, of which the list has the whole; “another hour” is no more of anything."""
    behind = next((one for one in held if one.at >= item.to), None)
    if behind is not None and (behind.low in _UNITS_OF_TIME or (behind.figure and behind.figure.measure == "minutes")):
        return True
    food = next((one for one in held if one.at > item.at and one.kind == "food"), None)
    if food is None or food.food is None or food.at - item.at > _TELEGRAM:
        return False
    measured = any(one.figure is not None and one.figure.measure in ("volume", "mass") for one in held if item.at < one.at < food.at)
    shared = food.food.role.role in ("herb", "spice") or (item.low == "half" and food.food.klass == "garlic")
    return shared and not measured


def of_slices(found: tuple[Token, ...], item: Item, figure: Figure | None, grammar: Groups) -> Figure | None:
    """“2 onion slices”: so many slices, and no onions."""
    if figure is None or figure.measure != "number" or figure.amount is None or low_at(found, item.to - 1) not in grammar["slice"]:
        return figure
    return figure._replace(measure="count", amount=replace(figure.amount, unit="slice"))


def of_one_thing(held: list[Item], item: Item) -> bool:
    """“hot peppers (optional)”, “and optional pepper flakes”: said of a food that is neither acid nor salt, and of nothing else."""
    index = held.index(item)
    before = held[max(0, index - 2) : index]
    food = before[0].food if len(before) == len("()") and before[1].low == "(" else None
    if food is None and index + 1 < len(held) and held[index + 1].at == item.to:
        food = held[index + 1].food
    return food is not None and not food.role.acid and food.role.role != "salt"


def of_time(held: list[Item], item: Item) -> bool:
    """“for an hour more”: more of the time that stands right before it."""
    index = held.index(item)
    before = held[index - 1] if index else None
    behind = held[index + 1] if index + 1 < len(held) else None
    timed = before is not None and before.to == item.at and before.figure is not None and before.figure.measure in ("minutes", "days")
    put = any(one.kind == "act" and one.group in ("put", "fill", "use", "combine") for one in held)
    return item.low == "more" and timed and not put and (behind is None or behind.kind in ("mark", "joint"))


def of_cooking_water(held: list[Item], item: Item) -> bool:
    """“in plenty of boiling water”: what it is cooked, washed or soaked in."""
    food = next((one for one in held if one.at > item.at and one.kind == "food"), None)
    place = next((one.low for one in reversed(held) if one.at < item.at), "")
    water = food is not None and food.food is not None and food.food.role.role == "water"
    if water and food is not None and food.low == "ice" and not any(one.group in ("jar", "brine") for one in held):
        return True  # “with plenty of ice”
    return water and place in ("in", "with") and any(one.kind == "act" and one.group in _COOKS for one in held)


_COOKS: Final = frozenset({"boil", "simmer", "blanch", "wash", "stand", "drain"})


def each_of(found: tuple[Token, ...], at: int, figure: Figure | None) -> bool:
    """Whether an amount goes for the next food too: “a quart each of vinegar and water”."""
    if figure is None:
        return False
    between = [word.low for word in found[figure.at : at]]
    return any(one == "each" and two == "of" for one, two in pairwise(between)) and len(between) <= _SHARED


_UNITS_OF_TIME: Final = ("hour", "minute", "day", "night")
_SHARED: Final = 8


def with_its_minutes(parts: list[tuple[str, list[Item]]]) -> None:
    """“Boil until a fork goes in, 25 to 30 minutes”: the time behind what one waits for is that of the act."""
    acting: list[Item] = []
    for (before, first), (when, held) in pairwise(parts):
        # What hangs on “until” may itself hang “which takes 10 minutes”, or be one of two: “until it thickens and is down by half, 30 minutes”.
        main = acting if before in ("until", "till") else first
        acting = main
        if when == "which" and before not in ("until", "till"):
            continue
        if when not in ("until", "till", "which") or not any(one.kind == "act" and one.group in _TAKES_TIME for one in main):
            continue
        while held and held[-1].kind in ("mark", "plain") and any(one.low == "depending" for one in held):
            held.pop()  # “25 to 30 minutes depending on size”
        said = [one for one in held if one.kind != "mark"]
        if len(said) < 2 or said[-1].figure is None or said[-1].figure.measure != "minutes":
            continue
        index = held.index(said[-1])
        lead = index - (held[index - 1].low in ("about", "around", "approximately"))
        takes = when == "which" and any(one.low in ("takes", "take") for one in held)
        if takes or (lead and held[lead - 1].kind == "mark" and held[lead - 1].group in ",("):
            main.append(held.pop(index))


# What is cooked, drained or left to stand takes its time; how long the canner boils is said by itself.
_TAKES_TIME: Final = frozenset({"boil", "simmer", "blanch", "drain", "stand", "heat", "roast", "strain", "soak"})
_TELEGRAM: Final = 4


def telegram(part: tuple[str, list[Item]], items: list[Item], index: int, grammar: Groups) -> bool:
    """Whether a comma stands between two notes of a thing and what becomes of it: “bubbles out, rims wiped, lids on”."""
    behind: list[Item] = []
    for item in items[index + 1 :]:
        if item.kind in ("mark", "joint"):
            break
        behind.append(item)
    before = [item for item in part[1] if item.kind not in ("mark", "joint")]
    on = bool(behind) and behind[-1].low == "on" and any(item.kind == "act" for item in before)  # “fill the jars, lids on”
    return not part[0] and _noted(behind, grammar) and (_noted(before, grammar) or on)


def _noted(held: list[Item], grammar: Groups) -> bool:
    return (
        2 <= len(held) <= _TELEGRAM
        and held[0].kind == "thing"
        and (held[-1].low in grammar["set-so"] or (held[-1].kind == "act" and held[-1].form == "ed"))
        and not any(item.kind in ("food", "figure", "not", "unknown") for item in held)
    )
