#!/usr/bin/env bash
# Everything that must hold: what `make check` tells, built styles and scripts, tests with their coverage.
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
say "flight kernels, meanwhile"
.venv/bin/python manage.py warm_kernels &
kernels=$!
npm ci --ignore-scripts --silent
bash scripts/check.sh

say "built styles and scripts"
built=$(mktemp -d)
npx --no-install tailwindcss --input ypodrome/web/styles/main.css --output "$built/main.css" --minify 2>/dev/null
cmp "$built/main.css" ypodrome/web/static/web/main.css || { echo "The committed styles are not what their source builds: run make css" >&2; exit 1; }
JS_OUT="$built" npm run --silent js
for script in "$built"/*.js; do
  cmp "$script" "ypodrome/web/static/web/$(basename "$script")" || { echo "A committed script is not what its source builds: run make js" >&2; exit 1; }
done
rm -rf "$built"
say "static files"
.venv/bin/python manage.py collectstatic --noinput -v0
say "tests"
wait "$kernels"
.venv/bin/python -m pytest -n "${TEST_WORKERS:-2}" --dist loadfile --no-loadscope-reorder --cov --cov-report=term
