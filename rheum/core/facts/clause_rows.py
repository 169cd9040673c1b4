"""Rows that tell a clause by what is done in it, to what, when, and with which words; and by the clauses that stand beside it."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Set
from dataclasses import dataclass, field
from functools import cached_property
from typing import Any, Final

Phrases = tuple[tuple[str, ...], ...]


@dataclass(frozen=True, slots=True)
class FoodTest:
    """What a food of a clause must meet: one of some kinds (acid, water, food, or a role), ids that begin so, one of some classes, a word it is `called` or the last of its name (`head`); whether it is
    negated, the last of its clause, measured, named as where something goes `into`, or behind a word it stands `beside`
    (“with”) or must not (`apart`), or any such word (`placed`); that one of some
    phrases (`what`) leads to it, with nothing but `small` words and no more than `room` of them between, behind a word of `by` (and words of
    `hedge`, if any); the word right before it (`next_to`), a word of its `lead`, words of what is behind it (`tail`), and the kind of food `after`
    which it is named. “#” is any figure."""

    kind: frozenset[str] = frozenset()
    ids: tuple[str, ...] = ()
    klass: frozenset[str] = frozenset()
    called: frozenset[str] = frozenset()
    head: frozenset[str] = frozenset()
    negated: bool | None = None
    last: bool = False
    measured: bool | None = None
    into: bool | None = None
    beside: frozenset[str] = frozenset()
    apart: frozenset[str] = frozenset()
    placed: bool = False
    what: Phrases = ()
    by: frozenset[str] = frozenset()
    hedge: frozenset[str] = frozenset()
    small: frozenset[str] = frozenset()
    room: int = 9
    next_to: frozenset[str] = frozenset()
    lead: frozenset[str] = frozenset()
    tail: tuple[frozenset[str], ...] = ()
    after: frozenset[str] = frozenset()


# What one condition of a test asks a clause for: words of each kind, a measure, a phrase, or whether something is so.
Asked = frozenset[str] | Phrases | tuple[float, float] | float | bool | FoodTest | tuple[FoodTest, ...]


@dataclass(frozen=True, slots=True)
class ClauseTest:
    """What a clause must meet: conditions by name (core/recipe/clause_rows.py), each of them."""

    asks: tuple[tuple[str, Asked], ...] = ()
    # The same, each with what tells whether it is met.
    checks: tuple[tuple[Callable[[Any, Any], object], Asked], ...] = ()


@dataclass(frozen=True, eq=False)
class ClauseRow:
    """A row: an example, the word that is told of it, what the clause must meet, one of `either`, one of `also`, and of the clauses beside it
    one of each scope: the one `before`, a `main` one (and another, `main_too`), `any` of the sentence; `no_main` and `no_any` none may meet."""

    says: str
    told: str
    when: frozenset[str]
    here: ClauseTest
    either: tuple[ClauseTest, ...] = ()
    also: tuple[ClauseTest, ...] = ()
    before: tuple[ClauseTest, ...] = ()
    main: tuple[ClauseTest, ...] = ()
    main_too: tuple[ClauseTest, ...] = ()
    any: tuple[ClauseTest, ...] = ()
    no_main: tuple[ClauseTest, ...] = ()
    no_any: tuple[ClauseTest, ...] = ()
    why: str = ""
    # Of what a row decides, and which things it spares (vouched.toml).
    of: frozenset[str] = frozenset()
    spares: frozenset[str] = frozenset()


# By what rows are found: a clause that meets a row has one of its words, acts, things or states, or a figure, a food, a negation. A word says more of
# a clause than what is done, and that more than what it is done to: so many times commoner each is taken to be.
_COMMON: Final = {"word": 1, "state": 3, "act": 10, "thing": 20}
_FLAGS: Final = {"figure": 30, "neg": 30, "food": 80}
_FOODS: Final = frozenset({"food", "all_foods", "foods"})
Sign = tuple[str, str]


def _signs(row: ClauseRow, test: ClauseTest) -> frozenset[Sign]:
    """What a clause that meets a test has one of, by the rarest of its conditions; none where nothing can be said."""
    found: list[tuple[int, frozenset[Sign]]] = []
    if row.of:
        found.append((4, frozenset({*(("act", one) for one in row.of), *(("state", one) for one in row.of)})))
    for name, given in test.asks:
        kind = {"named": "state", "run": "word"}.get(name, name)
        asked = (
            frozenset(phrase[0] for phrase in given if isinstance(phrase, tuple)) if name == "run" and isinstance(given, tuple) else given
        )
        flag = "food" if name in _FOODS else name
        if kind in _COMMON and isinstance(asked, frozenset):
            found.append((len(asked) * _COMMON[kind], frozenset((kind, one) for one in asked)))
        if flag in _FLAGS and asked is not False:
            found.append((_FLAGS[flag], frozenset({("flag", flag)})))
    return min(found, key=lambda one: one[0], default=(0, frozenset[Sign]()))[1]


# The rows that any clause may fall under, and the others by what a clause of theirs has.
Found = tuple[tuple[int, ...], dict[str, dict[str, list[int]]]]


@dataclass(frozen=True, eq=False)
class ClauseTables:
    """Tables of rows in their order; of most of them the first row that a clause meets is told."""

    tables: Mapping[str, tuple[ClauseRow, ...]] = field(default_factory=dict)
    _found: dict[str, Found] = field(default_factory=dict)

    @cached_property
    def _rows(self) -> tuple[tuple[str, ClauseRow], ...]:
        return tuple((table, row) for table, rows in self.tables.items() for row in rows)

    def _by_joint(self, when: str) -> Found:
        always: list[int] = []
        found: dict[str, dict[str, list[int]]] = {name: {} for name in (*_COMMON, "flag")}
        for at, (_, row) in enumerate(self._rows):
            if row.when and (when or "none") not in row.when:
                continue
            each = [signs] if (signs := _signs(row, row.here)) else [_signs(row, test) for test in row.either]
            if not each or not all(each):
                always.append(at)
                continue
            for name, one in frozenset().union(*each):
                found[name].setdefault(one, []).append(at)
        return tuple(always), found

    def of(self, when: str, signs: Mapping[str, Set[str]]) -> dict[str, list[ClauseRow]]:
        """The rows of each table, in their order, that can hold of a clause which hangs on a joint (“if”, “until”, "" for none) and has some words,
        acts, things, states and flags (a figure, a food, a negation); never fewer than hold of it."""
        if when not in self._found:
            self._found[when] = self._by_joint(when)
        always, found = self._found[when]
        places = {*always}
        for name, ones in signs.items():
            held = found[name]
            for one in held.keys() & ones:
                places.update(held[one])
        rows: dict[str, list[ClauseRow]] = {}
        for at in sorted(places):
            table, row = self._rows[at]
            rows.setdefault(table, []).append(row)
        return rows
