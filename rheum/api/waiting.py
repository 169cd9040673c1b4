"""Screens that wait for news. A waiting screen holds a thread of the server, so no more are held than were set apart for it; the others are
answered at once, and ask again."""

from __future__ import annotations

import threading
import time
from collections.abc import Callable
from typing import Final

# How long a screen is held; and how often one looks for what another program changed in the data.
HELD_S: Final = 20.0
_LOOK_S: Final = 2.0


class News:
    """Wakes the screens that wait when something was told."""

    def __init__(self, most: int) -> None:
        """`most`: how many screens may be held at a time."""
        self._most, self._held, self._told, self._condition = most, 0, 0, threading.Condition()

    def told(self) -> None:
        """Something may have changed."""
        with self._condition:
            self._told += 1
            self._condition.notify_all()

    def close(self) -> None:
        """Lets every screen go, and holds none any more: the server stops."""
        with self._condition:
            self._most = 0
            self._told += 1
            self._condition.notify_all()

    def wait(self, changed: Callable[[], bool], held_s: float = HELD_S) -> None:
        """Returns once something has changed, after `held_s` seconds, or at once where too many wait already."""
        until = time.monotonic() + held_s
        with self._condition:
            if self._held >= self._most:
                return
            self._held += 1
        try:
            while True:
                told = self._told
                left = until - time.monotonic()
                if self._most == 0 or changed() or left <= 0:
                    return
                with self._condition:
                    # What was told between the look and the wait is not waited for.
                    self._condition.wait_for(lambda told=told: self._told != told, min(left, _LOOK_S))  # type: ignore[misc]
        finally:
            with self._condition:
                self._held -= 1
