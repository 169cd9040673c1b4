"""Serves a data folder with the time that stands in a file; run by a test that moves it, kills the server and starts it again."""

from __future__ import annotations

import sys
import time
from datetime import datetime
from pathlib import Path

from waitress import serve

from rheum.api.app import create_app
from rheum.api.guard import allowed_hosts
from rheum.api.setup import Setup
from rheum.core.batch.moment import Moment
from rheum.store.database import open_data


def main(folder: str, port: str, clock: str) -> None:
    boot = f"start of {time.monotonic_ns()}"  # as after a start of the machine: what was measured before is in doubt

    def moment() -> Moment:
        at = datetime.fromisoformat(Path(clock).read_text(encoding="utf-8"))
        return Moment(at, at.timestamp(), at.timestamp(), boot)

    app = create_app(Setup(open_data(Path(folder), "kitchen"), "kitchen", allowed_hosts(int(port)), moment, screens=12))
    serve(app, host="127.0.0.1", port=int(port), threads=18)


if __name__ == "__main__":
    main(*sys.argv[1:])
