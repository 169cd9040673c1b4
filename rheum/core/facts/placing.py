"""An ingredient that Rheum does not know, placed by the person among kinds that it knows. Placing never makes an acid, a
water or a salt of anything, and a name that holds a known one of another kind is refused."""

from __future__ import annotations

import re
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace
from typing import Final

from rheum.core.facts.ingredients import Catalogue, Ingredient, words_of
from rheum.core.facts.library import Library
from rheum.core.measures.refused import Refused
from rheum.core.measures.words import plain_letters

LONGEST_NAME: Final = 40
# What a sweetener may not be: it would bring water, milk or acid that nobody counts.
_WET: Final = frozenset(
    words_of(
        "syrup sap nectar cordial squash drink juice milk custard cream water soda tea wine beer malt nougat fudge toffee caramel honeydew leche"
    )
)


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
    """PlacementRefused where the name is no name, is known already, shadows or holds a known food of another kind, means something else in a
    recipe, or is nothing that the kind may hold: no drink, sap or milk among the sugars, nothing fresh among the spices."""
    name, words = placement.name.strip(), words_of(placement.name)
    if placement.kind not in kinds:
        raise PlacementRefused(f"There is no kind “{placement.kind[:40]}”. Choose one of: {', '.join(kinds)}.")
    if not 3 <= len(name) <= LONGEST_NAME or not re.fullmatch(r"[^\W\d_][^\d_\n]*", name) or not words or not plain_letters(name).isascii():
        raise PlacementRefused("Write the name alone, in Latin letters and without an amount: 3 to 40 letters.")
    if catalogue.exactly(name) is not None or "".join(words) in {"".join(known) for known in catalogue.names()}:
        raise PlacementRefused(f"Rheum knows “{name}” already.")
    table = catalogue.lexicon.line
    if all(word in table.plain or word in table.fits or word in table.liquid or word in table.part for word in words):
        raise PlacementRefused(f"“{name}” only says how something is prepared. Place what it is.")
    if any(word in table.measure or word in catalogue.lexicon.method.acts for word in words) and len(words) == 1:
        raise PlacementRefused(f"“{name}” means something else in a recipe. Write what it is, in the words of its label.")
    kind = kinds[placement.kind]
    if kind.example.role.role == "sweetener" and (wet := next((word for word in words if word in _WET), None)):
        raise PlacementRefused(
            f"“{wet}” is a drink or thin: how much water it brings is not known. Leave it out, or begin from a tested formula."
        )
    for found in catalogue.within(words):
        known = found.ingredient
        if known.klass != kind.example.klass:
            raise PlacementRefused(f"“{name}” holds “{known.name}”, which is not {kind.title}. Write the line another way.")


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
    return replace(
        library, catalogue=Catalogue.of([*library.catalogue.by_id.values(), *found.values()], library.catalogue.lexicon), placed=said
    )


def check_kind(word: str, catalogue: Catalogue) -> str:
    """The word as it is remembered when a person says that it is only a kind of the food behind it. PlacementRefused for what is a known
    food, a state or a measure: that is more than a kind."""
    said = words_of(word)
    if len(said) != 1 or not plain_letters(word).isascii():
        raise PlacementRefused("A kind is one word, directly before the food.")
    table = catalogue.lexicon.line
    if catalogue.named(said) is not None or said[0] in table.measure or said[0] in table.more or said[0] in table.fits:
        raise PlacementRefused(f"“{word[:30]}” is more than a kind: it changes what or how much there is. Write the line another way.")
    if catalogue.lexicon.vocabulary.sort(said[0]) in ("state", "measure"):
        raise PlacementRefused(
            f"“{word[:30]}” says what was done to it, or how much: that is more than a kind. Write the line another way."
        )
    return said[0]


def with_kinds(library: Library, said: Iterable[tuple[str, str]]) -> Library:
    """The library that passes over words which the household said are only kinds."""
    kinds = frozenset(said)
    if not kinds:
        return library
    catalogue = library.catalogue
    return replace(library, catalogue=replace(catalogue, lexicon=replace(catalogue.lexicon, kinds=kinds)))
