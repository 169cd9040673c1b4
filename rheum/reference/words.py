"""Reads and validates the words by which recipes are heard: words.tsv, line.toml, prose.toml. A bad row fails with its file and row named."""

from __future__ import annotations

import tomllib
from collections.abc import Mapping
from functools import cache
from importlib.resources import files
from typing import Any, Final, get_args

from rheum.core.facts.blocks import BlockWords
from rheum.core.facts.clause_rows import ClauseRow, ClauseTables
from rheum.core.facts.grammar import Groups
from rheum.core.facts.ingredients import stem
from rheum.core.facts.lexicon import Denied, Form, Frame, Frames, Lexicon, LineWords, Prose, ProseWord, Vocabulary, WordKind
from rheum.core.measures.words import plain_letters
from rheum.core.recipe.cut import STEPS
from rheum.core.recipe.recipe import State
from rheum.reference.clause_rows import BadRow, read_tables
from rheum.reference.grammar import read_grammar
from rheum.reference.ways import read_ways


class BadReference(ValueError):
    """A shipped fact that cannot be used; the message names the file and the row."""


def shipped(name: str) -> str:
    """The text of a shipped file."""
    return files("rheum.reference").joinpath(name).read_text(encoding="utf-8")


def read_vocabulary(text: str) -> Vocabulary:
    """What any word may be (words.tsv). Fails on a row of no known group."""
    groups: dict[str, frozenset[str]] = {}
    for number, row in enumerate(text.splitlines(), start=1):
        if row.startswith("#"):
            continue
        name, tab, words = row.partition("\t")
        if not tab or name not in ("food", "measure", "state", "plain", "pair"):
            raise BadReference(f"words.tsv line {number}: a group and its words, apart by a tab")
        groups[name] = frozenset(words.split(";" if name == "pair" else " "))
    return Vocabulary(groups["food"], groups["measure"], groups["state"], groups["plain"], groups["pair"])


def read_line_words(text: str) -> LineWords:
    """The words around a name (line.toml). Fails on a table that is missing, and on a word that stands in two."""
    try:
        data = tomllib.loads(text)
        words = {name: frozenset(data[name].split()) for name in ("liquid", "part", "plain")}
        words |= {name: frozenset(data["unknown"][name].split()) for name in ("measure", "more")}
        fits = {word: frozenset(foods) for word, foods in data["fits"].items()}
    except (KeyError, AttributeError, ValueError) as error:
        raise BadReference(f"line.toml: {error}") from None
    tables = {"part": words["part"], "plain": words["plain"], "fits": frozenset(fits), "measure": words["measure"], "more": words["more"]}
    taken: dict[str, str] = {}
    for table, held in tables.items():
        for word in held:
            if word in taken:
                raise BadReference(f"line.toml: “{word}” stands in {taken[word]} and in {table}")
            taken[word] = table
    generic = {name: frozenset(held.split()) for name, held in data.get("generic", {}).items()}
    counted = frozenset(data.get("counted", {}).get("spice", "").split())
    if wrong := set(data.get("state", {})) - set(get_args(State)):
        raise BadReference(f"line.toml: “{sorted(wrong)[0]}” is no state")
    groups = data.get("group", {})
    phrases = [tuple(phrase.split()) for phrase in data.get("filler", {}).get("phrases", ())]
    return LineWords(
        fits=fits,
        generic=generic,
        counted=counted,
        bottled=data.get("bottled", {}),
        spooned=data.get("spooned", {}),
        group=Groups({name: frozenset(held.split()) for name, held in groups.items()}),
        pairs={name: frozenset(tuple(pair.split("-")) for pair in groups.get(name, "").split()) for name in ("unfit", "at-will")},
        states=tuple((state, frozenset(held.split())) for state, held in data.get("state", {}).items()),
        fillers={first: tuple(words for words in phrases if words[0] == first) for first in {words[0] for words in phrases}},
        cuts={word: STEPS[step] for step, held in data.get("cut", {}).items() for word in held.split()},
        **words,
    )


_VOWELS: Final = frozenset("aeiou")
_DOUBLED: Final = frozenset("bdgklmnprt")


def forms(verb: str) -> dict[str, Form]:
    """The regular forms of a verb: add, adds, added, adding; both spellings where the last letter may be doubled."""
    found: dict[str, Form] = {verb: "base"}
    ends_y = verb.endswith("y") and verb[-2:-1] not in _VOWELS
    stems = [verb[:-1] + "i" if ends_y else verb]
    if len(verb) > 2 and verb[-1] in _DOUBLED and verb[-2] in _VOWELS and verb[-3] not in _VOWELS:
        stems.append(verb + verb[-1])
    found[verb[:-1] + "ies" if ends_y else verb + ("es" if verb.endswith(("s", "x", "z", "ch", "sh")) else "s")] = "s"
    for one in stems:
        found[one.removesuffix("e") + "ed"] = "ed"
        base = verb if ends_y else one
        found[(base.removesuffix("e") if not base.endswith("ee") else base) + "ing"] = "ing"
    return found


# Things whose name without its plural ending is no name of them: “leave” is done.
_NO_SINGULAR: Final = frozenset({"leaves"})
_ROWS: Final = frozenset(
    {
        "code",
        "says",
        "fix",
        "act",
        "thing",
        "state",
        "word",
        "with",
        "without",
        "unless",
        "negated",
        "base",
        "neg",
        "minutes_over",
        "days_over",
        "percent_under",
    }
)


def _denied(number: int, row: dict[str, Any], groups: dict[str, set[str]]) -> Denied:
    if unknown := set(row) - _ROWS:
        raise BadReference(f"prose.toml, denied row {number}: unknown field {sorted(unknown)[0]}")
    held: dict[str, Any] = {
        name: frozenset(row[name].split()) for name in ("act", "thing", "state", "word", "without", "unless") if name in row
    }
    held |= {"beside": frozenset(row["with"].split())} if "with" in row else {}
    for name in ("act", "state"):
        if wrong := held.get(name, frozenset()) - groups[name] - {"none"}:
            raise BadReference(f"prose.toml, denied row {number}: “{sorted(wrong)[0]}” is no {name}")
    if not (held.keys() - {"unless"} or "percent_under" in row):
        raise BadReference(f"prose.toml, denied row {number}: it would hold of everything")
    rest = {name: row[name] for name in ("negated", "base", "neg", "minutes_over", "days_over", "percent_under") if name in row}
    return Denied(number=number, code=row["code"], says=row["says"], fix=row["fix"], **held, **rest)


def read_prose(text: str) -> Prose:
    """How a method is heard (prose.toml). Fails on a word that stands in two groups, and on a row that names no group there is."""
    try:
        data = tomllib.loads(text)
        words: dict[tuple[str, ...], tuple[ProseWord, ...]] = {}
        groups: dict[str, set[str]] = {"act": set(), "thing": set(), "state": set()}

        def put(key: tuple[str, ...], word: ProseWord, made: bool) -> None:
            taken = words.get(key, ())
            for one in taken:
                if (one.kind == "act") == (word.kind == "act"):
                    if made or one.group == word.group:
                        return
                    raise BadReference(f"prose.toml: “{' '.join(key)}” stands in {one.kind} {one.group} and in {word.kind} {word.group}")
            words[key] = (*taken, word)

        kinds: tuple[WordKind, ...] = ("act", "thing", "state")
        rows: list[tuple[WordKind, str, str]] = [
            (kind, group, entry) for kind in kinds for group, held in data[kind].items() for entry in held.split()
        ]
        rows += [("plain", "plain", entry) for entry in data["plain"]["words"].split()]
        for made in (False, True):
            for kind, group, entry in rows:
                parts = tuple(plain_letters(part) for part in entry.split("-"))
                if kind != "plain":
                    groups[kind].add(group)
                if not made:
                    put(parts, ProseWord(kind, group, "base" if kind == "act" else ""), made)
                elif kind == "act":
                    for form, name in forms(parts[0]).items():
                        put((form, *parts[1:]), ProseWord("act", group, name), made)
                elif entry not in _NO_SINGULAR:
                    put(tuple(stem(part) for part in parts), ProseWord(kind, group), made)
        vouched = {act: frozenset(things.split()) for act, things in data["vouched"].items()}
        if wrong := set(vouched) - groups["act"]:
            raise BadReference(f"prose.toml, vouched: “{sorted(wrong)[0]}” is no act")
        denied, told = (
            tuple(_denied(number, row, groups) for number, row in enumerate(data[table], start=1)) for table in ("denied", "told")
        )
    except (KeyError, AttributeError, ValueError) as error:
        raise error if isinstance(error, BadReference) else BadReference(f"prose.toml: {error}") from None
    return Prose(words, max(len(key) for key in words), vouched, denied, told)


def read_frames(text: str, rows: Mapping[str, str], prose: Prose) -> Frames:
    """What sentences about the process may tell (frames.toml), and what they may not say (`rows`: process.toml and amounts.toml
    by their names). Fails on a frame that allows a word
    which is not telling, and on a row that cannot be used."""
    try:
        data = tomllib.loads(text)
        telling = frozenset(word for held in data["telling"].values() for word in held.split())
        frames = []
        for row in data["frame"]:
            act, thing, word, told = (frozenset(row.get(name, "").split()) for name in ("act", "thing", "word", "words"))
            if not act or not told:
                raise BadReference(f"frames.toml, {row['name']}: it needs an act and words")
            if wrong := told - telling:
                raise BadReference(f"frames.toml, {row['name']}: “{sorted(wrong)[0]}” is no telling word")
            frames.append(Frame(row["name"], act, thing, word, told))
        required = {act: frozenset(words.split()) for act, words in data["required"].items()}
        tables: dict[str, tuple[ClauseRow, ...]] = {}
        group: dict[str, frozenset[str]] = {}
        for name, given in rows.items():
            more, group = read_tables(tomllib.loads(given), prose, name, group)
            tables |= more
        return Frames(telling, required, tuple(frames), group, ClauseTables(tables))
    except BadRow as error:
        raise BadReference(str(error)) from None
    except (KeyError, AttributeError, ValueError) as error:
        raise error if isinstance(error, BadReference) else BadReference(f"frames.toml: {error}") from None


def read_block_words(text: str) -> BlockWords:
    """The words of headings and furniture (blocks.toml). Fails on a table that is missing."""
    try:
        data = tomllib.loads(text)
        heading = {kind: frozenset(data["heading"][kind].split()) for kind in ("fill", "list", "part", "method", "soak", "kept", "aside")}
        return BlockWords(
            heading,
            frozenset(data["furniture"]["first"].split()),
            frozenset(data["furniture"]["nutrition"].split()),
            frozenset(data["furniture"]["rating"].split()),
            Groups({name: frozenset(words.split()) for name, words in data["group"].items()}),
        )
    except (KeyError, AttributeError, ValueError) as error:
        raise BadReference(f"blocks.toml: {error}") from None


# Tables over clauses.
ROWS: Final = ("around.toml", "process.toml", "amounts.toml", "vouched.toml")


@cache
def lexicon() -> Lexicon:
    """The words beside the names, read once."""
    prose = read_prose(shipped("prose.toml"))
    return Lexicon(
        read_vocabulary(shipped("words.tsv")),
        read_line_words(shipped("line.toml")),
        prose,
        read_frames(shipped("frames.toml"), {name: shipped(name) for name in ROWS}, prose),
        read_block_words(shipped("blocks.toml")),
        read_ways(shipped("ways.toml")),
        *read_grammar(shipped("grammar.toml"), prose),
    )
