"""A sign seen on a jar, and the answers to its questions, walked to what the jar comes to. What is not known counts as the worse."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Final, Literal

from rheum.core.facts.disposal import IF_EATEN
from rheum.core.facts.signs import LEADS_TO, Becomes, Cause, Outcome, Sign, Signs
from rheum.core.measures.refused import RequestError

Answer = Literal["yes", "no", "unknown"]
# What is told of a jar by what it came to.
Tells = Literal["spoiled", "chilled", "noted"]
_TELLS: Final[dict[Becomes, Tells]] = {"thrown": "spoiled", "fridge": "chilled", "leave": "noted", "eat": "noted"}
ONE_SIGN: Final = (
    "That is this sign alone. If anything else is wrong with it, look at that too: the worst one decides. Never taste to find out."
)
OVERDUE: Final = "Its last day is past."
UNJUDGED: Final = "Nobody here saw it made, so no answer vouches for it: in doubt, it goes out."
LOOK_FIRST: Final = (
    "A mate of this jar was found wrong. Look at this one for every other sign before it is opened, and say on its page what you saw."
)
MATES: Final = (
    "Look at its batch mates before they are opened: lid down, no gas, no leak, no cloud that was not there. They are marked on the shelf."
)


@dataclass(frozen=True, slots=True)
class Asked:
    """A question to be answered, the how many-th it is. `things`: what is to be ticked; one of them is “yes”, none of them “no”."""

    number: int
    says: str
    things: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Ending:
    """What the jar comes to: what to do with it, with its mates, and next time; `tell`: what is recorded of it, `days` how long it keeps in the
    refrigerator; `if_eaten`: of one that may be poisonous, what to do if somebody ate of it."""

    outcome: str
    title: str
    kind: Becomes
    says: str
    also: str
    mates: str
    causes: tuple[Cause, ...]
    next: str
    source: str
    tell: Tells
    note: str
    days: int | None
    if_eaten: str = ""


@dataclass(frozen=True, slots=True)
class ThisJar:
    """What is known of the jar that it was seen on: it is open already, its last day is past, nobody judged it; it is to be thrown out or was, or traced,
    and why (`out`); a mate of it was found wrong (`look`)."""

    opened: bool = False
    overdue: bool = False
    unjudged: bool = False
    out: str = ""
    look: bool = False


def walk(signs: Signs, sign_id: str, answers: Sequence[Answer], jar: ThisJar = ThisJar()) -> Asked | Ending:
    """The next question, or what the jar comes to: one whose last day is past goes out, whatever was answered. RequestError for a sign that is not there, or an answer too many."""
    sign = signs.signs.get(sign_id)
    if sign is None:
        raise RequestError("sign", f"There is no sign “{sign_id[:40]}” here. Choose one from the drawings.")
    seen, asked = sign, 0
    lead, by_no = f"{LEADS_TO}{sign.id}", True
    while lead.startswith(LEADS_TO):
        sign = signs.signs[lead.removeprefix(LEADS_TO)]
        lead, by_no = sign.end, True
        for question in sign.ask:
            if asked == len(answers):
                return Asked(asked + 1, question.says, question.things)
            asked += 1
            if not question.goes_on(answers[asked - 1]):
                lead, by_no = question.yes, False
                break
    if asked < len(answers):
        raise RequestError("answers", "That is answered already. Begin with the sign again.")
    outcome = signs.outcomes[lead]
    if jar.overdue and outcome.kind != "thrown":
        outcome, by_no = signs.outcomes["past-time"], False
    if jar.out and outcome.kind != "thrown":
        outcome, by_no = signs.outcomes["out"], False
    if outcome.id == "out" and (jar.opened or sign.opened or seen.opened):
        outcome = signs.outcomes["out-open"]
    # The sign's own words hold only where every one of its questions was answered with “no”.
    ending = _ending(seen, sign, outcome, sign.now if by_no and sign.now is not None else outcome.says)
    if jar.out:
        return replace(ending, says=f"{jar.out} {ending.says}")
    if jar.overdue and ending.kind == "thrown":
        return replace(ending, says=f"{OVERDUE} {ending.says}")
    if jar.look and ending.kind == "eat":
        ending = replace(ending, also=f"{LOOK_FIRST} {ending.also}")
    return replace(ending, also=f"{ending.also} {UNJUDGED}") if jar.unjudged and ending.kind == "eat" else ending


def _ending(seen: Sign, last: Sign, outcome: Outcome, says: str) -> Ending:
    eaten = outcome.kind == "eat"
    return Ending(
        outcome=outcome.id, title=outcome.title, kind=outcome.kind, says=says,
        also=ONE_SIGN if eaten else "",
        mates="" if eaten or outcome.kind == "leave" else MATES,
        causes=seen.causes, next=last.next, source=seen.source,
        tell=_TELLS[outcome.kind], note=f"{seen.sign}: {outcome.title.lower()}", days=outcome.days, if_eaten=IF_EATEN if outcome.suspect else "",
    )  # fmt: skip
