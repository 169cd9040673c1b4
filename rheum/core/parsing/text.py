"""Recipe text → Recipe: blocks, then the lines of the list, then the sentences of the method."""

from __future__ import annotations

from contextlib import suppress
from dataclasses import replace
from functools import lru_cache
from typing import Final

from rheum.core.facts.blocks import BlockWords
from rheum.core.facts.ingredients import Catalogue, words_of
from rheum.core.facts.lexicon import LineWords
from rheum.core.measures.amount import LONGEST_LINE, AmountError, leading_amount
from rheum.core.measures.refused import Refused
from rheum.core.measures.words import settled, tokens
from rheum.core.parsing.blocks import Block, blocks_of
from rheum.core.parsing.changes import lines_of
from rheum.core.parsing.headings import is_yield_alone
from rheum.core.parsing.hidden import food_with_amount, hidden_food
from rheum.core.parsing.jar_names import jars_named
from rheum.core.parsing.listed import Listed
from rheum.core.parsing.look import begins_with_amount, is_run_on, look_of, run_on, tells_times
from rheum.core.parsing.mentions import LineUnread, read_ingredient
from rheum.core.parsing.method_settings import headspaces_said, minutes_said, pack_said
from rheum.core.parsing.method_text import heard_in, unlisted_food
from rheum.core.parsing.plain_lines import strip_bullet
from rheum.core.parsing.proposed_lines import FOOD_ROLES, food_given, lines_proposed, more_than_listed, unknown_foods
from rheum.core.parsing.recipe import Kind, MethodText, OutlineLine, ProposedLine, Recipe, RecipeLine, Role, Section, Unread
from rheum.core.parsing.sentences import as_prose, sentences
from rheum.core.parsing.several import recipes_in
from rheum.core.parsing.split import split_line

LONGEST_TEXT: Final = 40_000
MOST_LINES: Final = 500  # with something on them: a saved page has hundreds of blank ones
_TOO_LONG: Final = "This is longer than a {what} ({count} letters), so it was not read. Break it up, or leave it out."
_OUTLINE: Final[dict[Role, Kind]] = {
    "title": "title",
    "heading": "heading",
    "list": "ingredient",
    "per-jar": "ingredient",
    "soak": "ingredient",
    "method": "prose",
    "aside": "fact",
}
_SECTION: Final[dict[Role, Section]] = {
    "list": "jar",
    "per-jar": "per-jar",
    "soak": "soak",
    "method": "method",
    "aside": "jar",
    "title": "jar",
    "heading": "jar",
}


class UnreadableRecipe(Refused):
    """Nothing usable was found in the text; the message says what to do."""

    title = "Nothing to check"
    field = "text"


def read_recipe(text: str, catalogue: Catalogue, roles: tuple[tuple[int, str], ...] = ()) -> Recipe:
    """Read pasted recipe text. `roles`: the part that the person gave a line, by its number from 1.

    Every line ends up as an ingredient, a step, an aside, or unread with a reason. Raises UnreadableRecipe where
    the text is empty, too long, or holds no ingredient at all.
    """
    if not text.strip():
        raise UnreadableRecipe("There is no recipe here yet. Paste one, a line for each ingredient, or choose a tested formula.")
    source = lines_of(text)
    many = sum(not line.isspace() for line in source if line)
    if len(text) > LONGEST_TEXT or many > MOST_LINES:
        raise UnreadableRecipe(
            f"This is longer than a recipe ({len(text):,} characters on {many:,} lines). Paste only the ingredients and the method, up to "
            f"{LONGEST_TEXT:,} characters on {MOST_LINES} lines."
        )
    reader = _Reader(catalogue)
    blocks = blocks_of(source, catalogue, dict(roles))
    told = tuple(block for block in blocks if not block.continued)
    for block in told:
        reader.list_line(block)
    reader.headings(told)
    method = reader.method(told)
    if not reader.lines:
        reader.take(method.proposed)  # a recipe may be told wholly in sentences
    if not reader.lines:
        raise UnreadableRecipe("No ingredient could be read here. Write one to a line, amount first: “4 cups white vinegar (5%)”.")
    title = next((block.text for block in blocks if block.role == "title"), "")
    bare = catalogue.exactly(title)
    if (
        bare is not None
        and bare.klass != "condiment"
        and bare.role.role not in ("herb", "spice")
        and all(line.ingredient is not bare for line in reader.lines)
    ):
        reader.unread.insert(
            0, Unread(1, title, f"No amount was read for {bare.name}. Begin the line with how much, or give the recipe another title.")
        )
    return Recipe(
        title or "Untitled batch", tuple(reader.lines), tuple(reader.unread), method, jars=tuple(reader.jars), yield_low=reader.yields[0], yield_high=reader.yields[1],
        source=source, outline=tuple(_outline(block, catalogue.lexicon.blocks) for block in told), roles=tuple((block.number, block.role) for block in blocks),
        parts=recipes_in(told, reader.lines, len(source) - (len(source) > 1 and not source[-1])),
    )  # fmt: skip


def _outline(block: Block, words: BlockWords) -> OutlineLine:
    kind = "yield" if block.furniture and _is_yield(block.text, words) else _OUTLINE[block.role]
    text = _after_colon(block.text, words) if kind == "yield" else block.text.strip("# *:") if kind == "heading" else block.text
    return OutlineLine(number=block.number, kind=kind, section=_SECTION[block.role], per_jar=block.per_jar, text=text)


def _is_yield(text: str, blocks: BlockWords) -> bool:
    first = text.strip("*_ ").split(" ", 1)[0].strip(":").lower()
    return first in blocks.group["yield"]


def _after_colon(text: str, blocks: BlockWords) -> str:
    text = text.strip("*_ ")
    head, _, rest = text.partition(" ")
    return (rest if head.strip(":").lower() in blocks.group["yield"] else text).strip(": *_").strip()


_SOAKED: Final = ("water", "salt", "alkali")
_FEW_JARS: Final = 4.0  # filled by what tells no yield, at least
_SHORT_HEADING: Final = 7  # words


class _Reader:
    def __init__(self, catalogue: Catalogue) -> None:
        self.catalogue = catalogue
        self.lines: list[RecipeLine] = []
        self.unread: list[Unread] = []
        self.jars: list[tuple[int, str]] = []
        self.yields: tuple[float | None, float | None] = (None, None)

    # --- the list ---------------------------------------------------------------------------------------------------

    def list_line(self, block: Block) -> None:
        """Takes a line of the list; yields and jars that stand among them too."""
        words = self.catalogue.lexicon.blocks
        if block.role in ("aside", "method") and (_is_yield(block.text, words) or (block.furniture and is_yield_alone(block.text, words))):
            self._yield(block)
            if food := food_with_amount(block.text, self.catalogue):
                self.unread.append(
                    Unread(block.number, block.text, f"An amount of {food} stands on a line about the yield. Give it a line of its own.")
                )
        elif (
            block.role == "aside"
            and block.furniture
            and not block.nutrients
            and (food := food_with_amount(block.text, self.catalogue, True))
        ):
            self.unread.append(
                Unread(block.number, block.text, f"An amount of {food} stands here. Give it a line of its own, or leave it out.")
            )
        elif block.role == "aside" and _is_equipment(block.text, self.catalogue.lexicon.line):
            self.jars.extend((block.number, jar) for _, jar in jars_named(block.text, self.catalogue.grammar))
        elif block.role in ("list", "per-jar", "soak"):
            self._ingredient(block)

    def _yield(self, block: Block) -> None:
        made = _after_colon(block.text, self.catalogue.lexicon.blocks)
        try:
            amount, _ = leading_amount(made)
        except AmountError:
            amount = None
        if (
            amount is not None
            and self.yields[0] is None
            and (amount.unit in ("each", "pint", "quart") or jars_named(made, self.catalogue.grammar))
        ):
            self.yields = (amount.low, amount.high)
        self.jars.extend((block.number, jar) for _, jar in jars_named(made, self.catalogue.grammar))

    def _ingredient(self, block: Block) -> None:
        text = block.text.strip()
        if len(text) > LONGEST_LINE and not is_run_on(text):
            self.unread.append(Unread(block.number, f"{text[:80]}…", _TOO_LONG.format(what="line", count=len(text))))
            return
        if _is_equipment(text, self.catalogue.lexicon.line):
            self.jars.extend((block.number, jar) for _, jar in jars_named(text, self.catalogue.grammar))
            return
        if parts := run_on(text):
            for part in parts:
                behind = part.partition(":")[2]
                said = behind if behind and begins_with_amount(behind.strip()) else part  # “Dictated: two quarts …”
                after = part.partition(". ")[2]
                said = after if after and begins_with_amount(after) and not begins_with_amount(part) else said  # “Okra, pickled. 7 lb okra”
                self._ingredient(Block(block.number, block.role, said.strip().rstrip("."), block.per_jar, block.furniture))
            return
        try:
            self.lines.append(read_ingredient(text, block.number, _SECTION[block.role], self.catalogue, per_jar=block.per_jar))
        except LineUnread as reason:
            if read := self._parts(text, block) or self._ones(text, block):
                self.lines += read
                return
            self.unread.append(Unread(block.number, text, str(reason), reason.name, word=reason.word, food=reason.food))

    def _ones(self, text: str, block: Block) -> list[RecipeLine]:
        """“3 cups chopped green ones”, right below the red peppers: green peppers; nothing where that does not read."""
        words = text.rstrip(" .").split()
        last = self.lines[-1] if self.lines else None
        if (
            last is None
            or last.number != block.number - 1
            or len(words) < 3
            or words[-1] != "ones"
            or words[-2] not in self.catalogue.lexicon.line.group["ones-colour"]
        ):
            return []
        said = f"{' '.join(words[:-1])} {words_of(last.ingredient.name)[-1]}"
        try:
            read = read_ingredient(said, block.number, _SECTION[block.role], self.catalogue, per_jar=block.per_jar)
        except LineUnread:
            return []
        return [replace(read, text=text)]

    def _parts(self, text: str, block: Block) -> list[RecipeLine]:
        """“1 tsp mustard seed and 1 tbsp dill seed”: two things on one line, each with its own amount; nothing where one part does not read."""
        parts = split_line(text, self.catalogue.lexicon.line)
        if len(parts) < 2:
            return []
        try:
            read = [read_ingredient(part, block.number, _SECTION[block.role], self.catalogue, per_jar=block.per_jar) for part in parts]
        except LineUnread:
            return []
        soaked = read[-1].section == "soak" and text.endswith(")") and all(one.ingredient.role.role in _SOAKED for one in read)
        return [replace(one, section="soak") for one in read] if soaked else read  # “2 gallons water + 3/4 cup salt (soak)”

    # --- the method -------------------------------------------------------------------------------------------------

    def told(self, blocks: tuple[Block, ...]) -> list[tuple[int, str]]:
        """The sentences of the method and of the asides, each with its line; what stands aside and gives so much of an unlisted food is unread."""
        words = self.catalogue.lexicon.blocks
        listed = self.listed(blocks)
        said: list[tuple[int, str]] = []
        for block in blocks:
            if block.role not in ("method", "aside") or block.nutrients or (block.furniture and tells_times(block.text, words)):
                continue
            if (block.role == "aside" or not look_of(block.text, self.catalogue).imperative) and (
                food := hidden_food(block.text, listed, self.catalogue)
            ):
                why = f"An amount stands here beside {food}, which no line lists. Give it a line of its own, or leave it out."
                self.unread.append(Unread(block.number, block.text, why))
            elif block.role == "aside" and (food := self.food_aside(block, listed)):
                why = f"“{food[:80]}” stands beside the list. Give it a line of its own, or leave it out."
                self.unread.append(Unread(block.number, block.text, why))
            elif not block.furniture:
                said += [(block.number, sentence) for sentence in sentences(as_prose(block.text, words), words)]
        return said

    def food_aside(self, block: Block, listed: Listed) -> str | None:
        """An amount of food that a line aside gives and no line lists: an aside hides no food."""
        said = [(block.number, block.text)]
        if not listed.lines:
            return None
        known = (one.text for one in lines_proposed(said, listed, self.catalogue) if one.role in FOOD_ROLES)
        return next(known, None) or next((one.text for one in unknown_foods(said, listed, self.catalogue)), None)

    def headings(self, blocks: tuple[Block, ...]) -> None:
        """A heading that puts in what no line lists is asked about: “Thicken with flour:”."""
        listed = self.listed(blocks)
        for block in blocks:
            short = len(block.text.split()) <= _SHORT_HEADING and not block.text.rstrip().endswith(".")
            headed = block.role == "heading" and short
            headed = headed or (block.role == "method" and short and (block.text.rstrip().endswith(":") or block.text.startswith("#")))
            if (headed and unlisted_food(block.text, listed, self.catalogue) is not None) or (
                block.role == "heading" and self.food_aside(block, listed)
            ):
                self.unread.append(
                    Unread(block.number, block.text, "This heading puts in what no line lists. Give it a line of its own, or leave it out.")
                )

    def listed(self, blocks: tuple[Block, ...]) -> Listed:
        """What the list lists; the words of the title, and of lines that were not heard, name no new food."""
        title = frozenset(word for block in blocks if block.role == "title" for word in words_of(block.text))
        title |= frozenset(word for item in self.unread for word in words_of(item.text))
        return Listed(tuple(self.lines), title, self.catalogue.stand_ins)

    def method(self, blocks: tuple[Block, ...]) -> MethodText:
        """The page's own method: kept, heard against the tested way, and asked for settings and lines."""
        said = self.told(blocks)
        in_method = {block.number for block in blocks if block.role == "method"}
        listed = self.listed(blocks)
        told = [(number, sentence) for number, sentence in said if number in in_method]
        proposed = lines_proposed(told if self.lines else said, listed, self.catalogue)
        return MethodText(
            sentences=tuple(told),
            heard=(
                *heard_in(said, listed, self.catalogue),
                *food_given(proposed),
                *unknown_foods(told, listed, self.catalogue),
                *more_than_listed(told, self.lines, self.yields[0] or _FEW_JARS, self.catalogue),
            ),
            minutes=tuple(minutes for number, sentence in said for minutes in minutes_said(number, sentence, self.catalogue)),
            headspaces_mm=tuple((number, mm, sentence) for number, sentence in said for mm in headspaces_said(sentence, self.catalogue)),
            jars=tuple((number, jar, sentence) for number, sentence in told for _, jar in jars_named(sentence, self.catalogue.grammar)),
            pack=pack_said(sentence for _, sentence in said),
            proposed=proposed,
        )

    def take(self, proposed: tuple[ProposedLine, ...]) -> None:
        """Judges a text that is told in sentences by the lines that it would have; it waits for the person to take them."""
        for one in proposed:
            with suppress(LineUnread):
                self.lines.append(read_ingredient(one.text, one.line, one.section, self.catalogue))
        if self.lines:
            first = proposed[0]
            why = f"No list was found. {len(self.lines)} lines stand in its sentences: take them as the list."
            self.unread.append(Unread(first.line, first.words, why, proposed=tuple(one.written for one in proposed)))


@lru_cache(maxsize=8192)
def _is_equipment(text: str, line: LineWords) -> bool:
    """“7 pint jars with lids”: what it is put up in, and nothing that could be eaten."""
    lows = [word.low for word in tokens(settled(strip_bullet(text))) if word.kind == "word"]
    return bool(lows) and bool(set(lows) & line.group["equipment-sure"]) and set(lows) <= line.group["equipment"]
