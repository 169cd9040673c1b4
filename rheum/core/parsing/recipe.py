"""A recipe as read: its lines, and what its method says about jars, time, pack and headspace."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Literal

from rheum.core.facts.formulas import Pack
from rheum.core.facts.ingredients import Ingredient
from rheum.core.measures.amount import Amount

Section = Literal["jar", "per-jar", "soak", "method"]
State = Literal["frozen", "tinned", "unfit", "mouldy", "minced"]


@dataclass(frozen=True, slots=True)
class RecipeLine:
    """One ingredient line. `number` counts from 1 in the pasted text; `other` is a second way the same amount was
    given; `strength` the vinegar per cent written, low end of a range; `per_jar` a jar size, "" for the recipe's own jar;
    `size` how much heavier than usual one may be (“large”)."""

    number: int
    text: str
    section: Section
    ingredient: Ingredient
    amount: Amount | None
    other: Amount | None = None
    strength: float | None = None
    prepared: bool = False
    states: frozenset[State] = frozenset()
    per_jar: str | None = None
    optional: bool = False
    size: float = 1.0
    # The second amount is only about as much: where it agrees, the first counts.
    about: bool = False
    # Plain words that were passed over: they change nothing that Rheum knows of.
    passed: tuple[str, ...] = ()
    # Other ways in which the line can be meant (“lemon or lime juice”): each is judged, and the worse counts.
    also: tuple[RecipeLine, ...] = ()

    @property
    def called(self) -> str:
        """What the line is read as: the food's name, and the strength of a vinegar where it is written."""
        return self.ingredient.name + (f" {self.strength:g} %" if self.strength is not None else "")


@dataclass(frozen=True, slots=True)
class Unread:
    """A line that was not understood, and why in a sentence for the person; `name` is what the person may place, where
    one unknown name is all that stands in the way."""

    line: int
    text: str
    why: str
    name: str | None = None
    # The one word beside a known food that stands in the way, which may be only a kind of it, and that food.
    word: str | None = None
    food: str | None = None
    # The lines that would be taken, where the whole list stands in sentences.
    proposed: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class SaidMinutes:
    """Processing minutes that the text gives: for which jar size (None: unsaid), and at which altitude (None: sea level)."""

    line: int
    minutes: float
    jar: str | None
    altitude_ft: float | None
    text: str = ""


@dataclass(frozen=True, slots=True)
class Heard:
    """What a sentence of a page's own method says against the tested way: its line, its kind (reference/method.toml) and the sentence."""

    line: int
    kind: str
    text: str
    # The foods by id that a sentence puts in where no line lists them; none where it names one that Rheum does not know.
    foods: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class ProposedLine:
    """A line that the list would have, where a sentence gives an amount of what no line lists; `words` is where it came from. It counts for
    nothing until it is taken."""

    text: str
    line: int
    words: str
    section: Section
    role: str
    food: str

    @property
    def written(self) -> str:
        """The line as it goes into a recipe text."""
        return f"Soak: {self.text}" if self.section == "soak" else self.text


@dataclass(frozen=True, slots=True)
class MethodText:
    """The method on a page, which is not followed: its sentences with their lines, what was heard in them against the tested way, the settings that
    they offer, and the lines that they would add."""

    sentences: tuple[tuple[int, str], ...] = ()
    heard: tuple[Heard, ...] = ()
    minutes: tuple[SaidMinutes, ...] = ()
    headspaces_mm: tuple[tuple[int, float, str], ...] = ()
    jars: tuple[tuple[int, str, str], ...] = ()
    pack: Pack | None = None
    proposed: tuple[ProposedLine, ...] = ()

    @property
    def present(self) -> bool:
        """Whether the page tells a method at all."""
        return bool(self.sentences)


Kind = Literal["title", "ingredient", "prose", "yield", "fact", "heading"]
Role = Literal["title", "heading", "list", "per-jar", "soak", "method", "aside"]


@dataclass(frozen=True, slots=True)
class OutlineLine:
    """What one line of the text is: its kind, the section it stands in (and jar size of a per-jar one), its words."""

    number: int
    kind: Kind
    section: Section
    per_jar: str | None
    text: str


@dataclass(frozen=True, slots=True)
class RecipePart:
    """One of several recipes in a text: its title, its first and its last line."""

    title: str
    first: int
    last: int


@dataclass(frozen=True, slots=True)
class Recipe:
    """A whole recipe as read from text. `source` holds the text line by line, `outline` what each line is."""

    title: str
    lines: tuple[RecipeLine, ...]
    unread: tuple[Unread, ...]
    method: MethodText = field(default_factory=MethodText)
    # Jar sizes named by the yield and beside the list, each with its line.
    jars: tuple[tuple[int, str], ...] = ()
    yield_low: float | None = None
    yield_high: float | None = None
    source: tuple[str, ...] = ()
    outline: tuple[OutlineLine, ...] = ()
    # The part that each line plays, by its number from 1; empty lines play none.
    roles: tuple[tuple[int, Role], ...] = ()
    # Where the text holds several recipes, each of them.
    parts: tuple[RecipePart, ...] = ()

    @property
    def in_jar(self) -> tuple[RecipeLine, ...]:
        """Lines that reach the jar. Under a soak only water, salt, lime and ice stay out of it, and acid earns nothing."""
        return tuple(line for line in self.lines if not is_prep_only(line))


def is_prep_only(line: RecipeLine) -> bool:
    """Whether a line under a soak really stays out of the jar: water, ice, salt and lime do; produce never; acid earns nothing."""
    if line.section != "soak":
        return False
    return (
        line.ingredient.role.role in ("water", "salt", "vinegar", "juice", "fresh-juice", "citric") or line.ingredient.id == "pickling-lime"
    )
