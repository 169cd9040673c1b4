"""How thick a method cuts a food, and what it leaves in halves or quarters: held against the formula's own cut (judging/rules/cut.py)."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import Final

from rheum.core.recipe.clause import Clause
from rheum.core.recipe.cut import HALVED, QUARTERED, THICKLY_MM
from rheum.core.recipe.recipe import RecipeLine, SaidCut

_STAYS: Final = frozenset({"leave", "store"})


def cuts_said(line: int, clauses: Sequence[Clause], lines: Sequence[RecipeLine], named: Callable[[RecipeLine, str], bool]) -> list[SaidCut]:
    """The cuts that a sentence gives: the listed foods that it names (none: whatever is meant by “them”), and the thickness in mm or the step
    of the pieces that are left as they are."""
    out: list[SaidCut] = []
    foods: tuple[str, ...] = ()
    cutting = False
    for clause in clauses:
        here = tuple(
            one.ingredient.id
            for one in lines
            if one.ingredient.role.food and any(named(one, food.word) for food in clause.foods if not food.negated)
        )
        foods = here or foods
        lows = clause.words
        cutting = "cut" in clause.groups or (cutting and not clause.groups - {"tell"})
        watery = any(food.ingredient is not None and food.ingredient.role.role == "water" for food in clause.foods)
        if cutting and clause.grammar["pieces"] & lows and not clause.grammar["length-of-something-else"] & lows and not watery:
            lengths = [figure.high for figure in clause.figures if figure.measure == "length"]
            if lengths:
                out.append(SaidCut(line, foods, min(lengths), None))
            elif lows & {"thickly"} or (
                lows & {"thick"} and not lows & clause.grammar["thick-else"] and clause.states.get("thick") is False
            ):
                out.append(SaidCut(line, foods, THICKLY_MM, None))
        left = bool(clause.groups & _STAYS) and not clause.neg
        step = HALVED if lows & {"halves"} else QUARTERED if lows & {"quarters"} else None
        if left and step is None and {"that", "so"} & lows and any("cut" in other.groups for other in clauses):
            said = {low for other in clauses for low in other.lows}
            step = HALVED if said & {"halves", "half"} else QUARTERED if "quarters" in said else None
        if left and step is not None:
            out.append(SaidCut(line, foods, None, step))
    return out
