"""The codes of change: level, group, the reason in one plain sentence, and where the rule comes from."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final, Literal

Level = Literal["stop", "limit", "caution", "note"]
Group = Literal["acid", "produce", "other", "method", "reading", "after"]
LEVELS: Final[tuple[Level, ...]] = ("stop", "limit", "caution", "note")

GUIDE_6: Final = "USDA Complete Guide to Home Canning, Guide 6 (from memory)"
GUIDE_1: Final = "USDA Complete Guide to Home Canning, Guide 1 (from memory)"
GUIDE_3: Final = "USDA Complete Guide to Home Canning, Guide 3 (from memory)"
COMMON: Final = "common practice"
PICK: Final = "Rheum's own pick, on the safe side"
CFR: Final = "21 CFR 113 and 114 (from memory)"
STEAM_STUDIES: Final = "extension studies of atmospheric steam canners (from memory)"


@dataclass(frozen=True, slots=True)
class Code:
    """One row of the rules: what a finding of this code means and rests on."""

    level: Level
    group: Group
    why: str
    source: str


CODES: Final[dict[str, Code]] = {
    "acid-reduced": Code(
        "limit", "acid", "The acid has to reach the middle of every piece; the formula was tested with more of it.", GUIDE_6
    ),
    "brine-runs-short": Code(
        "note", "acid", "Packed raw, the jar sets how much stands beside the brine; more produce only fills more jars.", GUIDE_6
    ),
    "water-added": Code("limit", "acid", "Water thins the acid that keeps the jar safe.", GUIDE_6),
    "acid-topped-up": Code("note", "acid", "More acid is safe, only tarter; it never pays for more produce.", COMMON),
    "vinegar-too-weak": Code("limit", "acid", "Tested formulas count on vinegar of at least 5 %.", GUIDE_6),
    "vinegar-strength-unstated": Code("caution", "acid", "The formulas take 5 %, but some bottles are 4 %.", GUIDE_6),
    "vinegar-strength-unknown": Code("limit", "acid", "This kind is often under 5 %, and nobody can taste the difference.", GUIDE_6),
    "vinegar-not-food": Code("stop", "acid", "Cleaning and industrial acids are not made to be eaten.", COMMON),
    "vinegar-stronger": Code("caution", "acid", "Safe as it is, only sharper.", COMMON),
    "vinegar-kind": Code("note", "acid", "Another vinegar of the same strength changes colour and flavour only.", GUIDE_6),
    "acid-swap-up": Code("note", "acid", "Bottled lemon or lime juice is more acid than vinegar, volume for volume.", GUIDE_3),
    "acid-swap-down": Code("limit", "acid", "Vinegar is less acid than bottled lemon or lime juice.", GUIDE_3),
    "juice-kind": Code("note", "acid", "Bottled lemon and bottled lime are alike in acid.", GUIDE_3),
    "juice-fresh": Code("limit", "acid", "Fresh lemons and limes vary in acid; bottled juice is made to one strength.", GUIDE_3),
    "no-tested-formula": Code(
        "limit", "produce", "Only a tested formula shows that the acid and the heat reach the middle of the jar.", GUIDE_1
    ),
    "low-acid-increased": Code("limit", "produce", "More low-acid produce takes up more of the acid than was tested.", GUIDE_6),
    "low-acid-reduced": Code("note", "produce", "Less low-acid produce leaves more acid for the rest.", GUIDE_6),
    "garlic-clove": Code("note", "produce", "One whole clove a pint in a brined whole-vegetable pickle is let pass.", PICK),
    "pepper-swap": Code("note", "produce", "One pepper may stand in for another, the total unchanged.", GUIDE_3),
    "cucumber-kind": Code("caution", "produce", "Slicing cucumbers go soft in the jar; wax keeps the vinegar out.", GUIDE_6),
    "onion-swap": Code("note", "produce", "One kind of onion may stand in for another, the total unchanged.", GUIDE_3),
    "tomato-swap": Code("note", "produce", "Green tomatoes and tomatillos are at least as sour as ripe tomatoes.", GUIDE_3),
    "swap-not-covered": Code("limit", "produce", "Nobody tested this in the other's place.", GUIDE_6),
    "ingredient-added": Code("limit", "produce", "The formula was tested without it, and it takes up acid or slows the heat.", GUIDE_6),
    "acid-fruit-added": Code(
        "limit", "produce", "Fruit changes how the jar heats and thickens; this formula was not tested with so much of it.", GUIDE_6
    ),
    "borderline-fruit": Code("limit", "produce", "This fruit is not sour enough to be counted as fruit.", CFR),
    "fresh-herb-changed": Code("caution", "produce", "A small sprig a jar is too little to matter; more would count as produce.", COMMON),
    "spice-changed": Code("note", "produce", "Dried spices may be changed freely; their flavour grows in the jar.", GUIDE_6),
    "produce-unfit": Code("limit", "produce", "Overripe, bruised or frosted produce is less sour and carries more spoilage.", GUIDE_1),
    "not-for-canning": Code("stop", "produce", "This is not safe to can at home.", GUIDE_6),
    "low-acid-alone": Code(
        "stop", "produce", "Low-acid food without enough acid can grow the botulism germ; it needs pressure canning.", CFR
    ),
    "sugar-changed": Code("caution", "other", "Sugar is for taste and texture here; a chutney thickens less.", GUIDE_6),
    "salt-changed": Code("caution", "other", "Salt is for taste and crispness here, not for safety.", GUIDE_6),
    "salt-additives": Code(
        "caution", "other", "Iodine and anti-caking powder cloud and darken the brine; weigh it, for spoons differ.", GUIDE_6
    ),
    "fat-added": Code("limit", "other", "Oil shields germs from acid and heat, and it can spoil the seal.", GUIDE_6),
    "garlic-or-herb-in-oil": Code(
        "stop", "other", "Garlic, herbs or vegetables under oil are shut off from air and acid: botulism can grow.", CFR
    ),
    "dairy-or-meat": Code("stop", "other", "Milk, cheese, meat and fish cannot be made safe in a boiling-water canner.", GUIDE_1),
    "thickener-added": Code("limit", "other", "A thicker jar heats more slowly than the one that was tested.", GUIDE_3),
    "starch-added": Code(
        "limit", "other", "Pasta, rice, grains and pulses take up acid and keep the heat out: three days cold, or freeze it.", GUIDE_1
    ),
    "alkali-added": Code("stop", "other", "It destroys acid.", COMMON),
    "firming-agent": Code("note", "other", "Calcium chloride, about 1/8 tsp a pint, firms; alum does nothing and may be left out.", COMMON),
    "tinned-for-fresh": Code("limit", "other", "Tinned produce is softer and packs tighter than the fresh that was tested.", GUIDE_3),
    "frozen-for-fresh": Code("note", "other", "Frozen produce may be used in a hot pack: weigh it before it thaws.", COMMON),
    "cut-changed": Code("limit", "method", "Heat and acid take longer to reach the middle of a bigger piece.", GUIDE_6),
    "density-changed": Code("limit", "method", "A denser jar heats more slowly than the one that was tested.", GUIDE_3),
    "prep-changed": Code("limit", "method", "Peeling, soaking and salting were part of what was tested.", GUIDE_6),
    "pack-changed": Code("limit", "method", "Raw and hot packs heat at different speeds; the minutes are for one of them.", GUIDE_6),
    "jar-larger": Code("limit", "method", "A larger jar takes longer to heat to its middle, and nobody timed it.", GUIDE_1),
    "jar-between": Code("note", "method", "Between two tested sizes the larger one's minutes hold.", GUIDE_1),
    "jar-smaller": Code("note", "method", "A smaller jar takes the smallest tested jar's minutes, never fewer.", GUIDE_1),
    "headspace-changed": Code("limit", "method", "Too little and food boils out under the lid; too much and air stays in.", GUIDE_1),
    "time-short": Code("limit", "method", "The minutes are what it takes for the heat to reach the middle.", GUIDE_6),
    "boil-interrupted": Code("limit", "method", "The minutes count only at an unbroken boil.", GUIDE_1),
    "time-long": Code("caution", "method", "Longer is safe, only softer.", COMMON),
    "altitude-unknown": Code("limit", "method", "Water boils cooler the higher you are: without the height there are no minutes.", GUIDE_1),
    "altitude-uncharted": Code("limit", "method", "The tables were not made for kitchens above 10,000 ft.", PICK),
    "method-refused": Code("limit", "method", "This does not heat the jar enough to seal it and keep it safe.", GUIDE_1),
    "steam-too-long": Code("limit", "method", "A steam canner can boil dry after 45 min.", STEAM_STUDIES),
    "fermented": Code("limit", "method", "This relies on fermentation for its acid, which Rheum does not cover.", GUIDE_6),
    "recipes-several": Code("limit", "reading", "Two recipes judged as one would answer for neither.", PICK),
    "line-unread": Code("limit", "reading", "What was not understood cannot be judged.", PICK),
    "formula-inconsistent": Code("limit", "reading", "Two different figures for the same thing: one of them is wrong.", PICK),
    "method-differs": Code(
        "limit", "method", "Nobody tested it that way. Rheum never follows a page's own method: what it makes is the tested way.", PICK
    ),
    # No longer given; verdicts of earlier versions have it.
    "method-not-vouched": Code(
        "caution", "reading", "Tested methods do not say this, or Rheum does not understand it whole. Its own steps count.", PICK
    ),
    "lid-unfit": Code("caution", "method", "A flat lid seals once, and what was tested was tested with new ones.", GUIDE_1),
    "jar-thin": Code(
        "caution", "method", "Thinner glass with a narrow rim breaks more often in the canner and seals less surely.", GUIDE_1
    ),
    "vessel-unfit": Code(
        "limit", "method", "Acid dissolves copper, brass, iron, zinc and bare aluminium, and takes up what it dissolves.", GUIDE_6
    ),
    "amounts-disagree": Code(
        "caution", "reading", "Two amounts for one thing that do not fit each other: the one that looks worse counts.", PICK
    ),
    "weight-either": Code("caution", "reading", "What is peeled or cored away weighs too, and the worse of the two is counted.", PICK),
    "measure-assumed": Code("note", "reading", "Cups, spoons and counts differ from place to place.", COMMON),
    "ph-high": Code("limit", "reading", "Above pH 4.6 the botulism germ can grow. The estimate can lower a verdict, never lift it.", CFR),
    "ph-marginal": Code("caution", "reading", "Pickles aim for 4.2, to keep a margin under 4.6.", COMMON),
    "seal-failed": Code("limit", "after", "Without a seal the jar is only a covered dish.", GUIDE_1),
    "seal-failed-late": Code("stop", "after", "Nobody knows how long it stood open.", GUIDE_1),
    "under-processed": Code("limit", "after", "It was not heated long enough to stand at room temperature.", GUIDE_1),
    "spoilage-signs": Code("stop", "after", "These are the signs of a spoiled jar.", GUIDE_1),
}
