"""A sentence of a method cut at its joints into clauses: what is done, to what, how much, how long, said of what, forbidden or not.

Words are looked up once (reference/prose.toml, the catalogue, the open word lists); nothing here judges (hearing.py does)."""

from __future__ import annotations

from functools import lru_cache
from typing import Final

from rheum.core.facts.ingredients import Catalogue, stem
from rheum.core.measures.words import Token, settled, tokens
from rheum.core.recipe.adjectives import as_adjectives
from rheum.core.recipe.clause import Act, Clause, Food
from rheum.core.recipe.figures import Figure
from rheum.core.recipe.idioms import changes_nothing, each_of, of_slices, telegram, with_its_minutes
from rheum.core.recipe.items import HARD, Item, items_of
from rheum.core.recipe.joints import act_next, acts_ahead, begins_anew, new_subject
from rheum.core.recipe.sentences import in_plain_words
from rheum.core.recipe.turns import turned

_WILLING: Final = frozenset({"tell", "use", "serve", "check", "scare", "time"})


_YEARS: Final = (1800, 2100)


def clauses_of(sentence: str, catalogue: Catalogue) -> list[Clause]:
    """The clauses of a sentence, in their order. A sentence cut before is not cut again."""
    return [clause.copied() for clause in _cut(sentence, catalogue)]


@lru_cache(maxsize=4096)
def _cut(sentence: str, catalogue: Catalogue) -> tuple[Clause, ...]:
    found = tokens(settled(in_plain_words(sentence, catalogue.lexicon.ways)))
    grammar = catalogue.grammar
    items = as_adjectives(items_of(found, catalogue), grammar)
    parts: list[tuple[str, list[Item]]] = [("", [])]
    for index, item in enumerate(items):
        if item.kind == "mark" and (item.group in HARD or item.group == "-"):
            parts.append(("", []))
            continue
        behind = items[index + 1] if index + 1 < len(items) else None
        if item.kind == "act" and item.form == "base" and begins_anew(parts[-1], item, grammar):
            parts.append(("", [item]))
            continue
        if behind is not None and new_subject(parts[-1], item, behind, grammar):
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
        if item.low in ("but", "except") and index and items[index - 1].low in grammar["all-of-it"]:
            parts[-1][1].append(item)  # “everything but the beans”
            continue
        joint = item.kind in ("joint",) or (item.kind == "mark" and item.group in ",&+/()")
        if (
            joint
            and item.low in grammar["subordinate"]
            and not (item.low in catalogue.grammar["joint-or-adverb"] and not acts_ahead(items, index, grammar))
            and not (
                item.low in ("before", "after") and behind is not None and behind.low in ("is", "was", "works")
            )  # “the day before is fine”
        ):
            parts.append((item.low, []))
            continue
        if item.kind == "mark" and item.low in (",", "&", "/") and telegram(parts[-1], items, index, grammar):
            parts.append(("", []))  # “rims wiped, lids on”
            continue
        if item.kind == "mark" and item.low == "," and not any(one.kind == "act" for one in parts[-1][1]) and not parts[-1][0]:
            parts[-1][1].append(item)
            continue
        if (
            joint
            and (item.low in grammar["coordinate"] or item.kind == "mark")
            and (act_next(items, index) if item.low == "or" else acts_ahead(items, index, grammar))
        ):
            when = parts[-1][0] if item.low == "or" or (item.low == "and" and parts[-1][0] in catalogue.grammar["waits"]) else ""
            parts.append((when, []))
            continue
        parts[-1][1].append(item)
    with_its_minutes(parts)
    return tuple(
        _clause(when, held, found, catalogue=catalogue) for when, held in parts if any(one.kind not in ("mark", "joint") for one in held)
    )


def _clause(when: str, held: list[Item], found: tuple[Token, ...], *, catalogue: Catalogue) -> Clause:  # noqa: PLR0915 - one pass over the words
    clause = Clause(
        " ".join(found[at].text for at in range(held[0].at, held[-1].to)),
        when,
        found=found,
        at=held[0].at,
        to=held[-1].to,
        grammar=catalogue.grammar,
    )
    grammar = clause.grammar
    negated = False
    omitted = lacks = named = fact = False
    neg_at = 0
    into = behind_act = False
    by = ""
    figure: Figure | None = None
    last_food = -1
    for item in held:
        clause.lows.append(item.low)
        if item.kind == "not":
            negated, neg_at, named = True, item.at, False
            clause.neg = True
            fact = item.low in grammar["did-not"] or (item.low == "not" and clause.lows[-2:-1] in (["did"], ["has"], ["have"], ["does"]))
            lacks = item.low in catalogue.grammar["lacks"]
            clause.lacks = clause.lacks or lacks
        elif (turn := turned(item, held, clause, catalogue.lexicon.turns)) is not None:
            if turn.becomes:
                clause.acts.append(Act(turn.becomes, negated and not turn.never, item.form, item.at, item.low))
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
            below = catalogue.grammar["below-the-brim"] & {one.low for one in held}
            if item.low == "brim" and not negated and not below and not any(one.kind == "figure" for one in held):
                clause.states["brim"] = False  # “to the very brim”
            if negated and item.group in ("cook-water", "oven", "wax", "vessel", "growler"):
                continue
            if negated and lacks and not any(act.negated for act in clause.acts) and (not clause.acts or item.at - neg_at <= 4):
                drained = when in ("until", "till") and clause.lows[-2:-1] == ["more"] and grammar["drains"] & {one.low for one in held}
                clause.without |= set() if drained else {item.group}  # “till no more liquid comes”
            clause.things.add(item.group)
            if item.group == "jar" and any(word.low in grammar["each-one"] for word in found[max(held[0].at, item.at - 4) : item.at]):
                clause.each = True
            figure = figure if item.group == "group" or _points_at_food(held, item) else None
        elif item.kind == "state" and changes_nothing(held, item):
            pass
        elif item.kind == "state":
            if item.group == "instead" and item.to - item.at >= 2:
                negated = True  # “instead of fresh dill”: it is not put in
                clause.states.setdefault("instead", False)
                continue
            clause.states[item.group] = negated
        elif item.kind == "figure":
            assert item.figure is not None
            behind = next((one for one in held if one.at >= item.to), None)
            counted = item.figure.measure == "number" and (
                (behind is not None and behind.low in grammar["counted-and-not-eaten"])
                or (len(held) == len(("day", "two")) and held[0].low in grammar["numbered"])  # “Day two.”
            )
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
            if figure is not (sliced := of_slices(found, item, figure, grammar)):
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
        if item.low in catalogue.grammar["into-a-vessel"] or (item.low in grammar["into"] and not behind_act):
            into, by = True, item.low
        # “leave in the water” is where, and “stir in the vinegar” what.
        behind_act = item.kind == "act" and item.group != "leave"
        if item.low in ("but", "except"):
            negated = any(low in grammar["all-of-it"] for low in clause.lows[-2:-1])
    clause.wanted = omitted
    if omitted:
        clause.foods = [food._replace(negated=False) for food in clause.foods]
    clause.words = frozenset(clause.lows)
    clause.stemmed = clause.words.union(stem(low) for low in clause.lows)
    clause.groups = frozenset(act.group for act in clause.acts if not act.negated)
    clause.forbidden = frozenset(act.group for act in clause.acts if act.negated)
    return clause


def _points_at_food(held: list[Item], item: Item) -> bool:
    """“six pounds of those little cucumbers”: which food, and no thing of its own."""
    behind = next((one for one in held if one.at >= item.to and one.kind not in ("plain", "state")), None)
    return item.low in ("those", "these") and behind is not None and behind.kind == "food"
