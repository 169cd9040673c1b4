"""Short ways of writing, as rows of words: what stands for what (reference/ways.toml)."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Final

# What may stand for an element beside words and marks: a figure, a fraction, any word, anything but a comma or a bracket, a word with a capital,
# the begin and the end of the text; and where what is taken over begins and ends.
SIGNS: Final = frozenset({"#", "#/", "*", "~", "Aa", "^", "$", "{", "}"})


@dataclass(frozen=True, slots=True)
class Element:
    """An element of a row: one of its words, marks or SIGNS, at least `least` and at most `most` times. `absent`: none may stand there."""

    words: frozenset[str]
    least: int = 1
    most: int = 1
    absent: bool = False


@dataclass(frozen=True, slots=True)
class Way:
    """A short way: the elements it is told by, between those that must stand `before` and `after` it and stay; what it is written `out` as, with
    what was taken over in braces; the words of which it has one each, the rarest first; words that must stand in the text, or must not; whether the text must
    begin with a figure. `says` and `means` are an example."""

    says: str
    means: str
    body: tuple[Element, ...]
    out: str
    before: tuple[Element, ...] = ()
    after: tuple[Element, ...] = ()
    anchors: tuple[frozenset[str], ...] = ()
    beside: frozenset[str] = frozenset()
    unless: frozenset[str] = frozenset()
    counted: bool = False


@dataclass(frozen=True, eq=False)
class Ways:
    """Short ways by tables: of a `sentence`, of a `line`, of a `time` that stands alone, of what is poured `away`."""

    tables: Mapping[str, tuple[Way, ...]] = field(default_factory=dict)
    group: Mapping[str, frozenset[str]] = field(default_factory=dict)
