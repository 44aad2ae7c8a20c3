#!/usr/bin/env bash
# Everything that must hold: style, import contracts, built CSS, migrations, tests.
set -euo pipefail
cd "$(dirname "$0")/.."
say() { printf '== %s\n' "$*"; }

as_root() {
  if [ "$(id -u)" = 0 ]; then "$@"; elif command -v sudo >/dev/null; then sudo "$@"; else return 1; fi
}
need() { # need COMMAND PACKAGE...
  local command="$1"; shift
  command -v "$command" >/dev/null && return
  say "installing $*"
  as_root apt-get update -qq && as_root apt-get install -y -qq "$@" >/dev/null || {
    echo "The tests need '$command'. Install it: apt install $*" >&2
    exit 1
  }
}
if ! python3 -c 'import ensurepip, venv' 2>/dev/null; then need venv-module python3-venv; fi
need "${CHROMIUM:-chromium}" chromium
need npm nodejs npm
bash scripts/setup.sh dev

say "ruff"
.venv/bin/ruff check .
.venv/bin/ruff format --check .
say "types of the core"
.venv/bin/mypy
say "import contracts"
.venv/bin/lint-imports --no-cache
say "built CSS"
npm ci --ignore-scripts --silent
built=$(mktemp)
npx --no-install tailwindcss --input ypodrome/web/styles/main.css --output "$built" --minify 2>/dev/null
cmp "$built" ypodrome/web/static/web/main.css || { echo "The committed CSS is not what its source builds: run make css" >&2; exit 1; }
rm -f "$built"
say "migrations and static files"
mkdir -p var
.venv/bin/python manage.py makemigrations --check --dry-run
.venv/bin/python manage.py collectstatic --noinput -v0
say "tests"
.venv/bin/python manage.py warm_kernels
.venv/bin/python -m pytest -n "${TEST_WORKERS:-2}" --dist loadfile
