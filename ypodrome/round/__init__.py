"""Rounds: what was thrown and what it scored."""
