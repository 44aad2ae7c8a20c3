#!/usr/bin/env bash
# What can be told in seconds: style, types, import contracts, migrations, and the scripts' style where Node is there.
set -euo pipefail
cd "$(dirname "$0")/.."
say() { printf '== %s\n' "$*"; }

bash scripts/setup.sh dev
say "style"
.venv/bin/ruff check .
.venv/bin/ruff format --check .
say "types"
.venv/bin/mypy
say "import contracts"
.venv/bin/lint-imports --no-cache
say "migrations"
mkdir -p var
.venv/bin/python manage.py makemigrations --check --dry-run
if [ -d node_modules ]; then
  say "scripts"
  npm run --silent lint
fi
