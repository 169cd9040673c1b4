"""One recipe out of two or three: each part taken whole from the version that the person chose, and judged as any other recipe is."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Final, Literal

from rheum.core.facts.circumstances import Settings
from rheum.core.facts.jars import JAR_WORD
from rheum.core.facts.library import Library
from rheum.core.judging.check import check_text
from rheum.core.judging.findings import Destination
from rheum.core.judging.remedies import scaled
from rheum.core.matching.case import Case
from rheum.core.measures.refused import RequestError
from rheum.core.measures.saying import listed
from rheum.core.parsing.plain_lines import strip_bullet
from rheum.core.parsing.recipe import RecipeLine

Part = Literal["produce", "liquids", "seasoning", "spices", "method"]
PARTS: Final[Mapping[Part, frozenset[str]]] = {
    "produce": frozenset({"produce", "herb"}),
    "liquids": frozenset({"vinegar", "juice", "fresh-juice", "citric", "water", "fat", "thickener"}),
    "seasoning": frozenset({"salt", "sweetener", "firming"}),
    "spices": frozenset({"spice", "other", "alkali"}),
}


@dataclass(frozen=True, slots=True)
class Merged:
    """The versions put together by parts: the text, what it would be, and of which version each part is."""

    text: str
    destination: Destination
    says: str
    reasons: tuple[str, ...]
    parts: dict[Part, int]


def merge(versions: Sequence[tuple[Case, str, float]], parts: Mapping[Part, int], settings: Settings, library: Library) -> Merged:
    """Each part of the version chosen, of the first where none is. `versions`: the case, its title, and the factor that brings it to the first
    one's produce. The method comes whole, with its minutes: nothing is averaged, and nothing is shortened. RequestError for a version that is
    not there."""
    chosen: dict[Part, int] = {part: parts.get(part, 0) for part in (*PARTS, "method")}
    if any(not 0 <= at < len(versions) for at in chosen.values()):
        raise RequestError("parts", "A part is taken of one of the versions that stand here.")
    titles = [versions[at][1] for at in dict.fromkeys(chosen.values())]
    batch: list[str] = []
    by_jar: dict[str, list[str]] = {}
    for part, roles in PARTS.items():
        case, _, factor = versions[chosen[part]]
        for line in case.recipe.in_jar:
            if line.ingredient.role.role not in roles or line.section == "method":
                continue
            if line.section == "per-jar":
                by_jar.setdefault(f"Per {JAR_WORD.get(line.per_jar, line.per_jar)} jar:" if line.per_jar else "Per jar:", []).append(
                    _own(line)
                )
            else:
                batch.append(_at_size(case, line, factor))
    method_of, _, factor = versions[chosen["method"]]
    soaked = [_at_size(method_of, line, factor) for line in method_of.recipe.lines if line.section == "soak"]
    source = method_of.recipe.source
    steps = [source[number - 1].removeprefix("Method:").strip() for number, role in method_of.recipe.roles if role == "method"]
    out = [f"Merged from {listed(titles)}"[:118] if len(titles) > 1 else titles[0], "", *batch]
    for heading, lines in by_jar.items():
        out += ["", heading, *lines]
    out += ["", "Soak:", *soaked] if soaked else []
    out += ["", "Method:", *filter(None, steps)] if any(steps) else []
    text = "\n".join(out) + "\n"
    verdict = check_text(text, settings, library)
    reasons = tuple(item.says for item in verdict.findings if item.level in ("stop", "limit"))[:4]
    if verdict.destination == "shelf" and verdict.formula:
        says = f"So merged it stays within “{verdict.formula.title}”: only what that formula permits is changed."
    elif verdict.destination == "discard":
        says = "So merged it must not be jarred."
    else:
        says = "So merged it is nobody's tested recipe: for the refrigerator only."
    return Merged(text, verdict.destination, says, reasons, chosen)


def _own(line: RecipeLine) -> str:
    return strip_bullet(line.text).strip()


def _at_size(case: Case, line: RecipeLine, factor: float) -> str:
    """A line at the size of the first version, as it can be measured."""
    if line.amount is None or abs(factor - 1) < 1e-9:
        return _own(line)
    changes = scaled(case, line, factor, line.ingredient.role.rounds)
    return strip_bullet(changes[0].text).strip() if changes and changes[0].text else _own(line)
