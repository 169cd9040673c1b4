"""What is in the basket: weighed with and without it, counted, by volume, in bunches."""

from __future__ import annotations

import re
from dataclasses import dataclass, replace
from datetime import date
from typing import Final, Literal

from rheum.core.facts.lexicon import LineWords
from rheum.core.facts.weights import bulk
from rheum.core.making.stock import TrimRecord
from rheum.core.making.trim import Usable, usable
from rheum.core.matching.case import Case
from rheum.core.matching.measured import Measured
from rheum.core.measures.amount import AmountError, split_amounts
from rheum.core.measures.measurable import litres, measurable
from rheum.core.measures.refused import RequestError
from rheum.core.measures.saying import grams
from rheum.core.measures.units import G_PER_LB, US_CUP_ML, g_per, kind_of
from rheum.core.measures.words import settled, tokens
from rheum.core.parsing.mentions import LineUnread, read_ingredient
from rheum.core.parsing.plain_lines import strip_bullet
from rheum.core.parsing.recipe import RecipeLine, is_prep_only

_LESS: Final = re.compile(r"\s{0,9}(?:\bless\b|\bminus\b|−|–| - )\s{0,9}", re.IGNORECASE)
_SMALL: Final = re.compile(r",?\s{0,9}\b(?:small|damaged|bruised)\b\s{0,9}", re.IGNORECASE)
_MOST_G: Final = 1_000_000.0
# Of a thing of which more than this part is eaten hardly anything is taken off.
_NOTHING_OFF: Final = 0.97
_METRIC: Final = ("g", "kg", "mg", "ml", "l", "dl", "cl")


@dataclass(frozen=True, slots=True)
class Basket:
    """An amount of one of the recipe's lines as the person wrote it: `4.9 kg less 510 g`, `18`, `2 bunches`, `3 l`, `2 kg small`; whose it is, in free
    words, and when it was picked."""

    line: int
    amount: str
    source: str = ""
    picked: date | None = None


@dataclass(frozen=True, slots=True)
class InBasket:
    """One line's basket: grams as bought and grams to use after trimming, each low and high; how often the recipe it allows."""

    line: int
    name: str
    bought: tuple[float, float]
    left: tuple[float, float]
    trim: Usable
    factor: float
    factor_low: float
    factor_high: float
    says: str
    # What is held against the recipe, grams as the recipe asks for it.
    has: float = 0.0
    source: str = ""
    picked: date | None = None


def _read(amount: str, line: RecipeLine, case: Case) -> RecipeLine:
    try:
        return read_ingredient(f"{amount} {line.ingredient.name}", line.number, "jar", case.library.catalogue)
    except LineUnread:
        raise RequestError(
            "baskets", f"“{amount[:40]}” is no amount of {line.ingredient.name}. Write it as 4.9 kg less 510 g, 18, 2 bunches or 3 l."
        ) from None


def _weighed(written: str, line: RecipeLine, case: Case) -> tuple[float, float, bool]:
    """Grams, low and high, and whether that is the prepared thing (a volume) and not as bought."""
    parts = _LESS.split(written.strip())
    if len(parts) > 2:
        raise RequestError("baskets", f"“{written[:40]}”: write one weight less one basket.")
    found = _read(parts[0], line, case)
    held = bulk(found.amount, line.ingredient, False, case.family) if found.amount else None
    if held is None or found.amount is None:
        raise RequestError("baskets", f"What {written[:40]} of {line.ingredient.name} weighs is not known. Weigh it, in grams or pounds.")
    volume = kind_of(found.amount.unit) == "volume"
    pair = held.grams if volume else held.bought
    if len(parts) == 2:
        basket = _read(parts[1], line, case)
        tare = bulk(basket.amount, line.ingredient, True, case.family) if basket.amount else None
        if tare is None or basket.amount is None or kind_of(basket.amount.unit) != "mass" or kind_of(found.amount.unit) != "mass":
            raise RequestError("baskets", "A basket is taken off a weight only: write both as weights, such as 4.9 kg less 510 g.")
        if tare.grams[1] >= pair[0]:
            raise RequestError(
                "baskets",
                f"The basket alone ({grams(tare.grams[1])}) cannot weigh as much as the full one ({grams(pair[0])}). Weigh both again.",
            )
        pair = pair[0] - tare.grams[1], pair[1] - tare.grams[0]
    if pair[1] > _MOST_G:
        raise RequestError("baskets", f"{grams(pair[1])} is more than any kitchen takes in. Check the figure.")
    if pair[0] <= 0:
        raise RequestError("baskets", "Write an amount above zero.")
    return *pair, volume


def line_of(case: Case, number: int) -> Measured:
    """The recipe's line of a number. RequestError where there is none with a weight."""
    for item in case.lines:
        if item.line.number == number and not item.per_jar and item.bulk is not None and item.bulk.bought[0] > 0:
            return item
    raise RequestError("baskets", f"Line {number} has no amount that a basket can be held against.")


def in_basket(basket: Basket, case: Case, records: tuple[TrimRecord, ...]) -> InBasket:
    """What a basket comes to and how many times the recipe it allows. A recipe that asks for produce as bought is held
    against the bought weight; one that asks for it prepared, against what trimming leaves."""
    item = line_of(case, basket.line)
    assert item.bulk is not None and item.line.amount is not None
    ingredient = item.line.ingredient
    low, high, prepared_volume = _weighed(_SMALL.sub(" ", basket.amount), item.line, case)
    part = usable(ingredient, records)
    if _SMALL.search(basket.amount):
        # More of small or damaged fruit is stone, peel and what is cut away.
        part = replace(part, mid=part.low, high=part.mid)
    bought = (low / part.high, high / part.low) if prepared_volume else (low, high)
    left = (low, high) if prepared_volume else (low * part.low, high * part.high)
    middle = (low + high) / 2
    as_bought = kind_of(item.line.amount.unit) in ("mass", "count") and not item.line.prepared
    if as_bought:
        wanted = sum(item.bulk.bought) / 2
        has, span = (middle / part.mid if prepared_volume else middle), bought
        what = f"{grams(has)} as bought"
    else:
        wanted = sum(item.bulk.grams) / 2
        has, span = (middle if prepared_volume else middle * part.mid), left
        what = f"{grams(has)} to use" if part.baskets else f"{grams(span[0])} to {grams(span[1])} to use"
    return InBasket(
        line=item.line.number,
        name=ingredient.name,
        bought=bought,
        left=left,
        trim=part,
        factor=has / wanted,
        factor_low=span[0] / wanted,
        factor_high=span[1] / wanted,
        says=f"{what} of {ingredient.name} in the basket, {grams(wanted)} in the recipe",
        has=has,
        source=" ".join(basket.source.split()),
        picked=basket.picked,
    )


Goes = Literal["batch", "jar", "soak"]


@dataclass(frozen=True, slots=True)
class BothMeasures:
    """One line in the kitchen's own measure and in the other: cups beside grams. `says`: what it is in the line's own words;
    `goes`: into the batch, into every jar, or into a soak that stays out of them; `either`: its weight may be meant of the thing as bought or
    when prepared, and the line does not say which."""

    line: int
    name: str
    says: str
    own: str
    other: str
    goes: Goes
    role: str
    either: bool = False
    # The ingredient, the formula's own one that it stands for (itself where the formula has it, "" where none), and kilograms as bought, high
    # end; of a line for every jar, of one jar.
    id: str = ""
    stands_for: str = ""
    kg: float = 0.0


def both_measures(case: Case) -> tuple[BothMeasures, ...]:
    """Every line in both measures, in the order of the text: acid rounded up, produce and water down. A line without an amount
    stands in its own words."""
    found = []
    given = _stands_for(case)
    for line in case.recipe.lines:
        ingredient_id = line.ingredient.id
        if line.amount is None:
            goes_to: Goes = "soak" if is_prep_only(line) else "jar" if line.section == "per-jar" else "batch"
            found.append(
                BothMeasures(
                    line=line.number,
                    name=line.ingredient.name,
                    says=strip_bullet(line.text).strip(),
                    own="",
                    other="",
                    goes=goes_to,
                    role=line.ingredient.role.role,
                    id=ingredient_id,
                    stands_for=given.get(ingredient_id, ""),
                )
            )
            continue
        item = Measured(line, bulk(line.amount, line.ingredient, line.prepared, case.family, size=line.size))
        unit, up = line.amount.unit, line.ingredient.role.rounds
        own, says = _in_words(line)
        written = own or measurable(line.amount.high, unit, up, case.family) or f"{line.amount.high:g} {unit}"
        other = _other(item, up)
        own_first = (unit in _METRIC) == (case.family == "metric") or not other
        both = (written, other) if own_first else (other, written)
        goes: Goes = "soak" if is_prep_only(line) else "jar" if item.per_jar else "batch"
        kg = item.bulk.bought[1] / 1000 if item.bulk else 0.0
        found.append(
            BothMeasures(
                line.number, line.ingredient.name, says, *both, goes, item.role, _either(line, case.library.catalogue.lexicon.line),
                ingredient_id, given.get(ingredient_id, ""), kg,
            )
        )  # fmt: skip
    return tuple(found)


def _stands_for(case: Case) -> dict[str, str]:
    """By ingredient, the formula's own one that it stands for: itself, the one of its slot, or the one of its role where only one has it."""
    if case.match is None:
        return {}
    formula = case.match.formula
    by_role: dict[str, set[str]] = {}
    for line in formula.lines:
        by_role.setdefault(line.ingredient.role.role, set()).add(line.ingredient.id)
    own = {line.ingredient.id for line in formula.lines}
    seats = {pair.item.line.ingredient.id: pair.slot.given[0].id for pair in case.match.pairs}
    found = {}
    for written in case.recipe.lines:
        item = written.ingredient
        alone = by_role.get(item.role.role, set())
        found[item.id] = item.id if item.id in own else seats.get(item.id, next(iter(alone)) if len(alone) == 1 else "")
    return found


def _in_words(line: RecipeLine) -> tuple[str, str]:
    """A line's amount and what it is of, both in its own words, so that sheet and recipe never differ by a rounding; "" for an
    amount that stands elsewhere in it."""
    clean = strip_bullet(line.text).strip()
    try:
        _, _, rest = split_amounts(clean)
    except AmountError:
        return "", line.ingredient.name
    if not rest or not clean.endswith(rest):
        return "", line.ingredient.name
    return clean[: len(clean) - len(rest)].strip(" ,("), rest.strip(" ,") or line.ingredient.name


def _either(line: RecipeLine, around: LineWords) -> bool:
    """Whether a weight may be meant both ways: something is taken off, and the line does not say before or after."""
    words = {word.low for word in tokens(settled(line.text))}
    weighed = line.amount is not None and kind_of(line.amount.unit) == "mass" and line.ingredient.edible < _NOTHING_OFF
    return weighed and not line.prepared and "bought" not in words and bool(words & around.group["taken-off"])


def _other(item: Measured, up: bool | None) -> str:
    """A line's amount in the measure in which it is not written; "" where that is not known."""
    line, held = item.line, item.bulk
    if held is None or line.amount is None:
        return ""
    unit = line.amount.unit
    if unit in _METRIC:
        by_weight = kind_of(unit) == "mass" and (held.ml is None or item.role == "produce")
        if by_weight:
            return measurable(line.amount.high * g_per(unit) / G_PER_LB, "lb", up)
        return measurable(held.ml[1] / US_CUP_ML, "cup", up) if held.ml else ""
    if item.line.ingredient.role.liquid and held.ml:
        return litres(held.ml[1], up)
    weight = line.amount.high * g_per(unit) if kind_of(unit) == "mass" else held.grams[1]
    if kind_of(unit) == "count" and not line.prepared:
        weight = held.bought[1]
    return measurable(weight, "g", up) if weight < 1000 else measurable(weight / 1000, "kg", up)
