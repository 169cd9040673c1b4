"""What stands before and behind a food in its clause: “with only half the vinegar”, “all the peppers you have”."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final, NamedTuple

from rheum.core.measures.words import Token
from rheum.core.recipe.clause import Clause, Food

_TAIL: Final = 4


class Led(NamedTuple):
    """A food of a clause, or a word for the acid, and the words that stand right before it (back to the mark, the food before, or the act with
    the word before it) and right behind it (to the next mark); what was named right before it, nothing where its lead begins at an act or a mark."""

    food: Food
    lead: tuple[str, ...]
    tail: tuple[str, ...]
    after: Food | None = None

    def is_a(self, kinds: frozenset[str]) -> bool:
        """Whether it is of one of some kinds."""
        return not kinds or is_a(self.food, kinds)


_SOUR: Final = frozenset({"acid", "juice", "acidity"})


def is_a(food: Food, kinds: frozenset[str]) -> bool:
    """Whether a food is the acid, water, a food that goes in as a food does (one of no row, `nothing`, is), or of a role."""
    if food.ingredient is None:
        return "acid" in kinds if food.word in _SOUR else not kinds.isdisjoint(("food", "nothing"))
    role = food.ingredient.role
    return ("acid" in kinds and role.acid) or ("food" in kinds and role.food) or role.role in kinds


def leads_of(clause: Clause) -> tuple[Led, ...]:
    """Every food of a clause, and every word for its acid, with what stands around it, in their order."""
    sour = [Food(None, low, False, at, False) for group, low, at in clause.objects if low in _SOUR and group in ("acid", "brine")]
    acts = {act.at for act in clause.acts}
    found: list[Led] = []
    before_to, before = clause.at, None
    for food in sorted((*clause.foods, *sour), key=lambda one: one.at):
        begins = food.at
        while begins > before_to and begins - 1 not in acts and clause.found[begins - 1].kind != "mark":
            begins -= 1
        adjoining = before if begins == before_to else None
        if begins > before_to and begins - 1 in acts:
            begins = max(before_to, begins - 2)
        to = behind = food.at + len(food.word.split())
        while behind < min(to + _TAIL, clause.to) and clause.found[behind].kind != "mark":
            behind += 1
        lead, tail = (_words(clause.found[one:two]) for one, two in ((begins, food.at), (to, behind)))
        found.append(Led(food, lead, tail, adjoining))
        before_to, before = to, food
    return tuple(found)


def _words(found: Sequence[Token]) -> tuple[str, ...]:
    return tuple("#" if token.kind == "number" else token.low for token in found)
