"""A player's data is theirs: all of it out in one file, and in again."""
