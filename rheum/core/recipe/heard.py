"""What a sentence comes to, and what the list has against which it is heard."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final, Literal, NamedTuple

from rheum.core.facts.ingredients import Ingredient, own_words, words_of
from rheum.core.facts.lexicon import Denied
from rheum.core.measures.acidity import CANNING_STRENGTH
from rheum.core.recipe.recipe import RecipeLine

Outcome = Literal["vouched", "denied", "process", "composition"]


class Heard(NamedTuple):
    """What a sentence came to. `row` is the row that denies it; `why` the sentence to show; `name` an unknown food a person may place."""

    outcome: Outcome
    why: str = ""
    row: Denied | None = None
    name: str | None = None
    # A food that was heard and is not listed: no word to be asked about.
    new: bool = False


@dataclass(frozen=True, slots=True)
class Listed:
    """What the ingredient lines list: foods, every word of their names, the words of the title."""

    lines: tuple[RecipeLine, ...]
    title: frozenset[str]

    def has(self, ingredient: Ingredient) -> bool:
        """Whether a food that a sentence names is one of the list: itself, a part of a listed name, or its group."""
        named = frozenset(words_of(ingredient.name))
        for line in self.lines:
            for one in (line.ingredient, *(other.ingredient for other in line.also)):
                if one.id in (ingredient.id, f"{ingredient.id}-tinned"):
                    return True
                if ingredient.role.role == "water" and one.role.role == "water":
                    return True
                if ingredient.role.role == "vinegar" and one.role.role == "vinegar" and (ingredient.acid or (0, 0))[0] >= CANNING_STRENGTH:
                    return True
                part = any(
                    named <= (words := frozenset(words_of(name))) and "under" not in words - named for name in (one.name, *one.aliases)
                )
                if part and _same_sort(ingredient, one):
                    return True
                if ingredient.id in _GENERIC and (
                    ingredient.klass == one.klass in ("pepper", "onion", "tomato")
                    or (ingredient.swap_group and ingredient.swap_group == one.swap_group)
                ):
                    return True
        return False

    def names(self, said: str) -> bool:
        """Whether every word that a sentence says of a food stands in one listed name or line: “lemon juice” of bottled lemon juice."""
        words = words_of(said)
        whole = f" {' '.join(words)} "
        for line in self.lines:
            item = line.ingredient
            if any(whole in f" {' '.join(words_of(name))} ".replace(" under ", " under") for name in (item.name, *item.aliases, line.text)):
                return True
        return frozenset(words) <= self.title

    def says(self, word: str) -> bool:
        """Whether a word stands in a listed name or in the title: then it names no new food."""
        return word in self.title or any(word in own_words(line.ingredient) or word in words_of(line.text) for line in self.lines)


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


def _same_sort(named: Ingredient, listed: Ingredient) -> bool:
    """“lemon” of listed lemon juice, “pepper” of listed peppercorns: a part of a listed thing; but the paste of a thing is not the thing."""
    return not (named.klass in STRANGE and listed.klass != named.klass)
