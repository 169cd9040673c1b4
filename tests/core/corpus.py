"""Recipes in the ways people really write them, with what should be read out of each. All written for this project.

Each entry: the text; the ingredient ids in order; what else should hold, by name (see test_corpus.py).
"""

from __future__ import annotations

from typing import Any, NamedTuple


class Written(NamedTuple):
    text: str
    ingredients: list[str]
    also: dict[str, Any]


CORPUS: dict[str, Written] = {
    "a card with typed fractions": Written(
        """Aunt's Bread and Butter Pickles

6 lbs. pickling cucumbers, sliced 1/4 inch thick
8 c. onions, thinly sliced
4 c. cider vinegar (5% acidity)
4 1/2 c. sugar
2 Tbsp. mustard seed
1 1/2 T celery seed
1 T ground turmeric
Salting: 1/2 c. canning salt

Directions:
Combine cucumbers and onions. Boil the syrup 10 minutes. Pack hot, leaving 1/2" headspace.
Process pints or quarts 10 minutes in a boiling water bath.
""",
        ["cucumber", "onion", "cider-vinegar", "sugar", "mustard-seed", "celery-seed", "turmeric", "pickling-salt"],
        {
            "title": "Aunt's Bread and Butter Pickles",
            "minutes": {("pint", 10), ("quart", 10)},
            "headspace": 12.7,
            "pack": "hot",
            "soaked": ["pickling-salt"],
        },
    ),
    "unicode fractions and bullets": Written(
        """Zucchini relish
• 1½ kg courgettes, grated
• ½ kg onions, finely chopped
• 2¼ cups white wine vinegar (6%)
• ¾ cup caster sugar
• 1⅓ tbsp fine sea salt
""",
        ["zucchini", "onion", "wine-vinegar", "sugar", "sea-salt-fine"],
        {"strengths": {"wine-vinegar": 6.0}, "amounts": {"zucchini": (1.5, "kg"), "wine-vinegar": (2.25, "cup")}},
    ),
    "checkboxes and a source line": Written(
        """Salsa for the winter
Source: a friend
Prep time: 40 minutes
[ ] 6 cups tomatoes, peeled, cored and chopped
[x] 5 cups onions, diced
[ ] 4 cups jalapeño peppers, seeded
[ ] 1 1/2 cups bottled lime juice
[ ] 3 tsp. canning salt
Yield: about 6 pints
""",
        ["tomato", "onion", "jalapeno", "lime-juice-bottled", "pickling-salt"],
        {"title": "Salsa for the winter", "yield": (6, 6), "jars": ["pint"]},
    ),
    "numbered lines": Written(
        """Okra
1. 7 lb okra pods, trimmed
2. 6 small hot red peppers
3. 8 cloves of garlic, peeled
4. 2/3 cup pickling salt
5. 6 cups water
6. 6 cups distilled white vinegar 5%
""",
        ["okra", "cayenne-fresh", "garlic", "pickling-salt", "water", "white-vinegar"],
        {"strengths": {"white-vinegar": 5.0}},
    ),
    "metric with both measures": Written(
        """Rote Bete
3.2 kg beetroot (7 lb)
950 ml (4 cups) white vinegar, 5 %
475 ml / 2 cups water
400 g (2 cups) sugar
2 cinnamon sticks
12 whole cloves
9 g salt
""",
        ["beet", "white-vinegar", "water", "sugar", "cinnamon", "clove", "salt-plain"],
        {"seconds": {"beet": (7, "lb"), "white-vinegar": (4, "cup"), "water": (2, "cup")}},
    ),
    "amounts last": Written(
        """Onions in vinegar
pearl onions, 2 lb
white vinegar (5%): 5 1/2 cups
water: 1 cup
sugar - 2 cups
mustard seed, 8 tsp
""",
        ["pearl-onion", "white-vinegar", "water", "sugar", "mustard-seed"],
        {"amounts": {"pearl-onion": (2, "lb"), "white-vinegar": (5.5, "cup"), "sugar": (2, "cup")}},
    ),
    "a soak, a brine and the jars": Written(
        """Dills

8 lb pickling cucumbers, 4 inches long, blossom ends removed

For the soak:
2 gallons water
3/4 cup pickling salt

For the brine:
1 1/2 qts white vinegar (5%)
1/2 cup canning salt
1/4 cup sugar
2 quarts water

In each quart jar:
2 tsp mustard seeds
3 heads fresh dill
""",
        ["cucumber", "water", "pickling-salt", "white-vinegar", "pickling-salt", "sugar", "water", "mustard-seed", "dill-fresh"],
        {"soaked": ["water", "pickling-salt"], "per_jar": {"mustard-seed": "quart", "dill-fresh": "quart"}},
    ),
    "markdown": Written(
        """# Corn relish

## Ingredients

- 10 cups corn kernels
- 2 1/2 cups red bell peppers, diced
- 2 1/2 cups green bell peppers, diced
- 2 1/2 cups celery, chopped
- 1 1/4 cups onion, diced
- 5 cups vinegar (5%)

## Method

1. Simmer everything 5 minutes.
2. Fill half-pints or pints, leaving 1/2-inch headspace.
3. Process 15 minutes in a boiling-water canner.
""",
        ["corn", "bell-pepper", "bell-pepper", "celery", "onion", "white-vinegar"],
        {"title": "Corn relish", "minutes": {(None, 15)}, "headspace": 12.7, "simmer": 5},
    ),
    "ranges": Written(
        """Beans
3-4 lb string beans
3 to 4 cups white vinegar (4-5%)
2 or 3 cups water
""",
        ["green-bean", "white-vinegar", "water"],
        {"amounts": {"green-bean": (4, "lb"), "water": (3, "cup")}, "strengths": {"white-vinegar": 4.0}},
    ),
    "tins and cans": Written(
        """Hot sauce
2 x 400 g tins tinned tomatoes
1 (28 oz) can canned diced tomatoes
1 1/2 cups serrano peppers, seeded
4 cups white vinegar (5%)
""",
        ["tomato-tinned", "tomato-tinned", "serrano", "white-vinegar"],
        {"amounts": {"tomato-tinned": (800, "g")}},
    ),
    "to taste and a pinch": Written(
        """Peppers
7 lb sweet peppers, cut in strips
3 cups white vinegar (5%)
3 cups water
salt to taste
a pinch of black pepper
bay leaves
""",
        ["bell-pepper", "white-vinegar", "water", "salt-plain", "peppercorn", "bay-leaf"],
        {"amounts": {"peppercorn": (1, "pinch")}},
    ),
    "British words": Written(
        """Piccalilli of a kind
1 kg cauliflower florets
450 g pickling onions, peeled
2 courgettes, sliced
1 aubergine
600 ml malt vinegar (5%)
2 tbsp cornflour
1 tbsp ground turmeric
""",
        ["cauliflower", "pearl-onion", "zucchini", "eggplant", "malt-vinegar", "cornstarch", "turmeric"],
        {},
    ),
    "grain instead of per cent": Written(
        """Carrots
2 3/4 lb peeled carrots
5 1/2 cups white vinegar, 50 grain
1 cup water
""",
        ["carrot", "white-vinegar", "water"],
        {"strengths": {"white-vinegar": 5.0}, "prepared": ["carrot"]},
    ),
    "a method told at length": Written(
        """Tomatillo salsa
5 cups tomatillos, chopped
1 1/2 cups long green chiles
4 cups onions
1 cup bottled lemon juice

Steps:
Wash and husk the tomatillos. Roast the chiles in a hot oven until the skins blister, then peel them.
Bring everything to a boil, stirring, then simmer for 20 minutes.
Ladle hot into pint jars, leaving half an inch... that is, 1/2 in. of headspace. Wipe rims.
Process in a boiling-water canner for 15 minutes; 20 minutes at 1,001-6,000 ft.
Never turn the jars upside down. Let stand 5 minutes, then cool 12 hours.
""",
        ["tomatillo", "long-green-chile", "onion", "lemon-juice-bottled"],
        {"headspace": 12.7, "simmer": 20, "refused": 0},
    ),
    "times by jar": Written(
        """Dill cucumbers
8 lb cucumbers
6 cups white vinegar (5%)
8 cups water
Method:
Raw pack. Process pints 10 minutes, quarts 15 minutes in a water bath.
""",
        ["cucumber", "white-vinegar", "water"],
        {"minutes": {("pint", 10), ("quart", 15)}, "pack": "raw"},
    ),
    "settings as lines": Written(
        """Asparagus
Jar: twelve-ounce jars
Headspace: 1/2 in
Pack: raw
Process: 10 minutes
10 lb asparagus spears
4 1/2 cups water
4 1/2 cups white vinegar (5%)
""",
        ["asparagus", "water", "white-vinegar"],
        {"minutes": {(None, 10)}, "headspace": 12.7, "pack": "raw"},
    ),
    "plus more": Written(
        """Sweet pickle
4 lb cucumbers, sliced
1 cup plus 2 tbsp sugar
3 1/2 cups white vinegar (5%)
""",
        ["cucumber", "sugar", "white-vinegar"],
        {"amounts": {"sugar": (1.125, "cup")}},
    ),
    "dozens and ears": Written(
        """Small things
2 dozen pearl onions
8 ears sweet corn
half a dozen jalapeños
2 cups white vinegar (5%)
""",
        ["pearl-onion", "corn", "jalapeno", "white-vinegar"],
        {"amounts": {"pearl-onion": (24, "each"), "corn": (8, "ear"), "jalapeno": (6, "each")}},
    ),
    "frozen and prepared": Written(
        """Winter corn relish
10 cups frozen corn, thawed
2 lb peeled onions
5 cups white vinegar (5%)
""",
        ["corn", "onion", "white-vinegar"],
        {"prepared": ["onion"], "states": {"corn": {"frozen"}}},
    ),
    "things to stand ready, and commas before the name": Written(
        """Tomatoes and onions
6 pint jars with lids
12 cups peeled, cored, chopped tomatoes
9 cups diced onions
3 cups bottled lemon juice
lids and bands
""",
        ["tomato", "onion", "lemon-juice-bottled"],
        {"jars": ["pint"]},
    ),
    "a wish for lime": Written(
        """Lime rings
3 lb jalapeños, sliced into rings
Soaking:
1 1/2 gallons water
1 1/2 cups lime
Brine:
7 1/2 cups cider vinegar (5%)
1 3/4 cups water
""",
        ["jalapeno", "water", "pickling-lime", "cider-vinegar", "water"],
        {"soaked": ["water", "pickling-lime"]},
    ),
}

# Recipes with lines that must stay unread: the text, and the numbers of those lines.
UNREAD: dict[str, tuple[str, list[int]]] = {
    "an unknown green": ("Beans\n4 lb green beans\n2 cups alexanders\n", [3]),
    "an impossible fraction": ("Beans\n4 lb green beans\n1/0 cups sugar\n", [3]),
    "a brand nobody knows": ("Beans\n4 lb green beans\n1 packet of my usual mix\n", [3]),
    "an amount alone": ("Beans\n4 lb green beans\n3 cups\n", [3]),
    "a thing alone": ("Beans\n4 lb green beans\ncarrots\n", [3]),
    "cloves of what": ("Beans\n4 lb green beans\n6 cloves\n", [3]),
    "one of two, of which one is an acid": ("Beans\n4 lb green beans\n2 cups carrots or vinegar\n", [3]),
    "a compound": ("Beans\n4 lb green beans\n2 cups onion gravy\n", [3]),
    "half strength": ("Beans\n4 lb green beans\n2 cups vinegar (5%), half strength with water\n", [3]),
}
