"""The words around a food in its line: what each does, and which of them leaves the line unread."""

from __future__ import annotations

from itertools import pairwise
from typing import NamedTuple, cast

from rheum.core.facts.ingredients import Catalogue, Ingredient, own_words, stem
from rheum.core.facts.lexicon import LineWords
from rheum.core.measures.units import kind_of, unit_named
from rheum.core.measures.words import Token
from rheum.core.parsing.line_amounts import numbers_left
from rheum.core.parsing.names import Named, Word, matches
from rheum.core.parsing.recipe import Section, State
from rheum.core.parsing.unread import LineUnread


class Around(NamedTuple):
    """What the words around a name do: the weight is of the prepared thing, the line is of a soak, frozen or tinned will do too."""

    prepared: bool
    soaks: bool
    or_frozen: bool
    or_tinned: bool
    passed: tuple[str, ...] = ()
    # The weight may be meant of the thing as bought or as prepared: “2 lb carrots peeled”.
    either: bool = False


def _low(found: tuple[Token, ...], at: int) -> str:
    return found[at].low if 0 <= at < len(found) else ""


def optional_said(found: tuple[Token, ...]) -> bool:
    """Whether a line may be left out."""
    return any(word.low == "optional" for word in found)


def _negated(found: tuple[Token, ...], at: int, line: LineWords) -> bool:
    """Whether a word of damage is denied or cut away: “no bruised ones”, “bruised parts cut away”."""
    for before in range(at - 1, max(-1, at - 4), -1):
        if found[before].text in ",;(":
            break
        if found[before].low in line.group["not"]:
            return True
    return (
        any(_low(found, behind) in line.group["cut-away"] for behind in range(at + 1, min(len(found), at + 4)))
        or _low(found, at - 1) in line.group["cut-away"]
    )


def states_of(found: tuple[Token, ...], named: Named, line: LineWords) -> frozenset[State]:
    """Frozen, tinned, unfit, mouldy, minced: the states that the words of a line give its food."""
    states: set[State] = set()
    own = set(named.name)
    for at, word in enumerate(found):
        if word.kind != "word" or at in own:
            continue
        for state, words in line.states:
            if word.low not in words or (word.low == "bottled" and _low(found, at - 1) == "commercially"):
                continue
            if (
                _low(found, at - 1) == "or"
                or (state in ("unfit", "mouldy") and _negated(found, at, line))
                or (state in ("frozen", "tinned") and _low(found, at - 1) in line.group["not"])
            ):
                continue
            states.add(cast(State, state))
        if (word.low, _low(found, at + 1 + (_low(found, at + 1) == "-"))) in line.pairs["unfit"] and not _negated(found, at, line):
            states.add("unfit")
    return frozenset(states)


def pass_fillers(found: tuple[Token, ...], spent: list[bool], line: LineWords) -> None:
    """Marks phrases that change nothing (“to taste”, “in salt water”) as spent."""
    for at, token in enumerate(found):
        for words in line.fillers.get(token.low, ()):
            if all(_low(found, at + index) == word for index, word in enumerate(words)) and not any(spent[at : at + len(words)]):
                spent[at : at + len(words)] = [True] * len(words)
                break


def around_name(found: tuple[Token, ...], spent: list[bool], named: Named, section: Section, *, catalogue: Catalogue) -> Around:
    """What the words around the name do. LineUnread at the first whose meaning here is not known."""
    ingredient, line = named.ingredient, catalogue.lexicon.line
    left = [at for at, word in enumerate(found) if not spent[at] and at not in named.name and at not in named.extra]
    words = {at: found[at] for at in left if found[at].kind == "word"}
    lows = {word.low for word in found if word.kind == "word"}
    soaks = bool(lows & line.group["soaks"]) or {"draw", "out"} <= lows
    soaks = (
        soaks
        or (ingredient.id == "ice" and bool(lows & catalogue.lexicon.line.group["ice"]))
        or (bool(lows & line.group["drained"]) and ingredient.role.role in ("water", "salt") and not lows & {"kept", "reserved", "brine"})
    )
    _check_taste(found, ingredient, line, section=section, soaks=soaks)
    _check_marks(found, left, ingredient.role.acid or ingredient.role.liquid)
    if section == "soak" and lows & line.group["put-to-use"]:
        raise LineUnread("This soak is put to use. What goes into the jars stands among the jar's own lines.")
    figure = numbers_left(found, [spent[at] or at in named.name for at in range(len(found))])
    if figure is not None:
        raise LineUnread(f"What “{figure}” means beside {ingredient.name} was not understood. Write one amount, and sizes with their unit.")
    liquid = (ingredient.role.acid or ingredient.role.liquid) and not ((soaks or section == "soak") and ingredient.role.role == "water")
    own = own_words(ingredient).union(*(own_words(other) for other in named.others))
    _check_fresh(found, lows, named, line)
    if (
        lows & line.group["handled-fresh"]
        and ingredient.role.role == "spice"
        and not lows & {"dried", "ground"}
        and ingredient.id != "nutmeg"
    ):
        raise LineUnread(f"Fresh or dried {ingredient.name}? Worked like this it is fresh: say so, and what it weighs.")
    aimed = _check_others(found, words, named, catalogue)
    passed: list[str] = []
    for at, word in words.items():
        if at in aimed:
            continue
        passed += _check_word(found, at, word, named, own=own, liquid=liquid, section=section, soaks=soaks, catalogue=catalogue)
    or_frozen = any(found[at].low in ("frozen", "thawed") and _low(found, at - 1) in ("or", "/") for at in left)
    or_tinned = any(found[at].low in ("tinned", "canned", "jarred") and _low(found, at - 1) in ("or", "/") for at in left)
    prepared = _prepared(found, words, named, lows, catalogue=catalogue)
    either = not prepared and "bought" not in lows and _low(found, named.name[-1] + 1 if named.name else 0) in line.group["taken-off"]
    return Around(prepared, soaks, or_frozen, or_tinned, tuple(passed), either)


def _check_taste(found: tuple[Token, ...], ingredient: Ingredient, line: LineWords, *, section: Section, soaks: bool) -> None:
    """LineUnread for a food, an acid or water “to taste”: of a spice, salt or sugar it says nothing that matters."""
    if section == "soak" or soaks or ingredient.id == "ice":
        return
    if not (ingredient.role.role in ("produce", "water", "fat", "thickener") or ingredient.role.acid or ingredient.role.low_acid):
        return
    run = next((pair for pair in pairwise(word.low for word in found) if pair in line.pairs["at-will"]), None)
    if run is not None:
        raise LineUnread(f"“{' '.join(run)}” says no amount of {ingredient.name} that can be judged. Write what you will use.")


def _check_marks(found: tuple[Token, ...], left: list[int], strict: bool) -> None:
    for at in left:
        mark = found[at].text
        if found[at].kind == "mark" and (mark in "+×±°º@" or (mark == "?" and strict)):
            raise LineUnread(f"What “{mark}” means here was not understood. Write one amount, then what it is of.")


def _check_fresh(found: tuple[Token, ...], lows: set[str], named: Named, line: LineWords) -> None:
    ingredient = named.ingredient
    fresh_denied = all(_low(found, at - 1) in line.group["not"] for at, word in enumerate(found) if word.low == "fresh")
    if (
        "fresh" in lows
        and not fresh_denied
        and ingredient.role.role == "spice"
        and not any("fresh" in name for name in (ingredient.name, *ingredient.aliases))
    ):
        raise LineUnread(f"Rheum knows {ingredient.name} only dried. Write the dried one, or leave the fresh one for the table.")


def _check_others(found: tuple[Token, ...], words: dict[int, Token], named: Named, catalogue: Catalogue) -> set[int]:
    """LineUnread where a line names a second thing. Gives back the words of what a line is only for (“to salt the cucumbers”)."""
    aimed: set[int] = set()
    listed = [Word(at, stem(word.low), word.low) for at, word in words.items()]
    table = catalogue.lexicon.line
    for match in matches(listed, catalogue):
        if (
            match.ingredient.role.role in ("produce", "water", "salt")
            and named.ingredient.role.role in ("salt", "spice", "water", "alkali")
            and _aimed_at(found, listed[match.start].at)
        ):
            aimed |= {listed[index].at for index in range(match.start, match.end)}
            continue
        if not all(
            listed[index].stem in table.plain
            or listed[index].low in table.plain
            or listed[index].stem in table.part
            or listed[index].stem in table.fits
            for index in range(match.start, match.end)
        ):
            raise LineUnread(
                f"This line names two things, {named.ingredient.name} and {match.ingredient.name}. Give each a line of its own."
            )
    return aimed


def _aimed_at(found: tuple[Token, ...], at: int) -> bool:
    """Whether a food behind a comma or bracket is only what the line is for: “to salt the cucumbers”, “for the beets”."""
    begins = next((index for index in range(at - 1, -1, -1) if found[index].text in "(,;"), -1)
    return begins >= 0 and _low(found, begins + 1) in ("for", "to") and not any(word.kind == "number" for word in found[begins:at])


def _check_word(
    found: tuple[Token, ...], at: int, word: Token, named: Named, *, own: frozenset[str], liquid: bool, section: Section, soaks: bool, catalogue: Catalogue
) -> list[str]:  # fmt: skip
    low, one, ingredient = word.low, stem(word.low), named.ingredient
    line, vocabulary = catalogue.lexicon.line, catalogue.lexicon.vocabulary
    kind = ingredient.id if named.name and at == named.name[0] - 1 else None  # a word directly before a name may be only a kind of it
    if low == "not" and not liquid and _low(found, at + 1) in catalogue.lexicon.line.group["sound"]:
        raise LineUnread(f"Take sound {ingredient.name}: “not {_low(found, at + 1)}” is nothing that can be judged.")
    if (len(low) == 1 and low in "aso") or one in own or (low == "can" and _low(found, at - 1) in catalogue.lexicon.line.group["person"]):
        return []
    if any(low in words for _, words in line.states) and low != "bottled" and not liquid:
        return []
    if (section == "soak" or soaks) and low in line.group["of-a-soak"]:
        return []
    if liquid:
        if low not in line.liquid and one not in line.liquid:
            raise LineUnread(
                f"Rheum does not know what “{low}” does to {ingredient.name}. Write the line without it, or say it another way.",
                word=low if kind else None,
                food=kind,
            )
        return []
    behind = bool(named.name) and at > named.name[-1] + 1
    taken = line.group["taken-out"] & {_low(found, at + step) for step in (-1, 1, 2, 3)}
    if one in ("seed", "seeds") and behind and taken and ingredient.role.role == "produce":
        return []  # “seeds scraped out”: of the thing before the comma
    if low in line.group["to-do"] and at > (named.name[-1] if named.name else 0) + 1 and ingredient.role.role in ("produce", "herb"):
        return []  # “tomatoes: peel, core, chop”
    if one in line.fits:
        if not line.fits[one] & {ingredient.id, ingredient.klass}:
            raise LineUnread(f"“{low}” makes another food of {ingredient.name}. Type another name for it, or leave it out.")
        return []
    if low == "until" and _low(found, at - 1) in ("or", ","):
        raise LineUnread(f"“{low}” says no amount of {ingredient.name} that can be judged. Write what you will use.")
    if one in line.group["food-alone"] and _low(found, at - 1) in line.group["sum"] and not _low(found, at + 1).isalpha():
        raise LineUnread(f"This line names {ingredient.name} and “{low}”. Give each a line of its own, or leave one out.")
    if low in line.group["function"] or one in line.plain or low in line.plain or one in line.part or low in line.part:
        return []
    if low in line.generic.get(ingredient.klass, ()) or one in line.generic.get(ingredient.klass, ()):
        return []
    if one in ("jar", "pint", "quart") and _low(found, at - 1) == "a" and _low(found, at - 2) not in catalogue.lexicon.line.group["to-fit"]:
        raise LineUnread(f"“a {low}” says no amount of {ingredient.name} that can be judged. Write what you will use in all.")
    behind_name = bool(named.name) and at > named.name[-1]
    if (
        behind_name
        and (one in line.measure or (vocabulary.sort(one) == "measure" and one in catalogue.lexicon.line.group["vessel"]))
        and _low(found, at - 1) in line.group["into"]
    ):
        return []  # “tied in a bag”, “cut to the jar”: the amount is given, this is where it goes
    unit = unit_named(word.text) if len(low) > 1 else None
    if one in line.measure or low == "dozen" or (unit is not None and kind_of(unit) in ("volume", "mass")):
        raise LineUnread(f"How much “{low}” means here was not understood. Write the amount first: “2 cups {ingredient.name}”.")
    if (one in line.more or low in line.more) and ingredient.role.role != "spice":
        raise LineUnread(f"“{low}” says no amount of {ingredient.name} that can be judged. Write what you will use.")
    sort = vocabulary.sort(one) if vocabulary.sort(one) != "unknown" else vocabulary.sort(low)
    if sort == "plain" or (one, ingredient.id) in catalogue.lexicon.kinds:
        return [low]
    before_name = bool(named.name) and at < named.name[0] and named.name[0] - at <= 2
    if sort == "unknown" and before_name and word.text[:1].isupper() and at > 0:
        return []  # a proper name directly before a known food is a kind of it
    if one == "pickle" and "for" in {_low(found, at - 1), _low(found, at - 2)}:
        return []  # “for firmer pickles”
    if sort == "food":
        raise LineUnread(
            f"This line names {ingredient.name} and “{low}”. Give each a line of its own, or say that it is only a kind.",
            word=low if kind else None,
            food=kind,
        )
    if sort == "measure":
        raise LineUnread(f"How much “{low}” means here was not understood. Write the amount first: “2 cups {ingredient.name}”.")
    raise LineUnread(
        f"Rheum knows {ingredient.name}, but not what “{low}” makes of it. Type another name for it, or leave it out.",
        word=low if kind else None,
        food=kind,
    )


def _prepared(found: tuple[Token, ...], words: dict[int, Token], named: Named, lows: set[str], *, catalogue: Catalogue) -> bool:
    """Whether a weight is of the prepared thing: prepared before the name, a part that is prepared (kernels, florets), or said of the weight."""
    line = catalogue.lexicon.line
    first = named.name[0] if named.name else len(found)
    if any(word.low in line.group["prepared-before"] and at < first for at, word in words.items()) or "prepared" in lows:
        return True
    if lows & line.group["weighed"] and lows & line.group["as-prepared"]:
        return True
    if any(found[at].low == "after" and _low(found, at + 1) in catalogue.lexicon.line.group["making-ready"] for at in words):
        return True
    behind = [word for at, word in words.items() if at > first]
    name_parts = {stem(found[at].low) for at in named.name}
    part = line.part
    near = {stem(word.low) for at, word in words.items() if abs(at - first) <= len(named.name) + 1}
    return bool(part & (near | name_parts)) or (any(word.low == "cob" for word in behind) and "cut" in lows)
