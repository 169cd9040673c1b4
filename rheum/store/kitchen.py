"""The kitchen's own facts: where it is and how it measures."""

from __future__ import annotations

import sqlite3
from dataclasses import dataclass
from typing import Literal

from rheum.core.measures.altitude import Altitude, AltitudeError, altitude
from rheum.core.measures.units import Family


@dataclass(frozen=True, slots=True)
class KitchenSettings:
    """Altitude as entered, the measures shown first, jars the canner holds (None: by jar size)."""

    name: str
    altitude: str
    altitude_unit: Literal["m", "ft"]
    measures: Family
    jars_per_load: int | None

    @property
    def height(self) -> Altitude:
        return altitude(self.altitude, self.altitude_unit)


def read(connection: sqlite3.Connection) -> KitchenSettings | None:
    """The kitchen, or None before the first start's questions are answered."""
    row = connection.execute(
        """
        SELECT name, altitude, altitude_unit, measures, jars_per_load
        FROM kitchen
        WHERE id = 1
        """
    ).fetchone()
    if row is None:
        return None
    found = KitchenSettings(**dict(row))
    try:
        found.height  # noqa: B018 (is it one?)
    except AltitudeError:
        # No height, no minutes: it is asked for again.
        return None
    return found


def write(connection: sqlite3.Connection, kitchen: KitchenSettings) -> None:
    """Set the kitchen's facts. Batches begun keep the altitude they were begun at."""
    connection.execute(
        """
        INSERT INTO kitchen (id, name, altitude, altitude_unit, measures, jars_per_load)
        VALUES (1, :name, :altitude, :altitude_unit, :measures, :jars_per_load)
        ON CONFLICT (id) DO UPDATE
        SET name = excluded.name,
            altitude = excluded.altitude,
            altitude_unit = excluded.altitude_unit,
            measures = excluded.measures,
            jars_per_load = excluded.jars_per_load
        """,
        {
            "name": kitchen.name,
            "altitude": kitchen.altitude,
            "altitude_unit": kitchen.altitude_unit,
            "measures": kitchen.measures,
            "jars_per_load": kitchen.jars_per_load,
        },
    )


@dataclass(frozen=True, slots=True)
class Hob:
    """The burners there are; as on most hobs two are large (common practice), until the kitchen says otherwise."""

    large: int = 2
    small: int = 2


def hob(connection: sqlite3.Connection) -> Hob:
    """The kitchen's burners."""
    row = connection.execute("SELECT large, small FROM hob WHERE id = 1").fetchone()
    return Hob(**dict(row)) if row else Hob()


def set_hob(connection: sqlite3.Connection, burners: Hob) -> None:
    """Set how many burners there are of each size."""
    connection.execute(
        """
        INSERT INTO hob (id, large, small)
        VALUES (1, :large, :small)
        ON CONFLICT (id) DO UPDATE
        SET large = excluded.large, small = excluded.small
        """,
        {"large": burners.large, "small": burners.small},
    )
