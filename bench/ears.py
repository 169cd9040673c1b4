"""How well the ears hear: of each set of sentences how many harmless ones are refused and marked, how many unsafe ones pass unmarked.

Run: python -m bench.ears. The set that nobody who edits the words has read is told of by its rates alone. Old rates: docs/decisions/0015.
"""

from __future__ import annotations

import sys
import tomllib
from collections.abc import Iterable
from pathlib import Path

from rheum.core.facts.circumstances import Settings
from rheum.core.judging.check import judge
from rheum.core.measures.altitude import read_altitude
from rheum.core.recipe.writing import formula_text
from rheum.reference.loading import library


def fell(texts: Iterable[str]) -> tuple[int, int, int]:
    """How many of some texts are kept off the shelf, go there with a marked sentence, and go there unmarked."""
    here, facts, found = Settings(read_altitude("100 m"), measures="us"), library(), [0, 0, 0]
    for text in texts:
        judged = judge(text, here, facts)
        found[0 if judged.verdict.destination != "shelf" else 1 if judged.case.recipe.method.opened else 2] += 1
    return found[0], found[1], found[2]


def line(name: str, harmless: Iterable[str], unsafe: Iterable[str]) -> None:
    may, may_not = fell(harmless), fell(unsafe)
    print(
        f"{name:28} harmless: {may[0]:3} refused, {may[1]:3} marked of {sum(may):4}    unsafe: {may_not[2]:3} pass unmarked of {sum(may_not):4}",
        flush=True,
    )


def main() -> None:
    """Print the rates of every set."""
    sys.path.insert(0, str(Path(__file__).parents[1]))
    from tests.core import prose_blind, prose_kinds, prose_kinds_last, prose_kinds_more, prose_process_may, prose_process_not
    from tests.core.test_food_table import NAMES
    from tests.core.test_hearing import BEANS

    def said(sentences: Iterable[str]) -> list[str]:
        return [f"{BEANS}{sentence}\n" for sentence in sentences]

    line("sets 1 to 5, read", said(prose_blind.MAY), said(prose_blind.MAY_NOT))
    line("sets 6 to 9, read", said(prose_process_may.MAY), said(prose_process_not.MAY_NOT))
    of = {formula.id: formula_text(formula) for formula in library().formulas.values()}
    line(
        "several formulas, read",
        [
            f"{of[key]}{one}\n"
            for told in (prose_kinds, prose_kinds_more, prose_kinds_last)
            for key, many in told.MAY.items()
            for one in many
        ],
        [
            f"{of[key]}{one}\n"
            for told in (prose_kinds, prose_kinds_more, prose_kinds_last)
            for key, many in told.MAY_NOT.items()
            for one in many
        ],
    )
    apart = tomllib.loads((Path(__file__).parents[1] / "tests/core/unread.toml").read_text(encoding="utf-8"))
    line("unread", *([f"{of[key]}{one}\n" for key, many in apart[table].items() for one in many] for table in ("may", "may_not")))
    texts = list(of.values())
    lists = [texts[at % len(texts)].replace("\n\nMethod:", f"\n2 cups {name}\n\nMethod:", 1) for at, name in enumerate(NAMES)]
    line("a food table, in lists", [], lists)
    line("a food table, in sentences", [], [f"{texts[at % len(texts)]}Stir in a cup of {name}.\n" for at, name in enumerate(NAMES)])


if __name__ == "__main__":
    main()
