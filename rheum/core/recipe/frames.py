"""Whether a clause about the process says, beside its acts and things, only what tested methods say there: frames of an act, its things and
the words that tell when, how long, how hard and how warm (reference/frames.toml)."""

from __future__ import annotations

from collections.abc import Sequence, Set
from itertools import pairwise
from typing import Final

from rheum.core.facts.ingredients import stem
from rheum.core.facts.lexicon import Frame, Frames
from rheum.core.recipe.clauses import Clause

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
_LEFT: Final = frozenset({"cool", "chill", "rest", "sit", "settle", "stand"})
# Things of which any frame may speak.
_ANY_THING: Final = frozenset({"citrus", "food-not-tinned", "dish", "salt-water", "cook-water", "freezer", "vessel", "growler"})
_ROASTED: Final = frozenset({"roast", "bake"})


def words_said(clause: Clause) -> set[str]:
    """Every word of a clause, as it stands and without its plural ending."""
    return {*clause.words, *(stem(low) for low in clause.lows)}


def doing(clause: Clause) -> Set[str]:
    """The acts of a clause but those of telling; “let them cool” is standing."""
    done = clause.groups - {"tell"}
    if not done and any(act.word in ("let", "lets", "allow") for act in clause.acts) and _LEFT & clause.words:
        return {"stand"}
    return done


def is_process(clauses: Sequence[Clause]) -> bool:
    """Whether any clause of a sentence names what the process is done with."""
    return any(clause.things & OF_PROCESS or clause.groups & _ACTS for clause in clauses)


def _of_process(clause: Clause, things: set[str], process: bool) -> bool:
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


def against_frames(clause: Clause, things: set[str], frames: Frames, said: set[str], *, process: bool) -> str:
    """The word by which a clause is more or less than tested methods say; "" for none. `things` are those of the clause by the names of rows,
    `said` all words of its sentence, `process` whether the sentence is about the process."""
    lows = words_said(clause)
    if clause.lows[-1:] == ["only"] and not clause.figures:
        lows = lows - {"only"}  # “start timing only once it boils”
    if any(act.word.startswith("seal") for act in clause.acts) and not {"as", "band", "bands", "ring", "rings", "can"} & lows:
        lows = lows - {"tightly", "tight"}  # “and seal tightly”
    if word := _out_of_time(clause, things, lows, said) or _of_any(clause, things, frames, lows, said=said):
        return word
    if not _of_process(clause, things, process):
        return ""
    return (
        _forbidden(clause, things, frames, lows, said=said)
        or _minutes(clause, things, lows, said)
        or _stated(clause, things, frames, lows, said=said)
        or _told(clause, things, frames, lows, said=said)
    )


def _out_of_time(clause: Clause, things: set[str], lows: set[str], said: set[str]) -> str:
    """A clock that goes by steam or a simmer, minutes of simmering water, and opened jars that are said to want no cold."""
    minutes = any(figure.measure == "minutes" for figure in clause.figures)
    if "clock" in things and {"stop", "start", "set", "begin"} & lows and _STEAM & said and not _ON_THE_BOIL & said:
        return "steam"
    if (
        minutes
        and "simmer" in clause.groups
        and not _OF_FOOD & said
        and {"water"} & things
        and not things & {"food", "jar", "lid", "group", "spices", "brine", "acid"}
    ):
        return "simmer"
    if minutes and "simmer" in clause.groups and "jar" in things and not _EMPTY_JARS & said and not clause.foods:
        return "simmer"
    if (
        any(act.word.startswith("stor") for act in clause.acts)
        and {"crock", "bowl", "counter", "bucket", "tub"} & lows
        and "fridge" not in things
    ):
        return "store"
    if clause.groups & {"lift", "off"} and {"early", "earlier", "sooner"} & lows and not clause.foods:
        return "early"
    parted = ("the", "each", "every") if any(figure.measure == "length" for figure in clause.figures) else ("the", "each", "every", "of")
    halved = any(one in ("half", "third", "quarter") and two in parted for one, two in pairwise(clause.lows))
    if halved and "jar" in things and "fill" in clause.groups and "with" in lows:
        return "half"  # “pack half the jar with garlic”
    if "cloudy" in lows and things & {"jar", "brine", "mix"} and {"fine", "safe", "ok", "okay", "harmless"} & lows:
        return "cloudy"
    if "lid" in things and "use" in clause.groups and "as" in lows:
        return "as"  # “a plate as a lid”
    if "fridge" in things and "noneed" in lows and "opened" in said and not {"until", "till", "before", "unopened"} & said:
        return "need"
    return ""


_EMPTY_JARS: Final = frozenset("empty clean hot keep warm sterilise sterilize wash washed before needed ready fill filling".split())
# Said of food that is cooked, and of no jar.
_OF_FOOD: Final = frozenset({"tender", "soft", "plenty", "salted", "lightly", "knife", "fork", "skewer"})
# How not to boil something that is boiled all the same.
_BOILED_LESS: Final = frozenset(
    "off over dry hard long longer too rapidly vigorously away more down again yet fast furiously than unless lid lids hot".split()
)
_FRACTIONS: Final = frozenset({"half", "third", "quarter", "fraction", "part"})
_COOLED_FOOD: Final = frozenset({"cooked-around"})
_STEAM: Final = frozenset({"steam", "steams", "steaming", "simmer", "simmers", "simmering", "warm", "hot", "heats", "heating", "warms"})
_ON_THE_BOIL: Final = frozenset({"boil", "boils", "boiling", "column", "vent", "vents", "rolling", "full"})


def _of_any(clause: Clause, things: set[str], frames: Frames, lows: set[str], *, said: set[str]) -> str:
    """What no clause may say, whatever it is about: minutes that are enough, dirt left on, an acid put off, food above the brine."""
    minutes = any(figure.measure == "minutes" for figure in clause.figures)
    only_told = clause.groups <= {"tell", "use"} and bool(clause.acts)
    altitude = any(figure.measure == "altitude" for figure in clause.figures)
    if (
        minutes
        and only_told
        and not altitude
        and (frames.group["enough"] & lows or not (things or {"takes", "take", "wait", "rest"} & lows))
    ):
        return "minutes"
    if "steam" in lows and frames.group["enough"] & lows and "column" not in lows:
        return "steam"  # “an inch of water makes enough steam”
    shortened = any(one in _FRACTIONS and two == "the" for one, two in pairwise(clause.lows)) and {"time", "times", "minutes"} & lows
    if shortened and not clause.foods and not clause.groups & {"combine"}:
        return "time"  # “I only do half the time the book says”
    degrees = [f for f in clause.figures if f.measure in ("celsius", "fahrenheit", "degrees")]
    held = clause.groups & {"store", "leave", "stand"} and things and things <= {"water", "in-water", "mix", "canner"}
    if degrees and held and not {"until", "needed", "before", "warm", "empty"} & said:
        return "degrees"  # “keep the water about 160 degrees”
    if "stop" in lows and "early" in lows and things & {"canner", "clock", "jar"}:
        return "early"
    if things & {"acid", "brine"} and any(
        run == ("up", "to", "you") for run in zip(clause.lows, clause.lows[1:], clause.lows[2:], strict=False)
    ):
        return "up to you"
    if "barely" in lows and {"moving", "move", "simmering", "simmer", "bubbling", "bubble"} & lows and not things & {"food", "brine"}:
        return "barely"
    if minutes and {"include", "includes", "including"} & lows and {"boil", "time"} & said:
        return "includes"
    chilled = (
        "stand" in clause.groups
        and {"cold", "ice", "iced"} & (lows | set(clause.states))
        and {"tub", "sink", "bucket", "bath", "tap", "faucet", "hose"} & lows
    )
    if chilled and things & {"mix", "jar"} and not _COOLED_FOOD & clause.around:
        return "cold"
    prepared = clause.groups <= {"trim", "peel", "tell", "serve", "cut"} and not things & OF_PROCESS
    if any(one == "or" and two == "dont" for one, two in pairwise(clause.lows)) and not prepared:
        return "dont"
    if "lid" in things and "dry" in lows and {"stay", "stays", "above", "out"} & lows:
        return "dry"
    if (
        "brine" in things
        and clause.neg
        and {"hot", "boiling", "boil"} & lows
        and clause.groups <= {"tell"}
        and not clause.forbidden - {"tell"}
    ):
        return "hot"
    closed = {"closed", "sealed", "filled", "capped", "lidded", "full"} & lows and "jar" in things and "empty" not in lows
    if closed and clause.groups - {"check", "discard", "lift"} and {"tap", "bowl", "sink", "basin", "tub", "bucket", "faucet"} & lows:
        return "jars"
    cooled = "stand" in clause.groups and {"fast", "quickly", "quick", "faster", "rapidly"} & lows
    if (
        (cooled or ("cool" in lows and {"fast", "quickly", "quick"} & lows))
        and not _COOLED_FOOD & clause.around
        and ("jar" in things or {"them", "these", "those"} & lows)
        and not clause.foods
    ):
        return "quickly"
    if "all" in lows and {"need", "takes"} & lows and not clause.foods:
        return "all"
    if "wash" in clause.forbidden and clause.foods:
        return "wash"
    eased = frames.group["enough"] & lows and any(act.word in ("is", "are") for act in clause.acts)
    if (eased and clause.groups & {"wash", "drain", "peel", "blanch"}) or ({"rinse", "soak"} & lows and eased):
        return "enough"  # “one rinse is plenty”
    if clause.neg and not clause.acts and clause.lows[-1:] == ["dont"]:
        return "dont"
    unboiled = [act for act in clause.acts if act.negated and act.group in ("boil", "simmer") and act.form != "ing"]
    if (
        unboiled
        and not _BOILED_LESS & lows
        and not {"boil", "bring"} & (said - {one.word for one in unboiled})
        and "awaited" not in clause.around
        and things <= {"mix", "food", "brine", "group", "acid", "spice"}
    ):
        return unboiled[0].word  # “don't boil it”
    warmed = any(act.word.startswith("warm") and not act.negated for act in clause.acts) and {"only", "just"} & lows
    if warmed and not things & {"jar", "lid", "water", "in-water", "canner", "brine"}:
        return "warm"
    if {"blossom", "flower"} & lows and "on" in lows and clause.groups & {"leave", "store"}:
        return "on"
    if "acid" in things and {"out", "away"} & lows and "heat" not in lows and clause.groups & {"use", "lift", "strain", "put", "wash"}:
        return "acid"
    if "omit" in clause.groups and {"boiling", "processing", "canner", "canning"} & lows:
        return "leave out"
    if "omit" in clause.groups and clause.groups & {"boil", "process", "close", "time", "wash", "simmer", "blanch"}:
        return "leave out"
    if things & {"acid", "brine"} and clause.groups <= {"tell", "put", "fill"} and frames.group["put-off"] & lows:
        return "later"
    if "brine" in things and clause.foods and not clause.neg and frames.group["out-of-brine"] & lows:
        return "above"
    return ""


def _forbidden(clause: Clause, things: set[str], frames: Frames, lows: set[str], *, said: set[str]) -> str:
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


def _minutes(clause: Clause, things: set[str], lows: set[str], said: set[str]) -> str:
    """Minutes of anything but what tested methods time."""
    done = doing(clause)
    timed = any(figure.measure == "minutes" for figure in clause.figures) or "minute" in lows
    altitude = "altitude" in things or any(figure.measure == "altitude" for figure in clause.figures)
    waited = {"rest", "wait", "after", "until"} & (lows | {clause.when})
    if of_jars_alone(clause):
        return ""  # held against the formula's own
    if timed and clause.acts and not (altitude or "canner" in things or done & _TIMED or waited):
        return "minutes"
    bathed = done and done <= _IN_WATER and things & {"water", "in-water", "canner"} and {"jar", "jars"} & said and "boiling" not in lows
    if bathed and any(figure.high > _REST for figure in clause.figures if figure.measure == "minutes"):
        return "minutes"
    if "part" in clause.states and (({"time", "minute"} & lows and not done) or ("long" in lows and done & {"process", "boil"})):
        return "time"
    return ""


def of_jars_alone(clause: Clause) -> bool:
    """“Quarts need fifteen minutes”: the time of a size of jar, and of nothing else."""
    takes = {act.word for act in clause.acts} <= {"need", "needs", "want", "wants", "take", "takes", "get", "gets"} and bool(clause.acts)
    sizes = {"pints", "quarts", "sizes"} & clause.words
    return takes and bool(sizes) and clause.things == {"jar"} and not clause.foods and not clause.neg


def _stated(clause: Clause, things: set[str], frames: Frames, lows: set[str], *, said: set[str]) -> str:
    """What is said of things, and puts at ease or leaves open: “works just as well”, “for however long”, “hot jars in the refrigerator”."""
    done = doing(clause)
    if loose := frames.group["indefinite"] & lows:
        return sorted(loose)[0]
    cold = bool(frames.reassuring_unless & said)
    if "mould" in things and "praise" in clause.states and not cold and "discard" not in done:
        return "good"
    if things & {"oven", "wax"} and not done:
        return "oven" if "oven" in things else "cork"
    minutes = any(figure.measure == "minutes" for figure in clause.figures)
    if {"canner", "jar"} <= things and "stand" in done and "cool" in lows and not minutes:
        return "cool"
    if "long" in lows and done & {"boil", "process"} and not clause.figures and not clause.foods:
        return "long"
    if "lid" in things and not done and frames.group["used-lids"] & lows and not clause.neg:
        return "last"
    if {"jar", "fridge"} <= things and "hot" in lows:
        return "fridge"
    if "store" in done and {"open", "opened"} & lows and not said & frames.group["cold-place"]:
        return "open"
    stated = any(act.word in ("is", "are", "was", "were") for act in clause.acts)
    eased = frames.reassuring & lows
    measured = "space" in things and any(figure.measure == "length" for figure in clause.figures)
    if eased and not measured and (not done or stated or "mould" in things) and not cold and not {"hold", "holds", "fit", "fits"} & lows:
        return sorted(eased)[0]
    if not done:
        return "cold" if "brine" in things and "cold" in clause.states and not clause.neg else ""
    in_pot = "canner" in things or (lows & {"pot", "kettle", "stockpot"} and {"jar", "jars"} & said)
    if done & {"stand", "leave"} and in_pot and "rack" not in lows and lows & frames.group["long"]:
        return "overnight"
    return "off" if "leave" in done and "lid" in things and {"off", "loose", "open"} & lows else ""


def _fits(frame: Frame, act: str, things: set[str], said: set[str]) -> bool:
    """Whether a frame holds of an act: it is one of its acts, all things that matter are among its things, and a word it needs is said."""
    return act in frame.act and things <= frame.thing and (not frame.word or bool(frame.word & said))


def _told(clause: Clause, things: set[str], frames: Frames, lows: set[str], *, said: set[str]) -> str:
    """The act that no frame has, or a telling word that the frames of an act do not allow."""
    done = doing(clause)
    telling = frames.telling & (lows - {act.word for act in clause.acts})
    if {"hour", "hours", "minute", "minutes"} & lows or any(figure.measure == "minutes" for figure in clause.figures):
        telling = telling - {"another"} - ({"hour"} if done <= {"simmer", "boil"} and not things & OF_PROCESS else set())
    if {"next", "following"} & lows and not things & OF_PROCESS and not done & _ACTS and not {"them", "jars", "jar"} & lows:
        telling = telling - {"day", "morning", "next", "following"}  # “next day heat it all to boiling”
    if clause.neg and "close" in done:
        telling -= {"too", "tight", "tightly", "hard"}  # “not too tight”
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
