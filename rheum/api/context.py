"""What a request may use: the database connection, the clock, the library."""

from __future__ import annotations

import sqlite3
from datetime import datetime
from typing import cast

from flask import current_app, g

from rheum.api.setup import Setup
from rheum.core.batch.moment import Moment


def setup() -> Setup:
    """What the application was made of."""
    return cast(Setup, current_app.extensions["rheum"])


def connection() -> sqlite3.Connection:
    """The request's own connection, given back when it ends."""
    if "connection" not in g:
        g.connection = setup().idle.take()
    return cast(sqlite3.Connection, g.connection)


def moment() -> Moment:
    """The moment, by the clocks that were passed in."""
    return setup().clock()


def now() -> datetime:
    """The same by the wall clock alone."""
    return moment().at
