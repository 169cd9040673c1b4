"""Whether a sentence about the process has an order or a condition that tested methods do not have: jars that stand before they are boiled,
minutes counted from anything but the boil, a jar that did not seal put away with the others. Its words: reference/frames.toml, `group`."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import Final

from rheum.core.facts.lexicon import Frames
from rheum.core.recipe.clauses import Clause
from rheum.core.recipe.cut_short import CUT_SHORT
from rheum.core.recipe.frames import OF_PROCESS, doing, words_said
from rheum.core.recipe.hung import Hung
from rheum.core.recipe.vouching import BAD_SIGNS

_IF: Final = ("if", "when")
_AFTER: Final = ("when", "as", "once", "after", "from")


def _stands_first(it: Hung) -> str:
    """Filled jars that stand before they are closed or boiled."""
    waits = it.clause.groups & {"process", "boil", "close"} or "canner" in it.clause.things
    waits = waits or ("fill" in it.clause.groups and any(words_said(other) & {"cool", "cold"} and not other.foods for other in it.main))
    filled = any(other.things & {"jar", "lid", "mix"} for other in it.main)
    return "before" if it.clause.when == "before" and waits and filled and it.done & {"stand", "leave", "store"} else ""


def _not_sealed(it: Hung) -> str:
    """A jar that did not seal, and is closed again or put away warm."""
    clause, lows = it.clause, it.lows
    if clause.when not in ("", "if", "when", "that", "which") or not (clause.things & {"jar", "lid", "mix"} or "seal" in lows):
        return ""
    fact = it.has("fact") or {"that", "dont"} <= lows
    failed = "store" in clause.groups and it.has("fails")
    failed = failed or (fact and len(lows) > _BARE_FACT and any(act.negated and act.word.startswith("seal") for act in clause.acts))
    failed = failed or (clause.when in _IF and (it.has("unsealed") or (it.has("fails") and "seal" in lows)))
    lid_up = "lid" in it.said_things() and any(act.negated for act in clause.acts) and _GONE_DOWN & lows
    failed = failed or (clause.when in (*_IF, "when", "that", "which") and bool(lid_up))
    acted = set().union(*(doing(other) for other in it.clauses)) - {"check", "strain"}
    slow = bool(lid_up) and {"slow", "shy", "fine", "ok", "okay", "late", "normal"} & it.said
    again = "again" in it.said and it.said & (it.frames.group["put-off"] | {"week", "month", "later", "tomorrow", "next"})
    if not (failed or slow) or not (acted or slow or again or "shelf" in clause.things):
        return ""
    if slow and not it.kept_cold():
        return "lids"
    rest = [other for other in it.clauses if other is not clause] or [clause]
    closed = any("close" in other.groups and not any(act.word.startswith("seal") for act in other.acts) for other in rest)
    return "" if it.kept_cold() and not closed else "seal"


_BARE_FACT: Final = 3
_GONE_DOWN: Final = frozenset({"down", "popped", "pop", "pinged", "ping", "dipped", "sucked", "sunk", "dished"})


def _leaks(it: Hung) -> str:
    """A jar that leaks or stands open, and is neither thrown out nor kept cold."""
    leaking = it.clause.states.get("unsealed") is False or it.lows & {"leaking", "leaky"}
    return "leak" if leaking and not it.kept_cold() and not it.said & {"clean", "check"} else ""


def _opened(it: Hung) -> str:
    """A jar opened to be topped up or closed again."""
    opened = "open" in it.clause.lows and not it.clause.neg and it.clause.things & {"jar", "mix"}
    filled = any(other.groups & {"put", "fill", "close"} for other in it.clauses)
    cold = it.frames.group["kept-cold"] - {"open", "opened"}
    return "open" if opened and filled and not it.said & cold else ""


def _boiled_until(it: Hung) -> str:
    """Jars boiled until anything but the end of the time."""
    before = it.before
    boiled = before is not None and before.groups & {"boil", "process"} and (before.things & {"jar", "canner"} or "only" in before.lows)
    looks = it.lows & {"look", "seem", "feel"}
    awaited = boiled and it.clause.when in ("until", "till") and not it.clause.foods
    return it.clause.when if awaited and (not it.has("over") or looks) else ""


def _left_in(it: Hung) -> str:
    """Jars left in the canner until it is cold."""
    before = it.before
    left = before is not None and before.groups & {"leave", "stand", "store"} and "canner" in before.things
    return it.clause.when if left and it.clause.when in ("until", "till") and it.lows & {"cold", "cool", "cools", "morning"} else ""


def _closed_cold(it: Hung) -> str:
    """Lids put on what is cold."""
    closed = any("close" in other.groups or ("lid" in other.things and other.groups <= {"put", "cover"}) for other in it.main)
    cold = "cold" in it.clause.states or it.lows & {"cool", "cooled", "cold"}
    other_work = any(other.groups & {"lift", "check", "discard", "wash", "free"} for other in it.main)
    awaited = it.clause.when in ("when", "once", "until", "till", "after")
    return it.clause.when if closed and awaited and cold and not other_work else ""


def _filled_cold(it: Hung) -> str:
    """Jars filled with what is no longer hot."""
    filled = any("fill" in other.groups or ("put" in other.groups and "jar" in other.things) for other in it.main)
    cold = it.lows & {"lukewarm", "tepid", "warm", "cold"} or "cold" in it.clause.states
    return it.clause.when if filled and cold and it.clause.when in ("while", "when", "once", "after") and not it.clause.foods else ""


def _whenever(it: Hung) -> str:
    """Boiled, filled or closed at any time."""
    return it.clause.when if it.clause.when == "whenever" and it.done & {"process", "boil", "fill", "close", "put", "cover", "time"} else ""


def _spoilt(it: Hung) -> str:
    """A sign of spoilage, and the food is kept."""
    if not it.clause.things & {"mould"} or it.clause.when not in (*_IF, "that", "which"):
        return ""
    good = any("praise" in other.states or words_said(other) & {"fine", "good", "ok", "okay"} for other in it.main)
    thrown = any("discard" in other.groups for other in it.clauses)
    kept = not it.lows & {"foam", "scum"} and not it.kept_cold() and not it.said & it.frames.group["not-eaten"]
    return it.clause.when if kept or (good and not thrown) else ""


def _tasted(it: Hung) -> str:
    """A sign of spoilage, and the food is tried: “if one is cloudy, give it a sniff and taste”."""
    signs = it.clause.when in (*_IF, "that", "which") and it.lows & BAD_SIGNS and not it.clause.foods
    tried = it.said & {"taste", "try", "sniff", "smell", "lick", "eat"}
    return sorted(tried)[0] if signs and tried and not it.kept_cold() and not it.said & it.frames.group["not-eaten"] else ""


def _topped_up_after(it: Hung) -> str:
    """Jars filled or closed again when they have been processed."""
    out = it.lows & {"out", "cool", "cooled", "processed", "canner"}
    filled = any(other.groups & {"fill", "close"} and other.things & {"mix", "jar", "lid"} for other in it.main)
    return "after" if it.clause.when == "after" and out and filled else ""


def _counted_from(it: Hung) -> str:
    """Minutes counted from anything but the boil."""
    counted = it.clause.when in _AFTER and any("time" in other.groups for other in it.main)
    boils = any("boil" in other.groups or {"boiling", "boil"} & other.words for other in it.clauses) or "simmer" in it.lows
    boils = boils or bool(it.said & {"column", "atmospheric"})  # a steam canner is timed from a full column of steam
    return it.clause.when if counted and not boils else ""


_BOIL: Final = frozenset({"boil", "boiling", "boils", "bubbling"})


def _no_matter(it: Hung) -> str:
    """What is said not to matter of jars, brine and canner."""
    about = any(other.things & (OF_PROCESS | {"brine"}) or _BOIL & words_said(other) for other in it.clauses)
    return "matter" if it.has("unimportant") and it.clause.neg and about else ""


def _lifted_when(it: Hung) -> str:
    """Jars lifted out at anything but the end of the time."""
    lifted = any("lift" in other.groups and "jar" in other.things for other in it.main)
    timed = it.has("over") or "time" in it.clause.groups or any(figure.measure == "minutes" for figure in it.clause.figures)
    return it.clause.when if lifted and it.clause.when in ("when", "once", "as") and it.clause.acts and not timed else ""


def _pinged(it: Hung) -> str:
    """The sound of a lid taken for the end of the time."""
    ended = it.done & {"lift", "off"} or it.main_words() & {"done", "finished", "ready"}
    return it.clause.when if it.has("ping") and it.clause.when in ("if", "when", "once", "until", "as") and ended else ""


def _boil_lost(it: Hung) -> str:
    """The boil lost, and the minutes not begun again."""
    lost = it.clause.when in _IF and it.has("stops") and ("boil" in it.clause.groups or "boiling" in it.lows)
    return it.clause.when if lost and not it.main_words() & it.frames.group["begun-again"] else ""


_PUT_AWAY: Final = frozenset({"done", "finished"})
_NOT_YET: Final = frozenset({"canner", "process", "processed", "processing", "boil", "boiling", "minute", "minutes", "bath"})


def _closed_and_done(it: Hung) -> str:
    """Jars that are closed and then said to be done: “clap the lid on and you're done”."""
    closed = any("close" in other.groups or ("lid" in other.things and other.groups & {"put", "close"}) for other in it.clauses)
    finished = bool(_PUT_AWAY & it.lows) and it.clause.groups <= {"tell"} and not it.clause.when
    finished = finished or it.clause.lows[-2:] in (["thats", "all"], ["thats", "it"])
    return "done" if closed and finished and not it.said & (_NOT_YET - {"boiling"}) else ""


def _left_out_open(it: Hung) -> str:
    """Jars that stand about once they are open: “once open they'll sit on the table all month”."""
    opened = it.clause.when in ("once", "after", "when") and it.lows & {"open", "opened", "opening"}
    out = it.said & {"table", "counter", "cupboard", "pantry", "shelf", "sideboard", "month", "months", "year", "forever", "ages"}
    return "open" if opened and out and not it.said & {"fridge", "refrigerator", "refrigerate", "refrigerated", "icebox", "cold"} else ""


def _over_closed_jars(it: Hung) -> str:
    """Boiling water poured over jars that are closed, in place of the canner."""
    poured = it.clause.groups & {"put", "cover"} and {"pour", "pouring", "poured", "over"} & it.lows and "jar" in it.clause.things
    water = any(food.ingredient is not None and food.ingredient.role.role == "water" for food in it.clause.foods)
    return "over" if poured and water and it.lows & {"closed", "sealed", "filled", "lidded"} else ""


def _sealing_by_cooling(it: Hung) -> str:
    """Lids put on that are said to seal by cooling alone: “screw on the lids while hot, they seal as they cool”."""
    closed = any("close" in other.groups and not any(act.word.startswith("seal") for act in other.acts) for other in it.clauses)
    cools = it.clause.when in ("as", "when", "while") and it.lows & {"cool", "cools", "cooling"}
    return "seal" if closed and cools and it.said & {"seal", "seals"} and not it.said & (_NOT_YET - {"boiling"}) else ""


def _loose_pressed(it: Hung) -> str:
    """A lid that is loose and is pressed down again."""
    loose = it.clause.when in _IF and it.lows & {"loose", "lifted", "lifts", "raised"} and not it.clause.neg
    return "loose" if loose and it.main_words() & {"press", "push", "tighten", "screw"} and not it.kept_cold() else ""


def _off_at_the_boil(it: Hung) -> str:
    """The canner taken off as soon as it boils."""
    boils = it.clause.when in ("when", "once", "as") and "boil" in it.clause.groups
    off = any(other.groups & {"lift", "off"} and "canner" in other.things for other in it.main)
    return "off" if boils and off and not any(f.measure == "minutes" for other in it.clauses for f in other.figures) else ""


def _filled_and_waiting(it: Hung) -> str:
    """Filled jars left for another day before they are boiled: “leave the filled jars until you have a full load”."""
    waits = it.clause.groups & {"leave", "stand", "store"} and "jar" in it.clause.things and it.lows & {"filled", "packed", "full"}
    later = it.said & (it.frames.group["put-off"] | it.frames.group["long"] | {"load", "later", "tomorrow", "overnight"})
    return "filled" if waits and later and not it.said & (_NOT_YET | {"fridge", "refrigerator", "sealed"}) else ""


def _out_of_the_water(it: Hung) -> str:
    """Jars that need not stand under water."""
    wet = it.lows & {"water", "waterline"} and it.lows & {"under", "below", "beneath", "submerged", "covered", "immersed", "underwater"}
    return "under" if wet and it.clause.neg and "jar" in it.clause.things and it.clause.groups <= {"tell"} else ""


_ONE_POT: Final = frozenset("it relish chutney salsa sauce ketchup mixture everything batch".split())


def _cold_and_filled(it: Hung) -> str:
    """What stood until it was cold, and is then filled: “let the relish go cold, then jar it”."""
    before = it.before
    jarred = "fill" in it.clause.groups or ("jar" in it.clause.lows and {"it", "them"} & it.lows)
    if before is None or not jarred or before.groups & {"heat", "boil", "simmer", "wash"}:
        return ""
    told = words_said(before)
    stood = before.groups & {"stand", "leave"} or told & {"let", "go", "goes", "gone", "get"}
    cold = told & {"cold", "cool", "cooled", "lukewarm", "counter", "tomorrow"} and _ONE_POT & told
    return "cold" if stood and cold and not before.foods and not it.said & {"boil", "heat", "hot", "reheat", "slightly", "bit"} else ""


def _sealed_by_steam(it: Hung) -> str:
    """Lids said to be sealed by steam, warmth or weight: “the steam from the kettle will seal the lids”."""
    seals = any(act.word.startswith("seal") and not act.negated for act in it.clause.acts)
    by = it.lows & {"steam", "warmth", "weight", "sunshine", "wax", "honey"}
    return "seal" if seals and by and not it.said & _NOT_YET else ""


def _filled_and_shelved(it: Hung) -> str:
    """What is filled and put on the shelf, with nothing between."""
    filled = any(other.groups & {"fill"} for other in it.clauses)
    shelved = "store" in it.clause.groups and "shelf" in it.clause.things
    between = _NOT_YET | {"sealed", "seal", "seals", "canned", "label"}
    return "shelf" if filled and shelved and not it.said & between else ""


_ORDERS: Final[tuple[Callable[[Hung], str], ...]] = (
    _stands_first,
    _not_sealed,
    _leaks,
    _opened,
    _boiled_until,
    _left_in,
    _closed_cold,
    _filled_cold,
    _whenever,
    _spoilt,
    _tasted,
    _topped_up_after,
    _counted_from,
    _no_matter,
    _lifted_when,
    _pinged,
    _boil_lost,
    _closed_and_done,
    _left_out_open,
    _over_closed_jars,
    _sealing_by_cooling,
    _loose_pressed,
    _off_at_the_boil,
    _filled_and_shelved,
    _filled_and_waiting,
    _out_of_the_water,
    _cold_and_filled,
    _sealed_by_steam,
    *CUT_SHORT,
)


def against_order(clauses: Sequence[Clause], frames: Frames) -> str:
    """The word of an order or a condition that tested methods do not have; "" for none."""
    said: set[str] = set().union(*(words_said(clause) for clause in clauses))
    for index, clause in enumerate(clauses):
        main = tuple(other for other in clauses if other is not clause and not other.when)
        done: set[str] = set().union(*(doing(other) for other in main))
        it = Hung(clause, words_said(clause), clauses[index - 1] if index else None, clauses, main, done, said, frames)
        for rule in _ORDERS:
            if word := rule(it):
                return word
    return ""
