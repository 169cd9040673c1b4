"""Words of one meaning by which sentences and lines are heard (reference/grammar.toml), and acts that mean something else beside certain words."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from typing import Final


class Groups(dict[str, frozenset[str]]):
    """Words of one meaning, by the name of that meaning. KeyError for a name that no file has."""

    def __eq__(self, other: object) -> bool:
        return self is other

    def __ne__(self, other: object) -> bool:
        return self is not other

    def __hash__(self) -> int:  # type: ignore[override]
        return id(self)


NO_GROUPS: Final = Groups()


@dataclass(frozen=True, slots=True)
class Turn:
    """A word that means something else where it stands so: “run cold water over them” rinses, “the flavours blend” tells.

    It is met by an act or a state (`kind`) of a `group`, or by one of the words `low`. `beside`: one of these words is in its clause; `no_beside`:
    none is; `said`: one stands before it; `before`: one is among the `near` right before it; `behind`: one is right behind it, and one
    of `then` among the two after that; `ends`: two words side by side behind it; `when`: what its clause hangs on. `foods`: whether one was
    named before it; `neg`: whether something is forbidden before it; `days`, `minutes`: whether its clause has such a figure; `next_food`: the role of the food
    behind it; `foods_of`: the roles or ids that every food behind it has. Then it is of the group `becomes`, or says nothing where that is empty; where it
    `never` forbids, a “not” before it changes nothing."""

    says: str
    becomes: str = ""
    kind: str = "act"
    group: frozenset[str] = frozenset()
    low: frozenset[str] = frozenset()
    when: frozenset[str] = frozenset()
    beside: frozenset[str] = frozenset()
    no_beside: frozenset[str] = frozenset()
    said: frozenset[str] = frozenset()
    before: frozenset[str] = frozenset()
    near: int = 1
    behind: frozenset[str] = frozenset()
    then: frozenset[str] = frozenset()
    ends: tuple[str, ...] = ()
    foods: bool | None = None
    neg: bool | None = None
    days: bool | None = None
    minutes: bool | None = None
    next_food: str = ""
    foods_of: frozenset[str] = frozenset()
    never: bool = False


@dataclass(frozen=True, eq=False)
class Turns:
    """All rows of words that mean something else, in their order."""

    rows: tuple[Turn, ...] = ()

    @cached_property
    def _by_word(self) -> dict[tuple[str, str], tuple[Turn, ...]]:
        found: dict[tuple[str, str], tuple[Turn, ...]] = {}
        for row in self.rows:
            for key in [("low", low) for low in row.low] or [("group", group) for group in row.group]:
                found[key] = (*found.get(key, ()), row)
        return found

    def of(self, low: str, group: str) -> tuple[Turn, ...]:
        """The rows that a word may meet, in their order but that those which name the word stand before those which name its group."""
        return self._by_word.get(("low", low), ()) + self._by_word.get(("group", group), ())
