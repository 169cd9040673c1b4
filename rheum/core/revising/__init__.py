"""A judged recipe made into another one: a tested one, another size, a merged one, a formula of one's own.

The door: `becoming` is the way to a tested formula, `scale_to` another size, `compare` sets versions side by side, `look` looks an entry over.
"""

from rheum.core.revising.becoming import becoming
from rheum.core.revising.comparing import compare
from rheum.core.revising.entering import look
from rheum.core.revising.scaling import scale_to

__all__ = ["becoming", "compare", "look", "scale_to"]
