"""Local by default: which hosts and origins may speak to Rheum, and what a page may load."""

from __future__ import annotations

import secrets
from urllib.parse import urlsplit

from flask import Flask, Response, g, request

from rheum.api.problems import problem_response


def allowed_hosts(port: int, extra: tuple[str, ...] = ()) -> frozenset[str]:
    """Host header values that are answered: this machine, and the hosts named explicitly."""
    names = ("127.0.0.1", "localhost", "[::1]", *extra)
    return frozenset({f"{name}:{port}" for name in names} | (set(names) if port == 80 else set()))


def install(app: Flask, hosts: frozenset[str]) -> None:
    """Refuse foreign Host and Origin headers; send a strict Content-Security-Policy with a nonce for styles."""

    @app.before_request
    def _refuse_strangers() -> Response | None:
        g.nonce = secrets.token_urlsafe(16)
        if request.host.lower() not in hosts:
            return problem_response(
                403,
                "Unknown host",
                "Rheum answers only under its own address. For a phone, start it with --host and open the address it prints.",
            )
        origin = request.headers.get("Origin")
        if origin is not None and urlsplit(origin).netloc.lower() not in hosts:
            return problem_response(403, "Foreign page", "This request came from another site's page. Open Rheum under its own address.")
        if request.headers.get("Sec-Fetch-Site") == "cross-site" and request.method != "GET":
            return problem_response(403, "Foreign page", "This request came from another site's page. Open Rheum under its own address.")
        return None

    @app.after_request
    def _headers(response: Response) -> Response:
        nonce = g.get("nonce", "")
        response.headers["Content-Security-Policy"] = (
            f"default-src 'none'; script-src 'self'; style-src 'self' 'nonce-{nonce}'; img-src 'self' data:; font-src 'self'; "
            "connect-src 'self'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'"
        )
        response.headers["X-Content-Type-Options"] = "nosniff"
        response.headers["Referrer-Policy"] = "no-referrer"
        response.headers["Cross-Origin-Opener-Policy"] = "same-origin"
        response.headers["Cross-Origin-Resource-Policy"] = "same-origin"
        if request.path.startswith("/api/"):
            response.headers["Cache-Control"] = "no-store"
        return response
