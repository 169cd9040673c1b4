"""What a kitchen adds to the shipped facts: formulas entered, ingredients placed, choices made."""

from __future__ import annotations

import sqlite3
from collections.abc import Mapping
from datetime import datetime

from rheum.core.facts.choices import Choices
from rheum.core.facts.ingredients import words_of
from rheum.core.facts.placing import Placement
from rheum.store.database import transaction


def revision(connection: sqlite3.Connection) -> int:
    """A number that changes whenever a verdict could."""
    return int(connection.execute("SELECT number FROM revision WHERE id = 1").fetchone()["number"])


def change(connection: sqlite3.Connection) -> int:
    """A number that changes whenever anything does that a screen may show: what verdicts rest on, stock, recipes, batches."""
    row = connection.execute(
        "SELECT revision.number + change.number AS number FROM revision JOIN change ON change.id = revision.id"
    ).fetchone()
    return int(row["number"])


def placements(connection: sqlite3.Connection) -> list[Placement]:
    """All placed ingredients by name."""
    rows = connection.execute(
        """
        SELECT name, kind
        FROM placement
        ORDER BY name
        """
    ).fetchall()
    return [Placement(row["name"], row["kind"]) for row in rows]


def place(connection: sqlite3.Connection, placement: Placement, now: datetime) -> None:
    """Remember a placement; the same name again is placed anew."""
    connection.execute(
        """
        INSERT INTO placement (words, name, kind, placed_at)
        VALUES (:words, :name, :kind, :now)
        ON CONFLICT (words) DO UPDATE
        SET name = excluded.name,
            kind = excluded.kind,
            placed_at = excluded.placed_at
        """,
        {"words": " ".join(words_of(placement.name)), "name": placement.name.strip(), "kind": placement.kind, "now": now.isoformat()},
    )


def unplace(connection: sqlite3.Connection, name: str) -> bool:
    """Forget a placement: the ingredient is unknown again."""
    found = connection.execute("DELETE FROM placement WHERE words = :words", {"words": " ".join(words_of(name))})
    return found.rowcount == 1


def own_formulas(connection: sqlite3.Connection) -> dict[str, str]:
    """The TOML of every formula entered, by id."""
    rows = connection.execute(
        """
        SELECT id, toml
        FROM own_formula
        ORDER BY title, id
        """
    ).fetchall()
    return {row["id"]: row["toml"] for row in rows}


def add_formulas(connection: sqlite3.Connection, entries: Mapping[str, tuple[str, str]], placed: list[Placement], now: datetime) -> None:
    """Add formulas (id → title, TOML) and the placements they rest on, all or none."""
    with transaction(connection):
        for placement in placed:
            place(connection, placement, now)
        for formula_id, (title, toml) in entries.items():
            connection.execute(
                """
                INSERT INTO own_formula (id, title, toml, entered_at)
                VALUES (:id, :title, :toml, :now)
                """,
                {"id": formula_id, "title": title, "toml": toml, "now": now.isoformat()},
            )


def remove_formula(connection: sqlite3.Connection, formula_id: str) -> bool:
    """Take a formula out. Batches begun under it keep what they were begun with."""
    return connection.execute("DELETE FROM own_formula WHERE id = :id", {"id": formula_id}).rowcount == 1


def choices(connection: sqlite3.Connection) -> Choices:
    """The kitchen's choices; what was not chosen is the usual."""
    rows = connection.execute("SELECT matter, value FROM choice").fetchall()
    found = {row["matter"]: row["value"] for row in rows}
    numbers = {key: int(found[key]) for key in ("cool_hours", "unsealed_days") if key in found}
    return Choices(**{**found, **numbers})


def choose(connection: sqlite3.Connection, made: Choices) -> None:
    """Set every choice, all or none."""
    with transaction(connection):
        for matter in ("chart", "sterilise", "water", "cool_hours", "unsealed_days", "rim"):
            connection.execute(
                """
                INSERT INTO choice (matter, value)
                VALUES (:matter, :value)
                ON CONFLICT (matter) DO UPDATE
                SET value = excluded.value
                """,
                {"matter": matter, "value": str(getattr(made, matter))},
            )


def said_kinds(connection: sqlite3.Connection) -> list[tuple[str, str]]:
    """Words said to be only a kind, each with the id of the food that it stands before."""
    rows = connection.execute(
        """
        SELECT word, food
        FROM said_kind
        ORDER BY word, food
        """
    ).fetchall()
    return [(row["word"], row["food"]) for row in rows]


def say_kind(connection: sqlite3.Connection, word: str, food: str, now: datetime) -> None:
    """Remember that a word is only a kind of a food; said again it stays."""
    connection.execute(
        """
        INSERT INTO said_kind (word, food, said_at)
        VALUES (:word, :food, :now)
        ON CONFLICT (word, food) DO NOTHING
        """,
        {"word": word, "food": food, "now": now.isoformat()},
    )


def unsay_kind(connection: sqlite3.Connection, word: str, food: str) -> bool:
    """Forget it: the word is asked about again."""
    return connection.execute("DELETE FROM said_kind WHERE word = :word AND food = :food", {"word": word, "food": food}).rowcount == 1
