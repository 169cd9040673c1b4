"""Amounts that a method gives: a portion of what is listed, more of it, something new, water of a soak, or so much to each jar."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from itertools import pairwise
from typing import Final

from rheum.core.facts.ingredients import Catalogue, Ingredient, words_of
from rheum.core.facts.weights import bulk
from rheum.core.measures.amount import Amount
from rheum.core.measures.units import kind_of
from rheum.core.recipe.clause import Clause, Food
from rheum.core.recipe.clause_rows import Beside
from rheum.core.recipe.hearing import is_serving
from rheum.core.recipe.recipe import Portion, RecipeLine, Section, Unread

_SLACK: Final = 1.02
_Said = tuple[int, str, Sequence[Clause]]


def amounts_said(
    heard: Sequence[_Said], lines: tuple[RecipeLine, ...], catalogue: Catalogue
) -> tuple[list[RecipeLine], list[RecipeLine], list[Unread], list[Portion]]:  # fmt: skip
    """What the method's amounts come to: lines that it adds, the listed lines (those of a soak that it drains away marked so), sentences
    that were not understood, and portions of each jar."""
    added: list[RecipeLine] = []
    unread: list[Unread] = []
    portions: list[Portion] = []
    kept = list(lines)
    for index, (number, sentence, clauses) in enumerate(heard):
        for clause in clauses:
            if not clause.figures and all(food.figure is None for food in clause.foods):
                continue
            if is_serving(
                Beside(clause, clause.things, clause.stemmed, clause.stemmed, catalogue.lexicon.frames.rows)
            ) or clause.forbidden & {
                "put",
                "use",
                "fill",
            }:
                continue
            for food in clause.foods:
                if food.figure is None or food.figure.amount is None or food.negated:
                    continue
                _one(food, clause, number, sentence, heard=heard, index=index, kept=kept, added=added, unread=unread, portions=portions)
            _group(clause, number, sentence, unread)
        added += _made_of_it(number, sentence, clauses, kept)
    _soaked_in_listed_lime(heard, kept)
    _soaked_in_listed_water(heard, kept)
    return added, kept, unread, portions


def _made_of_it(number: int, sentence: str, clauses: Sequence[Clause], kept: Sequence[RecipeLine]) -> list[RecipeLine]:
    """“Peel and chop apples to make 2 quarts”: so much of what no line lists."""
    for cut, made in pairwise(clauses):
        items = [food.ingredient for food in cut.foods if food.ingredient is not None and not food.negated]
        if made.when != "to" or not made.grammar["gives"] & made.words or "cut" not in cut.groups or len(items) != 1:
            continue
        amount = next((figure.amount for figure in made.figures if figure.amount is not None and measured(figure.amount)), None)
        if amount is not None and items[0].role.food and not any(_of(line, items[0]) for line in kept):
            return [_line(number, sentence, items[0], amount, section="method")]
    return []


def measured(amount: Amount) -> bool:
    """Whether an amount is a volume or a weight."""
    return kind_of(amount.unit) in ("volume", "mass")


_OUT_OF_THE_JAR: Final = ("water", "salt", "alkali")


def _soaked_in_listed_water(heard: Sequence[_Said], kept: list[RecipeLine]) -> None:
    """“Add vegetables, salt and ice to the water and let stand 4 hours. Drain.”: what is listed of these stays out of the jars, where no
    other sentence takes water again for what is filled."""
    soaking = [
        (index, clause)
        for index, (_, _, clauses) in enumerate(heard)
        for clause in clauses
        if _waters(clause)
        and clause.groups & {"put", "combine", "cover", "stand"}
        and "jar" not in clause.things
        and not _sours(clause)
        and (_soak_around(heard, index) or _boiled_and_drained(heard, index))
    ]
    waters = [line for line in kept if line.ingredient.role.role == "water" and line.ingredient.id != "ice"]
    if not soaking or len(waters) > 1 or any(line.section == "soak" for line in waters):
        return  # one of two waters is the brine's
    index, first = soaking[0]
    taken_again = any(
        _waters(clause) and (_sours(clause) or clause.groups & {"boil", "heat", "simmer"} or "mix" in clause.things)
        for at, (_, _, clauses) in enumerate(heard)
        for clause in clauses
        if at != index and "canner" not in clause.things
    )
    if taken_again:
        return
    named = {food.ingredient.role.role for food in first.foods if food.ingredient is not None and not food.negated}
    for line in kept[:]:
        role = line.ingredient.role.role
        if line.section == "jar" and role in _OUT_OF_THE_JAR and role in named:
            kept[kept.index(line)] = replace(line, section="soak")


_RINSES: Final = 3  # (USDA Guide 6, from memory: lime is rinsed away three times)


def _soaked_in_listed_lime(heard: Sequence[_Said], kept: list[RecipeLine]) -> None:
    """“Stir the lime into the water … soak 18 hours … drain, rinse … three soaks and three rinses”: lime that the list has among the rest stays
    out of the jars with the water that stands beside it, where the method soaks in it, drains it off and rinses thrice."""
    lime = next((at for at, line in enumerate(kept) if line.ingredient.role.role == "alkali" and line.section == "jar"), None)
    clauses = [clause for _, _, clauses in heard for clause in clauses if not clause.neg]
    into_lime = next((at for at, clause in enumerate(clauses) if _limed(clause)), None)
    if lime is None or into_lime is None:
        return
    behind = clauses[into_lime:]
    drained = any(clause.groups & {"drain", "discard", "strain"} for clause in behind)
    rinsed = sum(act.word.startswith("rins") for clause in behind for act in clause.acts) + sum(_times_rinsed(clause) for clause in behind)
    beside = next((at for at in (lime + 1, lime - 1) if 0 <= at < len(kept) and kept[at].ingredient.role.role == "water"), None)
    if not drained or rinsed < _RINSES:
        return
    for at in (lime, beside):
        if at is not None and kept[at].section == "jar":
            kept[at] = replace(kept[at], section="soak")


def _limed(clause: Clause) -> bool:
    """Whether lime is stirred into water, or food put or left in it."""
    lime = "limewater" in clause.lows or any(food.word.lower().endswith("lime") and not food.negated for food in clause.foods)
    return lime and bool(clause.groups & {"put", "combine", "stand", "cover", "use"})


def _times_rinsed(clause: Clause) -> int:
    """How many rinses more than the act itself a clause counts: “rinse three times”, “three rinses”."""
    if not {"rinse", "rinses", "rinsed", "rinsing", "rinsings"} & clause.words:
        return 0
    said = [int(figure.low) for figure in clause.figures if figure.measure == "number"]
    thrice = _RINSES if clause.words & {"thrice", "three"} else 0
    return max(*said, thrice, 1) - 1 if said or thrice else 0


def _boiled_and_drained(heard: Sequence[_Said], index: int) -> bool:
    """Whether what a sentence puts in water is boiled and drained before any acid is named, and the liquid is not kept."""
    cooked = False
    for _, _, clauses in heard[index : index + 5]:
        for clause in clauses:
            if _sours(clause) or ("store" in clause.groups and clause.things & {"brine", "cook-water", "salt-water"}):
                return False
            cooked = cooked or bool(clause.groups & {"boil", "simmer"})
            if cooked and clause.groups & {"drain", "strain"}:
                return not clause.groups & {"store"}
    return False


def _waters(clause: Clause) -> bool:
    return any(food.ingredient is not None and food.ingredient.role.role == "water" and not food.negated for food in clause.foods)


def _sours(clause: Clause) -> bool:
    acid = any(food.ingredient is not None and food.ingredient.role.acid for food in clause.foods)
    return acid or bool(clause.things & {"brine", "acid"})


def _group(clause: Clause, number: int, sentence: str, unread: list[Unread]) -> None:
    """“Add 3 lb of vegetables”: an amount of something that nobody names."""
    loose = [
        figure
        for figure in clause.figures
        if figure.measure in ("volume", "mass") and not any(food.figure is figure for food in clause.foods)
    ]
    of_it = "brine" in clause.things and any(one == "of" and two in ("the", "that", "this") for one, two in pairwise(clause.lows))
    if (of_it or _of_the_mixture(clause)) and not any(food.figure is not None for food in clause.foods):
        return  # “in 1/2 cup of the simmered mixture”: out of the pot, and back into it
    into = clause.groups & {"put", "use", "fill", "combine", "throw", "cover", "dilute"}
    if (
        loose
        and into
        and (clause.things & {"group", "mix"} or (not clause.things and not clause.foods))
        and not clause.things & {"jar", "canner"}
    ):
        unread.append(
            Unread(number, sentence, "What this amount is of was not understood. Give each thing a line of its own.", sentence=sentence)
        )


def _of_the_mixture(clause: Clause) -> bool:
    """Whether an amount is of what stands in the pot already: “of the hot mixture”, “of the brine”."""
    lows = clause.lows
    for at, low in enumerate(lows[:-1]):
        if low == "of" and lows[at + 1] in ("that", "it", "this") and lows[at + 2 : at + 3] in ([], ["and"], [","]):
            return True  # “with half a cup of that”
        if low == "of" and lows[at + 1] in ("the", "this", "that") and clause.grammar["mixture"] & set(lows[at + 2 : at + 5]):
            return True
    return False


def _one(
    food: Food, clause: Clause, number: int, sentence: str, *, heard: Sequence[_Said], index: int, kept: list[RecipeLine], added: list[RecipeLine],
    unread: list[Unread], portions: list[Portion],
) -> None:  # fmt: skip
    amount = food.figure.amount if food.figure else None
    item = food.ingredient
    if amount is None:
        return
    if item is None:
        if clause.groups & {"put", "use", "fill", "combine", "throw", "cover"}:
            unread.append(
                Unread(
                    number,
                    sentence,
                    f"Rheum does not know “{food.word}”. Give it a line of its own, or leave it out.",
                    food.word,
                    sentence=sentence,
                )
            )
        return
    if amount.unit == "each" and (item.each_g is None or not item.role.food):
        if not any(_of(line, item) for line in kept) and item.role.role not in ("spice", "salt", "firming", "water"):
            unread.append(Unread(number, sentence, f"The method puts in {food.word.lower()}, which no line lists.", sentence=sentence))
        return
    if item.role.role == "water":
        _water(amount, item, clause, number, sentence=sentence, heard=heard, index=index, kept=kept, added=added, unread=unread)
        return
    if item.role.acid and (clause.things & {"canner", "rim"} or "wash" in clause.groups):
        return  # against lime scale, for the rims; it earns nothing
    same = [line for line in kept if _of(line, item)]
    if not same and amount.unit in ("tsp", "tbsp") and any(line.ingredient.id == f"{food.word.lower()}-seed" for line in kept):
        return  # “1 Tbsp celery”, where the list has its seed
    if clause.each:
        if same:
            portions.append(Portion(number, same[0].ingredient, amount, sentence))
        else:
            added.append(_line(number, sentence, item, amount, section="per-jar"))
        return
    if not same:
        listed = clause.groups <= {"tell"} and len(clause.foods) > 1  # “two teaspoons of celery seed, one of dry mustard”
        if item.role.role in ("salt", "firming") or (item.role.role == "spice" and not listed):
            return
        added.append(_line(number, sentence, item, amount, section="method"))
        return
    if "other" in clause.states or "more" in clause.states:
        unread.append(
            Unread(
                number,
                sentence,
                f"How much more {item.name} this is cannot be judged. Give it its whole amount in the list.",
                sentence=sentence,
            )
        )
        return
    if item.role.role in ("spice", "salt", "firming"):
        return
    more = _more_than(amount, same)
    if item.role.acid:
        if more is False and _less_than(amount, same) and not clause.groups & {"put", "boil", "heat", "combine", "fill", "simmer"}:
            unread.append(Unread(number, sentence, f"This takes less {item.name} than the list has. Use all of it.", sentence=sentence))
        return
    if more is None or more:
        unread.append(
            Unread(
                number, sentence, f"This is more {item.name} than the list has. Give it its whole amount in the list.", sentence=sentence
            )
        )


def _of(line: RecipeLine, item: Ingredient) -> bool:
    one = line.ingredient
    if one.id in (item.id, f"{item.id}-tinned"):
        return True
    return one.klass == item.klass and set(item.name.split()) <= set(one.name.split()) | {
        word for alias in one.aliases for word in alias.split()
    }


def _grams(amount: Amount, line: RecipeLine) -> float | None:
    found = bulk(amount, line.ingredient, line.prepared, "us", size=line.size)
    return found.grams[1] if found else None


def _more_than(amount: Amount, same: Sequence[RecipeLine]) -> bool | None:
    """Whether an amount is more than the list has of a thing; None where that cannot be told."""
    if amount.unit == "clove" and same[0].ingredient.id == "garlic" and all(line.amount and line.amount.unit == "clove" for line in same):
        return amount.high > sum(line.amount.high for line in same if line.amount)
    if same[0].amount is not None and amount.unit == same[0].amount.unit and len(same) == 1:
        return amount.high > same[0].amount.high * _SLACK
    here = _grams(amount, same[0])
    listed = [_grams(line.amount, line) for line in same if line.amount is not None]
    if here is None or not listed or any(one is None for one in listed):
        return None if kind_of(amount.unit) != "count" or amount.high > 3 else False
    return here > sum(one for one in listed if one is not None) * _SLACK


def _less_than(amount: Amount, same: Sequence[RecipeLine]) -> bool:
    here = _grams(amount, same[0])
    listed = [_grams(line.amount, line) for line in same if line.amount is not None]
    return here is not None and bool(listed) and all(one is not None for one in listed) and here < sum(one or 0 for one in listed) / _SLACK


def _line(number: int, sentence: str, item: Ingredient, amount: Amount, *, section: Section) -> RecipeLine:
    return RecipeLine(
        number=number, text=sentence, section=section, ingredient=item, amount=amount, per_jar="" if section == "per-jar" else None
    )


def _soak_around(heard: Sequence[_Said], index: int) -> bool:
    """Whether the sentences here are about a soak or a boiling in water that is poured away again."""
    near = [clause for _, _, clauses in heard[index : index + 4] for clause in clauses]
    soaked = any(
        clause.grammar["soaked"] & clause.words
        or clause.groups & {"blanch"}
        or any(f.measure == "minutes" and f.low >= 60 for f in clause.figures)
        for clause in near
    )
    drained = any(clause.groups & {"drain", "discard", "strain"} or {"rinse", "rinsed"} & clause.words for clause in near)
    return soaked and drained


def _limes(food: Food, lines: Sequence[RecipeLine]) -> bool:
    """Whether a food is an alkali: pickling lime, and “lime” where that is the only lime of the list."""
    if food.ingredient is not None and food.ingredient.role.role == "alkali":
        return True
    listed = [line.ingredient for line in lines if "lime" in words_of(line.ingredient.name)]
    return food.word.lower() == "lime" and bool(listed) and all(one.role.role == "alkali" for one in listed)


def _water(
    amount: Amount, item: Ingredient, clause: Clause, number: int, *, sentence: str, heard: Sequence[_Said], index: int, kept: list[RecipeLine],
    added: list[RecipeLine], unread: list[Unread],
) -> None:  # fmt: skip
    things, lows = clause.things, clause.words
    with_acid = any(food.ingredient is not None and food.ingredient.role.acid for food in clause.foods) or "brine" in things
    if "canner" in things or (lows & {"canner", "lids"} and not with_acid):
        return
    if not with_acid and any(_limes(food, kept) for food in clause.foods):
        # “mix 1 1/2 gallons of water and the lime”: a soak, and both stay out of the jars where it is poured away and rinsed off.
        if "jar" not in things and _soak_around(heard, index):
            for line in kept[:]:
                same_water = line.ingredient.role.role == "water" and _more_than(amount, [line]) is False and not _less_than(amount, [line])
                if line.section == "jar" and (line.ingredient.role.role == "alkali" or same_water):
                    kept[kept.index(line)] = replace(line, section="soak")
        return
    same = [line for line in kept if line.ingredient.role.role == "water"]
    jar_lines = [line for line in same if line.section != "soak"]
    if not with_acid and "jar" not in things and _soak_around(heard, index):
        for line in jar_lines:
            if line.amount is not None and _more_than(amount, [line]) is False and not _less_than(amount, [line]):
                kept[kept.index(line)] = replace(line, section="soak")
        return
    if clause.each:
        added.append(_line(number, sentence, item, amount, section="per-jar"))
        return
    if not jar_lines or _more_than(amount, jar_lines) is not False or "more" in clause.states or "other" in clause.states:
        added.append(_line(number, sentence, item, amount, section="method"))
