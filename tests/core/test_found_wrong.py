"""Every path of every sign is walked: it ends, and on the safe side."""

from __future__ import annotations

import re
from collections.abc import Iterator

import pytest

from rheum.core.facts.signs import Question
from rheum.core.measures.refused import RequestError
from rheum.core.shelf.found_wrong import Answer, Asked, Ending, ThisJar, walk
from rheum.reference.signs import read_signs, signs
from rheum.reference.words import BadReference, shipped

SIGNS = signs()
# The signs of spoilage that rules and handbook name: whoever sees one throws the jar out, whatever is answered.
SPOILED = {
    "bulged-lid", "fizz-or-spurt", "lid-let-go", "bubbles-rising", "slippery", "mould-under-lid", "off-smell", "film-on-top", "vinegar-gone",
}  # fmt: skip


def paths(sign: str, opened: bool, answers: tuple[Answer, ...] = ()) -> Iterator[tuple[tuple[Answer, ...], Ending]]:
    found = walk(SIGNS, sign, answers, ThisJar(opened))
    if isinstance(found, Ending):
        yield answers, found
        return
    assert isinstance(found, Asked) and len(answers) < 12
    for answer in ("yes", "no", "unknown"):
        yield from paths(sign, opened, (*answers, answer))


def questions(sign_id: str, answers: tuple[Answer, ...], opened: bool) -> list[Question]:
    """The questions that these answers were given to."""
    by_says = {question.says + "".join(question.things): question for sign in SIGNS.signs.values() for question in sign.ask}
    found = []
    for at in range(len(answers)):
        asked = walk(SIGNS, sign_id, answers[:at], ThisJar(opened))
        assert isinstance(asked, Asked)
        found.append(by_says[asked.says + "".join(asked.things)])
    return found


EVERY = [(sign.id, opened) for sign in SIGNS.signs.values() for opened in (False, True)]


@pytest.mark.parametrize(("sign", "opened"), EVERY)
def test_every_path_ends_and_what_is_not_known_is_as_bad_as_the_bad_answer(sign: str, opened: bool) -> None:
    for answers, ending in paths(sign, opened):
        assert ending.says and ending.next and ending.title and bool(ending.if_eaten) == (ending.outcome in ("out", "out-open"))
        asked = questions(sign, answers, opened)
        worse = tuple(("no" if one.good else "yes") if answer == "unknown" else answer for answer, one in zip(answers, asked, strict=True))
        assert walk(SIGNS, sign, worse, ThisJar(opened)) == ending  # type: ignore[arg-type]


@pytest.mark.parametrize(("sign", "opened"), EVERY)
def test_only_the_good_answer_to_everything_leads_to_eating(sign: str, opened: bool) -> None:
    for answers, ending in paths(sign, opened):
        if ending.kind == "eat":
            asked = questions(sign, answers, opened)
            assert answers and all(one.goes_on(answer) for one, answer in zip(asked, answers, strict=True)), (sign, answers)
            assert ending.also, "one sign alone is no word on the whole jar"


NEGATIONS = re.compile(r"\b(?:no|not|nothing|never|none|neither|nor|nobody|without|unknown|cannot|lacks?)\b|n['’]t\b", re.IGNORECASE)


def test_no_question_is_asked_in_the_negative() -> None:
    """Who answers as one speaks, “no, nothing of that is there”, is never told to eat what another answer throws out: a question whose “no” leads on
    asks of something bad in plain words, and one whose “yes” leads on is told “none of these”, which leads to the worse end."""
    for sign in SIGNS.signs.values():
        for question in sign.ask:
            for text in (question.says, *question.things):
                assert not NEGATIONS.search(text), (sign.id, text)
            assert not (question.good and question.goes_on("no")), sign.id
            assert not question.goes_on("unknown"), sign.id


@pytest.mark.parametrize("sign", [sign.id for sign in SIGNS.signs.values()])
def test_nothing_of_it_there_is_never_kinder_than_a_thing_that_excuses_it(sign: str) -> None:
    kinder = {"thrown": 0, "fridge": 1, "leave": 1, "eat": 2}
    for answers, ending in paths(sign, False):
        for at, question in enumerate(questions(sign, answers, False)):
            if question.good and answers[at] == "no":
                best = max(kinder[better.kind] for other, better in paths(sign, False) if other[: at + 1] == (*answers[:at], "yes"))
                assert kinder[ending.kind] <= best, (sign, answers)


def test_what_is_known_of_the_jar_decides_before_any_answer() -> None:
    for sign in SIGNS.signs.values():
        for answers, ending in paths(sign.id, False):
            known = walk(SIGNS, sign.id, answers, ThisJar(out="This jar was traced: vinegar of 3.9 %."))
            assert isinstance(known, Ending) and known.kind == "thrown" and known.says.startswith("This jar was traced")
            mate = walk(SIGNS, sign.id, answers, ThisJar(look=True))
            assert isinstance(mate, Ending) and ("A mate of this jar" in mate.also) == (ending.kind == "eat")


def test_kept_too_long_is_past_its_time_and_no_suspect() -> None:
    ending = walk(SIGNS, "opened-kept", ["no", "yes"])
    assert isinstance(ending, Ending) and (ending.outcome, ending.if_eaten) == ("past-time", "") and "bag" not in ending.says


def test_safety_signs_reach_out_whatever_is_answered() -> None:
    assert {sign.id for sign in SIGNS.signs.values() if sign.safety == "discard"} >= SPOILED
    for sign in SIGNS.signs.values():
        endings = [ending for _, ending in paths(sign.id, False)]
        if sign.safety == "discard":
            assert all(ending.tell == "spoiled" and ending.mates for ending in endings), sign.id
        else:
            assert any(ending.tell == "spoiled" for ending in endings), sign.id


def test_a_sign_of_a_jar_that_can_be_eaten_asks_of_lid_gas_mould_and_smell_or_of_a_leak() -> None:
    for sign in SIGNS.signs.values():
        if SIGNS.outcomes[sign.end].kind == "eat":
            asked = " ".join(f"{question.says} {' '.join(question.things)}".lower() for question in sign.ask)
            assert re.search(r"\blid\b|leak", asked), sign.id


def test_no_answer_carries_a_condition_that_was_not_asked() -> None:
    for sign in SIGNS.signs.values():
        words = re.findall(r"\b(?:if|unless|otherwise|else|in doubt|should)\b", (sign.now or "").lower())
        assert not words, (sign.id, words)


def test_the_places_together_hold_every_sign_that_is_not_only_led_to() -> None:
    at = [sign.id for place in SIGNS.places for sign in SIGNS.at(place.id)]
    assert len(at) == len(set(at)) >= 82
    assert set(SIGNS.signs) - set(at) == {"half-gone", "thickened"}


def test_bleach_never_meets_vinegar() -> None:
    for outcome in SIGNS.outcomes.values():
        if "bleach" in outcome.says:
            before = outcome.says.index("rinse")
            assert before < outcome.says.index("bleach") and "chlorine" in outcome.says


def test_an_answer_too_many_and_an_unknown_sign_are_refused() -> None:
    with pytest.raises(RequestError, match="answered already"):
        walk(SIGNS, "bulged-lid", ["no"])
    with pytest.raises(RequestError, match="no sign"):
        walk(SIGNS, "purple-haze", [])


@pytest.mark.parametrize(
    ("was", "becomes", "says"),
    [
        ('safety = "discard"', 'safety = "perhaps"', "safety is"),
        ('end = "save"', 'end = "sign:short-processed"', "circle"),
        ('yes = "metal"', 'yes = "copper"', "nothing is called"),
        ('place = "lid"', 'place = "cellar"', "a place of the list"),
    ],
)
def test_a_bad_row_fails_with_its_sign(was: str, becomes: str, says: str) -> None:
    text = shipped("quality.toml")
    at = text.rindex(was) if "circle" in says else text.index(was)
    with pytest.raises(BadReference, match=says):
        read_signs(text[:at] + becomes + text[at + len(was) :], dict.fromkeys(("usda1", "usda6", "nchfp"), "a guide"))


def test_every_sign_names_where_it_is_from() -> None:
    for sign in SIGNS.signs.values():
        assert len(sign.source) > 12 and "from memory" in sign.source, sign.id


@pytest.mark.parametrize("sign", [sign.id for sign in SIGNS.signs.values()])
def test_a_jar_whose_last_day_is_past_goes_out_and_one_that_nobody_judged_says_so(sign: str) -> None:
    for answers, ending in paths(sign, False):
        overdue = walk(SIGNS, sign, answers, ThisJar(overdue=True))
        unjudged = walk(SIGNS, sign, answers, ThisJar(unjudged=True))
        assert isinstance(overdue, Ending) and overdue.kind == "thrown" and overdue.says.startswith("Its last day is past.")
        assert isinstance(unjudged, Ending) and ("Nobody here saw it made" in unjudged.also) == (ending.kind == "eat")
