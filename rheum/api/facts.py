"""The library as this kitchen has it: the shipped facts, and what it has entered and placed. Read anew only when it changed."""

from __future__ import annotations

import sqlite3
from functools import lru_cache
from pathlib import Path

from rheum.api.context import connection, setup
from rheum.core.facts.choices import Choices
from rheum.core.facts.formulas import Formula
from rheum.core.facts.library import Library
from rheum.core.facts.placing import with_placed
from rheum.reference.loading import BadReference, kinds, library, read_formulas
from rheum.store import facts as stored
from rheum.store.database import connect
from rheum.store.stock import own_jars


def own_formulas_of(database: sqlite3.Connection, base: Library) -> dict[str, Formula]:
    """The kitchen's own formulas. One that cannot be read any more stays out: then it tests nothing."""
    found: dict[str, Formula] = {}
    for toml in stored.own_formulas(database).values():
        try:
            found.update(read_formulas(toml, base.catalogue, {}))
        except BadReference:
            continue
    return found


def library_of(database: sqlite3.Connection) -> Library:
    """The shipped library with a kitchen's placements and formulas."""
    placed = with_placed(library(), stored.placements(database), kinds())
    own, jars = own_formulas_of(database, placed), own_jars(database)
    if not own and not jars:
        return placed
    return Library(
        placed.catalogue, {**placed.formulas, **own}, {**placed.jars, **jars}, placed.swaps, placed.tinned, placed.placed
    )  # fmt: skip


@lru_cache(maxsize=8)
def _facts(path: str, revision: int) -> tuple[Library, Choices]:
    database = connect(Path(path))
    try:
        return library_of(database), stored.choices(database)
    finally:
        database.close()


def kitchen_facts() -> tuple[Library, Choices]:
    """Library and choices of the kitchen that this request is for."""
    return _facts(str(setup().database), stored.revision(connection()))


def kitchen_library() -> Library:
    """The library of the kitchen that this request is for."""
    return kitchen_facts()[0]
