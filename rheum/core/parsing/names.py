"""What a line is of: the one food it names, or the foods between which it lets one choose."""

from __future__ import annotations

from collections.abc import Sequence
from functools import lru_cache
from typing import Final, NamedTuple

from rheum.core.facts.ingredients import Catalogue, Ingredient, NameMatch, stem
from rheum.core.measures.amount import Amount
from rheum.core.measures.units import kind_of
from rheum.core.measures.words import Token
from rheum.core.parsing.line_amounts import Amounts
from rheum.core.parsing.recipe import Section
from rheum.core.parsing.unread import LineUnread

_BREAKS: Final = frozenset({",", ";", ":", "–", "—", "|"})
_SENTENCE_WORDS: Final = 4
_SMALL_G: Final = 25.0


class Named(NamedTuple):
    """The food of a line: `name` the indices of its tokens, `others` what the line lets stand in its place, `extra` indices of the
    tokens that name those or the same again."""

    ingredient: Ingredient
    name: tuple[int, ...]
    others: tuple[Ingredient, ...]
    extra: frozenset[int]


class Word(NamedTuple):
    at: int
    stem: str
    low: str


def _words(found: tuple[Token, ...], spent: list[bool], begins: int, ends: int) -> list[Word]:
    return [
        Word(at, stem(word.low), word.low)
        for at, word in enumerate(found[begins:ends], start=begins)
        if word.kind == "word" and not spent[at] and word.low
    ]


def matches(words: Sequence[Word], catalogue: Catalogue) -> Sequence[NameMatch]:
    """Every food named in the words, longest names first. “Ground red peppers” are no ground red pepper: the plural of a spice's pepper
    is the vegetable."""
    return _matches(tuple(words), catalogue)


# A line whose amount alone has changed names what it named.
@lru_cache(maxsize=8192)
def _matches(words: tuple[Word, ...], catalogue: Catalogue) -> tuple[NameMatch, ...]:
    found: list[NameMatch] = []
    stems = tuple(word.stem for word in words)
    at = 0
    while at < len(stems):
        for length in range(min(catalogue.longest, len(stems) - at), 0, -1):
            item = catalogue.named(stems[at : at + length])
            if item is None or (
                item.role.role == "spice"
                and words[at + length - 1].low in catalogue.lexicon.line.group["pepper-plural"]
                and not _has_plural(item, words[at + length - 1].low)
            ):
                continue
            further = _further(words, stems, at, length, catalogue=catalogue)
            if further is not None:
                found.append(further)
                at = further.end
                break
            end = _past_its_kind(words, stems, at + length, item, catalogue=catalogue)
            found.append(NameMatch(item, at, end))
            at = end
            break
        else:
            at += 1
    return tuple(found)


def _past_its_kind(words: Sequence[Word], stems: tuple[str, ...], end: int, item: Ingredient, *, catalogue: Catalogue) -> int:
    """Where a pepper's name ends with its kind behind it: “Serrano chiles”, “poblano chile peppers”; no flakes or powder of it."""
    kinds = catalogue.lexicon.line.generic.get(item.klass, frozenset()) if item.klass == "pepper" else frozenset()
    to = end
    while to < len(stems) and stems[to] in kinds and words[to].at == words[to - 1].at + 1:
        to += 1
    longer = any(
        catalogue.named(stems[start : start + length]) is not None
        for start in range(end, to)
        for length in range(to - start + 1, min(catalogue.longest, len(stems) - start) + 1)
    )
    return end if longer else to


def _further(words: Sequence[Word], stems: tuple[str, ...], at: int, length: int, *, catalogue: Catalogue) -> NameMatch | None:
    """A name that begins inside this one and ends behind it: the “red pepper flakes” of “hot red pepper flakes”."""
    for start in range(at + 1, at + length):
        for longer in range(min(catalogue.longest, len(stems) - start), at + length - start, -1):
            item = catalogue.named(stems[start : start + longer])
            if item is not None and not (
                item.role.role == "spice" and words[start + longer - 1].low in catalogue.lexicon.line.group["pepper-plural"]
            ):
                return NameMatch(item, start, start + longer)
    return None


def _has_plural(item: Ingredient, word: str) -> bool:
    return any(name.lower().endswith(word) and "dried" in name.lower() for name in (item.name, *item.aliases))


def _segments(found: tuple[Token, ...]) -> list[tuple[int, int, bool]]:
    """The parts of a line between commas and brackets, each with whether it stands in brackets."""
    parts: list[tuple[int, int, bool]] = []
    begins, depth = 0, 0
    for at, word in enumerate(found):
        spaced = word.text == "-" and at > 0 and found[at - 1].to < word.at
        if word.text in "([" or word.text in ")]" or word.text in _BREAKS or spaced:
            parts.append((begins, at, depth > 0))
            begins = at + 1
            depth = max(0, depth + (word.text in "([") - (word.text in ")]"))
    parts.append((begins, len(found), depth > 0))
    return [part for part in parts if part[0] < part[1]]


def identify(found: tuple[Token, ...], spent: list[bool], amounts: Amounts, section: Section, *, catalogue: Catalogue) -> Named:
    """The food of a line. LineUnread where there is none, or two without a choice between them."""
    segments = [(*part, words) for part in _segments(found) if (words := _words(found, spent, part[0], part[1]))]
    plain = [words for _, _, bracketed, words in segments if not bracketed]
    every = [word for *_, words in segments for word in words]
    only = [word.low for word in every]
    if amounts.first is not None and amounts.first.unit == "clove" and (not plain or all(word.low == "whole" for word in plain[0])):
        if only and all(low in ("whole", "spice", "optional") for low in only):
            return Named(catalogue["clove"], (), (), frozenset(word.at for word in every))
        if not any(item.id in ("garlic", "clove") for item in _all_named(found, spent, catalogue)):
            raise LineUnread("Cloves of garlic, or the spice? Write “cloves garlic” or “whole cloves”.")
    if only and set(only) <= {"cloves", "whole", "ground"} and amounts.first is not None and kind_of(amounts.first.unit) == "volume":
        return Named(catalogue["clove"], (), (), frozenset(word.at for word in every))
    if not plain:
        raise LineUnread("There is an amount here but no ingredient. Write what it is of.")
    for number, words in enumerate(plain):
        named = _in_segment(found, words, amounts.first, section, catalogue=catalogue)
        if named is not None:
            if number and any(not _passes(word, catalogue) for part in plain[:number] for word in part):
                continue
            return _bottled(_with_brackets(named, found, segments, catalogue=catalogue), found, catalogue)
    words = plain[0]
    if amounts.first is None and sum(len(part) for part in plain) >= _SENTENCE_WORDS:
        raise LineUnread("This is no ingredient. If it is a step, put “Method:” on a line above it.")
    said = " ".join(found[word.at].text for word in words)
    unknown = _unknown_name(found, words, catalogue) if amounts.first is not None else None
    raise LineUnread(f"Rheum does not know “{said[:60]}”. Place it, type another name for it, or leave it out.", unknown)


def _all_named(found: tuple[Token, ...], spent: list[bool], catalogue: Catalogue) -> list[Ingredient]:
    return [match.ingredient for match in matches(_words(found, spent, 0, len(found)), catalogue)]


def _passes(word: Word, catalogue: Catalogue) -> bool:
    """Whether a word may stand before the comma in front of a name: “peeled, cored, chopped tomatoes”."""
    table, vocabulary = catalogue.lexicon.line, catalogue.lexicon.vocabulary
    return word.low == "of" or (
        word.stem in table.plain or word.low in table.plain or word.stem in table.fits or vocabulary.sort(word.stem) in ("plain", "state")
    )


def _in_segment(
    found: tuple[Token, ...], words: list[Word], amount: Amount | None, section: Section, *, catalogue: Catalogue
) -> Named | None:
    choice = next((at for at, word in enumerate(words) if word.low == "or" or _stroke_before(found, words, at)), None)
    if choice is not None and (either := _either(words, choice, section, catalogue)) is not None:
        return either
    named = matches(words, catalogue)
    if not named:
        return None
    dried_at = next((at for at, word in enumerate(words) if word.low in ("dried", "dry")), None)
    kinds = {match.ingredient.id for match in named}
    if len(kinds) > 1:
        if amount is None and all(m.ingredient.role.role in ("spice", "salt") or words[m.end - 1].low == "pepper" for m in named):
            # “salt and pepper to taste”: seasoning without an amount; nothing of it is judged.
            return Named(named[0].ingredient, tuple(word.at for word in words), (), frozenset())
        if all(match.ingredient.klass == "pepper" for match in named) and amount is not None:
            # “mixed serrano and cayenne peppers”: whichever of them looks worse counts for all of it.
            others = tuple(dict.fromkeys(match.ingredient for match in named[1:] if match.ingredient is not named[0].ingredient))
            spots = frozenset(words[at].at for match in named[1:] for at in range(match.start, match.end))
            first = tuple(words[at].at for at in range(named[0].start, named[0].end))
            return Named(named[0].ingredient, first, others, spots | frozenset(word.at for word in words if word.low in ("and", "&", ",")))
        raise LineUnread(f"This line names {named[0].ingredient.name} and {named[1].ingredient.name}. Give each a line of its own.")
    match = named[0]
    ingredient = _turned(match, words, dried_at, section, catalogue=catalogue)
    _check_dried_count(match.ingredient, ingredient, amount)
    name = tuple(words[at].at for at in range(match.start, match.end))
    again = frozenset(words[at].at for other in named[1:] for at in range(other.start, other.end))
    _check_pair(words, match, catalogue)
    if dried_at is not None and not match.start <= dried_at < match.end:
        again |= {words[dried_at].at}
    return Named(ingredient, name, (), again)


def _stroke_before(found: tuple[Token, ...], words: list[Word], at: int) -> bool:
    return at > 0 and words[at].at - words[at - 1].at == 2 and found[words[at].at - 1].text == "/"


def _either(words: list[Word], choice: int, section: Section, catalogue: Catalogue) -> Named | None:
    """“white or cider vinegar”, “lemon or lime juice”, “onions or shallots”: both, the second as an other way."""
    left = words[:choice]
    right = words[choice + 1 :] if words[choice].low == "or" else words[choice:]
    two = matches(right, catalogue)
    if not two or not left:
        return None
    carrier = next((word for word in left if word.low in catalogue.lexicon.line.group["carried-over"]), None)
    if carrier is not None and not any(word.low in catalogue.lexicon.line.group["carried-over"] for word in right):
        carried = matches([carrier, *right], catalogue)
        if carried and carried[0].start == 0:
            two = [NameMatch(carried[0].ingredient, two[0].start, two[0].end), *two[1:]]
    second = two[0]
    for take in range(len(right), -1, -1):
        joined = left + (right[len(right) - take :] if take else [])
        one = [match for match in matches(joined, catalogue) if match.start < len(left)]
        if one and (take == 0 or one[-1].end > len(left)):
            first = one[0].ingredient
            name = tuple(word.at for word in joined[one[0].start : one[0].end])
            extra = frozenset(word.at for word in right[second.start : second.end]) | {words[choice].at}
            if first.id == second.ingredient.id:
                return Named(first, name, (), extra)
            if first.role.role != second.ingredient.role.role:
                raise LineUnread(f"This line names {first.name} or {second.ingredient.name}. Write the one that goes in.")
            rest = [m.ingredient for m in two[1:] if m.ingredient.id != second.ingredient.id]
            return Named(first, name, (second.ingredient, *rest), extra | frozenset(w.at for m in two[1:] for w in right[m.start : m.end]))
    return None


def _turned(match: NameMatch, words: list[Word], dried_at: int | None, section: Section, *, catalogue: Catalogue) -> Ingredient:
    """The food as its own words make it: dried only where “dried” stands beside it, lime under a soak is pickling lime."""
    ingredient, own = match.ingredient, {word.stem for word in words[match.start : match.end]}
    if section == "soak" and ingredient.id == "lemon-slice" and "lime" in own:
        return catalogue["pickling-lime"]
    if dried_at is None or "dried" in own:
        return ingredient
    said = words[dried_at].low
    washed = any(word.low == "patted" for word in words) or (
        dried_at > 1 and words[dried_at - 1].low in ("and", "then") and words[dried_at - 2].low in catalogue.lexicon.line.group["washed"]
    )
    if washed or (said == "dry" and ingredient.klass in ("onion", "garlic", "vinegar")):
        if washed and ingredient.role.role == "spice":
            raise LineUnread(f"Fresh or dried {ingredient.name}? Washed it is fresh: say “fresh”, and what it weighs.")
        return ingredient
    if dried_at > match.start:
        return _dried(ingredient, catalogue) if dried_at == match.end and said == "dried" else ingredient
    between = words[dried_at + 1 : match.start]
    if any(word.low in ("and", "or") for word in between):
        return ingredient
    return _dried(ingredient, catalogue)


def _check_dried_count(fresh: Ingredient, dried: Ingredient, amount: Amount | None) -> None:
    """A count of something dried says how much only where one is small: a chilli, not a bell pepper."""
    if dried is not fresh and amount is not None and kind_of(amount.unit) == "count" and (fresh.each_g or 0) > _SMALL_G:
        raise LineUnread(f"What one dried {fresh.name} weighs is not known. Write it in spoons or grams.")


def _dried(ingredient: Ingredient, catalogue: Catalogue) -> Ingredient:
    if ingredient.role.role == "spice" or ingredient.klass == "dried-fruit":
        return ingredient
    if ingredient.role.role == "herb":
        return catalogue["herbs-dried"]
    if ingredient.klass == "pepper":
        return catalogue["chilli-flakes"]
    if ingredient.klass in ("garlic", "onion"):
        return catalogue["garlic-powder"]
    raise LineUnread(f"Rheum knows no dried form of {ingredient.name}. Type another name for it, or leave it out.")


def _check_pair(words: list[Word], match: NameMatch, catalogue: Catalogue) -> None:
    """“thorn apple” is no apple: a food of two words that ends in a known one is its own."""
    if match.start == 0 or match.end - match.start > 1:
        return
    before = words[match.start - 1]
    table = catalogue.lexicon.line
    known = before.stem in table.plain or before.low in table.plain or before.stem in table.fits or before.stem in table.liquid
    pair = f"{before.stem} {words[match.start].stem}"
    if not known and pair in catalogue.lexicon.vocabulary.pairs:
        raise LineUnread(
            f"“{before.low} {words[match.start].low}” is a food of its own, which Rheum does not know. Place it, or leave it out.",
            f"{before.low} {words[match.start].low}",
        )


def _bottled(named: Named, found: tuple[Token, ...], catalogue: Catalogue) -> Named:
    """Lemon juice that the line says is bottled: “lemon juice, bottled”, “from a bottle”. Where fresh will do too, both."""
    table = catalogue.lexicon.line.bottled
    bottled = table.get(named.ingredient.id)
    lows = [word.low for word in found if word.kind == "word"]
    if named.ingredient.id in table.values():
        fresh_id = next(fresh for fresh, one in table.items() if one == named.ingredient.id)
        too = any(low == "fresh" and not {"not", "no", "never"} & set(lows[max(0, at - 3) : at]) for at, low in enumerate(lows))
        return named._replace(others=(*named.others, catalogue[fresh_id])) if too else named
    if bottled is None or not ("bottled" in lows or "bottle" in lows):
        return named
    fresh = any(low in ("fresh", "freshly", "squeezed") and "not" not in lows[max(0, at - 3) : at] for at, low in enumerate(lows))
    return named._replace(ingredient=catalogue[bottled], others=(*named.others, *((named.ingredient,) if fresh else ())))


def _with_brackets(
    named: Named, found: tuple[Token, ...], segments: list[tuple[int, int, bool, list[Word]]], *, catalogue: Catalogue
) -> Named:
    """The same food named again, its kinds in brackets (“hot peppers (cayenne, serrano)”), and what the line lets stand in its place."""
    others, extra = list(named.others), set(named.extra)
    taken = set(named.name) | extra
    for _, _, inside, every in segments:
        words = [word for word in every if word.at not in taken]
        for match in matches(words, catalogue):
            item = match.ingredient
            at = {words[index].at for index in range(match.start, match.end)}
            kin = item.klass == named.ingredient.klass and item.swap_group == named.ingredient.swap_group
            same = (
                item.id == named.ingredient.id
                or item.name in named.ingredient.name
                or set(item.name.split()) <= set(named.ingredient.name.split())
            )
            if inside and every[0].low in ("not", "never", "no") and not (named.ingredient.role.acid or same):
                extra |= {word.at for word in every}  # “celery seed (not celery salt)”
                break
            # “ground red pepper (cayenne)”: the powder of what the bracket names
            same = same or (inside and _powder_of(item, catalogue) == named.ingredient.id)
            if same or (inside and kin):
                extra |= at
                if not same:
                    others.append(item)
            elif match.start > 0 and words[match.start - 1].low == "or" and item.role.role == named.ingredient.role.role:
                others.append(item)
                extra |= at | {words[match.start - 1].at}
    return named._replace(others=tuple(dict.fromkeys(others)), extra=frozenset(extra))


def _powder_of(item: Ingredient, catalogue: Catalogue) -> str:
    return "chilli-flakes" if item.klass == "pepper" else catalogue.lexicon.line.spooned.get(item.id, "")


def _unknown_name(found: tuple[Token, ...], words: list[Word], catalogue: Catalogue) -> str | None:
    """The part of an unknown name that a person would place: without the words of preparation around it."""
    table = catalogue.lexicon.line
    written = [word for word in words if word.low not in catalogue.lexicon.line.group["of-some"]]
    while written and (written[0].stem in table.plain or written[0].low in table.plain):
        written.pop(0)
    while written and (written[-1].stem in table.plain or written[-1].low in table.plain):
        written.pop()
    name = " ".join(found[word.at].text for word in written)
    return name if 3 <= len(name) <= 40 and len(written) <= 4 else None
