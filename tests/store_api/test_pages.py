"""The pages: a fresh nonce in every one, long-lived assets, and a sentence where nothing is built."""

from __future__ import annotations

import re
from pathlib import Path

import pytest
from flask.testing import FlaskClient

from rheum.api import pages
from rheum.api.app import create_app
from rheum.api.setup import Setup
from rheum.store.database import open_data


@pytest.fixture
def client(tmp_path: Path) -> FlaskClient:
    return create_app(Setup(open_data(tmp_path, "kitchen"), "kitchen", frozenset({"localhost"}))).test_client()


def test_the_nonce_of_the_page_is_that_of_its_policy(client: FlaskClient) -> None:
    seen = set()
    for path in ("/", "/shelf", "/stove/any-batch"):
        answer = client.get(path)
        assert answer.status_code == 200
        nonces = set(re.findall(r'nonce="([^"]+)"', answer.text))
        assert len(nonces) == 1
        nonce = nonces.pop()
        assert f"'nonce-{nonce}'" in answer.headers["Content-Security-Policy"]
        assert "__CSP_NONCE__" not in answer.text
        assert answer.headers["Cache-Control"] == "no-store"
        seen.add(nonce)
    assert len(seen) == 3


def test_nothing_is_loaded_from_elsewhere(client: FlaskClient) -> None:
    page = client.get("/").text
    for address in re.findall(r'(?:src|href)="([^"]+)"', page):
        assert address.startswith("/"), address
        assert client.get(address).status_code == 200
    for file in (pages.WEB / "assets").glob("*.css"):
        assert not re.search(r"url\((?:https?:)?//", file.read_text())


def test_assets_may_be_kept_and_do_not_lead_out_of_their_folder(client: FlaskClient) -> None:
    name = next((pages.WEB / "assets").glob("*.js")).name
    assert "max-age=31536000" in client.get(f"/assets/{name}").headers["Cache-Control"]
    assert client.get("/assets/../index.html").status_code == 404 or "<div id" in client.get("/assets/../index.html").text
    assert client.get("/assets/none.js").status_code == 404
    for path in ("/assets/..%2f..%2fapi%2fapp.py", "/assets/%2e%2e/%2e%2e/cli.py"):
        assert b"import" not in client.get(path).data[:200]


def test_where_nothing_is_built_the_page_says_what_to_do(client: FlaskClient, monkeypatch: pytest.MonkeyPatch, tmp_path: Path) -> None:
    monkeypatch.setattr(pages, "WEB", tmp_path)
    answer = client.get("/")
    assert answer.status_code == 503
    assert "make build" in answer.get_json()["detail"]


def test_nothing_sniffs_frames_or_leaks(client: FlaskClient) -> None:
    headers = client.get("/").headers
    assert headers["X-Content-Type-Options"] == "nosniff"
    assert headers["Referrer-Policy"] == "no-referrer"
    assert "frame-ancestors 'none'" in headers["Content-Security-Policy"]
    assert "Server" not in headers or "waitress" not in headers["Server"].lower()
