"""The player's discs."""
