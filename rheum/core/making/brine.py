"""How much brine the jars will take: a range by how full they are packed, and after the first jars what they really took."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

from rheum.core.matching.case import RAW_PACK_PRODUCE
from rheum.core.measures.measurable import poured
from rheum.core.measures.refused import RequestError
from rheum.core.measures.saying import ml

# What the next jars take lies within this part of what the first ones took, less as more are filled (own pick).
_NEXT_JARS: Final = 0.12
# What rounding to spoons and cups does to a batch.
_SLIGHT: Final = 0.02


@dataclass(frozen=True, slots=True)
class Brine:
    """Millilitres that all jars take, low to high; how many batches of the recipe's brine to mix, whole ones where the recipe at this
    size lists as many, and how many batches it lists. `taken`: the share of the room that liquid took in the
    jars filled so far; None before the first."""

    batch_ml: float
    low: float
    mid: float
    high: float
    batches: float
    listed: float
    taken: float | None
    says: str


def _batches(need: float, batch_ml: float) -> int:
    return max(1, math.ceil(need / batch_ml - 1e-6))


def forecast(batch_ml: float, rooms: Sequence[float], listed_ml: float) -> Brine:
    """Before the first jar: produce takes 46 to 70 % of a raw-packed jar's room (from memory), brine the rest. `batch_ml` is the
    vinegar, juice and water of the recipe as it stands, `listed_ml` at the size that is made, `rooms` what each jar takes under
    its headspace."""
    if min(batch_ml, listed_ml) <= 0 or not rooms:
        raise RequestError("brine", "There is no liquid in this recipe, or no jar to fill.")
    low_part, mid_part, high_part = RAW_PACK_PRODUCE
    room, listed = sum(rooms), listed_ml / batch_ml
    low, mid, high = room * (1 - high_part), room * (1 - mid_part), room * (1 - low_part)
    whole = _batches(mid, batch_ml)
    if whole < listed - _SLIGHT:
        batches, mix = float(whole), f"mix {count_of(whole)} first, the rest of what is listed if the jars pack loosely"
    elif listed < 1 + _SLIGHT:
        batches, mix = listed, "mix all that is listed" if listed < 1 - _SLIGHT else "mix it all"
    else:
        batches, mix = listed, f"mix all that is listed, {count_of(listed)}"
    says = f"The jars take {ml(low)} to {ml(high)}. One batch of brine is {poured(batch_ml, None)}: {mix}."
    if listed_ml < high * (1 - _SLIGHT):
        says += " Keep the makings of more at hand."
    return Brine(batch_ml=batch_ml, low=low, mid=mid, high=high, batches=batches, listed=listed, taken=None, says=says)


def count_of(batches: float) -> str:
    """`one batch`, `2 batches`, `1.75 batches`."""
    return "one batch" if abs(batches - 1) < _SLIGHT else f"{batches:.3g} batches"


def adjusted(batch_ml: float, rooms: Sequence[float], filled: int, used_ml: float, *, mixed: float) -> Brine:
    """After the first jars: what they really took, and what that means for the rest, in whole batches more. `mixed`: batches mixed
    so far.
    RequestError for more jars than there are or more brine than their room."""
    if not 1 <= filled <= len(rooms):
        raise RequestError("filled", f"Say how many jars are filled, 1 to {len(rooms)}.")
    if not 0 < mixed <= 50:
        raise RequestError("mixed", "Say how many batches of brine were mixed, above zero and at most 50.")
    first = sum(rooms[:filled])
    if not math.isfinite(used_ml) or used_ml <= 0:
        raise RequestError("used_ml", "Say how much brine went into them, above zero.")
    if used_ml > first:
        raise RequestError(
            "used_ml",
            f"{filled} {'jar takes' if filled == 1 else 'jars take'} at most {ml(first)}, empty. Measure what is left in the pan again.",
        )
    if used_ml > mixed * batch_ml * (1 + _SLIGHT):
        is_ = "is" if abs(mixed - 1) < _SLIGHT else "are"
        raise RequestError("used_ml", f"{count_of(mixed)} of brine {is_} {ml(mixed * batch_ml)}: more cannot have gone in.")
    share, rest = used_ml / first, sum(rooms[filled:])
    spread = _NEXT_JARS / math.sqrt(filled)
    low, mid = used_ml + rest * share * (1 - spread), used_ml + rest * share
    high = used_ml + min(rest, rest * share * (1 + spread))
    more = max(0, math.ceil((mid - mixed * batch_ml) / batch_ml - 1e-6))
    batches = mixed + more
    over = batches * batch_ml - mid
    left = f"{ml(rest * share)} for the {len(rooms) - filled} still empty" if rest else "all jars are filled"
    wanted = count_of(more).replace("batch", "more batch") if more else "what is mixed is enough"
    says = f"{left[0].upper()}{left[1:]}: {wanted}, {ml(over)} over."
    return Brine(batch_ml=batch_ml, low=low, mid=mid, high=high, batches=batches, listed=batches, taken=share, says=says)
