"""A second day of attacks: hidden in the prose, under a soak, in tins, in spellings. What got through is mended and stays here;
so do the harmless sentences beside them, over every formula."""

from __future__ import annotations

import pytest

from rheum.core.facts.circumstances import Settings
from rheum.core.judging.check import check_text
from rheum.core.measures.altitude import read_altitude
from rheum.core.recipe.writing import formula_text
from rheum.reference.loading import library
from tests.core.prose_harmless import formulas_for
from tests.core.test_attacks import BEANS

FORMULAS = library().formulas
HERE = Settings(read_altitude("1265m"))
CUC, SAL, OK, REL, CARR, BEET = (
    formula_text(FORMULAS[name])
    for name in ("bread-and-butter-cucumbers", "choice-salsa", "dilled-okra", "pepper-onion-relish", "pickled-carrots", "pickled-beets")
)
M = "\nMethod:\n"


def m(text: str, sentence: str) -> str:
    """The text with one more sentence in its method."""
    return text.rstrip() + "\n" + sentence + "\n" if "Method:" in text else text + M + sentence + "\n"


ATTACKS = {
    "seconds": m(BEANS, "Process pint jars 30 seconds in boiling water."),
    "water in three parts": BEANS.replace("4 cups water", "2 cups plus 1 cup plus 3 cups water"),
    "a little less vinegar": BEANS.replace("4 cups white", "4 cups less 3 tbsp white"),
    "peppers and salt": BEANS + "peppers and salt\n",
    "lumps": CARR.replace("1/2 in rounds", "big lumps"),
    "dont bother slicing": m(CUC, "Don't bother slicing the cucumbers."),
    "raw in hot": m(CARR.replace("Hot pack. ", ""), "Fill the jars with raw carrots and pour the brine over."),
    "raw in hot 2": m(CUC.replace("Hot pack. ", ""), "Pack the cold cucumbers into the jars."),
    "boil filled jars 2": m(BEANS, "Boil the filled jars for 2 minutes."),
    "lid down": m(BEANS, "Set the jars lid-down on a towel to seal."),
    "sous vide": m(BEANS, "Process 30 minutes in the sous-vide bath."),
    "no canning": m(BEANS, "No canning needed: pour the boiling brine over and cap."),
    "skip bath": m(BEANS, "We skip the water bath; it has always been fine."),
    "counter days": m(BEANS, "Leave the jars on the counter for 5 days until they are sour, then process."),
    "bubbly": m(BEANS, "Let it stand until bubbly."),
    "soak used": BEANS.replace("4 cups water\n", "")
    + "Soak:\n8 cups water\n"
    + M
    + "Mix the soaking water with the vinegar and pour it over.\n",
    "soak not drained": OK.replace("Method:", "Soak:\n6 cups water\n\nMethod:\nDo not drain.\n"),
    "bottled onions": BEANS + "1/4 cup bottled onions\n",
    "bottled tomatoes": SAL.replace("6 cups tomato", "6 cups bottled tomato"),
    "jarred": SAL.replace("6 cups tomato", "6 cups jarred tomato"),
    "tea": BEANS + "1 cup black tea\n",
    "cocoa": BEANS + "1/2 cup cocoa powder\n",
    "sesame": BEANS + "1/2 cup sesame seeds\n",
    "cups each": BEANS + "1 cup each onions and carrots\n",
    "fullwidth": BEANS + "４ lb onions\n",
    "word amounts": BEANS + "two pounds onions\n",
    "hundred": BEANS + "a hundred cloves garlic\n",
    "sweet potatoes spiral": BEANS + "1 sweet potato\n",
    "puree salsa": m(SAL, "Blend until smooth."),
    "drain salsa": m(SAL, "Drain off the tomato juice before cooking."),
    "unpeeled salsa": m(SAL, "No need to peel the tomatoes."),
    "unpeeled in line": SAL.replace("peeled, cored", "unpeeled, cored"),
    "beets raw": BEET.replace("boiled 25-30 min, peeled, ", "raw, unpeeled, "),
    "skip salting": m(CUC, "Skip the salting."),
    "half the jars' brine": m(BEANS, "Stretch the brine with water if it does not cover the beans."),
    "top up with water": m(BEANS, "Top the jars up with boiling water if there is not enough brine."),
    "dilute to taste": m(BEANS, "Dilute the vinegar to taste."),
    "replace vinegar": m(BEANS, "You can replace half the vinegar with water."),
    "add oil on top": m(BEANS, "Cover each jar with a layer of olive oil."),
    "add carrots freely": m(BEANS, "Add some carrots and cauliflower to fill the jars."),
    "thicken": m(REL, "Thicken with flour before filling."),
    "butter stir": m(REL, "Stir in a knob of butter."),
    "quart jars hidden": m(REL, "Fill quart jars."),
    "big jars": m(BEANS, "Ladle into half-gallon jars."),
    "2 litre": m(BEANS, "Ladle into 2 litre jars."),
    "gallon": m(BEANS, "Use a gallon jar."),
    "no headspace": m(BEANS, "Fill to the brim."),
    "full to top": m(BEANS, "Fill the jars right to the top."),
    "short words": m(BEANS, "Process for two minutes in boiling water."),
    "simmer bath": m(BEANS, "Process in simmering water for 10 minutes."),
    "warm water bath": m(BEANS, "Process 10 minutes in a hot water bath at 85 C."),
    "reuse brine": BEANS.replace("4 cups white vinegar (5%)", "4 cups leftover brine"),
    "pickle juice": BEANS.replace("4 cups white vinegar (5%)", "4 cups pickle juice"),
    "kombucha": BEANS.replace("4 cups white vinegar (5%)", "4 cups kombucha"),
    "wine": BEANS.replace("4 cups white vinegar (5%)", "4 cups white wine"),
    "seasoned rice": BEANS.replace("white vinegar (5%)", "seasoned rice vinegar"),
    "4.99": BEANS.replace("(5%)", "(4.99%)"),
    "range low": BEANS.replace("(5%)", "(4-6%)"),
    "cut vinegar later": BEANS.replace("white vinegar (5%)", "white vinegar (5%) mixed with 1 cup water"),
    "frozen raw": BEANS.replace("4 lb green beans", "4 lb frozen green beans"),
    "each 5 lb bag": BEANS.replace("4 lb green beans", "2 (5 lb) bags green beans"),
    "x": BEANS.replace("4 lb green beans", "2 x 5 lb green beans"),
    "lb in words": BEANS.replace("4 lb green beans", "4 lb plus 3 lb green beans"),
    "4-lb 12": BEANS.replace("4 lb green beans", "4 lb + 3 lb green beans"),
    "heaped": BEANS + "3 heaping cups onions\n",
    "html": BEANS + "<b>2 lb onions</b>\n",
    "md table": BEANS + "| 2 lb | onions |\n",
    "tab": BEANS + "2 lb\tonions\n",
    "dash": BEANS + "onions - 2 lb\n",
    "colon": BEANS + "onions: 2 lb\n",
    "paren": BEANS + "(2 lb onions)\n",
    "quote": BEANS + '"2 lb onions"\n',
    "star": BEANS + "** 2 lb onions **\n",
    "and line": BEANS + "and 2 lb onions\n",
    "plus line": BEANS + "plus 2 lb onions\n",
    "plus sign": BEANS + "+ 2 lb onions\n",
    "also": BEANS + "Also: 2 lb onions\n",
    "comment": BEANS + "# onions, 2 lb\n",
    "crossed": BEANS + "~~2 lb onions~~\n",
    "emoji": BEANS + "🧅 2 lb onions\n",
    "after method heading": BEANS + M + "\nFor the topping:\n2 lb onions\n",
    "notes onions": BEANS + "Notes: we put 2 lb onions in too\n",
    "tips": BEANS + "Tip: a pound of bacon makes it better\n",
    "serving": BEANS + "Serves 8 with 2 lb onions inside\n",
    "storage": BEANS + "Storage: add 2 cups cream before sealing\n",
}


@pytest.mark.parametrize("text", ATTACKS.values(), ids=ATTACKS.keys())
def test_no_shelf(text: str) -> None:
    verdict = check_text(text, HERE, library())
    marked = any(f.code == "method-not-vouched" for f in verdict.findings)
    assert verdict.destination != "shelf" or marked, [(f.code, f.says) for f in verdict.findings]


HARMLESS = [
    "Wait 30 seconds before you lift the lid.",
    "Blanch them for 30 seconds in boiling water.",
    "Add the vinegar, water and salt to a pan and bring to a boil.",
    "Stir in the spices and cook for 5 minutes.",
    "Cover with water in the canner by 1 inch.",
    "Fill the canner half full with water.",
    "Top up the canner with boiling water if the level drops.",
    "Do not dilute the vinegar.",
    "Never replace the vinegar with water.",
    "Cover the jars with hot water to keep them warm.",
    "Remove the bubbles and wipe the rims.",
    "Let jars stand 12 hours, then check the seals; listen for the lids to ping.",
    "Keep the lids in simmering water until you need them.",
    "Let stand 4 weeks before opening.",
    "Wash and drain the vegetables.",
    "Drain well.",
    "Cover with ice water and soak 3 hours; drain and rinse.",
    "Peel the tomatoes by dipping them in boiling water.",
    "Serve with cheese and crackers.",
    "Good with roast pork or in a cheese sandwich.",
    "Do not use the oven.",
    "Store in a cool, dark, dry place.",
    "Fill the jars with hot vegetables, leaving 1/2 inch headspace.",
    "Ladle the relish into hot jars.",
    "Wear gloves when you handle hot peppers.",
    "Use a food processor to chop the onions.",
    "Skim the foam.",
    "Taste the brine and adjust the sugar.",
    "Label and date the jars.",
    "Any jar that does not seal goes into the refrigerator.",
    "If the brine does not cover the vegetables, make more brine.",
    "Preheat the jars in the oven at 120 C.",
    "Blanch in boiling water for 3 minutes, then cool in cold water.",
    "Tie the spices in cheesecloth.",
    "Stir to keep from sticking.",
    "Add boiling brine to cover.",
    "Process in a boiling-water canner; start timing when the water boils.",
    "Rest five minutes, then lift out.",
    "Cut off the blossom end, 1/16 inch.",
    "Pour the hot brine over.",
    "Simmer for ten minutes.",
    "Cover the pan with its lid.",
    "Add spices to each jar.",
    "Place jars upright on a towel.",
]


@pytest.mark.parametrize("sentence", HARMLESS)
def test_no_wolf_at_any_formula(sentence: str) -> None:
    for formula in formulas_for(sentence, FORMULAS):
        if "headspace" in sentence and abs(formula.headspace_mm - 12.7) > 1:
            continue
        text = formula_text(formula)
        if any(f"the {name}" in sentence and name not in text for name in ("tomatoes", "onions")):
            continue  # A bean recipe that chops onions has onions that nobody listed.
        verdict = check_text(m(text, sentence), Settings(read_altitude("1265m"), measures="us"), library())
        assert verdict.destination == "shelf", (formula.id, [(f.code, f.says) for f in verdict.findings])
