"""Jar, pack, headspace, time, altitude and method."""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping
from typing import Final

from rheum.core.facts.bands import CHART_ENDS_FT, STEAM_CAP_MINUTES
from rheum.core.facts.formulas import Formula
from rheum.core.facts.jars import CLASS_ML, JAR_WORD, covering_size
from rheum.core.judging.findings import Finding, Remedy, finding
from rheum.core.judging.process import process_for
from rheum.core.matching.case import Case
from rheum.core.measures.altitude import altitude
from rheum.core.measures.saying import mm
from rheum.core.measures.units import MM_PER_INCH
from rheum.core.parsing.changes import Change
from rheum.core.parsing.recipe import SaidMinutes

_EIGHTH_MM: Final = MM_PER_INCH / 8
_SIXTEENTH_MM: Final = MM_PER_INCH / 16
_EPSILON_MM: Final = 0.15


def _formula(case: Case) -> Formula | None:
    return case.match.formula if case.match else None


def altitude_known(case: Case) -> Iterator[Finding]:
    """No altitude, no minutes; above 10,000 ft the tables end. No tolerance. Source: USDA Guide 1 (from memory)."""
    height = case.settings.altitude
    if height is None:
        yield finding(
            "altitude-unknown",
            "No altitude is set, so no minutes are shown.",
            None,
            "Set the kitchen's height above the sea, in feet or metres.",
        )
    elif height.feet > CHART_ENDS_FT:
        yield finding(
            "altitude-uncharted", f"{height} is above 10,000 ft, where the tables end.", None, "Keep this batch in the refrigerator."
        )


def pack(case: Case) -> Iterator[Finding]:
    """The minutes are for the formula's pack, or for another that it was tested in. No tolerance. Source: USDA Guide 6 (from memory)."""
    formula = _formula(case)
    if formula and formula.minutes_for_pack(case.pack) is None:
        change = Change("set", setting="pack", value=formula.pack)
        yield finding(
            "pack-changed",
            f"Packed {case.pack}; the formula's minutes are for {formula.pack}-packed jars.",
            None,
            Remedy(f"Pack it {formula.pack}.", (change,)),
        )


def jar_size(case: Case) -> Iterator[Finding]:
    """A jar larger than any tested is a limit; between two sizes the larger one's minutes hold, below the smallest the smallest one's. No
    tolerance. Source: USDA Guide 1 (from memory)."""
    formula = _formula(case)
    table = formula.minutes_for_pack(case.pack) if formula else None
    if not formula or not table:
        return
    if case.settings.jar is None:
        yield from _named_jars(case, table)
    covered = covering_size(case.jar.process_class, table)
    named = next((number for number, name in case.recipe.jars if name == case.jar.id), None)
    if covered.how == "larger":
        largest = max(table, key=CLASS_ML.__getitem__)
        count = math.ceil(case.jar.volume_ml / CLASS_ML[largest])
        change = Change("set", setting="jar", value=largest)
        yield finding(
            "jar-larger",
            f"{case.jar.title} jars are larger than the largest tested, the {JAR_WORD[largest]}.",
            named if case.settings.jar is None else None,
            Remedy(f"Use {JAR_WORD[largest]} jars: {count} for each of these.", (change,)),
        )
    elif covered.how == "between":
        yield finding(
            "jar-between", f"{case.jar.title} stands between two tested sizes; it takes the {JAR_WORD[covered.size or '']}'s minutes."
        )
    elif covered.how == "smaller":
        yield finding(
            "jar-smaller", f"{case.jar.title} is smaller than any tested jar; it takes the {JAR_WORD[covered.size or '']}'s minutes."
        )


def _named_jars(case: Case, table: Mapping[str, tuple[int, ...]]) -> Iterator[Finding]:
    """Where the text names several jars, each of them larger than any tested is said, for none of them was chosen."""
    named = dict.fromkeys(jar for _, jar in case.recipe.jars)
    if len(named) < 2:
        return
    largest = max(table, key=CLASS_ML.__getitem__)
    for number, name in case.recipe.jars:
        jar = case.library.jars[name]
        if named.pop(name, 0) is None and covering_size(jar.process_class, table).how == "larger":
            yield finding(
                "jar-larger",
                f"The text names {jar.title} jars, larger than the largest tested, the {JAR_WORD[largest]}.",
                number,
                Remedy(f"Use {JAR_WORD[largest]} jars.", (Change("set", setting="jar", value=largest),)),
            )


def headspace(case: Case) -> Iterator[Finding]:
    """The formula's headspace, within 1/16 inch up to 1/4 inch and 1/8 inch above that, and 0.15 mm for rounding. Source: USDA Guide 1 (from
    memory); the tolerance is an own pick."""
    formula = _formula(case)
    if not formula:
        return
    own = formula.headspace_mm
    allowed = (_SIXTEENTH_MM if own <= MM_PER_INCH / 4 + _EPSILON_MM else _EIGHTH_MM) + _EPSILON_MM
    asked = case.settings.headspace_mm
    if asked is not None and abs(asked - own) > allowed:
        change = Change("set", setting="headspace_mm", value=round(own, 1))
        says = f"{mm(asked)} of headspace; the formula has {mm(own)}."
        yield finding("headspace-changed", says, None, Remedy(f"Leave {mm(own)}.", (change,)))


def minutes_needed(case: Case, formula: Formula, said: SaidMinutes) -> int | None:
    """Minutes the formula asks of what the text says: at the lowest band unless an altitude stands beside them."""
    from rheum.core.facts.jars import Jar, process_class_of

    jar = case.jar
    if said.jar is not None:
        named = case.library.jars.get(said.jar)
        size = process_class_of(CLASS_ML[said.jar]) if named is None else named.process_class
        jar = named or Jar(
            id=said.jar,
            title=said.jar,
            volume_ml=CLASS_ML[said.jar],
            depth_mm=0,
            mouth_mm=0,
            body_mm=0,
            mass_g=0,
            process_class=size or "half-gallon",
            family="us",
        )
    height = altitude(said.altitude_ft, "ft") if said.altitude_ft is not None else altitude(0, "ft")
    found = process_for(formula, jar, case.pack, height, method="bath", headspace_mm=formula.headspace_mm, choices=case.settings.choices)
    return found.minutes if found else None


def minutes(case: Case) -> Iterator[Finding]:
    """Minutes said in the text against the formula's at sea level (or at the height beside them), minutes asked against those of the kitchen:
    fewer is a limit, more a caution. No tolerance. Source: USDA Guide 6 (from memory)."""
    formula = _formula(case)
    height = case.settings.altitude
    if not formula:
        return
    own = (
        process_for(formula, case.jar, case.pack, height, method="bath", headspace_mm=formula.headspace_mm, choices=case.settings.choices)
        if height
        else None
    )
    asked = case.settings.minutes
    if asked is None or own is None or height is None:
        return
    if asked < own.minutes:
        short = own.minutes - asked
        change = Change("set", setting="minutes", value=own.minutes)
        yield finding(
            "time-short",
            f"{short:g} {'minute' if short == 1 else 'minutes'} short for {height}: {own.base_minutes} and {own.altitude_minutes} for the altitude.",
            None,
            Remedy(f"Process {own.minutes} minutes.", (change,)),
        )
    elif asked > own.minutes:
        yield finding("time-long", f"{asked:g} minutes; {own.minutes} are enough at {height}.")


def steam_cap(case: Case) -> Iterator[Finding]:
    """A steam canner boils dry: at most 45 minutes in it. No tolerance. Source: extension studies of atmospheric steam canners (from memory)."""
    formula, height = _formula(case), case.settings.altitude
    if case.settings.method != "steam" or not formula or not height:
        return
    found = process_for(
        formula, case.jar, case.pack, height, method="steam", headspace_mm=formula.headspace_mm, choices=case.settings.choices
    )
    total = max(found.minutes if found else 0, case.settings.minutes or 0)
    if total > STEAM_CAP_MINUTES:
        yield finding(
            "steam-too-long",
            f"{total:g} minutes is over the {STEAM_CAP_MINUTES} a steam canner can do.",
            None,
            Remedy("Use the boiling-water bath.", (Change("set", setting="method", value="bath"),)),
        )
