"""An application on an empty kitchen, and a client of it."""

from __future__ import annotations

from pathlib import Path

import pytest
from apiflask import APIFlask
from flask.testing import FlaskClient

from rheum.api.app import create_app
from rheum.api.setup import Setup
from rheum.store.database import open_data
from tests.conftest import MovableClock


@pytest.fixture
def app(tmp_path: Path) -> APIFlask:
    return create_app(Setup(open_data(tmp_path, "kitchen"), "kitchen", frozenset({"localhost"}), MovableClock()))


@pytest.fixture
def client(app: APIFlask) -> FlaskClient:
    return app.test_client()
