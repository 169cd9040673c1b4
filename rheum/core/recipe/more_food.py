"""More of a food than the list has, whatever is done with it: “I like it with twice the onions”, “cook it with three times the chiles”."""

from __future__ import annotations

import re
from typing import Final

from rheum.core.recipe.clauses import Clause
from rheum.core.recipe.heard import Heard

_SMALL: Final = (
    r"(?: (?:as|many|much|of|the|these|those|your|my|a|an|good|big|large|small|pounds?|cups?|lbs?|share|few|couple|handfuls?)){0,5}"
)
_MORE: Final = re.compile(
    rf"\b(?:twice|double|triple|thrice|(?:two|three|four|five) times|extra|another|heaps|loads|plenty more|any amount|any number|(?:bigger|larger|greater) share|more){_SMALL} $",
    re.I,
)
_ALL: Final = re.compile(r"\ball(?: of)? (?:the|your)(?: [a-z]{3,9})? $", re.I)
_AT_HAND: Final = re.compile(
    r"^(?: that)? (?:you|we|they)(?:'ve)? (?:have|got|like|want|can|find|own)\b|^ (?:left|around|in the garden)\b", re.I
)
_ALIKE: Final = re.compile(r"\bequal (?:parts|amounts|quantities|weights|shares)\b|\bas (?:much|many) (?:[a-z]{3,10} ){1,2}as\b", re.I)
# Work on what is listed, and what is told of a jar's room.
_OTHER_WORK: Final = frozenset({"cut", "peel", "trim", "wash", "check", "discard", "drain", "blanch", "mince"})
_ROOM: Final = frozenset("squeeze fit fits room space hold holds grow grew pick picked buy bought freeze dry save keep".split())


def more_food(clause: Clause, things: set[str]) -> Heard | None:
    """Why a clause takes more of a food than the list has; None where it does not."""
    foods = [food for food in clause.foods if not food.negated and (food.ingredient is None or food.ingredient.role.food)]
    if not foods or clause.groups & _OTHER_WORK or clause.forbidden or clause.neg or clause.words & _ROOM or things & {"canner"}:
        return None
    if len(foods) > 1 and _ALIKE.search(clause.text):
        return Heard("composition", "So much of one as of the other is not what the list has. Use what is listed.")
    if clause.states.get("asmuch") is False and clause.states.get("any") is False:
        return Heard("composition", "“As many as you like” says no amount that can be judged. Write what you will use.")
    for food in foods:
        at = clause.text.find(food.word)
        before, behind = f"{clause.text[:at].rstrip()} ", clause.text[at + len(food.word) :]
        if at >= 0 and (_MORE.search(before) or (_ALL.search(before) and _AT_HAND.search(behind))):
            return Heard("composition", f"This takes more {food.word.lower()} than the list has. Give it its whole amount in the list.")
    return None
