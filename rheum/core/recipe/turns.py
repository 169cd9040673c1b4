"""Words that mean something else where they stand so: rows of reference/grammar.toml met by a word and the clause around it."""

from __future__ import annotations

from itertools import pairwise

from rheum.core.facts.grammar import Turn, Turns
from rheum.core.recipe.clause import Clause
from rheum.core.recipe.items import Item


def turned(item: Item, held: list[Item], clause: Clause, turns: Turns) -> Turn | None:
    """The first row that a word meets in its clause, of which `held` are all words and `clause` is what stands up to it."""
    if item.kind not in ("act", "state"):
        return None
    return next((turn for turn in turns.of(item.low, item.group) if turn.kind == item.kind and _met(turn, item, held, clause)), None)


def _met(turn: Turn, item: Item, held: list[Item], clause: Clause) -> bool:
    lows = {one.low for one in held}
    return (
        (not turn.group or item.group in turn.group)
        and (not turn.low or item.low in turn.low)
        and (not turn.when or clause.when in turn.when)
        and (not turn.beside or bool(turn.beside & lows))
        and not turn.no_beside & lows
        and (not turn.said or bool(turn.said.intersection(clause.lows)))
        and (not turn.before or bool(turn.before.intersection(clause.lows[-1 - turn.near : -1])))
        and (turn.foods is None or turn.foods == bool(clause.foods))
        and (turn.neg is None or turn.neg == clause.neg)
        and (turn.days is None or turn.days == _has_figure(held, "days"))
        and (turn.minutes is None or turn.minutes == _has_figure(held, "minutes"))
        and _behind(turn, [one for one in held if one.at > item.at])
    )


def _has_figure(held: list[Item], measure: str) -> bool:
    return any(item.figure is not None and item.figure.measure == measure for item in held)


def _behind(turn: Turn, behind: list[Item]) -> bool:
    """Whether what stands behind a word is what a row asks for."""
    lows = [one.low for one in behind]
    foods = [one.food for one in behind if one.kind == "food"]
    return (
        (not turn.behind or bool(turn.behind.intersection(lows[:1])))
        and (not turn.then or bool(turn.then.intersection(lows[1:3])))
        and (not turn.ends or any(pair == turn.ends for pair in pairwise(lows)))
        and (not turn.next_food or (bool(foods) and foods[0] is not None and foods[0].role.role == turn.next_food))
        and (
            not turn.foods_of
            or (bool(foods) and all(food is not None and bool(turn.foods_of & {food.role.role, food.id}) for food in foods))
        )
    )
