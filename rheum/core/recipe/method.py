"""What a method's prose says about minutes, headspace, jar, pack, and ways that are no processing."""

from __future__ import annotations

import re
from dataclasses import dataclass, field, replace
from functools import lru_cache
from typing import Final

from rheum.core.facts.formulas import Pack
from rheum.core.measures.altitude import M_PER_FT
from rheum.core.measures.amount import NUMBER, AmountError, number
from rheum.core.measures.units import mm_per, unit_named
from rheum.core.recipe.cut import What, said_of_shape
from rheum.core.recipe.prose.risks import ProseRisk, risks_said
from rheum.core.recipe.recipe import Method, RefusedMethod, SaidMinutes

_MINUTES: Final = re.compile(rf"({NUMBER})(?:\s*(?:-|–|to)\s*{NUMBER})?[\s-]*(?:minutes?|mins?\b|min\b)", re.I)
_SECONDS: Final = re.compile(rf"({NUMBER})[\s-]*(?:seconds?|secs?)\b", re.I)
_HOURS: Final = re.compile(rf"({NUMBER})\s*(?:hours?|hrs?)\b", re.I)
_PROCESSING: Final = re.compile(
    r"\b(?:boil (?:the |your )?(?:filled |full |closed |sealed |capped )?jars(?= (?:for )?\d)|boil (?:the |your )?(?:filled|full|closed|sealed|capped) jars|with the jars in|process(?:ed|ing)?|canner|water[- ]?bath|boiling[- ]water|steam(?:er)? can|in the bath|hot[- ]water bath|bath for)\b",
    re.I,
)
_JARS: Final = (
    ("quarter-pint", re.compile(r"\b(?:quarter[- ]pints?|4[- ]?(?:oz|ounce)s?(?= jars?))\b", re.I)),
    ("pint-and-a-half", re.compile(r"\b(?:pints?[- ]and[- ]a[- ]half|(?:1 1/2|1½)[- ]pints?|24[- ]?(?:oz|ounce)s?(?= jars?))\b", re.I)),
    ("half-pint", re.compile(r"\b(?:half[- ]?pints?|(?:1/2|½)[- ]?pints?|8[- ]?(?:oz|ounce)s?(?= jars?))\b", re.I)),
    ("half-gallon", re.compile(r"\b(?:half[- ]?gallons?|(?:1/2|½)[- ]?gallons?)\b(?=[^.;]*\bjars?\b)", re.I)),
    ("twelve-ounce", re.compile(r"\b(?:twelve|12)[- ]?(?:oz|ounce)s?\b(?= jars?)", re.I)),
    ("pint", re.compile(r"\b(?:pints?|16[- ]?(?:oz|ounce)s?(?= jars?))\b", re.I)),
    ("quart", re.compile(r"\b(?:quarts?|32[- ]?(?:oz|ounce)s?(?= jars?))\b", re.I)),
    ("250ml", re.compile(r"\b250[- ]?ml\b(?=[^.;,]*\bjars?\b)", re.I)),
    ("500ml", re.compile(r"\b500[- ]?ml\b(?=[^.;,]*\bjars?\b)", re.I)),
    ("750ml", re.compile(r"\b750[- ]?ml\b(?=[^.;,]*\bjars?\b)", re.I)),
    ("half-gallon", re.compile(r"\b(?:(?:[2-9]|\d{2})(?:[.,]\d+)?|1[.,]\d+)[- ]?(?:l|litres?|liters?)\b(?=[^.;,]*\b(?:jars?|crocks?|bottles?)\b)|\bgallons?\b(?=[^.;,]*\bjars?\b)", re.I)),
    ("1l", re.compile(r"\b(?:1[- ]?l|1[- ]?litre|one[- ]litre|1000[- ]?ml)\b(?=[^.;,]*\bjars?\b)", re.I)),
)  # fmt: skip
_HEADSPACE: Final = re.compile(
    rf"({NUMBER})[\s-]*(inch(?:es)?|in\.?|mm|cm|[\"″”])[\s-]*(?:of\s+|de\s+)?(?:head\s?-?space|head\s?room|space|room|gap|from the (?:top|rim))"
    rf"|head\s?-?(?:space|room)(?:\s+of|:|\s+is)?\s*({NUMBER})[\s-]*(inch(?:es)?|in\.?|mm|cm|[\"″”])"
    rf"|to within\s*({NUMBER})[\s-]*(inch(?:es)?|in\.?|mm|cm|[\"″”])",
    re.I,
)
_ALTITUDE: Final = re.compile(r"(\d[\d,]*)\s*(?:ft|feet|')|(\d[\d,]*)\s*m(?:etres|eters)?\b(?!in)", re.I)
_RAW: Final = re.compile(
    r"\b(?:(?:fill|pack|stuff|put|place|layer)\w*\s+(?:\w+\s+){0,4}?(?:raw|uncooked|cold|unheated)\b(?! (?:water|brine))(?:\s+\w+){0,4}?\s+(?:in|into|to)\b|(?:fill|pack|stuff)\w*\s+(?:the |your |hot |clean |warm |each )*jars?\s+(?:\w+\s+){0,3}?with\s+(?:the )?(?:raw|uncooked|cold|unheated)\b(?! (?:water|brine))|raw[- ]?pack(?:ed)?|cold[- ]?pack(?:ed)?|pack (?:the \w+ )?raw|pack: ?raw)\b",
    re.I,
)
_HOT: Final = re.compile(
    r"\b(?:(?:pack|fill)\w* (?:the |with |with the )?(?:cooked|boiled|parboiled|roasted|fried)\b|(?:cook|boil|roast|grill|fry|steam|pressure[- ]cook)\w* (?:the |your )?\w+ first\b|hot[- ]?pack(?:ed)?|pack (?:the \w+ )?hot|pack: ?hot)\b",
    re.I,
)
_SIMMER: Final = re.compile(rf"\b(?:simmer|boil(?: gently)?|cook)\b[^.;]*?({NUMBER})[\s-]*(?:minutes?|mins?)\b", re.I)
_NEGATION: Final = re.compile(r"\b(?:not|never|don'?t|do not|avoid|no|instead of|rather than|without|stop)\b", re.I)
_REFUSED: Final = (
    ("filling hot and turning the jars upside down", re.compile(r"\b(?:invert(?:ed|ing)?|upside[- ]?down|turn(?:ed|ing)? (?:the |each )?jars? over|on their (?:heads|lids)|lids?[- ]down|flip (?:the |each )?jars?)\b", re.I)),
    ("the oven", re.compile(r"\boven\b", re.I)),
    ("the dishwasher", re.compile(r"\bdish-?washer\b", re.I)),
    ("the microwave", re.compile(r"\bmicrowaves?d?\b", re.I)),
    ("water below a full boil", re.compile(r"\b(?:(?:just )?(?:below|under|before|short of) (?:the |a )?(?:full )?boil(?:ing)?(?: point)?|simmering water bath|low[- ]temperature|pasteuri[sz]e|near[- ]boil|barely simmering|sous[- ]?vide|process\w*[^.;,]*\bsimmering|(?:hot[- ])?water bath (?:at|of) [5-9]\d ?°? ?c|(?:process|hold|keep|held)\w* [^.;]*?\b(?:1[5-9]\d ?°? ?f|20[0-5] ?°? ?f|[789]\d ?°? ?c))\b", re.I)),
    ("water short of the lids", re.compile(r"\bwater (?:\w+ ){0,3}?(?:to|at|reach(?:es|ing)?|below) (?:the |their )?(?:necks?|shoulders?|rims?|half|lids?\b(?! by))|\bhalf ?way up (?:the |their )?(?:jars?|sides?)\b", re.I)),
    ("letting the hot food seal the jar by itself", re.compile(r"\b(?:open[- ]kettle|seal (?:by )?(?:them|it)sel(?:f|ves)|self[- ]seal(?:ing)?|(?:heat|hot food|food|jars?) will seal|no (?:need (?:to|for) )?(?:water[- ]?bath|process(?:ing)?)(?: (?:is )?(?:needed|necessary|required))?|need not be processed|without (?:any )?(?:processing|a water bath)|(?:don'?t|do not) (?:need to )?process(?!\w*,? (?:in|with|it in|them in|by)\b)|(?:instead of|rather than|in place of) (?:the |a |any )?(?:water[- ]?bath|process(?:ing)?|canning)|wax seal|paraffin|seal with wax|no (?:canning|canner)(?: (?:is )?(?:needed|necessary|required))?|(?:skip|without|leave out|omit)\w* (?:the |any )?(?:water[- ]?bath|bath|canner|canning|processing))\b", re.I)),
)  # fmt: skip
_JARS_SPOKEN_OF: Final = re.compile(r"\b(?:process|seal|filled|full|jars?|lids?|canner|can (?:it|them))\w*", re.I)
# Ways that are refused only where the sentence speaks of jars: a slow cooker is a fine place for a chutney before that.
_REFUSED_OF_JARS: Final = (
    ("the slow cooker", re.compile(r"\b(?:slow[- ]cooker|crock[- ]?pot|rice cooker)\b", re.I)),
    ("a pressure cooker or canner, for which no formula here has a time", re.compile(r"\b(?:pressure[- ](?:cook|cann)\w*|multi-?cooker|(?:electric|instant)[- ](?:pressure[- ])?(?:cooker|canner|pot))\b", re.I)),
    ("the sun", re.compile(r"\b(?:in (?:the |full |direct |hot )?sun(?:light|shine)?|solar|sunny (?:window|sill|spot))\b", re.I)),
    ("a vacuum instead of the heat", re.compile(r"\bvacuum[- ]?(?:seal|pack|pump)\w*", re.I)),
    ("jars without lids", re.compile(r"\b(?:without|no|leave off|leaving off) (?:the |any |their )?lids?\b", re.I)),
    ("the heat turned off before the minutes are full", re.compile(r"\b(?:turn|switch|take|shut)\w* (?:it |them )?(?:off |down )?(?:the )?(?:heat|stove|burner|gas|hob|flame|pot|canner)?(?: off| down)?[^.;,]{0,12}\b(?:as soon as|when|once|right after)\b[^.;,]*\bboils?\b", re.I)),
    ("minutes counted before the water boils", re.compile(r"\b(?:start|begin|count|time|set)\w*\b[^.;]*\b(?:clock|timer|timing|time|minutes|counting)?\b[^.;]*\b(?:(?:as soon as|when|from|once|after|from when|the moment) (?:the |they |your |all )?(?:jars? )?(?:are |is |go(?:es)? |have gone |putting |you put |being )?(?:the jars |them )?(?:in|into|lowered|loaded|under water|under|covered)\b|(?:in(?:to)?|from) (?:the )?cold (?:water )?(?:start)?|from cold)(?![^.;]*\bboil)", re.I)),
)  # fmt: skip
_BLISTERING: Final = re.compile(
    r"\b(?:blister|roast|char|broil|grill|skins?|peel|warm(?:ing)? (?:the )?(?:empty )?jars?|to warm|clean jars?|heat(?:ing)? (?:the )?(?:empty )?jars?|sterili[sz]|preheat (?:the )?jars?|(?:keep|hot) jars?|wash)\w*\b",
    re.I,
)
_FERMENT: Final = re.compile(
    r"\b(?:until (?:it is |they are |it turns |they turn |slightly |a little )?(?:sour|bubbl|tangy|fizz)\w*|bubbling (?:stops|slows)|ferment\w*|sour(?:s|ed)? (?:naturally )?(?:for|over|at)|lacto\w*|cultur(?:ed|e) for)\b",
    re.I,
)
_SALTED: Final = re.compile(
    r"\b(?:soak\w*|sprinkle\w* [^.;]*salt|salt(?:ed|ing)?\b[^.;]*\b(?:stand|hours?|overnight|drain)|drain\w*|rinse\w*)\b", re.I
)
_STEAM: Final = re.compile(r"\bsteam(?:er)?[- ]cann(?:er|ing)\b", re.I)


@dataclass
class MethodNotes:
    """Collects, line by line, what prose says; `done()` gives it as a value."""

    minutes: list[SaidMinutes] = field(default_factory=list)
    headspaces: list[tuple[int, float]] = field(default_factory=list)
    jars: list[tuple[int, str]] = field(default_factory=list)
    packs: list[tuple[int, Pack]] = field(default_factory=list)
    refused: list[RefusedMethod] = field(default_factory=list)
    fermented: int | None = None
    steam: int | None = None
    shape: list[tuple[int, What]] = field(default_factory=list)
    salted: bool = False
    risks: list[tuple[int, ProseRisk, str]] = field(default_factory=list)
    soak_kept: bool = False

    def done(self) -> Method:
        return Method(
            minutes=tuple(self.minutes),
            headspaces_mm=tuple(self.headspaces),
            jars=tuple(self.jars),
            packs=tuple(self.packs),
            refused=tuple(self.refused),
            fermented=self.fermented,
            steam=self.steam,
            shape=tuple(self.shape),
            salted=self.salted,
            risks=tuple(self.risks),
        )


def _value(text: str) -> float | None:
    try:
        return number(text)
    except (AmountError, ValueError):
        return None


def jars_named(text: str) -> list[tuple[int, str]]:
    """Jar sizes named in a text, each with where it stands, longest names first taken."""
    found: list[tuple[int, str]] = []
    for jar, pattern in _JARS:
        for match in pattern.finditer(text):
            found.append((match.start(), jar))
        text = pattern.sub(lambda match: " " * len(match.group(0)), text)
    return sorted(found)


def _altitude_ft(text: str) -> float | None:
    match = _ALTITUDE.search(text)
    if not match:
        return None
    if match.group(1):
        return float(match.group(1).replace(",", ""))
    return float(match.group(2).replace(",", "")) / float(M_PER_FT)


def sentences(text: str) -> list[str]:
    """Sentences of a line of prose; decimal points and `in.` do not end one."""
    return [
        part
        for part in re.split(r"(?<=[^\d\s][.!?;])\s+|(?<=\d[.!?;])\s+(?=[A-Z])", re.sub(r"\b(in|min|approx|oz|lb|tbsp|tsp)\.", r"\1", text))
        if part.strip()
    ]


_BLANCHING: Final = re.compile(r"\b(?:blanch|scald|parboil|plunge|dip|skins?|peel|steriliz|sterilis|soak|wash)\w*\b", re.I)
_JARS_IN: Final = re.compile(r"\b(?:process\w*|canner|filled|jars? (?:in|for))\b", re.I)
_BRIM: Final = re.compile(
    r"\b(?:fill|pack|ladle|pour)\w*\b[^.;]*\b(?:to the (?:very )?(?:brim|top|rim|lip)\b(?! of the funnel)|without (?:any )?headspace|no headspace)|\bleav\w* (?:no|hardly any) (?:room|space|gap|head\s?space)\b",
    re.I,
)
_SOAK_KEPT: Final = re.compile(
    r"\b(?:use|pour|add|mix|combine|boil|reserve|keep|save|heat)\w*\b[^.;]*\b(?:soak(?:ing)?|salting) (?:water|brine|liquid|mixture)\b|\b(?:with|in) (?:its|their|the) (?:own )?soaking (?:liquid|water|brine)|\b(?:do not|don'?t|never|without|no need to) drain\w*",
    re.I,
)
_WORD_MINUTES: Final = {
    "one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7, "eight": 8, "nine": 9, "ten": 10, "eleven": 11, "twelve": 12,
    "fifteen": 15, "twenty": 20, "twenty-five": 25, "thirty": 30, "thirty-five": 35, "forty": 40, "forty-five": 45, "fifty": 50, "sixty": 60,
}  # fmt: skip
_SPELLED: Final = re.compile(rf"\b({'|'.join(sorted(_WORD_MINUTES, key=len, reverse=True))})\b(?=[\s-]*(?:minutes?|mins?|hours?)\b)", re.I)


_FEW_MINUTES: Final = (("a (?:single )?minute or (?:two|so)|a minute", 1), ("a couple of minutes", 2), ("a few minutes|some minutes", 3))
_SPELLED_INCHES: Final = re.compile(r"\b(one|two|three)(?=[\s-]*inch)", re.I)


def _in_figures(sentence: str) -> str:
    """Minutes and inches written in words as figures: “for two minutes”, “half an hour”, “a quarter inch”."""
    sentence = re.sub(r"\b(?:a )?half(?: an?)?[\s-]inch\b", "1/2 inch", sentence, flags=re.I)
    sentence = re.sub(r"\b(?:a )?quarter(?: of an)?[\s-]inch\b", "1/4 inch", sentence, flags=re.I)
    sentence = _SPELLED_INCHES.sub(lambda match: str(_WORD_MINUTES[match.group(1).lower()]), sentence)
    sentence = re.sub(r"\bhalf an hour\b", "30 minutes", sentence, flags=re.I)
    sentence = re.sub(r"\b(?:a )?quarter of an hour\b", "15 minutes", sentence, flags=re.I)
    return _SPELLED.sub(lambda match: str(_WORD_MINUTES[match.group(1).lower()]), sentence)


def note_prose(text: str, line: int, notes: MethodNotes, in_process: bool = False) -> bool:
    """Read one line of method prose into the notes. `in_process` says that the sentence before was about the canner;
    gives back whether this line's last sentence was."""
    found, in_process = _noted(text, in_process)
    notes.minutes.extend(replace(said, line=line) for said in found.minutes)
    notes.headspaces.extend((line, value) for _, value in found.headspaces)
    notes.jars.extend((line, jar) for _, jar in found.jars)
    notes.packs.extend((line, pack) for _, pack in found.packs)
    notes.refused.extend(replace(said, line=line) for said in found.refused)
    notes.shape.extend((line, what) for _, what in found.shape)
    notes.risks.extend((line, risk, said) for _, risk, said in found.risks)
    notes.fermented = line if found.fermented is not None else notes.fermented
    notes.steam = line if found.steam is not None else notes.steam
    notes.salted, notes.soak_kept = notes.salted or found.salted, notes.soak_kept or found.soak_kept
    return in_process


# At the Bench the same prose is read again at every keystroke; what it says does not change. Nobody writes into what is kept.
@lru_cache(maxsize=2048)
def _noted(text: str, in_process: bool) -> tuple[MethodNotes, bool]:
    notes = MethodNotes()
    return notes, _note(text, 0, notes, in_process)


def _note(text: str, line: int, notes: MethodNotes, in_process: bool) -> bool:
    for said in sentences(text):
        sentence, before = _in_figures(said), in_process
        tied = bool(_PROCESSING.search(sentence)) and not (_BLANCHING.search(sentence) and not _JARS_IN.search(sentence))
        continues = in_process and bool(jars_named(sentence)) and not _SIMMER.search(sentence)
        if tied or continues:
            _note_minutes(sentence, line, notes)
        in_process = tied or continues
        for match in _HEADSPACE.finditer(sentence):
            figures = [group for group in match.groups() if group]
            value, unit = _value(figures[0]), unit_named(figures[1].rstrip(".")) or "in"
            if value is not None:
                notes.headspaces.append((line, value * mm_per(unit)))
        if re.search(r"\bjars?\b|\bfill\b|\bpack\b|\bprocess", sentence, re.I):
            notes.jars.extend((line, jar) for _, jar in jars_named(sentence))
        if _RAW.search(sentence):
            notes.packs.append((line, "raw"))
        if _HOT.search(sentence):
            notes.packs.append((line, "hot"))
        if _BRIM.search(sentence) and not _HEADSPACE.search(sentence) and not _NEGATION.search(sentence[: _BRIM.search(sentence).start()]):  # type: ignore[union-attr]
            notes.headspaces.append((line, 0.0))
        notes.risks.extend((line, risk, said) for risk in risks_said(sentence, before))
        notes.soak_kept = notes.soak_kept or bool(_SOAK_KEPT.search(sentence))
        _note_refused(sentence, line, notes)
        notes.shape.extend((line, what) for what in said_of_shape(sentence))
        notes.salted = notes.salted or bool(_SALTED.search(sentence))
    return in_process


def _note_minutes(sentence: str, line: int, notes: MethodNotes) -> None:
    """`Process pints 10 minutes and quarts 15 minutes`: each figure takes the jars named since the last figure,
    else those named right behind it."""
    sentence = re.sub(r"(?<![\d,./])(\d{1,2})\s?['′](?![\d'′])", r"\1 minutes", sentence)
    for words, least in _FEW_MINUTES:
        sentence = re.sub(rf"\b(?:{words})\b", f"{least} minutes", sentence, flags=re.I)
    sentence = re.sub(
        rf"\b(?:rest|stand|wait|sit|leave|simmer(?:ed)?|sterili[sz]e\w*|boil (?:the )?(?:empty|clean) jars)\b[^.,;]*?{NUMBER}\s*(?:minutes?|mins?)\b",
        " ",
        sentence,
        flags=re.I,
    )
    altitude = (
        _altitude_ft(re.sub(r"\b(?:0|sea level)\b", " ", sentence))
        if re.search(r"\b(?:ft|feet|altitude|elevation|metres|meters|above sea)\b|\d\s*m\b", sentence, re.I)
        else None
    )
    figures = [(match.start(), match.end(), _value(match.group(1)), 1.0) for match in _MINUTES.finditer(sentence)]
    figures += [(match.start(), match.end(), _value(match.group(1)), 60.0) for match in _HOURS.finditer(sentence)]
    if not figures and re.search(r"\bprocess|\bjars?\b", sentence, re.I):
        figures = [(match.start(), match.end(), _value(match.group(1)), 1 / 60) for match in _SECONDS.finditer(sentence)]
    named = jars_named(sentence)
    before = 0
    figures.sort()
    for position, (start, end, value, factor) in enumerate(figures):
        if value is None:
            continue
        upto = figures[position + 1][0] if position + 1 < len(figures) else len(sentence)
        mine = [jar for at, jar in named if before <= at < start]
        if not mine and (len(figures) == 1 or re.match(r"\s*(?:for|\()", sentence[end:])):
            mine = [jar for at, jar in named if end <= at < upto]
            before = upto if mine else end
        else:
            before = end
        named_here: list[str | None] = [*mine] or [None]
        # “15 minutes at 0-1,000 ft, 20 minutes at 1,001-6,000 ft”: each figure takes the height behind it.
        behind = _altitude_ft(sentence[end:upto]) if altitude is not None and len(figures) > 1 else altitude
        for jar in named_here:
            notes.minutes.append(SaidMinutes(line, value * factor, jar, behind))


def _note_refused(sentence: str, line: int, notes: MethodNotes) -> None:
    ways = _REFUSED + _REFUSED_OF_JARS if _JARS_SPOKEN_OF.search(sentence) else _REFUSED
    for what, pattern in ways:
        for match in pattern.finditer(sentence):
            clause_start = max((sentence.rfind(mark, 0, match.start()) for mark in ",;:"), default=-1) + 1
            clause = sentence[clause_start : match.start()]
            if "itself" not in what and _NEGATION.search(clause):
                continue
            if "itself" in what and re.search(r"\b(?:not|never|don'?t|do not)\b", clause, re.I):
                continue
            if (
                what in ("the oven", "the microwave", "the dishwasher")
                and _BLISTERING.search(sentence)
                and not re.search(r"\b(?:process|seal|filled|full) ?\w*", sentence, re.I)
            ):
                continue
            notes.refused.append(RefusedMethod(line, what))
            break
    ferment = _FERMENT.search(sentence)
    if ferment and not _NEGATION.search(sentence[: ferment.start()]):
        notes.fermented = line
    if _STEAM.search(sentence):
        notes.steam = line
