"""What a batch would take and the kitchen has not: told, and asked about, before it is begun."""

from __future__ import annotations

from rheum.core.making.plan import Plan
from rheum.core.making.stock import Stock


def shortages(plan: Plan, stock: Stock) -> tuple[str, ...]:
    """A sentence for each thing short: vinegar, new lids, bands, jars. What the kitchen keeps no count of is not asked about."""
    found = [one.says for one in plan.vinegar if one.short_ml > 0] if stock.bottles else []
    for need in plan.lids:
        if need.short and stock.lids:
            found.append(need.says)
        if need.bands_short and stock.bands:
            found.append(f"{need.bands_short} {need.mouth} {'band' if need.bands_short == 1 else 'bands'} short.")
    for row in plan.jars.rows if plan.jars else ():
        if row.there is not None and row.there < row.count:
            found.append(
                f"{row.count} {row.title[:1].lower()}{row.title[1:]} jars are wanted, and {row.there or 'none'} {'is' if row.there == 1 else 'are'} in the cupboard."
            )
    return tuple(found)
