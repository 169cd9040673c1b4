"""`rheum check`: exit codes, one JSON object that is the API's, and a sentence on standard error for what is wrong."""

from __future__ import annotations

import io
import json
import sys
from pathlib import Path

import pytest

from rheum.api.app import create_app
from rheum.api.setup import Setup
from rheum.cli import main
from rheum.store.database import open_data

BEANS = "Beans\n4 lb green beans\n1/2 cup pickling salt\n8 heads dill\n4 cups white vinegar (5%)\n4 cups water\n"


def run(tmp_path: Path, text: str, *arguments: str, name: str = "r.txt") -> int:
    file = tmp_path / name
    file.write_text(text, encoding="utf-8")
    return main(["check", str(file), *arguments])


@pytest.mark.parametrize(
    ("text", "arguments", "code"),
    [
        (BEANS, ["--altitude", "4150ft"], 0),
        (
            BEANS,
            ["--altitude", "1265m", "--jar", "pint", "--headspace", "0.5in", "--minutes", "10", "--method", "steam", "--pack", "raw"],
            0,
        ),
        (BEANS, [], 10),
        (BEANS, ["--altitude", "1265m", "--minutes", "5"], 10),
        (BEANS.replace("5%", "4%"), ["--altitude", "1265m"], 10),
        (BEANS + "1 cup cream\n", ["--altitude", "1265m"], 10),
        (BEANS + "4 oz bacon\n", ["--altitude", "1265m"], 20),
        ("", [], 2),
        ("nothing here\nat all", [], 2),
        (BEANS, ["--jar", "bucket"], 2),
        (BEANS, ["--formula", "moon"], 2),
        (BEANS, ["--minutes", "-4"], 2),
    ],
)
def test_exit_codes(tmp_path: Path, text: str, arguments: list[str], code: int, capsys: pytest.CaptureFixture[str]) -> None:
    assert run(tmp_path, text, *arguments) == code
    if code == 2:
        assert capsys.readouterr().err.startswith("rheum: ")


@pytest.mark.parametrize(
    "arguments", [["--altitude", "1265"], ["--altitude", "up the hill"], ["--headspace", "0.5"], ["--method", "oven"], ["--colour"]]
)
def test_wrong_use_is_2(tmp_path: Path, arguments: list[str]) -> None:
    with pytest.raises(SystemExit) as stopped:
        run(tmp_path, BEANS, *arguments)
    assert stopped.value.code == 2


@pytest.mark.parametrize(("name", "text"), [("r.json", "{"), ("r.json", '{"name": "x"}'), ("r.json", "[]"), ("r.pdf", BEANS)])
def test_files_that_are_no_recipe(tmp_path: Path, name: str, text: str) -> None:
    assert run(tmp_path, text, name=name) == 2
    assert main(["check", str(tmp_path / "missing.txt")]) == 2
    (tmp_path / "bytes.txt").write_bytes(b"\xff\xfe\x00\xd8")
    assert main(["check", str(tmp_path / "bytes.txt")]) == 2


def test_the_object_is_the_one_the_api_gives(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    assert run(tmp_path, BEANS, "--altitude", "4150ft", "--json") == 0
    printed = json.loads(capsys.readouterr().out)
    app = create_app(Setup(open_data(tmp_path, "kitchen"), "kitchen", frozenset({"localhost"})))
    answer = app.test_client().post("/api/check", json={"text": BEANS, "altitude_ft": 4150}).get_json()
    assert printed == answer


def test_standard_input_and_json_files(tmp_path: Path, monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]) -> None:
    monkeypatch.setattr(sys, "stdin", io.TextIOWrapper(io.BytesIO(BEANS.encode())))
    assert main(["check", "-", "--altitude", "1265m"]) == 0
    lines = BEANS.strip().splitlines()
    recipe = json.dumps({"@graph": [{"@type": "Recipe", "name": lines[0], "recipeIngredient": lines[1:]}]})
    assert run(tmp_path, recipe, "--altitude", "1265m", name="r.json") == 0
    said = capsys.readouterr().out
    assert "SHELF" in said and "10 minutes" in said


def test_backup_and_restore_from_the_shell(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    data = tmp_path / "data"
    assert main(["backup", str(tmp_path / "b"), "--data", str(data)]) == 2
    open_data(data, "kitchen")
    assert main(["backup", str(tmp_path / "b"), "--data", str(data)]) == 0
    assert main(["restore", str(tmp_path / "b"), "--data", str(data)]) == 0
    assert "is kept as" in capsys.readouterr().out
