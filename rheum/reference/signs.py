"""Reads and validates the signs in finished jars (quality.toml). A bad row fails with its sign named."""

from __future__ import annotations

import tomllib
from collections.abc import Mapping
from functools import cache
from typing import Any, Final, get_args

from rheum.core.facts.disposal import DISPOSAL
from rheum.core.facts.signs import LEADS_TO, Becomes, Cause, Outcome, Place, Question, Safety, Sign, Signs
from rheum.reference.words import BadReference, shipped

# As many drawings as a person looks over at once.
MOST_AT_A_PLACE: Final = 8


@cache
def signs() -> Signs:
    """The signs, read once."""
    return read_signs(shipped("quality.toml"), {name: row["title"] for name, row in tomllib.loads(shipped("sources.toml")).items()})


def read_signs(text: str, sources: Mapping[str, str]) -> Signs:
    """The signs; `sources`: the titles of the publications by their ids. Fails where a row has a field too many or too few, an answer leads nowhere or in a circle, a place has more than eight, or a sign that
    means spoilage does not end in the bin."""
    rows = tomllib.loads(text)
    places = tuple(Place(**row) for row in rows["place"])
    outcomes = {row["id"]: Outcome(**{**row, "says": row["says"].replace("{disposal}", DISPOSAL)}) for row in rows["outcome"]}
    found: dict[str, Sign] = {}
    for row in rows["sign"]:
        try:
            sign = _sign(row, sources)
        except (KeyError, TypeError, ValueError) as error:
            raise BadReference(f"quality.toml, {row.get('id', '?')}: {error}") from None
        if sign.id in found:
            raise BadReference(f"quality.toml, {sign.id}: stands there twice")
        found[sign.id] = sign
    everything = Signs(places, outcomes, found)
    for sign in found.values():
        if problem := _wrong_with(sign, everything):
            raise BadReference(f"quality.toml, {sign.id}: {problem}")
    for outcome in outcomes.values():
        if outcome.kind not in get_args(Becomes) or (outcome.kind == "fridge") != (outcome.days is not None):
            raise BadReference(f"quality.toml, outcome {outcome.id}: what goes into the refrigerator has its days, and nothing else has")
    for place in places:
        if not 1 <= len(everything.at(place.id)) <= MOST_AT_A_PLACE:
            raise BadReference(f"quality.toml, place {place.id}: one to {MOST_AT_A_PLACE} signs stand there")
    return everything


def _sign(row: Mapping[str, Any], sources: Mapping[str, str]) -> Sign:
    if row["source"] not in sources and "from memory" not in row["source"]:
        raise ValueError("a source of sources.toml, or where it is from and that it is from memory")
    return Sign(
        **{
            **row,
            "causes": tuple(Cause(**cause) for cause in row["causes"]),
            "ask": tuple(Question(**{**question, "things": tuple(question.get("things", ()))}) for question in row.get("ask", ())),
            "draw": tuple(row.get("draw", ())),
            "source": f"{sources[row['source']]}, from memory" if row["source"] in sources else row["source"],
        }
    )


def _wrong_with(sign: Sign, everything: Signs) -> str | None:
    if sign.safety not in get_args(Safety):
        return "safety is discard, ask or quality"
    if sign.place is not None and (sign.place not in {place.id for place in everything.places} or not sign.draw):
        return "a place of the list and something drawn"
    leads = {*(question.yes for question in sign.ask), sign.end}
    for lead in leads:
        if lead.removeprefix(LEADS_TO) not in (everything.signs if lead.startswith(LEADS_TO) else everything.outcomes):
            return f"nothing is called “{lead}”"
    if sign.safety == "discard" and any(everything.outcomes[lead].kind != "thrown" for lead in leads):
        return "it means spoilage, so it ends in the bin"
    if sign.safety == "ask" and not sign.ask:
        return "it can mean spoilage, so something is asked"
    return "its questions lead in a circle" if _circles(sign.id, everything, ()) else None


def _circles(sign_id: str, everything: Signs, on_the_way: tuple[str, ...]) -> bool:
    if sign_id in on_the_way:
        return True
    sign = everything.signs[sign_id]
    leads = (*(question.yes for question in sign.ask), sign.end)
    return any(_circles(lead.removeprefix(LEADS_TO), everything, (*on_the_way, sign_id)) for lead in leads if lead.startswith(LEADS_TO))
