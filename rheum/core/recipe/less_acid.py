"""Less of the acid, or more of the water, than the list has: told with a preposition, in parts, or left to whoever likes it."""

from __future__ import annotations

import re
from typing import Final

from rheum.core.recipe.clauses import Clause
from rheum.core.recipe.heard import Heard

_BY: Final = r"\b(?:with|using|on|from|and|but|taking)(?: only| just| about| maybe)?"
_LESS: Final = re.compile(
    rf"{_BY} (?:(?:a )?(?:bit |little |lot )?less|half(?: as much| of)?|a (?:third|quarter|fraction|splash|drop|dash|little|bit|touch|hint)(?: of)?"
    r"|water (?:for|in place of|instead of|in lieu of)|very little|hardly any|barely any|scarcely any|next to no|almost no|as little|no)(?: [a-z]{2,10}){0,2} (?:vinegar|juice|acid)\b",
    re.I,
)
_MINUS: Final = re.compile(r"\b(?:minus|sans) (?:all |most |some )?(?:of )?(?:the )?(?:[a-z]{3,8} )?(?:vinegar|acid|juice)\b", re.I)
_MORE_WATER: Final = re.compile(
    rf"{_BY} (?:twice|double|triple|thrice|extra|more|two times|three times|half as much again)(?: [a-z]{{2,6}}){{0,3}} water\b", re.I
)
_MANY: Final = r"(?:one|two|three|four|five|six|eight|ten|half a|\d{1,2})"
_IN_PARTS: Final = re.compile(
    rf"\b{_MANY} (?:parts? (?:of )?(?:[a-z]{{4,9}} )?(?:vinegar|water),? (?:to|and|with|for every)|(?:of )?(?:vinegar|water) to) {_MANY} (?:parts? )?(?:of )?"
    r"(?:[a-z]{4,9} )?(?:vinegar|water)\b",
    re.I,
)
_IF_LIKED: Final = re.compile(
    r"\b(?:with|add|use|adding|using) (?:[a-z]{2,10} ){0,3}(?:vinegar|juice) if you (?:like|want|wish|prefer|fancy|care)\b", re.I
)
_ELSEWHERE: Final = frozenset({"canner", "rim", "lid", "oven", "fridge"})
_OTHER_WORK: Final = frozenset({"wash", "serve", "discard", "check"})
_AT_WILL: Final = frozenset("like want wish fancy prefer please care have feel".split())
_PUTS: Final = frozenset({"put", "use", "fill", "combine", "cover"})


def less_acid(clause: Clause, things: set[str]) -> Heard | None:
    """Why what a clause says of acid and water is not what the list has: “boil the brine with half the vinegar”, “one part vinegar to three of
    water”; None where it says no such thing."""
    if things & _ELSEWHERE or clause.groups & _OTHER_WORK or clause.forbidden:
        return None
    if _LESS.search(clause.text) or _MINUS.search(clause.text):
        return Heard("composition", "This takes less acid than the list has. Use all of it.")
    if _MORE_WATER.search(clause.text) and not clause.groups & {"cover", "blanch"}:
        return Heard("composition", "This takes more water than the list has. Use as much as is listed.")
    if _IN_PARTS.search(clause.text):
        return Heard("composition", "These parts of vinegar and water cannot be held against the list. Use what is listed.")
    if _IF_LIKED.search(clause.text) and not {"more", "extra"} & clause.words:
        return Heard("composition", "This leaves it open whether the acid goes in. Use all of it, as listed.")
    return None


def at_will(before: Clause, clause: Clause) -> bool:
    """“… with vinegar if you like”: whether the acid goes in is left open."""
    left_open = clause.when == "if" and clause.words & _AT_WILL and not clause.foods and not clause.neg
    last = max(before.foods, key=lambda food: food.at, default=None)
    if not left_open or last is None or last.negated or last.ingredient is None or not last.ingredient.role.acid:
        return False
    put = last.by == "with" or bool(before.groups & _PUTS)
    return put and not {"more", "extra", "bottled"} & before.words and not before.things & _ELSEWHERE
