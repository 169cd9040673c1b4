"""One salt for another, and any amount in every measure."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Literal

from rheum.core.facts.library import Library
from rheum.core.facts.weights import bulk
from rheum.core.making.stock import TrimRecord
from rheum.core.making.trim import usable
from rheum.core.measures.saying import grams, ml
from rheum.core.measures.units import US_CUP_ML
from rheum.core.parsing.mentions import LineUnread, read_ingredient
from rheum.core.reckoner.answers import Answer, Part, ReckonError, above


@dataclass(frozen=True, slots=True)
class SaltForSalt:
    """So many cups of one salt as another, by weight. Names are ingredient ids."""

    sum: Literal["salt"]
    cups: float
    given: str
    wanted: str


def salt_for_salt(asked: SaltForSalt, library: Library) -> Answer:
    """Weight for weight: a cup of flakes holds far less salt than a cup of fine grains."""
    cups = above("cups", asked.cups, "The amount", 1000)
    for field, name in (("given", asked.given), ("wanted", asked.wanted)):
        item = library.catalogue.by_id.get(name)
        if item is None or item.role.role != "salt" or not item.g_per_cup:
            raise ReckonError(field, "Choose a salt from the list.")
    one, other = library.catalogue[asked.given], library.catalogue[asked.wanted]
    weight = cups * (one.g_per_cup or 0)
    volume = weight / (other.g_per_cup or 1)
    return Answer(
        f"{grams(weight)}: that is {ml(volume * US_CUP_ML)} of {other.name}.",
        (f"{cups:g} cups × {one.g_per_cup:g} g = {weight:.0f} g", f"{weight:.0f} g / {other.g_per_cup:g} g a cup = {volume:.2f} cups"),
        (Part(one.name, f"{cups:g} cups", cups / (cups + volume)), Part(other.name, f"{volume:.2f} cups", volume / (cups + volume))),
        mind="Weigh it: spoons of one kind differ too.",
    )


def _middle(pair: tuple[float, float]) -> float:
    return sum(pair) / 2


@dataclass(frozen=True, slots=True)
class Convert:
    """An amount as a person writes it, in every other measure: `4 cups green beans`."""

    sum: Literal["convert"]
    text: str


def convert(asked: Convert, library: Library) -> Answer:
    """Grams as bought and as prepared, millilitres, cups and pieces."""
    try:
        line = read_ingredient(asked.text, 1, "jar", library.catalogue)
    except LineUnread as reason:
        raise ReckonError("text", str(reason)) from None
    found = bulk(line.amount, line.ingredient, line.prepared, "us", size=line.size) if line.amount else None
    if line.amount is None or found is None:
        raise ReckonError("text", f"What one {line.ingredient.name} weighs is not known. Write cups, grams or pounds.")
    item = line.ingredient
    lines = [f"as bought: {grams(_middle(found.bought))}", f"trimmed: {grams(_middle(found.grams))} ({item.edible * 100:.0f} % is left)"]
    if found.ml:
        lines.append(f"prepared: {ml(_middle(found.ml))}, at {item.g_per_cup:g} g a cup")
    if item.each_g:
        lines.append(f"pieces: about {_middle(found.bought) / item.each_g:.0f}, at {item.each_g:g} g each")
    left = _middle(found.grams) / _middle(found.bought)
    return Answer(
        f"{asked.text.strip()}: {grams(_middle(found.bought))} as bought, {grams(_middle(found.grams))} in the jar.",
        tuple(lines),
        (
            Part("in the jar", grams(_middle(found.grams)), left),
            Part("trimmed off", grams(_middle(found.bought) - _middle(found.grams)), 1 - left),
        ),
        mind="A piece is a usual one: weigh yours.",
    )


@dataclass(frozen=True, slots=True)
class TrimLoss:
    """What trimming leaves of an amount, and how much to buy for it: `4.9 kg green beans`."""

    sum: Literal["trim"]
    text: str


def trim_loss(asked: TrimLoss, library: Library, trims: Iterable[TrimRecord]) -> Answer:
    """The handbook's fraction as a range, or the kitchen's own baskets where it has recorded some; forwards and backwards."""
    try:
        line = read_ingredient(asked.text, 1, "jar", library.catalogue)
    except LineUnread as reason:
        raise ReckonError("text", str(reason)) from None
    found = bulk(line.amount, line.ingredient, False, "us", size=line.size) if line.amount else None
    if line.amount is None or found is None:
        raise ReckonError("text", f"What one {line.ingredient.name} weighs is not known. Write grams or pounds.")
    bought, part = _middle(found.bought), usable(line.ingredient, trims)
    low, mid, high = part.grams(bought)
    rests = "the handbook's fraction, a third less of the loss to half more" if not part.baskets else f"{part.baskets} of your own baskets"
    return Answer(
        f"{grams(bought)} of {line.ingredient.name} leave {grams(low)} to {grams(high)}, about {grams(mid)}.",
        (
            f"part left: {part.low * 100:.0f} to {part.high * 100:.0f} %, about {part.mid * 100:.0f} % ({rests})",
            f"to have {grams(bought)} left to use, buy {grams(bought / part.mid)}, or {grams(bought / part.low)} to be sure",
        ),
        (Part("to use", grams(mid), part.mid), *((Part("trimmed off", grams(bought - mid), 1 - part.mid),) if part.mid < 1 else ())),
        mind="Small fruit has more stone; bruised parts are cut away. Record yours under Measure and make, and it counts from then on.",
        source="ingredients.csv (from memory), or this kitchen's own",
    )
