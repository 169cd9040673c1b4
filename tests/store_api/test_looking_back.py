"""Looking back over the wire: what a batch came to, what is learnt and where it is used, the year, everything out and in."""

from __future__ import annotations

import csv
import io
import json
import zipfile
from collections.abc import Callable, Iterator
from datetime import datetime, timezone
from pathlib import Path
from typing import Any

import pandas
import pytest
from hypothesis import given
from hypothesis import strategies as st
from PIL import Image

from rheum.api.app import create_app
from rheum.api.setup import Setup
from rheum.cli import main
from rheum.core.batch.moment import Moment
from rheum.core.parsing.writing import formula_text
from rheum.core.shelf.learnt import learnt
from rheum.demo import make_demo
from rheum.everything import COPY, export, import_into
from rheum.formats.tables import read_table, table_csv
from rheum.reference.loading import library
from rheum.store import batches as run
from rheum.store.database import StoreError, connect, open_data
from rheum.store.everything import columns_of
from tests.conftest import DEMO_DAY, MovableClock
from tests.store_api.test_jars import ID, Shelf


@pytest.fixture
def shelf(tmp_path: Path) -> Iterator[Shelf]:
    yield Shelf(tmp_path)


def beans(shelf: Shelf, number: int, jars: int, planned: int = 6, trim_min: float = 18.0, kept: bool = False) -> str:
    """A batch of beans walked by its tasks: trimmed in so many minutes, so many jars got of those planned."""
    batch = f"learning-{number:04d}"
    text = formula_text(library().formulas["dilled-green-beans"])
    asked = {"id": batch, "text": text, "jars": planned, "formula_id": "dilled-green-beans", "short_known": True}
    made = shelf.client.post("/api/batches", json=asked).get_json()
    tasks = [task["id"] for task in made["state"]["tasks"] if task["part"] in ("prepare", "cook", "heat")]
    for task in tasks:
        begun = {"kind": "task", "task": task, "how": "begun", "id": f"learn-tap-{next(ID):06d}"}
        answer = shelf.client.post(f"/api/batches/{batch}/events", json=begun)
        shelf.clock.forward(minutes=trim_min if task == "trim" else 5)
        done = {**begun, "how": "done", "id": f"learn-tap-{next(ID):06d}"}
        if kept and task == "trim":
            body = {"event": done, "age_s": 120.0, "seen": None, "server": "", "sure": True}
            answer = shelf.client.post(f"/api/batches/{batch}/kept", json=body)
        elif answer.status_code == 200:
            shelf.client.post(f"/api/batches/{batch}/events", json={**done, "early": True})
    for kind, more in (("filled", {"jars": jars}), ("loaded", {"load": 1})):
        shelf.stove(batch, kind=kind, **more)
    shelf.clock.forward(minutes=30)
    shelf.stove(batch, kind="boiling", load=1)
    shelf.clock.forward(minutes=60)
    shelf.stove(batch, kind="heat-off", load=1)
    shelf.clock.forward(minutes=6)
    shelf.stove(batch, kind="lifted", load=1)
    shelf.clock.forward(hours=25)
    shelf.stove(batch, kind="seals", jars=list(range(1, jars + 1)))
    return str(made["snapshot"]["number"])


def test_what_a_batch_came_to_is_told_from_its_events(shelf: Shelf) -> None:
    number = beans(shelf, 1, jars=5)
    back = shelf.client.get(f"/api/journal/{number}").get_json()
    assert (back["came"]["planned"], back["came"]["jars"], back["came"]["sealed"], back["came"]["failed"]) == (6, 5, 5, 0)
    trim = next(task for task in back["came"]["tasks"] if task["task"] == "trim")
    assert trim["took"] == pytest.approx(18, abs=0.2) and trim["counts"]
    boil = next(task for task in back["came"]["tasks"] if task["task"] == "boil-1")
    assert boil["took"] == pytest.approx(30, abs=0.2)


def test_cost_is_at_least_so_much_until_every_price_is_known(shelf: Shelf) -> None:
    number = beans(shelf, 1, jars=5)
    first = shelf.client.get(f"/api/journal/{number}").get_json()["cost"]
    assert first["total"] == 0 and not first["whole"]
    for what, price in (
        ("lid", 0.3),
        ("jar", 1.2),
        *((line["what"], 2.0) for line in first["lines"] if line["what"] not in ("lid", "jar")),
    ):
        assert shelf.client.put("/api/prices", json={"what": what, "price": price, "currency": "kr"}).status_code == 200
    whole = shelf.client.get(f"/api/journal/{number}").get_json()
    kg = sum(line["cost"] / 2 for line in whole["cost"]["lines"] if line["what"] not in ("lid", "jar"))
    beans_line = next(line for line in whole["cost"]["lines"] if line["what"] == "green-bean")
    # Four pounds, at two a kilogram.
    assert beans_line["cost"] == pytest.approx(2 * 4 * 0.45359237, rel=0.01)
    assert whole["cost"]["whole"] and whole["currency"] == "kr"
    # Lids whole, jars a twelfth each time.
    assert whole["cost"]["total"] == pytest.approx(2 * kg + 5 * 0.3 + 5 * 1.2 / 12, abs=0.05)
    assert shelf.client.put("/api/prices", json={"what": "unicorn", "price": 1}).status_code == 422


def test_from_the_third_batch_on_plans_say_what_this_kitchen_does(shelf: Shelf) -> None:
    """Jars got, handwork and the canner's boil; the verdict and the processing minutes are what they were."""
    text = formula_text(library().formulas["dilled-green-beans"])
    asked = {"text": text, "formula_id": "dilled-green-beans", "altitude_m": 1265}
    before = shelf.client.post("/api/plan", json=asked).get_json()
    # One batch of six out of six stands on the shelf; it and the first of these are not enough.
    beans(shelf, 1, jars=4)
    assert shelf.client.post("/api/plan", json=asked).get_json()["learnt"] == []
    beans(shelf, 2, jars=4)
    plan = shelf.client.post("/api/plan", json=asked).get_json()
    assert "By 3 batches of this kitchen" in plan["learnt"][0]
    assert plan["verdict"] == before["verdict"]
    figures = {(one["learnt"]["kind"], one["learnt"]["key"]): one for one in shelf.client.get("/api/learnt").get_json()["figures"]}
    assert figures["yield", "dilled-green-beans"]["learnt"]["ratio"] == learnt("yield", "", [1.0, 4 / 6, 4 / 6]).ratio  # type: ignore[union-attr]
    assert ("boil", "usual-canner:part") not in figures, "two batches told their tasks, and two are no three"
    beans(shelf, 3, jars=4)
    figures = {(one["learnt"]["kind"], one["learnt"]["key"]): one for one in shelf.client.get("/api/learnt").get_json()["figures"]}
    boil = next(one for (kind, _), one in figures.items() if kind == "boil")
    assert boil["learnt"]["batches"] == 3
    plan = shelf.client.post("/api/plan", json=asked).get_json()
    # The next batch's tasks carry it and say so; its minutes of processing are the tested ones, and what it teaches is held against the handbook again.
    begin = {"id": "after-0001", "text": text, "formula_id": "dilled-green-beans", "jars": 4, "short_known": True}
    assert shelf.client.post("/api/batches", json=begin).get_json()["snapshot"]["minutes"] == before["verdict"]["process"]["minutes"]
    stored = run.get(connect(shelf.database), "after-0001")
    assert stored is not None
    task = next(task for task in stored.snapshot.tasks if task.id == "boil-1")
    assert task.own == pytest.approx(boil["learnt"]["ratio"]) and "by 3 batches of this kitchen" in task.says
    assert all(task.own == 1 for task in stored.snapshot.tasks if task.tested or task.clock)
    # Set aside, it is used no more.
    aside = {"kind": "yield", "key": "dilled-green-beans", "aside": True}
    assert shelf.client.post("/api/learnt/aside", json=aside).status_code == 200
    assert not any("jars" in says for says in shelf.client.post("/api/plan", json=asked).get_json()["learnt"])
    shelf.client.post("/api/learnt/aside", json={**aside, "aside": False})
    assert shelf.client.post("/api/plan", json=asked).get_json()["learnt"] == plan["learnt"]


def test_no_time_is_learnt_from_a_tap_that_was_told_late_or_at_once(shelf: Shelf) -> None:
    late, quick = beans(shelf, 1, jars=6, kept=True), beans(shelf, 2, jars=6, trim_min=0.2)
    for number in (late, quick):
        trim = next(task for task in shelf.client.get(f"/api/journal/{number}").get_json()["came"]["tasks"] if task["task"] == "trim")
        assert not trim["counts"], number


def test_what_to_change_next_time_is_met_again(shelf: Shelf) -> None:
    number = beans(shelf, 1, jars=6)
    batch = shelf.client.get(f"/api/journal/{number}").get_json()["batch_id"]
    shelf.stove(batch, kind="next-time", note="one chilli less")
    notes = shelf.client.get("/api/next-time?formula=dilled-green-beans").get_json()["notes"]
    assert [(one["number"], one["note"]) for one in notes] == [(number, "one chilli less")]
    assert shelf.client.get("/api/next-time?title=dilled%20GREEN%20beans").get_json()["notes"] == notes
    shelf.stove(batch, kind="next-time", note="")
    assert shelf.client.get("/api/next-time?formula=dilled-green-beans").get_json()["notes"] == []


def test_the_year_adds_up_and_says_what_the_next_one_wants(shelf: Shelf) -> None:
    shelf.tell("finished", *((shelf.beans, number) for number in (1, 2, 3)))
    shelf.tell("given", (shelf.beans, 4), to="a friend")
    shelf.tell("spoiled", (shelf.salsa, 1), note="Brine is cloudy: out, unopened")
    shelf.tell("missing", (shelf.salsa, 2))
    year = shelf.client.get("/api/year").get_json()
    recipes = {one["formula_id"]: one for one in year["recipes"]}
    one = recipes["dilled-green-beans"]
    assert (one["put_up"], one["eaten"], one["given"], one["thrown"], one["left"], one["wanted"]) == (6, 3, 1, 0, 2, 2)
    other = recipes["mango-salsa"]
    assert (other["put_up"], other["thrown"], other["not_found"], other["left"]) == (3, 1, 1, 1)
    assert year["thrown"] == [{"why": "Brine is cloudy", "jars": 1}]
    for row in recipes.values():
        assert row["put_up"] == row["eaten"] + row["given"] + row["thrown"] + row["not_found"] + row["left"]
    assert sum(month["put_up"] for month in year["months"]) == 9
    wish = {"id": "dilled-green-beans", "title": "Dilled green beans", "formula_id": "dilled-green-beans", "jars": 2}
    assert shelf.client.put("/api/wishes", json=wish).get_json()["wishes"] == [wish]
    assert shelf.client.put("/api/wishes", json={**wish, "jars": 0}).get_json()["wishes"] == []


def picture(size: tuple[int, int]) -> bytes:
    out = io.BytesIO()
    Image.effect_noise(size, 90).convert("RGB").save(out, "PNG")
    return out.getvalue()


def test_a_picture_is_scaled_and_kept_with_its_batch_six_at_most(shelf: Shelf) -> None:
    path = f"/api/journal/{shelf.beans}/pictures"
    assert shelf.client.post(f"{path}/picture-0001", data=picture((2400, 1800))).status_code == 200
    jpeg = shelf.client.get("/api/pictures/picture-0001.jpg")
    assert jpeg.mimetype == "image/jpeg" and len(jpeg.data) <= 200 * 1024
    assert max(Image.open(io.BytesIO(jpeg.data)).size) <= 1600
    refused = shelf.client.post(f"{path}/picture-0002", data=b"no picture")
    assert refused.status_code == 422 and "no picture" in refused.get_json()["detail"]
    for number in range(2, 7):
        assert shelf.client.post(f"{path}/picture-000{number}", data=picture((40, 30))).status_code == 200
    assert shelf.client.post(f"{path}/picture-0007", data=picture((40, 30))).status_code == 422
    assert shelf.client.delete("/api/pictures/picture-0001").status_code == 200
    assert len(shelf.client.get(f"/api/journal/{shelf.beans}").get_json()["pictures"]) == 5


def client_of(database: Path, clock: Callable[[], Moment]) -> Any:
    return create_app(Setup(database, "kitchen", frozenset({"localhost"}), clock)).test_client()


SEEN = ("/api/shelf", "/api/shelf?group=place", "/api/shelf/jars?most=200", "/api/stove", "/api/recipes", "/api/stock", "/api/learnt", "/api/year",
        "/api/jars/26-001/1", "/api/days", "/api/kitchen", "/api/choices", "/api/prices")  # fmt: skip


def without_clocks(answer: Any) -> Any:
    """An answer without the moment it was given at, and without ids that a database counts by itself."""
    if isinstance(answer, dict):
        return {key: without_clocks(value) for key, value in answer.items() if key not in ("now", "id", "revision")}
    if isinstance(answer, list):
        held = [without_clocks(one) for one in answer]
        # Jars are listed as they were put up; which of two batches was first on one day, no fold says.
        return (
            sorted(held, key=lambda one: (one["batch"], one["number"]))
            if held and isinstance(held[0], dict) and "given_to" in held[0]
            else held
        )
    return answer


def test_everything_out_and_in_is_the_same_shelf_to_the_last_event(tmp_path: Path) -> None:
    """The demo's two seasons as a kitchen's own, with a picture and text that a spreadsheet would run."""
    moment = DEMO_DAY
    (tmp_path / "first").mkdir()
    demo = make_demo(tmp_path / "demo", moment=moment)
    database = demo.rename(tmp_path / "first" / "kitchen.db")
    connect(database).execute("UPDATE meta SET value = 'kitchen'")
    at = Moment(moment, 5.0, 5.0, "a machine of its own")
    first = client_of(database, lambda: at)
    assert first.post("/api/journal/26-002/pictures/picture-0001", data=picture((80, 60))).status_code == 200
    number = first.get("/api/shelf").get_json()["batches"][0]
    note = {"id": "note-formula", "kind": "noted", "jars": [[number["number"], number["jars"][0]]], "note": "=HYPERLINK(\"x\"),\n'quoted'"}
    assert first.post("/api/jars/events", json=note).status_code == 200
    export(database, tmp_path / "all.zip", moment)
    # Without the database's copy: the open files alone are enough.
    with zipfile.ZipFile(tmp_path / "all.zip") as whole, zipfile.ZipFile(tmp_path / "open.zip", "w") as only:
        for name in whole.namelist():
            if name != COPY:
                only.writestr(name, whole.read(name))
    fresh = open_data(tmp_path / "second", "kitchen")
    assert "19 batches" in import_into(fresh, tmp_path / "open.zip", lambda: at)
    second = client_of(fresh, lambda: at)
    for path in SEEN:
        assert without_clocks(second.get(path).get_json()) == without_clocks(first.get(path).get_json()), path
    assert second.get("/api/pictures/picture-0001.jpg").data == first.get("/api/pictures/picture-0001.jpg").data
    rows = "SELECT id, batch_id, sequence, at, kind, load, jar, data FROM event ORDER BY batch_id, sequence"
    one, other = ([tuple(row) for row in connect(path).execute(rows)] for path in (database, fresh))
    assert one == other and len(one) > 100
    with pytest.raises(StoreError, match="not empty"):
        import_into(fresh, tmp_path / "open.zip", lambda: at)


def test_the_tables_are_safe_in_a_spreadsheet_and_explained(tmp_path: Path) -> None:
    database = make_demo(tmp_path)
    export(database, tmp_path / "all.zip", datetime.now(timezone.utc))
    with zipfile.ZipFile(tmp_path / "all.zip") as whole:
        page = whole.read("README.html").decode()
        for name in whole.namelist():
            if name.startswith("tables/"):
                cells = [cell for row in csv.reader(io.StringIO(whole.read(name).decode(), newline="")) for cell in row]
                assert not [
                    cell for cell in cells if cell.lstrip(" ")[:1] in tuple("=+@|%") or (cell.startswith("-") and not _figure(cell))
                ]
                assert name in page and all(column in page for column in csv.reader([whole.read(name).decode().splitlines()[0]]).__next__())
        recipe = json.loads(next(whole.read(name) for name in whole.namelist() if name.startswith("recipes/") and name.endswith(".json")))
        assert recipe["@type"] == "Recipe" and COPY in whole.namelist()


def test_another_library_reads_every_table_as_it_was_written(tmp_path: Path) -> None:
    """pandas, which knows nothing of Rheum, finds the same columns, as many rows, and the figures of the ledger."""
    database = make_demo(tmp_path)
    export(database, tmp_path / "all.zip", datetime.now(timezone.utc))
    connection = connect(database)
    with zipfile.ZipFile(tmp_path / "all.zip") as whole:
        for name in (one for one in whole.namelist() if one.startswith("tables/")):
            table = name.removeprefix("tables/").removesuffix(".csv")
            read = pandas.read_csv(io.BytesIO(whole.read(name)), keep_default_na=False, dtype=str)
            assert list(read.columns) == list(columns_of(connection, table))
            assert len(read) == connection.execute(f"SELECT count(*) FROM {table}").fetchone()[0], table
        ledger = pandas.read_csv(io.BytesIO(whole.read("tables/movement.csv")))
    left = ledger[(ledger["what"] == "lids") & (ledger["item_id"] == "demo-lids-1")]["amount"].sum()
    assert left == connection.execute("SELECT amount FROM stock_left WHERE item_id = 'demo-lids-1'").fetchone()[0]


@given(
    st.lists(
        st.tuples(st.text(max_size=12), st.one_of(st.none(), st.integers(-5, 10**9)), st.floats(allow_nan=False, allow_infinity=False)),
        max_size=6,
    )
)
def test_whatever_stands_in_a_table_comes_back_as_it_was(rows: list[tuple[str, int | None, float]]) -> None:
    kinds = {"says": "TEXT", "many": "INTEGER", "much": "REAL"}
    columns, read = read_table(table_csv(list(kinds), rows), kinds)
    assert columns == list(kinds) and [tuple(row) for row in read] == rows


def _figure(cell: str) -> bool:
    try:
        float(cell)
    except ValueError:
        return False
    return True


@pytest.mark.parametrize(
    ("spoil", "says"),
    [
        (lambda files: files.pop("manifest.json"), "no whole export"),
        (lambda files: files.update({"manifest.json": b'{"program": "Other", "schema": 1}'}), "no export of Rheum"),
        (lambda files: files.update({"manifest.json": b'{"program": "Rheum", "schema": 999}'}), "newer Rheum"),
        (lambda files: files.update({"tables/event.csv": files["tables/event.csv"][:-200]}), "Nothing was changed"),
        (lambda files: files.update({"tables/jar.csv": b"x\r\n", "tables/batch.csv": b"id,colour\r\n"}), "colour"),
    ],
    ids=["no manifest", "another's", "newer", "cut short", "another column"],
)
def test_a_bad_export_changes_nothing_and_says_why(tmp_path: Path, spoil: Any, says: str) -> None:
    database = make_demo(tmp_path / "demo")
    export(database, tmp_path / "all.zip", datetime.now(timezone.utc))
    with zipfile.ZipFile(tmp_path / "all.zip") as whole:
        files = {name: whole.read(name) for name in whole.namelist()}
    spoil(files)
    with zipfile.ZipFile(tmp_path / "bad.zip", "w") as bad:
        for name, body in files.items():
            bad.writestr(name, body)
    fresh = open_data(tmp_path / "fresh", "kitchen")
    with pytest.raises(StoreError, match=says):
        import_into(fresh, tmp_path / "bad.zip", MovableClock())
    assert connect(fresh).execute("SELECT count(*) FROM batch").fetchone()[0] == 0
    with pytest.raises(StoreError):
        import_into(fresh, tmp_path / "nothing.zip", MovableClock())


def test_the_shell_writes_out_and_reads_in(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    Shelf(tmp_path / "one")
    assert main(["export", str(tmp_path / "all.zip"), "--data", str(tmp_path / "one")]) == 0
    assert main(["export", str(tmp_path / "all.zip"), "--data", str(tmp_path / "one")]) == 2
    assert main(["import", str(tmp_path / "all.zip"), "--data", str(tmp_path / "two")]) == 0
    assert "2 batches" in capsys.readouterr().out


def test_a_backup_is_looked_into_before_it_takes_the_place_of_what_is_here(shelf: Shelf) -> None:
    assert shelf.client.get("/api/copies").get_json()["old"], "none was ever taken"
    taken = shelf.client.get("/api/backup")
    assert taken.status_code == 200 and taken.data[:15] == b"SQLite format 3"
    copied = shelf.client.get("/api/copies").get_json()
    assert copied["last"] and not copied["old"]
    shelf.tell("finished", (shelf.beans, 1))
    shelf.client.put("/api/choices", json={"unsealed_days": 14})
    told = shelf.client.get("/api/alive").get_json()["token"]
    looked = shelf.client.post("/api/restore?look=1", data=taken.data).get_json()
    assert (looked["batches"], looked["jars"]) == (2, 9)
    assert shelf.jar(shelf.beans, 1)["life"]["state"] == "finished", "looking changes nothing"
    put = shelf.client.post("/api/restore", data=taken.data).get_json()
    assert put["kept"] and (shelf.database.parent / put["kept"]).exists()
    assert shelf.jar(shelf.beans, 1)["life"]["state"] == "closed"
    assert shelf.client.get("/api/alive").get_json()["token"] not in (told, ""), "every screen asks anew"
    refused = shelf.client.post("/api/restore", data=b"not at all")
    assert refused.status_code == 422 and "not a Rheum backup" in refused.get_json()["detail"]
    assert zipfile.ZipFile(io.BytesIO(shelf.client.get("/api/export").data)).testzip() is None
    assert not shelf.client.get("/api/copies").get_json()["old"], "the export was a copy too"
    shelf.clock.forward(days=31)
    assert shelf.client.get("/api/copies").get_json()["old"]
