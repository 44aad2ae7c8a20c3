"""`python -m ypodrome`."""

from ypodrome.cli import main

if __name__ == "__main__":
    raise SystemExit(main())
