"""Changes to a recipe text: lines replaced, put in or taken out."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Any, Literal


@dataclass(frozen=True, slots=True)
class Change:
    """One change to the text or a setting that a remedy proposes."""

    op: Literal["replace", "insert", "remove", "set"]
    line: int | None = None
    text: str | None = None
    setting: str | None = None
    value: str | float | bool | None = None


def lines_of(text: str) -> tuple[str, ...]:
    """The lines of a text as they are counted everywhere, by the server and by the screens: only an end of line ends one. What else a
    page may bring along (U+2028, U+0085, a form feed) stands within its line."""
    return tuple(text.replace("\r\n", "\n").replace("\r", "\n").split("\n"))


def apply_changes(text: str, changes: Iterable[Change]) -> tuple[str, dict[str, Any]]:
    """The text with changes applied, and the settings they set. Lines are counted from 1 as in the text before any change;
    an insertion stands before the line it names. ValueError for a line that is not there."""
    lines = list(lines_of(text))
    if lines and not lines[-1]:
        lines.pop()
    ends = text.endswith("\n")
    settings: dict[str, Any] = {}
    edits = []
    for change in changes:
        if change.op == "set":
            settings[str(change.setting)] = change.value
        else:
            edits.append(change)
    order = {"insert": 0, "replace": 1, "remove": 1}
    for change in sorted(edits, key=lambda one: (-(one.line or 0), -order[one.op])):
        at = (change.line or 0) - 1
        if not 0 <= at < len(lines) + (change.op == "insert"):
            raise ValueError(f"There is no line {change.line}.")
        if change.op == "insert":
            lines[at:at] = lines_of(change.text or "")
        elif change.op == "remove":
            del lines[at]
        else:
            lines[at] = change.text or ""
    return "\n".join(lines) + ("\n" if ends else ""), settings
