"""Foods that a method names and no line lists: “stir in a knob of butter”, “wedge a chunk of cheese under the lid”."""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from typing import Final

from rheum.core.facts.ingredients import Catalogue, Ingredient, words_of
from rheum.core.recipe.method import sentences
from rheum.core.recipe.recipe import RecipeLine

# What somebody is told to put in, up to the end of the clause.
_PUT_IN: Final = re.compile(
    r"\b(?:add|stir (?:in|through)|mix in|fold in|throw in|toss in|drop in|top (?:\w+ ){0,3}with|cover (?:\w+ ){0,4}with|thicken (?:\w+ ){0,3}with|finish (?:\w+ ){0,3}with|layer of|knob of|splash of|glug of|drizzle of|handful of)\s+([^.;:,]{2,60})",
    re.I,
)
_MORE_OF_IT: Final = re.compile(
    r"\b(?:add|use|throw in|toss in|put in|tuck in|stuff in|squash in|cram in|press in|pack in|squeeze in|mix in|stir in|fill (?:\w+ ){0,3}with)\w*\s+(?:in\s+)?(?:(?:as|many|some|a|few|little|lot|bit|plenty|of|handful|the)\s+){0,4}(?:more|extra|additional|another|further)\s+([^.;:,]{2,60})"
    r"|\b(another (?:half )?(?:pound|lb|kilo|kg|cup|bunch|head|handful|few|dozen|couple)\b[^.;:,]{0,40})",
    re.I,
)
# More of what is judged elsewhere, or of what does no harm.
_MORE_IS_FINE: Final = re.compile(
    r"(?:(?:of|the|hot|boiling|cold|warm|fresh|same|pickling)\s+)*(?:brine|syrup|water|vinegar|liquid|bottled|spices?|seasonings?|salt|sugar|honey|dill seeds?|mustard seeds?|peppercorns?|dried|chilli|chili|red pepper flakes|flakes|heat|time|minutes?|hours?|days?|weeks?|jars?|lids?|bands?|than|or less|if|ice|batch|flavou?r|colou?r|space|room|towels?|pans?|inch|half inch|load|canner|pot|bowl|spoon)\b",
    re.I,
)
# Where a sentence is about the table, the cupboard, a likeness or another dish, a food named in it is put into no jar.
_AT_TABLE: Final = re.compile(
    r"\b(?:serv\w+|good|great|nice|lovely|delicious|goes|go well|eat\w*|enjoy\w*|sandwich\w*|burgers?|salads?|roast\w*|hot ?dogs?|tacos?|crackers?|platter|boards?|beside|alongside|on opening|when (?:you )?open\w*|before eating|at the table|later|as with|unlike|like|size of|sized|as big as|as thick as|such as you|reminds?|pairs?|with your|leftover brine|next time|last year|another (?:recipe|batch)|allerg\w+|smell\w*|taste like|stain\w*|hands?|gloves?|in season|market|garden|grow\w*|bought|pick(?:ed)? (?:them|your)|variet\w+|kinds|choose|select|turns? (?:blue|green|pink|dark|brown|cloudy|soft|grey)|harmless)\b",
    re.I,
)
_TOOL_BEHIND: Final = re.compile(
    r"^\W*(?:press|masher|corer|spinner|peeler|ballers?|pitter|stoner|squeezer|reamer|timer|mill|grinder|spoon|knife|cutter|slicer|towel|filter|cloth|muslin|bag|pot|pan|plate|and[- ]butter|pickles?|relish\w*|salsas?|chutneys?|sauces?|ketchup|style|green|coloured|colored|shaped|thermometer|stock|brush|jars?\b(?! of)|(?:and |or )?(?:label|the jars|each jar|every jar|them|it))\b",
    re.I,
)
# Words that are a food in another sentence.
_NO_FOOD: Final = re.compile(
    r"\b(?:(?:the|a|and|best[- ]before|use[- ]by) date|(?:label,? |,\s*|and )?date (?:on|and|the|each|them|it)|(?:clean |old )?tea[- ](?:towel|ball|cloth|strainer|bag|infuser|egg)s?|lime ?scale|stock ?pot|jelly bag)\b",
    re.I,
)
# “Do not add oil, butter or cream” forbids all three; “never mind, add cream” none.
_FORBIDDEN: Final = re.compile(
    r"\b(?:not|never|don'?t|avoid|no|without|free of|out of reach of)\b(?:(?!,\s*(?:\w+\s+)?(?:add|stir|put|throw|use|toss|mix|tuck|pack|top|pour|then|but|just)\b)[^;.:])*$"
    r"|\b(?:instead of|in place of|rather than)\s+(?:\w+\s+){0,2}$",
    re.I,
)
_SAID_ALONE: Final = ("produce", "herb", "fat", "thickener", "alkali", "sweetener", "fresh-juice", "other")


# … unless the same sentence puts it into the jars after all.
_INTO_JARS: Final = re.compile(
    r"\b(?:in(?:to)? (?:the|each|every|all) (?:rest of the )?jars?|before (?:canning|closing|sealing|processing)|between the|(?:put|throw|toss|chuck|stir(?:red)?|tuck)\b[^.;]{0,25}\bin\b|goe?s? in\b|and (?:add|can|jar|pack) \w+)",
    re.I,
)


def _is_at_table(sentence: str) -> bool:
    return bool(_AT_TABLE.search(sentence)) and not _INTO_JARS.search(sentence)


def _kin(one: Ingredient, other: Ingredient) -> bool:
    """“the peppers” for the jalapeños of a line: the same group, class, or a name that is part of the other."""
    if other.klass in ("concentrate", "condiment", "dairy", "meat", "nut") and one.klass != other.klass:
        return False  # the paste of a thing is not the thing
    words = set(words_of(one.name)) | {word for alias in one.aliases for word in words_of(alias)}
    alike = one.klass == other.klass and one.klass in ("pepper", "onion", "tomato", "dried-fruit", "herb-fresh", "sweetener", "fat")
    return alike or (one.swap_group is not None and one.swap_group == other.swap_group) or set(words_of(other.name)) <= words


def unlisted(prose: str, catalogue: Catalogue, lines: Sequence[RecipeLine]) -> Iterator[tuple[str, str]]:
    """The sentence and the reason for each food that a line of prose puts in or speaks of and no ingredient line lists, and for
    “more” of something without an amount. A sentence that is plainly about something else says nothing."""
    # Each listed thing once, however many lines name it.
    listed = list({line.ingredient.id: line.ingredient for line in lines}.values())
    for sentence in sentences(prose):
        for match in _PUT_IN.finditer(sentence):
            if not re.search(r"\b(?:not|never|don'?t|avoid|no|without)\b[^,;.]*$", sentence[: match.start()], re.I):
                for known in _unlisted_in(match.group(1), catalogue, listed):
                    yield sentence, _why(known, sentence)
        for match in _MORE_OF_IT.finditer(sentence):
            more = (match.group(1) or match.group(2)).strip()
            if not (_FORBIDDEN.search(sentence[: match.start()]) or _is_at_table(sentence) or _MORE_IS_FINE.match(more)):
                yield sentence, f"How much more this is (“{more}”) cannot be judged."
        # Whatever else a sentence of the method speaks of goes into the jar, unless it is plainly about something else.
        if not _is_at_table(sentence):
            for known in _unlisted_in(sentence, catalogue, listed):
                if known.role.role != "sweetener" and not _is_aside(_NO_FOOD.sub(" ", sentence), known, catalogue):
                    yield sentence, _why(known, sentence)


def _spoken(known: Ingredient) -> re.Pattern[str]:
    names = sorted((known.name, *known.aliases), key=len, reverse=True)
    return re.compile(rf"\b(?:{'|'.join(re.escape(name) for name in names)})(?:e?s)?\b", re.I)


def _why(known: Ingredient, sentence: str) -> str:
    said = _spoken(known).search(sentence)
    name = said.group(0).lower() if said else known.name
    return f"The method puts in {name}, which no line lists."


def _unlisted_in(words: str, catalogue: Catalogue, listed: Sequence[Ingredient]) -> Iterator[Ingredient]:
    for found in catalogue.within(words_of(_NO_FOOD.sub(" ", words))):
        known = found.ingredient
        if known.role.role in _SAID_ALONE and not any(one is known or _kin(one, known) for one in listed):
            yield known


def _is_aside(sentence: str, known: Ingredient, catalogue: Catalogue) -> bool:
    """Whether every mention of it is of a tool, a dish's name, another thing (“dill seed” is no dill), or forbids it."""
    mentions = list(_spoken(known).finditer(sentence))
    return bool(mentions) and all(
        _TOOL_BEHIND.search(sentence[match.end() :])
        or _FORBIDDEN.search(sentence[: match.start()])
        or all(found.ingredient is not known for found in catalogue.within(words_of(sentence[match.start() :]))[:1])
        for match in mentions
    )
