"""What a sentence of a method is worth: vouched for, denied by a row, or open, and then about the process or about what goes in.

A clause that touches nothing that matters is nobody's business. One that does must be understood whole: every word in a row, every act
one that tested methods do to such things (reference/prose.toml). Rheum vouches for nothing else.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import lru_cache
from itertools import pairwise
from typing import Final

from rheum.core.facts.grammar import Groups
from rheum.core.facts.ingredients import Catalogue, words_of
from rheum.core.facts.lexicon import Denied
from rheum.core.recipe.acts import KITCHEN
from rheum.core.recipe.around import around_of
from rheum.core.recipe.clause import Clause, Food
from rheum.core.recipe.clause_rows import Beside, beside_each_other, doing, row_for, why_of, word_of
from rheum.core.recipe.clauses import clauses_of
from rheum.core.recipe.denial import denied_by, things_of
from rheum.core.recipe.frames import against_frames, is_process
from rheum.core.recipe.heard import Heard, Listed
from rheum.core.recipe.new_food import new_food_in, permitted_swap
from rheum.core.recipe.objects import unclear_object
from rheum.core.recipe.order import against_order
from rheum.core.recipe.sentences import in_plain_words
from rheum.core.recipe.told_of import only_told
from rheum.core.recipe.vouching import heard_whole


def is_serving(it: Beside) -> bool:
    """Whether a clause is about the table: what is named in it goes into no jar (vouched.toml, `serving`)."""
    return _decided("serving", it)


def touches(it: Beside) -> bool:
    """Whether a clause is about something that matters (vouched.toml, `touches`)."""
    return _decided("touches", it)


def _decided(table: str, it: Beside) -> bool:
    row = row_for(table, (it,), 0)
    return row is not None and row.told == "yes"


def _of_the_table(food: Food) -> bool:
    return food.ingredient is not None and food.ingredient.klass in _AT_TABLE and not food.negated


_AT_TABLE: Final = ("dairy", "meat", "starch", "fish", "bread", "poultry", "grain")


@dataclass(frozen=True, slots=True, eq=False)
class Spoken:
    """A sentence that was heard, the same in plain words, what it comes to, its clauses, to be read only, and what it is cautioned for besides."""

    sentence: str
    plain: str
    heard: Heard
    clauses: tuple[Clause, ...]
    grammar: Groups
    told: tuple[Denied, ...] = ()


@lru_cache(maxsize=4096)
def hear(sentence: str, catalogue: Catalogue, listed: Listed, *, aside: bool = False) -> Spoken:
    """What one sentence comes to, the worst of its clauses. In an aside only what is denied, or puts in what no line lists, counts.
    A sentence heard before against the same list is not heard again."""
    worst, clauses = _heard(sentence, catalogue, listed, aside=aside)
    prose = catalogue.lexicon.prose
    told = [row for clause in clauses if not aside and (row := denied_by(clause, things_of(clause, listed), prose, set(), told=True))]
    if told and worst.outcome == "vouched":
        worst = Heard("process", told[0].says)  # Rheum's own steps take new lids
    return Spoken(
        sentence, in_plain_words(sentence, catalogue.lexicon.ways), worst, tuple(clauses), catalogue.grammar, tuple(dict.fromkeys(told))
    )


def _heard(sentence: str, catalogue: Catalogue, listed: Listed, *, aside: bool) -> tuple[Heard, list[Clause]]:
    clauses, frames = clauses_of(sentence, catalogue), catalogue.lexicon.frames
    if foreign(clauses):
        return Heard(
            "vouched" if aside else "composition", "Rheum does not understand this sentence. Write it in English, or leave it out."
        ), clauses
    sentence_of = beside_each_other(clauses, frames.rows)
    around = around_of(sentence_of)
    if is_process(clauses):
        around.add("process-around")
    if any(line.section not in ("jar", "per-jar") or line.ingredient.role.role == "firming" for line in listed.lines):
        around.add("soaked")  # rinsed off, and covered with fresh water, is what a soak is
    said = {low for clause in clauses for low in clause.lows} | {clause.when for clause in clauses}
    worst = Heard("vouched")
    served = False
    before: Clause | None = None
    for clause in clauses:
        clause.around = frozenset(around)
    for clause, behind in pairwise(clauses):
        if clause.forbidden and behind.when in ("until", "till", "before"):
            clause.around |= {"awaited"}  # “I don't peel till they're cool”: later, and not never
    for at, clause in enumerate(clauses):
        if before is not None and catalogue.grammar["what-is-left"] & clause.words and not clause.foods and (meant := _meant(before)):
            clause.things |= meant
            sentence_of[at] = replace(sentence_of[at], things=clause.things)
        found, served = _hear(clause, catalogue, listed, around, said=said, aside=aside, served=served)
        if not aside and found.outcome in ("vouched", "process") and (loose := _left_open(sentence_of, at)) is not None:
            found = loose
        before = clause
        if _ORDER[found.outcome] > _ORDER[worst.outcome]:
            worst = found
    if (
        not aside
        and worst.outcome == "vouched"
        and clauses
        and clauses[-1].lows[-2:] in (["or", "dont"], ["dont"])
        and not _made_ready(clauses)
    ):
        worst = Heard("process", "Rheum does not vouch for “don't” here.")
    if not aside and worst.outcome == "vouched" and (told := against_order(sentence_of, frames)):
        worst = Heard("process", f"Rheum does not vouch for “{told}” here.")
    return worst, clauses


def _made_ready(clauses: Sequence[Clause]) -> bool:
    """Whether a sentence only makes food ready: “knock the seeds out if you like, or don't”."""
    return not is_process(clauses) and not any(clause.groups & {"boil", "simmer", "wash", "cover", "fill"} for clause in clauses)


def _meant(before: Clause) -> set[str]:
    """What “it” may stand for: the acid or brine of the clause before."""
    acid = any(food.ingredient is not None and food.ingredient.role.acid and not food.negated for food in before.foods)
    found = {"acid"} if acid and not any(food.ingredient is None or not food.ingredient.role.acid for food in before.foods) else set()
    return found | ({"acid"} & before.things)


def _left_open(sentence: Sequence[Beside], at: int) -> Heard | None:
    """An amount that a clause leaves open of what the one before it puts in: “add corn | until it looks right”."""
    row = row_for("open", sentence, at)
    return Heard("composition", why_of(row, sentence[at])) if row is not None else None


_ORDER: Final = {"vouched": 0, "process": 1, "composition": 2, "denied": 3}


def foreign(clauses: Sequence[Clause]) -> bool:
    """Whether hardly a word of a sentence was understood: another language, or none."""
    words = [low for clause in clauses for low in clause.lows if low.isalpha()]
    strange = [low for clause in clauses for low, sort in clause.unknown if sort in ("unknown",) and len(low) > 2]
    if any(not low.isascii() for low in words):
        return True
    return len(words) >= 3 and len(strange) >= 2 and len(strange) * 3 >= len(words)


_NOT_VOUCHED: Final = "Rheum does not vouch for this sentence."


def _hear(
    clause: Clause, catalogue: Catalogue, listed: Listed, around: set[str], *, said: set[str], aside: bool, served: bool
) -> tuple[Heard, bool]:
    prose = catalogue.lexicon.prose
    things = things_of(clause, listed)
    into_food = bool(clause.foods) and all(food.into for food in clause.foods) and "mix" in things and "jar" not in things
    unclear = None if aside else unclear_object(clause, listed)
    if unclear is not None and clause.groups <= {"tell"}:
        return unclear, served
    frames = catalogue.lexicon.frames
    it = Beside(clause, things, clause.stemmed, said, frames.rows)
    if not aside and row_for("comfort", (it,), 0) is not None:
        return Heard("process", _NOT_VOUCHED), served
    on_top = bool({"over", "on", "onto"} & clause.words)
    at_table = bool(clause.foods) and "jar" not in things and all((food.into or on_top) and _of_the_table(food) for food in clause.foods)
    if "served-around" in around and "jars-around" not in around and not clause.groups & {"process", "close"}:
        return Heard("vouched"), True  # “add fresh cilantro when you serve it”
    liked = any(act.word.startswith(("like", "love", "prefer")) for act in clause.acts) and catalogue.grammar["those"] & clause.words
    if liked and not aside and (taken := row_for("taken", (it,), 0)) is not None:
        return Heard("composition", why_of(taken, it)), served  # “I like it with twice the onions”
    serving = is_serving(it) or (served and (into_food or at_table or not clause.groups & KITCHEN))
    if "asmuch" in clause.states:
        serving = False
    if serving and "jar" in things and clause.foods and "from" not in clause.lows:
        serving = False
    if serving and not ({"jar"} & things and clause.groups & {"put", "fill", "combine"}):
        acid = not aside and only_told(clause, things, serving=True)
        return Heard("process", _NOT_VOUCHED) if acid else Heard("vouched"), True
    if permitted_swap(clause, listed):
        return Heard("vouched"), serving
    row = denied_by(clause, things, prose, around)
    if row is not None and not (aside and (not clause.acts or row.days_over is not None)):
        return Heard("denied", row.says, row), serving
    if (new := new_food_in(clause, listed, aside)) is not None:
        return new, serving
    if unclear is not None:
        return unclear, serving
    if not aside and (taken := row_for("taken", (it,), 0)) is not None:
        return Heard("composition", why_of(taken, it)), serving
    if not aside and (enough := row_for("enough", (it,), 0)) is not None:
        return Heard("process", f"Rheum does not vouch for “{word_of(enough, it)}” here."), serving
    left = "process-around" in around and bool(doing(clause))  # “let them cool in the pot overnight”
    if aside or not (left or touches(it)):
        return Heard("vouched"), serving
    if clause.foods:  # “pepper flakes” of a line's “red pepper flakes”
        clause.unknown = [
            (word, sort) for word, sort in clause.unknown if sort == "unknown" or not listed.says("".join(words_of(word)[:1]))
        ]
    found = heard_whole(it, catalogue, around=around)
    if found.outcome == "vouched" and (told := against_frames(it, frames, process="process-around" in around)):
        found = Heard("process", f"Rheum does not vouch for “{told}” here.")
    if found.outcome == "vouched" and "told-around" in around and only_told(clause, things, serving=False):
        found = Heard("process", _NOT_VOUCHED)
    return found, serving
