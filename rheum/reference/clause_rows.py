"""Reads and validates tables over clauses (process.toml, amounts_told.toml). A bad row fails with its file and example named."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from typing import Any, Final

from rheum.core.facts.clause_rows import Asked, ClauseRow, ClauseTest, FoodTest, Phrases
from rheum.core.facts.lexicon import Prose
from rheum.core.recipe.acts import KITCHEN
from rheum.core.recipe.clause_rows import ALL_FOODS, ASKS, ENDS, FOODS, MOST, PHRASES, YES_OR_NO


class BadRow(ValueError):
    """A row that cannot be used; the message names it."""


Groups = Mapping[str, frozenset[str]]
# Other clauses that a row may ask something of.
_BESIDE: Final = ("either", "also", "before", "main", "main_too", "any", "no_main", "no_any")
_GIVEN: Final = frozenset({"says", "told", "when", "why", "of", "spares", *_BESIDE})
# What a thing may be called beside the groups of prose.toml: what the foods of a clause count as.
FOODS_AS: Final = frozenset({"food", "water", "in-water", "spice", "citrus", "food-not-tinned", "listed-any"})
_ACTS: Final = frozenset({"act", "no_act", "only", "done", "beyond", "forbids", "only_forbids"})
_THINGS: Final = frozenset({"thing", "no_thing", "only_thing", "no_object"})


def read_groups(given: Mapping[str, str], before: Groups | None = None) -> dict[str, frozenset[str]]:
    """Words of one meaning by their names; “@name” stands for a group that was given before, and @cooking for the acts of a kitchen."""
    groups = {"cooking": KITCHEN, "cooking-but-scaring": KITCHEN - {"scare"}, **(before or {})}
    for name, words in given.items():
        groups[name] = words_of_group(words, groups)
    return groups


def words_of_group(words: str, groups: Groups) -> frozenset[str]:
    """Words apart by spaces, those of a group for its “@name”. BadRow for a group that there is not."""
    found: set[str] = set()
    for word in words.split():
        if word.startswith("@"):
            if word[1:] not in groups:
                raise BadRow(f"there is no group “{word[1:]}”")
            found |= groups[word[1:]]
        else:
            found.add(word)
    return frozenset(found)


def _asked(name: str, given: Any, groups: Groups, known: Mapping[str, frozenset[str]]) -> Iterable[Asked]:
    if name in YES_OR_NO:
        if not isinstance(given, bool):
            raise BadRow(f"{name} is true or false")
        yield given
        return
    if name in FOODS:
        yield _food(given, groups)
        return
    if name in ENDS:
        low, high = given
        yield (float(low), float(high))
        return
    if name in ALL_FOODS:
        yield tuple(_food(one, groups) for one in given)
        return
    if name in MOST:
        yield float(given)
        return
    if name in PHRASES:
        yield _phrases(given, groups)
        return
    for words in given if isinstance(given, list) else [given]:
        asked = words_of_group(words, groups)
        for kind, names in (("act", _ACTS), ("thing", _THINGS)):
            if name in names and (wrong := asked - known[kind]):
                raise BadRow(f"“{sorted(wrong)[0]}” is no {kind}")
        yield asked


def _phrases(given: str, groups: Groups) -> Phrases:
    return tuple(tuple(phrase.split("-")) for phrase in sorted(words_of_group(given, groups)))


def _food(given: Mapping[str, Any], groups: Groups) -> FoodTest:
    held: dict[str, Any] = {name: given[name] for name in ("negated", "last", "measured", "into", "placed", "room") if name in given}
    sets = ("kind", "klass", "called", "head", "by", "hedge", "small", "next_to", "lead", "after", "apart")
    held |= {name: words_of_group(given[name], groups) for name in sets if name in given}
    held |= {"what": _phrases(given["what"], groups)} if "what" in given else {}
    held |= {"ids": tuple(given["ids"].split())} if "ids" in given else {}
    held |= {"tail": tuple(words_of_group(words, groups) for words in given["tail"])} if "tail" in given else {}
    held |= {"beside": words_of_group(given["with"], groups)} if "with" in given else {}
    if unknown := given.keys() - held.keys() - {"with"}:
        raise BadRow(f"unknown condition of a food: {sorted(unknown)[0]}")
    return FoodTest(**held)


def _test(given: Mapping[str, Any], groups: Groups, known: Mapping[str, frozenset[str]]) -> ClauseTest:
    if unknown := given.keys() - ASKS.keys():
        raise BadRow(f"unknown condition {sorted(unknown)[0]}")
    asks = tuple((name, asked) for name, value in given.items() for asked in _asked(name, value, groups, known))
    return ClauseTest(asks, tuple((ASKS[name], asked) for name, asked in asks))


def read_tables(
    data: Mapping[str, Any], prose: Prose, file: str, before: Groups | None = None
) -> tuple[dict[str, tuple[ClauseRow, ...]], dict[str, frozenset[str]]]:
    """The tables of a file of rows and its groups of words; the conditions that rows share (`base`) are written out."""
    bases = data.get("base", {})
    groups = read_groups(data["group"], before)
    tables = {}
    for name, rows in data.items():
        if name not in ("base", "group"):
            whole = [
                {**bases[row["base"]], **{key: held for key, held in row.items() if key != "base"}} if "base" in row else row
                for row in rows
            ]
            tables[name] = read_rows(whole, groups, prose, file)
    return tables, groups


def read_rows(given: Iterable[Mapping[str, Any]], groups: Groups, prose: Prose, file: str) -> tuple[ClauseRow, ...]:
    """The rows of a table. Fails on a condition, a group, an act or a thing that there is not, and on a row that would hold of everything."""
    known = {"act": prose.groups("act"), "thing": prose.groups("thing") | FOODS_AS}
    rows = []
    for row in given:
        try:
            tests: dict[str, Any] = {}
            for name in _BESIDE:
                held = row.get(name, [])
                tests[name] = tuple(_test(one, groups, known) for one in (held if isinstance(held, list) else [held]))
            here = _test({name: value for name, value in row.items() if name not in _GIVEN}, groups, known)
            when = words_of_group(row.get("when", ""), groups)
            of, spares = (words_of_group(row.get(name, ""), groups) for name in ("of", "spares"))
            if not (here.asks or when or of or any(tests.values())):
                raise BadRow("it would hold of everything")
            rows.append(
                ClauseRow(
                    says=row["says"], told=row.get("told", ""), why=row.get("why", ""), when=when, here=here, of=of, spares=spares, **tests
                )
            )
        except (BadRow, KeyError, AttributeError, TypeError, ValueError) as error:
            raise BadRow(f"{file}, “{row.get('says', '?')}”: {error}") from None
    return tuple(rows)
