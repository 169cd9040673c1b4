"""Reads and validates the short ways of writing (ways.toml). A bad row fails with its example named."""

from __future__ import annotations

import re
import tomllib
from collections.abc import Mapping
from typing import Any, Final

from rheum.core.facts.ways import SIGNS, Element, Way, Ways
from rheum.reference.grammar import BadRow, read_groups, words_of_group

_OFTEN: Final = re.compile(r"(?:\?|\+(\d))$")
_FIELDS: Final = frozenset({"says", "means", "hear", "out", "beside", "unless", "counted"})


def _element(told: str, groups: Mapping[str, frozenset[str]]) -> Element:
    absent = told.startswith("!")
    told = told[absent:]
    often = _OFTEN.search(told) if len(told) > 1 else None
    told = told[: often.start()] if often else told
    words = words_of_group(" ".join(part for part in told.split("|") if part), groups)
    if not words or any(
        len(word) > 1 and not word.isalnum() and word not in SIGNS and "/" not in word and "-" not in word for word in words
    ):
        raise BadRow(f"“{told}” is no element")
    most = int(often.group(1)) if often and often.group(1) else 1
    return Element(words, 0 if often and not often.group(1) else 1, most, absent)


def _way(row: Mapping[str, Any], groups: Mapping[str, frozenset[str]]) -> Way:
    if unknown := row.keys() - _FIELDS:
        raise BadRow(f"unknown field {sorted(unknown)[0]}")
    before, _, rest = row["hear"].rpartition(" < ")
    body, _, after = rest.partition(" & ")
    parts = [tuple(_element(told, groups) for told in part.split()) for part in (before, body, after)]
    certain = [one.words for one in (*parts[1], *parts[0], *parts[2]) if one.least and not one.absent and not one.words & SIGNS]
    held = {name: words_of_group(row[name], groups) for name in ("beside", "unless") if name in row}
    return Way(
        says=row["says"],
        means=row.get("means", row["says"]),
        body=parts[1],
        out=row.get("out", ""),
        before=parts[0],
        after=parts[2],
        anchors=tuple(sorted(certain, key=lambda words: -min(map(len, words)))),
        counted=row.get("counted", False),
        **held,
    )


def read_ways(text: str) -> Ways:
    """The tables of short ways and their groups of words. BadRow for one that cannot be used."""
    data = tomllib.loads(text)
    groups = read_groups(data.pop("group"))
    tables: dict[str, tuple[Way, ...]] = {}
    for table, rows in data.items():
        read = []
        for row in rows:
            try:
                read.append(_way(row, groups))
            except (BadRow, KeyError, AttributeError, ValueError) as error:
                raise BadRow(f"ways.toml, “{row.get('says', '?')}”: {error}") from None
        tables[table] = tuple(read)
    return Ways(tables, groups)
