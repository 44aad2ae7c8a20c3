"""Judges and fits the level of play: what a rating scores on open holes and on whole courses."""
