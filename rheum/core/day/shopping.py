"""What must be got for a whole day: what its batches want together and the kitchen has not."""

from __future__ import annotations

import math
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from typing import Final

from rheum.core.making import Plan
from rheum.core.making.bottles import most_ml
from rheum.core.making.on_hand import Pantry
from rheum.core.making.stock import Stock
from rheum.core.measures.saying import grams, listed, ml, percent

_NEVER_BOUGHT: Final = ("water", "ice")


@dataclass(frozen=True, slots=True)
class ToBuy:
    """One thing to get: `amount` in words, "" where a recipe gives none; `batches`: for which of the day's (from 0)."""

    name: str
    amount: str
    batches: tuple[int, ...]

    @property
    def says(self) -> str:
        return f"{self.amount} {self.name}".strip()


@dataclass
class _Wanted:
    name: str
    grams: float = 0.0
    unweighed: str = ""
    batches: tuple[int, ...] = ()
    # Of vinegar its strengths: it is bought by volume, and a gram of it is a millilitre, within a hundredth (too much rather than too little).
    strengths: tuple[float, ...] = ()

    @property
    def says(self) -> str:
        return f"{self.name} of {listed([percent(one) for one in self.strengths])}" if self.strengths else self.name

    def amount(self, missing: float) -> str:
        if self.grams <= 0:
            return self.unweighed
        return ml(math.ceil(missing / 10) * 10) if self.strengths else grams(missing)


def shopping_list(plans: Sequence[Plan], counts: Sequence[int], pantry: Pantry, stock: Stock) -> tuple[ToBuy, ...]:
    """What is missing for all plans together; `counts`: jars of each. What the kitchen keeps no count of is to be got; water never is."""
    return (*_food(plans, counts, pantry), *_vinegar(plans, stock), *_jars_and_lids(plans, stock))


def _food(plans: Sequence[Plan], counts: Sequence[int], pantry: Pantry) -> list[ToBuy]:
    wanted: dict[str, _Wanted] = {}
    for at, (plan, jars) in enumerate(zip(plans, counts, strict=True)):
        drawn = {draw.line for draw in plan.vinegar}
        for line in plan.lines:
            if line.role in _NEVER_BOUGHT or line.id in _NEVER_BOUGHT or line.line in drawn:
                continue
            one = wanted.setdefault(line.id or line.name, _Wanted(line.name))
            one.grams += line.kg * 1000 * (jars if line.goes == "jar" else 1)
            if line.kg == 0 and not one.unweighed:
                one.unweighed = line.own
            if line.role == "vinegar":
                one.strengths = tuple(sorted({*one.strengths, *plan.strengths}))
            if at not in one.batches:
                one.batches = (*one.batches, at)
        for text in plan.unread:
            wanted.setdefault(f"? {text}", _Wanted(f"“{text.strip()}”, not understood", batches=(at,)))
    found = []
    for name, one in wanted.items():
        if name in pantry.plenty:
            continue
        missing = one.grams - pantry.grams.get(name, 0.0)
        if one.grams > 0 and missing <= 1e-6:
            continue
        if one.grams <= 0 and name in pantry.grams:
            continue
        found.append(ToBuy(one.says, one.amount(missing), one.batches))
    return found


def _vinegar(plans: Sequence[Plan], stock: Stock) -> list[ToBuy]:
    """By kind and strength, what all batches want less what the bottles come to."""
    wanted: dict[tuple[str, float], tuple[float, tuple[int, ...], str]] = {}
    for at, plan in enumerate(plans):
        kinds = {line.line: line.id for line in plan.lines}
        for draw in plan.vinegar:
            key = (kinds.get(draw.line, draw.name), draw.strength)
            before, batches, _ = wanted.get(key, (0.0, (), ""))
            wanted[key] = (before + draw.need_ml, batches if at in batches else (*batches, at), draw.name)
    found = []
    left = {kind: 1.0 for kind, _ in wanted}
    # The strongest first: what it takes of the bottles is not there for the weaker.
    for (kind, strength), (need, batches, name) in sorted(wanted.items(), key=lambda item: -item[0][1]):
        there = most_ml(kind, strength, stock.bottles) * left[kind]
        if there > 0:
            left[kind] *= max(0.0, 1 - need / there)
        short = need - there
        if short > 1:
            found.append(ToBuy(f"{name} of {percent(strength)}", ml(math.ceil(short / 10) * 10), batches))
    return found


def _jars_and_lids(plans: Sequence[Plan], stock: Stock) -> list[ToBuy]:
    found = []
    jars = _sum((row.jar, row.count, at, row.title) for at, plan in enumerate(plans) for row in (plan.jars.rows if plan.jars else ()))
    for jar, (count, batches, title) in jars.items():
        there = stock.jars.get(jar)
        if there is not None and there < count:
            found.append(ToBuy(f"{title[:1].lower()}{title[1:]} jars", str(count - there), batches))
    lids = _sum((need.mouth, need.need, at, "") for at, plan in enumerate(plans) for need in plan.lids)
    for mouth, (count, batches, _) in lids.items():
        there = sum(lot.count for lot in stock.lids if lot.mouth == mouth)
        # One more, for the jar to spare.
        if stock.lids and there < count + 1:
            found.append(ToBuy(f"new {mouth} lids", str(count + 1 - there), batches))
    return found


def _sum(rows: Iterable[tuple[str, int, int, str]]) -> Mapping[str, tuple[int, tuple[int, ...], str]]:
    found: dict[str, tuple[int, tuple[int, ...], str]] = {}
    for name, count, at, title in rows:
        before, batches, _ = found.get(name, (0, (), ""))
        found[name] = (before + count, batches if at in batches else (*batches, at), title)
    return found


def as_text(rows: Sequence[ToBuy], titles: Sequence[str]) -> str:
    """The list as plain text, a thing a line, with what it is for."""
    return (
        "\n".join(f"{one.says} ({listed([titles[at] for at in one.batches])})" for one in rows) + "\n" if rows else "Nothing is missing.\n"
    )
