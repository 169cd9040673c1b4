"""A third day of attacks: the method says what no tested one does, in words that nobody listed. Beside them sentences that real
methods are full of, at every formula; and lines of odd amounts and letters."""

from __future__ import annotations

import pytest

from rheum.core.facts.circumstances import Settings
from rheum.core.facts.weights import bulk
from rheum.core.judging.check import check_text
from rheum.core.judging.findings import Finding
from rheum.core.measures.altitude import read_altitude
from rheum.core.recipe.changes import apply_changes
from rheum.core.recipe.mentions import read_ingredient
from rheum.core.recipe.writing import formula_text
from rheum.reference.loading import library
from tests.core.prose_attacks import BEANS_SAID, CUCUMBERS_SAID, SALSA_SAID
from tests.core.prose_harmless import HARMLESS, formulas_for
from tests.core.test_attacks import BEANS
from tests.core.test_attacks_in_prose import CUC, FORMULAS, HERE, REL, SAL, m

SAID = [(BEANS, said) for said in BEANS_SAID] + [(SAL, said) for said in SALSA_SAID] + [(CUC, said) for said in CUCUMBERS_SAID]


@pytest.mark.parametrize(("text", "sentence"), SAID, ids=[said for _, said in SAID])
def test_said_in_the_method_it_is_no_shelf(text: str, sentence: str) -> None:
    assert check_text(text, HERE, library()).destination == "shelf"
    verdict = check_text(m(text, sentence), HERE, library())
    assert verdict.destination != "shelf" or any(finding.code == "method-not-vouched" for finding in verdict.findings)
    last = m(text, sentence).rstrip().count("\n") + 1
    assert any(finding.line == last for finding in verdict.findings), "the finding stands beside the sentence"


def test_taking_the_sentence_out_gives_back_the_recipe() -> None:
    offered = 0
    for text, sentence in SAID:
        spoilt = m(text, sentence)
        remedies = [finding.remedy for finding in check_text(spoilt, HERE, library()).findings if finding.remedy]
        ways = [remedy.changes for remedy in remedies] + [remedy.instead.changes for remedy in remedies if remedy.instead]
        out = [changes for changes in ways if [change.op for change in changes] == ["remove"]]
        if not out:
            continue
        offered += 1
        back, _ = apply_changes(spoilt, out[0])
        assert back.strip() in (text.strip(), text.strip() + "\n\nMethod:")
        assert check_text(back, HERE, library()).destination == "shelf"
    assert offered >= 200


def test_only_the_sentence_is_taken_out_of_its_line() -> None:
    said = "Trim the beans. Discard half of the vinegar. Pack them upright, about 1/2 in. apart."
    verdict = check_text(m(BEANS, said), HERE, library())
    remedy = next(finding.remedy for finding in verdict.findings if finding.code == "acid-reduced")
    assert remedy is not None and remedy.instead is not None
    assert [change.text for change in remedy.instead.changes] == ["Trim the beans. Pack them upright, about 1/2 in. apart."]


LINES = {
    "optional onions": BEANS + "2 lb onions (optional)\n",
    "optional carrots": BEANS + "1 lb carrots, optional\n",
    "garnish": BEANS + "2 lb onions, for garnish\n",
    "for serving": BEANS + "2 cups sour cream, for serving\n",
    "divided reserve": BEANS.replace("4 cups white vinegar (5%)", "4 cups white vinegar (5%), divided, 2 cups reserved"),
    "reserve for another use": BEANS.replace("4 cups white vinegar (5%)", "4 cups white vinegar (5%), half reserved for another use"),
    "aspirin": BEANS + "8 aspirin tablets\n",
    "vinegar per taste": BEANS.replace("4 cups white vinegar (5%)", "white vinegar (5%), to taste"),
    "vinegar to cover": BEANS.replace("4 cups white vinegar (5%)", "white vinegar (5%) to cover"),
    "water as needed": BEANS.replace("4 cups water", "water as needed"),
    "water to cover": BEANS.replace("4 cups water", "4 cups water, or to cover"),
    "acv 4": BEANS.replace("4 cups white vinegar (5%)", "4 cups apple cider vinegar, 4% acidity"),
    "40 grain": BEANS.replace("4 cups white vinegar (5%)", "4 cups white vinegar, 40 grain"),
    "acid 5 vol": BEANS.replace("4 cups white vinegar (5%)", "4 cups white vinegar (5 % salt)"),
    "malt nonbrewed": BEANS.replace("4 cups white vinegar (5%)", "4 cups non-brewed condiment"),
    "vinegar powder": BEANS.replace("4 cups white vinegar (5%)", "4 cups vinegar powder"),
    "balsamic glaze": BEANS.replace("4 cups white vinegar (5%)", "4 cups balsamic glaze (6%)"),
    "verjuice": BEANS.replace("4 cups white vinegar (5%)", "4 cups verjuice (5%)"),
    "dill sprig huge": BEANS.replace("8 heads dill", "2 lb fresh dill"),
    "garlic heads": BEANS.replace("8 cloves garlic", "8 heads garlic"),
    "garlic bulbs": BEANS.replace("8 cloves garlic", "8 bulbs of garlic"),
    "garlic cups": BEANS.replace("8 cloves garlic", "4 cups garlic"),
    "capital units T": BEANS + "40 T onions\n",
    "stone": BEANS + "1 stone onions\n",
    "quart basket": BEANS + "1 quart basket onions\n",
    "peck": BEANS + "1/2 peck beans\n",
    "bushel": BEANS.replace("4 lb green beans", "1 bushel green beans"),
    "hectogram": BEANS + "9 hg onions\n",
    "dl": BEANS + "9 dl onions\n",
    "kilo": BEANS + "1 kilo onions\n",
    "gill": BEANS + "4 gills chopped onions\n",
    "tumblers": BEANS + "2 tumblers onions\n",
    "2/3s": BEANS + "2 ⅔ cups onions\n",
    "1½": BEANS + "1½lb onions\n",
    "exp": BEANS + "1e3 g onions\n",
    "neg": BEANS + "-2 lb onions\n",
    "nbsp": BEANS + "2\xa0lb\xa0onions\n",
    "arabic digits": BEANS + "٢ lb onions\n",
    "roman": BEANS + "II lb onions\n",
    "cyrillic": BEANS + "2 lb оnions\n",
    "soft hyphen": BEANS + "2 lb on\xadions\n",
    "rtl": BEANS + "\u202e2 lb onions\n",
    "vertical tab": BEANS + "1 tsp dill seed\x0b2 lb onions\n",
    "ff": BEANS + "1 tsp dill seed\x0c2 lb onions\n",
    "ls": BEANS + "1 tsp dill seed\u20282 lb onions\n",
    "cr": BEANS + "1 tsp dill seed\r2 lb onions\n",
    "semicolon": BEANS + "1 tsp dill seed; 2 lb onions\n",
    "bullet": BEANS + "1 tsp dill seed • 2 lb onions\n",
    "slash": BEANS.replace("8 heads dill", "8 heads dill / 2 lb onions"),
    "ampersand": BEANS.replace("8 heads dill", "8 heads dill & 2 lb onions"),
    "with": BEANS.replace("8 heads dill", "8 heads dill with 2 lb onions"),
    "stuffed": BEANS.replace("4 lb green beans", "4 lb green beans stuffed with cheese"),
    "wrapped": BEANS.replace("4 lb green beans", "4 lb green beans wrapped in bacon"),
    "in oil": BEANS.replace("8 cloves garlic", "8 cloves garlic in oil"),
    "roasted garlic": BEANS.replace("8 cloves garlic", "8 cloves garlic, roasted in oil"),
    "pickled garlic": BEANS.replace("8 cloves garlic", "40 cloves pickled garlic"),
    "black garlic": BEANS.replace("8 cloves garlic", "40 cloves black garlic"),
    "dried beans": BEANS.replace("4 lb green beans", "4 lb dried beans"),
    "runner beans dry": BEANS.replace("4 lb green beans", "4 lb kidney beans"),
    "edamame": BEANS.replace("4 lb green beans", "4 lb edamame"),
    "broad beans": BEANS.replace("4 lb green beans", "4 lb broad beans"),
    "long beans": BEANS.replace("4 lb green beans", "4 lb shelled beans"),
    "beans French cut": BEANS.replace("4 lb green beans", "4 lb green beans, mashed"),
    "baked": BEANS.replace("4 lb green beans", "4 lb baked green beans"),
    "green bean casserole": BEANS.replace("4 lb green beans", "4 lb green bean casserole"),
}


@pytest.mark.parametrize("text", LINES.values(), ids=LINES.keys())
def test_a_line_that_is_no_shelf(text: str) -> None:
    assert check_text(text, HERE, library()).destination != "shelf"


BEANS_WRITTEN = [
    "4 lb green beans, some more",
    "4 lb green beans, extra",
    "4 lb green beans and some more",
    "4 lb green beans, half more",
    "4 lb green beans, twice",
    "4 lb green beans, two times",
    "4 lb green beans, more or less",
    "4 lb green beans, more than that",
    "4 lb green beans, at least",
    "4 lb green beans (at least)",
    "at least 4 lb green beans",
    "over 4 lb green beans",
    "more than 4 lb green beans",
    "4 lb green beans, over",
    "4 lb green beans, in all for each jar",
    "4 lb green beans, each",
    "4 lb each green beans",
    "4 lb green beans per jar",
    "4 lb green beans per cup of vinegar",
    "4 lb green beans a jar",
    "4 lb green beans for one jar",
    "4 lb green beans, with extra for packing",
    "4 lb green beans, with others",
    "4 lb green beans with some other pieces",
    "4 lb green beans or whatever",
    "4 lb green beans, or whatever is in season",
    "4 lb green beans, any kind, more to fill",
    "4 lb green beans, other half kept",
    "4 lb green beans cooked soft and mashed",
    "4 lb green beans, cooked",
    "4 lb green beans, fully cooked",
    "4 lb dry green beans",
    "4 lb dried green beans",
    "4 lb shelled green beans",
    "4 lb green beans, seeds only",
    "4 lb green beans, thick puree",
    "4 lb green bean pulp",
    "4 lb green beans, kept warm overnight",
    "4 lb green beans not fresh",
    "4 lb old green beans",
    "4 lb not good green beans",
    "4 lb blemished green beans",
]
OTHER_LINES = [
    BEANS.replace("8 cloves garlic", "8 bulbs of garlic"),
    BEANS.replace("8 cloves garlic", "8 garlic"),
    BEANS.replace("8 cloves garlic", "8 cloves garlic per jar"),
    BEANS + "1 cup carrots per jar\n",
    BEANS + "2 lb onions per jar\n",
    BEANS + "1 cup water in each jar\n",
    BEANS.replace("4 cups white", "4 small cups white"),
    BEANS.replace("4 cups white", "4 scant cups white"),
    BEANS.replace("white vinegar (5%)", "white vinegar (5%), or less"),
    SAL.replace("6 cups tomato", "6 heaping cups tomato"),
    SAL.replace("9 cups onion, diced", "9 cups onion, diced, packed"),
    REL.replace("6 cups onion", "6 generous cups onion"),
]


@pytest.mark.parametrize("line", BEANS_WRITTEN)
def test_more_of_it_in_words_is_no_shelf(line: str) -> None:
    assert check_text(BEANS.replace("4 lb green beans", line), HERE, library()).destination != "shelf"


@pytest.mark.parametrize("text", OTHER_LINES)
def test_an_amount_that_is_more_than_it_seems_is_no_shelf(text: str) -> None:
    assert check_text(text, HERE, library()).destination != "shelf"


def test_a_jar_named_in_the_line_counts_for_each_jar() -> None:
    said = check_text(BEANS.replace("8 heads dill", "1 head dill per jar") + "8 pint jars with lids\n", HERE, library())
    assert said.destination == "shelf"
    assert [line.section for line in said.lines if "dill" in line.reads_as] == ["per-jar"]


def test_a_whole_plant_is_counted_whole() -> None:
    def grams(line: str) -> float:
        read = read_ingredient(line, 1, "jar", library().catalogue)
        assert read.amount is not None
        held = bulk(read.amount, read.ingredient, read.prepared, "us")
        assert held is not None
        return held.grams[1]

    assert grams("2 garlic") == grams("2 bulbs of garlic") == grams("2 heads garlic") == 12 * grams("2 garlic cloves")
    assert grams("1 celery") == grams("1 head celery") == 14 * grams("1 stalk celery")


def worse(text: str) -> list[Finding]:
    verdict = check_text(text, Settings(read_altitude("1265m"), measures="us"), library())
    return [finding for finding in verdict.findings if finding.level in ("limit", "stop")]


@pytest.mark.parametrize("sentence", HARMLESS)
def test_no_wolf_at_any_formula(sentence: str) -> None:
    for formula in formulas_for(sentence, FORMULAS):
        assert worse(m(formula_text(formula), sentence)) == [], formula.id
