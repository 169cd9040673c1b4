"""Whether a sentence about the process has an order or a condition that tested methods do not have: jars that stand before they are boiled,
minutes counted from anything but the boil, a jar that did not seal put away with the others (reference/process.toml, `order`)."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from rheum.core.facts.lexicon import Frames
from rheum.core.recipe.clause import Clause
from rheum.core.recipe.clause_rows import Beside, doing, row_for, word_of

_OF_A_JAR: Final = frozenset({"", "if", "when", "that", "which"})
_BARE_FACT: Final = 3


def _seals(clause: Clause, *, negated: bool = False) -> bool:
    return any(act.word.startswith("seal") and (act.negated or not negated) for act in clause.acts)


def _not_sealed(sentence: Sequence[Beside], at: int, frames: Frames) -> str:
    """A jar that did not seal, and is closed again or put away warm."""
    it, group = sentence[at], frames.group
    clause, lows = it.clause, it.words
    if clause.when not in _OF_A_JAR or not (clause.things & {"jar", "lid", "mix"} or "seal" in lows):
        return ""
    named = clause.things | (sentence[at - 1].clause.things if at else set())
    lid_up = "lid" in named and any(act.negated for act in clause.acts) and bool(group["gone-down"] & lows)
    fact = bool(group["fact"] & lows) or {"that", "dont"} <= lows
    asked = clause.when in ("if", "when", "that", "which")
    failed = ("store" in clause.groups and group["fails"] & lows) or (
        fact and (asked or len(lows) > _BARE_FACT) and _seals(clause, negated=True)
    )
    failed = failed or (asked and (group["unsealed"] & lows or (group["fails"] & lows and "seal" in lows)))
    failed = failed or (bool(clause.when) and lid_up) or bool(group["fails"] & lows and {"that", "which"} & lows)
    slow = lid_up and group["slow-lids"] & it.said
    acted = set().union(*(doing(other.clause) for other in sentence)) - {"check", "strain"}
    again = "again" in it.said and it.said & group["another-time"]
    kept_cold = group["kept-cold"] & it.said
    if not (failed or slow) or not (acted or slow or again or "shelf" in clause.things):
        return ""
    if slow and not kept_cold:
        return "lids"
    rest = [other.clause for other in sentence if other is not it] or [clause]
    closed = any("close" in other.groups and not _seals(other) for other in rest)
    return "" if kept_cold and not closed else "seal"


def against_order(sentence: Sequence[Beside], frames: Frames) -> str:
    """The word of an order or a condition that tested methods do not have; "" for none."""
    for at, it in enumerate(sentence):
        if word := _not_sealed(sentence, at, frames):
            return word
        if row := row_for("order", sentence, at):
            return word_of(row, it)
    return ""
