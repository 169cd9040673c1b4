"""What a kitchen enters, through the API: placements, formulas, choices, recipes, comparisons."""

from __future__ import annotations

from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
from flask.testing import FlaskClient

from rheum.api.app import create_app
from rheum.api.setup import Setup
from rheum.cli import main
from rheum.store.database import open_data
from tests.conftest import MovableClock
from tests.core.test_attacks import BEANS
from tests.core.test_own_formula import CARROTS

ENTRY: dict[str, Any] = {
    "text": CARROTS, "kind": "pickle", "pack": "hot", "source_kind": "book", "source_title": "The Valley Book of Jars", "source_page": "112",
    "source_year": 2016, "yield_low": 4.0, "yield_high": 4.0, "yield_jar": "pint", "headspace_mm": 12.7, "minutes": {"pint": [15]}, "bands_ft": [],
}  # fmt: skip
AGAIN = {"again": {"3": "2 3/4 lb", "4": "5 1/2 cups", "5": "1 cup"}, "minutes_again": {"pint": [15]}}


def kitchen(folder: Path) -> FlaskClient:
    app = create_app(Setup(open_data(folder, "kitchen"), "kitchen", frozenset({"localhost"}), MovableClock()))
    client = app.test_client()
    assert client.put("/api/kitchen", json={"altitude": "1265", "altitude_unit": "m", "measures": "us"}).status_code == 200
    return client


@pytest.fixture
def client(tmp_path: Path) -> Iterator[FlaskClient]:
    yield kitchen(tmp_path)


def check(client: FlaskClient, text: str, **more: object) -> dict[str, Any]:
    return client.post("/api/check", json={"text": text, "altitude_m": 1265, "measures": "us", **more}).get_json()


def codes(verdict: dict[str, Any]) -> set[str]:
    return {found["code"] for found in verdict["findings"]}


def test_a_placement_is_remembered_for_this_kitchen_alone(client: FlaskClient, tmp_path: Path) -> None:
    text = BEANS + "1 tsp skirret\n"
    assert check(client, text)["to_place"] == [{"line": 8, "name": "skirret"}]
    answer = client.put("/api/placements", json={"name": "skirret", "kind": "dried-spice"}).get_json()
    assert answer["placed"] == [{"name": "skirret", "kind": "dried-spice", "title": "a dried spice or herb"}]
    assert check(client, text)["destination"] == "shelf"
    other = kitchen(tmp_path / "other")
    assert check(other, text)["destination"] == "fridge"
    client.delete("/api/placements/skirret")
    assert check(client, text)["destination"] == "fridge"
    assert client.delete("/api/placements/skirret").status_code == 404


@pytest.mark.parametrize(("name", "kind"), [("clotted cream", "dried-spice"), ("skirret", "acid"), ("2 cups", "pepper")])
def test_what_cannot_be_placed_is_a_sentence(name: str, kind: str, client: FlaskClient) -> None:
    answer = client.put("/api/placements", json={"name": name, "kind": kind})
    assert answer.status_code == 422
    assert answer.get_json()["detail"].endswith(".")
    assert client.get("/api/placements").get_json()["placed"] == []


def test_a_formula_is_entered_twice_and_stands_behind_a_verdict(client: FlaskClient) -> None:
    looked = client.post("/api/own-formulas/look", json=ENTRY).get_json()
    assert looked["refusals"] == []
    assert [one["line"] for one in looked["twice"]] == [3, 4, 5]
    assert client.get("/api/formulas").get_json()["formulas"][-1]["own"] is False, "looking stores nothing"
    entered = client.post("/api/own-formulas", json={**ENTRY, **AGAIN}).get_json()
    (formula_id,) = entered["ids"]
    verdict = check(client, CARROTS, formula_id=formula_id)
    assert (verdict["destination"], verdict["own_formula"]) == ("shelf", True)
    assert "entered by you from The Valley Book of Jars" in verdict["formula"]["source"]
    assert verdict["process"]["minutes"] == 25, "15 at the sea, 10 by the trade chart at 4,150 ft"
    client.put(
        "/api/choices",
        json={"chart": "longest", "sterilise": "always", "water": "two-inches", "cool_hours": 23, "unsealed_days": 14, "rim": "vinegar"},
    )
    named = check(client, CARROTS, formula_id=formula_id)
    assert (named["process"]["sterilise_minutes"], named["process"]["water_over_lids_mm"]) == (14, 50.0)
    assert {one["matter"] for one in named["practice"] if one["chosen"]} >= {"Altitude", "Jars", "Water over the lids", "Cooling", "Rims"}
    assert client.delete(f"/api/own-formulas/{formula_id}").status_code == 200
    assert client.post("/api/check", json={"text": CARROTS, "formula_id": formula_id}).status_code == 422


@pytest.mark.parametrize(
    ("change", "says"),
    [
        ({"again": {"3": "2 3/4 lb", "4": "4 cups", "5": "1 cup"}}, "first 5.5 cup, now 4 cups"),
        ({"minutes_again": {"pint": [10]}}, "minutes differ"),
        ({"source_year": 1988}, "too old"),
        ({"source_kind": "friend"}, "A friend's recipe is not a tested source"),
        ({"source_kind": "video"}, "not a tested source"),
        ({"text": CARROTS.replace("5 1/2", "1/2")}, "weakest tested one"),
        ({"minutes": {"pint": [1]}}, "between 5"),
    ],
)
def test_a_refused_entry_stores_nothing(change: dict[str, Any], says: str, client: FlaskClient) -> None:
    answer = client.post("/api/own-formulas", json={**ENTRY, **AGAIN, **change})
    assert answer.status_code == 422
    assert says in answer.get_json()["detail"]
    assert not any(one["own"] for one in client.get("/api/formulas").get_json()["formulas"])


def test_households_share_formulas_as_toml(client: FlaskClient, tmp_path: Path) -> None:
    client.put("/api/placements", json={"name": "skirret", "kind": "dried-spice"})
    text = CARROTS + "1 tsp skirret\n"
    client.post("/api/own-formulas", json={**ENTRY, "text": text, **AGAIN})
    written = client.get("/api/own-formulas.toml")
    assert written.mimetype == "application/toml"
    toml = written.get_data(as_text=True)
    assert "[[formula]]" in toml
    assert 'name = "skirret"' in toml
    other = kitchen(tmp_path / "other")
    refused = other.post("/api/own-formulas/import", json={"toml": toml})
    assert refused.status_code == 422, "what an unknown thing counts as is for each kitchen to say"
    assert "Place it in your own kitchen first" in refused.get_json()["detail"]
    other.put("/api/placements", json={"name": "skirret", "kind": "dried-spice"})
    read = other.post("/api/own-formulas/import", json={"toml": toml}).get_json()
    verdict = check(other, text, formula_id=read["ids"][0])
    assert verdict["destination"] == "shelf"
    assert "entered by another household from" in verdict["formula"]["source"]
    again = other.post("/api/own-formulas/import", json={"toml": toml}).get_json()
    assert again["ids"] != read["ids"], "the same file again is another copy, never a silent change"
    assert other.delete("/api/placements/skirret").status_code == 409


@pytest.mark.parametrize(
    ("name", "kind", "says"),
    [("lardons", "dried-spice", "lardons"), ("dulce de leche", "sweetener", "dulce de leche"), ("birch sap", "sweetener", "birch sap")],
)
def test_a_placement_that_comes_along_in_a_file_counts_for_nothing(
    client: FlaskClient, tmp_path: Path, name: str, kind: str, says: str
) -> None:
    client.put("/api/placements", json={"name": "skirret", "kind": "dried-spice"})
    client.post("/api/own-formulas", json={**ENTRY, "text": CARROTS + "1 tsp skirret\n", **AGAIN})
    toml = client.get("/api/own-formulas.toml").get_data(as_text=True)
    toml = toml.replace("skirret", name).replace('"dried-spice"', f'"{kind}"')
    other = kitchen(tmp_path / "other")
    answer = other.post("/api/own-formulas/import", json={"toml": toml})
    assert answer.status_code == 422
    assert says in answer.get_json()["detail"]
    assert other.get("/api/placements").get_json()["placed"] == []
    assert not any(one["own"] for one in other.get("/api/formulas").get_json()["formulas"])


def test_a_file_is_held_to_the_floors_that_an_entry_is_held_to(client: FlaskClient, tmp_path: Path) -> None:
    """Hot cucumbers whose water is three times the vinegar: no tested brine of cucumbers is so thin."""
    client.post("/api/own-formulas", json={**ENTRY, **AGAIN})
    toml = client.get("/api/own-formulas.toml").get_data(as_text=True)
    watered = toml.replace("| carrot |", "| cucumber |").replace("1 cup | water", "16.5 cup | water")
    assert watered != toml
    assert "16.5 cup | water" in watered
    answer = kitchen(tmp_path / "other").post("/api/own-formulas/import", json={"toml": watered})
    assert answer.status_code == 422, answer.get_json()


@pytest.mark.parametrize(
    "spoil",
    [
        lambda toml: toml.replace('year = 2016', 'year = 1980'),
        lambda toml: toml.replace("5.5 cup | white-vinegar", "0.5 cup | white-vinegar"),
        lambda toml: toml.replace("5.5 cup | white-vinegar", "5.5 cup | moon-vinegar"),
        lambda toml: toml.replace("15", "1"),
        lambda toml: toml.replace("[[formula]]", "[[recipe]]"),
        lambda toml: toml[:-30] + '"',
        lambda toml: "formula = 3",
        lambda toml: toml.replace('kind = "book"', 'kind = "friend"'),
    ],
)  # fmt: skip
def test_a_bad_file_brings_nothing_in(spoil: Any, client: FlaskClient, tmp_path: Path) -> None:
    client.post("/api/own-formulas", json={**ENTRY, **AGAIN})
    toml = client.get("/api/own-formulas.toml").get_data(as_text=True)
    spoilt = spoil(toml)
    assert spoilt != toml
    other = kitchen(tmp_path / "other")
    answer = other.post("/api/own-formulas/import", json={"toml": spoilt})
    assert answer.status_code == 422, answer.get_json()
    assert answer.get_json()["detail"].endswith(".")
    assert not any(one["own"] for one in other.get("/api/formulas").get_json()["formulas"])


def test_recipes_are_kept_changed_found_and_taken_out(client: FlaskClient) -> None:
    kept = client.put("/api/recipes", json={"id": "recipe-01", "text": BEANS, "origin": "own"}).get_json()
    assert (kept["title"], kept["destination"], kept["formula_title"]) == ("Beans", "shelf", "Dilled green beans")
    changed = client.put("/api/recipes", json={"id": "recipe-01", "text": BEANS.replace("8 cloves", "40 cloves")}).get_json()
    assert (changed["destination"], "more against the acid" in changed["worst"]) == ("fridge", True)
    shelf = client.get("/api/recipes").get_json()
    assert [one["id"] for one in shelf["recipes"]] == ["recipe-01"]
    assert len(shelf["tested"]) == 41
    assert {one["destination"] for one in shelf["tested"]} == {"shelf"}
    assert next(one for one in shelf["tested"] if one["id"] == "dilled-okra")["minutes"] == "15 min in pint jars"
    client.put("/api/kitchen", json={"altitude": "10001", "altitude_unit": "ft", "measures": "us", "sure": True})
    high = client.get("/api/recipes").get_json()
    assert {one["destination"] for one in high["tested"]} == {"fridge"}, "no minutes above 10,000 ft"
    assert client.get("/api/recipes/recipe-01").get_json()["text"].startswith("Beans")
    assert client.delete("/api/recipes/recipe-01").get_json()["recipes"] == []
    assert client.get("/api/recipes/recipe-01").status_code == 404


def test_files_are_read_and_written(client: FlaskClient) -> None:
    for wanted, ending in (("text", "txt"), ("json", "json"), ("markdown", "md"), ("csv", "csv")):
        written = client.post("/api/recipes/write", json={"text": BEANS, "format": wanted}).get_json()
        assert written["name"] == f"bean.{ending}"
        read = client.post("/api/recipes/read", json={"name": written["name"], "content": written["content"]}).get_json()
        assert check(client, read["text"])["destination"] == "shelf"
    large = client.post("/api/recipes/read", json={"name": "page.html", "content": "<html>" + "x" * 300_000})
    assert (large.status_code, "Copy the recipe's words" in large.get_json()["detail"]) == (422, True)
    assert client.post("/api/check", json={"text": "x" * 70_000}).status_code == 413


def test_what_would_make_it_a_tested_one(client: FlaskClient) -> None:
    answer = client.post(
        "/api/becoming", json={"text": BEANS + "1 cup carrots\n", "formula_id": "dilled-green-beans", "altitude_m": 1265}
    ).get_json()
    assert (answer["destination_now"], answer["destination"], answer["limits"]) == ("fridge", "shelf", 0)
    assert [step["says"] for step in answer["steps"]] == ["Take carrot out"]
    assert client.post("/api/becoming", json={"text": BEANS, "formula_id": "moon"}).status_code == 422


def test_versions_are_compared(client: FlaskClient) -> None:
    answer = client.post(
        "/api/compare",
        json={
            "texts": [BEANS, BEANS.replace("4 cups water", "8 cups water")],
            "altitude_m": 1265,
            "measures": "us",
            "parts": {"liquids": 1},
        },
    ).get_json()
    assert [one["tested"] for one in answer["versions"]] == [True, False]
    assert next(row for row in answer["rows"] if row["name"] == "Water")["differs"]
    assert answer["merged"]["destination"] == "fridge"
    assert client.post("/api/compare", json={"texts": [BEANS]}).status_code == 422


def test_the_shell_knows_the_kitchens_own_facts(client: FlaskClient, tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    client.put("/api/placements", json={"name": "skirret", "kind": "dried-spice"})
    file = tmp_path / "beans.txt"
    file.write_text(BEANS + "1 tsp skirret\n")
    assert main(["check", str(file), "--altitude", "1265m"]) == 10
    assert main(["check", str(file), "--altitude", "1265m", "--data", str(tmp_path)]) == 0
    assert main(["check", str(file), "--altitude", "1265m", "--data", str(tmp_path / "nowhere")]) == 2
    assert "no kitchen" in capsys.readouterr().err


def test_a_batch_keeps_the_choices_it_was_begun_with(client: FlaskClient) -> None:
    client.put(
        "/api/choices",
        json={"chart": "trade", "sterilise": "when-needed", "water": "as-needed", "cool_hours": 23, "unsealed_days": 14, "rim": "vinegar"},
    )
    begun = client.post("/api/batches", json={"id": "batch-0009", "text": BEANS, "jars": 8}).get_json()["snapshot"]
    assert (begun["cool_hours"], begun["unsealed_days"], begun["rim"]) == (23, 14, "vinegar")
    bad = client.put(
        "/api/choices",
        json={"chart": "+5 anywhere", "sterilise": "always", "water": "as-needed", "cool_hours": 2, "unsealed_days": 7, "rim": "water"},
    )
    assert bad.status_code == 422


def test_the_reckoner_answers_and_refuses_with_a_sentence(client: FlaskClient) -> None:
    answer = client.post("/api/reckon", json={"asked": {"sum": "sterilise", "height": 6000, "unit": "ft"}}).get_json()
    assert answer["says"].startswith("15 minutes")
    for asked in (
        {"sum": "sterilise", "height": 12000, "unit": "ft"},
        {"sum": "moon"},
        {"sum": "blend"},
        {"sum": "blend", "strong": None, "weak": 0, "target": 5, "total_ml": 1},
    ):
        refused = client.post("/api/reckon", json={"asked": asked})
        assert refused.status_code == 422
        assert refused.get_json()["detail"].endswith(".")


METHOD = """
Method:
Wash and peel the carrots. Let them stand overnight.
Boil the vinegar, water and sugar 8 minutes. Add the carrots and simmer 10 minutes.
Pack into hot jars, leaving 1/2 inch headspace.
"""


def test_typed_steps_are_read_back_and_confirmed_before_a_batch_walks_by_them(client: FlaskClient, tmp_path: Path) -> None:
    entry = {**ENTRY, "text": CARROTS + METHOD}
    steps = client.post("/api/own-formulas/look", json=entry).get_json()["steps"]
    asked = [step["number"] for step in steps if step["asked"]]
    assert [step["understood"] for step in steps] == [
        "by hand",
        "stands, 8 to 12 hours",
        "on the stove, 8 minutes from the boil",
        "on the stove, 10 minutes from the boil",
        "filling, lids and canner: every batch has these, with the minutes entered above",
    ]
    for confirmed, walks in ((asked[:-1], False), (asked, True)):
        (formula_id,) = client.post("/api/own-formulas", json={**entry, **AGAIN, "steps_confirmed": confirmed}).get_json()["ids"]
        page = client.get(f"/api/formulas/{formula_id}").get_json()
        assert [part["name"] for part in page["parts"]] == (["prepare", "cook", "pack"] if walks else [])
        begun = client.post(
            "/api/batches",
            json={"id": f"batch-{formula_id}"[:40], "text": CARROTS + METHOD, "formula_id": formula_id, "jars": 4, "short_known": True},
        ).get_json()
        assert begun["snapshot"]["destination"] == "shelf"
        ids = [task["id"] for task in begun["state"]["tasks"]]
        assert ("step-1" in ids, "canner-on" in ids) == (walks, walks)
    # What another household confirmed is not confirmed here.
    toml = client.get("/api/own-formulas.toml").get_data(as_text=True)
    assert "steps_confirmed = true" in toml
    other = kitchen(tmp_path / "other")
    (copied, *_) = other.post("/api/own-formulas/import", json={"toml": toml}).get_json()["ids"][::-1]
    assert other.get(f"/api/formulas/{copied}").get_json()["parts"] == []
