"""The kitchen's own recipes: kept, changed, found again, taken out."""

from __future__ import annotations

import json
import sqlite3
from dataclasses import dataclass
from datetime import datetime
from typing import Any, Literal

Origin = Literal["own", "friend", "video", "page", "merged", "formula", "book"]


@dataclass(frozen=True, slots=True)
class StoredRecipe:
    """A recipe as kept: its text, where it came from, and the settings it was last judged under."""

    id: str
    title: str
    text: str
    origin: Origin
    settings: dict[str, Any]
    created_at: str
    changed_at: str


def _recipe(row: sqlite3.Row) -> StoredRecipe:
    return StoredRecipe(**{**dict(row), "settings": json.loads(row["settings"])})


def keep(
    connection: sqlite3.Connection, recipe_id: str, title: str, text: str, *, origin: Origin, settings: dict[str, Any], now: datetime
) -> StoredRecipe:
    """Keep a recipe, new or changed; the day it was first kept stays."""
    connection.execute(
        """
        INSERT INTO recipe (id, title, text, origin, settings, created_at, changed_at)
        VALUES (:id, :title, :text, :origin, :settings, :now, :now)
        ON CONFLICT (id) DO UPDATE
        SET title = excluded.title,
            text = excluded.text,
            origin = excluded.origin,
            settings = excluded.settings,
            changed_at = excluded.changed_at
        """,
        {"id": recipe_id, "title": title, "text": text, "origin": origin, "settings": json.dumps(settings), "now": now.isoformat()},
    )
    found = get(connection, recipe_id)
    assert found is not None
    return found


def get(connection: sqlite3.Connection, recipe_id: str) -> StoredRecipe | None:
    """One recipe, or None."""
    row = connection.execute(
        """
        SELECT id, title, text, origin, settings, created_at, changed_at
        FROM recipe
        WHERE id = :id
        """,
        {"id": recipe_id},
    ).fetchone()
    return _recipe(row) if row else None


def all_kept(connection: sqlite3.Connection) -> list[StoredRecipe]:
    """All own recipes, the last changed first."""
    rows = connection.execute(
        """
        SELECT id, title, text, origin, settings, created_at, changed_at
        FROM recipe
        ORDER BY changed_at DESC, id
        """
    ).fetchall()
    return [_recipe(row) for row in rows]


def remove(connection: sqlite3.Connection, recipe_id: str) -> bool:
    """Take a recipe out. Batches begun from it keep their own copy."""
    return connection.execute("DELETE FROM recipe WHERE id = :id", {"id": recipe_id}).rowcount == 1
