"""Odd requests: each gets a sentence and a 4xx, changes nothing, and is no traceback."""

from __future__ import annotations

import logging
from pathlib import Path
from typing import Any

import pytest
from flask.testing import FlaskClient

from rheum.formats.written_recipe import from_csv
from tests.store_api.test_kill import BEANS
from tests.store_api.test_own_facts import AGAIN, ENTRY, kitchen

TAP = {"id": "tap-000001", "kind": "step", "step": "prepare"}
ODD: list[tuple[str, str, str, Any]] = [
    ("a blank jar", "PUT", "/api/stock/own-jars", {"id": "jar-00001", "title": "   ", "empty_g": 300, "full_g": 780, "depth_mm": 120, "mouth_mm": 60, "body_mm": 80}),
    ("a blank canner", "PUT", "/api/stock/canners", {"id": "canner-01", "title": "   ", "kind": "bath", "holds": {"pint": 7}, "depth_mm": 300, "width_mm": 300, "watts": 2000, "fuel": "gas"}),
    ("a blank lot", "PUT", "/api/stock/lids", {"id": "lids-0001", "mouth": "regular", "lot": "   ", "count": 3}),
    ("a lot that begins with nothing", "PUT", "/api/stock/lids", {"id": "lids-0001", "mouth": "regular", "lot": "\0A", "count": 3}),
    ("half a sign", "POST", "/api/batches", {"id": "batch-0002", "text": "Beans \ud83d\n" + BEANS.partition("\n")[2]}),
    ("a long fraction", "POST", "/api/check", {"text": "1" * 400 + "/3 cups onions\n" + BEANS}),
    ("a longer one", "POST", "/api/check", {"text": BEANS + "Yield: " + "2" * 4400 + "/3 pints\n"}),
    ("superscript figures", "POST", "/api/check", {"text": BEANS, "jar": "²²²ml"}),
    ("a jar of many figures", "POST", "/api/check", {"text": BEANS, "jar": "5" * 5000 + "ml"}),
    ("a pack of another kind", "POST", "/api/check", {"text": BEANS, "pack": "cold"}),
    ("no number", "POST", "/api/own-formulas", {**ENTRY, **AGAIN, "headspace_mm": "nan"}),
    ("a cold pack entered", "POST", "/api/own-formulas", {**ENTRY, **AGAIN, "pack": "cold"}),
    ("a height of thirty million digits", "PUT", "/api/kitchen", {"altitude": "1e30000000", "altitude_unit": "m", "measures": "us"}),
    ("a height below all", "PUT", "/api/kitchen", {"altitude": "1e-3000000", "altitude_unit": "m", "measures": "us"}),
    ("a height too long", "PUT", "/api/kitchen", {"altitude": "1e9999", "altitude_unit": "m", "measures": "us"}),
    ("a jar beyond 64 bits", "POST", "/api/batches/batch-0001/events", {"id": "tap-000002", "kind": "seal", "jar": 2**70, "sealed": True}),
    ("a load beyond 64 bits", "POST", "/api/batches/batch-0001/events", {"id": "tap-000002", "kind": "loaded", "load": 2**70}),
    ("no kind at all", "POST", "/api/batches/batch-0001/events", {"id": "tap-000002"}),
    ("a stranger's kind", "POST", "/api/batches/batch-0001/events", {"id": "tap-000002", "kind": "height", "altitude": "0 m", "minutes": {}}),
    ("another kind's field", "POST", "/api/batches/batch-0001/events", {"id": "tap-000002", "kind": "loaded", "load": 1, "sealed": True}),
    ("a tap of another batch", "POST", "/api/batches/batch-0003/events", TAP),
    ("half a jar", "POST", "/api/batches/batch-0001/events", {"id": "tap-000002", "kind": "filled", "jars": 2.5}),
    ("true jars", "POST", "/api/batches/batch-0001/events", {"id": "tap-000002", "kind": "filled", "jars": True}),
    ("an amount of many figures", "POST", "/api/plan", {"text": BEANS, "wish": {"vinegar_ml": "1" * 20_000 + "x"}}),
]  # fmt: skip


@pytest.fixture
def client(tmp_path: Path) -> FlaskClient:
    client = kitchen(tmp_path)
    for batch_id in ("batch-0001", "batch-0003"):
        assert client.post("/api/batches", json={"id": batch_id, "text": BEANS, "jars": 7}).status_code == 200
    assert client.post("/api/batches/batch-0001/events", json=TAP).status_code == 200
    return client


@pytest.mark.parametrize(("method", "path", "body"), [case[1:] for case in ODD], ids=[case[0] for case in ODD])
def test_odd_requests_get_a_sentence(method: str, path: str, body: Any, client: FlaskClient, caplog: pytest.LogCaptureFixture) -> None:
    before = client.get("/api/alive").json["revision"]
    with caplog.at_level(logging.ERROR):
        answer = client.open(path, method=method, json=body)
    assert answer.status_code < 500, answer.json
    assert not caplog.records
    if answer.status_code >= 400:
        assert answer.mimetype == "application/problem+json"
        assert answer.json["detail"].rstrip()[-1] in ".”"
        assert "4300 digits" not in answer.json["detail"]
        assert client.get("/api/alive").json["revision"] == before, "nothing was changed"


@pytest.mark.parametrize(
    "body", [b"[" * 30_000, b'{"recipe": ' + b"[" * 5_000 + b"]" * 5_000 + b"}", b'{"altitude_m": ' + b"9" * 6_000 + b"}"]
)
def test_deep_and_long_json_gets_a_sentence(body: bytes, client: FlaskClient) -> None:
    answer = client.post("/api/check", data=body, content_type="application/json")
    assert 400 <= answer.status_code < 500
    assert answer.mimetype == "application/problem+json"


@pytest.mark.parametrize("name", ["deep.json", "long.json", "page.html", "notes.md"])
def test_odd_files_get_a_sentence_and_no_wait(name: str, client: FlaskClient) -> None:
    content = {
        "deep.json": "[" * 5_000, "long.json": '{"name": "x", "recipeYield": ' + "9" * 6_000 + "}", "page.html": "<a " * 60_000 + "<!--" * 9_000,
        "notes.md": "[" * 60_000 + "![" * 20_000,
    }[name]  # fmt: skip
    answer = client.post("/api/recipes/read", json={"name": name, "content": content})
    assert answer.status_code in (200, 422)


def test_a_table_never_runs_in_a_spreadsheet(client: FlaskClient) -> None:
    lines = [
        "=HYPERLINK(A1)",
        "1 cup =cmd|'/c calc'!A1",
        "4 cups white vinegar (5%)",
        "1 cup onions, +1 for the cook",
        "@SUM(1)",
        "-2 cups onions",
    ]
    text = "=1+1 pickles\n" + "\n".join(lines) + "\n\nMethod:\n+ Boil it.\n@once\n"
    table = client.post("/api/recipes/write", json={"text": text, "format": "csv"}).json["content"]
    import csv
    import io

    cells = [cell for row in csv.reader(io.StringIO(table)) for cell in row if cell]
    assert not [cell for cell in cells if cell[0] in "=+-@\t\r|%"]
    assert any(cell.startswith("'=1+1") for cell in cells)
    assert "=1+1 pickles" in from_csv(table), "and comes back as it was written"


def test_the_shelf_and_the_stove_cut_nothing_in_silence(client: FlaskClient) -> None:
    import rheum.api.batches as api

    assert api._MOST_UNDER_WAY >= 100
    for number in range(5, 65):
        client.post("/api/batches", json={"id": f"batch-{number:04d}", "text": BEANS, "jars": 1})
    listed = client.get("/api/batches").json
    assert (len(listed["batches"]), listed["more"]) == (62, 0)
    numbers = [batch["snapshot"]["number"] for batch in listed["batches"]]
    assert numbers == sorted(numbers, reverse=True), "the newest first"


def test_what_the_shelf_does_not_draw_it_counts(client: FlaskClient, monkeypatch: pytest.MonkeyPatch) -> None:
    import rheum.api.shelf as api

    monkeypatch.setattr(api, "EACH", 2)
    fridge = "Odd\n4 cups onions\n1 cup white vinegar (5%)\n"
    for number in range(5):
        batch = f"fridge-{number:04d}"
        client.post("/api/batches", json={"id": batch, "text": fridge, "jars": 2})
        for index, tap in enumerate(
            ({"kind": "step", "step": "prepare"}, {"kind": "step", "step": "cook"}, {"kind": "filled", "jars": 2}, {"kind": "refrigerated"})
        ):
            assert client.post(f"/api/batches/{batch}/events", json={"id": f"tap-{number}-{index}-x", **tap}).status_code == 200
    shown = client.get("/api/shelf").json
    assert (len(shown["batches"]), shown["more"], shown["jars"]) == (2, 3, 10)
    assert [row["batch_id"] for row in shown["batches"]] == ["fridge-0004", "fridge-0003"]
    # What is not drawn is asked for, page by page, each once.
    rest = client.get("/api/shelf?place=fridge&skip=2").json["batches"]
    assert [row["batch_id"] for row in rest] == ["fridge-0002", "fridge-0001", "fridge-0000"]


def test_a_height_put_right_is_told_to_every_open_batch(client: FlaskClient) -> None:
    asked = {"altitude": "7000", "altitude_unit": "ft", "measures": "us"}
    unanswered = client.put("/api/kitchen", json=asked)
    assert (unanswered.status_code, unanswered.json["field"]) == (409, "height_change"), "put right, or moved?"
    answer = client.put("/api/kitchen", json={**asked, "height_change": "put-right"})
    assert answer.status_code == 200
    for batch in client.get("/api/batches").json["batches"]:
        state = batch["state"]
        assert state["altitude"] == "7,000 ft"
        assert any("put right to 7,000 ft" in says for says in state["told"])
    client.put("/api/kitchen", json={"altitude": "7000", "altitude_unit": "ft", "measures": "metric"})
    assert client.get("/api/batches/batch-0001").json["events"] == 2, "the same height again is no event"
