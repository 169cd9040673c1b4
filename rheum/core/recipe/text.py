"""Recipe text → Recipe: the first arrow on the way to a verdict."""

from __future__ import annotations

import re
from dataclasses import replace
from typing import Final

from rheum.core.facts.ingredients import Catalogue, words_of
from rheum.core.measures.acidity import CANNING_STRENGTH
from rheum.core.measures.amount import LONGEST_LINE, AmountError, leading_amount
from rheum.core.measures.refused import Refused
from rheum.core.measures.units import COUNT_UNITS, kind_of
from rheum.core.recipe.changes import lines_of
from rheum.core.recipe.line import LineUnread, read_ingredient, strip_bullet
from rheum.core.recipe.method import MethodNotes, jars_named, note_prose, sentences
from rheum.core.recipe.prose.foods import unlisted
from rheum.core.recipe.recipe import Kind, OutlineLine, Recipe, RecipeLine, Section, Unread

_ACIDS: Final = ("vinegar", "juice", "citric")
LONGEST_TEXT: Final = 40_000
MOST_LINES: Final = 400
# Longer than these no pattern sees them: what follows would take seconds, and is no line, sentence or heading of a recipe.
LONGEST_SENTENCE: Final = 400
# So many long ones no recipe has; each takes as long as a dozen short ones.
_LONG_SENTENCE: Final = 250
_MOST_LONG: Final = 40
LONGEST_HEADING: Final = 60
_PIECE: Final = 1_200
_MOST_BLANKS: Final = 8
_BLANKS: Final = re.compile(rf"[^\S\n]{{{_MOST_BLANKS + 1},}}")
_TOO_LONG: Final = "This is longer than a {what} ({count} letters), so it was not read. Break it up, or leave it out."


class UnreadableRecipe(Refused):
    """Nothing usable was found in the text; the message says what to do."""

    title = "Nothing to check"
    field = "text"


_HEADING: Final = re.compile(
    r"^\s*(?:#+\s*(?P<marked>.+?)\s*#*|(?:\*\*|__)?(?P<plain>[A-Za-z][A-Za-z0-9/½ ,'()-]{0,60}?):(?:\*\*|__)?\s*(?P<rest>.*))$"
)
_PROSE: Final = re.compile(
    r"^(?:method|steps?|directions?|instructions?|procedure|to make|how to make|preparation|process(?:ing)?|to (?:can|process|jar)|canning|notes?|tips?|to store|storage)\b",
    re.I,
)
_SOAK: Final = re.compile(
    r"^(?:for (?:the )?)?(?:soak(?:ing)?|rins(?:e|ing)|blanch(?:ing)?|salting|salt soak|lime soak|brining soak|for (?:the )?soak(?:ing)?|for salting)\b",
    re.I,
)
# “Per jar”, “In each quart jar”, “Per pint (500 ml) jar”, “Every 12 oz jar”: nothing else may stand in such a heading.
_PER_JAR: Final = re.compile(
    r"^(?:(?:for|in|to) )?(?:per|each|every)\b(?: (?:of the|one|single))?(?: (?:half|quarter|twelve|wide|regular|mouth|pint|pints|quart|quarts|gallon|litre|liter|l|ml|oz|ounce|and|a|canning|and-a-half|[\d/½()]+|\d+-?(?:ml|l|oz)|half-pint|quarter-pint|pint-and-a-half|half-gallon))*(?: jars?)?$",
    re.I,
)
_NUMBERED_STEP: Final = re.compile(r"^steps? \d+$", re.I)
_YIELD: Final = re.compile(r"^\s*(?:yields?|makes|servings?|serves|makes about)\b:?\s*(.*)$", re.I)
_SETTING: Final = re.compile(
    r"^\s*(?:jars?|jar size|headspace|head space|process(?:ing)?(?: time)?|time|pack|canner|simmer)\s*:\s*\S", re.I
)
_FACT: Final = re.compile(
    r"^\s*(?:source|from|author|by|date|altitude|elevation|prep time|cook time|total time|url|adapted from)\s*:", re.I
)
_IN_PROSE: Final = re.compile(
    r"(?<![\w./-])((?:\d+(?:\s+\d+/\d+|/\d+|[.,]\d+)?\s*[¼½¾⅓⅔⅛]?|[¼½¾⅓⅔⅛]|an?|one|two|three|four|half an?)\s*(?:-|–|to)?\s*(?:\d+\s+)?"
    r"(?:cups?|tbsp|tablespoons?|tsp|teaspoons?|lbs?|pounds?|oz|ounces?|kg|g|grams?|ml|l|litres?|liters?|quarts?|qts?|pints?|gallons?|cloves?|heads?|bunch(?:es)?|sprigs?)\b\.?\s+(?!jars?\b|headspace|head\b|water[- ]bath|canner|per\b|and\b|or\b|in\b|for\b|at\b|to\b|with\b|size\b|each\b|into\b|until\b|time)(?:of\s+)?((?:[a-zA-ZÀ-ÿ'-]+\s*){1,4}))",
    re.I,
)  # fmt: skip
_COUNTED: Final = re.compile(r"(?<![\w./-])(\d+(?:\s+\d+/\d+|/\d+)?)\s+((?:[a-zA-ZÀ-ÿ'-]+\s*){1,4})")
_EQUIPMENT: Final = re.compile(
    r"^(?:[-•*]\s*)?(?:about\s+)?\d+\s+(?:x\s+)?(?:(?:\d+(?:/\d+)?|a|and|half|quarter|twelve|eight|sixteen|pint|quart|gallon|l|litre|liter|ml|oz|ounce|wide|regular|standard|narrow|mouthed|mouth|canning|preserving|glass|clean|sterili[sz]ed|sterile|warm|hot|dry|new|empty|small|medium|large|sized|size)[ -]){0,6}?jars?(?:[ ,]+(?:with|and|plus|new|clean|lids?|bands?|rings?|two[- ]piece))*\.?$|^(?:[-•*]\s*)?(?:\d+\s+)?(?:new |canning )?(?:lids|bands|rings)(?: and (?:lids|bands|rings))?\.?$",
    re.I,
)
_JARFULS: Final = re.compile(r"\b[\d/ ½-]+(?:half[- ]?|quarter[- ]?)?(?:pints?|quarts?|jars?|servings?|bottles?)\b(?: jars?)?", re.I)
_NO_INGREDIENT: Final = re.compile(
    r"(?:(?:the|of|hot|cold|boiling|warm|your|this|that|remaining|prepared|cooked|drained|more|clean|dry)\s+)*(?:inch|head\s?space|space|jars?|batch|time|boil|canner|water|brine|mixture|syrup|liquid|vegetables?|produce)\b",
    re.I,
)
_CANNER_WATER: Final = re.compile(r"\b(?:canner|kettle|stock ?pot|blanch|rinse|cover|pan of|steriliz|sterilis)\w*", re.I)


def _looks_like_ingredient(text: str, catalogue: Catalogue) -> bool:
    """A first line that begins with an amount, or is nothing but a spice's or salt's name, is no title. “Okra” alone
    is one: an ingredient without an amount would say nothing."""
    clean = strip_bullet(text)
    bare = catalogue.exactly(clean)
    if bare is not None and bare.role.role in ("spice", "salt"):
        return True
    try:
        amount, rest = leading_amount(clean)
    except AmountError:
        return True
    if amount is None:
        return False
    return (
        clean[0].isdigit()
        or not clean[0].isalpha()
        or ((kind_of(amount.unit) != "count" or amount.unit in COUNT_UNITS - {"each"}) and bool(rest))
    )


def read_recipe(text: str, catalogue: Catalogue) -> Recipe:
    """Read pasted recipe text (design: first line the title, headings for per-jar and soaking lines, prose after `Method:`).

    Every line ends up as an ingredient, a note of the method, or unread with a reason. Raises UnreadableRecipe where
    the text is empty, too long, or holds no ingredient at all.
    """
    if not text.strip():
        raise UnreadableRecipe("There is no recipe here yet. Paste one, a line for each ingredient, or choose a tested formula.")
    if len(text) > LONGEST_TEXT or len(lines_of(text)) > MOST_LINES + 1:
        raise UnreadableRecipe(
            f"This is longer than a recipe ({len(text):,} characters). Paste only the ingredients and the method, up to {LONGEST_TEXT:,} characters."
        )
    reader = _Reader(catalogue)
    source = lines_of(text)
    for number, line in enumerate(source, start=1):
        reader.take(number, line)
    if not reader.lines:
        raise UnreadableRecipe("No ingredient could be read here. Write one to a line, amount first: “4 cups white vinegar (5%)”.")
    bare = catalogue.exactly(reader.title)
    if bare is not None and bare.klass != "condiment" and all(line.ingredient is not bare for line in reader.lines):
        reader.unread.insert(
            0,
            Unread(1, reader.title, f"No amount was read for {bare.name}. Begin the line with how much, or give the recipe another title."),
        )
    if reader.notes.soak_kept:
        # A soak that is not drained away goes into the jar; acid under it earns nothing either way.
        reader.lines = [
            replace(line, section="jar") if line.section == "soak" and line.ingredient.role.role in ("water", "salt", "alkali") else line
            for line in reader.lines
        ]
    return Recipe(
        reader.title or "Untitled batch", tuple(reader.lines), tuple(reader.unread), reader.notes.done(), *reader.yields,
        source=source, outline=tuple(reader.outline),
    )  # fmt: skip


def _pieces(line: str) -> list[str]:
    """A paragraph in pieces of whole sentences, so that reading takes as long as it is and no longer."""
    if len(line) <= _PIECE:
        return [line] if line else []
    found = [""]
    for sentence in sentences(line):
        if found[-1] and len(found[-1]) + len(sentence) > _PIECE:
            found.append("")
        found[-1] = f"{found[-1]} {sentence}".strip()
    return found


class _Reader:
    def __init__(self, catalogue: Catalogue) -> None:
        self.catalogue = catalogue
        self.title = ""
        self.lines: list[RecipeLine] = []
        self.unread: list[Unread] = []
        self.notes = MethodNotes()
        self.yields: tuple[float | None, float | None] = (None, None)
        self.section: Section = "jar"
        self.per_jar: str | None = None
        self.started = False
        self.in_process = False
        self.long_sentences = 0
        self.outline: list[OutlineLine] = []

    def _is(self, number: int, kind: Kind, text: str) -> None:
        self.outline.append(
            OutlineLine(
                number=number, kind=kind, section=self.section, per_jar=self.per_jar if self.section == "per-jar" else None, text=text
            )
        )

    def take(self, number: int, raw: str) -> None:
        raw = _BLANKS.sub(" ", raw)
        line = raw.strip().strip("\ufeff")
        if not line or re.fullmatch(r"[-=*_~\s]+", line):
            return
        if len(line) > LONGEST_LINE and self.section != "method" and self.started:
            self._is(number, "ingredient", line)
            self._leave(number, line, "line")
            return
        heading = None if line.startswith("#") and len(line.strip("# ")) > LONGEST_HEADING else _HEADING.match(line)
        if not self.started:
            self.started = True
            bare = re.sub(r"^#+\s*|^title:\s*", "", line, flags=re.I).strip("*_ ")
            known = heading and heading.group("plain") and self._is_section(heading.group("plain"))
            if (
                not known
                and not _YIELD.match(line)
                and not _SETTING.match(line)
                and not _looks_like_ingredient(line[:LONGEST_LINE], self.catalogue)
            ):
                self.title = bare.rstrip(":")[:120]
                self._is(number, "title", self.title)
                return
        if _FACT.match(line):
            self._is(number, "fact", line)
            self._scan_amounts(number, line.partition(":")[2][:LONGEST_LINE], unread=False)
            return
        made = _YIELD.match(line)
        if made and self.section != "method" and (not made.group(1) or re.search(r"\d|jar|pint|quart", made.group(1))):
            self._is(number, "yield", made.group(1))
            self._take_yield(number, made.group(1))
            self._scan_amounts(number, _JARFULS.sub(" ", made.group(1)), unread=False)
            return
        if _SETTING.match(line):
            self._is(number, "prose", line)
            line = self._read_whole(number, line)
            self.in_process = note_prose(self._as_sentence(line), number, self.notes)
            self._scan_amounts(number, line.partition(":")[2])
            return
        if heading and self._take_heading(number, heading):
            return
        if self.section == "method":
            self._take_prose(number, line)
        else:
            self._take_ingredient(number, raw)

    @staticmethod
    def _as_sentence(line: str) -> str:
        name, _, rest = line.partition(":")
        if re.match(r"\s*jars?", name, re.I):
            return f"Fill {rest.strip()} jars"
        if re.match(r"\s*(?:process|time)", name, re.I):
            return f"Process {rest.strip()}"
        return line

    @staticmethod
    def _is_section(name: str) -> bool:
        return bool(
            _PROSE.match(name)
            or _SOAK.match(name)
            or _PER_JAR.match(name)
            or re.match(r"(?:ingredients?|for (?:the )?\w+|brine|syrup|spices?)\b", name, re.I)
        )

    def _take_heading(self, number: int, heading: re.Match[str]) -> bool:
        name = (heading.group("marked") or heading.group("plain") or "").strip(": ")
        rest = (heading.group("rest") or "").strip()
        if re.search(r"[\d¼½¾⅓⅔⅛]", name) and not _PER_JAR.match(name) and not _NUMBERED_STEP.match(name):
            # A figure in a heading may be an amount: “Onions 3 lb:” is no heading, it is read or shown as a line.
            return False
        if self.section == "method" and heading.group("plain") and not self._is_section(name):
            return False
        if (
            self.section == "method"
            and rest
            and not (_PROSE.match(name) or _SOAK.match(name) or _looks_like_ingredient(rest, self.catalogue))
        ):
            # “For the brine: bring vinegar and salt to a boil” is a step, not a list.
            return False
        if rest and not self._is_section(name) and self.catalogue.within(words_of(name)):
            return False
        if _PROSE.match(name):
            aside = rest and re.match(r"(?:notes?|tips?|storage|to store)\b", name, re.I)
            if not aside:
                self.section = "method"
            if rest:
                self._take_prose(number, rest)
            return True
        if _SOAK.match(name):
            self.section, self.per_jar = "soak", None
        elif _PER_JAR.match(name):
            named = jars_named(name)
            self.section, self.per_jar = "per-jar", named[0][1] if named else ""
        else:
            self.section, self.per_jar = "jar", None
        self._is(number, "heading", name)
        if rest:
            self._take_ingredient(number, rest)
        return True

    def _take_yield(self, number: int, text: str) -> None:
        try:
            amount, _ = leading_amount(re.sub(r"^(?:about|approximately)\s+", "", text))
        except AmountError:
            amount = None
        if amount is not None:
            self.yields = (amount.low, amount.high)
        self.notes.jars.extend((number, jar) for _, jar in jars_named(text))

    def _take_ingredient(self, number: int, raw: str) -> None:
        self._is(number, "ingredient", raw.strip())
        if _EQUIPMENT.match(raw.strip()):
            self.notes.jars.extend((number, jar) for _, jar in jars_named(raw))
            return
        try:
            self.lines.append(
                read_ingredient(raw, number, self.section, self.catalogue, per_jar=self.per_jar if self.section == "per-jar" else None)
            )
        except LineUnread as reason:
            self.unread.append(Unread(number, raw.strip(), str(reason), reason.name))

    def _take_prose(self, number: int, line: str) -> None:
        self._is(number, "prose", line)
        for piece in _pieces(self._read_whole(number, line)):
            self.in_process = note_prose(piece, number, self.notes, self.in_process)
            self._scan_amounts(number, piece)

    def _leave(self, number: int, text: str, what: str) -> None:
        self.unread.append(Unread(number, f"{text[:80]}…", _TOO_LONG.format(what=what, count=len(text))))

    def _read_whole(self, number: int, line: str) -> str:
        """The line without sentences that are too long to be one; each of those stays unread."""
        if len(line) <= _LONG_SENTENCE:
            return line
        said, kept = sentences(line), []
        for sentence in said:
            self.long_sentences += len(sentence) > _LONG_SENTENCE
            if len(sentence) > LONGEST_SENTENCE or (len(sentence) > _LONG_SENTENCE and self.long_sentences > _MOST_LONG):
                self._leave(number, sentence, "sentence")
            else:
                kept.append(sentence)
        return line if len(kept) == len(said) else " ".join(kept)

    def _scan_amounts(self, number: int, line: str, unread: bool = True) -> None:
        """An ingredient with its amount counts wherever it stands, also in prose and on lines about the recipe."""
        taken = []
        for match in _IN_PROSE.finditer(line):
            self._take_prose_amount(number, line, match, unread)
            taken.append(match.span())
        if unread:
            for said, why in unlisted(line, self.catalogue, self.lines):
                if not any(item.line == number and item.why == why for item in self.unread):
                    self.unread.append(Unread(number, said, why, sentence=said))
        for match in _COUNTED.finditer(line):
            if not any(start <= match.start() < end for start, end in taken):
                self._take_prose_count(number, line, match)

    def _take_prose_count(self, number: int, line: str, match: re.Match[str]) -> None:
        """“add 3 onions”: a count of something that is counted by the piece."""
        words = match.group(0).split()
        for upto in range(len(words), 1, -1):
            try:
                read = read_ingredient(" ".join(words[:upto]), number, "method", self.catalogue)
            except LineUnread:
                continue
            if read.ingredient.role.role in ("produce", "herb", "fresh-juice") and not self._speaks_again(read, line, match.start()):
                self.lines.append(read)
            return

    def _take_prose_amount(self, number: int, line: str, match: re.Match[str], unread: bool) -> None:
        """An ingredient with an amount in the prose counts as a line, unless it is one listed above spoken of again
        (“the 4 cups vinegar”) or water that stays in a pan."""
        phrase = match.group(1).strip()
        words = phrase.split()
        read: RecipeLine | None = None
        reason, name = "", None
        for upto in range(len(words), 1, -1):
            try:
                read = read_ingredient(" ".join(words[:upto]), number, "method", self.catalogue)
                break
            except LineUnread as error:
                reason, name = str(error), error.name or name
        if read is None:
            if not self.catalogue.within(words_of(phrase)) and _NO_INGREDIENT.match(match.group(2)):
                return
            if unread:
                self.unread.append(Unread(number, phrase, reason, name))
            return
        begins = max(line.rfind(mark, 0, match.start()) for mark in ".;!") + 1
        ends = min((at for mark in ".;!" if (at := line.find(mark, match.end())) >= 0), default=len(line))
        if read.ingredient.role.role == "water" and _CANNER_WATER.search(line[begins:ends]):
            return
        if read.ingredient.role.role == "vinegar" and re.search(r"\b(?:canner|canning (?:pot|kettle))\b", line[begins:ends], re.I):
            return  # against lime scale; it earns nothing
        # “2 cups of the vinegar” in a step is a part of what is listed: prose earns no acid on top of a list that has some.
        no_weaker = read.strength is None or read.strength >= CANNING_STRENGTH
        listed = any(other.ingredient.role.role in _ACIDS and other.section != "method" for other in self.lines)
        if read.ingredient.role.role in _ACIDS and no_weaker and listed:
            return
        if not self._speaks_again(read, line, match.start()):
            self.lines.append(read)

    def _speaks_again(self, read: RecipeLine, line: str, at: int) -> bool:
        """Whether prose speaks again of what is listed above: “the 4 cups vinegar”, “1 clove of garlic in each jar”."""
        listed = [other for other in self.lines if other.ingredient is read.ingredient and other.section != "method" and other.amount]
        again = re.search(r"\b(?:the|remaining|rest of|reserved)\s*(?:\w+\s*)?$", line[:at], re.I) or re.search(
            r"\b(?:each|every|per) (?:\w+ )?jar", line, re.I
        )
        return bool(again) and any(
            other.amount and read.amount and other.amount.unit == read.amount.unit and read.amount.high <= other.amount.high
            for other in listed
        )
