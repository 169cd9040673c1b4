"""Whether a clause about what matters is understood whole, and is what tested methods do."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

from rheum.core.facts.ingredients import Catalogue, words_of
from rheum.core.recipe.acts import KITCHEN
from rheum.core.recipe.clause_rows import Beside, row_for
from rheum.core.recipe.clauses import Clause
from rheum.core.recipe.denial import spice_alone
from rheum.core.recipe.heard import Heard

# Acts that change what is in the jar.
_COMPOSING: Final = frozenset(
    "put fill combine use cover throw increase dilute replace omit thicken reduce ferment leave store strain".split()
)


# Acts to which a word more or less that is no food changes nothing: how one washes, cuts, sorts or wraps.
_BESIDE: Final = frozenset({"wash", "cut", "trim", "peel", "skim", "discard", "serve", "tie", "wrap"})
_CHOSEN: Final = frozenset({"choose", "select", "buy", "pick", "gather", "harvest", "look"})
_CLOTHS: Final = frozenset({"cloth", "towel", "napkin", "rag", "dishcloth", "tissue"})


def heard_whole(it: Beside, catalogue: Catalogue, *, around: set[str]) -> Heard:
    """Whether a clause about what matters is understood whole and is what tested methods do."""
    clause, things, vouched = it.clause, set(it.things), catalogue.lexicon.prose.vouched
    in_canner = "canner-around" in around
    of_food = bool(things & {"food", "acid", "water", "brine", "group", "cook-water"})
    of_food = of_food or ("mix" in things and "more" in clause.states and bool(clause.groups & {"put", "use", "fill", "combine", "throw"}))
    strange = [(word, sort) for word, sort in clause.unknown]
    acts = [act for act in clause.acts if not act.negated and act.group != "check"]
    groups = {act.group for act in acts} - {"tell"}
    chosen = groups == {"use"} and {act.word for act in acts if act.group == "use"} <= _CHOSEN and not things & {"acid", "water", "brine"}
    if groups and (groups <= _BESIDE or chosen or (groups == {"use"} and not things)):
        strange = [(word, sort) for word, sort in strange if sort not in ("plain", "state", "measure")]
    if clause.acts and not groups and not clause.figures and not things & {"jar", "lid", "canner", "space", "acid", "water", "brine"}:
        strange = [(word, sort) for word, sort in strange if sort != "plain"]  # told of, and nothing done
    loads = {"batch", "batches", "load", "loads", "rounds", "goes"} & clause.words
    bare = [
        figure
        for figure in clause.figures
        if figure.measure == "number" and not loads and not any(food.figure is figure for food in clause.foods)
    ]
    loaded = [state for state, negated in clause.states.items() if not negated and state in _LOADED and not _let(state, clause, things)]
    unsafe = [act.group for act in acts if not _may(act.group, things, vouched, clause)]
    loose = [
        figure
        for figure in clause.figures
        if figure.measure in ("volume", "mass", "count")
        and figure.amount is not None
        and not any(food.figure is figure for food in clause.foods)
        and not (figure.amount.unit in ("head", "sprig") and "herb-around" in around)
    ]
    if loose and (clause.each or "jar" in things) and clause.groups & (_COMPOSING | {"increase"}):
        return Heard("composition", "What this amount is of was not understood. Give it a line of its own.")
    if "omit" in unsafe and things & {"mix"} and not clause.foods:
        return Heard("composition", "What is left out here was not understood.")
    if row_for(catalogue.lexicon.frames.rows["never"], (it,), 0) is not None:
        return Heard("process", "Rheum does not vouch for this sentence.")
    if not (strange or bare or loaded or unsafe):
        return Heard("vouched")
    if not (strange or bare or unsafe) and set(loaded) <= {"unsound", "frozen", "bruised"} and not groups & _COMPOSING:
        return Heard("process", "Rheum does not vouch for this sentence.")  # told of, and nothing put in
    composing = not acts or any(act.group in _COMPOSING | {"tell"} for act in acts)
    said = strange[0][0] if strange else ""
    why = f"What “{said}” means here was not understood." if said else "Rheum does not vouch for this sentence."
    if any(sort == "unknown" for _, sort in strange) and (of_food or not things):
        return Heard("composition", why)
    described = all(sort == "plain" for _, sort in strange) and not things & {"acid", "water", "brine", "cook-water", "canner"}
    if strange and described and not (bare or loaded or unsafe or clause.figures):
        return Heard("process", why)  # how it looks or lies, of what is listed
    if of_food and ((composing and (strange and any(act.group in _COMPOSING for act in acts))) or loaded or bare):
        return Heard("composition", why)
    if of_food and any(group in _COMPOSING | {"fry", "dilute"} for group in unsafe):
        return Heard("composition", why)
    if bare and not things & {"jar", "lid", "canner"} and not in_canner:
        return Heard("composition", why)
    return Heard("process", why)


# How long jars rest in the canner once the heat is off, with a minute's grace (USDA Guide 1, from memory).
_REST_MINUTES: Final = 6.0


# What tested formulas put up whole.
_WHOLE: Final = ("okra", "green-bean", "asparagus", "pearl-onion", "mushroom", "garlic", "cranberr")
_LOADED: Final = frozenset(
    "more part any weak unsound bruised cold whole tinned unsealed fizzy frozen short brim oneself instead sooner unpeeled unsalted big other".split()
)


def _let(state: str, clause: Clause, things: set[str]) -> bool:
    """Whether a state that may change everything changes nothing here: a little salt, more spice, cold water to wash in."""
    acts = clause.groups
    if state == "part" and acts == {"combine"} and "brine" in things and clause.foods and "hot" in clause.lows:
        return True  # “mix the mustard with a little of the hot liquid”
    loose = any(not any(food.figure is figure for food in clause.foods) for figure in clause.figures)
    if state == "part" and {"each", "every"} & clause.words and not loose and not things & {"acid", "brine", "water"}:
        return True  # “a garlic clove and some dill in each one”
    if state == "part" and acts <= {"tell"} and {"people", "folks", "persons"} & clause.words:
        return True  # “may irritate the skin of some people”
    if state == "unsound" and acts <= {"tell"} and {"theyll", "itll", "will", "ll"} & clause.words:
        return True  # “or they'll go slimy”
    if state == "part" and things == {"part-of"} and acts <= {"leave", "store", "trim", "cut", "tell"}:
        return True  # “keep a little of the stem on”
    if state == "part" and "rest-around" in clause.around and acts & {"put", "combine", "boil", "heat"}:
        return True
    if state == "part" and {"fewer", "less"} & clause.words and not things & {"acid", "brine"}:
        return True
    if state == "more" and acts & {"leave", "stand"} and any(f.measure == "minutes" for f in clause.figures):
        return all(f.high <= _REST_MINUTES for f in clause.figures if f.measure == "minutes")
    if state == "more" and "space" in things and "brine" in things:
        return True  # topped up to the headspace
    if state in ("more", "part", "other", "rest") and "canner-around" in clause.around and not things & {"jar", "food", "group"}:
        return True
    if state in ("more", "part", "other", "rest"):
        if things & {"food", "acid", "group", "water"} and not spice_alone(clause, things) and not things & {"canner", "lid", "rim"}:
            return (
                bool(
                    acts
                    & {
                        "discard",
                        "trim",
                        "wash",
                        "boil",
                        "heat",
                        "simmer",
                        "serve",
                        "store",
                        "drain",
                        "check",
                        "lift",
                        "cut",
                        "peel",
                        "blanch",
                        "turn",
                    }
                )
                or "ingredient" in clause.lows
                or "ingredients" in clause.lows
                or state == "other"
            )
        return not (
            state == "more"
            and "mix" in things
            and bool(acts & {"put", "use", "fill", "combine", "throw"})
            and not things & {"brine", "heat-of", "spices", "spice"}
        )
    if state == "bruised" and acts & {"tell"} and not acts & KITCHEN:
        return True
    if state == "big":
        return "jar" not in things and not (things & {"food", "group"} and acts & {"leave", "cut", "fill", "store"})
    if state == "cold" and "mix" in things and acts <= {"tell", "stand", "leave"}:
        return False
    if state == "cold":
        return (
            not acts & {"fill", "process", "boil"}
            or bool(things & {"canner"})
            or ("water" in things and bool(acts & {"wash", "put", "drain", "stand"}))
        )
    if state == "part" and "brine" in things and acts <= {"combine", "put"} and clause.foods and _seasons(clause):
        return True  # “stir the mustard with a little of the liquid”
    if state == "weak" and spice_alone(clause, things):
        return True  # “for a milder pickle, leave the pepper flakes out”
    if "listed-any" in things and state in ("any", "sourish"):
        return True
    if state == "any" and acts <= {"tell"} and things & {"fridge"} and "acid" not in things:
        return True
    if state == "tinned" and acts and acts <= {"wash", "drain", "strain"}:
        return True
    if state == "weak" and not things & {"acid", "brine"} and "low" in clause.lows and acts <= {"tell"}:
        return True  # “beets are a low-acid vegetable”
    if state == "instead" and {"lime", "lemon"} <= {word for food in clause.foods for word in words_of(food.word)}:
        return True
    if state == "any" and things & {"fridge"} and {"seal", "sealed"} & clause.words:
        return True
    if state == "any" and clause.when in ("if", "when") and "kept-cold" in clause.around:
        return True
    if state == "any" and clause.states.get("unsealed") is not None and things & {"fridge"}:
        return True
    if state == "any":
        return bool(
            acts & {"discard", "trim", "lift", "check", "free", "skim", "wash", "close", "store", "boil", "time", "cut"}
        ) and not things & {"acid"}
    if state == "frozen":
        return bool(acts) and not acts & {"fill"}
    if (
        state == "whole"
        and clause.foods
        and all(
            food.ingredient is not None and (food.ingredient.id.startswith(_WHOLE) or food.ingredient.klass == "pepper")
            for food in clause.foods
        )
    ):
        return True  # of peppers the judge says
    if state == "whole" and "slit-around" in clause.around:
        return True  # “if small ones are left whole, slash each”
    if state == "whole" and "leave" not in acts:
        return True  # of what shape the pieces are the judge says
    if state == "whole":
        return not acts & {"leave", "fill", "store"} or "spice" in things
    if state == "unsealed" and {"refrigerate", "refrigerated"} & clause.words:
        return True
    if state == "sooner" and acts == {"boil"} and not things & {"jar", "canner", "water"}:
        return True  # “as soon as it boils ladle it over”
    if state == "sooner" and "time" in acts and not acts & {"lift", "process"}:
        return True  # “count the minutes once …”
    if state == "unsealed" and clause.when in ("if", "when") and "kept-cold" in clause.around:
        return True
    if state == "fizzy" and clause.when in ("until", "till") and {"stop", "stops", "stopped"} & clause.words:
        return True
    if state in ("fizzy", "unsealed", "unsound", "bruised"):
        return bool(acts & {"discard", "trim", "check", "lift", "cut"}) or "fridge" in things
    if state == "instead" and "acid" in things and len({"cider", "white", "malt", "distilled", "wine", "apple"} & clause.words) >= 2:
        return True
    if state == "instead":
        return not things & {"acid", "food", "water", "brine"}
    return False


def _seasons(clause: Clause) -> bool:
    """Whether all foods of a clause are spices and mustard."""
    items = [food.ingredient for food in clause.foods]
    return all(item is not None and (item.role.role == "spice" or item.id.endswith("mustard")) for item in items)


def _may(group: str, things: set[str], vouched: Mapping[str, frozenset[str]], clause: Clause) -> bool:
    """Whether a tested method does this to these things."""
    table = vouched.get(group)
    bare = things - {"in-water", "spice", "citrus", "food-not-tinned", "dish"}
    if group == "roast" and bare <= {"food", "part-of", "oven", "heat-of", "group", "mix"}:
        return all(
            (food.ingredient is not None and food.ingredient.klass == "pepper")
            or words_of(food.word)[-1] in ("chile", "chili", "chilli", "pepper")
            for food in clause.foods
        )
    if group == "use" and "water" in bare and {"going", "started", "ready"} & clause.words:
        return True  # “Get your water going first”
    if group == "use" and "water" in bare and {"soft", "filtered", "distilled", "fresh"} & clause.words:
        bare -= {"water"}
    if group == "discard" and not {"brine", "syrup", "marinade"} & clause.words:
        bare -= {"brine"}
    if group in ("store", "discard") and {"leftover", "leftovers", "unused"} & clause.words:
        bare -= {"brine"}
    if group == "put" and "acid" in bare and "canner-around" in clause.around and not bare & {"jar", "food"}:
        bare -= {"acid"}
    if group == "throw" and bare <= {"mix"} and {"pot", "pan", "kettle", "saucepan", "stockpot", "bowl"} & clause.words:
        return True  # “throw it all in a pot”
    if group == "invert" and "slid-in" in clause.around:
        return True  # “lay the jar on its side and slide the beans in”
    if group == "use" and "brine" in bare and {"keep", "keeps"} & clause.words and {"clear", "cloudy", "bright"} & clause.words:
        bare -= {"brine"}  # “use canning salt to keep the brine clear”
    if group == "store" and bare == {"part-of"} and {"keep", "kept"} & clause.words:
        return True
    if group == "scare":
        return not (clause.groups - {"scare"}) & KITCHEN
    if group == "increase" and "batch-only" in clause.around and bare <= {"mix"}:
        return True
    if (
        group == "increase"
        and {"recipe", "batch", "quantities", "quantity", "amount", "amounts"} & clause.words
        and not things & {"food", "acid", "water", "brine", "group"}
    ):
        return True
    if group == "lift" and "brine" in bare and "cooked-around" in clause.around:
        bare -= {"brine"}  # “drain and press to remove the liquid”
    if group == "replace" and spice_alone(clause, things):
        return True
    if group == "replace" and clause.foods and not things & {"acid", "water", "brine", "group"}:
        return all(food.ingredient is not None and food.ingredient.klass == "pepper" for food in clause.foods if not food.negated)
    if group == "simmer" and "canner" in bare and {"bring", "brought"} & clause.words:
        return True  # “bring the canner to a simmer”
    if table is None:
        return False
    if clause.each:
        bare -= {"jar"}
    if _CLOTHS & clause.words:
        bare -= {"acid"}  # vinegar on a cloth, for the rims
    return bare <= table
