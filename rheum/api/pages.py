"""The front end's files. The page carries the nonce that its styles need."""

from __future__ import annotations

from pathlib import Path
from typing import Final

from flask import Blueprint, Response, g, send_from_directory

from rheum.api.problems import Problem

WEB: Final = Path(__file__).resolve().parent.parent / "web"
blueprint = Blueprint("pages", __name__)


def _page() -> Response:
    index = WEB / "index.html"
    if not index.is_file():
        raise Problem(503, "Not built", "The screens are not built yet. Run “make build”, then start Rheum again.")
    text = index.read_text(encoding="utf-8").replace("__CSP_NONCE__", g.nonce)
    return Response(text, mimetype="text/html", headers={"Cache-Control": "no-store"})


@blueprint.get("/assets/<path:name>")
def assets(name: str) -> Response:
    """Built scripts, styles and fonts; their names carry a hash, so they may be kept."""
    return send_from_directory(WEB / "assets", name, max_age=31536000)


@blueprint.get("/<name>.svg")
def icon(name: str) -> Response:
    """The icon."""
    return send_from_directory(WEB, f"{name}.svg")


@blueprint.get("/")
@blueprint.get("/<path:_route>")
def page(_route: str = "") -> Response:
    """Every other address is a screen."""
    if _route.startswith("api/"):
        raise Problem(404, "Not found", "There is nothing here. The API describes itself at /api/openapi.json.")
    return _page()
