"""The sentences of a text, and the short ways of cards told as sentences."""

from __future__ import annotations

import re
from functools import lru_cache
from typing import Final

from rheum.core.recipe.plain_lines import plain_line, strip_bullet

_SHORT: Final = frozenset(
    "in min mins approx oz lb lbs tbsp tsp pt pts qt qts gal hr hrs no e.g i.e ca c t ft sq fl dr mr mrs st vs est temp abt".split()
)


# A time, and a new sentence behind it that begins small: “simmer 5 min. fill the jars”.
_TIMED: Final = frozenset("min mins hr hrs".split())
_BEGINS: Final = frozenset(
    "add bring boil cool cover drain fill heat ladle let lift pack place pour process put remove return rinse simmer spoon stir strain take then turn wipe".split()
)
_INLINE_STEP: Final = re.compile(r"\(?\d{1,2}[.)]\s{1,4}(?=[A-Z])")


def _unnumbered(part: str) -> str:
    """A sentence without the number of its step: “2) Combine …” in the middle of a line."""
    clean = part.strip()
    step = _INLINE_STEP.match(clean)
    return clean[step.end() :] if step else clean


@lru_cache(maxsize=4096)
def sentences(text: str) -> tuple[str, ...]:
    """The sentences of a line of prose, each as it stands there; a decimal point or a short form does not end one."""
    found: list[str] = []
    begins = 0
    for at, char in enumerate(text):
        if char not in ".!?;" or at + 1 >= len(text) or not text[at + 1].isspace():
            continue
        rest = text[at + 1 : at + 40].lstrip()
        behind = rest[:1]
        if char == ";" and text.rfind("(", begins, at) > text.rfind(")", begins, at):
            continue  # “(15 minutes to 6,000 ft; 20 above)”
        before = text[begins:at].rsplit(None, 1)[-1].lower().strip("(") if text[begins:at].strip() else ""
        last = before[-1:]
        if char == "." and (
            (
                before in _SHORT
                and not behind.isupper()
                and not (before in _TIMED and (behind.isdigit() or rest.split(None, 1)[0] in _BEGINS))
            )
            or ("-" in before and before.rsplit("-", 1)[1] in _SHORT)
            or (last.isdigit() and not behind.isupper())
            or (before.rstrip(".").isdigit() and len(before) <= 2 and not text[begins:at].strip()[: -len(before)].strip())
        ):
            continue
        if part := _unnumbered(text[begins : at + 1]):
            found.append(part)
        begins = at + 1
    if part := _unnumbered(text[begins:]):
        found.append(part)
    return tuple(found)


_JARS_TIMED: Final = re.compile(r"^((?:half[- ]pints|pints|quarts)(?:(?: or | and |, |/)(?:half[- ]pints|pints|quarts)){0,2}): (\d)", re.I)
# A card's “1/2" head”.
_HEAD: Final = re.compile(r"(\d/\d ?(?:\"|″|”|in\b\.?|inch\b))[ -]head\b(?! of| ?space)", re.I)


_TIME_ALONE: Final = re.compile(r"\d{1,2}(?:[-–]\d{1,2})? ?(min|mins|minutes|hr|hrs|hours?)\.?$", re.I)
_FILLED_BEFORE: Final = re.compile(
    r"\b(?:jars?|pints?|half-pints?|pts?|quarts?|qts?|headspace|lids?|rims?|canner|bwb|leav(?:e|ing) (?:\d|half))", re.I
)
_SOAKED_BEFORE: Final = re.compile(r"\b(?:water|salt|ice|soak)\b", re.I)


def jars_timed(sentence: str, before: str = "") -> str:
    """“Half-pints or pints: 15 minutes.” as a sentence about processing, and a time alone (“15 min.”) by the sentence before it: of the jars
    that were filled, or of what was salted."""
    if alone := _TIME_ALONE.match(sentence):
        minutes = alone.group(1).lower().startswith("m")
        if minutes and _FILLED_BEFORE.search(before):
            return f"Process {sentence}"
        if not minutes and _SOAKED_BEFORE.search(before) and not _FILLED_BEFORE.search(before):
            return f"Let stand {sentence}"
    return _JARS_TIMED.sub(r"Process \1 \2", sentence)


_IN_BRACKETS: Final = re.compile(r"\([^()]{1,120}\)")
_TWICE_THAT: Final = re.compile(
    r" \((?:twice|double) (?:that|this|it|these|the amounts?)? ?(?:in|for) (?:pints?|quarts?|(?:500|1000) ?ml|1 ?l)(?: jars?)?\)", re.I
)
# “fill the jars, 5 minutes in the water bath”
_IN_CANNER: Final = re.compile(
    r",(?: then)?(?: for)?(?= \d{1,2}(?:[-–]\d{1,2})? ?min(?:ute)?s?\.? (?:in )?(?:an? |the |your |my )?(?:boiling[- ]water|water[- ]bath|hot[- ]water[- ]bath|canner|bwb|bwc))",
    re.I,
)
# “the water the corn boiled in”
_COOKED_IN: Final = re.compile(
    r"\bthe (?:water|liquid) (?:(?:that|which|in which) )?(?:the |they |it |your )?(?:[a-z]{3,12} )?(?:was |were |had |have |has )?(boiled|cooked|soaked|simmered|blanched)(?: in)?\b",
    re.I,
)
_APPROX: Final = re.compile(r"\b(?:approx|abt)\b\.?", re.I)
_MAINTAINING: Final = re.compile(
    r"\bmaintaining (?=(?:an? |the )?[\d¼½¾⅛/., -]{1,6}[- ]?(?:inch|in|cm|mm|\"|″|”)\.?[- ]{0,2}(?:of )?head)", re.I
)
_SALTED: Final = re.compile(
    r" \((?:about )?[\d¼½¾/ ]{1,6}[^\W\d]{1,12}\.? (?:canning |pickling |kosher |sea )?salt (?:per|to (?:a|each|the)) (?:gallon|quart|litre|liter)(?: of water)?\)",
    re.I,
)
_JARS_OF: Final = re.compile(r"\b(jars?) \((?:about )?(\d[\d.,/]{0,5} ?(?:ml|l|oz|fl oz|litre|liter|pint|quart)s?)\)", re.I)
_MORE: Final = re.compile(r"\b((?:simmer|boil|cook|blanch)(?: (?:it|them))?(?: for)? \d{1,2}) more(?=[.,;]|$)", re.I)


_TO_A_SIMMER: Final = re.compile(
    r"\b(?:reduce|lower|turn it down|turn down|drop|bring)(?: it| the heat| heat)? to (?:an? )?(?:(?:gentle|low|bare|slow|steady|very low) )?simmer(?:ing)?\b",
    re.I,
)
_ANOTHER: Final = re.compile(
    r"\b((?:simmer|boil|cook)(?: (?:it|them))?(?: for)? another (?:\d{1,2}|two|three|five|ten|fifteen|twenty|thirty))(?=[.,;]|$)", re.I
)
_BUBBLE: Final = re.compile(
    r"\b(?:let|leave) (?:it|them|everything|the lot|the mixture)(?: all)?(?: to)? bubble(?: away| gently| slowly){0,2}(?= for (?:about |another )?(?:\d{1,2}|ten|fifteen|twenty|thirty|an) (?:min|hour))",
    re.I,
)
_SOME_PEOPLE: Final = re.compile(r"\b(bothers? |irritates? |affects? )some (?=people|folks)", re.I)
_THRU: Final = re.compile(r"\bthru\b", re.I)
_MAY_BE_USED: Final = re.compile(r"\((\d[\d to–-]{0,10} (?:hours|minutes)) (?:may|can) be used\)", re.I)
_NTHS: Final = re.compile(r"(\d/\d{1,2})(?:ths?|nds?|rds?)\b", re.I)
# “1/4 teaspoon salt in each half pint or 1/2 teaspoon per pint”
_OR_SO_MUCH: Final = re.compile(
    r"(?<=pint),? or [\d/ ]{1,5} ?(?:teaspoons?|tsp\.?|tablespoons?|tbsp\.?|cloves?) (?:per|in each|to each|for each) (?:pint|quart)s?(?: jars?)?\b",
    re.I,
)
# “one more slice of onion and the other half dill head on top”: the second of what each jar gets
_ONE_MORE: Final = re.compile(r"\b(?:one more|1 more|another) (slice|sprig)\b", re.I)
_OTHER_HALF: Final = re.compile(r"\bthe other half (?:of the )?(dill heads?|heads? of dill|sprig)\b", re.I)
_OF_COTTON: Final = re.compile(r"\b100 ?% (?=cotton|linen)", re.I)


# What a sentence must hold, so that a short way may stand in it.
_SHORT_WAYS: Final = (
    ("approx", _APPROX, "about"),
    ("abt", _APPROX, "about"),
    ("min", _IN_CANNER, ". Process"),
    ("maintaining", _MAINTAINING, "leaving "),
    (" salt ", _SALTED, ""),
    ("(", _JARS_OF, r"\2 \1"),
    (" more", _MORE, r"\1 more minutes"),
    ("simmer", _TO_A_SIMMER, "simmer"),
    ("%", _OF_COTTON, ""),
    ("another ", _ANOTHER, r"\1 minutes"),
    (" bubble ", _BUBBLE, "simmer"),
    ("some ", _SOME_PEOPLE, r"\1"),
    ("thru", _THRU, "through"),
    ("may be used", _MAY_BE_USED, r"(\1)"),
    ("th", _NTHS, r"\1"),
    (" or ", _OR_SO_MUCH, ""),
    ("slice", _ONE_MORE, r"1 \1"),
    ("sprig", _ONE_MORE, r"1 \1"),
    ("other half", _OTHER_HALF, r"half a \1"),
)


@lru_cache(maxsize=4096)
def in_plain_words(sentence: str) -> str:
    """A sentence with the short ways of cards and sheets written out: “w/”, “approx.”, “hot jars (450 ml)”, “simmer 5 more”; how salty the
    water is in which food is boiled, said in brackets, is left out."""
    text = sentence.replace("w/ ", "with ")
    if "(" in text:
        text = _TWICE_THAT.sub("", text)
        text = _IN_BRACKETS.sub(lambda found: found.group().replace(";", ","), text)
    low = text.lower()
    if any(word in low for word in ("boiled", "cooked", "soaked", "simmered", "blanched")):
        text = _COOKED_IN.sub(lambda found: f"the {'soaking' if found.group(1) == 'soaked' else 'cooking'} water", text)
    for sign, pattern, told in _SHORT_WAYS:
        if sign in low:
            text = pattern.sub(told, text)
    return text


def as_prose(text: str) -> str:
    """A step without its number, and a setting line as a sentence: “Process: 10 min” as “Process 10 min”."""
    text = _HEAD.sub(r"\1 headspace", plain_line(text.strip()))
    clean = strip_bullet(text)
    name, colon, rest = clean.partition(":")
    lows = name.strip().lower().split()
    if colon and rest.strip() and len(lows) <= 2:
        if lows and lows[0] in ("jar", "jars"):
            return f"Fill {rest.strip()} jars"
        if lows and lows[0] in ("process", "processing", "time", "canner", "bwb"):
            return f"Process {rest.strip()}"
        if lows in (["headspace"], ["head", "space"]):
            return f"Leave {rest.strip()} headspace"
        if lows == ["pack"]:
            return f"{rest.strip()} pack"
        if lows and lows[0] == "step":
            return rest.strip()
    if colon and rest.strip() and len(lows) <= 4 and lows and lows[0].strip(",") in ("day", "evening", "morning", "night", "stage", "part"):
        return rest.strip()  # “Day 1, evening: wash …”
    at = 0
    while at < len(clean) and (clean[at].isdigit() or clean[at] in ".):"):
        at += 1
    return clean[at:].strip() if 0 < at <= 4 and any(mark in clean[:at] for mark in ".):") and at < len(clean) else clean
