"""Whether a clause about what matters is understood whole, and is what tested methods do."""

from __future__ import annotations

from typing import Final

from rheum.core.facts.ingredients import Catalogue
from rheum.core.recipe.clause_rows import Beside, row_for, rows_met
from rheum.core.recipe.heard import Heard

# Acts that change what is in the jar.
_COMPOSING: Final = frozenset(
    "put fill combine use cover throw increase dilute replace omit thicken reduce ferment leave store strain".split()
)


# Acts to which a word more or less that is no food changes nothing: how one washes, cuts, sorts or wraps.
_BESIDE: Final = frozenset({"wash", "cut", "trim", "peel", "skim", "discard", "serve", "tie", "wrap"})


def heard_whole(it: Beside, catalogue: Catalogue, *, around: set[str]) -> Heard:
    """Whether a clause about what matters is understood whole and is what tested methods do."""
    clause, things = it.clause, it.things
    vouched = catalogue.lexicon.prose.vouched
    in_canner = "canner-around" in around
    of_food = bool(things & {"food", "acid", "water", "brine", "group", "cook-water"})
    of_food = of_food or ("mix" in things and "more" in clause.states and bool(clause.groups & {"put", "use", "fill", "combine", "throw"}))
    strange = [(word, sort) for word, sort in clause.unknown]
    acts = [act for act in clause.acts if not act.negated and act.group != "check"]
    groups = {act.group for act in acts} - {"tell"}
    chosen = (
        groups == {"use"}
        and {act.word for act in acts if act.group == "use"} <= catalogue.grammar["chosen"]
        and not things & {"acid", "water", "brine"}
    )
    if groups and (groups <= _BESIDE or chosen or (groups == {"use"} and not things)):
        strange = [(word, sort) for word, sort in strange if sort not in ("plain", "state", "measure")]
    if clause.acts and not groups and not clause.figures and not things & {"jar", "lid", "canner", "space", "acid", "water", "brine"}:
        strange = [(word, sort) for word, sort in strange if sort != "plain"]  # told of, and nothing done
    loads = catalogue.grammar["loads"] & clause.words
    bare = [
        figure
        for figure in clause.figures
        if figure.measure == "number" and not loads and not any(food.figure is figure for food in clause.foods)
    ]
    loaded = [state for state, negated in clause.states.items() if not negated and state in _LOADED and not _let(state, it)]
    unsafe = [act.group for act in acts if not _may(act.group, it, vouched.get(act.group), catalogue.lexicon.frames.group["neutral"])]
    loose = [
        figure
        for figure in clause.figures
        if figure.measure in ("volume", "mass", "count")
        and figure.amount is not None
        and not any(food.figure is figure for food in clause.foods)
        and not (figure.amount.unit in ("head", "sprig") and "herb-around" in around)
    ]
    if loose and (clause.each or "jar" in things) and clause.groups & (_COMPOSING | {"increase"}):
        return Heard("composition", "What this amount is of was not understood. Give it a line of its own.")
    if "omit" in unsafe and things & {"mix"} and not clause.foods:
        return Heard("composition", "What is left out here was not understood.")
    if row_for("never", (it,), 0) is not None:
        return Heard("process", "Rheum does not vouch for this sentence.")
    if not (strange or bare or loaded or unsafe):
        return Heard("vouched")
    if not (strange or bare or unsafe) and set(loaded) <= {"unsound", "frozen", "bruised"} and not groups & _COMPOSING:
        return Heard("process", "Rheum does not vouch for this sentence.")  # told of, and nothing put in
    composing = not acts or any(act.group in _COMPOSING | {"tell"} for act in acts)
    said = strange[0][0] if strange else ""
    why = f"What “{said}” means here was not understood." if said else "Rheum does not vouch for this sentence."
    if any(sort == "unknown" for _, sort in strange) and (of_food or not things):
        return Heard("composition", why)
    described = all(sort == "plain" for _, sort in strange) and not things & {"acid", "water", "brine", "cook-water", "canner"}
    if strange and described and not (bare or loaded or unsafe or clause.figures):
        return Heard("process", why)  # how it looks or lies, of what is listed
    if of_food and ((composing and (strange and any(act.group in _COMPOSING for act in acts))) or loaded or bare):
        return Heard("composition", why)
    if of_food and any(group in _COMPOSING | {"fry", "dilute"} for group in unsafe):
        return Heard("composition", why)
    if bare and not things & {"jar", "lid", "canner"} and not in_canner:
        return Heard("composition", why)
    return Heard("process", why)


_LOADED: Final = frozenset(
    "more part any weak unsound bruised cold whole tinned unsealed fizzy frozen short brim oneself instead sooner unpeeled unsalted big other".split()
)


def _let(state: str, it: Beside) -> bool:
    """Whether a state that may change everything changes nothing here: a little salt, more spice, cold water to wash in."""
    row = row_for("let", (it,), 0, state)
    return row is not None and row.told == "yes"


def _may(group: str, it: Beside, table: frozenset[str] | None, neutral: frozenset[str]) -> bool:
    """Whether a tested method does this to these things."""
    bare = it.things - neutral
    for row in rows_met("may", (it,), 0, group):
        if row.told:
            return row.told == "yes"
        bare -= row.spares
    return table is not None and bare <= table
