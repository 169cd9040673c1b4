# make demo    everything set up, the demo kitchen on http://127.0.0.1:8765
# make test    everything the tests need, and the tests
# make serve   your own kitchen
# make check   lint, types, import rules, and that generated files are current
SHELL := /bin/bash
PYTHON ?= python3
PORT ?= 8765
VENV := .venv
BIN := $(VENV)/bin
S := .setup

.PHONY: demo serve test test-core check build types bench screenshots clean
.DELETE_ON_ERROR:

demo: build
	@echo "[4/4] Serving the demo kitchen"
	@$(BIN)/rheum demo --port $(PORT)

serve: build
	@$(BIN)/rheum serve --port $(PORT)

build: $(S)/python $(S)/web

$(S)/python: requirements.lock pyproject.toml
	@mkdir -p $(S)
	@echo "[1/4] Python packages into $(VENV) (about a minute the first time)"
	@$(PYTHON) -c 'import sys; sys.exit(sys.version_info < (3, 11))' || { echo "Rheum needs Python 3.11 or newer; this is $$($(PYTHON) --version). Set PYTHON=python3.11."; exit 1; }
	@test -x $(BIN)/python || $(PYTHON) -m venv $(VENV) || { echo "A virtual environment could not be made. On Debian: apt-get install python3-venv"; exit 1; }
	@$(BIN)/python -m pip install --quiet --disable-pip-version-check --require-hashes --no-deps -r requirements.lock
	@$(BIN)/python -m pip install --quiet --disable-pip-version-check --no-deps --no-build-isolation -e .
	@touch $@

$(S)/npm: frontend/package-lock.json frontend/package.json
	@mkdir -p $(S)
	@echo "[2/4] npm packages (one to three minutes the first time)"
	@command -v npm >/dev/null || { echo "Rheum's screens need Node.js 20 or newer with npm to be built. Install them and try again."; exit 1; }
	@node -e 'process.exit(Number(process.versions.node.split(".")[0]) < 20 ? 1 : 0)' || { echo "Rheum's screens need Node.js 20 or newer to be built; this is $$(node --version)."; exit 1; }
	@cd frontend && npm ci --no-audit --no-fund --loglevel=error
	@touch $@

$(S)/web: $(S)/npm $(shell find frontend/src frontend/public frontend/index.html frontend/vite.config.ts frontend/tsconfig.json -type f 2>/dev/null)
	@echo "[3/4] Building the screens"
	@cd frontend && npm run --silent build
	@touch $@

$(S)/dev: $(S)/python requirements-dev.lock
	@echo "Packages for the tests"
	@$(BIN)/python -m pip install --quiet --disable-pip-version-check --require-hashes --no-deps -r requirements-dev.lock
	@touch $@

$(S)/debian: tools/install-debian
	@mkdir -p $(S)
	@tools/install-debian
	@touch $@

test: build $(S)/dev $(S)/debian
	@$(BIN)/python -m pytest -n 3 --dist worksteal

# The rules alone, for the hand: no server, no browser.
test-core: $(S)/dev
	@$(BIN)/python -m pytest -n 2 --dist worksteal tests/core tests/published

types: $(S)/dev $(S)/npm
	@$(BIN)/python tools/openapi > openapi.json
	@$(BIN)/python tools/estimates > docs/estimates.md
	@cd frontend && npm run --silent types

check: build $(S)/dev
	@$(BIN)/ruff check rheum tests tools bench
	@$(BIN)/ruff format --check rheum tests tools bench
	@$(BIN)/mypy
	@$(BIN)/lint-imports
	@tools/check-generated
	@cd frontend && npm run --silent lint && npm run --silent typecheck
	@echo "All checks passed"

bench: build $(S)/dev $(S)/debian
	@$(BIN)/python -m bench.ears
	@$(BIN)/python -m bench.check_cost
	@$(BIN)/python -m bench.plan_cost
	@$(BIN)/python -m bench.stove
	@$(BIN)/python bench/first_load.py
	@$(BIN)/python -m bench.keystroke

screenshots: build $(S)/dev $(S)/debian
	@$(BIN)/python tools/screenshots

clean:
	rm -rf $(VENV) $(S) frontend/node_modules rheum/web
