"""What the list has, against which a sentence or a line aside is heard."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property, lru_cache
from typing import Final

from rheum.core.facts.ingredients import Ingredient, own_words, words_of
from rheum.core.measures.acidity import CANNING_STRENGTH
from rheum.core.parsing.recipe import RecipeLine


@dataclass(frozen=True, eq=False)
class Listed:
    """What the ingredient lines list: foods, every word of their names, the words of the title. Two lists are the same where they list the
    same foods in the same words; how much of each changes nothing of what a sentence says, so figures are no words of a line."""

    lines: tuple[RecipeLine, ...]
    title: frozenset[str]
    # What may stand in for what is listed, by ids (Catalogue.stand_ins).
    stand_ins: frozenset[tuple[str, str]] = frozenset()

    def may_take(self, ingredient: Ingredient) -> bool:
        """Whether a food may stand in for a listed one, as tested formulas let it."""
        return any((line.ingredient.id, ingredient.id) in self.stand_ins for line in self.lines)

    @cached_property
    def key(self) -> tuple[object, ...]:
        """What of the list a sentence is heard against."""
        listed = tuple(
            (line.ingredient.id, line.section, line.states, tuple(other.ingredient.id for other in line.also), words_said(line))
            for line in self.lines
        )
        return listed, self.title

    @cached_property
    def _words(self) -> frozenset[str]:
        """Every word of the listed names and lines, and of the title."""
        return self.title.union(*(own_words(line.ingredient) for line in self.lines), *(words_said(line) for line in self.lines))

    @cached_property
    def _had(self) -> dict[str, bool]:
        return {}

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Listed) and self.key == other.key

    def __hash__(self) -> int:
        return hash(self.key)

    def has(self, ingredient: Ingredient) -> bool:
        """Whether a food that a sentence names is one of the list: itself, a part of a listed name, or its group."""
        known = self._had.get(ingredient.id)
        if known is None:
            known = self._had[ingredient.id] = self._has(ingredient)
        return known

    def _has(self, ingredient: Ingredient) -> bool:
        named = frozenset(words_of(ingredient.name))
        for line in self.lines:
            for one in (line.ingredient, *(other.ingredient for other in line.also)):
                if one.id in (ingredient.id, f"{ingredient.id}-tinned"):
                    return True
                if ingredient.role.role == "water" and one.role.role == "water":
                    return True
                if ingredient.role.role == "vinegar" and one.role.role == "vinegar" and (ingredient.acid or (0, 0))[0] >= CANNING_STRENGTH:
                    return True
                if any(_part_of(named, name, other=_other_sort(ingredient, one)) for name in (one.name, *one.aliases)) and _same_sort(
                    ingredient, one
                ):
                    return True
                if ingredient.id in _GENERIC and (
                    ingredient.klass == one.klass in ("pepper", "onion", "tomato")
                    or (ingredient.swap_group and ingredient.swap_group == one.swap_group)
                ):
                    return True
        return False

    def names(self, said: str, named: Ingredient) -> bool:
        """Whether every word that a sentence says of a food stands in one listed name or line of its sort: “lemon juice” of bottled lemon
        juice, and not “orange” of an orange pepper."""
        words = words_of(said)
        whole = f" {' '.join(words)} "
        for line in self.lines:
            item = line.ingredient
            names = [
                f" {' '.join(words_of(name))} ".replace(" under ", " under")
                for name in (item.name, *item.aliases, " ".join(words_said(line)))
            ]
            other = _other_sort(named, item)
            if _made_of(named, item):
                continue
            if any(whole in name and (not other or name.endswith(whole)) for name in names):
                return True
        return frozenset(words) <= self.title

    def says(self, word: str) -> bool:
        """Whether a word stands in a listed name or in the title: then it names no new food."""
        return word in self._words


def words_said(line: RecipeLine) -> tuple[str, ...]:
    """The words of a line, without its figures."""
    return _words_of_line(line.text)


@lru_cache(maxsize=8192)
def _words_of_line(text: str) -> tuple[str, ...]:
    return tuple(word for word in words_of(text) if not word[0].isdigit())


_GENERIC: Final = frozenset(
    {
        "bell-pepper",
        "hot-pepper",
        "onion",
        "mushroom",
        "sweet-pepper",
        "chilli-flakes",
        "sugar",
        "salt-plain",
        "vegetable-oil",
        "cayenne-fresh",
    }
)


STRANGE: Final = frozenset({"concentrate", "condiment", "dairy", "meat", "nut", "starch"})


def _other_sort(named: Ingredient, listed: Ingredient) -> bool:
    """Whether both are produce of another class: “orange” is a colour of the pepper that is listed, “mango” what “unripe mango” ends in."""
    return named.role.role == listed.role.role == "produce" and named.klass != listed.klass


def _part_of(named: frozenset[str], name: str, *, other: bool) -> bool:
    """Whether words are a part of a listed name; of another sort of produce only its end."""
    words = words_of(name)
    return named <= frozenset(words) and "under" not in frozenset(words) - named and (not other or words[-1] in named)


def _made_of(named: Ingredient, listed: Ingredient) -> bool:
    """Whether what is listed is only made of what is named: celery is not its seed, cider not its vinegar."""
    seed = listed.role.role == "spice" and named.klass.startswith("vegetable")
    return seed or (listed.role.acid and named.klass == "fruit-juice")


def _same_sort(named: Ingredient, listed: Ingredient) -> bool:
    """“lemon” of listed lemon juice, “pepper” of listed peppercorns: a part of a listed thing; but the paste of a thing is not the thing."""
    if _made_of(named, listed):
        return False
    return not (named.klass in STRANGE and listed.klass != named.klass)
