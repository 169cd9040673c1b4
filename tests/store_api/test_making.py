"""Measuring and making over the API: what is on hand, the plan, the sheet, what can be made; what a batch takes, once."""

from __future__ import annotations

import sqlite3

import pypdfium2
import pytest
from apiflask import APIFlask
from flask.testing import FlaskClient

from rheum.store import batches
from rheum.store.database import connect
from tests.store_api.test_api import BEANS

VINEGAR = {
    "id": "bottle-01",
    "kind": "white-vinegar",
    "label": 5,
    "left_ml": 2000,
    "size_ml": 3000,
    "lot": "K 31",
    "opened": "2026-08-01",
    "price": 4.2,
}
OWN_JAR = {"id": "own-jar-1", "title": "Tall one", "empty_g": 352, "full_g": 812, "depth_mm": 148, "mouth_mm": 62, "body_mm": 76}
CANNER = {
    "id": "canner-01",
    "title": "the big one",
    "kind": "bath",
    "holds": {"pint": 8, "quart": 6},
    "depth_mm": 300,
    "width_mm": 330,
    "watts": 2500,
    "fuel": "gas",
}


@pytest.fixture
def kitchen(client: FlaskClient) -> FlaskClient:
    client.put("/api/kitchen", json={"altitude": 1265, "altitude_unit": "m", "measures": "us"})
    return client


def stock(client: FlaskClient) -> dict:
    return client.get("/api/stock").get_json()["stock"]


def test_what_is_entered_is_on_hand(kitchen: FlaskClient) -> None:
    for path, body in (
        ("bottles", VINEGAR), ("own-jars", OWN_JAR), ("jars/pint", {"count": 14}), ("lids", {"id": "lot-0001", "mouth": "regular", "lot": "R 5", "count": 20}),
        ("bands/regular", {"count": 30}), ("canners", CANNER), ("pantry", {"text": "4 kg green beans\nskirrets"}),
    ):  # fmt: skip
        answer = kitchen.put(f"/api/stock/{path}", json=body)
        assert answer.status_code == 200, answer.get_json()
    held = stock(kitchen)
    assert held["bottles"][0]["name"] == "white distilled vinegar", "unnamed, it is called by its kind"
    assert (held["jars"], held["bands"], held["canners"][0]["holds"]) == ({"pint": 14}, {"regular": 30}, {"pint": 8, "quart": 6})
    assert kitchen.get("/api/stock").get_json()["pantry_unread"] == ["skirrets"]
    own = next(jar for jar in kitchen.get("/api/jars").get_json()["jars"] if jar["own"])
    assert (own["title"], round(own["volume_ml"]), own["mouth"]) == ("Tall one", 461, "regular")
    for what, item in (("bottles", "bottle-01"), ("own-jars", "own-jar-1"), ("lids", "lot-0001"), ("canners", "canner-01")):
        assert kitchen.delete(f"/api/stock/{what}/{item}").status_code == 200
        assert kitchen.delete(f"/api/stock/{what}/{item}").status_code == 404
    assert stock(kitchen)["bottles"] == []


def test_a_titration_lowers_and_never_lifts(kitchen: FlaskClient) -> None:
    kitchen.put("/api/stock/bottles", json=VINEGAR)
    weak = kitchen.post("/api/stock/bottles/bottle-01/titration", json={"readings": [6.6, 6.7, 6.65], "normality": 1, "sample_ml": 10})
    assert weak.get_json()["stock"]["bottles"][0]["measured"] == pytest.approx(3.99, abs=0.01)
    plan = kitchen.post("/api/plan", json={"text": BEANS, "altitude_m": 1265, "measures": "us"}).get_json()
    assert any("too weak" in says for says in plan["warnings"]), "a bottle that turned out weak is not drawn as it is"
    strong = kitchen.post("/api/stock/bottles/bottle-01/titration", json={"readings": [9.9, 10.0], "normality": 1, "sample_ml": 10})
    assert strong.status_code == 200
    draw = kitchen.post("/api/plan", json={"text": BEANS, "altitude_m": 1265, "measures": "us"}).get_json()["vinegar"][0]
    assert (draw["water_ml"], draw["made_strength"]) == (0, 5)
    kitchen.put("/api/stock/bottles", json={**VINEGAR, "left_ml": 900})
    assert stock(kitchen)["bottles"][0]["measured"], "what was measured stays while kind and label stay"
    kitchen.put("/api/stock/bottles", json={**VINEGAR, "label": 6})
    assert stock(kitchen)["bottles"][0]["measured"] is None, "another label is another vinegar"


@pytest.mark.parametrize(
    ("path", "body", "sentence"),
    [
        ("bottles", {**VINEGAR, "label": 25}, "between 0.5 and 10"), ("bottles", {**VINEGAR, "left_ml": -5}, "between 0 and"), ("bottles", {**VINEGAR, "kind": "sugar"}, "Choose a kind of vinegar"),
        ("bottles", {**VINEGAR, "opened": "last week"}, "Write the day"), ("bottles", {**VINEGAR, "price": -1}, "The price"), ("own-jars", {**OWN_JAR, "full_g": 300}, "must weigh more than empty"),
        ("own-jars", {**OWN_JAR, "depth_mm": 5}, "inside depth"), ("canners", {**CANNER, "holds": {}}, "at least one jar size"), ("canners", {**CANNER, "holds": {"bucket": 3}}, "each jar size"),
        ("canners", {**CANNER, "watts": 5}, "The burner in watts"), ("jars/pint", {"count": -3}, "count"), ("bands/regular", {"count": "many"}, "count"),
    ],
)  # fmt: skip
def test_what_cannot_be_on_hand_gets_a_sentence_and_changes_nothing(path: str, body: dict, sentence: str, kitchen: FlaskClient) -> None:
    before = stock(kitchen)
    answer = kitchen.put(f"/api/stock/{path}", json=body)
    assert answer.status_code == 422
    assert sentence in answer.get_json()["detail"], answer.get_json()
    assert stock(kitchen) == before


def test_amounts_come_with_units_of_their_own(kitchen: FlaskClient) -> None:
    """Three US cups are 709.8 ml, 5 3/4 in 146.05 mm (exact by definition); a pound is no volume."""
    kitchen.put("/api/stock/bottles", json={**VINEGAR, "left_ml": "3 cups", "size_ml": "1.5 l"})
    assert stock(kitchen)["bottles"][0]["left_ml"] == pytest.approx(709.76, abs=0.01)
    kitchen.put("/api/stock/own-jars", json={**OWN_JAR, "empty_g": "12 1/2 oz", "depth_mm": "5 3/4 in"})
    own = next(jar for jar in kitchen.get("/api/jars").get_json()["jars"] if jar["own"])
    assert own["depth_mm"] == pytest.approx(146.05)
    for bad in ("3 lb", "a heap", "3-4 cups", ""):
        answer = kitchen.put("/api/stock/bottles", json={**VINEGAR, "left_ml": bad})
        assert answer.status_code == 422
        assert "Write it as 750 ml, 1.5 l or 3 cups" in answer.get_json()["detail"]
    assert stock(kitchen)["bottles"][0]["left_ml"] == pytest.approx(709.76, abs=0.01), "nothing was changed"


def test_a_kitchens_own_trimming_replaces_the_handbooks(kitchen: FlaskClient) -> None:
    ask = {
        "text": BEANS.replace("4 lb", "4 cups"),
        "altitude_m": 1265,
        "measures": "us",
        "wish": {"baskets": [{"line": 2, "amount": "1 kg"}]},
    }
    before = kitchen.post("/api/plan", json=ask).get_json()["baskets"][0]
    assert before["trim"]["baskets"] == 0
    for number in range(2):
        record = {"id": f"trim-000{number}", "name": "green beans", "bought_g": 1000, "usable_g": 700}
        assert kitchen.post("/api/stock/trims", json=record).status_code == 200
    kitchen.post("/api/stock/trims", json={"id": "trim-0000", "name": "green beans", "bought_g": 1000, "usable_g": 100})
    after = kitchen.post("/api/plan", json=ask).get_json()["baskets"][0]
    assert (after["trim"]["baskets"], after["trim"]["mid"]) == (2, 0.7), "the same id again is the same basket"
    assert after["factor"] < before["factor"]
    for bad in ({"name": "skirret"}, {"usable_g": 5000}):
        assert (
            kitchen.post("/api/stock/trims", json={"id": "trim-0009", "name": "okra", "bought_g": 1000, "usable_g": 700, **bad}).status_code
            == 422
        )


@pytest.mark.parametrize(
    ("wish", "sentence"),
    [
        ({"baskets": [{"line": 2, "amount": "500 g less 510 g"}]}, "cannot weigh as much"), ({"baskets": [{"line": 2, "amount": "10000 kg"}]}, "more than any kitchen"),
        ({"jars_wanted": 0}, "1 to 200"), ({"factor": 0}, "above zero"), ({"jars": [{"jar": "bucket", "count": 3}]}, "There is no jar"), ({"jars": [{"jar": "pint", "count": -1}]}, "0 to 200"),
        ({"pan": {"start_g": 1, "now_g": 2, "pan_g": 3}}, "cooked together"), ({"pan": {"start_g": 1, "now_g": 2, "pan_g": 3}, "stick": {"start_mm": 3, "now_mm": 2}}, "not both"),
        ({"thick_mm": 0}, "above zero"), ({"canner": "gone-canner"}, "no such canner"), ({"loads": 99}, "1 to 20"),
    ],
)  # fmt: skip
def test_plans_that_cannot_be_get_a_sentence(wish: dict, sentence: str, kitchen: FlaskClient) -> None:
    answer = kitchen.post("/api/plan", json={"text": BEANS, "altitude_m": 1265, "measures": "us", "wish": wish})
    assert answer.status_code == 422
    assert sentence in answer.get_json()["detail"]
    too_deep = kitchen.post(
        "/api/plan", json={"text": BEANS, "altitude_m": 1265, "measures": "us", "jar": "quarter-pint", "headspace_mm": 55}
    )
    assert too_deep.status_code == 422
    assert "headspace must be less" in too_deep.get_json()["detail"]


def test_a_batch_takes_what_it_needs_just_once(app: APIFlask, kitchen: FlaskClient) -> None:
    kitchen.put("/api/stock/bottles", json=VINEGAR)
    kitchen.put("/api/stock/jars/pint", json={"count": 14})
    kitchen.put("/api/stock/lids", json={"id": "lot-0001", "mouth": "regular", "lot": "R 5", "count": 20})
    body = {"id": "batch-0001", "text": BEANS, "wish": {"jars_wanted": 12}}
    first = kitchen.post("/api/batches", json=body).get_json()
    second = kitchen.post("/api/batches", json=body).get_json()
    assert first["snapshot"] == second["snapshot"], "a double tap begins one batch and draws once"
    assert first["snapshot"]["jars_planned"] == 12
    assert first["snapshot"]["text"].startswith("Beans\n6 lb green beans"), "at the size that was planned"
    held = stock(kitchen)
    assert held["bottles"][0]["left_ml"] == pytest.approx(2000 - 6 * 236.588, abs=15)
    assert (held["jars"]["pint"], held["lids"][0]["count"]) == (2, 8)
    assert first["taken"] == ["12 Pint jars", "12 regular lids, lot R 5"]
    assert "white distilled vinegar 5 %, lot K 31" in first["snapshot"]["vinegar"][0]
    connection = connect(app.extensions["rheum"].database)
    with pytest.raises(sqlite3.IntegrityError, match="stays recorded"):
        connection.execute("UPDATE movement SET amount = 1")
    with pytest.raises(sqlite3.IntegrityError, match="stays recorded"):
        connection.execute("DELETE FROM movement")
    connection.close()


def test_the_persons_own_count_of_jars_is_what_is_taken(kitchen: FlaskClient) -> None:
    kitchen.put("/api/stock/jars/pint", json={"count": 14})
    kitchen.put("/api/stock/lids", json={"id": "lot-0001", "mouth": "regular", "lot": "R 5", "count": 20})
    batch = kitchen.post("/api/batches", json={"id": "batch-0001", "text": BEANS, "jars": 6}).get_json()
    assert batch["snapshot"]["jars_planned"] == 6
    assert batch["taken"] == ["6 Pint jars", "6 regular lids, lot R 5"]
    assert (stock(kitchen)["jars"]["pint"], stock(kitchen)["lids"][0]["count"]) == (8, 14)


def test_a_batch_not_recorded_takes_nothing(app: APIFlask, kitchen: FlaskClient, monkeypatch: pytest.MonkeyPatch) -> None:
    """Batch and what it takes are one transaction: where the one fails, so does the other."""
    kitchen.put("/api/stock/bottles", json=VINEGAR)

    def fails(*_: object) -> None:
        raise RuntimeError("the disk is full")

    monkeypatch.setattr(batches, "take", fails)
    assert kitchen.post("/api/batches", json={"id": "batch-0001", "text": BEANS}).status_code == 500
    assert kitchen.get("/api/batches").get_json()["batches"] == []
    assert stock(kitchen)["bottles"][0]["left_ml"] == 2000


def test_mixed_sizes_and_brine_through_the_api(kitchen: FlaskClient) -> None:
    text = kitchen.get("/api/formulas/dill-cucumbers-fresh-pack/text").get_json()["text"]
    wish = {"jars": [{"jar": "quart", "count": 2}, {"jar": "pint", "count": 9}]}
    batch = kitchen.post("/api/batches", json={"id": "batch-0001", "text": text, "wish": wish}).get_json()
    sent = iter(range(100))

    def tell(kind: str, **more: object) -> dict:
        answer = kitchen.post("/api/batches/batch-0001/events", json={"id": f"event-{next(sent):04d}", "kind": kind, **more})
        assert answer.status_code == 200, answer.get_json()
        return answer.get_json()["state"]

    for step in ("prepare", "heat-jars", "cook"):
        tell("step", step=step)
    assert tell("brine", jars=3, used_ml=1200, mixed=1)["brine"]["taken"] is not None
    loads = tell("filled", jars=11, sizes={"quart": 2, "pint": 9})["loads"]
    assert [(load["title"], load["minutes"]) for load in loads] == [("Quart", 20), ("Pint", 15)]
    assert batch["snapshot"]["sizes"][0]["noun"] == "quart jars"


def test_the_sheet_as_pages_and_as_pdf(kitchen: FlaskClient) -> None:
    ask = {"text": BEANS, "altitude_m": 1265, "measures": "us", "wish": {"factor": 1.5}, "paper": "letter"}
    shown = kitchen.post("/api/sheet", json=ask).get_json()
    assert (len(shown["pages"]), shown["pages"][0]["wide"]) == (1, 215.9)
    pdf = kitchen.post("/api/sheet.pdf", json=ask)
    assert pdf.mimetype == "application/pdf"
    document = pypdfium2.PdfDocument(pdf.data)
    assert [round(side / 72 * 25.4, 1) for side in document[0].get_size()] == [215.9, 279.4]
    assert "12 pint jars" in document[0].get_textpage().get_text_range()
    assert kitchen.post("/api/sheet", json={**ask, "paper": "napkin"}).status_code == 422


def test_what_can_be_made_today(kitchen: FlaskClient) -> None:
    kitchen.put("/api/stock/bottles", json=VINEGAR)
    kitchen.put("/api/stock/jars/pint", json={"count": 14})
    kitchen.put("/api/stock/lids", json={"id": "lot-0001", "mouth": "regular", "lot": "R 5", "count": 20})
    kitchen.put("/api/stock/pantry", json={"text": "3 kg green beans\n20 heads dill\npickling salt"})
    garlicky = "Garlicky\n" + BEANS.partition("\n")[2] + "40 cloves garlic\n"
    kitchen.put("/api/recipes", json={"id": "recipe-01", "text": garlicky, "origin": "own"})
    kitchen.put("/api/recipes", json={"id": "recipe-02", "text": BEANS.replace("Beans", "Quart beans"), "jar": "quart", "origin": "own"})
    found = {one["title"]: one for one in kitchen.get("/api/can-make").get_json()["recipes"]}
    assert (found["Dilled green beans"]["jars"], found["Dilled green beans"]["destination"]) == (13, "shelf")
    assert (found["Garlicky"]["jars"], found["Garlicky"]["destination"]) == (0, "fridge")
    assert found["Quart beans"]["destination"] == "fridge", "kept with a jar that was never tested"
    assert next(one["says"] for one in found["Dilled okra"]["missing"]).endswith("okra")
    assert len(found) == 43


def test_what_is_short_is_told_and_asked_before_a_batch_is_begun(kitchen: FlaskClient) -> None:
    kitchen.put("/api/stock/jars/pint", json={"count": 2})
    asked = {"id": "short-batch-1", "text": BEANS, "jars": 8}
    told = kitchen.post("/api/batches", json=asked)
    assert told.status_code == 409
    assert told.json is not None
    assert told.json["short"] == ["8 pint jars are wanted, and 2 are in the cupboard."]
    assert kitchen.get("/api/batches").json["batches"] == []  # type: ignore[index]
    begun = kitchen.post("/api/batches", json={**asked, "short_known": True})
    assert begun.status_code == 200
    # The same press again is the same batch, and is not asked about a second time.
    assert kitchen.post("/api/batches", json=asked).json["snapshot"]["id"] == "short-batch-1"  # type: ignore[index]


def test_given_up_what_goes_back_is_on_hand_again_and_taken_back_it_is_taken(kitchen: FlaskClient) -> None:
    kitchen.put("/api/stock/bottles", json=VINEGAR)
    kitchen.put("/api/stock/jars/pint", json={"count": 14})
    kitchen.put("/api/stock/lids", json={"id": "lot-0001", "mouth": "regular", "lot": "R 5", "count": 20})
    whole = stock(kitchen)
    begun = kitchen.post("/api/batches", json={"id": "batch-0001", "text": BEANS, "jars": 8}).get_json()
    taken = stock(kitchen)
    assert taken["bottles"][0]["left_ml"] < 2000
    asked = begun["give_up"]
    assert asked["at_once"]
    back = [{"what": one["what"], "item_id": one["item_id"], "amount": one["most"]} for one in asked["offers"]]
    too_much = [{**back[0], "amount": back[0]["amount"] + 1}]
    refused = kitchen.post("/api/batches/batch-0001/events", json={"kind": "given-up", "id": "event-0001", "back": too_much})
    assert refused.status_code == 409
    assert stock(kitchen) == taken, "a refusal moves nothing"
    for _ in range(2):  # a double tap gives back once
        told = kitchen.post("/api/batches/batch-0001/events", json={"kind": "given-up", "id": "event-0002", "back": back})
        assert told.get_json()["state"]["headline"] == "Given up"
        assert stock(kitchen) == whole
    assert kitchen.get("/api/batches").get_json()["batches"] == []
    kitchen.post("/api/batches/batch-0001/events", json={"kind": "undo", "id": "event-0003", "of": "event-0002"})
    assert stock(kitchen) == taken
    assert len(kitchen.get("/api/batches").get_json()["batches"]) == 1


def test_a_chipped_jar_costs_the_spare_and_taken_back_costs_nothing(kitchen: FlaskClient) -> None:
    kitchen.put("/api/stock/jars/pint", json={"count": 9})
    kitchen.post("/api/batches", json={"id": "batch-0001", "text": BEANS, "jars": 8})
    assert stock(kitchen)["jars"] == {"pint": 1}
    told = kitchen.post("/api/batches/batch-0001/events", json={"kind": "chipped", "id": "event-0001"}).get_json()
    assert "the spare takes its place" in told["state"]["told"][0]
    assert stock(kitchen)["jars"] == {"pint": 0}
    kitchen.post("/api/batches/batch-0001/events", json={"kind": "chipped", "id": "event-0002"})
    assert stock(kitchen)["jars"] == {"pint": 0}, "no more can break than there are"
    for of in ("event-0002", "event-0001"):
        kitchen.post("/api/batches/batch-0001/events", json={"kind": "undo", "id": f"undo-{of}", "of": of})
    assert stock(kitchen)["jars"] == {"pint": 1}
