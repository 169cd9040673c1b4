"""Finding recipes by a word: title, kind, what is in them by any of its names, its class and group, and what people call such things."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from functools import lru_cache

from rheum.core.facts.formulas import Formula
from rheum.core.facts.ingredients import Ingredient, own_words, words_of
from rheum.core.matching.case import Case

Called = Mapping[str, frozenset[str]]


def words_of_formula(formula: Formula, called: Called) -> frozenset[str]:
    """Every word by which a tested formula is found. `called`: what people call a kind, class, group or ingredient (reference/search.toml)."""
    kind = frozenset(words_of(formula.kind)) | called.get(f"kind:{formula.kind}", frozenset())
    title = frozenset(words_of(f"{formula.title} {formula.says_source}"))
    return title | kind | _words_of_all((line.ingredient for line in formula.jar_lines), called)


def words_of_case(case: Case, called: Called) -> frozenset[str]:
    """Every word by which a recipe of one's own is found: those of its text, and of what is in it."""
    text = frozenset(word for line in case.recipe.source for word in words_of(line))
    kind = called.get(f"kind:{case.match.formula.kind}", frozenset()) if case.match else frozenset()
    return text | kind | _words_of_all((item.line.ingredient for item in case.lines), called)


def _words_of_all(ingredients: Iterable[Ingredient], called: Called) -> frozenset[str]:
    found: set[str] = set()
    for item in ingredients:
        found |= own_words(item)
        for name in (item.id, item.klass, item.swap_group, item.role.role):
            found |= called.get(name or "", frozenset())
    return frozenset(found)


@lru_cache(maxsize=1024)
def asked(words: str) -> tuple[str, ...]:
    """A search as comparable words, plurals undone."""
    return words_of(words[:200])


def finds(words: str, among: frozenset[str]) -> bool:
    """Whether every word of a search stands among the words of a recipe, or begins one of them."""
    return all(word in among or any(one.startswith(word) for one in among) for word in asked(words))
