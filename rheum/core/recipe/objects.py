"""What a clause puts in where it is no food of the catalogue: a dish, another preserve, a part of something, or nothing that was understood."""

from __future__ import annotations

from typing import Final

from rheum.core.facts.ingredients import stem
from rheum.core.recipe.clause import Act, Clause, Food, so_much
from rheum.core.recipe.heard import Heard, Listed

_PUT: Final = frozenset({"put", "fill", "combine", "throw", "use", "cover"})
# Things that may be brought in without a name: the batch, its brine, its spices, jars into the canner.
_NAMED: Final = frozenset(
    "mix spices group brine acid bag-of part-of water in-water jar lid canner cook-water salt-water clock altitude heat-of dish".split()
)
_WHY: Final = "What “{}” is here was not understood. Give it a line of its own with its amount, or leave it out."


def unclear_object(clause: Clause, listed: Listed) -> Heard | None:
    """What a clause puts in and nobody listed, told by a word that is no food's name; None where nothing is."""
    if clause.grammar["worn"] & clause.words and not clause.foods:
        return None  # “slip on some gloves”
    putting = next((act for act in clause.acts if act.group in _PUT and not act.negated), None)
    counted = any(figure.measure in ("volume", "mass", "count") for figure in clause.figures)
    amount = counted or "part" in clause.states or clause.each
    if counted and not clause.foods and not clause.things and clause.lows[0] in clause.grammar["food-too"]:
        return _unclear(clause.lows[0])  # “Squash 2 lb”
    if putting is None:
        told = counted and clause.acts and clause.groups <= {"tell"} and not {"with", "on", "serve"} & clause.words
        told = told or (clause.each and not clause.acts and "jar" in clause.things)  # “a chunk of bagel in each jar”
        if not told:
            return None
        putting = Act("put", False, "base", -1, "add")  # “a handful of … is nice too”
    elif "dish" in clause.things and "serve" in clause.groups:
        return None
    if word := _food_too(clause, putting):
        return _unclear(word)
    eaten = "with" in clause.lows and bool(clause.grammar["it"] & clause.words)
    swapped = "instead" in clause.states
    for group, low, at in clause.objects:
        if at < putting.at:
            continue  # “for crisper pickles add …”
        word = stem(low)
        called = _called(word, listed)
        if group == "dish" and not eaten:
            return _unclear(low)
        if (
            word in clause.grammar["preserve"]
            and not called
            and (putting.word in clause.grammar["brings"] or amount or putting.word in clause.grammar["tops"] or _fills_gaps(clause))
        ):
            return _unclear(low)
        if word == "fruit" and not any(line.ingredient.klass.startswith(("fruit", "citrus")) for line in listed.lines):
            return _unclear(low)
        if group == "group" and amount and "mixed" in clause.lows and "mixed" not in listed.title:
            return _unclear(low)  # “some mixed vegetables”: a packet of anything
        if (
            group in ("part-of", "group")
            and (word in clause.grammar["part-of-a-plant"] or (group == "part-of" and so_much(clause)))
            and (amount or putting.word in clause.grammar["brings"])
            and not called
        ):
            return _unclear(low)
        if group in ("group", "part-of") and (swapped or (putting.word in clause.grammar["tops"] and putting.group == "fill")):
            return _unclear(low)
        if group == "brine" and word in clause.grammar["juice-alone"] and not called and not _sweet(word, listed):
            bare = "the" not in clause.lows and any(figure.measure == "volume" for figure in clause.figures)
            if bare or putting.word in clause.grammar["brings"]:
                return _unclear(low)
    topped = putting.word in clause.grammar["tops"] and putting.group == "fill"
    if topped and (food := next((one for one in clause.foods if _solid(one) and one.by == "with"), None)):
        return Heard("composition", f"How much {food.word.lower()} this is cannot be judged. Put the whole amount on its own line.")
    return _filled_with(clause, listed) or _nothing(clause, putting, amount=amount)


def _fills_gaps(clause: Clause) -> bool:
    """Whether a clause fills gaps, spaces or room in the jars with something."""
    return "with" in clause.lows and bool(clause.grammar["gap"] & clause.words) and "fill" in clause.groups


def _filled_with(clause: Clause, listed: Listed) -> Heard | None:
    """“Fill the gaps with leftovers”: what jars or their gaps are filled with, where no word of it is a known food or thing."""
    filling = any(act.group == "fill" and act.word in clause.grammar["fills"] and not act.negated for act in clause.acts)
    if not filling or "with" not in clause.lows or clause.states.keys() & {"more", "rest", "other"}:
        return None
    at = max(index for index in range(clause.at, clause.to) if clause.found[index].low == "with")
    if any(food.at > at for food in clause.foods) or any(place > at for _, _, place in clause.objects):
        return None
    words = [token.low for token in clause.found[at + 1 : clause.to] if token.kind == "word"]
    if {"ones", "it", "them"} & set(words):
        return None
    return next((_unclear(low) for low in reversed(words) if _could_be_eaten(low, clause, listed)), None)


def _could_be_eaten(low: str, clause: Clause, listed: Listed) -> bool:
    known = low in clause.grammar["names-nothing"] or low in clause.grammar["tool"] or listed.says(low) or low.endswith("ly")
    return not known and low not in {act.word for act in clause.acts}


def _sweet(word: str, listed: Listed) -> bool:
    return word == "syrup" and any(line.ingredient.role.role == "sweetener" for line in listed.lines)


def _food_too(clause: Clause, putting: Act) -> str:
    """A word of an act or a state that stands as a noun: “stir in some shortening”."""
    for at, low in enumerate(clause.lows):
        if at == 0 or low not in clause.grammar["food-too"] or low == putting.word or clause.lows[at - 1] in ("for", "by", "to"):
            continue
        if at + 1 == len(clause.lows) or clause.lows[at + 1] in clause.grammar["behind-a-noun"]:
            return low
    return ""


def _called(word: str, listed: Listed) -> bool:
    return any(stem(one) == word for one in listed.title) or listed.says(word) or listed.says(f"{word}s")


def _solid(food: Food) -> bool:
    role = food.ingredient.role if food.ingredient is not None else None
    return not food.negated and (role is None or not (role.acid or role.role == "water"))


def _nothing(clause: Clause, putting: Act, *, amount: bool) -> Heard | None:
    """“Add the shortening”: something is brought in, and no word of it was understood as anything."""
    brings = putting.word in clause.grammar["brings"] or (
        putting.word in clause.grammar["tops"] and putting.group == "fill" and "with" in clause.lows
    )
    some = amount and putting.group in ("put", "combine") and "part" in clause.states
    known = clause.things & (_NAMED - {"jar", "dish"} if some else _NAMED)
    timed = {"minutes", "minute", "time"} & clause.words
    if not (brings or some) or timed or clause.foods or known or clause.figures or clause.states.keys() & {"more", "rest", "other"}:
        return None
    if any(group in ("part-of", "group", "bubble", "space") for group, _, _ in clause.objects):
        return None
    behind = [act.word for act in clause.acts if act.at > putting.at]
    others = [low for low in clause.lows if low not in clause.grammar["names-nothing"] and low != putting.word]
    word = behind[0] if behind else others[-1] if others else ""
    return _unclear(word) if word else None


def _unclear(low: str) -> Heard:
    return Heard("composition", _WHY.format(low))
