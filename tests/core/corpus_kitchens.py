"""More recipes as people write them: cards, mails, magazine clippings, phone notes, both sides of the ocean. All written for this project."""

from __future__ import annotations

from tests.core.corpus import Written

KITCHENS: dict[str, Written] = {
    "a mail from a friend": Written(
        "Hot carrots!!\n2 3/4 pounds peeled carrots, 1/2 inch rounds\n5-1/2 cups white vinegar (5%)\n1 cup water\n2 cups sugar\n2 tsp. canning salt\n8 tsp mustard seeds\n4 tsp celery seeds\n",
        ["carrot", "white-vinegar", "water", "sugar", "pickling-salt", "mustard-seed", "celery-seed"],
        {"title": "Hot carrots!!", "prepared": ["carrot"], "amounts": {"white-vinegar": (5.5, "cup")}},
    ),
    "tins by number and weight": Written(
        "Quick red sauce\n2 x 400 g tins chopped tomatoes\n250 ml cider vinegar (5%)\n1 tin (400g) chickpeas, drained\n2 (14 oz) cans tomatoes\n",
        ["tomato-tinned", "cider-vinegar", "kidney-bean-tinned", "tomato-tinned"],
        {"amounts": {"tomato-tinned": (800, "g"), "kidney-bean-tinned": (400, "g")}},
    ),
    "the juice of lemons": Written(
        "Lemony peppers\n2 kg red peppers\njuice of 2 lemons\nzest of 1 lemon\n500 ml wine vinegar (6%)\n",
        ["bell-pepper", "lemon-juice-fresh", "lemon-zest", "wine-vinegar"],
        {"amounts": {"lemon-juice-fresh": (2, "each")}, "strengths": {"wine-vinegar": 6.0}},
    ),
    "a thumb of ginger": Written(
        "Mango pot\n1.5 kg green mangoes\n1 inch piece ginger, grated\na 2-inch knob of fresh turmeric\n3 cups white vinegar (5%)\n",
        ["mango-green", "ginger", "turmeric-fresh", "white-vinegar"],
        {"amounts": {"ginger": (20, "g"), "turmeric-fresh": (40, "g")}},
    ),
    "pounds and ounces": Written(
        "Grandfather's onions\n2 lb 4 oz pearl onions, peeled\n1 lb. 8 oz. sugar\n1 pint malt vinegar (5%)\na pinch of ground mace\na pinch of cayenne pepper\n",
        ["pearl-onion", "sugar", "malt-vinegar", "mace", "cayenne-ground"],
        {"amounts": {"pearl-onion": (2.25, "lb"), "sugar": (1.5, "lb")}},
    ),
    "metric and imperial together": Written(
        "Piccalilli\n1kg/2lb 4oz green tomatoes, chopped\n600g (1lb 5oz) cabbage, chopped\n450 g/1 lb onions\n900ml/1½ pints white vinegar (5%)\n",
        ["green-tomato", "cabbage", "onion", "white-vinegar"],
        {"seconds": {"green-tomato": (2.25, "lb"), "cabbage": (1.3125, "lb"), "onion": (1, "lb")}},
    ),
    "divided and plus more": Written(
        "Cucumber rounds\n6 lb pickling cucumbers, sliced 1/4 inch thick\n1/2 cup canning salt, divided\n4 1/2 cups sugar, plus 2 tbsp more\n2 quarts plus 1 cup cider vinegar (5%)\n",
        ["cucumber", "pickling-salt", "sugar", "cider-vinegar"],
        {"amounts": {"sugar": (4.625, "cup"), "cider-vinegar": (2.25, "quart")}},
    ),
    "amounts behind the name": Written(
        "Beets\nbeets, 7 lb\nwhite vinegar (5%) - 4 cups\nsugar: 2 cups\nwater, 2 cups\nsalt, 1 1/2 tsp\ncinnamon sticks 2\n",
        ["beet", "white-vinegar", "sugar", "water", "salt-plain"],
        {"amounts": {"beet": (7, "lb"), "white-vinegar": (4, "cup")}, "unread": [7]},
    ),
    "per jar in a heading with its size": Written(
        "Dill spears\n8 lb pickling cucumbers\n1 1/2 qt white vinegar (5%)\n2 qt water\n1/2 cup pickling salt\n\nIn each quart jar:\n- 1 head dill\n- 2 tsp mustard seed\n- 1 dried red chilli\n",
        ["cucumber", "white-vinegar", "water", "pickling-salt", "dill-fresh", "mustard-seed", "chilli-flakes"],
        {"per_jar": {"dill-fresh": "quart", "mustard-seed": "quart"}},
    ),
    "brine apart from produce": Written(
        "Okra\n7 lb small okra pods\n8 cloves garlic\n\nBrine:\n6 cups water\n6 cups white vinegar (5%)\n2/3 cup pickling salt\n\nSpices:\n4 tsp dill seed\n6 small hot peppers\n",
        ["okra", "garlic", "water", "white-vinegar", "pickling-salt", "dill-seed", "cayenne-fresh"],
        {},
    ),
    "minutes for two jars": Written(
        "Beets in jars\n7 lb beets\n4 cups white vinegar (5%)\n\nDirections:\nHot pack. Process pints 30 minutes and quarts 30 minutes in a boiling-water canner. Leave 1/2 inch headspace.\n",
        ["beet", "white-vinegar"],
        {"minutes": {("pint", 30), ("quart", 30)}, "headspace": 12.7, "pack": "hot"},
    ),
    "millimetres and minutes": Written(
        "Zucchini slices\n2 kg courgettes, sliced\n1 l white wine vinegar (6%)\n\nMethod:\nFill hot into 500 ml jars with 12 mm headspace. Process 10 minutes in the water bath.\n",
        ["zucchini", "wine-vinegar"],
        {"minutes": {(None, 10)}, "headspace": 12.0, "jars": ["500ml"]},
    ),
    "upside down": Written(
        "Chutney the old way\n11 cups hard mango, chopped\n3 cups white vinegar (5%)\n4 1/2 cups sugar\n\nMethod:\nFill hot and turn the jars upside down for five minutes.\n",
        ["mango-green", "white-vinegar", "sugar"],
        {"refused": 1},
    ),
    "the oven": Written(
        "Oven relish\n6 cups onions, finely chopped\n6 cups white vinegar (5%)\n\nMethod:\nPut the filled jars into the oven at 120 C for half an hour.\n",
        ["onion", "white-vinegar"],
        {"refused": 1},
    ),
    "just below the boil": Written(
        "Careful cucumbers\n8 lb cucumbers\n6 cups white vinegar (5%)\n\nMethod:\nHold the jars just below the boil for 30 minutes.\n",
        ["cucumber", "white-vinegar"],
        {"refused": 1},
    ),
    "water to the neck": Written(
        "Neck-deep\n4 lb green beans\n4 cups white vinegar (5%)\n\nMethod:\nProcess 10 minutes with the water up to the neck of the jars.\n",
        ["green-bean", "white-vinegar"],
        {"refused": 1},
    ),
    "an oven that blisters": Written(
        "Marinated peppers\n4 lb bell peppers, blistered and peeled\n1 cup bottled lemon juice\n2 cups white vinegar (5%)\n1 cup olive oil\n\nMethod:\nBlister the skins in a hot oven. Process half-pints 15 minutes. Never turn the jars upside down.\n",
        ["bell-pepper", "lemon-juice-bottled", "white-vinegar", "oil"],
        {"refused": 0, "minutes": {("half-pint", 15)}},
    ),
    "numbered list": Written(
        "Peach-free salsa\n1. 6 cups tomatoes, peeled, cored, seeded and chopped\n2. 9 cups onions and/or peppers\n3. 1 1/2 cups commercially bottled lemon juice\n4. 3 tsp canning salt\n",
        ["tomato", "onion", "lemon-juice-bottled", "pickling-salt"],
        {},
    ),
    "a phone note in lower case": Written(
        "pickled onions quick\n8 c pearl onions peeled\n5 1/2 c white vinegar 5%\n1 c water\n2 c sugar\n2 t canning salt\n8 t mustard seed\n4 t celery seed\n",
        ["pearl-onion", "white-vinegar", "water", "sugar", "pickling-salt", "mustard-seed", "celery-seed"],
        {"amounts": {"pickling-salt": (2, "tsp"), "mustard-seed": (8, "tsp")}},
    ),
    "capital T and small t": Written(
        "Relish card\n3 qt. cucumbers, chopped\n6 c. white vinegar (5%)\n4 t turmeric\n2 T mustard seed\n",
        ["cucumber", "white-vinegar", "turmeric", "mustard-seed"],
        {"amounts": {"turmeric": (4, "tsp"), "mustard-seed": (2, "tbsp")}},
    ),
    "ranges": Written(
        "Some cucumbers\n4-5 lbs cucumbers (3 to 5 inches long)\n8 to 10 heads of dill\n3–4 cups white vinegar (5-6%)\n",
        ["cucumber", "dill-fresh", "white-vinegar"],
        {"amounts": {"cucumber": (5, "lb"), "dill-fresh": (10, "head")}, "strengths": {"white-vinegar": 5.0}},
    ),
    "grain strength": Written("Strong stuff\n4 lb green beans\n4 cups 50 grain white vinegar\n4 cups water\n", ["green-bean", "white-vinegar", "water"], {"strengths": {"white-vinegar": 5.0}}),
    "percent in words": Written(
        "Wordy\n4 lb green beans\n1 litre malt vinegar, 5 per cent acidity\n1 litre water\n", ["green-bean", "malt-vinegar", "water"], {"strengths": {"malt-vinegar": 5.0}}
    ),
    "level and heaped spoons": Written(
        "Spoons\n4 lb green beans\n4 cups white vinegar (5%)\n2 level tsp turmeric\n1 heaped tbsp mustard seed\n1 scant cup sugar\n",
        ["green-bean", "white-vinegar", "turmeric", "mustard-seed", "sugar"],
        {"amounts": {"turmeric": (2, "tsp"), "mustard-seed": (1, "tbsp"), "sugar": (1, "cup")}},
    ),
    "dozens": Written(
        "Corn for a crowd\none dozen ears corn\na dozen small onions\nhalf a dozen red peppers\n5 cups white vinegar (5%)\n",
        ["corn", "onion", "bell-pepper", "white-vinegar"],
        {"amounts": {"corn": (12, "ear"), "onion": (12, "each"), "bell-pepper": (6, "each")}},
    ),
    "salt and pepper": Written(
        "Table relish\n6 cups onions, finely chopped\n6 cups white vinegar (5%)\nsalt and pepper to taste\nfreshly ground black pepper\n",
        ["onion", "white-vinegar", "salt-plain", "peppercorn"],
        {},
    ),
    "not iodised": Written("Salt talk\n4 lb green beans\n4 cups white vinegar (5%)\n1 tbsp. salt (not iodized)\n", ["green-bean", "white-vinegar", "salt-plain"], {}),
    "dried and fresh": Written(
        "Herbs\n4 lb green beans\n4 cups white vinegar (5%)\n2 tsp dried dill\n1 sprig fresh rosemary\n3 bay leaves\n2 star anise\n1 tsp grated nutmeg\n",
        ["green-bean", "white-vinegar", "dill-weed-dried", "rosemary-fresh", "bay-leaf", "star-anise", "nutmeg"],
        {},
    ),
    "sticks by length": Written(
        "Spiced beets\n7 lb beets\n4 cups white vinegar (5%)\n2 cinnamon sticks, 3 inches each\n3-inch cinnamon stick\n12 whole cloves\n",
        ["beet", "white-vinegar", "cinnamon", "cinnamon", "clove"],
        {},
    ),
    "weights in brackets": Written(
        "Bracketed\n½ lb (about 2 cups) carrots, sliced\n2 large onions, diced (about 3 cups)\n1 pint (2 cups) cider vinegar, 5%\n",
        ["carrot", "onion", "cider-vinegar"],
        {"seconds": {"carrot": (2, "cup"), "onion": (3, "cup"), "cider-vinegar": (2, "cup")}},
    ),
    "frozen": Written(
        "Winter corn\n10 cups frozen corn, thawed\n5 cups white vinegar (5%)\n2 1/2 cups green peppers, diced\n",
        ["corn", "white-vinegar", "bell-pepper"],
        {"states": {"corn": {"frozen"}}},
    ),
    "a salting by name": Written(
        "Bread and butter\n6 lb cucumbers, sliced\n8 cups onions, thinly sliced\n4 cups cider vinegar (5%)\n\nSalting:\n1/2 cup pickling salt\n2 trays ice cubes\n",
        ["cucumber", "onion", "cider-vinegar", "pickling-salt"],
        {"soaked": ["pickling-salt"], "unread": [8]},
    ),
    "a lime soak": Written(
        "Crisp rings\n3 lb jalapeños, 1/4 inch rings\n7 1/2 cups cider vinegar (5%)\n1 3/4 cups water\n\nSoak:\n1 1/2 cups pickling lime\n1 1/2 gal water\n",
        ["jalapeno", "cider-vinegar", "water", "pickling-lime", "water"],
        {"soaked": ["pickling-lime", "water"]},
    ),
    "yield in jars": Written(
        "Okra for eight\nMakes: 8 to 9 pint jars\n7 lb okra\n6 cups white vinegar (5%)\n6 cups water\n",
        ["okra", "white-vinegar", "water"],
        {"yield": (8, 9), "jars": ["pint"]},
    ),
    "equipment among the lines": Written(
        "With equipment\n7 pint jars with lids and bands\n7 lb okra\n6 cups white vinegar (5%)\n6 cups water\n", ["okra", "white-vinegar", "water"], {"jars": ["pint"]}
    ),
    "markdown": Written(
        "# Zucchini, bread and butter\n\n## Ingredients\n\n* 16 cups zucchini, sliced\n* 4 cups onions, thinly sliced\n* 4 cups white vinegar (5%)\n* 2 cups sugar\n\n## Salting\n\n* 1/2 cup canning salt\n\n## Method\n\nDrain. Boil 5 minutes. Process pints 10 minutes.\n",
        ["zucchini", "onion", "white-vinegar", "sugar", "pickling-salt"],
        {"title": "Zucchini, bread and butter", "soaked": ["pickling-salt"], "minutes": {("pint", 10)}},
    ),
    "an amount in the method": Written(
        "Late vinegar\n4 lb green beans\n4 cups water\n\nMethod:\nAdd 4 cups white vinegar (5%) and bring to a boil.\n", ["green-bean", "water"], {}
    ),
    "spoken of again in the method": Written(
        "Spoken of again\n4 lb green beans\n4 cups white vinegar (5%)\n4 cups water\n\nMethod:\nBoil the 4 cups vinegar with the water. Put 1 quart of water into the canner.\n",
        ["green-bean", "white-vinegar", "water"],
        {},
    ),
    "altitude in the prose": Written(
        "High beans\n4 lb green beans\n4 cups white vinegar (5%)\n4 cups water\n\nMethod:\nProcess pints 5 minutes at 0-1,000 ft, 10 minutes at 1,001-6,000 ft.\n",
        ["green-bean", "white-vinegar", "water"],
        {},
    ),
    "a title that is a vegetable": Written("Okra\n7 lb okra\n6 cups white vinegar (5%)\n6 cups water\n", ["okra", "white-vinegar", "water"], {"title": "Okra"}),
    "no title at all": Written("4 lb green beans\n4 cups white vinegar (5%)\n4 cups water\n", ["green-bean", "white-vinegar", "water"], {"title": "Untitled batch"}),
    "either of two kinds": Written("Either\n4 lb green beans\n4 cups white or cider vinegar (5%)\n4 cups water\n", ["green-bean", "white-vinegar", "water"], {}),
    "accents and British names": Written(
        "Jalapeño & aubergine\n1 kg aubergines\n200 g jalapeños\n3 courgettes\n2 spring onions\n1 swede\n750 ml spirit vinegar (5%)\n",
        ["eggplant", "jalapeno", "zucchini", "spring-onion", "turnip", "white-vinegar"],
        {},
    ),
    "decilitres and kilos": Written(
        "Nordic jars\n2 kilos beetroot\n5 dl vinegar (5%)\n3 dl water\n2 dl caster sugar\n", ["beet", "white-vinegar", "water", "sugar"], {"amounts": {"white-vinegar": (5, "dl")}}
    ),
}  # fmt: skip
