"""The work that a method's own sentences tell: of a formula of one's own, typed from its source, and of a batch for the refrigerator. A sentence is a
task; what it does and how long is read by its words, and what its words do not say is asked when it is begun."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from typing import Final

from rheum.core.facts.formulas import Formula
from rheum.core.facts.ingredients import Catalogue, words_of
from rheum.core.facts.rates import Span
from rheum.core.measures.words import Token, settled, tokens
from rheum.core.parsing.figures import figures_of
from rheum.core.parsing.plain_lines import strip_bullet
from rheum.core.parsing.sentences import sentences
from rheum.core.parsing.writing import how_long

# Groups of acts (reference/method.toml), the last that counts naming what a sentence does: on a burner, standing, by hand.
_ON_BURNER: Final = {"simmer": "simmer", "reduce": "cook-down", "boil": "boil", "blanch": "blanch", "heat": "boil", "fry": "cook"}
_IN_OVEN: Final = {"roast": "char", "bake": "char"}
_STANDS: Final = {"stand": "stand", "freeze": "stand", "ferment": "stand", "leave": "stand"}
_BY_HAND: Final = {
    "wash": "wash", "trim": "trim", "peel": "peel", "cut": "chop", "mince": "grate", "puree": "puree", "drain": "drain", "strain": "strain",
    "tie": "tie-bag", "lift": "lift-out", "combine": "combine", "put": "combine", "cover": "combine", "skim": "combine", "discard": "combine",
    "throw": "combine", "measure": "combine", "use": "combine",
}  # fmt: skip
# Filling, lids and the canner have tasks of their own, which every batch has; seals and the shelf come after.
_HAS_ITS_OWN: Final = frozenset({"fill", "process", "close", "invert", "free", "store", "serve", "check", "selfseal", "retighten"})
_MOST_TITLE: Final = 44
_PER_DAY: Final = 24 * 60.0
_NIGHT: Final[Span] = (8 * 60.0, 12 * 60.0)


@dataclass(frozen=True, slots=True)
class ToldStep:
    """A sentence as a task: what it does (`do`), the foods it names, its minutes, where it happens; `asks`: its time is not said; `own_task`: it is
    about filling, lids or the canner, which every batch has tasks for."""

    says: str
    do: str
    what: tuple[str, ...]
    minutes: Span | None
    where: str
    asks: bool
    stir: bool
    own_task: bool
    until: str = ""

    @property
    def title(self) -> str:
        """Its first words, short enough for large type."""
        words = self.says.split(". ", 1)
        # A step's own number is no words of it.
        head = (words[1] if len(words) > 1 and words[0].isdigit() else words[0]).split(". ")[0].split(" until ")[0].rstrip(".")
        if len(head) <= _MOST_TITLE:
            return head
        cut = head[:_MOST_TITLE].rsplit(" ", 1)[0].rstrip(",;")
        return f"{cut} …"

    @property
    def understood(self) -> str:
        """What is understood of it, read back to who typed it."""
        if self.own_task:
            return "filling, lids and canner: every batch has these, with the minutes entered above"
        time = how_long(*self.minutes) if self.minutes else ""
        if self.where == "burner":
            parts = [
                "on the stove",
                f"{time} from the boil" if time else "until it is as the sentence says",
                "stirred" if self.stir else "",
            ]
        elif self.where == "oven":
            parts = ["in the oven", time or "its minutes are asked when it is begun"]
        elif self.where:
            parts = [
                "stands in the refrigerator" if self.where == "refrigerator" else "stands",
                time or "for how long is asked when it is begun",
            ]
        else:
            parts = ["by hand"]
        return ", ".join(part for part in parts if part)


@dataclass(frozen=True, slots=True)
class StepAnswer:
    """What was said of a step read back, by its number counted from 1: that it is understood (`confirmed`), and its minutes where its text
    does not say them; 0 for no clock."""

    number: int
    confirmed: bool = False
    minutes: float | None = None


def answered(steps: Sequence[ToldStep], answers: Iterable[StepAnswer]) -> tuple[ToldStep, ...]:
    """Steps as they were confirmed: one that was not is walked by its own words, by hand and without a clock; one whose time was asked has it."""
    said = {answer.number: answer for answer in answers}
    return tuple(_as_said(step, said.get(number)) for number, step in enumerate(steps, start=1))


def _as_said(step: ToldStep, answer: StepAnswer | None) -> ToldStep:
    if step.own_task:
        return step
    if answer is None or not answer.confirmed:
        return replace(step, do="combine", minutes=None, where="", asks=False, stir=False, until="")
    if step.asks and answer.minutes is not None:
        return replace(step, minutes=(answer.minutes, answer.minutes) if answer.minutes > 0 else None, asks=False)
    return step


def steps_of(formula: Formula, catalogue: Catalogue) -> tuple[ToldStep, ...]:
    """What the steps of a formula of one's own do, as they were typed."""
    return steps_told([one for line in formula.steps.split("\n") for one in sentences(line, catalogue.lexicon.blocks)], catalogue)


def steps_told(sentences: Iterable[str], catalogue: Catalogue) -> tuple[ToldStep, ...]:
    """What each sentence of a method does, in their order."""
    return tuple(_step(words, catalogue) for sentence in sentences if (words := strip_bullet(sentence).strip()))


_BEGINS_ASIDE: Final = frozenset("until till when if before after while once because so unless".split())
_OWN_THINGS: Final = frozenset("canner lid lids jar jars rims rim bands headspace".split())
_DOWN: Final = frozenset({"cook", "boil", "simmer", "reduce"})
_COLD: Final = frozenset({"refrigerator", "fridge"})


def _main_words(found: Sequence[Token]) -> tuple[list[str], str]:
    """The words of a sentence but those behind “until”, “when”, “if”; and what stands behind “until”, up to its comma."""
    main: list[str] = []
    until: list[Token] = []
    aside = ""
    for word in found:
        if word.low in _BEGINS_ASIDE:
            aside = word.low
        elif word.text in ",;" or word.low == "then":
            aside = ""
        if not aside:
            main.append(word.low)
        elif aside in ("until", "till"):
            until.append(word)
    words = " ".join(word.text for word in until).replace(" ,", ",").replace(" - ", "-")
    return main, words


def _acts(main: Sequence[str], catalogue: Catalogue) -> list[str]:
    """What the words of a sentence do, in their order; “boil down” reduces."""
    known = catalogue.lexicon.method.acts
    groups = []
    for at, low in enumerate(main):
        if low in _DOWN and main[at + 1 : at + 2] == ["down"]:
            groups.append("reduce")
        elif low in known:
            groups.append(known[low][0])
    return groups


def _step(sentence: str, catalogue: Catalogue) -> ToldStep:
    found = tokens(settled(sentence))
    main, until = _main_words(found)
    groups = _acts(main, catalogue)
    named = catalogue.within(tuple(one for word in found if word.kind == "word" for one in words_of(word.text)))
    foods = tuple(dict.fromkeys(match.ingredient.id for match in named))
    hot = next((_ON_BURNER[group] for group in ("reduce", "simmer", "boil", "blanch", "fry", "heat") if group in groups), None)
    oven = next((_IN_OVEN[group] for group in groups if group in _IN_OVEN), None)
    stands = next((_STANDS[group] for group in groups if group in _STANDS), None)
    minutes = _minutes(sentence, found, catalogue)
    if bool(set(groups) & _HAS_ITS_OWN or _OWN_THINGS & set(main)) and (hot is None or "process" in groups):
        return ToldStep(sentence, "fill", foods, None, "", False, False, True)
    if hot is not None:
        return ToldStep(sentence, hot, foods, minutes, "burner", False, "combine" in groups, False, until=until)
    if oven is not None:
        return ToldStep(sentence, oven, foods, minutes, "oven", minutes is None, False, False)
    if stands is not None:
        where = "refrigerator" if any(word.low in _COLD for word in found) else "counter"
        return ToldStep(sentence, stands, foods, minutes, where, minutes is None, False, False)
    hands = next((_BY_HAND[group] for group in groups if group in _BY_HAND), "combine")
    return ToldStep(sentence, hands, foods, None, "", False, False, False)


def _minutes(sentence: str, found: Sequence[Token], catalogue: Catalogue) -> Span | None:
    """The first time that a sentence tells, of whatever it does; overnight is a night."""
    for figure in figures_of(tuple(found), catalogue.grammar):
        if figure.measure in ("minutes", "days"):
            one = _PER_DAY if figure.measure == "days" else 1.0
            return figure.low * one, figure.high * one
    return _NIGHT if "overnight" in sentence.lower() else None
