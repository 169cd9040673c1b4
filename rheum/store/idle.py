"""Connections that wait for the next request: to open one, set it up and close it costs more than most of what is asked of it."""

from __future__ import annotations

import sqlite3
import threading
from contextlib import suppress
from pathlib import Path
from typing import Final

from rheum.store.database import connect

_MOST: Final = 8


class IdleConnections:
    """Connections to one database file, lent to one request at a time. A file that was put in its place is another file, and what was
    connected to the old one is closed."""

    def __init__(self, path: Path) -> None:
        self._path = path
        self._lock = threading.Lock()
        self._idle: list[sqlite3.Connection] = []
        self._file: tuple[int, int] | None = None
        # The file that each connection was opened to.
        self._of: dict[sqlite3.Connection, tuple[int, int] | None] = {}
        self._closed = False

    def take(self) -> sqlite3.Connection:
        """A connection for one request. StoreError or sqlite3.Error where the data cannot be opened."""
        with self._lock:
            file = self._now()
            if file != self._file:
                self._shut()
                self._file = file
            if self._idle:
                return self._idle.pop()
        opened = connect(self._path, any_thread=True)
        with self._lock:
            self._of[opened] = file
        return opened

    def give_back(self, connection: sqlite3.Connection, failed: bool = False) -> None:
        """Take a connection back. What a request left open is undone; one that met a fault is not lent again."""
        with self._lock:
            spent = failed or self._closed or connection.in_transaction or len(self._idle) >= _MOST
            if not spent and self._of[connection] == self._file == self._now():
                self._idle.append(connection)
                return
            del self._of[connection]
        connection.close()

    def close(self) -> None:
        """Close all that is idle; what is lent out is closed when it comes back."""
        with self._lock:
            self._closed = True
            self._shut()

    def __del__(self) -> None:
        with suppress(sqlite3.Error):
            self._shut()

    def _shut(self) -> None:
        for connection in self._idle:
            del self._of[connection]
            connection.close()
        self._idle.clear()

    def _now(self) -> tuple[int, int] | None:
        try:
            found = self._path.stat()
        except OSError:
            return None
        return found.st_dev, found.st_ino
