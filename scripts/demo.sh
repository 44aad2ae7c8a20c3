#!/usr/bin/env bash
# Prepare and serve the demo on 127.0.0.1, in the foreground.
set -euo pipefail
cd "$(dirname "$0")/.."
port="${PORT:-8000}"
say() { printf '%s\n' "$*"; }

bash scripts/setup.sh runtime
if .venv/bin/python - "$port" <<'PY'
import socket, sys
with socket.socket() as s:
    sys.exit(0 if s.connect_ex(("127.0.0.1", int(sys.argv[1]))) == 0 else 1)
PY
then
  say "Port $port is busy. Choose another: PORT=8001 make demo"
  exit 1
fi
mkdir -p "${YPODROME_DATA:-var}" || { say "The folder ${YPODROME_DATA:-var} cannot be made; is the disk full or read-only?"; exit 1; }
say "Preparing the database ..."
.venv/bin/python manage.py prepare_database
[ "${DEMO:-yes}" = no ] || .venv/bin/python manage.py load_demo
.venv/bin/python manage.py collectstatic --noinput -v0
say "Readying the flight kernels (the first time about twenty seconds) ..."
exec .venv/bin/python manage.py serve --port "$port"
