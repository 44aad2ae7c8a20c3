# Ypodrome. `make demo` to try it, `make test` to check it.
SHELL := /bin/bash
.PHONY: demo run check test lock css js bench phone load fuzz reliability fit level screenshots
PORT ?= 8000
PY := .venv/bin/python

demo:
	@PORT=$(PORT) bash scripts/demo.sh

run:
	@YPODROME_DATA="$${YPODROME_DATA:-var/mine}" DEMO=no PORT=$(PORT) bash scripts/demo.sh

check:
	@bash scripts/check.sh

test:
	@bash scripts/test.sh

lock:
	@bash scripts/setup.sh dev
	.venv/bin/uv pip compile pyproject.toml --extra setup --python-version 3.11 --generate-hashes --no-emit-index-url --no-emit-find-links --custom-compile-command 'make lock' -q -o requirements/runtime.txt
	.venv/bin/uv pip compile pyproject.toml --extra setup --extra dev -c requirements/runtime.txt --python-version 3.11 --generate-hashes --no-emit-index-url --no-emit-find-links --custom-compile-command 'make lock' -q -o requirements/dev.txt

css: node_modules
	npm run --silent css

js: node_modules
	npm run --silent js

node_modules: package-lock.json
	npm ci --ignore-scripts --silent
	@touch node_modules

bench:
	@bash scripts/setup.sh dev
	$(PY) -m pytest benchmarks --benchmark-columns=min,median,max,rounds -o addopts=-q

phone:
	@bash scripts/setup.sh dev
	$(PY) -m benchmarks.phone

load:
	@bash scripts/setup.sh dev
	$(PY) -m benchmarks.load 570

reliability:
	@bash scripts/setup.sh dev
	KILLS=100 $(PY) -m pytest -s tests/apps/test_reliability.py

fuzz:
	@bash scripts/setup.sh dev
	FUZZ=10000,5000 $(PY) -m pytest -s -p no:logging tests/apps/test_odd_requests.py

fit:
	$(PY) -m scripts.flight_fit
	$(PY) -m scripts.flight_fit.report
	$(PY) -m scripts.flight_fit.ground > docs/ground-play.md

level:
	$(PY) -m scripts.level_fit

screenshots:
	$(PY) -m scripts.take_screenshots
