"""How well the page's own method is heard, on sentences that nobody who edits the rows of method.toml has read against what became of them: harmless
ones that are told to differ, unsafe ones that are heard. usage: python -m bench.ears"""

from __future__ import annotations

import tomllib
from pathlib import Path

from rheum.core.facts.circumstances import Settings
from rheum.core.judging.check import check_text
from rheum.core.measures.altitude import read_altitude
from rheum.core.parsing.writing import formula_text
from rheum.reference.loading import library

SETS = Path(__file__).resolve().parent.parent / "tests" / "core" / "unread.toml"


def main() -> None:
    """Prints the rates; a sentence that is not heard is not followed either."""
    facts, here = library(), Settings(read_altitude("100 m"), measures="us")
    sets = tomllib.loads(SETS.read_text(encoding="utf-8"))
    for name, wanted in (("may", "harmless, told to differ"), ("may_not", "unsafe, heard")):
        count = heard = 0
        for formula, sentences in sets[name].items():
            text = formula_text(facts.formulas[formula])
            for sentence in sentences:
                count += 1
                heard += bool(check_text(f"{text}\n{sentence}\n", here, facts).method.heard)
        print(f"{wanted}: {heard} of {count} ({heard / count:.0%})")


if __name__ == "__main__":
    main()
