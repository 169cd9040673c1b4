"""What a kitchen has on hand, and what batches drew from it."""

from __future__ import annotations

import json
import sqlite3
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime

from rheum.core.batch.begun import Snapshot
from rheum.core.facts.jars import Jar, JarError, measured_jar
from rheum.core.making.stock import Bottle, Canner, LidLot, Stock, TrimRecord
from rheum.core.making.takes import Take


def read(connection: sqlite3.Connection) -> Stock:
    """All of it, as one value."""
    bottles = connection.execute("SELECT * FROM bottle ORDER BY name, label, id").fetchall()
    canners = connection.execute("SELECT * FROM canner ORDER BY title, id").fetchall()
    lids = connection.execute("SELECT * FROM lid_lot ORDER BY mouth, lot, id").fetchall()
    left: dict[str, dict[str, float]] = {"bottle": {}, "lids": {}, "jars": {}, "bands": {}}
    for row in connection.execute("SELECT what, item_id, amount FROM stock_left ORDER BY what, item_id"):
        left[row["what"]][row["item_id"]] = max(0.0, round(row["amount"], 6))
    trims = connection.execute("SELECT ingredient, bought_g, usable_g FROM trim ORDER BY at").fetchall()
    pantry = connection.execute("SELECT text FROM pantry WHERE id = 1").fetchone()
    return Stock(
        bottles=tuple(
            Bottle(
                id=row["id"],
                kind=row["kind"],
                name=row["name"],
                label=row["label"],
                left_ml=left["bottle"].get(row["id"], 0.0),
                measured=row["measured"],
                measured_give=row["give"],
                lot=row["lot"],
                opened=row["opened"],
                price=row["price"],
                size_ml=row["size_ml"],
            )
            for row in bottles
        ),
        jars={jar_id: int(count) for jar_id, count in left["jars"].items()},
        lids=tuple(LidLot(row["id"], row["mouth"], row["lot"], int(left["lids"].get(row["id"], 0))) for row in lids),
        bands={mouth: int(count) for mouth, count in left["bands"].items()},  # type: ignore[misc]
        canners=tuple(
            Canner(
                id=row["id"],
                title=row["title"],
                kind=row["kind"],
                holds=json.loads(row["holds"]),
                depth_mm=row["depth_mm"],
                width_mm=row["width_mm"],
                watts=row["watts"],
                fuel=row["fuel"],
                water_l=row["water_l"],
            )
            for row in canners
        ),
        trims=tuple(TrimRecord(**dict(row)) for row in trims),
        pantry=pantry["text"] if pantry else "",
    )


def put_bottle(connection: sqlite3.Connection, bottle: Bottle, now: datetime) -> None:
    """Enter a bottle, or change it: the same id is the same bottle."""
    connection.execute(
        """
        INSERT INTO bottle (id, kind, name, label, measured, give, lot, opened, price, size_ml, entered_at)
        VALUES (:id, :kind, :name, :label, :measured, :give, :lot, :opened, :price, :size_ml, :now)
        ON CONFLICT (id) DO UPDATE
        SET kind = excluded.kind,
            name = excluded.name,
            label = excluded.label,
            measured = excluded.measured,
            give = excluded.give,
            lot = excluded.lot,
            opened = excluded.opened,
            price = excluded.price,
            size_ml = excluded.size_ml
        """,
        {
            "id": bottle.id,
            "kind": bottle.kind,
            "name": bottle.name,
            "label": bottle.label,
            "measured": bottle.measured,
            "give": bottle.measured_give,
            "lot": bottle.lot,
            "opened": bottle.opened,
            "price": bottle.price,
            "size_ml": bottle.size_ml,
            "now": now.isoformat(),
        },
    )
    _count(connection, "bottle", bottle.id, there=bottle.left_ml, now=now)


def _count(connection: sqlite3.Connection, what: str, item_id: str, *, there: float, now: datetime) -> None:
    """So much of a thing is there: the movement that makes the sum say so. What was never counted before was bought."""
    row = connection.execute("SELECT amount FROM stock_left WHERE what = ? AND item_id = ?", (what, item_id)).fetchone()
    if row is None or abs(there - row["amount"]) > _NOTHING:
        connection.execute(
            "INSERT INTO movement (at, what, item_id, amount, why) VALUES (?, ?, ?, ?, ?)",
            (now.isoformat(), what, item_id, there - (row["amount"] if row else 0.0), "counted" if row else "bought"),
        )


# A difference of less is none: sums of millilitres carry dust.
_NOTHING = 1e-6


def put_canner(connection: sqlite3.Connection, canner: Canner) -> None:
    """Enter a canner, or change it."""
    connection.execute(
        """
        INSERT INTO canner (id, title, kind, holds, depth_mm, width_mm, watts, fuel, water_l)
        VALUES (:id, :title, :kind, :holds, :depth_mm, :width_mm, :watts, :fuel, :water_l)
        ON CONFLICT (id) DO UPDATE
        SET title = excluded.title,
            kind = excluded.kind,
            holds = excluded.holds,
            depth_mm = excluded.depth_mm,
            width_mm = excluded.width_mm,
            watts = excluded.watts,
            fuel = excluded.fuel,
            water_l = excluded.water_l
        """,
        {
            "id": canner.id,
            "title": canner.title,
            "kind": canner.kind,
            "holds": json.dumps(dict(canner.holds)),
            "depth_mm": canner.depth_mm,
            "width_mm": canner.width_mm,
            "watts": canner.watts,
            "fuel": canner.fuel,
            "water_l": canner.water_l,
        },
    )


@dataclass(frozen=True, slots=True)
class JarMeasures:
    """A jar of one's own as it was measured: empty and full of water on the scale, and by ruler."""

    id: str
    title: str
    empty_g: float
    full_g: float
    depth_mm: float
    mouth_mm: float
    body_mm: float


def own_jars(connection: sqlite3.Connection) -> dict[str, Jar]:
    """The kitchen's own jars by id. One whose figures cannot be a jar any more stays out: then it has no minutes."""
    found = {}
    for row in connection.execute("SELECT id, title, empty_g, full_g, depth_mm, mouth_mm, body_mm FROM own_jar ORDER BY title, id"):
        try:
            found[row["id"]] = measured_jar(
                row["id"],
                row["title"],
                row["empty_g"],
                row["full_g"],
                depth_mm=row["depth_mm"],
                mouth_mm=row["mouth_mm"],
                body_mm=row["body_mm"],
            )
        except JarError:
            continue
    return found


def put_jar(connection: sqlite3.Connection, jar: JarMeasures, now: datetime) -> None:
    """Enter a jar of one's own, or measure it again."""
    connection.execute(
        """
        INSERT INTO own_jar (id, title, empty_g, full_g, depth_mm, mouth_mm, body_mm, entered_at)
        VALUES (:id, :title, :empty_g, :full_g, :depth_mm, :mouth_mm, :body_mm, :now)
        ON CONFLICT (id) DO UPDATE
        SET title = excluded.title,
            empty_g = excluded.empty_g,
            full_g = excluded.full_g,
            depth_mm = excluded.depth_mm,
            mouth_mm = excluded.mouth_mm,
            body_mm = excluded.body_mm
        """,
        {
            "id": jar.id,
            "title": jar.title,
            "empty_g": jar.empty_g,
            "full_g": jar.full_g,
            "depth_mm": jar.depth_mm,
            "mouth_mm": jar.mouth_mm,
            "body_mm": jar.body_mm,
            "now": now.isoformat(),
        },
    )


def set_jars(connection: sqlite3.Connection, jar_id: str, count: int, now: datetime) -> None:
    """How many empty jars of a size there are."""
    _count(connection, "jars", jar_id, there=count, now=now)


def put_lids(connection: sqlite3.Connection, lot: LidLot, now: datetime) -> None:
    """Enter a lot of new lids, or change it."""
    connection.execute(
        """
        INSERT INTO lid_lot (id, mouth, lot)
        VALUES (?, ?, ?)
        ON CONFLICT (id) DO UPDATE
        SET mouth = excluded.mouth,
            lot = excluded.lot
        """,
        (lot.id, lot.mouth, lot.lot),
    )
    _count(connection, "lids", lot.id, there=lot.count, now=now)


def set_bands(connection: sqlite3.Connection, mouth: str, count: int, now: datetime) -> None:
    """How many sound bands of a mouth there are."""
    _count(connection, "bands", mouth, there=count, now=now)


_TABLES = {"bottle": "bottle", "canner": "canner", "jar": "own_jar", "lids": "lid_lot"}


def remove(connection: sqlite3.Connection, what: str, item_id: str, now: datetime) -> bool:
    """Take a bottle, canner, own jar or lot of lids out. What batches drew from it stays recorded. KeyError for anything else."""
    if what in ("bottle", "lids") and connection.execute(f"SELECT 1 FROM {_TABLES[what]} WHERE id = ?", (item_id,)).fetchone():
        _count(connection, what, item_id, there=0.0, now=now)
    return connection.execute(f"DELETE FROM {_TABLES[what]} WHERE id = ?", (item_id,)).rowcount == 1


def add_trim(connection: sqlite3.Connection, trim_id: str, record: TrimRecord, now: datetime) -> None:
    """Record what a basket came to; the same id again is the same basket."""
    connection.execute(
        "INSERT INTO trim (id, ingredient, bought_g, usable_g, at) VALUES (?, ?, ?, ?, ?) ON CONFLICT (id) DO NOTHING",
        (trim_id, record.ingredient, record.bought_g, record.usable_g, now.isoformat()),
    )


def set_pantry(connection: sqlite3.Connection, text: str) -> None:
    """What lies there: produce, salt, sugar, spices, one thing to a line."""
    connection.execute("INSERT INTO pantry (id, text) VALUES (1, ?) ON CONFLICT (id) DO UPDATE SET text = excluded.text", (text,))


def take(connection: sqlite3.Connection, batch_id: str, takes: Iterable[Take], *, now: datetime, event_id: str | None = None) -> None:
    """Record what a batch takes, never more than there is; within the transaction that records the batch or the event."""
    for one in takes:
        row = connection.execute(
            "SELECT amount FROM stock_left WHERE what = :what AND item_id = :item_id", {"what": one.what, "item_id": one.item_id}
        ).fetchone()
        amount = min(one.amount, max(0.0, row["amount"] if row else 0.0))
        _moved(connection, batch_id, one, -amount, now=now, why="drawn", event_id=event_id)


def give_back(connection: sqlite3.Connection, batch_id: str, back: Iterable[Take], *, now: datetime, event_id: str) -> None:
    """Record what a batch that is given up gives back; within the transaction that records the event."""
    for one in back:
        _moved(connection, batch_id, one, one.amount, now=now, why="given back", event_id=event_id)


def _moved(
    connection: sqlite3.Connection, batch_id: str, one: Take, amount: float, *, now: datetime, why: str, event_id: str | None
) -> None:  # fmt: skip
    connection.execute(
        """
        INSERT INTO movement (at, what, item_id, amount, why, batch_id, event_id, says)
        VALUES (:at, :what, :item_id, :amount, :why, :batch_id, :event_id, :says)
        """,
        {
            "at": now.isoformat(),
            "what": one.what,
            "item_id": one.item_id,
            "amount": amount,
            "why": why,
            "batch_id": batch_id,
            "event_id": event_id,
            "says": one.says,
        },
    )


def break_jar(connection: sqlite3.Connection, batch_id: str, jar: Take, *, now: datetime, event_id: str) -> None:
    """Record that a jar broke for a batch: another one goes out of the stock, if there is one."""
    row = connection.execute("SELECT amount FROM stock_left WHERE what = 'jars' AND item_id = ?", (jar.item_id,)).fetchone()
    if row is not None and row["amount"] >= 1:
        _moved(connection, batch_id, jar, -jar.amount, now=now, why="broken", event_id=event_id)


def come_home(connection: sqlite3.Connection, snapshot: Snapshot, numbers: Iterable[int], *, now: datetime, event_id: str) -> None:
    """Record that empty jars are back, of the sizes that this kitchen counts; within the transaction that records the event."""
    counted = {row["item_id"] for row in connection.execute("SELECT item_id FROM stock_left WHERE what = 'jars'")}
    for number in numbers:
        jar_id, title = snapshot.jar_of(number)
        if jar_id in counted:
            _moved(connection, snapshot.id, Take("jars", jar_id, f"{title} jars", 1), 1.0, now=now, why="given back", event_id=event_id)


def move_back(connection: sqlite3.Connection, batch_id: str, of: str, *, now: datetime, event_id: str) -> None:
    """Record the opposite of what an event moved, as far as it is there; within the transaction that records the event taking it back."""
    rows = connection.execute(
        "SELECT what, item_id, max(says) AS says, sum(amount) AS amount FROM movement WHERE event_id = ? GROUP BY what, item_id", (of,)
    ).fetchall()
    for row in rows:
        one = Take(row["what"], row["item_id"], row["says"], abs(row["amount"]))
        if row["amount"] > 0:
            take(connection, batch_id, [one], now=now, event_id=event_id)
        else:
            give_back(connection, batch_id, [one], now=now, event_id=event_id)


def taken(connection: sqlite3.Connection, batch_id: str) -> list[Take]:
    """What a batch took, less what it gave back."""
    rows = connection.execute(
        """
        SELECT what, item_id, max(says) AS says, -sum(amount) AS amount
        FROM movement
        WHERE batch_id = ?
        GROUP BY what, item_id
        HAVING -sum(amount) > 1e-6
        ORDER BY what, item_id
        """,
        (batch_id,),
    )
    return [Take(**dict(row)) for row in rows]
