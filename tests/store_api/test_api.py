"""The API: every formula's table, every refusal a sentence, strangers turned away."""

from __future__ import annotations

import json
import tomllib
from importlib.resources import files
from pathlib import Path
from typing import Any

import pytest
from apiflask import APIFlask
from flask.testing import FlaskClient

from rheum.core.parsing.writing import formula_text
from rheum.reference.loading import library
from tests.conftest import MovableClock

FORMULAS = tomllib.loads(files("rheum.reference").joinpath("formulas.toml").read_text())["formula"]
BEANS = "Beans\n4 lb green beans\n1/2 cup pickling salt\n8 heads dill\n4 cups white vinegar (5%)\n4 cups water\n"


def feet_within(bands: list[int]) -> list[float]:
    """One height at the very top of each band, just above it, and one beyond the last."""
    return [0, *(edge for band in bands for edge in (band, band + 0.1))]


@pytest.mark.parametrize("entry", FORMULAS, ids=[entry["id"] for entry in FORMULAS])
def test_every_figure_of_every_table(entry: dict, client: FlaskClient) -> None:
    text = formula_text(library().formulas[entry["id"]])
    tables = [(entry["pack"], entry["minutes"])]
    if "minutes_raw" in entry:
        tables.append(("raw", entry["minutes_raw"]))
    for pack, table in tables:
        for jar, minutes in table.items():
            for feet in feet_within(entry["bands"]):
                asked = {"text": text.replace("Hot pack. ", ""), "altitude_ft": feet, "jar": jar, "pack": pack, "measures": "us"}
                answer = client.post("/api/check", json=asked).get_json()
                column = sum(feet > limit for limit in entry["bands"])
                if pack == entry["pack"]:
                    assert answer["destination"] == "shelf", answer["findings"]
                # Raw-packed, the written-out minutes are the hot pack's and too short: said, and the right ones shown.
                assert answer["process"]["minutes"] == minutes[column], (jar, feet)
                assert answer["process"]["base_minutes"] == minutes[0]


def test_the_answer_is_the_contract(client: FlaskClient) -> None:
    answer = client.post("/api/check", json={"text": BEANS, "altitude_ft": 4150}).get_json()
    for key in ("title", "destination", "formula", "nearest", "findings", "acid", "kitchen", "jar", "process", "unread"):
        assert key in answer
    assert answer["formula"].keys() == {"id", "title", "source", "recall"}
    assert answer["jar"]["chosen_by"] == "formula"
    assert answer["process"]["band"] == "1,001-6,000 ft"
    assert answer["acid"]["brine_percent"] == answer["acid"]["formula_brine_percent"] == 2.5
    mol = pytest.approx(4 * 236.588 * 0.05 / 60.052, rel=1e-3)
    assert answer["acid"]["brought"] == [{"line": 5, "mol": mol, "name": "white distilled vinegar 5 %"}]
    assert answer["kitchen"]["boiling_point_c"] == pytest.approx(95.77, abs=0.01)
    for found in answer["findings"]:
        assert found["why"] and found["source"] and found["level"] in ("stop", "limit", "caution", "note")


def test_a_schema_org_recipe_is_the_same_recipe(client: FlaskClient) -> None:
    lines = BEANS.strip().splitlines()
    recipe = {
        "@type": "Recipe",
        "name": lines[0],
        "recipeIngredient": lines[1:],
        "recipeYield": "8 pints",
        "recipeInstructions": [{"@type": "HowToStep", "text": "Process pints 5 minutes in boiling water."}],
    }
    answer = client.post("/api/check", json={"recipe": recipe, "altitude_m": 1265}).get_json()
    assert (answer["destination"], answer["formula"]["id"], answer["jar"]["chosen_by"]) == ("shelf", "dilled-green-beans", "text")


BAD: list[tuple[str, object, int, str]] = [
    ("empty text", {"text": ""}, 422, "Paste one"),
    ("noise", {"text": "🜂 " * 3000}, 422, "amount first"),
    ("neither", {}, 422, "exactly one"),
    ("both", {"text": BEANS, "recipe": {}}, 422, "exactly one"),
    ("a stranger's field", {"text": BEANS, "colour": "red"}, 422, "colour"),
    ("up the hill", {"text": BEANS, "altitude_m": "up the hill"}, 422, "metres as a number"),
    ("both heights", {"text": BEANS, "altitude_m": 1, "altitude_ft": 1}, 422, "not both"),
    ("the moon", {"text": BEANS, "altitude_m": 384_400_000}, 422, "height where people live"),
    ("an unknown jar", {"text": BEANS, "jar": "bucket"}, 422, "no jar “bucket”"),
    ("an unknown formula", {"text": BEANS, "formula_id": "moon"}, 422, "no formula"),
    ("no ingredients", {"recipe": {"name": "x"}}, 422, "recipeIngredient"),
    ("ingredients of the wrong kind", {"recipe": {"recipeIngredient": 7}}, 422, "list of texts"),
    ("a list of nothing", {"recipe": {"recipeIngredient": []}}, 422, "empty"),
    ("minutes in words", {"text": BEANS, "minutes": "ten"}, 422, "minutes as a number"),
    ("no object", [1], 422, "."),
]


@pytest.mark.parametrize(("what", "body", "status", "says"), BAD, ids=[case[0] for case in BAD])
def test_broken_input_gets_its_sentence(what: str, body: object, status: int, says: str, client: FlaskClient) -> None:
    answer = client.post("/api/check", json=body)
    assert answer.status_code == status
    assert answer.mimetype == "application/problem+json"
    problem = answer.get_json()
    assert problem["status"] == status
    assert says in problem["detail"], problem
    assert problem["detail"].rstrip()[-1] in ".”"


def test_too_much_not_json_and_not_there(client: FlaskClient) -> None:
    much = client.post("/api/check", json={"text": "x" * 200_000})
    assert much.status_code == 413 and "64 kB" in much.get_json()["detail"]
    broken = client.post("/api/check", data="{", content_type="application/json")
    assert 400 <= broken.status_code < 500 and broken.mimetype == "application/problem+json"
    for path in ("/api/nothing", "/api/batches/none-such"):
        assert client.get(path).mimetype == "application/problem+json"
    assert client.delete("/api/kitchen").status_code == 405


def test_one_bad_line_among_good_ones_is_unread_and_no_shelf(client: FlaskClient) -> None:
    for bad in ("1/0 cups vinegar", "-3 cups onions", "2 cups ramps"):
        answer = client.post("/api/check", json={"text": BEANS + bad + "\n", "altitude_ft": 100}).get_json()
        assert [(one["line"], one["text"]) for one in answer["unread"]] == [(7, bad)]
        assert answer["destination"] == "fridge"
        assert any(f["code"] == "line-unread" and f["line"] == 7 for f in answer["findings"])


@pytest.mark.parametrize("headers", [{"Host": "evil.test"}, {"Origin": "http://evil.test"}, {"Sec-Fetch-Site": "cross-site"}])
def test_strangers_are_turned_away(headers: dict[str, str], client: FlaskClient) -> None:
    answer = client.post("/api/check", json={"text": BEANS}, headers=headers)
    assert answer.status_code == 403
    assert answer.mimetype == "application/problem+json"


def test_the_policy_of_every_page(client: FlaskClient) -> None:
    policies = {client.get("/api/alive").headers["Content-Security-Policy"] for _ in range(2)}
    assert len(policies) == 2, "the nonce is fresh every time"
    for policy in policies:
        assert "default-src 'none'" in policy and "unsafe" not in policy


def test_the_document_is_generated_from_the_cores_types(client: FlaskClient) -> None:
    document = client.get("/api/openapi.json").get_json()
    verdict = document["components"]["schemas"]["VerdictOut.Verdict"]
    assert verdict["properties"].keys() >= {"destination", "findings", "acid", "process"}
    shipped = Path(__file__).parents[2] / "openapi.json"
    assert json.loads(shipped.read_text())["components"]["schemas"].keys() == document["components"]["schemas"].keys()


def begin(client: FlaskClient, text: str = BEANS, **more: object):
    return client.post("/api/batches", json={"id": "batch-0001", "text": text, "jars": 13, **more})


def test_a_batch_through_the_api(app: APIFlask, client: FlaskClient) -> None:
    clock: MovableClock = app.extensions["rheum"].clock
    assert begin(client).status_code == 409, "no altitude, no minutes"
    kitchen = client.put("/api/kitchen", json={"altitude": "4150", "altitude_unit": "ft", "measures": "us"}).get_json()
    assert (kitchen["known"], kitchen["altitude_says"]) == (True, "4,150 ft")
    batch = begin(client).get_json()
    assert begin(client).get_json()["snapshot"] == batch["snapshot"], "the same id begins one batch"
    assert (batch["snapshot"]["minutes"], batch["snapshot"]["altitude"]) == (10, "4,150 ft")
    client.put("/api/kitchen", json={"altitude": 0, "altitude_unit": "m", "measures": "metric"})
    assert client.get("/api/batches/batch-0001").get_json()["snapshot"]["minutes"] == 10, "what was begun stays"

    sent = iter(range(1000))

    def tell(kind: str, **more: object) -> dict:
        answer = client.post("/api/batches/batch-0001/events", json={"id": f"event-{next(sent):04d}", "kind": kind, **more})
        assert answer.status_code == 200, answer.get_json()
        return answer.get_json()["state"]

    for step in ("prepare", "heat-jars", "cook"):
        tell("step", step=step)
    assert [load["jars"] for load in tell("filled", jars=13)["loads"]] == [9, 4]
    for load in (1, 2):
        tell("loaded", load=load)
        tell("boiling", load=load)
        early = client.post("/api/batches/batch-0001/events", json={"id": "too-early", "kind": "heat-off", "load": load})
        assert early.status_code == 409 and "not full yet" in early.get_json()["detail"]
        clock.forward(minutes=10)
        tell("heat-off", load=load)
        clock.forward(minutes=5)
        tell("lifted", load=load)
    assert client.get("/api/shelf").get_json()["jars"] == 0
    clock.forward(hours=12)
    for jar in range(1, 13):
        tell("seal", jar=jar, sealed=True)
    state = tell("seal", jar=13, sealed=False)
    assert state["jars"][12]["code"] == "seal-failed"
    tell("moved", jar=13, to="fridge")
    shelf = client.get("/api/shelf").get_json()
    places = {row["place"]: row for row in shelf["batches"]}
    assert (len(places["shelf"]["jars"]), places["fridge"]["jars"]) == (12, [13])
    assert places["shelf"]["standing"] == "waiting"
    assert client.get("/api/batches").get_json()["batches"] == [], "nothing is under way any more"


def settled(state: dict[str, Any]) -> dict[str, Any]:
    """A state without its forecasts, which move with the clock."""
    return {**state, "coming": [], "tasks": [{**task, "due_at": None} for task in state["tasks"]]}


def test_a_double_tap_is_one_event(client: FlaskClient) -> None:
    client.put("/api/kitchen", json={"altitude": 1265, "altitude_unit": "m", "measures": "us"})
    begin(client)
    tap = {"id": "tap-00001", "kind": "step", "step": "prepare"}
    first, second = (client.post("/api/batches/batch-0001/events", json=tap) for _ in range(2))
    assert first.status_code == second.status_code == 200
    assert settled(first.get_json()["state"]) == settled(second.get_json()["state"])
    assert first.get_json()["events"] == second.get_json()["events"] == 1


def test_every_later_answer_counts_more_events(client: FlaskClient) -> None:
    """A screen tells the older of two answers by it, so taking back must count too."""
    client.put("/api/kitchen", json={"altitude": 1265, "altitude_unit": "m", "measures": "us"})
    counts = [begin(client).get_json()["events"]]
    for event in ({"id": "tap-00001", "kind": "step", "step": "prepare"}, {"id": "tap-00002", "kind": "undo", "of": "tap-00001"}):
        counts.append(client.post("/api/batches/batch-0001/events", json=event).get_json()["events"])
    assert counts == [0, 1, 2]
    assert client.get("/api/batches/batch-0001").get_json()["events"] == 2


def test_a_discard_cannot_be_begun(client: FlaskClient) -> None:
    client.put("/api/kitchen", json={"altitude": 1265, "altitude_unit": "m", "measures": "us"})
    refused = begin(client, BEANS + "4 oz bacon\n")
    assert refused.status_code == 409 and "Do not jar" in refused.get_json()["detail"]
    assert client.get("/api/batches").get_json()["batches"] == []


@pytest.mark.parametrize("altitude", ["up the hill", "", "1/0", 99999, True])
def test_a_kitchen_needs_a_height(altitude: object, client: FlaskClient) -> None:
    answer = client.put("/api/kitchen", json={"altitude": altitude, "altitude_unit": "m", "measures": "us"})
    assert answer.status_code == 422
    assert not client.get("/api/kitchen").get_json()["known"], "nothing was changed"


def test_formulas_come_with_their_status(client: FlaskClient) -> None:
    listed = client.get("/api/formulas").get_json()["formulas"]
    assert len(listed) == 41
    assert all("from memory" in formula["source"] for formula in listed)
    assert {formula["recall"] for formula in listed} == {"sure", "fair"}
    text = client.get("/api/formulas/dilled-okra/text?measures=metric").get_json()["text"]
    assert "3.17 kg okra" in text
    assert client.get("/api/formulas/dilled-okra/text?measures=cubits").status_code == 422
    assert client.get("/api/formulas/moon/text").status_code == 404


def test_a_formulas_page_has_its_work(client: FlaskClient) -> None:
    page = client.get("/api/formulas/dilled-green-beans?scale=2&measures=us").get_json()
    assert page["gather"][0]["says"] == "8 lb green bean, 4 in lengths"
    assert [part["name"] for part in page["parts"]][-1] == "pack"
    assert [task["do"] for task in page["work"]][-1] == "pack"
    assert all(task["attention"] in ("hands", "watch", "none") for task in page["work"])
    assert client.get("/api/formulas/nothing").status_code == 404
    assert client.get("/api/formulas/dilled-green-beans?scale=99").status_code == 422
