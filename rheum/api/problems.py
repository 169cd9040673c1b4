"""Every error as a JSON problem (RFC 9457) whose `detail` is a sentence that a person can act on."""

from __future__ import annotations

import sqlite3
from collections.abc import Mapping, Sequence
from typing import Any

from apiflask import HTTPError
from flask import Response, current_app, json
from pydantic import ValidationError
from werkzeug.exceptions import HTTPException
from werkzeug.http import HTTP_STATUS_CODES

from rheum.core.measures.altitude import Altitude
from rheum.core.measures.refused import Refused

_SENTENCE = {
    404: "There is nothing here. Go back to the Bench.",
    405: "That cannot be done at this address.",
    413: "That is more than one recipe (the limit is 64 kB). Paste only the ingredients and the method.",
    415: "Send JSON.",
    429: "Too many requests at once. Wait a moment.",
    500: "Something went wrong in Rheum. What was saved is safe; try again, and look at the server's window.",
}
_FIELD_HELP = {
    "altitude_m": "Write the height in metres as a number, such as 1265.",
    "altitude_ft": "Write the height in feet as a number, such as 4150.",
    "altitude": "Write the height as a number, such as 1265, and choose metres or feet.",
    "text": "Paste the recipe as text.",
    "headspace_mm": "Write the headspace in millimetres as a number, such as 12.7.",
    "minutes": "Write the minutes as a number.",
    "jars": "Write how many jars, a whole number.",
    "name": "Give the kitchen a name of 1 to 60 letters.",
    "id": "The screen that sent this must give it an id of 8 to 64 letters.",
}


class Problem(Refused):
    """A refusal of the API's own: status, title, sentence, the field it is about, and what is short, or which steps it reads back,
    where it asks first."""

    def __init__(
        self,
        status: int,
        title: str,
        detail: str,
        field: str | None = None,
        *,
        short: Sequence[str] = (),
        steps: Sequence[Mapping[str, Any]] = (),
    ) -> None:
        super().__init__(detail, field)
        self.status, self.title, self.short, self.steps = status, title, tuple(short), tuple(steps)


def problem_response(
    status: int,
    title: str,
    detail: str,
    field: str | None = None,
    *,
    short: Sequence[str] = (),
    steps: Sequence[Mapping[str, Any]] = (),
    readings: Sequence[Altitude] = (),
) -> Response:
    """The RFC 9457 answer. `readings`: what a height may mean that can be read in two ways."""
    body: dict[str, Any] = {"type": "about:blank", "title": title, "status": status, "detail": detail}
    if field:
        body["field"] = field
    if short:
        body["short"] = list(short)
    if steps:
        body["steps"] = list(steps)
    if readings:
        body["readings"] = [{"written": one.written, "unit": one.unit, "says": one.says} for one in readings]
    return Response(json.dumps(body), status=status, mimetype="application/problem+json")


def of_http(error: HTTPException | HTTPError) -> Response:
    """Any HTTP error of the framework."""
    code = (error.status_code if isinstance(error, HTTPError) else error.code) or 500
    title = HTTP_STATUS_CODES.get(code, "Error")
    return problem_response(code, title, _SENTENCE.get(code, "The request holds no whole JSON object. Send it again."))


def of_validation(error: ValidationError) -> Response:
    """A request body that does not fit, as one sentence about its first fault."""
    first = error.errors()[0]
    where = [str(part) for part in first["loc"] if not str(part).startswith("function-")]
    field = where[0] if where else None
    message = str(first["msg"]).removeprefix("Value error, ")
    if first["type"] == "extra_forbidden":
        message = f"Nothing called “{field}” can be sent here. Leave it out."
    elif first["type"] == "missing":
        message = f"“{field}” is missing. {_FIELD_HELP.get(field or '', '')}".strip()
    elif first["type"] != "value_error":
        message = (
            f"“{field}” cannot be used: {message[0].lower()}{message[1:]}. {_FIELD_HELP.get(field or '', '')}".strip()
            if field
            else "Send a JSON object."
        )
    return problem_response(422, "Cannot be used", message, field)


def of_database(error: sqlite3.Error) -> Response:
    """What the disk or the database refuses, in the words that help. What was answered before is saved: it was on the disk first."""
    code = getattr(error, "sqlite_errorcode", 0) & 0xFF
    if code in (sqlite3.SQLITE_FULL, sqlite3.SQLITE_IOERR):
        return problem_response(
            507, "No room", "The disk is full or does not answer, so this was not saved. Make room, then say it again; the rest is safe."
        )
    if code in (sqlite3.SQLITE_READONLY, sqlite3.SQLITE_PERM, sqlite3.SQLITE_CANTOPEN):
        return problem_response(
            507, "Cannot be written", "Rheum's data cannot be written here, so this was not saved. Look who owns its folder."
        )
    if code in (sqlite3.SQLITE_BUSY, sqlite3.SQLITE_LOCKED):
        return problem_response(503, "Busy", "Another program holds Rheum's data, so this was not saved. Close it, then say it again.")
    if code in (sqlite3.SQLITE_CORRUPT, sqlite3.SQLITE_NOTADB):
        return problem_response(
            500, "Damaged", "Rheum's data is damaged at this place. Stop Rheum and restore a backup; what is there now is kept beside it."
        )
    if code == sqlite3.SQLITE_CONSTRAINT:
        return problem_response(
            422, "Cannot be kept", "Something here cannot be kept: leave no name empty, and shorten what is long. Nothing was changed."
        )
    current_app.logger.exception("database: %s", error)
    return problem_response(500, "Something went wrong", _SENTENCE[500])
