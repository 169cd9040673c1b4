"""The work of a batch, from the basket to the lid: nothing else knows the order of things.

The door: `work_page` shows a formula's work as a person reads it, at a scale.
"""

from rheum.core.work.page import FormulaPage, work_page

__all__ = ["FormulaPage", "work_page"]
