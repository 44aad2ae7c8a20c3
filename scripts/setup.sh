#!/usr/bin/env bash
# Make .venv and install the locked requirements: setup.sh runtime|dev
set -euo pipefail
cd "$(dirname "$0")/.."
wanted="requirements/$1.txt"
stamp=".venv/installed-$1"

say() { printf '%s\n' "$*" >&2; }

if [ -f "$stamp" ] && [ "$stamp" -nt "$wanted" ] && [ "$stamp" -nt pyproject.toml ]; then exit 0; fi
command -v python3 >/dev/null || { say "Python 3.11 or newer is needed: apt install python3 python3-venv"; exit 1; }
python3 -c 'import sys; sys.exit(sys.version_info < (3, 11))' || { say "Python 3.11 or newer is needed; this is $(python3 --version)."; exit 1; }
python3 -c 'import ensurepip, venv' 2>/dev/null || { say "The module venv is missing: apt install python3-venv"; exit 1; }
free_mb=$(df -Pm . | awk 'NR==2 {print $4}')
if [ "$free_mb" -lt 1200 ]; then
  say "The disk has $free_mb MB free here; about 1200 MB are needed. Make room and try again."
  exit 1
fi
say "Installing the locked requirements into .venv (about half a minute) ..."
# One left half-made by a start that was stopped is made anew.
sound='import sys, pip; sys.exit(sys.prefix == sys.base_prefix)'
.venv/bin/python -c "$sound" >/dev/null 2>&1 || { rm -rf .venv; python3 -m venv .venv; }
pip_install() { # says what pip says, but for locations it passes over; fails as pip fails
  .venv/bin/python -m pip install --quiet --disable-pip-version-check "$@" 2> >(grep -v '^WARNING: Location' >&2)
}
pip_install --require-hashes -r "$wanted" || { say "The requirements could not be installed; see above."; exit 1; }
.venv/bin/python -c 'import django, numba, setuptools' || { say "The requirements could not be installed; see above."; exit 1; }
pip_install --no-deps --no-build-isolation -e . || { say "The program could not be installed; see above."; exit 1; }
touch "$stamp"
