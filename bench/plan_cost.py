"""What a whole plan costs through the API, against an empty request to the same server in the same run; and the jar solver alone
at eight sizes and sixty litres.

The demo's kitchen is what is on hand: four bottles, three canner and lid lots, jars of its own. Requests alternate, and each plan
differs from the one before by its basket.
"""

from __future__ import annotations

import json
import random
import statistics
import time
from typing import Any

from bench.check_cost import connected, spread, timed
from bench.keystroke import LONG
from rheum.core.making.jar_mix import Choice, mix
from rheum.core.parsing.writing import formula_text
from rheum.demo import make_demo
from rheum.reference.loading import library

ROUNDS = 150
WARM_UP = 20
JARS = [{"jar": "pint", "count": 14}, {"jar": "half-pint", "count": 18}, {"jar": "demo-jar-tall", "count": 6}]
SIZES_ML = (99.0, 201.0, 319.0, 437.0, 461.0, 650.0, 910.0, 930.0)


def plans() -> None:
    facts = library()
    beans, dills = (formula_text(facts.formulas[name]) for name in ("dilled-green-beans", "dill-cucumbers-fresh-pack"))
    questions: dict[str, tuple[str, int, dict[str, Any]]] = {
        "dilled green beans as written": (beans, 3, {}),
        "the same by the basket, three sizes of jar, out of the bottles": (beans, 3, {"jars": JARS, "from_bottles": True}),
        "fresh-pack dills by the basket, pints and quarts": (dills, 3, {"jars": [{"jar": "pint"}, {"jar": "quart", "count": 5}]}),
        "a garden pickle of 25 lines by the basket": (LONG, 3, {}),
    }
    with connected(make_demo) as connection:
        for name, (text, line, wish) in questions.items():
            empty, plan = [], []
            for round_ in range(ROUNDS + WARM_UP):
                asked = dict(wish)
                if name != "dilled green beans as written":
                    asked["baskets"] = [{"line": line, "amount": f"{4000 + round_} g less 510 g"}]
                changed = text.replace("\n\n", f"\n\n{1 + round_ / 1000:.3f} tsp cumin, ground\n", 1) if not asked.get("baskets") else text
                body = json.dumps({"text": changed, "altitude_m": 1265, "measures": "us", "wish": asked})
                one, other = timed(connection, "GET", "/api/alive", None), timed(connection, "POST", "/api/plan", body)
                if round_ >= WARM_UP:
                    empty.append(one)
                    plan.append(other)
            print(name)
            print(f"    empty request  {spread(empty)}")
            print(f"    plan           {spread(plan)}")
            print(f"    a plan is {statistics.median(plan) / statistics.median(empty):.1f} empty requests")


def solver() -> None:
    chance, times = random.Random(4), []
    for _ in range(100):
        choices = [Choice(f"jar{number}", room, chance.randint(5, 200)) for number, room in enumerate(SIZES_ML)]
        began = time.perf_counter()
        mix(chance.uniform(55_000, 60_000), choices)
        times.append((time.perf_counter() - began) * 1000)
    print("jar solver, 8 sizes, 55 to 60 litres, 5 to 200 jars of each, 100 times")
    print(f"    {spread(times)}")


if __name__ == "__main__":
    plans()
    solver()
