"""A kitchen scale: what any scale tells, and a simulated one that can be driven from a screen and from tests."""

from __future__ import annotations

import threading
from collections.abc import Callable
from dataclasses import dataclass
from datetime import datetime
from typing import Final, Literal, Protocol

from rheum.core.measures.refused import Refused
from rheum.core.measures.units import G_PER_OZ

ScaleUnit = Literal["g", "lb oz"]


class ScaleError(Refused):
    """What a scale cannot do now; the message says what to do."""

    title = "Not now"
    field = "grams"
    status = 409


@dataclass(frozen=True, slots=True)
class Reading:
    """What the scale tells: grams after tare, whether it stands still, in which unit it shows them, the tare in grams, and
    what stands in its window."""

    grams: float
    stable: bool
    unit: ScaleUnit
    tare_g: float
    over: bool
    simulated: bool
    shows: str


def window(grams: float, unit: ScaleUnit, over: bool) -> str:
    """What a scale's window shows: `4390 g`, `9 lb 10.9 oz` (tenths of an ounce), `too much`."""
    if over:
        return "too much"
    if unit == "g":
        return f"{grams:.0f} g"
    pounds, tenths = divmod(round(abs(grams) / G_PER_OZ * 10), 160)
    return f"{'-' if grams < 0 and (pounds or tenths) else ''}{pounds} lb {tenths / 10:.1f} oz"


class Scale(Protocol):
    """Any scale that Rheum can read."""

    def read(self) -> Reading:
        """The weight now."""

    def tare(self) -> Reading:
        """What lies on it counts as nothing. ScaleError while it does not stand still or is overloaded."""

    def show(self, unit: ScaleUnit) -> Reading:
        """Show another unit; the weight stays what it is."""


class SimulatedScale:
    """A scale of 10 kg in steps of 1 g, 5 g over 5 kg. It settles in a second, and its zero creeps with the minutes, as a
    cheap one's does, until it is tared."""

    capacity_g: Final = 10_000.0

    def __init__(self, clock: Callable[[], datetime], drift_g_per_min: float = 0.05) -> None:
        self._clock = clock
        self._drift = drift_g_per_min
        self._lock = threading.Lock()
        self._load = self._tare = self._before = 0.0
        self._unit: ScaleUnit = "g"
        self._moved_at = self._zeroed_at = clock()

    def put(self, grams: float) -> Reading:
        """Lay so much on the platform in all (0: take everything off). ScaleError for a weight that cannot be."""
        if not 0 <= grams <= 50_000:
            raise ScaleError("Put between 0 g and 50 kg on the simulated scale.")
        with self._lock:
            self._before, self._load, self._moved_at = self._load, grams, self._clock()
            return self._reading()

    def read(self) -> Reading:
        """The weight now."""
        with self._lock:
            return self._reading()

    def tare(self) -> Reading:
        """What lies on it counts as nothing."""
        with self._lock:
            now = self._reading()
            if now.over:
                raise ScaleError("Too much lies on the scale: at most 10 kg. Weigh it in two parts.")
            if not now.stable:
                raise ScaleError("Wait until the figure stands still, then tare.")
            self._tare, self._zeroed_at = self._load, self._clock()
            return self._reading()

    def show(self, unit: ScaleUnit) -> Reading:
        """Show another unit."""
        with self._lock:
            self._unit = unit
            return self._reading()

    def _reading(self) -> Reading:
        now = self._clock()
        seconds = (now - self._moved_at).total_seconds()
        settled = min(1.0, max(0.0, seconds))
        load = self._before + (self._load - self._before) * settled
        raw = load - self._tare + self._drift * max(0.0, (now - self._zeroed_at).total_seconds()) / 60
        step = 5 if abs(raw) > 5000 else 1
        shown, over = round(raw / step) * step, self._load > self.capacity_g
        return Reading(
            grams=shown,
            stable=settled >= 1.0,
            unit=self._unit,
            tare_g=self._tare,
            over=over,
            simulated=True,
            shows=window(shown, self._unit, over),
        )
