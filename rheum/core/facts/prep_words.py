"""The words that may stand around an ingredient's name without changing what it is.

Deny by default: a word that is in neither this list nor the name of the ingredient leaves the line unread.
Words that do change what reaches the jar (tinned, frozen, overripe …) are read apart, in reading_lines.py.
"""

from __future__ import annotations

from typing import Final

_WORDS: Final = """
a about acid acidity across additional additive all also american an and another any approximately around as at away baby bag ball
barely base basket batch before best bias big bite bite-size bitter black blade blanched blemish blender blistered blossom blue
boil boiled boiling bottled bottom bought brand bread broken brown brush brushed bud bulb bunch bundle but by calyx can cane
canning cap caster centimetre cheesecloth chilled chop chopped chunk chunky clean cleaned clear close cm coarse coarsely cob cold
color colour commercial cooked cooking cool cooled core cored corer crinkle crisp crosswise crown crushed cube cubed cultivated
cup cut cutlery cutting dark deep deg degree dense deseed deseeded deveined dice diced different dill discarded distilled divided
dozen drain drained dry each ear edge eight either end equal especially even extra eye fine finely firmly firm first five flake flat
flesh floret floretted food for four free frenched fresh freshly from fruit full fully g gal gallon garden gently golden good gram
grams granulated grate grated grater great green grind ground grown half half-inch halve halved hand handful hard head heaped
heaping heart heat heavy high homegrown hot hour hull hulled hungarian husk husked ice if in inch inche inches inner inside into
iodine is it italian its jar julienne julienned jumbo just keep kg kind knife knob knobs kosher label labeled labelled large
largely larger lb leaf least leave left leg length lengths lengthwise less level light lightly like liter litre little long loose
loosely lump made mandolin matchstick mature medium mild min mince minced minute mix mixed mixture ml mm moderately more narrow
natural needed new nine no non of off on once one optional or organic other ounce out outer over overnight oz packed
pale pared part pastry patted peel peeled per picked pickling piece pimento pimiento pink pint pit pith pitted plain plus pod
portion pound preferably preferred prepared pressed previously processor pure purple quality quart quarter quartered rack raw
ready red regular remove removed reserve rib ring rinse rinsed ripe ripening room root rough roughly round rounded sack scant scored scraped
scraping scrub scrubbed seed seeded seedless separate separated seperated seven shape shaved shell shelled short shredded shucked
silk simmered single six size sized skin skinless skinned slender slice sliced slicing slightly slip slipped slit sliver slivered
small smaller smallest smashed smooth snapped snipped soaked some spanish spear split spot sprig square stalk standard stem
stemmed still stir stone stoned store straight strained strength strip strips strong such summer superfine sure sweet sweetness
tablespoon tail taste tbsp teaspoon temperature ten tender the then thick thickly thickness thin thinly this threads three through
tied tight tightly time times tiny tip to together top topped torn total tough trim trimmed trimming tsp twelve twice two type
unblemished uncooked undamaged under undrained uniform unpeeled unripe unsalted unseasoned unsweetened until unwaxed use used
using usual variety vein very warm wash washed waxed wedge weighed weight well whether white whole wide width will winter
with without wooden work yellow fat plump juicy commercially commercial puree pureed blended mashed liquidised liquidized pulped lumps hunks  young your
""".split()


def _plain(word: str) -> str:
    from rheum.core.facts.ingredients import words_of

    return words_of(word)[0]


PREP_WORDS: Final = frozenset(_plain(word) for word in _WORDS)

# Around an acid or water only these: “cut by half” or “ground” must not pass for full strength.
LIQUID_WORDS: Final = frozenset(
    _plain(word)
    for word in [
        "a",
        "about",
        "acid",
        "acidity",
        "additional",
        "all",
        "any",
        "apple",
        "at",
        "boiling",
        "bottled",
        "brand",
        "cider",
        "cold",
        "commercial",
        "commercially",
        "cool",
        "cooled",
        "covered",
        "cup",
        "distilled",
        "divided",
        "each",
        "enough",
        "extra",
        "for",
        "from",
        "good",
        "hot",
        "in",
        "jar",
        "just",
        "least",
        "light",
        "more",
        "of",
        "only",
        "or",
        "organic",
        "per",
        "plain",
        "pure",
        "quality",
        "regular",
        "room",
        "standard",
        "store",
        "strained",
        "strength",
        "sweet",
        "tap",
        "temperature",
        "the",
        "to",
        "unopened",
        "warm",
        "white",
        "with",
        "brown",
        "red",
    ]
)

# Phrases in which another ingredient's name is not that ingredient.
HARMLESS_PHRASES: Final = (
    "not iodized",
    "not iodised",
    "non-iodized",
    "non-iodised",
    "without iodine",
    "in salt water",
    "in salted water",
    "in salt solution",
    "in boiling water",
    "in hot water",
    "in cold water",
    "under cold water",
    "under running water",
    "in water",
    "in ice water",
    "in the cooking water",
    "with water to cover",
    "plum type",
    "weighed without stones",
)
