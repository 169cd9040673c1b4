"""Several things on one line, each with its amount: cut into lines of their own."""

from __future__ import annotations

from rheum.core.facts.lexicon import LineWords
from rheum.core.measures.amount import AmountError, amount_at
from rheum.core.measures.units import kind_of
from rheum.core.measures.words import UNITS, Token, settled, tokens
from rheum.core.parsing.plain_lines import plain_line, strip_bullet


def split_line(text: str, line: LineWords) -> list[str]:
    """A line cut before each amount that stands behind a comma, “and” or “+”; what stands in brackets at its end goes with every part."""
    clean = settled(strip_bullet(plain_line(text)))
    found = tokens(clean)
    if each := _of_each(clean, found):
        return each
    if salted := _in_water(clean, found):
        return salted
    cuts, depth = [], 0
    for at, word in enumerate(found[:-1]):
        depth += (word.text in "([") - (word.text in ")]")
        behind = found[at + 1]
        if depth == 0 and at > 1 and word.low in (",", ";", "and", "+", "plus", "&") and (behind.kind == "number" or behind.low in UNITS):
            try:
                read = amount_at(found, at + 1)
            except AmountError:
                return []
            if (
                read is not None
                and kind_of(read.amount.unit) in ("volume", "mass", "count")
                and any(item.kind == "word" for item in found[read.to : read.to + 2])
            ):
                cuts.append((word.at, behind.at))
    if not cuts:
        return []
    tail = clean[clean.rindex("(") :] if clean.rstrip().endswith(")") and "(" in clean[cuts[-1][1] :] else ""
    tail = "" if any(char.isdigit() for char in tail) else tail  # “(5% acidity)” is said of the last alone
    whole = clean
    if comma := _soaks_behind(clean, cuts[-1][1], line):
        clean, tail = clean[:comma].rstrip(" ,("), " (soak)"
    elif tail and line.group["said-to-soak"] & set(tail.strip("() ").lower().split()):
        clean, tail = clean[: clean.rindex("(")].rstrip(), " (soak)"
    begins, parts = 0, []
    for end, start in cuts:
        parts.append(f"{clean[begins:end]} {tail}".strip())
        begins = start
    last = clean[begins:].strip() + (tail if clean is not whole else "")
    noun = parts[0].rstrip(" ,").rsplit(None, 1)[-1]
    if last.rsplit(None, 1)[-1].lower() in line.group["pepper-colour"] and noun.lower().startswith("pepper"):
        last = f"{last} {noun}"  # “3 cups chopped green pepper, 3 cups chopped red”
    return [*parts, last]


def _soaks_behind(clean: str, begins: int, line: LineWords) -> int | None:
    """Where “, for the overnight soak” or “, to boil and drain off” begins behind the last of several things; None where none stands there."""
    comma = clean.find(",", begins)
    return comma if comma > 0 and line.group["said-to-soak"] & set(clean[comma + 1 :].lower().split()) else None


def _in_water(clean: str, found: tuple[Token, ...]) -> list[str]:
    """“1/2 cup salt in 1 quart of water”: the salt and its water; nothing where it is not that."""
    at = next((index for index, word in enumerate(found[:-1]) if word.low in ("in", "dissolved") and index > 1), None)
    if at is None or "water" not in [word.low for word in found[at:]] or not {"salt", "lime"} & {word.low for word in found[:at]}:
        return []
    water = at + 1 + (found[at + 1].low == "in")
    try:
        read = amount_at(found, water) if water < len(found) else None
    except AmountError:
        return []
    if read is None or kind_of(read.amount.unit) != "volume":
        return []
    soaks = any(word.low in ("soak", "rinsed", "drained") for word in found[water:])
    end = clean.find("(", found[water].at) if soaks and "(" in clean else len(clean)
    tail = " (soak)" if soaks else ""
    return [clean[: found[at].at].strip(" ,") + tail, clean[found[water].at : end].strip() + tail]


def _of_each(clean: str, found: tuple[Token, ...]) -> list[str]:
    """“2 tsp each mustard seed and celery seed”: so much of one and so much of the other; nothing where it is not that."""
    try:
        read = amount_at(found, 0) if found and found[0].kind == "number" else None
    except AmountError:
        return []
    if read is None or read.to >= len(found) or found[read.to].low != "each":
        return []
    first, begins = clean[: found[read.to].at].strip(), found[read.to].to
    parts = []
    for word in (*found[read.to + 1 :], None):
        if word is None or word.low in ("and", ",", "&"):
            part = clean[begins : word.at if word else None].strip(" ,:")
            parts += [part] if part else []
            begins = word.to if word else begins
    return [f"{first} {part}" for part in parts] if len(parts) > 1 else []
