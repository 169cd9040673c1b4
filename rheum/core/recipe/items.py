"""The words of a sentence by what they are: something done, a thing, a food, a state, a figure, a joint. Looked up once."""

from __future__ import annotations

from typing import Final, Literal, NamedTuple

from rheum.core.facts.grammar import Groups
from rheum.core.facts.ingredients import Catalogue, Ingredient, stem
from rheum.core.facts.lexicon import ProseWord
from rheum.core.measures.words import Token
from rheum.core.recipe.figures import Figure, figure_at, is_number, low_at
from rheum.core.recipe.phrases import Words, is_a_noun, phrase_at, rows_of, words_in

HARD: Final = frozenset(".;:!?—–[]…|")


class Item(NamedTuple):
    kind: Literal["act", "thing", "state", "plain", "food", "figure", "not", "joint", "mark", "unknown"]
    group: str
    low: str
    at: int
    to: int
    form: str = ""
    food: Ingredient | None = None
    figure: Figure | None = None
    each: bool = False


def items_of(found: tuple[Token, ...], catalogue: Catalogue) -> list[Item]:
    """The words of a sentence in their order, each by what it is."""
    words = words_in(found)
    place = {at: index for index, at in enumerate(words.at)}
    prose, grammar = catalogue.lexicon.prose, catalogue.grammar
    out: list[Item] = []
    at = 0
    while at < len(found):
        word = found[at]
        if word.kind == "word" and (phrase := phrase_at(words, place[at], prose)) is not None and not is_a_noun(found, at, phrase[0]):
            if (
                is_number(found, at)
                and (read := figure_at(found, at, grammar))
                and read[0].measure in ("volume", "mass")
                and read[1] > phrase[1]
            ):
                out.append(Item("figure", read[0].measure, word.low, at, read[1], figure=read[0]))  # “two thirds of a cup”
                at = read[1]
                continue
            out.append(_choose(phrase[0], out, found, at, to=phrase[1], grammar=grammar))
            at = phrase[1]
            continue
        if (vessel := _vessel(found, at, catalogue)) is not None:
            out.append(Item("plain", "plain", found[vessel].low, at, vessel + 1))
            at = vessel + 1
            continue
        if (alike := _as_thick_as(found, at, grammar)) is not None:
            out.append(Item("plain", "plain", "as", at, alike))
            at = alike
            continue
        if is_number(found, at):
            read = figure_at(found, at, grammar)
            if read is not None:
                out.append(Item("figure", read[0].measure, word.low, at, read[1], figure=read[0]))
                at = read[1]
                continue
        if word.kind != "word":
            if word.text in HARD or word.text in ",/&+()" or (word.text == "-" and found[at - 1].to < word.at if at else False):
                out.append(Item("mark", word.text, word.text, at, at + 1))
            elif word.text not in "-'\"“”‘’*_~™®″":
                out.append(Item("unknown", "mark", word.text, at, at + 1))
            at += 1
            continue
        item, at = _word(found, words, place[at], out=out, catalogue=catalogue)
        out.append(item)
    return out


_LONGEST_LIKENESS: Final = 5


def _as_thick_as(found: tuple[Token, ...], at: int, grammar: Groups) -> int | None:
    """Where a likeness of size ends: “as thick as two pennies”."""
    if found[at].low != "as" or low_at(found, at + 1) not in grammar["size-compared"] or low_at(found, at + 2) != "as":
        return None
    end = at + 3
    while end < len(found) and found[end].kind != "mark" and found[end].low not in grammar["joint"] and end < at + 3 + _LONGEST_LIKENESS:
        end += 1
    return end if end > at + 3 else None


_LONGEST_VESSEL: Final = 8


def _vessel(found: tuple[Token, ...], at: int, catalogue: Catalogue) -> int | None:
    """Where a vessel's name ends that begins at an article behind “in”: “in a big preserving pan”, “into a fine-mesh strainer”. None where
    a word before it says what matters: of copper, of the canner, cold, an amount."""
    article = found[at].low
    if article not in catalogue.grammar["which-one"] or low_at(found, at - 1) not in catalogue.grammar["where"]:
        return None
    for step in range(at + 1, min(at + _LONGEST_VESSEL, len(found))):
        word, behind = found[step], low_at(found, step + 1)
        if _is_thing(found, step, catalogue) or word.low == "of":
            return None  # “in the instant pot”, “in a cup of ramen bowl”
        if word.kind == "number" or (word.kind == "mark" and word.text not in "-,"):
            return None
        if (
            word.low in catalogue.grammar["vessel"]
            and behind not in catalogue.grammar["vessel"]
            and behind not in catalogue.grammar["no-vessel-behind"]
            and (step > at + 1 or article in ("another", "one"))
        ):
            return step
        if word.kind == "word" and word.low not in catalogue.grammar["vessel"] and not _says_which(found, step, article, catalogue):
            return None
    return None


def _is_thing(found: tuple[Token, ...], at: int, catalogue: Catalogue) -> bool:
    """Whether a word and the next are one thing of which rows speak: an instant pot, a canning kettle."""
    step = at + 1 + (low_at(found, at + 1) == "-")
    rows = catalogue.lexicon.prose.words.get((found[at].low, low_at(found, step)), ())
    return any(row.kind == "thing" for row in rows)


def _says_which(found: tuple[Token, ...], at: int, article: str, catalogue: Catalogue) -> bool:
    """Whether a word before a vessel only says which one it is; a food does directly before it: “a pasta pot”."""
    low = found[at].low
    rows = catalogue.lexicon.prose.words.get((low,), ())
    if (
        any(row.kind == "thing" or (row.kind == "state" and row.group != "big") for row in rows)
        or low in catalogue.grammar["joint-or-where"]
    ):
        return False
    if any(row.kind == "act" for row in rows):
        return low.endswith(("ing", "ed")) and not any(row.group in ("process", "boil", "dilute") for row in rows)
    food = catalogue.named((stem(low),)) is not None or stem(low) in catalogue.lexicon.vocabulary.food
    return bool(rows) or not food or (article in catalogue.grammar["any-one"] and low_at(found, at + 1) in catalogue.grammar["vessel"])


def _sized(found: tuple[Token, ...], at: int) -> int | None:
    """Where a word ends that makes a measure or a shape of the food before it: “walnut-size chunks”, “pear-shaped onions”."""
    step = at + (low_at(found, at) == "-")
    return step + 1 if low_at(found, step) in ("sized", "size", "shaped") else None


def _split_verb(found: tuple[Token, ...], at: int, catalogue: Catalogue) -> tuple[ProseWord, int] | None:
    """“throw it out”, “take the spice bag out”: a verb of two parts with its object between them."""
    prose = catalogue.lexicon.prose
    for step in range(at + 1, min(at + 7, len(found))):
        if found[step].text in HARD or found[step].text == "," or low_at(found, step) in ("and", "then", "until"):
            return None
        over = low_at(found, step) == "over" and found[at].low in ("tip", "flip", "knock")
        if step > at + 1 and (over or low_at(found, step) in catalogue.grammar["part-of-a-verb"]):
            if any(row.kind == "act" and row.form == "ing" for row in prose.words.get((found[step - 1].low,), ())):
                return None  # “sticking out”
            rows = prose.words.get((found[at].low, found[step].low))
            act = next((row for row in rows or () if row.kind == "act"), None)
            return (act, step) if act else None
    return None


def _choose(rows: tuple[ProseWord, ...], out: list[Item], found: tuple[Token, ...], at: int, *, to: int, grammar: Groups) -> Item:
    """One of the two kinds that a word may be, by where it stands: “slice the onions”, “in slices”."""
    act = next((row for row in rows if row.kind == "act"), None)
    other = next((row for row in rows if row.kind != "act"), None)
    row = act or other
    if act and other:
        before = out[-1] if out else None
        if act.group == "serve" and found[at].low in grammar["likes"]:
            who = before is not None and before.low in grammar["who-likes"]
            return Item(act.kind if who else other.kind, act.group if who else other.group, found[at].low, at, to, act.form if who else "")
        begins = before is None or before.kind in ("mark", "not") or before.low in grammar["before-a-command"] or before.kind == "joint"
        subject = before is not None and before.low in grammar["does-something"]
        row = act if act.form in ("ed", "ing") or (begins and (act.form != "s" or subject)) else other
    assert row is not None
    return Item(row.kind, row.group, found[at].low, at, to, row.form)


def _is_spice(catalogue: Catalogue, word: str) -> bool:
    known = catalogue.named((word,))
    return known is not None and known.role.role == "spice"


def _with_its_colour(words: Words, index: int, catalogue: Catalogue) -> tuple[Ingredient, int] | None:
    """“sweet red pepper”: the sweet pepper, of any colour."""
    sweet, to = words.low[index], index + len(("sweet", "red", "pepper"))
    if sweet not in ("sweet", "bell", "hot") or words.joined[index] < to or words.low[index + 1] not in catalogue.grammar["pepper-colour"]:
        return None
    last = words.one[to - 1]
    known = catalogue.named((words.one[index], last)) if last in ("pepper", "chilli", "chili") else None
    return (known, words.at[to - 1] + 1) if known is not None else None


def _word(found: tuple[Token, ...], words: Words, index: int, *, out: list[Item], catalogue: Catalogue) -> tuple[Item, int]:
    """What a word is that begins no phrase of prose.toml, with the words behind it that are of the same name, and where they end."""
    at, low, one = words.at[index], words.low[index], words.one[index]
    if low == "no" and low_at(found, at + 1) == "need":
        return Item("not", "not", "noneed", at, at + 2), at + 2
    if low in ("resist", "avoid") and low_at(found, at + 2) in ("urge", "temptation"):
        return Item("not", "not", "dont", at, at + 3), at + 3  # “resist the urge to tighten the bands”
    if low in catalogue.grammar["negation"] and not (low == "not" and index > 0 and words.low[index - 1] == "why"):
        return Item("not", "not", low, at, at + 1), at + 1
    if (
        low == "can"
        and low_at(found, at + 1) in ("it", "them")
        and (not out or out[-1].kind in ("joint", "mark") or out[-1].low in ("then", "and"))
    ):
        return Item("act", "process", low, at, at + 1, form="base"), at + 1  # “and can it the next day”
    rows = rows_of((low,), (one,), catalogue.lexicon.prose)
    length = 1 if rows else 0
    named: tuple[Ingredient, int] | None = None
    for to in range(min(index + catalogue.reach.get(one, 0), words.joined[index]), index, -1):
        if (known := catalogue.named(words.one[index:to])) is not None:
            named = (known, words.at[to - 1] + 1)
            break
    if low == "ground" and index + 1 < len(words.at) and _is_spice(catalogue, words.one[index + 1]):
        return Item("plain", "plain", low, at, at + 1), at + 1
    if named is None or named[1] - at < len(("sweet", "red", "pepper")):
        named = _with_its_colour(words, index, catalogue) or named
    if named is not None and (sized := _sized(found, named[1])) is not None:
        return Item("plain", "plain", found[named[1] - 1].low, at, sized), sized
    if named is not None and low_at(found, named[1]) in ("slice", "slices") and out and out[-1].kind == "figure":
        named = (named[0], named[1] + 1)  # “2 onion slices”
    if named is not None and named[1] - at > length:
        return Item("food", named[0].klass, low, at, named[1], food=named[0]), named[1]
    if rows:
        item = _choose(rows, out, found, at, to=at + 1, grammar=catalogue.grammar)
        if item.kind == "act" and item.form and (split := _split_verb(found, at, catalogue)):
            item = item._replace(group=split[0].group)
        if item.kind == "plain" and low in catalogue.grammar["joint"]:
            return item._replace(kind="joint"), at + 1
        return item, at + 1
    if low in catalogue.grammar["subordinate"] or low in catalogue.grammar["coordinate"]:
        return Item("joint", low, low, at, at + 1), at + 1
    vocabulary = catalogue.lexicon.vocabulary
    if one in vocabulary.food or low in vocabulary.food:
        return Item("food", "word", low, at, at + 1), at + 1
    sort = vocabulary.sort(one)
    sort = vocabulary.sort(low) if sort == "unknown" else sort
    if sort == "plain" and low.endswith("ly") and len(low) > 4:
        return Item("plain", "plain", low, at, at + 1), at + 1  # how something is done
    return Item("unknown", sort, low, at, at + 1), at + 1
