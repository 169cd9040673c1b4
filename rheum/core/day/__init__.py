"""Several batches laid out over burners, canners and hands; laid out anew as the day goes.

The door: `lay_out` makes a plan of what is asked, or says in a sentence what is in the way; `pushed` is the same plan as the day goes.
"""

from rheum.core.day.asked import Asked, Burner, DayBatch, DayCanner, Fixed, Told
from rheum.core.day.laid import Day, Laid
from rheum.core.day.late import pushed
from rheum.core.day.lay import lay_out

__all__ = ["Asked", "Burner", "Day", "DayBatch", "DayCanner", "Fixed", "Laid", "Told", "lay_out", "pushed"]
