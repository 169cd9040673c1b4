"""Which row of what no tested method does a clause falls under (reference/prose.toml)."""

from __future__ import annotations

from collections.abc import Set
from functools import lru_cache

from rheum.core.facts.ingredients import words_of
from rheum.core.facts.lexicon import Denied, Prose
from rheum.core.recipe.clause import Clause
from rheum.core.recipe.heard import Listed


def things_of(clause: Clause, listed: Listed) -> set[str]:
    """The things of a clause by the names that rows use: its groups, and what its foods count as."""
    things = set(clause.things)
    for food in clause.foods:
        if food.negated:
            continue
        item = food.ingredient
        if item is None:
            things.add("food")
            continue
        role = item.role.role
        if role == "water" and food.word.split()[-1] == "ice" and "jar" not in things:
            things.add("in-water")  # ice on what is salted, or under a bowl
        elif role == "water":
            things.add("in-water" if food.into and food.by not in ("with", "of") else "water")
        elif role in ("vinegar", "juice", "citric", "fresh-juice"):
            things.add("acid")
            if role == "fresh-juice" or item.klass.startswith("citrus"):
                things.add("citrus")
        else:
            things.add("food")
            if role in ("spice", "salt", "sweetener", "firming"):
                things.add("spice")  # more or less of it changes flavour
            if item.id.startswith(("lemon", "lime")):
                things.add("citrus")
            if not any(
                line.ingredient.id.endswith("tinned") or "tinned" in line.states
                for line in listed.lines
                if line.ingredient.id.startswith(item.id)
            ):
                things.add("food-not-tinned")
    if "any" in clause.states and clause.groups <= {"tell"} and clause.foods and not clause.things and not clause.each:
        items = [food.ingredient for food in clause.foods]
        if all(item is not None and item.role.role == "produce" and item.swap_group != "mushroom" and listed.has(item) for item in items):
            things.add("listed-any")  # “any firm, tart apple will do”
    return things


def _unless(row: Denied, clause: Clause, things: set[str], around: set[str]) -> bool:
    if "jar" in things:
        around = around - {"cooked-around"}
    held = things | clause.groups | set(clause.states) | clause.words | around
    if clause.when:
        held.add(clause.when)
    if (clause.forbidden or any(clause.states.values())) and not row.negated:
        held.add("negated")
    if {"lemon", "lime"} <= {word for food in clause.foods for word in words_of(food.word)}:
        held.add("strong-enough")
    if not clause.when and clause.grammar["becomes-so"] & clause.words:
        used = any(act.group in ("put", "use", "fill", "combine") and not act.word.startswith("get") for act in clause.acts)
        if not used and not clause.grammar["fine"] & clause.words:
            held.add("becomes")
    if clause.neg and clause.grammar["advised"] & clause.words:
        held.add("negated")
    if things & {"food"} and not things & {"jar", "lid", "canner"}:
        held.add("food-alone")
    if spice_alone(clause, things):
        held.add("spice-alone")
    if any(low in clause.grammar["sort-of-vinegar"] for low in clause.lows) and "acid" in things:
        held |= {"strong-enough", "cider-and-white"}
    if any(figure.measure == "percent" and figure.low >= 5 for figure in clause.figures):
        held.add("strong-enough")
    if "serve" in clause.groups:
        held.add("serve-act")
    return bool(row.unless & held)


def spice_alone(clause: Clause, things: Set[str]) -> bool:
    """Whether of what goes in a clause names spices and nothing else."""
    spicy = bool(things & {"spice", "spices"}) and not things & {"water", "acid", "brine", "group"}
    return spicy and not any(
        food.ingredient is None or food.ingredient.role.food or food.ingredient.role.role in ("fat", "thickener", "other")
        for food in clause.foods
        if not food.negated
    )


@lru_cache(maxsize=4096)
def _rows_for(prose: Prose, acts: frozenset[str], things: frozenset[str], *, told: bool, idle: bool) -> tuple[Denied, ...]:
    """The rows that speak of one of some acts, or of none, and of one of some things, or of none; `idle`: nothing is done or forbidden."""
    rows = (row for row in (prose.told if told else prose.denied) if not row.act or row.act & acts or (idle and "none" in row.act))
    nothing = not things - {"part-of", "space"}
    return tuple(row for row in rows if not row.thing or row.thing & things or (nothing and "nothing" in row.thing))


def denied_by(clause: Clause, things: set[str], prose: Prose, around: set[str], *, told: bool = False) -> Denied | None:
    """The first row that a clause falls under, of what is denied, or of what is only told."""
    acts, forbidden = clause.groups, clause.forbidden
    if clause.when in clause.grammar["until"]:
        things = things | {"awaited"}
    things = things | (around & {"jars-in", "filled-after", "short-around"})
    if clause.when == "before":
        things = things | {"before"}
    for row in _rows_for(prose, acts | forbidden, frozenset(things), told=told, idle=not clause.acts):
        if row.act:
            if row.negated and row.act == {"boil"} and not any(act.negated and act.form != "ing" for act in clause.acts):
                continue  # “in hot, not boiling, water”
            done = forbidden if row.negated else acts | forbidden if row.neg else acts
            if not row.act & done and ("none" not in row.act or clause.acts):
                continue
            if row.base and not any(act.group in row.act and act.form == "base" and not act.negated for act in clause.acts):
                continue
        if row.beside and not row.beside & things:
            continue
        if row.state and not any(state in row.state and not negated for state, negated in clause.states.items()):
            continue
        if row.word and not row.word & clause.words:
            continue
        if row.without and not (row.without & clause.without or row.without & _without(clause)):
            continue
        if row.minutes_over is not None and not any(f.measure == "minutes" and f.high > row.minutes_over for f in clause.figures):
            continue
        if row.days_over is not None and not any(
            (f.measure == "days" and f.high > row.days_over) or (f.measure == "minutes" and f.high > row.days_over * 1440)
            for f in clause.figures
        ):
            continue
        if row.neg and not clause.neg:
            continue
        if row.percent_under is not None and not any(f.measure == "percent" and f.low < row.percent_under for f in clause.figures):
            continue
        if _unless(row, clause, things, around):
            continue
        return row
    return None


def _without(clause: Clause) -> set[str]:
    """What a clause does without: “without vinegar”, “no lids”."""
    if not (clause.lacks or "noneed" in clause.words) or clause.forbidden:
        return set()
    made = clause.groups - {"tell", "wash", "check", "serve", "discard", "time"} or any(
        act.word in clause.grammar["making"] for act in clause.acts
    )
    acids = [food for food in clause.foods if food.negated and food.ingredient is not None and food.ingredient.role.acid]
    return {"acid"} if any(made or not clause.acts_before(food.at) for food in acids) else set()
