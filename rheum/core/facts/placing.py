"""An ingredient that Rheum does not know, placed by the person among kinds that it knows. Placing never makes an acid, a
water or a salt of anything, and a name that holds a known one of another kind is refused."""

from __future__ import annotations

import re
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace
from typing import Final

from rheum.core.facts.ingredients import Catalogue, Ingredient, words_of
from rheum.core.facts.library import Library
from rheum.core.facts.prep_words import PREP_WORDS
from rheum.core.measures.refused import Refused

LONGEST_NAME: Final = 40
_DRY_WORDS: Final = frozenset(words_of("dried ground powder powdered seed seeds flakes"))


@dataclass(frozen=True, slots=True, eq=False)
class PlaceKind:
    """A kind that an unknown ingredient may be placed in, with the figures that look worst for it."""

    id: str
    title: str
    example: Ingredient


@dataclass(frozen=True, slots=True)
class Placement:
    """A name as the person writes it, and the kind they say it is."""

    name: str
    kind: str


class PlacementRefused(Refused):
    """A name that cannot be so placed; the message says why and what to do."""

    title = "Cannot be placed so"
    field = "name"


def placed_ingredient(placement: Placement, kinds: Mapping[str, PlaceKind]) -> Ingredient:
    """The ingredient that a placement makes: the worst of its kind, and no weight for a single one."""
    kind = kinds[placement.kind]
    slug = "-".join(words_of(placement.name))
    return replace(kind.example, id=f"placed-{slug}", name=placement.name.strip(), aliases=(), status="placed by you")


def check_placement(placement: Placement, kinds: Mapping[str, PlaceKind], catalogue: Catalogue) -> None:
    """PlacementRefused where the name is no name, is known already, or holds a known ingredient of another kind."""
    name, words = placement.name.strip(), words_of(placement.name)
    if placement.kind not in kinds:
        raise PlacementRefused(f"There is no kind “{placement.kind[:40]}”. Choose one of: {', '.join(kinds)}.")
    if not 3 <= len(name) <= LONGEST_NAME or not re.fullmatch(r"[^\W\d_][^\d_\n]*", name) or not words:
        raise PlacementRefused("Write the name alone, without an amount: 3 to 40 letters.")
    if catalogue.exactly(name) is not None:
        raise PlacementRefused(f"Rheum knows “{name}” already.")
    if all(word in PREP_WORDS for word in words):
        raise PlacementRefused(f"“{name}” only says how something is prepared. Place what it is.")
    example = kinds[placement.kind].example
    for found in catalogue.within(words):
        known = found.ingredient
        dried = example.klass == "spice-dry" and known.role.role in ("herb", "produce") and bool(_DRY_WORDS & set(words))
        if known.klass != example.klass and not dried:
            raise PlacementRefused(
                f"“{name}” holds “{known.name}”, which is not {kinds[placement.kind].title}. Write the line another way."
            )


def with_placed(library: Library, placements: Iterable[Placement], kinds: Mapping[str, PlaceKind]) -> Library:
    """The library with placed ingredients in it. One that has become known since is left to what Rheum knows."""
    found: dict[str, Ingredient] = {}
    said: dict[str, str] = {}
    for placement in placements:
        try:
            check_placement(placement, kinds, library.catalogue)
        except PlacementRefused:
            continue
        item = placed_ingredient(placement, kinds)
        found[item.id] = item
        said[item.id] = f"counted as {kinds[placement.kind].title}, for so you placed it"
    if not found:
        return library
    return replace(library, catalogue=Catalogue.of([*library.catalogue.by_id.values(), *found.values()]), placed=said)
