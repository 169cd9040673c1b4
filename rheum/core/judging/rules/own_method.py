"""What a page's own method says against the tested way: one finding for the page, with one press that sets the method aside. Nobody follows it."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from functools import lru_cache
from typing import Final

from rheum.core.facts.blocks import BlockWords
from rheum.core.facts.formulas import Formula, Pack
from rheum.core.facts.jars import CLASS_ML, JAR_WORD, covering_size
from rheum.core.judging.findings import Finding, Remedy, finding
from rheum.core.judging.rules.processing import minutes_needed
from rheum.core.matching.case import Case
from rheum.core.measures.saying import mm
from rheum.core.measures.units import MM_PER_INCH
from rheum.core.parsing.changes import Change
from rheum.core.parsing.method_text import lows_of_sentence
from rheum.core.parsing.recipe import Heard
from rheum.core.parsing.sentences import as_prose, sentences
from rheum.core.parsing.writing import Written, method_text, steps_text

_EIGHTH_MM: Final = MM_PER_INCH / 8 + 0.15
SET_ASIDE: Final = "Make it by the tested steps"
_BLENDED: Final = frozenset("puree blend blender mash mill grind sieve food-mill process".split())
_DRAINED: Final = frozenset("drain drained strain press squeeze".split())
_HEATED: Final = frozenset("boil simmer cook blanch heat char blister roast".split())


@lru_cache(maxsize=512)
def _steps_words(formula: Formula) -> frozenset[str]:
    return frozenset(lows_of_sentence(f"{formula.steps} {' '.join(line.prep for line in formula.lines)}"))


@lru_cache(maxsize=256)
def tested_sentences(formula: Formula, blocks: BlockWords) -> frozenset[tuple[str, ...]]:
    """The tested steps as Rheum writes them, in either measure and pack, sentence by sentence and line by line, as words."""
    packs: tuple[Pack, ...] = ("raw", "hot")
    families: tuple[Written, ...] = ("us", "metric")
    lines = [line for pack in packs for line in steps_text(formula, pack)]
    lines += [line for family in families for pack in packs for line in method_text(formula, family, pack)]
    whole = [as_prose(line, blocks) for line in [*lines, *formula.steps.split("\n")]]
    return frozenset(lows_of_sentence(part) for line in whole for part in (line, *sentences(line, blocks)))


def _does(formula: Formula, *acts: str) -> bool:
    return formula.work is not None and any(task.do in acts for task in formula.work.tasks)


# What the formula does itself is nothing against it.
_SPARED: Final[Mapping[str, Callable[[Formula], bool]]] = {
    "thickened": lambda formula: formula.kind in ("chutney", "sauce", "relish") or bool(_steps_words(formula) & {"thick", "thickened", "clearjel"}),
    "pureed": lambda formula: formula.kind == "sauce" or bool(_steps_words(formula) & _BLENDED),
    "drained": lambda formula: bool(_steps_words(formula) & _DRAINED) or _does(formula, "drain", "strain", "press"),
    "cold": lambda formula: formula.pack == "raw",
    "unpeeled": lambda formula: not _steps_words(formula) & {"peel", "peeled", "skins", "slip"},
    "unsoaked": lambda formula: not any(line.prep_only for line in formula.lines),
    "whole": lambda formula: not _steps_words(formula) & {"sliced", "slice", "chopped", "chop", "diced", "strips", "rings"},
    "cooked-first": lambda formula: formula.pack == "hot" or bool(_steps_words(formula) & _HEATED),
    "stood": lambda formula: _does(formula, "stand"),
}  # fmt: skip


def _spared(said: Heard, formula: Formula, blocks: BlockWords) -> bool:
    spared = _SPARED.get(said.kind)
    if spared is not None and spared(formula):
        return True
    if lows_of_sentence(said.text) in tested_sentences(formula, blocks):
        return True
    own = {line.ingredient.id for line in formula.lines}
    if formula.kind == "sauce":
        own.add("hot-sauce-bought")
    return said.kind == "food-in" and bool(said.foods) and set(said.foods) <= own


def _too_short(case: Case, formula: Formula) -> Iterator[Heard]:
    for said in case.recipe.method.minutes:
        needed = minutes_needed(case, formula, said)
        if needed is not None and said.minutes < needed:
            yield Heard(said.line, "time-short", said.text)


def _other_headspace(case: Case, formula: Formula) -> Iterator[Heard]:
    """None of the headspaces that are said is the formula's, within 1/8 inch."""
    said = case.recipe.method.headspaces_mm
    if said and all(abs(value - formula.headspace_mm) > _EIGHTH_MM for _, value, _ in said):
        yield Heard(said[-1][0], "headspace", said[-1][2])


def _larger_jar(case: Case, formula: Formula) -> Iterator[Heard]:
    table = formula.minutes_for_pack(case.pack)
    for line, name, sentence in case.recipe.method.jars:
        if table and covering_size(case.library.jars[name].process_class, table).how == "larger":
            yield Heard(line, "jar-larger", sentence)


def heard_against(case: Case) -> tuple[Heard, ...]:
    """What is heard in the page's method against the formula that it is judged by, in the order of its lines, each once."""
    if case.match is None or case.settings.set_aside:
        return ()
    formula = case.match.formula
    found = [said for said in case.recipe.method.heard if not _spared(said, formula, case.library.catalogue.lexicon.blocks)]
    found += [*_too_short(case, formula), *_other_headspace(case, formula), *_larger_jar(case, formula)]
    return tuple(dict.fromkeys(sorted(found, key=lambda said: said.line)))


def says_of(said: Heard, case: Case) -> str:
    """The sentence that says what was heard."""
    formula = case.match.formula if case.match else None
    if said.kind == "headspace" and formula:
        return f"Another headspace: the tested one is {mm(formula.headspace_mm)}."
    if said.kind == "jar-larger" and formula and (table := formula.minutes_for_pack(case.pack)):
        return f"Larger jars: the largest tested is the {JAR_WORD[max(table, key=CLASS_ML.__getitem__)]}."
    return case.library.catalogue.lexicon.method.says[said.kind]


def method_differs(case: Case) -> Iterator[Finding]:
    """The page's own method differs from the tested way: a limit until it is set aside. No tolerance. Source: own pick, on the safe side."""
    heard = heard_against(case)
    if not heard:
        return
    many = len({said.text for said in heard})
    what = "a sentence" if many == 1 else f"{many} sentences"
    yield finding(
        "method-differs",
        f"Your page's own method differs from the tested one in {what}. {says_of(heard[0], case)}",
        heard[0].line,
        Remedy(
            "What is made then is the tested way; your page stays as it is.",
            (Change("set", setting="set_aside", value=True),),
            press=SET_ASIDE,
        ),
    )
