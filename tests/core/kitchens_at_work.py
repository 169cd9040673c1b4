"""Batches begun from the tested formulas, and a kitchen that tells what happens to them minute by minute."""

from __future__ import annotations

from datetime import datetime, timedelta, timezone
from itertools import count
from typing import Any, get_args

from rheum.core.batch import admit, begin, state_at
from rheum.core.batch.begun import Snapshot
from rheum.core.batch.events import Event, Happening
from rheum.core.batch.moment import Moment
from rheum.core.batch.standing import RunState, TaskStanding
from rheum.core.batch.told import fold
from rheum.core.facts.circumstances import CannerMethod, Settings
from rheum.core.facts.formulas import Pack
from rheum.core.making import make_plan, with_jars
from rheum.core.making.stock import Stock
from rheum.core.making.wish import JarWish, Wish
from rheum.core.measures.altitude import altitude
from rheum.core.parsing.writing import formula_text
from rheum.reference.loading import library

EVENT = {kind.__dataclass_fields__["kind"].default: kind for kind in get_args(Happening)}
START = datetime(2026, 7, 4, 7, 0, tzinfo=timezone.utc)


def begun(
    formula_id: str,
    *,
    pack: Pack | None = None,
    method: CannerMethod = "bath",
    metres: str = "1265",
    jars: int | None = None,
    per_load: int | None = None,
    factor: float | None = None,
    sizes: dict[str, int] | None = None,
    batch_id: str = "batch-0001",
) -> Snapshot:
    """A batch of a tested formula, begun at START."""
    facts = library()
    settings = Settings(altitude=altitude(metres, "m"), pack=pack, method=method, measures="us", formula_id=formula_id)
    wish = Wish(factor=factor, jars=tuple(JarWish(name, many) for name, many in (sizes or {}).items()))
    plan = with_jars(make_plan(formula_text(facts.formulas[formula_id]), wish, settings, facts, stock=Stock()), jars, facts, Stock())
    return begin(batch_id, plan, settings, facts, moment=START, jars=jars, jars_per_load=per_load)


class AtWork:
    """A batch, what is told of it, and a clock that only the test moves."""

    def __init__(self, batch: Snapshot) -> None:
        self.batch, self.events, self.now, self.ids, self.steady_s = batch, [], START, count(1), 100.0

    def moment(self, after: float = 0) -> Moment:
        steady = self.steady_s + after * 60
        return Moment(self.now + timedelta(minutes=after), steady, steady, "one")

    def wait(self, minutes: float) -> AtWork:
        self.now += timedelta(minutes=minutes)
        self.steady_s += minutes * 60
        return self

    def event(self, kind: str, **said: Any) -> Event:
        return Event(EVENT[kind](f"event-{next(self.ids):04d}", **said), self.moment())

    def tell(self, kind: str, **said: Any) -> Event:
        event = self.event(kind, **said)
        admit(self.batch, self.events, event)
        self.events.append(event)
        return event

    def task(self, name: str, how: str = "done", **more: Any) -> Event:
        return self.tell("task", task=name, how=how, **more)

    @property
    def state(self) -> RunState:
        return state_at(self.batch, self.events, self.moment())

    @property
    def tally(self):
        return fold(self.batch, self.events)

    def standing(self, name: str) -> TaskStanding:
        return next(task for task in self.state.tasks if task.id == name)

    def until_filling(self) -> AtWork:
        """Everything up to the first jar, each clock in full."""
        for task in self.batch.tasks:
            if task.part not in ("prepare", "cook", "heat"):
                continue
            if task.clock is not None:
                self.task(task.id, "boils" if task.boils else "begun")
                self.wait(task.clock[1])
            self.task(task.id)
        return self

    def load(self, number: int, jars: int, **more: Any) -> AtWork:
        """One load filled, processed in full and lifted."""
        self.tell("loaded", load=number, jars=jars, **more)
        self.wait(12).tell("boiling", load=number)
        minutes = next(load.minutes for load in self.state.loads if load.number == number)
        self.wait(minutes).tell("heat-off", load=number)
        self.wait(5).tell("lifted", load=number)
        return self
