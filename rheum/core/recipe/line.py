"""One ingredient line, understood whole or not at all."""

from __future__ import annotations

import re
from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Final

from rheum.core.facts.ingredients import Catalogue, Ingredient, NameMatch, own_words, words_of
from rheum.core.facts.prep_words import HARMLESS_PHRASES, LIQUID_WORDS, PREP_WORDS
from rheum.core.facts.weights import size_factor
from rheum.core.measures.acidity import blend_strength
from rheum.core.measures.amount import Amount, AmountError, leading_amount, number, split_amounts, together
from rheum.core.measures.units import kind_of, unit_named
from rheum.core.recipe.amount_words import held, of_each_jar
from rheum.core.recipe.recipe import RecipeLine, Section, State
from rheum.core.recipe.respoken import by_length, respoken

_BULLET: Final = re.compile(r"^\s*(?:[•*·‣▪◦–—]\s*|-\s+|\[[ xX]?\]\s*|\d+[.)]\s+(?=\d|[¼½¾⅓⅔⅛]))")
_PERCENT: Final = re.compile(
    r"\(?\b(?:at least|minimum|min\.?|about)?\s*(\d+(?:[.,]\d+)?)\s*(?:%|per\s?cent)?\s*(?:(?:-|–|—|to)\s*(\d+(?:[.,]\d+)?)\s*)?(?:%|per\s?cent)\s*(?:acetic\s+acid|acetic|acidity|acid|strength)?\)?",
    re.IGNORECASE,
)
_GRAIN: Final = re.compile(r"\(?\b(\d+)[\s-]*grain\b\)?", re.IGNORECASE)
_STATES: Final[tuple[tuple[State, re.Pattern[str]], ...]] = (
    ("mouldy", re.compile(r"\b(?:mou?ldy|mou?lded|rotten|rotting|spoil(?:ed|t))\b", re.I)),
    ("unfit", re.compile(r"\b(?:over-?\s?ripe|bruised|damaged|wilted|frost[- ]?(?:killed|bitten|damaged)|from dead vines|diseased|windfall|past (?:its|their) best)\b", re.I)),
    ("frozen", re.compile(r"\b(?:frozen|thawed|defrosted)\b", re.I)),
    ("tinned", re.compile(r"\b(?:tinned|canned|jarred|(?<!commercially )bottled)\b", re.I)),
    ("minced", re.compile(r"\b(?:minced|chopped|crushed|grated|sliced|pressed|slivered|quartered|halved|pur[eé]ed|smashed)\b", re.I)),
)  # fmt: skip
_NOT_BAD: Final = re.compile(r"\b(?:not|no|without|cut away|cut out|trim(?:med)? (?:off|away)|remove[d]?)\b[^,;]*", re.I)
_PREPARED_BEFORE: Final = frozenset(
    words_of(
        "prepared peeled chopped sliced diced shredded grated trimmed minced cored pitted seeded cubed quartered julienned shelled husked"
    )
)
_NO_AMOUNT_NEEDED: Final = ("spice", "salt", "firming")
_SENTENCE_WORDS: Final = 4
_BARE_CLOVES: Final = re.compile(r"^(?:whole\s*)?$", re.I)


class LineUnread(ValueError):
    """A line that was not understood; the message is the sentence to show beside it. `name`: the one unknown name that stands
    in the way, which a person may place."""

    def __init__(self, message: str, name: str | None = None) -> None:
        super().__init__(message)
        self.name = name


_MOST_PERCENT: Final = 100.0


@dataclass(frozen=True, slots=True)
class _Words:
    name: str
    prep: str


def strip_bullet(text: str) -> str:
    """A line without its list mark."""
    return _BULLET.sub("", text).strip()


# “blended: 1 part 7% and 2 parts 4%”: one line for a blend, its strength worked out and never taken on trust.
_BLEND: Final = re.compile(
    r",?\s*\(?\bblend(?:ed)?(?: of| from|:)?\s+(\d+(?:\.\d+)?|\d+/\d+)\s+parts?\s+(?:of )?(\d+(?:\.\d+)?)\s*%\s*(?:and|with|to|\+)\s*(\d+(?:\.\d+)?|\d+/\d+)\s+parts?\s+(?:of )?(\d+(?:\.\d+)?)\s*%\)?",
    re.I,
)


def _strength(text: str) -> tuple[float | None, str]:
    blend = _BLEND.search(text)
    if blend:
        try:
            one, first, other, second = (number(group) for group in blend.groups())
        except AmountError as error:
            raise LineUnread(str(error)) from None
        if one <= 0 or other <= 0:
            raise LineUnread("A blend needs more than nothing of each vinegar. Write its parts again.")
        found = blend_strength([(one, first), (other, second)])
        said, rest = _strength(text[: blend.start()] + " " + text[blend.end() :])
        return (min(found, said) if said is not None and found is not None else found), rest
    percent = _PERCENT.search(text)
    if percent:
        figures = [float(part.replace(",", ".")) for part in percent.groups() if part]
        if max(figures) > _MOST_PERCENT:
            raise LineUnread(f"No vinegar is {max(figures):.3g} per cent acid. Look at the label, and write its figure.")
        return min(figures), text[: percent.start()] + " " + text[percent.end() :]
    grain = _GRAIN.search(text)
    if grain:
        return int(grain.group(1)) / 10, text[: grain.start()] + " " + text[grain.end() :]
    return None, text


def _split_prep(text: str) -> _Words:
    """Name before the first comma, semicolon or bracket; everything after is preparation."""
    bracketed = " ".join(re.findall(r"\(([^()]*)\)", text))
    text = re.sub(r"\([^()]*\)", " ", text)
    name, _, prep = (part.strip() for part in re.sub(r"\s+[-–—]\s+", ", ", text).partition(","))
    return _Words(name, f"{prep} {bracketed}".strip())


def _find_name(words: tuple[str, ...], catalogue: Catalogue) -> NameMatch | None:
    named = catalogue.within(words)
    if len(named) > 1 and any(match.ingredient is not named[0].ingredient for match in named):
        return None
    return named[0] if named else None


def _dried(ingredient: Ingredient, catalogue: Catalogue) -> Ingredient | None:
    if ingredient.role.role == "spice" or ingredient.klass == "dried-fruit":
        return ingredient
    if ingredient.role.role == "herb":
        return catalogue["herbs-dried"]
    if ingredient.klass == "pepper":
        return catalogue["chilli-flakes"]
    return catalogue["garlic-powder"] if ingredient.klass in ("garlic", "onion") else None


# Words that `states` reads; they are understood, not passed over.
_STATE_WORDS: Final = frozenset(
    words_of(
        "frozen thawed defrosted tinned canned overripe over-ripe bruised mouldy moldy rotten spoiled damaged wilted frost killed bitten windfall diseased"
    )
)


_PLUS: Final = re.compile(r"(?:^|[\s(])(?:plus|and|\+)\s*(?:an?(?:other)? (?:additional|extra)\s*)?$", re.I)
_NOTHING_MORE: Final = re.compile(r"(?:more|extra|additional|of it|again)?", re.I)
_UNMEASURED: Final = re.compile(r"\b(?:plus|and)\s+(?:more|extra|additional|some)\b", re.I)
_MORE: Final = re.compile(r"\b(?:plus|and|more|extra|another|additional|again|\+)\b|\+", re.I)


def _leftover(words: tuple[str, ...], ingredient: Ingredient, section: Section, digits: bool) -> list[str]:
    """Words around a name that Rheum does not know the meaning of. Figures may stand in a preparation, not in a name."""
    known = LIQUID_WORDS if (ingredient.role.acid or ingredient.role.liquid) and section != "soak" else PREP_WORDS
    return [word for word in words if word not in known and word not in _STATE_WORDS and not (digits and word.isdigit())]


def _second_amount(prep: str, first: Amount | None) -> tuple[Amount | None, str, bool]:
    """An amount inside the preparation: “1 lb onions (about 3 cups)” gives the same thing twice and the worse one counts;
    “plus 2 tbsp more” is added to the first (then the last value is true); anything else with “more” stays unread."""
    for match in re.finditer(r"(?<![\d/.])(?:\d|[¼½¾⅓⅔⅛])", prep):
        try:
            amount, after = leading_amount(prep[match.start() :])
        except AmountError:
            continue
        if amount is None or kind_of(amount.unit) not in ("volume", "mass"):
            continue
        if first is not None and _PLUS.search(prep[: match.start()]) and _NOTHING_MORE.fullmatch(after.strip()):
            added = together(first, amount)
            if added is not None:
                return added, prep, True
        if _MORE.search(prep[: match.start()]) or _MORE.match(prep[match.start() :].split(" ", 2)[-1].strip()):
            raise LineUnread("This line holds two amounts. Give each a line of its own.")
        return amount, prep, False
    return None, prep, False


def _check_prep(prep: str, ingredient: Ingredient, section: Section, catalogue: Catalogue) -> None:
    lowered = prep.lower()
    for phrase in HARMLESS_PHRASES:
        lowered = lowered.replace(phrase, " ")
    words = words_of(lowered)
    for match in catalogue.within(words):
        same = match.ingredient is ingredient or ingredient.name in match.ingredient.name or match.ingredient.id == ingredient.id
        if not same and not all(word in PREP_WORDS for word in words[match.start : match.end]):
            raise LineUnread(f"This line names two things, {ingredient.name} and {match.ingredient.name}. Give each a line of its own.")
    own = own_words(ingredient)
    if odd := [word for word in _leftover(words, ingredient, section, digits=True) if word not in own]:
        raise LineUnread(
            f"Rheum does not know what “{odd[0]}” does to {ingredient.name}. Write the line without it, or say it another way."
        )


def _states(text: str) -> frozenset[State]:
    text = re.sub(r"\bor\s+(?:frozen|tinned|canned)\b[^,;]*", " ", text, flags=re.I)
    return frozenset(
        state for state, pattern in _STATES if pattern.search(_NOT_BAD.sub(" ", text) if state in ("unfit", "mouldy") else text)
    )


def _either(name: str, catalogue: Catalogue) -> str:
    """“white or cider vinegar”: the first of two kinds of one swap group; anything else with “or” stays as it is."""
    sides = re.split(r"\s+or\s+|/", name)
    if len(sides) != 2:
        return name
    last = sides[1].split()[-1] if sides[1].split() else ""
    for first in (sides[0], f"{sides[0]} {last}"):
        one, two = (_find_name(words_of(side), catalogue) for side in (first, sides[1]))
        if one and two and one.ingredient.swap_group and one.ingredient.swap_group == two.ingredient.swap_group:
            return first
    return name


def read_ingredient(text: str, at: int, section: Section, catalogue: Catalogue, *, per_jar: str | None = None) -> RecipeLine:
    """Read one line. Raises LineUnread with a sentence when any part of it was not understood."""
    found = _read_or_reason(text, section, catalogue, per_jar)
    if isinstance(found, LineUnread):
        raise LineUnread(str(found), found.name)
    return replace(found, number=at)


# At the Bench every keystroke reads the whole text again, and all lines but one are as they were.
@lru_cache(maxsize=8192)
def _read_or_reason(text: str, section: Section, catalogue: Catalogue, per_jar: str | None) -> RecipeLine | LineUnread:
    try:
        return _read(text, section, catalogue, per_jar)
    except LineUnread as reason:
        return LineUnread(str(reason), reason.name)


def _amounts(clean: str) -> tuple[Amount | None, Amount | None, str]:
    """The amount of a line, a second way it is given, and the rest of the words."""
    try:
        amount, other, rest = split_amounts(clean)
    except AmountError as error:
        raise LineUnread(str(error)) from None
    if amount is None:
        amount, other, rest = _trailing_amount(clean)
    if amount is not None and kind_of(amount.unit) == "length":
        amount, rest = by_length(amount, rest)
    if amount is not None and kind_of(amount.unit) == "length":
        raise LineUnread("A length is no amount. Write a weight, a volume or a count first.")
    return amount, other, rest


def _read(text: str, section: Section, catalogue: Catalogue, per_jar: str | None) -> RecipeLine:
    clean = strip_bullet(text)
    if len(clean) > 300:
        raise LineUnread("This line is too long to be one ingredient. Give each ingredient a line of its own.")
    clean = respoken(clean)
    if section != "soak":
        section, per_jar, clean = of_each_jar(section, per_jar, clean)
    strength, clean = _strength(clean)
    amount, other, rest = _amounts(clean)
    states = _states(rest)
    if amount is not None and amount.tinned:
        states |= {"tinned"}
    if amount is not None and amount.unit == "each" and re.match(r"(?:an?\s+)?(?:little|few|bit|some|splash|drizzle|glug)\b", clean, re.I):
        raise LineUnread("This is no amount that can be judged. Write it in cups, spoons or millilitres.")
    rest = re.sub(
        r"\b(?:to taste|as needed|as required|for garnish|\(?optional\)?|divided|if (?:you like|liked|desired)|or more|or less|or to taste)\b",
        " ",
        rest,
        flags=re.I,
    )
    optional = bool(re.search(r"\boptional\b", clean, re.I))
    parts = _split_prep(rest)
    if amount is not None and amount.unit == "clove" and _BARE_CLOVES.match(parts.name):
        raise LineUnread("Cloves of garlic, or the spice? Write “cloves garlic” or “whole cloves”.")
    if parts.prep and all(word in PREP_WORDS for word in words_of(parts.name)):
        # “peeled, cored, chopped tomatoes”: the commas stand between words of preparation, the name comes last.
        parts = _Words(f"{parts.name} {parts.prep}".strip(), "")
    ingredient, name_words, start = _identify(parts.name, amount, section, catalogue)
    if not ingredient.role.food:
        # “bottled lemon juice” is what is wanted, and a tin of anything else is no other thing.
        states -= {"tinned"}
    if "tinned" in states:
        ingredient = catalogue.by_id.get(f"{ingredient.id}-tinned", ingredient)
    _check_prep(parts.prep, ingredient, section, catalogue)
    if ingredient.role.role not in _NO_AMOUNT_NEEDED and _UNMEASURED.search(clean):
        raise LineUnread(f"How much more {ingredient.name} this is cannot be judged. Write the whole amount.")
    if other is None:
        other, _, summed = _second_amount(parts.prep, amount)
        if summed:
            amount, other = other, None
    _check_fresh_and_dried(parts, ingredient)
    try:
        amount = held(amount, ingredient, clean)
    except AmountError as error:
        raise LineUnread(str(error)) from None
    if amount is None and ingredient.role.role not in _NO_AMOUNT_NEEDED:
        raise LineUnread(f"No amount was read for {ingredient.name}. Begin the line with how much.")
    if strength is not None and ingredient.role.role != "vinegar" and ingredient.klass != "not-food":
        raise LineUnread(f"A per cent beside {ingredient.name} means nothing to Rheum. Take it out, or name the vinegar it belongs to.")
    prepared = any(word in _PREPARED_BEFORE for word in name_words[:start]) or "prepared" in words_of(parts.prep)
    prepared = prepared and amount is not None and kind_of(amount.unit) == "mass"
    size = size_factor(f"{parts.name} {parts.prep}")
    return RecipeLine(
        number=0,
        text=text,
        section=section,
        ingredient=ingredient,
        amount=amount,
        other=other,
        strength=strength,
        prepared=prepared,
        states=states,
        per_jar=per_jar,
        optional=optional,
        size=size,
    )


def _trailing_amount(text: str) -> tuple[Amount | None, Amount | None, str]:
    """`salt, 2 tsp` and `white vinegar: 500 ml` put the amount last."""
    match = re.match(r"^([A-Za-zÀ-ÿ' ()-]+?)\s*[,:–—-]\s*((?:about\s+)?[\d¼½¾⅓⅔⅛].*)$", text)
    if not match:
        return None, None, text
    try:
        amount, other, rest = split_amounts(match.group(2))
    except AmountError as error:
        raise LineUnread(str(error)) from None
    if amount is None or amount.unit == "each" or kind_of(amount.unit) == "length":
        return None, None, text
    return amount, other, f"{match.group(1)}, {rest}" if rest else match.group(1)


def _identify(name: str, amount: Amount | None, section: Section, catalogue: Catalogue) -> tuple[Ingredient, tuple[str, ...], int]:
    words = words_of(_either(name, catalogue))
    if words[:1] == ("dry",):
        words = ("dried", *words[1:])  # “4 lb dry beans”
    dried = "dried" in words
    match = _find_name(words, catalogue)
    if match is None and dried:
        match = _find_name(tuple(word for word in words if word != "dried"), catalogue)
    if match is None:
        if not words:
            raise LineUnread("There is an amount here but no ingredient. Write what it is of.")
        several = catalogue.within(words)
        if (
            amount is None
            and len(several) > 1
            and all(one.ingredient.role.role in ("spice", "salt") or _says_pepper(one, words, name) for one in several)
        ):
            # “salt and pepper to taste”: seasoning without an amount; nothing of it is judged.
            return several[0].ingredient, words, several[0].start
        if len(several) > 1:
            raise LineUnread(f"This line names {several[0].ingredient.name} and {several[1].ingredient.name}. Give each a line of its own.")
        if amount is None and len(words) >= _SENTENCE_WORDS:
            raise LineUnread("This is no ingredient. If it is a step, put “Method:” on a line above it.")
        unknown = _unknown_name(name) if not several and amount is not None else None
        raise LineUnread(f"Rheum does not know “{name.strip()[:60]}”. Place it, type another name for it, or leave it out.", unknown)
    ingredient = match.ingredient
    own = set(words[match.start : match.end]) if match.end <= len(words) else set()
    if section == "soak" and ingredient.id == "lemon-slice" and "lime" in own:
        ingredient = catalogue["pickling-lime"]
    if dried and "dried" not in own:
        turned = _dried(ingredient, catalogue)
        if turned is None:
            raise LineUnread(f"Rheum knows no dried form of {ingredient.name}. Type another name for it, or leave it out.")
        ingredient = turned
    around = tuple(word for word in words[: match.start] + words[match.end :] if word != "dried")
    if measure := next((word for word in around if _is_measure(word)), None):
        raise LineUnread(f"How much “{measure}” means here was not understood. Write the amount first: “2 cups {ingredient.name}”.")
    if odd := _leftover(around, ingredient, section, digits=False):
        raise LineUnread(f"Rheum knows {ingredient.name}, but not what “{odd[0]}” makes of it. Type another name for it, or leave it out.")
    return ingredient, words, match.start


def _unknown_name(name: str) -> str | None:
    """The part of an unknown name that a person would place: without the words of preparation around it."""
    written = re.findall(r"[A-Za-zÀ-ÿ][A-Za-zÀ-ÿ'’-]*", name)
    while written and all(word in PREP_WORDS for word in words_of(written[0])):
        written.pop(0)
    while written and all(word in PREP_WORDS for word in words_of(written[-1])):
        written.pop()
    found = " ".join(written)
    return found if 3 <= len(found) <= 40 and len(written) <= 4 else None


def _is_measure(word: str) -> bool:
    unit = unit_named(word) if len(word) > 1 else None
    return word == "dozen" or (unit is not None and kind_of(unit) in ("volume", "mass"))


def _says_pepper(found: NameMatch, words: tuple[str, ...], written: str) -> bool:
    return words[found.start : found.end] == ("pepper",) and "peppers" not in written.lower()


def _check_fresh_and_dried(parts: _Words, ingredient: Ingredient) -> None:
    words = words_of(parts.name)
    if "fresh" in words and ingredient.role.role == "spice" and "fresh" not in words_of(" ".join((ingredient.name, *ingredient.aliases))):
        raise LineUnread(f"Rheum knows {ingredient.name} only dried. Write the dried one, or leave the fresh one for the table.")
