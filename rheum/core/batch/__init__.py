"""A batch under way and its jars afterwards: events, their fold, what the Stove says, dates.

The door: `begin` makes a plan into a batch, `admit` says whether an event fits, `state_at` how the batch stands, `jars_standing` where
its jars live and until when.
"""

from rheum.core.batch.admission import admit
from rheum.core.batch.begin import begin
from rheum.core.batch.dates import jars_standing
from rheum.core.batch.state import state_at

__all__ = ["admit", "begin", "jars_standing", "state_at"]
