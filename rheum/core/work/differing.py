"""Where a recipe's own words part from the work of the formula it follows, and what that changes: thickness, jars, taste; never the minutes in the
canner, which are the formula's (what cooking longer does: handbook of quality, common practice)."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from typing import Final

from rheum.core.facts.rates import Span
from rheum.core.facts.work import Work
from rheum.core.recipe.writing import how_long
from rheum.core.work.from_method import ToldStep

_COOKS: Final = frozenset({"boil", "simmer", "cook", "cook-down"})
_SOAKS: Final = frozenset({"soak", "salt", "stand", "lime", "cool"})
# A few minutes more or less nobody tastes.
_ALIKE_MIN: Final = 5.0


def differing(steps: Sequence[ToldStep], work: Work) -> tuple[str, ...]:
    """In sentences, what the recipe does otherwise than the formula's work; nothing where it tells no time of its own."""
    told_cook = _sum(step.minutes for step in steps if step.do in _COOKS and step.where == "burner" and not step.own_task)
    told_soak = _sum(step.minutes for step in steps if step.do in _SOAKS and not step.own_task)
    cook = _sum(task.minutes for task in work.tasks if task.do in (*_COOKS, "reheat") and task.where == "burner")
    soak = _sum(task.minutes for task in work.tasks if task.do in _SOAKS)
    found = []
    if told_cook and cook:
        if told_cook[0] > cook[1] + _ALIKE_MIN:
            found.append(
                f"The recipe cooks {how_long(*told_cook)}, the tested process {how_long(*cook)}: it comes out thicker, darker and in fewer jars. "
                "Thicker than tested it heats more slowly; the Stove goes by the tested time."
            )
        elif told_cook[1] < cook[0] - _ALIKE_MIN:
            found.append(
                f"The recipe cooks {how_long(*told_cook)}, the tested process {how_long(*cook)}: it would come out thinner and in more jars. "
                "The Stove goes by the tested time."
            )
    elif told_cook and told_cook[1] > _ALIKE_MIN and not cook:
        found.append(f"The recipe cooks {how_long(*told_cook)}; the tested process only brings it to the boil. Longer makes it softer.")
    if told_soak and soak and (told_soak[0] > soak[1] * 1.5 or told_soak[1] < soak[0] / 1.5):
        change = "saltier and softer" if told_soak[0] > soak[1] else "less crisp and more watery"
        found.append(f"The recipe lets it stand {how_long(*told_soak)}, the tested process {how_long(*soak)}: it would be {change}.")
    elif told_soak and not soak and told_soak[1] >= 60:
        found.append(
            "The recipe lets it stand; the tested process does not. What has stood in salt is rinsed and drained before it is packed."
        )
    return tuple(found)


def _sum(spans: Iterable[Span | None]) -> Span | None:
    known = [span for span in spans if span is not None]
    return (sum(span[0] for span in known), sum(span[1] for span in known)) if known else None
