"""What the Stove says: the one big thing to do, in words, for each moment of a batch."""

from __future__ import annotations

from datetime import datetime
from typing import Final

from rheum.core.batch.begun import Snapshot, Step
from rheum.core.batch.events import Event
from rheum.core.batch.standing import Action, JarStanding, Load
from rheum.core.measures.saying import mm

_STEP_DONE: Final = {"prepare": "Prepared", "heat-jars": "Jars are hot", "cook": "Cooked", "fill": "Filled"}


def _jars(count: int) -> str:
    return f"{count} jar" if count == 1 else f"{count} jars"


def tap_says(event: Event) -> str:
    """An event in words, for the button that takes it back."""
    load = f" (load {event.load})" if event.load else ""
    words = {
        "step": _STEP_DONE.get(str(event.data.get("step")), "Step done"),
        "filled": f"{_jars(int(event.data.get('jars', 0)))} filled",
        "loaded": "Jars in the canner",
        "boiling": "It boils",
        "boil-lost": "Boil lost",
        "heat-off": "Heat off",
        "lifted": "Lifted out",
        "seal": f"Jar {event.jar}: {'sealed' if event.data.get('sealed') else 'not sealed'}",
        "refrigerated": "In the refrigerator",
        "brine": f"Brine of {_jars(int(event.data.get('jars', 0)))} measured",
        "pan": "Pan measured",
        "spoiled": f"Jar {event.jar} shows signs of spoilage",
        "moved": f"Jar {event.jar} {'to the refrigerator' if event.data.get('to') == 'fridge' else 'thrown out'}",
    }
    return words.get(event.kind, event.kind) + load


def _active(loads: tuple[Load, ...]) -> Load | None:
    inside = [load for load in loads if load.phase not in ("waiting",) and load.lifted_at is None]
    waiting = [load for load in loads if load.phase == "waiting"]
    return next(iter(inside or waiting), None)


def headline_at(
    snapshot: Snapshot, step: Step, filled: int | None, loads: tuple[Load, ...], jars: tuple[JarStanding, ...]
) -> tuple[str, str, datetime | None]:
    """(headline, detail, the moment that is being waited for)."""
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
            f"Clean jars, kept hot. Canner water to about {snapshot.water_temperature_c:.0f} °C for a {snapshot.pack} pack.",
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
        return _load_headline(snapshot, loads)
    if step == "seals":
        cooling = [load for load in loads if load.phase == "cooling"]
        if any(jar.state == "to-check" for jar in jars):
            return "Check the seals", "Band off. Lid dished and still; it holds the jar when lifted by the lid.", None
        return (
            "Cooling",
            f"Leave them alone for {snapshot.cool_hours} hours: no pressing of lids, no tightening of bands.",
            min((c.check_from for c in cooling if c.check_from), default=None),
        )
    sealed = sum(1 for jar in jars if jar.state == "sealed")
    if snapshot.minutes is None:
        return "In the refrigerator", f"Eat within {snapshot.fridge_days} days of jarring.", None
    return "Done", f"{_jars(sealed)} sealed of {filled}. Bands off, wash, label, store dark and cool.", None


def _of_load(load: Load) -> str:
    """`9 jars`, or, in a batch of several sizes, `9 jars (Pint)`."""
    return f"{_jars(load.jars)} ({load.title})" if load.title else _jars(load.jars)


def _load_headline(snapshot: Snapshot, loads: tuple[Load, ...]) -> tuple[str, str, datetime | None]:
    load = _active(loads)
    if load is None:
        return "Done", "", None
    which = f"Load {load.number} of {len(loads)}, {_of_load(load)}" if len(loads) > 1 else _of_load(load)
    steam = snapshot.method == "steam"
    if load.phase == "waiting":
        over = (
            "Jars upright, not touching."
            if steam
            else f"Jars upright, not touching. Water {mm(snapshot.water_over_lids_mm)} over the lids."
        )
        return "Load the canner", f"{which}. {over}", None
    if load.phase == "heating":
        until = "Full column of steam" if steam else "Lid on, full rolling boil"
        again = " The boil was lost: the whole time counts again from zero." if load.boils_lost else ""
        return "Bring to the boil", f"{which}. {until}, then start the clock: {load.minutes} minutes.{again}", None
    if load.phase == "boiling":
        return "Keep it boiling", f"{which}. If the boil stops, say so: the time starts again from zero.", load.ends_at
    if load.phase == "time-up":
        return "Time is up: heat off", "Lid off, away from the face.", None
    if load.phase == "resting":
        return "Rest in the canner", "Five minutes, lid off: less is drawn out of the jars.", load.rest_ends_at
    if load.phase == "short":
        return "Stopped early", "Bring it back to the boil for the full time, or lift the jars and refrigerate them within 24 hours.", None
    return "Lift the jars out", "Straight up, 25 mm apart on a towel, out of draughts. Do not tip the water off.", None


def actions_at(snapshot: Snapshot, step: Step, loads: tuple[Load, ...], filled: int | None) -> tuple[Action, ...]:
    """What the person can say now, the big one first."""
    if step in ("prepare", "heat-jars", "cook"):
        return (Action("step", {"prepare": "Prepared", "heat-jars": "Jars are hot", "cook": "Cooked"}[step], step=step),)
    if step == "fill":
        return (Action("filled", "Filled"),)
    if step == "refrigerate":
        return (Action("refrigerated", "They are in the refrigerator"),)
    if step != "loads":
        return ()
    load = _active(loads)
    if load is None:
        return ()
    number = load.number
    off = Action("heat-off", "Stop early", number)
    by_phase: dict[str, tuple[Action, ...]] = {
        "waiting": (Action("loaded", "Jars are in", number),),
        "heating": (Action("boiling", "It boils: start the clock", number), off),
        "boiling": (Action("boil-lost", "Boil lost", number), off),
        "time-up": (Action("heat-off", "Heat is off", number),),
        "resting": (Action("lifted", "Lift now", number),),
        "rested": (Action("lifted", "Jars are out", number),),
        "short": (Action("boiling", "It boils again: start from zero", number), Action("lifted", "Lifted, into the refrigerator", number)),
    }
    return by_phase.get(load.phase, ())
