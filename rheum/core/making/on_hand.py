"""Which recipes what is on hand will make today, how many jars of each, and what is missing."""

from __future__ import annotations

import math
import re
from collections.abc import Iterable
from dataclasses import dataclass
from typing import Final

from rheum.core.facts.library import Library
from rheum.core.facts.weights import bulk
from rheum.core.judging.check import Judged
from rheum.core.judging.findings import Destination
from rheum.core.making.bottles import most_ml
from rheum.core.making.stock import Stock, lids_for
from rheum.core.matching.case import Case
from rheum.core.matching.measured import Measured
from rheum.core.matching.profile import Slot, acceptance
from rheum.core.measures.acidity import CANNING_STRENGTH
from rheum.core.measures.saying import grams, listed, ml, percent
from rheum.core.measures.units import Family
from rheum.core.parsing.changes import lines_of
from rheum.core.parsing.mentions import LineUnread, read_ingredient

_PLENTY: Final = re.compile(r"^(?:plenty of|plenty|enough|lots of|some)[:,]?\s+", re.IGNORECASE)
_LINES_MOST: Final = 300
_NEVER_MISSING: Final = ("water",)


@dataclass(frozen=True, slots=True)
class Pantry:
    """What lies there: grams as bought by ingredient, what there is plenty of, and lines that were not understood."""

    grams: dict[str, float]
    plenty: frozenset[str]
    unread: tuple[str, ...]


def read_pantry(text: str, library: Library, family: Family = "us") -> Pantry:
    """One thing to a line, as in a recipe: `4.9 kg green beans`, `2 cups sugar`, in a family of cups; a name without an amount is
    plenty of it."""
    weights: dict[str, float] = {}
    plenty: set[str] = set()
    unread = []
    for line in lines_of(text)[:_LINES_MOST]:
        words = line.strip().strip("-•* ")
        if not words:
            continue
        known = library.catalogue.exactly(_PLENTY.sub("", words))
        if known is not None:
            plenty.add(known.id)
            continue
        try:
            found = read_ingredient(words, 1, "jar", library.catalogue)
        except LineUnread:
            unread.append(words)
            continue
        held = bulk(found.amount, found.ingredient, found.prepared, family, size=found.size) if found.amount else None
        if found.amount is None:
            plenty.add(found.ingredient.id)
        elif held is None:
            unread.append(words)
        else:
            weights[found.ingredient.id] = weights.get(found.ingredient.id, 0.0) + held.bought[0]
    return Pantry(weights, frozenset(plenty), tuple(unread))


@dataclass(frozen=True, slots=True)
class Missing:
    """One thing that a recipe wants and the kitchen has not enough of, in words for a shopping list."""

    name: str
    says: str


@dataclass(frozen=True, slots=True)
class CanMake:
    """One recipe: how many jars of its own size what is on hand makes (0 where something is wholly missing), what limits it,
    and what is missing for the recipe as written."""

    id: str
    title: str
    own: bool
    destination: Destination
    jars: int
    jar: str
    limited_by: str
    missing: tuple[Missing, ...]
    says: str


def _has(item: Measured, pantry: Pantry, stock: Stock) -> tuple[float, str] | None:
    """How much of a line there is, over what it wants, and what is short in words; None where there is plenty."""
    ingredient, held = item.line.ingredient, item.bulk
    if item.role in _NEVER_MISSING or ingredient.id in pantry.plenty:
        return None
    if item.role == "vinegar" and held and held.ml:
        strength = item.line.strength or CANNING_STRENGTH
        # Another vinegar of the strength may take its place: of each kind the bottle that goes furthest.
        kinds = {ingredient.id, *(bottle.kind for bottle in stock.bottles)}
        there = max((most_ml(kind, strength, stock.bottles) for kind in sorted(kinds)), default=0.0)
        return there / held.ml[1], f"{ml(max(0.0, held.ml[1] - there))} {ingredient.name} at {percent(strength)}"
    if held is None or held.bought[1] <= 0:
        return (1.0 if ingredient.id in pantry.grams else 0.0), ingredient.name
    there = pantry.grams.get(ingredient.id, 0.0)
    return there / held.bought[1], f"{grams(max(0.0, held.bought[1] - there))} {ingredient.name}"


def _mixed(slot: Slot, items: list[Measured], case: Case, pantry: Pantry) -> tuple[float, str] | None:
    """The same for kinds that may be mixed within one total: whatever may stand in the slot counts."""
    match = case.match
    assert match is not None
    held = [item.bulk.bought[1] for item in items if item.bulk is not None]
    wanted = sum(held)
    fitting = [
        one for one in case.library.catalogue.by_id.values()
        if (one.id in pantry.grams or one.id in pantry.plenty) and acceptance(slot, one, match.formula, case.library.swaps)
    ]  # fmt: skip
    if any(one.id in pantry.plenty for one in fitting):
        return None
    there = sum(pantry.grams.get(one.id, 0.0) for one in fitting)
    names = listed(list(dict.fromkeys(item.line.ingredient.name for item in items)))
    if wanted <= 0:
        return (1.0 if there else 0.0), names
    return there / wanted, f"{grams(max(0.0, wanted - there))} {names}"


def can_make(recipe_id: str, title: str, own: bool, *, judged: Judged, pantry: Pantry, stock: Stock) -> CanMake:
    """What can be made of one recipe, and where its jars may live: what must not be jarred makes none. Optional lines never stand
    in the way; per-jar lines are counted by its jars."""
    case, destination = judged.case, judged.verdict.destination
    makes = case.match.jars(0) if case.match else (case.recipe.yield_low or 1.0)
    jar = case.jar
    parts: list[tuple[float, str]] = []
    missing = []
    slots = {id(pair.item): pair.slot for pair in case.match.pairs} if case.match else {}
    done: set[int] = set()
    for item in case.lines:
        slot = slots.get(id(item))
        if item.line.optional or (slot is not None and id(slot) in done):
            continue
        if slot is not None and not item.per_jar and item.role == "produce":
            done.add(id(slot))
            together = [one for one in case.lines if slots.get(id(one)) is slot and not one.line.optional and not one.per_jar]
            name, found = listed(list(dict.fromkeys(one.line.ingredient.name for one in together))), _mixed(slot, together, case, pantry)
        else:
            name, found = item.line.ingredient.name, _has(item, pantry, stock)
        if found is None:
            continue
        part, says = found
        if item.per_jar:
            part /= max(1.0, makes)
        parts.append((part, name))
        if part < 1 - 1e-9:
            missing.append(Missing(name, says))
    empty = sum(
        count for jar_id, count in stock.jars.items()
        if jar_id in case.library.jars and case.library.jars[jar_id].process_class == jar.process_class
    )  # fmt: skip
    for there, name, word in ((empty, "jars", ""), (lids_for(jar, stock), "lids", f"new {jar.mouth} lids")):
        parts.append((there / max(1.0, makes), name))
        if there < makes:
            short = math.ceil(makes - there)
            missing.append(Missing(name, f"{short} {word}" if word else jar.counted(short)))
    part, by = min(parts, default=(0.0, ""))
    jars = int(part * makes + 1e-9) if destination != "discard" else 0
    if destination == "discard":
        says = "not to be jarred as it stands: the Bench says why"
    elif jars and not missing:
        says = f"all there, for {jar.counted(jars)}; {by} would run out first"
    elif jars:
        says = f"{jar.counted(jars)}, as far as {by} will go"
    else:
        says = f"wants {listed([one.name for one in missing][:4])}"
    return CanMake(
        id=recipe_id,
        title=title,
        own=own,
        destination=destination,
        jars=jars,
        jar=jar.title,
        limited_by=by,
        missing=tuple(missing),
        says=says,
    )


_PLACES: Final = ("shelf", "fridge", "discard")


def nearest_first(found: Iterable[CanMake]) -> tuple[CanMake, ...]:
    """What can be made before what cannot, for the shelf before the refrigerator, then what wants least and makes most."""
    return tuple(sorted(found, key=lambda one: (one.jars == 0, _PLACES.index(one.destination), len(one.missing), -one.jars, one.title)))
