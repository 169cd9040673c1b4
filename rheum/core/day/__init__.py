"""Several batches laid out over burners, canners and hands; laid out anew as the day goes.

The door: `lay_out` makes a plan of what is asked, or says in a sentence what is in the way; `pushed` is the same plan as the day goes,
`better` another order of what is left; `sheet_of` and `day_sheet` are what hangs on the wall, `shopping_list` what must be got first.
"""

from rheum.core.day.asked import Asked, Burner, DayBatch, DayCanner, Fixed, Told
from rheum.core.day.laid import Day, Laid
from rheum.core.day.late import Better, better, pushed, without
from rheum.core.day.lay import lay_out
from rheum.core.day.sheet import DaySheet, Sheet, Work, day_sheet, sheet_of
from rheum.core.day.shopping import ToBuy, as_text, shopping_list

__all__ = [
    "Asked",
    "Better",
    "Burner",
    "Day",
    "DayBatch",
    "DayCanner",
    "DaySheet",
    "Fixed",
    "Laid",
    "Sheet",
    "ToBuy",
    "Told",
    "Work",
    "as_text",
    "better",
    "day_sheet",
    "lay_out",
    "pushed",
    "sheet_of",
    "shopping_list",
    "without",
]
