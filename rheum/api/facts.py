"""Library and choices of the kitchen that a request is for. Read anew only when they changed."""

from __future__ import annotations

from functools import lru_cache
from pathlib import Path

from rheum.api.context import connection, setup
from rheum.core.facts.choices import Choices
from rheum.core.facts.library import Library
from rheum.household import facts_of
from rheum.store import facts as stored
from rheum.store.database import connect


@lru_cache(maxsize=8)
def _facts(path: str, file: tuple[int, int], revision: int) -> tuple[Library, Choices]:
    database = connect(Path(path))
    try:
        return facts_of(database)
    finally:
        database.close()


def kitchen_facts() -> tuple[Library, Choices]:
    """Library and choices of the kitchen that this request is for."""
    # Which file it is belongs to the key: another one in its place may count its revisions over the same numbers.
    file = setup().database.stat()
    return _facts(str(setup().database), (file.st_dev, file.st_ino), stored.revision(connection()))


def kitchen_library() -> Library:
    """The library of the kitchen that this request is for."""
    return kitchen_facts()[0]
