"""Recipe text → Recipe: blocks, then the lines of the list, then the sentences of the method."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import replace
from functools import lru_cache
from typing import Final

from rheum.core.facts.blocks import BlockWords
from rheum.core.facts.ingredients import Catalogue, words_of
from rheum.core.facts.lexicon import LineWords
from rheum.core.measures.amount import LONGEST_LINE, AmountError, leading_amount
from rheum.core.measures.measurable import mixed, plural
from rheum.core.measures.refused import Refused
from rheum.core.measures.words import settled, tokens
from rheum.core.recipe.blocks import Block, blocks_of
from rheum.core.recipe.changes import lines_of
from rheum.core.recipe.clause import Clause
from rheum.core.recipe.headings import is_yield_alone
from rheum.core.recipe.heard import Heard, Listed
from rheum.core.recipe.hearing import hear
from rheum.core.recipe.hidden import food_with_amount, hidden_food
from rheum.core.recipe.jar_names import jars_named
from rheum.core.recipe.look import begins_with_amount, is_run_on, run_on, tells_times
from rheum.core.recipe.mentions import LineUnread, read_ingredient
from rheum.core.recipe.new_food import PUTS_IN
from rheum.core.recipe.plain_lines import strip_bullet
from rheum.core.recipe.prose_amounts import amounts_said
from rheum.core.recipe.recipe import Cooked, Kind, OutlineLine, ProseRisk, Recipe, RecipeLine, Role, Section, Unread
from rheum.core.recipe.said import Notes, note
from rheum.core.recipe.said_cuts import cuts_said
from rheum.core.recipe.sentences import as_prose, jars_timed, sentences
from rheum.core.recipe.several import recipes_in
from rheum.core.recipe.split import split_line

LONGEST_TEXT: Final = 40_000
MOST_LINES: Final = 500  # with something on them: a saved page has hundreds of blank ones
LONGEST_SENTENCE: Final = 400
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
    reader.hear_all(told)  # a recipe may be told wholly in sentences
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
    if reader.notes.soak_kept:
        # A soak that is not drained away goes into the jar; acid under it earns nothing either way.
        reader.lines = [
            replace(line, section="jar") if line.section == "soak" and line.ingredient.role.role in ("water", "salt", "alkali") else line
            for line in reader.lines
        ]
    return Recipe(
        title or "Untitled batch", tuple(reader.lines), tuple(reader.unread), reader.notes.done(), *reader.yields,
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


class _Reader:
    def __init__(self, catalogue: Catalogue) -> None:
        self.catalogue = catalogue
        self.lines: list[RecipeLine] = []
        self.unread: list[Unread] = []
        self.notes = Notes()
        self.yields: tuple[float | None, float | None] = (None, None)
        self.in_process = False

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
            self.notes.jars.extend((block.number, jar) for _, jar in jars_named(block.text, self.catalogue.grammar))
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
        self.notes.jars.extend((block.number, jar) for _, jar in jars_named(made, self.catalogue.grammar))

    def _ingredient(self, block: Block) -> None:
        text = block.text.strip()
        if len(text) > LONGEST_LINE and not is_run_on(text):
            self.unread.append(Unread(block.number, f"{text[:80]}…", _TOO_LONG.format(what="line", count=len(text))))
            return
        if _is_equipment(text, self.catalogue.lexicon.line):
            self.notes.jars.extend((block.number, jar) for _, jar in jars_named(text, self.catalogue.grammar))
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

    # --- the prose --------------------------------------------------------------------------------------------------

    def hear_all(self, blocks: tuple[Block, ...]) -> None:
        """Hears every sentence of the method and of the asides, once the list is known. What the method itself gives an amount of is listed
        for its other sentences: then they are heard again."""
        unread, lines, jars = [*self.unread], [*self.lines], [*self.notes.jars]
        given = self._hear(blocks, (), frozenset())
        again = frozenset(str(item.sentence) for item in self.unread[len(unread) :] if item.why.startswith(PUTS_IN))
        if given and again:
            self.unread, self.lines, self.notes, self.in_process = unread, lines, Notes(jars=jars), False
            self._hear(blocks, given, again)

    def _told(self, blocks: tuple[Block, ...], listed: Listed) -> list[tuple[Block, str]]:
        """The sentences of the method and of the asides; what stands aside and gives so much of an unlisted food is unread."""
        words = self.catalogue.lexicon.blocks
        said: list[tuple[Block, str]] = []
        for block in blocks:
            if block.nutrients or (block.furniture and tells_times(block.text, words)):
                continue
            if block.role == "aside" and (food := hidden_food(block.text, listed, self.catalogue)):
                why = f"An amount stands here beside {food}, which no line lists. Give it a line of its own, or leave it out."
                self.unread.append(Unread(block.number, block.text, why))
                continue
            if block.role == "method" or (block.role == "aside" and not block.furniture):
                said += [(block, sentence) for sentence in sentences(as_prose(block.text, words), words)]
            elif block.furniture and block.role == "aside" and not _is_yield(block.text, words):
                said.append((block, block.text))
        return said

    def _hear(self, blocks: tuple[Block, ...], given: tuple[RecipeLine, ...], again: frozenset[str]) -> tuple[RecipeLine, ...]:
        """Hears every sentence against the list, and those of `again` against what the method was found to give too; gives back what it
        gives."""
        title = frozenset(word for block in blocks if block.role == "title" for word in words_of(block.text))
        # A line that was not heard poisons nothing: what its words name is no new food.
        title |= frozenset(word for item in self.unread for word in words_of(item.text))
        listed = Listed(tuple(self.lines), title, self.catalogue.stand_ins)
        with_given = Listed((*self.lines, *given), title, self.catalogue.stand_ins)
        words = self.catalogue.lexicon.blocks
        said = self._told(blocks, listed)
        heard: list[tuple[Block, str, Sequence[Clause]]] = []
        for place, (block, sentence) in enumerate(said):
            if len(sentence) > LONGEST_SENTENCE:
                self.unread.append(
                    Unread(block.number, f"{sentence[:80]}…", _TOO_LONG.format(what="sentence", count=len(sentence)), sentence=None)
                )
                continue
            before = said[place - 1][1] if place else ""
            against = with_given if sentence in again else listed
            spoken = hear(jars_timed(sentence, before, self.catalogue.lexicon.ways), self.catalogue, against, aside=block.role == "aside")
            found, clauses = spoken.heard, spoken.clauses
            if block.role == "method":
                self.notes.sentences += 1
            if found.outcome == "denied" and found.row is not None and _stands_on_the_shelf(found.row.code, clauses, sentence, self.notes):
                found = Heard("vouched")
            for row in (*((found.row,) if found.outcome == "denied" and found.row else ()), *spoken.told):
                self.notes.risks.append((block.number, ProseRisk(row.code, row.says, row.fix), sentence))
            if found.outcome == "composition":
                self.unread.append(Unread(block.number, sentence, found.why, found.name, sentence=sentence, waits=not found.new))
            elif found.outcome == "process":
                self.notes.opened.append((block.number, sentence))
            if block.furniture and block.role == "aside":
                continue
            heard.append((block, sentence, clauses))
            if block.role == "aside" and any("process" in clause.groups for clause in clauses):
                note(spoken, block.number, self.notes, in_process=False)
            if block.role == "method":
                self.in_process = note(spoken, block.number, self.notes, in_process=self.in_process)
                self._cooked(block, sentence, clauses)
                self.notes.cuts += cuts_said(block.number, clauses, self.lines, _named_in)
            if block.role == "method" and clauses and words.group["yield"] & set(clauses[0].lows[:1]):
                self._yield(Block(block.number, "aside", sentence))
        added, lines, unread, portions = amounts_said(
            [(block.number, sentence, clauses) for block, sentence, clauses in heard], tuple(self.lines), self.catalogue
        )
        # Acid counts where it stands in the list, never where a sentence speaks of it: whose it is, when, and whether it goes in, a sentence can
        # tell in more ways than anybody can hear.
        acid = [line for line in added if line.ingredient.role.acid]
        added = [line for line in added if not line.ingredient.role.acid]
        for line in acid:
            why = _ACID_IN_PROSE.format(line.ingredient.name)
            unread.append(Unread(line.number, line.text, why, sentence=line.text, as_line=_as_line(line)))
        self.lines = [*lines, *added]
        self.unread += [
            item for item in unread if not any(item.line == other.line and item.sentence == other.sentence for other in self.unread)
        ]
        self.notes.portions += portions
        # Of the sentence only the food's name is listed.
        return tuple(replace(line, text=line.ingredient.name) for line in added)

    def _cooked(self, block: Block, sentence: str, clauses: Sequence[Clause]) -> None:
        for clause in clauses:
            first = clause.grammar["cooked-before"] & clause.words
            acts = clause.groups
            if first and acts & {"fill", "put"}:
                acts = acts | {"simmer"}
            for how in acts & {"boil", "simmer", "blanch", "fry", "roast", "bake"}:
                everything = bool(clause.grammar["vegetables"] & clause.words) and "else" not in clause.lows
                soft = any(other.when in ("until", "till") and ("soft" in other.states or "soft" in other.lows) for other in clauses)
                everything = everything or (soft and bool({"them", "it"} & clause.words) and not clause.foods)
                named = [food.word for food in clause.foods if not food.negated]
                foods = tuple(
                    line.ingredient.id for line in self.lines
                    if line.ingredient.role.food and (everything or any(_named_in(line, word) for word in named))
                )  # fmt: skip
                if foods and (first or "jar" not in clause.things):
                    self.notes.cooked.append(Cooked(block.number, how, foods, sentence))


def _as_line(line: RecipeLine) -> str:
    """What a sentence gives, as a line of the list: the low end of its amount, its name, and the strength that was said."""
    if line.amount is None:
        return ""
    strength = f" ({line.strength:g}%)" if line.strength is not None else ""
    unit = "" if line.amount.unit == "each" else f" {plural(line.amount.unit, line.amount.low)}"
    return f"{mixed(line.amount.low)}{unit} {line.ingredient.name}{strength}"


_WEEKS: Final = (21.0, 800.0)
_ACID_IN_PROSE: Final = (
    "An amount of {} stands in a sentence. Acid counts only where it has a line of its own: give it one, or leave the sentence out."
)


def _stands_on_the_shelf(code: str, clauses: Sequence[Clause], sentence: str, notes: Notes) -> bool:
    """Whether what is to stand for weeks, told behind the processing, are the sealed jars: “Let sit a month.”"""
    days = [figure.high for clause in clauses for figure in clause.figures if figure.measure == "days"]
    weeks = bool(days) and _WEEKS[0] <= max(days) <= _WEEKS[1]
    return (
        code == "fermented"
        and weeks
        and bool(notes.minutes)
        and not clauses[0].grammar["souring"] & set(re.findall(r"[a-z]+", sentence.lower()))
    )


def _named_in(line: RecipeLine, said: str) -> bool:
    """Whether the words that a sentence says of a food stand together in a name of a line's food."""
    return _is_of_name(said, line.ingredient.name, line.ingredient.aliases)


@lru_cache(maxsize=4096)
def _is_of_name(said: str, name: str, aliases: tuple[str, ...]) -> bool:
    whole = f" {' '.join(words_of(said))} "
    return any(whole in f" {' '.join(words_of(one))} " for one in (name, *aliases))


@lru_cache(maxsize=8192)
def _is_equipment(text: str, line: LineWords) -> bool:
    """“7 pint jars with lids”: what it is put up in, and nothing that could be eaten."""
    lows = [word.low for word in tokens(settled(strip_bullet(text))) if word.kind == "word"]
    return bool(lows) and bool(set(lows) & line.group["equipment-sure"]) and set(lows) <= line.group["equipment"]
