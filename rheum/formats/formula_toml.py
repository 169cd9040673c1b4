"""Formulas of one's own → TOML of the shipped shape, so that households can share them."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any, Final

import tomli_w

from rheum.core.facts.formulas import Formula, FormulaLine
from rheum.core.facts.placing import Placement
from rheum.core.measures.amount import Amount
from rheum.core.measures.units import MM_PER_INCH

HEADING: Final = (
    "# Formulas entered from tested sources by a household, in the shape in which Rheum ships its own.\n"
    "# Read them in under Recipes; check each against its source before you rely on it.\n\n"
)


def _amount(amount: Amount) -> str:
    span = f"{amount.low:.6g}" if amount.low == amount.high else f"{amount.low:.6g}-{amount.high:.6g}"
    return f"{span} {amount.unit}"


def _line(line: FormulaLine) -> str:
    flags = [f"per_jar={line.per_jar}"] if line.per_jar else []
    flags += [name for name, on in (("prep_only", line.prep_only), ("optional", line.optional), ("prepared", line.prepared)) if on]
    cells = [_amount(line.amount), line.ingredient.id, line.prep.replace("|", "/"), " ".join(flags)]
    return " | ".join(cells).rstrip(" |")


def formula_entry(formula: Formula) -> dict[str, Any]:
    """One formula as the table it is in TOML. Pools and alternatives are shipped formulas' only: an entered one has none."""
    made, own = formula.yields, formula.own
    source: dict[str, Any] | str = formula.source.id
    if own is not None:
        flags = {name: True for name, on in (("imported", own.imported), ("steps_confirmed", own.steps_confirmed)) if on}
        source = {"kind": own.kind, "title": own.title, "page": own.page, "year": own.year, **flags}
    return {
        "id": formula.id,
        "title": formula.title,
        "kind": formula.kind,
        "pack": formula.pack,
        "source": source,
        **(
            {"heat": formula.eating.heat, "colour": formula.eating.colour, "like": " ".join(sorted(formula.eating.like))}
            if formula.eating is not None
            else {}
        ),
        "recall": formula.recall,
        "lines": [_line(line) for line in formula.lines],
        "yield": f"{made.low:g}-{made.high:g} {made.jar}" if made.low != made.high else f"{made.low:g} {made.jar}",
        "headspace_in": round(formula.headspace_mm / MM_PER_INCH, 6),
        "bands": list(formula.bands_ft),
        "minutes": {size: list(figures) for size, figures in formula.minutes.items()},
        "weeks": formula.weeks,
        **({"steps": formula.steps} if formula.steps else {}),
    }


def formulas_toml(formulas: Iterable[Formula], placements: Iterable[Placement] = ()) -> str:
    """A file of formulas, and of the placed ingredients that they use."""
    formulas = list(formulas)
    used = {line.ingredient.name for formula in formulas for line in formula.lines if line.ingredient.status == "placed by you"}
    placed = [{"name": item.name, "kind": item.kind} for item in placements if item.name in used]
    data: dict[str, Any] = {"formula": [formula_entry(formula) for formula in formulas]}
    if placed:
        data = {"placed": placed, **data}
    return HEADING + tomli_w.dumps(data, multiline_strings=False)
