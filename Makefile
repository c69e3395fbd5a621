# Two commands do everything: `make demo` and `make test`.
PYTHON ?= python3
PORT ?= 8140
HOST ?= 127.0.0.1
DATA ?= .pellak-demo
VENV := .venv
PY := $(VENV)/bin/python
export PATH := $(CURDIR)/$(VENV)/bin:$(PATH)
# One server and one folder a worker; four on two cores, as a story waits for its page half the time.
# A test that hangs is told where.
SOME_AT_ONCE := -n 4 --dist worksteal --timeout 600
# A person's own package settings must not change what is installed here.
export PIP_DISABLE_PIP_VERSION_CHECK := 1
WEB_SOURCES := $(shell find web/src web/public -type f 2>/dev/null) web/index.html web/vite.config.ts web/tsconfig.json

.PHONY: demo test hours sweep faults build check check-python check-page check-fast types bench pictures lock clean

demo: .stamps/run .stamps/page ## install, build, load demo data, serve, print the address
	@$(VENV)/bin/pellak serve --demo --data $(DATA) --host $(HOST) --port $(PORT)

test: check ## install what tests need, Chromium included, then run everything
	$(PY) -m pytest $(SOME_AT_ONCE)

sweep: check ## the same with every sweep whole: each joint and wall, 20 000 requests, 2 000 paths
	PELLAK_SWEEP=full $(PY) -m pytest $(SOME_AT_ONCE) \
		tests/core tests/store tests/serving tests/api/test_contract.py

faults: .stamps/dev .stamps/node ## plant 200 faults and see which the tests let live, by layer
	$(PY) scripts/faults/plant.py $(FAULTS)

hours: check ## every test that lives by a clock, at the hours, days and in the zones that once told
	sh scripts/hours.sh $(PY) -m pytest $(SOME_AT_ONCE) -q

check-fast: .stamps/dev ## what a hand wants to know before it goes on, in two minutes
	$(VENV)/bin/ruff check .
	$(VENV)/bin/mypy
	$(PY) -m pytest $(SOME_AT_ONCE) -q tests/core tests/store --deselect tests/core/test_sweep.py

check: .stamps/dev .stamps/page .stamps/debian
	@$(MAKE) --no-print-directory -j 2 --keep-going check-python check-page

check-python: .stamps/dev
	$(VENV)/bin/ruff format --check .
	$(VENV)/bin/ruff check .
	$(VENV)/bin/mypy
	$(VENV)/bin/lint-imports

check-page: .stamps/node
	cd web && npm run --silent check

build: .stamps/run .stamps/page

types: .stamps/dev .stamps/node ## regenerate the page's types from the API
	$(PY) scripts/openapi.py > openapi.json
	$(PY) scripts/openapi.py --page > .stamps/page.json
	cd web && npm run --silent types

bench: .stamps/dev .stamps/page ## measure speed and size
	$(PY) -m bench.measure
	$(PY) -m bench.keystrokes
	$(PY) -m bench.watch_frames
	$(PY) -m bench.trainer_frames
	$(PY) -m bench.day_plans

pictures: .stamps/dev .stamps/page ## take the pictures of the docs anew; ONLY=hand takes one
	PYTHONPATH=. $(PY) scripts/pictures.py $(ONLY)

lock: .stamps/dev ## recompute the lock files after a change of requirements
	sh scripts/lock.sh

.stamps/venv:
	@mkdir -p .stamps
	@$(PYTHON) -c 'import sys; sys.exit(sys.version_info < (3, 11))' || { echo "Python 3.11 or newer is needed; name one with PYTHON=..."; exit 1; }
	@test -x $(PY) || $(PYTHON) -m venv $(VENV)
	@touch $@

.stamps/run: .stamps/venv requirements.txt pyproject.toml
	$(PY) -m pip install -q --require-hashes -r requirements.txt
	$(PY) -m pip install -q --no-deps --no-build-isolation -e .
	@touch $@

.stamps/dev: .stamps/run requirements-dev.txt
	$(PY) -m pip install -q --require-hashes -r requirements.txt -r requirements-dev.txt
	@touch $@

.stamps/node: .stamps/venv requirements-node.txt web/package-lock.json
	@sh scripts/ensure_node.sh
	cd web && npm ci --no-audit --no-fund --loglevel=error
	@touch $@

.stamps/page: .stamps/node $(WEB_SOURCES)
	cd web && npm run --silent build
	@touch $@

.stamps/debian: .stamps/venv
	@sh scripts/ensure_debian.sh
	@touch $@

clean: ## forget everything installed and built; records are left alone
	rm -rf .stamps $(VENV) web/node_modules web/dist
