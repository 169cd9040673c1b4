"""A batch before it is begun: baskets, jars, brine, bottles, loads, lids, the sheet.

The door: `make_plan` works all of it out from a recipe text and what there is; `canned_by` and `with_jars` set its canner and its count
of jars; `takes_of` says what beginning it takes from what is on hand.
"""

from rheum.core.making.plan import Plan, canned_by, make_plan, with_jars
from rheum.core.making.shortages import shortages
from rheum.core.making.takes import takes_of

__all__ = ["Plan", "canned_by", "make_plan", "shortages", "takes_of", "with_jars"]
