"""One amount as a person types it into a field: a plain figure in the field's own unit, or with a unit of its own kind."""

from __future__ import annotations

import math
import re
from typing import Final

from rheum.core.measures.amount import AmountError, split_amounts
from rheum.core.measures.units import Kind, g_per, kind_of, ml_per, mm_per

_LONGEST: Final = 60
_PLAIN: Final = re.compile(r"[-+−]?\s{0,9}\d{0,15}[.,]?\d{1,15}")
_SUCH_AS: Final[dict[str, str]] = {"volume": "750 ml, 1.5 l or 3 cups", "mass": "510 g or 1 lb 2 oz", "length": "148 mm or 5 3/4 in"}


def one_amount(text: str, kind: Kind, unit: str) -> float:
    """The value in a unit of its kind: `one_amount("3 cups", "volume", "ml")` is 709.8. Cups, pints and quarts are US ones.
    AmountError with a sentence for anything else."""
    clean = text.strip()
    if len(clean) > _LONGEST:
        raise AmountError(f"“{clean[:20]}…” is too long for an amount. Write it as {_SUCH_AS[kind]}.")
    if _PLAIN.fullmatch(clean):
        return float(re.sub(r"\s", "", clean).replace("−", "-").replace(",", "."))
    try:
        amount, _, rest = split_amounts(f"{clean} x")
    except AmountError:
        amount, rest = None, ""
    if amount is None or amount.is_range or rest.strip() != "x" or kind_of(amount.unit) != kind:
        raise AmountError(f"“{clean[:40]}” cannot be used here. Write it as {_SUCH_AS[kind]}.")
    per = {"volume": lambda name: ml_per(name, "us"), "mass": g_per, "length": mm_per}[kind]
    value = amount.high * per(amount.unit) / per(unit)
    if not math.isfinite(value):
        raise AmountError(f"“{clean[:40]}” is no amount. Write it as {_SUCH_AS[kind]}.")
    return value
