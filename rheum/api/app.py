"""The application factory: routes in, core or store called, JSON out."""

from __future__ import annotations

import sqlite3
from typing import Any, Final

from apiflask import APIFlask
from flask import Response, g, request
from pydantic import ValidationError
from pydantic_core import PydanticSerializationError
from werkzeug.exceptions import HTTPException

from rheum import __version__
from rheum.api import (
    batches,
    checks,
    copies,
    day,
    days,
    found_wrong,
    guard,
    jars,
    journal,
    kitchen,
    labels,
    learnt,
    making,
    news,
    own_facts,
    pages,
    recipes,
    reckoner,
    scale,
    second_looks,
    shelf,
    stock,
    stove,
    today,
    trace,
)
from rheum.api.problems import of_database, of_http, of_validation, problem_response
from rheum.api.setup import Setup
from rheum.core.measures.refused import Refused

BODY_LIMIT: Final = 64 * 1024
# A saved page is larger than a recipe; three versions are three recipes.
LARGER: Final = {"/api/recipes/read": 2 * 1024 * 1024, "/api/own-formulas/import": 512 * 1024, "/api/compare": 192 * 1024}


# A picture as a telephone takes it.
PICTURES: Final = 12 * 1024 * 1024
BACKUPS: Final = 1024 * 1024 * 1024


def create_app(setup: Setup) -> APIFlask:
    """The WSGI application. The database must have been opened once with store.database.open_data."""
    app = APIFlask("rheum.api", title="Rheum", version=__version__, spec_path="/api/openapi.json", docs_path=None)
    app.config.update(MAX_CONTENT_LENGTH=BODY_LIMIT, DESCRIPTION="From “may I make this?” to a dated jar on the shelf.")
    app.extensions["rheum"] = setup
    guard.install(app, setup.hosts)
    _errors(app)
    for blueprint in (
        checks.blueprint,
        kitchen.blueprint,
        batches.blueprint,
        stove.blueprint,
        day.blueprint,
        days.blueprint,
        shelf.blueprint,
        jars.blueprint,
        labels.blueprint,
        trace.blueprint,
        found_wrong.blueprint,
        today.blueprint,
        journal.blueprint,
        learnt.blueprint,
        copies.blueprint,
        recipes.blueprint,
        own_facts.blueprint,
        reckoner.blueprint,
        stock.blueprint,
        making.blueprint,
        scale.blueprint,
        second_looks.blueprint,
        news.blueprint,
        pages.blueprint,
    ):
        app.register_blueprint(blueprint)

    @app.before_request
    def _room() -> None:
        if request.path.startswith("/api/journal/") and "/pictures/" in request.path:
            request.max_content_length = PICTURES
        elif request.path == "/api/restore":
            request.max_content_length = BACKUPS
        elif request.path in LARGER:
            request.max_content_length = LARGER[request.path]

    @app.after_request
    def _tell(response: Response) -> Response:
        if request.method not in ("GET", "HEAD") and response.status_code < 400:
            setup.news.told()
        g.failed = response.status_code >= 500
        return response

    @app.teardown_request
    def _give_back(error: BaseException | None) -> None:
        connection: sqlite3.Connection | None = g.pop("connection", None)
        if connection is not None:
            setup.idle.give_back(connection, failed=error is not None or g.get("failed", True))

    return app


def _refused(error: Refused) -> Response:
    more = {name: getattr(error, name, ()) for name in ("short", "steps", "readings")}
    return problem_response(error.status, error.title, str(error), error.field, **more)


def _errors(app: APIFlask) -> None:
    app.register_error_handler(Refused, _refused)
    app.register_error_handler(HTTPException, of_http)
    app.register_error_handler(ValidationError, of_validation)
    app.register_error_handler(sqlite3.Error, of_database)
    for half in (UnicodeEncodeError, PydanticSerializationError):
        app.register_error_handler(
            half, lambda _: problem_response(422, "Cannot be kept", "There is half a sign in this text. Type it again.")
        )
    app.register_error_handler(
        RecursionError, lambda _: problem_response(422, "Cannot be read", "This is nested too deeply to be a recipe.")
    )

    @app.error_processor
    def _processed(error: Any) -> Response:
        cause: BaseException | None = error
        while cause is not None and not isinstance(cause, ValidationError):
            cause = cause.__cause__ or cause.__context__
        if cause is not None:
            return of_validation(cause)
        return of_http(error)

    @app.errorhandler(Exception)
    def _unforeseen(error: Exception) -> Response:
        app.logger.exception("unforeseen: %s", error)
        return problem_response(500, "Something went wrong", "Something went wrong in Rheum. What was saved is safe; try again.")
