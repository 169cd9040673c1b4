"""What the rest of a sentence says that bears on each of its clauses."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from rheum.core.recipe.clauses import Clause
from rheum.core.recipe.vouching import BAD_SIGNS


def around_of(clauses: Sequence[Clause]) -> set[str]:
    """What the rest of a sentence says that bears on each of its clauses."""
    found = {group for clause in clauses for group in clause.groups if group in ("serve", "discard")}
    found |= {"fridge"} & {thing for clause in clauses for thing in clause.things}
    found |= {"warm"} & {low for clause in clauses for low in clause.lows}
    if any(clause.groups & {"simmer", "boil", "blanch", "drain", "strain"} or {"soak", "overnight"} & clause.words for clause in clauses):
        found.add("cooked-around")
    if any("wash" in clause.groups and "jar" in clause.things for clause in clauses):
        found.add("washing")
    if any("fridge" in clause.things or "discard" in clause.groups for clause in clauses):
        found.add("kept-cold")
    if any(clause.when in ("once", "when", "after", "as") and "jar" in clause.things and "in" in clause.lows[-2:] for clause in clauses):
        found.add("jars-in")
    if any(clause.when == "before" and clause.groups & {"fill", "put", "cover"} for clause in clauses):
        found.add("filled-after")
    short = {"enough", "short", "low", "run", "runs", "ran"}
    if any(clause.when == "if" and short & clause.words for clause in clauses) and any("brine" in clause.things for clause in clauses):
        found.add("short-around")
    if any("off" in clause.groups for clause in clauses):
        found.add("heat-off")
    if any("lift" in clause.forbidden for clause in clauses):
        found.add("lift-forbidden")
    if any("jar" in clause.things for clause in clauses):
        found.add("jars-around")
    elif clauses and "canner" in clauses[0].things:
        found.add("canner-only")
    if any(clause.lows[:1] == ["empty"] or clause.lows[-1:] == ["empty"] for clause in clauses):
        found.add("warm")
    if any({"rest", "other", "remainder", "remaining"} & clause.words for clause in clauses):
        found.add("rest-around")
    if any(clause.groups & {"serve"} or {"open", "opening", "opened", "eating"} & clause.words for clause in clauses):
        found.add("opening-around")
    if any(clause.when in ("before", "until", "till") and {"try", "taste", "eat", "open", "opening"} & clause.words for clause in clauses):
        found.add("try-around")
    if clauses and not any(clause.foods or clause.things & {"acid", "brine", "water", "group"} for clause in clauses):
        found.add("batch-only")  # “Mom always doubled this”
    found |= _formed(clauses)
    found |= _handwork(clauses)
    if any({"chunky", "chunks"} & clause.words for clause in clauses):
        found.add("chunky")
    if any("bottled" in clause.lows for clause in clauses):
        found.add("bottled")
    if any({"glove", "gloves", "hands"} & clause.words for clause in clauses):
        found.add("hands-around")
    in_water = any(
        "jar" in clause.things
        and "put" in clause.groups
        and any(f.into and f.ingredient and f.ingredient.role.role == "water" for f in clause.foods)
        for clause in clauses
    )
    if any(clause.acts for clause in clauses) and not any(clause.groups - {"tell", "check"} for clause in clauses):
        found.add("told-around")  # nothing is done in the whole sentence
    found |= _hung_on(clauses)
    if in_water or any("canner" in clause.things for clause in clauses):
        found.add("canner-around")
    return found


def _hung_on(clauses: Sequence[Clause]) -> set[str]:
    """Whether a sentence is said of serving, of a sign of spoilage, or on a condition."""
    found: set[str] = set()
    if any(clause.when in ("when", "before") and any(act.word.startswith("serv") for act in clause.acts) for clause in clauses):
        found.add("served-around")
    if any(BAD_SIGNS & clause.words for clause in clauses):
        found.add("bad-sign-around")
    if any(clause.when in ("if", "when", "unless") for clause in clauses):
        found.add("if-around")
    return found


# “As much garlic as will fit” is more than any list has.
_STRONG: Final = frozenset({"garlic", "onion", "corn", "mushroom", "bean"})


def _formed(clauses: Sequence[Clause]) -> set[str]:
    """“Pour off the brine that has formed”: what salt drew out, where no water is put in its place."""
    watered = any(
        clause.groups & {"put", "fill", "cover", "use", "dilute"}
        and any(food.ingredient is not None and food.ingredient.role.role == "water" for food in clause.foods)
        for clause in clauses
    )
    drawn = any({"formed", "forms", "collected", "gathered"} & clause.words for clause in clauses)
    return {"formed-around"} if drawn and not watered else set()


def _handwork(clauses: Sequence[Clause]) -> set[str]:
    """What is done with the food by hand: soaked in ice, slit, blistered, slid into a jar that lies."""
    found: set[str] = set()
    if any("ice" in clause.lows and {"hour", "hours"} & clause.words and "jar" not in clause.things for clause in clauses):
        found.add("ice-soak")
    many = any("many" in clause.lows for clause in clauses) or not any(
        food.ingredient is not None and food.ingredient.klass in _STRONG for clause in clauses for food in clause.foods
    )
    if many and any(clause.when == "as" and {"fit", "fits"} & set(clause.text.lower().split()) for clause in clauses):
        found.add("will-fit")
    if any("put" in clause.groups and {"slide", "slip"} & clause.words and clause.foods for clause in clauses):
        found.add("slid-in")
    if any({"smooth", "paste"} & clause.words or "smooth" in clause.states for clause in clauses):
        found.add("smooth-around")
    if any({"slit", "slits", "slash", "pierce", "prick"} & clause.words for clause in clauses):
        found.add("slit-around")
    foods = [food.ingredient for clause in clauses for food in clause.foods]
    if any(one is not None and one.role.role == "herb" for one in foods) and not any(
        one is not None and one.klass == "garlic" for one in foods
    ):
        found.add("herb-around")
    if any("roast" in clause.groups for clause in clauses) and not any("jar" in clause.things for clause in clauses):
        found.add("blister-around")
    return found
