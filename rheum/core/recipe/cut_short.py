"""The process cut short or left out: minutes of jars that are none of boiling, waters that do not cover, lids that were loose, bands turned again."""

from __future__ import annotations

from collections.abc import Callable
from typing import Final

from rheum.core.recipe.frames import doing
from rheum.core.recipe.hung import Hung
from rheum.core.recipe.vouching import BAD_SIGNS

# Said of jars that are still empty, and of the rest that they have when the heat is off.
_NOT_YET_FILLED: Final = frozenset(
    "empty clean wash washed sterilise sterilize sterilised sterilized sterile keep warm need needed ready fill filling use used until".split()
)
_RESTING: Final = frozenset("off rest rests resting undisturbed before then after lid remove removed settle".split())
_REST: Final = (4.5, 6.0)
_AWAITED: Final = frozenset("need needed fill filled use used want wanted".split())
_HIGH: Final = frozenset("altitude altitudes elevation mountain mountains feet ft high higher".split())
_POTS: Final = frozenset("pot kettle canner water stockpot".split())


def _in_the_canner(it: Hung) -> bool:
    """Whether a clause keeps filled jars hot: in the canner, in boiling water."""
    clause = it.clause
    kept = clause.groups & {"leave", "store", "heat", "stand"} and "jar" in clause.things
    hot = "canner" in clause.things or {"boiling", "filled", "full", "packed"} & clause.words
    return bool(kept and hot)


def _minutes_in_it(it: Hung) -> str:
    """“Leave the jars in the canner for three minutes”: minutes that are none of processing, and no rest with the heat off."""
    # Five minutes is the rest that jars have once the heat is off (USDA Guide 1, from memory).
    timed = any(figure.measure == "minutes" and not _REST[0] <= figure.high <= _REST[1] for figure in it.clause.figures)
    return "minutes" if timed and _in_the_canner(it) and not it.said & (_RESTING | (_NOT_YET_FILLED - {"keep", "until"})) else ""


def _until_else(it: Hung) -> str:
    """“Process them until the water boils”: until anything but the end of the time."""
    before = it.before
    if before is None or it.clause.when not in ("until", "till") or (it.clause.foods and not it.lows & {"boil", "boiling"}):
        return ""
    given = any(act.word.startswith(("give", "gave")) for act in before.acts) and "mix" in before.things and not before.foods
    kept = (
        before.groups & {"leave", "store", "heat"}
        and "jar" in before.things
        and ("canner" in before.things or before.groups & {"boil"} or {"boiling", "filled"} & before.words)
    )
    timed = it.has("over") or it.lows & _AWAITED or any(figure.measure == "minutes" for figure in it.clause.figures)
    return it.clause.when if ("process" in before.groups or given or kept) and not timed else ""


def _less_time(it: Hung) -> str:
    """“For less time”, “a minute less”, “for a short while”, “as long as you have”: of jars, the canner or a height."""
    clause = it.clause
    of_jars = bool(clause.groups & {"process"} or clause.things & {"jar", "canner", "altitude"} or it.said & _HIGH)
    of_jars = of_jars or (any(act.word.startswith(("give", "gave")) for act in clause.acts) and "mix" in clause.things)
    if not of_jars or (clause.foods and not any(food.ingredient and food.ingredient.role.role == "water" for food in clause.foods)):
        return ""
    done = clause.groups & {"process", "boil", "heat", "leave", "store", "tell", "stand"}
    timed = any(figure.measure == "minutes" for figure in clause.figures) or clause.words & {"time", "minute", "minutes"}
    if done and "less" in clause.words and timed and not clause.neg and "than" not in it.said:
        return "less"
    last = clause.lows[-2:]
    if done and last in (["a", "short"], ["as", "long"]):
        return last[1]  # “for a short while”, “for as long as you have”
    return "time" if done and {"shorter", "half"} & clause.words and "time" in clause.words else ""


def _little_room(it: Hung) -> str:
    """“As little headspace as you can”, “no room at the top”."""
    clause = it.clause
    if "space" not in clause.things | clause.without:
        return ""
    little = {"little", "as"} <= clause.words and not any(figure.measure == "length" for figure in clause.figures)
    return "little" if little else "no" if clause.lacks and clause.groups <= {"tell"} and clause.acts else ""


def _uncovered(it: Hung) -> str:
    """“Keep the water below the lids”, “an inch deep”, “just over the rack”; a steam canner has its inch."""
    clause, lows = it.clause, it.lows
    watery = any(food.ingredient is not None and food.ingredient.role.role == "water" for food in clause.foods)
    if not watery or clause.neg or it.said & {"steam", "steamer", "empty", "atmospheric"}:
        return ""
    if lows & {"below", "under", "beneath"} and clause.things & {"lid", "rim"}:
        return "below"
    if (
        lows & {"deep"}
        and not clause.foods[0].into
        and any(figure.measure == "length" for figure in clause.figures)
        and not lows & {"over", "above", "least"}
    ):
        return "deep"
    if "rack" in lows and lows & {"over", "above", "cover", "covers", "just"} and "jar" not in clause.things:
        return "rack"
    return "barely" if "barely" in lows and lows & {"warm", "hot", "tepid"} else ""


def _till_morning(it: Hung) -> str:
    """“Leave the jars in the pot until morning”."""
    before = it.before
    left = before is not None and (before.groups & {"leave", "stand", "store"} or "cool" in before.words) and "jar" in before.things
    left = left and bool(before is not None and before.words & _POTS)
    return (
        it.clause.when if left and it.clause.when in ("until", "till") and it.lows & {"morning", "cold", "cool", "tomorrow", "day"} else ""
    )


def _never_done(it: Hung) -> str:
    """“I never do the water bath”, “no need for the lids”, “don't bother with the bubbles”."""
    clause = it.clause
    needless = (
        "noneed" in clause.words
        or clause.words & {"bother"}
        or (clause.neg and any(act.word in ("do", "did", "does") for act in clause.acts))
    )
    idle = clause.groups <= {"tell"} and not clause.foods
    return "need" if needless and idle and clause.things & {"canner", "lid", "space", "bubble", "brine", "acid"} and not clause.when else ""


def _turned_tight(it: Hung) -> str:
    """“Turn the rings very tight”, “tighten the bands after processing”."""
    clause = it.clause
    if (
        it.clause.when == "after"
        and "process" in clause.groups
        and any("close" in other.groups and "lid" in other.things for other in it.main)
    ):
        return "after"
    turned = (
        clause.groups & {"turn", "close", "retighten"} and ("lid" in clause.things or {"ring", "rings"} & clause.words) and not clause.neg
    )
    hard = "turn" in clause.groups and it.lows & {"tight", "tightly", "hard", "might"} and not it.lows & {"finger", "fingertip", "snug"}
    again = it.lows & {"again"} and "turn" in clause.groups
    return "tight" if turned and (hard or again) else ""


def _popped_up(it: Hung) -> str:
    """“If a lid pops up, tighten the band”: a lid that let go, and the jar is kept."""
    sprung = (
        it.clause.when in ("if", "when")
        and "lid" in it.clause.things
        and it.lows & {"pop", "pops", "popped", "spring", "springs", "lifts", "comes"}
    )
    loose = it.lows & {"up", "loose", "off", "back"} and not it.clause.neg
    kept = it.done & {"close", "store", "serve", "leave", "stand", "use", "retighten", "press"} or it.main_words() & {
        "tighten",
        "press",
        "push",
        "eat",
    }
    return "up" if sprung and loose and kept and not it.kept_cold() else ""


def _sign_kept(it: Hung) -> str:
    """“If a jar is cloudy, use it for cooking”: a sign of spoilage, and anything but throwing it out."""
    signs = it.clause.when in ("if", "when") and it.lows & BAD_SIGNS and not it.clause.foods and it.clause.things & {"jar", "mix", "lid"}
    done = set().union(*(doing(other) for other in it.main)) - {"check", "discard", "tell"}
    shaken = it.main_words() & {"shake", "use", "open"}
    return "cloudy" if signs and (done or shaken) and not it.kept_cold() and not it.said & it.frames.group["not-eaten"] else ""


def _cold_brine(it: Hung) -> str:
    """“Pour in the brine once it is cold”, “brine from the fridge”, “the day before”."""
    clause = it.clause
    poured = any(other.groups & {"put", "cover", "fill"} and "brine" in other.things for other in it.main)
    if clause.when in ("once", "when", "after") and poured and it.lows & {"cold", "cool", "cooled"} and not clause.foods:
        return clause.when
    brine = clause.groups & {"put", "cover", "fill", "use"} and "brine" in clause.things
    if brine and "fridge" in clause.things and "from" in clause.words:
        return "fridge"
    return "before" if brine and {"day", "before"} <= clause.words else ""


def _cooled_wet(it: Hung) -> str:
    """“Let the jars cool under the cold tap”."""
    wet = it.lows & {"tap", "faucet", "hose", "stream", "snow", "ice"} and "jar" in it.clause.things
    return "tap" if wet and it.lows & {"cool", "cold", "chill"} and not it.said & _NOT_YET_FILLED and not it.clause.foods else ""


CUT_SHORT: Final[tuple[Callable[[Hung], str], ...]] = (
    _minutes_in_it,
    _until_else,
    _less_time,
    _little_room,
    _uncovered,
    _till_morning,
    _never_done,
    _turned_tight,
    _popped_up,
    _sign_kept,
    _cold_brine,
    _cooled_wet,
)
