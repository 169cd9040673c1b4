"""The work of a batch, from the basket to the lid: nothing else knows the order of things.

The door: `work_page` shows a formula's work as a person reads it, at a scale; `tasks_of` makes a plan's tasks, `forecast` says when each
of them comes; `steps_of` reads back what the typed steps of a formula of one's own do, `steps_to_read` those of a batch for the refrigerator.
"""

from rheum.core.work.ahead import forecast, just_in_time
from rheum.core.work.from_method import StepAnswer, ToldStep, steps_of, steps_told
from rheum.core.work.page import FormulaPage, work_page
from rheum.core.work.planned import steps_to_read, tasks_of
from rheum.core.work.task import BatchTask

__all__ = [
    "BatchTask",
    "FormulaPage",
    "StepAnswer",
    "ToldStep",
    "forecast",
    "just_in_time",
    "steps_of",
    "steps_to_read",
    "steps_told",
    "tasks_of",
    "work_page",
]
