"""Reading what people write: amounts, names, strengths, sections, prose; and what must stay unread."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from rheum.core.facts.library import Library
from rheum.core.measures.amount import AmountError, leading_amount, split_amounts
from rheum.core.parsing.mentions import LineUnread, read_ingredient
from rheum.core.parsing.recipe import RecipeLine
from rheum.core.parsing.respoken import amount_first
from rheum.core.parsing.text import UnreadableRecipe, read_recipe


@pytest.mark.parametrize(
    ("text", "low", "high", "unit", "rest"),
    [
        ("2 1/4 cups cider vinegar", 2.25, 2.25, "cup", "cider vinegar"),
        ("1½ lb hot peppers", 1.5, 1.5, "lb", "hot peppers"),
        ("1 ½ lb hot peppers", 1.5, 1.5, "lb", "hot peppers"),
        ("500 ml water", 500, 500, "ml", "water"),
        ("500ml water", 500, 500, "ml", "water"),
        ("4 cloves garlic", 4, 4, "clove", "garlic"),
        ("3-4 lb beans", 3, 4, "lb", "beans"),
        ("3 to 4 lbs. beans", 3, 4, "lb", "beans"),
        ("1-1/2 cups sugar", 1.5, 1.5, "cup", "sugar"),
        ("2 x 400 g tins tomatoes", 800, 800, "g", "tomatoes"),
        ("1 (5 oz) can tomatoes", 5, 5, "oz", "tomatoes"),
        ("1,250 g onions", 1250, 1250, "g", "onions"),
        ("0,5 l water", 0.5, 0.5, "l", "water"),
        ("a dozen okra", 12, 12, "each", "okra"),
        ("half a cup of sugar", 0.5, 0.5, "cup", "sugar"),
        ("2 T salt", 2, 2, "tbsp", "salt"),
        ("2 t salt", 2, 2, "tsp", "salt"),
        ("8 fl oz vinegar", 8, 8, "fl oz", "vinegar"),
        ("about 3 cups onions", 3, 3, "cup", "onions"),
        ("half of a cup of sugar", 0.5, 0.5, "cup", "sugar"),
        ("2/3 of a cup sugar", 2 / 3, 2 / 3, "cup", "sugar"),
        ("three fourths cup sugar", 0.75, 0.75, "cup", "sugar"),
        ("two thirds of a cup of sugar", 2 / 3, 2 / 3, "cup", "sugar"),
        ("a cupful of sugar", 1, 1, "cup", "sugar"),
        ("2 tbls sugar", 2, 2, "tbsp", "sugar"),
        ("3 teaspoonfuls salt", 3, 3, "tsp", "salt"),
        ("2 pds onions", 2, 2, "lb", "onions"),
    ],
)
def test_amounts(text: str, low: float, high: float, unit: str, rest: str) -> None:
    amount, left = leading_amount(text)
    assert amount is not None
    assert (amount.low, amount.high, amount.unit, left) == (pytest.approx(low), pytest.approx(high), unit, rest)


@pytest.mark.parametrize(
    "text", ["1/0 cups vinegar", "-3 cups vinegar", "0 cups vinegar", "5-3 lb beans", "9999999 lb beans", "1.000 g onions"]
)
def test_amounts_that_cannot_be_meant(text: str) -> None:
    with pytest.raises(AmountError):
        leading_amount(text)


def test_an_amount_given_twice_and_one_added_to() -> None:
    first, second, rest = split_amounts("2 cups (500 ml) vinegar")
    assert first is not None and second is not None
    assert (first.unit, second.low, second.unit, rest) == ("cup", 500, "ml", "vinegar")
    summed, _, rest = split_amounts("1 cup plus 2 tbsp sugar")
    assert summed is not None
    assert (summed.low, rest) == (pytest.approx(1.125), "sugar")


def line(text: str, facts: Library, section: str = "jar") -> RecipeLine:
    return read_ingredient(text, 1, section, facts.catalogue)  # type: ignore[arg-type]


@pytest.mark.parametrize(
    ("text", "ingredient"),
    [
        ("4 cups apple cider vinegar (5% acidity)", "cider-vinegar"),
        ("4 cups white distilled vinegar", "white-vinegar"),
        ("2 lb red onions, thinly sliced", "onion"),
        ("3 scallions, chopped", "spring-onion"),
        ("1 lb jalapeño peppers, seeded", "jalapeno"),
        ("2 courgettes, sliced", "zucchini"),
        ("1 cup sugar snap peas", "snap-pea"),
        ("2 tbsp fresh oregano", "oregano-fresh"),
        ("2 tbsp oregano", "oregano"),
        ("2 tbsp dried dill", "dill-weed-dried"),
        ("12 whole cloves", "clove"),
        ("4 cloves of garlic, crushed", "garlic"),
        ("1 tsp yellow mustard seeds", "mustard-seed"),
        ("¼ cup yellow mustard", "prepared-mustard"),
        ("1 cup lemon juice", "lemon-juice-fresh"),
        ("1 cup bottled lemon juice", "lemon-juice-bottled"),
        ("3 cups tomatillos, husked", "tomatillo"),
        ("5 lb green tomatoes", "green-tomato"),
        ("1 cup black beans", "kidney-bean-tinned"),
        ("2 tsp salt", "salt-plain"),
        ("salt, 2 tsp", "salt-plain"),
        ("white vinegar: 500 ml", "white-vinegar"),
        ("• 2 cups frozen corn", "corn"),
        ("2 cups white or cider vinegar (5%)", "white-vinegar"),
    ],
)
def test_names(text: str, ingredient: str, facts: Library) -> None:
    assert line(text, facts).ingredient.id == ingredient


@pytest.mark.parametrize(
    "text",
    [
        "2 cups ramps",
        "4 cloves",
        "2 cups vinegar mixed with onions",
        "2 cups onion soup mix",
        "1 cup tomato gravy",
        "2 cups vinegar, diluted by half",
        "2 cups pickled beets",
        "2 cups onions, 1 cup garlic",
        "2 cups smoked peppers",
        "some onions",
        "onions",
        "2 in onions",
        "3 cups vinegar or water",
        "2 fresh bay leaves",
        "1 cup",
    ],
)
def test_what_is_not_wholly_understood_stays_unread(text: str, facts: Library) -> None:
    with pytest.raises(LineUnread, match=r"\."):
        line(text, facts)


@pytest.mark.parametrize(
    ("text", "strength"),
    [("(5% acidity)", 5), ("(4-5%)", 4), ("5 % acidity", 5), ("50 grain", 5), ("4.3 per cent", 4.3), ("", None), ("(at least 5%)", 5)],
)
def test_strengths_count_by_their_low_end(text: str, strength: float | None, facts: Library) -> None:
    assert line(f"2 cups white vinegar {text}", facts).strength == strength


def test_states_and_prepared_weights(facts: Library) -> None:
    assert line("2 lb frozen okra", facts).states == {"frozen"}
    assert "unfit" in line("2 lb overripe tomatoes", facts).states
    assert line("2 lb peeled carrots", facts).prepared
    assert not line("2 lb carrots, peeled", facts).prepared


RECIPE = """Our beans

4 lb green beans
4 cups white vinegar (5%)
4 cups water

Per pint jar:
1 head dill

Soak:
2 gal water
1 cup salt
2 lb onions

For the brine:
1/2 cup sugar

Method:
Hot pack. Leave 1/2 inch headspace. Process pints 10 minutes and quarts 15 minutes in a boiling-water canner.
Stir in 2 cups cream. Rinse with 2 quarts of water in the kettle.
"""


@pytest.mark.parametrize(
    ("text", "title", "first"),
    [("Okra\n2 lb okra", "Okra", 2), ("2 lb okra\n3 cups water", "Untitled batch", 1), ("Title: Okra\n2 lb okra", "Okra", 2)],
)
def test_the_first_line(text: str, title: str, first: int, facts: Library) -> None:
    recipe = read_recipe(text, facts.catalogue)
    assert (recipe.title, recipe.lines[0].number) == (title, first)


def test_an_unknown_first_line_with_an_amount_is_no_title(facts: Library) -> None:
    assert [item.line for item in read_recipe("3 lb ramps\n4 cups white vinegar (5%)", facts.catalogue).unread] == [1]


@pytest.mark.parametrize("text", ["", " \n\t\n", "hello\nworld", "x" * 200_000, "2 cups water\n" * 501])
def test_nothing_usable_gets_a_sentence(text: str, facts: Library) -> None:
    with pytest.raises(UnreadableRecipe, match=r"\.|:"):
        read_recipe(text, facts.catalogue)


def test_the_blank_lines_of_a_saved_page_are_no_lines_of_a_recipe(facts: Library) -> None:
    page = "Okra\n\n2 lb okra\n3 cups white vinegar (5%)\n3 cups water\n"
    apart = read_recipe(page.replace("\n", "\n" + " \n\t\n" * 300), facts.catalogue)
    assert [line.text for line in apart.lines] == [line.text for line in read_recipe(page, facts.catalogue).lines]
    assert not apart.unread


@given(st.text(max_size=400))
def test_any_text_is_read_or_refused_with_a_sentence(text: str) -> None:
    from rheum.reference.loading import library

    try:
        recipe = read_recipe(text, library().catalogue)
    except UnreadableRecipe as reason:
        assert str(reason).endswith((".", "”."))
        return
    for item in recipe.unread:
        assert item.why


@given(st.integers(1, 40), st.sampled_from([2, 3, 4, 8]), st.integers(1, 7))
def test_mixed_numbers_are_their_value(whole: int, bottom: int, top: int) -> None:
    amount, _ = leading_amount(f"{whole} {top}/{bottom} cups x")
    assert amount is not None
    assert amount.low == pytest.approx(whole + top / bottom)


def test_so_much_each_of_several_is_a_line_for_each(facts: Library) -> None:
    read = read_recipe("Test\n1 cup white vinegar (5%)\n2 teaspoons each mustard seed and celery seed\n", facts.catalogue)
    assert [(line.ingredient.id, line.amount.high) for line in read.lines[1:] if line.amount] == [("mustard-seed", 2), ("celery-seed", 2)]
    assert not read.unread


@pytest.mark.parametrize(
    ("line", "food"),
    [
        ("2 lb young okra pods, 3 inches or less", "okra"), ("1 small white cabbage (about 1 kg), shredded", "cabbage"), ("2 lb carrots, cut into 3-inch sticks", "carrot"),
        ("1 pkt (about 1 oz) fresh dill", "dill-fresh"), ("2 Scotch bonnet peppers", "habanero"), ("ice cubes, to cover", "ice"),
    ],
)  # fmt: skip
def test_what_people_write_beside_a_food(line: str, food: str, facts: Library) -> None:
    assert read_ingredient(line, 1, "jar", facts.catalogue).ingredient.id == food


def test_a_list_spoken_on_one_line_is_a_list(facts: Library) -> None:
    text = "Chutney\nDictated: two pounds of raisins; four cups brown sugar; one cup chopped onion; one quart vinegar, five percent.\n"
    read = read_recipe(text, facts.catalogue)
    assert [line.ingredient.id for line in read.lines] == ["raisin", "brown-sugar", "onion", "white-vinegar"]
    assert read.lines[-1].strength == 5
    assert not read.unread


@pytest.mark.parametrize(
    ("line", "amount"),
    [("about 14 heads of fresh dill (1 1/2 heads per pint jar)", 14), ("about 3 tbsp whole mustard seed (1 tsp per pint jar)", 3), ("2 lb onions (1 lb per jar)", None)],
)  # fmt: skip
def test_a_share_by_the_jar_in_brackets_is_no_second_amount(line: str, amount: float | None, facts: Library) -> None:
    if amount is None:
        with pytest.raises(LineUnread, match="how much a jar"):
            read_ingredient(line, 1, "jar", facts.catalogue)
    else:
        read = read_ingredient(line, 1, "jar", facts.catalogue)
        assert read.per_jar is None
        assert read.amount is not None
        assert read.amount.high == amount


@pytest.mark.parametrize(
    ("line", "food", "high"),
    [
        ("Green beans (4 lb), trimmed", "green-bean", 4), ("White vinegar (5%) – 4 cups", "white-vinegar", 4), ("Beets, 2 to 2 1/2 in across: 7 lb", "beet", 7),
        ("2 lb hot long red, green, or yellow peppers", "cayenne-fresh", 2), ("6 small hot peppers, one per jar", "cayenne-fresh", 6),
        ("4 lb green beans, trimmed to fit pint jars", "green-bean", 4), ("2 cups chopped poblano chile peppers", "long-green-chile", 2),
        ("6 cups diced unripe (green, rock-hard) mango", "mango-green", 6),
    ],
)  # fmt: skip
def test_a_line_in_another_order_is_the_same_line(line: str, food: str, high: float, facts: Library) -> None:
    read = read_ingredient(line, 1, "jar", facts.catalogue)
    assert (read.ingredient.id, read.amount and read.amount.high) == (food, high)


@pytest.mark.parametrize(
    "line",
    ["1/2 cup bottled lemon juice (for the simmering water)", "2 quarts water for the soak", "3/4 cup pickling salt (for soaking)", "Ice"],
)
def test_what_is_poured_away_is_of_the_soak(line: str, facts: Library) -> None:
    assert read_ingredient(line, 1, "jar", facts.catalogue).section == "soak"


@pytest.mark.parametrize("line", ["Corn relish – 9 pints", "Yield: 4 quarts", "Headspace: 1/2 inch", "Serves (8 oz)"])
def test_what_is_made_is_turned_round_to_no_food(line: str, facts: Library) -> None:
    assert amount_first(line, facts.catalogue.lexicon.ways) == line


@given(
    st.lists(
        st.sampled_from(["4 lb green beans", "4 cups white vinegar (5%)", "4 cups water", "1/2 cup pickling salt", "8 cloves garlic"]),
        min_size=1,
        unique=True,
    )
)
def test_quoting_marks_change_nothing_of_a_list(lines: list[str]) -> None:
    from rheum.reference.loading import library

    plain = read_recipe("\n".join(["Beans", *lines]), library().catalogue)
    quoted = read_recipe("\n".join(f"> {line}" for line in ("Beans", *lines)), library().catalogue)
    assert [(one.ingredient, one.amount) for one in plain.lines] == [(one.ingredient, one.amount) for one in quoted.lines]
