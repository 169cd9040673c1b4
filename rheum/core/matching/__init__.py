"""Which tested formula a recipe is, scaled to its acid, and how every line stands against it.

The door: `measure` brings the lines to grams and millilitres, `nearest` orders the formulas, `match_to` seats the lines in one of them; a
`Case` is all of it as the rules see it.
"""

from rheum.core.matching.case import Case
from rheum.core.matching.distance import nearest
from rheum.core.matching.match import match_to
from rheum.core.matching.measured import measure

__all__ = ["Case", "match_to", "measure", "nearest"]
