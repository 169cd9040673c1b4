"""The library as a household has it: the shipped facts, and what it has entered and placed."""

from __future__ import annotations

import dataclasses
import sqlite3

from rheum.core.facts.choices import Choices
from rheum.core.facts.formulas import Formula
from rheum.core.facts.library import Library
from rheum.core.facts.placing import with_kinds, with_placed
from rheum.reference.loading import BadReference, kinds, library, read_formulas
from rheum.store import facts as stored
from rheum.store.stock import own_jars


def _own_formulas(database: sqlite3.Connection, base: Library) -> dict[str, Formula]:
    """The kitchen's own formulas. One that cannot be read any more stays out: then it tests nothing."""
    found: dict[str, Formula] = {}
    for toml in stored.own_formulas(database).values():
        try:
            found.update(read_formulas(toml, base.catalogue, {}))
        except BadReference:
            continue
    return found


def library_of(database: sqlite3.Connection) -> Library:
    """The shipped library with a kitchen's placements, formulas and jars."""
    placed = with_kinds(with_placed(library(), stored.placements(database), kinds()), stored.said_kinds(database))
    own, jars = _own_formulas(database, placed), own_jars(database)
    if not own and not jars:
        return placed
    return dataclasses.replace(placed, formulas={**placed.formulas, **own}, jars={**placed.jars, **jars})


def facts_of(database: sqlite3.Connection) -> tuple[Library, Choices]:
    """Library and choices of a household."""
    return library_of(database), stored.choices(database)
