"""Sentences built of every verb with every way: less acid, more water, minutes cut short, waters that do not cover, lids that let go. None of them
is vouched for; what tested methods do, said with the same verbs, is."""

from __future__ import annotations

from itertools import product

import pytest

from rheum.core.facts.circumstances import Settings
from rheum.core.judging.check import judge
from rheum.core.measures.altitude import read_altitude
from rheum.core.recipe.writing import formula_text
from rheum.reference.loading import library

FACTS, HERE = library(), Settings(read_altitude("100 m"), measures="us")
BEANS = formula_text(FACTS.formulas["dilled-green-beans"])
MAKES = (
    "Make the brine", "Mix the brine", "Boil the brine", "Prepare the brine", "Fill the jars", "Pack the beans", "Cover the beans", "Can them", "Put them up",
    "Cook it all", "Bring everything to a boil", "I make mine", "You can do them",
)  # fmt: skip
LESS_ACID = (
    "without vinegar", "with no vinegar", "with no vinegar at all", "minus the vinegar", "but no vinegar", "leaving out the vinegar", "skipping the vinegar",
    "omitting the vinegar", "with less vinegar", "with a bit less vinegar", "with only half the vinegar", "with half as much vinegar", "with a third of the vinegar",
    "with a splash of vinegar", "with water instead of vinegar", "with water in place of the vinegar", "with water rather than vinegar", "using water for the vinegar",
    "with twice the water", "with double the water", "with extra water", "with more water than vinegar", "with one part vinegar to three of water",
    "cutting the vinegar with water", "halving the vinegar", "reducing the vinegar by half", "swapping the vinegar for water", "with weaker vinegar",
    "with 3% vinegar", "with homemade vinegar", "with beer instead of vinegar", "with vinegar to taste", "with just a little vinegar", "with hardly any vinegar",
    "with barely any vinegar", "with next to no vinegar", "with vinegar if you like", "with or without vinegar", "with vinegar let down with water",
)  # fmt: skip
PROCESS: dict[str, tuple[tuple[str, ...], tuple[str, ...]]] = {
    "minutes": (
        ("Process them", "Process the jars", "Give them", "Leave the jars in the canner", "Heat the filled jars", "Keep the jars in the boiling water"),
        ("for one minute", "for three minutes", "for a couple of minutes", "for as long as you have", "until the lids pop", "until they are hot",
         "a minute less", "for less time", "for a short while", "till you hear a ping"),
    ),
    "headspace": (("Leave", "Fill the jars leaving", "You want"), ("no headspace", "hardly any headspace", "no room at the top", "as little headspace as you can")),
    "brim": (("Fill the jars", "Pour in the brine", "Top the jars up"), ("to the brim", "right to the rim", "until it overflows", "up to the lid")),
    "no canner": (
        ("Process the jars in", "Do the jars in", "Seal the jars in", "I can mine in"),
        ("the oven", "a microwave", "the dishwasher", "a slow cooker", "an instant pot", "the hot sun", "an air fryer", "a vegetable steamer"),
    ),
    "water": (
        ("Keep the water", "Have the water", "Fill the canner so the water is"),
        ("halfway up the jars", "below the lids", "at the shoulders of the jars", "an inch deep", "just over the rack", "barely warm"),
    ),
    "cooling": (("Cool the jars", "Let the jars cool", "Leave the jars"), ("in the canner overnight", "in ice water", "upside down", "in the pot until morning")),
    "left out": (
        ("Skip", "Leave out", "Don't bother with", "No need for", "Forget"),
        ("the water bath", "the processing", "the lids", "the headspace", "the vinegar", "the bubbles"),
    ),
    "bands": (("Screw the bands", "Tighten the bands", "Turn the rings"), ("as tight as you can", "very tight", "again once they are out")),
    "lids that let go": (
        ("If a jar doesn't seal,", "If a lid pops up,", "Any jar that didn't seal"),
        ("press the lid down", "put it on the shelf", "just tighten the ring", "reprocess it next week", "leave it on the counter"),
    ),
    "signs": (("If it is mouldy,", "If a jar is cloudy,", "If a lid bulges,", "If it fizzes,"), ("have a taste", "boil it and eat it", "use it for cooking", "shake it and see")),
    "waiting": (("Fill the jars", "Pack the jars", "Pour in the brine"), ("and process them tomorrow", "and leave them overnight before processing", "the day before")),
    "cold": (("Pour in", "Fill with", "Cover with"), ("cold brine", "the brine once it is cold", "lukewarm brine", "brine from the fridge")),
    "height": (("At high altitude", "At 8,000 feet"), ("use the same time", "no extra time is needed", "you need less time", "ignore the altitude")),
}  # fmt: skip
MAY = (
    "Make the brine with all of the vinegar.", "Boil the vinegar, water and salt.", "Cover the beans with the hot brine.", "Fill the jars with the boiling brine.",
    "Process the jars for 5 minutes.", "Process them until the timer rings.", "Turn off the heat and leave the jars in the canner for 5 minutes.",
    "Leave 1/2 inch of headspace.", "Keep the water an inch over the lids.",
    "Screw the bands on fingertip tight.", "If a jar doesn't seal, put it in the fridge.", "If a lid bulges, throw the jar away untasted.",
    "Keep the jars in hot water until you need them.", "At 8,000 feet you need more time.", "Let the jars cool on a towel overnight.",
    "Never make these without the vinegar.", "Pour in the brine while it is boiling.",
)  # fmt: skip


def told(sentence: str) -> tuple[str, bool]:
    judged = judge(f"{BEANS}\n{sentence}\n", HERE, FACTS)
    return judged.verdict.destination, bool(judged.case.recipe.method.opened)


@pytest.mark.parametrize("way", LESS_ACID)
def test_less_of_the_acid_is_refused_with_any_verb(way: str) -> None:
    sentences = [f"{verb} {way}." for verb in MAKES]
    heard = {sentence: told(sentence) for sentence in sentences}
    assert [sentence for sentence, (to, marked) in heard.items() if to == "shelf" and not marked] == []
    # Some of them say nothing that can be meant (“Can them with 3% vinegar”): of those a mark is enough.
    assert sum(to == "shelf" for to, _ in heard.values()) <= len(sentences) / 4


@pytest.mark.parametrize("kind", PROCESS)
def test_no_process_cut_short_is_vouched_for(kind: str) -> None:
    passed = [f"{verb} {way}." for verb, way in product(*PROCESS[kind]) if told(f"{verb} {way}.") == ("shelf", False)]
    assert passed == []


@pytest.mark.parametrize("sentence", MAY)
def test_what_tested_methods_do_is_vouched_for_with_the_same_verbs(sentence: str) -> None:
    assert told(sentence) == ("shelf", False)


PUTS = (
    "Add", "Stir in", "Toss in", "Tuck in", "Layer in", "You can add", "Feel free to add", "Some people add", "Don't forget", "Crumble in", "Bulk it out with", "Top up with",
    "Fill the gaps with", "It is even better with", "I swear by", "Replace some of the beans with", "Stuff the jars with",
)  # fmt: skip
MUCH = ("", "a cup of ", "some ", "a handful of ", "plenty of ", "leftover ")
FOODS = ("corn", "bacon", "butter", "potatoes", "flour", "cream", "rice", "pumpkin", "cheese", "mushrooms", "noodles", "lard")
WHERE = ("", " to the pot", " in each jar", " at the end", " if you like")


@pytest.mark.parametrize("verb", PUTS)
def test_no_food_is_put_in_with_any_verb(verb: str) -> None:
    passed = []
    for at, (much, food) in enumerate(product(MUCH, FOODS)):
        sentence = f"{verb} {much}{food}{WHERE[at % len(WHERE)]}."
        if told(sentence) == ("shelf", False):
            passed.append(sentence)
    assert passed == []


SALSA = formula_text(FACTS.formulas["chile-salsa"])
TAKES = (
    "Use",
    "Add",
    "Put in",
    "I use",
    "You can use",
    "Make it with",
    "Try it with",
    "Cook it with",
    "It takes",
    "Go for",
    "We do ours with",
    "I like it with",
    "We love them with",
)
MORE = (
    "twice the onions", "double the peppers", "more onions than tomatoes", "extra peppers", "an extra onion", "as many peppers as you like", "a couple more onions",
    "onions to taste", "heaps of onions", "three times the chiles", "loads of garlic", "plenty more chiles", "another pound of onions", "two extra pounds of chiles",
    "any amount of onions", "as much onion as tomato", "equal parts onion and tomato", "all the peppers you have", "a few more chiles",
)  # fmt: skip
AS_LISTED = (
    "Use all the onions.",
    "Peel and chop all the tomatoes.",
    "Add the onions and chiles to the tomatoes.",
    "Cut the onions as small as the tomatoes.",
)


@pytest.mark.parametrize("more", MORE)
def test_more_of_a_food_is_refused_with_any_verb(more: str) -> None:
    heard = {f"{verb} {more}.": judge(f"{SALSA}\n{verb} {more}.\n", HERE, FACTS) for verb in TAKES}
    assert [said for said, judged in heard.items() if judged.verdict.destination == "shelf" and not judged.case.recipe.method.opened] == []


@pytest.mark.parametrize("sentence", AS_LISTED)
def test_what_is_listed_may_be_named_with_the_same_words(sentence: str) -> None:
    assert judge(f"{SALSA}\n{sentence}\n", HERE, FACTS).verdict.destination == "shelf"
