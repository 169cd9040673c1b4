"""What a clause leaves to taste where tested methods measure: how much food or acid there is, and of the process what it calls enough."""

from __future__ import annotations

from itertools import pairwise
from typing import Final

from rheum.core.recipe.clauses import Clause
from rheum.core.recipe.heard import Heard

_OWN: Final = frozenset({"own", "homemade", "homebrewed", "crock", "brewed"})
_NEVER_FROZEN: Final = ("green-bean", "cucumber", "asparagus", "okra", "beet", "carrot", "cauliflower", "zucchini")
# Words that say how much there is of what follows.
_SO_MUCH: Final = frozenset("layer layers chunk bit lump knob slab wedge handful some another extra pound".split())
_DO: Final = frozenset("works work fine do does enough plenty ok okay good suits fits fit".split())
_ALONE: Final = frozenset({"alone", "only", "just"})
_SHOWS: Final = frozenset("keeps suits does gives makes leaves saves spares".split())
# Hotter than any canner is kept for warming jars, and still no boil (°F, °C).
_WARM_F: Final = (100.0, 205.0)
_WARM_C: Final = (40.0, 96.0)
_IN_CANNER: Final = frozenset("pot canner water kettle bath pan stockpot it jars".split())


def unmeasured(clause: Clause, things: set[str]) -> Heard | None:
    """What goes in by an amount that nobody can judge: “five pounds works just as well”, “I never weigh the beans”, “salt alone will do”,
    ice in the jars, everything under oil; None where nothing does."""
    lows = clause.words
    strange = any(sort == "unknown" for _, sort in clause.unknown) and not clause.foods and not things
    much = _SO_MUCH & lows or any(figure.measure in ("mass", "volume", "count") for figure in clause.figures)
    if strange and much and not clause.acts and not clause.when:
        return Heard("composition", "What this is of was not understood. Give it a line of its own with its amount, or leave it out.")
    told = clause.groups <= {"tell"} and bool(clause.acts)
    loose = any(figure.measure in ("mass", "volume") for figure in clause.figures) and not any(food.figure for food in clause.foods)
    if told and loose and not clause.foods and _DO & lows and not things & {"jar", "canner", "space"}:
        return Heard("composition", "What this amount is of was not understood. Give each thing a line of its own.")
    unweighed = [act.word for act in clause.acts if act.negated and act.group == "measure"]
    if (
        unweighed
        and (clause.foods or things & {"food", "acid", "group", "mix", "brine"})
        and not {"before", "until", "headspace", "again"} & lows
    ):
        return Heard("composition", "How much this is cannot be judged. Weigh or measure it, as listed.")
    salts = [food for food in clause.foods if food.ingredient is not None and food.ingredient.role.role in ("salt", "sweetener")]
    if (salts or things & {"salt-water"}) and "alone" in lows and not things & {"acid"} and not clause.neg:
        return Heard("composition", "Salt or sugar alone keeps nothing safe in a jar. Use the acid as listed.")
    sparing = {"enough", "little"} & lows and {"wet", "moisten", "dampen", "colour", "color", "flavor", "flavour"} & lows
    if "acid" in things and sparing and clause.groups & {"put", "use", "fill"}:
        return Heard("composition", "This takes less acid than the list has. Use all of it.")
    tasted = "totaste" in clause.states or any(one == "to" and two == "taste" for one, two in pairwise(clause.lows))
    if tasted and any(food.ingredient is not None and food.ingredient.role.role == "produce" and not food.negated for food in clause.foods):
        return Heard("composition", "“To taste” says no amount that can be judged. Write what you will use.")
    if "acid" in things and _OWN & lows and not clause.neg and not {"dont", "bought", "shop", "store"} & lows:
        return Heard("composition", "Vinegar of one's own has no known strength. Use bought vinegar whose label says 5 %.")
    frozen = clause.states.get("frozen") is False and clause.groups & {"use", "put", "fill"}
    if frozen and any(
        food.word.lower() == "beans" or (food.ingredient is not None and food.ingredient.id.startswith(_NEVER_FROZEN))
        for food in clause.foods
    ):
        return Heard("composition", "Frozen is softer than fresh, and gives off water. Use it as listed.")
    iced = any("ice" in food.word.lower().split() for food in clause.foods if not food.negated)
    if iced and "jar" in things and "in" in lows and not clause.neg and not clause.groups & {"wash", "put"}:
        return Heard("composition", "Ice in the jars is water that the list has not.")
    oiled = [food for food in clause.foods if food.ingredient is not None and food.ingredient.role.role == "fat" and not food.negated]
    covered = clause.groups & {"cover"} and any(food.by == "with" for food in oiled)
    if covered and not things & {"acid", "brine"} and not any(food.figure for food in oiled):
        return Heard("composition", "How much oil this is cannot be judged. Use it as listed, mixed with the acid.")
    return None


def called_enough(clause: Clause, things: set[str], said: set[str]) -> str:
    """The word by which a clause about the process is content with less than tested methods: “four minutes keeps them crunchy”, “they need
    nothing more than a lid”, water held under the boil, brine halfway up; "" for none."""
    lows = clause.words
    if "nothing" in lows and {"need", "needs", "takes", "take"} & lows and (things & {"lid", "brine", "jar"} or {"more", "else"} & lows):
        return "nothing"
    short = {"halfway", "partway"} & lows or ({"only", "just"} & lows and {"shoulder", "shoulders", "middle", "waist", "half"} & lows)
    if "brine" in things and short and clause.groups <= {"tell", "fill", "put"}:
        return "halfway"
    if clause.neg and "canner" in things and clause.groups <= {"tell"} and "for" in lows:
        return "not"
    does = any(one in ("do", "does") and two in ("as", "fine", "nicely", "instead", "just") for one, two in pairwise(clause.lows))
    if does and things & {"jar", "lid", "canner"}:
        return "do"
    if clause.when in ("until", "till") and "cut" in clause.groups and things <= {"mix"} and {"knife", "it"} <= lows:
        return "cut"
    minutes = [figure for figure in clause.figures if figure.measure == "minutes"]
    begins = bool(minutes) and minutes[0].at <= 1
    if begins and not clause.foods and any(act.word in _SHOWS for act in clause.acts) and not things & {"heat-of", "clock"}:
        return "minutes"
    for figure in clause.figures:
        low, high = _WARM_F if figure.measure == "fahrenheit" or figure.high > _WARM_C[1] else _WARM_C
        warm = figure.measure in ("fahrenheit", "celsius", "degrees") and low <= figure.high <= high
        held = {"hold", "keep", "maintain"} & said and _IN_CANNER & said and not {"ready", "needed", "until", "while"} & said
        if warm and held and not things & {"oven", "food"} and not clause.groups & {"roast", "bake"}:
            return "degrees"
    if clause.when in ("until", "till") and {"sets", "gels", "jells", "jellies"} & lows and things <= {"mix"}:
        return "sets"
    unboiled = any(one == "without" and two in ("boiling", "processing", "canning") for one, two in pairwise(clause.lows))
    if unboiled and (things & {"shelf"} or clause.groups & {"store"} or {"keep", "keeps", "seal", "seals"} & lows):
        return "without"
    return ""


_AS_IT_IS: Final = frozenset({"stay", "stays", "go", "goes", "makes", "cloudy"})


def only_told(clause: Clause, things: set[str], *, serving: bool) -> bool:
    """Whether a clause only tells something of the acid, the brine or the water, or of nothing that it names, and asks for no act: tested
    methods say nothing of the sort, and what is told so often takes something away (“vinegar is a matter of taste”)."""
    soured = bool(things & {"acid", "brine", "water"}) and not things & {"food", "group", "jar", "lid", "canner"}
    if serving:
        return bool(things & {"acid", "brine", "water"})
    if clause.lows[:3] == ["it", "is", "the"] and things <= {"brine", "mix"}:
        return False  # “keep the liquid: it is the brine”
    if clause.neg or clause.forbidden or clause.when or clause.groups - {"tell", "check"}:
        return False
    return (soured and not _AS_IT_IS & clause.words) or (bool(clause.acts) and "check" not in clause.groups and things <= {"mix"})
