"""Which row of a table over clauses a clause falls under (reference/process.toml, reference/amounts_told.toml)."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Sequence, Set
from dataclasses import dataclass
from functools import cached_property
from typing import Any, Final

from rheum.core.facts.clause_rows import ClauseRow, ClauseTables, ClauseTest, FoodTest
from rheum.core.recipe.clause import Clause
from rheum.core.recipe.denial import spice_alone
from rheum.core.recipe.leads import Led, is_a, leads_of

_LEFT: Final = frozenset({"cool", "chill", "rest", "sit", "settle", "stand"})


def doing(clause: Clause) -> Set[str]:
    """The acts of a clause but those of telling; “let them cool” is standing."""
    done = clause.groups - {"tell"}
    if not done and clause.grammar["lets"] & clause.words and _LEFT & clause.words:
        return {"stand"}
    return done


@dataclass(frozen=True)
class Beside:
    """A clause with the clauses of its sentence: the things it names, its words as they stand and without plural endings, all words said."""

    clause: Clause
    things: Set[str]
    words: Set[str]
    said: Set[str]
    tables: ClauseTables
    # Whether its sentence opens with it.
    opens: bool = False

    @cached_property
    def may_meet(self) -> dict[str, list[ClauseRow]]:
        """The rows of each table that it may fall under."""
        clause = self.clause
        flags = {name for name, so in (("food", self.leads), ("figure", clause.figures), ("neg", clause.neg)) if so}
        signs = {"word": self.words, "act": clause.groups, "thing": self.things, "state": clause.states.keys(), "flag": flags}
        return self.tables.of(clause.when, signs)

    @cached_property
    def leads(self) -> tuple[Led, ...]:
        """Its foods with what stands around them."""
        return leads_of(self.clause)


def _with_figure(it: Beside, measures: frozenset[str]) -> bool:
    return any(figure.measure in measures for figure in it.clause.figures)


def _minutes(it: Beside) -> list[float]:
    return [figure.high for figure in it.clause.figures if figure.measure == "minutes"]


def _minutes_first(clause: Clause) -> bool:
    """Whether a sentence begins with minutes: “four minutes keeps them crunchy”."""
    minutes = next((figure for figure in clause.figures if figure.measure == "minutes"), None)
    return minutes is not None and minutes.at <= 1


# Degrees above this that do not say of which scale are Fahrenheit's: water of a kitchen is no hotter in Celsius.
_NO_CELSIUS: Final = 96.0


def _degrees(it: Beside, ends: tuple[float, float]) -> bool:
    """Whether degrees are between two ends (°F)."""
    for figure in it.clause.figures:
        if figure.measure in ("fahrenheit", "celsius", "degrees"):
            fahrenheit = figure.measure == "fahrenheit" or figure.high > _NO_CELSIUS
            if ends[0] <= (figure.high if fahrenheit else figure.high * 1.8 + 32.0) <= ends[1]:
                return True
    return False


def _runs(it: Beside, phrases: tuple[tuple[str, ...], ...]) -> bool:
    """Whether one of some phrases stands in a clause, word by word."""
    lows = it.clause.lows
    return any(
        tuple(lows[at : at + len(phrase)]) == phrase for phrase in phrases if phrase[0] in it.clause.words for at in range(len(lows))
    )


def _ends(it: Beside, phrases: tuple[tuple[str, ...], ...]) -> bool:
    return any(tuple(it.clause.lows[-len(phrase) :]) == phrase for phrase in phrases)


def _leads_to(lead: tuple[str, ...], test: FoodTest) -> bool:
    """Whether one of the phrases of a test leads to a food, behind one of the words it asks for."""
    for phrase in test.what:
        for at in range(len(lead) - len(phrase) + 1):
            between = lead[at + len(phrase) :]
            if lead[at : at + len(phrase)] != phrase or len(between) > test.room or (test.small and not test.small.issuperset(between)):
                continue
            by = at - 1
            while by >= 0 and lead[by] in test.hedge:
                by -= 1
            if not test.by or (by >= 0 and lead[by] in test.by):
                return True
    return not test.what


def _is_so_led(led: Led, test: FoodTest) -> bool:
    food = led.food
    return (
        led.is_a(test.kind)
        and (not test.ids or (food.ingredient is not None and food.ingredient.id.startswith(test.ids)))
        and (not test.head or food.word.lower().split()[-1] in test.head)
        and (not test.called or not test.called.isdisjoint(food.word.lower().split()))
        and (not test.klass or (food.ingredient is not None and food.ingredient.klass in test.klass))
        and test.negated in (None, food.negated)
        and test.measured in (None, food.figure is not None)
        and test.into in (None, food.into)
        and (not test.beside or food.by in test.beside)
        and food.by not in test.apart
        and (not test.placed or food.into or food.by != "")
        and (not test.lead or not test.lead.isdisjoint(led.lead))
        and (not test.next_to or (led.lead != () and led.lead[-1] in test.next_to))
        and all(not words.isdisjoint(led.tail) for words in test.tail)
        and (not test.after or (led.after is not None and is_a(led.after, test.after)))
        and _leads_to(led.lead, test)
    )


def led_food(it: Beside, test: FoodTest) -> Led | None:
    """The first food of a clause that meets a test."""
    return next((led for led in (it.leads[-1:] if test.last else it.leads) if _is_so_led(led, test)), None)


_WATER: Final = frozenset({"water"})


# What a test may ask of a clause. Of `act` only what is done counts, of `forbids` only what is forbidden; `done` leaves telling aside, `beyond`
# asks for anything done but these, `only` for nothing done but these; a `state` is not negated, `named` may be; `verb` is a word of an act.
ASKS: Final[dict[str, Callable[[Beside, Any], object]]] = {
    "when": lambda it, joints: (it.clause.when or "none") in joints,
    "no_when": lambda it, joints: it.clause.when not in joints,
    "act": lambda it, groups: it.clause.groups & groups,
    "no_act": lambda it, groups: not it.clause.groups & groups,
    "only": lambda it, groups: it.clause.groups <= groups,
    "acts": lambda it, so: bool(it.clause.acts) is so,
    "does": lambda it, so: bool(doing(it.clause)) is so,
    "done": lambda it, groups: doing(it.clause) & groups,
    "no_done": lambda it, groups: not doing(it.clause) & groups,
    "beyond": lambda it, groups: it.clause.groups - groups,
    "forbids": lambda it, groups: it.clause.forbidden & groups,
    "only_forbids": lambda it, groups: it.clause.forbidden <= groups,
    "verb": lambda it, words: any(act.word in words for act in it.clause.acts),
    "only_verb": lambda it, words: all(act.word in words for act in it.clause.acts),
    "no_verb": lambda it, words: not any(act.word in words for act in it.clause.acts),
    "thing": lambda it, groups: it.things & groups,
    "no_thing": lambda it, groups: not it.things & groups,
    "no_object": lambda it, groups: all(group not in groups for group, _, _ in it.clause.objects),
    "only_thing": lambda it, groups: it.things <= groups,
    "things": lambda it, so: bool(it.things) is so,
    "word": lambda it, words: it.words & words,
    "two_words": lambda it, words: len(it.words & words) > 1,
    "no_word": lambda it, words: not it.words & words,
    "first": lambda it, words: not words.isdisjoint(it.clause.lows[:1]),
    "late": lambda it, words: not words.isdisjoint(it.clause.lows[-2:]),
    "spoken": lambda it, words: any(token.low in words for token in it.clause.found[it.clause.at : it.clause.to]),
    "opens": lambda it, so: it.opens is so,
    "no_first": lambda it, words: words.isdisjoint(it.clause.lows[:1]),
    "said": lambda it, words: it.said & words,
    "no_said": lambda it, words: not it.said & words,
    "around": lambda it, signs: it.clause.around & signs,
    "no_around": lambda it, signs: not it.clause.around & signs,
    "run": _runs,
    "no_run": lambda it, phrases: not _runs(it, phrases),
    "ends": _ends,
    "state": lambda it, states: any(it.clause.states.get(state) is False for state in states),
    "named": lambda it, states: not states.isdisjoint(it.clause.states),
    "no_named": lambda it, states: states.isdisjoint(it.clause.states),
    "figure": _with_figure,
    "no_figure": lambda it, measures: not _with_figure(it, measures),
    "figures": lambda it, so: bool(it.clause.figures) is so,
    "minutes_beyond": lambda it, ends: any(not ends[0] <= minutes <= ends[1] for minutes in _minutes(it)),
    "minutes_over": lambda it, most: any(minutes > most for minutes in _minutes(it)),
    "no_minutes_over": lambda it, most: not any(minutes > most for minutes in _minutes(it)),
    "minutes_first": lambda it, so: _minutes_first(it.clause) is so,
    "degrees_f": _degrees,
    "neg": lambda it, so: it.clause.neg is so,
    "lacks": lambda it, so: it.clause.lacks is so,
    "each": lambda it, so: it.clause.each is so,
    "strange": lambda it, so: any(sort == "unknown" for _, sort in it.clause.unknown) is so,
    "foods": lambda it, so: bool(it.clause.foods) is so,
    "several": lambda it, so: (sum(not food.negated for food in it.clause.foods) > 1) is so,
    "water": lambda it, so: any(is_a(food, _WATER) for food in it.clause.foods) is so,
    "food": led_food,
    "food_too": led_food,
    "all_into": lambda it, so: all(food.into for food in it.clause.foods) is so,
    "food_first": lambda it, so: any(food.at == 0 for food in it.clause.foods) is so,
    "unheard": lambda it, so: bool(it.clause.unknown) is so,
    "all_foods": lambda it, tests: it.clause.foods and all(any(_is_so_led(led, test) for test in tests) for led in it.leads),
    "spice_alone": lambda it, so: spice_alone(it.clause, it.things) is so,
    "loose": lambda it, so: any(not any(food.figure is figure for food in it.clause.foods) for figure in it.clause.figures) is so,
    "no_food": lambda it, test: led_food(it, test) is None,
    "into": lambda it, so: bool(it.clause.foods) and it.clause.foods[0].into is so,
}
# Of the words and groups that a condition names, each list of them must be met; of these kinds a row gives yes or no, phrases, or two ends.
YES_OR_NO: Final = frozenset(
    "opens acts does things figures minutes_first spice_alone loose neg lacks each strange unheard foods several water into all_into food_first".split()
)
PHRASES: Final = frozenset({"run", "no_run", "ends"})
FOODS: Final = frozenset({"food", "food_too", "no_food"})
ENDS: Final = frozenset({"minutes_beyond", "degrees_f"})
MOST: Final = frozenset({"minutes_over", "no_minutes_over"})
ALL_FOODS: Final = frozenset({"all_foods"})


def _meets(test: ClauseTest, it: Beside) -> bool:
    for check, asked in test.checks:  # noqa: SIM110 - run for every row of every clause, and quicker so
        if not check(it, asked):
            return False
    return True


def _one_meets(tests: tuple[ClauseTest, ...], clauses: Iterable[Beside]) -> bool:
    for it in clauses:
        for test in tests:
            if _meets(test, it):
                return True
    return False


def row_for(table: str, sentence: Sequence[Beside], at: int, of: str = "") -> ClauseRow | None:
    """The first row of a table that a clause of a sentence falls under; `of`: of those that decide it."""
    return next(rows_met(table, sentence, at, of), None)


def rows_met(table: str, sentence: Sequence[Beside], at: int, of: str = "") -> Iterator[ClauseRow]:
    """Every row of a table that a clause of a sentence falls under, in their order; `of`: of those that decide it."""
    it = sentence[at]
    for row in it.may_meet.get(table, ()):
        if row.of and of not in row.of:
            continue
        if not _meets(row.here, it) or (row.either and not _one_meets(row.either, (it,))) or (row.also and not _one_meets(row.also, (it,))):
            continue
        if row.before and not (at and _one_meets(row.before, (sentence[at - 1],))):
            continue
        if (row.any and not _one_meets(row.any, sentence)) or (row.no_any and _one_meets(row.no_any, sentence)):
            continue
        if row.main or row.main_too or row.no_main:
            main = [other for other in sentence if other is not it and not other.clause.when]
            if (row.main and not _one_meets(row.main, main)) or (row.main_too and not _one_meets(row.main_too, main)):
                continue
            if row.no_main and _one_meets(row.no_main, main):
                continue
        yield row


def word_of(row: ClauseRow, it: Beside) -> str:
    """The word by which a row tells what it holds of: its own, the joint of the clause, or what was said of the words it asks for."""
    if row.told == "@when":
        return it.clause.when
    if row.told.startswith("@"):
        name = row.told[1:]
        asked = next(asked for asks, asked in row.here.asks if asks == name)
        return min((it.said if name == "said" else it.words) & asked) if isinstance(asked, frozenset) else name
    return row.told


def why_of(row: ClauseRow, it: Beside) -> str:
    """What a person is told of a row, with the food that it holds of."""
    test = next((asked for _, asked in row.here.asks if isinstance(asked, FoodTest)), None)
    led = led_food(it, test) if test is not None and "{food}" in row.why else None
    return row.why.format(food=led.food.word.lower()) if led is not None else row.why


def beside_each_other(clauses: Sequence[Clause], tables: ClauseTables) -> list[Beside]:
    """The clauses of a sentence as rows see them."""
    said: set[str] = set().union(*(clause.stemmed for clause in clauses))
    return [Beside(clause, clause.things, clause.stemmed, said, tables, opens=at == 0) for at, clause in enumerate(clauses)]
