"""Words of one meaning by which figures, jars and lines are read (reference/grammar.toml)."""

from __future__ import annotations

from typing import Final


class Groups(dict[str, frozenset[str]]):
    """Words of one meaning, by the name of that meaning. KeyError for a name that no file has."""

    def __eq__(self, other: object) -> bool:
        return self is other

    def __ne__(self, other: object) -> bool:
        return self is not other

    def __hash__(self) -> int:  # type: ignore[override]
        return id(self)


NO_GROUPS: Final = Groups()
