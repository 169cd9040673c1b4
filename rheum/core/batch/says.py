"""What the Stove says: the one big thing to do, in words, for each moment of a batch."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from datetime import datetime, timedelta
from typing import Final

from rheum.core.batch.begun import Snapshot, Step
from rheum.core.batch.events import (
    Again,
    AllSealed,
    BoiledOn,
    Boiling,
    BoilLost,
    BrineUsed,
    Broke,
    Chipped,
    Filled,
    GivenUp,
    Happening,
    HeatOff,
    HeightSet,
    JarIn,
    JarTold,
    Lifted,
    Loaded,
    Moved,
    NextTime,
    PanRead,
    Refrigerated,
    Sealed,
    Spoiled,
    Stepped,
    TaskTold,
    Undone,
    VinegarMeasured,
)
from rheum.core.batch.jars import to_save, to_throw_out
from rheum.core.batch.standing import Action, JarStanding, Load, TaskStanding, TrailStep
from rheum.core.measures.saying import degrees, listed, mm

_STEP_DONE: Final = {"prepare": "Prepared", "heat-jars": "Jars are hot", "cook": "Cooked", "fill": "Filled"}
_TRAIL: Final[tuple[tuple[Step, str], ...]] = (
    ("prepare", "Prepare"), ("heat-jars", "Heat jars"), ("cook", "Cook"), ("fill", "Fill"), ("loads", "Canner"), ("seals", "Cool"),
    ("done", "Shelf"),
)  # fmt: skip
_TASK_TRAIL: Final[tuple[tuple[Step, str], ...]] = (
    ("prepare", "Prepare"), ("cook", "Cook"), ("heat-jars", "Jars hot"), ("fill", "Fill"), ("loads", "Canner"), ("seals", "Cool"), ("done", "Shelf"),
)  # fmt: skip
_STEP_OF: Final[Mapping[Step, str]] = {"prepare": "prepare", "cook": "cook", "heat-jars": "heat"}
_COLD_TRAIL: Final[tuple[tuple[Step, str], ...]] = (
    ("prepare", "Prepare"), ("cook", "Cook"), ("fill", "Fill"), ("refrigerate", "Refrigerate"), ("done", "Done"),
)  # fmt: skip


def trail_of(snapshot: Snapshot, now: Step, tasks: Sequence[TaskStanding] | None = None, *, more: bool = False) -> tuple[TrailStep, ...]:
    """The steps of a batch, and which of them is the present one. Where it has tasks, a step is past when they are all done: they need not be
    done in its order. `more`: jars are filled after the load that is in the canner."""
    steps = _COLD_TRAIL if snapshot.minutes is None else _TASK_TRAIL if snapshot.tasks else _TRAIL
    at = next(index for index, (step, _) in enumerate(steps) if step == now)
    past = {step for index, (step, _) in enumerate(steps) if index < at} - ({"fill"} if more else set())
    if tasks is not None:
        open_ = {task.part for task in tasks if task.phase not in ("done", "left-out")}
        past = {step for step, part in _STEP_OF.items() if part not in open_}
    return tuple(TrailStep(step, says, "now" if step == now else "past" if step in past else "next") for step, says in steps)


def task_says(task: TaskStanding) -> str:
    """The one thing to do, of a task."""
    if task.phase == "over":
        return f"Time is up: {task.title[0].lower()}{task.title[1:]}"
    if task.bell:
        return "Stir"
    return task.title


def jars_say(count: int) -> str:
    """`1 jar`, `7 jars`."""
    return f"{count} jar" if count == 1 else f"{count} jars"


def minutes_say(span: timedelta) -> str:
    """`1 minute`, `45 minutes`, `1 h 20 min`."""
    minutes = round(span.total_seconds() / 60)
    if minutes < 60:
        return f"{minutes} minute" if minutes == 1 else f"{minutes} minutes"
    return f"{minutes // 60} h {minutes % 60} min" if minutes % 60 else f"{minutes // 60} h"


def jumped(seconds: float) -> str:
    """A correction of the wall clock, told."""
    way = "forward" if seconds > 0 else "back"
    size = f"{abs(seconds):.0f} seconds" if abs(seconds) < 90 else minutes_say(timedelta(seconds=abs(seconds)))
    return f"The computer's clock was put {way} by {size} in between. The minutes go by a steady clock, which nothing moves."


_TASK_TOLD: Final[Mapping[str, str]] = {
    "begun": "begun", "boils": "it boils", "done": "done", "left-out": "left out", "stirred": "stirred", "later": "not now",
}  # fmt: skip


_JAR_SAYS: Final = {
    "opened": "opened", "given": "given", "back": "is back", "noted": "noted", "unsealed": "found unsealed", "spoiled": "shows signs of spoilage",
    "thrown": "thrown out", "missing": "not found", "emptied": "came home empty", "chilled": "into the refrigerator", "looked": "looked at, all well",
    "recalled": "traced", "told": "told",
}  # fmt: skip


def tap_says(what: Happening, snapshot: Snapshot | None = None) -> str:
    """A tap in words, for the button that takes it back."""
    match what:
        case TaskTold(task=name, how=how):
            title = next((task.title for task in snapshot.tasks if task.id == name), name) if snapshot else name
            return f"{title}: {_TASK_TOLD[how]}"
        case JarIn(jar=jar):
            return f"Jar {jar} is in"
        case Stepped(step=step):
            return _STEP_DONE.get(step, "Step done")
        case Filled(jars=jars):
            return f"{jars_say(jars)} filled"
        case Loaded(load=load):
            return f"Jars in the canner (load {load})"
        case Boiling(load=load):
            return f"It boils (load {load})"
        case BoiledOn(load=load):
            return f"It boiled all the while (load {load})"
        case BoilLost(load=load):
            return f"Boil lost (load {load})"
        case HeatOff(load=load):
            return f"Heat off (load {load})"
        case Lifted(load=load):
            return f"Lifted out (load {load})"
        case Sealed(jar=jar, sealed=sealed):
            return f"Jar {jar}: {'sealed' if sealed else 'not sealed'}"
        case AllSealed(jars=numbers):
            return f"{jars_say(len(numbers))} sealed"
        case Again(jars=numbers):
            return f"{jars_say(len(numbers))} to be processed again"
        case Refrigerated(load=load):
            return "In the refrigerator" + (f" (load {load})" if load else "")
        case Moved(jar=jar, to=to):
            return f"Jar {jar} {'to the refrigerator' if to == 'fridge' else 'thrown out'}"
        case Spoiled(jar=jar):
            return f"Jar {jar} shows signs of spoilage"
        case BrineUsed(jars=jars):
            return f"Brine of {jars_say(jars)} measured"
        case PanRead():
            return "Pan measured"
        case Chipped():
            return "A jar was chipped"
        case Broke(load=load):
            return f"A jar broke (load {load})"
        case GivenUp():
            return "Given up"
        case JarTold(jars=numbers, what=happened, to=to, note=note):
            more = (
                f" to {to}"
                if happened == "given"
                else f": {to}"
                if happened == "moved"
                else f": {note}"
                if note and happened not in ("noted", "tasted")
                else ""
            )
            return f"Jar {', '.join(str(number) for number in numbers)} {_JAR_SAYS.get(happened, happened)}{more}"
        case NextTime(note=note):
            return f"Next time: {note}" if note else "Nothing for next time"
        case HeightSet(altitude=height):
            return f"Height put right to {height}"
        case VinegarMeasured(says=found):
            return found
        case Undone():
            return "Taken back"


def given_up_says(jars: tuple[JarStanding, ...]) -> str:
    """What became of a batch that was given up."""
    cold, gone = (sum(1 for jar in jars if jar.state == state) for state in ("fridge", "gone"))
    sealed = sum(1 for jar in jars if jar.state == "sealed")
    parts = [
        f"{jars_say(cold)} in the refrigerator" if cold else "",
        f"{jars_say(gone)} thrown out" if gone else "",
        f"{jars_say(sealed)} sealed" if sealed else "",
    ]
    return f"{'; '.join(part for part in parts if part) or 'No jar was filled'}. What went back is on hand again."


def headline_at(
    snapshot: Snapshot,
    step: Step,
    filled: int | None,
    loads: tuple[Load, ...],
    *,
    active: Load | None,
    jars: tuple[JarStanding, ...],
    barred: str = "",
) -> tuple[str, str, datetime | None]:
    """(headline, detail, the moment that is being waited for). `barred`: why no jar of the batch may stand on the shelf."""
    gap = mm(snapshot.headspace_mm)
    if step == "prepare":
        return "Prepare the produce", "Wash, trim and cut as the recipe says. Blossom ends off. Check every jar's rim for chips.", None
    if step == "heat-jars":
        if snapshot.sterilise_minutes:
            return (
                "Sterilise the jars",
                f"Boil them {snapshot.sterilise_minutes} minutes, then keep them hot. Canner on now: it is the slowest thing in the kitchen.",
                None,
            )
        return (
            "Heat jars and canner",
            f"Clean jars, kept hot. Canner water to about {degrees(snapshot.water_temperature_c)} for a {snapshot.pack} pack.",
            None,
        )
    if step == "cook":
        return (
            "Cook" if snapshot.pack == "hot" else "Boil the brine",
            "Bring it to a boil as the recipe says; keep it hot for filling.",
            None,
        )
    if step == "fill":
        vinegar = " with vinegar" if snapshot.rim == "vinegar" else ""
        return (
            "Fill, one jar at a time",
            f"{gap} of headspace in every jar. Bubbles out, headspace again, rim wiped{vinegar}, lid on, band fingertip tight.",
            None,
        )
    if step == "refrigerate":
        return "Into the refrigerator", f"Within 24 hours of jarring. Eat within {snapshot.fridge_days} days.", None
    if step == "loads":
        return _load_headline(snapshot, loads, active, barred)
    if step == "seals":
        cooling = [load for load in loads if load.phase == "cooling"]
        if saving := [jar for jar in jars if to_save(jar)]:
            return f"Save {numbered(saving)}", _SAVE, min((jar.save_by for jar in saving if jar.save_by), default=None)
        if any(jar.state == "to-check" for jar in jars):
            return "Check the seals", "Band off. Lid dished and still; it holds the jar when lifted by the lid.", None
        if out := [jar for jar in jars if to_throw_out(jar)]:
            return f"Throw out {numbered(out)}", _THROW_OUT, None
        return (
            "Cooling",
            f"Leave them alone for {snapshot.cool_hours} hours: no pressing of lids, no tightening of bands.",
            min((c.check_from for c in cooling if c.check_from), default=None),
        )
    sealed = sum(1 for jar in jars if jar.state == "sealed")
    if snapshot.minutes is None:
        return "In the refrigerator", f"Eat within {snapshot.fridge_days} days of jarring.", None
    return "Done", f"{jars_say(sealed)} sealed of {filled}. Bands off, wash, label, store dark and cool.", None


_SAVE: Final = "Within 24 hours of coming off the heat: process them again with new lids for the full minutes, or put them in the refrigerator. Say below which you did."
_THROW_OUT: Final = "Their 24 hours are past. Throw them out unopened and untasted, and say so below."


def numbered(jars: Sequence[JarStanding]) -> str:
    """`jar 3`, `jars 1, 2 and 5`, `jars 1 to 6`."""
    numbers = [jar.number for jar in jars]
    if len(numbers) > 2 and numbers == list(range(numbers[0], numbers[-1] + 1)):
        return f"jars {numbers[0]} to {numbers[-1]}"
    return f"{'jar' if len(jars) == 1 else 'jars'} {listed([str(number) for number in numbers])}"


def filling_stood_says(jars: int) -> tuple[str, str]:
    """(headline, detail) where the first jars of a load have stood too long."""
    return (
        "Into the refrigerator",
        f"{jars_say(jars)} of this load: the first was lidded over two hours ago, and they have cooled. Put them in the refrigerator; then fill the next load.",
    )


def _of_load(load: Load) -> str:
    """`9 jars`, or, in a batch of several sizes, `9 jars (Pint)`."""
    return f"{jars_say(load.jars)} ({load.title})" if load.title else jars_say(load.jars)


def _load_headline(snapshot: Snapshot, loads: tuple[Load, ...], load: Load | None, barred: str) -> tuple[str, str, datetime | None]:
    if load is None:
        return "Done", "", None
    which = f"Load {load.number} of {len(loads)}, {_of_load(load)}" if len(loads) > 1 else _of_load(load)
    steam = snapshot.method == "steam"
    word = _STEAM if steam else _BATH
    if load.phase == "waiting":
        over = (
            "Jars upright, not touching."
            if steam
            else f"Jars upright, not touching. Water {mm(snapshot.water_over_lids_mm)} over the lids."
        )
        if load.again:
            return "Load the canner again", f"{which}. Rims wiped and looked at, new lids, the full {load.minutes} minutes. {over}", None
        return "Load the canner", f"{which}. {over}", None
    if load.phase == "stood":
        why = "Their boil was lost over two hours ago" if load.boils_lost else "Filled over two hours ago and cooled"
        if barred:
            why = barred
        return "Into the refrigerator", f"{which}. {why}: they cannot stand on the shelf. Put them in the refrigerator, and say so.", None
    if load.phase == "heating":
        until = "A full, steady column of steam out of the vents" if steam else "Lid on, full rolling boil"
        again = f" The {'steam' if steam else 'boil'} was lost: the whole time counts again from zero." if load.boils_lost else ""
        return word["bring"], f"{which}. {until}, then start the clock: {load.minutes} minutes.{again}", None
    if load.phase == "boiling":
        asleep = (
            f" The computer slept or was started anew for {minutes_say(timedelta(seconds=load.in_doubt_s))}: say whether it boiled."
            if load.in_doubt_s > 0
            else ""
        )
        stops = "If the steam falls off, say so" if steam else "If the boil stops, say so"
        return word["keep"], f"{which}. {stops}: the time starts again from zero.{asleep}", load.ends_at
    if load.phase == "doubt":
        return (
            word["doubt"],
            f"{minutes_say(timedelta(seconds=load.in_doubt_s))} of this boil were not measured: the computer slept or was started anew. "
            "If it boiled all the while, they count; if not, the time begins again from zero.",
            None,
        )
    if load.phase == "time-up":
        return "Time is up: heat off", "Lid off, away from the face.", None
    if load.phase == "resting":
        return "Rest in the canner", "Five minutes, lid off: less is drawn out of the jars.", load.rest_ends_at
    if load.phase == "short":
        return "Stopped early", "Bring it back to the boil for the full time, or lift the jars and refrigerate them within 24 hours.", None
    return "Lift the jars out", "Straight up, 25 mm apart on a towel, out of draughts. Do not tip the water off.", None


_ASKED: Final = "Stop before the minutes are full? These jars then go to the refrigerator within 24 hours."


# What the clock goes by, in the words of the canner: a full rolling boil, or a full column of steam.
_BATH: Final = {
    "start": "It boils: start the clock", "lost": "Boil lost", "held": "It boiled all the while", "not-held": "It did not: boil lost",
    "again": "It boils again: start from zero", "keep": "Keep it boiling", "bring": "Bring to the boil", "doubt": "Did it boil all the while?",
}  # fmt: skip
_STEAM: Final = {
    "start": "The steam is full: start the clock", "lost": "Steam lost", "held": "It steamed all the while", "not-held": "It did not: steam lost",
    "again": "The steam is full again: start from zero", "keep": "Keep the steam full", "bring": "Bring to full steam",
    "doubt": "Was the steam full all the while?",
}  # fmt: skip


def actions_at(step: Step, load: Load | None, steam: bool = False, *, late: bool = False) -> tuple[Action, ...]:
    """What the person can say now, the big one first. `late`: a load that was stopped short cannot be brought back to the boil any more."""
    if step in ("prepare", "heat-jars", "cook"):
        return (Action("step", _STEP_DONE[step], step=step, tone="big"),)
    if step == "fill":
        return (Action("filled", "Filled", tone="big"),)
    if step == "refrigerate":
        return (Action("refrigerated", "They are in the refrigerator", tone="big"),)
    if step != "loads" or load is None:
        return ()
    number = load.number
    off = Action("heat-off", "Stop early", number, early=True, asks=_ASKED)
    word = _STEAM if steam else _BATH
    lost = Action("boil-lost", word["lost"], number, tone="warn")
    held = Action("boiled-on", word["held"], number)
    in_doubt = (held,) if load.in_doubt_s > 0 else ()
    by_phase: dict[str, tuple[Action, ...]] = {
        "waiting": (Action("loaded", "Jars are in", number, tone="big"),),
        "stood": (Action("refrigerated", "They are in the refrigerator", number, tone="big"),),
        "heating": (Action("boiling", word["start"], number, tone="big"), off),
        "boiling": (lost, *in_doubt, off),
        "doubt": (held, Action("boil-lost", word["not-held"], number, tone="warn"), off),
        "time-up": (Action("heat-off", "Heat is off", number, tone="big"),),
        "resting": (Action("lifted", "Lift now", number, tone="big"),),
        "rested": (Action("lifted", "Jars are out", number, tone="big"),),
        "short": (Action("lifted", "Lifted, into the refrigerator", number, tone="big"),)
        if late
        else (Action("boiling", word["again"], number, tone="big"), Action("lifted", "Lifted, into the refrigerator", number)),
    }
    return by_phase.get(load.phase, ())
