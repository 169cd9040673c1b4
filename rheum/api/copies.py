"""Copies of everything: a backup, the open files, what is in a backup, and putting one in the place of what is here."""

from __future__ import annotations

import shutil
import sqlite3
import tempfile
from dataclasses import asdict, replace
from datetime import date, datetime
from pathlib import Path

from apiflask import APIBlueprint
from flask import Response, request, send_file

from rheum.api.answers import CopyOut
from rheum.api.context import connection, now, setup
from rheum.api.journal_shapes import CopyView
from rheum.api.problems import Problem
from rheum.core.shelf.today import copy_is_old
from rheum.everything import export
from rheum.store import batches, journal
from rheum.store.database import StoreError, connect_to_read
from rheum.store.safekeeping import backup, check_backup, put_in_use

blueprint = APIBlueprint("copies", __name__, tag="Kitchen")
COPIED = "copied at"


def _holds(database: sqlite3.Connection, last: str, kept: str = "") -> CopyView:
    return CopyView(**asdict(journal.holds(database)), last=last, kept=kept)


def days_since_copy(day: date) -> int | None:
    """Days since the last copy of everything, 0 where no batch was ever begun; None where none was taken."""
    if not batches.any_begun(connection()):
        return 0
    last = journal.said(connection(), COPIED)
    return (day - datetime.fromisoformat(last).astimezone().date()).days if last else None


@blueprint.get("/api/copies")
@blueprint.output(CopyOut)
def copies() -> CopyView:
    """What is in the data here, and when it was last copied."""
    here = _holds(connection(), journal.said(connection(), COPIED))
    return replace(here, old=copy_is_old(days_since_copy(now().astimezone().date())))


def _sent(path: Path, name: str, mimetype: str) -> Response:
    journal.say(connection(), COPIED, now().isoformat())
    answer = send_file(path.open("rb"), mimetype=mimetype, as_attachment=True, download_name=name)
    # Opened, it can go: what is read of it stays until it is sent.
    path.unlink()
    path.parent.rmdir()
    return answer


def _fresh(suffix: str) -> Path:
    return Path(tempfile.mkdtemp(prefix="rheum-")) / f"copy{suffix}"


@blueprint.get("/api/backup")
@blueprint.doc(responses={200: "The database"})
def take_backup() -> Response:
    """A backup as one file, read through before it is given."""
    path = _fresh(".db")
    backup(setup().database, path)
    return _sent(path, f"rheum-{now():%Y-%m-%d}.db", "application/vnd.sqlite3")


@blueprint.get("/api/export")
@blueprint.doc(responses={200: "A zip of open files"})
def take_export() -> Response:
    """Everything as one zip of open files, with a page that says what stands in them."""
    path = _fresh(".zip")
    export(setup().database, path, now())
    return _sent(path, f"rheum-{now():%Y-%m-%d}.zip", "application/zip")


@blueprint.post("/api/restore")
@blueprint.output(CopyOut)
def restore() -> CopyView:
    """A backup as the body: with `look=1` what is in it; without, it takes the place of what is here, which is kept beside it."""
    path = _fresh(".db")
    with path.open("wb") as out:
        shutil.copyfileobj(request.stream, out)
    try:
        kind = check_backup(path)
        if kind != setup().kind:
            raise Problem(
                409, "Not this kitchen's", f"That file holds {kind} data, and this is {setup().kind} data: the two never share a file."
            )
        held = connect_to_read(path)
        try:
            view = _holds(held, "")
        finally:
            held.close()
        if request.args.get("look") == "1":
            return view
        kept = put_in_use(setup().database, path, setup().kind)
        return _holds(connection(), "", kept.name)
    except StoreError as reason:
        raise Problem(422, "No backup", str(reason).replace(str(path), "That file")) from None
    finally:
        path.unlink(missing_ok=True)
        path.parent.rmdir()
