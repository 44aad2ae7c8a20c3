"""Write docs/level.md: python -m scripts.level_fit (five minutes)."""

from scripts.level_fit.table import main

if __name__ == "__main__":
    main()
