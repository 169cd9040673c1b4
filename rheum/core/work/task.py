"""A task of one batch: what is done, to what, how long, where, with how much attention, after what, until what is seen."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from rheum.core.facts.work import Attention

Span = tuple[float, float]
Part = Literal["prepare", "cook", "heat", "fill", "process", "after"]
PARTS: tuple[Part, ...] = ("prepare", "cook", "heat", "fill", "process", "after")


@dataclass(frozen=True, slots=True)
class BatchTask:
    """One task of a batch, scaled. Minutes are low and high: `hands` at the counter, `heat_up` until it boils, `clock` what a clock counts from the
    boil, or from the beginning where nothing is boiled. `after`: ids of the tasks before it; `ahead`: minutes before the first filling by which it
    must have begun, for what is begun no sooner than needed; `stir`: every so many minutes; `waits`: how long the result may stand, minutes;
    `lines`: what it takes, amounts in the kitchen's measures, or what to look at. `tested`: its clock belongs to the tested process and is not cut
    short; `may_leave`: the process does not forbid leaving it out. `load`: which canner load it belongs to."""

    id: str
    do: str
    part: Part
    title: str
    says: str
    attention: Attention
    after: tuple[str, ...] = ()
    hands: Span = (0.0, 0.0)
    heat_up: Span = (0.0, 0.0)
    clock: Span | None = None
    until: str = ""
    where: str = ""
    pot: str = ""
    hot: bool = False
    stir: float | None = None
    waits: float | None = None
    gloves: bool = False
    lines: tuple[str, ...] = ()
    ahead: float | None = None
    tested: bool = False
    may_leave: bool = False
    load: int | None = None
    # Its method does not say how long: that is asked when it is begun.
    asks: bool = False
    # Of a task that a recipe's own sentence tells: what is understood of it, without its words.
    plain: str = ""
    # Where its minutes are this kitchen's own: how many times the handbook's they are.
    own: float = 1.0

    @property
    def lasts(self) -> Span:
        """Minutes from its beginning to its end, low and high."""
        clock = self.clock or (0.0, 0.0)
        return self.hands[0] + self.heat_up[0] + clock[0], self.hands[1] + self.heat_up[1] + clock[1]

    @property
    def reckoned(self) -> float:
        """Minutes to plan with: the middle for handwork, the high end of what is waited for (own pick, in design of the work)."""
        clock = self.clock[1] if self.clock else 0.0
        return sum(self.hands) / 2 + sum(self.heat_up) / 2 + clock

    @property
    def boils(self) -> bool:
        """Whether its clock begins at a boil that the person tells."""
        return self.where == "burner" and self.clock is not None
