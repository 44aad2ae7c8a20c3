"""Rounds judged against their plans."""
