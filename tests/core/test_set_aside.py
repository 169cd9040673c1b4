"""The list decides: whatever a page's own method says, no figure of the verdict moves; set aside, nothing of it counts; and nothing that is made of a
batch holds a word of it."""

from __future__ import annotations

from dataclasses import fields, replace
from datetime import UTC, datetime

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from rheum.cli import main
from rheum.core.batch.begin import begin
from rheum.core.facts.circumstances import Settings
from rheum.core.judging.check import check_text, judge
from rheum.core.judging.summed import BY_TESTED_STEPS
from rheum.core.judging.verdict import Verdict
from rheum.core.making import make_plan
from rheum.core.making.stock import Stock
from rheum.core.making.wish import Wish
from rheum.core.measures.altitude import read_altitude
from rheum.core.parsing.changes import apply_changes
from rheum.core.parsing.writing import formula_text
from rheum.reference.loading import library

FACTS = library()
FORMULAS = sorted(FACTS.formulas)
HERE = Settings(read_altitude("1265 m"), measures="us")
# What a method may move: where it goes as it is written, by whose steps, for how many days, and what was heard.
MAY_MOVE = {"destination", "findings", "fridge", "method", "steps", "marks", "worst", "blocks", "as_tested", "proposed", "allergens"}
WORDS = sorted({phrase[0] for row in FACTS.catalogue.lexicon.method.rows for held in row.words for phrase in held})
SENTENCES = st.one_of(
    st.lists(st.sampled_from([*WORDS, "vinegar", "water", "10", "minutes", "pint", "quarts", "inch", "headspace", "cups", "onions"]), max_size=14).map(" ".join),
    st.text(st.characters(exclude_categories=["Cs", "Cc", "Zl", "Zp"]), max_size=80),
)  # fmt: skip


def page(name: str, sentence: str) -> str:
    """A formula's text whose first step goes on with a sentence."""
    lines = formula_text(FACTS.formulas[name]).split("\n")
    first = next(at for at, line in enumerate(lines) if line.startswith("1. "))
    lines[first] = f"{lines[first]} {sentence.strip()}".strip()
    return "\n".join(lines)


def figures(verdict: Verdict, *but: str) -> dict[str, object]:
    return {field.name: getattr(verdict, field.name) for field in fields(verdict) if field.name not in but}


@pytest.mark.parametrize("name", FORMULAS)
@settings(max_examples=6, deadline=None)
@given(sentence=SENTENCES)
def test_no_sentence_of_a_method_moves_a_figure(name: str, sentence: str) -> None:
    plain, said = (check_text(page(name, text), HERE, FACTS) for text in ("", sentence))
    assert figures(said, *MAY_MOVE) == figures(plain, *MAY_MOVE)
    assert {found.code for found in said.findings} - {found.code for found in plain.findings} <= {"method-differs"}
    assert said.destination == plain.destination or said.method.heard


@pytest.mark.parametrize("name", FORMULAS)
@settings(max_examples=4, deadline=None)
@given(sentence=SENTENCES)
def test_set_aside_no_text_of_a_method_changes_anything(name: str, sentence: str) -> None:
    aside = replace(HERE, set_aside=True)
    plain, said = (check_text(page(name, text), aside, FACTS) for text in ("", sentence))
    assert figures(said, "method", "as_tested", "proposed") == figures(plain, "method", "as_tested", "proposed")
    assert said.steps == "tested" and not said.method.followed and said.method.set_aside and not said.method.heard


@pytest.mark.parametrize("name", FORMULAS)
@pytest.mark.parametrize("measures", ["us", "metric"])
def test_the_tested_steps_say_nothing_against_themselves(name: str, measures: str) -> None:
    text = formula_text(FACTS.formulas[name], measures)  # type: ignore[arg-type]
    verdict = check_text(text, HERE, FACTS)
    assert (verdict.destination, verdict.steps, verdict.method.heard, verdict.method.says) == ("shelf", "tested", (), "")


HEARD = [
    ("acid-less", "Use half the vinegar if you find it sharp."),
    ("acid-less", "Leave the vinegar out for the children."),
    ("acid-less", "The lemon juice is optional."),
    ("water-in", "Top up the jars with water."),
    ("food-in", "Add a handful of mushrooms to each jar."),
    ("food-in", "Put a knob of butter into every jar."),
    ("food-more", "Use twice as many vegetables as you like."),
    ("not-processed", "Turn the jars upside down and they seal by themselves."),
    ("not-processed", "There is no need to process them."),
    ("not-processed", "Process the jars in the oven."),
    ("time-short", "Process 2 minutes in a boiling water canner."),
    ("under-boil", "Keep the water just below a boil while they process."),
    ("late", "Reprocess the ones that did not seal a week later."),
    ("jar-larger", "Fill hot half-gallon jars."),
    ("headspace", "Leave 2 inches of headspace."),
    ("language", "Die Gläser heiß füllen und auf den Kopf stellen."),
]
NOT_HEARD = [
    "Do not use less vinegar.", "Never dilute the brine with water.", "Can I leave out the vinegar?", "Serve with bacon and a good cheese.",
    "Never turn the jars upside down.", "Do not process in the oven.", "Let them stand three weeks before you open one.", "My grandmother had a blue kitchen.",
    "Roast the peppers in the oven until they blister.", "Let cool 12 to 24 hours on a towel.", "Above 6,000 feet, 20 minutes.", "Good on pork chops.",
]  # fmt: skip


@pytest.mark.parametrize(("kind", "sentence"), HEARD)
def test_what_a_careful_reader_stops_at_is_heard_with_its_kind(kind: str, sentence: str) -> None:
    before, text = "Dilled beans\n4 lb green beans, trimmed, cut to the jar\n8 heads dill\n8 cloves garlic\n1/2 cup pickling salt\n", ""
    text = f"{before}4 cups white vinegar (5%)\n4 cups water\n\nMethod:\nPack raw into pints. {sentence}\n"
    judged = check_text(text, HERE, FACTS)
    assert kind in {said.kind for said in judged.method.heard}
    assert (judged.destination, judged.steps) == ("fridge", "own")
    differs = [found for found in judged.findings if found.code == "method-differs"]
    assert len(differs) == 1 and differs[0].remedy is not None
    changed, sets = apply_changes(text, differs[0].remedy.changes)
    pressed = check_text(changed, replace(HERE, **sets), FACTS)
    assert (pressed.destination, pressed.steps, pressed.method.says) == ("shelf", "tested", BY_TESTED_STEPS)
    assert pressed.process is not None and pressed.process.minutes == 10


@pytest.mark.parametrize("sentence", NOT_HEARD)
def test_what_is_harmless_or_forbidden_is_not(sentence: str) -> None:
    verdict = check_text(page("dilled-green-beans", sentence), HERE, FACTS)
    assert not verdict.method.heard and verdict.destination == "shelf"
    assert not verdict.as_tested and verdict.method.says == BY_TESTED_STEPS


@pytest.mark.parametrize(
    "sentence",
    ["My mother used 6 cups of cider vinegar.", "The old version had 4 cups of vinegar.", "Bring 4 cups of white vinegar to a boil."],
)
def test_prose_earns_no_acid(sentence: str) -> None:
    weak = formula_text(FACTS.formulas["dilled-green-beans"]).replace("4 cups white", "2 cups white")
    verdicts = [
        check_text(f"{weak.rstrip()} {said}\n", replace(HERE, set_aside=aside), FACTS) for said in ("", sentence) for aside in (False, True)
    ]
    assert {verdict.destination for verdict in verdicts} == {"fridge"}
    assert len({verdict.acid for verdict in verdicts}) == 1


TOLD = (
    "Corn relish from the phone\n\nYou need ten cups of corn kernels, two and a half cups of diced red bell peppers, two and a half cups of diced "
    "green bell peppers, two and a half cups of chopped celery and one and a quarter cups of diced onions. One and three quarter cups of sugar, five "
    "cups of white vinegar (5%), two and a half tablespoons of canning salt, two and a half teaspoons of celery seed, two and a half tablespoons "
    "of dry mustard and one and a quarter teaspoons of turmeric. Boil it all.\n"
)


def test_a_dictated_note_has_its_lines_proposed_and_one_press_takes_them() -> None:
    told = check_text(TOLD, HERE, FACTS)
    assert told.unread_only and told.destination == "fridge" and told.process is None
    assert [one.text for one in told.proposed][:2] == ["ten cups of corn kernels", "two and a half cups of diced red bell peppers"]
    assert all(one.came_from.words in TOLD for one in told.proposed)
    remedy = next(found.remedy for found in told.findings if found.code == "line-unread")
    assert remedy is not None
    taken = check_text(apply_changes(TOLD, remedy.changes)[0], HERE, FACTS)
    assert (taken.destination, taken.steps) == ("shelf", "tested")
    assert taken.formula is not None and taken.formula.id == "corn-relish"


def test_what_the_method_gives_beside_a_list_is_proposed_and_counts_for_nothing() -> None:
    text = "Dilled beans\n4 lb green beans\n8 heads dill\n1/2 cup pickling salt\n4 cups water\n\nMethod:\nBring the water and 4 cups white vinegar (5%) to a boil.\n"
    verdict = check_text(text, HERE, FACTS)
    assert [one.text for one in verdict.proposed] == ["4 cups white vinegar (5%)"]
    assert verdict.destination == "discard" and verdict.acid.brine_percent is None


@pytest.mark.parametrize("name", ["dilled-green-beans", "corn-relish", "choice-salsa", "pickled-beets"])
def test_nothing_that_is_made_of_a_batch_holds_a_word_of_the_page(name: str) -> None:
    text = page(name, "Zyzzogeton says so, and pour the quixotry over.")
    plan = make_plan(text, Wish(), HERE, FACTS, stock=Stock(canners=()))
    snapshot = begin("batch-00000001", plan, HERE, FACTS, moment=datetime(2026, 5, 1, 9, tzinfo=UTC))
    told = repr(replace(snapshot, text="")).lower()
    assert "zyzzogeton" not in told and "quixotry" not in told
    assert snapshot.destination == "shelf" and snapshot.differs == (BY_TESTED_STEPS,)


def test_days_in_the_refrigerator_follow_what_the_method_says_of_acid() -> None:
    text = "Pickled garlic my way\n2 cups peeled garlic cloves\n3 cups white vinegar (5%)\n1 tbsp pickling salt\n\nMethod:\nBoil the vinegar and salt. {}\n"
    plain, less = (check_text(text.format(said), HERE, FACTS) for said in ("Pour over.", "You can leave out half the vinegar."))
    assert less.fridge.days == 3 <= plain.fridge.days


def test_the_shell_makes_it_by_the_tested_steps(tmp_path, capsys: pytest.CaptureFixture[str]) -> None:  # type: ignore[no-untyped-def]
    path = tmp_path / "beans.txt"
    path.write_text(page("dilled-green-beans", "Use half the vinegar."), encoding="utf-8")
    assert main(["check", str(path), "--altitude", "1265m"]) == 10
    assert "It leaves acid out" in capsys.readouterr().out
    assert main(["check", str(path), "--altitude", "1265m", "--tested-steps"]) == 0
    assert BY_TESTED_STEPS in capsys.readouterr().out


def test_the_soak_of_a_tested_formula_is_known_without_a_heading() -> None:
    for name in ("jalapeno-rings", "cucumber-relish"):
        text = formula_text(FACTS.formulas[name])
        flat = "\n".join(line for line in text.split("\n") if not line.startswith("Soak"))
        verdict = judge(flat, HERE, FACTS).verdict
        assert verdict.destination == "shelf", [found.says for found in verdict.findings if found.level in ("stop", "limit")]
