"""What matters of an entered formula is entered twice, and both have to agree."""

from __future__ import annotations

from collections.abc import Mapping

from rheum.core.measures.amount import AmountError, split_amounts
from rheum.core.revising.entering import Entry, Looked
from rheum.core.revising.floors import Refusal


def second_reading(entry: Entry, looked: Looked, again: Mapping[int, str], minutes_again: Mapping[str, tuple[int, ...]]) -> list[Refusal]:
    """Where the second entry of what matters differs from the first: acid and produce amounts, and minutes."""
    found = []
    firsts = {item.line: item for item in looked.twice}
    for number, item in firsts.items():
        text = again.get(number, "")
        try:
            second, _, rest = split_amounts(text)
        except AmountError as error:
            found.append(Refusal(f"Line {number}: {error}", "again", number))
            continue
        first, _, _ = split_amounts(item.first)
        if second is None or rest.strip():
            found.append(Refusal(f"Line {number}, {item.name}: enter its amount a second time, from the source.", "again", number))
        elif first is None or (abs(second.high - first.high) > 0.005 * first.high or second.unit != first.unit):
            found.append(
                Refusal(
                    f"Line {number}, {item.name}: first {item.first}, now {text.strip()}. Look at the source which it is.", "again", number
                )
            )
    if {size: tuple(figures) for size, figures in minutes_again.items()} != {size: tuple(f) for size, f in entry.minutes.items()}:
        found.append(Refusal("The minutes differ from those entered first. Look at the source which they are.", "minutes_again"))
    return found
