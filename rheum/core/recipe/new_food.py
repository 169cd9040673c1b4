"""A food that a clause puts in and no line lists."""

from __future__ import annotations

from typing import Final

from rheum.core.facts.ingredients import Ingredient, words_of
from rheum.core.measures.acidity import CANNING_STRENGTH
from rheum.core.recipe.clause import Clause, Food, so_much
from rheum.core.recipe.heard import STRANGE, Heard, Listed


def _strong(item: Ingredient) -> bool:
    return item.role.role == "vinegar" and (item.acid or (0.0, 0.0))[0] >= CANNING_STRENGTH


PUTS_IN: Final = "The method puts in "


def permitted_swap(clause: Clause, listed: Listed) -> bool:
    """“You may use green tomatoes instead of tomatillos”: nothing is said but that a food may take the place of a listed one, and it may."""
    offered = {"may", "can"} & clause.words and "or" in clause.lows and clause.groups == {"use"} and len(clause.foods) > 1
    instead = offered or "instead" in clause.states or clause.grammar["in-place-of"] & clause.words
    if not instead or clause.figures or clause.things - {"mix"} or not clause.groups or not clause.groups <= {"use", "tell", "replace"}:
        return False
    items = [food.ingredient for food in clause.foods]
    fit = all(item is not None and item.role.food and (listed.has(item) or listed.may_take(item)) for item in items)
    return fit and any(item is not None and listed.may_take(item) for item in items) and not clause.unknown and not clause.neg


def _of_spices(clause: Clause, food: Food) -> bool:
    """“other dried spices, such as cloves or cayenne pepper”: spices, and neither garlic nor fresh peppers."""
    called = "spices" in clause.words and clause.words & {"dried", "dry", "ground"} and food.figure is None
    pepper = food.ingredient is not None and food.ingredient.id == "cayenne-fresh"
    return bool(called) and (pepper or food.word.lower() in ("clove", "cloves"))


def new_food_in(clause: Clause, listed: Listed, aside: bool) -> Heard | None:
    """A food that a clause puts in and no line lists."""
    if _lime_soak(clause) and not any(line.ingredient.role.role == "alkali" for line in listed.lines):
        return Heard("composition", f"{PUTS_IN}lime, which no line lists.")
    for food in clause.foods:
        if (
            food.negated
            or (clause.wanted and food.ingredient is not None and food.ingredient.role.acid)
            or clause.forbidden & {"put", "use", "fill", "combine", "cover", "throw", "leave", "store"}
            or (clause.when == "if" and clause.groups == {"use"} and "hands-around" in clause.around and food.figure is None)
        ):
            continue
        if (
            clause.groups & {"discard", "trim", "peel", "wash", "cut"}
            and not _puts(clause)
            and food.figure is None
            and listed.says(words_of(food.word)[0])
        ):
            continue  # a part of a listed thing: “cut off the beet tops”
        told = clause.groups and clause.groups <= {"tell", "check", "serve", "simmer", "boil", "heat"}
        if _puts(clause) and clause.grammar["made-dish"].intersection(_before(clause, food)[-2:]):
            return Heard("composition", f"What was done to the {food.word.lower()} before is no part of the formula. Use it as listed.")
        if item_of(food, listed) and told and food.figure is None:
            continue
        if (
            clause.grammar["glove"] & clause.words or clause.grammar["irritates"] & clause.words or "hands-around" in clause.around
        ) and not _puts(clause):
            continue
        behind = (
            next((low for low in clause.lows[clause.lows.index(food.word.split()[0]) + 1 :] if low), "")
            if food.word.split()[0] in clause.lows
            else ""
        )
        if behind in clause.grammar["tool-or-plant-behind"] or {"size", "of"} <= set(_before(clause, food)):
            continue  # “the size of an egg”
        if "discard" in clause.groups or ("fridge" in clause.things and "store" in clause.groups):
            continue
        if _makes_good(clause, food) or _of_spices(clause, food):
            continue
        item = food.ingredient
        fresh = item is not None and item.role.role == "fresh-juice" and food.word.lower().startswith("fresh")
        if fresh and item is not None and not any(line.ingredient.id == item.id for line in listed.lines) and not clause.neg:
            return Heard("composition", "Fresh juice varies. Use bottled juice, as listed.")
        if _dried_vegetable(clause, food, listed):
            return Heard(
                "composition", f"Dried {item.name if item else food.word} takes up brine and gives no acid room. Use it as listed."
            )
        if item is not None and item.role.role == "produce" and "ripe" in _before(clause, food) and _put_up_unripe(food, listed):
            return Heard("composition", f"The list has {item.name} unripe; ripe it is less sour. Use it as listed.")
        if item is None and food.figure is None and (_herbs(food, listed) or _beside(clause, food) or _only_told(clause)):
            continue
        if item is not None and item.klass == "pepper" and clause.groups <= {"replace", "tell"} and food.figure is None:
            continue  # which peppers, not how many
        if (
            item is not None
            and item.role.role == "water"
            and clause.groups & {"boil", "heat", "put", "combine", "use"}
            and any(f.ingredient and f.ingredient.role.acid and not f.negated for f in clause.foods)
            and listed.lines
            and not any(line.ingredient.role.role == "water" and line.section != "soak" for line in listed.lines)
            and food.figure is None
            and any(line.section == "soak" for line in listed.lines)
        ):
            return Heard("composition", "The method puts water into the brine, which the list has only for the soak.")
        if item is not None:
            if food.figure is not None and food.figure.amount is not None and not aside:
                continue  # a line of its own (prose_amounts.py)
            if (
                item.role.role in ("water", "salt", "spice", "firming")
                or item.id in ("sugar", "brown-sugar")
                or listed.has(item)
                or (listed.names(food.word, item) and item.klass not in STRANGE - {"condiment"})
                or (clause.lows and _dried_before(clause, food))
                or (item.role.role in ("spice", "salt", "firming") and food.figure is None and not _puts(clause))
            ):
                continue
            if (
                listed.one_says(words_of(food.word), item)
                and item.role.role in ("spice", "herb", "produce", "salt", "sweetener")
                and item.klass not in STRANGE
                and (item.role.role != "produce" or any(line.ingredient.klass == item.klass for line in listed.lines))
            ):
                continue
            if (
                item.role.acid
                and _strong(item)
                and clause.groups & {"put", "boil", "heat", "combine", "simmer", "fill"}
                and not food.figure
            ):
                continue  # more acid of full strength takes nothing away
            bottled = item.role.role == "juice" and any(line.ingredient.role.role == "juice" for line in listed.lines)
            if bottled and clause.groups <= {"use", "tell", "put"} and not food.figure:
                continue  # “always bottled lime or lemon juice”
            if item.role.role == "vinegar" and ("wash" in clause.groups or clause.things & {"rim", "canner"}):
                continue
            if _first_half(food, clause, listed):
                continue
        elif listed.says(words_of(food.word)[0]):
            continue
        if aside and food.figure is None and not _puts(clause) and not so_much(clause):
            continue
        name = item.name if item is not None else food.word
        return Heard("composition", f"{PUTS_IN}{food.word.lower()}, which no line lists.", None, None if item is not None else name)
    return None


def _lime_soak(clause: Clause) -> bool:
    """Whether food is put in lime water."""
    lime = "limewater" in clause.lows or ("cook-water" in clause.things and "lime" in clause.lows)
    return lime and bool(clause.groups & {"put", "stand", "cover", "use", "combine"}) and not clause.neg


def _makes_good(clause: Clause, food: Food) -> bool:
    """“The bottoms make good broth”: what else becomes of it."""
    makes = [act for act in clause.acts if act.word in ("make", "makes")]
    alone = bool(makes) and clause.groups == {"tell"} and not clause.things & {"jar", "brine", "mix"} and not clause.each
    return alone and "praise" in clause.states and food.at > makes[0].at and food.figure is None


def _herbs(food: Food, listed: Listed) -> bool:
    """Whether the herbs are those that the list has."""
    return food.word.lower() == "herbs" and any(line.ingredient.role.role in ("herb", "spice") for line in listed.lines)


def item_of(food: Food, listed: Listed) -> bool:
    """Whether a food is of the very sort of a listed one, told apart from it: “slicing tomatoes have to cook longer”."""
    item = food.ingredient
    return item is not None and any(
        line.ingredient.klass == item.klass and line.ingredient.swap_group == item.swap_group and item.swap_group for line in listed.lines
    )


def _first_half(food: Food, clause: Clause, listed: Listed) -> bool:
    """“celery and mustard seeds”: the celery seed that is listed."""
    behind = next((other for other in clause.foods if 0 < other.at - food.at <= len("and ")), None)
    if food.figure is not None or behind is None or len(words_of(behind.word)) < 2:
        return False
    whole = {*words_of(food.word), words_of(behind.word)[-1]}
    return any(line.ingredient.role.role == "spice" and whole <= set(words_of(line.ingredient.name)) for line in listed.lines)


def _dried_before(clause: Clause, food: Food) -> bool:
    """“a dried chilli”: flavour, and nothing more."""
    first = food.word.lower().split()[0]
    at = clause.lows.index(first) if first in clause.lows else 0
    dried = at > 0 and clause.lows[at - 1] == "dried"
    return dried and food.ingredient is not None and food.ingredient.klass in ("pepper", "herb-fresh", "garlic", "onion")


def _before(clause: Clause, food: Food) -> list[str]:
    """The words right before a food."""
    first = food.word.lower().split()[0]
    at = clause.lows.index(first) if first in clause.lows else 0
    return clause.lows[max(0, at - 3) : at]


def _put_up_unripe(food: Food, listed: Listed) -> bool:
    """Whether what is listed of a fruit is the unripe one alone."""
    name = words_of(food.word)[-1]
    same = [line.ingredient for line in listed.lines if words_of(line.ingredient.name)[-1] == name]
    return bool(same) and all(one.id.startswith(("green-tomato", "mango-green")) for one in same)


def _dried_vegetable(clause: Clause, food: Food, listed: Listed) -> bool:
    """Whether a vegetable is named dried and is listed otherwise."""
    item = food.ingredient
    if item is None:
        return _before(clause, food)[-1:] == ["dried"] and not any("dried" in words_of(line.text) for line in listed.lines)
    if item.role.role != "produce" or item.klass in ("pepper", "herb-fresh", "garlic", "onion") or item.klass.startswith("fruit"):
        return False
    dried = {"dried", "dry"} & {*_before(clause, food)[-1:], *words_of(food.word)[:1]}
    return bool(dried) and not any({"dried", "dry"} & set(words_of(line.text)) for line in listed.lines)


def _beside(clause: Clause, food: Food) -> bool:
    """Whether a word that may be a food stands behind one of time or likeness: “before the frost”, “like pencils”."""
    first = food.word.lower().split()[0]
    at = clause.lows.index(first) if first in clause.lows else 0
    beside = clause.grammar["beside-in-time"] - {act.word for act in clause.acts}  # “we like mushrooms”
    return bool(beside & set(clause.lows[max(0, at - 3) : at])) or clause.when in clause.grammar["until-or-than"]


def _only_told(clause: Clause) -> bool:
    """Whether a clause only tells of something, and of nothing in a jar or in the pot."""
    lows = clause.words
    if "room" in lows or (
        clause.grammar["comes"] & lows and (clause.lows[:1] in (["next"], ["then"], ["now"], ["last"]) or {"in", "last", "next"} & lows)
    ):
        return False  # “make room for the …”, “next comes the …”
    told = bool(clause.acts) and clause.groups <= {"tell", "check", "serve"}
    return told and not clause.each and not clause.things & {"jar", "brine"} and not {"in", "into", "with"} & clause.words


def _puts(clause: Clause) -> bool:
    return bool(clause.groups & {"put", "fill", "combine", "use", "cover", "throw", "increase", "dilute"})
