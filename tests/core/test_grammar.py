"""Words by which sentences and lines are heard stand in data: each group is asked for, each that is asked for is there, and words that mean
something else beside others do so in their example and nowhere without it."""

from __future__ import annotations

import ast
import re
from collections.abc import Iterator
from pathlib import Path
from typing import get_args

import pytest

from rheum.core.facts.grammar import Groups, Turn
from rheum.core.measures.words import settled, tokens
from rheum.core.recipe import clauses as cutting
from rheum.core.recipe.clause import Clause
from rheum.core.recipe.clauses import clauses_of
from rheum.core.recipe.figures import Measure
from rheum.core.recipe.items import Item
from rheum.core.recipe.turns import turned
from rheum.reference.clause_rows import BadRow
from rheum.reference.grammar import read_grammar
from rheum.reference.loading import library
from rheum.reference.words import shipped

CATALOGUE = library().catalogue
LEXICON = CATALOGUE.lexicon
ROOM = Path(cutting.__file__).parent
TURNS = LEXICON.turns.rows
MOST_WORDS = 6

NAMES = frozenset(
    {group for kind in ("act", "thing", "state") for group in LEXICON.prose.groups(kind)}  # type: ignore[arg-type]
    | {name for item in CATALOGUE.by_id.values() for name in (item.id, item.klass, item.role.role)}
    | {
        "in-water",
        "heat-of",
        "food-not-tinned",
        "listed-any",
        "food",
        "act",
        "thing",
        "state",
        "figure",
        "mark",
        "joint",
        *get_args(Measure),
    }
)


def asked(room: str) -> set[str]:
    """The names of groups that the code asks for: “grammar["joint"]”, “line.group["each"]”."""
    return {name for path in ROOM.glob("*.py") for name in re.findall(rf'{room}\["([a-z-]+)"\]', path.read_text(encoding="utf-8"))}


@pytest.mark.parametrize(
    ("groups", "room"), [(LEXICON.grammar, "grammar"), (LEXICON.line.group, r"line\.group"), (LEXICON.blocks.group, r"blocks\.group")]
)
def test_every_group_is_asked_for_and_every_one_asked_for_is_there(groups: Groups, room: str) -> None:
    within = {name for text in re.findall(r"@([a-z-]+)", shipped("grammar.toml")) for name in [text]}
    other = r"(?:words|table|blocks|line)\.group" if "group" in room else room
    assert asked(room) - set(groups) == set()
    assert set(groups) - asked(other) - within - {"unfit", "at-will"} == set()


def literal_words(path: Path) -> Iterator[tuple[int, list[str]]]:
    for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
        held = node.elts if isinstance(node, ast.Set | ast.Tuple | ast.List) else []
        words = [one.value for one in held if isinstance(one, ast.Constant) and isinstance(one.value, str)]
        if isinstance(node, ast.Call) and isinstance(node.func, ast.Attribute) and node.func.attr == "split":
            words = node.func.value.value.split() if isinstance(node.func.value, ast.Constant) else []
        yield getattr(node, "lineno", 0), [word for word in words if word.isalpha() and word not in NAMES]


# What writes methods, names the fields of rows, and reads numbers and measures has words of its own.
WRITES = {"__init__", "writing", "recipe", "clause_rows", "alike"}


@pytest.mark.parametrize("name", sorted({path.stem for path in ROOM.glob("*.py")} - WRITES))
def test_no_list_of_words_stands_in_the_code(name: str) -> None:
    long = {at: words for at, words in literal_words(ROOM / f"{name}.py") if len(words) > MOST_WORDS}
    assert long == {}


def held_of(sentence: str) -> Iterator[tuple[Turn, Clause, Item]]:
    """The turns that the words of a sentence met."""
    met: list[tuple[Turn, Clause, Item]] = []

    def listening(item: Item, held: list[Item], clause: Clause, turns: object) -> Turn | None:
        found = turned(item, held, clause, LEXICON.turns)
        if found is not None:
            met.append((found, clause, item))
        return found

    with pytest.MonkeyPatch.context() as patch:
        patch.setattr(cutting, "turned", listening)
        cutting._cut.__wrapped__(sentence, CATALOGUE)
    yield from met


@pytest.mark.parametrize("turn", TURNS, ids=lambda turn: turn.says)
def test_a_turn_is_met_by_its_example(turn: Turn) -> None:
    met = [(one, item) for one, _, item in held_of(turn.says)]
    assert turn in [one for one, _ in met]
    if turn.becomes:
        acts = [act for clause in clauses_of(turn.says, CATALOGUE) for act in clause.acts]
        assert any(act.group == turn.becomes and not act.negated for act in acts)


@pytest.mark.parametrize("turn", [turn for turn in TURNS if turn.never], ids=lambda turn: turn.says)
def test_what_never_forbids_does_not_forbid(turn: Turn) -> None:
    sentence = "Do not fret; " + turn.says
    acts = [act for clause in clauses_of(sentence, CATALOGUE) for act in clause.acts if act.group == turn.becomes]
    assert acts
    assert not any(act.negated for act in acts if act.word in {word.low for word in tokens(settled(turn.says))})


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ('[a]\nx = "one"\n[b]\nx = "two"\n', "there twice"),
        ('[a]\nx = " "\n', "no words"),
        ('[a]\nx = "@y"\n', "no group “y”"),
        ('[[turn]]\nsays = "Run."\n', "needs an example"),
        ('[[turn]]\nsays = "Run."\nlow = "run"\nbesides = "it"\n', "unknown field besides"),
        ('[[turn]]\nsays = "Run."\nlow = "run"\nbecomes = "sprint"\n', "“sprint” is no act"),
        ('[[turn]]\nsays = "Run."\ngroup = "sprint"\n', "“sprint” is no act"),
    ],
)
def test_a_bad_row_is_named(text: str, says: str) -> None:
    with pytest.raises(BadRow, match=says):
        read_grammar(text, LEXICON.prose)


def test_two_groups_are_the_same_only_where_they_are_one() -> None:
    one, other = Groups({"x": frozenset({"a"})}), Groups({"x": frozenset({"a"})})
    assert one == one  # noqa: PLR0124
    assert one != other
    assert len({one, other}) == 2
