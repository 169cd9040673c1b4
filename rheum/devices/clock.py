"""The machine's clocks: the one that people correct, and the two that nobody can."""

from __future__ import annotations

import time
from collections.abc import Callable
from datetime import datetime, timezone
from pathlib import Path
from typing import Final
from uuid import uuid4

from rheum.core.batch.moment import Moment

Clock = Callable[[], Moment]
_BOOT_ID: Final = Path("/proc/sys/kernel/random/boot_id")


def _boot() -> str:
    """Which start of the machine this is; where the machine does not say, which start of the server."""
    try:
        return _BOOT_ID.read_text(encoding="ascii").strip()
    except OSError:
        return f"process {uuid4()}"


BOOT: Final = _boot()


def machine_moment() -> Moment:
    """Now, by all three clocks: the wall's, the steady one that stops in sleep, and (on Linux) the one that goes on."""
    boottime = time.clock_gettime(time.CLOCK_BOOTTIME) if hasattr(time, "CLOCK_BOOTTIME") else None
    return Moment(datetime.now(timezone.utc), time.monotonic(), boottime, BOOT)
