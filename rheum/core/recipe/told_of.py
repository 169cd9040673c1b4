"""Whether a clause only tells something of the acid, the brine or the water."""

from __future__ import annotations

from rheum.core.recipe.clause import Clause


def only_told(clause: Clause, things: set[str], *, serving: bool) -> bool:
    """Whether a clause only tells something of the acid, the brine or the water, or of nothing that it names, and asks for no act: tested
    methods say nothing of the sort, and what is told so often takes something away (“vinegar is a matter of taste”)."""
    soured = bool(things & {"acid", "brine", "water"}) and not things & {"food", "group", "jar", "lid", "canner"}
    if serving:
        return bool(things & {"acid", "brine", "water"})
    if clause.lows[:3] == ["it", "is", "the"] and things <= {"brine", "mix"}:
        return False  # “keep the liquid: it is the brine”
    if clause.neg or clause.forbidden or clause.when or clause.groups - {"tell", "check"}:
        return False
    return (soured and not clause.grammar["as-it-is"] & clause.words) or (
        bool(clause.acts) and "check" not in clause.groups and things <= {"mix"}
    )
