"""What limits the size of a batch: the baskets, the bottles, the pot, the canner, the jars."""

from __future__ import annotations

import math
from typing import Final

from rheum.core.facts.jars import Jar, counted_ml, room_ml
from rheum.core.making.basket import InBasket, in_basket
from rheum.core.making.bottles import most_ml
from rheum.core.making.jar_mix import MOST_JARS
from rheum.core.making.jars import jar_of, room_share
from rheum.core.making.liquids import drawn, liquid_ml, start_ml, vinegars
from rheum.core.making.stock import Canner, Stock
from rheum.core.making.wish import Wish
from rheum.core.matching.case import Case
from rheum.core.measures.refused import RequestError
from rheum.core.measures.saying import grams, listed, ml, percent
from rheum.core.revising.scaling import Limit

# A pot is filled to two thirds, so that it can boil and be stirred (common practice).
POT_FILLED: Final = 2 / 3


def _above(field: str, value: float, most: float, what: str) -> None:
    if not (math.isfinite(value) and 0 < value <= most):
        raise RequestError(field, f"{what} must be above zero and at most {most:g}.")


def limits_of(case: Case, wish: Wish, stock: Stock, canner: Canner, *, headspace_mm: float) -> tuple[list[Limit], tuple[InBasket, ...]]:
    """How many times the recipe each thing on hand or wished for allows, and the baskets. RequestError for what cannot be."""
    found: list[Limit] = []
    baskets = tuple(in_basket(basket, case, stock.trims) for basket in wish.baskets)
    found.extend(_basket_limits(case, baskets))
    if wish.factor is not None:
        _above("factor", wish.factor, 50, "The size")
        found.append(Limit("the size asked for", wish.factor, f"{wish.factor:g} times the recipe"))
    vinegar, liquid = liquid_ml(case, "vinegar"), liquid_ml(case)
    for field, there, wanted, name in (
        ("vinegar_ml", wish.vinegar_ml, vinegar, "vinegar"),
        ("brine_ml", wish.brine_ml, liquid, "brine"),
    ):
        if there is None:
            continue
        _above(field, there, 200_000, f"The {name} on hand, in ml,")
        if wanted <= 0:
            raise RequestError(field, f"There is no {name} in this recipe.")
        found.append(Limit(f"the {name} on hand", there / wanted, f"{ml(there)} on hand, {ml(wanted)} in the recipe"))
    if wish.from_bottles and vinegar > 0:
        found.extend(_bottle_limits(case, stock))
    if wish.pot_l is not None:
        _above("pot_l", wish.pot_l, 200, "The pot, in litres,")
        raw = case.pack == "raw" and liquid > 0
        holds, held = wish.pot_l * 1000 * POT_FILLED, liquid if raw else start_ml(case)
        if held > 0:
            what = "brine" if raw else "what is cooked"
            found.append(Limit("the pot", holds / held, f"two thirds of it take {ml(holds)}; {what} is {ml(held)} in the recipe"))
    makes = (case.match.jars(0) + case.match.jars(1)) / 2 if case.match else None
    if wish.jars_wanted is not None:
        if not 1 <= wish.jars_wanted <= MOST_JARS:
            raise RequestError("jars_wanted", f"Write how many jars, 1 to {MOST_JARS}.")
        found.append(_by_jars(wish.jars_wanted, makes, "the jars wanted", case.jar))
    if wish.loads is not None:
        if not 1 <= wish.loads <= 20:
            raise RequestError("loads", "Write how many canner loads, 1 to 20.")
        holds = wish.loads * canner.room_for(case.jar.process_class)
        if holds < 1:
            raise RequestError("loads", f"{canner.title} holds no {case.jar.title} jars.")
        found.append(_by_jars(holds, makes, "the canner", case.jar))
    counted = [one for one in wish.jars if one.count is not None]
    if counted and len(counted) == len(wish.jars) and makes is not None:
        room = sum((one.count or 0) * room_ml(jar_of(case, one.jar), headspace_mm) for one in counted)
        volume = makes * counted_ml(case.match.jar_class if case.match else "pint") * room_share(case, headspace_mm)
        if room > 0:
            found.append(Limit("the jars there are", room / volume, f"{ml(room)} of room in them, the recipe makes about {ml(volume)}"))
    return found, baskets


def _basket_limits(case: Case, baskets: tuple[InBasket, ...]) -> list[Limit]:
    """What the baskets allow: kinds that may be mixed within one total are held against it together, whatever their shares."""
    of_line = {pair.item.line.number: pair.slot for pair in case.match.pairs} if case.match else {}
    shared: dict[int, list[InBasket]] = {}
    found = []
    for basket in baskets:
        slot = of_line.get(basket.line)
        if slot is not None and sum(1 for one in of_line.values() if one is slot) > 1:
            shared.setdefault(id(slot), []).append(basket)
        else:
            found.append(Limit(f"the {basket.name} in the basket", basket.factor, basket.says))
    for together in shared.values():
        lines = sum(1 for number, slot in of_line.items() if slot is of_line[together[0].line])
        if len(together) < lines:
            # One of the kinds is not weighed yet: nothing is known of the total.
            found.extend(Limit(f"the {basket.name} in the basket", basket.factor, basket.says) for basket in together)
            continue
        has, wanted = sum(basket.has for basket in together), sum(basket.has / basket.factor for basket in together)
        names = listed([basket.name for basket in together])
        says = f"{grams(has)} of {names} in all, {grams(wanted)} in the recipe: use what there is of each, the total counts"
        found.append(Limit(f"the {names} in the baskets", has / wanted, says))
    return found


def _by_jars(count: int, makes: float | None, name: str, jar: Jar) -> Limit:
    if makes is None or makes <= 0:
        raise RequestError(
            "jars_wanted", "How many jars this makes is not known: no tested formula is near enough. Scale it by another measure."
        )
    return Limit(name, count / makes, f"{count} {jar.title} jars, the recipe makes about {makes:.1f}")


def _bottle_limits(case: Case, stock: Stock) -> list[Limit]:
    """Of each kind and strength: what the bottles come to, against all lines that want it."""
    wanted: dict[tuple[str, float], float] = {}
    names = {}
    for _, kind, need, strength in vinegars(case):
        wanted[kind.id, strength] = wanted.get((kind.id, strength), 0.0) + need
        names[kind.id] = kind.name
    found = []
    for (kind_id, strength), need in wanted.items():
        there = most_ml(kind_id, strength, stock.bottles)
        says = f"{ml(there)} at {percent(strength)}, {ml(need)} in the recipe"
        found.append(Limit(f"the {names[kind_id]} in the bottles", there / need, says))
    return found


def still_there(case: Case, wish: Wish, stock: Stock) -> bool:
    """Whether the acid and brine written, rounded up, are still there."""
    if wish.vinegar_ml is not None and liquid_ml(case, "vinegar") > wish.vinegar_ml + 1e-6:
        return False
    if wish.brine_ml is not None and liquid_ml(case) > wish.brine_ml + 1e-6:
        return False
    return not wish.from_bottles or not any(one.short_ml for one in drawn(case, stock))
