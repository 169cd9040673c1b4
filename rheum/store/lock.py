"""One server a data folder: a lock that the operating system lets go when its holder ends, however it ends."""

from __future__ import annotations

import os
import sys
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import IO

from rheum.store.database import FILE_OF, Kind, StoreError

if sys.platform == "win32":
    import msvcrt

    def _taken(file: IO[str]) -> bool:
        try:
            msvcrt.locking(file.fileno(), msvcrt.LK_NBLCK, 1)
        except OSError:
            return True
        return False
else:
    import fcntl

    def _taken(file: IO[str]) -> bool:
        try:
            fcntl.flock(file, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except OSError:
            return True
        return False


@contextmanager
def held(folder: Path, kind: Kind, wants: str) -> Iterator[None]:
    """Hold a folder's data for oneself. `wants`: what is being done, for the sentence. StoreError where a server has it."""
    path = folder / (FILE_OF[kind] + ".lock")
    try:
        folder.mkdir(parents=True, exist_ok=True, mode=0o700)
        file = path.open("a+", encoding="ascii")
    except OSError as error:
        raise StoreError(f"The data folder {folder} cannot be written ({error.strerror}). Choose another with --data.") from None
    with file:
        if _taken(file):
            file.seek(0)
            holder = file.read(40).strip()
            who = f" (process {holder})" if holder.isdecimal() else ""
            raise StoreError(f"A Rheum server has the data in {folder} open{who}. Stop it with Ctrl-C, then {wants}.")
        file.truncate(0)
        file.write(str(os.getpid()))
        file.flush()
        yield
