"""Rows that tell a clause by what is done in it, to what, when, and with which words; and by the clauses that stand beside it."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, field
from typing import Final

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


# Conditions by which rows are found: a clause that meets one has one of its words, things or acts.
_FOUND_BY: Final = ("word", "thing", "act")
Sign = tuple[str, str]


def _signs(test: ClauseTest) -> frozenset[Sign]:
    """What a clause that meets a test has one of; none where nothing can be said."""
    for name, asked in test.asks:
        if name in _FOUND_BY and isinstance(asked, frozenset):
            return frozenset((name, one) for one in asked)
        if name in ("food", "all_foods"):
            return frozenset({("food", "")})
    return frozenset()


@dataclass(frozen=True, eq=False)
class ClauseRows:
    """Rows in their order; the first that a clause meets is told."""

    rows: tuple[ClauseRow, ...] = ()
    _about: dict[str, ClauseRows] = field(default_factory=dict)
    _found: dict[str, tuple[tuple[int, ...], dict[Sign, list[int]]]] = field(default_factory=dict)

    def about(self, name: str) -> ClauseRows:
        """The rows that decide of something, and those that decide of anything."""
        if name not in self._about:
            self._about[name] = ClauseRows(tuple(row for row in self.rows if not row.of or name in row.of))
        return self._about[name]

    def _by_joint(self, when: str) -> tuple[tuple[int, ...], dict[Sign, list[int]]]:
        always: list[int] = []
        found: dict[Sign, list[int]] = {}
        for at, row in enumerate(self.rows):
            if row.when and (when or "none") not in row.when:
                continue
            each = [_signs(row.here)] if _signs(row.here) else [_signs(test) for test in row.either]
            if not each or not all(each):
                always.append(at)
            for sign in frozenset().union(*each) if all(each) else ():
                found.setdefault(sign, []).append(at)
        return tuple(always), found

    def of(self, when: str, words: Iterable[str], things: Iterable[str], acts: Iterable[str], *, foods: bool) -> list[ClauseRow]:
        """The rows, in their order, that can hold of a clause which hangs on a joint (“if”, “until”, "" for none) and has some words, things and
        acts, and foods or none; never fewer than hold of it."""
        if when not in self._found:
            self._found[when] = self._by_joint(when)
        always, found = self._found[when]
        places = {*always, *(found.get(("food", ""), ()) if foods else ())}
        for name, ones in zip(_FOUND_BY, (words, things, acts), strict=True):
            for one in ones:
                if (name, one) in found:
                    places.update(found[name, one])
        return [self.rows[at] for at in sorted(places)]
