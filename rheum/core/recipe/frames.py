"""Whether a clause about the process says, beside its acts and things, only what tested methods say there: frames of an act, its things and
the words that tell when, how long, how hard and how warm (reference/frames.toml)."""

from __future__ import annotations

from collections.abc import Sequence, Set
from dataclasses import replace
from typing import Final

from rheum.core.facts.lexicon import Frame, Frames
from rheum.core.recipe.clause import Clause
from rheum.core.recipe.clause_rows import Beside, doing, row_for, word_of

# What makes a clause one about the process.
OF_PROCESS: Final = frozenset({"jar", "lid", "canner", "space", "rim", "clock", "altitude", "oven", "wax", "mould", "bubble"})
_ACTS: Final = frozenset({"close", "process", "time", "off"})
_COMPOSED: Final = frozenset({"food", "spice", "spices", "group", "acid", "bag-of", "part-of"})
# How long something is done is said of these acts; elsewhere minutes say how long the canner boils.
_TIMED: Final = frozenset(
    "process boil time stand leave simmer heat blanch off fry roast bake wash store check combine put cover drain".split()
)
_IN_WATER: Final = frozenset({"put", "cover", "stand", "store", "leave"})
# How long jars rest in the canner once the heat is off, with a minute's grace (USDA Guide 1, from memory).
_REST: Final = 6.0
# Things of which any frame may speak.
_ANY_THING: Final = frozenset({"citrus", "food-not-tinned", "dish", "salt-water", "cook-water", "freezer", "vessel", "growler"})
_ROASTED: Final = frozenset({"roast", "bake"})


def is_process(clauses: Sequence[Clause]) -> bool:
    """Whether any clause of a sentence names what the process is done with."""
    return any(clause.things & OF_PROCESS or clause.groups & _ACTS for clause in clauses)


def _of_process(clause: Clause, things: Set[str], process: bool) -> bool:
    """Whether a clause is about the process: jars, lids, the canner, its water and its minutes. `process`: its sentence is."""
    acts = clause.groups | clause.forbidden
    if acts & _ROASTED:
        things = things - {"oven"}
    if "ice" in clause.lows and not things & OF_PROCESS and not acts & _ACTS:
        return False
    if things & OF_PROCESS or acts & _ACTS or (things >= {"mix", "in-water"} and not things & _COMPOSED):
        return True
    if things & _COMPOSED:
        return False
    if ("boil" in acts and not things & {"brine", "mix"}) or ("brine" in things and "cold" in clause.states):
        return True
    return bool(things & {"mix", "water", "in-water", "brine", "heat-of"} or not things) and process


def against_frames(it: Beside, frames: Frames, *, process: bool) -> str:
    """The word by which a clause is more or less than tested methods say; "" for none. `process`: whether its sentence is about the process."""
    clause, things, said, lows = it.clause, it.things, it.said, it.words
    if clause.lows[-1:] == ["only"] and not clause.figures:
        lows = lows - {"only"}  # “start timing only once it boils”
    if any(act.word.startswith("seal") for act in clause.acts) and not it.clause.grammar["closed-by"] & lows:
        lows = lows - {"tightly", "tight"}  # “and seal tightly”
    if lows != it.words:
        it = replace(it, words=lows)
    row = row_for("anywhere", (it,), 0)
    if word := word_of(row, it) if row is not None else _unboiled(clause, things, lows, said):
        return word
    if not _of_process(clause, things, process):
        return ""
    return _forbidden(clause, things, frames, lows, said=said) or _told_by_a_row(it) or _told(clause, things, frames, lows, said=said)


def _told_by_a_row(it: Beside) -> str:
    for table in ("timed", "stated")[of_jars_alone(it.clause) :]:  # the time of a size of jar is held against the formula's own
        if (row := row_for(table, (it,), 0)) is not None:
            return word_of(row, it)
    return ""


def _unboiled(clause: Clause, things: Set[str], lows: Set[str], said: Set[str]) -> str:
    """A boil that is forbidden, of what is boiled by any tested method: “don't boil it”."""
    unboiled = [act for act in clause.acts if act.negated and act.group in ("boil", "simmer") and act.form != "ing"]
    boiled = (
        clause.grammar["boiled-less"] & lows or {"boil", "bring"} & (said - {act.word for act in unboiled}) or "awaited" in clause.around
    )
    return unboiled[0].word if unboiled and not boiled and things <= _BOILED else ""


_BOILED: Final = frozenset({"mix", "food", "brine", "group", "acid", "spice"})


def _forbidden(clause: Clause, things: Set[str], frames: Frames, lows: Set[str], *, said: Set[str]) -> str:
    """An act that tested methods ask for, and that a clause forbids or calls needless."""
    fact = frames.group["fact"] & lows
    for act in clause.acts:
        if not act.negated or frames.group["no-canner"] & lows:
            continue  # “do not use an oven to process”
        if act.group == "close" and {"after", "processing"} <= said:
            continue  # “don't tighten the bands after processing”
        if act.word in ("seal", "sealed") and things & {"jar", "lid", "mix"} and fact:
            continue  # “a jar that did not seal”
        if (act.word == "boiling" and "hot" in said) or (clause.when == "if" and act.form == "ed"):
            continue  # “in hot, not boiling, water”; “if they are not covered”
        group = "wait" if act.word.startswith("wait") else "free" if "bubble" in things else act.group
        if group == "boil" and "lid" in lows and things & {"mix", "jar"}:
            return act.word
        if group in frames.required and not frames.required[group] & (lows | {clause.when}):
            return act.word
    if clause.neg and "altitude" in things and not any(figure.measure == "altitude" for figure in clause.figures):
        return "no"
    if any(act.word == "sealing" for act in clause.acts) and {"do", "does", "did"} & lows:
        return "sealing"
    if clause.states.get("instead") is False and things & {"lid", "canner"}:
        return "instead"
    return "no" if clause.lacks and not clause.acts and clause.without & {"canner", "lid", "rim"} else ""


def of_jars_alone(clause: Clause) -> bool:
    """“Quarts need fifteen minutes”: the time of a size of jar, and of nothing else."""
    takes = {act.word for act in clause.acts} <= clause.grammar["takes"] and bool(clause.acts)
    sizes = {"pints", "quarts", "sizes"} & clause.words
    return takes and bool(sizes) and clause.things == {"jar"} and not clause.foods and not clause.neg


def _fits(frame: Frame, act: str, things: Set[str], said: Set[str]) -> bool:
    """Whether a frame holds of an act: it is one of its acts, all things that matter are among its things, and a word it needs is said."""
    return act in frame.act and things <= frame.thing and (not frame.word or bool(frame.word & said))


def _told(clause: Clause, things: Set[str], frames: Frames, lows: Set[str], *, said: Set[str]) -> str:
    """The act that no frame has, or a telling word that the frames of an act do not allow."""
    done = doing(clause)
    telling = frames.telling & (lows - {act.word for act in clause.acts})
    if clause.grammar["time-unit"] & lows or any(figure.measure == "minutes" for figure in clause.figures):
        telling = telling - {"another"} - ({"hour"} if done <= {"simmer", "boil"} and not things & OF_PROCESS else set())
    if {"next", "following"} & lows and not things & OF_PROCESS and not done & _ACTS and not {"them", "jars", "jar"} & lows:
        telling = telling - clause.grammar["next-day"]  # “next day heat it all to boiling”
    if clause.neg and "close" in done:
        telling -= clause.grammar["tightly"]  # “not too tight”
    named = things - _ANY_THING - ({"oven"} if done & _ROASTED or ("food" in things and not things & OF_PROCESS - {"oven"}) else set())
    if done & {"fill", "put", "cover"} and all(act.form == "ing" for act in clause.acts if act.group == "leave"):
        done = done - {"leave"}  # “filling them firmly, leaving half an inch”
    left: set[str] = set()
    for act in sorted(done):
        fitting = [frame for frame in frames.frames if _fits(frame, act, named, said)]
        if not fitting:
            return next((one.word for one in clause.acts if one.group == act), act)
        left |= telling.difference(*(frame.words for frame in fitting))
    return sorted(left)[0] if left else ""
