"""One ingredient line, understood whole or not at all: its amounts, its food, its states, and what every other word does.

Five rules, in this order: own rows first, longest first; on a line with an acid or water nothing else is passed over; a word with any
sense of a food blocks; so does a participle or a measure that no row has; passed over is only a plain word that the word lists know, and
a proper name directly before a known food (docs/decisions/0015-hearing.md).
"""

from __future__ import annotations

import re
from dataclasses import replace
from functools import lru_cache
from typing import Final

from rheum.core.facts.ingredients import Catalogue, Ingredient, own_words, words_of
from rheum.core.facts.lexicon import LineWords
from rheum.core.facts.weights import bulk, size_factor
from rheum.core.measures.amount import Amount, AmountError
from rheum.core.measures.units import kind_of
from rheum.core.measures.words import Token, settled, tokens
from rheum.core.parsing.alike import alike
from rheum.core.parsing.amount_words import held
from rheum.core.parsing.each_jar import each_jar
from rheum.core.parsing.line_amounts import Amounts, amounts_of
from rheum.core.parsing.line_words import Around, around_name, optional_said, pass_fillers, states_of
from rheum.core.parsing.names import Named, identify
from rheum.core.parsing.plain_lines import plain_line, strip_bullet
from rheum.core.parsing.recipe import RecipeLine, Section
from rheum.core.parsing.respoken import amount_first, amount_last, by_length, cooked_away, respoken
from rheum.core.parsing.strength import strengths
from rheum.core.parsing.unread import LineUnread

__all__ = ["LineUnread", "read_ingredient", "strip_bullet"]

LONGEST_INGREDIENT: Final = 300
_NO_AMOUNT_NEEDED: Final = ("spice", "salt", "firming")
_OUT_OF_THE_JAR: Final = ("water", "salt", "alkali")


# At the Bench every keystroke reads the whole text again, and all lines but one are as they were.
@lru_cache(maxsize=8192)
def read_ingredient(text: str, at: int, section: Section, catalogue: Catalogue, *, per_jar: str | None = None) -> RecipeLine:
    """Read one line. Raises LineUnread with a sentence when any part of it was not understood."""
    same = alike(strip_bullet(plain_line(text)))
    found = _read_or_reason(same.text, section, catalogue, per_jar) if same else None
    if same and isinstance(found, RecipeLine) and found.strength is None:
        return _as_said(found, text, at, same.times)
    found = _read_or_reason(text, section, catalogue, per_jar)
    if isinstance(found, LineUnread):
        raise LineUnread(str(found), found.name, found.word, found.food)
    return _as_said(found, text, at)


def _as_said(line: RecipeLine, text: str, at: int, times: float = 1.0) -> RecipeLine:
    """A line as it stands in the text, and so many times the amount that it was read with."""
    amount = line.amount.times(times) if line.amount is not None and times != 1.0 else line.amount
    also = tuple(_as_said(other, text, at, times) for other in line.also)
    return replace(line, number=at, text=text, amount=amount, also=also)


# A line that moved is read no second time, and one that was not understood is not tried again.
@lru_cache(maxsize=8192)
def _read_or_reason(text: str, section: Section, catalogue: Catalogue, per_jar: str | None) -> RecipeLine | LineUnread:
    if (opened := _without_brackets(text, section, catalogue, per_jar)) is not None:
        return replace(opened, text=text)
    try:
        return _read(text, section, catalogue, per_jar)
    except LineUnread as reason:
        return LineUnread(str(reason), reason.name, reason.word, reason.food)


# Words in brackets in the middle of a name, without a figure among them.
_WITHIN: Final = re.compile(r"(?<=[^\W\d_])\s{0,3}\(([^\W\d_](?:[^\W\d_]|[ ,'’-]){1,30})\)\s{0,3}(?=[^\W\d_])")


def _without_brackets(text: str, section: Section, catalogue: Catalogue, per_jar: str | None) -> RecipeLine | None:
    """“yellow (banana) peppers” read with its bracket as a part of the name, “green (unripe) tomatoes” without it; None where there is no
    such bracket, neither reads, or an acid or water is named, where nothing is passed over."""
    clean = plain_line(text)
    bracket = _WITHIN.search(clean)
    if (
        bracket is None
        or _WITHIN.search(clean, bracket.end())
        or catalogue.lexicon.line.group["said-beside"] & set(bracket.group(1).lower().split())
    ):
        return None
    inside = bracket.group(1).replace(",", " ")
    for said in (f" {inside} ", " "):
        try:
            line = _read(f"{clean[: bracket.start()]}{said}{clean[bracket.end() :]}", section, catalogue, per_jar)
        except LineUnread:
            continue
        if line.ingredient.role.acid or line.ingredient.role.liquid:
            return None
        named = {word for word in words_of(inside) if word in own_words(line.ingredient)}
        if said == " " or named:
            return line
    return None


def _read(text: str, section: Section, catalogue: Catalogue, per_jar: str | None) -> RecipeLine:
    ways, words = catalogue.lexicon.ways, catalogue.lexicon.line
    clean, away = cooked_away(_turned_round(amount_last(amount_first(strip_bullet(plain_line(text)), ways), ways), catalogue), ways)
    section = "soak" if away and section == "jar" else section
    if len(clean) > LONGEST_INGREDIENT:
        raise LineUnread("This line is too long to be one ingredient. Give each ingredient a line of its own.")
    found = tokens(respoken(settled(clean), catalogue.lexicon))
    if odd := next((word.text for word in found if word.kind == "word" and not word.low.isascii()), None):
        raise LineUnread(f"“{odd[:20]}” is written in letters that Rheum does not read. Write the line in Latin letters.")
    spent = [False] * len(found)
    each = each_jar(found, spent, section, words)
    if each is not None:
        section, per_jar = "per-jar", per_jar or each
    pass_fillers(found, spent, words)
    _pass_colours(found, spent, words)
    strength = strengths(found, spent, words)
    try:
        amounts = amounts_of(found, spent, clean, words)
    except AmountError as error:
        raise LineUnread(str(error)) from None
    amounts = _of_each_colour(amounts, found, spent, words)
    live = tuple(word for at, word in enumerate(found) if not spent[at] or (amounts.begins <= at < amounts.to and word.low != "each"))
    if (
        amounts.first is not None
        and amounts.first.unit == "each"
        and amounts.first.high <= 1
        and _low(found, amounts.begins + 1) in catalogue.lexicon.line.group["no-measure"]
    ):
        raise LineUnread("This is no amount that can be judged. Write it in cups, spoons or millilitres.")
    named = identify(found, spent, amounts, section, catalogue=catalogue)
    _check_count(amounts, found, spent, named.ingredient, line=words)
    around = around_name(found, spent, named, section, catalogue=catalogue)
    if around.soaks and section == "jar" and named.ingredient.role.role in _OUT_OF_THE_JAR:
        section = "soak"
    named = named._replace(ingredient=_by_the_spoon(named.ingredient, amounts, found, catalogue))
    states = states_of(found, named, words)
    if amounts.first is not None and amounts.first.tinned:
        states |= {"tinned"}
    line = _line(
        text, section, per_jar, named, amounts=amounts, around=around, strength=strength, states=states, found=live, catalogue=catalogue
    )
    others = _others(line, named, around, catalogue)
    return replace(line, also=others) if others else line


# A kitchen's count says little of a weight; one that says more than this much another amount contradicts it.
_CONTRADICTS: Final = 2.5


def _check_count(amounts: Amounts, found: tuple[Token, ...], spent: list[bool], ingredient: Ingredient, *, line: LineWords) -> None:
    """LineUnread for a count in brackets that is no such count: of an acid or water only its fruit is counted (“acidity 4” is no number of
    anything), and of a food one that fits its amount."""
    counted, first = amounts.counted, amounts.first
    a_clove = ingredient.klass == "garlic" and amounts.shared is not None and amounts.shared.high <= 1
    if amounts.shared is not None and ingredient.role.low_acid and ingredient.role.role == "produce" and not a_clove:
        raise LineUnread(f"How much {ingredient.name} in all, or how much a jar? Write one of the two.")
    if counted is None or first is None:
        return
    words = [found[at].low for at in amounts.counts]
    if ingredient.role.acid or ingredient.role.liquid:
        if not (line.group["fruit-counted"] & set(words) and "juice" in ingredient.role.role):
            raise LineUnread(
                f"What “{' '.join((f'{counted.low:g}', *words))}” in brackets means beside {ingredient.name} was not understood. A strength is written with its sign: 5 %."
            )
        if ingredient.role.role == "juice":
            raise LineUnread(
                f"Bottled or squeezed? {ingredient.name.capitalize()} has no number of fruits. Take the number out, if it comes from a bottle."
            )
        for at in amounts.counts:
            spent[at] = True
        return
    one, other = bulk(first, ingredient, False, "us"), bulk(counted, ingredient, False, "us")
    if one and other and max(sum(one.grams), sum(other.grams)) > _CONTRADICTS * min(sum(one.grams), sum(other.grams)):
        raise LineUnread(
            f"The amount of {ingredient.name} and the count in brackets contradict each other. Weigh it, and write the weight alone."
        )


def _of_each_colour(amounts: Amounts, found: tuple[Token, ...], spent: list[bool], line: LineWords) -> Amounts:
    """“2 cups each red and green bell peppers”: so much of each colour of one thing."""
    if amounts.first is None or _low(found, amounts.to) != "each" or spent[amounts.to]:
        return amounts
    words = [word.low for word in found[amounts.to + 1 :] if word.kind == "word"][:6]
    many = sum(word in line.group["colour-of-each"] for word in words)
    if many < 2 or "and" not in words:
        return amounts
    spent[amounts.to] = True
    return amounts._replace(first=amounts.first.times(many), to=amounts.to + 1)


_TURNED: Final = re.compile(r"(?<![^\W\d_])([^\W\d_]{3,20}), ([^\W\d_]{3,14})(?=,|$| \(|;)")


def _turned_round(text: str, catalogue: Catalogue) -> str:
    """“beans, green” as “green beans”, “tomatoes, green” as “green tomatoes”: a name told with its kind behind a comma."""
    found = _TURNED.search(text)
    if found is None:
        return text
    noun, kind = found.groups()
    named, plain = catalogue.named(words_of(f"{kind} {noun}")), catalogue.named(words_of(noun))
    if named is None or named is plain or kind == "whole":
        return text
    before = words_of(text[: found.end(1)])
    match = next((one for one in catalogue.within(before) if one.end == len(before)), None)
    if match is not None and match.end - match.start > 1:
        return text  # “hot red pepper, long”: the name is told already
    return f"{text[: found.start()]}{kind} {noun}{text[found.end() :]}"


def _pass_colours(found: tuple[Token, ...], spent: list[bool], line: LineWords) -> None:
    """Marks what only tells colours apart as spent: “one red, one green”, the orange of “red, yellow and orange bell peppers”."""
    for at, word in enumerate(found):
        behind = _low(found, at + 1)
        if word.low in ("one", "two") and behind in line.group["colour-of-each"] and _low(found, at - 1) in (",", "(", "and") and at > 1:
            spent[at] = True
        if word.low == "some" and behind in line.group["colour-of-each"] and at > 1:
            spent[at] = True  # “some red and some green”
        coloured = behind in line.group["pepper-name"]
        if (
            word.low == "orange"
            and coloured
            and _low(found, at - 1) in ("and", "or", ",", "&")
            and _low(found, at - 2) in line.group["colour-of-each"] | {","}
        ):
            spent[at] = True


def _low(found: tuple[Token, ...], at: int) -> str:
    return found[at].low if 0 <= at < len(found) else ""


def _line(
    text: str, section: Section, per_jar: str | None, named: Named, *, amounts: Amounts, around: Around, strength: float | None,
    states: frozenset[str], found: tuple[Token, ...], catalogue: Catalogue,
) -> RecipeLine:  # fmt: skip
    ingredient, amount, line_counts = named.ingredient, amounts.first, catalogue.lexicon.line.counted
    if not ingredient.role.food:
        # “bottled lemon juice” is what is wanted, and a tin of anything else is no other thing.
        states -= {"tinned"}
    if "tinned" in states:
        ingredient = catalogue.by_id.get(f"{ingredient.id}-tinned", ingredient)
    if amount is not None and kind_of(amount.unit) == "length":
        amount = by_length(amount, ingredient)
    if amount is not None and amount.unit == "cl" and ingredient.klass == "garlic":
        amount = replace(amount, unit="clove")  # a card's “8 cl garlic”
    if (
        amount is not None
        and amount.unit == "each"
        and ingredient.role.role == "herb"
        and any(word.low in ("head", "heads") for word in found)
    ):
        amount = replace(amount, unit="head")
    try:
        amount = held(amount, ingredient, found, catalogue.lexicon.line)
    except AmountError as error:
        raise LineUnread(str(error)) from None
    needed = ingredient.role.role not in _NO_AMOUNT_NEEDED and not (section == "soak" and ingredient.role.role in _OUT_OF_THE_JAR)
    if amount is None and ingredient.id == "ice" and section == "jar":
        needed, section = False, "soak"  # “Ice”: what is salted stands under it
    if amount is None and needed:
        raise LineUnread(f"No amount was read for {ingredient.name}. Begin the line with how much.")
    if strength is not None and ingredient.role.role != "vinegar" and ingredient.klass != "not-food":
        raise LineUnread(f"A per cent beside {ingredient.name} means nothing to Rheum. Take it out, or name the vinegar it belongs to.")
    if amount is not None and ingredient.role.role == "spice" and not _is_counted(line_counts, ingredient, amount):
        raise LineUnread(f"What one of {ingredient.name} weighs is not known. Write it in spoons or grams; if it is fresh, say so.")
    if amounts.other is not None and catalogue.lexicon.line.group["as-bought"] & {word.low for word in found} and around.prepared:
        amounts = amounts._replace(other=None)  # “2 3/4 lb peeled carrots (about 3 1/2 lb as bought)”: the same, before it was peeled
    prepared = around.prepared and amount is not None and kind_of(amount.unit) == "mass"
    return RecipeLine(
        number=0,
        text=text,
        section=section,
        ingredient=ingredient,
        amount=amount,
        other=amounts.other,
        about=amounts.about,
        passed=around.passed,
        strength=strength,
        prepared=prepared,
        states=states,  # type: ignore[arg-type]
        per_jar=per_jar if section == "per-jar" else None,
        optional=optional_said(found),
        size=size_factor(text),
    )


def _others(line: RecipeLine, named: Named, around: Around, catalogue: Catalogue) -> tuple[RecipeLine, ...]:
    """The other ways in which the line can be meant: each is judged, and the worse counts."""
    ways = [replace(line, ingredient=_as(other, line, catalogue)) for other in named.others]
    if around.or_frozen:
        ways.append(replace(line, states=line.states | {"frozen"}))
    if around.or_tinned:
        tinned = catalogue.by_id.get(f"{line.ingredient.id}-tinned", line.ingredient)
        ways.append(replace(line, ingredient=tinned, states=line.states | {"tinned"}))
    if around.either and line.amount is not None and kind_of(line.amount.unit) == "mass" and line.ingredient.edible < 1:
        ways.append(replace(line, prepared=True))
    return tuple(way for way in ways if way != line)


def _as(other: Ingredient, line: RecipeLine, catalogue: Catalogue) -> Ingredient:
    return catalogue.by_id.get(f"{other.id}-tinned", other) if "tinned" in line.states else other


def _by_the_spoon(ingredient: Ingredient, amounts: Amounts, found: tuple[Token, ...], catalogue: Catalogue) -> Ingredient:
    """“1/4 tsp cayenne pepper” is the ground spice, for nobody measures a fresh one by the spoon without chopping it."""
    spooned = catalogue.lexicon.line.spooned.get(ingredient.id)
    spoon = amounts.first is not None and amounts.first.unit in ("tsp", "tbsp", "pinch", "dash", "g", "oz")
    if spooned is None or not spoon or any(word.low in catalogue.lexicon.line.group["fresh-by-the-spoon"] for word in found):
        return ingredient
    return catalogue[spooned]


def _is_counted(counted: frozenset[str], ingredient: Ingredient, amount: Amount) -> bool:
    """Whether an amount of a spice says how much there is: a measure, or a count of what is counted by the piece."""
    return kind_of(amount.unit) != "count" or (ingredient.id in counted and amount.unit not in ("bunch", "handful", "head", "sprig"))


def weighs(line: RecipeLine) -> bool:
    """Whether what a line gives can be weighed at all."""
    return line.amount is not None and bulk(line.amount, line.ingredient, line.prepared, "us", size=line.size) is not None
