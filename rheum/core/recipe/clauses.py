"""A sentence of a method cut at its joints into clauses: what is done, to what, how much, how long, said of what, forbidden or not.

Words are looked up once (reference/prose.toml, the catalogue, the open word lists); nothing here judges (hearing.py does)."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, field, replace
from functools import lru_cache
from typing import Final, NamedTuple

from rheum.core.facts.ingredients import Catalogue, Ingredient, stem
from rheum.core.measures.units import unit_named
from rheum.core.measures.words import Token, settled, tokens
from rheum.core.recipe.adjectives import as_adjectives
from rheum.core.recipe.figures import Figure
from rheum.core.recipe.idioms import (
    another_sprig,
    becomes,
    each_of,
    from_sealing,
    of_cooking_water,
    of_one_thing,
    of_slices,
    of_time,
    rinsing,
    seasoning,
    soft_ones,
    telegram,
    with_its_minutes,
)
from rheum.core.recipe.items import COORDINATE, HARD, SUBORDINATE, Item, items_of
from rheum.core.recipe.joints import act_next, acts_ahead, begins_anew, new_subject
from rheum.core.recipe.sentences import in_plain_words

_INTO: Final = frozenset({"into", "in", "onto", "on", "over", "to", "with", "under", "inside"})


_WILLING: Final = frozenset({"tell", "use", "serve", "check", "scare", "time"})


_PARTICLES: Final = frozenset({"out", "off", "away", "down", "back", "up", "aside", "over", "in", "on"})


# What a bare number may count that goes into no jar.
_COUNTED: Final = frozenset(
    "slits cuts people persons friends helpers adults kids hands pots pans kettles bowls knives trays boards towels cloths".split()
)
_COLOURS: Final = frozenset("pink blue green brown purple yellow pale red".split())
_FILLED: Final = frozenset({"filled", "full", "sealed", "packed", "closed"})
_YEARS: Final = (1800, 2100)
_SUBJECTS: Final = frozenset({"they", "it", "flavors", "flavours", "pickles"})
_ALL: Final = frozenset({"everything", "all", "anything"})
# What did not happen, which forbids nothing.
_FACTS: Final = frozenset({"didnt", "doesnt", "hasnt", "havent"})


class Act(NamedTuple):
    """Something done: its group, whether it is forbidden, the form of the word, its place."""

    group: str
    negated: bool
    form: str
    at: int
    word: str


class Food(NamedTuple):
    """A food named: of the catalogue, or a word of the open lists that may be one (then `ingredient` is None)."""

    ingredient: Ingredient | None
    word: str
    negated: bool
    at: int
    into: bool
    figure: Figure | None = None
    by: str = ""


@dataclass(slots=True)
class Clause:
    """One clause. `when` is the joint it hangs on (“if”, “until”), "" for a main clause; `unknown` are words in no row, each with
    what the open lists make of it; `each` says that it speaks of every jar."""

    text: str
    when: str = ""
    acts: list[Act] = field(default_factory=list)
    things: set[str] = field(default_factory=set)
    foods: list[Food] = field(default_factory=list)
    states: dict[str, bool] = field(default_factory=dict)
    figures: list[Figure] = field(default_factory=list)
    unknown: list[tuple[str, str]] = field(default_factory=list)
    lows: list[str] = field(default_factory=list)
    without: set[str] = field(default_factory=set)
    each: bool = False
    known: int = 0
    lacks: bool = False
    # It asks that something is not left out: what it names is no new thing.
    wanted: bool = False
    neg: bool = False
    around: frozenset[str] = frozenset()
    # Things that something is done to, in their order: their group, word and place.
    objects: list[tuple[str, str, int]] = field(default_factory=list)
    # Its words, the same with those without their plural endings, and the groups of the acts that are done and forbidden, once all are known.
    words: frozenset[str] = frozenset()
    stemmed: frozenset[str] = frozenset()
    groups: frozenset[str] = frozenset()
    forbidden: frozenset[str] = frozenset()
    # The words of its sentence, and where its own begin and end.
    found: tuple[Token, ...] = ()
    at: int = 0
    to: int = 0

    def copied(self) -> Clause:
        """The clause anew: what a hearer notes on it stays its own."""
        return replace(self, things={*self.things})

    def acts_before(self, at: int) -> bool:
        """Whether something is done before a place in the sentence."""
        return any(act.at < at for act in self.acts)


_EACH: Final = frozenset({"each", "every", "per"})


def clauses_of(sentence: str, catalogue: Catalogue) -> list[Clause]:
    """The clauses of a sentence, in their order. A sentence cut before is not cut again."""
    return [clause.copied() for clause in _cut(sentence, catalogue)]


@lru_cache(maxsize=4096)
def _cut(sentence: str, catalogue: Catalogue) -> tuple[Clause, ...]:
    found = tokens(settled(in_plain_words(sentence, catalogue.lexicon.ways)))
    items = as_adjectives(items_of(found, catalogue))
    parts: list[tuple[str, list[Item]]] = [("", [])]
    for index, item in enumerate(items):
        if item.kind == "mark" and (item.group in HARD or item.group == "-"):
            parts.append(("", []))
            continue
        behind = items[index + 1] if index + 1 < len(items) else None
        if item.kind == "act" and item.form == "base" and begins_anew(parts[-1], item):
            parts.append(("", [item]))
            continue
        if behind is not None and new_subject(parts[-1], item, behind):
            parts.append(("", [item]))
            continue
        if (
            item.low == "to"
            and item.kind != "state"  # “to taste”
            and behind is not None
            and behind.kind == "act"
            and behind.form == "base"
            and any(one.kind == "act" and one.group not in _WILLING for one in parts[-1][1])
            and not any(one.kind == "not" for one in parts[-1][1])
        ):
            parts.append(("to", []))
            continue
        if item.low in ("but", "except") and index and items[index - 1].low in _ALL:
            parts[-1][1].append(item)  # “everything but the beans”
            continue
        joint = item.kind in ("joint",) or (item.kind == "mark" and item.group in ",&+/()")
        if (
            joint
            and item.low in SUBORDINATE
            and not (item.low in ("as", "so", "that", "before", "after", "since", "once") and not acts_ahead(items, index))
            and not (
                item.low in ("before", "after") and behind is not None and behind.low in ("is", "was", "works")
            )  # “the day before is fine”
        ):
            parts.append((item.low, []))
            continue
        if item.kind == "mark" and item.low in (",", "&", "/") and telegram(parts[-1], items, index):
            parts.append(("", []))  # “rims wiped, lids on”
            continue
        if item.kind == "mark" and item.low == "," and not any(one.kind == "act" for one in parts[-1][1]) and not parts[-1][0]:
            parts[-1][1].append(item)
            continue
        if (
            joint
            and (item.low in COORDINATE or item.kind == "mark")
            and (act_next(items, index) if item.low == "or" else acts_ahead(items, index))
        ):
            when = parts[-1][0] if item.low == "or" or (item.low == "and" and parts[-1][0] in ("until", "till", "if", "when")) else ""
            parts.append((when, []))
            continue
        parts[-1][1].append(item)
    with_its_minutes(parts)
    return tuple(
        _clause(when, held, items, found, sentence=sentence)
        for when, held in parts
        if any(one.kind not in ("mark", "joint") for one in held)
    )


def _clause(when: str, held: list[Item], items: list[Item], found: tuple[Token, ...], *, sentence: str) -> Clause:  # noqa: PLR0915 - one pass over the words
    clause = Clause(" ".join(found[at].text for at in range(held[0].at, held[-1].to)), when, found=found, at=held[0].at, to=held[-1].to)
    negated = False
    omitted = lacks = named = fact = False
    neg_at = 0
    into = behind_act = False
    by = ""
    figure: Figure | None = None
    last_food = -1
    waited = any(item.figure is not None and item.figure.measure == "days" for item in held)
    timed = any(item.figure is not None and item.figure.measure == "minutes" for item in held)
    for item in held:
        clause.lows.append(item.low)
        clause.known += item.kind != "unknown"
        if item.kind == "not":
            negated, neg_at, named = True, item.at, False
            clause.neg = True
            fact = item.low in _FACTS or (item.low == "not" and clause.lows[-2:-1] in (["did"], ["has"], ["have"], ["does"]))
            lacks = item.low in ("no", "without", "avoid", "neither", "nor")
            clause.lacks = clause.lacks or lacks
        elif item.kind == "act" and item.group == "free" and "dishwasher" in (said := {one.low for one in held}) and not _FILLED & said:
            clause.acts.append(Act("wash", negated, item.form, item.at, item.low))  # “run them through the dishwasher”
        elif item.kind == "act" and item.group == "omit" and item.low.startswith("drop") and {"into", "in"} & {one.low for one in held}:
            clause.acts.append(Act("put", negated, item.form, item.at, item.low))  # “drop the onions into boiling water”
        elif item.kind == "act" and item.low == "run" and {"colour", "color", "colours", "colors"} & set(clause.lows):
            clause.acts.append(Act("tell", False, item.form, item.at, item.low))
        elif item.kind == "act" and item.group == "dilute" and not clause.foods and waited:
            clause.acts.append(Act("tell", negated, item.form, item.at, item.low))  # “give it a month to mellow”
        elif item.kind == "act" and item.low == "sealing" and clause.lows[-2:-1] == ["from"] and not negated:
            clause.acts.append(Act("tell", False, item.form, item.at, item.low))  # “can keep lids from sealing”
        elif item.kind == "act" and item.low in ("keep", "keeps", "stop", "stops", "prevent", "prevents") and from_sealing(held, item):
            clause.acts.append(Act("tell", False, item.form, item.at, item.low))
        elif item.kind == "act" and item.low in ("run", "running") and "over" in {one.low for one in held} and rinsing(held, item):
            clause.acts.append(Act("wash", negated, item.form, item.at, item.low))  # “run cold water over”
        elif item.kind == "act" and item.low == "dipped" and clause.lows[-2:-1] and clause.lows[-2] in ("towel", "cloth", "paper", "rag"):
            clause.known += 1  # “a towel dipped in vinegar”
        elif item.kind == "act" and item.low in ("takes", "take") and when == "which" and not timed:
            clause.known += 1  # “which takes about 10 minutes”
        elif item.kind == "act" and item.group == "use" and item.low in ("get", "gets", "got", "getting") and becomes(held, item):
            clause.acts.append(Act("tell", negated, item.form, item.at, item.low))  # “if the water gets low”
        elif item.kind == "act" and item.low in ("blend", "whisk") and seasoning(held, item):
            clause.acts.append(Act("combine", negated, item.form, item.at, item.low))  # “blend the mustard and turmeric with …”
        elif item.kind == "act" and item.low == "toss" and soft_ones(held, item):
            clause.acts.append(Act("discard", negated, item.form, item.at, item.low))  # “toss any soft ones”
        elif item.kind == "act" and item.low == "attached":
            clause.known += 1  # “of stem attached”
        elif item.kind == "act" and item.low in ("blend", "blends", "mingle", "marry") and set(clause.lows[-2:-1]) & _SUBJECTS:
            clause.acts.append(Act("tell", negated, item.form, item.at, item.low))  # “so that the flavors blend”
        elif item.kind == "act" and item.group == "dilute" and not clause.foods and set(clause.lows[-2:-1]) & _SUBJECTS:
            clause.acts.append(Act("tell", negated, item.form, item.at, item.low))  # “they mellow after a few weeks”
        elif item.kind == "act" and item.group == "thicken" and not clause.foods and {"will", "may", "should"} & set(clause.lows[-3:]):
            clause.acts.append(Act("tell", negated, item.form, item.at, item.low))  # “it will thicken as it stands”
        elif item.kind == "act" and item.group == "turn" and _COLOURS & {one.low for one in held}:
            clause.acts.append(Act("tell", negated, item.form, item.at, item.low))  # “turns blue”
        elif item.kind == "act":
            if negated and lacks and named:
                negated = False  # “if you have no bottled juice use …”: what is lacking was named
            denied = negated and item.group not in ("omit", "scare")
            if negated and item.low.startswith("bother"):
                lacks = clause.lacks = True
                continue  # “don't bother to peel”
            if negated and item.low.startswith(("worr", "fret")):
                clause.acts.append(Act("scare", False, item.form, item.at, item.low))
                negated = False
                continue
            if negated and item.group in ("omit", "scare"):
                clause.acts.append(Act("tell", False, item.form, item.at, item.low))
                negated, omitted = False, True
                continue
            clause.acts.append(Act(item.group, denied, item.form, item.at, item.low))
            clause.things |= {"jar", "mix"} if item.low == "jar" else set()  # “then jar it”
            if negated and fact and item.group != "tell":
                negated = fact = False  # “any that did not seal in the refrigerator, to eat this week”
            into = False
        elif item.kind == "thing":
            named = True
            if (not into or by == "with") and "for" not in clause.lows[-3:-1]:
                clause.objects.append((item.group, item.low, item.at))
            below = {"below", "under", "beneath", "from", "of", "wipe", "around"} & {one.low for one in held}
            if item.low == "brim" and not negated and not below and not any(one.kind == "figure" for one in held):
                clause.states["brim"] = False  # “to the very brim”
            if negated and item.group in ("cook-water", "oven", "wax", "vessel", "growler"):
                continue
            if negated and lacks and not any(act.negated for act in clause.acts) and (not clause.acts or item.at - neg_at <= 4):
                drained = when in ("until", "till") and clause.lows[-2:-1] == ["more"] and _RUNS & {one.low for one in held}
                clause.without |= set() if drained else {item.group}  # “till no more liquid comes”
            clause.things.add(item.group)
            if item.group == "jar" and any(word.low in _EACH for word in found[max(held[0].at, item.at - 4) : item.at]):
                clause.each = True
            figure = figure if item.group == "group" or _points_at_food(held, item) else None
        elif item.kind == "state" and item.low == "little" and {"those", "these", "the", "your"} & set(clause.lows[-2:-1]):
            clause.known += 1  # “those little cucumbers”
        elif item.kind == "state" and item.group == "more" and (of_cooking_water(held, item) or of_time(held, item)):
            clause.known += 1
        elif item.kind == "state" and item.low == "optional" and of_one_thing(held, item):
            clause.known += 1  # “vinegar, hot peppers (optional), salt”
        elif item.kind == "state" and item.low in ("another", "half") and another_sprig(held, item):
            clause.known += 1  # the second half of what each jar gets
        elif item.kind == "state":
            if item.group == "instead" and item.to - item.at >= 2:
                negated = True  # “instead of fresh dill”: it is not put in
                clause.states.setdefault("instead", False)
                continue
            clause.states[item.group] = negated
        elif item.kind == "figure":
            assert item.figure is not None
            behind = next((one for one in held if one.at >= item.to), None)
            counted = item.figure.measure == "number" and behind is not None and behind.low in _COUNTED
            if counted or (item.figure.measure == "number" and _YEARS[0] <= item.figure.low <= _YEARS[1]):
                continue
            clause.figures.append(item.figure)
            if item.figure.measure == "percent" or (item.figure.measure == "length" and behind is not None and behind.kind == "food"):
                continue  # “8 lb of 3- to 4-inch cucumbers”
            figure = item.figure if item.figure.measure in ("volume", "mass", "count", "number") else None
            if (
                figure is not None
                and last_food >= 0
                and item.at - clause.foods[last_food].at <= 3
                and clause.foods[last_food].figure is None
            ):
                behind = next((one for one in held if one.at >= item.to), None)
                if behind is None or behind.kind not in ("food", "plain", "act"):
                    clause.foods[last_food] = clause.foods[last_food]._replace(figure=figure)
                    figure = None
        elif item.kind == "food":
            if figure is not (sliced := of_slices(found, item, figure)):
                clause.figures[-1:] = [sliced] if sliced else []
                figure = sliced
            clause.foods.append(
                Food(
                    item.food,
                    " ".join(found[at].text for at in range(item.at, item.to)),
                    negated,
                    item.at,
                    into,
                    figure,
                    by if into else "",
                )
            )
            named = True
            last_food = len(clause.foods) - 1
            figure = figure if each_of(found, item.at, figure) else None
        elif item.kind == "unknown":
            clause.unknown.append((item.low, item.group))
        if item.low in ("into", "onto", "under", "inside", "with") or (item.low in _INTO and not behind_act):
            into, by = True, item.low
        # “leave in the water” is where, and “stir in the vinegar” what.
        behind_act = item.kind == "act" and item.group != "leave"
        if item.low in ("but", "except"):
            negated = any(low in _ALL for low in clause.lows[-2:-1])
    clause.wanted = omitted
    if omitted:
        clause.foods = [food._replace(negated=False) for food in clause.foods]
    clause.words = frozenset(clause.lows)
    clause.stemmed = clause.words.union(stem(low) for low in clause.lows)
    clause.groups = frozenset(act.group for act in clause.acts if not act.negated)
    clause.forbidden = frozenset(act.group for act in clause.acts if act.negated)
    return clause


_RUNS: Final = frozenset({"comes", "drips", "drains", "runs", "drops", "come", "drip", "drain", "run"})


def _points_at_food(held: list[Item], item: Item) -> bool:
    """“six pounds of those little cucumbers”: which food, and no thing of its own."""
    behind = next((one for one in held if one.at >= item.to and one.kind not in ("plain", "state")), None)
    return item.low in ("those", "these") and behind is not None and behind.kind == "food"


def all_words(clauses: Iterable[Clause]) -> list[str]:
    """Every word of some clauses."""
    return [low for clause in clauses for low in clause.lows]


def unit_word(word: str) -> bool:
    """Whether a word is a unit of the kitchen."""
    return unit_named(word) is not None
