"""What a sentence of a method says in figures and by its acts: minutes, headspace, jars, pack, the shape of the pieces, soak and salting."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field
from functools import lru_cache
from typing import Final

from rheum.core.facts.formulas import Pack
from rheum.core.measures.words import Token, settled, tokens
from rheum.core.recipe.clause import Clause
from rheum.core.recipe.figures import Figure, low_at
from rheum.core.recipe.frames import of_jars_alone
from rheum.core.recipe.hearing import Spoken
from rheum.core.recipe.jar_names import jars_named
from rheum.core.recipe.recipe import Cooked, Method, Portion, ProseRisk, SaidCut, SaidMinutes, What

_RESTING: Final = frozenset({"stand", "simmer", "wash", "blanch", "leave", "store", "roast", "fry", "bake", "puree", "reduce", "off"})
_PROCESSING: Final = frozenset({"process", "time"})


@dataclass
class Notes:
    """Collects, sentence by sentence, what a method says; `done()` gives it as a value."""

    minutes: list[SaidMinutes] = field(default_factory=list)
    headspaces: list[tuple[int, float]] = field(default_factory=list)
    levels: list[tuple[int, float]] = field(default_factory=list)
    jars: list[tuple[int, str]] = field(default_factory=list)
    packs: list[tuple[int, Pack]] = field(default_factory=list)
    steam: int | None = None
    shape: list[tuple[int, What]] = field(default_factory=list)
    salted: bool = False
    soak_kept: bool = False
    risks: list[tuple[int, ProseRisk, str]] = field(default_factory=list)
    opened: list[tuple[int, str]] = field(default_factory=list)
    portions: list[Portion] = field(default_factory=list)
    cooked: list[Cooked] = field(default_factory=list)
    cuts: list[SaidCut] = field(default_factory=list)
    sentences: int = 0

    def take(self, other: Notes) -> None:
        """Adds what one sentence said."""
        self.minutes += other.minutes
        self.headspaces += other.headspaces
        self.levels += other.levels
        self.jars += other.jars
        self.packs += other.packs
        self.shape += other.shape
        self.steam = self.steam if other.steam is None else other.steam
        self.salted |= other.salted
        self.soak_kept |= other.soak_kept

    def done(self) -> Method:
        """What was collected. How high the food is packed counts as headspace only where nothing else says how much there is."""
        return Method(
            minutes=tuple(self.minutes),
            headspaces_mm=tuple(self.headspaces or self.levels),
            jars=tuple(self.jars),
            packs=tuple(self.packs),
            steam=self.steam,
            shape=tuple(self.shape),
            salted=self.salted,
            risks=tuple(self.risks),
            opened=tuple(self.opened),
            portions=tuple(self.portions),
            cooked=tuple(self.cooked),
            cuts=tuple(self.cuts),
            sentences=self.sentences,
        )


def note(spoken: Spoken, line: int, notes: Notes, *, in_process: bool) -> bool:
    """Takes what a sentence says in figures and acts into the notes. `in_process`: the sentence before was about the canner; gives back
    whether this one is."""
    found, about = _noted(spoken, line, in_process=in_process)
    notes.take(found)
    return about


# At the Bench most sentences are as they were a keystroke ago.
@lru_cache(maxsize=4096)
def _noted(spoken: Spoken, line: int, *, in_process: bool) -> tuple[Notes, bool]:
    sentence, clauses, notes = spoken.plain, spoken.clauses, Notes()
    about = _about_canner(clauses)
    jars = jars_named(sentence, spoken.grammar)
    told = in_process and all(
        clause.groups <= {"tell", "blanch", "time"} and not clause.foods and not clause.things - {"mix", "clock"} for clause in clauses
    )
    continues = in_process and (bool(jars) or told) and not any(clause.groups & {"simmer", "stand"} for clause in clauses)
    if about or continues:
        _note_minutes(sentence, clauses, line, notes, jars=jars)
    solids = False
    for clause in clauses:
        solids = _over_solids(clause, solids)
        _note_headspace(clause, line, notes, over_solids=solids)
        _note_pack(clause, line, notes)
        _note_shape(clause, line, notes)
    if any(
        "jar" in clause.things or any(figure.measure == "jars" for figure in clause.figures) or clause.groups & {"fill", "process"}
        for clause in clauses
        if not (clause.when == "to" and "make" in clause.lows)  # “chop apples to make 2 quarts”
    ):
        notes.jars.extend((line, size) for _, size in jars)
    if _raw_and_packed(clauses):
        notes.packs.append((line, "raw"))
    if any("steam" in clause.lows and {"canner", "canning"} & clause.words for clause in clauses):
        notes.steam = line
    return notes, about or continues


def _raw_and_packed(clauses: Sequence[Clause]) -> bool:
    """“Grate them raw and pack them so.”"""
    raw = next((at for at, clause in enumerate(clauses) if clause.states.get("raw") is False and clause.groups & {"mince", "cut"}), None)
    return raw is not None and any("fill" in clause.groups for clause in clauses[raw + 1 :])


def _about_canner(clauses: Sequence[Clause]) -> bool:
    put_in = any(
        "jar" in clause.things and clause.groups & {"put", "lift", "store"} and clause.grammar["pot"] & clause.words for clause in clauses
    )
    if put_in and any("boil" in clause.groups and any(figure.measure == "minutes" for figure in clause.figures) for clause in clauses):
        return True
    if any(clause.grammar["sterilised"] & clause.words for clause in clauses):
        clauses = [clause for clause in clauses if "process" in clause.groups or "canner" in clause.things]
    for clause in clauses:
        if "process" in clause.groups or (
            "boil" in clause.groups
            and "jar" in clause.things
            and not clause.grammar["empty-jar"] & clause.words
            and "wash" not in clause.groups
        ):
            return True
        if (
            "clock" in clause.things
            and any("simmer" in other.groups for other in clauses)
            and not any(other.things & {"jar", "canner"} for other in clauses)
        ):
            continue  # “when it simmers again, set a timer”
        if (
            clause.things & {"canner", "clock"}
            and any(figure.measure == "minutes" for figure in clause.figures)
            and (not clause.groups & {"wash", "stand", "store", "leave"} or "boil" in clause.groups)
        ):
            return True
        minutes = any(figure.measure == "minutes" for figure in clause.figures)
        if minutes and of_jars_alone(clause) and clause is clauses[-1]:
            return True
        boiling = "boiling" in clause.lows and any(food.ingredient and food.ingredient.role.role == "water" for food in clause.foods)
        if (
            minutes
            and boiling
            and "jar" in clause.things
            and not {"empty", "clean", "sterile"} & clause.words
            and not clause.groups & {"wash"}
        ):
            return True
        if clause.groups & {"zap", "blanch"} and "jar" in clause.things and not clause.groups & {"wash"}:
            return True
    return False


_A_DAY: Final = 12 * 60


def _note_minutes(sentence: str, clauses: Sequence[Clause], line: int, notes: Notes, *, jars: Sequence[tuple[int, str]]) -> None:
    """`Process pints 10 minutes and quarts 15 minutes`: each figure takes the jars named since the last figure, else those right behind it."""
    found = tokens(settled(sentence))
    figures: list[tuple[Figure, Clause]] = []
    heights: list[Figure] = []
    heights_apply = True
    for clause in clauses:
        heights += [figure for figure in clause.figures if figure.measure == "altitude"]
        resting = clause.groups & _RESTING and not clause.groups & _PROCESSING and "canner" not in clause.things
        added = (
            "put" in clause.groups
            and any(figure.measure == "minutes" for figure in clause.figures)
            and bool({"add", "adding", "plus"} & clause.words)
        )
        heights_apply = heights_apply and not added
        again = {"within", "reprocess", "reprocessed"} & clause.words and any(
            f.low >= _A_DAY for f in clause.figures if f.measure == "minutes"
        )
        if resting or added or again or ("wash" in clause.groups and "process" not in clause.groups):
            continue
        figures += [(figure, clause) for figure in clause.figures if figure.measure == "minutes" and not _above_that(found, figure.at)]
    places = [(found[figure.at].at, figure, clause) for figure, clause in figures]
    places.sort(key=lambda item: item[0])
    heights.sort(key=lambda item: item.at)
    before_mode = bool(heights and places) and heights[0].at < places[0][1].at and len(places) > 1
    before = 0
    for position, (start, figure, _) in enumerate(places):
        upto = places[position + 1][0] if position + 1 < len(places) else len(sentence) + 1
        last = places[position - 1][1].at if position else -1
        mine = [size for at, size in jars if before <= at < start]
        if not mine and (len(places) == 1 or any(start < at < upto for at, _ in jars)):
            mine = [size for at, size in jars if start < at < upto]
            before = upto if mine else start
        else:
            before = start
        if before_mode:
            near = [height for height in heights if last < height.at < figure.at]
        else:
            end = places[position + 1][1].at if position + 1 < len(places) else 10_000
            near = [height for height in heights if figure.at < height.at < end] or (heights if len(places) == 1 else [])
        height = near[0] if near and heights_apply else None
        feet = None
        if height is not None:
            above = low_at(found, height.at - 1) in ("above", "over") or low_at(found, height.at - 2) in ("above", "over")
            feet = height.high + 1 if above else height.high
        for size in [*mine] or [None]:  # type: ignore[list-item]
            notes.minutes.append(SaidMinutes(line, figure.low, size, feet))


def _above_that(found: Sequence[Token], at: int) -> bool:
    """“… and 25 above that”, “20 minutes above)”: minutes of a height that nobody can place."""
    return any(
        low_at(tuple(found), step) == "above" and low_at(tuple(found), step + 1) in ("that", ")", ".", "") for step in (at + 1, at + 2)
    )


_LEAVING: Final = frozenset({"leave", "fill", "put", "tell", "cover", "close"})


def _over_solids(clause: Clause, before: bool) -> bool:
    """Whether what a sentence says of the space goes for the food alone, with the brine still to come: “fill with the hot carrots, leaving 1
    inch; then cover with the hot liquid, leaving 1/2 inch”."""
    poured = bool(clause.things & {"brine", "acid", "mix"}) or any(
        food.ingredient is not None and (food.ingredient.role.acid or food.ingredient.role.role == "water") for food in clause.foods
    )
    if poured and clause.groups & {"fill", "put", "cover", "combine"}:
        return False
    if not clause.groups and clause.foods and not poured and {"top", "rim"} & clause.words:
        return True  # “onions to 1 inch from the top”
    return bool(clause.foods) or before if clause.groups & {"fill", "put"} else before


def _note_headspace(clause: Clause, line: int, notes: Notes, *, over_solids: bool) -> None:
    lengths = [figure for figure in clause.figures if figure.measure == "length"]
    nothing = ("space" in clause.without and clause.groups & {"leave", "fill"}) or (
        "space" in clause.things and clause.lacks and clause.groups & {"leave"}
    )
    if (nothing or ("brim" in clause.states and not clause.states["brim"])) and not lengths:
        notes.headspaces.append((line, 0.0))
        return
    lows = clause.words
    part = "part-of" in clause.things and (not lows & {"top", "tops"} or bool(lows & clause.grammar["root-or-stem"]))
    part = part or ("tops" in lows and clause.lows[-1:] == ["on"])  # “leave an inch of the tops on”
    poured_last = len(lengths) == 2 and clause.foods and "brine" in clause.things and clause.groups & {"fill", "put"}
    if poured_last:
        # “with hot onions to within 1 inch, then with hot brine to within 1/2 inch”
        notes.levels.append((line, lengths[0].low))
        lengths = lengths[1:]
    for figure in lengths:
        if (
            part
            or lows & clause.grammar["not-a-headspace"]
            or any(food.ingredient and food.ingredient.role.role == "water" for food in clause.foods)
            or "canner" in clause.things
        ):
            continue
        if clause.groups & {"cut", "trim"} or ("lids" in lows and lows & {"over", "above", "cover"}):
            continue
        spoken = "space" in clause.things or bool(lows & clause.grammar["from-the-top"] and lows & clause.grammar["of-the-top"])
        if not spoken and not (clause.groups & {"leave"} and not clause.foods):
            continue
        for_food = bool(clause.foods) and "space" not in clause.things and bool(clause.groups & {"fill", "put"})
        solids = not poured_last and (over_solids or for_food)
        (notes.levels if solids else notes.headspaces).append((line, figure.low))


def _note_pack(clause: Clause, line: int, notes: Notes) -> None:
    lows = clause.lows
    if (
        "raw" in clause.states
        and not clause.states["raw"]
        and (clause.groups & {"fill", "put", "leave", "store", "use"} or not clause.groups - {"tell"})
        and not clause.grammar["of-skin"] & clause.words
        and "canner" not in clause.things
    ) or (
        "cold" in clause.states
        and "fill" in clause.groups
        and (clause.foods or clause.things & {"group", "mix"})
        and not any(f.ingredient and f.ingredient.role.role == "water" for f in clause.foods)
    ):
        notes.packs.append((line, "raw"))
    if "hot-pack" in clause.states and not clause.states["hot-pack"] and "canner" not in clause.things:
        notes.packs.append((line, "hot"))
    for at, low in enumerate(lows[:-1]):
        if low in ("pack", "packed") and lows[at + 1] == "hot" and (at + 2 >= len(lows) or lows[at + 2] in (",", ".", "and", "into", "in")):
            notes.packs.append((line, "hot"))


def _note_shape(clause: Clause, line: int, notes: Notes) -> None:
    acts, lows, things = clause.groups, clause.words, clause.things
    foods = [food.ingredient for food in clause.foods if food.ingredient is not None]
    shape = notes.shape
    chunky = lows & clause.grammar["coarse"] or "chunky" in clause.around
    seasoned = bool(foods) and all(item.role.role in ("spice", "salt", "sweetener") or item.id.endswith("mustard") for item in foods)
    pulsed = ("mince" in acts and lows & {"mush", "pulp"} and "into" in lows) or (
        any(act.word.startswith("puls") and not act.negated for act in clause.acts) and "smooth-around" in clause.around
    )
    if (
        pulsed
        or ("puree" in acts and not chunky and not seasoned)
        or ("mince" in acts and {"mincer", "through"} & lows and "coarse" not in clause.text.lower())
    ):
        shape.append((line, "pureed"))
    citrus = any(item.id.startswith(("lemon", "lime", "orange")) for item in foods)
    solids = "solids" in lows and lows & {"only", "just"}
    juicy = (
        solids
        or "watery" in lows
        or lows & {"juice", "juices"}
        or any(item.klass == "tomato" or item.id.startswith("tomato") for item in foods)
    )
    if (
        acts & {"drain", "strain", "discard"}
        and juicy
        and not citrus
        and not lows & clause.grammar["part-without"]
        and "serve" not in clause.around
    ):
        shape.append((line, "drained"))
    thick = (
        "thick" in clause.states
        and not clause.states["thick"]
        and (clause.when in ("until", "till") or "until" in lows or acts & {"simmer", "boil"})
    )
    dry = clause.when in ("until", "till") and "dry" in lows and not things & {"jar", "lid", "rim"} and "cooked-around" in clause.around
    if "reduce" in acts or thick or (dry and "drain" not in acts):
        shape.append((line, "thicker"))
    if (
        "unpeeled" in clause.states
        or ("peel" in clause.forbidden and "awaited" not in clause.around)
        or (
            acts & {"leave", "store"}
            and "part-of" in things
            and lows & clause.grammar["skin"]
            and not lows & clause.grammar["not-for-the-jar"]
        )
    ):
        shape.append((line, "unpeeled"))
    omitted = "omit" in acts and (lows & clause.grammar["soaking"])
    forbidden = bool(clause.forbidden & {"drain", "blanch"}) or bool(
        {act.word for act in clause.acts if act.negated} & clause.grammar["soak-or-rinse"]
    )
    if "unsalted" in clause.states or forbidden or omitted:
        shape.append((line, "unsalted"))
    if clause.forbidden & {"drain"} and not lows & {"jar", "jars"}:
        notes.soak_kept = True
    whole = (
        "whole" in clause.states
        and not clause.states["whole"]
        and (acts & {"leave", "fill", "store", "put"} or (acts <= {"tell"} and "part" not in lows))
    )
    if (whole and not any(item.role.role == "spice" for item in foods)) or (
        clause.forbidden & {"cut"} and {act.word for act in clause.acts if act.negated} & clause.grammar["slicing"]
    ):
        shape.append((line, "whole-baby" if "baby" in lows else "whole"))
    if (
        clause.grammar["soaked-or-rinsed"] & lows
        or "drain" in acts
        or ("salt" in lows and acts & {"put", "combine", "stand", "cover"} and lows & clause.grammar["salted-down"])
    ):
        notes.salted = True
    if "salt-water" in things and acts & {"use", "store", "strain", "fill"} and "discard" not in acts:
        notes.soak_kept = True
